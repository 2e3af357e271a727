"""What a full tank weighs, what the ground under it may carry, and what its wall and its lean do."""

import math
from dataclasses import dataclass
from typing import Literal

from lean_year.core.errors import require_number
from lean_year.core.tables import rows
from lean_year.core.units import GRAVITY_M_S2, KPA_PER_M_OF_WATER

Soil = Literal["clay", "sand", "sandy_gravel", "soft_rock", "bedrock", "fill"]
HEAVY_KG = 5_000.0
"""From this weight on the ground is looked at before a tank is set on it. Basis: estimate."""
CREEPING_SLOPE = 0.12
"""A clay slope this steep may creep when it is wet; about 1 in 8. Basis: estimate."""
SPREAD = 0.5
"""A pad spreads the load outwards by this share of its depth. Basis: common practice (two down, one out)."""


@dataclass(frozen=True, slots=True)
class Ground:
    """One kind of ground and what it may carry without anybody's calculation."""

    label: str
    allowed_kpa: float
    """0 where an engineer has to say."""


GROUNDS: dict[Soil, Ground] = rows(Ground, "grounds")
"""Presumptive load-bearing values. Basis: from memory (International Building Code, 1,500 to 12,000 psf)."""


PLAIN_MORTAR_KPA = 500.0
"""Pull that mortar and concrete without steel are left to take. Basis: estimate."""


def bearing_kpa(*, mass_kg: float, area_m2: float) -> float:
    """Pressure of a mass that rests evenly on an area.

    Parameters
    ----------
    mass_kg : float
        0 to 1e9. [kg]
    area_m2 : float
        Above 0 to 1e6. [m2]

    Returns
    -------
    float
        [kPa]. Basis: derived.

    Examples
    --------
    >>> round(bearing_kpa(mass_kg=5_500, area_m2=3.46), 1)
    15.6
    """
    mass = require_number("mass_kg", mass_kg, low=0, high=1e9)
    return mass * GRAVITY_M_S2 / 1000 / require_number("area_m2", area_m2, low=1e-6, high=1e6)


def hoop_tension_kn_m(*, diameter_m: float, depth_m: float) -> float:
    """Pull in the lowest metre of a round wall: `p D / 2`, `p` the pressure of the water at its foot.

    Parameters
    ----------
    diameter_m : float
        Above 0 to 200. [m]
    depth_m : float
        Of the water, 0 to 100. [m]

    Returns
    -------
    float
        [kN/m]. Basis: published (thin rings under water pressure). It says nothing of what the wall can take.

    Examples
    --------
    >>> round(hoop_tension_kn_m(diameter_m=6, depth_m=3), 1)
    88.3
    """
    diameter = require_number("diameter_m", diameter_m, low=1e-6, high=200)
    return KPA_PER_M_OF_WATER * require_number("depth_m", depth_m, low=0, high=100) * diameter / 2


def lost_to_lean_l(*, diameter_m: float, drop_mm: float) -> float:
    """Water that a leaning round tank cannot hold, its overflow on the low side: `base area x drop / 2`.

    Parameters
    ----------
    diameter_m : float
        Above 0 to 200. [m]
    drop_mm : float
        Fall across its base, 0 to 10,000. [mm]

    Returns
    -------
    float
        [L]. Basis: derived: the lid of water is a wedge.

    Examples
    --------
    >>> round(lost_to_lean_l(diameter_m=2.5, drop_mm=50))
    123
    """
    diameter = require_number("diameter_m", diameter_m, low=1e-6, high=200)
    return math.pi / 4 * diameter**2 * require_number("drop_mm", drop_mm, low=0, high=10_000) / 2
