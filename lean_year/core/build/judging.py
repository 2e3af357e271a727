"""Hold points: what must be measured or seen before it is covered, and whether a reading passes.

The rule is kept to limits of numbers, of sums of them, and of how far they differ, so that a phone without a signal
judges by the same (`web/src/stations/build/judged.ts`).
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from lean_year.core.errors import InputError

ReadingKind = Literal[
    "height", "bore", "cut", "fall", "pressure", "flow", "hours", "volume", "gauge", "count", "yes_no"
]  # fmt: skip
"""How a reading is written and entered; `yes_no` for what is looked at: 1 for yes."""
LIMIT_SLACK = 1e-9
"""Relative; a reading on its limit passes whatever its last binary digit."""


@dataclass(frozen=True, slots=True)
class ReadingAsked:
    """One number of a hold point, in the kept unit of its kind."""

    key: str
    label: str
    kind: ReadingKind
    low: float | None = None
    high: float | None = None
    planned: float | None = None
    """What the design has there."""
    path: str | None = None
    """JSON pointer of its place in the design, where it can be taken in as it was built."""
    least: float = -1e6
    most: float = 1e6
    """Between which a reading is possible at all."""


@dataclass(frozen=True, slots=True)
class SumAsked:
    """What readings must come to: each times its factor, added up; or how far all of them differ."""

    label: str
    kind: ReadingKind
    factors: tuple[tuple[str, float], ...]
    """Keys of readings; none for the greatest less the least of all."""
    low: float | None = None
    high: float | None = None


@dataclass(frozen=True, slots=True)
class HoldPoint:
    """Something that is measured or seen before what waits for it may begin."""

    key: str
    """By the ids of its rows, so that it stays when rows move."""
    task: str
    """The task, a key of the catalogue, that is done when all its points have passed."""
    name: str
    how: str
    readings: tuple[ReadingAsked, ...]
    sums: tuple[SumAsked, ...] = ()
    if_not: str = ""
    """What to do where it does not pass."""


@dataclass(frozen=True, slots=True)
class Failing:
    """One reading, or one sum, that is out of its limits."""

    label: str
    kind: ReadingKind
    value: float
    low: float | None
    high: float | None


def judge(point: HoldPoint, values: Mapping[str, float]) -> list[Failing]:
    """What of a set of readings does not pass.

    Parameters
    ----------
    point : HoldPoint
        With its limits.
    values : mapping of str to float
        One value for each of its readings, in kept units.

    Returns
    -------
    list of Failing
        Empty where it passes.

    Raises
    ------
    InputError
        If a reading is missing, is none of the point, or is impossible.

    Examples
    --------
    >>> levels = HoldPoint("pad", "pad-levels", "Pad", "", tuple(ReadingAsked(k, k, "cut") for k in "ab"),
    ...                    (SumAsked("differ by", "cut", (), high=10.0),))
    >>> judge(levels, {"a": 3.0, "b": 12.0}), judge(levels, {"a": 0.0, "b": 12.0})[0].value
    ([], 12.0)
    """
    require_possible(point, values)
    found = [
        Failing(each.label, each.kind, values[each.key], each.low, each.high)
        for each in point.readings
        if not within(values[each.key], each.low, each.high)
    ]
    for each in point.sums:
        value = sum_of(each, values)
        if not within(value, each.low, each.high):
            found.append(Failing(each.label, each.kind, value, each.low, each.high))
    return found


def require_possible(point: HoldPoint, values: Mapping[str, float]) -> None:
    """Refuse readings that are not all there, or that nobody can have read.

    Raises
    ------
    InputError
        Naming the reading and what is allowed.
    """
    known = {each.key: each for each in point.readings}
    for key in values:
        if key not in known:
            raise InputError(f"values.{key}", f"is no reading of {point.name}")
    for key, each in known.items():
        if key not in values:
            raise InputError(f"values.{key}", "is missing")
        if not math.isfinite(values[key]) or not each.least <= values[key] <= each.most:
            raise InputError(f"values.{key}", f"must be from {each.least:,.6g} to {each.most:,.6g}")


def sum_of(asked: SumAsked, values: Mapping[str, float]) -> float:
    """What the readings come to, in the kept unit of the sum's kind.

    >>> sum_of(SumAsked("drop", "pressure", (("start", 1.0), ("end", -1.0))), {"start": 600.0, "end": 590.0})
    10.0
    """
    if not asked.factors:
        return max(values.values()) - min(values.values())
    return sum(values[key] * factor for key, factor in asked.factors)


def within(value: float, low: float | None, high: float | None) -> bool:
    """Whether a value is within its limits, which count as within.

    >>> within(0.1 + 0.2, None, 0.3), within(3.0, 4.0, None)
    (True, False)
    """
    slack = LIMIT_SLACK * max(1.0, abs(value))
    return (low is None or value >= low - slack) and (high is None or value <= high + slack)
