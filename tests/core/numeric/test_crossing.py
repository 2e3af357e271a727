"""The one search for a crossing, against scipy's."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from lean_year.core.numeric.crossing import crossing


@given(st.floats(0.3, 3), st.floats(1e-3, 1e3), st.floats(1e-6, 1e6))
def test_a_power_of_any_scale_is_found_as_scipy_finds_it(power, wanted, scale):
    def over(x):
        return scale * (x**power - wanted)

    high = (wanted + 1) ** (1 / power) * 2
    assert crossing(over, 0.0, high) == pytest.approx(brentq(over, 0.0, high, xtol=1e-15, rtol=1e-14), rel=1e-9)


@pytest.mark.parametrize(
    ("over", "low", "high", "at"),
    [
        (lambda x: math.exp(x) - 5, 0, 50, math.log(5)),
        (lambda x: math.cos(x) - x, 0, 1, 0.7390851332151607),
        (lambda x: 1 - x, 0, 1e9, 1),
        (lambda x: -1.0 if x < 0.3 else 1.0, 0, 1, 0.3),
    ],
)
def test_known_crossings_are_found_to_rounding(over, low, high, at):
    assert crossing(over, low, high) == pytest.approx(at, rel=1e-12)
    assert crossing(lambda x: -over(x), low, high) == pytest.approx(at, rel=1e-12)


def test_a_dozen_calls_do_for_a_smooth_one_and_sixty_for_a_step():
    calls = []
    crossing(lambda x: calls.append(x) or 40 - 9 * x**1.8, 0, 1000)
    assert len(calls) < 40
    crossing(lambda x: calls.append(x) or (-1.0 if x < 1e-3 else 1.0), 0, 1000)
    assert len(calls) < 160


def test_without_a_change_of_sign_the_end_nearer_zero_is_named():
    assert crossing(lambda x: x + 1, 0, 5) == 0
    assert crossing(lambda x: 9 - x, 0, 5) == 5
    assert crossing(lambda x: x, 0, 5) == 0
