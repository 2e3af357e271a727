"""Lives by changes, by pressure and by a sensor."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.log.wear import by_pressure, by_sensor, own_life


def test_without_a_change_the_estimate_stands_between_half_and_double():
    lasts = own_life(150.0, [])
    assert lasts.days == pytest.approx(150)
    assert lasts.low == pytest.approx(150 / math.exp(1.6449 * 0.5))
    assert lasts.high == pytest.approx(150 * math.exp(1.6449 * 0.5))


def test_the_more_were_changed_the_more_they_count_by_the_weights_of_their_spreads():
    """One life of 300 d beside an estimate of 150 d: weights 16 to 4, by hand in the logarithm."""
    assert own_life(150.0, [300.0]).days == pytest.approx(math.exp((4 * math.log(150) + 16 * math.log(300)) / 20))
    assert own_life(150.0, [300.0] * 50).days == pytest.approx(300, rel=0.01)


@given(lives=st.lists(st.floats(30, 2_000), max_size=8), usual=st.floats(30, 1_500))
def test_the_range_holds_the_middle_and_narrows_with_more_of_the_same(lives, usual):
    lasts = own_life(usual, lives)
    assert lasts.low <= lasts.days <= lasts.high
    more = own_life(usual, [*lives, lasts.days])
    if lives:
        assert more.high / more.low <= lasts.high / lasts.low * (1 + 1e-9)


def test_nine_of_ten_lives_lie_within_the_range_of_those_before_them():
    rng = np.random.default_rng(3)
    held = 0
    for _ in range(400):
        house = 150 * math.exp(rng.normal(0, 0.5))
        lives = [house * math.exp(rng.normal(0, 0.25)) for _ in range(4)]
        lasts = own_life(150.0, lives[:3])
        held += lasts.low <= lives[3] <= lasts.high
    assert 0.86 <= held / 400 <= 0.94


def test_a_pressure_that_grows_by_the_same_share_each_day_is_found_again():
    readings = [(day, 8.0 * math.exp(0.011 * day)) for day in (20.0, 55.0, 90.0, 130.0)]
    lasts = by_pressure(8.0, 108.0, readings)
    assert lasts.days == pytest.approx(math.log(13.5) / 0.011)
    assert lasts.low < lasts.days < lasts.high


@pytest.mark.parametrize(
    "readings",
    [[], [(30.0, 12.0)], [(0.0, 8.0), (30.0, 12.0)], [(30.0, 7.0), (60.0, 6.0)], [(30.0, 0.0), (40.0, -2.0)]],
)
def test_a_pressure_that_tells_nothing_says_so(readings):
    assert by_pressure(8.0, 108.0, readings) is None


def test_a_lamp_that_fades_in_a_straight_line_is_due_where_the_line_meets_the_least_light():
    readings = [(day, 1 - 0.0008 * day) for day in (60.0, 120.0, 250.0)]
    assert by_sensor(0.7, readings).days == pytest.approx(375)
    assert by_sensor(0.7, [(60.0, 1.01), (120.0, 1.02)]) is None
    assert by_sensor(1.2, readings) is None
