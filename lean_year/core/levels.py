"""Levels: does the water get from the gutter into the tank, dry or wet."""

from dataclasses import dataclass

from lean_year.core.errors import InputError, require_number
from lean_year.core.pipes import GRAVITY_M_S2, friction_head_m, mean_velocity_m_s

LEAST_FALL = 1 / 100
"""Fall of a dry run. Basis: common practice."""
LEAST_FALL_TRADE = 1 / 200
"""20 mm over a shed's back wall, the least the trade lays. Basis: common practice."""
SCREEN_DROP_M = 0.5
"""From the leaf screen down to the tank inlet. Basis: common practice."""
WET_SPARE_M = 0.3
"""Head a wet run must have left. Basis: common practice."""
ENTRY_HEADS = 0.5
"""Velocity heads lost where the water enters a run. Basis: from memory (handbooks)."""
SETTLING_M_S = 0.6
"""Under this, solids settle at the dip. Basis: from memory (sewer practice)."""


def height_m(*, instrument_m: float, staff_m: float) -> float:
    """Height of a point from a staff reading.

    Parameters
    ----------
    instrument_m : float
        Height of the line of sight over the datum. [m]
    staff_m : float
        What the staff shows there, -10 to 20; negative for a staff held upside down against a soffit. [m]

    Returns
    -------
    float
        [m]

    Examples
    --------
    >>> height_m(instrument_m=1.5, staff_m=2.25)
    -0.75
    """
    instrument = require_number("instrument_m", instrument_m, low=-1_000, high=9_000)
    return instrument - require_number("staff_m", staff_m, low=-10, high=20)


@dataclass(frozen=True, slots=True)
class WetRun:
    """Head of a wet run at its design flow. [m]"""

    friction_m: float
    fittings_m: float
    exit_m: float
    """One velocity head, lost at the open end."""
    velocity_m_s: float

    @property
    def lost_m(self) -> float:
        return self.friction_m + self.fittings_m + self.exit_m


def wet_run(*, flow_l_s: float, bore_mm: float, length_m: float, roughness_mm: float, fittings: float) -> WetRun:
    """Losses of a run that dips underground and stands full.

    Parameters
    ----------
    flow_l_s : float
        0 to 100,000. [L/s]
    bore_mm : float
        Inside. [mm]
    length_m : float
        Along the pipe. [m]
    roughness_mm : float
        [mm]
    fittings : float
        Velocity heads lost in entry, bends and tees, 0 to 1,000. [-]

    Returns
    -------
    WetRun
        Basis: published (Darcy-Weisbach, Colebrook).
    """
    lost = require_number("fittings", fittings, low=0, high=1_000)
    friction = friction_head_m(flow_l_s=flow_l_s, bore_mm=bore_mm, length_m=length_m, roughness_mm=roughness_mm)
    velocity = mean_velocity_m_s(flow_l_s=flow_l_s, bore_mm=bore_mm)
    head = velocity**2 / (2 * GRAVITY_M_S2)
    return WetRun(friction, lost * head, head, velocity)


def dry_run_fall(*, start_m: float, end_m: float, length_m: float) -> float:
    """Fall of a straight run.

    Parameters
    ----------
    start_m : float
        Height of its upper end. [m]
    end_m : float
        Height of its lower end. [m]
    length_m : float
        Along the ground, above 0. [m]

    Returns
    -------
    float
        Drop over length, negative where it rises. [-]

    Raises
    ------
    InputError
        If it has no length.
    """
    if not length_m > 0:
        raise InputError("length_m", f"must be above 0, got {length_m:g}")
    return (start_m - end_m) / length_m
