"""Volumes of the plain store shapes."""

import math

from lean_year.core.errors import InputError, require_number


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
    radius = diameter / 2
    section_m2 = radius**2 * math.acos((radius - depth) / radius) - (radius - depth) * math.sqrt(
        max(0.0, 2 * radius * depth - depth**2)
    )
    return 1000.0 * section_m2 * length
