"""Volumes of the store shapes, each with its level-volume curve."""

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

NECK_M2 = 0.2
"""Least section of the room over an overflow whose height was not entered. Basis: estimate."""


def cylinder_volume_l(*, diameter_m: float, depth_m: float) -> float:
    """Volume of an upright cylinder: `pi d^2 / 4 x h x 1000`.

    Parameters
    ----------
    diameter_m : float
        Inside diameter, above 0 to 200. [m]
    depth_m : float
        Depth of water, 0 to 100. [m]

    Returns
    -------
    float
        [L]. Basis: derived (geometry).

    Examples
    --------
    A ring-panel tank of 10.2 m by 2.3 m is spoken of as 188 m3 gross (common practice):

    >>> round(cylinder_volume_l(diameter_m=10.2, depth_m=2.3))
    187939
    """
    diameter = require_number("diameter_m", diameter_m, low=1e-6, high=200)
    depth = require_number("depth_m", depth_m, low=0, high=100)
    return 1000.0 * math.pi * diameter**2 / 4 * depth


def lying_cylinder_volume_l(*, diameter_m: float, length_m: float, depth_m: float) -> float:
    """Water in a cylinder lying level on its side, with flat ends.

    With r = d/2 the wetted section is `r^2 acos((r-h)/r) - (r-h) sqrt(2rh - h^2)`.

    Parameters
    ----------
    diameter_m : float
        Inside diameter, above 0 to 200. [m]
    length_m : float
        Inside length, 0 to 1,000. [m]
    depth_m : float
        Depth of water, 0 to the diameter. [m]

    Returns
    -------
    float
        [L]. Basis: derived (circular segment).

    Raises
    ------
    InputError
        If the depth is above the diameter, or a value is out of its range.

    Examples
    --------
    >>> full = lying_cylinder_volume_l(diameter_m=2, length_m=3, depth_m=2)
    >>> half = lying_cylinder_volume_l(diameter_m=2, length_m=3, depth_m=1)
    >>> round(half / full, 12)
    0.5
    """
    diameter = require_number("diameter_m", diameter_m, low=1e-6, high=200)
    length = require_number("length_m", length_m, low=0, high=1_000)
    depth = require_number("depth_m", depth_m, low=0, high=200)
    if depth > diameter:
        raise InputError("depth_m", f"must be from 0 to the diameter, {diameter:g}, got {depth:g}")
    return 1000.0 * float(_segment_m2(diameter, np.array(depth))) * length


def _segment_m2(diameter_m: float, depth_m: NDArray[np.float64]) -> NDArray[np.float64]:
    """Wetted section of a lying circle."""
    radius = diameter_m / 2
    above = radius - np.clip(depth_m, 0, diameter_m)
    root = np.sqrt(np.maximum(0.0, radius**2 - above**2))
    area = radius**2 * np.arccos(np.clip(above / radius, -1, 1)) - above * root
    return np.maximum(0.0, area)  # in a film of water the two terms cancel, to less than nothing by rounding


@dataclass(frozen=True, slots=True)
class Prism:
    """A store with upright walls: a box, an upright cylinder, a slim tank, a liner tank, a cast chamber."""

    area_m2: float
    """Inside plan area."""
    height_m: float
    """Inside height, floor to lid."""

    def __post_init__(self) -> None:
        require_number("area_m2", self.area_m2, low=0, high=100_000)
        require_number("height_m", self.height_m, low=0, high=100)

    def volume_l(self, depth_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Water at each depth above the floor. [L]"""
        return np.asarray(1000.0 * self.area_m2 * np.clip(depth_m, 0, self.height_m))

    def widened(self, factor: float) -> "Prism":
        """The same height on `factor` times the plan."""
        return replace(self, area_m2=self.area_m2 * factor)


@dataclass(frozen=True, slots=True)
class LyingCylinder:
    """A cylinder on its side, flat ends."""

    diameter_m: float
    length_m: float

    def __post_init__(self) -> None:
        require_number("diameter_m", self.diameter_m, low=1e-6, high=200)
        require_number("length_m", self.length_m, low=0, high=1_000)

    @property
    def height_m(self) -> float:
        return self.diameter_m

    def volume_l(self, depth_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Water at each depth above the floor. [L]"""
        return np.asarray(1000.0 * self.length_m * _segment_m2(self.diameter_m, depth_m))

    def widened(self, factor: float) -> "LyingCylinder":
        """The same bore, `factor` times as long."""
        return replace(self, length_m=self.length_m * factor)


@dataclass(frozen=True, slots=True)
class FilledPit:
    """A lined pit filled with stone or crates, with pipes or culverts lying on its floor.

    Water fills the voids of the filling, and the whole bore of the pipes: `V = e (A h - V_pipe) + V_pipe`.
    """

    area_m2: float
    height_m: float
    void_ratio: float
    pipe_bore_m: float = 0.0
    pipe_length_m: float = 0.0

    def __post_init__(self) -> None:
        require_number("area_m2", self.area_m2, low=0, high=100_000)
        require_number("height_m", self.height_m, low=0, high=100)
        require_number("void_ratio", self.void_ratio, low=0, high=1)
        require_number("pipe_bore_m", self.pipe_bore_m, low=0, high=self.height_m)
        require_number("pipe_length_m", self.pipe_length_m, low=0, high=100_000)
        if self.pipe_bore_m * self.pipe_length_m > self.area_m2:
            raise InputError("pipe_length_m", f"the pipes do not fit on the floor of {self.area_m2:g} m2")

    def volume_l(self, depth_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """Water at each depth above the floor. [L]"""
        depth = np.clip(depth_m, 0, self.height_m)
        pipe = _segment_m2(self.pipe_bore_m, depth) * self.pipe_length_m if self.pipe_bore_m > 0 else 0.0
        return np.asarray(1000.0 * (self.void_ratio * (self.area_m2 * depth - pipe) + pipe))

    def widened(self, factor: float) -> "FilledPit":
        """The same depth on `factor` times the plan."""
        return replace(self, area_m2=self.area_m2 * factor, pipe_length_m=self.pipe_length_m * factor)


Shape = Prism | LyingCylinder | FilledPit


def upright_cylinder(*, diameter_m: float, height_m: float) -> Prism:
    """An upright cylinder as a store.

    Parameters
    ----------
    diameter_m : float
        Inside diameter, above 0 to 200. [m]
    height_m : float
        Inside height. [m]

    Returns
    -------
    Prism
    """
    require_number("diameter_m", diameter_m, low=1e-6, high=200)
    return Prism(math.pi * diameter_m**2 / 4, height_m)


def slim_tank(*, length_m: float, width_m: float, height_m: float) -> Prism:
    """A slim (oblong) tank: straight sides and half-round ends.

    Parameters
    ----------
    length_m : float
        Over the round ends, at least the width. [m]
    width_m : float
        Across. [m]
    height_m : float
        Inside height. [m]

    Returns
    -------
    Prism
        Plan area `(L - W) W + pi W^2 / 4`. Basis: derived (geometry).

    Raises
    ------
    InputError
        If the tank is wider than it is long.
    """
    if width_m > length_m:
        raise InputError("length_m", f"must be at least the width, {width_m:g}, got {length_m:g}")
    return Prism((length_m - width_m) * width_m + math.pi * width_m**2 / 4, height_m)
