"""Words for people: the same everywhere, in one system of units."""

import datetime as dt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, count, day, several

METRIC, US = Wording("metric"), Wording("us")


@pytest.mark.parametrize(
    ("litres", "metric", "us"),
    [
        (0, "0 L", "0 gal"),
        (0.5, "0.50 L", "0.13 gal"),
        (179.2, "179 L", "47 gal"),
        (999.4, "999 L", "264 gal"),
        (1_783, "1.8 m³", "471 gal"),
        (86_250, "86.3 m³", "22,785 gal"),
        (1_234_500, "1,235 m³", "326,120 gal"),
    ],
)
def test_volumes(litres, metric, us):
    assert METRIC.volume(litres) == metric
    assert US.volume(litres) == us


def test_other_quantities():
    assert (METRIC.rain(579.4), US.rain(579.4)) == ("579 mm", "22.8 in")
    assert (METRIC.shallow(0.5), US.shallow(0.5)) == ("0.5 mm", "0.020 in")
    assert (METRIC.area(93.83), US.area(93.83)) == ("94 m²", "1,010 ft²")
    assert (METRIC.length(10.3632), US.length(10.3632)) == ("10.36 m", "34.0 ft")
    assert (METRIC.rate(90), US.rate(90)) == ("90 L a day", "24 gal a day")


def test_dates_and_counts():
    assert day(np.datetime64("1994-08-26")) == day(dt.date(1994, 8, 26)) == "26 Aug 1994"
    assert [count(number) for number in (0, 2, 10, 11, 1_200)] == ["none", "two", "ten", "11", "1,200"]
    assert (several(1, "year"), several(2, "year"), several(0, "year")) == ("1 year", "2 years", "0 years")


@given(st.floats(-1e9, 1e9) | st.floats(-1e300, 1e300), st.integers(0, 3))
def test_a_rounded_number_is_within_half_a_step_and_has_no_minus_zero(value, decimals):
    shown = fixed(value, decimals)
    assert abs(float(shown.replace(",", "")) - value) <= 0.5 * 10**-decimals + 1e-6 + 1e-15 * abs(value)
    assert shown.strip("-0.,") or not shown.startswith("-")
    assert len(shown.partition(".")[2]) == decimals
