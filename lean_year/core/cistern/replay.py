"""The replay: every recorded day of inflow against every day's demand.

Within a day, both published orders (Jenkins and others 1978; Fewkes and Butler 2000):

- yield after spill (`yas`): `Y = min(D, V')`, `V = min(V' + Q - Y, S - Y)`: rain that does not fit is spilled
  before the day's water is drawn. The careful choice.
- yield before spill (`ybs`): `Y = min(D, V' + Q)`, `V = min(V' + Q - Y, S)`: the day's water is drawn first.

with V' the store last night, V tonight, Q the inflow, D the demand, Y the yield and S the live size.
"""

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

Rule = Literal["yas", "ybs"]
SHORT_DAY_L = 1e-6
"""A day is short when it misses more than this. [L] Basis: derived (rounding, not water)."""
MAX_VOLUME_L = 1e12


@dataclass(frozen=True, slots=True)
class Replay:
    """One store through the whole record. Daily arrays have shape (n_days,)."""

    size_l: float
    rule: Rule
    start_l: float
    store_l: NDArray[np.float64]
    """Live water at the end of each day. [L]"""
    inflow_l: NDArray[np.float64]
    demand_l: NDArray[np.float64]
    supplied_l: NDArray[np.float64]
    spilled_l: NDArray[np.float64]

    @property
    def shortfall_l(self) -> NDArray[np.float64]:
        """What each day missed. [L]"""
        return self.demand_l - self.supplied_l

    @property
    def short_day(self) -> NDArray[np.bool_]:
        """Days that missed more than the rounding tolerance."""
        return self.shortfall_l > SHORT_DAY_L

    @property
    def end_l(self) -> float:
        return float(self.store_l[-1]) if self.store_l.size else self.start_l

    @property
    def balance_residual_l(self) -> float:
        """start + inflow - supplied - spilled - end: rounding only. [L]"""
        return (
            self.start_l
            + float(self.inflow_l.sum())
            - float(self.supplied_l.sum())
            - float(self.spilled_l.sum())
            - self.end_l
        )

    @property
    def volumetric_reliability(self) -> float:
        """Share of the demand that was supplied; 1 where nothing is wanted. [-]"""
        wanted = float(self.demand_l.sum())
        return float(self.supplied_l.sum()) / wanted if wanted > 0 else 1.0

    @property
    def time_reliability(self) -> float:
        """Share of the days that were not short. [-]"""
        return 1.0 - float(self.short_day.mean()) if self.store_l.size else 1.0


@dataclass(frozen=True, slots=True)
class SizeCurve:
    """Many live sizes through the same record. Arrays have shape (n_sizes,)."""

    size_l: NDArray[np.float64]
    supplied_l: NDArray[np.float64]
    spilled_l: NDArray[np.float64]
    short_days: NDArray[np.int64]
    short_years: NDArray[np.int64]
    """How many of the counted years have a short day."""


@njit(cache=True, nogil=True)
def _replay_one(inflow, demand, size, start, yas, store, supplied, spilled):  # type: ignore[no-untyped-def]
    held = start
    for day in range(inflow.size):
        wanted = demand[day]
        available = held if yas else held + inflow[day]
        drawn = wanted if wanted < available else available
        after = held + inflow[day] - drawn
        room = size - drawn if yas else size
        held = after if after < room else room
        store[day] = held
        supplied[day] = drawn
        spilled[day] = after - held


@njit(cache=True, nogil=True)
def _replay_block(  # type: ignore[no-untyped-def]
    inflow, demand, size, start, yas, year_end, year_counts, held, missed, short_days, short_years
):
    # Days outside, sizes inside: the inner loop has no branches, so the compiler runs several sizes at a time
    # in the vector units. Year by year, so that short years need no work inside the day loop.
    n = size.size
    before = np.zeros(n)
    for k in range(n):
        held[k] = start[k]
        missed[k] = 0.0
        short_days[k] = 0.0
    day = 0
    for year in range(year_end.size):
        for k in range(n):
            before[k] = short_days[k]
        while day < year_end[year]:
            q = inflow[day]
            d = demand[day]
            if yas:
                for k in range(n):
                    v = held[k]
                    y = d if d < v else v
                    a = v + q - y
                    s = size[k] - y
                    held[k] = a if a < s else s
                    lack = d - y
                    missed[k] += lack
                    short_days[k] += 1.0 if lack > SHORT_DAY_L else 0.0
            else:
                for k in range(n):
                    v = held[k] + q
                    y = d if d < v else v
                    a = v - y
                    held[k] = a if a < size[k] else size[k]
                    lack = d - y
                    missed[k] += lack
                    short_days[k] += 1.0 if lack > SHORT_DAY_L else 0.0
            day += 1
        if year_counts[year]:
            for k in range(n):
                short_years[k] += 1 if short_days[k] > before[k] else 0


@njit(cache=True, nogil=True)
def _needed_size(inflow, demand, yas):  # type: ignore[no-untyped-def]
    # The deficit below full obeys a recursion that does not hold the size while no day is short, so one pass
    # is exact. The peak under yield before spill is the sequent-peak algorithm.
    deficit = 0.0
    needed = 0.0
    for day in range(inflow.size):
        q, d = inflow[day], demand[day]
        if yas:
            if deficit + d > needed:
                needed = deficit + d
            deficit = deficit + d - q if deficit > q else d
        else:
            deficit = max(deficit + d - q, 0.0)
            if deficit > needed:
                needed = deficit
    return needed


