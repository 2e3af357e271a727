"""The loops over days of `lean_year.core.cistern.replay.operation`, compiled. What they do is said there."""

import numpy as np
from numba import njit

from lean_year.core.cistern.replay import SHORT_DAY_L


@njit(cache=True, nogil=True)
def operate_days(  # type: ignore[no-untyped-def]
    inflow, house, garden, loss, size, share_in, spills_on, pump, garden_stage, start, triggers, yas,
    keep_share, limit, load, order_share, lead,
    stage_l, demand, supplied, spilled, lost, topped, trucked, step_on,
):  # fmt: skip
    n = size.size
    last = n - 1
    held = start.copy()
    inverse = 1.0 / size.sum() if size.sum() > 0 else 0.0
    keep = keep_share * size[last]
    pending = 0
    in_store = held.sum()
    for day in range(inflow.size):
        share = in_store * inverse
        step = 0
        for k in range(triggers.size):
            if share < triggers[k]:
                step = k + 1
        if load > 0:
            if pending > 0:
                pending -= 1
                if pending == 0:
                    came = min(load, size[last] - held[last])
                    held[last] += came
                    trucked[day] = came
            if pending == 0 and trucked[day] == 0 and share < order_share:
                pending = lead
        for i in range(last):  # pumps first: what stood in the low tank last night is lifted in the morning
            if pump[i] > 0:
                moved = min(pump[i], held[i], size[i + 1] - held[i + 1])
                held[i] -= moved
                held[i + 1] += moved
        carried = 0.0
        in_store = 0.0
        for i in range(n):
            wanted = 0.0
            if i == last:
                wanted += house[step, day]
            if i == garden_stage:
                wanted += garden[step, day]
            q = inflow[day] * share_in[i] + carried
            carried = 0.0
            top = 0.0
            v = held[i]
            if i == last:
                gone = min(v, loss[day])
                lost[day] = gone
                v -= gone
                if keep_share > 0:
                    # In the order of operate_block, so that a level kept at a trigger is on the same side of it.
                    lack = keep + wanted - v - (0.0 if yas else q)
                    top = min(max(lack, 0.0), limit)
                    topped[day] = top
                    v += top
            available = v if yas else v + q
            drawn = wanted if wanted < available else available
            after = v + q - drawn
            # What the top-up gave was drawn as it came in, and made no room for the rain before it.
            room = size[i] - max(drawn - top, 0.0) if yas else size[i]
            held[i] = after if after < room else room
            over = after - held[i]
            if spills_on[i] and i < last:
                carried = over
            else:
                spilled[day] += over
            supplied[day] += drawn
            demand[day] += wanted
            stage_l[i, day] = held[i]
            in_store += held[i]
        step_on[day] = step


@njit(cache=True, nogil=True)
def operate_spans(  # type: ignore[no-untyped-def]
    inflow, house, garden, loss, size, share_in, spills_on, pump, garden_stage, start, triggers, yas,
    keep_share, limit, load, order_share, lead, begins, store, short_days,
):  # fmt: skip
    days = store.shape[1]
    stage_l = np.empty((size.size, days))
    step_on = np.empty(days, dtype=np.int8)
    demand, supplied, spilled = np.empty(days), np.empty(days), np.empty(days)
    lost, topped, trucked = np.empty(days), np.empty(days), np.empty(days)
    for span in range(begins.size):
        begin = begins[span]
        end = begin + days
        for sums in (demand, supplied, spilled, lost, topped, trucked):
            sums[:] = 0.0
        operate_days(
            inflow[begin:end], house[:, begin:end], garden[:, begin:end], loss[begin:end], size, share_in, spills_on,
            pump, garden_stage, start, triggers, yas, keep_share, limit, load, order_share, lead,
            stage_l, demand, supplied, spilled, lost, topped, trucked, step_on,
        )  # fmt: skip
        for day in range(days):
            held = 0.0
            for stage in range(size.size):
                held += stage_l[stage, day]
            store[span, day] = held
            short_days[span] += demand[day] - supplied[day] > SHORT_DAY_L


@njit(cache=True, nogil=True)
def operate_block(  # type: ignore[no-untyped-def]
    inflow, demand, loss, size, start, triggers, yas, keep_share, limit, load, order_share, lead,
    year_end, year_counts, watch_begin, watch_end,
    held, supplied, missed, watch_missed, short_days, short_years, lost, topped, trucked,
):  # fmt: skip
    # Days outside, sizes inside, and each inner loop free of branches and over few arrays, so that the compiler runs
    # several sizes at a time in the vector units.
    n = size.size
    before, want, top, pending, inverse = np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n)
    first = triggers[0] if triggers.size > 0 else -1.0
    second = triggers[1] if triggers.size > 1 else -1.0
    third = triggers[2] if triggers.size > 2 else -1.0
    for k in range(n):
        held[k] = start[k]
        inverse[k] = 1.0 / size[k] if size[k] > 0 else 0.0
    day = 0
    for year in range(year_end.size):
        for k in range(n):
            before[k] = short_days[k]
        while day < year_end[year]:
            q, gone, d0 = inflow[day], loss[day], demand[0, day]
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
                    out = gone if gone < held[k] else held[k]
                    lost[k] += out
                    held[k] -= out
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
            if watch_begin <= day < watch_end:
                for k in range(n):
                    watch_missed[k] += want[k]
            day += 1
        if year_counts[year]:
            for k in range(n):
                short_years[k] += 1 if short_days[k] > before[k] else 0


@njit(cache=True, nogil=True)
def within(values, most):  # type: ignore[no-untyped-def]
    wrong = 0
    for k in range(values.size):  # counted, not left early, so that it runs in the vector units
        wrong += not 0.0 <= values[k] <= most
    return wrong == 0
