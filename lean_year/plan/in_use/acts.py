"""What wants somebody at a supply: water that runs short, a tank that may float, what is due, a quote that waits."""

import datetime as dt
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel

from lean_year.core.log.devices import DeviceFault
from lean_year.plan.answer.figure import Severity
from lean_year.plan.answer.wording import day
from lean_year.plan.in_use.outlook import Outlook

ActKind = Literal["water", "float", "hole", "due", "quote", "level", "device", "problem"]
SOON_DAYS = 30
"""What is farther off is worth knowing, and no more. [d]"""
LONG_UNREAD_DAYS = 45
"""A level that is older says little of today. [d]"""
DUE_DAYS = 60
"""What is due later is not said in the list. [d]"""
FAULTS: dict[DeviceFault, str] = {
    "silent": "has fallen silent",
    "stuck": "sticks",
    "clock_ahead": "has a clock that is ahead",
    "clock_behind": "has a clock that is behind",
    "drops_out": "leaves readings out",
}
_RANK: dict[Severity, int] = {"fails": 0, "caution": 1, "note": 2}


class Act(BaseModel):
    """One reason to call, or to drive there."""

    kind: ActKind
    level: Severity
    on: dt.date
    """By which, or since which."""
    text: str


@dataclass(frozen=True, slots=True)
class WaitingQuote:
    """A quote that nobody has answered."""

    number: str
    dated: dt.date
    valid_until: dt.date


def acts(seen: Outlook, quotes: list[WaitingQuote], today: dt.date) -> list[Act]:
    """Everything, the most serious first, and of the same the first to come."""
    rows = [
        *(act for each in seen.all_supplies for act in _at_supply(each)),
        *_devices(seen),
        *_quotes(quotes, today),
    ]
    return sorted(rows, key=lambda act: (_RANK[act.level], act.on))


def _at_supply(seen: Outlook) -> Iterator[Act]:
    for act in (*_problem(seen), *_hole(seen), *_water(seen), *_float(seen), *_level(seen), *_due(seen)):
        yield act.model_copy(update={"text": seen.named(act.text)})


def _problem(seen: Outlook) -> Iterator[Act]:
    if seen.problem:
        yield Act(kind="problem", level="caution", on=seen.day, text=f"Nothing can be worked out: {seen.problem}.")


def _hole(seen: Outlook) -> Iterator[Act]:
    if seen.hole == "with_tank":
        text = "The hole is open with the tank in it: empty, it floats when rain fills the hole."
        yield Act(kind="hole", level="fails", on=seen.day, text=text)
    if seen.hole == "open":
        yield Act(kind="hole", level="caution", on=seen.day, text="The hole is open, and waits for its tank.")


def _water(seen: Outlook) -> Iterator[Act]:
    if seen.short_by is None:
        return
    text = f"Short by {day(seen.short_by)} in one recorded year of ten"
    if seen.order_by is None:
        yield Act(kind="water", level="note", on=seen.short_by, text=f"{text}.")
        return
    left = (seen.order_by - seen.day).days
    level: Severity = "fails" if left <= 0 else "caution" if left <= SOON_DAYS else "note"
    order = "order a load today" if left <= 0 else f"order a load by {day(seen.order_by)}"
    yield Act(kind="water", level=level, on=max(seen.order_by, seen.day), text=f"{text}: {order}.")


def _level(seen: Outlook) -> Iterator[Act]:
    if seen.read_on is not None and (seen.day - seen.read_on).days > LONG_UNREAD_DAYS:
        yield Act(kind="level", level="note", on=seen.read_on, text=f"No level was read since {day(seen.read_on)}.")


def _devices(seen: Outlook) -> Iterator[Act]:
    for device in seen.devices:
        faults = " and ".join(FAULTS[fault] for fault in device.faults)
        yield Act(kind="device", level="caution", on=seen.day, text=f"{device.name} {faults}.")


def _float(seen: Outlook) -> Iterator[Act]:
    if seen.floats_by is None:
        return
    soon = (seen.floats_by - seen.day).days <= SOON_DAYS
    text = (
        f"{seen.floats} may float: in one recorded year of ten the water left is less than its ballast by "
        f"{day(seen.floats_by)}."
    )
    yield Act(kind="float", level="fails" if soon else "caution", on=seen.floats_by, text=text)


def _due(seen: Outlook) -> Iterator[Act]:
    for row in seen.due:
        if (row.on - seen.day).days <= DUE_DAYS:
            late = row.on < seen.day
            text = f"{row.name}: {'was due' if late else 'due'} {day(row.on)}."
            yield Act(kind="due", level="caution" if late else "note", on=row.on, text=text)


def _quotes(quotes: list[WaitingQuote], today: dt.date) -> Iterator[Act]:
    for quote in quotes:
        over = quote.valid_until < today
        ends = f"it ran out on {day(quote.valid_until)}" if over else f"it holds until {day(quote.valid_until)}"
        text = f"Quote {quote.number} of {day(quote.dated)} has no answer; {ends}."
        yield Act(kind="quote", level="caution" if over else "note", on=quote.valid_until, text=text)
