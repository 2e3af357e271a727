"""Round steps along an axis."""

import math
from collections.abc import Iterator

_ROUND = (1.0, 2.0, 2.5, 5.0, 10.0)


def round_step(least: float) -> float:
    """The next round step from a size up.

    >>> round_step(3.2), round_step(70)
    (5.0, 100.0)
    """
    tens = 10.0 ** math.floor(math.log10(least))
    return next(each * tens for each in _ROUND if each * tens >= least * (1 - 1e-9))


def steps(top: float, about: int) -> Iterator[float]:
    """From nothing to the top in about so many round steps.

    >>> list(steps(90, 4))
    [0.0, 25.0, 50.0, 75.0]
    """
    step = round_step(max(top, 1e-9) / about)
    for number in range(int(top / step + 1e-9) + 1):
        yield number * step
