"""A pump worked by hand: what it gives, and what it asks of a person."""

from lean_year.core.errors import require_number
from lean_year.core.units import GRAVITY_M_S2

HAND_EFFICIENCY = 0.6
"""Share of a person's work that lifts the water. Basis: from memory."""
PERSON_W = 75.0
"""What a grown person keeps up for an hour. Basis: from memory (60 to 100 W)."""
LONG_MIN_DAY = 60.0
"""Minutes a day that a household is glad to pump. Basis: estimate."""


def hand_flow_l_s(*, stroke_l: float, strokes_per_minute: float) -> float:
    """What a hand pump gives while it is worked.

    Parameters
    ----------
    stroke_l : float
        Water of one stroke, 0 to 100. [L]
    strokes_per_minute : float
        0 to 300. [1/min]

    Returns
    -------
    float
        [L/s]. Basis: derived.

    Raises
    ------
    InputError
        If a value is out of its range.

    Examples
    --------
    >>> round(hand_flow_l_s(stroke_l=0.4, strokes_per_minute=35), 3)
    0.233
    """
    stroke = require_number("stroke_l", stroke_l, low=0, high=100)
    return stroke * require_number("strokes_per_minute", strokes_per_minute, low=0, high=300) / 60


def hand_work_w(*, flow_l_s: float, lift_m: float, efficiency: float) -> float:
    """What a person must give to lift the water: `rho g Q H / efficiency`.

    Parameters
    ----------
    flow_l_s : float
        0 to 100. [L/s]
    lift_m : float
        From the water to the spout, 0 to 1,000. [m]
    efficiency : float
        Of the pump, 0.01 to 1. [-]

    Returns
    -------
    float
        [W]. Basis: published (hydraulics).

    Raises
    ------
    InputError
        If a value is out of its range.

    Examples
    --------
    A litre every second from ten metres down is more than one person keeps up:

    >>> round(hand_work_w(flow_l_s=1.0, lift_m=10, efficiency=0.6))
    163
    """
    flow = require_number("flow_l_s", flow_l_s, low=0, high=100)
    lift = require_number("lift_m", lift_m, low=0, high=1_000)
    return GRAVITY_M_S2 * flow * lift / require_number("efficiency", efficiency, low=0.01, high=1)
