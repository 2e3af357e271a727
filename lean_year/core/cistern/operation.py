"""The replay of a supply as it is run: saving steps, back-up, losses, and stores one behind another.

Adds to the two published rules of `lean_year.core.cistern.replay`, which hold within each store:

- **saving steps**: the share of the live volume in store last night, of the stores whose water the house can have,
  decides which step is on, and with it the day's demand; what a step gives up is kept beside what was short. Water
  that stands in a store and only spills on is not counted.
- **top-up** from mains or a well, up to a limit a day: enough that the day's draw does not take the store below
  the share it keeps.
- **trucks**: ordered when the store falls below a share, there so many days later in the morning.
- **losses** (evaporation, a leak) are taken before the day's draw.
- **two outlets**: where house and garden leave the last store at two heights, the lower one alone draws what lies
  between; what a garden misses because its outlet is the higher one is given up, as by a saving step.
- **stages**: a store may spill into the next (settling) or be pumped into it (transfer), the last feeds the house.

start + inflow + top-up + trucked = supplied + spilled + lost + end.
"""

from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.compiled import (
    DaysIn,
    DaysOut,
    Running,
    Stores,
    operate_days,
    within,
)
from lean_year.core.cistern.replay import MAX_VOLUME_L, SHORT_DAY_L, Rule
from lean_year.core.errors import InputError, require_number

MAX_STEPS = 6
NO_LIMIT_L = 1e15
DAILY_STEP_LEAST_SHARE = 0.01
"""Live volume, as a share of the year's inflow, under which a day is too long a step. From memory: Fewkes and Butler
2000."""
SHORT_RECORD_YEARS = 3
"""A record shorter than this is flattered by a store that begins full. Basis: estimate."""


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
    house_above_share: float = 0.0
    """Share of the last stage under the outlet of the house, which only the garden draws. [-]"""
    garden_above_share: float = 0.0
    """Share of the last stage under the outlet of the garden, which only the house draws. [-]"""

    @property
    def two_outlets(self) -> bool:
        """Whether house and garden draw the last stage down to levels of their own."""
        return self.house_above_share > 0 or self.garden_above_share > 0

    @property
    def on_rain_alone(self) -> "Operation":
        """The same without its back-up."""
        return self if self.back_up == BackUp() else replace(self, back_up=BackUp())

    def __post_init__(self) -> None:
        if len(self.trigger_share) > MAX_STEPS:
            raise InputError("trigger_share", f"may have at most {MAX_STEPS} steps")
        for name in ("house_above_share", "garden_above_share"):
            require_number(name, getattr(self, name), low=0, high=1)
        if self.garden_from_first and self.two_outlets:
            raise InputError("garden_from_first", "cannot go with an outlet of the garden in the last stage")
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
    moved_l: NDArray[np.float64] | None = None
    """What pumps brought each day from other supplies, less what they took to them; None where there are none. [L]"""

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
        """start + inflow + top-up + trucked + moved - supplied - spilled - lost - end: rounding only. [L]"""
        brought = self.inflow_l.sum() + self.topped_up_l.sum() + self.trucked_l.sum()
        if self.moved_l is not None:
            brought += self.moved_l.sum()
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


@dataclass(frozen=True, slots=True)
class Demand:
    """Demand of each day at each saving step, arrays of shape (n_steps + 1, n_days), no step first. [L]"""

    house_l: NDArray[np.float64]
    garden_l: NDArray[np.float64]
    total_l: NDArray[np.float64] = field(init=False)
    """Their sum."""

    def __post_init__(self) -> None:
        """Checked here, once, and not again by every replay of it."""
        if self.house_l.ndim != 2 or self.house_l.shape != self.garden_l.shape:
            raise InputError("demand_l", "needs one row for each saving step and one for none, one column a day")
        for name in ("house_l", "garden_l"):
            object.__setattr__(self, name, checked_days(name, getattr(self, name)))
        object.__setattr__(self, "total_l", self.house_l + self.garden_l)


def checked_days(name: str, values: NDArray[np.float64]) -> NDArray[np.float64]:
    """A series as the compiled loops take it.

    Parameters
    ----------
    name : str
        What it is called where it is refused.
    values : ndarray
        [L]

    Returns
    -------
    ndarray
        In one piece. [L]

    Raises
    ------
    InputError
        If a value is below 0, or more than any day brings.

    Examples
    --------
    >>> checked_days("inflow_l", np.array([1, 2])).tolist()
    [1.0, 2.0]
    """
    array = np.ascontiguousarray(values, dtype=np.float64)
    if not within(array.ravel(), MAX_VOLUME_L):
        raise InputError(name, f"every day must be from 0 to {MAX_VOLUME_L:,.0f} L")
    return array


