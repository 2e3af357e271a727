"""Roofs: what catches rain, what each surface brings, and whether it is fit for the use."""

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.basis import worst
from lean_year.core.calendar import mean_by_month
from lean_year.core.roofs import catchment
from lean_year.core.roofs.catchment import MONTHLY_LOSS_MM, MONTHLY_METHOD_RUNOFF
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.inputs import CATCH
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.demand import HouseholdDemand
from lean_year.plan.model.harvest import CATCH_READS, Catch, snow_applies
from lean_year.plan.model.prepared_rain import PreparedRain, mean_year
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.roof_surface import drained_share, outline_m, plan_area_m2, roof_area_m2, runoff_of
from lean_year.plan.model.station import Station
from lean_year.plan.stations.roofs.choices import choices
from lean_year.plan.stations.roofs.findings import roof_findings
from lean_year.property.document import Property
from lean_year.property.roofs import Outline, PlanArea, Rectangle, Roof

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
LOSS_FORMULA = {
    "daily": "each day: plan area × runoff × (rain − loss), never below 0",
    "coefficient": "each day: plan area × runoff × rain",
    "monthly": "each month: plan area × runoff × (rain − {loss}), never below 0; runoff at most {most}",
}
LOSS_SOURCE = {
    "daily": "initial loss a rain day and coefficient",
    "coefficient": "coefficient only",
    "monthly": "enHealth, Guidance on use of rainwater tanks (from memory)",
}


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
    snow_counted_apart: bool
    findings: list[Finding]
    cautions: list[str]


def _loss_formula(document: Property, say: Wording) -> str:
    return LOSS_FORMULA[document.losses].format(loss=say.shallow(MONTHLY_LOSS_MM), most=f"{MONTHLY_METHOD_RUNOFF:g}")


def _loss_words(document: Property, roof: Roof, say: Wording) -> str:
    if document.losses == "daily":
        return f"(rain − {say.shallow(roof.loss_mm)})"
    return "rain" if document.losses == "coefficient" else f"(rain of the month − {say.shallow(MONTHLY_LOSS_MM)})"


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
        mean = mean_year(harvest, rain)
        used = min(runoff, MONTHLY_METHOD_RUNOFF) if document.losses == "monthly" else runoff
        figures["harvest_l_year"] = Figure(
            value=mean,
            unit="L",
            label="Water in a mean year",
            basis=worst(["derived", figures["runoff"].basis]),
            rests_on=("rain", "areas", "snow"),
            source=LOSS_SOURCE[document.losses],
            formula=f"{_loss_formula(document, say)}; mean of the counted years",
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


def _area_here(roof: Roof, say: Wording) -> str:
    """The plan area in words, with the share of it that drains to this supply."""
    area, share = say.area(plan_area_m2(roof)), drained_share(roof)
    return area if share == 1 else f"{area} × {100 * share:.0f} %"


def _groups(document: Property, catch: Catch | None, rain: PreparedRain | None) -> list[GroupPlan]:
    rows = []
    for pipe in document.downpipes:
        area, harvest = 0.0, 0.0
        for number, roof in enumerate(document.roofs):
            share = sum(drain.share for drain in roof.drains if drain.group == pipe.id)
            if roof.on and share:
                area += plan_area_m2(roof) * share
                if catch is not None and rain is not None:
                    harvest += (mean_year(catch.by_roof[number], rain) or 0.0) * share
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


@cached_by_parts(8, *CATCH_READS, "roofs.hazards", "roofs.x_m", "roofs.y_m")
def plan_roofs(
    document: Property,
    rain: PreparedRain | None,
    catch: Catch | None,
    demand: HouseholdDemand,
    say: Wording,
) -> RoofsPlan:
    """The roofs stage: every surface, and what they bring together."""
    surfaces = [
        _surface(document, roof, catch.by_roof[row] if catch else None, rain, say)
        for row, roof in enumerate(document.roofs)
    ]
    on = [roof for roof in document.roofs if roof.on]
    area = roof_area_m2(document)
    effective = sum(plan_area_m2(roof) * drained_share(roof) * runoff_of(roof) for roof in on)
    in_part = any(drained_share(roof) < 1 for roof in on)
    to_here = ", as far as they drain to this supply" if in_part else ""
    figures = {
        "area_m2": Figure(
            value=area,
            unit="m2",
            label="Roof in use",
            basis="derived",
            rests_on=("areas",),
            formula=f"sum of the plan areas that are switched on{to_here}",
            working=" + ".join(_area_here(roof, say) for roof in on) or "no roof is switched on",
        ),
        "litres_per_mm": Figure(
            value=effective,
            unit="L/mm",
            label="Water for each mm of rain",
            basis="derived",
            rests_on=("areas", "runoff"),
            formula=f"sum of plan area × runoff{to_here}",
            working=" + ".join(f"{_area_here(roof, say)} × {runoff_of(roof):g}" for roof in on),
        ),
    }
    if rain is not None and catch is not None:
        figures["harvest_l_year"] = Figure(
            value=mean_year(catch.off_roofs, rain),
            unit="L",
            label="Water off the roofs in a mean year",
            basis="derived",
            rests_on=CATCH,
            source=LOSS_SOURCE[document.losses],
            formula=f"{_loss_formula(document, say)}; sum over the roofs in use, mean of the counted years",
            working=f"{say.area(area)} of roof, {int(rain.counts.sum())} years",
            moves="More roof fills the tank in a wet season; it brings nothing in a rainless one.",
        )
    by_month = None
    if rain is not None and catch is not None:
        by_month = mean_by_month(catch.off_roofs, rain.month).tolist()
    counted_apart = rain is not None and snow_applies(document, rain)
    return RoofsPlan(
        figures=figures,
        surfaces=surfaces,
        groups=_groups(document, catch, rain),
        harvest_l_day_by_month=by_month,
        snow_counted_apart=counted_apart,
        findings=roof_findings(document, demand, rain, catch, say),
        cautions=[*CAUTIONS, SNOW_CAUTION] if counted_apart else CAUTIONS,
    )


def _plan(model: PropertyModel) -> RoofsPlan:
    return plan_roofs(model.document, model.rain, model.catch, model.demand, model.say)


def _headline(model: PropertyModel, plan: RoofsPlan) -> str:
    on = sum(roof.on for roof in model.document.roofs)
    return f"{model.say.area(plan.figures['area_m2'].value or 0)}, {several(on, 'roof')}"


STATION = Station(
    key="roofs",
    name="Roofs",
    job_step=2,
    entries=("/roofs", "/losses", "/snow"),
    answer=RoofsPlan,
    plan=_plan,
    headline=_headline,
    choices=choices,
)
