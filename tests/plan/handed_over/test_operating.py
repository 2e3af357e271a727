"""The operating sheet: every valve once, on the drawing and on the list of parts; its figures are the stations’."""

import pytest
from hypothesis import given, settings

from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.plan.answer.wording import Wording
from lean_year.plan.handed_over.operating import operating
from lean_year.plan.handed_over.schematic import tags_drawn
from lean_year.plan.handed_over.valves import SEASONS, valves
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.whole import plan_property
from tests.formats.test_round_trips import documents
from tests.plan.on_demos import edited, replace

COUNTED = {
    "ball-valve": "ball",
    "check-valve": "check",
    "float-valve": "float",
    "foot-valve": "foot",
    "hand-valve": "hand",
}


def planned(document, name=None):
    rain = None if name is None else prepare_rain(demo_rain(name), "none")
    plan = plan_property(document, rain).plan
    return plan, operating(document, plan)


def count_of_parts(plan, kind):
    return sum(line.asked for line in PRICE.of(plan).lines if line.kind == kind)


@pytest.mark.parametrize("name", list(DEMOS))
def test_every_valve_of_a_demo_is_drawn_once_and_nothing_else_is(name):
    _, sheet = planned(DEMOS[name].property())
    tags = [each.tag for each in sheet.valves]
    assert sorted(tags_drawn(sheet.drawing)) == sorted(tags)
    assert tags == [f"V{number}" for number in range(1, len(tags) + 1)]


@settings(max_examples=25, deadline=None)
@given(documents())
def test_whatever_is_entered_every_valve_is_drawn_once_within_the_drawing_and_bought_as_often(document):
    plan, sheet = planned(document)
    assert sorted(tags_drawn(sheet.drawing)) == sorted(each.tag for each in sheet.valves)
    for drawn in sheet.drawing.valves:
        assert 0 <= drawn.x <= sheet.drawing.wide
        assert 0 <= drawn.y <= sheet.drawing.high
    for kind, own in COUNTED.items():
        asked = count_of_parts(plan, kind)
        assert asked == sum(each.count for each in sheet.valves if each.kind == own), kind


def test_valves_that_must_never_be_open_together_are_named():
    _, terrace = planned(DEMOS["lantern-row"].property())
    by_tag = {each.tag: each.key for each in terrace.valves}
    pairs = {tuple(sorted((by_tag[each.first], by_tag[each.second]))) for each in terrace.never}
    drains = [each.key for each in terrace.valves if each.key.startswith("floor-drain/")]
    assert drains
    assert {tuple(sorted(("top-up", drain))) for drain in drains} <= pairs
    by_hand = edited("lantern-row", replace("/treatment/changeover", "valves"))
    _, sheet = planned(by_hand)
    by_tag = {each.tag: each.key for each in sheet.valves}
    assert ("outlet", "second-source") in {tuple(sorted((by_tag[e.first], by_tag[e.second]))) for e in sheet.never}
    found = [each.code for each in plan_property(by_hand, None).plan.findings if each.severity == "fails"]
    assert "TREATMENT_CROSS_CONNECTION" in found


def test_positions_are_by_season_and_differ_from_the_normal_one():
    for name in DEMOS:
        for valve in planned(DEMOS[name].property())[1].valves:
            assert set(valve.positions) <= set(SEASONS)
            assert all(stands != valve.normal for stands in valve.positions.values()), valve.key
            assert valve.wrong.endswith(".")


def test_the_figures_of_what_fails_are_those_of_the_stations():
    document = DEMOS["saltmarrow"].property()
    plan, sheet = planned(document, "saltmarrow")
    say = Wording("metric")
    rows = {each.key: each for each in sheet.failures}
    assert say.volume(plan.pump.figures["held_l"].value) in rows["power"].has
    stages = [each for each in plan.treatment.stages if each.life_months is not None and each.kind != "uv"]
    assert len(stages) == 3
    for stage in stages:
        assert say.pressure(stage.dirty_kpa) in rows["cartridge"].notices
        assert say.of_kind("months", stage.life_months) in rows["cartridge"].has
    chambers = [each.drain_h for each in plan.first_flush.chambers if each.drain_h]
    assert say.of_kind("hours", max(chambers)) in rows["flush"].has
    tank = document.cistern.tanks[0].vessel()
    litres = float(tank.below_l(tank.top_water_m) - tank.below_l(tank.lowest_draw_m))
    assert say.volume(litres) in rows["tank"].has


def test_the_way_without_power_is_the_one_that_was_chosen():
    for way, words in {"battery": "battery", "generator": "generator", "low_tap": "low tap"}.items():
        _, sheet = planned(edited("saltmarrow", replace("/pump/without_power", way)))
        assert words in next(each for each in sheet.failures if each.key == "power").does


def test_sizes_are_in_the_units_of_the_property():
    metric, us = (valves(DEMOS["saltmarrow"].property(), "ab", Wording(each)) for each in ("metric", "us"))
    assert all("mm" in each.size for each in metric if each.size)
    assert all("in" in each.size for each in us if each.size)


def test_a_run_that_only_carries_what_joins_it_has_its_valves_too():
    joined = edited(
        "saltmarrow",
        replace("/downpipes/1/run/into", "a"),
        replace("/roofs/0/drains", [{"group": "b", "share": 1.0}]),
    )
    assert joined.groups_in_use() == {"b"}
    _, sheet = planned(joined)
    assert "low-point/a" in {each.key for each in sheet.valves}
    assert sorted(tags_drawn(sheet.drawing)) == sorted(each.tag for each in sheet.valves)
