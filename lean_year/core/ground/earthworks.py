"""Cutting a level pad into a slope: what is dug out, what is filled, and how high the edges stand."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

_STEPS = 128
"""Ways straight out from half a pad's edge, or from a side of it."""
UPRIGHT = 1e-6
"""Batters below are faces that are held."""
LEVEL_M = 1e-6
"""What lies closer is level. [m]"""
FARTHEST_M = 30.0
"""Batters that have not met the ground so far out are not followed. [m]"""
MOST_HELD_M = 1.0
"""Retained without an engineer. Basis: common practice."""
WALL_FAILS_M = 1.5
"""A wall that holds more than this and that nobody has designed can bury somebody. Basis: estimate."""
RAISED_M = 0.6
"""A tank that stands so high over the ground stands on a structure. Basis: estimate."""
SHORED_FROM_M = 1.2
"""Basis: from memory (safety rules, 1.2 to 1.5 m)."""
LEAST_STANDS_MM = 50.0


@dataclass(frozen=True, slots=True)
class Footprint:
    """A pad as seen from above: round, or oblong with its length along the slope's level."""

    length_m: float
    width_m: float
    """Up and down the slope; the diameter where it is round."""
    round: bool

    @property
    def area_m2(self) -> float:
        """[m2]"""
        return np.pi / 4 * self.width_m**2 if self.round else self.length_m * self.width_m


@dataclass(frozen=True, slots=True)
class Earthworks:
    """A pad cut into a slope whose topsoil is stripped first."""

    cut_m3: float
    """Below the topsoil, with its batters; in the ground, not loosened."""
    fill_m3: float
    """From where the topsoil lay up to the pad, with its batters."""
    topsoil_m3: float
    """Stripped off the pad and its batters."""
    cut_edge_m: float
    """Ground over the pad at its uphill edge, topsoil and all; 0 where there is none. [m]"""
    fill_edge_m: float
    """Pad over the stripped ground at its downhill edge, 0 where there is none. [m]"""
    on_fill_share: float
    """Of the pad that stands on fill. [-]"""
    meets: bool
    """Whether the batters meet the ground; where not, the volumes end where they were followed to."""


NOTHING_MOVED = Earthworks(0.0, 0.0, 0.0, 0.0, 0.0, 0.0, meets=True)
"""Under what is set down on rock or a slab that is there."""


def earthworks(
    *,
    pad: Footprint,
    over_m: float,
    slope: float,
    topsoil_m: float = 0.0,
    cut_batter: float = 1.0,
    fill_batter: float = 1.5,
) -> Earthworks:
    """Cut and fill of a level pad on an even slope, batters all round: wedges and cones, summed round the pad.

    Parameters
    ----------
    pad : Footprint
        0.1 to 500 m each way.
    over_m : float
        Pad over the ground at its middle, below zero for a pad that is dug in, -20 to 20. [m]
    slope : float
        Rise over run of the ground, 0 to 1. [-]
    topsoil_m : float
        Stripped before anything is dug or filled, 0 to 3. [m]
    cut_batter, fill_batter : float
        Run for each metre of height, 0 for an upright face that is held, 0 to 5. [-]

    Returns
    -------
    Earthworks
        Basis: derived; volumes within 0.1 % of the integral.

    Raises
    ------
    InputError
        If the slope is over 45 degrees, or the pad has no size.
    """
    for name, size in (("length_m", pad.length_m), ("width_m", pad.width_m)):
        require_number(name, size, low=0.1, high=500)
    over = require_number("over_m", over_m, low=-20, high=20)
    if slope > 1:
        raise InputError("slope", f"must be at most 1, 45 degrees, got {slope:g}")
    rise = require_number("slope", slope, low=0, high=1)
    topsoil = require_number("topsoil_m", topsoil_m, low=0, high=3)
    cut_batter = require_number("cut_batter", cut_batter, low=0, high=5)
    fill_batter = require_number("fill_batter", fill_batter, low=0, high=5)
    half = pad.width_m / 2
    stripped = over + topsoil  # pad over the ground without its topsoil
    cut, fill = _inside_m3(pad, stripped, rise)
    rays = _rays(pad)
    ground = rise * rays.x_m - over
    dug = _faces(rays, ground, rise * rays.uphill, cut_batter)
    dug_below = _faces(rays, ground - topsoil, rise * rays.uphill, cut_batter)
    # Seen from below, fill is cut into a slope that runs the other way; topsoil that still stands holds its edge.
    filled = _faces(rays, np.where(ground < 0, topsoil - ground, 0.0), -rise * rays.uphill, fill_batter)
    return Earthworks(
        cut_m3=cut + dug_below.volume_m3,
        fill_m3=fill + filled.volume_m3,
        topsoil_m3=topsoil * (pad.area_m2 + filled.area_m2) + dug.volume_m3 - dug_below.volume_m3,
        cut_edge_m=max(0.0, rise * half - over),
        fill_edge_m=max(0.0, stripped + rise * half),
        on_fill_share=_on_fill_share(pad, stripped, rise),
        meets=_meets(rise * half - over, cut_batter, rise)
        and (over + rise * half <= 0 or _meets(stripped + rise * half, fill_batter, rise)),
    )


