"""A tank out of level: which way it falls, and what its overflow and its outlet are worth over its middle.

Water stands level; a tank that leans is as full, over its middle, as its lower points let it be. While the water
covers the whole floor and reaches no lid, what it holds goes by its depth over the middle of the floor.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, get_args

from lean_year.core.errors import InputError, require_number

Side = Literal["overflow", "clockwise", "opposite", "anticlockwise"]
"""Of a tank seen from above, a quarter each, from its overflow on."""
SIDES: tuple[Side, ...] = get_args(Side)
_WAYS: dict[Side, tuple[int, int]] = {
    "overflow": (1, 0), "clockwise": (0, 1), "opposite": (-1, 0), "anticlockwise": (0, -1),
}  # fmt: skip
"""Towards each side, as parts towards the overflow and clockwise of it."""
MOST_MM = 5_000.0
SLIGHT_MM_M, SLIGHT_MM = 5.0, 15.0
"""A lean that a tank may be given on purpose, towards the hill: for each metre of its base, and at most. Basis:
estimate."""
OUT_OF_PLANE_MM = 5.0
"""By so much four readings may miss one plane before somebody should read them again. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class Tilt:
    """How far the base falls, from side to side."""

    to_overflow_mm: float
    """Down to the side of its overflow; below zero where that side is the high one."""
    clockwise_mm: float
    """Down to the side a quarter clockwise of it."""
    out_of_plane_mm: float = 0.0
    """By how much four readings miss one plane."""

    @property
    def steepest_mm(self) -> float:
        """Across the base, the way it falls most."""
        return math.hypot(self.to_overflow_mm, self.clockwise_mm)

    @property
    def clockwise_deg(self) -> float:
        """Where it is lowest, clockwise from its overflow, 0 to 360. [deg]"""
        return math.degrees(math.atan2(self.clockwise_mm, self.to_overflow_mm)) % 360

    def down_at_m(self, side: Side) -> float:
        """How much lower one side stands than the middle. [m]"""
        to_overflow, clockwise = _WAYS[side]
        return (self.to_overflow_mm * to_overflow + self.clockwise_mm * clockwise) / 2000


LEVEL = Tilt(0.0, 0.0)


def tilt_of_fall(*, fall_mm: float, towards: Side) -> Tilt:
    """The tilt of a base that falls towards one side.

    Parameters
    ----------
    fall_mm : float
        From side to side, 0 to 5,000. [mm]
    towards : Side
        Which side is the low one.

    Returns
    -------
    Tilt

    Raises
    ------
    InputError
        If the fall is out of its range.

    Examples
    --------
    >>> tilt_of_fall(fall_mm=40, towards="opposite").to_overflow_mm
    -40.0
    """
    fall = require_number("fall_mm", fall_mm, low=0, high=MOST_MM)
    to_overflow, clockwise = _WAYS[towards]
    return Tilt(fall * to_overflow, fall * clockwise)


def tilt_of_points(points_mm: Sequence[float]) -> Tilt:
    """The tilt of a base by the heights of four points at its rim.

    Parameters
    ----------
    points_mm : sequence of float
        Four heights, each -5,000 to 5,000, over any one level: at the overflow, then a quarter on each, clockwise
        seen from above. [mm]

    Returns
    -------
    Tilt
        Of the plane that fits the four best: half of what they miss it by is what the two pairs of opposite points
        differ by in their middles. Basis: derived.

    Raises
    ------
    InputError
        If they are not four, or one is out of its range.

    Examples
    --------
    >>> tilt = tilt_of_points([0, 10, 40, 30])
    >>> tilt.to_overflow_mm, tilt.clockwise_mm, tilt.out_of_plane_mm
    (40.0, 20.0, 0.0)
    """
    if len(points_mm) != len(SIDES):
        raise InputError("points_mm", f"must be {len(SIDES)} heights, got {len(points_mm)}")
    at, clockwise, opposite, anticlockwise = (
        require_number(f"points_mm[{row}]", each, low=-MOST_MM, high=MOST_MM) for row, each in enumerate(points_mm)
    )
    out = abs((at + opposite) / 2 - (clockwise + anticlockwise) / 2)
    return Tilt(opposite - at, anticlockwise - clockwise, out)


def top_water_m(*, overflow_m: float, height_m: float, tilt: Tilt) -> float:
    """Depth over the middle of the floor at which a leaning tank spills: at its overflow, or over its rim.

    Parameters
    ----------
    overflow_m : float
        Of the overflow over the floor below it, 0 to 1,000. [m]
    height_m : float
        Of the rim over the floor below it, 0 to 1,000. [m]
    tilt : Tilt
        How it leans.

    Returns
    -------
    float
        Not below 0. [m]. Basis: derived.

    Raises
    ------
    InputError
        If a height is out of its range.

    Examples
    --------
    Leaning towards its overflow it spills sooner; away from it, over its rim at the latest:

    >>> top_water_m(overflow_m=2.0, height_m=2.1, tilt=tilt_of_fall(fall_mm=80, towards="overflow"))
    1.96
    >>> round(top_water_m(overflow_m=2.0, height_m=2.1, tilt=tilt_of_fall(fall_mm=160, towards="opposite")), 3)
    2.02
    """
    overflow = require_number("overflow_m", overflow_m, low=0, high=1_000)
    height = require_number("height_m", height_m, low=0, high=1_000)
    return max(0.0, min(overflow - tilt.down_at_m("overflow"), height - tilt.steepest_mm / 2000))
