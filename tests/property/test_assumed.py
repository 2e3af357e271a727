"""What nobody entered is named as assumed, and is entered by writing or confirming it, and by nothing else."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.plan.whole import plan_property
from lean_year.property.assumed import Assumed, by_value, not_entered
from lean_year.property.cistern import Tank
from lean_year.property.edits import apply_edit
from lean_year.property.start import new_property
from lean_year.property.tank_shapes import Volume
from tests.farm import farm

HUT = new_property(name="Hut", roof_area_m2=80, people=2)


def replace(path, value):
    return {"op": "replace", "path": path, "value": value}


def confirm(*pointers):
    return {"op": "confirm", "path": "/assumed", "value": list(pointers)}


def at(document, pointer):
    """The value at a pointer, by hand."""
    value = document.model_dump()
    for step in pointer.split("/")[1:]:
        value = value[int(step)] if isinstance(value, list) else value[step]
    return value


def test_all_of_a_new_property_is_assumed_but_what_was_asked_and_what_is_empty():
    asked = {"/roofs/0/extent/area_m2": 80, "/roofs/0/material": "metal", "/household/residents": 2}
    for pointer, value in asked.items():
        assert at(HUT, pointer) == value
        assert pointer not in HUT.assumed
    # Each of these hurts somebody where it is taken for looked at.
    for pointer in ("/pump/foot_valve", "/pump/dry_run_stop", "/treatment/drinking_rated", "/ground/services_located",
                    "/cistern/tanks/0/inlet/light_tight", "/overflow/siphon_break", "/levels/ground_m",
                    "/ground/to_footing_m", "/roofs/0/gutters/0/width_mm", "/first_flush/depth_mm",
                    "/first_flush/kind", "/overflow/kind", "/pump/hot_water/kind"):  # fmt: skip
        assert pointer in HUT.assumed, pointer
    assert len(set(HUT.assumed)) == len(HUT.assumed)
    without_own_value = {"/roofs/0/runoff", "/household/litres_person_day"}
    for pointer in set(HUT.assumed) - without_own_value:
        assert at(HUT, pointer) not in (None, [], ""), pointer
    assert "/site/latitude_deg" not in HUT.assumed, "nobody knows it, and it says so"


def test_a_row_is_assumed_but_for_what_it_was_given():
    tank = Tank(id="t", name="T", shape=Volume(volume_l=500), floor_m=1.0)
    found = set(not_entered(tank, "/cistern/tanks/3"))
    assert {"/cistern/tanks/3/outlet_m", "/cistern/tanks/3/shape/height_m", "/cistern/tanks/3/inlet/vent_mm"} <= found
    assert not any(
        each.endswith(("/shape/kind", "/floor_m", "/volume_l", "/id", "/name", "/empty_kg")) for each in found
    )


def test_an_added_row_brings_what_nobody_gave_it():
    before = farm()
    value = {"id": "c", "name": "C", "bore_mm": 90}
    after = apply_edit(before, [{"op": "add", "path": "/downpipes/-", "value": value}])
    new = set(after.assumed) - set(before.assumed)
    row = f"/downpipes/{len(before.downpipes)}"
    assert {f"{row}/pipes", f"{row}/run/length_m"} <= new
    assert all(each.startswith(f"{row}/") for each in new)
    assert f"{row}/bore_mm" not in new
    entered = apply_edit(after, [replace(f"{row}/run/length_m", 12)])
    assert set(after.assumed) - set(entered.assumed) == {f"{row}/run/length_m"}
    assert apply_edit(after, [{"op": "remove", "path": row}]).assumed == before.assumed


def test_an_added_row_that_is_only_a_start_is_assumed_value_by_value_and_its_name_is_not():
    before = farm()
    step = {"name": "Baths", "below_share": 0.2, "house_cut": 0.25}
    row = f"/household/steps/{len(before.household.steps)}"
    added = [
        {"op": "add", "path": "/household/steps/-", "value": step},
        {"op": "add", "path": "/assumed/-", "value": row},
    ]
    after = apply_edit(before, added)
    new = set(after.assumed) - set(before.assumed)
    assert {f"{row}/below_share", f"{row}/house_cut", f"{row}/garden_cut"} <= new
    assert f"{row}/name" not in new
    assert row not in new
    entered = apply_edit(after, [replace(f"{row}/below_share", 0.3)])
    assert set(after.assumed) - set(entered.assumed) == {f"{row}/below_share"}


@given(st.data())
def test_entering_or_confirming_a_value_leaves_the_rest_assumed(data):
    pointer = data.draw(st.sampled_from(HUT.assumed))
    confirmed = apply_edit(HUT, [confirm(pointer)])
    assert confirmed.model_dump(exclude={"assumed"}) == HUT.model_dump(exclude={"assumed"})
    assert set(HUT.assumed) - set(confirmed.assumed) == {pointer}
    entered = apply_edit(HUT, [replace(pointer, at(HUT, pointer))])
    assert entered == confirmed


def test_a_part_that_was_named_whole_is_named_by_its_values_once_something_is_entered():
    older = HUT.model_copy(update={"assumed": ["/cistern/tanks", "/prices", "/nowhere/at/all"]})
    after = apply_edit(older, [replace("/cistern/tanks/0/floor_m", 0.4), replace("/prices/tank_each", 500)])
    assert "/cistern/tanks/0/outlet_m" in after.assumed
    assert "/prices/tank_m3" in after.assumed
    assert "/nowhere/at/all" in after.assumed
    assert not {"/cistern/tanks", "/prices", "/cistern/tanks/0/floor_m", "/prices/tank_each"} & set(after.assumed)
    assert by_value(after, after.assumed) == after.assumed


def test_making_the_tanks_larger_enters_their_shapes_and_no_height():
    after = apply_edit(HUT, [{"op": "resize", "path": "/cistern", "value": 20_000}])
    shape = "/cistern/tanks/0/shape/"
    assert set(HUT.assumed) - set(after.assumed) == {each for each in HUT.assumed if each.startswith(shape)}
    assert "/cistern/tanks/0/floor_m" in after.assumed


ODD = ["/", "pump", "/model_dump", "/__class__/__mro__", "/roofs/-1", "/roofs/00", "/roofs/9999999999", "/roofs/²",
       "/roofs/0/extent/area_m2/3", "//", "/site/latitude_deg"]  # fmt: skip


def test_pointers_that_lead_nowhere_are_kept_as_they_are_and_hurt_nothing():
    odd = HUT.model_copy(update={"assumed": ["", *ODD, *ODD, "/roofs"]})
    after = apply_edit(odd, [replace("/name", "Hut 2"), confirm("/pump")])
    assert after.assumed[: len(ODD)] == ODD
    assert after.assumed[len(ODD) :] == list(by_value(HUT, ["/roofs"]))
    assert plan_property(odd, None).plan.stations[0].status == "decide"


def test_naming_everything_many_times_costs_no_more_than_naming_it_once():
    fifty = HUT.model_copy(update={"roofs": [HUT.roofs[0].model_copy(update={"id": f"r{n}"}) for n in range(50)]})
    once = by_value(fifty, ["/roofs"])
    assert len(once) > 400
    assert by_value(fifty, ["/roofs"] * 10_000) == once
    assert Assumed(once).touches("/roofs/49/gutters/0/width_mm")


def test_a_whole_part_is_confirmed_at_once():
    after = apply_edit(HUT, [confirm("/pump", "/treatment/uv/length_mm")])
    left = set(HUT.assumed) - set(after.assumed)
    assert left == {each for each in HUT.assumed if each.startswith("/pump/")} | {"/treatment/uv/length_mm"}


@pytest.mark.parametrize("value", [None, "/pump", [3], ["pump"], {"/pump": True}])
def test_what_confirms_nothing_is_refused(value):
    with pytest.raises(InputError, match="confirm: needs a list of the places"):
        apply_edit(HUT, [{"op": "confirm", "path": "/assumed", "value": value}])


@pytest.mark.parametrize("rubbish", [5, [5], None, [["/pump"]]])
@pytest.mark.parametrize(
    "then", [replace("/name", "X"), confirm("/pump"), {"op": "resize", "path": "/cistern", "value": 9}]
)
def test_rubbish_for_what_is_assumed_is_refused(rubbish, then):
    with pytest.raises(InputError):
        apply_edit(HUT, [replace("/assumed", rubbish), then])
