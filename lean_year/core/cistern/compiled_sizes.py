"""Many sizes of one supply among several, compiled: the days of `operate_together` for supplies in rows of arrays.

For supplies of one store each, without loads by truck and with at most three saving steps, which most are; for them
it takes a tenth of the time.
"""

from typing import NamedTuple

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.cistern.replay import SHORT_DAY_L

STEPS = 4
"""Saving steps that it knows, no step among them."""


class Rows(NamedTuple):
    """The supplies, one row each; the first is the one whose sizes are tried."""

    inflow: NDArray[np.float64]
    """Shape (n_supplies, n_days). [L]"""
    demand: NDArray[np.float64]
    """Shape (n_supplies, 4, n_days), at no step and at each; a step that is not there is never reached. [L]"""
    loss: NDArray[np.float64]
    triggers: NDArray[np.float64]
    """Shape (n_supplies, 3), -1 for a step that is not there."""
    yas: NDArray[np.bool_]
    keep_share: NDArray[np.float64]
    limit_l_day: NDArray[np.float64]


class FirstOut(NamedTuple):
    """What the first supply comes to in each size, shape (n_sizes,). [L]"""

    supplied: NDArray[np.float64]
    spilled: NDArray[np.float64]
    missed: NDArray[np.float64]
    watch_missed: NDArray[np.float64]
    short_days: NDArray[np.float64]
    short_years: NDArray[np.float64]
    lost: NDArray[np.float64]
    topped_up: NDArray[np.float64]
    counted_spilled: NDArray[np.float64]


class DaysKept(NamedTuple):
    """The days of one size, shape (n_supplies, n_days); of no rows where only their sums are wanted. [L]"""

    stage: NDArray[np.float64]
    demand: NDArray[np.float64]
    supplied: NDArray[np.float64]
    spilled: NDArray[np.float64]
    lost: NDArray[np.float64]
    topped_up: NDArray[np.float64]
    step: NDArray[np.int8]
    moved: NDArray[np.float64]
    handed: NDArray[np.float64]
    """Shape (n_handings, n_days)."""


@njit(cache=True, nogil=True)
def operate_sizes_together(rows, size_l, held, moves, handing, order, years, out, kept):  # type: ignore[no-untyped-def]
    # Size outside, supplies inside: what a supply holds stays in the processor through all its days.
    inflow, demand, loss, triggers = rows.inflow, rows.demand, rows.loss, rows.triggers
    count, keeps = inflow.shape[0], kept.demand.shape[0] > 0
    hands, ways = handing.source.size, moves.l_day.size
    share, asked, size, inverse = np.zeros(count), np.zeros(count), np.zeros(count), np.zeros(count)
    for k in range(size_l.shape[1]):
        stands = held[:, k].copy()
        for s in range(count):
            size[s] = size_l[s, k]
            inverse[s] = 1.0 / size[s] if size[s] > 0 else 0.0
            share[s] = stands[s] * inverse[s]
        supplied, spilled, missed, watched, short_days = 0.0, 0.0, 0.0, 0.0, 0.0
        lost, topped_up, counted_spilled, short_years = 0.0, 0.0, 0.0, 0.0
        day = 0
        for year in range(years.end.size):
            short_before, spilled_before = short_days, spilled
            while day < years.end[year]:
                for m in range(ways):
                    source, to = moves.source[m], moves.to[m]
                    there = stands[source] - moves.keep_share[m] * size[source]
                    room = moves.until_share[m] * size[to] - stands[to]
                    amount = there if there < room else room
                    amount = amount if amount < moves.l_day[m] else moves.l_day[m]
                    amount = amount if amount > 0.0 else 0.0
                    stands[source] -= amount
                    stands[to] += amount
                    if keeps:
                        kept.moved[source, day] -= amount
                        kept.moved[to, day] += amount
                for h in range(hands):
                    asked[handing.to[h]] = 0.0
                for s in order:  # who hands on what it lacks comes before who is asked for it
                    q, yas, store = inflow[s, day], rows.yas[s], stands[s]
                    step = 0
                    for trigger in range(STEPS - 1):
                        step = trigger + 1 if share[s] < triggers[s, trigger] else step
                    want = demand[s, step, day] + asked[s]
                    gone = loss[s, day]
                    gone = gone if gone < store else store
                    store -= gone
                    top = 0.0
                    if rows.keep_share[s] > 0:
                        low = rows.keep_share[s] * size[s] + want - store - (0.0 if yas else q)
                        top = min(max(low, 0.0), rows.limit_l_day[s])
                        store += top
                    available = store if yas else store + q
                    drawn = want if want < available else available
                    after = store + q - drawn
                    # What the top-up gave was drawn as it came in, and made no room for the rain before it.
                    from_store = drawn - top if drawn > top else 0.0
                    room = size[s] - from_store if yas else size[s]
                    left = after if after < room else room
                    stands[s] = left
                    lack, on_to_others = want - drawn, 0.0
                    if lack > 0 and hands > 0:
                        own = 1.0 - asked[s] / want  # what it was asked for by another goes no further
                        for h in range(hands):
                            if handing.source[h] == s:
                                on = lack * own * handing.share[h, step, day]
                                asked[handing.to[h]] += on
                                on_to_others += on
                                if keeps:
                                    kept.handed[h, day] = on
                    share[s] = left * inverse[s]
                    if s == 0:
                        short = lack - on_to_others
                        supplied += drawn
                        spilled += after - left
                        lost += gone
                        topped_up += top
                        missed += short
                        if short > SHORT_DAY_L:
                            short_days += 1.0
                        if years.watch_begin <= day < years.watch_end:
                            watched += short
                    if keeps:
                        kept.stage[s, day], kept.spilled[s, day] = left, after - left
                        kept.demand[s, day], kept.supplied[s, day] = want - on_to_others, drawn
                        kept.lost[s, day], kept.topped_up[s, day], kept.step[s, day] = gone, top, step
                day += 1
            if years.counts[year]:
                short_years += 1.0 if short_days > short_before else 0.0
                counted_spilled += spilled - spilled_before
        out.supplied[k], out.spilled[k], out.missed[k], out.watch_missed[k] = supplied, spilled, missed, watched
        out.short_days[k], out.short_years[k], out.lost[k] = short_days, short_years, lost
        out.topped_up[k], out.counted_spilled[k] = topped_up, counted_spilled
