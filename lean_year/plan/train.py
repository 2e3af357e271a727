"""The treatment train in figures: what each stage takes, removes and costs, and what the lamp gives."""

from collections.abc import Callable

from lean_year.core import ultraviolet
from lean_year.core.cartridges import (
    CARTRIDGES,
    DIRTY_RISE_KPA,
    GROWS_WITH,
    REFERENCE_L_S,
    clean_drop_kpa,
    life_months,
)
from lean_year.core.household import Quality
from lean_year.core.peak_flow import FIXTURES, open_at_once_l_s, peak_flow_l_s
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage

DESIGN_UVT_PERCENT = 75.0
"""Counted on until it is measured. Basis: from memory (UV guidance)."""
STRAINER_KPA, CALCITE_KPA, TAP_FILTER_KPA = 5.0, 20.0, 0.0
"""At 0.5 L/s; a filter at one tap takes nothing of the others'. Basis: estimate."""
USE_OF: dict[str, Quality] = {
    "toilet": "indoor",
    "washing_machine": "indoor",
    "laundry_sink": "indoor",
    "garden_tap": "garden",
    "basin": "drinking",
    "shower": "drinking",
    "bath": "drinking",
    "kitchen_sink": "drinking",
    "dishwasher": "drinking",
}
CARBON_MONTHS, SEDIMENT_MONTHS = 12.0, 36.0
"""Changed then at the latest. Basis: common practice."""
LABELS = {
    "strainer": "Strainer",
    "sediment": "Sediment",
    "carbon": "Carbon block",
    "uv": "UV lamp",
    "calcite": "Calcite contactor",
    "tap_filter": "Filter at the kitchen tap",
}


def fixture_units(document: Property, *uses: Quality) -> float:
    """Fixture units of what can be open, of some uses or of all. [-]"""
    return sum(FIXTURES[name].units * count for name, count in _counts(document, uses).items())


def _counts(document: Property, uses: tuple[Quality, ...]) -> dict[str, int]:
    counts = document.pump.fixtures.counts()
    return {name: count for name, count in counts.items() if not uses or USE_OF[name] in uses}


def house_peak_l_s(document: Property, *uses: Quality) -> float:
    """Peak flow of the fixtures of some uses, or of all, by the school that was chosen. [L/s]"""
    entered = document.pump
    if entered.flow_by == "at_once":
        return open_at_once_l_s(_counts(document, uses), entered.at_once)
    units = fixture_units(document, *uses)
    return peak_flow_l_s(min(100.0, max(1.0, units))) if units > 0 else 0.0


def peak_l_s(document: Property) -> float:
    """What the pump must give at once: the fixtures, and the largest zone of the garden. [L/s]"""
    return house_peak_l_s(document) + document.pump.irrigation_l_s


def stage_peak_l_s(document: Property, number: int) -> float:
    """What of it passes a stage of the train, by its number from 0. [L/s]"""
    train = document.treatment
    if number < train.garden_after:
        return peak_l_s(document) if number < train.indoor_after else _with_zone(document, "garden", "drinking")
    return (
        house_peak_l_s(document, "indoor", "drinking")
        if number < train.indoor_after
        else house_peak_l_s(document, "drinking")
    )


def _with_zone(document: Property, *uses: Quality) -> float:
    return house_peak_l_s(document, *uses) + document.pump.irrigation_l_s


def stage_name(stage: TreatmentStage) -> str:
    """Its kind, size and rating."""
    label = LABELS[stage.kind]
    if stage.kind in ("sediment", "carbon"):
        count = f"{stage.side_by_side} × " if stage.side_by_side > 1 else ""
        return f"{label}, {count}{CARTRIDGES[stage.size].label}"
    return label


