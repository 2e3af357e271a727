"""Levels: does the water get from the gutter into the tank, dry or wet."""

from dataclasses import dataclass

from lean_year.core.errors import InputError, require_number
from lean_year.core.hydraulics.pipes import friction_head_m, mean_velocity_m_s
from lean_year.core.units import GRAVITY_M_S2, KPA_PER_M_OF_WATER

LEAST_FALL = 1 / 100
"""Fall of a dry run. Basis: common practice."""
LEAST_FALL_TRADE = 1 / 200
"""20 mm over a shed's back wall, the least the trade lays. Basis: common practice."""
SCREEN_DROP_M = 0.5
"""From the leaf screen down to the tank inlet. Basis: common practice."""
WET_SPARE_M = 0.3
"""Head a wet run must have left. Basis: common practice."""
COUNTED_FALL = 0.05
"""Fall of a dry run that is counted on: what is left of the drop is spent in the downpipe. Basis: estimate."""
WET_RUN_GRADE = 0.01
"""Fall of a wet run from either end to its low point, so that it drains there. Basis: common practice."""
UNDER_SCREEN_M = 0.1
"""From the water on the leaf screen to what follows it: a tee, the start of a run. Basis: estimate."""
ENTRY_HEADS = 0.5
"""Loss coefficient K of the entry into a run. Basis: from memory (handbooks)."""
SETTLING_M_S = 0.6
"""Under this, solids settle at the dip. Basis: from memory (sewer practice)."""
SCREEN_UNDER_OUTLET_M = 0.3
"""Leaf screen below the gutter outlet where it was not measured. Basis: estimate."""
DIP_UNDER_GROUND_M = 0.5
NARROW_DRAIN_SHARE = 0.5
"""Of the bore of a run, under which a drain at its low point keeps leaves and silt back. Basis: estimate."""
GENTLE_MM_H = 10.0
"""A steady rain, at which a wet run should still carry its silt. Basis: estimate."""
SUCTION_UNDER_MM, LEAST_DRAW_MM = 125.0, 100.0
"""A floating suction under the surface, and an outlet above the floor. Basis: common practice."""
BULGE_SHARE, LEAST_GAP_MM, WALKWAY_MM = 0.015, 75.0, 600.0
"""A full plastic tank's swelling, and the room to leave for it and for a person. Basis: estimate; common practice."""
VENT_OVER_INLET = 1.0
"""The vent's section over the inlet's. Basis: common practice."""
OWN_HEIGHT_M = 1.2
"""Of a low tank that is pumped up. Basis: estimate."""
STORM_MM = 25.0
"""Rain that it holds off its roofs, so that the pump can take its time. Basis: estimate."""


def height_m(*, instrument_m: float, staff_m: float) -> float:
    """Height of a point from a staff reading.

    Parameters
    ----------
    instrument_m : float
        Height of the line of sight over the datum, -1,000 to 9,000. [m]
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


def static_pressure_kpa(head_m: float) -> float:
    """Pressure at the foot of standing water.

    Parameters
    ----------
    head_m : float
        Height of the water over it, 0 to 10,000. [m]

    Returns
    -------
    float
        Gauge pressure. [kPa]. Basis: published (hydrostatics), `rho g h` with water of 1,000 kg/m3.

    Examples
    --------
    >>> round(static_pressure_kpa(10), 2)
    98.07
    """
    return KPA_PER_M_OF_WATER * require_number("head_m", head_m, low=0, high=10_000)


def dry_run_start_m(*, screen_m: float, inlet_m: float, length_m: float) -> float:
    """Invert at the upper end of a dry run: as high as its leaf screen lets it, no steeper than `COUNTED_FALL`.

    Parameters
    ----------
    screen_m : float
        Water on the leaf screen above the datum. [m]
    inlet_m : float
        Invert of the tank inlet above the datum. [m]
    length_m : float
        To the inlet. [m]

    Returns
    -------
    float
        [m]. Basis: estimate.

    Examples
    --------
    >>> round(dry_run_start_m(screen_m=3.0, inlet_m=2.0, length_m=10.0), 3)
    2.5
    """
    return min(screen_m - UNDER_SCREEN_M, inlet_m + COUNTED_FALL * length_m)


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
        Loss coefficient K of entry, bends and tees, 0 to 1,000. [-]

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

    Examples
    --------
    >>> dry_run_fall(start_m=3.0, end_m=2.5, length_m=10.0) > LEAST_FALL
    True
    """
    if not length_m > 0:
        raise InputError("length_m", f"must be above 0, got {length_m:g}")
    return (start_m - end_m) / length_m
