"""The loops over days of `lean_year.core.cistern.operation`, compiled. What they do is said there.

What they take and write has names: each group of arrays is a named tuple, which the compiler takes apart.
"""

from typing import NamedTuple

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.cistern.replay import SHORT_DAY_L

ROUNDING_SHARE = 1e-12


class DaysIn(NamedTuple):
    """What each day brings and asks. [L]"""

    inflow: NDArray[np.float64]
    house: NDArray[np.float64]
    """Shape (n_steps + 1, n_days), no step first."""
    garden: NDArray[np.float64]
    loss: NDArray[np.float64]


class Stores(NamedTuple):
    """The stores of a chain, shape (n_stages,)."""

    size_l: NDArray[np.float64]
    inflow_share: NDArray[np.float64]
    spills_on: NDArray[np.bool_]
    pumped_l_day: NDArray[np.float64]
    garden_stage: int
    """Which of them the garden draws from."""
    start_l: NDArray[np.float64]
    house_above_l: float
    """Of the last store, what only the garden's outlet reaches."""
    garden_above_l: float
    """And what it does not reach."""


class Running(NamedTuple):
    """How a supply is run; see `lean_year.core.cistern.operation`."""

    triggers: NDArray[np.float64]
    yas: bool
    keep_share: float
    limit_l_day: float
    load_l: float
    order_share: float
    lead_days: int


ROW = np.uint64
"""Of the numbers of rows in compiled loops: with signed ones every reading would ask first whether its row is counted
from the end, which costs these loops a third of their time."""


class Moves(NamedTuple):
    """What is pumped from one supply to another, shape (n_moves,)."""

    source: NDArray[np.uint64]
    """Row of the supply that gives."""
    to: NDArray[np.uint64]
    l_day: NDArray[np.float64]
    keep_share: NDArray[np.float64]
    """Of the last store that gives, what stays in it."""
    until_share: NDArray[np.float64]
    """Of the last store that gets it, up to which it is filled."""


class Handing(NamedTuple):
    """What one supply asks of another for what it lacks itself, shape (n_handings,)."""

    source: NDArray[np.uint64]
    """Row of the supply that is asked first."""
    to: NDArray[np.uint64]
    share: NDArray[np.float64]
    """Of its demand, shape (n_handings, n_steps + 1, n_days)."""


class DaysOut(NamedTuple):
    """What a replay writes for each day. [L]"""

    stage: NDArray[np.float64]
    """Shape (n_stages, n_days)."""
    demand: NDArray[np.float64]
    supplied: NDArray[np.float64]
    spilled: NDArray[np.float64]
    lost: NDArray[np.float64]
    topped_up: NDArray[np.float64]
    trucked: NDArray[np.float64]
    step: NDArray[np.int8]


class YearsWatched(NamedTuple):
    """How the days are cut into years, and a span counted apart."""

    end: NDArray[np.int64]
    counts: NDArray[np.bool_]
    watch_begin: int
    watch_end: int


class SizesOut(NamedTuple):
    """What many sizes come to, shape (n_sizes,). [L]"""

    held: NDArray[np.float64]
    supplied: NDArray[np.float64]
    missed: NDArray[np.float64]
    watch_missed: NDArray[np.float64]
    short_days: NDArray[np.float64]
    short_years: NDArray[np.float64]
    lost: NDArray[np.float64]
    topped_up: NDArray[np.float64]
    trucked: NDArray[np.float64]
    counted_spilled: NDArray[np.float64]


@njit(cache=True, nogil=True)
def _reach(stores):  # type: ignore[no-untyped-def]
    # The first store whose water the house can have: pumps bring it, a spill does only when it is full.
    reach = stores.size_l.size - 1
    while reach > 0 and stores.pumped_l_day[reach - 1] > 0:
        reach -= 1
    return reach