def drop_kpa(document: Property, number: int, flow_l_s: float, *, dirty: bool) -> float:
    """Pressure that a stage takes while the pump gives a flow, new or when it is due for a change. [kPa]

    What leaves the train before the stage does not pass it: its share of the flow is that of the peak.
    """
    stage, peak = document.treatment.stages[number], max(peak_l_s(document), 1e-6)
    at_peak = min(1.0, flow_l_s / peak)
    passing = min(100.0, flow_l_s * stage_peak_l_s(document, number) / peak)
    times = (passing / stage.side_by_side / REFERENCE_L_S) ** GROWS_WITH
    match stage.kind:
        case "uv":
            uv = document.treatment.uv
            return float(uv.drop_kpa * (passing / uv.rated_flow_l_s) ** 2)
        case "sediment" | "carbon":
            clean = (
                clean_drop_kpa(kind=stage.kind, size=stage.size, flow_l_s=passing, side_by_side=stage.side_by_side)
                if stage.clean_kpa is None
                else float(stage.clean_kpa * times)
            )
            return clean + (_settled_kpa(document) * at_peak if dirty else 0.0)
        case _:
            usual = {"strainer": STRAINER_KPA, "calcite": CALCITE_KPA, "tap_filter": TAP_FILTER_KPA}[stage.kind]
            return float((usual if stage.clean_kpa is None else stage.clean_kpa) * times)


def _settled_kpa(document: Property) -> float:
    """What has settled on one cartridge takes at the peak when all are due: the rise is read across them all."""
    cartridges = sum(stage.kind in ("sediment", "carbon") for stage in document.treatment.stages)
    return DIRTY_RISE_KPA / max(1, cartridges)


def train_kpa(document: Property, *, dirty: bool) -> Callable[[float], float]:
    """What the whole train takes while the pump gives a flow [L/s]. [kPa]"""
    numbers = range(len(document.treatment.stages))
    return lambda flow: sum(drop_kpa(document, number, flow, dirty=dirty) for number in numbers)


def lamp_number(document: Property) -> int | None:
    """Where the lamp stands in the train, from 0; None without one."""
    return next((number for number, stage in enumerate(document.treatment.stages) if stage.kind == "uv"), None)


def life_months_of(document: Property, number: int, use_m3_year: dict[Quality, float]) -> float | None:
    """Until a stage is due, by the water that passes it: the lamp by its rated hours, carbon once a year at the
    latest, sediment once in three. None where it does not wear. [months]"""
    train = document.treatment
    stage = train.stages[number]
    if stage.kind == "uv":
        return ultraviolet.RATED_LIFE_H / 24 / 365.25 * 12
    if stage.kind not in ("sediment", "carbon"):
        return None
    leaves = {"garden": train.garden_after, "indoor": train.indoor_after, "drinking": len(train.stages)}
    through = sum(m3 for use, m3 in use_m3_year.items() if leaves[use] > number)
    life = life_months(size=stage.size, use_m3_year=max(through, 0.1), side_by_side=stage.side_by_side)
    return min(life, CARBON_MONTHS if stage.kind == "carbon" else SEDIMENT_MONTHS)


def first_life_months(document: Property, use_m3_year: dict[Quality, float]) -> float | None:
    """Until the first sediment cartridge is due; None without one. [months]"""
    numbers = [number for number, stage in enumerate(document.treatment.stages) if stage.kind == "sediment"]
    lives = [life_months_of(document, number, use_m3_year) for number in numbers]
    return min((life for life in lives if life is not None), default=None)


def uv_dose_mj_cm2(document: Property, flow_l_s: float) -> float:
    """Dose at a flow with the lamp as old as it is and a sleeve before it is cleaned. [mJ/cm2]"""
    uv = document.treatment.uv
    return ultraviolet.dose_mj_cm2(
        rated_mj_cm2=uv.rated_mj_cm2,
        rated_flow_l_s=uv.rated_flow_l_s,
        rated_uvt_percent=uv.rated_uvt_percent,
        flow_l_s=min(100.0, max(flow_l_s, 1e-3)),
        uvt_percent=DESIGN_UVT_PERCENT if uv.uvt_percent is None else uv.uvt_percent,
        depth_cm=uv.depth_cm,
        lamp=ultraviolet.lamp_share(uv.lamp_h),
        sleeve=ultraviolet.FOULED_SLEEVE_SHARE,
    )
