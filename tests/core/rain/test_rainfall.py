import datetime as dt
from itertools import pairwise

import numpy as np
import pandas as pd
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats.mstats import plotting_positions

from lean_year.core.errors import InputError
from lean_year.core.rain import rainfall
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_rain
from tests.records import brussels, brussels_dates, seattle


def days(start, values):
    return DailyRain(dt.date.fromisoformat(start), np.array(values, dtype=np.float64))


def test_the_brussels_record_keeps_its_dates_and_yearly_totals():
    """The record of the aquacrop package: its own dates, and totals summed by pandas."""
    import pandas as pd

    record = brussels()
    assert record.dates.tolist() == brussels_dates().tolist()
    years = rainfall.water_years(record, 1)
    by_pandas = pd.Series(record.depth_mm, index=pd.to_datetime(record.dates)).groupby(lambda day: day.year).sum()
    assert years.calendar_year.tolist() == by_pandas.index.tolist()
    assert years.sums(record.depth_mm) == pytest.approx(by_pandas.to_numpy())
    assert years.whole.all()


def test_monthly_totals_agree_with_pandas_and_leave_part_months_out():
    import pandas as pd

    record = seattle()
    cut = DailyRain(record.start + dt.timedelta(days=10), record.depth_mm[10:-3])
    table = rainfall.monthly_totals_mm(cut.depth_mm, cut.dates)
    assert np.isnan(table[0, 0])
    assert np.isnan(table[-1, 11])
    series = pd.Series(cut.depth_mm, index=pd.to_datetime(cut.dates)).resample("MS").sum()
    assert table.ravel()[1:-1] == pytest.approx(series.to_numpy()[1:-1])


def test_a_water_year_crosses_new_year_and_part_years_are_marked():
    record = days("2000-12-30", np.ones(365 + 60))
    years = rainfall.water_years(record, 1)
    assert [years.label(row) for row in range(3)] == ["2000", "2001", "2002"]
    assert years.whole.tolist() == [False, True, False]
    autumn = rainfall.water_years(record, 10)
    assert autumn.label(0) == "2000–01"
    assert autumn.whole.tolist() == [False, False]


def test_the_water_year_begins_after_the_driest_quarter_in_brussels_terms():
    assert rainfall.water_year_first_month(np.array([9, 9, 9, 9, 9, 1, 1, 1, 9, 9, 9, 9.0])) == 9
    assert rainfall.water_year_first_month(np.array([1, 9, 9, 9, 9, 9, 9, 9, 9, 9, 1, 1.0])) == 2


def test_missing_days_are_filled_from_the_nearest_year_that_has_them():
    values = np.concatenate([np.full(365, 1.0), np.full(365, 2.0), np.full(365, 3.0)])
    values[365 + 100] = np.nan
    values[730 + 100] = np.nan
    record = days("2001-01-01", values)
    filled = rainfall.fill_missing(record, "other_years")
    assert filled[365 + 100] == 1.0
    assert filled[730 + 100] == 1.0
    for dry in ("zero", "none"):
        assert rainfall.fill_missing(record, dry)[[365 + 100, 730 + 100]].tolist() == [0, 0]
    assert np.isnan(record.depth_mm[465])


def test_a_leap_day_that_no_other_year_has_is_filled_with_nothing():
    values = np.ones(366)
    values[59] = np.nan
    assert rainfall.fill_missing(days("2004-01-01", values), "other_years")[59] == 0


def test_dry_years_stand_where_the_plotting_position_puts_them():
    """Weibull's plotting position, m / (n + 1)."""
    annual = np.arange(100.0, 2000.0, 100)  # 19 years
    assert rainfall.dry_year_mm(annual, 20).total_mm == pytest.approx(100)
    assert rainfall.dry_year_mm(annual, 10).total_mm == pytest.approx(200)
    assert rainfall.dry_year_mm(annual, 5).total_mm == pytest.approx(400)
    assert rainfall.dry_year_mm(annual, 25).total_mm is None
    assert rainfall.dry_year_mm(np.array([]), 5).total_mm is None


def test_the_driest_twelve_months_may_lie_across_two_years():
    months = np.full((3, 12), 50.0)
    months[1, 6:] = 0
    months[2, :6] = 0
    assert rainfall.driest_twelve_months(months) == [(18, 0.0)]
    months[1, 8] = np.nan
    assert rainfall.driest_twelve_months(months) == [(21, 150.0)]
    assert rainfall.driest_twelve_months(np.full((1, 12), np.nan)) == []


