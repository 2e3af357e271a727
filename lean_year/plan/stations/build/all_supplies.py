"""The work on all supplies of a property by one crew: one order, one delivery of each kind of goods, and the tasks of
each supply."""

from collections.abc import Sequence
from dataclasses import replace

from pydantic import BaseModel

from lean_year.core.build.network import Network
from lean_year.core.build.working_days import WorkingDays
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.work_of_all import work_of_all
from lean_year.plan.stations.build.order import OrderedTask, WaitPlan, before_the_work, ordered_tasks, placed
from lean_year.plan.stations.build.tasks import PASSED, TaskStatus, Work
from lean_year.property.build import BuildEntry

_LEAST_FIRST: tuple[TaskStatus, ...] = ("stopped", "ready", "waits", "done", "skipped", "gone")
"""How far a task is, as far as it is done for all."""


class TaskOfAll(BaseModel):
    """One task among those of all supplies."""

    key: str
    name: str
    supply: str | None
    """Id of the supply; None where it is the property's: the order, what is delivered, what was added by hand."""
    hours: float
    """On the site, all hands together."""
    hold: bool
    """Whether something must be seen before work goes on."""
    day: int
    """Of work on the property, from 1."""
    last_day: int
    on: str | None
    """Its first day; None where no start is entered."""
    until: str | None
    status: TaskStatus


class SupplyBuilt(BaseModel):
    """How far one of the supplies is."""

    id: str
    name: str
    days: float
    """Of work on the site."""
    done: int
    of: int
    points_passed: int
    points: int
    """Hold points."""


class BuiltForAll(BaseModel):
    """What is to be done for all supplies, in the order of the days."""

    days: float
    """Of work on the site."""
    last_day: int
    """Working days from the first to the last."""
    starts_on: str | None
    ends_on: str | None
    supplies: list[SupplyBuilt]
    tasks: list[TaskOfAll]


def built_for_all(models: Sequence[PropertyModel], works: Sequence[Work]) -> BuiltForAll:
    """All supplies together, each of which is planned: `works` are theirs, in the same order.

    The calendar, and what was changed and added by hand, are the property's. A delivery waits for the slowest thing
    that any of them asks for.
    """
    entered = models[0].document.build
    scale = {row.key: row.scale for row in work_of_all(models)}
    status: dict[str, list[TaskStatus]] = {}
    supply_of: dict[str, str | None] = {}
    rows: dict[str, OrderedTask] = {}
    for model, work in zip(models, works, strict=True):
        supply = model.document.supply.id
        own = ordered_tasks(model.works, tuple(model.tasks), tuple(model.parts), model.task_hours, scale, entered)
        shared = {row.key for row in own if _is_shared(row)}
        for row in own:
            if row.by_hand == "gone":  # another supply may ask for it; where none does, its own sheet says so
                continue
            named = _named(row, supply, shared)
            rows[named.key] = _joined(rows[named.key], named) if named.key in rows else named
            supply_of[named.key] = None if row.key in shared else supply
            status.setdefault(named.key, []).append(work.status[row.key])
    net, days = placed(list(rows.values()), entered)
    last = max((each.last_day for each in net.by_one_crew.values()), default=0)
    dated = entered.start_on is not None
    tasks = [
        _task(row, supply_of[key], _status_of(row, status[key]), net, days, entered) for key, row in rows.items()
    ]
    tasks.sort(key=lambda task: (task.on or "", net.by_one_crew[task.key].begins_h))
    return BuiltForAll(
        days=sum(task.hours for task in tasks) / entered.hours_day,
        last_day=last + 1,
        starts_on=days.date(0).isoformat() if dated else None,
        ends_on=days.date(last).isoformat() if dated else None,
        supplies=[_how_far(model, work, tasks, entered) for model, work in zip(models, works, strict=True)],
        tasks=tasks,
    )


def _is_shared(row: OrderedTask) -> bool:
    return row.key == "order" or bool(row.delivers) or row.by_hand == "added"


def _named(row: OrderedTask, supply: str, shared: set[str]) -> OrderedTask:
    """The same under a key of its own among those of all supplies."""

    def key_of(key: str) -> str:
        return key if key in shared else f"{supply} {key}"

    after = [wait._replace(key=key_of(wait.key)) for wait in row.after]
    return replace(row, key=key_of(row.key), after=after)


def _joined(one: OrderedTask, other: OrderedTask) -> OrderedTask:
    """What two supplies ask for together: one order, one delivery, one task that somebody added."""
    slowest = max(one, other, key=lambda row: row.lead_days)
    after: dict[tuple[str, int], WaitPlan] = {(wait.key, wait.days): wait for wait in (*one.after, *other.after)}
    return replace(
        slowest,
        hours=one.hours if one.by_hand == "added" else one.hours + other.hours,
        after=list(after.values()),
        awaited=list(dict.fromkeys([*one.awaited, *other.awaited])),
    )


def _status_of(row: OrderedTask, each: Sequence[TaskStatus]) -> TaskStatus:
    """As far as the least of those that ask for it; what somebody added is done once."""
    if row.by_hand == "added" and "done" in each:
        return "done"
    return min(each, key=_LEAST_FIRST.index)


def _task(
    row: OrderedTask,
    supply: str | None,
    status: TaskStatus,
    net: Network,
    days: WorkingDays,
    entered: BuildEntry,
) -> TaskOfAll:
    at, dated = net.by_one_crew[row.key], entered.start_on is not None
    early = before_the_work(row, entered)
    first, last = early or days.date(at.first_day), early or days.date(at.last_day)
    return TaskOfAll(
        key=row.key,
        name=row.name,
        supply=supply,
        hours=0.0 if row.skipped else row.hours,
        hold=row.kind is not None and row.kind.hold,
        day=at.first_day + 1,
        last_day=at.last_day + 1,
        on=first.isoformat() if dated else None,
        until=last.isoformat() if dated else None,
        status=status,
    )


def _how_far(model: PropertyModel, work: Work, tasks: Sequence[TaskOfAll], entered: BuildEntry) -> SupplyBuilt:
    own = [task for task in tasks if task.supply == model.document.supply.id and task.status != "skipped"]
    points = work.point_status
    return SupplyBuilt(
        id=model.document.supply.id,
        name=model.document.supply.name,
        days=sum(task.hours for task in own) / entered.hours_day,
        done=sum(task.status == "done" for task in own),
        of=len(own),
        points_passed=sum(each in PASSED for each in points.values()),
        points=len(points),
    )
