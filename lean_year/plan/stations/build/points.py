"""Hold points as they stand: what is asked, what was read, and whether it has passed."""

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any, Literal

from pydantic import BaseModel

from lean_year.core.build.judging import HoldPoint, ReadingKind, SumAsked, judge, sum_of
from lean_year.core.errors import InputError
from lean_year.plan.answer.wording import Wording
from lean_year.property.entries import Entry

PointStatus = Literal["open", "passed", "failed", "disputed", "let_pass"]
"""Nobody has read it; it passed; it did not; two who did not know of each other disagree; somebody lets it pass."""
_MOST_NAMED = 3
"""Readings without a limit that are listed one by one."""
_YES = {0.0: "no", 1.0: "yes"}


class ReadingOfPoint(BaseModel):
    """One number that is read at a point, in the kept unit of its kind."""

    key: str
    label: str
    kind: ReadingKind
    low: float | None
    high: float | None
    planned: float | None
    path: str | None
    """Its place in the design, where it can be taken in as it was built."""
    least: float
    most: float


class SumOfPoint(BaseModel):
    """What readings must come to; of no factors the greatest less the least."""

    label: str
    kind: ReadingKind
    factors: dict[str, float]
    low: float | None
    high: float | None


class WrittenDown(BaseModel):
    """One entry of a point."""

    id: str
    kind: str
    on: str
    by: str
    note: str
    values: dict[str, float]
    read: list[str]
    """The readings in words, and what they come to."""
    passed: bool | None
    """Whether it passed then, or does now."""
    passes: bool | None
    """By the limits as they are now; None of what is no reading, or is not of this point any more."""
    failing: list[str]
    """What of it does not pass, in words."""


class PointPlan(BaseModel):
    """One hold point."""

    key: str
    task: str
    name: str
    how: str
    readings: list[ReadingOfPoint]
    sums: list[SumOfPoint]
    if_not: str
    status: PointStatus
    entries: list[WrittenDown]
    """The oldest first."""
    last: str | None
    """Id of the last entry about it, which the next one names."""


class PointGone(BaseModel):
    """One that was judged and that the design does not ask for any more."""

    key: str
    name: str
    entries: list[WrittenDown]


def points_of(asked: Sequence[HoldPoint], record: Sequence[Entry], say: Wording) -> list[PointPlan]:
    """Every point of the design with what was written down about it."""
    about: dict[str, list[Entry]] = {}
    for entry in record:
        about.setdefault(entry.about, []).append(entry)
    return [_point(each, about.get(each.key, []), say) for each in asked]


def points_gone(asked: Sequence[HoldPoint], record: Sequence[Entry]) -> list[PointGone]:
    """What was judged once, and has no place in the design now. Nothing that was recorded is lost."""
    known = {each.key for each in asked}
    gone: dict[str, list[Entry]] = {}
    for entry in record:
        if entry.kind in ("reading", "let_pass") and entry.about not in known:
            gone.setdefault(entry.about, []).append(entry)
    return [
        PointGone(key=key, name=entries[-1].name or key, entries=[_plain(each) for each in entries])
        for key, entries in gone.items()
    ]


def _point(point: HoldPoint, entries: Sequence[Entry], say: Wording) -> PointPlan:
    written = [_written(point, each, say) for each in entries]
    return PointPlan(
        key=point.key,
        task=point.task,
        name=point.name,
        how=point.how,
        readings=[ReadingOfPoint(**asdict(each)) for each in point.readings],
        sums=[_sum(each) for each in point.sums],
        if_not=point.if_not,
        status=status_of(point, entries),
        entries=written,
        last=entries[-1].id if entries else None,
    )


def passed(point: HoldPoint, entry: Entry) -> bool | None:
    """Whether a reading passed then, or does now: a design that is changed later undoes nothing that has passed."""
    return True if entry.passed else passes_now(point, entry)


def outgrown(point: HoldPoint, entries: Sequence[Entry]) -> Entry | None:
    """The last reading of a point, where it passed then and by the design as it is now would not."""
    last = next((each for each in reversed(entries) if each.kind == "reading"), None)
    return last if last is not None and last.passed and passes_now(point, last) is False else None


