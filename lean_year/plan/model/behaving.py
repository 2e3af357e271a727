"""Whether a supply behaves as it was designed: logged rain through the model against the levels that were read."""

import datetime as dt
from dataclasses import replace
from itertools import pairwise
from typing import Literal

import numpy as np
from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.log.balance import Balance, Verdict, judge_balance
from lean_year.core.log.readings import (
    MORNINGS_SHARE,
    STUCK_READINGS,
    STUCK_SHARE,
    is_edge,
    readings_alike,
    readings_kept,
)
from lean_year.plan.model.logged_supply import Logged, logged_supply
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply
from lean_year.plan.model.traces import FULL_SLACK_L, live_l
from lean_year.property.document import Property

CannotTell = Literal["too_few", "too_vague", "stuck"]


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
    house_share: float | None
    """Of the designed use without the garden, where all that is missing is use and was so all along."""
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
    supply = logged_supply(document, rain, log.start, log.rain_mm)
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
        house_share=said.house_share if known else None,
        intervals=found.days.size,
    )


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
