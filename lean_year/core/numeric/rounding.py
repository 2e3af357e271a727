"""Rounding to one side."""

import math

_HAIR = 1e-6


def rounded_down(value: float, decimals: int) -> float:
    """A value that is not above the given one; a hair under the next step, by binary digits alone, is that step.

    Parameters
    ----------
    value : float
        In any unit.
    decimals : int
        Digits kept behind the point.

    Returns
    -------
    float
        In the unit of `value`.

    Examples
    --------
    >>> rounded_down(0.90667, 4), rounded_down(2.8 - 1.9, 4), rounded_down(-0.901, 2)
    (0.9066, 0.9, -0.91)
    """
    steps = 10.0**decimals
    return math.floor(value * steps + _HAIR) / steps
