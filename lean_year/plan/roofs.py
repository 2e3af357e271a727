"""Roofs: what catches rain, what each surface brings, and whether it is fit for the use."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core import catchment, snow
from lean_year.core.catchment import MONTHLY_SCHOOL_RUNOFF
from lean_year.plan.demand import HouseholdDemand, et0_mm, temperatures
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.fitness import fitness_findings
from lean_year.plan.kept import Kept
from lean_year.plan.prepared_rain import PreparedRain
from lean_year.plan.wording import Wording, fixed
from lean_year.property.catchment import Outline, PlanArea, Rectangle, Roof
from lean_year.property.document import Property
from lean_year.property.outline import outline_area_m2

CAUTIONS = [
    "Measuring from the ground or a drawing is safest. Work at height needs a fixed ladder, fall protection "
    "and dry weather.",
    "Asbestos, lead or treated-timber roofs are not for drinking water, and asbestos is not to be cut, drilled "
    "or washed: ask a licensed contractor.",
]
SNOW_CAUTION = (
    "Snow load, the least pitch and the membrane under low-pitch metal are the roofer's or a structural engineer's "
    "to confirm. Sliding snow takes gutters and people with it."
)
SLICK = ("metal", "glazed_tile", "copper", "bare_zinc", "rain_roof")
FROZEN_SHARE = 0.1
"""From here on it matters that snow is no rain. Basis: estimate."""
LOSS_FORMULA = {
    "daily": "each day: plan area × runoff × (rain − loss), never below 0",
    "coefficient": "each day: plan area × runoff × rain",
    "monthly": "each month: plan area × runoff × (rain − 2 mm), never below 0; runoff at most 0.85",
}
LOSS_SOURCE = {
    "daily": "initial loss a rain day and coefficient",
    "coefficient": "coefficient only",
    "monthly": "enHealth, Guidance on use of rainwater tanks (from memory)",
}


@dataclass(frozen=True, slots=True)
class Catch:
    """Daily water off each roof and off those switched on. [L]"""

    by_roof: list[NDArray[np.float64]]
    total: NDArray[np.float64]
    lost_l: NDArray[np.float64]
    """Evaporation out of stores under an open mesh. [L]"""
    snow_lost_mm: list[float]
    """Snow that each roof lost by sliding and blowing in the whole record; 0 where snow is not told apart. [mm]"""


class RoofPlan(BaseModel):
    """One surface; `harvest_l_year` is what it brings in a mean year, on or off."""

    id: str
    name: str
    on: bool
    figures: dict[str, Figure]
    outline_m: list[list[float]]
    """Its corners on the plan, east and north, for drawing; a square of its area where no shape is known. [m]"""
    shape_known: bool
    low_l_year: float | None
    high_l_year: float | None
    """Mean year with the material's low and high coefficient. [L]"""
    years_carried_without: int | None = None
    """Years carried if this roof alone were switched off; None when it is off or there is no rain."""


class GroupPlan(BaseModel):
    """One group of downpipes."""

    id: str
    name: str
    tank: str | None
    area_m2: float
    """Plan area in use that drains to it. [m2]"""
    harvest_l_year: float | None


class RoofsPlan(BaseModel):
    figures: dict[str, Figure]
    surfaces: list[RoofPlan]
    groups: list[GroupPlan]
    harvest_l_day_by_month: list[float] | None
    """Mean water off the roofs in use on a day of each calendar month, January first; None without rain. [L/d]"""
    snow_told_apart: bool
    findings: list[Finding]
    cautions: list[str]


def plan_area_m2(roof: Roof) -> float:
    """Plan area of a roof as entered. [m2]"""
    match roof.extent:
        case PlanArea(area_m2=area_m2):
            return area_m2
        case Outline(points_m=points_m):
            return outline_area_m2(points_m)
        case Rectangle() as extent:
            return catchment.roof_plan_area_m2(
                slope_length_m=extent.length_m,
                width_m=extent.width_m,
                pitch_deg=roof.pitch_deg if extent.along_slope else 0.0,
            )


def runoff_of(roof: Roof) -> float:
    return catchment.runoff_coefficients()[roof.material].central if roof.runoff is None else roof.runoff