def _meets(edge_m: float, batter: float, rise: float) -> bool:
    """Whether a batter comes to the ground that runs away from it before it is given up."""
    if edge_m <= 0 or batter <= UPRIGHT:
        return True
    return edge_m <= (1 / batter - rise) * FARTHEST_M


def _uphill_m2(pad: Footprint, x_m: float) -> float:
    """Of a pad, what lies uphill of a level line."""
    half = pad.width_m / 2
    if not pad.round:
        return pad.length_m * (half - x_m)
    return half**2 * math.acos(x_m / half) - x_m * math.sqrt(half**2 - x_m**2)


def _on_fill_share(pad: Footprint, over_m: float, rise: float) -> float:
    half = pad.width_m / 2
    if over_m >= rise * half or rise == 0:
        return 1.0 if over_m > LEVEL_M else 0.0
    return 1 - _uphill_m2(pad, max(-half, over_m / rise)) / pad.area_m2


def _inside_m3(pad: Footprint, over_m: float, rise: float) -> tuple[float, float]:
    """Cut and fill under the pad itself: a wedge on either side of the line where it meets the slope."""
    half = pad.width_m / 2
    if rise * half <= abs(over_m):
        return max(0.0, -over_m) * pad.area_m2, max(0.0, over_m) * pad.area_m2
    line = over_m / rise
    first_moment = 2 / 3 * (half**2 - line**2) ** 1.5 if pad.round else pad.length_m * (half**2 - line**2) / 2
    cut = max(0.0, rise * first_moment - over_m * _uphill_m2(pad, line))
    return cut, max(0.0, cut + over_m * pad.area_m2)


@dataclass(frozen=True, slots=True)
class _Rays:
    """Ways straight out from places all round a pad's edge. Arrays have one shape."""

    x_m: NDArray[np.float64]
    """Uphill from the pad's middle to where each begins."""
    uphill: NDArray[np.float64]
    """How much of each step outwards goes uphill. [-]"""
    edge_m: NDArray[np.float64]
    """How much of the edge each stands for."""
    turn: NDArray[np.float64]
    """How much of a circle each stands for, where they fan out. [rad]"""


def _rays(pad: Footprint) -> _Rays:
    half = pad.width_m / 2
    middles = (np.arange(_STEPS) + 0.5) / _STEPS
    if pad.round:
        uphill = np.cos(middles * np.pi)  # one half of a round pad is like the other
        turn = np.full(_STEPS, 2 * np.pi / _STEPS)
        return _Rays(half * uphill, uphill, half * turn, turn)
    fan = np.cos(middles * np.pi / 2)
    none, quarter = np.zeros(_STEPS), np.full(_STEPS, np.pi / _STEPS)  # of two corners
    ends = np.array([1.0, -1.0])
    return _Rays(
        x_m=np.concatenate(
            [half * ends, pad.width_m * middles - half, np.full(_STEPS, half), np.full(_STEPS, -half)]
        ),
        uphill=np.concatenate([ends, none, fan, -fan]),
        edge_m=np.concatenate([[pad.length_m] * 2, np.full(_STEPS, 2 * pad.width_m / _STEPS), none, none]),
        turn=np.concatenate([[0.0, 0.0], none, quarter, quarter]),
    )


@dataclass(frozen=True, slots=True)
class _Faces:
    volume_m3: float
    area_m2: float
    """As seen from above."""


def _faces(rays: _Rays, height_m: NDArray[np.float64], rise: NDArray[np.float64], batter: float) -> _Faces:
    """What lies between batters and the ground, which begins so high over them and rises on the way out."""
    if batter <= UPRIGHT:
        return _Faces(0.0, 0.0)
    height, closing = np.maximum(height_m, 0), 1 / batter - rise
    never = closing * FARTHEST_M <= height
    out = np.where(never, FARTHEST_M * (height > 0), height / np.where(never, 1.0, closing))
    section, moment = height * out - closing * out**2 / 2, height * out**2 / 2 - closing * out**3 / 3
    return _Faces(
        volume_m3=float((rays.edge_m * section + rays.turn * moment).sum()),
        area_m2=float((rays.edge_m * out + rays.turn * out**2 / 2).sum()),
    )
