"""The calendar as records and uses are counted by it."""

import numpy as np
from numpy.typing import NDArray

DAYS_IN_MONTH = np.array([31, 28.25, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31])
"""Mean days of each month, January first: a February of 28.25 days spreads a monthly volume evenly over leap and
common years. They add up to `lean_year.core.units.DAYS_PER_YEAR`."""


def mean_by_month(daily: NDArray[np.float64], month: NDArray[np.int64]) -> NDArray[np.float64]:
    """Mean day of each calendar month.

    Parameters
    ----------
    daily : ndarray, shape (n_days,)
        A value for each day.
    month : ndarray, shape (n_days,)
        Month of each day, 1 to 12.

    Returns
    -------
    ndarray, shape (12,)
        January first; 0 for a month without a day. In the unit of `daily`.

    Examples
    --------
    >>> mean_by_month(np.array([2.0, 4.0, 6.0]), np.array([1, 1, 3]))[:3].tolist()
    [3.0, 0.0, 6.0]
    """
    days = np.bincount(month, minlength=13)[1:]
    return np.asarray(np.bincount(month, daily, minlength=13)[1:] / np.maximum(days, 1))


def windows_from(dates: NDArray[np.datetime64], *, month: int, day: int, days: int) -> list[int]:
    """Every index from which a calendar day starts a whole window of the record.

    Parameters
    ----------
    dates : ndarray of datetime64[D], shape (n_days,)
        The record's days.
    month, day : int
        The calendar day; 29 February counts in leap years only.
    days : int
        Length of the window. [d]

    Returns
    -------
    list of int

    Examples
    --------
    >>> two_years = np.arange(np.datetime64("2023-01-01"), np.datetime64("2025-01-01"))
    >>> windows_from(two_years, month=10, day=1, days=365)
    [273]
    """
    months = dates.astype("datetime64[M]")
    at = (months.astype(np.int64) % 12 + 1 == month) & ((dates - months).astype(np.int64) + 1 == day)
    return [int(index) for index in np.flatnonzero(at) if index + days <= dates.size]
