"""What a station of the design asks to be done and to be seen before it is covered."""

import datetime as dt
from dataclasses import dataclass

from lean_year.core.build.judging import HoldPoint


@dataclass(frozen=True, slots=True)
class TaskAsk:
    """One task, asked for by one place of the design; those of one kind are one task."""

    kind: str
    """A key of the catalogue."""
    why: str
    """The place that asks for it."""
    details: tuple[str, ...] = ()
    """What exactly: heights, depths, litres."""
    then_days: int | None = None
    """Until what waits for it may begin, where it is another than usual. [d]"""


@dataclass(frozen=True, slots=True)
class PermitAwaited:
    """A permit, or a licensed trade, that is not settled."""

    key: str
    name: str
    may_come_on: dt.date | None
    """By what was entered; None where nobody has asked, or the authority does not say."""


@dataclass(frozen=True, eq=False, slots=True)
class Work:
    """What one station asks for. Held and compared by identity, as its needs are."""

    tasks: tuple[TaskAsk, ...] = ()
    holds: tuple[HoldPoint, ...] = ()
    permits: tuple[PermitAwaited, ...] = ()


NO_WORK = Work()
