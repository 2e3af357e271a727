"""Roofs: what catches rain, and what each surface brings."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core import catchment
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.rain import PreparedRain
from lean_year.plan.wording import Wording
from lean_year.property.document import Property, Rectangle, Roof

CAUTIONS = [
    "Measuring from the ground or a drawing is safest. Work at height needs a fixed ladder, fall protection "
    "and dry weather.",
    "Asbestos, lead or treated-timber roofs are not for drinking water, and asbestos is not to be cut, drilled "
    "or washed: ask a licensed contractor.",
]


@dataclass(frozen=True, slots=True)
class Catch:
    """Daily water off each roof and off those switched on. [L]"""

    by_roof: list[NDArray[np.float64]]
    total: NDArray[np.float64]


class RoofPlan(BaseModel):
    """One surface; `harvest_l_year` is what it brings in a mean year, on or off."""

    id: str
    name: str
    on: bool
    figures: dict[str, Figure]
    years_carried_without: int | None = None
    """Years carried if this roof alone were switched off; None when it is off or there is no rain."""


class RoofsPlan(BaseModel):
    figures: dict[str, Figure]
    surfaces: list[RoofPlan]
    harvest_l_day_by_month: list[float] | None
    """Mean water off the roofs in use on a day of each calendar month, January first; None without rain. [L/d]"""
    findings: list[Finding]
    cautions: list[str]


def plan_area_m2(roof: Roof) -> float:
    """Plan area of a roof as entered. [m2]"""
    if not isinstance(roof.extent, Rectangle):
        return roof.extent.area_m2
    return catchment.roof_plan_area_m2(
        slope_length_m=roof.extent.length_m,
        width_m=roof.extent.width_m,
        pitch_deg=roof.pitch_deg if roof.extent.along_slope else 0.0,
    )


def runoff_of(roof: Roof) -> float:
    return catchment.runoff_coefficients()[roof.material].central if roof.runoff is None else roof.runoff


def catch_rain(document: Property, rain: PreparedRain) -> Catch:
    """The daily harvest of every roof. [L]"""
    by_roof = [
        catchment.harvest_l(
            area_m2=plan_area_m2(roof), rain_mm=rain.filled_mm, runoff=runoff_of(roof), loss_mm=roof.loss_mm
        )
        for roof in document.roofs
    ]
    total = np.zeros_like(rain.filled_mm)
    for roof, harvest in zip(document.roofs, by_roof, strict=True):
        if roof.on:
            total += harvest
    return Catch(by_roof, total)


def mean_year_l(daily_l: NDArray[np.float64], rain: PreparedRain) -> float | None:
    """Mean over the counted water years; None where none counts. [L]"""
    sums = rain.years.sums(daily_l)[rain.counts]
    return float(sums.mean()) if sums.size else None


def _surface(roof: Roof, harvest: NDArray[np.float64] | None, rain: PreparedRain | None, say: Wording) -> RoofPlan:
    area, runoff = plan_area_m2(roof), runoff_of(roof)
    usual = catchment.runoff_coefficients()[roof.material]
    figures = {
        "area_m2": Figure(
            value=area,
            unit="m2",
            label="Plan area",
            basis="entered" if not isinstance(roof.extent, Rectangle) else "derived",
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
            formula="share of the rain, after the day's loss, that reaches the gutter",
            working=f"{usual.label}: {usual.low:g} low, {usual.central:g} usual, {usual.high:g} high",
        ),
    }
    if rain is not None and harvest is not None:
        figures["harvest_l_year"] = Figure(
            value=mean_year_l(harvest, rain),
            unit="L",
            label="Water in a mean year",
            basis="derived",
            formula="each day: plan area × runoff × (rain − loss), never below 0; mean of the counted years",
            working=f"{say.area(area)} × {runoff:g} × (rain − {say.shallow(roof.loss_mm)})",
        )
    return RoofPlan(id=roof.id, name=roof.name, on=roof.on, figures=figures)


def _area_formula(roof: Roof) -> str:
    if not isinstance(roof.extent, Rectangle):
        return ""
    return "slope length × width × cos(pitch)" if roof.extent.along_slope else "length × width, seen from above"


def _area_working(roof: Roof, say: Wording) -> str:
    if not isinstance(roof.extent, Rectangle):
        return "as entered"
    length, width = say.length(roof.extent.length_m), say.length(roof.extent.width_m)
    if roof.extent.along_slope:
        return f"{length} × {width} × cos({roof.pitch_deg:g}°)"
    return f"{length} × {width}"


def plan_roofs(document: Property, rain: PreparedRain | None, catch: Catch | None, say: Wording) -> RoofsPlan:
    """The roofs stage: every surface and what they bring together."""
    surfaces = [
        _surface(roof, catch.by_roof[row] if catch else None, rain, say) for row, roof in enumerate(document.roofs)
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
            formula="sum over the roofs in use, mean of the counted years",
            working=f"{say.area(area)} of roof, {int(rain.counts.sum())} years",
            moves="More roof fills the tank in a wet season; it brings nothing in a rainless one.",
        )
    findings = []
    if not on:
        findings.append(
            Finding(
                code="ROOF_NONE",
                stage="roofs",
                severity="fails",
                text="No roof is switched on, so nothing is caught.",
                fix="Add a roof or switch one on.",
            )
        )
    by_month = None
    if rain is not None and catch is not None:
        days = np.bincount(rain.month, minlength=13)[1:]
        by_month = (np.bincount(rain.month, catch.total, minlength=13)[1:] / np.maximum(days, 1)).tolist()
    return RoofsPlan(
        figures=figures,
        surfaces=surfaces,
        harvest_l_day_by_month=by_month,
        findings=findings,
        cautions=CAUTIONS,
    )
