"""Daily rain from twelve means: a chain of wet and dry days with gamma amounts.

Means alone hide lean years. What is made here serves to show a band of answers, never one.
"""

from dataclasses import dataclass

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.calendar import DAYS_IN_MONTH
from lean_year.core.errors import InputError, require_number

WET_DAY_MM = 8.0
"""Mean depth of a wet day where nobody said how many there are. [mm] Basis: estimate."""
LEAST_WET_DAYS, MOST_WET_DAY_MM = 0.05, 500.0
_CALIBRATION_YEARS = 400
REGIMES: dict[str, float] = {"even": 0.15, "seasonal": 0.22, "dry": 0.35}
"""Coefficient of variation of the yearly total by rainfall regime: rain all year, a marked dry season, dry land.
Basis: estimate."""


GAUGE_MM = 0.1
"""Least depth a gauge shows. [mm]"""


@dataclass(frozen=True, slots=True)
class Climate:
    """What the generator aims at, arrays of shape (12,), January first."""

    mean_mm: NDArray[np.float64]
    """Mean rain of each month. [mm]"""
    wet_days: NDArray[np.float64]
    """Mean number of wet days in each month, 0 to the month's length. [d]"""
    yearly_variation: float
    """Standard deviation of the yearly total over its mean. [-]"""

    def __post_init__(self) -> None:
        for name, values in (("mean_mm", self.mean_mm), ("wet_days", self.wet_days)):
            if np.shape(values) != (12,):
                raise InputError(name, "needs twelve values, January first")
            if not np.all(np.isfinite(values)) or values.min() < 0:
                raise InputError(name, "every month must be a number of at least 0")
        if self.mean_mm.max() > 5_000:
            raise InputError("mean_mm", f"a month may have at most 5,000 mm, got {self.mean_mm.max():g}")
        if self.mean_mm.sum() <= 0:
            raise InputError("mean_mm", "at least one month must have rain")
        if np.any(self.wet_days > np.array([31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31])):
            raise InputError("wet_days", "no month has so many days")
        if np.any((self.mean_mm > 0) & (self.wet_days < LEAST_WET_DAYS)):
            raise InputError("wet_days", f"a month with rain needs at least {LEAST_WET_DAYS:g} wet days")
        if np.any(self.mean_mm > MOST_WET_DAY_MM * self.wet_days):
            raise InputError("wet_days", f"a mean wet day may have at most {MOST_WET_DAY_MM:g} mm")
        require_number("yearly_variation", self.yearly_variation, low=0, high=1)


def usual_wet_days(mean_mm: NDArray[np.float64]) -> NDArray[np.float64]:
    """Wet days of each month where only means are known, at `WET_DAY_MM` a wet day.

    Parameters
    ----------
    mean_mm : ndarray, shape (12,)
        [mm]

    Returns
    -------
    ndarray, shape (12,)
        [d], at least half a day and at most 26 in a month with rain, 0 in one without. Basis: estimate.

    Examples
    --------
    >>> usual_wet_days(np.array([0.0, 40.0, 80.0])).round(1).tolist()
    [0.0, 5.0, 10.0]
    """
    return np.where(mean_mm > 0, np.clip(mean_mm / WET_DAY_MM, 0.5, 26.0), 0.0)


