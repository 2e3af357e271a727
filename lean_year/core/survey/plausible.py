"""How far a value that nobody has measured may lie from what stands in for it."""

from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Any

from lean_year.core.basis import Basis
from lean_year.core.errors import InputError
from lean_year.core.tables import table


@dataclass(frozen=True, slots=True)
class PlausibleRange:
    """Of one place in a property: two ends, or the words that it may be. One of the four is given."""

    path: str
    """JSON pointer with `*` for the row of a list."""
    why: str
    """What the range comes from, in words."""
    basis: Basis = "estimate"
    times: tuple[float, float] | None = None
    """Ends as multiples of what stands. [-]"""
    around: tuple[float, float] | None = None
    """Ends as what is added to it, in its own unit."""
    between: tuple[float, float] | None = None
    """The ends themselves, in its own unit."""
    others: tuple[Any, ...] | None = None
    """All that it may be, where it is no number."""
    over: str | None = None
    """JSON pointer of the height that `between` is counted from."""
    unmeasured: bool = False
    """Whether nothing standing there means that nobody has measured it, and not that there is none."""

    def __post_init__(self) -> None:
        given = [ends for ends in (self.times, self.around, self.between, self.others) if ends is not None]
        if len(given) != 1:
            raise InputError(self.path, "needs one of times, around, between and others")
        if self.others is None and not given[0][0] < given[0][1]:
            raise InputError(self.path, "needs a low end below the high one")

    def covers(self, pointer: str) -> bool:
        """Whether a value's pointer is of this place.

        >>> PlausibleRange("/roofs/*/pitch_deg", "by eye", around=(-8, 8)).covers("/roofs/12/pitch_deg")
        True
        """
        way, steps = self.path.split("/"), pointer.split("/")
        return len(way) == len(steps) and all(step in ("*", taken) for step, taken in zip(way, steps, strict=True))

    def ends(self, value: Any, *, over: float = 0.0) -> list[Any]:
        """What the value may be instead of what stands, low end first.

        Parameters
        ----------
        value
            What stands; None where nothing does.
        over : float, default 0
            The height at `over`. [m]

        Returns
        -------
        list
            Empty where nothing stands and the range is counted from what stands.

        Examples
        --------
        >>> PlausibleRange("/roofs/*/pitch_deg", "by eye", around=(-8, 8)).ends(30.0)
        [22.0, 38.0]
        >>> PlausibleRange("/household/guests", "by the year", times=(0.5, 2.0)).ends([0.0, 1.5])
        [[0.0, 0.75], [0.0, 3.0]]
        >>> PlausibleRange("/roofs/*/outlet_m", "one storey", between=(2.0, 3.2)).ends(None, over=0.5)
        [2.5, 3.7]
        >>> PlausibleRange("/pump/pipe", "in the ground", others=("plastic", "metal")).ends("metal")
        ['plastic']
        """
        if self.others is not None:
            return [list(each) if isinstance(each, list) else each for each in self.others if each != value]
        if self.between is not None:
            ends: list[Any] = [round(end + over, 9) for end in self.between]
        elif value is None:
            return []
        elif isinstance(value, list):  # a value for each month
            ends = [[self._moved(each, number) for each in value] for number in (0, 1)]
        else:
            ends = [self._moved(value, number) for number in (0, 1)]
        return [end for end in ends if end != value]

    def _moved(self, value: float, number: int) -> float:
        """One value at the low end, 0, or the high one, 1; whole numbers stay whole."""
        if self.times is not None:
            moved = value * self.times[number]
        else:
            assert self.around is not None
            moved = value + self.around[number]
        return round(moved) if isinstance(value, int) else round(moved, 9)


@cache
def plausible_ranges() -> tuple[PlausibleRange, ...]:
    """The table, in its order."""
    known = table("plausible")
    return tuple(
        PlausibleRange(
            **{"basis": known["basis"]}
            | {name: tuple(value) if isinstance(value, list) else value for name, value in row.items()}
        )
        for row in known["row"]
    )


@lru_cache(maxsize=8_192)
def plausible_range(pointer: str) -> PlausibleRange | None:
    """The range of the value at a JSON pointer; None for what is decided, not measured.

    >>> plausible_range("/roofs/0/pitch_deg").around
    (-8, 8)
    """
    return next((each for each in plausible_ranges() if each.covers(pointer)), None)
