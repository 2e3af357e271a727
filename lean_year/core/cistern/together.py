"""Several supplies of one property, replayed together: water pumped from one to another, uses served by two.

Each day of each supply is that of `lean_year.core.cistern.operation`. Before it, in the morning, pumps move water by
what stood in the stores last night: from the last store of one supply to the last store of another, so much that the
one keeps its share and the other is filled up to its own. A use that one supply serves first and another second is
asked of the second for what the first could not give that day; what was handed on is no shortfall of the first.

For each supply: start + inflow + top-up + trucked + moved = supplied + spilled + lost + end.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from graphlib import CycleError, TopologicalSorter

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.compiled import Handing, Moves, operate_together
from lean_year.core.cistern.operation import Demand, OperatedReplay, Operation, Stage, no_days, ready, replay_from
from lean_year.core.errors import InputError, require_number


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


def operate_several(
    supplies: Sequence[OneOfSeveral], moves: Sequence[Move] = (), handed_on: Sequence[HandedOn] = ()
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
    count = len(supplies)
    made = [
        ready(each.inflow_l, each.demand, each.stages, each.operation, each.start_share, each.loss_l)
        for each in supplies
    ]
    if any(each.inflow_l.size != days for each in supplies):
        raise InputError("supplies", "must all have the same days")
    rows = max(each.demand.total_l.shape[0] for each in supplies)
    shares = np.zeros((len(handed_on), rows, days))
    for share, on in zip(shares, handed_on, strict=True):
        share[: on.share.shape[0]] = on.share
    outs = tuple(no_days(len(each.stages), days) for each in supplies)
    moved, handed = np.zeros((count, days)), np.zeros((len(handed_on), days))
    operate_together(
        tuple(made),
        Moves(
            np.array([move.source for move in moves], dtype=np.int64),
            np.array([move.to for move in moves], dtype=np.int64),
            *(np.array([getattr(move, name) for move in moves], dtype=np.float64)
              for name in ("l_day", "keep_share", "until_share")),
        ),
        Handing(
            np.array([on.source for on in handed_on], dtype=np.int64),
            np.array([on.to for on in handed_on], dtype=np.int64),
            shares,
        ),
        np.array(_order(count, handed_on), dtype=np.int64),
        outs,
        moved,
        handed,
    )  # fmt: skip
    runs = []
    for row, ((series, stores, _), out) in enumerate(zip(made, outs, strict=True)):
        run = replay_from(series, stores, out)
        asked = run.asked_l.copy()
        for on, amount in zip(handed_on, handed, strict=True):
            asked += amount * ((on.to == row) - (on.source == row))
        runs.append(replace(run, asked_l=asked, moved_l=moved[row]))
    return Together(tuple(runs), handed)


def _order(count: int, handed_on: Sequence[HandedOn]) -> list[int]:
    """Whoever hands on before whoever is asked for it."""
    before: dict[int, set[int]] = {row: set() for row in range(count)}
    for on in handed_on:
        before[on.to].add(on.source)
    try:
        return list(TopologicalSorter(before).static_order())
    except CycleError as error:
        raise InputError("handed_on", "must not go in a circle") from error
