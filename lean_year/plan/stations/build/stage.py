"""Build: the tasks of the design in their order, on their days, and what must be seen before it is covered."""

import datetime as dt
from collections.abc import Sequence
from typing import Literal

from pydantic import BaseModel, Field

from lean_year.core.build.asked import Work
from lean_year.core.build.network import Network
from lean_year.core.build.on_record import OpenHole
from lean_year.core.build.working_days import WorkingDays
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.figure import Finding, StationKey
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.parts_list import PartLine
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.build.days import TaskWeather, hole_on_record, open_days, weather_of
from lean_year.plan.stations.build.findings import Waiting, build_findings
from lean_year.plan.stations.build.order import OrderedTask, ordered_tasks, placed, waiting_for_goods
from lean_year.plan.stations.build.points import PointGone, PointPlan, points_gone, points_of
from lean_year.property.build import BuildEntry
from lean_year.property.entries import Entry, SiteRecord

TaskStatus = Literal["done", "ready", "waits", "stopped", "skipped", "gone"]
"""Written down as done, or passed; what it waits for is done; it is not; a hold point before it did not pass; left
out by hand; asked for no more."""
CAUTIONS = [
    "Nothing is covered before it is seen, and nobody works alone on a roof, in a trench or in a hole.",
    "An empty tank in a hole floats, and an empty tank above the ground blows away: water in it, or tied down, "
    "before the crew leaves.",
    "Nobody enters a tank or a chamber: its air can kill.",
    "Power, mains and drains are connected by who is licensed for it; local code comes first.",
]


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


class BuildPlan(BaseModel):
    """The tasks are read on their own, as the list of parts is."""

    tasks: list[BuildTask] = Field(exclude=True)
    points: list[PointPlan] = Field(exclude=True)
    gone: list[PointGone] = Field(exclude=True)
    """What was judged and is asked for no more."""
    days: float
    """Of work on the site."""
    critical: list[str]
    starts_on: str | None
    ends_on: str | None
    last_day: int
    """Working days from the first to the last."""
    done: int
    of: int
    """Tasks that are done, of those that are to be done."""
    points_open: int
    open_from: str | None
    """The hole of a buried tank stands open from then."""
    open_until: str | None
    findings: list[Finding]
    cautions: list[str]


def plan_build(model: PropertyModel) -> BuildPlan:
    """What all stations ask to be done."""
    return _plan(
        model.works,
        tuple(model.tasks),
        tuple(model.parts),
        model.task_hours,
        {row.key: row.scale for row in model.work_hours},
        model.document.build.model_dump_json(),
        model.document.build,
        model.document.price.hands,
        model.record,
        model.rain,
        model.say,
    )


@cached(16)
def _plan(
    works: tuple[tuple[StationKey, Work], ...],
    present: tuple[str, ...],
    lines: tuple[PartLine, ...],
    task_hours: dict[str, tuple[str, float]],
    scale: dict[str, float],
    _key: str,
    entered: BuildEntry,
    hands: int,
    record: SiteRecord,
    rain: PreparedRain | None,
    say: Wording,
) -> BuildPlan:
    rows = ordered_tasks(works, present, lines, task_hours, scale, entered)
    net, days = placed(rows, entered)
    asked = [point for _, work in works for point in work.holds if point.task in present]
    points = points_of(asked, record.entries, say)
    dates = {key: (days.date(each.first_day), days.date(each.last_day)) for key, each in net.by_one_crew.items()}
    tasks = _tasks(rows, net, days, points, record.entries, entered, rain)
    open_from_to = open_days(dates) if entered.start_on is not None else None
    hole = None if open_from_to is None or rain is None else hole_on_record(rain, *open_from_to)
    last = max((each.last_day for each in net.by_one_crew.values()), default=0)
    to_do = [task for task in tasks if task.status not in ("skipped", "gone")]
    return BuildPlan(
        tasks=tasks,
        points=points,
        gone=points_gone(asked, record.entries),
        days=sum(task.hours for task in to_do) / entered.hours_day,
        critical=[key for key in net.critical if any(task.key == key for task in to_do)],
        starts_on=None if entered.start_on is None else days.date(0).isoformat(),
        ends_on=None if entered.start_on is None else days.date(last).isoformat(),
        last_day=last + 1,
        done=sum(task.status == "done" for task in to_do),
        of=len(to_do),
        points_open=sum(point.status in ("open", "failed", "disputed") for point in points),
        open_from=None if open_from_to is None else open_from_to[0].isoformat(),
        open_until=None if open_from_to is None else open_from_to[1].isoformat(),
        findings=_findings(tasks, points, hands, hole, waiting_for_goods(rows, net, days, entered), say),
        cautions=CAUTIONS,
    )


