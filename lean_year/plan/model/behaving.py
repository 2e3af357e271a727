"""Whether a supply behaves as it was designed: logged rain through the model against the levels that were read."""

import datetime as dt
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.calendar import mean_by_month
from lean_year.core.cistern.operation import BackUp, Demand
from lean_year.core.errors import InputError
from lean_year.core.log.balance import Balance, Verdict, judge_balance
from lean_year.core.log.readings import (
    MORNINGS_SHARE,
    STUCK_READINGS,
    STUCK_SHARE,
    WARM_UP_DAYS,
    is_edge,
    readings_alike,
    readings_kept,
)
from lean_year.core.rain.rainfall import DailyRain, month_of
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.model.supply import Supply, supply_of
from lean_year.plan.model.traces import FULL_SLACK_L, live_l
from lean_year.property.document import Property

_Series = NDArray[np.float64] | None
_Weather = tuple[_Series, _Series, _Series]
CannotTell = Literal["too_few", "too_vague", "stuck"]


@dataclass(frozen=True, slots=True, eq=False)
class Logged:
    """Every day of a log. Arrays of shape (n_days,)."""

    start: dt.date
    rain_mm: NDArray[np.float64]
    level_l: NDArray[np.float64]
    """Drawable water where it was read, NaN where it was not. [L]"""
    loaded_l: NDArray[np.float64]
    """Water that was brought. [L]"""


class Behaving(BaseModel):
    """The answer."""

    missing_l_day: float | None
    """What goes somewhere beyond the designed use; below 0 where less is used. None where nothing can be said."""
    low: float | None
    high: float | None
    """Between which it lies in nine cases of ten."""
    catch_share: float | None
    """Of the designed catch."""
    verdict: Verdict
    since: dt.date | None
    """The reading from which water is lost, or less is caught."""
    why_not: CannotTell | None
    """Where the log cannot tell."""
    use_l_day: float
    """The mean use by the design over the intervals that count."""
    intervals: int
    """Between readings, that count: no tank ran over or dry in them."""


def behaving(document: Property, rain: PreparedRain | None, log: Logged) -> Behaving:
    """Judge a log against the design.

    Parameters
    ----------
    document : Property
    rain : PreparedRain or None
        The record of the place, for the weather of the log's days by the means of its months.
    log : Logged

    Returns
    -------
    Behaving

    Raises
    ------
    InputError
        If a level is more than full tanks have.
    """
    supply = _logged_supply(document, rain, log)
    live = live_l(supply)
    for day in np.flatnonzero(np.nan_to_num(log.level_l) > live + FULL_SLACK_L):
        date = log.start + dt.timedelta(days=int(day))
        raise InputError("level_l", f"of {date} must be at most what full tanks have to draw, {live:,.0f}, "
                         f"got {log.level_l[day]:,.0f}")  # fmt: skip
    read = [int(day) for day in readings_kept(np.flatnonzero(~np.isnan(log.level_l)))]
    found, ends = _intervals(supply, log, read, live)
    said = judge_balance(found, live)
    why_not: CannotTell | None = None
    if _stuck(supply, log, read, live):
        why_not = "stuck"
    elif said.verdict == "cannot_tell":
        why_not = "too_vague" if np.isfinite(said.high) else "too_few"
    known = np.isfinite(said.high) and why_not != "stuck"
    return Behaving(
        missing_l_day=said.missing_l_day if known else None,
        low=said.low if known else None,
        high=said.high if known else None,
        catch_share=said.catch_share if known else None,
        verdict="cannot_tell" if why_not else said.verdict,
        since=None if said.since is None or why_not else log.start + dt.timedelta(days=ends[said.since]),
        why_not=why_not,
        use_l_day=said.use_l_day,
        intervals=found.days.size,
    )


