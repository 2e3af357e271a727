"""Each method's figure, worked out again from the values in its own note, and why it differs on this property."""

import numpy as np
import pytest

from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import compared, plan_property
from lean_year.property.edits import apply_edit


@pytest.fixture(scope="module", params=list(DEMOS))
def demo(request):
    document = DEMOS[request.param].property()
    rain = prepare_rain(demo_rain(request.param), "none")
    plan = plan_property(document, rain).plan
    return plan.cistern, compared(document, rain, plan).methods


@pytest.fixture(scope="module")
def cistern(demo):
    return demo[0]


@pytest.fixture(scope="module")
def methods(demo):
    return demo[1]


def worst_deficit(brought, used, rounds):
    below, worst = 0.0, 0.0
    for month in list(range(12)) * rounds:
        below = max(0.0, below + used[month] - brought[month])
        worst = max(worst, below)
    return worst


def again(method):
    """The figure by hand, from nothing but what the note holds."""
    values = method.values
    match method.key:
        case "replay":
            gone = values["used_l"] + values["spilled_l"] + values["lost_l"]
            came = values["brought_l"] + values["other_water_l"]
            return gone - came + values["left_l"] + values["drawn_on_the_full_day_l"]
        case "average_year":
            return worst_deficit(values["brought_l"], values["used_l"], 2)
        case "lean_year":
            return worst_deficit(values["brought_l"], values["used_l"], 1)
        case "sequent_peak":
            return values["used_l"] - values["brought_l"]
        case "dry_spell":
            return values["days"] * values["use_l_day"]
        case "bs" | "din":
            return values["share"] * min(values["brought_l"], values["used_l"])
        case "dry_months":
            return values["months"] * values["use_l_month"]
        case "trade_catch":
            return None
    raise AssertionError(method.key)


def test_each_methods_figure_can_be_worked_out_from_its_note(methods):
    checked = 0
    for method in methods:
        figure = again(method)
        if figure is None or method.live_l is None:
            continue
        assert method.live_l == pytest.approx(figure, rel=1e-6, abs=0.5), method.key
        checked += 1
    assert checked >= 6


def test_the_trades_catch_is_its_own_sum(methods):
    trade = next(method for method in methods if method.key == "trade_catch")
    assert trade.live_l is None
    values = trade.values
    gallon, inch, foot2 = 3.785411784, 25.4, 0.3048**2
    by_hand = 600 * gallon * (values["rain_mm"] / inch) * (values["area_m2"] / (1_000 * foot2))
    assert values["catch_l"] == pytest.approx(by_hand, rel=1e-9)


def test_every_method_says_why_it_differs_here_and_where_it_comes_from(methods):
    whys = [method.why for method in methods]
    assert len(set(whys)) == len(whys)
    for method in methods:
        assert method.why
        assert method.source
        assert method.formula
        assert method.working
    assert [method.letter for method in methods] == list("ABCDEFGHI")


def test_the_reasons_are_this_propertys_not_canned(cistern, methods):
    """What the average year's reason says is in the months of the plan."""
    average = next(method for method in methods if method.key == "average_year")
    brought = sum(average.values["brought_l"])
    years = [year.inflow_l for year in cistern.years if year.counted]
    assert brought == pytest.approx(sum(years) / len(years), rel=0.02)
    lean = cistern.years[cistern.lean_year]
    assert lean.label in average.why


def test_what_a_method_carries_is_what_the_curve_says_of_its_size(cistern, methods):
    curve = cistern.curve
    for method in methods:
        if method.tank_l is None or method.carried is None or method.tank_l > curve.tank_l[-1]:
            continue
        at = int(np.searchsorted(curve.tank_l, method.tank_l))
        low = curve.years_carried[max(0, at - 1)]
        high = curve.years_carried[min(at, len(curve.tank_l) - 1)]
        assert min(low, high) <= method.carried <= max(low, high), method.key


def test_where_the_house_outruns_its_roof_the_methods_that_cannot_say_none():
    document = apply_edit(
        DEMOS["saltmarrow"].property(), [{"op": "replace", "path": "/household/residents", "value": 40}]
    )
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    methods = compared(document, rain, plan_property(document, rain).plan).methods
    by_key = {method.key: method for method in methods}
    assert by_key["average_year"].live_l is None
    assert by_key["sequent_peak"].live_l is None
    assert by_key["average_year"].why
