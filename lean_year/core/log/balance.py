"""Whether the levels that were read agree with the rain, the roofs and the household.

Between two readings a replay says how far the level should have moved. What is left over is tried against three
explanations: nothing but noise; a loss of so many litres a day from some reading on; a catch that is only a share of
the designed one from some reading on. An explanation is believed where it makes the readings so much likelier than
noise does that noise alone would hardly ever do as well (a generalised likelihood ratio over every day on which it
could have begun; Willsky and Jones 1976, from memory).

Noise is: the error of a reading, which two neighbouring intervals share; what a household uses more or less than on
another day; what a gauge beside the roof catches more or less than the roof; what a garden is given, by the weather
and whoever waters it; and, through the whole log, a catch and a use that are not quite the designed ones.
"""

from dataclasses import dataclass
from itertools import product
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.numeric.normal import NINE_IN_TEN

Verdict = Literal["as_designed", "losing", "catching_less", "cannot_tell"]

READING_SHARES = (0.0005, 0.0015, 0.005, 0.015, 0.04)
"""Error of a reading over the live volume: those that are tried. Basis: estimate."""
USE_SHARES = (0.1, 0.15, 0.22, 0.32, 0.48, 0.8)
"""How far one day's use differs from another's over the mean use: those that are tried. Basis: estimate."""
RAIN_SHARES = (0.02, 0.06, 0.12, 0.25)
"""How far the rain on the roof differs from that in the gauge, over an interval: those that are tried. Basis:
estimate."""
CATCH_SHARE = 0.08
"""How far the catch of a sound roof differs from the designed one for good. Basis: estimate."""
HABIT_SHARE = 0.05
"""How far the use of a household differs from the designed one for good. Basis: estimate."""
GARDEN_SHARE = 0.3
"""How far what a garden is given differs from the designed watering for good. Basis: estimate."""
GARDEN_WANDER_SHARE, GARDEN_DAYS = 0.15, 30.0
"""How far it differs from that for a time, and for how long. Basis: estimate. [-, d]"""
LEAST_GAIN = 6.0
"""By how much an explanation must make the logarithm of the likelihood greater than noise alone does. Set so that
fewer than five of a hundred logs without a fault are suspected; `docs/how-it-is-checked.md` has the figures."""
FEW_INTERVALS = 12.0
"""Of so few intervals a log must say twice as much, as its noise is not well known. Basis: estimate."""
LEAST_LOSS_SHARE = 0.05
"""A loss under that of the mean use is no loss that anybody could find. Basis: estimate."""
LEAST_INTERVALS, LEAST_DAYS = 6, 14.0
"""What a log must have at the least to say anything. Basis: estimate."""
CLEAR_SHARE = 0.3
"""What can be missing, nine cases in ten, over the mean use, for a log that says that nothing is. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class Balance:
    """A log as intervals between readings, arrays of shape (n_intervals,). Those in which a tank ran over or dry say
    nothing and are not among them."""

    days: NDArray[np.float64]
    inflow_l: NDArray[np.float64]
    """What the roofs should have brought. [L]"""
    wanted_l: NDArray[np.float64]
    """What the household and its garden should have used. [L]"""
    garden_l: NDArray[np.float64]
    """Of that, the garden. [L]"""
    off_l: NDArray[np.float64]
    """How far the level was over where it should have been. [L]"""
    follows: NDArray[np.bool_]
    """Whether it begins with the reading that ends the one before it."""

    def __post_init__(self) -> None:
        sizes = {
            each.size for each in (self.days, self.inflow_l, self.wanted_l, self.garden_l, self.off_l, self.follows)
        }
        if len(sizes) != 1:
            raise InputError("log", "needs as many days, inflows, uses and levels as there are intervals")


@dataclass(frozen=True, slots=True)
class Behaviour:
    """What a log says."""

    verdict: Verdict
    missing_l_day: float
    """What goes somewhere beyond the designed use; below 0 where less is used. [L/d]"""
    low: float
    high: float
    """Between which it lies in nine cases of ten. [L/d]"""
    catch_share: float
    """Of the designed catch. [-]"""
    since: int | None
    """Interval with which a loss, or a smaller catch, begins; None where there is none."""
    use_l_day: float
    """The mean use by the design. [L/d]"""
    house_share: float = 1.0
    """Of the designed use without the garden, where what is missing is use, and was so all along. [-]"""


NOTHING_TO_SAY = Behaviour("cannot_tell", 0.0, float("-inf"), float("inf"), 1.0, None, 0.0)


@dataclass(frozen=True, slots=True)
class _Weighed:
    """The intervals under one size of noise."""

    inverse: NDArray[np.float64]
    constant: float
    """Of the logarithm of the likelihood."""
    off: NDArray[np.float64]
    """`inverse` times what is off."""

    def since(self, column: NDArray[np.float64]) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
        """Of a cause that works from each interval on: its size, and the variance of that. Shape (n_intervals,)."""
        weighted = column[:, None] * self.inverse * column[None, :]
        tail = np.cumsum(np.cumsum(weighted[::-1, ::-1], axis=0), axis=1)[::-1, ::-1]
        information = np.maximum(np.diagonal(tail), 1e-300)
        score = np.cumsum((column * self.off)[::-1])[::-1]
        return score / information, 1.0 / information


def judge_balance(balance: Balance, live_l: float) -> Behaviour:
    """What a log says of a supply.

    Parameters
    ----------
    balance : Balance
        The log.
    live_l : float
        What full tanks have to draw. [L]

    Returns
    -------
    Behaviour

    Examples
    --------
    >>> days, none, follows = np.full(30, 7.0), np.zeros(30), np.arange(30) > 0
    >>> tight = Balance(days, none, days * 300.0, none, np.tile([-20.0, 20.0], 15), follows)
    >>> judge_balance(tight, 50_000.0).verdict
    'as_designed'
    >>> off = np.where(np.arange(30) < 20, 0.0, -630.0)
    >>> found = judge_balance(Balance(days, none, days * 300.0, none, off, follows), 50_000.0)
    >>> found.verdict, found.since, round(found.missing_l_day)
    ('losing', 20, 90)
    """
    if balance.days.size < LEAST_INTERVALS or balance.days.sum() < LEAST_DAYS or live_l <= 0:
        return NOTHING_TO_SAY
    use_l_day = float(balance.wanted_l.sum() / balance.days.sum())
    for_good = _for_good(balance)
    tried = [
        _weighed(balance, for_good, reading * live_l, use * use_l_day, rain)
        for reading, use, rain in product(READING_SHARES, USE_SHARES, RAIN_SHARES)
    ]
    quiet = max(each.constant for each in tried)
    loss = _likeliest(tried, -balance.days, sign=1)
    catch = _likeliest(tried, balance.inflow_l, sign=-1)
    least = LEAST_LOSS_SHARE * use_l_day
    if max(loss.likely, catch.likely) - quiet > LEAST_GAIN * (1 + FEW_INTERVALS / balance.days.size):
        if loss.likely >= catch.likely and loss.size > least:
            return _losing(balance, loss, use_l_day)
        if catch.likely > loss.likely:
            return _catching_less(balance, catch, use_l_day)
    return _as_designed(balance, tried, use_l_day)


@dataclass(frozen=True, slots=True)
class _Cause:
    """The likeliest size and beginning of one cause."""

    likely: float
    weighed: _Weighed
    since: int
    size: float
    column: NDArray[np.float64]


def _for_good(balance: Balance) -> NDArray[np.float64]:
    """Covariance of what lasts: a catch, a use and a watering that are not quite the designed ones. [L2]"""
    middle = np.cumsum(balance.days) - balance.days / 2
    alike = np.exp(-np.abs(middle[:, None] - middle) / GARDEN_DAYS)
    watered = GARDEN_SHARE**2 + GARDEN_WANDER_SHARE**2 * alike
    return (
        CATCH_SHARE**2 * np.outer(balance.inflow_l, balance.inflow_l)
        + HABIT_SHARE**2 * np.outer(balance.wanted_l, balance.wanted_l)
        + watered * np.outer(balance.garden_l, balance.garden_l)
    )


def _weighed(
    balance: Balance, for_good: NDArray[np.float64], reading_l: float, use_l: float, rain_share: float
) -> _Weighed:
    spread = for_good.copy()
    rows = np.arange(balance.days.size)
    spread[rows, rows] += 2 * reading_l**2 + balance.days * use_l**2 + (rain_share * balance.inflow_l) ** 2
    shared = np.where(balance.follows[1:], reading_l**2, 0.0)
    spread[rows[:-1], rows[1:]] -= shared
    spread[rows[1:], rows[:-1]] -= shared
    inverse = np.asarray(np.linalg.inv(spread), dtype=np.float64)
    off = inverse @ balance.off_l
    # The product of the diagonal of its factor is the root of the determinant.
    log_root = float(np.log(np.diagonal(np.linalg.cholesky(spread))).sum())
    return _Weighed(inverse, float(-log_root - 0.5 * balance.off_l @ off), off)


def _likeliest(tried: list[_Weighed], column: NDArray[np.float64], *, sign: int) -> _Cause:
    best: _Cause | None = None
    for weighed in tried:
        size, variance = weighed.since(column)
        likely = np.where(sign * size > 0, weighed.constant + 0.5 * size**2 / variance, -np.inf)[:-1]
        at = int(np.argmax(likely))
        if best is None or likely[at] > best.likely:
            best = _Cause(float(likely[at]), weighed, at, float(size[at]), column)
    assert best is not None
    return best


def _losing(balance: Balance, loss: _Cause, use_l_day: float) -> Behaviour:
    """Whatever loss and beginning is not much less likely than the likeliest bounds it."""
    size, variance = loss.weighed.since(loss.column)
    room = loss.weighed.constant + 0.5 * size**2 / variance - (loss.likely - 0.5 * NINE_IN_TEN**2)
    able = room >= 0
    reach = np.sqrt(2 * np.maximum(room, 0) * variance)
    left = balance.off_l - np.where(np.arange(size.size) >= loss.since, loss.column * loss.size, 0.0)
    return Behaviour(
        "losing",
        loss.size,
        float((size - reach)[able].min()),
        float((size + reach)[able].max()),
        1.0 + _catch(balance, loss.weighed, left),
        loss.since,
        use_l_day,
        _house_share(balance, loss.weighed),
    )


def _catching_less(balance: Balance, catch: _Cause, use_l_day: float) -> Behaviour:
    left = balance.off_l - np.where(np.arange(balance.days.size) >= catch.since, catch.column * catch.size, 0.0)
    missing, spread = _all_along(balance, catch.weighed, left)
    return Behaviour(
        "catching_less", missing, missing - NINE_IN_TEN * spread, missing + NINE_IN_TEN * spread,
        max(0.0, 1.0 + catch.size), catch.since, use_l_day,
    )  # fmt: skip


def _as_designed(balance: Balance, tried: list[_Weighed], use_l_day: float) -> Behaviour:
    def likely(weighed: _Weighed) -> float:
        missing, spread = _all_along(balance, weighed, balance.off_l)
        return weighed.constant + 0.5 * (missing / spread) ** 2

    weighed = max(tried, key=likely)
    missing, spread = _all_along(balance, weighed, balance.off_l)
    clear = NINE_IN_TEN * spread <= CLEAR_SHARE * use_l_day
    return Behaviour(
        "as_designed" if clear else "cannot_tell", missing, missing - NINE_IN_TEN * spread,
        missing + NINE_IN_TEN * spread, 1.0 + _catch(balance, weighed, balance.off_l), None, use_l_day,
        _house_share(balance, weighed),
    )  # fmt: skip


def _all_along(balance: Balance, weighed: _Weighed, off_l: NDArray[np.float64]) -> tuple[float, float]:
    """A loss through the whole log, and its standard error. [L/d]"""
    column = -balance.days
    information = float(column @ weighed.inverse @ column)
    return float(column @ weighed.inverse @ off_l) / information, float(information**-0.5)


def _house_share(balance: Balance, weighed: _Weighed) -> float:
    column = balance.garden_l - balance.wanted_l
    information = float(column @ weighed.inverse @ column)
    return 1.0 + (float(column @ weighed.off) / information if information > 0 else 0.0)


def _catch(balance: Balance, weighed: _Weighed, left_l: NDArray[np.float64]) -> float:
    """How far the catch differs from the designed one, by what is left over."""
    return float(CATCH_SHARE**2 * balance.inflow_l @ (weighed.inverse @ left_l))
