"""Pads and what they are made of: compacted stone, concrete in bags, a ring beam."""

import math
from dataclasses import dataclass
from typing import Literal

from lean_year.core.errors import require_number
from lean_year.core.tables import rows

BaseKind = Literal[
    "pavers", "sand", "stone", "slab", "ring_beam", "bedding", "rock", "slab_there", "plinth", "stand", "roof"
]

COMPACTED_T_M3 = 2.1
"""Crushed stone once it is rolled. Basis: common practice."""
LOOSE_TIMES = 1.25
"""Volume that is ordered over the compacted one, 1.2 to 1.3. Basis: common practice."""
BAG_M3_KG = 4.682e-4
"""Concrete from each kilogram of dry mix. Basis: common practice: 80 lb make 0.6 cubic feet."""
RISER_M = 0.1
SLIM_FROM = 3.0
"""Height over depth from which a slim tank is strapped. Basis: common practice."""
CRANE_M = 4.5
TRUCK_T = 10.0
LIFT_M = 0.15
"""Compacted at once. Basis: common practice."""
TOPSOIL_M = 0.15
"""Stripped where nobody measured it. Basis: common practice."""
PAD_STANDS_MM = 75.0
"""Over the ground around a pad, so that rain runs off it. Basis: common practice."""
LINER_MARGIN_M = 1.0
"""A levelled pad reaches so far beyond a liner tank. Basis: common practice (12.2 m for 10.2 m)."""
LINER_LEVEL_MM, LINER_FIRST_WATER_MM, LINER_SEATING_L = 5.0, 100.0, 15_000.0
"""Under a tank with a liner: how level, the water that goes in with the liner, and the water that seats it. Basis:
common practice."""
ANODES, ANODES_FOR_L = 4, 185_000.0
"""Sacrificial anodes on a steel tank of that size. Basis: common practice."""
BEDDING_MM, BACKFILL_LIFT_MM = 100.0, 300.0
"""Rounded stone under a buried tank, and what is backfilled at once. Basis: common practice."""
GATE_SPARE_M = 0.3
"""Room beside a tank to carry it through a gate. Basis: common practice."""
LEAST_COVER_M = {"none": 0.0, "walked": 0.2, "cars": 0.6, "trucks": 0.9}
"""Ground over a buried tank that is made for what passes over it. Basis: estimate."""
PART_ON_FILL = (0.03, 0.97)
"""Share of a pad on fill between which it settles to one side. Basis: estimate."""
APRON_M = (0.5, 0.1)
"""Width and depth of the stone round a pad. Basis: common practice."""
LAPS = 1.15
"""Mesh and cloth over what they cover."""
ROUNDED_MM = 8.0, 16.0
"""Grain of the stone that a buried tank is bedded in. Basis: common practice."""
PAVER_M = 0.4
SAND_T_M3, SAND_BED_M, PAVER_BED_M = 1.6, 0.065, 0.03
RING_M = (0.30, 0.24)
"""Width and height of a ring beam. Basis: estimate; 1.05 m3 in the ring of a 39 m3 tank."""
REBAR_ROUNDS = 3
BLOCK_M = (0.4, 0.2, 0.2)
"""Length, width and height of a concrete block with its joints. Basis: common practice."""
PLINTH_T_M3 = 2.0
"""Blocks filled with mortar. Basis: estimate."""
PLINTH_MOST_KG, PLINTH_MOST_M = 5_000.0, 1.2
"""The heaviest full tank, and the height, that anybody builds a plinth of blocks for without an engineer. Basis:
estimate."""
SEPTIC_M, TREES_M, BOUNDARY_M = 15.0, 3.0, 1.0
"""Basis: common practice; local rules differ."""


@dataclass(frozen=True, slots=True)
class UsualBase:
    """What a kind of base is where nothing is entered. Basis: common practice."""

    label: str
    margin_m: float
    """Beyond the tank, all round."""
    thickness_mm: float
    level_mm: float
    """How far readings on it may differ."""
    laid: bool = True
    """Whether anything is laid for it on the ground that was not there."""
    raises: bool = False
    """Whether it holds the tank up over the ground, so that its height is pressure."""
    height_m: float = 0.0
    """Of one that raises, where nobody has said how high it is."""


BASES: dict[BaseKind, UsualBase] = rows(UsualBase, "bases")


def pad_m3(*, area_m2: float, thickness_m: float) -> float:
    """Compacted volume of a pad.

    Parameters
    ----------
    area_m2 : float
        0 to 1e6. [m2]
    thickness_m : float
        0 to 10. [m]

    Returns
    -------
    float
        [m3]

    Examples
    --------
    >>> round(pad_m3(area_m2=12.0, thickness_m=0.1), 6)
    1.2
    """
    area = require_number("area_m2", area_m2, low=0, high=1e6)
    return area * require_number("thickness_m", thickness_m, low=0, high=10)


def round_pad_m(*, tank_diameter_m: float, margin_m: float) -> float:
    """Diameter of a round pad, the margin all round.

    Parameters
    ----------
    tank_diameter_m : float
        Above 0 to 200. [m]
    margin_m : float
        0 to 100. [m]

    Returns
    -------
    float
        [m]

    Examples
    --------
    >>> round(round_pad_m(tank_diameter_m=10.2, margin_m=1), 1)
    12.2
    """
    diameter = require_number("tank_diameter_m", tank_diameter_m, low=1e-6, high=200)
    return diameter + 2 * require_number("margin_m", margin_m, low=0, high=100)


def concrete_bags(*, volume_m3: float, bag_kg: float) -> int:
    """Whole bags of dry mix for a volume of concrete, nothing wasted.

    Parameters
    ----------
    volume_m3 : float
        0 to 100,000. [m3]
    bag_kg : float
        0.1 to 100. [kg]

    Returns
    -------
    int
        Basis: common practice.

    Examples
    --------
    >>> concrete_bags(volume_m3=1.05, bag_kg=36.287)
    62
    """
    volume = require_number("volume_m3", volume_m3, low=0, high=1e5)
    each = require_number("bag_kg", bag_kg, low=0.1, high=100) * BAG_M3_KG
    return math.ceil(volume / each - 1e-9)
