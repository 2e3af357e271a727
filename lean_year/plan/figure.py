"""What every stage answers with: figures that explain themselves, and findings."""

from typing import Literal

from pydantic import BaseModel

from lean_year.core.catchment import Basis

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


class Finding(BaseModel):
    """Something to know or to mend, in the order measured, needed, fix."""

    code: str
    stage: Stage
    severity: Severity
    text: str
    fix: str = ""
