"""The fall: every station with its one figure and its status, in the order the water takes."""

from typing import Literal

from pydantic import BaseModel

from lean_year.plan.answer.figure import Finding, Stage
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.stations.cistern.stage import CisternPlan
from lean_year.plan.stations.first_flush.stage import FirstFlushPlan
from lean_year.plan.stations.ground.stage import GroundPlan
from lean_year.plan.stations.gutters.stage import GuttersPlan
from lean_year.plan.stations.household.stage import HouseholdPlan
from lean_year.plan.stations.overflow.stage import OverflowPlan
from lean_year.plan.stations.pump.stage import PumpPlan
from lean_year.plan.stations.rain.stage import RainPlan
from lean_year.plan.stations.roofs.stage import RoofsPlan
from lean_year.plan.stations.treatment.stage import TreatmentPlan
from lean_year.property.document import Property

Status = Literal["settled", "decide", "caution", "fails", "not_built"]

NAMES: dict[Stage, str] = {
    "rain": "Rain",
    "roofs": "Roofs",
    "gutters": "Gutters & pipes",
    "first_flush": "First flush",
    "cistern": "Cistern",
    "overflow": "Overflow",
    "pump": "Pump",
    "treatment": "Treatment",
    "household": "Household",
    "ground": "Ground",
    "price": "Parts & price",
    "build": "Build",
    "log": "Log",
}
_DOCUMENT_PARTS: dict[Stage, str] = {
    "rain": "/rain",
    "roofs": "/roofs",
    "household": "/household",
    "cistern": "/cistern",
    "gutters": "/downpipes",
    "first_flush": "/first_flush",
    "overflow": "/overflow",
    "treatment": "/treatment",
    "pump": "/pump",
    "ground": "/ground",
}


class Station(BaseModel):
    stage: Stage
    name: str
    headline: str
    status: Status


def stations(
    document: Property,
    rain: RainPlan | None,
    roofs: RoofsPlan,
    household: HouseholdPlan,
    cistern: CisternPlan | None,
    gutters: GuttersPlan,
    first_flush: FirstFlushPlan,
    overflow: OverflowPlan,
    treatment: TreatmentPlan,
    pump: PumpPlan,
    ground: GroundPlan,
    findings: list[Finding],
    say: Wording,
) -> list[Station]:
    """All stations. One that the application cannot work out yet says so and carries no figure."""
    headlines: dict[Stage, str] = {}
    if rain is None:
        headlines["rain"] = "no record yet"
    else:
        mean = rain.figures["mean_year_mm"].value
        lean = f", lean {say.rain(rain.years[cistern.lean_year].total_mm).split()[0]}" if cistern else ""
        headlines["rain"] = f"{say.rain(mean)}{lean}" if mean is not None else several(rain.days, "day")
    on = sum(roof.on for roof in document.roofs)
    headlines["roofs"] = f"{say.area(roofs.figures['area_m2'].value or 0)}, {several(on, 'roof')}"
    use, top = (say.rate(household.figures[key].value or 0) for key in ("demand_l_day", "top_month_l_day"))
    headlines["household"] = f"{use.replace(' a day', '/day')}, top {top.split()[0]}"
    tank = say.volume(document.cistern.gross_l)
    if cistern:
        dry = int(cistern.figures["short_d"].value or 0)
        tightest = say.volume(cistern.figures["tightest_l"].value or 0).removesuffix(" gal")
        headlines["cistern"] = f"{tank}, dry {dry:,} d" if dry else f"{tank}, low {tightest}"
    else:
        headlines["cistern"] = f"{tank}, not replayed"
    drop = gutters.figures["drop_m"].value
    headlines["gutters"] = "heights not measured" if drop is None else f"{say.length(drop)} of drop"
    depth, volume = (first_flush.figures[key].value or 0.0 for key in ("depth_mm", "volume_l"))
    none = first_flush.kind == "none"
    headlines["first_flush"] = "none" if none else f"{say.volume(volume)}, first {say.shallow(depth)}"
    spill = overflow.figures.get("spill_l_year")
    passes = say.flow(overflow.place.capacity_l_s)
    headlines["overflow"] = f"{say.volume(spill.value)} a year" if spill and spill.value is not None else passes
    stages = len(treatment.stages)
    taken = say.pressure(treatment.figures["dirty_kpa"].value or 0.0)
    headlines["treatment"] = f"{several(stages, 'stage')}, {taken}" if stages else "nothing chosen"
    headlines["pump"] = _pump_headline(pump, say)
    full_kg = sum((pad.figures["full_kg"].value or 0.0) * pad.count for pad in ground.pads)
    pressed = max((pad.figures["ground_kpa"].value or 0.0) for pad in ground.pads)
    headlines["ground"] = f"{say.tonnes(full_kg / 1000)}, {say.pressure(pressed)}"
    return [
        Station(
            stage=stage,
            name=name,
            headline=headlines.get(stage, "not in this version"),
            status=_status(stage, document, rain, drop is None, findings) if stage in headlines else "not_built",
        )
        for stage, name in NAMES.items()
    ]


def _pump_headline(pump: PumpPlan, say: Wording) -> str:
    match pump.way:
        case "undecided":
            return "not decided"
        case "gravity":
            flow = pump.figures["gravity_l_s"].value
            return "gravity" if flow is None else f"gravity, {say.flow(flow)}"
        case "header":
            return f"header tank, {say.pressure(max(0.0, pump.figures['tap_dirty_kpa'].value or 0.0))}"
        case _:
            tap = max(0.0, pump.figures["tap_dirty_kpa"].value or 0.0)
            return f"{say.flow(pump.figures['peak_l_s'].value or 0.0)}, {say.pressure(tap)}"


def _status(
    stage: Stage, document: Property, rain: RainPlan | None, unmeasured: bool, findings: list[Finding]
) -> Status:
    severities = {finding.severity for finding in findings if finding.stage == stage}
    if "fails" in severities:
        return "fails"
    if "caution" in severities:
        return "caution"
    if stage == "gutters" and unmeasured:
        return "decide"
    if (stage == "pump" and document.pump.way == "undecided") or (
        stage == "treatment" and not document.treatment.stages
    ):
        return "decide"
    if stage == "ground" and document.ground.soil == "unknown":
        return "decide"
    part = _DOCUMENT_PARTS[stage]
    undecided = any(pointer.startswith(part) for pointer in document.assumed)
    if undecided or (rain is None and stage in ("rain", "cistern")):
        return "decide"
    return "settled"
