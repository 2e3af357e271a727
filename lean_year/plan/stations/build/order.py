"""Tasks of a design as a network: what the stations ask for, the deliveries and permits that hold them up, and what a
person changed."""

import datetime as dt
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import NamedTuple

from lean_year.core.build.asked import PermitAwaited, TaskAsk, Work
from lean_year.core.build.catalogue import TASKS, TaskKind, waits_for
from lean_year.core.build.network import Network, Step, Wait, network
from lean_year.core.build.tolerances import LONGEST_DAYS, SHORT_WAIT_DAYS
from lean_year.core.build.working_days import WorkingDays
from lean_year.core.errors import InputError
from lean_year.plan.answer.figure import StationKey
from lean_year.plan.model.labour import added_key, task_of
from lean_year.plan.model.parts_list import GROUP_NAMES, PartLine
from lean_year.plan.stations.build.findings import Waiting
from lean_year.property.build import BuildEntry, ChangedTask

NO_DATE = dt.date(2001, 1, 1)
"""A Monday, from which days are counted where no start is entered."""
WEEKDAYS = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
_AS_ASKED = ChangedTask()


class WaitPlan(NamedTuple):
    """What a task waits for."""

    key: str
    days: int
    why: str
    """What those days are for; empty where there are none."""


@dataclass(slots=True)
class OrderedTask:
    """One task before it has its days."""

    key: str
    name: str
    work: str
    hours: float
    """On the site. [h]"""
    hands: int
    kind: TaskKind | None
    """None of a delivery, and of what somebody added."""
    why: list[tuple[StationKey, str]]
    details: list[str]
    after: list[WaitPlan]
    then_days: int = 0
    then: str = ""
    not_before: dt.date | None = None
    skipped: str = ""
    note: str = ""
    by_hand: str = "no"
    """`no`, `changed`, `added`, or `gone` where the design asks for it no more."""
    parts: list[PartLine] = field(default_factory=list)
    awaited: list[PermitAwaited] = field(default_factory=list)
    delivers: str = ""
    """The group that a delivery brings."""
    lead_days: int = 0


def ordered_tasks(
    works: Sequence[tuple[StationKey, Work]],
    present: Sequence[str],
    lines: Sequence[PartLine],
    by_task: Mapping[str, tuple[str, float]],
    scale: Mapping[str, float],
    entered: BuildEntry,
) -> list[OrderedTask]:
    """All tasks, in the order in which they are read: those of the design, deliveries before what waits for them, and
    what somebody added.

    Raises
    ------
    InputError
        If an added or changed task names one that is not there.
    """
    bought = [line for line in lines if line.quantity > 0]
    of_task: dict[str, list[PartLine]] = {key: [] for key in present}
    for line in bought:
        task = task_of(line.kind, line.work, present)
        if task is not None:
            of_task[task].append(line)
    on_site = {key: each * scale.get(work, 1.0) for key, (work, each) in by_task.items()}
    permits = {each.key: each for _, work in works for each in work.permits}
    deliveries = _deliveries(bought, present, entered)
    asks: dict[str, list[tuple[StationKey, TaskAsk]]] = {key: [] for key in present}
    for station, work in works:
        for ask in work.tasks:
            asks[ask.kind].append((station, ask))
    after = _after(tuple(present))
    rows: list[OrderedTask] = []
    for key in present:
        rows.append(_asked(key, asks[key], after[key], of_task[key], on_site.get(key, 0.0), permits))
        if key == "order":
            rows += deliveries
    _wait_for_deliveries(rows, deliveries)
    _change(rows, entered, on_site)
    return rows


@lru_cache(64)
def _after(present: tuple[str, ...]) -> dict[str, list[str]]:
    """What each task waits for. Shared, and not to be changed."""
    return {key: waits_for(key, present) for key in present}


