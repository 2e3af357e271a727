"""The replay of a supply as it is run: saving steps, back-up, losses, and stores one behind another.

Adds to the two published rules of `lean_year.core.cistern`, which hold within each store:

- **saving steps**: the share of the live volume in store last night decides which step is on, and with it the day's
  demand; what a step gives up is kept beside what was short.
- **top-up** from mains or a well, up to a limit a day: enough that the day's draw does not take the store below
  the share it keeps.
- **trucks**: ordered when the store falls below a share, there so many days later in the morning.
- **losses** (evaporation, a leak) are taken before the day's draw.
- **stages**: a store may spill into the next (settling) or be pumped into it (transfer), the last feeds the house.

start + inflow + top-up + trucked = supplied + spilled + lost + end.
"""

from dataclasses import dataclass, field

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.cistern import MAX_VOLUME_L, SHORT_DAY_L, Rule, SizeCurve
from lean_year.core.errors import InputError, require_number

MAX_STEPS = 6
NO_LIMIT_L = 1e15


@dataclass(frozen=True, slots=True)
class BackUp:
    """Water from elsewhere into the store that feeds the house."""

    keep_share: float = 0.0
    """Share of the live volume that a top-up keeps; 0 for none. [-]"""
    limit_l_day: float = NO_LIMIT_L
    """The most a top-up gives in a day. [L/d]"""
    load_l: float = 0.0
    """Size of a truck's load; 0 for none. [L]"""
    order_share: float = 0.0
    """A load is ordered below this share of the live volume. [-]"""
    lead_days: int = 1
    """Days from the order to the load, at least 1. [d]"""

    def __post_init__(self) -> None:
        require_number("keep_share", self.keep_share, low=0, high=1)
        require_number("limit_l_day", self.limit_l_day, low=0, high=NO_LIMIT_L)
        require_number("load_l", self.load_l, low=0, high=1e9)
        require_number("order_share", self.order_share, low=0, high=1)
        require_number("lead_days", self.lead_days, low=1, high=365)


@dataclass(frozen=True, slots=True)
class Stage:
    """One store of a chain; the last feeds the house."""

    size_l: float
    """Live volume. [L]"""
    inflow_share: float
    """Share of the roofs' water that arrives here; the shares of a chain add up to 1. [-]"""
    spills_on: bool = False
    """Whether it spills into the next, instead of out."""
    pumped_l_day: float = 0.0
    """The most a pump moves from it into the next in a day. [L/d]"""


@dataclass(frozen=True, slots=True)
class Operation:
    """How a supply is run, apart from its sizes."""

    rule: Rule
    trigger_share: tuple[float, ...] = ()
    """Step k is on while the store is below this share of the live volume; falling. [-]"""
    back_up: BackUp = field(default_factory=BackUp)
    garden_from_first: bool = False
    """Whether the garden draws from the first stage instead of the last."""

    def __post_init__(self) -> None:
        if len(self.trigger_share) > MAX_STEPS:
            raise InputError("trigger_share", f"may have at most {MAX_STEPS} steps")
        for number, share in enumerate(self.trigger_share):
            require_number(f"trigger_share[{number}]", share, low=0, high=1)
            if number and share >= self.trigger_share[number - 1]:
                raise InputError(
                    f"trigger_share[{number}]", "must be below the trigger of the step before it; the triggers cross"
                )


@dataclass(frozen=True, slots=True)
class OperatedReplay:
    """A supply through the whole record. Daily arrays have shape (n_days,)."""

    size_l: float
    """Live volume of all stages. [L]"""
    start_l: float
    inflow_l: NDArray[np.float64]
    asked_l: NDArray[np.float64]
    """Demand before any saving step. [L]"""
    demand_l: NDArray[np.float64]
    """Demand after the saving steps, against which shortfall counts. [L]"""
    supplied_l: NDArray[np.float64]
    spilled_l: NDArray[np.float64]
    lost_l: NDArray[np.float64]
    topped_up_l: NDArray[np.float64]
    trucked_l: NDArray[np.float64]
    step: NDArray[np.int8]
    """Which saving step was on: 0 for none, else counted from 1."""
    store_l: NDArray[np.float64]
    """Live water in all stages at the end of each day. [L]"""
    stage_l: NDArray[np.float64]
    """Live water by stage, shape (n_stages, n_days). [L]"""

    shortfall_l: NDArray[np.float64]
    """What each day missed. [L]"""
    short_day: NDArray[np.bool_]
    """Days that missed more than the rounding tolerance."""

    @property
    def given_up_l(self) -> NDArray[np.float64]:
        """What the saving steps gave up each day. [L]"""
        return self.asked_l - self.demand_l

    @property
    def end_l(self) -> float:
        return float(self.store_l[-1]) if self.store_l.size else self.start_l

    @property
    def loads(self) -> NDArray[np.bool_]:
        """Days on which a truck came."""
        return self.trucked_l > 0

    @property
    def balance_residual_l(self) -> float:
        """start + inflow + top-up + trucked - supplied - spilled - lost - end: rounding only. [L]"""
        brought = self.inflow_l.sum() + self.topped_up_l.sum() + self.trucked_l.sum()
        gone = self.supplied_l.sum() + self.spilled_l.sum() + self.lost_l.sum()
        return self.start_l + float(brought) - float(gone) - self.end_l

    @property
    def volumetric_reliability(self) -> float:
        """Share of the demand, after the steps, that was supplied; 1 where nothing is wanted. [-]"""
        wanted = float(self.demand_l.sum())
        return float(self.supplied_l.sum()) / wanted if wanted > 0 else 1.0

    @property
    def time_reliability(self) -> float:
        """Share of the days that were not short. [-]"""
        return 1.0 - float(self.short_day.mean()) if self.store_l.size else 1.0


