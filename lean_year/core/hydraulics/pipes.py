"""Friction and losses in pipes that run full."""

import math

from lean_year.core.errors import require_number
from lean_year.core.numeric.crossing import crossing
from lean_year.core.units import GRAVITY_M_S2

VISCOSITY_M2_S = 1.004e-6
"""Kinematic viscosity of water at 20 deg C. [m2/s]"""
ENTRY_LOSS, EXIT_LOSS = 0.5, 1.0
"""Loss coefficient K of a sharp entry and of an exit into still water. Basis: from memory (handbooks)."""
_LAMINAR, _TURBULENT = 2_000.0, 4_000.0


def circle_mm2(diameter_mm: float) -> float:
    """Area of a circle.

    Parameters
    ----------
    diameter_mm : float
        [mm]

    Returns
    -------
    float
        [mm2]

    Examples
    --------
    >>> round(circle_mm2(100.0))
    7854
    """
    return math.pi / 4 * diameter_mm**2


def friction_factor(*, reynolds: float, relative_roughness: float) -> float:
    """Darcy friction factor.

    `64 / Re` up to 2,000; Colebrook's equation from 4,000; a straight line between the two in Re.

    Parameters
    ----------
    reynolds : float
        Above 0. [-]
    relative_roughness : float
        Roughness height over bore, 0 to 0.5. [-]

    Returns
    -------
    float
        [-]. Basis: published (Colebrook 1939), solved to rounding.

    Examples
    --------
    >>> [round(friction_factor(reynolds=re, relative_roughness=1e-4), 4) for re in (1_000, 1e5, 1e7)]
    [0.064, 0.0185, 0.0122]
    """
    if reynolds <= _LAMINAR:
        return 64.0 / reynolds
    if reynolds < _TURBULENT:
        low, high = 64.0 / _LAMINAR, _colebrook(_TURBULENT, relative_roughness)
        return low + (high - low) * (reynolds - _LAMINAR) / (_TURBULENT - _LAMINAR)
    return _colebrook(reynolds, relative_roughness)


def _colebrook(reynolds: float, relative_roughness: float) -> float:
    # Newton on x = 1 / sqrt(f), which is nearly straight: a handful of steps reach rounding.
    x = -2 * math.log10(relative_roughness / 3.7 + 5.74 / reynolds**0.9)
    for _ in range(20):
        inside = relative_roughness / 3.7 + 2.51 * x / reynolds
        step = (x + 2 * math.log10(inside)) / (1 + 2 * 2.51 / (reynolds * inside * math.log(10)))
        x -= step
        if abs(step) < 1e-14 * abs(x):
            break
    return 1 / x**2


def friction_head_m(*, flow_l_s: float, bore_mm: float, length_m: float, roughness_mm: float) -> float:
    """Head lost to friction: `f (L / d) v^2 / 2g`.

    Parameters
    ----------
    flow_l_s : float
        0 to 100,000. [L/s]
    bore_mm : float
        Inside diameter, above 0 to 10,000. [mm]
    length_m : float
        0 to 100,000. [m]
    roughness_mm : float
        Roughness height, 0 to half the bore. [mm]

    Returns
    -------
    float
        [m]. Basis: published (Darcy-Weisbach with `friction_factor`).

    Examples
    --------
    >>> round(friction_head_m(flow_l_s=0.5, bore_mm=26, length_m=60, roughness_mm=0.0015), 2)
    2.59
    """
    bore_m, velocity = _flowing(flow_l_s, bore_mm)
    length = require_number("length_m", length_m, low=0, high=100_000)
    roughness = require_number("roughness_mm", roughness_mm, low=0, high=bore_mm / 2)
    if velocity**2 == 0:  # also of a flow so small that its square rounds to none
        return 0.0
    factor = friction_factor(reynolds=velocity * bore_m / VISCOSITY_M2_S, relative_roughness=roughness / bore_mm)
    return factor * length / bore_m * velocity**2 / (2 * GRAVITY_M_S2)


def mean_velocity_m_s(*, flow_l_s: float, bore_mm: float) -> float:
    """Flow over section.

    Parameters
    ----------
    flow_l_s : float
        0 to 100,000. [L/s]
    bore_mm : float
        [mm]

    Returns
    -------
    float
        [m/s]

    Examples
    --------
    >>> round(mean_velocity_m_s(flow_l_s=1.0, bore_mm=50), 3)
    0.509
    """
    return _flowing(flow_l_s, bore_mm)[1]


