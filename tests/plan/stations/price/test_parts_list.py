"""The list of parts: what is drawn or sized is on it with its reason, and it moves with the design and no further."""

import pytest

from lean_year.demo.shipped import DEMOS
from lean_year.plan.registry import FALL
from tests.plan.on_demos import codes, finding, planned_dry, replace

ADD = "add"


def parts(name, *operations):
    return {line.key: line for line in planned_dry(name, *operations).parts}


def quantities(lines):
    return {key: line.quantity for key, line in lines.items()}


def moved(name, *operations, before=()):
    """Keys whose quantity is another after an edit."""
    was, now = quantities(parts(name, *before)), quantities(parts(name, *before, *operations))
    return {key for key in was | now if was.get(key) != now.get(key)}


def kinds(keys):
    """What the keys are, without their sizes."""
    from lean_year.core.parts.catalogue import KINDS

    return {max((kind for kind in KINDS if key.startswith(kind)), key=len) for key in keys}


@pytest.mark.parametrize("name", list(DEMOS))
def test_nothing_on_the_list_lacks_a_reason_and_every_reason_a_station(name):
    stages = {station.key for station in FALL}
    for line in parts(name).values():
        assert line.why, line.key
        assert all(why.text and why.stage in stages for why in line.why)
        assert line.quantity >= line.asked > 0
        assert line.sold
        assert line.how_many


@pytest.mark.parametrize("name", list(DEMOS))
def test_what_each_line_is_asked_for_adds_up(name):
    for line in parts(name).values():
        if line.cut is None:
            assert sum(why.quantity for why in line.why) == pytest.approx(line.asked), line.key
        else:
            assert sum(line.pieces_m) * 1000 == pytest.approx(sum(map(sum, line.cut.bars_mm)))
            assert len(line.cut.bars_mm) == line.asked


DRAWN = {
    "saltmarrow": {
        "half-round-gutter": 17, "gutter-outlet": 11, "leaf-screen": 11, "flush-ball": 6, "tank-liner": 1,
        "floating-suction": 1, "vent": 1, "calmed-inlet": 1, "pump": 1, "vessel": 1, "pressure-switch": 1,
        "housing": 3, "sediment-cartridge": 4, "carbon-cartridge": 2, "uv-lamp-unit": 1, "uv-sensor": 1,
        "uv-shut-valve": 1, "lamp": 1, "sleeve-seal": 1, "expansion-vessel": 1, "mixing-valve": 1, "trap": 1,
        "siphon-break": 1, "strainer": 1, "check-valve": 1, "foot-valve": 1, "valve-box": 1, "screw-cap": 6,
        "sample-tap": 1, "anode": 2,
    },
    "brindle-landing": {
        "half-round-gutter": 11, "gutter-outlet": 4, "leaf-screen": 4, "tank-lying": 1, "riser": 1, "float-gauge":
        1, "floating-suction": 1, "pump-variable": 1, "vessel": 1, "low-tap": 1, "housing": 3, "uv-lamp-unit": 1,
        "uv-shut-valve": 1, "end-grate": 1, "pipe-insulation": 3.048, "ready-mix": 13.9 * 0.764554858,
    },
    "lantern-row": {
        "half-round-gutter": 5, "gutter-outlet": 4, "leaf-screen": 1, "lid-basket": 1, "inlet-mesh": 1, "tank-slim":
        3, "sight-tube": 1, "strap-rail": 3, "pavers": 38, "float-valve": 1, "air-gap": 1, "pump": 1, "housing": 1,
        "sediment-cartridge": 2, "not-drinking-sign": 2, "trap": 1,
    },
}  # fmt: skip
"""Counted by hand on the sheets of each demo: gutters by their runs in lengths of 4 m or 10 ft, an outlet where
one is drawn, a screen in each downpipe, what stands on the wall of the plant room, what is fitted to a tank."""


@pytest.mark.parametrize("name", list(DEMOS))
def test_what_is_drawn_or_sized_on_a_sheet_is_on_the_list(name):
    counted: dict[str, float] = {}
    for key, line in parts(name).items():
        (kind,) = kinds([key])
        counted[kind] = counted.get(kind, 0.0) + line.quantity
    assert {kind: counted.get(kind) for kind in DRAWN[name]} == {
        kind: pytest.approx(count, rel=1e-6) for kind, count in DRAWN[name].items()
    }


def test_the_run_of_the_barn_counted_by_hand():
    """14 m with two bends: three pieces of 4.67 m; seven downpipes, so six tees; from the gutters 16.4 + 10.4 + 11 m
    along the eaves and 12.4 m from one gutter of the barn to the other: 50.2 m in six pieces between the tees."""
    line = parts("saltmarrow")["drain-pipe-110-mm"]
    assert [why.stage for why in line.why] == ["gutters", "gutters"]
    assert sorted(line.pieces_m)[-3:] == [6.0, 6.0, 6.0]
    assert sum(line.pieces_m) == pytest.approx(14 + 16.4 + 10.4 + 11 + (16.4 * 7.5 + 10.4 * 3) / 16.4 * 1.0, abs=4)
    assert parts("saltmarrow")["tee-110-mm"].quantity == 6
    assert parts("saltmarrow")["bend-90-110-mm"].quantity == 2


