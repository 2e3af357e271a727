"""What every stage answers with: figures that explain themselves, and findings."""

from typing import Any, Literal

from pydantic import BaseModel, Field

from lean_year.core.basis import Basis
from lean_year.plan.answer.inputs import Input

Severity = Literal["fails", "caution", "note"]
SEVERITIES: tuple[Severity, ...] = ("fails", "caution", "note")
"""The worst first.

`fails`: people can get hurt, water can be lost or unfit for its use, or the aim is missed. `caution`: likely
trouble, or the business of an engineer, a plumber or an electrician. `note`: worth knowing.
"""
StationKey = str
"""Key of a station of the registry. The API's schema lists them; here no station is known."""


_PLAIN_SOURCES: dict[Basis, str] = {
    "derived": "worked out here",
    "common_practice": "common practice in the trade",
    "estimate": "an estimate",
    "entered": "entered",
}
"""Where no source is named; what is published or from memory always has one of its own."""
PLAIN_SOURCES = frozenset(_PLAIN_SOURCES.values())


class Figure(BaseModel):
    """A number with its derivation."""

    value: float | None
    """Unrounded, in `unit`; None where the record cannot say."""
    unit: str
    label: str
    basis: Basis
    """Of the rule and its constants; once the plan is whole, no better than the worst of what it rests on."""
    rests_on: tuple[Input, ...] = Field(default=(), exclude=True)
    weakest: list[str] = Field(default_factory=list)
    """What of it makes the mark worse than that of its rule."""
    source: str = ""
    formula: str = ""
    working: str = ""
    """The formula with this property's own values in it."""
    moves: str = ""
    """What would change the answer, and by how much."""

    def model_post_init(self, _context: Any) -> None:
        if not self.source:
            self.source = _PLAIN_SOURCES[self.basis]


class Fix(BaseModel):
    """One way to fix something, as the edit that does it."""

    text: str
    operations: list[dict[str, Any]]


class Finding(BaseModel):
    """Something to know or to fix, in the order measured, needed, fix."""

    code: str
    stage: StationKey
    severity: Severity
    text: str
    fix: str = ""
    fixes: list[Fix] = Field(default_factory=list)
    """Edits that would fix it, the first the one that `fix` describes; empty where it takes more than an edit."""
    asks: bool = False
    """Whether something is not measured, tested or decided yet: its station is not settled while this stands."""
    not_to_drink: bool = False
    """Whether nobody may drink the water while this stands: the verdict says so."""
