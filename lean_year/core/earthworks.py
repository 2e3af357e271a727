"""Cutting a level pad into a slope: what is dug out, what is filled, and how high the edges stand."""

import math
from dataclasses import dataclass

import numpy as np

from lean_year.core.errors import InputError, require_number

_STEPS = 128
"""Round half a pad, or along its side."""
UPRIGHT = 1e-6
"""Batters below are faces that are held."""
FARTHEST_M = 30.0
"""Batters that have not met the ground so far out are not followed. [m]"""


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
    """A pad cut into a slope."""

    cut_m3: float
    """With its batters; in the ground, not loosened."""
    fill_m3: float
    cut_edge_m: float
    """Ground over the pad at its uphill edge, 0 where there is none. [m]"""
    fill_edge_m: float
    """Pad over the ground at its downhill edge, 0 where there is none. [m]"""
    on_fill_share: float
    """Of the pad that stands on fill. [-]"""
    meets: bool
    """Whether the batters meet the ground; where not, the volumes end where they were followed to."""


def earthworks(
    *, pad: Footprint, over_m: float, slope: float, cut_batter: float = 1.0, fill_batter: float = 1.5
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
    batters = [
        require_number(name, each, low=0, high=5)
        for name, each in (("cut_batter", cut_batter), ("fill_batter", fill_batter))
    ]
    half = pad.width_m / 2
    heights = rise * half - over, over + rise * half
    cut, fill = _inside_m3(pad, over, rise)
    # Seen from below, fill is cut into a slope that runs the other way.
    cut += _beyond_m3(pad, over, rise, batters[0])
    fill += _beyond_m3(pad, -over, rise, batters[1])
    return Earthworks(
        cut_m3=cut,
        fill_m3=fill,
        cut_edge_m=max(0.0, heights[0]),
        fill_edge_m=max(0.0, heights[1]),
        on_fill_share=_on_fill_share(pad, over, rise),
        meets=all(_meets(edge, batter, rise) for edge, batter in zip(heights, batters, strict=True)),
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
        return 1.0 if over_m > 0 else 0.0
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


def _beyond_m3(pad: Footprint, over_m: float, rise: float, batter: float) -> float:
    """What a cut's batters take all round a pad, followed straight out from each place of its edge."""
    if batter <= UPRIGHT:
        return 0.0
    half = pad.width_m / 2
    if pad.round:
        uphill = np.cos((np.arange(_STEPS) + 0.5) * np.pi / _STEPS)
        faces = _wedge(rise * half * uphill - over_m, 1 / batter - rise * uphill)
        return float(2 * (half * faces[0] + faces[1]).mean() * np.pi)
    quarter = np.cos((np.arange(_STEPS) + 0.5) * np.pi / 2 / _STEPS)
    total = 0.0
    for way in (1, -1):
        height = np.asarray(way * rise * half - over_m)
        total += pad.length_m * float(_wedge(height, np.asarray(1 / batter - way * rise))[0])
        total += float(2 * _wedge(height, 1 / batter - way * rise * quarter)[1].mean() * np.pi / 2)
    along = (np.arange(_STEPS) + 0.5) / _STEPS * pad.width_m - half
    return total + float(2 * _wedge(rise * along - over_m, np.asarray(1 / batter))[0].mean() * pad.width_m)


def _wedge(height_m: np.ndarray, closing: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Area between a face and the ground outwards, and its first moment about where they start. [m2, m3]"""
    height = np.maximum(height_m, 0)
    never = closing * FARTHEST_M <= height
    out = np.where(never, FARTHEST_M * (height > 0), height / np.where(never, 1.0, closing))
    return height * out - closing * out**2 / 2, height * out**2 / 2 - closing * out**3 / 3
