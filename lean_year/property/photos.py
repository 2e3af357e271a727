"""Photos taken on the site: what each proves, and what was drawn on it. The pictures themselves are kept beside."""

from typing import Annotated

from pydantic import Field

from lean_year.property.parts import DateText, Key, Part, PlaceText, ShareOfOne
from lean_year.property.survey import ItemKey

MOST_PHOTOS = 300
MOST_ARROWS = 20
PhotoKey = Key
"""Under which its picture is kept; made by whoever took it, and never used for another picture."""


class Arrow(Part):
    """An arrow on a photo, with what was measured there in words. Its ends are shares of the width and the height."""

    from_x: ShareOfOne
    from_y: ShareOfOne
    to_x: ShareOfOne
    to_y: ShareOfOne
    words: Annotated[str, Field(max_length=60)] = ""


class Photo(Part):
    """One photo: of which item of the survey, by whom and when."""

    of: ItemKey
    by: PlaceText = ""
    on: DateText | None = None
    arrows: list[Arrow] = Field(default_factory=list, max_length=MOST_ARROWS)
