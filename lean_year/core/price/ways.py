"""Ways to the same water side by side: what each has cost by the end of every year, and where their lines cross."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import accumulate, pairwise

from lean_year.core.price.owning import replaced_after


@dataclass(frozen=True, slots=True)
class Way:
    """What one way to water costs."""

    capital: float
    """Paid at once. [money]"""
    yearly: float
    """Paid at the end of every year. [money]"""
    replace_cost: float = 0.0
    """Paid each time something is replaced. [money]"""
    replace_every_years: float = 0.0
    """0 for never. [years]"""


def paid_until(way: Way, *, years: int, discount_rate: float) -> tuple[float, ...]:
    """What has been paid by the end of each year, in money of today.

    Parameters
    ----------
    way : Way
        What it costs, each from 0 to 1e12. [money]
    years : int
        1 to 200. [years]
    discount_rate : float
        0 to 1. [-]

    Returns
    -------
    tuple of float
        From what is paid at once on, so one more than there are years. What would be replaced at the end of the last
        year is not; the last is the present cost. [money]. Basis: derived.

    Examples
    --------
    >>> paid_until(Way(1000, 100, 500, 2), years=4, discount_rate=0)
    (1000.0, 1100.0, 1700.0, 1800.0, 1900.0)
    """
    paid_in = [float(way.capital)] + [way.yearly / (1 + discount_rate) ** year for year in range(1, years + 1)]
    for time in replaced_after(way.replace_every_years, years):
        paid_in[math.ceil(time - 1e-9)] += way.replace_cost / (1 + discount_rate) ** time
    return tuple(accumulate(paid_in))


def crossings(one: Sequence[float], other: Sequence[float]) -> tuple[float, ...]:
    """When two lines of what has been paid cross, straight between the ends of years.

    Parameters
    ----------
    one, other : sequence of float
        As `paid_until` gives them, over the same years. [money]

    Returns
    -------
    tuple of float
        In years from the start; nothing where one stays the dearer. [years]. Basis: derived.

    Examples
    --------
    >>> crossings((1000, 1100, 1200), (0, 800, 1600)), crossings((1, 2), (0, 1))
    ((1.4285714285714286,), ())
    """
    found = []
    apart = [a - b for a, b in zip(one, other, strict=True)]
    for year, (before, after) in enumerate(pairwise(apart)):
        if before * after < 0:
            found.append(year + before / (before - after))
        elif after == 0 and before != 0:
            found.append(float(year + 1))
    return tuple(found)
