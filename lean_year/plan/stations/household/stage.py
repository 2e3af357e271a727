"""Household: who uses how much, when, for what, and from which water."""

import numpy as np
from pydantic import BaseModel

from lean_year.core.calendar import means_by_month
from lean_year.core.household.uses import KINDS, Kind, Quality
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.demand import HouseholdDemand
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.household.figures import household_figures
from lean_year.plan.stations.household.findings import household_findings
from lean_year.plan.stations.household.needs import household_needs
from lean_year.property.document import Property

UNTREATED = (
    "Untreated rainwater is not drinking water. Treatment comes at its own station; until then plan another source "
    "for drinking."
)
GARDEN_WATER = "Untreated rainwater is not drinking water: nobody drinks from a garden tap or its hose."
MAINS = (
    "A pipe that could join this supply to the mains needs backflow protection by a licensed plumber. "
    "Local code comes first."
)
MIST_CAUTION = (
    "Warm mist and spray can carry Legionella: showers, pressure washers, sprinklers and misting beds fed from a "
    "warm store need disinfected water, or drip instead."
)
GREYWATER_CAUTION = (
    "Greywater goes under mulch the day it is made, never to leaves that are eaten raw and never into a rain tank. "
    "Local code decides whether it may be used at all."
)


class HouseholdMonth(BaseModel):
    """Use of the rain supply in one calendar month. [L per day]"""

    month: int
    people: float
    indoor_l_day: float
    garden_l_day: float
    animals_l_day: float
    other_l_day: float
    total_l_day: float
    elsewhere_l_day: float
    """What other water serves."""


class UsePlan(BaseModel):
    """One use over the record."""

    id: str
    name: str
    kind: Kind
    quality: Quality
    from_rain: bool
    each_l: float
    mean_l_day: float
    by_month_l_day: list[float]


class HouseholdPlan(BaseModel):
    figures: dict[str, Figure]
    months: list[HouseholdMonth]
    uses: list[UsePlan]
    """Largest first."""
    findings: list[Finding]
    cautions: list[str]


@cached_by_parts(16, "household", "site")
def plan_household(
    document: Property, demand: HouseholdDemand, rain: PreparedRain | None, say: Wording
) -> HouseholdPlan:
    """The household stage: the demand and where it comes from. Not to be changed by the caller."""
    daily = [*(demand.of(kind) for kind in KINDS), demand.people, demand.elsewhere_l]
    *by_kind, people, elsewhere = means_by_month(daily, demand.month)
    kinds = dict(zip(KINDS, by_kind, strict=True))
    total = sum(by_kind, np.zeros(12))
    months = [
        HouseholdMonth(
            month=row + 1,
            people=float(people[row]),
            indoor_l_day=float(kinds["house"][row]),
            garden_l_day=float(kinds["garden"][row]),
            animals_l_day=float(kinds["animals"][row]),
            other_l_day=float(kinds["other"][row]),
            total_l_day=float(total[row]),
            elsewhere_l_day=float(elsewhere[row]),
        )
        for row in range(12)
    ]
    of_uses = means_by_month([use.daily_l for use in demand.uses], demand.month).tolist()
    uses = [
        UsePlan(
            id=use.id,
            name=use.name,
            kind=use.kind,
            quality=use.quality,
            from_rain=use.from_rain,
            each_l=use.each_l,
            mean_l_day=use.mean_l_day,
            by_month_l_day=by_month_l_day,
        )
        for use, by_month_l_day in zip(demand.uses, of_uses, strict=True)
    ]
    uses.sort(key=lambda use: -use.mean_l_day)
    cautions = [GARDEN_WATER if document.household.garden_only else UNTREATED, MAINS]
    if document.household.cheaper.greywater_share > 0:
        cautions.append(GREYWATER_CAUTION)
    if document.household.anybody or any(use.kind == "other" for use in document.household.listed):
        cautions.append(MIST_CAUTION)
    return HouseholdPlan(
        figures=household_figures(document, demand, total, rain, say),
        months=months,
        uses=uses,
        findings=household_findings(document, demand, rain),
        cautions=cautions,
    )


def _headline(model: PropertyModel, plan: HouseholdPlan) -> str:
    use, top = (model.say.rate(plan.figures[key].value or 0) for key in ("demand_l_day", "top_month_l_day"))
    return f"{use.replace(' a day', '/day')}, top {top.split()[0]}"


STATION = Station(
    key="household",
    name="Household",
    job_step=4,
    entries=("/household",),
    answer=HouseholdPlan,
    plan=lambda model: plan_household(model.document, model.demand, model.rain, model.say),
    headline=_headline,
    needs=lambda model, _plan: household_needs(model.document),
)
