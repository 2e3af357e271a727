"""Stages of a train, sizes of cartridges, and how a second source is kept apart."""

from lean_year.core.pump.cross_connection import LEAST_GAP_MM
from lean_year.core.treatment.cartridges import CARTRIDGES, COARSE_MICRON, DRIPPER_MICRON, FINE_MICRON
from lean_year.core.treatment.chlorine import POOL_BLEACH_PERCENT, SHOP_BLEACH_PERCENT
from lean_year.core.treatment.ultraviolet import DESIGN_UVT_PERCENT, RATED_LIFE_H
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording


def choices(say: Wording) -> Choices:
    """Everything that is chosen in a train."""
    size_notes = {"2.5x10": "cheap, and takes most pressure", "4.5x20": "lasts longest"}
    return {
        "/treatment/stages/*/kind": (
            Choice("strainer", "strainer", f"{say.micron(DRIPPER_MICRON)} or finer, before the pump"),
            Choice("sediment", "sediment filter", f"{say.micron(COARSE_MICRON)}, then {say.micron(FINE_MICRON)}"),
            Choice("carbon", "carbon block", "taste, smell, chlorine"),
            Choice("uv", "UV lamp", "disinfects clear water"),
            Choice("calcite", "calcite contactor", "raises pH and alkalinity"),
            Choice("tap_filter", "filter at the kitchen tap", "leaves every other tap as it is"),
        ),
        "/treatment/stages/*/size": tuple(
            Choice(key, cartridge.label, size_notes.get(key, "")) for key, cartridge in CARTRIDGES.items()
        ),
        "/treatment/uv/change_by": (
            Choice("calendar", "by the calendar", f"{fixed(RATED_LIFE_H)} hours, a year"),
            Choice("sensor", "by its sensor", "and by the calendar at the latest"),
        ),
        "/treatment/uv/uvt_percent": (Choice("", f"not been measured: {fixed(DESIGN_UVT_PERCENT)} %"),),
        "/treatment/chlorine/strength_percent": (
            Choice(
                "",
                "read its label",
                f"{SHOP_BLEACH_PERCENT[0]:g} to {SHOP_BLEACH_PERCENT[1]:g} % in shops, {POOL_BLEACH_PERCENT:g} % for "
                "pools; no scent, nothing thickened",
            ),
        ),
        "/treatment/changeover": (
            Choice("air_gap", "over an air gap", f"two bores, at least {say.nominal(LEAST_GAP_MM)}"),
            Choice("rpz", "by a reduced-pressure-zone device", "tested when it is fitted, and each year"),
            Choice("interlocked", "by an interlocked changeover", "one source at a time"),
            Choice("valves", "by two valves"),
        ),
    }
