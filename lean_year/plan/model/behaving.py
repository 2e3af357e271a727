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
from lean_year.core.rain.rainfall import DailyRain, month_of
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.model.supply import Supply, supply_of
from lean_year.plan.model.traces import FULL_SLACK_L, live_l
from lean_year.property.document import Property

WINDOW_DAYS = 400
"""So far back a log is looked at: a year and what came before it. Basis: estimate. [d]"""
MOST_READINGS = 240
"""Older readings are taken farther apart where there are more. Basis: estimate."""
RECENT_DAYS = 120
"""In which none is left out. Basis: estimate. [d]"""
EDGE_SHARE = 0.005
"""So near to full or to empty a level says nothing: what ran over, or was missing, is not seen. Basis: estimate."""
SURE_SHARE = 0.3
"""By so much of the rain of an interval a tank must stay below full, so that nobody need doubt that none ran over.
Basis: estimate."""
STUCK_READINGS, STUCK_SHARE = 4, 0.02
"""So many readings that are the same to the last digit while the model moves by more than so much of the live volume
come of a gauge that sticks. Basis: estimate."""
WARM_UP_DAYS = 400
"""Of rain before a log, where it is recorded. Basis: estimate. [d]"""
READ_EARLIER = 0.8
"""Readings are taken for those of mornings where that leaves less than so much unexplained. Basis: estimate."""

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
    read = _readings(log)
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


def _readings(log: Logged) -> list[int]:
    """Days with a level that are looked at."""
    read = np.flatnonzero(~np.isnan(log.level_l))
    if not read.size:
        return []
    read = read[read >= read[-1] - WINDOW_DAYS]
    recent = read[read >= read[-1] - RECENT_DAYS]
    before = read[read < read[-1] - RECENT_DAYS]
    room = max(1, MOST_READINGS - recent.size)
    step = max(1, -(-before.size // room))
    return [int(day) for day in (*before[::-1][::step][::-1], *recent)]


def _intervals(supply: Supply, log: Logged, read: list[int], live: float) -> tuple[Balance, list[int]]:
    """What counts, and on which day each begins. Readings are of evenings, unless mornings agree much better."""
    evening = _of_times(supply, log, read, live, shift=1)
    morning = _of_times(supply, log, read, live, shift=0)
    off = [float(np.abs(found.off_l).sum()) for found, _ in (evening, morning)]
    same = evening[0].days.size == morning[0].days.size
    return morning if same and off[1] < READ_EARLIER * off[0] else evening


def _of_times(supply: Supply, log: Logged, read: list[int], live: float, *, shift: int) -> tuple[Balance, list[int]]:
    rows: list[tuple[float, ...]] = []
    begins: list[int] = []
    last_kept = -1
    for number, (begin, end) in enumerate(pairwise(read)):
        first, after = begin + shift, end + shift
        (run,) = replace(supply, start_share=min(1.0, log.level_l[begin] / live)).windows([(first, after)])
        expected = run.end_l + log.loaded_l[first:after].sum()
        lowest = min(float(run.store_l.min()), log.level_l[end])
        room_l = EDGE_SHARE * live + SURE_SHARE * run.inflow_l.sum()
        ran_over = run.spilled_l.any() or max(run.store_l.max(), log.level_l[end]) > live - room_l
        if ran_over or run.short_day.any() or lowest < EDGE_SHARE * live:
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
    same = [day for day in read if log.level_l[day:][~np.isnan(log.level_l[day:])].std() == 0]
    if len(same) < STUCK_READINGS:
        return False
    level_l = float(log.level_l[same[-1]])
    share = min(1.0, level_l / live) if live > 0 else 0.0
    (run,) = replace(supply, start_share=share).windows([(same[0] + 1, same[-1] + 1)])
    return bool(np.abs(run.store_l - level_l).max() > STUCK_SHARE * live)
