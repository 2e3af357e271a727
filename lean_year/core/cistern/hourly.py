"""The replay by the hour, for stores so small that they fill and empty within a day."""

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.replay import Replay, Rule, replay_cistern
from lean_year.core.errors import require_number

HOURS = 24


def hours_of_days(daily_l: NDArray[np.float64], hours: float) -> NDArray[np.float64]:
    """Each day's water spread evenly over its first hours.

    Parameters
    ----------
    daily_l : ndarray, shape (n_days,)
        [L]
    hours : float
        0 to 24; less than one falls within the first hour. [h]

    Returns
    -------
    ndarray, shape (24 n_days,)
        [L]. Basis: derived.

    Examples
    --------
    >>> hours_of_days(np.array([12.0, 6.0]), 6)[[0, 5, 6, 24]].tolist()
    [2.0, 2.0, 0.0, 1.0]
    >>> hours_of_days(np.array([10.0]), 2.5)[:4].tolist()
    [4.0, 4.0, 2.0, 0.0]
    """
    lasts = max(require_number("hours", hours, low=0, high=HOURS), 1.0)
    share = np.clip(lasts - np.arange(HOURS), 0.0, 1.0) / lasts
    return np.asarray((daily_l[:, None] * share).ravel())


def replay_by_hours(
    *,
    inflow_l: NDArray[np.float64],
    demand_l: NDArray[np.float64],
    size_l: float,
    rule: Rule,
    rain_h: float,
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
    rain_h : float
        Hours in which a day's rain falls, 0 to 24. [h]
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
    >>> hourly = replay_by_hours(inflow_l=rain, demand_l=use, size_l=100, rule="yas", rain_h=6, start_l=0)
    >>> float(daily.supplied_l.sum()), float(hourly.supplied_l.sum())
    (0.0, 140.0)
    """
    return replay_cistern(
        inflow_l=hours_of_days(inflow_l, rain_h),
        demand_l=hours_of_days(demand_l, HOURS),
        size_l=size_l,
        rule=rule,
        start_l=start_l,
    )
