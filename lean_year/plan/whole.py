"""The whole plan in one call."""

from dataclasses import dataclass

from pydantic import BaseModel

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.household.uses import Quality
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.fall import Station, stations
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.flow import arrives_l_s, flows_at, overflow_intensity_mm_h
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply
from lean_year.plan.rain_side import rain_side
from lean_year.plan.stations.cistern.stage import CisternPlan
from lean_year.plan.stations.first_flush.stage import FirstFlushPlan, plan_first_flush
from lean_year.plan.stations.ground.stage import GroundPlan, plan_ground
from lean_year.plan.stations.gutters.stage import GuttersPlan, plan_gutters
from lean_year.plan.stations.household.stage import HouseholdPlan, plan_household
from lean_year.plan.stations.overflow.stage import OverflowPlan, plan_overflow
from lean_year.plan.stations.pump.stage import PumpPlan, plan_pump
from lean_year.plan.stations.pump.top_up import TopUpPlan, plan_top_up
from lean_year.plan.stations.rain.stage import RainPlan
from lean_year.plan.stations.roofs.stage import RoofsPlan, plan_roofs
from lean_year.plan.stations.treatment.stage import TreatmentPlan, plan_treatment
from lean_year.plan.verdict import NO_RAIN, Verdict
from lean_year.property.document import Property

_WORST_FIRST = {"fails": 0, "caution": 1, "note": 2}


class WholePlan(BaseModel):
    """Every stage's results. A stage that is not built yet, or has no rain to work on, is None."""

    verdict: str
    verdict_parts: Verdict
    stations: list[Station]
    roofs: RoofsPlan
    rain: RainPlan | None
    household: HouseholdPlan
    tank_l: float
    """Water in the tanks of the planned phase, floor to overflow."""
    cistern: CisternPlan | None
    gutters: GuttersPlan
    first_flush: FirstFlushPlan
    overflow: OverflowPlan
    treatment: TreatmentPlan
    pump: PumpPlan
    top_up: TopUpPlan
    ground: GroundPlan
    parts: None = None
    price: None = None
    build: None = None
    findings: list[Finding]


@dataclass(frozen=True, slots=True)
class Planned:
    """The plan, with the daily replay behind it for whoever draws it."""

    plan: WholePlan
    replay: OperatedReplay | None


def _through_the_train_m3(household: HouseholdPlan) -> dict[Quality, float]:
    """What rain gives to each quality of use in a mean year. [m3]"""
    total: dict[Quality, float] = {"garden": 0.0, "indoor": 0.0, "drinking": 0.0}
    for use in household.uses:
        if use.from_rain:
            total[use.quality] += use.mean_l_day * DAYS_PER_YEAR / 1000
    return total


def _overflow(
    document: Property, gutters: GuttersPlan, supply: Supply | None, run: OperatedReplay | None, say: Wording
) -> OverflowPlan:
    """The overflow at its own downpour, which the gutters and pipes may not bring whole."""
    flows = flows_at(document, overflow_intensity_mm_h(document))
    return plan_overflow(
        document, flows, arrives_l_s(document, flows, gutters.places, gutters.runs), supply, run, say
    )


def plan_property(document: Property, rain: PreparedRain | None) -> Planned:
    """Work out everything for a document and its rain.

    Parameters
    ----------
    document : Property
    rain : PreparedRain or None
        None where the property has no record yet; the stages that need rain are then None.

    Returns
    -------
    Planned
    """
    say = Wording(document.units)
    demand = demand_of(document, rain)
    household = plan_household(document, demand, rain, say)
    rain_plan = cistern = run = catch = supply = None
    words = NO_RAIN
    if rain is None:
        roofs = plan_roofs(document, None, None, demand, say)
    else:
        side = rain_side(document, rain, demand, say)
        rain_plan, roofs, cistern, words = side.rain, side.roofs, side.cistern, side.verdict
        catch, supply, run = side.catch, side.supply, side.run
    gutters = plan_gutters(document, rain, flows_at(document, document.rain.design_intensity_mm_h), say)
    overflow = _overflow(document, gutters, supply, run, say)
    first_flush = plan_first_flush(document, rain, catch, say)
    through = _through_the_train_m3(household)
    treatment = plan_treatment(document, through, say)
    pump = plan_pump(document, sum(through.values()), say)
    top_up = plan_top_up(document, run, say)
    ground = plan_ground(document, cistern.first_year if cistern else None, say)
    stages = (rain_plan, roofs, household, gutters, first_flush, cistern, overflow, treatment, pump, top_up, ground)
    found = [finding for stage in stages if stage is not None for finding in stage.findings]
    found.sort(key=lambda finding: _WORST_FIRST[finding.severity])
    plan = WholePlan(
        verdict=words.text,
        verdict_parts=words,
        stations=stations(
            document,
            rain_plan,
            roofs,
            household,
            cistern,
            gutters,
            first_flush,
            overflow,
            treatment,
            pump,
            ground,
            found,
            say,
        ),
        roofs=roofs,
        rain=rain_plan,
        household=household,
        tank_l=document.cistern.gross_l,
        cistern=cistern,
        gutters=gutters,
        first_flush=first_flush,
        overflow=overflow,
        treatment=treatment,
        pump=pump,
        top_up=top_up,
        ground=ground,
        findings=found,
    )
    return Planned(plan, run)
