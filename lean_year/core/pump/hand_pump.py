"""A pump worked by hand: what it gives, and what a person keeps up. What it asks of one is `pump_curve.power_w`."""

from lean_year.core.errors import require_number

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
