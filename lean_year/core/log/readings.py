"""Which readings of a level say something."""

import numpy as np
from numpy.typing import NDArray

WINDOW_DAYS = 400
"""So far back a log is looked at: a year and what came before it. Basis: estimate. [d]"""
MOST_READINGS = 160
"""Older readings are taken farther apart where there are more. Basis: estimate."""
RECENT_DAYS = 90
"""In which none is left out. Basis: estimate. [d]"""
EDGE_SHARE = 0.005
"""So near to full or to empty a level says nothing: what ran over, or was missing, is not seen. Basis: estimate."""
SURE_SHARE = 0.3
"""By so much of the rain of an interval a tank must stay below full, so that nobody need doubt that none ran over.
Basis: estimate."""
STUCK_READINGS, STUCK_SHARE = 4, 0.02
"""So many readings that are the same to the last digit while the model moves by more than so much of the live volume
come of a gauge that sticks. Basis: estimate."""
WARM_UP_DAYS = 400
"""Of rain before a log, by which the soil of a garden is as wet as it was. Basis: estimate. [d]"""
SEDIMENT_LEFT_M = 0.05
"""So far under the outlet sediment may come before a tank is cleaned out. Basis: common practice. [m]"""
MORNINGS_SHARE = 0.8
"""Readings are taken for those of mornings where that leaves less than so much unexplained. Basis: estimate."""


def readings_kept(read: NDArray[np.intp]) -> NDArray[np.intp]:
    """Which of the readings are looked at: those of the last year, the recent ones all.

    Parameters
    ----------
    read : array, shape (n_readings,)
        Days with a reading, ascending.

    Returns
    -------
    array, shape (n_kept,)

    Examples
    --------
    >>> readings_kept(np.arange(1000)).size <= MOST_READINGS
    True
    >>> readings_kept(np.arange(0, 1000, 30))[:2].tolist()
    [600, 630]
    """
    if not read.size:
        return read
    read = read[read >= read[-1] - WINDOW_DAYS]
    recent = read >= read[-1] - RECENT_DAYS
    before = read[~recent]
    room = max(1, MOST_READINGS - int(recent.sum()))
    step = max(1, -(-before.size // room))
    return np.concatenate([before[::-1][::step][::-1], read[recent]])


def is_edge(lowest_l: float, highest_l: float, inflow_l: float, live_l: float) -> bool:
    """Whether a tank was so near to full or to empty between two readings that its level says nothing.

    Parameters
    ----------
    lowest_l, highest_l : float
        Between which the level lay. [L]
    inflow_l : float
        What ran in. [L]
    live_l : float
        What a full tank has to draw. [L]

    Returns
    -------
    bool

    Examples
    --------
    >>> is_edge(4000, 6000, 3000, 10_000)
    False
    >>> is_edge(4000, 9500, 3000, 10_000)
    True
    """
    return lowest_l < EDGE_SHARE * live_l or highest_l > live_l * (1 - EDGE_SHARE) - SURE_SHARE * inflow_l


def readings_alike(level_l: NDArray[np.float64]) -> int:
    """How many of the last readings are the same to the last digit.

    Parameters
    ----------
    level_l : array, shape (n_readings,)
        [L]

    Returns
    -------
    int

    Examples
    --------
    >>> readings_alike(np.array([5.0, 7.0, 7.0, 7.0]))
    3
    """
    other = np.flatnonzero(level_l != level_l[-1]) if level_l.size else np.zeros(0, dtype=np.intp)
    return int(level_l.size - 1 - other[-1]) if other.size else level_l.size
