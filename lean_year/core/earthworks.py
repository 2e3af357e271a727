"""Cutting a level pad into a slope: what is dug out, what is filled, and how high the edges stand."""

from dataclasses import dataclass

import numpy as np

from lean_year.core.errors import InputError, require_number

_CELLS = 240
_FARTHEST_M = 30.0
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
    """Cut and fill of a level pad on an even slope, batters all round, by summing over a fine grid.

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
        Basis: derived; volumes within 1 % of the integral.

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
    cut_edge, fill_edge = max(0.0, rise * half - over), max(0.0, over + rise * half)
    reach = [_reach_m(edge, batter, rise) for edge, batter in zip((cut_edge, fill_edge), batters, strict=True)]
    out = max(min(each, _FARTHEST_M) for each in reach) + 0.05
    x, dx = _middles(-half - out, half + out, _CELLS)
    # One side of the fall line is like the other.
    y, dy = _middles(0.0, pad.length_m / 2 + out if not pad.round else half + out, _CELLS // 2)
    grid_x, grid_y = np.meshgrid(x, y, indexing="ij")
    away = _away_m(pad, grid_x, grid_y)
    ground = rise * grid_x - over  # over the pad; x runs uphill
    cut = np.where(away > 0, ground - _batter_m(away, batters[0]), ground)
    fill = np.where(away > 0, -ground - _batter_m(away, batters[1]), -ground)
    cell = 2 * dx * dy
    inside = away <= 0
    return Earthworks(
        cut_m3=float(np.maximum(cut, 0).sum() * cell),
        fill_m3=float(np.maximum(fill, 0).sum() * cell),
        cut_edge_m=cut_edge,
        fill_edge_m=fill_edge,
        on_fill_share=float((fill[inside] > 1e-9).mean()) if inside.any() else 0.0,
        meets=all(each <= _FARTHEST_M for each in reach),
    )


def _reach_m(edge_m: float, batter: float, rise: float) -> float:
    """How far out a batter meets the ground that runs away from it."""
    if edge_m <= 0 or batter <= 1e-6:
        return 0.0
    left = 1 / batter - rise
    return edge_m / left if left > 0 else np.inf


def _middles(from_m: float, to_m: float, cells: int) -> tuple[np.ndarray, float]:
    edges = np.linspace(from_m, to_m, cells + 1)
    return (edges[:-1] + edges[1:]) / 2, float(edges[1] - edges[0])


def _away_m(pad: Footprint, x: np.ndarray, y: np.ndarray) -> np.ndarray:
    """How far outside the pad each place lies; 0 or less within it."""
    if pad.round:
        return np.asarray(np.hypot(x, y) - pad.width_m / 2)
    out_x, out_y = np.abs(x) - pad.width_m / 2, np.abs(y) - pad.length_m / 2
    return np.asarray(np.hypot(np.maximum(out_x, 0), np.maximum(out_y, 0)) + np.minimum(np.maximum(out_x, out_y), 0))


def _batter_m(away: np.ndarray, batter: float) -> np.ndarray:
    """How far a batter has come to meet the ground."""
    return np.asarray(away / batter if batter > 1e-6 else np.full_like(away, np.inf))
