"""Traces: what every recorded year would do to a store from a day on, and what they say together."""

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
