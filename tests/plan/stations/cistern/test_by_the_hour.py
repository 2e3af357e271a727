"""A store that fills and empties within a day is replayed by the hour beside the day."""

import numpy as np
import pytest

from lean_year.core.cistern.hourly import hours_of_days, replay_by_hours
from lean_year.core.cistern.replay import replay_cistern
from lean_year.core.errors import InputError
from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import supply_of
from tests.plan.on_demos import codes, edited, finding, planned

BARREL = [{"op": "resize", "path": "/cistern", "value": 5_000.0}]


def test_the_hours_of_a_day_add_up_to_it():
    days = np.array([24.0, 0.0, 6.0])
    for hours in (1, 6, 24):
        spread = hours_of_days(days, hours).reshape(3, 24)
        assert spread.sum(axis=1) == pytest.approx(days)
        assert np.all(spread[:, hours:] == 0)
    assert hours_of_days(days, 0).tolist() == hours_of_days(days, 1).tolist(), "a rain of minutes falls in its hour"
    assert hours_of_days(days, 1.5)[:3] == pytest.approx([16.0, 8.0, 0.0])
    for wrong in (-1, 24.5, float("nan")):
        with pytest.raises(InputError, match="hours"):
            hours_of_days(days, wrong)


def test_in_a_large_store_hours_change_little_and_in_a_small_one_much():
    random = np.random.default_rng(8)
    rain = np.where(random.random(3_000) < 0.3, random.exponential(900, 3_000), 0.0)
    use = np.full(3_000, 250.0)
    for size, most in ((40_000, 0.01), (2_000, 0.2)):
        daily = replay_cistern(inflow_l=rain, demand_l=use, size_l=size, rule="yas").volumetric_reliability
        hourly = replay_by_hours(
            inflow_l=rain, demand_l=use, size_l=size, rule="yas", rain_h=6
        ).volumetric_reliability
        assert abs(hourly - daily) < most
    small = {"inflow_l": rain, "demand_l": use, "size_l": 300.0, "start_l": 0.0}
    before, after = (replay_cistern(**small, rule=rule).supplied_l.sum() for rule in ("ybs", "yas"))
    assert after < replay_by_hours(**small, rule="yas", rain_h=6).supplied_l.sum() < before


@pytest.mark.parametrize("lasts", [3, 6])
def test_the_finding_says_both_and_an_hour_by_hour_loop_says_the_same(lasts):
    """Over as many hours as are entered for a wet day."""
    edits = (*BARREL, {"op": "replace", "path": "/first_flush/rain_h", "value": lasts})
    plan = planned("saltmarrow", *edits)
    supply = supply_of(edited("saltmarrow", *edits), prepare_rain(demo_rain("saltmarrow"), "none")).on_rain_alone
    size, store, supplied = supply.layout.live_l, 0.0, 0.0
    for rain, use in zip(supply.inflow_l, supply.demand_l, strict=True):
        for hour in range(24):
            drawn = min(use / 24, store)
            store = min(store + (rain / lasts if hour < lasts else 0.0) - drawn, size - drawn)
            supplied += drawn
    share = supplied / supply.demand_l.sum()
    assert plan.cistern.figures["hourly_reliability"].value == pytest.approx(share, rel=1e-9)
    text = finding(plan, "CISTERN_SMALL_FOR_DAILY_STEP").text
    assert f"a day's rain in its first {lasts} h, it gives {100 * share:.0f} % of the water wanted" in text


def test_a_store_of_its_size_is_left_to_the_day():
    plan = planned("saltmarrow")
    assert "hourly_reliability" not in plan.cistern.figures
    assert "CISTERN_SMALL_FOR_DAILY_STEP" not in codes(plan)
