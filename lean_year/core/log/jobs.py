"""What is done on a supply in use, and when it is due again."""

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from lean_year.core.tables import table

Season = Literal["frost", "rain"]
JobFor = Literal["always", "frost", "gutters", "screens", "first_flush", "wet_run", "pump", "vessel", "uv", "heater"]
BEFORE_DAYS = 21
"""So long before its season a job is due. Basis: common practice. [d]"""
COUNTS_DAYS = 60
"""Done so long before that day or later, it counts for that season. Basis: estimate. [d]"""
FROST_C = 2.0
"""Mean lowest temperature of a month from which on frost is looked for. Basis: estimate. [°C]"""


@dataclass(frozen=True, slots=True)
class Job:
    """One thing to do."""

    key: str
    name: str
    why: str
    needs: JobFor
    """What must be there for it."""
    log: str
    """The entry of the log that says that it was done: its kind, and what it is about."""
    season: Season | None = None
    every_months: float | None = None
    licensed: str = ""
    cautions: tuple[str, ...] = ()


def _job(row: dict[str, object]) -> Job:
    named = {"needs" if name == "for" else name: value for name, value in row.items()}
    named["cautions"] = tuple(named.get("cautions", ()))  # type: ignore[arg-type]
    return Job(**named)  # type: ignore[arg-type]


JOBS: tuple[Job, ...] = tuple(_job(row) for row in table("upkeep_jobs")["row"])


def season_due(first_of_season: tuple[int, int], done: Sequence[dt.date], since: dt.date) -> dt.date:
    """The day by which a job of a season is due: the first that nothing was done for.

    Parameters
    ----------
    first_of_season : (int, int)
        Month and day on which the season begins.
    done : sequence of date
        When it was done.
    since : date
        From when on the supply is in use.

    Returns
    -------
    date

    Examples
    --------
    >>> season_due((11, 1), [dt.date(2025, 10, 1)], dt.date(2024, 5, 1))
    datetime.date(2026, 10, 11)
    """
    last = max(done, default=None)
    year = (last or since).year
    while True:
        due = dt.date(year, *first_of_season) - dt.timedelta(days=BEFORE_DAYS)
        open_from = due - dt.timedelta(days=COUNTS_DAYS)
        if due >= since and (last is None or last < open_from):
            return due
        year += 1


def months_later(day: dt.date, months: float) -> dt.date:
    """So many months later; parts of a month as days.

    Parameters
    ----------
    day : date
        The first day.
    months : float
        0 or more. [months]

    Returns
    -------
    date
        At the latest the 28th, which every month has, and the days of a part of a month later.

    Examples
    --------
    >>> months_later(dt.date(2026, 1, 31), 1), months_later(dt.date(2026, 1, 10), 1.5)
    (datetime.date(2026, 2, 28), datetime.date(2026, 2, 25))
    """
    whole = int(months)
    year, month = divmod(day.year * 12 + day.month - 1 + whole, 12)
    there = dt.date(year, month + 1, min(day.day, 28)) if whole else day
    return there + dt.timedelta(days=round((months - whole) * 30.4))


def frost_begins(lowest_c: Sequence[float]) -> tuple[int, int] | None:
    """The first of the month in which frost is looked for, by the mean lowest temperatures of the months; None where
    there is none, or no month without.

    Parameters
    ----------
    lowest_c : sequence of float, shape (12,)
        January first. [deg C]

    Returns
    -------
    (int, int) or None
        Month and day.

    Examples
    --------
    >>> frost_begins([-3, -2, 1, 5, 9, 12, 14, 13, 10, 6, 1, -1])
    (11, 1)
    """
    cold = [celsius <= FROST_C for celsius in lowest_c]
    if all(cold) or not any(cold):
        return None
    return next((month + 1, 1) for month in range(12) if cold[month] and not cold[month - 1])
