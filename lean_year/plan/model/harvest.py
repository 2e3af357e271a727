"""Water off the roofs, day by day, and what of it reaches the tank."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.calendar import in_season
from lean_year.core.cistern.replay import MAX_VOLUME_L
from lean_year.core.roofs import catchment, snow
from lean_year.core.roofs.catchment import MONTHLY_METHOD_RUNOFF
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.model.demand import et0_mm, temperatures
from lean_year.plan.model.losses import Taken, take_losses
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.roof_surface import drained_share, plan_area_m2, runoff_of
from lean_year.property.document import Property
from lean_year.property.roofs import Roof

DRAINED_L = MAX_VOLUME_L
"""What leaves a store on a day on which it stands empty: all of it, whatever it holds."""
SLICK = ("metal", "glazed_tile", "copper", "bare_zinc", "rain_roof")


@dataclass(frozen=True, slots=True)
class Catch:
    """Daily water off each roof, and what of it reaches the tank. [L]"""

    by_roof: list[NDArray[np.float64]]
    """At the gutter, switched on or off."""
    off_roofs: NDArray[np.float64]
    """At the gutters of those switched on."""
    kept_by_roof: list[NDArray[np.float64]]
    """What is left of each roof's water behind screens and first flush."""
    total: NDArray[np.float64]
    """Into the tank."""
    taken: Taken
    """What screens and first flush took."""
    lost_l: NDArray[np.float64]
    """Evaporation out of stores under an open mesh; `DRAINED_L` on days on which the store stands empty. [L]"""
    snow_lost_mm: list[float]
    """Snow that each roof lost by sliding and blowing in the whole record; 0 where snow is not told apart. [mm]"""


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
        left = catchment.monthly_method_runoff_mm(water_mm, rain.months_since)
        return area * min(runoff, MONTHLY_METHOD_RUNOFF) * left
    loss = roof.loss_mm if document.losses == "daily" else 0.0
    return catchment.harvest_l(area_m2=area, rain_mm=water_mm, runoff=runoff, loss_mm=loss)


ROOF_READS = tuple(
    f"roofs.{each}" for each in ("id", "name", "on", "extent", "pitch_deg", "material", "runoff", "loss_mm", "drains",
                                 "snow_guards")
)  # fmt: skip
"""What of a roof decides the water that it brings."""
STORE_READS = (
    "cistern.out_of_use",
    "cistern.built_phase",
    *(f"cistern.tanks.{each}" for each in ("id", "phase", "valve")),
)
"""What of the store decides whether it takes what is led to it."""
LOSS_READS = (
    *(f"downpipes.{each}" for each in ("id", "name", "pipes", "screens", "tank", "run.into", "out_of_use")),
    "first_flush", *STORE_READS,
)  # fmt: skip
"""What of the pipes decides what is lost between gutter and tank, and in which tank the rest ends."""
_GUTTER_READS = (*ROOF_READS, "losses", "snow", "site", "household.irrigation")
"""The garden's evapotranspiration empties open stores, too."""
CATCH_READS = (*_GUTTER_READS, *LOSS_READS)


@cached_by_parts(16, *_GUTTER_READS)
def _at_the_gutters(
    document: Property, rain: PreparedRain
) -> tuple[list[NDArray[np.float64]], list[float], NDArray[np.float64]]:
    """Water of each roof, the snow that it loses, and what evaporates from open stores."""
    water, snow_lost = _water_by_roof(document, rain)
    by_roof = [_harvest(document, roof, mm, rain) for roof, mm in zip(document.roofs, water, strict=True)]
    lost = np.zeros_like(rain.filled_mm)
    for roof in document.roofs:
        if roof.on and roof.material == "mesh_cover":
            lost += plan_area_m2(roof) * et0_mm(document, rain)[0]
    return by_roof, snow_lost, lost


@cached_by_parts(16, *CATCH_READS)
def catch_rain(document: Property, rain: PreparedRain) -> Catch:
    """The daily harvest of every roof. [L]"""
    by_roof, snow_lost, lost = _at_the_gutters(document, rain)
    kept, taken = take_losses(document, by_roof, rain.dates)
    off, total = np.zeros_like(rain.filled_mm), np.zeros_like(rain.filled_mm)
    for roof, harvest, left in zip(document.roofs, by_roof, kept, strict=True):
        if roof.on:
            share = drained_share(roof)
            off += harvest if share == 1 else harvest * share
            total += left
    if document.cistern.out_of_use is not None:
        lost = np.where(in_season(rain.dates, *document.cistern.out_of_use.days), DRAINED_L, lost)
    return Catch(by_roof, off, kept, total, taken, lost, snow_lost)
