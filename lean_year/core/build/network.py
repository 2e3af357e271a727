"""The order of tasks and the days they fall on: the critical path method, in working hours, with waits in days.

Two passes are made over the same tasks. In one each begins as soon as what it waits for is done: the earliest and
the latest that it can begin, and by that the critical path (Kelley and Walker 1959, from memory). In the other one
crew does one task after the other.
"""

import datetime as dt
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter
from typing import NamedTuple

from lean_year.core.build.working_days import WorkingDays
from lean_year.core.errors import InputError

_TINY_H = 1e-9


class Wait(NamedTuple):
    """For one task, and so many days after it."""

    key: str
    days: int = 0
    """Calendar days from its last day. [d]"""


@dataclass(frozen=True, slots=True)
class Step:
    """One task of a network."""

    key: str
    hours: float
    """On the site. 0 takes nobody's time, such as a delivery. [h]"""
    after: tuple[Wait, ...] = ()
    not_before: dt.date | None = None
    """What has been set by hand, or is promised for a day."""
    at_once: bool = False
    """Whether a crew does it before all else that it could do: what must be seen, or what holds an empty tank."""


class Placed(NamedTuple):
    """When a task is done. [h] are working hours from the beginning of the first working day."""

    begins_h: float
    ends_h: float
    first_day: int
    """Number of the working day."""
    last_day: int
    held_by: str | None
    """Key of what its beginning waited for; None where it waited for nothing, or for the crew."""


@dataclass(frozen=True, slots=True)
class Network:
    """Every task placed, in the order given."""

    earliest: dict[str, Placed]
    """With as many hands as are wanted."""
    slack_days: dict[str, int]
    """Whole working days by which it may begin later without the end moving, with as many hands as are wanted."""
    by_one_crew: dict[str, Placed]
    """One task after the other."""

    @property
    def critical(self) -> list[str]:
        """What the end hangs on, however many hands there are: the last task, what that waited for, and so on back to
        one that waited for none."""
        if not self.earliest:
            return []
        path = [max(self.earliest, key=lambda key: (self.earliest[key].ends_h, self.earliest[key].last_day))]
        while (before := self.earliest[path[-1]].held_by) is not None:
            path.append(before)
        return path[::-1]


def network(steps: Sequence[Step], days: WorkingDays, hours_day: float) -> Network:
    """Place every task.

    Parameters
    ----------
    steps : sequence of Step
        In the order in which they are read, which decides between those that could begin at the same time.
    days : WorkingDays
        On which the work falls.
    hours_day : float
        Above 0, to 24. [h]

    Returns
    -------
    Network

    Raises
    ------
    InputError
        If tasks wait for each other in a circle, or for one that is not there.

    Examples
    --------
    >>> week = WorkingDays(dt.date(2024, 3, 1), off=(5, 6))
    >>> steps = [Step("pour", 8), Step("set", 4, (Wait("pour", 7),)), Step("gutters", 4)]
    >>> planned = network(steps, week, 8)
    >>> week.date(planned.by_one_crew["set"].first_day), planned.critical
    (datetime.date(2024, 3, 8), ['pour', 'set'])
    """
    if not 0 < hours_day <= 24:
        raise InputError("hours_day", f"must be above 0 and at most 24, got {hours_day:g}")
    known = {step.key: step for step in steps}
    order = _in_order(steps, known)
    clock = _Clock(days, hours_day)
    earliest: dict[str, Placed] = {}
    for key in order:
        earliest[key] = clock.placed(known[key], *clock.may_begin(known[key], earliest))
    slack = _slack_days(order, known, earliest, clock)
    crewed = _by_one_crew(steps, known, slack, clock)
    keys = [step.key for step in steps]
    return Network(
        earliest={key: earliest[key] for key in keys},
        slack_days={key: slack[key] for key in keys},
        by_one_crew={key: crewed[key] for key in keys},
    )


def _in_order(steps: Sequence[Step], known: Mapping[str, Step]) -> list[str]:
    for step in steps:
        for wait in step.after:
            if wait.key not in known:
                raise InputError("after", f"of {step.key} names {wait.key}, which is not there")
    try:
        return list(TopologicalSorter({step.key: [wait.key for wait in step.after] for step in steps}).static_order())
    except CycleError as error:
        circle = " for ".join(reversed(error.args[1]))
        raise InputError("after", f"goes in a circle: {circle}") from error


