"""When a store will hold so much: what every recorded year says, from a day on."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError

TRACE_DAYS = 366
"""A trace goes no further than that. [d]"""


def first_reached(levels_l: NDArray[np.float64], wanted_l: float) -> NDArray[np.int64]:
    """The first day of each trace on whose evening at least so much is there.

    Parameters
    ----------
    levels_l : ndarray, shape (n_traces, n_days)
        In the evening of each day. [L]
    wanted_l : float
        [L]

    Returns
    -------
    ndarray, shape (n_traces,)
        From 1; 0 for a trace that never gets there.

    Examples
    --------
    >>> first_reached(np.array([[0.0, 5.0, 9.0], [1.0, 1.0, 1.0]]), 5.0).tolist()
    [2, 0]
    """
    there = levels_l >= wanted_l - 1e-6
    return np.asarray(np.where(there.any(axis=1), there.argmax(axis=1) + 1, 0), dtype=np.int64)


def weibull_day(days: Sequence[int] | NDArray[np.int64], share: float) -> float | None:
    """The day by which a share of the traces is there, at the plotting position p (n + 1) of the sorted days.

    Weibull 1939, from memory. Linear between two days, the ends held; a trace that is never there counts as later
    than all, and the day is None where the share touches one.

    Parameters
    ----------
    days : sequence of int
        From 1; 0 for never.
    share : float
        0 to 1. [-]

    Returns
    -------
    float or None
        [d]

    Examples
    --------
    >>> weibull_day([10, 20, 30], 0.5), weibull_day([10, 20, 0], 0.9)
    (20.0, None)
    """
    if not 0 <= share <= 1:
        raise InputError("share", f"must be from 0 to 1, got {share:g}")
    if not len(days):
        return None
    in_order = sorted(float(day) if day > 0 else float("inf") for day in days)
    position = min(max(share * (len(in_order) + 1), 1.0), float(len(in_order)))
    below = int(position)
    low = in_order[below - 1]
    high = in_order[min(below, len(in_order) - 1)]
    part = position - below
    found = low if part == 0 else low + part * (high - low)
    return None if not np.isfinite(found) else found


def dry_months(inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64]) -> list[int]:
    """The dry season: the longest run of months in which more is used than comes, round the year.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (12,)
        Mean day of each month, January first. [L]

    Returns
    -------
    list of int
        Months from 1, in their order; empty where none is dry, or all are.

    Examples
    --------
    >>> dry_months(np.array([9.0] * 5 + [1.0] * 3 + [9.0] * 4), np.full(12, 5.0))
    [6, 7, 8]
    """
    dry = [bool(used > comes) for used, comes in zip(demand_l, inflow_l, strict=True)]
    if all(dry) or not any(dry):
        return []
    runs = []
    for first in range(12):
        if dry[first] and not dry[first - 1]:
            length = next(count for count in range(1, 12) if not dry[(first + count) % 12])
            runs.append([(first + count) % 12 + 1 for count in range(length)])
    return max(runs, key=len)


def season_need_l(net_l: Sequence[NDArray[np.float64]], share: float) -> float | None:
    """The water that must be there when a dry season begins, so that a share of the recorded ones end without a short
    day.

    Parameters
    ----------
    net_l : sequence of ndarray, each of shape (n_days,)
        Of each recorded season, what comes each day less what is used. [L]
    share : float
        0 to 1. [-]

    Returns
    -------
    float or None
        [L]; None where none is recorded.

    Examples
    --------
    >>> season_need_l([np.array([-5.0, -5.0, 8.0, -9.0])], 0.9)
    11.0
    """
    if not net_l:
        return None
    needs = sorted(max(0.0, -float(np.cumsum(each).min())) for each in net_l)
    return float(np.quantile(needs, share, method="weibull"))
