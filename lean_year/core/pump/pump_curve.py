"""Pumps: their curve, where they run against the pipes, what they lift, and what they use."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Protocol

from lean_year.core.errors import InputError, require_number
from lean_year.core.hydraulics.air_and_vapour import atmosphere_kpa, vapour_pressure_kpa
from lean_year.core.hydraulics.pipes import friction_head_m, mean_velocity_m_s
from lean_year.core.numeric.crossing import crossing
from lean_year.core.units import GRAVITY_M_S2, KPA_PER_M_OF_WATER

MOST_L_S = 1_000.0
"""No house asks for more. [L/s]"""
PRACTICAL_LIFT_M = 6.5
"""Suction lift at sea level with cool water beyond which nobody is glad. Basis: common practice (6 to 7 m)."""
FROST_BOARD_MM = 50.0
"""Insulation that has kept a pump working. Basis: common practice."""
FROST_BOARD_HELD_C = -9.0
"""The frost in which it has, without power. Basis: common practice."""
WORST_FIT_SHARE = 0.1
"""Of the shut-off head, by which a point may lie off the fitted curve. Basis: estimate."""
LEAST_NPSH_M = 3.0
"""A house pump asks for about so much. Basis: estimate."""
LEAST_CREST_M = 2.0
"""Absolute head at the top of a siphon under which air comes out of the water and parts it. Basis: from memory."""


@dataclass(frozen=True, slots=True)
class PumpCurve:
    """`H = H0 - k Q^n`, the head that a pump gives at a flow."""

    shut_off_m: float
    k: float
    n: float
    most_l_s: float
    """The last flow of the points it was fitted to. [L/s]"""

    def head_m(self, flow_l_s: float) -> float:
        """Head at a flow; below zero beyond where it can pump at all. [m]"""
        return float(self.shut_off_m - self.k * flow_l_s**self.n)

    def flow_l_s(self, head_m: float) -> float:
        """Flow at which it gives a head, `MOST_L_S` at most; 0 where it never does. [L/s]"""
        share = (self.shut_off_m - head_m) / self.k
        if share <= 0:
            return 0.0
        if math.log(share) / self.n >= math.log(MOST_L_S):  # a curve that is all but flat
            return MOST_L_S
        return float(share ** (1 / self.n))

    @property
    def runs_out_l_s(self) -> float:
        """Flow at which it gives no head. [L/s]"""
        return math.exp(min(50.0, math.log(self.shut_off_m / self.k) / self.n))


@dataclass(frozen=True, slots=True)
class StandingWater:
    """Water that stands above a tap: the same head at every flow, as far as a pipe lets any through."""

    head_above_m: float
    """Over where the heads that are asked for are counted from."""
    runs_out_l_s: float

    @property
    def shut_off_m(self) -> float:
        return self.head_above_m

    def head_m(self, flow_l_s: float) -> float:  # noqa: ARG002 - asked as a pump is
        """The same at every flow. [m]"""
        return self.head_above_m


def fit_curve(flow_l_s: Sequence[float], head_m: Sequence[float]) -> PumpCurve:
    """The curve through a pump's points: through the first at no flow, the middle one and the last.

    Parameters
    ----------
    flow_l_s : sequence of float
        Three or more, rising from 0, each 0 to 1,000. [L/s]
    head_m : sequence of float
        Falling, as many, each 0 to 2,000. [m]

    Returns
    -------
    PumpCurve
        Basis: derived; with more than three points `k` and `n` are of least squares on the logarithms.

    Raises
    ------
    InputError
        If there are fewer than three points, the first is not at no flow, or head does not fall with flow.
    """
    if len(flow_l_s) != len(head_m) or len(flow_l_s) < 3:
        raise InputError("points", f"must be three or more of flow and head, got {len(flow_l_s)} and {len(head_m)}")
    flows = [require_number("flow_l_s", each, low=0, high=1_000) for each in flow_l_s]
    heads = [require_number("head_m", each, low=0, high=2_000) for each in head_m]
    if flows[0] != 0:
        raise InputError("points", f"must begin at no flow, the shut-off head; got {flows[0]:g} L/s")
    for before, after in zip(range(len(flows)), range(1, len(flows)), strict=False):
        if flows[after] <= flows[before]:
            raise InputError("points", f"must rise in flow, got {flows[after]:g} after {flows[before]:g} L/s")
        if heads[after] >= heads[before]:
            raise InputError(
                "points",
                f"must fall in head as the flow rises, got {heads[after]:g} m at {flows[after]:g} L/s after "
                f"{heads[before]:g} m",
            )
    x = [math.log(each) for each in flows[1:]]
    y = [math.log(heads[0] - each) for each in heads[1:]]
    mean_x, mean_y = sum(x) / len(x), sum(y) / len(y)
    n = sum((a - mean_x) * (b - mean_y) for a, b in zip(x, y, strict=True)) / sum((a - mean_x) ** 2 for a in x)
    return PumpCurve(heads[0], math.exp(mean_y - n * mean_x), n, flows[-1])


class Presses(Protocol):
    """What presses water on: a pump, one that is held, or water that stands higher."""

    @property
    def shut_off_m(self) -> float:
        """Head at no flow. [m]"""
        ...

    @property
    def runs_out_l_s(self) -> float:
        """Flow at which it gives no head. [L/s]"""
        ...

    def head_m(self, flow_l_s: float) -> float:
        """Head at a flow. [m]"""
        ...


def operating_flow_l_s(curve: Presses, system_head_m: Callable[[float], float]) -> float:
    """Where the pump's curve meets the system's.

    Parameters
    ----------
    curve : Presses
        Of the pump, of several alike side by side, of one that is held, or of a tank uphill.
    system_head_m : callable
        Head that the system asks for at a flow [L/s], rising with it. [m]

    Returns
    -------
    float
        0 where the system asks for more than the shut-off head at no flow. [L/s]

    Examples
    --------
    >>> curve = fit_curve((0.0, 0.5, 1.0), (40.0, 35.0, 20.0))
    >>> round(operating_flow_l_s(curve, lambda flow: 20.0 + 10.0 * flow**2), 3)
    0.816
    """
    if system_head_m(0.0) >= curve.shut_off_m:
        return 0.0

    return crossing(lambda flow: curve.head_m(flow) - system_head_m(flow), 0.0, min(curve.runs_out_l_s, MOST_L_S))


def npsh_available_m(*, altitude_m: float, water_c: float, lift_m: float, loss_m: float) -> float:
    """Head over boiling at a pump's inlet: `(p_atm - p_vapour) / (rho g) - lift - loss`.

    Parameters
    ----------
    altitude_m : float
        -500 to 9,000. [m]
    water_c : float
        0 to 100. [deg C]
    lift_m : float
        From the water up to the pump, negative where it stands below, -100 to 100. [m]
    loss_m : float
        Friction and fittings of the suction, 0 to 100. [m]

    Returns
    -------
    float
        Below zero where the water would boil first. [m]. Basis: derived.

    Examples
    --------
    >>> round(npsh_available_m(altitude_m=0, water_c=20, lift_m=0, loss_m=0), 2)
    10.09
    """
    lift = require_number("lift_m", lift_m, low=-100, high=100)
    loss = require_number("loss_m", loss_m, low=0, high=100)
    pushing_kpa = atmosphere_kpa(altitude_m) - vapour_pressure_kpa(water_c)
    return pushing_kpa / KPA_PER_M_OF_WATER - lift - loss


def gravity_flow_l_s(*, head_m: float, bore_mm: float, length_m: float, roughness_mm: float) -> float:
    """Flow that a head drives through a pipe to an open end: friction and one velocity head.

    Parameters
    ----------
    head_m : float
        0 to 1,000. [m]
    bore_mm : float
        0.1 to 10,000. [mm]
    length_m : float
        0 to 100,000. [m]
    roughness_mm : float
        0 to half the bore. [mm]

    Returns
    -------
    float
        [L/s]. Basis: published (Darcy-Weisbach, Colebrook).

    Examples
    --------
    Ten feet of fall through 60 m of 26 mm pipe give half a litre a second, not half a gallon a minute:

    >>> round(gravity_flow_l_s(head_m=3.05, bore_mm=26, length_m=60, roughness_mm=0.0015), 2)
    0.54
    """
    head = require_number("head_m", head_m, low=0, high=1_000)
    area_m2 = math.pi * (require_number("bore_mm", bore_mm, low=0.1, high=10_000) / 1000) ** 2 / 4

    def asked(flow: float) -> float:
        velocity = mean_velocity_m_s(flow_l_s=flow, bore_mm=bore_mm)
        lost = friction_head_m(flow_l_s=flow, bore_mm=bore_mm, length_m=length_m, roughness_mm=roughness_mm)
        return lost + velocity**2 / (2 * GRAVITY_M_S2)

    most = min(100_000.0, 1000 * area_m2 * math.sqrt(2 * GRAVITY_M_S2 * head))
    return crossing(lambda flow: head - asked(flow), 0.0, most)


def power_w(*, flow_l_s: float, head_m: float, efficiency: float) -> float:
    """Electrical power of a pump: `rho g Q H / efficiency`.

    Parameters
    ----------
    flow_l_s : float
        0 to 1,000. [L/s]
    head_m : float
        0 to 2,000. [m]
    efficiency : float
        Of pump and motor together, 0.01 to 1. [-]

    Returns
    -------
    float
        [W]. Basis: published (hydraulics).

    Examples
    --------
    >>> round(power_w(flow_l_s=0.5, head_m=40, efficiency=0.35))
    560
    """
    flow = require_number("flow_l_s", flow_l_s, low=0, high=1_000)
    head = require_number("head_m", head_m, low=0, high=2_000)
    return GRAVITY_M_S2 * flow * head / require_number("efficiency", efficiency, low=0.01, high=1)
