"""How big: the smallest store for a wanted security, and security over size."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.replay import Rule, SizeCurve, no_shortage_size_l, replay_sizes
from lean_year.core.errors import require_number

Enough = Callable[[SizeCurve], NDArray[np.bool_]]
_SIZES_A_PASS = 64
LARGEST_SIZE_L = 2e9
"""No store larger than this is looked for. [L]"""


@dataclass(frozen=True, slots=True)
class SmallestSize:
    """Answer to "how small may it be"."""

    size_l: int | None
    """Whole litres, or None where no size does it. [L]"""
    reason: str | None
    first_filling: bool
    """True where mean demand exceeds mean inflow: the size only spends the water it began with."""


def demand_outruns_inflow(inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64]) -> bool:
    """Whether the record brings less than is wanted, so that no store lasts for ever.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_days,)
        Water brought and wanted each day. [L]

    Returns
    -------
    bool
        Basis: derived.

    Examples
    --------
    >>> demand_outruns_inflow(np.array([9.0, 0.0]), np.array([5.0, 5.0]))
    True
    """
    return float(demand_l.sum()) > float(inflow_l.sum())


@dataclass(slots=True)
class Sought:
    """The least size that is enough in one way, looked for between one that is not and one that probably is."""

    enough: Enough
    high: int
    """A size that is probably enough; if not, `LARGEST_SIZE_L` is tried. [L]"""
    low: int = -1
    """A size known not to be. [L]"""
    sure: bool = False
    """Whether `high` is known to be enough."""

    def to_try(self, side_by_side: int, exact_to: float) -> NDArray[np.float64]:
        """Sizes between the two, and `high` itself where it is not known to be enough; none where all is known."""
        self.high = min(self.high, int(LARGEST_SIZE_L))
        if self.high <= self.low or (self.sure and self.high - self.low <= max(1.0, exact_to * self.high)):
            return np.empty(0)
        step = max(1, math.ceil((self.high - self.low) / (side_by_side + 1)))
        between = np.arange(self.low + step, self.high, step, dtype=np.float64)
        return between if self.sure else np.append(between, float(self.high))

    def learn(self, size_l: NDArray[np.float64], enough: NDArray[np.bool_]) -> None:
        """Take in which of the sizes that were tried are enough."""
        passed = np.flatnonzero(enough)
        if not passed.size:
            self.low = int(size_l[-1])
            if not self.sure:
                self.high = int(LARGEST_SIZE_L)
            return
        first = int(passed[0])
        self.high, self.sure = int(size_l[first]), True
        if first:
            self.low = int(size_l[first - 1])


def narrow_down(
    curve_of: Callable[[NDArray[np.float64]], SizeCurve],
    sought: Sequence[Sought],
    *,
    side_by_side: int = _SIZES_A_PASS,
    exact_to: float = 0.0,
) -> list[int | None]:
    """The least whole litre that is enough in each way, where every larger one is.

    Each pass tries sizes side by side, for all ways at once, between the last that failed and the first that did.
    Where saving steps make larger stores fail again, the answer does, and the sizes tried below it do not.

    Parameters
    ----------
    curve_of : callable
        Replays an array of sizes. [L]
    sought : sequence of Sought
        Used up.
    side_by_side : int, default 64
        Sizes tried in one pass for each.
    exact_to : float, default 0
        Share of the answer within which it is near enough, 0 for the whole litre. [-]

    Returns
    -------
    list of int or None
        None where no size is enough. [L]

    Examples
    --------
    >>> narrow_down(lambda sizes: sizes, [Sought(lambda sizes: sizes >= 12_345, high=1_000_000)])
    [12345]
    """
    while True:
        tried = [each.to_try(side_by_side, exact_to) for each in sought]
        if not sum(sizes.size for sizes in tried):
            return [each.high if each.sure else None for each in sought]
        curve = curve_of(np.concatenate(tried))
        begin = 0
        for each, sizes in zip(sought, tried, strict=True):
            if sizes.size:
                each.learn(sizes, each.enough(curve)[begin : begin + sizes.size])
            begin += sizes.size


def smallest_size(
    *,
    inflow_l: NDArray[np.float64],
    demand_l: NDArray[np.float64],
    rule: Rule,
    enough: Enough,
    start_share: float = 1.0,
    year_end: NDArray[np.int64] | None = None,
    year_counts: NDArray[np.bool_] | None = None,
) -> SmallestSize:
    """The least whole-litre live size whose replay is `enough`.

    Shortage never rises with size for a start that is a fixed share of it, so the search narrows.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_days,)
        As in `replay_sizes`. [L]
    rule, start_share, year_end, year_counts : see `replay_sizes`
        As there.
    enough : callable
        Tells, for each size of a curve, whether it will do; once true, true for every larger size.

    Returns
    -------
    SmallestSize
    """
    first_filling = demand_outruns_inflow(inflow_l, demand_l)

    def curve_of(sizes: NDArray[np.float64]) -> SizeCurve:
        return replay_sizes(
            inflow_l=inflow_l,
            demand_l=demand_l,
            size_l=sizes,
            rule=rule,
            start_share=start_share,
            year_end=year_end,
            year_counts=year_counts,
        )

    # Begun full, this size is short on no day, so it is an upper end that saves the widening.
    high = math.ceil(no_shortage_size_l(inflow_l=inflow_l, demand_l=demand_l, rule=rule)) + 1
    (size,) = narrow_down(curve_of, [Sought(enough, high)])
    reason = "no size is enough for this record, this demand and this start" if size is None else None
    return SmallestSize(size, reason, first_filling)


def no_short_day(curve: SizeCurve) -> NDArray[np.bool_]:
    """Enough when no day is short."""
    return np.asarray(curve.short_days == 0)


def time_reliability_at_least(share: float, days: int) -> Enough:
    """Enough when at least `share` (0 to 1) of `days` are not short."""
    wanted = require_number("time_reliability", share, low=0, high=1)
    return lambda curve: np.asarray(1.0 - curve.short_days / max(days, 1) >= wanted)


def years_carried_at_least(years: int, counted: int) -> Enough:
    """Enough when at least `years` of the `counted` years have no short day."""
    return lambda curve: np.asarray(counted - curve.short_years >= years)


def knee(
    *,
    cost: NDArray[np.float64],
    lean_year_l: NDArray[np.float64],
    other_l_per_cost: float | None = None,
) -> int:
    """Where more tank stops making sense.

    Priced: the size at which tank and what is missed, had the cheapest other way, together cost least; the smaller
    of two that cost the same. With no other way priced: the point of the curve farthest above its chord, both axes
    from 0 to 1.

    Parameters
    ----------
    cost : ndarray, shape (n_sizes,)
        Cost of each size, or the size itself where nothing is priced; rising.
    lean_year_l : ndarray, shape (n_sizes,)
        Water supplied in the lean year by each size. [L]
    other_l_per_cost : float, optional
        Lean-year litres that one unit of money buys the cheapest other way. [L per money]

    Returns
    -------
    int
        Index of the size. Basis: derived.

    Examples
    --------
    >>> cost, water = np.array([0.0, 1.0, 2.0, 3.0]), np.array([0.0, 8.0, 9.0, 9.5])
    >>> knee(cost=cost, lean_year_l=water), knee(cost=cost, lean_year_l=water, other_l_per_cost=0.6)
    (1, 2)
    """
    if other_l_per_cost is not None:
        return int(np.argmin(cost - lean_year_l / other_l_per_cost))
    span_cost, span_water = float(cost[-1] - cost[0]), float(lean_year_l[-1] - lean_year_l[0])
    if span_cost <= 0 or span_water <= 0:
        return 0
    above = (lean_year_l - lean_year_l[0]) / span_water - (cost - cost[0]) / span_cost
    return int(np.argmax(above))
