"""The downpour test on the demos: what spills first, how much, onto what, and what fixes it."""

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import DEMOS
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.gutters.storm import play_downpour
from lean_year.plan.stations.gutters.storm_plan import Storm
from lean_year.property.edits import apply_edit


def played(name, *operations, **storm):
    document = apply_edit(DEMOS[name].property(), list(operations))
    return play_downpour(document, Storm(**storm), Wording(document.units))


def replace(path, value):
    return {"op": "replace", "path": path, "value": value}


def test_a_shut_link_valve_spills_the_tank_behind_it_and_is_named():
    open_, shut = played("lantern-row"), played("lantern-row", shut_links=[0])
    assert not [place for place in open_.places if place.kind == "vessel" and place.spilled_l]
    tall = next(place for place in shut.places if place.name == "Tall tank")
    assert tall.spilled_l > 500
    assert shut.first == tall.key
    found = next(each for each in shut.findings if each.code == "STORM_LINK_SHUT")
    assert "Tall tank spills" in found.text
    assert "the valve between Tall tank and Low tanks 1 is shut" in found.text
    assert [(link.near, link.shut) for link in shut.links] == [("Tall tank", True), ("Low tanks 1", False)]
    assert not [each for each in played("lantern-row", shut_links=[1]).findings if each.code == "STORM_LINK_SHUT"]


def test_a_clogged_screen_spills_where_it_stands():
    clean, clogged = played("saltmarrow"), played("saltmarrow", clogged_screens=["screen:a:0"])
    of = {place.key: place for place in clogged.places}
    assert of["group:a"].spilled_l > 1_000 > {place.key: place for place in clean.places}["group:a"].spilled_l
    assert "all but closed" in next(each.text for each in clogged.findings if "House" in each.text)


def test_taking_fix_after_fix_ends_every_spill():
    """A wider gutter brings more to the screen below it, which then asks for its own."""
    plan = first = played("saltmarrow")
    taken = []
    while plan.findings and len(taken) < 12:
        assert all(each.fixes for each in plan.findings)
        taken += [operation for each in plan.findings for operation in each.fixes[0].operations]
        plan = played("saltmarrow", *taken)
    assert plan.spilled_l == 0 < first.spilled_l
    assert plan.overflow_peak_l_s > first.overflow_peak_l_s
    assert plan.text.startswith("Nothing spills.")


@pytest.mark.parametrize("name", list(DEMOS))
def test_the_water_of_a_storm_adds_up(name):
    for storm in ({}, {"start_share": 0.3, "flush_empty": False}, {"shape": "steady", "storm_min": 20}):
        plan = played(name, **storm)
        gone = plan.spilled_l + plan.overflowed_l + plan.flushed_l
        assert plan.rain_l == pytest.approx(gone + plan.stored_l, abs=0.01)
        assert plan.rain_l > 0
        assert len({len(place.flow_l_s) for place in plan.places}) == 1


def test_a_recorded_burst_is_played_as_it_fell():
    """38 mm within the hour, common in dry country, in twelve steps of five minutes."""
    burst = [1, 2, 4, 8, 7, 5, 4, 3, 2, 1, 0.5, 0.5]
    plan = played("saltmarrow", shape="typed", typed_mm=burst, step_min=5)
    assert len(plan.rain_mm) == 60
    assert sum(plan.rain_mm) == pytest.approx(38, abs=0.01)


def test_a_full_tank_overflows_what_comes_and_half_full_ones_take_it_first():
    full, low = played("brindle-landing"), played("brindle-landing", start_share=0.2)
    assert full.overflowed_l == pytest.approx(full.rain_l - full.flushed_l, rel=0.02)
    assert low.overflowed_l == 0


@pytest.mark.parametrize(
    ("storm", "field"),
    [
        ({"shut_links": [7]}, "shut_links"),
        ({"clogged_screens": ["screen:none:0"]}, "clogged_screens"),
        ({"shape": "typed"}, "typed_mm"),
        ({"shape": "typed", "typed_mm": [900.0]}, "typed_mm"),
        ({"shape": "typed", "typed_mm": [1.0] * 200, "step_min": 60}, "typed_mm"),
    ],
)
def test_a_storm_that_cannot_be_is_refused_by_name(storm, field):
    with pytest.raises(InputError) as refused:
        played("saltmarrow", **storm)
    assert refused.value.field == field
