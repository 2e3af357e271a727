"""The methods of making rain fit to drink, side by side: what each covers, leaves uncovered, and costs the shower."""

import math
from typing import Any

from pydantic import BaseModel

from lean_year.core.treatment import chlorine, ultraviolet
from lean_year.core.treatment.cartridges import CYST_LOG, CYST_MICRON, FINE_MICRON, TAP_FILTER_MICRON
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.levels import by_heights_alone
from lean_year.plan.model.pressure_side import LIFT_READS, System, gives
from lean_year.plan.model.train import is_cartridge, lamp_wanted_l_s, through_lamp_l_s, uv_dose_mj_cm2
from lean_year.property.document import Property
from lean_year.property.treatment import LONGEST_CONTACT_MIN, ChlorineEntry, TreatmentStage

TARGETS: tuple[ultraviolet.Target, ...] = ("cryptosporidium", "giardia", "virus")

FINE = {"kind": "sediment", "micron": FINE_MICRON}
CARBON = {"kind": "carbon", "micron": FINE_MICRON}
CYST = {"kind": "sediment", "micron": CYST_MICRON, "absolute": True}
TAP_FILTER = {"kind": "tap_filter", "micron": TAP_FILTER_MICRON, "absolute": True}


class DisinfectionMethod(BaseModel):
    key: str
    label: str
    covers: str
    leaves: str
    """What it leaves uncovered."""
    logs: dict[str, float]
    """log10 taken of each target, at the taps that it covers."""
    tap_dirty_kpa: float | None
    """At the highest tap at the peak, cartridges due; None where it is not decided how the house is fed."""
    chosen: bool
    operations: list[dict[str, Any]]


def train_logs(document: Property) -> dict[str, float]:
    """log10 that the train takes of each target, all barriers together."""
    logs: dict[str, float] = dict.fromkeys(TARGETS, 0.0)
    through = through_lamp_l_s(document)
    if through is not None:
        dose = min(10_000.0, uv_dose_mj_cm2(document, through))
        logs = {target: ultraviolet.log_credit(dose, target) for target in TARGETS}
    if document.treatment.chlorine.on and document.treatment.chlorine.contact_min >= contact_needed_min(document):
        logs = {target: log + chlorine.CHLORINE_LOG[target] for target, log in logs.items()}
    if any(keeps_cysts(stage) for stage in document.treatment.stages):
        logs = {target: log + (CYST_LOG if target != "virus" else 0.0) for target, log in logs.items()}
    return logs


def keeps_cysts(stage: TreatmentStage) -> bool:
    """Whether a stage is an absolute filter that Cryptosporidium does not pass."""
    return stage.absolute and stage.micron <= CYST_MICRON and (is_cartridge(stage) or stage.kind == "tap_filter")


def contact_needed_min(document: Property) -> float:
    """How long dosed water must stand, for 3 log of Giardia. [min]"""
    residual = residual_mg_l(document)
    asked = chlorine.contact_mg_min_l(
        against="giardia",
        water_c=min(40.0, document.pump.water_c),
        ph=document.treatment.chlorine.ph,
        residual_mg_l=residual,
    )
    return chlorine.contact_min(asked_mg_min_l=asked, residual_mg_l=residual)


def standing_min(document: Property) -> float:
    """How long it stands where chlorine is taken up: as entered, or as long as it must. [min]"""
    return max(
        document.treatment.chlorine.contact_min, min(LONGEST_CONTACT_MIN, math.ceil(contact_needed_min(document)))
    )


def residual_mg_l(document: Property) -> float:
    """Free chlorine that is counted on at the tap: never more than was dosed. [mg/L]"""
    entered = document.treatment.chlorine
    return max(1e-3, min(entered.residual_mg_l, entered.dose_mg_l))


