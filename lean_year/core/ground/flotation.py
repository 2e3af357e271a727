"""Buried tanks in wet ground: what lifts them, what holds them, and the water to leave in."""

from lean_year.core.errors import require_number
from lean_year.core.ground.tank_weights import STONE_KG_M3
from lean_year.core.units import GRAVITY_M_S2

WATER_KG_M3 = 1_000.0
SAFE = 1.2
SAFE_SHORT_TERM = 1.1
"""What holds over what lifts; the lower while it is being built. Basis: common practice."""
BUOYANT_SOIL_KN_M3 = 8.5
"""Soil under water, less the water it pushes away. Basis: from memory (soil mechanics, 8 to 10)."""
DRY_SOIL_KN_M3 = 17.0
"""Basis: from memory (soil mechanics)."""


def safety_factor(*, displaced_m3: float, tank_kg: float, water_l: float, cover_kn: float) -> float:
    """What holds a tank down over what lifts it: `((tank + water) g + cover) / (displaced x g)`.

    Parameters
    ----------
    displaced_m3 : float
        Of the tank below the water outside, above 0 to 1e6. [m3]
    tank_kg : float
        Empty, 0 to 1e9. [kg]
    water_l : float
        Inside, 0 to 1e9. [L]
    cover_kn : float
        Soil, collar or slab on it, soil under water at its buoyant weight, 0 to 1e6. [kN]

    Returns
    -------
    float
        [-]. Basis: derived (Archimedes).

    Examples
    --------
    >>> round(safety_factor(displaced_m3=5, tank_kg=200, water_l=0, cover_kn=20), 2)
    0.45
    """
    uplift_kn = require_number("displaced_m3", displaced_m3, low=1e-6, high=1e6) * GRAVITY_M_S2
    return _holds_kn(tank_kg, water_l, cover_kn) / uplift_kn


def ballast_l(*, displaced_m3: float, tank_kg: float, cover_kn: float, wanted: float = SAFE) -> float:
    """Water inside that holds a tank down with the wanted safety; all of it, not what is added.

    Parameters
    ----------
    displaced_m3 : float
        Below the water outside, 0 to 1e6. [m3]
    tank_kg : float
        Empty, 0 to 1e9. [kg]
    cover_kn : float
        As in `safety_factor`, 0 to 1e6. [kN]
    wanted : float, default 1.2
        1 to 3. [-]

    Returns
    -------
    float
        0 where it holds empty. [L]. Basis: derived.

    Examples
    --------
    >>> round(ballast_l(displaced_m3=5, tank_kg=200, cover_kn=20))
    3761
    """
    uplift_kn = require_number("displaced_m3", displaced_m3, low=0, high=1e6) * GRAVITY_M_S2
    short_kn = require_number("wanted", wanted, low=1, high=3) * uplift_kn - _holds_kn(tank_kg, 0.0, cover_kn)
    return max(0.0, short_kn * 1000 / GRAVITY_M_S2)


def _holds_kn(tank_kg: float, water_l: float, cover_kn: float) -> float:
    tank = require_number("tank_kg", tank_kg, low=0, high=1e9)
    water = require_number("water_l", water_l, low=0, high=1e9)
    return (tank + water) * GRAVITY_M_S2 / 1000 + require_number("cover_kn", cover_kn, low=0, high=1e6)


def stone_holds_kn(*, openings_m3: float, void_ratio: float) -> float:
    """What stone in the openings of a tank holds it down with, under water.

    Parameters
    ----------
    openings_m3 : float
        That the stone fills, 0 to 1e6. [m3]
    void_ratio : float
        Of the stone, 0 to 1. [-]

    Returns
    -------
    float
        Its solid weight, less the water that it pushes away. [kN]. Basis: derived (Archimedes).

    Examples
    --------
    >>> round(stone_holds_kn(openings_m3=1.0, void_ratio=0.4), 2)
    9.71
    """
    filled = require_number("openings_m3", openings_m3, low=0, high=1e6)
    solid_m3 = filled * (1 - require_number("void_ratio", void_ratio, low=0, high=1))
    return solid_m3 * (STONE_KG_M3 - WATER_KG_M3) * GRAVITY_M_S2 / 1000
