"""Wind on an empty tank: whether it slides or falls over, and the water that keeps it where it is."""

from dataclasses import dataclass
from typing import Literal

from lean_year.core.errors import require_number
from lean_year.core.units import GRAVITY_M_S2

AIR_KG_M3 = 1.225
Shape = Literal["cylinder", "flat"]
DRAG: dict[Shape, float] = {"cylinder": 0.8, "flat": 1.3}
"""Of a stubby upright cylinder, on its diameter times its height, and of a flat face, both its sides together. Basis:
from memory (handbooks: 0.7 to 1.2, and 1.2 to 1.4)."""
FRICTION = 0.4
"""Plastic or steel on stone. Basis: from memory (handbooks)."""
SAFE = 1.5
"""Basis: common practice."""


@dataclass(frozen=True, slots=True)
class WindHold:
    """How an empty tank stands in the wind."""

    overturning: float
    """Moment that holds over that which turns it over. [-]"""
    sliding: float
    """[-]"""
    water_l: float
    """All inside, for the lesser of the two to reach `SAFE`. [L]"""


def wind_force_n(*, diameter_m: float, height_m: float, wind_m_s: float, shape: Shape = "cylinder") -> float:
    """`0.5 rho V^2 Cd d h`.

    Parameters
    ----------
    diameter_m : float
        Or width across the wind, above 0 to 200. [m]
    height_m : float
        Above 0 to 100. [m]
    wind_m_s : float
        Of a gust, 0 to 120. [m/s]
    shape : {"cylinder", "flat"}
        What the wind meets.

    Returns
    -------
    float
        [N]. Basis: published (drag); its factor from memory.

    Examples
    --------
    >>> round(wind_force_n(diameter_m=2.0, height_m=2.0, wind_m_s=40.0))
    3136
    """
    across = require_number("diameter_m", diameter_m, low=1e-6, high=200) * require_number(
        "height_m", height_m, low=1e-6, high=100
    )
    return 0.5 * AIR_KG_M3 * require_number("wind_m_s", wind_m_s, low=0, high=120) ** 2 * DRAG[shape] * across


def wind_hold(
    *,
    diameter_m: float,
    height_m: float,
    empty_kg: float,
    wind_m_s: float,
    along_m: float | None = None,
    shape: Shape = "cylinder",
) -> WindHold:
    """Overturning `m g d / 2` over `F h / 2`, sliding `0.4 m g` over `F`, empty.

    Parameters
    ----------
    diameter_m, height_m : float
        See `wind_force_n`. [m]
    wind_m_s : float
        Of a gust, 0.1 to 120. [m/s]
    empty_kg : float
        Above 0 to 1e9. [kg]
    along_m : float, optional
        Its depth the way the wind goes, about which it turns over, above 0 to 200; the diameter where None. [m]
    shape : {"cylinder", "flat"}
        What the wind meets.

    Returns
    -------
    WindHold
        Basis: derived.

    Examples
    --------
    >>> hold = wind_hold(diameter_m=2.5, height_m=2.5, empty_kg=150, wind_m_s=40)
    >>> round(hold.overturning, 2), round(hold.sliding, 2), round(hold.water_l)
    (0.3, 0.12, 1724)
    """
    wind = require_number("wind_m_s", wind_m_s, low=0.1, high=120)
    force = wind_force_n(diameter_m=diameter_m, height_m=height_m, wind_m_s=wind, shape=shape)
    empty = require_number("empty_kg", empty_kg, low=1e-3, high=1e9)
    along = diameter_m if along_m is None else require_number("along_m", along_m, low=1e-6, high=200)
    each_kg = GRAVITY_M_S2 * along / (force * height_m), FRICTION * GRAVITY_M_S2 / force
    wanted_kg = SAFE / min(each_kg)
    return WindHold(empty * each_kg[0], empty * each_kg[1], max(0.0, wanted_kg - empty))
