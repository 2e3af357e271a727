import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.household import DAYS_IN_MONTH, HABITS_L_PERSON_DAY, daily_demand_l, monthly_demand
from lean_year.core.rainfall import month_of, year_of

NONE = np.zeros(12)
months = st.lists(st.floats(0, 1e5), min_size=12, max_size=12).map(np.array)


def test_two_careful_people_without_garden_or_guests():
    demand = monthly_demand(residents=2, guests=NONE, litres_person_day=90, garden_l_month=NONE)
    assert demand.total_l_day.tolist() == [180.0] * 12
    assert demand.year_l == pytest.approx(180 * 365.25)


def test_two_frugal_people_live_on_800_to_1000_gallons_a_month():
    """Common practice in the trade, no source."""
    use = HABITS_L_PERSON_DAY["frugal"]
    demand = monthly_demand(residents=2, guests=NONE, litres_person_day=use, garden_l_month=NONE)
    assert 800 <= demand.year_l / 12 / 3.785411784 <= 1000


def test_guests_and_garden_fall_in_their_months():
    guests, garden = NONE.copy(), NONE.copy()
    guests[6], garden[1] = 1.5, 2_825
    demand = monthly_demand(residents=1, guests=guests, litres_person_day=100, garden_l_month=garden)
    assert demand.indoor_l_day[6] == 250
    assert demand.garden_l_day[1] == pytest.approx(100)
    assert demand.people[6] == 2.5


@given(months)
def test_a_month_of_garden_water_is_spread_over_its_days_and_no_other(garden):
    demand = monthly_demand(residents=0, guests=NONE, litres_person_day=0, garden_l_month=garden)
    dates = np.datetime64("2001-01-01") + np.arange(4 * 365 + 1)
    daily = daily_demand_l(demand, month_of(dates))
    whole = np.array([daily[(month_of(dates) == month)].sum() for month in range(1, 13)]) / 4
    assert whole == pytest.approx(garden, rel=1e-9, abs=1e-9)
    assert set(year_of(dates)) == {2001, 2002, 2003, 2004}
    assert DAYS_IN_MONTH.sum() == 365.25


@pytest.mark.parametrize(
    ("field", "value"),
    [
        ("residents", -1),
        ("litres_person_day", 2_001),
        ("guests", np.zeros(11)),
        ("garden_l_month", np.full(12, -1.0)),
        ("garden_l_month", np.full(12, np.nan)),
    ],
)
def test_a_bad_value_is_named(field, value):
    good = {"residents": 2, "guests": NONE, "litres_person_day": 90, "garden_l_month": NONE}
    with pytest.raises(InputError, match=field):
        monthly_demand(**(good | {field: value}))