def _findings(
    tasks: Sequence[BuildTask],
    points: Sequence[PointPlan],
    hands: int,
    hole: OpenHole | None,
    waiting: Waiting | None,
    say: Wording,
) -> list[Finding]:
    status = {task.key: task.status for task in tasks}
    hole_open = status.get("dig") == "done" and status.get("backfill") != "done"
    floats = [point for point in points if point.task == "ballast"]
    return build_findings(
        [_Said(task, tasks) for task in tasks], points, hands, hole, floats, hole_open, waiting, say
    )


class _Said:
    """A task with the hold points that it waits for."""

    def __init__(self, task: BuildTask, tasks: Sequence[BuildTask]) -> None:
        holds = {each.key for each in tasks if each.hold}
        self.key, self.name, self.hands = task.key, task.name, task.hands
        self.status: str = task.status
        self.by_hand, self.skipped, self.hold = task.by_hand, task.skipped, task.hold
        self.after_hold = [key for key in task.after if key in holds]


def _tasks(
    rows: Sequence[OrderedTask],
    net: Network,
    days: WorkingDays,
    points: Sequence[PointPlan],
    record: Sequence[Entry],
    entered: BuildEntry,
    rain: PreparedRain | None,
) -> list[BuildTask]:
    by_key = {row.key: row for row in rows}
    critical = set(net.critical)
    of_task: dict[str, list[PointPlan]] = {}
    for point in points:
        of_task.setdefault(point.task, []).append(point)
    written = {entry.about: entry for entry in record if entry.kind in ("done", "not_done")}
    done = {row.key: _is_done(row, of_task.get(row.key, []), written.get(row.key)) for row in rows}
    tasks = []
    for row in rows:
        at = net.by_one_crew[row.key]
        first, last = days.date(at.first_day), days.date(at.last_day)
        kind = row.kind
        stopped_by = next(
            (point.name for wait in row.after for point in of_task.get(wait.key, []) if _stops(point)), ""
        )
        dated = entered.start_on is not None
        tasks.append(
            BuildTask(
                key=row.key,
                name=row.name,
                stage=row.why[0][0] if row.why else "build",
                work=row.work,
                why=[TaskWhy(stage=stage, text=text) for stage, text in row.why],
                details=row.details,
                after=[wait.key for wait in row.after],
                waits=[_wait(wait.key, wait.days, wait.why, by_key) for wait in row.after],
                hours=0.0 if row.skipped else row.hours,
                hands=row.hands,
                hold=kind is not None and kind.hold,
                day=at.first_day + 1,
                last_day=at.last_day + 1,
                on=first.isoformat() if dated else None,
                until=last.isoformat() if dated else None,
                critical=row.key in critical,
                slack_days=net.slack_days[row.key],
                held_by=at.held_by,
                tools=[] if kind is None else list(kind.tools),
                cautions=[] if kind is None else list(kind.cautions),
                licensed="" if kind is None else kind.licensed,
                permits=[each.name for each in row.awaited],
                parts=[TaskPart(key=p.key, name=p.name, sold=p.sold, bought=p.bought) for p in row.parts],
                weather=weather_of(kind.weather, first, last, rain) if kind is not None and dated else None,
                points=[point.key for point in of_task.get(row.key, [])],
                status=_status(row, done, stopped_by),
                stopped_by=stopped_by,
                last=written[row.key].id if row.key in written else None,
                skipped=row.skipped,
                note=row.note,
                by_hand=row.by_hand,
            )
        )
    return tasks


def _wait(key: str, days: int, why: str, by_key: dict[str, OrderedTask]) -> TaskWait:
    before = by_key[key]
    then = 0 if before.skipped else before.then_days
    return TaskWait(key=key, name=before.name, days=max(days, then), why=why or (before.then if then else ""))


def _stops(point: PointPlan) -> bool:
    return point.status in ("failed", "disputed")


def _is_done(row: OrderedTask, points: Sequence[PointPlan], written: Entry | None) -> bool:
    if row.skipped or row.by_hand == "gone":
        return True
    if points:
        return all(point.status in ("passed", "let_pass") for point in points)
    return written is not None and written.kind == "done"


def _status(row: OrderedTask, done: dict[str, bool], stopped_by: str) -> TaskStatus:
    if row.by_hand == "gone":
        return "gone"
    if row.skipped:
        return "skipped"
    if done[row.key]:
        return "done"
    if stopped_by:
        return "stopped"
    return "ready" if all(done[wait.key] for wait in row.after) else "waits"


def _headline(_model: PropertyModel, plan: BuildPlan) -> str:
    if plan.of and plan.done == plan.of:
        return "handed over"
    if plan.done:
        return f"{plan.done} of {plan.of} done"
    days = several(plan.last_day, "day")
    if plan.starts_on is None:
        return f"{days}, no date"
    first = dt.date.fromisoformat(plan.starts_on)
    return f"{days} from {first.day} {first:%b}"


STATION = Station(
    key="build",
    name="Build",
    job_step=14,
    entries=("/build",),
    answer=BuildPlan,
    plan=plan_build,
    headline=_headline,
    undecided=lambda model, plan: model.document.build.start_on is None or plan.done < plan.of,
    closes=True,
)