def _asked(
    key: str,
    asks: Sequence[tuple[StationKey, TaskAsk]],
    after: Sequence[str],
    parts: list[PartLine],
    hours: float,
    permits: Mapping[str, PermitAwaited],
) -> OrderedTask:
    kind = TASKS[key]
    own_days = [ask.then_days for _, ask in asks if ask.then_days is not None]
    return OrderedTask(
        key=key,
        name=kind.name,
        work=kind.work,
        hours=hours,
        hands=kind.hands,
        kind=kind,
        why=list(dict.fromkeys((station, ask.why) for station, ask in asks)),
        details=list(dict.fromkeys(detail for _, ask in asks for detail in ask.details)),
        after=[WaitPlan(each, 0, "") for each in after],
        then_days=max(own_days) if len(own_days) == len(asks) and own_days else kind.then_days,
        then=kind.then,
        parts=parts,
        awaited=[permits[each] for each in kind.permits if each in permits],
    )


def _deliveries(lines: Sequence[PartLine], present: Sequence[str], entered: BuildEntry) -> list[OrderedTask]:
    """One for each place where things are bought, by the slowest of what is bought there."""
    if "order" not in present:
        return []
    rows = []
    for group in GROUP_NAMES:
        of_group = [line for line in lines if line.group == group.key]
        if not of_group:
            continue
        slowest = max(of_group, key=lambda line: line.lead_days or 0)
        days = slowest.lead_days or 0
        known = any(line.lead_days is not None for line in of_group)
        why = f"{slowest.name} takes longest" if days else "it is there at once" if known else ""
        rows.append(
            OrderedTask(
                key=f"deliver-{group.key}",
                name=f"Delivery: {group.name}",
                work="ground",
                hours=0.0,
                hands=0,
                kind=None,
                why=[("price", why or "the price book does not say how long it takes")],
                details=[],
                after=[WaitPlan("order", 0 if entered.order_on else days, why if days else "")],
                delivers=group.key,
                lead_days=days,
            )
        )
    return rows


def _wait_for_deliveries(rows: Sequence[OrderedTask], deliveries: Sequence[OrderedTask]) -> None:
    by_group = {each.delivers: each.key for each in deliveries}
    for row in rows:
        if row.kind is not None:
            own = [line.group for line in row.parts] if row.kind.deliveries else []
            groups = dict.fromkeys([*row.kind.waits_for_goods, *own])
            row.after += [WaitPlan(by_group[group], 0, "") for group in groups if group in by_group]


def _change(rows: list[OrderedTask], entered: BuildEntry, on_site: Mapping[str, float]) -> None:
    """Write in what a person changed and added; what the design asks for no more is kept, and waits for nothing."""
    by_key = {row.key: row for row in rows}
    for key, changed in entered.changed.items():
        if key not in by_key:
            by_key[key] = OrderedTask(
                key=key, name=changed.name or (TASKS[key].name if key in TASKS else key), work="hand_over", hours=0.0,
                hands=0, kind=None, why=[], details=[], after=[], skipped=changed.skipped, note=changed.note,
                by_hand="gone",
            )  # fmt: skip
            rows.append(by_key[key])
            continue
        row = by_key[key]
        row.name = changed.name or row.name
        row.not_before = None if changed.not_before is None else dt.date.fromisoformat(changed.not_before)
        row.skipped, row.note = changed.skipped, changed.note
        row.by_hand = "no" if changed == _AS_ASKED.model_copy(update={"note": changed.note}) else "changed"
    for each in entered.added:
        key = added_key(each.id)
        by_key[key] = OrderedTask(
            key=key, name=each.name, work=each.work, hours=on_site[key], hands=1, kind=None,
            why=[("build", "Added by hand")], details=[], after=[], note=each.note, by_hand="added",
            not_before=None if each.not_before is None else dt.date.fromisoformat(each.not_before),
        )  # fmt: skip
        rows.append(by_key[key])
    for key, changed in entered.changed.items():
        by_key[key].after += [WaitPlan(each, 0, "") for each in changed.after if each in by_key]
    for each in entered.added:
        by_key[added_key(each.id)].after += [WaitPlan(key, 0, "") for key in each.after if key in by_key]
        for key in each.before:
            if key in by_key:
                by_key[key].after.append(WaitPlan(added_key(each.id), 0, ""))


