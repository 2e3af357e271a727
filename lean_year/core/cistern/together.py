"""Several supplies of one property, replayed together: water pumped from one to another, uses served by two.

Each day of each supply is that of `lean_year.core.cistern.operation`. Before it, in the morning, pumps move water by
what stood in the stores last night: from the last store of one supply to the last store of another, so much that the
one keeps its share and the other is filled up to its own. A use that one supply serves first and another second is
asked of the second for what the first could not give that day; what was handed on is no shortfall of the first.

For each supply: start + inflow + top-up + trucked + moved = supplied + spilled + lost + end.
"""

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from graphlib import CycleError, TopologicalSorter

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.compiled import (
    ROW,
    DaysIn,
    DaysOut,
    Handing,
    Moves,
    Running,
    Stores,
    YearsWatched,
    operate_together,
)
from lean_year.core.cistern.compiled_sizes import (
    STEPS,
    DaysKept,
    FirstOut,
    Rows,
    operate_one_together,
    operate_sizes_together,
    operate_spans_together,
)
from lean_year.core.cistern.many_replays import OperatedCurve, Spans
from lean_year.core.cistern.operation import Demand, OperatedReplay, Operation, Stage, no_days, ready, replay_from
from lean_year.core.errors import InputError, require_number

WORTH_HALVING = 24
"""From so many sizes on, half of them are replayed in another thread: the compiled loop holds no lock of Python's."""
_SECOND_HAND = ThreadPoolExecutor(1, "sizes")


@dataclass(frozen=True, slots=True)
class OneOfSeveral:
    """One supply as the replay takes it; see `operate`."""

    inflow_l: NDArray[np.float64]
    demand: Demand
    stages: tuple[Stage, ...]
    operation: Operation
    start_share: float = 1.0
    loss_l: NDArray[np.float64] | None = None

    def within(self, days: slice) -> "OneOfSeveral":
        """The same through a span of the days, begun anew."""
        demand = Demand(self.demand.house_l[:, days], self.demand.garden_l[:, days])
        loss_l = None if self.loss_l is None else self.loss_l[days]
        return replace(self, inflow_l=self.inflow_l[days], demand=demand, loss_l=loss_l)


@dataclass(frozen=True, slots=True)
class Move:
    """Water that is pumped from one supply to another."""

    source: int
    """Row of the supply that gives."""
    to: int
    l_day: float
    """The most in a day. [L/d]"""
    keep_share: float
    """Of the last store of the one that gives, what stays in it. [-]"""
    until_share: float
    """Of the last store of the other, up to which it is filled. [-]"""

    def __post_init__(self) -> None:
        require_number("l_day", self.l_day, low=0, high=1e9)
        require_number("keep_share", self.keep_share, low=0, high=1)
        require_number("until_share", self.until_share, low=0, high=1)


@dataclass(frozen=True, slots=True)
class HandedOn:
    """What of a supply's demand another is asked for where it cannot give it."""

    source: int
    """Row of the supply that is asked first."""
    to: int
    share: NDArray[np.float64]
    """Of its demand of each day at each saving step, shape (n_steps + 1, n_days). [-]"""


@dataclass(frozen=True, slots=True)
class Together:
    """All of them through the record."""

    runs: tuple[OperatedReplay, ...]
    """In the order they were given in; `moved_l` of each is what pumps brought it less what they took."""
    handed_l: NDArray[np.float64]
    """What was asked for by each of `handed_on`, shape (n_handed_on, n_days). [L]"""


@dataclass(frozen=True, slots=True)
class InRows:
    """Several supplies made ready for the quick loops, whatever the size of the first."""

    rows: Rows
    moves: Moves
    handing: Handing
    order: NDArray[np.uint64]
    """Of the rows; whoever hands on before whoever is asked for it."""
    size_l: NDArray[np.float64]
    """Live volume of each, shape (n_supplies,). [L]"""
    start_share: NDArray[np.float64]
    """Of it, what each begins with, shape (n_supplies,). [-]"""

    def with_first(self, size_l: NDArray[np.float64]) -> tuple[Rows, NDArray[np.float64], NDArray[np.float64], Moves,
                                                               Handing, NDArray[np.uint64]]:  # fmt: skip
        """What a quick loop asks for where the first has these sizes: with all sizes, and what they begin with."""
        size = np.repeat(self.size_l[:, np.newaxis], size_l.size, axis=1)
        size[0] = size_l
        return self.rows, size, size * self.start_share[:, np.newaxis], self.moves, self.handing, self.order

    def with_own(self, own: OneOfSeveral) -> "InRows":
        """The same with another in the place of the first, over the same days."""
        first = _made([own])
        rows = Rows(
            *(np.concatenate(each) for each in zip(_rows_of(first), (of[1:] for of in self.rows), strict=True))
        )
        size_l, start_share = self.size_l.copy(), self.start_share.copy()
        size_l[0], start_share[0] = first[0][1].size_l[0], own.start_share
        return replace(self, rows=rows, size_l=size_l, start_share=start_share)

    def begun_with(self, own_share: float) -> "InRows":
        """The same with another share in the first to begin with."""
        start_share = self.start_share.copy()
        start_share[0] = own_share
        return replace(self, start_share=start_share)


