"""Mains as another way to the same water: what is left of its pressure at the house."""

from lean_year.core.errors import require_number
from lean_year.core.units import KPA_PER_M_OF_WATER

LEAST_KPA = 140.0
"""Under so much at the peak, mains are no other way at any price. Basis: common practice."""


def mains_pressure_kpa(*, street_kpa: float, rise_m: float, friction_kpa: float) -> float:
    """What is left of the street's pressure at the house.

    Parameters
    ----------
    street_kpa : float
        Standing in the street, 0 to 10,000. [kPa]
    rise_m : float
        From the street up to the house, below zero where it lies lower, -1,000 to 1,000. [m]
    friction_kpa : float
        Lost on the way at the peak, 0 to 10,000. [kPa]

    Returns
    -------
    float
        `street - rho g x rise - friction`; below zero where no water comes. [kPa]. Basis: derived.

    Examples
    --------
    >>> round(mains_pressure_kpa(street_kpa=400, rise_m=22, friction_kpa=35), 1)
    149.3
    """
    street = require_number("street_kpa", street_kpa, low=0, high=10_000)
    rise = require_number("rise_m", rise_m, low=-1_000, high=1_000)
    friction = require_number("friction_kpa", friction_kpa, low=0, high=10_000)
    return street - KPA_PER_M_OF_WATER * rise - friction