@cached_by_parts(16, *LIFT_READS, narrowed=by_heights_alone)
def disinfection_methods(document: Property, say: Wording) -> list[DisinfectionMethod]:
    """All of them, with the edit that takes each up."""
    entered = document.treatment
    kinds = {stage.kind for stage in entered.stages}
    lamp, dosed, one_tap = "uv" in kinds, entered.chlorine.on, "tap_filter" in kinds
    held = [stage.model_dump() for stage in entered.stages if stage.kind not in ("uv", "tap_filter")]
    lamp_stage = next((stage.model_dump() for stage in entered.stages if stage.kind == "uv"), {"kind": "uv"})
    fine = held if any(_finest(stage) <= 5 for stage in held) else [*held, FINE]
    for_lamp = [*(fine if any(stage["kind"] == "carbon" for stage in fine) else [*fine, CARBON]), lamp_stage]
    plain = [stage for stage in held if stage["kind"] != "carbon"]
    kept_back = any(keeps_cysts(stage) and is_cartridge(stage) for stage in entered.stages)
    cyst = plain if kept_back else [*plain, CYST]
    rows = [
        ("uv", "UV on everything indoors", "Every tap indoors; all their water passes the light.",
         "Adenovirus, by half a log only; pipes behind the lamp, which nothing keeps clean; the time without power.",
         for_lamp, False, lamp and not dosed),
        ("chlorine", "Chlorine in the tank", "Every tap, with a residual down to the last one.",
         f"Cryptosporidium, but for an absolute filter of {say.micron(CYST_MICRON)}; days on which nobody "
         "dosed; its taste.",
         [*cyst, TAP_FILTER], True, dosed and not lamp),
        ("both", "UV, and chlorine in the tank", "Every tap, viruses too: for people who are frail.",
         "What both ask for in upkeep.", for_lamp, True, dosed and lamp),
        ("one_tap", "A filter at the kitchen tap", "One tap.",
         "Shower, bath, tooth brush, dishes, ice: water that is not safe to swallow. Viruses at the tap itself.",
         [*plain, TAP_FILTER], False, one_tap and not lamp and not dosed),
    ]  # fmt: skip
    return [
        _method(document, key, label, covers, leaves, stages, on, chosen)
        for key, label, covers, leaves, stages, on, chosen in rows
    ]


def with_stages(document: Property, stages: list[dict[str, Any]], dosed: ChlorineEntry | None = None) -> Property:
    """The same with another train, whose lamp is large enough where one is made that large."""
    entered = document.treatment
    train = entered.model_copy(
        update={
            "stages": [TreatmentStage.model_validate(stage) for stage in stages],
            "chlorine": entered.chlorine if dosed is None else dosed,
        }
    )
    other = document.model_copy(update={"treatment": train})
    wanted = lamp_wanted_l_s(other)
    if wanted is None or wanted <= train.uv.rated_flow_l_s:
        return other
    large = train.model_copy(update={"uv": train.uv.model_copy(update={"rated_flow_l_s": wanted})})
    return other.model_copy(update={"treatment": large})


def lamp_operations(document: Property, other: Property) -> list[dict[str, Any]]:
    """The edit that gives a document the lamp of another."""
    rated = other.treatment.uv.rated_flow_l_s
    return [] if rated == document.treatment.uv.rated_flow_l_s else [replace("/treatment/uv/rated_flow_l_s", rated)]


def _finest(stage: dict[str, Any]) -> float:
    return float(stage["micron"]) if stage["kind"] in ("sediment", "carbon") else 1e9


def _method(
    document: Property,
    key: str,
    label: str,
    covers: str,
    leaves: str,
    stages: list[dict[str, Any]],
    chlorine_on: bool,
    chosen: bool,
) -> DisinfectionMethod:
    entered = document.treatment
    contact_min = standing_min(document)
    operations = [replace("/treatment/stages", stages), replace("/treatment/chlorine/on", chlorine_on)]
    if chlorine_on and contact_min > entered.chlorine.contact_min:
        operations.append(replace("/treatment/chlorine/contact_min", contact_min))
    if chosen:
        other = document
    else:
        dosed = entered.chlorine.model_copy(update={"on": chlorine_on, "contact_min": contact_min})
        other = with_stages(document, stages, dosed)
        operations += lamp_operations(document, other)
    system = System(other)
    press = gives(other, system)
    return DisinfectionMethod(
        key=key,
        label=label,
        covers=covers,
        leaves=leaves,
        logs=train_logs(other),
        tap_dirty_kpa=None if press is None else system.end_kpa(press, system.peak_l_s, dirty=True),
        chosen=chosen,
        operations=operations,
    )
