"""What is to be said of the order of the work, and of what was seen on it."""

import datetime as dt
from collections.abc import Container, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from lean_year.core.build.on_record import HEAVY_MM, OpenHole
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.wording import Wording, day, first_few, several
from lean_year.plan.stations.build.points import PointPlan

HoleStands = Literal["closed", "open", "with_tank"]


def hole_stands(done: Container[str]) -> HoleStands:
    """How the hole of a buried tank stands, by the tasks that are done."""
    if "dig" not in done or "backfill" in done:
        return "closed"
    return "with_tank" if "set-tanks" in done else "open"


"""Of a hole: not dug, or filled again; dug; dug, with a tank in it."""


@dataclass(frozen=True, slots=True)
class Waiting:
    """A delivery that the crew stands still for."""

    delivery: str
    comes_on: dt.date
    days: int
    """Working days on which nothing else can be done."""
    order_on: dt.date
    """The day on which it would have to be ordered so that nobody waits for anything."""


@dataclass(frozen=True, slots=True)
class TaskSaid:
    """What is asked of a task."""

    key: str
    name: str
    hands: int
    status: str
    by_hand: str
    skipped: str
    hold: bool
    after_hold: list[str]
    """Of what it waits for, what is a hold point."""


def build_findings(
    tasks: Sequence[TaskSaid],
    faulty: Sequence[PointPlan],
    *,
    outgrown: Sequence[str],
    unseen: Mapping[str, str],
    floats: Sequence[str],
    hands: int,
    hole: OpenHole | None,
    stands: HoleStands,
    waiting: Waiting | None,
    too_long: bool,
    say: Wording,
) -> list[Finding]:
    """Readings that do not pass, work that went on over them, an open hole with its odds, hands that are too few.

    `faulty` are the points that did not pass, `outgrown` name those that passed and would not any more, `unseen` all
    that have not, by their tasks; `floats` those that hold an empty tank in its hole, while one of them has not
    passed; `stands` says how that hole stands.
    """
    found = Findings("build")
    _points(found, faulty)
    if outgrown:
        found.add(
            "BUILD_OUTGROWN",
            "caution",
            f"{first_few(outgrown, 3)}: what was read passed when it was built, and would not by the design as it is "
            "now.",
            "Take the readings into the design as built, or measure again once it is changed on the site.",
        )
    _covered(found, tasks, unseen)
    if hole is not None and floats:
        _open_hole(found, hole, floats, stands, say)
    if too_long:
        found.add(
            "BUILD_TOO_LONG",
            "caution",
            "By its quantities this crew would be at it for longer than anybody plans for: the days stand for less.",
            "Look for a slip in a length, an area or a depth.",
        )
    if waiting is not None:
        found.add(
            "BUILD_WAITS_FOR_GOODS",
            "note",
            f"The crew stands still for {several(waiting.days, 'day')}: {waiting.delivery} comes on "
            f"{day(waiting.comes_on)}.",
            "",
            Fix(
                text=f"Order on {day(waiting.order_on)}.",
                operations=[{"op": "replace", "path": "/build/order_on", "value": waiting.order_on.isoformat()}],
            ),
        )
    few = [task.name for task in tasks if task.hands > hands and not task.skipped and task.status != "done"]
    if few:
        need = max(task.hands for task in tasks if task.hands > hands)
        found.add(
            "BUILD_FEW_HANDS",
            "caution",
            f"{first_few(few, 3)}: that takes {need} pairs of hands, and {several(hands, 'pair')} are planned.",
            "",
            Fix(text=f"Plan with {need}.", operations=[{"op": "replace", "path": "/price/hands", "value": need}]),
        )
    for task in tasks:
        if task.skipped and task.hold:
            found.add(
                "BUILD_HOLD_SKIPPED",
                "caution",
                f"{task.name} is skipped: {task.skipped.rstrip('.')}. Nobody will know what is under the cover.",
                "",
                Fix(text="Do it.", operations=[{"op": "remove", "path": f"/build/changed/{task.key}"}]),
            )
        if task.by_hand == "gone":
            found.add(
                "BUILD_TASK_NOT_ASKED_FOR",
                "note",
                f"{task.name} was changed by hand, and the design asks for it no more.",
                "",
                Fix(
                    text="Take it off the list.", operations=[{"op": "remove", "path": f"/build/changed/{task.key}"}]
                ),
            )
    return found.rows


def _points(found: Findings, points: Sequence[PointPlan]) -> None:
    for point in points:
        if point.status == "failed":
            failing = [text for entry in point.entries[-1:] for text in entry.failing]
            found.add(
                "BUILD_HOLD_FAILED",
                "fails",
                f"{point.name}: {'; '.join(failing) or 'it did not pass'}. What waits for it stands still.",
                point.if_not,
            )
        elif point.status == "disputed":
            names = first_few([entry.by or "somebody" for entry in point.entries[-2:]], 2)
            found.add(
                "BUILD_HOLD_DISPUTED",
                "caution",
                f"{point.name}: {names} measured it without knowing of each other, and one of them does not pass.",
                "Measure it once more, together.",
                asks=True,
            )


def _covered(found: Findings, tasks: Sequence[TaskSaid], unseen: Mapping[str, str]) -> None:
    """Done, though what it waits for has not passed."""
    for task in tasks:
        before = [unseen[key] for key in task.after_hold if key in unseen]
        if task.status == "done" and before:
            found.add(
                "BUILD_COVERED_UNSEEN",
                "fails",
                f"{task.name} is done, and {first_few(before, 2)} has not passed.",
                "Uncover it and measure, or write down who lets it pass and why.",
            )


def _open_hole(found: Findings, hole: OpenHole, floats: Sequence[str], stands: HoleStands, say: Wording) -> None:
    names = first_few([each.split(":")[0] for each in floats], 3)
    heavy = say.of_kind("day_rain", HEAVY_MM)
    is_open = "will be open" if stands == "closed" else "stands open"
    found.add(
        "BUILD_OPEN_HOLE",
        "fails" if stands == "with_tank" else "caution",
        f"{names}: the hole {is_open} over days in which {hole.heavy_years} of {hole.years} recorded years had a day "
        f"of {heavy} or more; the wettest brought {say.of_kind('day_rain', hole.wettest_mm)} in all. Empty, the tank "
        "floats.",
        "Let the ballast water in on the day on which the tank is set, keep the hole pumped dry, and backfill as "
        "soon as it may be.",
    )
