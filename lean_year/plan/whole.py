"""The whole plan in one call."""

from dataclasses import dataclass

from pydantic import BaseModel

from lean_year.core.cistern import Replay
from lean_year.core.household import daily_demand_l
from lean_year.plan.cistern import CisternPlan, Supply, plan_cistern, replay, years_carried
from lean_year.plan.figure import Finding
from lean_year.plan.household import HouseholdPlan, demand_of, plan_household
from lean_year.plan.rain import PreparedRain, RainPlan, plan_rain
from lean_year.plan.roofs import Catch, RoofsPlan, catch_rain, plan_roofs
from lean_year.plan.stations import Station, stations
from lean_year.plan.verdict import NO_RAIN, Verdict, verdict
from lean_year.plan.wording import Wording
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
    cistern: CisternPlan | None
    gutters: None = None
    first_flush: None = None
    overflow: None = None
    treatment: None = None
    pump: None = None
    ground: None = None
    parts: None = None
    price: None = None
    build: None = None
    findings: list[Finding]


@dataclass(frozen=True, slots=True)
class Planned:
    """The plan, with the daily replay behind it for whoever draws it."""

    plan: WholePlan
    replay: Replay | None


def _worth_of_each_roof(document: Property, roofs: RoofsPlan, catch: Catch, supply: Supply) -> None:
    for row, surface in enumerate(roofs.surfaces):
        if surface.on:
            without = Supply(supply.inflow_l - catch.by_roof[row], supply.demand_l, supply.rain)
            # Subtraction can leave a hair below zero where this is the only roof.
            without.inflow_l.clip(min=0, out=without.inflow_l)
            surface.years_carried_without = years_carried(replay(document.cistern, without), supply.rain)


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
    demand = demand_of(document)
    household = plan_household(document, demand, say)
    rain_plan = cistern = run = None
    words = NO_RAIN
    if rain is None:
        roofs = plan_roofs(document, None, None, say)
    else:
        rain_plan = plan_rain(rain, say)
        catch = catch_rain(document, rain)
        roofs = plan_roofs(document, rain, catch, say)
        supply = Supply(catch.total, daily_demand_l(demand, rain.month), rain)
        run = replay(document.cistern, supply)
        cistern = plan_cistern(document.cistern, supply, run, say)
        _worth_of_each_roof(document, roofs, catch, supply)
        words = verdict(cistern, say)
    found = [
        finding for stage in (rain_plan, roofs, household, cistern) if stage is not None for finding in stage.findings
    ]
    found.sort(key=lambda finding: _WORST_FIRST[finding.severity])
    plan = WholePlan(
        verdict=words.text,
        verdict_parts=words,
        stations=stations(document, rain_plan, roofs, household, cistern, found, say),
        roofs=roofs,
        rain=rain_plan,
        household=household,
        cistern=cistern,
        findings=found,
    )
    return Planned(plan, run)
