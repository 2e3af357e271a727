"""The figures of the household's demand."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from lean_year.core.household.uses import HABITS_L_PERSON_DAY, KINDS, MEASURED_US_L_PERSON_DAY
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.wording import MONTHS, Wording
from lean_year.plan.model.demand import HouseholdDemand, et0_mm
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.document import Property
from lean_year.property.household import Household


def household_figures(
    document: Property,
    demand: HouseholdDemand,
    total_l_day: NDArray[np.float64],
    rain: PreparedRain | None,
    say: Wording,
) -> dict[str, Figure]:
    """Use by person, day, month and year; `total_l_day` is the mean day of each calendar month, January first."""
    figures = {"litres_person_day": _each_person(document.household, demand, say)}
    figures |= _demand(demand, total_l_day, say)
    if demand.greywater_l.any():
        share = document.household.cheaper.greywater_share
        figures["greywater_l_year"] = Figure(
            value=_l_year(demand.greywater_l),
            unit="L",
            label="Greywater on the garden in a year",
            basis="derived",
            rests_on=("people",),
            formula="each day: the lesser of the garden's use and the greywater made × its share",
            working=f"share {share * 100:g} %",
        )
    if rain is not None and document.household.irrigation.area_m2 > 0:
        figures |= _watered_garden(document, demand, rain, say)
    return figures


def _l_year(daily: NDArray[np.float64]) -> float:
    return float(daily.mean()) * DAYS_PER_YEAR


def _each_person(household: Household, demand: HouseholdDemand, say: Wording) -> Figure:
    heads = float(demand.people.mean())
    indoor = sum(use.mean_l_day for use in demand.uses if use.kind == "house")
    wanted = household.indoor_l_person_day
    own: dict[str, Any] = {
        "formula": "uses indoors / people, both as the mean day of the record",
        "working": f"{say.rate(indoor)} for {heads:.3g} people",
    }
    if household.uses is not None:
        own |= {"basis": "derived", "source": "the uses listed"}
    elif household.litres_person_day is not None:
        own |= {"basis": "entered", "source": "entered"}
    else:
        by_habit = ", ".join(f"{name} {say.rate(use)}" for name, use in HABITS_L_PERSON_DAY.items())
        needs_less = household.cheaper.low_use or household.cheaper.dry_toilet
        own = {
            "basis": "common_practice",
            "source": "usual figures by habit",
            "formula": f"by habit: {by_habit}; less with low-use fittings or a dry toilet",
            "working": f"{household.habit}: {say.rate(wanted)}" + (f"; {own['working']}" if needs_less else ""),
        }
    return Figure(
        value=indoor / heads if heads > 0 else sum(use.each_l for use in demand.uses if use.kind == "house"),
        unit="L/d",
        label="Indoor use for each person",
        rests_on=("people",),
        moves="Use follows people and habit, not floor area. A measured mean in the United States is "
        f"{say.rate(MEASURED_US_L_PERSON_DAY)} (Residential End Uses of Water v2, 2016, from memory).",
        **own,
    )


def _demand(demand: HouseholdDemand, total_l_day: NDArray[np.float64], say: Wording) -> dict[str, Figure]:
    top = int(np.argmax(total_l_day))
    by_kind = {kind: _l_year(demand.of(kind)) for kind in KINDS}
    all_l = sum(by_kind.values())
    parts = [
        f"{'indoors' if kind == 'house' else kind} {say.volume(litres)}"
        for kind, litres in by_kind.items()
        if litres > 0
    ]
    return {
        "demand_l_day": Figure(
            value=all_l / DAYS_PER_YEAR,
            unit="L/d",
            label="Mean use of rain",
            basis="derived",
            rests_on=("rain", "people", "animals", "garden"),
            formula="mean over the record of every use that the rain supply serves",
            working=f"({' + '.join(parts) or 'nothing'}) / {DAYS_PER_YEAR} days",
        ),
        "top_month_l_day": Figure(
            value=float(total_l_day[top]),
            unit="L/d",
            label=f"Highest month, {MONTHS[top]}",
            basis="derived",
            rests_on=("rain", "people", "animals", "garden"),
            formula="mean day of that month over the record",
            working=f"{MONTHS[top]}: {say.rate(float(total_l_day[top]))}",
        ),
        "demand_l_year": Figure(
            value=all_l,
            unit="L",
            label="Use of rain in a year",
            basis="derived",
            rests_on=("rain", "people", "animals", "garden"),
            formula=f"mean daily use × {DAYS_PER_YEAR}",
            working=", ".join(parts) or "nothing",
        ),
        "elsewhere_l_year": Figure(
            value=_l_year(demand.elsewhere_l),
            unit="L",
            label="Served by other water in a year",
            basis="derived",
            rests_on=("rain", "people", "animals", "garden"),
            formula="mean over the record of every use that rain does not serve",
            working=", ".join(use.name for use in demand.uses if not use.from_rain) or "none",
        ),
    }


def _watered_garden(
    document: Property, demand: HouseholdDemand, rain: PreparedRain, say: Wording
) -> dict[str, Figure]:
    irrigation = document.household.irrigation
    et0, taken_from = et0_mm(document, rain)
    watered = next((use.daily_l for use in demand.uses if use.id == "watering"), np.zeros(1))
    return {
        "et0_mm_year": Figure(
            value=_l_year(et0),
            unit="mm",
            label="Reference evapotranspiration in a year",
            basis="entered" if taken_from == "entered" else "published",
            source={
                "entered": "twelve values entered",
                "record": "the record's own column",
                "temperatures": "Hargreaves, FAO-56 equation 52",
            }[taken_from],
            formula="0.0023 (T + 17.8) (Tmax − Tmin)^0.5 Ra" if taken_from == "temperatures" else "sum over the days",
            working=f"{say.shallow(float(et0.mean()))} on a mean day",
        ),
        "watering_l_year": Figure(
            value=_l_year(watered),
            unit="L",
            label="Watered garden in a year",
            basis="published",
            rests_on=("rain", "garden"),
            source="FAO-56, equations 82 to 85: crop factor × evapotranspiration less the rain the soil holds",
            formula="area × (depletion − readily available water) / efficiency, on days it is passed",
            working=f"{say.area(irrigation.area_m2)}, soil {say.shallow(irrigation.available_water_mm)}, "
            f"{irrigation.allowed_depletion * 100:g} % allowed, efficiency {irrigation.efficiency:g}",
            moves="Mulch, drip lines and a smaller lawn move it most.",
        ),
    }
