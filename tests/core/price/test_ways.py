"""Ways side by side. Outside check: the present value of each year by a finance library (numpy-financial)."""

import numpy as np
import numpy_financial
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.price.owning import present_cost
from lean_year.core.price.ways import Way, crossings, paid_until

MONEY = st.floats(0, 1e6)


@given(MONEY, MONEY, MONEY, st.integers(0, 15), st.integers(1, 60), st.floats(0, 0.2))
def test_each_year_is_the_present_value_of_all_that_was_paid_by_its_end(
    capital, yearly, replaced, every, years, rate
):
    paid = paid_until(Way(capital, yearly, replaced, every), years=years, discount_rate=rate)
    flows = [capital]
    for year in range(1, years + 1):
        again = replaced if every and year % every == 0 and year < years else 0.0
        flows.append(yearly + again)
        assert paid[year] == pytest.approx(numpy_financial.npv(rate, flows), rel=1e-9, abs=1e-6)
    whole = present_cost(
        capital=capital,
        yearly=yearly,
        replace_cost=replaced,
        replace_every_years=every,
        years=years,
        discount_rate=rate,
    )
    assert paid[-1] == pytest.approx(whole, rel=1e-9, abs=1e-6)
    assert len(paid) == years + 1


@given(st.lists(st.tuples(st.floats(0, 1e5), st.floats(0, 1e5)), min_size=2, max_size=40))
def test_where_lines_cross_they_are_as_high_as_each_other(ends):
    one, other = zip(*ends, strict=True)
    years = np.arange(len(one))
    for year in crossings(one, other):
        assert 0 < year <= len(one) - 1
        assert np.interp(year, years, one) == pytest.approx(np.interp(year, years, other), rel=1e-6, abs=1e-4)


def test_what_stays_dearer_crosses_nothing_and_what_meets_crosses_once():
    assert crossings((3, 4, 5), (1, 2, 3)) == ()
    assert crossings((2, 2, 2), (0, 2, 4)) == (1.0,)
    assert crossings((1, 1), (1, 1)) == ()
    assert crossings((10, 10, 10, 10), (0, 20, 0, 20)) == (0.5, 1.5, 2.5)
