"""The unit of rain without a word of it in the column's name, on either side of every limit that decides it."""

import numpy as np
import pytest

from lean_year.core.units import DAYS_PER_YEAR
from lean_year.formats.rain.account import guess_unit


def days(mean_year, wettest, *, whole):
    """Twenty years of days that come to so much a year, with so much on the heavy ones."""
    count = round(20 * DAYS_PER_YEAR)
    values = np.zeros(count)
    values[: count // 90] = wettest
    rest = mean_year * 20 - values.sum()
    assert rest >= 0
    # Whole numbers of one and two, or the same with fractions, on as many days as it takes.
    small = count - count // 90
    values[count // 90 :] = rest / small
    if whole:
        floor = np.floor(rest / small)
        more = round(rest - floor * small)
        values[count // 90 :] = floor
        values[count // 90 : count // 90 + more] += 1
    return values


@pytest.mark.parametrize(
    ("mean_year", "wettest", "whole", "unit"),
    [
        (800, 30, False, "mm"),
        (2_600, 300, True, "mm"),
        (2_600, 301, True, "tenth_mm"),
        (2_495, 301, True, "mm"),
        (2_505, 301, True, "tenth_mm"),
        (2_600, 301, False, "mm"),
        (5_990, 301, False, "mm"),
        (6_010, 301, False, "tenth_mm"),
        (151, 4, False, "mm"),
        (149, 4, False, "inch"),
        (149, 4, True, "mm"),
        (149, 20, False, "mm"),
        (149, 19.9, False, "inch"),
    ],
)
def test_each_limit_decides_by_itself(mean_year, wettest, whole, unit):
    values = days(mean_year, wettest, whole=whole)
    assert values.mean() * DAYS_PER_YEAR == pytest.approx(mean_year, rel=2e-3)
    assert guess_unit("rain", values)[0] == unit
