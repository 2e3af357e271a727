"""The calendar as records and uses are counted by it."""

from collections.abc import Sequence

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
    (means,) = means_by_month([daily], month)
    return np.asarray(means)


def means_by_month(rows: Sequence[NDArray[np.float64]], month: NDArray[np.int64]) -> NDArray[np.float64]:
    """Mean day of each calendar month, of several series over the same days.

    Parameters
    ----------
    rows : sequence of ndarray, each of shape (n_days,)
        A value for each day.
    month : ndarray, shape (n_days,)
        Month of each day, 1 to 12.

    Returns
    -------
    ndarray, shape (n_rows, 12)
        As `mean_by_month` gives for each.

    Examples
    --------
    >>> means_by_month([np.array([2.0, 4.0, 6.0]), np.ones(3)], np.array([1, 1, 3]))[:, :3].tolist()
    [[3.0, 0.0, 6.0], [1.0, 0.0, 1.0]]
    """
    # Days of one month lie together, so that few sums are left to be sorted by month.
    starts = np.append(0, np.flatnonzero(month[1:] != month[:-1]) + 1)[: month.size]
    of_month = (month[starts, np.newaxis] == np.arange(1, 13)).astype(np.float64)
    days = np.diff(starts, append=month.size) @ of_month
    sums = np.array([np.add.reduceat(row, starts) for row in rows]).reshape(len(rows), starts.size) @ of_month
    return np.asarray(sums / np.maximum(days, 1))


def in_season(dates: NDArray[np.datetime64], first: tuple[int, int], last: tuple[int, int]) -> NDArray[np.bool_]:
    """Which days lie between two days of the year, both included.

    Parameters
    ----------
    dates : ndarray of datetime64[D], shape (n_days,)
        The days.
    first, last : (int, int)
        Month and day; where the last comes before the first, over New Year.

    Returns
    -------
    ndarray of bool, shape (n_days,)

    Examples
    --------
    >>> days = np.array(["2025-10-31", "2025-11-01", "2026-04-15", "2026-04-16"], dtype="datetime64[D]")
    >>> in_season(days, (11, 1), (4, 15)).tolist()
    [False, True, True, False]
    """
    months = dates.astype("datetime64[M]")
    in_year = (months.astype(np.int64) % 12 + 1) * 100 + (dates.astype("datetime64[D]") - months).astype(np.int64) + 1
    begin, end = first[0] * 100 + first[1], last[0] * 100 + last[1]
    if begin <= end:
        return np.asarray((begin <= in_year) & (in_year <= end))
    return np.asarray((in_year >= begin) | (in_year <= end))


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
