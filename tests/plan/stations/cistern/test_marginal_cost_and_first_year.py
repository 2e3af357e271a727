"""What a lean-year litre costs by each way, harsher weather and the first filling: against plain sums."""

import numpy as np
import pytest

from lean_year.core.cistern.replay import replay_cistern
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.cistern.marginal_cost import tank_cost
from lean_year.plan.whole import compared, plan_property
from lean_year.property.document import Prices
from lean_year.property.edits import apply_edit
from tests.farm import changed, farm


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


@pytest.fixture(scope="module")
def short(rain):
    """The farm with a tank that runs short in the lean year, priced."""
    document = changed(size_l=60_000, prices__water_m3=30.0)
    plan = plan_property(document, rain).plan
    return document, plan, compared(document, rain, plan)


def lean_missed(plan):
    return plan.cistern.years[plan.cistern.lean_year].shortfall_l


def test_each_way_adds_what_the_plan_with_it_misses_less(short, rain):
    document, plan, comparisons = short
    row = plan.cistern.lean_year
    checked = 0
    for way in comparisons.options:
        if not way.operations:
            continue
        taken = plan_property(apply_edit(document, way.operations), rain).plan
        gained = plan.cistern.years[row].shortfall_l - taken.cistern.years[row].shortfall_l
        assert way.lean_year_l == pytest.approx(gained, abs=1.0), way.key
        checked += 1
    assert checked >= 4


def test_the_cost_of_a_lean_year_cubic_metre_is_spread_over_the_service_years(short):
    document, _, comparisons = short
    for way in comparisons.options:
        if way.key == "water":
            assert way.cost_m3 == pytest.approx(30.0)
        elif way.cost_m3 is not None:
            assert way.cost_m3 == pytest.approx(way.cost / document.prices.service_years / (way.lean_year_l / 1000))
    costs = [way.cost_m3 for way in comparisons.options if way.cost_m3 is not None]
    assert costs == sorted(costs)


def test_tanks_and_pads_cost_by_piece_and_by_volume():
    prices = Prices(tank_each=400, tank_m3=150, pad_m3=30)
    from lean_year.plan.model.layout import layout_of

    assert float(tank_cost(prices, layout_of(farm()), 10_000.0)) == pytest.approx(400 + 10 * 180)


def test_dearer_water_moves_the_knee_up_and_dearer_tanks_move_it_down(rain):
    def knee(**prices):
        document = changed(**{f"prices__{name}": value for name, value in prices.items()})
        return plan_property(document, rain).plan.cistern.figures["knee_l"].value

    usual = knee(water_m3=20.0)
    assert knee(water_m3=80.0) >= usual
    assert knee(water_m3=20.0, tank_m3=900.0) <= usual


def test_with_nothing_priced_the_knee_is_the_point_farthest_above_the_chord(rain):
    document = changed(prices__tank_m3=0.0, prices__pad_m3=0.0, prices__water_m3=0.0)
    cistern = plan_property(document, rain).plan.cistern
    tank = np.array(cistern.curve.tank_l)
    water = -np.array(cistern.curve.lean_year_missed_l)
    above = (water - water[0]) / (water[-1] - water[0]) - tank / tank[-1]
    assert cistern.figures["knee_l"].value == pytest.approx(tank[int(np.argmax(above))])


@pytest.mark.parametrize(("key", "factor"), [("rain_90", 0.9), ("rain_80", 0.8)])
def test_less_rain_is_the_record_scaled(short, rain, key, factor):
    document, _, comparisons = short
    harsher = prepare_rain(DailyRain(rain.record.start, rain.record.depth_mm * factor), "none")
    expected = plan_property(document, harsher).plan.cistern
    stressed = next(test for test in comparisons.stress if test.key == key)
    assert stressed.short_days == expected.figures["short_d"].value
    assert stressed.shortfall_l == pytest.approx(expected.figures["shortfall_l"].value, rel=1e-6)


def test_without_the_best_roof_is_that_roof_switched_off(short, rain):
    document, plan, comparisons = short
    stressed = next(test for test in comparisons.stress if test.key == "best_roof")
    best = max(range(len(document.roofs)), key=lambda row: plan.roofs.surfaces[row].figures["harvest_l_year"].value)
    assert document.roofs[best].name in stressed.label
    off = apply_edit(document, [{"op": "replace", "path": f"/roofs/{best}/on", "value": False}])
    assert stressed.short_days == plan_property(off, rain).plan.cistern.figures["short_d"].value


def test_the_first_year_is_each_recorded_year_filled_from_empty_by_the_plain_rule(rain):
    document = changed(cistern__first_day="11-15", cistern__first_year_wanted_l=25_000.0)
    plan = plan_property(document, rain)
    first, live = plan.plan.cistern.first_year, plan.plan.cistern.live_l
    inflow, demand = plan.replay.inflow_l, plan.replay.asked_l
    stores = []
    for begin, date in enumerate(rain.dates):
        if str(date)[5:] == "11-15" and begin + 365 <= rain.dates.size:
            run = replay_cistern(
                inflow_l=inflow[begin : begin + 365],
                demand_l=demand[begin : begin + 365],
                size_l=live,
                rule="yas",
                start_l=0.0,
            )
            stores.append(run.store_l)
    table = np.array(stores)
    assert first.years == len(stores)
    for at, day in enumerate(first.day):
        assert first.p50_l[at] == pytest.approx(np.percentile(table[:, day], 50), abs=1e-6)
        assert first.chance[at] == pytest.approx((table[:, day] >= 25_000).mean())
    ever = np.maximum.accumulate(table, axis=1) >= 25_000
    reached = np.flatnonzero(ever.mean(axis=0) >= 0.9)
    assert first.wanted_by == (int(reached[0]) if reached.size else None)


def test_a_record_shorter_than_a_year_says_nothing_of_a_first_year():
    record = DailyRain(demo_rain("saltmarrow").start, demo_rain("saltmarrow").depth_mm[:200])
    first = plan_property(farm(), prepare_rain(record, "none")).plan.cistern.first_year
    assert (first.years, first.day, first.wanted_by) == (0, [], None)
