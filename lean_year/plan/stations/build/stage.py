"""Build: the tasks of the design in their order, on their days, and what must be seen before it is covered."""

import datetime as dt

from pydantic import BaseModel, PrivateAttr

from lean_year.core.build import asked
from lean_year.core.build.on_record import OpenHole
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.figure import Finding, StationKey
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.parts_list import PartLine
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.build.days import hole_on_record
from lean_year.plan.stations.build.findings import TaskSaid, build_findings, hole_stands
from lean_year.plan.stations.build.order import (
    ordered_tasks,
    placed,
    too_long,
    waiting_for_goods,
)
from lean_year.plan.stations.build.points import PointGone, PointPlan, outgrown, points_gone, points_of
from lean_year.plan.stations.build.tasks import PASSED, BuildTask, Work
from lean_year.property.build import BuildEntry
from lean_year.property.entries import Entry, SiteRecord

CAUTIONS = [
    "Nothing is covered before it is seen, and nobody works alone on a roof, in a trench or in a hole.",
    "An empty tank in a hole floats, and an empty tank above the ground blows away: water in it, or tied down, "
    "before the crew leaves.",
    "Nobody enters a tank or a chamber: its air can kill.",
    "Power, mains and drains are connected by who is licensed for it; local code comes first.",
]


class BuildPlan(BaseModel):
    """The tasks and hold points are read on their own, as the list of parts is, and worked out then."""

    _work: Work = PrivateAttr()
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
    findings: list[Finding]
    cautions: list[str]

    @property
    def work(self) -> Work:
        """Tasks with their days, and how they stand."""
        return self._work

    @property
    def tasks(self) -> list[BuildTask]:
        """Every task, in the order in which they are read."""
        return self._work.tasks

    @property
    def points(self) -> list[PointPlan]:
        """Every hold point of the design."""
        return self._work.points

    @property
    def points_open(self) -> int:
        """Hold points that have not passed."""
        return sum(status not in PASSED for status in self._work.point_status.values())

    @property
    def hole_open(self) -> tuple[dt.date, dt.date] | None:
        """From the day on which the hole of a tank is dug to that on which it is backfilled; None where no tank is
        buried, or no first day is entered."""
        return _open_days(self._work)

    @property
    def gone(self) -> list[PointGone]:
        """What was judged and is asked for no more."""
        return points_gone(self._work.asked, self._work.record)


def plan_build(model: PropertyModel) -> BuildPlan:
    """What all stations ask to be done."""
    return _plan(
        model.works,
        tuple(model.tasks),
        tuple(model.parts),
        model.task_hours,
        {row.key: row.scale for row in model.work_hours},
        model.document.build,
        model.document.price.hands,
        model.record,
        model.rain,
        model.say,
    )


@cached(16)
def _plan(
    works: tuple[tuple[StationKey, asked.Work], ...],
    present: tuple[str, ...],
    lines: tuple[PartLine, ...],
    task_hours: dict[str, tuple[str, float]],
    scale: dict[str, float],
    entered: BuildEntry,
    hands: int,
    record: SiteRecord,
    rain: PreparedRain | None,
    say: Wording,
) -> BuildPlan:
    rows = ordered_tasks(works, present, lines, task_hours, scale, entered)
    net, days = placed(rows, entered)
    points = [point for _, each in works for point in each.holds if point.task in present]
    work = Work(rows, net, days, points, record.of_build, entered, rain, say)
    hole_open = _open_days(work)
    hole = None if hole_open is None or rain is None else hole_on_record(rain, *hole_open)
    last = max((each.last_day for each in net.by_one_crew.values()), default=0)
    to_do = [row for row in rows if work.status[row.key] not in ("skipped", "gone")]
    dated = entered.start_on is not None
    plan = BuildPlan(
        days=sum(row.hours for row in to_do) / entered.hours_day,
        critical=net.critical,
        starts_on=days.date(0).isoformat() if dated else None,
        ends_on=days.date(last).isoformat() if dated else None,
        last_day=last + 1,
        done=sum(work.status[row.key] == "done" for row in to_do),
        of=len(to_do),
        findings=_findings(work, hands, hole),
        cautions=CAUTIONS,
    )
    plan._work = work
    return plan


def _open_days(work: Work) -> tuple[dt.date, dt.date] | None:
    """See `BuildPlan.hole_open`."""
    if work.entered.start_on is None or not {"dig", "backfill"} <= work.net.by_one_crew.keys():
        return None
    return work.dates("dig")[0], work.dates("backfill")[1]


def _findings(work: Work, hands: int, hole: OpenHole | None) -> list[Finding]:
    status = work.status
    holds = {row.key for row in work.rows if row.kind is not None and row.kind.hold}
    said = [
        TaskSaid(
            key=row.key,
            name=row.name,
            hands=row.hands,
            status=status[row.key],
            by_hand=row.by_hand,
            skipped=row.skipped,
            hold=row.key in holds,
            after_hold=[wait.key for wait in row.after if wait.key in holds],
        )
        for row in work.rows
    ]
    floats = [point.key for point in work.points_of.get("ballast", ())]
    faulty = [point for point in work.asked if work.point_status[point.key] in ("failed", "disputed")]
    about: dict[str, list[Entry]] = {}
    for entry in work.record:
        about.setdefault(entry.about, []).append(entry)
    return build_findings(
        said,
        points_of(faulty, work.record, work.say),
        outgrown=[point.name for point in work.asked if outgrown(point, about.get(point.key, ()))],
        unseen={point.task: point.name for point in work.asked if work.point_status[point.key] not in PASSED},
        floats=[point.name for point in work.points_of.get("ballast", ())]
        if any(work.point_status[key] not in PASSED for key in floats)
        else [],
        hands=hands,
        hole=hole,
        stands=hole_stands({key for key, each in status.items() if each == "done"}),
        waiting=waiting_for_goods(work.rows, work.net, work.days, work.entered),
        too_long=too_long(work.rows, work.entered),
        say=work.say,
    )


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
