import datetime as dt

import numpy as np
import pytest

from lean_year.core import rainfall
from lean_year.core.errors import InputError
from lean_year.core.rainfall import DailyRain
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
    assert rainfall.fill_missing(record, "zero")[365 + 100] == 0
    assert np.isnan(record.depth_mm[465])


def test_a_leap_day_that_no_other_year_has_is_filled_with_nothing():
    values = np.ones(366)
    values[59] = np.nan
    assert rainfall.fill_missing(days("2004-01-01", values), "other_years")[59] == 0


@pytest.mark.published("Weibull plotting position", "m / (n + 1)")
def test_dry_years_stand_where_the_plotting_position_puts_them():
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
