"""Household: who uses how much, and when."""

import numpy as np
from pydantic import BaseModel

from lean_year.core.household import DAYS_IN_MONTH, HABITS_L_PERSON_DAY, MonthlyDemand, monthly_demand
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.wording import MONTHS, Wording
from lean_year.property.document import Property

CAUTIONS = [
    "Untreated rainwater is not drinking water. Treatment comes at its own station; until then plan another "
    "source for drinking.",
    "A pipe that could join this supply to the mains needs backflow protection by a licensed plumber. "
    "Local code comes first.",
]


class HouseholdMonth(BaseModel):
    """Use in one calendar month. [L per day]"""

    month: int
    people: float
    indoor_l_day: float
    garden_l_day: float
    total_l_day: float


class HouseholdPlan(BaseModel):
    figures: dict[str, Figure]
    months: list[HouseholdMonth]
    findings: list[Finding]
    cautions: list[str]


def demand_of(document: Property) -> MonthlyDemand:
    """The month-by-month demand of a document."""
    household = document.household
    return monthly_demand(
        residents=household.residents,
        guests=np.array(household.guests),
        litres_person_day=household.indoor_l_person_day,
        garden_l_month=np.array(household.garden_l_month),
    )


def plan_household(document: Property, demand: MonthlyDemand, say: Wording) -> HouseholdPlan:
    """The household stage: the demand and where it comes from."""
    household = document.household
    total = demand.total_l_day
    top = int(np.argmax(total))
    habit = household.litres_person_day is None
    each = say.rate(household.indoor_l_person_day)
    figures = {
        "litres_person_day": Figure(
            value=household.indoor_l_person_day,
            unit="L/d",
            label="Indoor use for each person",
            basis="common_practice" if habit else "entered",
            source="usual figures by habit" if habit else "entered",
            formula="by habit: " + ", ".join(f"{name} {say.rate(use)}" for name, use in HABITS_L_PERSON_DAY.items()),
            working=f"{household.habit}: {each}" if habit else each,
            moves="Use follows people and habit, not floor area. Read the meter for a month if there is one.",
        ),
        "demand_l_day": Figure(
            value=demand.year_l / 365.25,
            unit="L/d",
            label="Mean use",
            basis="derived",
            formula="mean over the year of people × use + garden",
            working=f"{demand.people @ DAYS_IN_MONTH / DAYS_IN_MONTH.sum():.2g} people × {each}, "
            f"garden {say.volume(sum(household.garden_l_month))} a year",
        ),
        "top_month_l_day": Figure(
            value=float(total[top]),
            unit="L/d",
            label=f"Highest month, {MONTHS[top]}",
            basis="derived",
            formula="people × use + the month's garden water / its days",
            working=f"{demand.people[top]:g} people × {each} + {say.rate(float(demand.garden_l_day[top]))} garden",
        ),
        "demand_l_year": Figure(
            value=demand.year_l,
            unit="L",
            label="Use in a year",
            basis="derived",
            formula="sum over the months of daily use × days",
            working=f"indoors {say.volume(float(demand.indoor_l_day @ DAYS_IN_MONTH))}, "
            f"garden {say.volume(float(demand.garden_l_day @ DAYS_IN_MONTH))}",
        ),
    }
    findings = []
    if demand.year_l == 0:
        findings.append(
            Finding(
                code="HOUSEHOLD_NO_USE",
                stage="household",
                severity="caution",
                text="Nobody uses water yet, so every tank carries the house.",
                fix="Enter the people or the garden's water.",
            )
        )
    months = [
        HouseholdMonth(
            month=month + 1,
            people=float(demand.people[month]),
            indoor_l_day=float(demand.indoor_l_day[month]),
            garden_l_day=float(demand.garden_l_day[month]),
            total_l_day=float(total[month]),
        )
        for month in range(12)
    ]
    return HouseholdPlan(figures=figures, months=months, findings=findings, cautions=CAUTIONS)
