"""What is written down on a site and never changed: hold points, what is done, and the log of the supply.

An entry is no part of the document: undo does not take it back, and all alternatives of a property have the same.
What was wrong is corrected by another entry.
"""

import datetime as dt
from dataclasses import dataclass
from functools import cached_property
from typing import Annotated, Literal, get_args

from pydantic import Field, model_validator

from lean_year.core.errors import InputError
from lean_year.property.log_kinds import ABOUT_LOG, LogKind, check_log_entry
from lean_year.property.parts import DateText, Key, Part, PlaceText
from lean_year.property.served import MAIN

MOST_ENTRIES = 100_000
About = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[a-z0-9/_-]+$")]
"""What it is about: a hold point such as `pad-levels/main`, or a task."""
BuildKind = Literal["reading", "let_pass", "done", "not_done"]
"""What was measured or seen at a hold point; a hold point that somebody lets pass as it is; a task that is done, or
was not after all."""
EntryKind = BuildKind | LogKind
LOG_KIND_NAMES: frozenset[str] = frozenset(get_args(LogKind))
ValueName = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[a-z0-9_-]+$")]
TimeText = Annotated[str, Field(pattern=r"^(([01]\d|2[0-3]):[0-5]\d)?$")]
"""A time of day like 07:30, or nothing."""


class Entry(Part):
    """One thing that somebody wrote down."""

    id: Key
    """Made where it was written, so that one that is sent twice is kept once."""
    kind: EntryKind
    about: About
    on: DateText
    at: TimeText = ""
    """By the clock of the place, where somebody noted it."""
    by: PlaceText = ""
    """The person; whoever lets something pass is named."""
    values: dict[ValueName, float] = Field(default_factory=dict, max_length=40)
    """Of what was read, in kept units."""
    words: dict[ValueName, PlaceText] = Field(default_factory=dict, max_length=4)
    """Beside them, such as the laboratory of a test."""
    name: PlaceText = ""
    """What it was about as it was called then, for when the design has it no more."""
    note: Annotated[str, Field(max_length=500)] = ""
    passed: bool | None = None
    """Whether a reading passed by the design as it was then, which whoever keeps it writes in; None of all else."""
    after: Key | None = None
    """The last entry about the same that its maker had seen; two after the same one were written without knowing of
    each other."""
    supply: Key = MAIN
    """The supply of the property that it is of."""
    corrects: Key | None = None
    """The entry of the log in whose place this one stands; both are kept."""

    @property
    def day(self) -> dt.date:
        """Its `on`."""
        return dt.date.fromisoformat(self.on)

    @property
    def subject(self) -> str:
        """What an entry of the log is about, after its kind; empty where that is the supply."""
        return self.about.removeprefix(f"{ABOUT_LOG}{self.kind}").removeprefix("/")

    @property
    def is_log(self) -> bool:
        """Whether it is of the log, and not of the build."""
        return self.kind in LOG_KIND_NAMES

    @model_validator(mode="after")
    def _fits_its_kind(self) -> "Entry":
        if self.corrects == self.id:
            raise InputError("corrects", "must name another entry")
        if self.is_log:
            check_log_entry(self.kind, self.about, self.values, self.words, self.note, self.corrects)  # type: ignore[arg-type]
            return self
        if self.corrects is not None:
            raise InputError("corrects", "belongs to an entry of the log")
        if self.words:
            raise InputError("words", "belong to an entry of the log")
        if self.kind == "let_pass" and not self.by.strip():
            raise InputError("by", "must name who lets it pass")
        if self.kind == "let_pass" and not self.note.strip():
            raise InputError("note", "must give the reason")
        if self.kind == "reading" and not self.values:
            raise InputError("values", "must have at least one reading")
        if self.kind != "reading" and self.values:
            raise InputError("values", "belong to a reading")
        return self


@dataclass(frozen=True, eq=False)
class SiteRecord:
    """All that is written down on a site, in the order in which it came. Held and compared by identity."""

    entries: tuple[Entry, ...] = ()
    version: int = 0
    """Another one with every entry that is kept, and with everything that a device reports."""
    reported: tuple[Entry, ...] = ()
    """What devices say of each day, as entries of the log; they are no rows of it."""

    @cached_property
    def of_build(self) -> tuple[Entry, ...]:
        """What is about the build."""
        return tuple(entry for entry in self.entries if not entry.is_log)

    @cached_property
    def of_log(self) -> tuple[Entry, ...]:
        """What is about the supply in use, corrections and all."""
        return tuple(entry for entry in self.entries if entry.is_log)

    def of_supply(self, supply: str) -> "SiteRecord":
        """What is of one supply of the property; the same object each time."""
        if all(entry.supply == supply for each in (self.entries, self.reported) for entry in each):
            return self
        if supply not in self._by_supply:
            self._by_supply[supply] = SiteRecord(
                tuple(entry for entry in self.entries if entry.supply == supply),
                self.version,
                tuple(entry for entry in self.reported if entry.supply == supply),
            )
        return self._by_supply[supply]

    @cached_property
    def _by_supply(self) -> "dict[str, SiteRecord]":
        return {}


NOTHING_WRITTEN = SiteRecord()
