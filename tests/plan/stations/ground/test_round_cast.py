"""Round tanks of concrete and cement mortar, built where they stand."""

import pytest

from tests.plan.on_demos import codes, finding, planned_dry, replace

TANK = "/cistern/tanks/0"


def cast(*more, **measures):
    shape = {"kind": "round_cast", "diameter_m": 6.0, "height_m": 3.0, "wall_mm": 75.0, "floor_mm": 150.0} | measures
    return planned_dry(
        "saltmarrow",
        replace(f"{TANK}/shape", shape),
        replace(f"{TANK}/overflow_m", None),
        replace("/cistern/fire_reserve_l", 0),
        *more,
    )


@pytest.mark.parametrize(("diameter_m", "depth_m", "kn_m", "mpa"), [(6.0, 3.0, 88.3, 1.18), (10.0, 4.0, 196.1, 2.61)])
def test_what_pulls_in_its_wall(diameter_m, depth_m, kn_m, mpa):
    """By hand: 9.81 h D / 2 at the foot, over a wall of 75 mm."""
    figures = cast(diameter_m=diameter_m, height_m=depth_m).ground.pads[0].figures
    assert figures["hoop_kn_m"].value == pytest.approx(kn_m, rel=0.005)
    assert figures["hoop_kpa"].value == pytest.approx(1000 * mpa, rel=0.005)


def test_without_steel_a_large_one_fails_and_steel_puts_it_right():
    found = finding(cast(steel=False), "GROUND_WALL_WITHOUT_STEEL")
    assert found.severity == "fails"
    again = cast(found.fixes[0].operations[0], steel=False)
    assert finding(again, "GROUND_ROUND_CAST").severity == "caution"
    assert "engineer" in finding(again, "GROUND_ROUND_CAST").fix


def test_a_small_jar_of_mortar_is_the_engineers_and_no_failure():
    jar = cast(diameter_m=1.4, height_m=1.4, wall_mm=40.0, steel=False)
    assert "GROUND_WALL_WITHOUT_STEEL" not in codes(jar)
    assert "GROUND_ROUND_CAST" in codes(jar)


def test_it_weighs_what_its_walls_and_slabs_do():
    """By hand: a ring of 6.075 m mean diameter, 75 mm thick and 3 m high; floor 150 mm and lid 75 mm over 6.15 m."""
    pi = 3.14159265
    solid_m3 = pi * 6.075 * 0.075 * 3.0 + pi / 4 * 6.15**2 * (0.15 + 0.075)
    water_kg = 1000 * pi / 4 * 36 * 3.0
    assert cast().ground.pads[0].figures["full_kg"].value == pytest.approx(water_kg + 2400 * solid_m3, rel=1e-3)


def test_nothing_whole_is_brought_in_and_it_is_cast_on_the_spot():
    plan = cast(replace("/ground/gate_m", 1.0))
    assert plan.ground.pads[0].in_parts
    assert "GROUND_GATE" not in codes(plan)
    tasks = {task.key for task in plan.build.tasks}
    assert "cast" in tasks
    assert "set-tanks" not in tasks


def test_a_level_floor_is_worth_knowing():
    found = finding(cast(floor_falls=False), "GROUND_FLOOR_FLAT")
    assert "GROUND_FLOOR_FLAT" not in codes(cast(found.fixes[0].operations[0], floor_falls=False))