@dataclass(frozen=True, slots=True)
class _Clock:
    """Hours of work on days of the calendar."""

    days: WorkingDays
    hours_day: float

    def placed(self, step: Step, begins_h: float, held_by: str | None) -> Placed:
        ends_h = begins_h + step.hours
        first = math.floor(begins_h / self.hours_day + _TINY_H)
        last = max(first, math.ceil(ends_h / self.hours_day - _TINY_H) - 1)
        return Placed(begins_h, ends_h, first, last, held_by)

    def may_begin(self, step: Step, placed: Mapping[str, Placed]) -> tuple[float, str | None]:
        """The earliest for what it waits for, and what that is."""
        begins_h, held_by = 0.0, None
        if step.not_before is not None:
            begins_h = self.days.on_or_after(step.not_before) * self.hours_day
        for wait in step.after:
            allowed_h = self._after(placed[wait.key], wait.days)
            if allowed_h > begins_h + _TINY_H or (
                held_by is None and allowed_h > begins_h - _TINY_H and allowed_h > 0
            ):
                begins_h, held_by = max(begins_h, allowed_h), wait.key
        return begins_h, held_by

    def _after(self, before: Placed, wait_days: int) -> float:
        if wait_days == 0:
            return before.ends_h
        ended = self.days.date(before.last_day)
        return self.days.on_or_after(ended + dt.timedelta(days=wait_days)) * self.hours_day

    def latest_day(self, begins_on: int, wait_days: int) -> int:
        """The last working day on which something may end so that what waits for it can begin on that day."""
        if wait_days == 0:
            return begins_on
        return self.days.on_or_before(self.days.date(begins_on) - dt.timedelta(days=wait_days))


def _slack_days(
    order: Sequence[str], known: Mapping[str, Step], earliest: Mapping[str, Placed], clock: _Clock
) -> dict[str, int]:
    """The backward pass: from the last day of all, how late each may begin."""
    followers: dict[str, list[tuple[str, int]]] = {key: [] for key in order}
    for step in known.values():
        for wait in step.after:
            followers[wait.key].append((step.key, wait.days))
    end = max((each.last_day for each in earliest.values()), default=0)
    latest_h: dict[str, float] = {}
    slack: dict[str, int] = {}
    for key in reversed(order):
        must_end_h = (end + 1) * clock.hours_day
        for follower, wait_days in followers[key]:
            begins_h = latest_h[follower]
            if wait_days == 0:
                must_end_h = min(must_end_h, begins_h)
            else:
                day = math.floor(begins_h / clock.hours_day + _TINY_H)
                must_end_h = min(must_end_h, (clock.latest_day(day, wait_days) + 1) * clock.hours_day)
        latest_h[key] = must_end_h - known[key].hours
        slack[key] = max(0, math.floor((latest_h[key] - earliest[key].begins_h) / clock.hours_day + _TINY_H))
    return slack


def _by_one_crew(
    steps: Sequence[Step], known: Mapping[str, Step], slack: Mapping[str, int], clock: _Clock
) -> dict[str, Placed]:
    """Of all that could be next, what can begin first; then what is to be done at once; then what leaves the least
    time; then what is read first."""
    placed: dict[str, Placed] = {}
    free_h = 0.0
    read_at = {step.key: number for number, step in enumerate(steps)}
    waits = {step.key: {wait.key for wait in step.after} for step in steps}
    followers: dict[str, list[str]] = {step.key: [] for step in steps}
    for key, before in waits.items():
        for each in before:
            followers[each].append(key)
    # Once all that it waits for is placed, the moment from which a task may begin stays the same.
    may = {key: clock.may_begin(known[key], placed) for key, before in waits.items() if not before}
    while may:
        begin = {key: at if known[key].hours == 0 else max(free_h, at) for key, (at, _) in may.items()}
        key = min(may, key=lambda each: (begin[each], not known[each].at_once, slack[each], read_at[each]))
        may_h, waited_for = may.pop(key)
        placed[key] = clock.placed(known[key], begin[key], waited_for if begin[key] <= may_h + _TINY_H else None)
        if known[key].hours > 0:
            free_h = placed[key].ends_h
        for each in followers[key]:
            waits[each].discard(key)
            if not waits[each]:
                may[each] = clock.may_begin(known[each], placed)
    return placed
