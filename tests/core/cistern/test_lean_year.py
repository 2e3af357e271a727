"""The lean year: least supplied, then most given up or topped up, then lowest, among the years that count."""

import itertools

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.cistern.lean_year import lean_year
from lean_year.core.errors import InputError

years = st.lists(st.tuples(*[st.integers(0, 3)] * 3, st.booleans()), min_size=1, max_size=9)


@given(years)
def test_no_counted_year_is_leaner_and_of_equal_ones_it_is_the_first(rows):
    short, other, lowest, counted = (np.array(column) for column in zip(*rows, strict=True))
    found = lean_year(
        shortfall_l=short.astype(float), other_water_l=other.astype(float), lowest_l=lowest.astype(float),
        counted=counted.astype(bool),
    )  # fmt: skip
    looked_at = [row for row in range(len(rows)) if rows[row][3] or not counted.any()]

    def leaner(one, two):
        """By the rule, step by step."""
        for at, more_is_leaner in ((0, True), (1, True), (2, False)):
            if rows[one][at] != rows[two][at]:
                return (rows[one][at] > rows[two][at]) == more_is_leaner
        return False

    assert found in looked_at
    assert not any(leaner(row, found) for row in looked_at)
    assert all(leaner(found, row) for row in itertools.takewhile(lambda row: row != found, looked_at))


def test_there_is_no_lean_year_of_none():
    none = np.zeros(0)
    with pytest.raises(InputError, match="shortfall_l: needs at least one year"):
        lean_year(shortfall_l=none, other_water_l=none, lowest_l=none, counted=none.astype(bool))
