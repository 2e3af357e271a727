"""Where a falling or rising quantity crosses zero."""

import math
import sys
from collections.abc import Callable

_MOST_STEPS = 200


def crossing(over: Callable[[float], float], low: float, high: float) -> float:
    """Where a continuous function crosses zero between two places, by Chandrupatla's rule.

    Inverse quadratic interpolation where it can be trusted, halving where it cannot: a dozen calls for what halving
    takes fifty.

    Parameters
    ----------
    over : callable
        Of another sign at `low` than at `high`.
    low, high : float
        Finite.

    Returns
    -------
    float
        To rounding; the end at which it is nearer zero where it does not change its sign. Basis: published
        (Chandrupatla 1997, Advances in Engineering Software 28).

    Examples
    --------
    >>> round(crossing(lambda x: x**3 - 2, 0, 2), 12)
    1.259921049895
    """
    a, b = high, low
    over_a, over_b = over(a), over(b)
    if over_a == 0 or over_b == 0 or (over_a > 0) == (over_b > 0):
        return a if abs(over_a) < abs(over_b) else b
    c, over_c = a, over_a
    share = 0.5
    for _ in range(_MOST_STEPS):
        x = a + share * (b - a)
        over_x = over(x)
        if (over_x > 0) == (over_a > 0):
            c, over_c = a, over_a
        else:
            c, b, over_c, over_b = b, a, over_b, over_a
        a, over_a = x, over_x
        best, over_best = (a, over_a) if abs(over_a) < abs(over_b) else (b, over_b)
        least = 2 * sys.float_info.epsilon * abs(best) + sys.float_info.min
        width = abs(b - c)
        if over_best == 0 or least > 0.5 * width:
            return best
        share = _next_share(a, b, c, over_a, over_b, over_c)
        share = min(1 - least / width, max(least / width, share))
    return best


def _next_share(a: float, b: float, c: float, over_a: float, over_b: float, over_c: float) -> float:
    """How far to go from `a` to `b`."""
    xi, phi = (a - b) / (c - b), (over_a - over_b) / (over_c - over_b)
    if phi * phi >= xi or (1 - phi) ** 2 >= 1 - xi:
        return 0.5
    share = over_a / (over_b - over_a) * over_c / (over_b - over_c)
    share += (c - a) / (b - a) * over_a / (over_c - over_a) * over_b / (over_c - over_b)
    return share if math.isfinite(share) else 0.5
