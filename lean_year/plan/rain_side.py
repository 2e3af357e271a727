"""From the sky to the tanks: everything that filters, pump and pads do not change."""

from dataclasses import dataclass, replace

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.plan.answer.cache import Kept, Same
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.demand import HouseholdDemand, demand_of
from lean_year.plan.model.harvest import Catch, catch_rain
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.prepared_rain import PreparedRain, records_like
from lean_year.plan.model.supply import Supply, operation_of
from lean_year.plan.stations.cistern.stage import CisternPlan, plan_cistern
from lean_year.plan.stations.rain.stage import RainPlan, plan_rain
from lean_year.plan.stations.roofs.stage import RoofsPlan, plan_roofs
from lean_year.plan.verdict import Verdict, verdict
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True)
class RainSide:
    """Everything from the sky to the tanks, with the replay behind it."""

    rain: RainPlan
    roofs: RoofsPlan
    cistern: CisternPlan
    verdict: Verdict
    catch: Catch
    supply: Supply
    run: OperatedReplay


BEHIND_THE_TANKS = {"name", "place", "treatment", "pump", "ground", "assumed"}
"""Parts of a document that the rain side does not ask for."""
_kept: Kept[RainSide] = Kept(8)


def rain_side(document: Property, rain: PreparedRain, demand: HouseholdDemand, say: Wording) -> RainSide:
    """The rain side of a document. Kept: another filter, pump or pad changes none of it."""
    parts = document.model_dump_json(exclude=BEHIND_THE_TANKS)
    return _kept.get((Same(rain), parts), lambda: _rain_side(document, rain, demand, say))


def _rain_side(document: Property, rain: PreparedRain, demand: HouseholdDemand, say: Wording) -> RainSide:
    catch = catch_rain(document, rain)
    roofs = plan_roofs(document, rain, catch, demand, say)
    supply = supply_of(document, rain, catch, demand)
    run = supply.run()
    cistern = plan_cistern(document, supply, run, catch, roofs.figures["area_m2"].value or 0.0, say)
    _worth_of_each_roof(roofs, catch, supply)
    words = verdict(cistern, say, _carried_in_records_like_it(document, rain))
    return RainSide(plan_rain(rain, say), roofs, cistern, words, catch, supply, run)


def supply_of(document: Property, rain: PreparedRain, catch: Catch, demand: HouseholdDemand) -> Supply:
    """The supply of a document, ready for replays."""
    return Supply(
        rain=rain,
        inflow_l=catch.total,
        loss_l=catch.lost_l,
        demand=demand.at_steps(document.household),
        operation=operation_of(document.household, document.cistern),
        layout=layout_of(document),
        start_share=document.cistern.start_share,
    )


def _worth_of_each_roof(roofs: RoofsPlan, catch: Catch, supply: Supply) -> None:
    alone = supply.on_rain_alone  # a back-up would carry every year without any roof
    for row, surface in enumerate(roofs.surfaces):
        if surface.on:
            # Subtraction can leave a hair below zero where this is the only roof.
            left = (supply.inflow_l - catch.kept_by_roof[row]).clip(min=0)
            surface.years_carried_without = replace(alone, inflow_l=left).years_carried()


def _carried_in_records_like_it(document: Property, rain: PreparedRain) -> tuple[int, int, int] | None:
    """For a record made from twelve means: fewest and most years carried in others made from the same."""
    if rain.record.made_from is None or rain.record.made_from.kind != "means":
        return None
    carried, of_years = [], 0
    for other in records_like(rain):
        supply = supply_of(document, other, catch_rain(document, other), demand_of(document, other))
        of_years = int(other.counts.sum())
        carried.append(supply.years_carried())
    return min(carried), max(carried), of_years
