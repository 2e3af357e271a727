"""Many sizes of one supply among several, or a single one whose days can be kept, compiled: the days of
`operate_together` for supplies in rows of arrays.

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


@njit(cache=True, nogil=True, error_model="numpy")
def operate_sizes_together(rows, size_l, held, moves, handing, order, years, out):  # type: ignore[no-untyped-def]
    # Days outside, then supplies, sizes inside, and each inner loop free of branches and over few arrays, so that the
    # compiler runs several sizes at a time in the vector units.
    n = size_l.shape[1]
    inflow, demand, loss, triggers = rows.inflow, rows.demand, rows.loss, rows.triggers
    count, hands, ways = inflow.shape[0], handing.source.size, moves.l_day.size
    supplied, spilled, missed, watched, short_days, lost, topped_up = (
        out.supplied, out.spilled, out.missed, out.watch_missed, out.short_days, out.lost, out.topped_up
    )  # fmt: skip
    stands, share, inverse, asked = held.copy(), np.zeros((count, n)), np.zeros((count, n)), np.zeros((count, n))
    # Of one supply on one day.
    want, drawn, gone, top, over, on, handed_on = (
        np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n)
    )  # fmt: skip
    short_before, spilled_before = np.zeros(n), np.zeros(n)
    for s in range(count):
        for k in range(n):
            inverse[s, k] = 1.0 / size_l[s, k] if size_l[s, k] > 0 else 0.0
            share[s, k] = stands[s, k] * inverse[s, k]
    day = 0
    for year in range(years.end.size):
        for k in range(n):
            short_before[k], spilled_before[k] = short_days[k], spilled[k]
        while day < years.end[year]:
            for m in range(ways):  # in the morning, by what stood last night and what was moved before it
                source, to, most = moves.source[m], moves.to[m], moves.l_day[m]
                keep, until = moves.keep_share[m], moves.until_share[m]
                for k in range(n):
                    there = stands[source, k] - keep * size_l[source, k]
                    room = until * size_l[to, k] - stands[to, k]
                    amount = there if there < room else room
                    amount = amount if amount < most else most
                    amount = amount if amount > 0.0 else 0.0
                    stands[source, k] -= amount
                    stands[to, k] += amount
            for h in range(hands):
                for k in range(n):
                    asked[handing.to[h], k] = 0.0
            for s in order:  # who hands on what it lacks comes before who is asked for it
                q, yas, most_lost = inflow[s, day], rows.yas[s], loss[s, day]
                keep, limit = rows.keep_share[s], rows.limit_l_day[s]
                first, second, third = triggers[s, 0], triggers[s, 1], triggers[s, 2]
                d0, d1, d2, d3 = demand[s, 0, day], demand[s, 1, day], demand[s, 2, day], demand[s, 3, day]
                for k in range(n):
                    d = d1 if share[s, k] < first else d0
                    d = d2 if share[s, k] < second else d
                    d = d3 if share[s, k] < third else d
                    want[k] = d + asked[s, k]
                if most_lost > 0:
                    for k in range(n):
                        gone[k] = most_lost if most_lost < stands[s, k] else stands[s, k]
                        stands[s, k] -= gone[k]
                    if s == 0:
                        for k in range(n):
                            lost[k] += gone[k]
                if keep > 0:
                    rain_first = 0.0 if yas else q
                    for k in range(n):
                        low = keep * size_l[s, k] + want[k] - stands[s, k] - rain_first
                        low = low if low > 0.0 else 0.0
                        top[k] = low if low < limit else limit
                        stands[s, k] += top[k]
                    if s == 0:
                        for k in range(n):
                            topped_up[k] += top[k]
                if not yas:
                    for k in range(n):
                        v = stands[s, k] + q
                        y = want[k] if want[k] < v else v
                        after = v - y
                        stands[s, k] = after if after < size_l[s, k] else size_l[s, k]
                        over[k] = after - stands[s, k]
                        drawn[k] = y
                elif keep > 0:
                    for k in range(n):
                        v = stands[s, k]
                        y = want[k] if want[k] < v else v
                        after = v + q - y
                        # What the top-up gave was drawn as it came in, and made no room for the rain before it.
                        from_store = y - top[k] if y > top[k] else 0.0
                        room = size_l[s, k] - from_store
                        stands[s, k] = after if after < room else room
                        over[k] = after - stands[s, k]
                        drawn[k] = y
                else:
                    for k in range(n):
                        v = stands[s, k]
                        y = want[k] if want[k] < v else v
                        after = v + q - y
                        room = size_l[s, k] - y
                        stands[s, k] = after if after < room else room
                        over[k] = after - stands[s, k]
                        drawn[k] = y
                if hands > 0:
                    for k in range(n):
                        handed_on[k] = 0.0
                for h in range(hands):
                    if handing.source[h] == s:
                        f0, f1, f2, f3 = (
                            handing.share[h, 0, day], handing.share[h, 1, day], handing.share[h, 2, day],
                            handing.share[h, 3, day],
                        )  # fmt: skip
                        for k in range(n):
                            f = f1 if share[s, k] < first else f0
                            f = f2 if share[s, k] < second else f
                            f = f3 if share[s, k] < third else f
                            lack = want[k] - drawn[k]
                            # What it was asked for by another goes no further.
                            own = 1.0 - asked[s, k] / want[k] if lack > 0.0 else 0.0
                            on[k] = lack * own * f
                        to = handing.to[h]
                        for k in range(n):
                            asked[to, k] += on[k]
                            handed_on[k] += on[k]
                if s == 0:
                    for k in range(n):
                        supplied[k] += drawn[k]
                        spilled[k] += over[k]
                    for k in range(n):
                        want[k] = want[k] - drawn[k] - handed_on[k]
                        missed[k] += want[k]
                        short_days[k] += 1.0 if want[k] > SHORT_DAY_L else 0.0
                    if years.watch_begin <= day < years.watch_end:
                        for k in range(n):
                            watched[k] += want[k]
                for k in range(n):
                    share[s, k] = stands[s, k] * inverse[s, k]
            day += 1
        if years.counts[year]:
            for k in range(n):
                out.short_years[k] += 1.0 if short_days[k] > short_before[k] else 0.0
                out.counted_spilled[k] += spilled[k] - spilled_before[k]


@njit(cache=True, nogil=True, error_model="numpy")
def operate_one_together(rows, size_l, held, moves, handing, order, begin, years, out, kept):  # type: ignore[no-untyped-def]
    # A single size, from the day `begin`: the same days as above, without the loops over sizes, which cost it twice
    # the time; and what is kept of them where that is asked for.
    inflow, demand, loss, triggers = rows.inflow, rows.demand, rows.loss, rows.triggers
    count, keeps = inflow.shape[0], kept.demand.shape[0] > 0
    hands, ways = handing.source.size, moves.l_day.size
    share, asked, size, inverse = np.zeros(count), np.zeros(count), np.zeros(count), np.zeros(count)
    stands = held[:, 0].copy()
    for s in range(count):
        size[s] = size_l[s, 0]
        inverse[s] = 1.0 / size[s] if size[s] > 0 else 0.0
        share[s] = stands[s] * inverse[s]
    supplied, spilled, missed, watched, short_days = 0.0, 0.0, 0.0, 0.0, 0.0
    lost, topped_up, counted_spilled, short_years = 0.0, 0.0, 0.0, 0.0
    day = begin
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
                    kept.moved[source, day - begin] -= amount
                    kept.moved[to, day - begin] += amount
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
                                kept.handed[h, day - begin] = on
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
                    at = day - begin
                    kept.stage[s, at], kept.spilled[s, at] = left, after - left
                    kept.demand[s, at], kept.supplied[s, at] = want - on_to_others, drawn
                    kept.lost[s, at], kept.topped_up[s, at], kept.step[s, at] = gone, top, step
            day += 1
        if years.counts[year]:
            short_years += 1.0 if short_days > short_before else 0.0
            counted_spilled += spilled - spilled_before
    out.supplied[0], out.spilled[0], out.missed[0], out.watch_missed[0] = supplied, spilled, missed, watched
    out.short_days[0], out.short_years[0], out.lost[0] = short_days, short_years, lost
    out.topped_up[0], out.counted_spilled[0] = topped_up, counted_spilled


@njit(cache=True, nogil=True, error_model="numpy")
def operate_spans_together(rows, size_l, held, moves, handing, order, begins, years, out, kept, store_l, short):  # type: ignore[no-untyped-def]
    # The first supply through spans of the record, each begun anew with all of them; `kept` has room for one span.
    days = store_l.shape[1]
    for row in range(begins.size):
        years.end[0] = begins[row] + days
        operate_one_together(rows, size_l, held, moves, handing, order, begins[row], years, out, kept)
        for day in range(days):
            store_l[row, day] = kept.stage[0, day]
            short[row, day] = kept.demand[0, day] - kept.supplied[0, day] > SHORT_DAY_L
