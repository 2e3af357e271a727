"""The tasks of a build with their days, and how each stands by what was written down."""

import datetime as dt
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from pydantic import BaseModel

from lean_year.core.build.judging import HoldPoint
from lean_year.core.build.network import Network
from lean_year.core.build.working_days import WorkingDays
from lean_year.plan.answer.figure import StationKey
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.build.days import TaskWeather, weather_of
from lean_year.plan.stations.build.order import OrderedTask, WaitPlan, before_the_work
from lean_year.plan.stations.build.points import PointPlan, PointStatus, passes_now, points_of, status_of
from lean_year.property.build import BuildEntry
from lean_year.property.entries import Entry

TaskStatus = Literal["done", "ready", "waits", "stopped", "skipped", "gone"]
"""Written down as done, or passed; what it waits for is done; it is not; a hold point before it did not pass; left
out by hand; asked for no more."""
PASSED = ("passed", "let_pass")


class TaskWhy(BaseModel):
    """One place of the design that asks for a task."""

    stage: StationKey
    text: str


class TaskWait(BaseModel):
    """What a task waits for."""

    key: str
    name: str
    days: int
    """Calendar days after it."""
    why: str
    """What those days are for."""


class TaskPart(BaseModel):
    """One line of the list of parts that a task builds in."""

    key: str
    name: str
    sold: str
    bought: bool


class BuildTask(BaseModel):
    """One task."""

    key: str
    name: str
    stage: StationKey
    """The first that asks for it."""
    work: str
    why: list[TaskWhy]
    details: list[str]
    after: list[str]
    waits: list[TaskWait]
    hours: float
    """On the site, all hands together."""
    hands: int
    """The least on it at once."""
    hold: bool
    day: int
    """Of work, from 1."""
    last_day: int
    on: str | None
    """Its first day; None where no start is entered."""
    until: str | None
    critical: bool
    """Whether the end hangs on it, however many hands there are."""
    slack_days: int
    held_by: str | None
    """Key of what its beginning waited for; None where it was the crew."""
    tools: list[str]
    cautions: list[str]
    licensed: str
    permits: list[str]
    """Of those that hold it up, what is not settled."""
    parts: list[TaskPart]
    weather: TaskWeather | None
    points: list[str]
    status: TaskStatus
    stopped_by: str
    """The hold point before it that did not pass."""
    last: str | None
    """Id of the last entry about it."""
    skipped: str
    note: str
    by_hand: str


