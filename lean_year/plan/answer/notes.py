"""How something is put together: one thing that whoever builds it must know."""

from typing import Literal

from pydantic import BaseModel

View = Literal[
    "levels", "downpour", "screens", "inside",
    "train", "disinfection", "water", "plant_room",
    "pressure", "suction", "power", "hot_water", "top_up",
    "pad", "dig", "weight", "access",
]  # fmt: skip
"""Of gutters and pipes, treatment, pump, ground."""


class BuildNote(BaseModel):
    """A note, and the view of its sheet that it belongs to."""

    view: View
    head: str
    text: str
