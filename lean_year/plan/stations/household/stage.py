"""Household: who uses how much, when, for what, and from which water."""

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.household.uses import HABITS_L_PERSON_DAY, KINDS, MEASURED_US_L_PERSON_DAY, Kind, Quality
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import MONTHS, Wording
from lean_year.plan.model.demand import HouseholdDemand, et0_mm
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.property.document import Property

CAUTIONS = [
    "Untreated rainwater is not drinking water. Treatment comes at its own station; until then plan another "
    "source for drinking.",
    "A pipe that could join this supply to the mains needs backflow protection by a licensed plumber. "
    "Local code comes first.",
]
MIST_CAUTION = "Warm mist and spray can carry Legionella: disinfect the water of a misting bed, or drip it instead."
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


def _by_month(daily: NDArray[np.float64], month: NDArray[np.int64]) -> NDArray[np.float64]:
    """Mean of each calendar month, shape (12,)."""
    days = np.bincount(month, minlength=13)[1:]
    return np.asarray(np.bincount(month, daily, minlength=13)[1:] / np.maximum(days, 1))


@cached_by_parts(16, "household", "site")
def plan_household(
    document: Property, demand: HouseholdDemand, rain: PreparedRain | None, say: Wording
) -> HouseholdPlan:
    """The household stage: the demand and where it comes from. Not to be changed by the caller."""
    kinds = {kind: _by_month(demand.of(kind), demand.month) for kind in KINDS}
    total = sum(kinds.values(), np.zeros(12))
    people = _by_month(demand.people, demand.month)
    elsewhere = _by_month(demand.elsewhere_l, demand.month)
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
    uses = [
        UsePlan(
            id=use.id,
            name=use.name,
            kind=use.kind,
            quality=use.quality,
            from_rain=use.from_rain,
            each_l=use.each_l,
            mean_l_day=float(use.daily_l.mean()),
            by_month_l_day=_by_month(use.daily_l, demand.month).tolist(),
        )
        for use in demand.uses
    ]
    uses.sort(key=lambda use: -use.mean_l_day)
    cautions = list(CAUTIONS)
    if document.household.cheaper.greywater_share > 0:
        cautions.append(GREYWATER_CAUTION)
    if any(use.kind == "other" for use in document.household.uses):
        cautions.append(MIST_CAUTION)
    return HouseholdPlan(
        figures=_figures(document, demand, total, rain, say),
        months=months,
        uses=uses,
        findings=_findings(document, demand, rain),
        cautions=cautions,
    )


