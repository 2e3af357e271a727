"""Years that began alike: scores against their definition, quantiles against the plain ones, skill against chance."""

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.cistern.traces import weibull_day
from lean_year.core.log.conditioning import alike_weights, ranked_score, skill_left_out, weighted_day

VALUES = st.lists(st.floats(0, 1_000), min_size=1, max_size=12)
SHARES = st.floats(0, 1)


@given(VALUES, st.floats(0, 1_000), st.integers(0, 10**6))
def test_the_score_is_the_area_between_the_forecast_and_what_came(values, came, seed):
    """Its definition: the integral of the squared difference of the two cumulative distributions, step by step."""
    weights = np.random.default_rng(seed).dirichlet(np.ones(len(values)))
    outcomes = np.array(values)
    edges = np.unique([*values, came])
    area = sum((weights[outcomes <= low].sum() - (came <= low)) ** 2 * (high - low) for low, high in pairwise(edges))
    assert ranked_score(outcomes, weights, came) == pytest.approx(area, abs=1e-9)


@given(st.lists(st.integers(0, 366), min_size=1, max_size=45), SHARES)
def test_where_all_weigh_the_same_the_day_is_the_plain_one(days, share):
    even = np.full(len(days), 1 / len(days))
    plain, found = weibull_day(days, share), weighted_day(np.array(days), even, share)
    assert (plain is None) == (found is None)
    if plain is not None:
        assert found == pytest.approx(plain, abs=1e-6)


@given(st.lists(st.floats(0, 2_000), min_size=2, max_size=45), st.floats(0, 3_000))
def test_a_year_that_began_alike_weighs_no_less_than_one_that_did_not(seasons, now):
    weights = alike_weights(np.array(seasons), now)
    held = np.clip(now, min(seasons), max(seasons))
    by_distance = weights[np.argsort(np.abs(np.array(seasons) - held), kind="stable")]
    assert weights.sum() == pytest.approx(1)
    assert (np.diff(by_distance) <= 1e-12).all()


def test_one_year_that_weighs_nearly_all_is_the_forecast():
    weights = np.array([0.001, 0.998, 0.001])
    assert weighted_day(np.array([10, 50, 200]), weights, 0.5) == pytest.approx(50, rel=0.35)
    assert weighted_day(np.array([], dtype=np.int64), np.array([]), 0.5) is None


@pytest.mark.reference
def test_a_record_without_memory_is_hardly_ever_taken_to_have_one_and_one_with_it_is():
    """Made years: of no memory, and with half of the variance from the season before."""
    rng = np.random.default_rng(19)
    none = [skill_left_out(*rng.gamma(4, 60, (2, 40))) for _ in range(300)]
    assert sum(each.sure for each in none) < 0.05 * len(none)
    found = []
    for _ in range(100):
        seasons = rng.gamma(4, 60, 40)
        found.append(skill_left_out(seasons, 2 * seasons + rng.normal(0, 2 * 120, 40)))
    assert sum(each.sure for each in found) > 80
    assert all(each.gain > 0 for each in found if each.sure)


def test_few_years_are_never_sure():
    seasons = np.linspace(0, 400, 19)
    assert not skill_left_out(seasons, seasons).sure
    assert skill_left_out(seasons[:2], seasons[:2]).years == 2
