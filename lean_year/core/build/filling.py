"""What a dry season takes, so that a store begun in time carries the house through it."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray


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