@njit(cache=True, nogil=True)
def _operate(  # type: ignore[no-untyped-def]
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
                    top = min(max(keep + wanted - (v if yas else v + q), 0.0), limit)
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
def _operate_block(  # type: ignore[no-untyped-def]
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


@dataclass(frozen=True, slots=True)
class Demand:
    """Demand of each day at each saving step, arrays of shape (n_steps + 1, n_days), no step first. [L]"""

    house_l: NDArray[np.float64]
    garden_l: NDArray[np.float64]
    total_l: NDArray[np.float64] = field(init=False)
    """Their sum."""

    def __post_init__(self) -> None:
        if self.house_l.ndim != 2 or self.house_l.shape != self.garden_l.shape:
            raise InputError("demand_l", "needs one row for each saving step and one for none, one column a day")
        object.__setattr__(self, "total_l", self.house_l + self.garden_l)


@njit(cache=True, nogil=True)
def _within(values, most):  # type: ignore[no-untyped-def]
    wrong = 0
    for k in range(values.size):  # counted, not left early, so that it runs in the vector units
        wrong += not 0.0 <= values[k] <= most
    return wrong == 0


def _checked(name: str, values: NDArray[np.float64]) -> NDArray[np.float64]:
    array = np.ascontiguousarray(values, dtype=np.float64)
    if not _within(array.ravel(), MAX_VOLUME_L):
        raise InputError(name, f"every day must be from 0 to {MAX_VOLUME_L:,.0f} L")
    return array


def _fits(inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64], operation: Operation) -> None:
    rows = len(operation.trigger_share) + 1
    if demand_l.shape != (rows, inflow_l.size):
        raise InputError("demand_l", f"needs {rows} rows of {inflow_l.size} days, has {demand_l.shape}")


def operate(
    *,
    inflow_l: NDArray[np.float64],
    demand: Demand,
    stages: tuple[Stage, ...],
    operation: Operation,
    start_share: float = 1.0,
    loss_l: NDArray[np.float64] | None = None,
) -> OperatedReplay:
    """Replay a supply day by day as it is run.

    Parameters
    ----------
    inflow_l : ndarray, shape (n_days,)
        Water off the roofs each day. [L]
    demand : Demand
        What is wanted each day at each saving step. [L]
    stages : tuple of Stage
        At least one; the last feeds the house.
    operation : Operation
        Rule, triggers and back-up.
    start_share : float, default 1
        Share of each stage that is full before the first day. [-]
    loss_l : ndarray, shape (n_days,), default none
        Evaporated or leaked from the last stage. [L]

    Returns
    -------
    OperatedReplay
        With one stage, no steps, no back-up and no loss it is `replay_cistern`. Basis: derived from the published
        rules as the module says.

    Raises
    ------
    InputError
        If a series or a value is out of its range.
    """
    span = [(0, inflow_l.size)]
    return operate_windows(
        inflow_l=inflow_l,
        demand=demand,
        stages=stages,
        operation=operation,
        start_share=start_share,
        loss_l=loss_l,
        windows=span,
    )[0]


def operate_windows(
    *,
    inflow_l: NDArray[np.float64],
    demand: Demand,
    stages: tuple[Stage, ...],
    operation: Operation,
    windows: list[tuple[int, int]],
    start_share: float = 1.0,
    loss_l: NDArray[np.float64] | None = None,
) -> list[OperatedReplay]:
    """Replay spans of a record, each begun anew.

    Parameters
    ----------
    inflow_l, demand, stages, operation, start_share, loss_l : see `operate`
        As there. [L]
    windows : list of (int, int)
        First day of each span and the day after its last.

    Returns
    -------
    list of OperatedReplay
        One for each span.

    Raises
    ------
    InputError
        If a series or a value is out of its range.
    """
    if not stages:
        raise InputError("stages", "needs at least one store")
    inflow = _checked("inflow_l", inflow_l)
    house, garden = _checked("house_l", demand.house_l), _checked("garden_l", demand.garden_l)
    _fits(inflow, house, operation)
    loss = np.zeros_like(inflow) if loss_l is None else _checked("loss_l", loss_l)
    share = require_number("start_share", start_share, low=0, high=1)
    size = np.array([require_number("size_l", stage.size_l, low=0, high=MAX_VOLUME_L) for stage in stages])
    settings = (
        size,
        np.array([stage.inflow_share for stage in stages]),
        np.array([stage.spills_on for stage in stages]),
        np.array([stage.pumped_l_day for stage in stages], dtype=np.float64),
        0 if operation.garden_from_first else len(stages) - 1,
        size * share,
        np.array(operation.trigger_share, dtype=np.float64),
        operation.rule == "yas",
    )
    back_up = operation.back_up
    runs = []
    for begin, end in windows:
        days = end - begin
        stage_l = np.zeros((len(stages), days))
        wanted, supplied, spilled, lost, topped, trucked = (np.zeros(days) for _ in range(6))
        step = np.zeros(days, dtype=np.int8)
        _operate(
            inflow[begin:end], house[:, begin:end], garden[:, begin:end], loss[begin:end], *settings,
            back_up.keep_share, back_up.limit_l_day, back_up.load_l, back_up.order_share, back_up.lead_days,
            stage_l, wanted, supplied, spilled, lost, topped, trucked, step,
        )  # fmt: skip
        shortfall = np.maximum(0.0, wanted - supplied)
        runs.append(
            OperatedReplay(
                size_l=float(size.sum()),
                start_l=float(size.sum() * share),
                inflow_l=inflow[begin:end],
                asked_l=house[0, begin:end] + garden[0, begin:end],
                demand_l=wanted,
                supplied_l=supplied,
                spilled_l=spilled,
                lost_l=lost,
                topped_up_l=topped,
                trucked_l=trucked,
                step=step,
                store_l=stage_l[0] if len(stages) == 1 else stage_l.sum(axis=0),
                stage_l=stage_l,
                shortfall_l=shortfall,
                short_day=shortfall > SHORT_DAY_L,
            )
        )
    return runs


@dataclass(frozen=True, slots=True)
class OperatedCurve(SizeCurve):
    """Many sizes of one store, run the same way. Arrays have shape (n_sizes,)."""

    missed_l: NDArray[np.float64]
    watch_missed_l: NDArray[np.float64]
    """Missed within the watched days. [L]"""
    topped_up_l: NDArray[np.float64]
    trucked_l: NDArray[np.float64]


def operate_sizes(
    *,
    inflow_l: NDArray[np.float64],
    demand_l: NDArray[np.float64],
    size_l: NDArray[np.float64],
    operation: Operation,
    start_share: float = 1.0,
    loss_l: NDArray[np.float64] | None = None,
    year_end: NDArray[np.int64] | None = None,
    year_counts: NDArray[np.bool_] | None = None,
    watch: tuple[int, int] = (0, 0),
) -> OperatedCurve:
    """Replay many live sizes of one store in one pass over the days.

    Parameters
    ----------
    inflow_l : ndarray, shape (n_days,)
        [L]
    demand_l : ndarray, shape (n_steps + 1, n_days)
        Demand at each saving step, no step first. [L]
    size_l : ndarray, shape (n_sizes,)
        Live volumes. [L]
    operation : Operation
        Rule, triggers and back-up.
    start_share : float, default 1
        Share of each size that is full before the first day. [-]
    loss_l : ndarray, shape (n_days,), default none
        Taken before the day's draw. [L]
    year_end, year_counts : ndarray, shape (n_years,)
        As in `replay_sizes`.
    watch : tuple of int, default none
        First day and the day after the last of a span whose shortfall is counted apart, such as the lean year.

    Returns
    -------
    OperatedCurve
        The same figures as one `operate` for each size.
    """
    inflow, demand, sizes = _checked("inflow_l", inflow_l), _checked("demand_l", demand_l), _checked("size_l", size_l)
    _fits(inflow, demand, operation)
    loss = np.zeros_like(inflow) if loss_l is None else _checked("loss_l", loss_l)
    share = require_number("start_share", start_share, low=0, high=1)
    ends = np.array([inflow.size]) if year_end is None else np.asarray(year_end, dtype=np.int64)
    counts = np.ones(ends.size, dtype=np.bool_) if year_counts is None else year_counts
    if ends.size != counts.size or (ends.size and ends[-1] != inflow.size):
        raise InputError("year_end", "needs one end a year, the last after the last day")
    names = ("held", "supplied", "missed", "watched", "short_days", "short_years", "lost", "topped", "trucked")
    out = {name: np.zeros(sizes.size) for name in names}
    back_up = operation.back_up
    _operate_block(
        inflow, demand, loss, sizes, sizes * share, np.array(operation.trigger_share, dtype=np.float64),
        operation.rule == "yas", back_up.keep_share, back_up.limit_l_day, back_up.load_l, back_up.order_share,
        back_up.lead_days, ends, counts, watch[0], watch[1],
        *(out[name] for name in names),
    )  # fmt: skip
    brought = sizes * share + inflow.sum() + out["topped"] + out["trucked"]
    return OperatedCurve(
        size_l=sizes,
        supplied_l=out["supplied"],
        spilled_l=np.maximum(0.0, brought - out["supplied"] - out["lost"] - out["held"]),
        short_days=out["short_days"].astype(np.int64),
        short_years=out["short_years"].astype(np.int64),
        missed_l=out["missed"],
        watch_missed_l=out["watched"],
        topped_up_l=out["topped"],
        trucked_l=out["trucked"],
    )