@njit(cache=True, nogil=True, inline="always")
def _one_day(day, days, stores, running, out, held, reach, inverse, in_store, pending, also):  # type: ignore[no-untyped-def]
    # `also` is asked of the last store beside the house. Gives what the house can have by evening, and how long a
    # load that was ordered still takes.
    size, spills_on, pump, triggers, yas = (
        stores.size_l, stores.spills_on, stores.pumped_l_day, running.triggers, running.yas
    )  # fmt: skip
    load = running.load_l
    n = size.size
    last = n - 1
    share = in_store * inverse
    step = 0
    for k in range(triggers.size):
        if share < triggers[k]:
            step = k + 1
    if load > 0:
        if pending > 0:
            pending -= 1
            if pending == 0:
                left = load
                for k in range(last, reach - 1, -1):  # the last store first, then those that are pumped into it
                    came = min(left, size[k] - held[k])
                    held[k] += came
                    left -= came
                out.trucked[day] = load - left
        if pending == 0 and out.trucked[day] == 0 and share < running.order_share:
            pending = running.lead_days
    for i in range(last):  # pumps first: what stood in the low tank last night is lifted in the morning
        if pump[i] > 0:
            moved = min(pump[i], held[i], size[i + 1] - held[i + 1])
            held[i] -= moved
            held[i + 1] += moved
    carried = 0.0
    in_store = 0.0
    for i in range(n):
        wanted, for_garden = 0.0, 0.0
        if i == last:
            wanted += days.house[step, day] + also
        if i == stores.garden_stage:
            for_garden = days.garden[step, day]
            wanted += for_garden
        q = days.inflow[day] * stores.inflow_share[i] + carried
        carried = 0.0
        top = 0.0
        v = held[i]
        if i == last:
            gone = min(v, days.loss[day])
            out.lost[day] = gone
            v -= gone
            if stores.garden_above_l > 0:  # below its outlet the garden is given up, as by a saving step
                reached = v + (0.0 if yas else q) - (wanted - for_garden) - stores.garden_above_l
                wanted -= for_garden - max(0.0, min(for_garden, reached))
            if running.keep_share > 0:
                # In the order of operate_block, so that a level kept at a trigger is on the same side of it.
                lack = max(running.keep_share * size[last], stores.house_above_l) + wanted - v - (0.0 if yas else q)
                top = min(max(lack, 0.0), running.limit_l_day)
                out.topped_up[day] = top
                v += top
        available = v if yas else v + q
        drawn = wanted if wanted < available else available
        if i == last and stores.house_above_l > 0:
            by_house = max(0.0, min(wanted - for_garden, available - stores.house_above_l))
            drawn = by_house + min(for_garden, available - by_house)
        after = v + q - drawn
        # What the top-up gave was drawn as it came in, and made no room for the rain before it.
        room = size[i] - max(drawn - top, 0.0) if yas else size[i]
        held[i] = after if after < room else room
        over = after - held[i]
        if spills_on[i] and i < last:
            carried = over
        else:
            out.spilled[day] += over
        out.supplied[day] += drawn
        out.demand[day] += wanted
        out.stage[i, day] = held[i]
        if i >= reach:
            in_store += held[i]
    out.step[day] = step
    return in_store, pending


@njit(cache=True, nogil=True)
def operate_days(days, stores, running, out):  # type: ignore[no-untyped-def]
    held, reach, pending = stores.start_l.copy(), _reach(stores), 0
    drawable = stores.size_l[reach:].sum()
    inverse = 1.0 / drawable if drawable > 0 else 0.0
    in_store = held[reach:].sum()
    for day in range(days.inflow.size):
        in_store, pending = _one_day(day, days, stores, running, out, held, reach, inverse, in_store, pending, 0.0)


