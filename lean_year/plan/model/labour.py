"""The hours of each task and of each kind of work: by the tasks and by the parts, until somebody has their own."""

from collections.abc import Iterable, Sequence

from pydantic import BaseModel

from lean_year.core.build.catalogue import TASK_OF_PART, TASKS
from lean_year.core.parts.catalogue import KINDS, WORKS
from lean_year.core.price.usual import DAY_H
from lean_year.plan.model.parts_list import PartLine
from lean_year.property.build import BuildEntry
from lean_year.property.price import PriceEntry


class WorkHours(BaseModel):
    """One kind of work."""

    key: str
    name: str
    hours: float
    """On the site, all hands together."""
    by_parts_h: float
    """The same by its tasks and the parts that they build in."""
    entered: bool

    @property
    def scale(self) -> float:
        """What the hours of its tasks are multiplied by, so that they come to what was entered."""
        return self.hours / self.by_parts_h if self.by_parts_h > 0 else 1.0


def added_key(each: str) -> str:
    """Key of a task that somebody added, among the others.

    >>> added_key("1")
    'own-1'
    """
    return f"own-{each}"


def task_of(kind: str, work: str, tasks: Sequence[str]) -> str | None:
    """The task that builds a part in; where it is not there, the first of the same work, or the first of all."""
    own = TASK_OF_PART.get(kind)
    if own in tasks:
        return own
    alike = (key for key in tasks if TASKS[key].work == work and TASKS[key].takes)
    return next(alike, tasks[0] if tasks else None)


def task_hours(
    lines: Iterable[PartLine], tasks: Sequence[str], build: BuildEntry, hands: int
) -> dict[str, tuple[str, float]]:
    """The work of each task, and its hours on the site: its own, and those of the parts that it builds in, or as
    somebody has them. What is left out of the list is not built in, and what is skipped is not done. [h]"""
    done = [key for key in tasks if not (key in build.changed and build.changed[key].skipped)]
    hours = {key: TASKS[key].hours / hands for key in done}
    for line in lines:
        kind = KINDS.get(line.kind)
        if kind is None or line.quantity <= 0 or kind.hours <= 0:
            continue
        task = task_of(line.kind, line.work, done)
        if task is not None:
            hours[task] += kind.hours * line.asked / hands
    for key in done:
        own = build.changed[key].hours if key in build.changed else None
        if own is not None:
            hours[key] = own
    by_task = {key: (TASKS[key].work, each) for key, each in hours.items()}
    return by_task | {added_key(each.id): (each.work, each.hours) for each in build.added}


def work_hours(by_task: dict[str, tuple[str, float]], entered: PriceEntry) -> list[WorkHours]:
    """Every work that a task is of."""
    by_work: dict[str, float] = {}
    for work, hours in by_task.values():
        by_work[work] = by_work.get(work, 0.0) + hours
    rows = []
    for key, name in WORKS.items():
        own = entered.hours.get(key)  # type: ignore[call-overload]  # the works are its keys
        by_parts = by_work.get(key, 0.0)
        if own is not None or by_parts > 0:
            hours = by_parts if own is None else own
            rows.append(WorkHours(key=key, name=name, hours=hours, by_parts_h=by_parts, entered=own is not None))
    return rows


def days_of(rows: Sequence[WorkHours]) -> float:
    """Days of work on the site. [d]"""
    return sum(row.hours for row in rows) / DAY_H