def transition_chances(wet_share: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Chance of a wet day after a dry one and after a wet one.

    `P(W|D) = 0.75 f` and `P(W|W) = 0.25 + 0.75 f`, with f the share of wet days, which the chain then keeps.

    Parameters
    ----------
    wet_share : ndarray
        0 to 1. [-]

    Returns
    -------
    tuple of ndarray
        After a dry day and after a wet day. Basis: from memory (Geng, Penning de Vries and Supit 1986; the chain of
        Richardson 1981).

    Examples
    --------
    >>> [chance.round(2).tolist() for chance in transition_chances(np.array([0.25, 0.5]))]
    [[0.19, 0.38], [0.44, 0.62]]
    """
    return 0.75 * wet_share, np.where(wet_share > 0, 0.25 + 0.75 * wet_share, 0.0)


def gamma_shape(wet_day_mm: NDArray[np.float64]) -> NDArray[np.float64]:
    """Shape of the gamma distribution of a wet day's depth: `mean / beta` with `beta = 1.83 mean - 2.16`.

    Parameters
    ----------
    wet_day_mm : ndarray
        Mean depth of a wet day. [mm]

    Returns
    -------
    ndarray
        [-], 0.55 to 1. Basis: from memory (Geng and others 1986), clipped where the fit leaves its data.

    Examples
    --------
    >>> gamma_shape(np.array([4.0, 8.0])).round(2).tolist()
    [0.78, 0.64]
    """
    scale = np.maximum(1.83 * wet_day_mm - 2.16, 1e-9)
    return np.clip(wet_day_mm / scale, 0.55, 1.0)


@njit(cache=True, nogil=True)
def _chain(chance, month, after_dry, after_wet):  # type: ignore[no-untyped-def]
    wet = np.zeros(month.size, dtype=np.bool_)
    yesterday = False
    for day in range(month.size):
        wet[day] = chance[day] < (after_wet[month[day]] if yesterday else after_dry[month[day]])
        yesterday = wet[day]
    return wet


def _days(climate: Climate, month: NDArray[np.int64], random: np.random.Generator) -> NDArray[np.float64]:
    share = np.minimum(climate.wet_days / DAYS_IN_MONTH, 1.0)
    wet_mm = np.divide(climate.mean_mm, climate.wet_days, out=np.zeros(12), where=climate.wet_days > 0)
    wet = _chain(random.random(month.size), month - 1, *transition_chances(share))
    shape = gamma_shape(wet_mm)
    depth = random.gamma(shape[month - 1], (wet_mm / shape)[month - 1])
    return np.where(wet, depth, 0.0)


def generate_days_mm(climate: Climate, dates: NDArray[np.datetime64], seed: int) -> NDArray[np.float64]:
    """Daily rain with a climate's means, wet days and yearly variation.

    The chain has a variation of its own from year to year. What it lacks against the wanted one is added as a factor
    of each calendar year, drawn from a gamma distribution of mean 1.

    Parameters
    ----------
    climate : Climate
        The target.
    dates : ndarray of datetime64[D], shape (n_days,)
        The days to make.
    seed : int
        The same seed makes the same days.

    Returns
    -------
    ndarray, shape (n_days,)
        [mm]. Basis: published (Richardson 1981, two-state chain); gamma amounts from memory (Katz 1977; Richardson
        and Wright 1984).

    Examples
    --------
    >>> climate = Climate(np.full(12, 60.0), np.full(12, 12.0), 0.15)
    >>> year = np.arange(np.datetime64("2025-01-01"), np.datetime64("2026-01-01"))
    >>> first, again = (generate_days_mm(climate, year, 7) for _ in range(2))
    >>> first.size, bool((first == again).all())
    (365, True)
    """
    random = np.random.default_rng(seed)
    month = dates.astype("datetime64[M]").astype(np.int64) % 12 + 1
    year = dates.astype("datetime64[Y]").astype(np.int64)
    year -= year[0]
    depth = _days(climate, month, random)
    own = _own_variation(climate)
    lacking = climate.yearly_variation**2 - own**2
    if lacking > 0:
        # var(F T) = var F (var T + mean T^2) + var T for independent F of mean 1
        spread = lacking / (1 + own**2)
        depth = depth * random.gamma(1 / spread, spread, int(year[-1]) + 1)[year]
    # A wet day stays one when it is rounded to what a gauge shows, else the climate's wet days are not kept.
    return np.where(depth > 0, np.maximum(np.round(depth, 1), GAUGE_MM), 0.0)


def made_record_mm(climate: Climate, dates: NDArray[np.datetime64], seed: int) -> NDArray[np.float64]:
    """Daily rain of a record whose months have just the means that were asked for, over all of its years.

    Days made by chance miss a mean by a little, a short record by more. Here each calendar month is scaled to its
    mean, and what rounding to the gauge leaves over goes to the wettest days.

    Parameters
    ----------
    climate : Climate
        The target.
    dates : ndarray of datetime64[D], shape (n_days,)
        The days to make, whole months.
    seed : int
        The same seed makes the same days.

    Returns
    -------
    ndarray, shape (n_days,)
        [mm]. Basis: as `generate_days_mm`; the scaling is derived. A mean below what its wet days show at the least
        is not reached.

    Examples
    --------
    >>> climate = Climate(np.full(12, 60.0), np.full(12, 12.0), 0.15)
    >>> days = np.arange(np.datetime64("2001-01-01"), np.datetime64("2011-01-01"))
    >>> round(float(made_record_mm(climate, days, 7).sum() / 10), 1)
    720.0
    """
    depth = generate_days_mm(climate, dates, seed)
    months = dates.astype("datetime64[M]").astype(np.int64)
    for month, mean_mm in enumerate(climate.mean_mm):
        days = np.flatnonzero(months % 12 == month)
        if days.size:
            depth[days] = _with_total(depth[days], mean_mm * np.unique(months[days]).size)
    return depth


def _with_total(depth_mm: NDArray[np.float64], total_mm: float) -> NDArray[np.float64]:
    """Days scaled to a total, in steps of the gauge; a wet day stays one. Without a wet day there is nothing to
    scale, and the rain falls in the midst of them."""
    wet = np.flatnonzero(depth_mm > 0)
    target = round(total_mm / GAUGE_MM)
    steps = np.zeros(depth_mm.size, dtype=np.int64)
    if not wet.size:
        steps[depth_mm.size // 2] = target
        return np.asarray(steps * GAUGE_MM)
    scaled = depth_mm[wet] * (target / depth_mm[wet].sum())
    steps[wet] = np.maximum(np.round(scaled), 1)
    wettest_first = wet[np.argsort(-scaled, kind="stable")]
    while (left := target - int(steps.sum())) != 0:
        step = 1 if left > 0 else -1
        taking = wettest_first if step > 0 else wettest_first[steps[wettest_first] > 1]
        if not taking.size:
            break
        steps[taking[: abs(left)]] += step
    return np.asarray(np.round(steps * GAUGE_MM, 1))


def _own_variation(climate: Climate) -> float:
    """Coefficient of variation of the chain's yearly totals, by running it apart from what is made of it."""
    month = np.tile(np.repeat(np.arange(1, 13), [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]), _CALIBRATION_YEARS)
    totals = _days(climate, month, np.random.default_rng(0)).reshape(_CALIBRATION_YEARS, -1).sum(axis=1)
    return float(totals.std() / totals.mean()) if totals.mean() > 0 else 0.0