def test_without_a_roof_its_gutter_and_its_first_flush_go_and_nothing_else():
    found = kinds(moved("saltmarrow", replace("/roofs/1/on", False)))
    assert {"half-round-gutter", "gutter-bracket", "gutter-outlet", "stop-end"} <= found
    assert found <= {
        "half-round-gutter", "gutter-bracket", "gutter-joint", "gutter-outlet", "stop-end", "gutter-sealant",
        "screws", "down-pipe", "down-pipe-clip", "down-pipe-joint", "drain-pipe", "coupling", "warning-tape",
        "bedding-sand",
        "seal-lubricant", "tee", "flush-ball", "screw-cap", "pipe-clip",  # the first flush has less roof to wash
    }  # fmt: skip


def test_another_tank_brings_what_stands_under_and_in_it_and_its_link():
    tank = {
        "id": "second",
        "name": "Second tank",
        "shape": {"kind": "upright_cylinder", "diameter_m": 3.0, "height_m": 2.3},
        "floor_m": -1.6,
        "outlet_m": 0.1,
        "overflow_m": 2.3,
    }
    operation = {"op": ADD, "path": "/cistern/tanks/-", "value": tank}
    was, now = parts("saltmarrow"), parts("saltmarrow", operation)
    new = set(now) - set(was)
    assert "tank-upright-second" in new
    assert quantities(now)["tank-liner-liner"] == 1
    assert now["calmed-inlet-110-mm"].quantity == was["calmed-inlet-110-mm"].quantity + 1
    assert now["crushed-stone"].quantity > was["crushed-stone"].quantity
    found = kinds(moved("saltmarrow", operation))
    assert not found & {"half-round-gutter", "pump", "housing", "vessel", "down-pipe", "leaf-screen", "flush-ball"}


def test_another_bore_changes_the_pipe_and_what_is_of_its_size():
    found = moved("saltmarrow", replace("/overflow/bore_mm", 238))
    assert "drain-pipe-200-mm" in found
    assert "drain-pipe-250-mm" in found
    # Vent and overflow were of one size, and so were their holes: the saw for the vent stays.
    assert kinds(found) <= {
        "drain-pipe", "bend-90", "coupling", "tank-connector", "trap", "vermin-mesh", "siphon-break", "hole-saw",
        "bedding-sand",
    }  # fmt: skip


def changed(key, **values):
    line = parts("saltmarrow").get(key)
    value = {"name": line.name if line else "Something else", **values}
    return {"op": ADD, "path": f"/parts/changed/{key}", "value": value}


def test_what_was_changed_by_hand_stays_and_survives_a_change_of_the_design():
    by_hand = changed("gutter-bracket-125-mm", quantity=90.0)
    for more in ((), (replace("/roofs/1/on", False),)):
        line = parts("saltmarrow", by_hand, *more)["gutter-bracket-125-mm"]
        assert (line.quantity, line.by_hand, line.sold) == (90, "changed", "90")
        assert line.how_many.endswith("; 90 by hand")
        assert line.asked < 80


def test_what_is_left_out_says_so_and_can_be_bought_after_all():
    plan = planned_dry("saltmarrow", changed("lid-lock", left_out=True))
    line = next(each for each in plan.parts if each.key == "lid-lock")
    assert (line.quantity, line.by_hand) == (0, "left_out")
    note = finding(plan, "PART_LEFT_OUT")
    assert note.severity == "note"
    assert note.fixes[0].operations == [replace("/parts/changed/lid-lock/left_out", False)]
    back = parts("saltmarrow", changed("lid-lock", left_out=True), *note.fixes[0].operations)["lid-lock"]
    assert (back.quantity, back.by_hand) == (1, "no")


def test_a_line_whose_reason_has_gone_says_so_and_is_bought_no_more():
    by_hand = changed("uv-sensor", quantity=2.0, note="of the same maker")
    plan = planned_dry("saltmarrow", by_hand, replace("/treatment/uv/sensor", False))
    line = next(each for each in plan.parts if each.key == "uv-sensor")
    assert (line.by_hand, line.quantity, line.name, line.why) == ("gone", 0, "UV sensor", [])
    note = finding(plan, "PART_NOT_ASKED_FOR")
    assert "UV sensor" in note.text
    off = planned_dry("saltmarrow", by_hand, replace("/treatment/uv/sensor", False), *note.fixes[0].operations)
    assert "PART_NOT_ASKED_FOR" not in codes(off)


def test_ticking_off_is_no_change():
    line = parts("saltmarrow", changed("lid-lock", bought=True))["lid-lock"]
    assert (line.bought, line.by_hand, line.quantity) == (True, "no", 1)


def test_something_added_stands_on_the_list_with_its_shop_and_its_day():
    own = {"id": "own-1", "name": "Rope", "quantity": 2.0, "group": "tools", "work": "ground"}
    line = parts("saltmarrow", {"op": ADD, "path": "/parts/added/-", "value": own})["added-own-1"]
    assert (line.name, line.quantity, line.day, line.by_hand) == ("Rope", 2, 1, "added")


def test_another_name_and_another_length_are_taken():
    key = "half-round-gutter-125-mm"
    line = parts("saltmarrow", changed(key, instead="Zinc gutter 125", stock_m=3.0))[key]
    assert line.name == "Zinc gutter 125"
    assert line.cut.stock_mm == 3000
    # By hand: 13.2 twice, 11, 16.4 and 10.4 m: 19 whole lengths, and rests of 1.2, 1.2, 2, 1.4, 1.4 m in three more.
    assert line.quantity == 22


def test_the_days_of_work_are_those_that_are_needed():
    lines = parts("saltmarrow").values()
    assert sorted({(line.day, line.work) for line in lines}) == [
        (1, "ground"), (2, "tanks"), (3, "pipes"), (4, "gutters"), (5, "plant"), (6, "hand_over"),
    ]  # fmt: skip