def hazen_williams_head_m(*, flow_l_s: float, bore_mm: float, length_m: float, c: float) -> float:
    """Head lost to friction by the trade's formula: `10.67 L Q^1.852 / (C^1.852 d^4.8704)`.

    Parameters
    ----------
    flow_l_s : float
        0 to 100,000. [L/s]
    bore_mm : float
        [mm]
    length_m : float
        0 to 100,000. [m]
    c : float
        10 to 200. [-]

    Returns
    -------
    float
        [m]. Basis: published (Hazen and Williams 1905).

    Examples
    --------
    >>> round(hazen_williams_head_m(flow_l_s=0.5, bore_mm=26, length_m=60, c=150), 2)
    2.41
    """
    bore_m, _ = _flowing(flow_l_s, bore_mm)
    length = require_number("length_m", length_m, low=0, high=100_000)
    factor = require_number("c", c, low=10, high=200)
    return float(10.67 * length * (flow_l_s / 1000) ** 1.852 / (factor**1.852 * bore_m**4.8704))


def _flowing(flow_l_s: float, bore_mm: float) -> tuple[float, float]:
    """Bore [m] and velocity [m/s]."""
    flow = require_number("flow_l_s", flow_l_s, low=0, high=100_000)
    bore_m = require_number("bore_mm", bore_mm, low=0.1, high=10_000) / 1000
    return bore_m, flow / 1000 / (math.pi * bore_m**2 / 4)


def link_head_m(
    *, flow_l_s: float, bore_mm: float, length_m: float, roughness_mm: float, fittings: float = 0.0
) -> float:
    """Head between two tanks that drives a flow through the pipe at their base: friction + entry + exit + fittings.

    Parameters
    ----------
    flow_l_s : float
        0 to 100,000. [L/s]
    bore_mm : float
        Inside diameter, above 0 to 10,000. [mm]
    length_m : float
        0 to 100,000. [m]
    roughness_mm : float
        Roughness height, 0 to half the bore. [mm]
    fittings : float, default 0
        Loss coefficient K of valves and bends, 0 to 1,000. [-]

    Returns
    -------
    float
        [m]. Basis: derived, `h_f + (0.5 + 1.0 + k) v^2 / 2g`.

    Examples
    --------
    5 L/s through 2 m of plastic pipe of 50, 75 and 100 mm bore, with a valve and its unions in it:

    >>> pipe = dict(flow_l_s=5, length_m=2, roughness_mm=0.01, fittings=1)
    >>> [round(link_head_m(bore_mm=bore, **pipe), 2) for bore in (50, 75, 100)]
    [1.07, 0.2, 0.06]
    """
    velocity = _flowing(flow_l_s, bore_mm)[1]
    others = ENTRY_LOSS + EXIT_LOSS + require_number("fittings", fittings, low=0, high=1_000)
    friction = friction_head_m(flow_l_s=flow_l_s, bore_mm=bore_mm, length_m=length_m, roughness_mm=roughness_mm)
    return friction + others * velocity**2 / (2 * GRAVITY_M_S2)


def link_flow_l_s(
    *, head_m: float, bore_mm: float, length_m: float, roughness_mm: float, fittings: float = 0.0
) -> float:
    """Flow that a head drives through a link, the inverse of `link_head_m` by false position.

    Parameters
    ----------
    head_m : float
        0 to 100. [m]
    bore_mm : float
        Inside diameter, 0.1 to 10,000. [mm]
    length_m : float
        0 to 100,000. [m]
    roughness_mm : float
        Roughness height, 0 to half the bore. [mm]
    fittings : float, default 0
        Loss coefficient K of valves and bends, 0 to 1,000. [-]

    Returns
    -------
    float
        [L/s]

    Examples
    --------
    >>> round(link_flow_l_s(head_m=0.1, bore_mm=50, length_m=2, roughness_mm=0.01), 2)
    1.78
    """
    head = require_number("head_m", head_m, low=0, high=100)
    require_number("length_m", length_m, low=0, high=100_000)
    require_number("roughness_mm", roughness_mm, low=0, high=bore_mm / 2)
    require_number("fittings", fittings, low=0, high=1_000)
    require_number("bore_mm", bore_mm, low=0.1, high=10_000)
    pipe = {"bore_mm": bore_mm, "length_m": length_m, "roughness_mm": roughness_mm, "fittings": fittings}
    if head == 0:
        return 0.0

    def over(flow: float) -> float:
        return link_head_m(flow_l_s=flow, **pipe) - head

    # Where the head all goes into velocity heads, `v = sqrt(2 g h / (f L / d + k))`; f hardly moves with v.
    diameter_m, others = bore_mm / 1000, ENTRY_LOSS + EXIT_LOSS + fittings
    area_m2 = math.pi * diameter_m**2 / 4
    drive = 2 * GRAVITY_M_S2 * head
    velocity = math.sqrt(drive / others)
    for _ in range(40):
        factor = friction_factor(
            reynolds=velocity * diameter_m / VISCOSITY_M2_S, relative_roughness=roughness_mm / bore_mm
        )
        before, velocity = velocity, math.sqrt(drive / (factor * length_m / diameter_m + others))
        if abs(velocity - before) <= 1e-12 * before:
            return 1000 * area_m2 * velocity
    return crossing(over, 0.0, 1000 * area_m2 * math.sqrt(drive / others))