def _frozen_share(document: Property, rain: PreparedRain) -> float:
    """Share of what fell on days as cold as snow; 0 where nobody knows the temperatures."""
    weather = temperatures(document, rain)
    total = float(rain.filled_mm.sum())
    if weather is None or total <= 0:
        return 0.0
    frozen = (weather[0] + weather[1]) / 2 <= document.snow.threshold_c
    return float(rain.filled_mm[frozen].sum()) / total


def snow_applies(document: Property, rain: PreparedRain) -> bool:
    return document.snow.on and temperatures(document, rain) is not None


def _water_by_roof(document: Property, rain: PreparedRain) -> tuple[list[NDArray[np.float64]], list[float]]:
    """Rain and melt that each roof turns into water each day, and the snow it loses. [mm]"""
    if not snow_applies(document, rain):
        return [rain.filled_mm] * len(document.roofs), [0.0] * len(document.roofs)
    low, high = temperatures(document, rain) or (rain.filled_mm, rain.filled_mm)
    rules = snow.SnowRules(document.snow.threshold_c, document.snow.melt_mm_c_day)
    made: dict[float, snow.RoofWater] = {}
    water, lost = [], []
    for roof in document.roofs:
        share = snow.usual_lost_share(pitch_deg=roof.pitch_deg, slick=roof.material in SLICK, guards=roof.snow_guards)
        if share not in made:
            made[share] = snow.snow_on_roof(
                fall_mm=rain.filled_mm, mean_c=(low + high) / 2, rules=rules, lost_share=share
            )
        water.append(made[share].water_mm)
        lost.append(float(made[share].lost_mm.sum()))
    return water, lost


def _harvest(
    document: Property, roof: Roof, water_mm: NDArray[np.float64], rain: PreparedRain
) -> NDArray[np.float64]:
    area, runoff = plan_area_m2(roof), runoff_of(roof)
    if roof.material == "mesh_cover":  # rain straight into the store
        return area * water_mm
    if document.losses == "monthly":
        months = rain.dates.astype("datetime64[M]").astype(np.int64)
        left = catchment.monthly_school_runoff_mm(water_mm, months)
        return area * min(runoff, MONTHLY_SCHOOL_RUNOFF) * left
    loss = roof.loss_mm if document.losses == "daily" else 0.0
    return catchment.harvest_l(area_m2=area, rain_mm=water_mm, runoff=runoff, loss_mm=loss)


_kept: Kept[Catch] = Kept(16)


def catch_rain(document: Property, rain: PreparedRain) -> Catch:
    """The daily harvest of every roof. [L]"""
    parts = document.model_dump_json(include={"roofs", "losses", "snow", "site"})
    garden = document.household.irrigation.model_dump_json()  # its evapotranspiration empties open stores
    return _kept.get((rain, parts, garden), lambda: _catch_rain(document, rain))


def _catch_rain(document: Property, rain: PreparedRain) -> Catch:
    water, snow_lost = _water_by_roof(document, rain)
    by_roof = [_harvest(document, roof, mm, rain) for roof, mm in zip(document.roofs, water, strict=True)]
    total, lost = np.zeros_like(rain.filled_mm), np.zeros_like(rain.filled_mm)
    for roof, harvest in zip(document.roofs, by_roof, strict=True):
        if roof.on:
            total += harvest
            if roof.material == "mesh_cover":
                lost += plan_area_m2(roof) * et0_mm(document, rain)[0]
    return Catch(by_roof, total, lost, snow_lost)


def mean_year_l(daily_l: NDArray[np.float64], rain: PreparedRain) -> float | None:
    """Mean over the counted water years; None where none counts. [L]"""
    sums = rain.years.sums(daily_l)[rain.counts]
    return float(sums.mean()) if sums.size else None


def _loss_words(document: Property, roof: Roof, say: Wording) -> str:
    if document.losses == "daily":
        return f"(rain − {say.shallow(roof.loss_mm)})"
    return "rain" if document.losses == "coefficient" else f"(rain of the month − {say.shallow(2)})"


