"""When the supply is built, by whom, and what a person changed of its tasks."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, model_validator

from lean_year.core.errors import InputError
from lean_year.property.hand_over import HandOver
from lean_year.property.parts import DateText, Key, Part, PlaceText, Text, require_different
from lean_year.property.parts_entry import WorkKey

MOST_TASKS = 200
MOST_CLOSED = 200
Weekday = Literal["mon", "tue", "wed", "thu", "fri", "sat", "sun"]
TaskKey = Key
"""One that the design asks for, such as `pad-levels`, or one of the person's own, such as `own-1`."""
FIRST_YEAR, LAST_YEAR = 1900, 2199


def _near(day: str) -> str:
    if not FIRST_YEAR <= int(day[:4]) <= LAST_YEAR:
        raise InputError("date", f"must be in the years {FIRST_YEAR} to {LAST_YEAR}, got {day}")
    return day


BuildDay = Annotated[DateText, AfterValidator(_near)]
"""A day on which somebody may build."""
TaskHours = Annotated[float, Field(ge=0, le=10_000)]


class ChangedTask(Part):
    """One task that the design asks for, as somebody has it. What is None or empty is as the design asks."""

    name: PlaceText = ""
    hours: TaskHours | None = None
    """On the site, all hands together."""
    not_before: BuildDay | None = None
    after: list[TaskKey] = Field(default_factory=list, max_length=20)
    """What else it waits for."""
    skipped: PlaceText = ""
    """The reason why it is not done; empty where it is."""
    note: Annotated[str, Field(max_length=500)] = ""


class AddedTask(Part):
    """One that somebody added."""

    id: Key
    name: Text
    work: WorkKey = "hand_over"
    hours: TaskHours = 1
    after: list[TaskKey] = Field(default_factory=list, max_length=20)
    before: list[TaskKey] = Field(default_factory=list, max_length=20)
    """What waits for it."""
    not_before: BuildDay | None = None
    note: Annotated[str, Field(max_length=500)] = ""


class BuildEntry(Part):
    """The calendar of the work, and its tasks as far as they are other than the design asks."""

    start_on: BuildDay | None = None
    """The first day of work on the site; None until somebody has one in mind."""
    order_on: BuildDay | None = None
    """The day on which things are ordered, where that is before; the first day of work where None."""
    hours_day: float = Field(default=8, ge=0.5, le=24)
    days_off: list[Weekday] = Field(default=["sat", "sun"], max_length=7)
    closed: list[BuildDay] = Field(default_factory=list, max_length=MOST_CLOSED)
    """Other days on which nobody works."""
    changed: dict[TaskKey, ChangedTask] = Field(default_factory=dict, max_length=MOST_TASKS)
    added: list[AddedTask] = Field(default_factory=list, max_length=MOST_TASKS)
    useful_share: float = Field(default=0.5, ge=0.01, le=1)
    """Of what the tanks hold, from which the owner counts on the supply."""
    hand_over: HandOver = Field(default_factory=HandOver)

    @model_validator(mode="after")
    def _can_be_worked(self) -> "BuildEntry":
        if self.order_on is not None and self.start_on is not None and self.order_on > self.start_on:
            raise InputError("order_on", f"must be no later than the first day of work, {self.start_on}")
        if len(set(self.days_off)) == 7:
            raise InputError("days_off", "must leave at least one day of the week to work on")
        require_different("days_off", list(self.days_off))
        require_different("added", [each.id for each in self.added])
        return self
