"""Many replays at once, of `lean_year.core.cistern.operation`: spans of a record each begun anew, and many sizes of
one store."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.compiled import SizesOut, YearsWatched, operate_block, operate_spans
from lean_year.core.cistern.operation import (
    Demand,
    OperatedReplay,
    Operation,
    Stage,
    checked_days,
    ready,
    require_fit,
    running_of,
)
from lean_year.core.cistern.replay import SizeCurve
from lean_year.core.errors import InputError, require_number


@dataclass(frozen=True, slots=True)
class Spans:
    """Spans of a record that are all as long, each begun anew."""

    store_l: NDArray[np.float64]
    """Live water at the end of each day, shape (n_spans, days). [L]"""
    short_days: NDArray[np.int64]
    """Of each span, shape (n_spans,)."""
    first_short: NDArray[np.int64]
    """The first short day of each, from 1; 0 where it has none."""


def spans_from(runs: Sequence[OperatedReplay], days: int) -> Spans:
    """The same of replays that were made one by one.

    Parameters
    ----------
    runs : sequence of OperatedReplay
        Of one span each.
    days : int
        Length of each. [d]

    Returns
    -------
    Spans
    """
    short = np.array([run.short_day for run in runs]).reshape(len(runs), days)
    return Spans(
        np.array([run.store_l for run in runs]).reshape(len(runs), days),
        short.sum(axis=1),
        np.where(short.any(axis=1), short.argmax(axis=1) + 1, 0),
    )


def stores_of_spans(
    *,
    inflow_l: NDArray[np.float64],
    demand: Demand,
    stages: tuple[Stage, ...],
    operation: Operation,
    begins: list[int],
    days: int,
    start_share: float = 1.0,
    loss_l: NDArray[np.float64] | None = None,
) -> Spans:
    """Live water through spans of a record that are all as long, each begun anew.

    Parameters
    ----------
    inflow_l, demand, stages, operation, start_share, loss_l : see `operate`
        As there. [L]
    begins : list of int
        First day of each span.
    days : int
        Length of each; every span lies within the record. [d]

    Returns
    -------
    Spans
        The same as `operate_windows` gives, without its other series.

    Raises
    ------
    InputError
        If a series or a value is out of its range, or a span leaves the record.

    Examples
    --------
    >>> daily = Demand(house_l=np.full((1, 4), 10.0), garden_l=np.zeros((1, 4)))
    >>> rain = np.array([30.0, 0.0, 0.0, 0.0])
    >>> tank = (Stage(size_l=25.0, inflow_share=1.0, spills_on=False, pumped_l_day=0.0),)
    >>> found = stores_of_spans(inflow_l=rain, demand=daily, stages=tank, operation=Operation(rule="ybs"), begins=[0],
    ...                         days=4, start_share=0.0)
    >>> found.store_l.tolist(), found.short_days.tolist(), found.first_short.tolist()
    ([[20.0, 10.0, 0.0, 0.0]], [1], [4])
    """
    if begins and not (min(begins) >= 0 and max(begins) + days <= inflow_l.size):
        raise InputError("begins", "every span must lie within the record")
    record, stores, running = ready(inflow_l, demand, stages, operation, start_share, loss_l)
    count = len(begins)
    found = Spans(np.zeros((count, days)), np.zeros(count, dtype=np.int64), np.zeros(count, dtype=np.int64))
    operate_spans(
        record, stores, running, np.array(begins, dtype=np.int64), found.store_l, found.short_days, found.first_short
    )
    return found


@dataclass(frozen=True, slots=True)
class OperatedCurve(SizeCurve):
    """Many sizes of one store, run the same way. Arrays have shape (n_sizes,)."""

    missed_l: NDArray[np.float64]
    watch_missed_l: NDArray[np.float64]
    """Missed within the watched days. [L]"""
    topped_up_l: NDArray[np.float64]
    trucked_l: NDArray[np.float64]
    counted_spilled_l: NDArray[np.float64]
    """Spilled in the years that count. [L]"""


def operate_sizes(
    *,
    inflow_l: NDArray[np.float64],
    demand: Demand,
    size_l: NDArray[np.float64],
    operation: Operation,
    start_share: float = 1.0,
    loss_l: NDArray[np.float64] | None = None,
    year_end: NDArray[np.int64] | None = None,
    year_counts: NDArray[np.bool_] | None = None,
    watch: tuple[int, int] = (0, 0),
    days: NDArray[np.int64] | None = None,
) -> OperatedCurve:
    """Replay many live sizes of one store, with one outlet, in one pass over the days.

    Parameters
    ----------
    inflow_l : ndarray, shape (n_days,)
        [L]
    demand : Demand
        What is wanted each day at each saving step. [L]
    size_l : ndarray, shape (n_sizes,)
        Live volumes. [L]
    operation : Operation
        Rule, triggers and back-up.
    start_share : float, default 1
        Share of each size that is full before the first day, 0 to 1. [-]
    loss_l : ndarray, shape (n_days,), default none
        Taken before the day's draw. [L]
    year_end, year_counts : ndarray, shape (n_years,)
        As in `replay_sizes`.
    watch : tuple of int, default none
        First day and the day after the last of a span whose shortfall is counted apart, such as the lean year.
    days : ndarray, shape (n_replayed,), default every day in its order
        Which day of the record comes when; `year_end` and `watch` then count the days replayed.

    Returns
    -------
    OperatedCurve
        The same figures as one `operate` for each size.
    """
    if operation.two_outlets:
        raise InputError("operation", "must have one outlet: many sizes at once know no second")
    inflow, sizes = checked_days("inflow_l", inflow_l), checked_days("size_l", size_l)
    require_fit(inflow, demand, operation)
    loss = np.zeros_like(inflow) if loss_l is None else checked_days("loss_l", loss_l)
    wanted = demand.total_l
    if days is not None:
        inflow, wanted, loss = inflow[days], wanted[:, days], loss[days]
    share = require_number("start_share", start_share, low=0, high=1)
    ends = np.array([inflow.size]) if year_end is None else np.asarray(year_end, dtype=np.int64)
    counts = np.ones(ends.size, dtype=np.bool_) if year_counts is None else year_counts
    if ends.size != counts.size or (ends.size and ends[-1] != inflow.size):
        raise InputError("year_end", "needs one end a year, the last after the last day")
    out = SizesOut(*(np.zeros(sizes.size) for _ in SizesOut._fields))
    operate_block(
        inflow, wanted, loss, sizes, sizes * share, running_of(operation), YearsWatched(ends, counts, *watch), out
    )
    brought = sizes * share + inflow.sum() + out.topped_up + out.trucked
    return OperatedCurve(
        size_l=sizes,
        supplied_l=out.supplied,
        spilled_l=np.maximum(0.0, brought - out.supplied - out.lost - out.held),
        short_days=out.short_days.astype(np.int64),
        short_years=out.short_years.astype(np.int64),
        missed_l=out.missed,
        watch_missed_l=out.watch_missed,
        topped_up_l=out.topped_up,
        trucked_l=out.trucked,
        counted_spilled_l=out.counted_spilled,
    )
