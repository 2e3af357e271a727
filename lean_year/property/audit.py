"""An existing supply as it was found: what is there is entered as a design, and here the condition that it is in."""

from typing import Annotated, Literal

from pydantic import Field

from lean_year.property.parts import Part
from lean_year.property.survey import ItemKey

MOST_CONDITIONS = 300
ConditionState = Literal["not_looked_at", "sound", "worn", "broken", "renewed"]


class Condition(Part):
    """What a part is like."""

    state: ConditionState = "not_looked_at"
    note: Annotated[str, Field(max_length=500)] = ""


class Audit(Part):
    """Whether this is a supply as it was found, and what its parts are like."""

    as_found: bool = False
    conditions: dict[ItemKey, Condition] = Field(default_factory=dict, max_length=MOST_CONDITIONS)
    """Of each part that was looked at, by a key such as `tank/main`; a design that repairs it begins with them."""
