"""Who is there, what each use takes, and saving steps that make sense."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.calendar import DAYS_IN_MONTH
from lean_year.core.errors import InputError
from lean_year.core.household.uses import (
    HABITS_L_PERSON_DAY,
    MEASURED_US_L_PERSON_DAY,
    Period,
    SavingStep,
    Use,
    animals,
    check_steps,
    fixtures,
    people_by_day,
    use_by_day_l,
)
from lean_year.core.rain.rainfall import month_of

NONE = np.zeros(12)
YEARS = np.arange(np.datetime64("2001-01-01"), np.datetime64("2005-01-01"))
months = st.lists(st.floats(0, 1e5), min_size=12, max_size=12).map(np.array)


def people(periods=(), residents=2.0, guests=NONE, dates=YEARS):
    return people_by_day(dates, residents=residents, guests=guests, periods=tuple(periods))


def on(people_then, text):
    return people_then[int(np.flatnonzero(np.datetime64(text) == YEARS)[0])]


def test_two_frugal_people_live_on_800_to_1000_gallons_a_month():
    """Common practice in the trade, no source."""
    use = Use("Indoors", "house", "indoor", True, litres_person_day=HABITS_L_PERSON_DAY["frugal"])
    daily = use_by_day_l(use, people(), month_of(YEARS))
    assert 800 <= daily.mean() * 365.25 / 12 / 3.785411784 <= 1000


def test_the_measured_mean_lies_among_the_habits():
    """Residential End Uses of Water v2, 2016: 58.6 US gal a person and day (from memory)."""
    assert pytest.approx(221.8, abs=0.1) == MEASURED_US_L_PERSON_DAY
    assert HABITS_L_PERSON_DAY["ordinary"] < MEASURED_US_L_PERSON_DAY <= HABITS_L_PERSON_DAY["generous"] * 1.01


def test_guests_come_in_their_month_and_on_no_other_day():
    guests = NONE.copy()
    guests[6] = 1.5
    there = people(guests=guests)
    assert set(there[month_of(YEARS) == 7]) == {3.5}
    assert set(there[month_of(YEARS) != 7]) == {2.0}


def test_a_holiday_over_new_year_empties_the_house_on_both_sides():
    there = people([Period((12, 24), (1, 6), people=0, replaces=True)])
    assert on(there, "2001-12-24") == on(there, "2002-01-06") == 0
    assert on(there, "2001-12-23") == on(there, "2002-01-07") == 2


def test_weekends_are_saturday_and_sunday():
    there = people([Period((1, 1), (12, 31), people=5, replaces=True, days="weekends")], residents=0)
    assert (on(there, "2004-02-28"), on(there, "2004-02-29"), on(there, "2004-03-01")) == (5, 5, 0)


def test_of_several_that_replace_the_later_holds_and_others_are_added():
    there = people(
        [
            Period((6, 1), (8, 31), people=0, replaces=True),
            Period((8, 1), (8, 7), people=9, replaces=True),
            Period((8, 5), (8, 5), people=1, replaces=False),
        ]
    )
    assert [on(there, f"2003-{day}") for day in ("05-31", "06-01", "08-04", "08-05", "09-01")] == [2, 0, 9, 10, 2]


@given(months)
def test_what_is_entered_by_the_day_of_a_month_falls_in_that_month(litres):
    use = Use("Make-up", "other", "garden", True, litres_day=tuple(litres))
    daily = use_by_day_l(use, people(residents=0), month_of(YEARS))
    for month in range(1, 13):
        assert set(daily[month_of(YEARS) == month]) == {litres[month - 1]}
    assert DAYS_IN_MONTH.sum() == 365.25


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"residents": -1}, "residents"),
        ({"guests": np.zeros(11)}, "guests"),
        ({"guests": np.full(12, np.nan)}, "guests"),
        ({"periods": (Period((1, 1), (1, 2), people=-1, replaces=True),)}, "people"),
    ],
)
def test_a_bad_value_is_named(changes, field):
    with pytest.raises(InputError, match=field):
        people(**changes)


def test_the_usual_fittings_add_up_to_the_ordinary_habit_and_low_use_to_the_careful_one():
    table = fixtures().values()
    assert sum(each.ordinary_l_person_day for each in table) == pytest.approx(
        HABITS_L_PERSON_DAY["ordinary"], rel=0.05
    )
    assert sum(each.low_use_l_person_day for each in table) == pytest.approx(HABITS_L_PERSON_DAY["careful"], rel=0.05)
    assert all(each.low_use_l_person_day <= each.ordinary_l_person_day for each in table)


def test_animals_drink_what_the_trade_says():
    """Common practice, no source: goat and sheep 4-8, cow 40-60, horse 30-50, hen 0.25-0.3 L a day."""
    ranges = {key: (each.low_l_day, each.high_l_day) for key, each in animals().items()}
    assert ranges == {"goat": (4, 8), "sheep": (4, 8), "cow": (40, 60), "horse": (30, 50), "hen": (0.25, 0.3)}


def test_steps_in_order_are_taken():
    check_steps((SavingStep(0.4, garden_cut=1), SavingStep(0.2, garden_cut=1, house_cut=0.25)))


@pytest.mark.parametrize(
    ("steps", "words"),
    [
        ((SavingStep(0.2), SavingStep(0.4)), r"steps\[1\].below_share: must be below 20 %.*triggers cross"),
        ((SavingStep(0.2), SavingStep(0.2)), "triggers cross"),
        ((SavingStep(0.4, garden_cut=1), SavingStep(0.2)), r"steps\[1\].garden_cut: must be at least 100 %"),
        ((SavingStep(1.4),), r"steps\[0\].below_share"),
        ((SavingStep(0.4, house_cut=-1),), r"steps\[0\].house_cut"),
    ],
)
def test_crossed_steps_are_refused(steps, words):
    with pytest.raises(InputError, match=words):
        check_steps(steps)


@pytest.mark.parametrize(
    "litres_day", [(5.0,) * 11, (5.0,) * 11 + (-1.0,), (float("nan"),) + (5.0,) * 11, (2e8,) * 12]
)
def test_a_use_by_the_month_has_twelve_values_that_can_be(litres_day):
    with pytest.raises(InputError, match="Dairy: litres_day"):
        Use("Dairy", "house", "drinking", from_rain=True, litres_day=litres_day)