def _figures(
    document: Property,
    demand: HouseholdDemand,
    total: NDArray[np.float64],
    rain: PreparedRain | None,
    say: Wording,
) -> dict[str, Figure]:
    household = document.household
    top = int(np.argmax(total))
    year = DAYS_PER_YEAR

    def yearly(daily: NDArray[np.float64]) -> float:
        return float(daily.mean()) * year

    by_kind = {kind: yearly(demand.of(kind)) for kind in KINDS}
    all_l = sum(by_kind.values())
    heads = float(demand.people.mean())
    indoor = sum(float(use.daily_l.mean()) for use in demand.uses if use.kind == "house")
    each_l = indoor / heads if heads > 0 else household.indoor_l_person_day
    listed = bool(household.uses)
    by_habit = household.litres_person_day is None and not listed
    parts = [
        f"{'indoors' if kind == 'house' else kind} {say.volume(litres)}"
        for kind, litres in by_kind.items()
        if litres > 0
    ]
    figures = {
        "litres_person_day": Figure(
            value=each_l,
            unit="L/d",
            label="Indoor use for each person",
            basis="common_practice" if by_habit else "derived" if listed else "entered",
            source="usual figures by habit" if by_habit else "the uses listed" if listed else "entered",
            formula="by habit: " + ", ".join(f"{name} {say.rate(use)}" for name, use in HABITS_L_PERSON_DAY.items()),
            working=f"{household.habit}: {say.rate(household.indoor_l_person_day)}"
            if by_habit
            else f"{say.rate(indoor)} for {heads:.3g} people",
            moves="Use follows people and habit, not floor area. A measured mean in the United States is "
            f"{say.rate(MEASURED_US_L_PERSON_DAY)} (Residential End Uses of Water v2, 2016, from memory).",
        ),
        "demand_l_day": Figure(
            value=all_l / year,
            unit="L/d",
            label="Mean use of rain",
            basis="derived",
            formula="mean over the record of every use that the rain supply serves",
            working=f"({' + '.join(parts) or 'nothing'}) / {year} days",
        ),
        "top_month_l_day": Figure(
            value=float(total[top]),
            unit="L/d",
            label=f"Highest month, {MONTHS[top]}",
            basis="derived",
            formula="mean day of that month over the record",
            working=f"{MONTHS[top]}: {say.rate(float(total[top]))}",
        ),
        "demand_l_year": Figure(
            value=all_l,
            unit="L",
            label="Use of rain in a year",
            basis="derived",
            formula="mean daily use × 365.25",
            working=", ".join(parts) or "nothing",
        ),
        "elsewhere_l_year": Figure(
            value=yearly(demand.elsewhere_l),
            unit="L",
            label="Served by other water in a year",
            basis="derived",
            formula="mean over the record of every use that rain does not serve",
            working=", ".join(use.name for use in demand.uses if not use.from_rain) or "none",
        ),
    }
    if demand.greywater_l.any():
        figures["greywater_l_year"] = Figure(
            value=yearly(demand.greywater_l),
            unit="L",
            label="Greywater on the garden in a year",
            basis="derived",
            formula="each day: the lesser of the garden's use and the greywater made × its share",
            working=f"share {household.cheaper.greywater_share * 100:g} %",
        )
    if rain is not None and household.irrigation.area_m2 > 0:
        et0, way = et0_mm(document, rain)
        figures["et0_mm_year"] = Figure(
            value=yearly(et0),
            unit="mm",
            label="Reference evapotranspiration in a year",
            basis="entered" if way == "entered" else "published",
            source={
                "entered": "twelve values entered",
                "record": "the record's own column",
                "temperatures": "Hargreaves, FAO-56 equation 52",
            }[way],
            formula="0.0023 (T + 17.8) (Tmax − Tmin)^0.5 Ra" if way == "temperatures" else "sum over the days",
            working=f"{fixed(float(et0.mean()), 2)} mm on a mean day",
        )
        irrigation = household.irrigation
        watered = next((use.daily_l for use in demand.uses if use.id == "watering"), np.zeros(1))
        figures["watering_l_year"] = Figure(
            value=yearly(watered),
            unit="L",
            label="Watered garden in a year",
            basis="published",
            source="FAO-56, equations 82 to 85: crop factor × evapotranspiration less the rain the soil holds",
            formula="area × (depletion − readily available water) / efficiency, on days it is passed",
            working=f"{say.area(irrigation.area_m2)}, soil {say.shallow(irrigation.available_water_mm)}, "
            f"{irrigation.allowed_depletion * 100:g} % allowed, efficiency {irrigation.efficiency:g}",
            moves="Mulch, drip lines and a smaller lawn move it most.",
        )
    return figures


def _findings(document: Property, demand: HouseholdDemand, rain: PreparedRain | None) -> list[Finding]:
    found = []
    if not demand.total_l.any():
        found.append(
            Finding(
                code="HOUSEHOLD_NO_USE",
                stage="household",
                severity="caution",
                text="Nobody uses rainwater yet, so every tank carries the house.",
                fix="Enter the people or the garden's water.",
            )
        )
    asked = document.household.irrigation
    if rain is not None and asked.area_m2 > 0:
        way = et0_mm(document, rain)[1]
        if way != asked.et0:
            missing = (
                "the record has no column of evapotranspiration"
                if asked.et0 == "record"
                else "the site's latitude or the temperatures are missing"
            )
            found.append(
                Finding(
                    code="HOUSEHOLD_ET0_MISSING",
                    stage="household",
                    severity="caution",
                    text=f"The garden's weather is taken from the twelve entered values: {missing}.",
                    fix="Enter the latitude and twelve mean lows and highs, or choose entered values.",
                )
            )
    drunk = [use.name for use in demand.uses if use.quality == "drinking" and use.from_rain and use.daily_l.any()]
    if drunk:
        shown = ", ".join(drunk[:3]) + (f" and {len(drunk) - 3} more" if len(drunk) > 3 else "")
        found.append(
            Finding(
                code="HOUSEHOLD_DRINKING_QUALITY",
                stage="household",
                severity="note",
                text=f"{shown} need drinking quality.",
                fix="Treatment is settled at its own station; test before anyone drinks.",
            )
        )
    back_up = document.household.back_up
    if back_up.kind == "mains":
        found.append(
            Finding(
                code="HOUSEHOLD_MAINS_AIR_GAP",
                stage="household",
                severity="caution",
                text="Mains tops up this supply. Rainwater must never be able to run back into the mains.",
                fix="A visible air gap above the tank's brim, or what local code asks, by a licensed plumber.",
            )
        )
    return found


def _headline(model: PropertyModel, plan: HouseholdPlan) -> str:
    use, top = (model.say.rate(plan.figures[key].value or 0) for key in ("demand_l_day", "top_month_l_day"))
    return f"{use.replace(' a day', '/day')}, top {top.split()[0]}"


STATION = Station(
    key="household",
    name="Household",
    job_step=3,
    entries="/household",
    answer=HouseholdPlan,
    plan=lambda model: plan_household(model.document, model.demand, model.rain, model.say),
    headline=_headline,
)
