"""The generator against its target, by proper tests over many made years; and days that add up to observed months."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from lean_year.core.calendar import DAYS_IN_MONTH
from lean_year.core.errors import InputError
from lean_year.core.rain.disaggregation import days_from_months_mm
from lean_year.core.rain.generator import (
    REGIMES,
    Climate,
    generate_days_mm,
    made_record_mm,
    transition_chances,
    usual_wet_days,
)

YEARS = 400
MEAN_MM = np.array([90.0, 75, 70, 50, 35, 20, 8, 10, 40, 95, 110, 105])
WET_DAYS = np.array([15.0, 13, 13, 10, 8, 5, 2, 2.5, 7, 13, 16, 16])
# Whole years of 365 days, so that each has the same months.
DATES = np.arange(np.datetime64("1601-01-01"), np.datetime64(f"{1601 + YEARS}-01-01"))


def climate(variation):
    return Climate(MEAN_MM, WET_DAYS, variation)


def made(variation, seed=11):
    depth = generate_days_mm(climate(variation), DATES, seed)
    months = DATES.astype("datetime64[M]").astype(np.int64)
    months -= months[0]
    totals = np.bincount(months, depth).reshape(YEARS, 12)
    wet = np.bincount(months, depth > 0).reshape(YEARS, 12)
    return depth, totals, wet


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_each_month_has_its_mean(seed):
    """One-sample t-test of each month over 400 years; twelve tests at once, so each at 0.001."""
    _, totals, _ = made(0.15, seed)
    for month in range(12):
        assert stats.ttest_1samp(totals[:, month], MEAN_MM[month]).pvalue > 0.001, month


def test_each_month_has_its_wet_days():
    _, _, wet = made(0.15)
    assert wet.mean(axis=0) == pytest.approx(WET_DAYS, abs=4 * wet.std(axis=0).max() / np.sqrt(YEARS))


@pytest.mark.parametrize("variation", [0.2, 0.3, 0.4])
def test_years_differ_as_much_as_they_are_asked_to(variation):
    """The standard error of a coefficient of variation c of n years is about c / sqrt(2n): 3.5 % of it here."""
    _, totals, _ = made(variation)
    annual = totals.sum(axis=1)
    error = variation / np.sqrt(2 * YEARS) * np.sqrt(1 + 2 * variation**2)
    assert annual.std() / annual.mean() == pytest.approx(variation, abs=3.5 * error)


def by_month(depth, dates):
    """Totals of each month, one row a year."""
    months = dates.astype("datetime64[M]").astype(np.int64)
    return np.bincount(months - months[0], depth).reshape(-1, 12)


SOME_RAIN = st.lists(st.floats(0, 400), min_size=12, max_size=12).filter(lambda means: sum(means) > 1)


@given(SOME_RAIN, st.integers(1, 40), st.floats(0, 0.5), st.integers(0, 2**31))
def test_a_made_record_has_the_means_that_were_entered(means, years, variation, seed):
    """To the half step of a gauge over all of its years, however few; a dry month stays dry."""
    mean = np.array(means)
    dates = np.arange(np.datetime64("2001-01-01"), np.datetime64(f"{2001 + years}-01-01"))
    asked = Climate(mean, usual_wet_days(mean), variation)
    depth = made_record_mm(asked, dates, seed)
    least = by_month((generate_days_mm(asked, dates, seed) > 0) * 0.1, dates).mean(axis=0)
    assert by_month(depth, dates).mean(axis=0) == pytest.approx(np.maximum(mean, least), abs=0.051 / years)
    assert (depth >= 0).all()


def test_thirty_two_inches_come_back_as_thirty_two_inches():
    mean = np.array([2.9, 2.6, 2.8, 2.5, 2.4, 2.6, 2.7, 2.9, 2.8, 2.6, 2.6, 2.7]) * 25.4
    dates = np.arange(np.datetime64("2001-01-01"), np.datetime64("2041-01-01"))
    depth = made_record_mm(Climate(mean, usual_wet_days(mean), 0.15), dates, 0)
    assert depth.sum() / 40 / 25.4 == pytest.approx(32.1, abs=0.01)


def test_scaling_to_the_means_changes_neither_wet_days_nor_how_years_differ():
    raw = generate_days_mm(climate(0.3), DATES, 4)
    scaled = made_record_mm(climate(0.3), DATES, 4)
    assert ((raw > 0) == (scaled > 0)).all()
    years = [by_month(each, DATES).sum(axis=1) for each in (raw, scaled)]
    assert np.corrcoef(*years)[0, 1] > 0.99


def test_wet_days_come_in_spells():
    """The chance of a wet day after a wet one is a quarter more than the share of wet days, as the chain has it."""
    depth, _, _ = made(0.15)
    january = DATES.astype("datetime64[M]").astype(np.int64) % 12 == 0
    wet = depth > 0
    inside = january[1:] & january[:-1]
    after_wet = wet[1:][inside & wet[:-1]].mean()
    after_dry = wet[1:][inside & ~wet[:-1]].mean()
    low, high = transition_chances(np.array(WET_DAYS[0] / DAYS_IN_MONTH[0]))
    assert (after_dry, after_wet) == pytest.approx((float(low), float(high)), abs=0.02)


def test_the_same_seed_makes_the_same_days_and_another_others():
    first, again, other = (generate_days_mm(climate(0.2), DATES[:3_000], seed) for seed in (5, 5, 6))
    assert np.array_equal(first, again)
    assert not np.array_equal(first, other)


def test_a_month_without_rain_stays_dry():
    dry = Climate(np.where(MEAN_MM < 15, 0, MEAN_MM), np.where(MEAN_MM < 15, 0, WET_DAYS), 0.2)
    depth = generate_days_mm(dry, DATES[:20_000], 1)
    july = DATES[:20_000].astype("datetime64[M]").astype(np.int64) % 12 == 6
    assert depth[july].sum() == 0
    assert depth.sum() > 0


def test_usual_wet_days_stay_within_the_month():
    days = usual_wet_days(np.array([0, 1.0, 30, 300, 900, 60, 60, 60, 60, 60, 60, 60]))
    assert days[0] == 0
    assert days.max() <= 26
    assert np.all(days[1:] >= 0.5)


def test_dry_lands_vary_more_from_year_to_year_than_wet_ones():
    spread = list(REGIMES.values())
    assert len(REGIMES) >= 3
    assert all(0 < each < 0.6 for each in spread)


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"mean_mm": np.zeros(12)}, "at least one month"),
        ({"mean_mm": np.full(12, -1.0)}, "at least 0"),
        ({"mean_mm": np.full(11, 50.0)}, "twelve values"),
        ({"mean_mm": np.full(12, 6_000.0)}, "at most 5,000"),
        ({"wet_days": np.full(12, 40.0)}, "no month has so many days"),
        ({"wet_days": np.zeros(12)}, "needs at least"),
        ({"yearly_variation": 1.5}, "yearly_variation"),
        ({"mean_mm": np.full(12, np.nan)}, "at least 0"),
    ],
)
def test_a_climate_that_cannot_be_is_refused(changes, says):
    values = {"mean_mm": MEAN_MM, "wet_days": WET_DAYS, "yearly_variation": 0.2} | changes
    with pytest.raises(InputError, match=says):
        Climate(**values)


def test_days_add_up_to_the_observed_months_and_missing_ones_stay_missing():
    dates = np.arange(np.datetime64("1990-01-01"), np.datetime64("1994-01-01"))
    totals = np.random.default_rng(4).gamma(2, 30, 48)
    totals[[5, 17]] = [0, np.nan]
    depth = days_from_months_mm(climate(0.2), dates, totals, seed=2)
    month = dates.astype("datetime64[M]").astype(np.int64)
    month -= month[0]
    for row in range(48):
        days = depth[month == row]
        if np.isnan(totals[row]):
            assert np.isnan(days).all()
        else:
            assert days.sum() == pytest.approx(totals[row])
    with pytest.raises(InputError, match="monthly_mm"):
        days_from_months_mm(climate(0.2), dates, totals[:10], seed=2)