def _surface(
    document: Property, roof: Roof, harvest: NDArray[np.float64] | None, rain: PreparedRain | None, say: Wording
) -> RoofPlan:
    area, runoff = plan_area_m2(roof), runoff_of(roof)
    usual = catchment.runoff_coefficients()[roof.material]
    figures = {
        "area_m2": Figure(
            value=area,
            unit="m2",
            label="Plan area",
            basis="entered" if isinstance(roof.extent, PlanArea) else "derived",
            formula=_area_formula(roof),
            working=_area_working(roof, say),
            moves="Rain falls on the plan, not on the slope: a steeper roof over the same ground catches no more.",
        ),
        "runoff": Figure(
            value=runoff,
            unit="-",
            label="Runoff coefficient",
            basis=usual.basis if roof.runoff is None else "entered",
            source=usual.source if roof.runoff is None else "entered for this roof",
            formula="share of the rain, after the loss, that reaches the gutter",
            working=f"{usual.label}: {usual.low:g} low, {usual.central:g} usual, {usual.high:g} high",
        ),
    }
    low = high = None
    if rain is not None and harvest is not None:
        mean = mean_year_l(harvest, rain)
        used = min(runoff, MONTHLY_SCHOOL_RUNOFF) if document.losses == "monthly" else runoff
        figures["harvest_l_year"] = Figure(
            value=mean,
            unit="L",
            label="Water in a mean year",
            basis="derived",
            source=LOSS_SOURCE[document.losses],
            formula=f"{LOSS_FORMULA[document.losses]}; mean of the counted years",
            working=f"{say.area(area)} × {used:g} × {_loss_words(document, roof, say)}",
        )
        if mean is not None and runoff > 0:
            low, high = mean * usual.low / runoff, mean * usual.high / runoff
    return RoofPlan(
        id=roof.id,
        name=roof.name,
        on=roof.on,
        figures=figures,
        outline_m=outline_m(roof),
        shape_known=not isinstance(roof.extent, PlanArea),
        low_l_year=low,
        high_l_year=high,
    )


def outline_m(roof: Roof) -> list[list[float]]:
    """Corners on the plan, east and north of its origin; a square where only an area is known. [m]"""
    x, y, area_m2 = roof.x_m, roof.y_m, plan_area_m2(roof)
    if isinstance(roof.extent, Outline):
        return [[x + px, y + py] for px, py in roof.extent.points_m]
    if isinstance(roof.extent, Rectangle) and area_m2 > 0:
        wide = roof.extent.width_m
        deep = area_m2 / wide if wide > 0 else 0.0
    else:
        wide = deep = area_m2**0.5
    return [[x, y], [x + wide, y], [x + wide, y + deep], [x, y + deep]]


def _area_formula(roof: Roof) -> str:
    match roof.extent:
        case PlanArea():
            return ""
        case Outline():
            return "area inside the corners, seen from above"
        case Rectangle(along_slope=along_slope):
            return "slope length × width × cos(pitch)" if along_slope else "length × width, seen from above"


def _area_working(roof: Roof, say: Wording) -> str:
    match roof.extent:
        case PlanArea():
            return "as entered"
        case Outline(points_m=points_m):
            return f"{len(points_m)} corners"
        case Rectangle() as extent:
            length, width = say.length(extent.length_m), say.length(extent.width_m)
            if extent.along_slope:
                return f"{length} × {width} × cos({roof.pitch_deg:g}°)"
            return f"{length} × {width}"


def _groups(document: Property, catch: Catch | None, rain: PreparedRain | None) -> list[GroupPlan]:
    rows = []
    for pipe in document.downpipes:
        area, harvest = 0.0, 0.0
        for number, roof in enumerate(document.roofs):
            share = sum(drain.share for drain in roof.drains if drain.group == pipe.id)
            if roof.on and share:
                area += plan_area_m2(roof) * share
                if catch is not None and rain is not None:
                    harvest += (mean_year_l(catch.by_roof[number], rain) or 0.0) * share
        rows.append(
            GroupPlan(
                id=pipe.id,
                name=pipe.name,
                tank=pipe.tank,
                area_m2=area,
                harvest_l_year=harvest if catch is not None else None,
            )
        )
    return rows


