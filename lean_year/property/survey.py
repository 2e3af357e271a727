"""What was seen on the site, as it is written down there."""

from typing import Annotated, Literal

from pydantic import Field

from lean_year.property.parts import DateText, Part, PlaceText

MOST_SEEN = 2_000
ItemKey = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[a-z0-9_/-]+$")]
"""What is asked for: a place by the ids of its rows, such as `roofs/house/outlet_m`."""


Mark = Literal["seen", "left_out", "noted"]
"""Looked at on the site; not needed, since what stands there is good enough and stays assumed; only written to."""


class Seen(Part):
    """One item of the survey that somebody has looked at on the site, left out, or written something to."""

    mark: Mark = "seen"

    value: float | bool | str | list[float | str] | None = None
    """What stood in the design when it was looked at; it counts as confirmed while the same stands there."""
    by: PlaceText = ""
    on: DateText | None = None
    note: Annotated[str, Field(max_length=500)] = ""
