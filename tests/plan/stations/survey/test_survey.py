"""The survey's list: what a design asks for, and how an item gets from not entered to seen."""

import jsonpointer
import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import DEMOS
from lean_year.plan.stations.survey.ask import WALK
from lean_year.plan.stations.survey.stage import plan_survey
from lean_year.property.edits import apply_edit
from lean_year.property.start import new_property
from tests.plan.on_demos import edited, replace

BARREL = apply_edit(
    new_property(name="Garden", roof_area_m2=40, people=0),
    [
        replace("/cistern/tanks/0/shape", {"kind": "slim", "length_m": 1.9, "width_m": 0.6, "height_m": 2.1}),
        replace("/household/garden_l_month", [0, 0, 0, 600, 900, 1200, 1200, 1200, 600, 0, 0, 0]),
        replace("/pump/feed", "pump"),
        replace("/downpour/driven_rain", False),
        replace("/downpipes/0/run/length_m", 2.0),
    ],
)


def items(document):
    return {item.key: item for item in plan_survey(document).items}


def seen(key, value=None, **more):
    return {"op": "add", "path": f"/survey/{key.replace('/', '~1')}", "value": {"value": value, **more}}


@pytest.mark.parametrize("name", DEMOS)
def test_every_item_has_a_place_of_its_own_on_the_walk(name):
    document = DEMOS[name].property()
    plan = plan_survey(document)
    keys = [item.key for item in plan.items]
    assert len(set(keys)) == len(keys)
    assert [WALK.index(item.walk) for item in plan.items] == sorted(WALK.index(item.walk) for item in plan.items)
    raw = document.model_dump(mode="json")
    paths = [item.path for item in plan.items if item.path is not None]
    assert len(set(paths)) == len(paths)
    for item in plan.items:
        assert (item.path is None) == (item.kind == "look")
        if item.path is not None:
            assert item.value == jsonpointer.resolve_pointer(raw, item.path)
    assert plan.missing == sum(item.state in ("open", "assumed") for item in plan.items)


def test_a_slim_tank_with_a_garden_pump_asks_for_less_than_a_buried_one():
    small, buried = plan_survey(BARREL), plan_survey(edited("brindle-landing"))
    assert len(small.items) < 25
    assert len(buried.items) > 50
    asked = {item.key for item in buried.items} - {item.key for item in small.items}
    assert {"ground/water_table_m", "ground/traffic", "road/route", "treatment/uv/uvt_percent"} <= asked


def test_an_item_is_assumed_until_it_is_entered_and_confirmed_while_the_same_stands():
    key, path = "levels/ground_m", "/levels/ground_m"
    assert items(BARREL)[key].state == "assumed"
    entered = apply_edit(BARREL, [replace(path, -0.2)])
    assert (items(entered)[key].state, items(entered)[key].value) == ("entered", -0.2)
    ticked = apply_edit(entered, [seen(key, -0.2, by="Ana", on="2026-11-29", note="by the gable")])
    item = items(ticked)[key]
    assert (item.state, item.by, item.on, item.note) == ("confirmed", "Ana", "2026-11-29", "by the gable")
    # Entered anew at Roofs, it is no longer what was seen.
    assert items(apply_edit(ticked, [replace(path, -0.4)]))[key].state == "entered"
    assert items(apply_edit(ticked, [replace(path, -0.4), replace(path, -0.2)]))[key].state == "confirmed"


def test_what_nobody_measured_is_open_until_it_is_and_what_is_only_seen_until_it_is_ticked():
    outlet, way = "roofs/roof-1/outlet_m", "downpipes/a/run/way"
    before = items(BARREL)
    assert (before[outlet].state, before[way].state) == ("open", "open")
    assert before[way].gone_later
    after = items(apply_edit(BARREL, [replace("/roofs/0/outlet_m", 2.4), seen(way, note="crosses the drain")]))
    assert (after[outlet].state, after[way].state, after[way].note) == ("entered", "confirmed", "crosses the drain")
    assert items(BARREL)["ground/soil"].state == "open"


def test_what_was_seen_stays_with_its_row_when_rows_move():
    document = edited("saltmarrow", seen("roofs/barn/hazards"), seen("roofs/studio/pitch_deg", 12.0))
    moved = apply_edit(document, [{"op": "remove", "path": "/roofs/0"}])
    assert items(moved)["roofs/barn/hazards"].state == "confirmed"
    assert items(moved)["roofs/studio/pitch_deg"].state == "confirmed"
    assert items(moved)["roofs/studio/pitch_deg"].path == "/roofs/0/pitch_deg"
    assert "roofs/house/pitch_deg" not in items(moved)


def test_what_is_left_out_is_not_missing_and_stays_assumed_until_it_is_entered():
    soil, slope = "ground/soil", "ground/slope"
    left = apply_edit(BARREL, [seen(soil, mark="left_out"), seen(slope, mark="left_out", note="no slope to see")])
    assert (items(left)[soil].state, items(left)[slope].state) == ("left_out", "left_out")
    assert plan_survey(left).missing == plan_survey(BARREL).missing - 2
    assert "/ground/slope" in left.assumed
    assert items(apply_edit(left, [replace("/ground/slope", 0.03)]))[slope].state == "entered"


def test_a_note_is_no_tick():
    way = items(apply_edit(BARREL, [seen("downpipes/a/run/way", mark="noted", note="ask the neighbour")]))[
        "downpipes/a/run/way"
    ]
    assert (way.state, way.note) == ("open", "ask the neighbour")


def test_an_item_is_seen_once_and_a_day_is_a_day():
    twice = edited("saltmarrow", seen("road/route", note="by the barn"), seen("road/route", note="by the gate"))
    assert twice.survey["road/route"].note == "by the gate"
    with pytest.raises(InputError) as refused:
        edited("saltmarrow", seen("road/route", on="tomorrow"))
    assert "date" in str(refused.value)
    with pytest.raises(InputError):
        edited("saltmarrow", seen("road/route", note="x" * 501))
    with pytest.raises(InputError):
        edited("saltmarrow", seen("Road, route"))