def test_the_longest_run():
    assert rainfall.longest_run(np.array([1, 0, 1, 1, 0, 1, 1], dtype=bool)) == rainfall.Spell(2, 2)
    assert rainfall.longest_run(np.zeros(4, dtype=bool)).days == 0


def test_a_month_out_of_range_and_an_empty_record_are_refused():
    with pytest.raises(InputError, match="first_month"):
        rainfall.water_years(days("2000-01-01", [1.0]), 13)
    with pytest.raises(InputError, match="rain"):
        rainfall.water_years(days("2000-01-01", []), 1)


@given(st.lists(st.floats(50, 3_000), min_size=4, max_size=80), st.sampled_from([5, 10, 20]))
def test_dry_years_are_those_of_scipys_plotting_positions(annual, years):
    """Against scipy's `plotting_positions` with alpha = beta = 0, which is Weibull's m / (n + 1)."""
    totals = np.array(annual)
    positions = np.asarray(plotting_positions(totals, alpha=0, beta=0))
    order = np.argsort(totals)
    ours = rainfall.dry_year_mm(totals, years).total_mm
    if 1 / years < positions.min():
        assert ours is None
    else:
        assert ours == pytest.approx(np.interp(1 / years, positions[order], totals[order]), rel=1e-9)


def test_temperatures_that_are_missing_take_the_mean_of_their_month():
    month = np.array([1, 1, 1, 2, 2])
    filled = rainfall.fill_with_month_means(np.array([2.0, np.nan, 4.0, np.nan, 8.0]), month)
    assert filled.tolist() == [2, 3, 4, 8, 8]


def spells_by_pandas(rain):
    """Lengths of all runs under 1 mm, by run-length count."""
    dry = pd.Series(rain < 1.0)
    runs = dry.groupby((dry != dry.shift()).cumsum()).agg(["first", "size"])
    return runs.loc[runs["first"], "size"].tolist()


@given(st.integers(0, 10_000), st.sampled_from([0.0, 0.1, 0.2, 0.5]), st.floats(0.1, 0.4))
def test_long_spells_are_longer_by_the_share_and_nothing_else_is_lost(seed, share, wet):
    """A year that ends in a wet time long enough to take up all that was put in."""
    random = np.random.default_rng(seed)
    rain = np.where(random.random(400) < wet, 1 + random.exponential(6, 400), 0.0)
    rain = np.concatenate((rain, np.tile([3.0, 0.0], 300)))
    harsher = rainfall.lengthen_dry_spells(rain, share)
    assert harsher.shape == rain.shape
    assert harsher.sum() == pytest.approx(rain.sum())
    before, after = ([days for days in spells_by_pandas(each) if days >= 10] for each in (rain, harsher))
    assert after == [days + round(days * share) for days in before]


def test_no_long_spell_of_a_record_is_more_than_a_fifth_longer():
    """The invented dry-summer record: its longest spell was 757 days by striking out the wet days behind each."""
    rain = demo_rain("saltmarrow").depth_mm
    harsher = rainfall.lengthen_dry_spells(rain, 0.2)
    assert max(spells_by_pandas(harsher)) == round(1.2 * max(spells_by_pandas(rain)))
    assert harsher.sum() > 0.98 * rain.sum()


def test_the_driest_run_of_years_is_found():
    assert rainfall.driest_years(np.array([9.0, 2, 3, 1, 8, 1]), 3) == 1
    assert rainfall.driest_years(np.array([9.0, 2, 3]), 3) == 0


def test_spells_are_listed_in_their_order_and_a_missing_day_ends_one():
    rain = np.array([0.0, 0.5, 0.9, 1.0, 0, 0, np.nan, 0, 0, 0])
    assert rainfall.dry_spells(rain, 2) == [rainfall.Spell(0, 3), rainfall.Spell(4, 2), rainfall.Spell(7, 3)]
    assert rainfall.dry_spells(rain, 4) == []


@pytest.mark.parametrize(("count", "expected"), [(1, 1), (5, 3)])
def test_driest_twelve_months_do_not_overlap(count, expected):
    months = np.tile(np.arange(12.0), (3, 1))
    found = rainfall.driest_twelve_months(months, count)
    firsts = sorted(first for first, _ in found)
    assert len(found) == expected
    assert all(later - earlier >= 12 for earlier, later in pairwise(firsts))
