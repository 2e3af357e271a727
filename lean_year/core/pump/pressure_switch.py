"""A pump behind a pressure switch, or one that holds a set point: what its outlet and a tap have.

While water is drawn, a vessel keeps the outlet of a switched pump between cut-in and cut-out, whatever the pump could
give; where the pump gives less than the cut-in at a flow, it runs on and the outlet has what the pump gives.
"""

from collections.abc import Callable
from dataclasses import dataclass

from lean_year.core.errors import require_number
from lean_year.core.pump.pump_curve import PumpCurve
from lean_year.core.units import KPA_PER_M_OF_WATER

SPARE_SHARE = 0.9
"""Share of the pressure that a pump reaches at no flow, up to which it is set to stop. Basis: common practice."""
LEAST_BAND_KPA = 70.0
"""Least width between cut-in and cut-out. Basis: common practice (10 psi)."""
MOST_TAP_KPA = 500.0
"""The most that may stand at a tap. Basis: from memory (EN 806-2; US plumbing codes have 80 psi, 552 kPa)."""
ROUND_KPA = 10.0
"""Switches are set in such steps. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class HeldPump:
    """A pump whose outlet has no more than is held: cut-in, cut-out or set point."""

    curve: PumpCurve
    held_m: Callable[[float], float]
    """Head that the pump must give at a flow [L/s] for the pressure that is held at its outlet. [m]"""

    @property
    def shut_off_m(self) -> float:
        """Head at no flow. [m]"""
        return min(self.curve.shut_off_m, self.held_m(0.0))

    @property
    def runs_out_l_s(self) -> float:
        """Flow at which the pump gives no head. [L/s]"""
        return self.curve.runs_out_l_s

    def head_m(self, flow_l_s: float) -> float:
        """Head that counts at a flow: what is held, or what the pump gives where that is less. [m]"""
        return min(self.curve.head_m(flow_l_s), self.held_m(flow_l_s))


def tap_pressure_kpa(*, switch_kpa: float, lift_m: float, loss_kpa: float) -> float:
    """Pressure that a switch leaves at a tap: `P_switch - rho g lift - losses`.

    Parameters
    ----------
    switch_kpa : float
        Held at the pump's outlet, gauge, 0 to 10,000. [kPa]
    lift_m : float
        From the pump up to the tap, below zero where it runs down, -1,000 to 1,000. [m]
    loss_kpa : float
        Between the two, 0 to 10,000. [kPa]

    Returns
    -------
    float
        Below zero where no water comes. [kPa]. Basis: derived.

    Examples
    --------
    >>> round(tap_pressure_kpa(switch_kpa=220, lift_m=4.9, loss_kpa=78))
    94
    """
    held = require_number("switch_kpa", switch_kpa, low=0, high=10_000)
    lift = require_number("lift_m", lift_m, low=-1_000, high=1_000)
    return held - KPA_PER_M_OF_WATER * lift - require_number("loss_kpa", loss_kpa, low=0, high=10_000)