def _daily(name: str, values: NDArray[np.float64]) -> NDArray[np.float64]:
    array = np.ascontiguousarray(values, dtype=np.float64)
    if array.ndim != 1:
        raise InputError(name, "needs one value a day")
    if array.size and not (array.min() >= 0 and array.max() <= MAX_VOLUME_L):
        raise InputError(name, f"every day must be from 0 to {MAX_VOLUME_L:,.0f} L")
    return array


def _series(
    inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    inflow, demand = _daily("inflow_l", inflow_l), _daily("demand_l", demand_l)
    if inflow.size != demand.size:
        raise InputError("demand_l", f"has {demand.size} days, the inflow has {inflow.size}")
    return inflow, demand


def replay_cistern(
    *,
    inflow_l: NDArray[np.float64],
    demand_l: NDArray[np.float64],
    size_l: float,
    rule: Rule,
    start_l: float | None = None,
) -> Replay:
    """Replay one store day by day under one of the two published rules.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_days,)
        Water arriving and wanted each day, at least 0. [L]
    size_l : float
        Live volume between outlet and overflow, at least 0. [L]
    rule : {"yas", "ybs"}
        Order of the day, see the module.
    start_l : float, default full
        Live water before the first day, 0 to `size_l`. [L]

    Returns
    -------
    Replay
        start + inflow = supplied + spilled + end to rounding. Basis: published (Jenkins and others 1978;
        Fewkes and Butler 2000), as restated in the module.

    Raises
    ------
    InputError
        If a series or a value is out of its range.

    Examples
    --------
    >>> run = replay_cistern(inflow_l=np.array([0.0, 500, 0]), demand_l=np.array([200.0, 200, 200]),
    ...                      size_l=300, rule="yas")
    >>> run.store_l.tolist(), run.spilled_l.tolist(), run.shortfall_l.tolist()
    ([100.0, 200.0, 0.0], [0.0, 300.0, 0.0], [0.0, 100.0, 0.0])
    """
    inflow, demand = _series(inflow_l, demand_l)
    size = require_number("size_l", size_l, low=0, high=MAX_VOLUME_L)
    start = size if start_l is None else require_number("start_l", start_l, low=0, high=size)
    store, supplied, spilled = np.empty_like(inflow), np.empty_like(inflow), np.empty_like(inflow)
    _replay_one(inflow, demand, size, start, rule == "yas", store, supplied, spilled)
    return Replay(size, rule, start, store, inflow, demand, supplied, spilled)


def replay_sizes(
    *,
    inflow_l: NDArray[np.float64],
    demand_l: NDArray[np.float64],
    size_l: NDArray[np.float64],
    rule: Rule,
    start_share: float = 1.0,
    year_end: NDArray[np.int64] | None = None,
    year_counts: NDArray[np.bool_] | None = None,
) -> SizeCurve:
    """Replay many live sizes in one pass over the days.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_days,)
        [L]
    size_l : ndarray, shape (n_sizes,)
        Live volumes, at least 0. [L]
    rule : {"yas", "ybs"}
        Order of the day, see the module.
    start_share : float, default 1
        Share of each size that is full before the first day, 0 to 1. [-]
    year_end : ndarray, shape (n_years,), default one year
        Index after each year's last day; the last is n_days.
    year_counts : ndarray of bool, shape (n_years,), default all
        Which years `short_years` counts.

    Returns
    -------
    SizeCurve
        The same figures as one `replay_cistern` for each size.
    """
    inflow, demand = _series(inflow_l, demand_l)
    sizes = _daily("size_l", size_l)
    share = require_number("start_share", start_share, low=0, high=1)
    ends = np.array([inflow.size]) if year_end is None else np.asarray(year_end, dtype=np.int64)
    counts = np.ones(ends.size, dtype=np.bool_) if year_counts is None else year_counts
    if ends.size != counts.size or (ends.size and ends[-1] != inflow.size):
        raise InputError("year_end", "needs one end a year, the last after the last day")
    held, missed, short_days = np.empty_like(sizes), np.empty_like(sizes), np.empty_like(sizes)
    short_years = np.zeros(sizes.size, dtype=np.int64)
    start = sizes * share
    _replay_block(inflow, demand, sizes, start, rule == "yas", ends, counts, held, missed, short_days, short_years)
    supplied = float(demand.sum()) - missed
    spilled = start + float(inflow.sum()) - supplied - held
    return SizeCurve(sizes, supplied, np.maximum(spilled, 0.0), short_days.astype(np.int64), short_years)


def no_shortage_size_l(*, inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64], rule: Rule) -> float:
    """The least live size with no short day, begun full. [L]

    With K the deficit below full and no day short, `yas`: `K = max(K' + D - Q, D)` and the size is the largest
    `K' + D`; `ybs`: `K = max(K' + D - Q, 0)` and the size is the largest `K`. One pass, exact.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_days,)
        [L]
    rule : {"yas", "ybs"}
        Order of the day, see the module.

    Returns
    -------
    float
        [L]. Basis: derived from the rules; under `ybs` the sequent-peak algorithm (Thomas and Burden 1963, from
        memory). Where the mean demand exceeds the mean inflow this is only the first filling.

    Examples
    --------
    >>> rain, use = np.array([40.0, 0.0, 0.0, 40.0]), np.full(4, 10.0)
    >>> no_shortage_size_l(inflow_l=rain, demand_l=use, rule="ybs")
    20.0
    """
    inflow, demand = _series(inflow_l, demand_l)
    return float(_needed_size(inflow, demand, rule == "yas"))
