"""Days that add up to observed months."""

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.generator import Climate, generate_days_mm


def days_from_months_mm(
    climate: Climate, dates: NDArray[np.datetime64], monthly_mm: NDArray[np.float64], seed: int
) -> NDArray[np.float64]:
    """Daily rain with the totals of the observed months and wet days as the climate has them.

    Each month's made days are scaled to its total; a month with a total and no made wet day has all of it on its
    middle day. A month that is missing (NaN) stays missing.

    Parameters
    ----------
    climate : Climate
        Means and wet days.
    dates : ndarray of datetime64[D], shape (n_days,)
        Whole months in a row.
    monthly_mm : ndarray, shape (n_months,)
        Totals in their order, NaN where missing. [mm]
    seed : int
        The same seed makes the same days.

    Returns
    -------
    ndarray, shape (n_days,)
        [mm]

    Raises
    ------
    InputError
        If the months and the days do not cover the same span.

    Examples
    --------
    >>> climate = Climate(np.full(12, 60.0), np.full(12, 12.0), 0.15)
    >>> january = np.arange(np.datetime64("2025-01-01"), np.datetime64("2025-02-01"))
    >>> round(float(days_from_months_mm(climate, january, np.array([45.0]), 1).sum()), 6)
    45.0
    """
    month = dates.astype("datetime64[M]").astype(np.int64)
    month -= month[0]
    if int(month[-1]) + 1 != monthly_mm.size:
        raise InputError("monthly_mm", f"has {monthly_mm.size} months, the dates {int(month[-1]) + 1}")
    made = generate_days_mm(climate, dates, seed)
    sums = np.bincount(month, made)
    starts = np.concatenate(([0], np.flatnonzero(np.diff(month)) + 1))
    lengths = np.diff(np.append(starts, dates.size))
    empty = (sums == 0) & (np.nan_to_num(monthly_mm) > 0)
    made[starts[empty] + lengths[empty] // 2] = 1.0
    sums = np.bincount(month, made)
    factor = np.divide(monthly_mm, sums, out=np.where(np.isnan(monthly_mm), np.nan, 0.0), where=sums > 0)
    return np.asarray(made * factor[month])
