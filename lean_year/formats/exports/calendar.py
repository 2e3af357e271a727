"""The days of the build and of the upkeep as iCalendar (RFC 5545), with reminders.

Each event has an identity of its own that stays the same from one export to the next, and a later export carries a
higher number: a calendar that took the first moves what it has, and doubles nothing.
"""

import datetime as dt
import uuid
from collections import Counter
from collections.abc import Iterator, Sequence

from icalendar import Alarm, Calendar, Event

from lean_year.core.log.jobs import months_later
from lean_year.plan.answer.wording import several
from lean_year.plan.in_use.due import PAID_ALL_YEAR, DueRow
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.build.tasks import BuildTask
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.price.upkeep import UpkeepLine
from lean_year.plan.whole import WholePlan

_NAMES = uuid.UUID("6f0d6c1e-6f6b-4d6f-9f5b-2c8f0e3a7d11")
_SINCE = dt.datetime(2024, 1, 1, tzinfo=dt.UTC)
DAY_BEFORE, WEEK_BEFORE = dt.timedelta(days=-1), dt.timedelta(days=-7)


def write_calendar(plan: WholePlan, *, of: str, name: str, now: dt.datetime, due: Sequence[DueRow] = ()) -> str:
    """Every task that is still to be done on its days, every delivery, and what is due after the handing over.

    Parameters
    ----------
    plan : WholePlan
    of : str
        What tells this property from others, the same in every export of it.
    name : str
        Of the property, for people.
    now : datetime
        With its zone; a later export has a later one.
    due : sequence of DueRow, optional
        What is due on a supply in use, by its log; without any upkeep counts from the last day of the work.

    Returns
    -------
    str
        The text of an `.ics` file; without an event where no first day is entered.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Lean Year//EN")
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", name)
    for event in _events(plan, name, due):
        own = str(event.pop("x-of"))
        event.add("uid", f"{uuid.uuid5(_NAMES, f'{of}/{own}')}@lean-year.invalid")
        event.add("dtstamp", now)
        event.add("sequence", int((now - _SINCE).total_seconds() // 60))
        calendar.add_component(event)
    return bytes(calendar.to_ical()).decode()


def _events(plan: WholePlan, name: str, due: Sequence[DueRow]) -> Iterator[Event]:
    build, price = BUILD.of(plan), PRICE.of(plan)
    for row in due:
        yield _in_use(row, name)
    if build is None or build.ends_on is None:
        return
    for task in build.tasks:
        if task.on is not None and task.until is not None and task.status not in ("done", "skipped", "gone"):
            yield _task(task, name)
    if due:
        return
    handed_over = dt.date.fromisoformat(build.ends_on)
    seen: Counter[str] = Counter()
    for line in price.upkeep if price is not None else []:
        if line.key not in PAID_ALL_YEAR:
            seen[line.key] += 1
            yield _due(line, f"upkeep/{line.key}/{seen[line.key]}", handed_over, name)


def _event(of: str, summary: str, first: dt.date, last: dt.date, words: str, remind: dt.timedelta) -> Event:
    event = Event()
    event["x-of"] = of
    event.add("summary", summary)
    event.add("dtstart", first)
    event.add("dtend", last + dt.timedelta(days=1))
    event.add("transp", "TRANSPARENT")
    if words:
        event.add("description", words)
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", summary)
    alarm.add("trigger", remind)
    event.add_component(alarm)
    return event


def _task(task: BuildTask, name: str) -> Event:
    assert task.on is not None
    assert task.until is not None
    words = [
        *(each.text for each in task.why),
        *task.details,
        *(f"Take care: {caution}" for caution in task.cautions),
        *(f"Waits for: {permit}" for permit in task.permits),
        *([f"By a {task.licensed}"] if task.licensed else []),
    ]
    first, last = dt.date.fromisoformat(task.on), dt.date.fromisoformat(task.until)
    return _event(f"task/{task.key}", f"{name}: {task.name}", first, last, "\n".join(words), DAY_BEFORE)


def _due(line: UpkeepLine, of: str, handed_over: dt.date, name: str) -> Event:
    """Due for the first time so many months after the handing over, and again every so many."""
    months = max(1, int(line.every_months))
    first = months_later(handed_over, months)
    words = f"{line.why}. Every {several(months, 'month')}."
    event = _event(of, f"{name}: {line.name}", first, first, words, WEEK_BEFORE)
    event.add("rrule", {"freq": "monthly", "interval": months})
    return event


def _in_use(row: DueRow, name: str) -> Event:
    words = [row.why, *row.cautions, *([f"By a {row.licensed}."] if row.licensed else [])]
    event = _event(row.of, f"{name}: {row.name}", row.due, row.due, "\n".join(words), WEEK_BEFORE)
    if row.every_months is not None:
        event.add("rrule", {"freq": "monthly", "interval": max(1, round(row.every_months))})
    return event
