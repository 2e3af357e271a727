"""What the recorded years say of the days of the plan."""

import datetime as dt

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.build.catalogue import WEATHER
from lean_year.core.build.on_record import OpenHole, fit_days, open_hole
from lean_year.plan.answer.cache import cached
from lean_year.plan.model.prepared_rain import PreparedRain


class TaskWeather(BaseModel):
    """How often the days of a task would have done for it."""

    key: str
    name: str
    share: float | None
    """Of the recorded days of the same weeks of the year; None where none is recorded. [-]"""
    by_rain_alone: bool
    """Whether the record has no temperatures for a work that asks for them."""


@cached(8)
def fit_shares(rain: PreparedRain) -> dict[str, NDArray[np.float64]]:
    """For each kind of work the share of days that would do, by month and day."""
    return {
        key: fit_days(rain.dates, rain.record.depth_mm, rain.record.tmin_c, weather)
        for key, weather in WEATHER.items()
    }


def weather_of(key: str, first: dt.date, last: dt.date, rain: PreparedRain | None) -> TaskWeather | None:
    """Of a task from one day to another; None where any weather does, or there is no record."""
    if not key or rain is None:
        return None
    shares = fit_shares(rain)[key]
    days = [first + dt.timedelta(days=each) for each in range(min(366, (last - first).days + 1))]
    known = [share for day in days if not np.isnan(share := shares[day.month - 1, day.day - 1])]
    cold = WEATHER[key].least_c is not None
    return TaskWeather(
        key=key,
        name=WEATHER[key].name,
        share=float(np.mean(known)) if known else None,
        by_rain_alone=cold and rain.record.tmin_c is None,
    )


@cached(16)
def hole_on_record(rain: PreparedRain, first: dt.date, last: dt.date) -> OpenHole | None:
    """What a hole takes that is open on these days."""
    return open_hole(rain.dates, rain.record.depth_mm, first, last)