def passes_now(point: HoldPoint, entry: Entry) -> bool | None:
    """Whether a reading passes by the design as it is now; None of what is no reading of the point as it is now."""
    try:
        return not judge(point, entry.values) if entry.kind == "reading" else None
    except InputError:
        return None


def _sum(asked: SumAsked) -> SumOfPoint:
    return SumOfPoint(label=asked.label, kind=asked.kind, factors=dict(asked.factors), low=asked.low, high=asked.high)


def status_of(point: HoldPoint, entries: Sequence[Entry]) -> PointStatus:
    """By the last entries: those after which nobody who knew of them has written another."""
    followed = {each.after for each in entries}
    last = [each for each in entries if each.id not in followed]
    if not last:
        return "open"
    if any(each.kind == "let_pass" for each in last):
        return "let_pass"
    said = {passed(point, each) for each in last}
    if said == {True}:
        return "passed"
    return "failed" if True not in said else "disputed"


def _written(point: HoldPoint, entry: Entry, say: Wording) -> WrittenDown:
    row = _plain(entry)
    if entry.kind != "reading":
        return row
    if passes_now(point, entry) is None:
        return row.model_copy(update={"read": [_loose(each) for each in entry.values.items()]})
    failing = judge(point, entry.values)
    read = [f"{each.label}: {_words(each.kind, entry.values[each.key], say)}" for each in point.readings]
    read += [f"{each.label}: {_words(each.kind, sum_of(each, entry.values), say)}" for each in point.sums]
    return row.model_copy(
        update={
            "read": read,
            "passed": passed(point, entry),
            "passes": not failing,
            "failing": [
                f"{each.label} {_words(each.kind, each.value, say)}, {_allowed(each.kind, each.low, each.high, say)}"
                for each in failing
            ],
        }
    )


def _plain(entry: Entry) -> WrittenDown:
    values: dict[str, Any] = {"read": [], "passed": None, "passes": None, "failing": []}
    return WrittenDown(
        id=entry.id, kind=entry.kind, on=entry.on, by=entry.by, note=entry.note, values=entry.values, **values
    )


def limits_of(point: PointPlan, say: Wording) -> list[str]:
    """What each reading must be, then what they must come to; many readings without a limit as their number."""
    every: list[ReadingOfPoint | SumOfPoint] = [*point.readings, *point.sums]
    if len(point.readings) > _MOST_NAMED and all(each.low is None and each.high is None for each in point.readings):
        return [f"{len(point.readings)} readings", *(_limit(each, say) for each in point.sums)]
    return [_limit(each, say) for each in every]


def _limit(asked: ReadingOfPoint | SumOfPoint, say: Wording) -> str:
    if asked.low is None and asked.high is None:
        return asked.label
    return f"{asked.label}: {_between(asked.kind, asked.low, asked.high, say)}"


def _loose(reading: tuple[str, float]) -> str:
    """A reading of which nobody knows any more what it was of."""
    return f"{reading[0]}: {reading[1]:g}"


def _words(kind: ReadingKind, value: float, say: Wording) -> str:
    if kind == "yes_no":
        return _YES.get(value, f"{value:g}")
    if kind in ("gauge", "count"):
        return f"{value:g}{' %' if kind == 'gauge' else ''}"
    if kind == "height" and value < 0:
        return f"−{say.of_kind(kind, -value)}"
    return say.of_kind(kind, value)


def _allowed(kind: ReadingKind, low: float | None, high: float | None, say: Wording) -> str:
    words = _between(kind, low, high, say)
    return "must be yes" if kind == "yes_no" else words if low is None or high is None else f"allowed {words}"


def _between(kind: ReadingKind, low: float | None, high: float | None, say: Wording) -> str:
    if kind == "yes_no":
        return "yes"
    if low is not None and high is not None:
        return f"{_words(kind, low, say)} to {_words(kind, high, say)}"
    if low is not None:
        return f"at least {_words(kind, low, say)}"
    return f"at most {_words(kind, high or 0.0, say)}"