def _logged_supply(document: Property, rain: PreparedRain | None, log: Logged) -> Supply:
    """The supply under the logged rain, its first day that of the log. What is brought is in the log, and not ordered
    by the model."""
    before = _recorded_before(rain, log)
    start = log.start - dt.timedelta(days=before.size)
    depth = np.concatenate([before, log.rain_mm])
    supply = supply_of(document, prepare_rain(DailyRain(start, depth, *_weather(rain, start, depth.size)), "none"))
    operation = supply.operation
    return replace(
        supply,
        inflow_l=supply.inflow_l[before.size :],
        loss_l=supply.loss_l[before.size :],
        demand=Demand(supply.demand.house_l[:, before.size :], supply.demand.garden_l[:, before.size :]),
        operation=replace(operation, back_up=BackUp()) if operation.back_up.load_l else operation,
    )


def _recorded_before(rain: PreparedRain | None, log: Logged) -> NDArray[np.float64]:
    """Rain up to the log, by which the soil of a garden is as wet as it was; none where the record does not reach."""
    if rain is None:
        return np.zeros(0)
    at = (log.start - rain.record.start).days
    return rain.filled_mm[max(0, at - WARM_UP_DAYS) : at] if 0 <= at <= rain.dates.size else np.zeros(0)


def _weather(rain: PreparedRain | None, start: dt.date, days: int) -> _Weather:
    """Lowest and highest temperature and evapotranspiration of each day: of the record where it has them, else the
    mean of the month there."""
    if rain is None:
        return None, None, None
    at = (start - rain.record.start).days + np.arange(days)
    known = (at >= 0) & (at < rain.dates.size)
    month = month_of(np.datetime64(start, "D") + np.arange(days))

    def of(values: NDArray[np.float64] | None) -> NDArray[np.float64] | None:
        if values is None:
            return None
        usual = mean_by_month(values, rain.month)[month - 1]
        return np.where(known, values[np.clip(at, 0, values.size - 1)], usual)

    return of(rain.tmin_c), of(rain.tmax_c), of(rain.et0_mm)


def _intervals(supply: Supply, log: Logged, read: list[int], live: float) -> tuple[Balance, list[int]]:
    """What counts, and on which day each begins. Readings are of evenings, unless mornings agree much better."""
    evening = _of_times(supply, log, read, live, shift=1)
    morning = _of_times(supply, log, read, live, shift=0)
    off = [float(np.abs(found.off_l).mean()) if found.off_l.size else np.inf for found, _ in (evening, morning)]
    return morning if off[1] < MORNINGS_SHARE * off[0] else evening


def _of_times(supply: Supply, log: Logged, read: list[int], live: float, *, shift: int) -> tuple[Balance, list[int]]:
    rows: list[tuple[float, ...]] = []
    begins: list[int] = []
    last_kept = -1
    for number, (begin, end) in enumerate(pairwise(read)):
        first, after = begin + shift, end + shift
        (run,) = replace(supply, start_share=min(1.0, log.level_l[begin] / live)).windows([(first, after)])
        expected = run.end_l + log.loaded_l[first:after].sum()
        levels = (*run.store_l, log.level_l[end])
        edge = is_edge(float(min(levels)), float(max(levels)), float(run.inflow_l.sum()), live)
        if edge or run.spilled_l.any() or run.short_day.any():
            continue
        rows.append(
            (after - first, float(run.inflow_l.sum()), float(run.demand_l.sum()),
             float(supply.demand.garden_l[0, first:after].sum()), log.level_l[end] - expected,
             last_kept == number - 1)
        )  # fmt: skip
        begins.append(begin)
        last_kept = number
    days, inflow, wanted, garden, off, follows = np.array(rows, dtype=np.float64).reshape(-1, 6).T
    return Balance(days, inflow, wanted, garden, off, follows > 0), begins


def _stuck(supply: Supply, log: Logged, read: list[int], live: float) -> bool:
    """Whether the last readings are the same while the water must have moved."""
    alike = readings_alike(log.level_l[read])
    if alike < STUCK_READINGS or live <= 0:
        return False
    level_l = float(log.level_l[read[-1]])
    stood = replace(supply, start_share=min(1.0, level_l / live))
    (run,) = stood.windows([(read[-alike] + 1, read[-1] + 1)])
    return bool(np.abs(run.store_l - level_l).max() > STUCK_SHARE * live)
