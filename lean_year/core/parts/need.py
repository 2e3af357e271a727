"""What a station of the design asks for: a part, so much of it, and why."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Need:
    """So much of one part, asked for by one place of the design."""

    kind: str
    """A key of the catalogue."""
    why: str
    """The place that asks, and the sum that gives how much."""
    quantity: float = 1.0
    """In the unit of its kind; of what is cut, left to its pieces."""
    size: str = ""
    """As it stands on the shelf; two of one kind and size are one line."""
    of: str = ""
    """The row of the document that it is made for, where two of one kind are two things to buy."""
    detail: str = ""
    """What it must be like; it moves with the design, and the line stays the same line."""
    pieces_mm: tuple[float, ...] = ()
    """Of what is cut from stock lengths. [mm]"""
    rating: str = ""
    """Pressure or drinking-water rating that it must have."""
    pipe_mm: float = 0.0
    """Outside diameter of the pipe that it is jointed to. [mm]"""
    glued: bool = False
    """Whether its joints are cemented; else they have ring seals."""
    hole: bool = False
    """Whether a hole is sawn for it in a tank."""