@dataclass(frozen=True, eq=False)
class Work:
    """Tasks with their days and how they stand. What its own sheet alone shows is made when it is asked for."""

    rows: list[OrderedTask]
    net: Network
    days: WorkingDays
    asked: list[HoldPoint]
    record: tuple[Entry, ...]
    entered: BuildEntry
    rain: PreparedRain | None
    say: Wording

    @cached_property
    def point_status(self) -> dict[str, PointStatus]:
        """Of each hold point."""
        about: dict[str, list[Entry]] = {}
        for entry in self.record:
            about.setdefault(entry.about, []).append(entry)
        return {point.key: status_of(point, about.get(point.key, ())) for point in self.asked}

    @cached_property
    def points_of(self) -> dict[str, list[HoldPoint]]:
        """The hold points of each task that has any."""
        found: dict[str, list[HoldPoint]] = {}
        for point in self.asked:
            found.setdefault(point.task, []).append(point)
        return found

    @cached_property
    def written(self) -> dict[str, Entry]:
        """The last that was said of each task: that it is done, or was not after all."""
        return {entry.about: entry for entry in self.record if entry.kind in ("done", "not_done")}

    @cached_property
    def is_done(self) -> dict[str, bool]:
        return {row.key: self._done(row) for row in self.rows}

    def _done(self, row: OrderedTask) -> bool:
        if row.skipped or row.by_hand == "gone":
            return True
        if own := self.points_of.get(row.key):
            return all(self.point_status[point.key] in PASSED for point in own)
        written = self.written.get(row.key)
        return written is not None and written.kind == "done"

    @cached_property
    def stopped_by(self) -> dict[str, str]:
        """Of each task the hold point before it that did not pass; empty where there is none."""
        return {
            row.key: next(
                (
                    point.name
                    for wait in row.after
                    for point in self.points_of.get(wait.key, ())
                    if self.point_status[point.key] in ("failed", "disputed")
                ),
                "",
            )
            for row in self.rows
        }

    @cached_property
    def status(self) -> dict[str, TaskStatus]:
        """Of each task."""
        return {row.key: self._status(row) for row in self.rows}

    def _status(self, row: OrderedTask) -> TaskStatus:
        if row.by_hand == "gone":
            return "gone"
        if row.skipped:
            return "skipped"
        if self.is_done[row.key]:
            return "done"
        if self.stopped_by[row.key]:
            return "stopped"
        return "ready" if all(self.is_done[wait.key] for wait in row.after) else "waits"

    def judged(self, entry: Entry) -> Entry:
        """An entry with what the design says of it now: a reading passes, or not; of a point that the design does not
        ask for it says nothing."""
        point = next((each for each in self.asked if each.key == entry.about), None)
        says = None if point is None else passes_now(point, entry)
        return entry.model_copy(update={"passed": says})

    def dates(self, key: str) -> tuple[dt.date, dt.date]:
        """First and last day of a task."""
        at = self.net.by_one_crew[key]
        return self.days.date(at.first_day), self.days.date(at.last_day)

    @cached_property
    def points(self) -> list[PointPlan]:
        return points_of(self.asked, self.record, self.say)

    @cached_property
    def tasks(self) -> list[BuildTask]:
        by_key = {row.key: row for row in self.rows}
        critical = set(self.net.critical)
        return [self._task(row, by_key, row.key in critical) for row in self.rows]

    def _task(self, row: OrderedTask, by_key: dict[str, OrderedTask], critical: bool) -> BuildTask:
        at, kind = self.net.by_one_crew[row.key], row.kind
        dated = self.entered.start_on is not None
        first, last = self.dates(row.key)
        early = before_the_work(row, self.entered)
        written = self.written.get(row.key)
        return BuildTask(
            key=row.key,
            name=row.name,
            stage=row.why[0][0] if row.why else "build",
            work=row.work,
            why=[TaskWhy(stage=stage, text=text) for stage, text in row.why],
            details=row.details,
            after=[wait.key for wait in row.after],
            waits=[_wait(wait, by_key[wait.key]) for wait in row.after],
            hours=0.0 if row.skipped else row.hours,
            hands=row.hands,
            hold=kind is not None and kind.hold,
            day=at.first_day + 1,
            last_day=at.last_day + 1,
            on=(early or first).isoformat() if dated else None,
            until=(early or last).isoformat() if dated else None,
            critical=critical,
            slack_days=self.net.slack_days[row.key],
            held_by=at.held_by,
            tools=[] if kind is None else list(kind.tools),
            cautions=[] if kind is None else list(kind.cautions),
            licensed="" if kind is None else kind.licensed,
            permits=[each.name for each in row.awaited],
            parts=[TaskPart(key=p.key, name=p.name, sold=p.sold, bought=p.bought) for p in row.parts],
            weather=weather_of(kind.weather, first, last, self.rain) if kind is not None and dated else None,
            points=[point.key for point in self.points_of.get(row.key, ())],
            status=self.status[row.key],
            stopped_by=self.stopped_by[row.key],
            last=None if written is None else written.id,
            skipped=row.skipped,
            note=row.note,
            by_hand=row.by_hand,
        )


def _wait(wait: WaitPlan, before: OrderedTask) -> TaskWait:
    then = 0 if before.skipped else before.then_days
    return TaskWait(
        key=wait.key, name=before.name, days=max(wait.days, then), why=wait.why or (before.then if then else "")
    )