def operate_several(
    supplies: Sequence[OneOfSeveral],
    moves: Sequence[Move] = (),
    handed_on: Sequence[HandedOn] = (),
    several: InRows | None = None,
) -> Together:
    """Replay several supplies day by day, with what runs between them.

    Parameters
    ----------
    supplies : sequence of OneOfSeveral
        At least one, all over the same days.
    moves : sequence of Move, optional
        In the order in which they are done each morning.
    handed_on : sequence of HandedOn, optional
        Never in a circle.
    several : InRows, optional
        The same made ready by `in_rows`, with whatever size of the first, where that is there already.

    Returns
    -------
    Together
        Each run is that of `operate` where nothing runs between it and another. Basis: derived from the published
        rules of a day, as the module says.

    Raises
    ------
    InputError
        If a series or a value is out of its range, or a use is handed on in a circle.

    Examples
    --------
    >>> from lean_year.core.cistern.operation import Demand, Operation, Stage
    >>> def supply(rain, wanted, size, start):
    ...     demand = Demand(house_l=np.full((1, 3), wanted), garden_l=np.zeros((1, 3)))
    ...     stages = (Stage(size_l=size, inflow_share=1.0),)
    ...     return OneOfSeveral(np.full(3, rain), demand, stages, Operation(rule="ybs"), start)
    >>> barn, house = supply(0.0, 0.0, 1000.0, 1.0), supply(0.0, 100.0, 500.0, 0.0)
    >>> found = operate_several([barn, house], [Move(0, 1, l_day=150.0, keep_share=0.6, until_share=1.0)])
    >>> found.runs[0].store_l.tolist(), found.runs[1].store_l.tolist()
    ([850.0, 700.0, 600.0], [50.0, 100.0, 100.0])
    """
    if not supplies:
        raise InputError("supplies", "needs at least one")
    days = supplies[0].inflow_l.size
    made = _made(supplies)
    if any(each.inflow_l.size != days for each in supplies):
        raise InputError("supplies", "must all have the same days")
    if several is None and quick_to_size(supplies):
        several = _in_rows(supplies, made, moves, handed_on)
    if several is None:
        outs, moved, handed = _days_of_chains(supplies, made, moves, handed_on)
    else:
        outs, moved, handed = _days_in_rows(supplies, made, handed_on, several)
    runs = []
    for row, ((series, stores, _), out) in enumerate(zip(made, outs, strict=True)):
        run = replay_from(series, stores, out)
        asked = run.asked_l.copy()
        for on, amount in zip(handed_on, handed, strict=True):
            asked += amount * ((on.to == row) - (on.source == row))
        runs.append(replace(run, asked_l=asked, moved_l=moved[row]))
    return Together(tuple(runs), handed)


Made = Sequence[tuple[DaysIn, Stores, Running]]
Days = tuple[Sequence[DaysOut], NDArray[np.float64], NDArray[np.float64]]
"""The days of each supply, what was moved to it, shape (n_supplies, n_days), and what was handed on. [L]"""


def _days_of_chains(
    supplies: Sequence[OneOfSeveral], made: Made, moves: Sequence[Move], handed_on: Sequence[HandedOn]
) -> Days:
    count, days = len(supplies), supplies[0].inflow_l.size
    outs = tuple(no_days(len(each.stages), days) for each in supplies)
    moved, handed = np.zeros((count, days)), np.zeros((len(handed_on), days))
    steps = max(each.demand.total_l.shape[0] for each in supplies)
    order = np.array(_order(count, handed_on), dtype=ROW)
    operate_together(tuple(made), _moves(moves), _handing(handed_on, steps, days), order, outs, moved, handed)
    return outs, moved, handed


