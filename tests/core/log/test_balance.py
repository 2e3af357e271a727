"""What a log of intervals says: known losses and catches, in noise of a known size."""

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.core.log.balance import Balance, judge_balance

LIVE_L, USE_L_DAY = 60_000.0, 400.0


def log_of(rng, *, weeks=40, loss_l_day=0.0, catch=1.0, since=0, reading_l=60.0):
    """Weekly readings of a supply that draws 400 L/d and is brought some 3,000 L a week."""
    days = np.full(weeks, 7.0)
    inflow = rng.gamma(1.0, 3_000.0, weeks)
    wrong = np.arange(weeks) >= since
    error = rng.normal(0, reading_l, weeks + 1)
    off = np.diff(error) + rng.normal(0, 0.2 * USE_L_DAY * np.sqrt(7), weeks) + inflow * rng.normal(0, 0.04, weeks)
    off -= wrong * loss_l_day * days
    off += wrong * (catch - 1) * inflow
    wanted = days * USE_L_DAY
    return Balance(days, inflow, wanted, np.zeros(weeks), off, np.arange(weeks) > 0)


def test_a_loss_is_found_with_its_beginning_and_lies_within_its_bounds():
    """Nine cases in ten: of forty, 31 or fewer would come once in fifty times."""
    said = [judge_balance(log_of(np.random.default_rng(seed), loss_l_day=150.0, since=28), LIVE_L)
            for seed in range(40)]  # fmt: skip
    assert {each.verdict for each in said} == {"losing"}
    assert max(abs(each.since - 28) for each in said) <= 4
    assert sum(each.low <= 150.0 <= each.high for each in said) >= 32
    assert said[0].use_l_day == pytest.approx(USE_L_DAY)


@pytest.mark.parametrize("seed", range(12))
def test_a_catch_that_has_fallen_is_told_from_a_loss(seed):
    found = judge_balance(log_of(np.random.default_rng(seed), catch=0.5, since=20), LIVE_L)
    assert found.verdict == "catching_less"
    assert found.catch_share == pytest.approx(0.5, abs=0.12)
    assert abs(found.since - 20) <= 4


def test_a_household_that_uses_a_little_more_than_designed_loses_nothing():
    rng = np.random.default_rng(4)
    found = judge_balance(log_of(rng, loss_l_day=20.0), LIVE_L)
    assert found.verdict == "as_designed"
    assert found.low <= 20.0 <= found.high


def test_a_log_whose_bounds_are_wider_than_what_matters_says_that_it_cannot_tell():
    coarse = log_of(np.random.default_rng(5), weeks=6, reading_l=3_000.0)
    assert judge_balance(coarse, LIVE_L).verdict == "cannot_tell"


@pytest.mark.parametrize("weeks", [0, 1, 5])
def test_so_few_intervals_say_nothing(weeks):
    found = judge_balance(log_of(np.random.default_rng(1), weeks=weeks), LIVE_L)
    assert (found.verdict, found.since) == ("cannot_tell", None)
    assert (found.low, found.high) == (float("-inf"), float("inf"))


def test_no_store_says_nothing():
    assert judge_balance(log_of(np.random.default_rng(1)), 0.0).verdict == "cannot_tell"


def test_a_loss_of_litres_is_no_matter_of_how_the_log_is_cut():
    """Twice the intervals, of half the days, that add up to the same: nearly the same answer."""
    rng = np.random.default_rng(9)
    daily = log_of(rng, weeks=40, loss_l_day=200.0, since=20, reading_l=1.0)
    pairs = Balance(
        *(values.reshape(-1, 2).sum(axis=1) for values in (daily.days, daily.inflow_l, daily.wanted_l,
                                                           daily.garden_l, daily.off_l)),
        np.arange(20) > 0,
    )  # fmt: skip
    one, two = judge_balance(daily, LIVE_L), judge_balance(pairs, LIVE_L)
    assert (one.verdict, two.verdict) == ("losing", "losing")
    assert one.missing_l_day == pytest.approx(two.missing_l_day, rel=0.15)


def test_what_is_not_of_one_length_is_refused():
    days = np.full(5, 7.0)
    with pytest.raises(InputError, match="log"):
        Balance(days, days, days, days, days[:4], days > 0)
