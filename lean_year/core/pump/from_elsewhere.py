"""Water from elsewhere: what a well may give, and what a truck needs to reach the tank."""

from lean_year.core.errors import require_number

TESTED_H = 4.0
"""A pumping test shorter than this shows what stands in the bore, and not what the ground gives. Basis: common
practice (4 to 24 h for a house)."""
LONGEST_RUN_H = 18.0
"""Hours of a day that a well's pump may run, so that the well recovers. Basis: estimate."""
WELL_ROUGHNESS_MM = 0.0015
"""Of plastic pipe. Basis: from memory."""
TRUCK_GATE_M = 3.0
"""A truck with water goes through no less. Basis: common practice."""


def run_hours(*, wanted_l_day: float, pump_l_min: float) -> float:
    """Hours that a pump runs for a day's water.

    Parameters
    ----------
    wanted_l_day : float
        0 to 1e9. [L/d]
    pump_l_min : float
        Above 0 to 1e6. [L/min]

    Returns
    -------
    float
        More than 24 where a day is too short. [h]. Basis: derived.

    Raises
    ------
    InputError
        If a value is out of its range.

    Examples
    --------
    >>> run_hours(wanted_l_day=1_800, pump_l_min=15)
    2.0
    """
    wanted = require_number("wanted_l_day", wanted_l_day, low=0, high=1e9)
    return wanted / require_number("pump_l_min", pump_l_min, low=1e-9, high=1e6) / 60
