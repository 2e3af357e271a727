"""What settles in a trap for grit: how fast grains sink, and the smallest that a trap keeps."""

import math

from lean_year.core.errors import require_number
from lean_year.core.numeric.crossing import crossing
from lean_year.core.units import GRAVITY_M_S2

SUBMERGED_DENSITY = 1.65
"""Of quartz in water, over that of water. [-]"""
COLD_VISCOSITY_M2_S = 1.31e-6
"""Kinematic viscosity of water at 10 °C, the careful side. Basis: from memory (tables of water)."""
DRAG_C1, DRAG_C2 = 18.0, 1.0
"""Of Stokes, and of natural grains by their sieve size. Basis: from memory (Ferguson and Church 2004)."""
STILL_SHARE = 0.5
"""Share of a trap's plan that counts: what runs in stirs the rest. [-] Basis: estimate."""
LEAST_GRAIN_MM, MOST_GRAIN_MM = 1e-3, 100.0


def settling_velocity_m_s(grain_mm: float) -> float:
    """How fast a natural grain of quartz sinks in cold water.

    Parameters
    ----------
    grain_mm : float
        Sieve size, 0.001 to 100. [mm]

    Returns
    -------
    float
        `R g D^2 / (C1 nu + sqrt(0.75 C2 R g D^3))`. [m/s]. Basis: from memory (Ferguson and Church 2004).

    Examples
    --------
    >>> round(settling_velocity_m_s(0.2), 4)
    0.0194
    """
    size_m = require_number("grain_mm", grain_mm, low=LEAST_GRAIN_MM, high=MOST_GRAIN_MM) / 1000
    pull = SUBMERGED_DENSITY * GRAVITY_M_S2
    drag = DRAG_C1 * COLD_VISCOSITY_M2_S + math.sqrt(0.75 * DRAG_C2 * pull * size_m**3)
    return pull * size_m**2 / drag


def trap_flow_l_s(*, grain_mm: float, plan_m2: float) -> float:
    """The flow up to which a trap keeps grains of a size: they sink as fast as the water would rise through it.

    Parameters
    ----------
    grain_mm : float
        0.001 to 100. [mm]
    plan_m2 : float
        0 to 10,000. [m2]

    Returns
    -------
    float
        Settling velocity x half its plan. [L/s]. Basis: derived (Hazen's surface loading), with `STILL_SHARE`.

    Examples
    --------
    >>> round(trap_flow_l_s(grain_mm=0.2, plan_m2=1), 1)
    9.7
    """
    plan = require_number("plan_m2", plan_m2, low=0, high=10_000)
    return 1000 * STILL_SHARE * plan * settling_velocity_m_s(grain_mm)


def kept_grain_mm(*, flow_l_s: float, plan_m2: float) -> float:
    """The smallest grain that a trap keeps at a flow, the inverse of `trap_flow_l_s`.

    Parameters
    ----------
    flow_l_s : float
        0 to 100,000. [L/s]
    plan_m2 : float
        Above 0 to 10,000. [m2]

    Returns
    -------
    float
        No smaller than 0.001 and no larger than 100. [mm]

    Examples
    --------
    >>> round(kept_grain_mm(flow_l_s=trap_flow_l_s(grain_mm=0.3, plan_m2=2), plan_m2=2), 6)
    0.3
    """
    flow = require_number("flow_l_s", flow_l_s, low=0, high=100_000)
    plan = require_number("plan_m2", plan_m2, low=1e-6, high=10_000)
    low, high = LEAST_GRAIN_MM, MOST_GRAIN_MM
    if trap_flow_l_s(grain_mm=low, plan_m2=plan) >= flow:
        return low
    if trap_flow_l_s(grain_mm=high, plan_m2=plan) <= flow:
        return high
    return crossing(lambda grain: trap_flow_l_s(grain_mm=grain, plan_m2=plan) - flow, low, high)