def plan_roofs(
    document: Property, rain: PreparedRain | None, catch: Catch | None, demand: HouseholdDemand, say: Wording
) -> RoofsPlan:
    """The roofs stage: every surface and what they bring together."""
    surfaces = [
        _surface(document, roof, catch.by_roof[row] if catch else None, rain, say)
        for row, roof in enumerate(document.roofs)
    ]
    on = [roof for roof in document.roofs if roof.on]
    area = sum(plan_area_m2(roof) for roof in on)
    effective = sum(plan_area_m2(roof) * runoff_of(roof) for roof in on)
    figures = {
        "area_m2": Figure(
            value=area,
            unit="m2",
            label="Roof in use",
            basis="derived",
            formula="sum of the plan areas that are switched on",
            working=" + ".join(say.area(plan_area_m2(roof)) for roof in on) or "no roof is switched on",
        ),
        "litres_per_mm": Figure(
            value=effective,
            unit="L/mm",
            label="Water for each mm of rain",
            basis="derived",
            formula="sum of plan area × runoff; 1 mm on 1 m² is 1 L",
            working=" + ".join(f"{say.area(plan_area_m2(roof))} × {runoff_of(roof):g}" for roof in on),
        ),
    }
    if rain is not None and catch is not None:
        figures["harvest_l_year"] = Figure(
            value=mean_year_l(catch.total, rain),
            unit="L",
            label="Water off the roofs in a mean year",
            basis="derived",
            source=LOSS_SOURCE[document.losses],
            formula=f"{LOSS_FORMULA[document.losses]}; sum over the roofs in use, mean of the counted years",
            working=f"{say.area(area)} of roof, {int(rain.counts.sum())} years",
            moves="More roof fills the tank in a wet season; it brings nothing in a rainless one.",
        )
    by_month = None
    if rain is not None and catch is not None:
        days = np.bincount(rain.month, minlength=13)[1:]
        by_month = (np.bincount(rain.month, catch.total, minlength=13)[1:] / np.maximum(days, 1)).tolist()
    told_apart = rain is not None and snow_applies(document, rain)
    return RoofsPlan(
        figures=figures,
        surfaces=surfaces,
        groups=_groups(document, catch, rain),
        harvest_l_day_by_month=by_month,
        snow_told_apart=told_apart,
        findings=_findings(document, on, demand, rain, catch, say),
        cautions=[*CAUTIONS, SNOW_CAUTION] if told_apart else CAUTIONS,
    )


def _findings(
    document: Property,
    on: list[Roof],
    demand: HouseholdDemand,
    rain: PreparedRain | None,
    catch: Catch | None,
    say: Wording,
) -> list[Finding]:
    found = []
    if not on:
        found.append(
            Finding(
                code="ROOF_NONE",
                stage="roofs",
                severity="fails",
                text="No roof is switched on, so nothing is caught.",
                fix="Add a roof or switch one on.",
            )
        )
    drunk = any(use.quality == "drinking" and use.from_rain and use.daily_l.any() for use in demand.uses)
    for roof in on:
        found += fitness_findings(roof, drunk=drunk)
        if plan_area_m2(roof) == 0:
            found.append(
                Finding(
                    code="ROOF_NO_AREA",
                    stage="roofs",
                    severity="caution",
                    text=f"{roof.name} has an area of zero.",
                    fix="Enter its measures, or take it off the list.",
                )
            )
    if document.snow.on and rain is not None and not snow_applies(document, rain):
        found.append(
            Finding(
                code="ROOF_SNOW_NO_TEMPERATURES",
                stage="roofs",
                severity="caution",
                text="Snow is to be told from rain, but neither the record nor the site has temperatures.",
                fix="Enter twelve mean lows and highs, or bring in a record that has them.",
            )
        )
    if not document.snow.on and rain is not None:
        share = _frozen_share(document, rain)
        if share > FROZEN_SHARE:
            found.append(
                Finding(
                    code="ROOF_SNOW_COUNTED_AS_RAIN",
                    stage="roofs",
                    severity="caution",
                    text=f"{share * 100:.0f} % of the record fell in frost and is counted as rain on its day.",
                    fix="Let snow lie on the roofs until it melts: the store is then as low in winter as it will be.",
                )
            )
    if rain is not None and catch is not None and snow_applies(document, rain):
        years = rain.filled_mm.size / 365.25
        for roof, lost in zip(document.roofs, catch.snow_lost_mm, strict=True):
            litres = plan_area_m2(roof) * runoff_of(roof) * lost / years
            if roof.on and not roof.snow_guards and litres > 0.05 * float(catch.total.sum()) / years:
                found.append(
                    Finding(
                        code="ROOF_SNOW_SLIDES",
                        stage="roofs",
                        severity="note",
                        text=f"{roof.name} at {fixed(roof.pitch_deg, 1)}° sheds its snow: {say.volume(litres)} of "
                        "melt a year misses the gutter.",
                        fix="Snow guards keep it on the roof; the engineer confirms the load.",
                    )
                )
    return found
