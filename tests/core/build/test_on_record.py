"""What recorded years say of days, against plain counting."""

import datetime as dt

import numpy as np
import pytest

from lean_year.core.build.catalogue import Weather
from lean_year.core.build.on_record import fit_days, open_hole

DATES = np.arange(np.datetime64("2001-01-01"), np.datetime64("2021-01-01"))
RAIN = np.random.default_rng(7).gamma(0.3, 8.0, DATES.size)
COLD = np.random.default_rng(8).normal(8.0, 6.0, DATES.size)


@pytest.mark.parametrize("day", [dt.date(2024, 5, 15), dt.date(2024, 1, 2), dt.date(2024, 12, 31)])
def test_how_often_a_week_would_have_done_is_counted_day_by_day(day):
    weather = Weather("glue", most_mm=2.0, least_c=5.0)
    counted = fitting = 0
    for date, rain, cold in zip(DATES.astype(object), RAIN, COLD, strict=True):
        nearest = min(abs((date - dt.date(date.year + turn, day.month, day.day)).days) for turn in (-1, 0, 1))
        if nearest <= 3:
            counted += 1
            fitting += rain <= 2.0 and cold >= 5.0
    shares = fit_days(DATES, RAIN, COLD, weather)
    assert shares[day.month - 1, day.day - 1] == pytest.approx(fitting / counted)


def test_missing_days_tell_nothing_and_a_day_that_was_never_recorded_is_not_known():
    rain = np.full(DATES.size, np.nan)
    rain[:31] = 0.0
    shares = fit_days(DATES, rain, None, Weather("dig", most_mm=5.0))
    assert shares[0, 14] == 1.0
    assert np.isnan(shares[5, 14])


def test_29_february_is_as_28():
    shares = fit_days(DATES, RAIN, None, Weather("dig", most_mm=5.0))
    assert shares[1, 28] == shares[1, 27]


def test_an_open_hole_over_new_year_is_counted_year_by_year():
    first, last = dt.date(2024, 12, 20), dt.date(2025, 1, 10)
    totals, heavy = [], 0
    for year in range(2001, 2021):
        begin = (dt.date(year, 12, 20) - dt.date(2001, 1, 1)).days
        span = RAIN[begin : begin + 22]
        if span.size == 22:
            totals.append(span.sum())
            heavy += bool((span >= 10.0).any())
    found = open_hole(DATES, RAIN, first, last)
    assert (found.years, found.heavy_years) == (len(totals), heavy)
    assert found.wettest_mm == pytest.approx(max(totals))
    assert found.middle_mm == pytest.approx(float(np.median(totals)))


def test_years_with_a_gap_in_those_days_are_left_out():
    rain = RAIN.copy()
    rain[100] = np.nan
    date = dt.date(2001, 1, 1) + dt.timedelta(days=98)
    assert open_hole(DATES, rain, date, date + dt.timedelta(days=5)).years == 19
    assert open_hole(DATES, np.full(DATES.size, np.nan), date, date) is None
