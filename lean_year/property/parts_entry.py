"""What a person changed of the list of parts, and added to it."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from lean_year.core.parts.usual import KERF_MM
from lean_year.property.parts import Key, Part, PlaceText, Text, require_different
from lean_year.property.price_book import Money

MOST_CHANGED = 500
MOST_ADDED = 200
MOST_PIECES_OF_A_LINE = 200
PartKey = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[a-z0-9-]+$")]
Quantity = Annotated[float, Field(ge=0, le=1e6)]
Unit = Literal["each", "length", "m", "m2", "m3", "t", "L", "bag", "box", "roll", "tub", "cartridge", "set"]
GroupKey = Literal["tank", "pump", "plumbing", "gutters", "quarry", "electrical", "tools"]
WorkKey = Literal["ground", "tanks", "pipes", "gutters", "plant", "hand_over"]


class ChangedPart(Part):
    """One line that the design asks for, as somebody has it. What is None or empty is as the design asks."""

    name: Annotated[str, Field(min_length=1, max_length=300)]
    """What it was called when it was changed, by which it is known where the design asks for it no more."""
    quantity: Quantity | None = None
    """In the unit of the line."""
    left_out: bool = False
    instead: PlaceText = ""
    """What is bought in its place."""
    note: PlaceText = ""
    bought: bool = False
    """Ticked off: it is there."""
    paid: Money | None = None
    """For each, where it was bought."""
    stock_m: float | None = Field(default=None, ge=0.1, le=100)
    """Length in which it is sold."""
    pieces_m: Annotated[
        list[Annotated[float, Field(gt=0, le=1_000)]] | None, Field(max_length=MOST_PIECES_OF_A_LINE)
    ] = None
    """As they were measured."""

    @property
    def by_hand(self) -> bool:
        """Whether anything of it is otherwise than the design asks; ticking it off changes nothing."""
        asked = (None, "", False)
        return any(each not in asked for each in (self.quantity, self.instead, self.stock_m, self.pieces_m))


class AddedPart(Part):
    """One line that somebody added."""

    id: Key
    name: Text
    quantity: Quantity = 1
    unit: Unit = "each"
    group: GroupKey = "tools"
    work: WorkKey = "hand_over"
    note: PlaceText = ""
    bought: bool = False
    paid: Money | None = None
    """For each."""


class PartsEntry(Part):
    """The list of parts, as far as it is not the design's."""

    kerf_mm: float = Field(default=KERF_MM, ge=0, le=20)
    """What the saw takes."""
    changed: dict[PartKey, ChangedPart] = Field(default_factory=dict, max_length=MOST_CHANGED)
    added: list[AddedPart] = Field(default_factory=list, max_length=MOST_ADDED)

    @model_validator(mode="after")
    def _added_differ(self) -> "PartsEntry":
        require_different("added", [each.id for each in self.added])
        return self
