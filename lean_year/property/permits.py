"""What an authority or a licensed trade must agree to, as far as somebody has asked for it."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from lean_year.core.errors import InputError
from lean_year.property.parts import DateText, Key, Part, PlaceText

MOST_PERMITS = 60
PermitKey = Key
"""One that the plan asks for, such as `building`, or one of the person's own, such as `own-1`."""
PermitStatus = Literal["open", "asked", "granted", "refused", "not_needed"]
"""Nobody knows or has asked; asked for; granted, or the trade engaged; refused; found out that none is needed."""


class Permit(Part):
    """One permit, inspection or licensed trade. Entered by a person and never assumed: unknown counts as open."""

    status: PermitStatus = "open"
    name: PlaceText = ""
    """Of the person's own; the plan names the others."""
    authority: PlaceText = ""
    """Who grants or inspects it, or the licensed person who is engaged."""
    reference: PlaceText = ""
    asked_on: DateText | None = None
    granted_on: DateText | None = None
    until: DateText | None = None
    """The last day on which it holds."""
    lead_time_days: int | None = Field(default=None, ge=0, le=3_650)
    """How long the answer takes, as far as the authority says."""
    note: Annotated[str, Field(max_length=500)] = ""

    @model_validator(mode="after")
    def _days_in_order(self) -> "Permit":
        """ISO days sort as texts do."""
        for name, before, after in (
            ("granted_on", self.asked_on, self.granted_on),
            ("until", self.asked_on, self.until),
            ("until", self.granted_on, self.until),
        ):
            if before is not None and after is not None and after < before:
                raise InputError(name, f"must be no earlier than {before}, got {after}")
        return self
