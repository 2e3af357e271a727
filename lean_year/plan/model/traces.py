"""Traces: from a day on, what every recorded year would do to the tanks, on rain alone."""

import datetime as dt
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.calendar import windows_from
from lean_year.core.cistern.many_replays import Spans
from lean_year.core.cistern.traces import TRACE_DAYS, weibull_day
from lean_year.core.errors import Amount, InputError
from lean_year.plan.answer.cache import cached
from lean_year.plan.model.supply import Supply

Quantile = Literal["p10", "p50", "p90"]
QUANTILE_SHARES: dict[Quantile, float] = {"p10": 0.1, "p50": 0.5, "p90": 0.9}
FULL_SLACK_L = 1e-6
"""A level may be over full by that, of rounding. [L]"""


def trace_begins(supply: Supply, start: dt.date) -> list[int]:
    """Days of the record that are the same day of the year as the start, from each of which it and the `TRACE_DAYS`
    after it are recorded. 29 February counts as 28."""
    day = 28 if (start.month, start.day) == (2, 29) else start.day
    missing = np.isnan(supply.rain.record.depth_mm)
    begins = windows_from(supply.rain.dates, month=start.month, day=day, days=TRACE_DAYS + 1)
    return [begin for begin in begins if not missing[begin : begin + TRACE_DAYS + 1].any()]


def live_l(supply: Supply) -> float:
    """What can be drawn of full tanks: above the outlets and the reserve. [L]"""
    return sum(stage.size_l for stage in supply.layout.stages())


@cached(8)
def traces_from(supply: Supply, start: dt.date, level_l: float = 0.0) -> Spans:
    """Drawable water on the evening of each day of every trace, day 1 the start itself, and the short days.

    Returns
    -------
    Spans
        `TRACE_DAYS` long.

    Raises
    ------
    InputError
        If the level is more than the tanks have to draw.
    """
    return supply.on_rain_alone.spans(trace_begins(supply, start), TRACE_DAYS, share_of_full(supply, level_l))


def share_of_full(supply: Supply, level_l: float) -> float:
    """Drawable water as a share of what full tanks have of it.

    Raises
    ------
    InputError
        If it is more than they have.
    """
    full_l = live_l(supply)
    if not 0 <= level_l <= full_l + FULL_SLACK_L:
        raise InputError("level_l", "must be from 0 to what can be drawn of full tanks, {full}, got {given}",
                         full=Amount("volume", full_l), given=Amount("volume", level_l))  # fmt: skip
    return 0.0 if full_l <= 0 else min(1.0, level_l / full_l)


class Quantiles(BaseModel):
    """The day by which one recorded year of ten, every other, and nine of ten are there; None where not in a year."""

    p10: dt.date | None
    p50: dt.date | None
    p90: dt.date | None


def quantiles_of(days: NDArray[np.int64], start: dt.date) -> Quantiles:
    """Of days of traces, from 1; 0 for never."""
    by = {name: weibull_day(days, share) for name, share in QUANTILE_SHARES.items()}
    return Quantiles(**{name: dated(start, day) for name, day in by.items()})


def dated(start: dt.date, day: float | None) -> dt.date | None:
    """The date of a day of a trace; within a day, its evening: the day on which it is there."""
    return None if day is None else start + dt.timedelta(days=int(np.ceil(day - 1e-9)) - 1)
