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
    holds_m3: float = 0.0
    """Of one tank, which is priced by what it holds as well. [m3]"""
    hole: bool = False
    """Whether a hole is sawn for it in a tank."""
    once: bool = False
    """Whether one is enough however many places ask: a tool, or a spare."""


@dataclass(frozen=True, slots=True)
class Upkeep:
    """What has to be bought again, or done, every so many months."""

    kind: str
    """A key of the catalogue."""
    why: str
    every_months: float
    quantity: float = 1.0
    """Each time, in the unit of its kind."""
    size: str = ""
    rating: str = ""
    replaces: bool = False
    """Whether it is a replacement of what was built, and not upkeep of every year."""

    def as_need(self) -> Need:
        """The part that is bought each time."""
        return Need(self.kind, self.why, self.quantity, size=self.size, rating=self.rating)


@dataclass(frozen=True, eq=False, slots=True)
class Needs:
    """What one station asks for. Held and compared by identity: a station that is not worked out anew asks for the
    same."""

    each: tuple[Need, ...]
    upkeep: tuple[Upkeep, ...] = ()
    """What is bought again, or done, over the years."""


NO_NEEDS = Needs(())