def require_fit(inflow_l: NDArray[np.float64], demand: Demand, operation: Operation) -> None:
    """Refuse a demand of other days, or of other saving steps.

    Parameters
    ----------
    inflow_l : ndarray, shape (n_days,)
        [L]
    demand : Demand
        As it is replayed.
    operation : Operation
        Whose steps it is to have.

    Raises
    ------
    InputError
        If they do not fit.
    """
    rows = len(operation.trigger_share) + 1
    if demand.total_l.shape != (rows, inflow_l.size):
        raise InputError("demand_l", f"needs {rows} rows of {inflow_l.size} days, has {demand.total_l.shape}")


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


def running_of(operation: Operation) -> Running:
    """How a supply is run, as the compiled loops take it.

    Parameters
    ----------
    operation : Operation
        As anybody says it.

    Returns
    -------
    Running
    """
    back_up = operation.back_up
    return Running(
        triggers=np.array(operation.trigger_share, dtype=np.float64),
        yas=operation.rule == "yas",
        keep_share=float(back_up.keep_share),
        limit_l_day=float(back_up.limit_l_day),
        load_l=float(back_up.load_l),
        order_share=float(back_up.order_share),
        lead_days=back_up.lead_days,
    )


def ready(
    inflow_l: NDArray[np.float64],
    demand: Demand,
    stages: tuple[Stage, ...],
    operation: Operation,
    start_share: float,
    loss_l: NDArray[np.float64] | None,
) -> tuple[DaysIn, Stores, Running]:
    """What the compiled loops take, checked.

    Parameters
    ----------
    inflow_l, demand, stages, operation, loss_l : see `operate`
        As there. [L]
    start_share : float
        Share of each store that is full before the first day, 0 to 1. [-]

    Returns
    -------
    tuple of DaysIn, Stores, Running

    Raises
    ------
    InputError
        If a series or a value is out of its range.
    """
    if not stages:
        raise InputError("stages", "needs at least one store")
    inflow = checked_days("inflow_l", inflow_l)
    require_fit(inflow, demand, operation)
    loss = np.zeros_like(inflow) if loss_l is None else checked_days("loss_l", loss_l)
    share = require_number("start_share", start_share, low=0, high=1)
    size = np.array([require_number("size_l", stage.size_l, low=0, high=MAX_VOLUME_L) for stage in stages])
    stores = Stores(
        size_l=size,
        inflow_share=np.array([stage.inflow_share for stage in stages], dtype=np.float64),
        spills_on=np.array([stage.spills_on for stage in stages]),
        pumped_l_day=np.array([stage.pumped_l_day for stage in stages], dtype=np.float64),
        garden_stage=0 if operation.garden_from_first else len(stages) - 1,
        start_l=size * share,
        house_above_l=float(size[-1] * operation.house_above_share),
        garden_above_l=float(size[-1] * operation.garden_above_share),
    )
    return DaysIn(inflow, demand.house_l, demand.garden_l, loss), stores, running_of(operation)


def no_days(stages: int, days: int) -> DaysOut:
    """Room for what a compiled loop writes.

    Parameters
    ----------
    stages : int
        How many stores there are.
    days : int
        How many days are replayed. [d]

    Returns
    -------
    DaysOut
        All 0.
    """
    return DaysOut(
        stage=np.zeros((stages, days)),
        demand=np.zeros(days),
        supplied=np.zeros(days),
        spilled=np.zeros(days),
        lost=np.zeros(days),
        topped_up=np.zeros(days),
        trucked=np.zeros(days),
        step=np.zeros(days, dtype=np.int8),
    )


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
    record, stores, running = ready(inflow_l, demand, stages, operation, start_share, loss_l)
    runs = []
    for begin, end in windows:
        days = DaysIn(
            record.inflow[begin:end], record.house[:, begin:end], record.garden[:, begin:end], record.loss[begin:end]
        )
        out = no_days(len(stages), end - begin)
        operate_days(days, stores, running, out)
        runs.append(replay_from(days, stores, out))
    return runs


def replay_from(days: DaysIn, stores: Stores, out: DaysOut) -> OperatedReplay:
    """What a compiled loop wrote, with what follows from it.

    Parameters
    ----------
    days, stores : DaysIn, Stores
        What it took.
    out : DaysOut
        What it wrote.

    Returns
    -------
    OperatedReplay
    """
    shortfall = np.maximum(0.0, out.demand - out.supplied)
    return OperatedReplay(
        size_l=float(stores.size_l.sum()),
        start_l=float(stores.start_l.sum()),
        inflow_l=days.inflow,
        asked_l=days.house[0] + days.garden[0],
        demand_l=out.demand,
        supplied_l=out.supplied,
        spilled_l=out.spilled,
        lost_l=out.lost,
        topped_up_l=out.topped_up,
        trucked_l=out.trucked,
        step=out.step,
        store_l=out.stage[0] if out.stage.shape[0] == 1 else out.stage.sum(axis=0),
        stage_l=out.stage,
        shortfall_l=shortfall,
        short_day=shortfall > SHORT_DAY_L,
    )
