"""What tanks weigh: empty, by their kind, and full."""

import math

from lean_year.core.errors import require_number

PLASTIC_KG_L = 0.03
"""Empty, for each litre. Basis: common practice (5.5 m3 weigh about 150 kg)."""
STEEL_KG_M2 = 9.0
"""Ring panels and liner, for each square metre of wall. Basis: estimate."""
CONCRETE_KG_M3, STONE_KG_M3, CRATE_KG_M3 = 2_400.0, 2_650.0, 950.0
"""Of solid material. Basis: from memory (handbooks)."""
CRATES_FROM = 0.6
"""Share of voids from which a pit's filling is crates, and not stone. Basis: estimate."""
CAST_WALL_M, CAST_FLOOR_M = 0.23, 0.15
"""Walls, and floor and lid, of a chamber cast on the spot. Basis: common practice."""
PRECAST_M = 0.09
"""Walls and slabs of a chamber that is brought whole: lighter, so that it floats sooner. Basis: estimate."""


def full_tank_kg(*, empty_kg: float, volume_l: float) -> float:
    """Weight of a full tank: the tank and a kilogram for each litre.

    Parameters
    ----------
    empty_kg : float
        0 to 1e9. [kg]
    volume_l : float
        Of the full tank, 0 to 1e9. [L]

    Returns
    -------
    float
        [kg]. Basis: derived.

    Examples
    --------
    >>> full_tank_kg(empty_kg=150, volume_l=5_500)
    5650.0
    """
    empty = require_number("empty_kg", empty_kg, low=0, high=1e9)
    return empty + require_number("volume_l", volume_l, low=0, high=1e9)


def plastic_tank_kg(volume_l: float) -> float:
    """Empty weight of a plastic tank, by its volume.

    Parameters
    ----------
    volume_l : float
        Of the full tank, 0 to 1e9. [L]

    Returns
    -------
    float
        [kg]; at least 1. Basis: common practice.

    Examples
    --------
    >>> plastic_tank_kg(5_000)
    150.0
    """
    return max(1.0, PLASTIC_KG_L * require_number("volume_l", volume_l, low=0, high=1e9))


def ring_panel_tank_kg(*, diameter_m: float, height_m: float) -> float:
    """Empty weight of ring panels with their liner: that of the wall.

    Parameters
    ----------
    diameter_m, height_m : float
        0 to 1,000. [m]

    Returns
    -------
    float
        [kg]; at least 1. Basis: estimate.

    Examples
    --------
    >>> round(ring_panel_tank_kg(diameter_m=10.2, height_m=2.3))
    663
    """
    across = require_number("diameter_m", diameter_m, low=0, high=1_000)
    return max(1.0, STEEL_KG_M2 * math.pi * across * require_number("height_m", height_m, low=0, high=1_000))


def cast_tank_kg(
    *, length_m: float, width_m: float, height_m: float, wall_m: float = CAST_WALL_M, slab_m: float = CAST_FLOOR_M
) -> float:
    """Weight of a concrete chamber with floor and lid, by its clear measures.

    Parameters
    ----------
    length_m, width_m, height_m : float
        Inside, 0 to 1,000. [m]
    wall_m, slab_m : float
        Thickness of its walls, and of floor and lid, 0 to 10; usual for one that is cast on the spot. [m]

    Returns
    -------
    float
        [kg]. Basis: derived.

    Examples
    --------
    >>> round(cast_tank_kg(length_m=3.0, width_m=2.0, height_m=2.0))
    18184
    >>> round(cast_tank_kg(length_m=3.0, width_m=2.0, height_m=2.0, wall_m=0.09, slab_m=0.09))
    7470
    """
    for name, value in (("length_m", length_m), ("width_m", width_m), ("height_m", height_m)):
        require_number(name, value, low=0, high=1_000)
    wall, slab = require_number("wall_m", wall_m, low=0, high=10), require_number("slab_m", slab_m, low=0, high=10)
    walls = 2 * (length_m + width_m + 2 * wall) * height_m * wall
    slabs = 2 * (length_m + 2 * wall) * (width_m + 2 * wall) * slab
    return CONCRETE_KG_M3 * (walls + slabs)


def round_cast_tank_kg(*, diameter_m: float, height_m: float, wall_m: float, floor_m: float) -> float:
    """Weight of a round tank of concrete or mortar with floor and lid, by its clear measures; the lid as thick as its
    wall.

    Parameters
    ----------
    diameter_m, height_m : float
        Inside, 0 to 1,000. [m]
    wall_m, floor_m : float
        Thickness, 0 to 10. [m]

    Returns
    -------
    float
        [kg]. Basis: derived.

    Examples
    --------
    >>> round(round_cast_tank_kg(diameter_m=3.0, height_m=2.0, wall_m=0.1, floor_m=0.15))
    9500
    """
    across = require_number("diameter_m", diameter_m, low=0, high=1_000)
    high = require_number("height_m", height_m, low=0, high=1_000)
    wall = require_number("wall_m", wall_m, low=0, high=10)
    floor = require_number("floor_m", floor_m, low=0, high=10)
    ring_m2 = math.pi * (across + wall) * wall
    plan_m2 = math.pi / 4 * (across + 2 * wall) ** 2
    return CONCRETE_KG_M3 * (ring_m2 * high + plan_m2 * (floor + wall))


def cast_tank_displaces_m3(*, length_m: float, width_m: float, depth_m: float, wall_m: float = PRECAST_M) -> float:
    """What a chamber with cast walls displaces, with its walls and its floor.

    Parameters
    ----------
    length_m, width_m : float
        Inside, 0 to 1,000. [m]
    depth_m : float
        Of the water outside, above its inner floor, 0 to 1,000. [m]
    wall_m : float
        Thickness of walls and floor, 0 to 10; that of one brought whole. [m]

    Returns
    -------
    float
        [m3]. Basis: derived.

    Examples
    --------
    >>> round(cast_tank_displaces_m3(length_m=3.0, width_m=2.0, depth_m=2.0), 2)
    14.49
    """
    for name, value in (("length_m", length_m), ("width_m", width_m), ("depth_m", depth_m)):
        require_number(name, value, low=0, high=1_000)
    wall = require_number("wall_m", wall_m, low=0, high=10)
    return (length_m + 2 * wall) * (width_m + 2 * wall) * (depth_m + wall)


def filled_with_crates(void_ratio: float) -> bool:
    """Whether so much of the filling is voids that it is crates, and not stone.

    Parameters
    ----------
    void_ratio : float
        0 to 1. [-]

    Returns
    -------
    bool
        Basis: estimate.
    """
    return require_number("void_ratio", void_ratio, low=0, high=1) > CRATES_FROM


def filled_pit_kg(*, volume_m3: float, void_ratio: float) -> float:
    """Weight of what fills a lined pit: stone, or crates from a share of voids on.

    Parameters
    ----------
    volume_m3 : float
        Of the pit, 0 to 1e6. [m3]
    void_ratio : float
        Above 0 to 1. [-]

    Returns
    -------
    float
        [kg]; at least 1. Basis: derived.

    Examples
    --------
    >>> round(filled_pit_kg(volume_m3=10.0, void_ratio=0.38)), round(filled_pit_kg(volume_m3=10.0, void_ratio=0.95))
    (16430, 475)
    """
    solid = CRATE_KG_M3 if filled_with_crates(void_ratio) else STONE_KG_M3
    return max(1.0, require_number("volume_m3", volume_m3, low=0, high=1e6) * (1 - void_ratio) * solid)
