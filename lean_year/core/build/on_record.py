"""What the recorded years say of the days of a plan: how often the weather would do, and what an open hole takes."""

import datetime as dt
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.build.catalogue import Weather
from lean_year.core.build.working_days import same_days_of_years
from lean_year.core.calendar import windows_from

AROUND_DAYS = 3
"""Either side of a day: its week of the year."""
HEAVY_MM = 10.0
"""A day's rain that runs into an open hole. Basis: estimate. [mm]"""


def fit_days(
    dates: NDArray[np.datetime64],
    rain_mm: NDArray[np.float64],
    lowest_c: NDArray[np.float64] | None,
    weather: Weather,
) -> NDArray[np.float64]:
    """Of each day of a year, how often the days of its week would have done for the work.

    Parameters
    ----------
    dates : ndarray of datetime64[D], shape (n_days,)
        The record's days.
    rain_mm : ndarray, shape (n_days,)
        NaN where missing, which tells nothing. [mm]
    lowest_c : ndarray or None
        Lowest temperature of each day; without it the weather is judged by rain alone. [deg C]
    weather : Weather
        What a day must be like.

    Returns
    -------
    ndarray, shape (12, 31)
        Share of the recorded days from `AROUND_DAYS` before to as many after that would have done, by month and day
        of the month, both less one; NaN where none is recorded. [-]

    Examples
    --------
    >>> dates = np.arange(np.datetime64("2021-01-01"), np.datetime64("2022-01-01"))
    >>> shares = fit_days(dates, np.where(np.arange(365) % 2, 9.0, 0.0), None, Weather("digging", most_mm=5.0))
    >>> bool(0.4 < shares[5, 14] < 0.6)
    True
    """
    known = ~np.isnan(rain_mm)
    fit = rain_mm <= weather.most_mm
    if weather.least_c is not None and lowest_c is not None:
        known &= ~np.isnan(lowest_c)
        fit &= lowest_c >= weather.least_c
    counted = np.zeros((12, 31))
    fitting = np.zeros((12, 31))
    months = dates.astype("datetime64[M]")
    month = months.astype(np.int64) % 12
    day = (dates - months).astype(np.int64)
    np.add.at(counted, (month[known], day[known]), 1.0)
    np.add.at(fitting, (month[known & fit], day[known & fit]), 1.0)
    shares = np.full((12, 31), np.nan)
    for date in (dt.date(2023, 1, 1) + dt.timedelta(days=each) for each in range(365)):
        week = tuple(np.array(same_days_of_years(date, AROUND_DAYS)).T - 1)
        if (count := counted[week].sum()) > 0:
            shares[date.month - 1, date.day - 1] = fitting[week].sum() / count
    shares[1, 28] = shares[1, 27]
    return shares


@dataclass(frozen=True, slots=True)
class OpenHole:
    """What the recorded years say of a hole that is open from one day to another."""

    years: int
    """That are recorded from the first day to the last, without a gap."""
    heavy_years: int
    """Of them, with a day of at least `HEAVY_MM`."""
    wettest_mm: float
    """The most that fell in all those days. [mm]"""
    middle_mm: float
    """What fell in the middle one of the years. [mm]"""


def open_hole(
    dates: NDArray[np.datetime64], rain_mm: NDArray[np.float64], first: dt.date, last: dt.date
) -> OpenHole | None:
    """The same days of every recorded year.

    Parameters
    ----------
    dates, rain_mm : ndarray, shape (n_days,)
        NaN where missing. [mm]
    first, last : date
        The hole is open on both; counted as at most 366 days.

    Returns
    -------
    OpenHole or None
        None where no year has all of these days.

    Examples
    --------
    >>> dates = np.arange(np.datetime64("2020-01-01"), np.datetime64("2022-01-01"))
    >>> rain = np.zeros(731); rain[70] = 12.0
    >>> open_hole(dates, rain, dt.date(2024, 3, 1), dt.date(2024, 3, 14))
    OpenHole(years=2, heavy_years=1, wettest_mm=12.0, middle_mm=6.0)
    """
    days = min(366, (last - first).days + 1)
    begin = dt.date(first.year, 2, 28) if (first.month, first.day) == (2, 29) else first
    spans = [rain_mm[at : at + days] for at in windows_from(dates, month=begin.month, day=begin.day, days=days)]
    spans = [span for span in spans if not np.isnan(span).any()]
    if not spans:
        return None
    totals = [float(span.sum()) for span in spans]
    return OpenHole(
        years=len(spans),
        heavy_years=sum(bool((span >= HEAVY_MM).any()) for span in spans),
        wettest_mm=max(totals),
        middle_mm=float(np.median(totals)),
    )
