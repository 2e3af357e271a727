"""Whether years that began alike went on alike, and what they say then.

Each recorded year weighs the more, the nearer the rain of its season so far is to that of this year. Whether that
forecasts better than all years alike is tried on the record: each year in turn is left out and forecast from the
others, both ways, and what came is held against it by the continuous ranked probability score (Matheson and Winkler
1976; for an ensemble Gneiting and Raftery 2007, equation 21; both from memory).
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

SEASON_DAYS = 90
"""What counts as the season so far. Basis: estimate. [d]"""
AHEAD_DAYS = 90
"""How far ahead a forecast is held against what came. Basis: estimate. [d]"""
WIDTH = 0.6
"""Of the kernel of the weights, over the standard deviation of the seasons. Basis: estimate."""
LEAST_WEIGHT = 0.02
"""A year that began otherwise still counts for a little. Basis: estimate."""
LEAST_YEARS = 20
"""Fewer say nothing of skill. Basis: estimate."""
SURE = 2.0
"""The gain over its standard error from which it is no chance: one record of forty without any memory passes. Basis:
estimate."""


@dataclass(frozen=True, slots=True)
class Skill:
    """How well a record forecasts itself, each year left out."""

    years: int
    plain: float
    """Mean score of all years alike, in the unit of the outcome."""
    conditioned: float
    """Mean score by years that began alike."""
    sure: bool
    """Whether the gain is no chance."""

    @property
    def gain(self) -> float:
        """By how much less it misses. [-]"""
        return 1 - self.conditioned / self.plain if self.plain > 0 else 0.0


def alike_weights(seasons: NDArray[np.float64], now: float) -> NDArray[np.float64]:
    """How much each year counts.

    Parameters
    ----------
    seasons : ndarray, shape (n_years,)
        Rain of each year's season so far. [mm]
    now : float
        The same of this year. [mm]

    Returns
    -------
    ndarray, shape (n_years,)
        They add up to one.

    Examples
    --------
    >>> alike_weights(np.array([100.0, 200.0, 300.0]), 100.0).round(2).tolist()
    [0.86, 0.12, 0.02]
    >>> alike_weights(np.array([100.0, 100.0]), 250.0).tolist()
    [0.5, 0.5]
    """
    scale = WIDTH * float(np.std(seasons))
    if scale <= 0:
        return np.full(seasons.size, 1 / seasons.size)
    # A season beyond all recorded ones is taken as the outermost of them.
    held = float(np.clip(now, seasons.min(), seasons.max()))
    weights = np.exp(-0.5 * ((seasons - held) / scale) ** 2) + LEAST_WEIGHT
    return np.asarray(weights / weights.sum())


def ranked_score(outcomes: NDArray[np.float64], weights: NDArray[np.float64], came: float) -> float:
    """The continuous ranked probability score of an ensemble: 0 for one that is sure and right.

    Parameters
    ----------
    outcomes, weights : ndarray, shape (n_years,)
        Of the forecast; the weights add up to one.
    came : float
        What came, in the unit of the outcomes.

    Returns
    -------
    float
        In the unit of the outcomes.

    Examples
    --------
    >>> ranked_score(np.array([10.0, 20.0]), np.array([0.5, 0.5]), 15.0)
    2.5
    """
    missed = float(weights @ np.abs(outcomes - came))
    spread = float(weights @ np.abs(outcomes[:, None] - outcomes) @ weights)
    return missed - spread / 2


def skill_left_out(seasons: NDArray[np.float64], outcomes: NDArray[np.float64]) -> Skill:
    """Each year forecast from the others, by those that began alike and by all alike.

    Parameters
    ----------
    seasons : ndarray, shape (n_years,)
        Rain of each year's season so far. [mm]
    outcomes : ndarray, shape (n_years,)
        What came.

    Returns
    -------
    Skill

    Examples
    --------
    >>> seasons = np.linspace(0.0, 400.0, 40)
    >>> skill_left_out(seasons, 3 * seasons).sure, skill_left_out(seasons, np.tile([1.0, 5.0], 20)).sure
    (True, False)
    """
    years = seasons.size
    if years < 3:
        return Skill(years, 0.0, 0.0, sure=False)
    scores = np.empty((years, 2))
    for year in range(years):
        rest = np.arange(years) != year
        alike = alike_weights(seasons[rest], float(seasons[year]))
        even = np.full(years - 1, 1 / (years - 1))
        for column, weights in enumerate((even, alike)):
            scores[year, column] = ranked_score(outcomes[rest], weights, float(outcomes[year]))
    better = scores[:, 0] - scores[:, 1]
    error = float(better.std(ddof=1)) / years**0.5
    sure = years >= LEAST_YEARS and error > 0 and float(better.mean()) > SURE * error
    return Skill(years, float(scores[:, 0].mean()), float(scores[:, 1].mean()), sure)


def weighted_day(days: NDArray[np.int64], weights: NDArray[np.float64], share: float) -> float | None:
    """The day by which a share of the years is there, each by its weight: where all weigh the same, that of
    `lean_year.core.cistern.traces.weibull_day`.

    Parameters
    ----------
    days : ndarray, shape (n_years,)
        From 1; 0 for never.
    weights : ndarray, shape (n_years,)
        They add up to one.
    share : float
        0 to 1. [-]

    Returns
    -------
    float or None
        None where the share touches a year that is never there. [d]

    Examples
    --------
    >>> even = np.full(3, 1 / 3)
    >>> weighted_day(np.array([10, 20, 30]), even, 0.5), weighted_day(np.array([10, 20, 0]), even, 0.9)
    (20.0, None)
    """
    if not days.size:
        return None
    late = np.where(days == 0, np.inf, days.astype(np.float64))
    order = np.argsort(late, kind="stable")
    late, sorted_weights = late[order], weights[order]
    count = days.size
    position = np.cumsum(sorted_weights) * count / (count + 1)
    at = float(np.clip(share, position[0], position[-1]))
    after = int(np.searchsorted(position, at - 1e-12))
    if position[after] - at < 1e-12 or after == 0:
        day = float(late[after])
        return None if np.isinf(day) else day
    before = after - 1
    if np.isinf(late[after]):
        return None
    part = (at - position[before]) / (position[after] - position[before])
    return float(late[before] + part * (late[after] - late[before]))
