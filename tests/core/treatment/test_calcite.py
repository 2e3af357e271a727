"""Calcite in soft water, against the PHREEQC engine."""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.treatment.calcite import after_calcite, bed_l

# PHREEQC 3 with its database phreeqc.dat: water of so much alkalinity [mg/L CaCO3], with half of it in equivalents as
# calcium, at a pH and temperature, then EQUILIBRIUM_PHASES Calcite 0: twice the calcium as CaCO3 [mg/L], and the pH.
ENGINE = [
    (0, 5.6, 15, 11.63, 10.048),
    (10, 6.0, 15, 61.54, 8.240),
    (20, 6.5, 10, 56.16, 8.395),
    (52, 7.0, 14, 76.57, 8.074),
    (30, 6.2, 25, 103.95, 7.664),
    (5, 5.5, 5, 105.11, 7.958),
]


@pytest.mark.parametrize(("alkalinity", "ph", "water_c", "after", "after_ph"), ENGINE)
def test_calcite_gives_what_the_engine_says_within_4_percent(alkalinity, ph, water_c, after, after_ph):
    found = after_calcite(alkalinity_mg_l=alkalinity, ph=ph, water_c=water_c)
    assert found.alkalinity_mg_l == pytest.approx(after, rel=0.04)
    assert found.ph == pytest.approx(after_ph, abs=0.04)


def test_water_that_is_full_of_calcite_takes_no_more():
    found = after_calcite(alkalinity_mg_l=200, ph=8.5, water_c=20)
    assert (found.alkalinity_mg_l, found.ph) == (pytest.approx(200), 8.5)


@given(st.floats(0, 200), st.floats(4.5, 9), st.floats(0, 40))
def test_it_never_takes_alkalinity_off_and_never_makes_water_more_acid(alkalinity, ph, water_c):
    found = after_calcite(alkalinity_mg_l=alkalinity, ph=ph, water_c=water_c)
    assert found.alkalinity_mg_l >= alkalinity - 1e-9
    assert found.ph >= ph


@given(st.floats(0, 100), st.floats(5, 8), st.floats(0.1, 1), st.floats(0, 30))
def test_more_acid_water_takes_up_more(alkalinity, ph, lower, water_c):
    # Over a pH of 7.5 almost no alkalinity would be less than the hydroxide alone: there is no such water.
    assume(ph <= 7.5 or alkalinity >= 0.1)
    at, acid = (after_calcite(alkalinity_mg_l=alkalinity, ph=each, water_c=water_c) for each in (ph, ph - lower))
    assert acid.alkalinity_mg_l >= at.alkalinity_mg_l - 1e-6


def test_a_bed_is_six_minutes_of_the_peak():
    """Basis: estimate."""
    assert bed_l(0.5) == pytest.approx(180)


@pytest.mark.parametrize(
    ("values", "field"),
    [({"alkalinity_mg_l": -1}, "alkalinity_mg_l"), ({"ph": 3}, "ph"), ({"water_c": 60}, "water_c")],
)
def test_water_that_is_none_is_refused_by_name(values, field):
    with pytest.raises(InputError) as refused:
        after_calcite(**({"alkalinity_mg_l": 10, "ph": 6, "water_c": 10} | values))
    assert refused.value.field == field
