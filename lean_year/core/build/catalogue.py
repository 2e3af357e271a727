"""The tasks that a supply is built by: what each waits for, takes, and must be careful of.

Basis: common practice.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Any

from lean_year.core.tables import rows, table


@dataclass(frozen=True, slots=True)
class TaskKind:
    """One kind of task; a design has each once, or not at all."""

    name: str
    work: str
    """A key of the works that hours are counted by (`lean_year.core.parts.catalogue.WORKS`)."""
    hours: float
    """Of one pair of hands, besides what its parts take. Basis: estimate. [h]"""
    hands: int
    """The least on it at once."""
    tools: tuple[str, ...] = ()
    after: tuple[str, ...] = ()
    """Kinds that are done before it."""
    weather: str = ""
    """A key of `WEATHER`; empty for what any weather does for."""
    then_days: int = 0
    """Calendar days from its end until what waits for it may begin. [d]"""
    then: str = ""
    """What those days are for."""
    licensed: str = ""
    """The trade that does it, or the house that judges it."""
    permits: tuple[str, ...] = ()
    """Keys of the permits that hold it up."""
    takes: tuple[str, ...] = ()
    """Kinds of parts that it builds in."""
    deliveries: bool = False
    """Whether it waits for what is delivered of its parts."""
    waits_for_goods: tuple[str, ...] = ()
    """Places where things are bought whose delivery it waits for besides: a hole is dug when its tank is there."""
    cautions: tuple[str, ...] = ()
    hold: bool = False
    """Whether something is measured or seen there before what waits for it may begin."""


@dataclass(frozen=True, slots=True)
class Weather:
    """What a day must be like for a kind of work."""

    name: str
    most_mm: float
    """Rain of the day. [mm]"""
    least_c: float | None = None
    """Its lowest temperature. [°C]"""


def _kind(**values: Any) -> TaskKind:
    lists = {name: tuple(value) for name, value in values.items() if isinstance(value, list)}
    return TaskKind(**(values | lists))


TASKS: dict[str, TaskKind] = rows(_kind, "tasks")
"""In the order in which they are read."""
WEATHER: dict[str, Weather] = {
    each["key"]: Weather(**{name: value for name, value in each.items() if name != "key"})
    for each in table("tasks")["weather"]
}
TASK_OF_PART: dict[str, str] = {part: key for key, kind in TASKS.items() for part in kind.takes}
"""The task that builds a kind of part in; what is not there is a tool, or is used up on the way."""


def waits_for(key: str, present: Iterable[str]) -> list[str]:
    """What a task waits for in a design: of a task that is not there, what that one waits for.

    Parameters
    ----------
    key : str
        A key of `TASKS`.
    present : iterable of str
        Keys of the tasks of the design.

    Returns
    -------
    list of str
        In the order of `TASKS`.

    Examples
    --------
    >>> waits_for("pad-levels", ["mark-out", "strip", "pad"])
    ['pad']
    >>> waits_for("pad-levels", ["mark-out"])
    ['mark-out']
    """
    there = set(present)

    def through(each: str) -> Iterator[str]:
        for before in TASKS[each].after:
            if before in there:
                yield before
            else:
                yield from through(before)

    found = set(through(key))
    return [each for each in TASKS if each in found]
