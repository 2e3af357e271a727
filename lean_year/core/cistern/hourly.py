"""The replay by the hour, for stores so small that they fill and empty within a day."""

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.replay import Replay, Rule, replay_cistern
from lean_year.core.errors import InputError

HOURS = 24
RAIN_HOURS = 6
"""In which a day's rain falls. Basis: estimate."""


def hours_of_days(daily_l: NDArray[np.float64], hours: int) -> NDArray[np.float64]:
    """Each day's water spread evenly over its first hours.

    Parameters
    ----------
    daily_l : ndarray, shape (n_days,)
        [L]
    hours : int
        1 to 24. [h]

    Returns
    -------
    ndarray, shape (24 n_days,)
        [L]. Basis: derived.

    Examples
    --------
    >>> hours_of_days(np.array([12.0, 6.0]), 6)[[0, 5, 6, 24]].tolist()
    [2.0, 2.0, 0.0, 1.0]
    """
    if not 1 <= hours <= HOURS:
        raise InputError("hours", f"must be from 1 to {HOURS}, got {hours}")
    spread = np.zeros((daily_l.size, HOURS))
    spread[:, :hours] = (daily_l / hours)[:, None]
    return spread.ravel()


def replay_by_hours(
    *,
    inflow_l: NDArray[np.float64],
    demand_l: NDArray[np.float64],
    size_l: float,
    rule: Rule,
    rain_hours: int = RAIN_HOURS,
    start_l: float | None = None,
) -> Replay:
    """Replay one store hour by hour: a day's roof water in its first hours, use evenly round the clock.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_days,)
        Water arriving and wanted each day, at least 0. [L]
    size_l : float
        Live volume, at least 0. [L]
    rule : {"yas", "ybs"}
        Order within each hour.
    rain_hours : int, default 6
        In which a day's rain falls, 1 to 24. [h]
    start_l : float, default full
        Live water before the first hour. [L]

    Returns
    -------
    Replay
        Its arrays have one value an hour. Basis: the published rule of the day (Jenkins and others 1978; Fewkes and
        Butler 2000) at a finer step; the hours of rain are an estimate.

    Examples
    --------
    A day's sum spills most of a shower that a barrel would have handed on hour by hour:

    >>> rain, use = np.array([600.0]), np.array([240.0])
    >>> daily = replay_cistern(inflow_l=rain, demand_l=use, size_l=100, rule="yas", start_l=0)
    >>> hourly = replay_by_hours(inflow_l=rain, demand_l=use, size_l=100, rule="yas", start_l=0)
    >>> float(daily.supplied_l.sum()), float(hourly.supplied_l.sum())
    (0.0, 140.0)
    """
    return replay_cistern(
        inflow_l=hours_of_days(inflow_l, rain_hours),
        demand_l=hours_of_days(demand_l, HOURS),
        size_l=size_l,
        rule=rule,
        start_l=start_l,
    )
