"""One thing to see, measure or photograph, and where on a walk round the house."""

from dataclasses import dataclass
from typing import Literal

Walk = Literal["roof", "eaves", "walls", "ground", "plant", "house", "road"]
WALK: tuple[Walk, ...] = ("roof", "eaves", "walls", "ground", "plant", "house", "road")
"""In the order of a walk round the house."""
AskKind = Literal[
    "length", "bore", "pipe", "area", "angle", "count", "percent", "pressure", "intensity", "choice", "yes_no", "look"
]  # fmt: skip
"""How its answer is written; `look` for what has no place in the design, or one that is drawn."""


@dataclass(frozen=True, slots=True)
class Ask:
    """One item before anybody has answered it."""

    walk: Walk
    key: str
    """By the ids of its rows, so that it stays when rows move."""
    asks: str
    how: str
    path: str | None = None
    """JSON pointer of its place in the design; None where it has none."""
    kind: AskKind = "look"
    gone_later: bool = False
    """Whether it cannot be seen any longer once the work is covered, or the crew has gone."""
    photo: bool = False
