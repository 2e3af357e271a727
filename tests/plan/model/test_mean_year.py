"""One definition of a mean year: the mean of the counted water years, wherever it is asked for."""

import datetime as dt

import numpy as np
import pytest

from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.plan.model.prepared_rain import mean_year, prepare_rain
from lean_year.plan.whole import plan_property


def with_gaps(name):
    """The record of a demo with half a year missing and its ends cut off: part years around the whole ones."""
    record = demo_rain(name)
    depth = record.depth_mm[100:-100].copy()
    depth[2_000:2_180] = np.nan
    return prepare_rain(DailyRain(record.start + dt.timedelta(days=100), depth), "none")


def test_only_counted_years_enter_and_a_loop_over_them_says_the_same():
    rain = with_gaps("saltmarrow")
    assert 0 < rain.counts.sum() < len(rain.years)
    daily = np.arange(rain.dates.size, dtype=np.float64)
    sums = [
        sum(daily[day] for day in range(begin, end))
        for begin, end, counts in zip(rain.years.starts, rain.years.ends, rain.counts, strict=True)
        if counts
    ]
    assert mean_year(daily, rain) == pytest.approx(sum(sums) / len(sums), rel=1e-12)


def test_days_are_counted_like_litres():
    rain = with_gaps("saltmarrow")
    wet = rain.filled_mm > 0
    assert mean_year(wet, rain) == mean_year(wet.astype(np.float64), rain)


def test_a_record_without_a_whole_year_has_no_mean_year():
    rain = prepare_rain(DailyRain(dt.date(2001, 3, 1), np.ones(200)), "none")
    assert mean_year(np.ones(200), rain) is None


@pytest.mark.parametrize("name", DEMOS)
def test_every_place_of_a_plan_says_the_same_of_a_mean_year(name):
    plan = plan_property(DEMOS[name].property(), with_gaps(name)).plan
    spilled = plan.overflow.figures["spill_l_year"].value
    assert plan.overflow.held_down[0].share == 0
    assert plan.overflow.held_down[0].spill_l_year == pytest.approx(spilled, rel=1e-12)
    assert plan.cistern.figures["spill_l_year"].value == pytest.approx(spilled, rel=1e-12)
    counted = [year.spilled_l for year in plan.cistern.years if year.counted]
    assert spilled == pytest.approx(np.mean(counted), rel=1e-9)
    lost = plan.first_flush.figures["lost_l_year"].value
    assert lost == pytest.approx(
        sum(chamber.taken_l_year for chamber in plan.first_flush.chambers), rel=1e-9, abs=1e-6
    )
    off = plan.roofs.figures["harvest_l_year"].value
    assert plan.first_flush.figures["lost_share"].value == pytest.approx(lost / off, rel=1e-9)


def test_without_a_counted_year_the_first_flush_says_what_it_is_and_not_what_it_costs():
    short = prepare_rain(DailyRain(dt.date(2001, 3, 1), np.ones(200)), "none")
    plan = plan_property(DEMOS["saltmarrow"].property(), short).plan.first_flush
    assert "volume_l" in plan.figures
    assert "lost_l_year" not in plan.figures
    assert all(method.lost_l_year is None for method in plan.methods)
    assert all(chamber.taken_l_year is None for chamber in plan.chambers)
