"""A supply under rain that was logged, day by day."""

import datetime as dt
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from lean_year.core.calendar import mean_by_month
from lean_year.core.cistern.operation import BackUp, Demand
from lean_year.core.log.readings import WARM_UP_DAYS
from lean_year.core.rain.rainfall import DailyRain, month_of
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.model.supply import Supply, supply_of
from lean_year.plan.model.traces import live_l
from lean_year.property.document import Property

_Series = NDArray[np.float64] | None
_Weather = tuple[_Series, _Series, _Series]


@dataclass(frozen=True, slots=True, eq=False)
class Logged:
    """Every day of a log. Arrays of shape (n_days,)."""

    start: dt.date
    rain_mm: NDArray[np.float64]
    level_l: NDArray[np.float64]
    """Drawable water where it was read, NaN where it was not. [L]"""
    loaded_l: NDArray[np.float64]
    """Water that was brought. [L]"""


def logged_supply(
    document: Property, rain: PreparedRain | None, first: dt.date, rain_mm: NDArray[np.float64]
) -> Supply:
    """The supply under rain that was logged, its first day that of the log. What is brought is logged too, and not
    ordered by the model."""
    before = _recorded_before(rain, first)
    start = first - dt.timedelta(days=before.size)
    depth = np.concatenate([before, rain_mm])
    supply = supply_of(document, prepare_rain(DailyRain(start, depth, *_weather(rain, start, depth.size)), "none"))
    operation = supply.operation
    return replace(
        supply,
        inflow_l=supply.inflow_l[before.size :],
        loss_l=supply.loss_l[before.size :],
        demand=Demand(supply.demand.house_l[:, before.size :], supply.demand.garden_l[:, before.size :]),
        operation=replace(operation, back_up=BackUp()) if operation.back_up.load_l else operation,
    )


def _recorded_before(rain: PreparedRain | None, first: dt.date) -> NDArray[np.float64]:
    """Rain up to the log, by which the soil of a garden is as wet as it was; none where the record does not reach."""
    if rain is None:
        return np.zeros(0)
    at = (first - rain.record.start).days
    return rain.filled_mm[max(0, at - WARM_UP_DAYS) : at] if 0 <= at <= rain.dates.size else np.zeros(0)


def _weather(rain: PreparedRain | None, start: dt.date, days: int) -> _Weather:
    """Lowest and highest temperature and evapotranspiration of each day: of the record where it has them, else the
    mean of the month there."""
    if rain is None:
        return None, None, None
    at = (start - rain.record.start).days + np.arange(days)
    known = (at >= 0) & (at < rain.dates.size)
    month = month_of(np.datetime64(start, "D") + np.arange(days))

    def of(values: NDArray[np.float64] | None) -> NDArray[np.float64] | None:
        if values is None:
            return None
        usual = mean_by_month(values, rain.month)[month - 1]
        return np.where(known, values[np.clip(at, 0, values.size - 1)], usual)

    return of(rain.tmin_c), of(rain.tmax_c), of(rain.et0_mm)


def drawn_on(
    document: Property,
    rain: PreparedRain | None,
    first: dt.date,
    rain_mm: NDArray[np.float64],
    loaded_l: NDArray[np.float64],
    level_l: float,
) -> float:
    """The water after so many days, from what could be drawn on the morning of the first; loads are there in the
    morning. [L]"""
    supply = logged_supply(document, rain, first, rain_mm)
    full_l = live_l(supply)
    if full_l <= 0:
        return 0.0
    begins = sorted({0, *(int(day) for day in np.flatnonzero(loaded_l))})
    for begin, end in zip(begins, [*begins[1:], rain_mm.size], strict=True):
        share = min(1.0, (level_l + loaded_l[begin]) / full_l)
        (run,) = replace(supply, start_share=share).windows([(begin, end)])
        level_l = run.end_l
    return level_l