@njit(cache=True, nogil=True)
def operate_together(supplies, moves, handing, order, outs, moved, handed):  # type: ignore[no-untyped-def]
    count = len(supplies)
    most = 0
    for s in range(count):
        most = max(most, supplies[s][1].size_l.size)
    held = np.zeros((count, most))
    reach, pending = np.zeros(count, dtype=np.int64), np.zeros(count, dtype=np.int64)
    inverse, in_store = np.zeros(count), np.zeros(count)
    for s in range(count):
        stores = supplies[s][1]
        n = stores.size_l.size
        held[s, :n] = stores.start_l
        reach[s] = _reach(stores)
        drawable = stores.size_l[reach[s] :].sum()
        inverse[s] = 1.0 / drawable if drawable > 0 else 0.0
        in_store[s] = held[s, reach[s] : n].sum()
    asked = np.zeros(count)
    for day in range(supplies[0][0].inflow.size):
        for k in range(moves.l_day.size):  # in the morning, by what stood last night and what was moved before it
            source, to = moves.source[k], moves.to[k]
            of_source, of_to = supplies[source][1].size_l, supplies[to][1].size_l
            i, j = of_source.size - 1, of_to.size - 1
            there = held[source, i] - moves.keep_share[k] * of_source[i]
            room = moves.until_share[k] * of_to[j] - held[to, j]
            amount = max(0.0, min(moves.l_day[k], there, room))
            held[source, i] -= amount
            held[to, j] += amount
            moved[source, day] -= amount
            moved[to, day] += amount
        asked[:] = 0.0
        for s in order:  # who hands on what it lacks comes before who is asked for it
            days, stores, running = supplies[s]
            out = outs[s]
            in_store[s], pending[s] = _one_day(
                day, days, stores, running, out, held[s, : stores.size_l.size], reach[s], inverse[s], in_store[s],
                pending[s], asked[s],
            )  # fmt: skip
            wanted = out.demand[day]
            lack = wanted - out.supplied[day]
            if lack > 0:
                own = 1.0 - asked[s] / wanted  # what it was asked for by another goes no further
                for k in range(handing.source.size):
                    if handing.source[k] == s:
                        on = lack * own * handing.share[k, out.step[day], day]
                        asked[handing.to[k]] += on
                        out.demand[day] -= on
                        handed[k, day] = on


@njit(cache=True, nogil=True)
def operate_spans(days, stores, running, begins, store, short_days, first_short):  # type: ignore[no-untyped-def]
    count, stages = store.shape[1], stores.size_l.size
    out = DaysOut(
        np.empty((stages, count)), np.empty(count), np.empty(count), np.empty(count), np.empty(count),
        np.empty(count), np.empty(count), np.empty(count, dtype=np.int8),
    )  # fmt: skip
    for span in range(begins.size):
        begin = begins[span]
        end = begin + count
        for sums in (out.demand, out.supplied, out.spilled, out.lost, out.topped_up, out.trucked):
            sums[:] = 0.0
        part = DaysIn(
            days.inflow[begin:end], days.house[:, begin:end], days.garden[:, begin:end], days.loss[begin:end]
        )
        operate_days(part, stores, running, out)
        for day in range(count):
            held = 0.0
            for stage in range(stages):
                held += out.stage[stage, day]
            store[span, day] = held
            if out.demand[day] - out.supplied[day] > SHORT_DAY_L:
                short_days[span] += 1
                if first_short[span] == 0:
                    first_short[span] = day + 1


@njit(cache=True, nogil=True)
def operate_block(inflow, demand, loss, size, start, running, years, out):  # type: ignore[no-untyped-def]
    if size.size == 1:
        _operate_sizes(1, inflow, demand, loss, size, start, running, years, out)
    else:
        _operate_sizes(size.size, inflow, demand, loss, size, start, running, years, out)


