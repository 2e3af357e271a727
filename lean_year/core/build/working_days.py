"""The days on which a crew works, on numpy's calendar of working days."""

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from lean_year.core.errors import InputError

MOST_AHEAD_DAYS = 400 * 366
"""A plan reaches no further."""


@dataclass(frozen=True, slots=True)
class WorkingDays:
    """From a first day on.

    Examples
    --------
    >>> week = WorkingDays(dt.date(2024, 3, 1), off=(5, 6))
    >>> week.on_or_after(dt.date(2024, 3, 2)), week.date(0), week.date(1)
    (1, datetime.date(2024, 3, 1), datetime.date(2024, 3, 4))
    """

    first: dt.date
    """The work begins on it, or on the first working day after it."""
    off: tuple[int, ...] = ()
    """Days of the week on which nobody works, Monday 0."""
    closed: tuple[dt.date, ...] = ()
    """Other days on which nobody works."""

    def __post_init__(self) -> None:
        if not all(0 <= day <= 6 for day in self.off):
            raise InputError("days_off", "must be days of the week from 0, Monday, to 6, Sunday")
        if len(set(self.off)) == 7:
            raise InputError("days_off", "must leave at least one day of the week to work on")

    def date(self, number: int) -> dt.date:
        """The working day of that number, from 0."""
        self._require_near(number)
        return _numbered(self, number)

    def on_or_after(self, date: dt.date) -> int:
        """Number of the first working day that is no earlier."""
        self._require_near((date - self.first).days)
        return _on_or_after(self, date)

    def on_or_before(self, date: dt.date) -> int:
        """Number of the last working day that is no later; below 0 where there is none."""
        return self.on_or_after(date + dt.timedelta(days=1)) - 1

    def _require_near(self, days: int) -> None:
        if days > MOST_AHEAD_DAYS:
            raise InputError("build", f"may reach no further than {MOST_AHEAD_DAYS // 366} years from its start")


@lru_cache(64)
def _calendar(off: tuple[int, ...], closed: tuple[dt.date, ...]) -> np.busdaycalendar:
    mask = [day not in off for day in range(7)]
    return np.busdaycalendar(weekmask=mask, holidays=np.array(closed, dtype="datetime64[D]"))


@lru_cache(4_096)
def _numbered(days: WorkingDays, number: int) -> dt.date:
    calendar = _calendar(days.off, days.closed)
    day = np.busday_offset(np.datetime64(days.first), number, roll="forward", busdaycal=calendar)
    found: dt.date = day.astype("datetime64[D]").astype(object)
    return found


@lru_cache(4_096)
def _on_or_after(days: WorkingDays, date: dt.date) -> int:
    calendar = _calendar(days.off, days.closed)
    return max(0, int(np.busday_count(np.datetime64(days.date(0)), np.datetime64(date), busdaycal=calendar)))


def same_days_of_years(date: dt.date, days: int) -> Sequence[tuple[int, int]]:
    """Month and day of every day within so many days of a date, either side.

    >>> same_days_of_years(dt.date(2023, 3, 1), 1)
    [(2, 28), (3, 1), (3, 2)]
    """
    around = [date + dt.timedelta(days=each) for each in range(-days, days + 1)]
    return [(each.month, each.day) for each in around]
