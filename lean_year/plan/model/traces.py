"""Traces: from a day on, what every recorded year would do to the tanks, on rain alone."""

import datetime as dt

import numpy as np
from numpy.typing import NDArray

from lean_year.core.build.filling import TRACE_DAYS
from lean_year.core.calendar import windows_from
from lean_year.core.errors import Amount, InputError
from lean_year.plan.answer.cache import cached
from lean_year.plan.model.supply import Supply

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
def evening_levels_l(supply: Supply, start: dt.date, level_l: float = 0.0) -> NDArray[np.float64]:
    """Drawable water on the evening of each day, day 1 the start itself.

    Returns
    -------
    ndarray, shape (n_traces, `TRACE_DAYS`)
        [L]

    Raises
    ------
    InputError
        If the level is more than the tanks have to draw.
    """
    full_l = live_l(supply)
    if not 0 <= level_l <= full_l + FULL_SLACK_L:
        raise InputError("level_l", "must be from 0 to what can be drawn of full tanks, {full}, got {given}",
                         full=Amount("volume", full_l), given=Amount("volume", level_l))  # fmt: skip
    begins = trace_begins(supply, start)
    share = 0.0 if full_l <= 0 else min(1.0, level_l / full_l)
    levels, _ = supply.on_rain_alone.spans(begins, TRACE_DAYS, share)
    return levels