@njit(nogil=True, inline="always")
def _operate_sizes(n, inflow, demand, loss, size, start, running, years, out):  # type: ignore[no-untyped-def]
    # Days outside, sizes inside, and each inner loop free of branches and over few arrays, so that the compiler runs
    # several sizes at a time in the vector units. Compiled once for any number of sizes and once for a single one,
    # whose loops are then none.
    triggers, yas, keep_share, limit, load, order_share, lead = (
        running.triggers, running.yas, running.keep_share, running.limit_l_day, running.load_l,
        running.order_share, running.lead_days,
    )  # fmt: skip
    held, supplied, missed, watch_missed, short_days, lost, topped, trucked = (
        out.held, out.supplied, out.missed, out.watch_missed, out.short_days, out.lost, out.topped_up, out.trucked
    )  # fmt: skip
    before, want, top, pending, inverse = np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n)
    accounted = np.zeros(n)
    first = triggers[0] if triggers.size > 0 else -1.0
    second = triggers[1] if triggers.size > 1 else -1.0
    third = triggers[2] if triggers.size > 2 else -1.0
    for k in range(n):
        held[k] = start[k]
        inverse[k] = 1.0 / size[k] if size[k] > 0 else 0.0
    day = 0
    for year in range(years.end.size):
        rained = 0.0
        for k in range(n):
            before[k] = short_days[k]
            accounted[k] = held[k] + supplied[k] + lost[k] - topped[k] - trucked[k]
        while day < years.end[year]:
            q, gone, d0 = inflow[day], loss[day], demand[0, day]
            rained += q
            if triggers.size == 0:
                for k in range(n):
                    want[k] = d0
            elif triggers.size <= 3:  # the usual case in one loop: a step that is not there is never reached
                d1 = demand[1, day]
                d2 = demand[2, day] if triggers.size > 1 else d1
                d3 = demand[3, day] if triggers.size > 2 else d2
                for k in range(n):
                    share = held[k] * inverse[k]
                    d = d1 if share < first else d0
                    d = d2 if share < second else d
                    want[k] = d3 if share < third else d
            else:
                for k in range(n):
                    want[k] = d0
                for step in range(triggers.size):
                    d, trigger = demand[step + 1, day], triggers[step]
                    for k in range(n):
                        want[k] = d if held[k] * inverse[k] < trigger else want[k]
            if load > 0:
                for k in range(n):
                    low = held[k] * inverse[k] < order_share
                    came = 0.0
                    if pending[k] > 0:
                        pending[k] -= 1
                        if pending[k] == 0:
                            came = min(load, size[k] - held[k])
                            held[k] += came
                            trucked[k] += came
                    if pending[k] == 0 and came == 0 and low:
                        pending[k] = lead
            if gone > 0:
                for k in range(n):
                    taken = gone if gone < held[k] else held[k]
                    lost[k] += taken
                    held[k] -= taken
            if keep_share > 0:
                rain_first = 0.0 if yas else q
                for k in range(n):
                    lack = keep_share * size[k] + want[k] - held[k] - rain_first
                    lack = lack if lack > 0.0 else 0.0
                    top[k] = lack if lack < limit else limit
                    held[k] += top[k]
                    topped[k] += top[k]
            if not yas:
                for k in range(n):
                    v = held[k] + q
                    y = want[k] if want[k] < v else v
                    after = v - y
                    held[k] = after if after < size[k] else size[k]
                    want[k] -= y
                    supplied[k] += y
            elif keep_share > 0:
                for k in range(n):
                    v = held[k]
                    y = want[k] if want[k] < v else v
                    after = v + q - y
                    from_store = y - top[k] if y > top[k] else 0.0
                    room = size[k] - from_store
                    held[k] = after if after < room else room
                    want[k] -= y
                    supplied[k] += y
            else:
                for k in range(n):
                    v = held[k]
                    y = want[k] if want[k] < v else v
                    after = v + q - y
                    room = size[k] - y
                    held[k] = after if after < room else room
                    want[k] -= y
                    supplied[k] += y
            for k in range(n):
                missed[k] += want[k]
                short_days[k] += 1.0 if want[k] > SHORT_DAY_L else 0.0
            if years.watch_begin <= day < years.watch_end:
                for k in range(n):
                    watch_missed[k] += want[k]
            day += 1
        if years.counts[year]:
            for k in range(n):
                out.short_years[k] += 1 if short_days[k] > before[k] else 0
                spilled = rained + accounted[k] - (held[k] + supplied[k] + lost[k] - topped[k] - trucked[k])
                # A difference of large sums: what is left of rounding is no spill.
                out.counted_spilled[k] += spilled if spilled > ROUNDING_SHARE * (rained + supplied[k]) else 0.0


@njit(cache=True, nogil=True)
def within(values, most):  # type: ignore[no-untyped-def]
    wrong = 0
    for k in range(values.size):  # counted, not left early, so that it runs in the vector units
        wrong += not 0.0 <= values[k] <= most
    return wrong == 0