def _days_in_rows(
    supplies: Sequence[OneOfSeveral], made: Made, handed_on: Sequence[HandedOn], several: InRows
) -> Days:
    count, days = len(supplies), supplies[0].inflow_l.size
    kept = _kept(count, len(handed_on), days)
    size_l = np.array([made[0][1].size_l[0]])
    operate_one_together(*several.with_first(size_l), 0, _one_year(days), _sums_of(1), kept)
    outs = [
        DaysOut(
            kept.stage[row : row + 1], kept.demand[row], kept.supplied[row], kept.spilled[row], kept.lost[row],
            kept.topped_up[row], np.zeros(days), kept.step[row],
        )
        for row in range(count)
    ]  # fmt: skip
    return outs, kept.moved, kept.handed


def in_rows(
    supplies: Sequence[OneOfSeveral], moves: Sequence[Move] = (), handed_on: Sequence[HandedOn] = ()
) -> InRows:
    """Make several supplies ready for `sizes_of_first` and `spans_of_first`.

    Parameters
    ----------
    supplies, moves, handed_on : see `operate_several`
        All `quick_to_size`.

    Returns
    -------
    InRows

    Raises
    ------
    InputError
        If a series or a value is out of its range, or a use is handed on in a circle.
    """
    return _in_rows(supplies, _made(supplies), moves, handed_on)


def sizes_of_first(
    several: InRows,
    size_l: NDArray[np.float64],
    *,
    year_end: NDArray[np.int64],
    year_counts: NDArray[np.bool_],
    watch: tuple[int, int] = (0, 0),
) -> OperatedCurve:
    """Replay many live sizes of the first of several supplies, the others as they are, in one pass over the days.

    Parameters
    ----------
    several : InRows
        The supplies.
    size_l : ndarray, shape (n_sizes,)
        Live volumes of the first. [L]
    year_end, year_counts : ndarray, shape (n_years,)
        As in `operate_sizes`.
    watch : tuple of int, default none
        As there.

    Returns
    -------
    OperatedCurve
        For each size the same figures as the first run of `operate_several`. Basis: derived, as there.
    """
    sizes = np.ascontiguousarray(size_l, dtype=np.float64)
    years = YearsWatched(np.asarray(year_end, dtype=np.int64), year_counts, *watch)
    out = _sums_of(sizes.size)
    if sizes.size == 1:
        operate_one_together(*several.with_first(sizes), 0, years, out, _kept(0, 0, 0))
    elif sizes.size < WORTH_HALVING:
        operate_sizes_together(*several.with_first(sizes), years, out)
    else:
        half = sizes.size // 2
        first, second = (FirstOut(*(each[part] for each in out)) for part in (slice(half), slice(half, None)))
        beside = _SECOND_HAND.submit(operate_sizes_together, *several.with_first(sizes[half:]), years, second)
        operate_sizes_together(*several.with_first(sizes[:half]), years, first)
        beside.result()
    return OperatedCurve(
        size_l=sizes,
        supplied_l=out.supplied,
        spilled_l=out.spilled,
        short_days=out.short_days.astype(np.int64),
        short_years=out.short_years.astype(np.int64),
        missed_l=out.missed,
        watch_missed_l=out.watch_missed,
        topped_up_l=out.topped_up,
        trucked_l=np.zeros_like(sizes),
        counted_spilled_l=out.counted_spilled,
    )


def spans_of_first(several: InRows, size_l: float, *, begins: Sequence[int], days: int) -> Spans:
    """Live water of the first of several supplies through spans of the record, each begun anew with all of them.

    Parameters
    ----------
    several : InRows
        The supplies.
    size_l : float
        Live volume of the first. [L]
    begins : sequence of int
        First day of each span.
    days : int
        Length of each; every span lies within the record. [d]

    Returns
    -------
    Spans
        Of each span the same as the first run of `operate_several` through its days. Basis: derived, as there.

    Raises
    ------
    InputError
        If a span leaves the record.
    """
    if begins and not (min(begins) >= 0 and max(begins) + days <= several.rows.inflow.shape[1]):
        raise InputError("begins", "every span must lie within the record")
    count, handed = several.size_l.size, several.handing.source.size
    ready_for_one, kept = several.with_first(np.array([size_l])), _kept(count, handed, days)
    store_l, short = np.zeros((len(begins), days)), np.zeros((len(begins), days), dtype=np.bool_)
    first_days = np.array(begins, dtype=np.int64)
    operate_spans_together(*ready_for_one, first_days, _one_year(days), _sums_of(1), kept, store_l, short)
    return Spans(store_l, short.sum(axis=1), np.where(short.any(axis=1), short.argmax(axis=1) + 1, 0))


