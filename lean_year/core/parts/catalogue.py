"""The kinds of parts that a supply is made of, by what each is sold, where, and for which work.

Basis: common practice.
"""

from dataclasses import dataclass
from typing import Any, Literal

from lean_year.core.tables import rows, table
from lean_year.core.units import (
    L_PER_US_GALLON,
    M2_PER_SQUARE_FOOT,
    M3_PER_CUBIC_YARD,
    M_PER_FOOT,
    M_PER_MILE,
    T_PER_SHORT_TON,
)

System = Literal["metric", "us"]


@dataclass(frozen=True, slots=True)
class PartKind:
    """One kind, of whatever size."""

    name: str
    unit: str
    """That it is sold by."""
    group: str
    """Where it is bought: a key of `GROUPS`."""
    work: str
    """What needs it first: a key of `WORKS`."""
    stock_m: tuple[float, float] | None = None
    """Of what is cut from stock lengths, metric and US. [m]"""
    joints: int = 0
    """That a fitting makes in the pipe it belongs to."""
    spare: int = 0
    """Bought over what is asked for."""
    hours: float = 0.0
    """Of one pair of hands, for one unit. Basis: estimate. [h]"""
    spare_set: bool = False
    """Whether as many again are bought, to be there when the first are due."""

    def stock_mm(self, system: System) -> float | None:
        """Length in which it is sold; None of what is not cut. [mm]"""
        return None if self.stock_m is None else 1000 * self.stock_m[system == "us"]


def _kind(**values: Any) -> PartKind:
    stock = values.pop("stock_m", None)
    return PartKind(**values, stock_m=None if stock is None else (stock[0], stock[1]))


KINDS: dict[str, PartKind] = rows(_kind, "parts")
GROUPS: dict[str, str] = {each["key"]: each["name"] for each in table("parts")["groups"]}
"""Where things are bought, in the order of a list."""
WORKS: dict[str, str] = {each["key"]: each["name"] for each in table("parts")["works"]}
"""The days of work, in their order."""
_PRICED_IN: dict[str, dict[str, float]] = {
    "t": {"t": 1.0, "short ton": T_PER_SHORT_TON},
    "m3": {"m3": 1.0, "m³": 1.0, "yd3": M3_PER_CUBIC_YARD, "yd³": M3_PER_CUBIC_YARD, "1000 gal": L_PER_US_GALLON},
    "m2": {"m2": 1.0, "m²": 1.0, "ft2": M2_PER_SQUARE_FOOT, "ft²": M2_PER_SQUARE_FOOT},
    "m": {"m": 1.0, "ft": M_PER_FOOT},
    "L": {"L": 1.0, "gal": L_PER_US_GALLON},
    "km": {"km": 1.0, "mile": M_PER_MILE / 1000},
}
"""Units in which what is measured may be priced, and kept units in each; all else is counted."""
_OTHER_UNITS = ("h", "day", "kWh")
UNITS: tuple[str, ...] = tuple(
    dict.fromkeys(
        [
            *(name for kind in KINDS.values() for name in _PRICED_IN.get(kind.unit, {kind.unit: 1.0})),
            *_PRICED_IN["m3"],
            *_PRICED_IN["km"],
            *_OTHER_UNITS,
        ]
    )
)
"""All units that a price may be for."""


def priced_in(unit: str) -> dict[str, float]:
    """Units that a price for a unit may be given in, and kept units in each.

    >>> priced_in("each"), priced_in("m")
    ({'each': 1.0}, {'m': 1.0, 'ft': 0.3048})
    """
    return _PRICED_IN.get(unit, {unit: 1.0})


def kind_of_key(key: str) -> str | None:
    """The kind of part that a key of a line is of; None where it is of none.

    >>> kind_of_key("drain-pipe-110-mm"), kind_of_key("down-pipe-clip-80-mm"), kind_of_key("labour")
    ('drain-pipe', 'down-pipe-clip', None)
    """
    words = key.split("-")
    for count in range(len(words), 0, -1):
        if (kind := "-".join(words[:count])) in KINDS:
            return kind
    return None
