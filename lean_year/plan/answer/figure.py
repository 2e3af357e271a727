"""What every stage answers with: figures that explain themselves, and findings."""

from typing import Any, Literal

from pydantic import BaseModel, Field

from lean_year.core.basis import Basis

Severity = Literal["fails", "caution", "note"]
Stage = Literal[
    "rain",
    "roofs",
    "gutters",
    "first_flush",
    "cistern",
    "overflow",
    "pump",
    "treatment",
    "household",
    "ground",
    "price",
    "build",
    "log",
]


class Figure(BaseModel):
    """A number with its derivation."""

    value: float | None
    """Unrounded, in `unit`; None where the record cannot say."""
    unit: str
    label: str
    basis: Basis
    source: str = ""
    formula: str = ""
    working: str = ""
    """The formula with this property's own values in it."""
    moves: str = ""
    """What would change the answer, and by how much."""


class Fix(BaseModel):
    """One way to mend something, as the edit that does it."""

    text: str
    operations: list[dict[str, Any]]


class Finding(BaseModel):
    """Something to know or to mend, in the order measured, needed, fix."""

    code: str
    stage: Stage
    severity: Severity
    text: str
    fix: str = ""
    fixes: list[Fix] = Field(default_factory=list)
    """Edits that would mend it, the first the one that `fix` describes; empty where it takes more than an edit."""
