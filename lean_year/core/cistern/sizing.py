"""How big: the smallest store for a wanted security, and security over size."""

import math
from collections.abc import Callable
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


def narrow_down(
    will_do: Callable[[NDArray[np.float64]], NDArray[np.bool_]],
    high: int,
    *,
    low: int = -1,
    side_by_side: int = _SIZES_A_PASS,
    exact_to: float = 0.0,
) -> int | None:
    """The least whole litre that will do, where every larger one does.

    Each pass tries sizes side by side between the last that failed and the first that did. Where saving steps make
    larger stores fail again, the answer does, and the sizes tried below it do not.

    Parameters
    ----------
    will_do : callable
        Tells for an array of sizes [L] which will do.
    high : int
        A size that probably does; if not, `LARGEST_SIZE_L` is tried.
    low : int, default -1
        A size known not to do.
    side_by_side : int, default 64
        Sizes tried in one pass.
    exact_to : float, default 0
        Share of the answer within which it is near enough, 0 for the whole litre. [-]

    Returns
    -------
    int or None
        None where no size does it.

    Examples
    --------
    >>> narrow_down(lambda sizes: sizes >= 12_345, 1_000_000)
    12345
    """
    high = min(high, int(LARGEST_SIZE_L))
    if high <= low or not will_do(np.array([float(high)]))[0]:
        high = int(LARGEST_SIZE_L)
        if high <= low or not will_do(np.array([float(high)]))[0]:
            return None
    while high - low > max(1.0, exact_to * high):
        step = max(1, math.ceil((high - low) / (side_by_side + 1)))
        sizes = np.arange(low + step, high, step, dtype=np.float64)
        passed = np.flatnonzero(will_do(sizes))
        if passed.size:
            first = int(passed[0])
            high = int(sizes[first])
            low = int(sizes[first - 1]) if first else low
        else:
            low = int(sizes[-1])
    return high


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

    def will_do(sizes: NDArray[np.float64]) -> NDArray[np.bool_]:
        return enough(
            replay_sizes(
                inflow_l=inflow_l,
                demand_l=demand_l,
                size_l=sizes,
                rule=rule,
                start_share=start_share,
                year_end=year_end,
                year_counts=year_counts,
            )
        )

    # Begun full, this size is short on no day, so it is an upper end that saves the widening.
    high = math.ceil(no_shortage_size_l(inflow_l=inflow_l, demand_l=demand_l, rule=rule)) + 1
    size = narrow_down(will_do, high)
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
