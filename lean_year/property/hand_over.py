"""What the household is left with when the supply is handed over: whom to call, manuals, warranties."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from lean_year.property.parts import DateText, Key, Part, PlaceText, Text, require_different

MOST_ROWS = 40
Trade = Literal["installer", "plumber", "electrician", "tank_maker", "water_truck", "other"]
Link = Annotated[str, Field(max_length=300, pattern=r"^(https?://[^\s<>\"]+)?$")]
"""An address that begins with http:// or https://, or nothing."""


class Contact(Part):
    """Somebody who is called when something fails."""

    id: Key
    trade: Trade = "installer"
    name: Text
    phone: PlaceText = ""


class Manual(Part):
    """A maker's manual: where it lies, or its address."""

    id: Key
    name: Text
    link: Link = ""
    kept: PlaceText = ""
    """Where it lies on paper."""


class Warranty(Part):
    """What somebody vouches for, and until when."""

    id: Key
    name: Text
    by: PlaceText = ""
    until: DateText | None = None


class HandOver(Part):
    """Entered by whoever hands over; nothing of it is assumed."""

    contacts: list[Contact] = Field(default_factory=list, max_length=MOST_ROWS)
    manuals: list[Manual] = Field(default_factory=list, max_length=MOST_ROWS)
    warranties: list[Warranty] = Field(default_factory=list, max_length=MOST_ROWS)
    instructed: PlaceText = ""
    """Who of the household was shown how it is run."""
    instructed_on: DateText | None = None

    @model_validator(mode="after")
    def _rows_differ(self) -> "HandOver":
        for name in ("contacts", "manuals", "warranties"):
            require_different(name, [each.id for each in getattr(self, name)])
        return self
