"""Cost over the years: against a finance library, by its limits, and what it refuses."""

import numpy_financial as finance
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.price.mains import LEAST_KPA, mains_pressure_kpa
from lean_year.core.price.owning import cost_per_m3, discounted_years, present_cost

TANK = {
    "capital": 18_400.0,
    "yearly": 310.0,
    "replace_cost": 950.0,
    "replace_every_years": 8.0,
    "years": 25,
    "discount_rate": 0.035,
}


@pytest.mark.reference
@given(
    st.floats(0, 1e6),
    st.floats(0, 1e4),
    st.floats(0, 1e4),
    st.integers(0, 40),
    st.integers(1, 60),
    st.floats(0, 1),
)
def test_present_cost_is_the_net_present_value_of_what_is_paid(capital, yearly, replace_cost, every, years, rate):
    """numpy-financial's `npv` of the payments year by year, written down one after another."""
    paid = [capital] + [yearly] * years
    if every:
        for year in range(every, years, every):
            paid[year] += replace_cost
    found = present_cost(
        capital=capital,
        yearly=yearly,
        replace_cost=replace_cost,
        replace_every_years=every,
        years=years,
        discount_rate=rate,
    )
    assert found == pytest.approx(finance.npv(rate, paid), rel=1e-9, abs=1e-6)


@pytest.mark.reference
def test_cost_of_water_is_the_payment_for_each_cubic_metre():
    """numpy-financial's `pmt`: the same present cost paid off in equal years, over the water of a year."""
    cost = present_cost(**TANK)
    per_year = -finance.pmt(0.035, 25, cost)
    found = cost_per_m3(present_cost=cost, m3_per_year=88, years=25, discount_rate=0.035)
    assert found == pytest.approx(per_year / 88, rel=1e-9)


def test_without_interest_it_is_what_is_paid():
    """By hand: replaced after 8, 16 and 24 years; at the end of the 25th nothing is."""
    assert present_cost(**TANK | {"discount_rate": 0}) == pytest.approx(18_400 + 25 * 310 + 3 * 950)
    # A replacement that would fall on the last day is not made.
    assert present_cost(**TANK | {"discount_rate": 0, "years": 24}) == pytest.approx(18_400 + 24 * 310 + 2 * 950)
    assert discounted_years(years=25, discount_rate=0) == 25


def test_half_years_are_counted_as_they_fall():
    """By hand: every 7.5 years in 20 is twice, discounted to those days."""
    found = present_cost(**TANK | {"capital": 0, "yearly": 0, "replace_every_years": 7.5, "years": 20})
    assert found == pytest.approx(950 / 1.035**7.5 + 950 / 1.035**15)


@pytest.mark.parametrize(
    ("changed", "named"),
    [
        ({"years": 0}, "years"),
        ({"years": 12.5}, "whole number"),
        ({"years": 201}, "years"),
        ({"discount_rate": -0.01}, "discount_rate"),
        ({"discount_rate": 1.01}, "discount_rate"),
        ({"capital": -1}, "capital"),
        ({"replace_every_years": 0.01}, "0 for never"),
        ({"yearly": float("nan")}, "yearly"),
    ],
)
def test_what_cannot_be_reckoned_with_is_named(changed, named):
    with pytest.raises(InputError, match=named):
        present_cost(**TANK | changed)


def test_no_water_has_no_price():
    with pytest.raises(InputError, match="m3_per_year"):
        cost_per_m3(present_cost=1, m3_per_year=0, years=1, discount_rate=0)


def test_mains_lose_pressure_with_every_metre_up():
    """By hand: 9.80665 kPa for each metre; a house 27 m over the street has less than showers take."""
    assert mains_pressure_kpa(street_kpa=400, rise_m=0, friction_kpa=0) == 400
    left = mains_pressure_kpa(street_kpa=400, rise_m=27, friction_kpa=20)
    assert left == pytest.approx(400 - 27 * 9.80665 - 20)
    assert left < LEAST_KPA
    assert mains_pressure_kpa(street_kpa=300, rise_m=-10, friction_kpa=0) > 300
