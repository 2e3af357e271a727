"""Several supplies in one document: which is at the front, and what cannot be."""

import re

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.saltmarrow import saltmarrow
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit, check
from lean_year.property.front import alone, at_front

SHED = {
    "id": "shed",
    "name": "Shed",
    "downpipes": [{"id": "shed-a", "name": "Shed"}],
    "cistern": {"tanks": [{"id": "shed-tank", "name": "Shed tank", "shape": {"kind": "volume", "volume_l": 5000.0}}]},
}


@pytest.fixture
def both() -> Property:
    """The demo with a shed at the other end of the site."""
    return apply_edit(saltmarrow(), [{"op": "add", "path": "/supplies/-", "value": SHED}])


def refused(document: Property, *operations: tuple[str, object], op: str = "replace") -> str:
    with pytest.raises(InputError) as error:
        apply_edit(document, [{"op": op, "path": path, "value": value} for path, value in operations])
    return str(error.value)


def test_a_new_property_has_one_supply(both):
    one = saltmarrow()
    assert one.supply_ids == ["main"]
    assert one.supplies == []
    assert both.supply_ids == ["main", "shed"]


def test_what_was_not_given_of_a_new_supply_is_assumed(both):
    assumed = set(both.assumed)
    assert "/supplies/0/pump/cut_in_kpa" in assumed
    assert "/supplies/0/cistern/tanks/0/outlet_m" in assumed
    assert "/supplies/0/cistern/tanks/0/shape/volume_l" not in assumed


def test_another_at_the_front_and_back_is_the_document_again(both):
    shed = at_front(both, "shed")
    assert shed.supply.name == "Shed"
    assert shed.cistern == both.supplies[0].cistern
    assert shed.household.back_up == both.supplies[0].back_up
    assert shed.supplies[0].cistern == both.cistern
    assert "/pump/cut_in_kpa" in shed.assumed
    assert at_front(shed, "main") == both
    assert at_front(both, "main") is both
    assert check(shed.model_dump(mode="json")) == shed


def test_an_edit_of_the_one_at_the_front_is_its_own(both):
    shed = at_front(both, "shed")
    after = apply_edit(shed, [{"op": "replace", "path": "/cistern/tanks/0/outlet_m", "value": 0.2}])
    back = at_front(after, "main")
    assert back.cistern == both.cistern
    assert back.supplies[0].cistern.tanks[0].outlet_m == 0.2
    assert "/supplies/0/cistern/tanks/0/outlet_m" not in back.assumed


def test_all_heights_are_over_the_one_datum(both):
    shed = at_front(both, "shed")
    moved = apply_edit(shed, [{"op": "replace", "path": "/levels/datum", "value": "quay wall"}])
    assert at_front(moved, "main").levels.datum == "quay wall"


def test_a_group_of_downpipes_goes_to_another_supply(both):
    pipes = [each.model_dump(mode="json") for each in both.downpipes]
    assert len(pipes) > 1
    last = len(pipes) - 1
    tank = both.downpipes[last].tank
    after = apply_edit(
        both,
        [
            *([{"op": "replace", "path": f"/downpipes/{last}/tank", "value": None}] if tank else []),
            {"op": "move", "from": f"/downpipes/{last}", "path": "/supplies/0/downpipes/-"},
        ],
    )
    assert [each.id for each in after.supplies[0].downpipes] == ["shed-a", pipes[last]["id"]]
    drained = {drain.group for roof in after.roofs for drain in roof.drains}
    assert pipes[last]["id"] in drained
    here = alone(after)
    assert pipes[last]["id"] not in {drain.group for roof in here.roofs for drain in roof.drains}
    there = alone(at_front(after, "shed"))
    assert {drain.group for roof in there.roofs for drain in roof.drains} == {pipes[last]["id"]}
    for roof, before in zip(there.roofs, after.roofs, strict=True):
        assert roof.on == (before.on and bool(roof.drains))


def test_with_one_supply_nothing_is_taken_away():
    one = saltmarrow()
    assert alone(one) is one


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        ("/supplies/0/id", "main", "supplies: must have different ids"),
        ("/supplies/0/downpipes/0/id", "a", "downpipes: must have different ids"),
        ("/supplies/0/downpipes/0/tank", "tank-9", r"supplies\[0\].downpipes\[0\].tank: must be one of shed-tank"),
        ("/supplies/0/downpipes/0/run/into", "a", r"supplies\[0\].downpipes\[0\].run.into: must name a group"),
        ("/household/irrigation/served/by", "pond", "household.irrigation.served.by: must name a supply"),
        ("/household/served/then", "main", "household.served.then: must be another supply"),
    ],
)
def test_what_does_not_fit_together_is_refused(both, path, value, says):

    assert re.search(says, refused(both, (path, value)))


def transfer(source, to, key="t"):
    return {"id": f"{key}-{source}-{to}", "source": source, "to": to}


def test_water_in_a_circle_is_refused(both):
    assert "goes in a circle" in refused(
        both, ("/transfers/-", transfer("shed", "main")), ("/transfers/-", transfer("main", "shed")), op="add"
    )
    assert "goes in a circle" in refused(both, ("/transfers/-", transfer("shed", "shed")), op="add")
    assert "must name a supply" in refused(both, ("/transfers/-", transfer("pond", "main")), op="add")
    one_way = apply_edit(both, [{"op": "add", "path": "/transfers/-", "value": transfer("shed", "main")}])
    assert "/transfers/0/keep_share" in one_way.assumed


def test_uses_handed_on_in_a_circle_are_refused(both):
    said = refused(
        both,
        ("/household/served", {"by": "main", "then": "shed"}),
        ("/household/garden_served", {"by": "shed", "then": "main"}),
    )
    assert "goes in a circle" in said


def test_a_supply_that_serves_a_use_is_not_removed(both):
    served = apply_edit(both, [{"op": "replace", "path": "/household/garden_served/by", "value": "shed"}])
    with pytest.raises(InputError, match=r"household\.garden_served\.by: must name a supply"):
        apply_edit(served, [{"op": "remove", "path": "/supplies/0"}])
    free = apply_edit(
        served,
        [
            {"op": "replace", "path": "/household/garden_served/by", "value": "main"},
            {"op": "remove", "path": "/supplies/0"},
        ],
    )
    assert free.supply_ids == ["main"]
    assert not [each for each in free.assumed if each.startswith("/supplies")]