def _made(supplies: Sequence[OneOfSeveral]) -> Made:
    return [
        ready(each.inflow_l, each.demand, each.stages, each.operation, each.start_share, each.loss_l)
        for each in supplies
    ]


def _kept(supplies: int, handed_on: int, days: int) -> DaysKept:
    """Room for the days of one size; none where there are no supplies."""
    shape = supplies, days
    return DaysKept(
        stage=np.zeros(shape),
        demand=np.zeros(shape),
        supplied=np.zeros(shape),
        spilled=np.zeros(shape),
        lost=np.zeros(shape),
        topped_up=np.zeros(shape),
        step=np.zeros(shape, dtype=np.int8),
        moved=np.zeros(shape),
        handed=np.zeros((handed_on, days)),
    )


def _one_year(days: int) -> YearsWatched:
    """So many days as one counted year."""
    return YearsWatched(np.array([days]), np.ones(1, dtype=np.bool_), 0, 0)


def _sums_of(sizes: int) -> FirstOut:
    return FirstOut(*(np.zeros(sizes) for _ in FirstOut._fields))


def _in_rows(
    supplies: Sequence[OneOfSeveral], made: Made, moves: Sequence[Move], handed_on: Sequence[HandedOn]
) -> InRows:
    count, days = len(supplies), supplies[0].inflow_l.size
    return InRows(
        _rows_of(made),
        _moves(moves),
        _handing(handed_on, STEPS, days),
        np.array(_order(count, handed_on), dtype=ROW),
        np.array([stores.size_l[0] for _, stores, _ in made]),
        np.array([each.start_share for each in supplies]),
    )


def _rows_of(made: Made) -> Rows:
    count, days = len(made), made[0][0].inflow.size
    demand, triggers = np.zeros((count, STEPS, days)), np.full((count, STEPS - 1), -1.0)
    for row, (series, _, running) in enumerate(made):
        steps = running.triggers.size
        np.add(series.house, series.garden, out=demand[row, : steps + 1])
        triggers[row, :steps] = running.triggers
    return Rows(
        np.array([series.inflow * stores.inflow_share[0] for series, stores, _ in made]),
        demand,
        np.array([series.loss for series, _, _ in made]),
        triggers,
        np.array([running.yas for _, _, running in made]),
        np.array([running.keep_share for _, _, running in made]),
        np.array([running.limit_l_day for _, _, running in made]),
    )


def quick_to_size(supplies: Sequence[OneOfSeveral]) -> bool:
    """Whether `sizes_of_first` knows them all: one store and one outlet each, no loads by truck, no more
    steps than it has."""
    return all(
        len(each.stages) == 1
        and each.operation.back_up.load_l == 0
        and len(each.operation.trigger_share) < STEPS
        and not each.operation.two_outlets
        for each in supplies
    )


def _moves(moves: Sequence[Move]) -> Moves:
    return Moves(
        np.array([move.source for move in moves], dtype=ROW),
        np.array([move.to for move in moves], dtype=ROW),
        *(np.array([getattr(move, name) for move in moves], dtype=np.float64)
          for name in ("l_day", "keep_share", "until_share")),
    )  # fmt: skip


def _handing(handed_on: Sequence[HandedOn], steps: int, days: int) -> Handing:
    share = np.zeros((len(handed_on), steps, days))
    for each, on in zip(share, handed_on, strict=True):
        each[: on.share.shape[0]] = on.share
    return Handing(
        np.array([on.source for on in handed_on], dtype=ROW),
        np.array([on.to for on in handed_on], dtype=ROW),
        share,
    )


def _order(count: int, handed_on: Sequence[HandedOn]) -> list[int]:
    """Whoever hands on before whoever is asked for it."""
    before: dict[int, set[int]] = {row: set() for row in range(count)}
    for on in handed_on:
        before[on.to].add(on.source)
    try:
        return list(TopologicalSorter(before).static_order())
    except CycleError as error:
        raise InputError("handed_on", "must not go in a circle") from error
