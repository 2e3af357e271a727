"""Tanks on a plinth, a stand or a flat roof: nothing is dug or filled up to them, and their height is pressure."""

import pytest

from lean_year.core.ground.foundation import BASES
from tests.plan.on_demos import codes, finding, planned_dry, replace

TANK = "/cistern/tanks/0"
SMALL = [
    replace(f"{TANK}/shape", {"kind": "upright_cylinder", "diameter_m": 1.2, "height_m": 1.6, "liner": False}),
    replace(f"{TANK}/overflow_m", None),
    replace(f"{TANK}/empty_kg", 60.0),
    replace("/cistern/fire_reserve_l", 0),
    replace("/levels/tank_ground_m", 0.0),
    replace("/site/frost_depth_m", 0.0),
]


def standing(base, height_m, *more):
    return planned_dry(
        "saltmarrow", *SMALL, replace(f"{TANK}/base", base), replace(f"{TANK}/floor_m", height_m), *more
    )


def test_a_plinth_is_blocks_on_a_slab_and_the_ground_carries_both():
    """By hand: 1.4 m across, 0.6 m high: 0.924 m3 of blocks of 16 L, 58 of them; its slab 0.1 m of concrete."""
    plan = standing("plinth", 0.6)
    pad = plan.ground.pads[0]
    rows = {row.key: row.value for row in pad.quantities}
    assert rows["blocks"] == 58
    assert rows["concrete"] == pytest.approx(1.5394 * 0.1, rel=1e-4)
    assert rows.get("fill") is None, "no ground is filled up to its floor"
    assert (pad.raised_m, pad.ground_m) == (0.6, 0.0)
    full_kg = 1.2**2 * 3.14159265 / 4 * 1.6 * 1000 + 60
    spread_m2 = 3.14159265 / 4 * (1.4 + 0.1) ** 2
    carried_kg = full_kg + 1.5394 * 0.6 * 2000 + spread_m2 * 0.1 * 2100
    assert pad.figures["ground_kpa"].value == pytest.approx(carried_kg * 9.80665 / 1000 / spread_m2, rel=1e-3)
    assert {"GROUND_PLINTH"} <= set(codes(plan))
    assert not {"GROUND_RAISED", "GROUND_ON_FILL"} & set(codes(plan))


@pytest.mark.parametrize(("base", "height_m"), [("plinth", 0.6), ("stand", 6.0), ("roof", 3.2)])
def test_its_height_is_pressure(base, height_m):
    """Hydrostatics: 9.80665 kPa for each metre of water of 1 kg/L, to the half per cent by which water is lighter."""
    pad = standing(base, height_m).ground.pads[0]
    assert pad.figures["head_kpa"].value == pytest.approx(9.80665 * height_m, rel=0.005)


@pytest.mark.parametrize(("base", "code"), [("stand", "GROUND_ON_STAND"), ("roof", "GROUND_ON_ROOF")])
def test_on_a_stand_or_a_roof_nothing_is_dug_and_an_engineer_says_what_carries_it(base, code):
    plan = standing(base, 3.2)
    pad = plan.ground.pads[0]
    assert (pad.edges.cut_m3, pad.edges.fill_m3, pad.moves_nothing, pad.on_ground) == (0, 0, True, False)
    assert [row.key for row in pad.quantities] == (["stand"] if base == "stand" else [])
    found = finding(plan, code)
    assert found.severity == "caution"
    assert "engineer" in found.fix
    assert {"ground_kpa", "cut_m3"}.isdisjoint(pad.figures), "no soil carries it"
    assert not {"GROUND_SOIL_UNKNOWN", "GROUND_BEARING", "GROUND_PAD_LOW"} & set(codes(plan))
    assert any(line.kind == "stand" for line in pad.section)


@pytest.mark.parametrize(
    ("shape", "height_m"),
    [
        ({"kind": "upright_cylinder", "diameter_m": 4.5, "height_m": 2.5, "liner": False}, 0.4),  # 40 t
        ({"kind": "upright_cylinder", "diameter_m": 1.2, "height_m": 1.6, "liner": False}, 1.3),
    ],
)
def test_blocks_that_are_too_much_for_them_fail(shape, height_m):
    plan = standing("plinth", height_m, replace(f"{TANK}/shape", shape), replace(f"{TANK}/empty_kg", None))
    assert finding(plan, "GROUND_PLINTH_LOADED").severity == "fails"


def test_one_that_is_no_higher_than_the_ground_is_asked_how_high_it_stands():
    found = finding(standing("stand", 0.0), "GROUND_NOT_RAISED")
    assert found.asks


def test_a_floor_high_over_the_ground_is_asked_what_carries_it_and_each_answer_settles_that():
    raised = finding(standing(None, 0.9), "GROUND_RAISED")
    chosen = [fix.operations[0]["value"] for fix in raised.fixes]
    assert chosen == ["stand", "roof", "plinth"]
    for base in chosen:
        assert "GROUND_RAISED" not in codes(standing(base, 0.9))
    assert [fix.operations[0]["value"] for fix in finding(standing(None, 4.0), "GROUND_RAISED").fixes] == [
        "stand",
        "roof",
    ]


def test_a_slab_that_is_there_and_a_bed_of_sand():
    assert standing("slab_there", 0.0).ground.pads[0].quantities == []
    rows = {row.key: row.value for row in standing("sand", 0.0).ground.pads[0].quantities}
    assert rows["sand"] == pytest.approx(3.14159265 / 4 * 1.6**2 * 0.075 * 1.6, rel=1e-3)


def test_what_is_built_for_each_is_a_task():
    def tasks(base):
        return {task.key for task in standing(base, 0.6).build.tasks}

    assert {"pour", "plinth"} <= tasks("plinth")
    assert "stand" in tasks("stand")
    assert {"pad", "pour", "plinth", "stand"}.isdisjoint(tasks("roof"))


def test_every_base_is_planned_at_any_height():
    for base in BASES:
        for height_m in (-3.0, 0.0, 0.3, 20.0):
            assert standing(base, height_m).ground.pads[0].section