def placed(rows: Sequence[OrderedTask], entered: BuildEntry) -> tuple[Network, WorkingDays]:
    """The days of every task. What is skipped takes no time and still stands in its place.

    Raises
    ------
    InputError
        If tasks wait for each other in a circle.
    """
    start = NO_DATE if entered.start_on is None else dt.date.fromisoformat(entered.start_on)
    days = WorkingDays(
        first=start,
        off=tuple(WEEKDAYS.index(day) for day in entered.days_off),
        closed=tuple(sorted(dt.date.fromisoformat(each) for each in entered.closed)),
    )
    by_key = {row.key: row for row in rows}
    shortened = _shortened(rows, entered)
    steps = [
        Step(
            row.key,
            0.0 if row.skipped or (row.key == "order" and entered.order_on) else row.hours * shortened,
            tuple(Wait(each.key, max(each.days, _then_days(by_key[each.key]))) for each in row.after),
            None if entered.start_on is None else _not_before(row, entered),
            row.kind is not None and row.kind.hold,
        )
        for row in rows
    ]
    try:
        return _network(tuple(steps), days, entered.hours_day), days
    except InputError as error:
        raise error.of(f"build.{error.field}") from error


def too_long(rows: Sequence[OrderedTask], entered: BuildEntry) -> bool:
    """Whether one crew would be at it for longer than anybody plans for."""
    return _shortened(rows, entered) < 1


def _shortened(rows: Sequence[OrderedTask], entered: BuildEntry) -> float:
    """What hours are multiplied by, so that the days of a plan stay within what a calendar has."""
    days = sum(row.hours for row in rows) / entered.hours_day
    return min(1.0, LONGEST_DAYS / days) if days > 0 else 1.0


@lru_cache(32)
def _network(steps: tuple[Step, ...], days: WorkingDays, hours_day: float) -> Network:
    """Held: most edits move no hours. Shared, and not to be changed."""
    return network(steps, days, hours_day)


def _then_days(row: OrderedTask) -> int:
    return 0 if row.skipped else row.then_days


def _not_before(row: OrderedTask, entered: BuildEntry) -> dt.date | None:
    dates = [each.may_come_on for each in row.awaited if each.may_come_on is not None]
    if row.delivers and entered.order_on is not None:
        dates.append(dt.date.fromisoformat(entered.order_on) + dt.timedelta(days=row.lead_days))
    return max([*dates, *([row.not_before] if row.not_before else [])], default=None)


def waiting_for_goods(
    rows: Sequence[OrderedTask], net: Network, days: WorkingDays, entered: BuildEntry
) -> Waiting | None:
    """The longest time for which the crew stands still because something has not come."""
    if entered.start_on is None:
        return None
    deliveries = {row.key: row for row in rows if row.delivers}
    at = net.by_one_crew
    working = sorted((at[row.key].begins_h, at[row.key].ends_h, row.key) for row in rows if row.hours > 0)
    longest, found = 0, None
    free = 0
    for begins_h, ends_h, key in working:
        idle = math.floor(begins_h / entered.hours_day) - free
        held_by = at[key].held_by
        if idle > max(longest, SHORT_WAIT_DAYS) and held_by in deliveries:
            longest, found = idle, deliveries[held_by]
        free = max(free, math.ceil(ends_h / entered.hours_day))
    if found is None:
        return None
    slowest = max(row.lead_days for row in deliveries.values())
    return Waiting(
        delivery=found.name.removeprefix("Delivery: ").lower(),
        comes_on=days.date(at[found.key].first_day),
        days=longest,
        order_on=dt.date.fromisoformat(entered.start_on) - dt.timedelta(days=slowest),
    )


def before_the_work(row: OrderedTask, entered: BuildEntry) -> dt.date | None:
    """The day of what is ordered, or comes, before the first day on the site; None of all else."""
    if entered.order_on is None or entered.start_on is None or not (row.delivers or row.key == "order"):
        return None
    day = dt.date.fromisoformat(entered.order_on) + dt.timedelta(days=row.lead_days)
    return day if day < dt.date.fromisoformat(entered.start_on) else None
