"""How a supply in use is looked after, and where it lies among the firm's others."""

from pydantic import Field

from lean_year.property.parts import DateText, Part, PlaceText


class Keeping(Part):
    """Nothing of it is assumed."""

    in_use_since: DateText | None = None
    """From when on its upkeep counts, where that is not the day of its hand-over here: a supply that was there."""
    area: PlaceText = ""
    """Where it lies, as the firm calls it: what is near is visited on one round."""
    visits_every_months: float | None = Field(default=None, ge=0.5, le=120)
    """Visits by contract; None where there is none."""
