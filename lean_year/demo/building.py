"""What was written down while a demo was built: invented readings near the designed ones, as a crew has them."""

import datetime as dt
from collections.abc import Iterator

from lean_year.plan.stations.build.points import PointPlan, ReadingOfPoint
from lean_year.plan.stations.build.stage import BuildPlan
from lean_year.property.entries import Entry

CREW = ("Ida Tarn", "Joss Gully")
_OFF = (0.004, -0.003, 0.005, 0.006, -0.005, 0.002, 0.001, -0.002, 0.003)
"""How far readings lie from the designed ones: within every tolerance, and never the same twice in a row."""
_EVENING_MM, _NIGHT_MM = 1_240.0, 1.0
_BEFORE_KPA = 310.0


def built(plan: BuildPlan, until: str | None = None) -> Iterator[Entry]:
    """All that was done and read, in the order of the work, up to a task that is not done; all of it where None.

    The first pad is measured twice: at first it is not level.
    """
    points = {point.key: point for point in plan.points}
    first = True
    last: dict[str, str] = {}
    number = 0
    for row, task in enumerate(sorted(plan.tasks, key=lambda task: (task.day, task.last_day))):
        if task.key == until:
            return
        by, on = CREW[row % len(CREW)], task.until or dt.date.today().isoformat()
        if not task.points:
            number += 1
            yield Entry(id=f"d{number}", kind="done", about=task.key, on=on, by=by, name=task.name)
        for key in task.points:
            point = points[key]
            if first and point.task == "pad-levels":
                first = False
                number += 1
                last[key] = f"d{number}"
                uneven = values_of(point) | {point.readings[2].key: 9.0}
                yield _reading(last[key], point, on, by, uneven, "Soft spot at the third peg")
            number += 1
            yield _reading(f"d{number}", point, on, by, values_of(point), "", last.get(key))


def _reading(
    entry: str, point: PointPlan, on: str, by: str, values: dict[str, float], note: str, after: str | None = None
) -> Entry:
    return Entry(
        id=entry, kind="reading", about=point.key, on=on, by=by, values=values, name=point.name[:80], note=note,
        after=after, passed=note == "",
    )  # fmt: skip


def values_of(point: PointPlan) -> dict[str, float]:
    """Readings that pass."""
    allowed = [each.high for each in point.sums if not each.factors and each.high is not None]
    level_mm = allowed[0] if allowed else 0.0
    values = {each.key: _value(each, _OFF[row % len(_OFF)], level_mm) for row, each in enumerate(point.readings)}
    if point.task == "leak-test":
        return {"evening": _EVENING_MM, "morning": _EVENING_MM - _NIGHT_MM, "evaporated": 0.0}
    if point.task == "start-filters":
        most = point.sums[0].high or 0.0
        return {"before": _BEFORE_KPA, "behind": _BEFORE_KPA - round(0.6 * most, 1)}
    if point.task == "pressure-test":
        return {"start": values["start"], "end": values["start"] - 2.0}
    return values


def _value(asked: ReadingOfPoint, off: float, level_mm: float) -> float:
    match asked.kind:
        case "yes_no":
            return 1.0
        case "cut":
            return round(off * 1_000 / 12 * level_mm, 1) if level_mm else 0.0
        case "height" if asked.planned is None:
            return round((asked.low or 0.0) * 1.1 + 0.02, 3)
        case "height":
            return round((asked.planned or 0.0) + off, 3)
        case "count":
            return 0.0
        case "gauge":
            return 97.0 if asked.planned is None else asked.planned + (1.0 if asked.planned == 0 else -1.0)
    if asked.planned is not None:
        return round(asked.planned * (1 + 2 * off), 2)
    return round((asked.low or 0.0) * 1.02 + 1.0, 1)
