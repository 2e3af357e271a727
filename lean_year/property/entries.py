"""What is written down on a site and never changed: readings, what was let pass, what is done.

An entry is no part of the document: undo does not take it back, and all alternatives of a property have the same.
What was wrong is corrected by another entry.
"""

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field, model_validator

from lean_year.core.errors import InputError
from lean_year.property.parts import DateText, Key, Part, PlaceText

MOST_ENTRIES = 100_000
About = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[a-z0-9/_-]+$")]
"""What it is about: a hold point such as `pad-levels/main`, or a task."""
EntryKind = Literal["reading", "let_pass", "done", "not_done"]
"""What was measured or seen at a hold point; a hold point that somebody lets pass as it is; a task that is done, or
was not after all."""


class Entry(Part):
    """One thing that somebody wrote down."""

    id: Key
    """Made where it was written, so that one that is sent twice is kept once."""
    kind: EntryKind
    about: About
    on: DateText
    by: PlaceText = ""
    """The person; whoever lets something pass is named."""
    values: dict[Key, float] = Field(default_factory=dict, max_length=40)
    """Of a reading, in kept units."""
    name: PlaceText = ""
    """What it was about as it was called then, for when the design has it no more."""
    note: Annotated[str, Field(max_length=500)] = ""
    passed: bool | None = None
    """Whether a reading passed by the design as it was then, which whoever keeps it writes in; None of all else."""
    after: Key | None = None
    """The last entry about the same that its maker had seen; two after the same one were written without knowing of
    each other."""

    @model_validator(mode="after")
    def _named(self) -> "Entry":
        if self.kind == "let_pass" and not self.by.strip():
            raise InputError("by", "must name who lets it pass")
        if self.kind == "let_pass" and not self.note.strip():
            raise InputError("note", "must give the reason")
        if self.kind == "reading" and not self.values:
            raise InputError("values", "must have at least one reading")
        if self.kind != "reading" and self.values:
            raise InputError("values", "belong to a reading")
        return self


@dataclass(frozen=True, eq=False, slots=True)
class SiteRecord:
    """All that is written down on a site, in the order in which it came. Held and compared by identity."""

    entries: tuple[Entry, ...] = ()
    version: int = 0
    """Another one with every entry that is kept."""


NOTHING_WRITTEN = SiteRecord()
