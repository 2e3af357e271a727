"""A pump that a flow switch runs: it starts when the pressure falls, runs while water flows, and stops when it rests.

No vessel holds its outlet: while a tap is open the pump runs along its own curve, and when the last is shut the pipes
stand at what it reaches at no flow.
"""

from lean_year.core.errors import require_number
from lean_year.core.units import KPA_PER_M_OF_WATER

START_OVER_COLUMN_KPA = 20.0
"""The least by which the start pressure is above the water that stands over the switch. Basis: estimate."""
STOPS_OVER_START_KPA = 70.0
"""The least by which the pump reaches above the start pressure, for the switch to stop it. Basis: from memory (makers
ask for 50 to 80 kPa)."""


def least_start_kpa(*, column_m: float) -> float:
    """The least pressure that a flow switch may start at: an open tap must bring it lower than that.

    While the pump stands and the highest tap is open, the water between the two still presses on the switch; where
    that is more than its start pressure, it never starts.

    Parameters
    ----------
    column_m : float
        From the switch up to the highest tap, below zero where that is lower, -1,000 to 1,000. [m]

    Returns
    -------
    float
        [kPa]. Basis: derived (hydrostatics), with a margin by estimate.

    Raises
    ------
    InputError
        If it is out of its range.

    Examples
    --------
    >>> round(least_start_kpa(column_m=10))
    118
    """
    column = require_number("column_m", column_m, low=-1_000, high=1_000)
    return max(0.0, column) * KPA_PER_M_OF_WATER + START_OVER_COLUMN_KPA
