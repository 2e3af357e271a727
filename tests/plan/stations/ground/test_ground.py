"""The ground of the demos: what a pad level moves, what floats when, what is found, and what fixes it."""

import math

import pytest

from lean_year.core.errors import InputError
from lean_year.plan.model.footings import standings
from lean_year.plan.whole import plan_property
from tests.plan.on_demos import codes, edited, finding, planned, planned_dry, replace, status

HELD = [replace("/ground/slope", 0.4), replace("/ground/cut_batter", 0)]
FLOOR, SLOPE = "/cistern/tanks/0/floor_m", replace("/ground/slope", 0.15)


def of_shape(shape):
    """Saltmarrow's tank in another shape, full to its lid."""
    return [
        replace("/cistern/tanks/0/shape", shape),
        replace("/cistern/tanks/0/overflow_m", None),
        replace("/cistern/fire_reserve_l", 0),
    ]


@pytest.fixture(scope="module")
def saltmarrow():
    return planned_dry("saltmarrow")


def test_the_pad_moved_down_changes_cut_fill_held_height_gutter_drop_and_findings_together():
    before = planned_dry("saltmarrow", SLOPE)
    after = planned_dry("saltmarrow", SLOPE, replace(FLOOR, -2.3))
    one, other = before.ground.pads[0].edges, after.ground.pads[0].edges
    assert other.cut_m3 > one.cut_m3 + 10
    assert one.fill_m3 > 1 > other.fill_m3
    assert other.cut_edge_m == pytest.approx(one.cut_edge_m + 0.7)
    assert after.gutters.figures["drop_m"].value == pytest.approx(before.gutters.figures["drop_m"].value + 0.7)
    assert "GROUND_ON_FILL" in codes(before)
    assert "GROUND_ON_FILL" not in codes(after)
    assert (status(before, "ground"), status(after, "ground")) == ("fails", "caution")


def test_a_liner_tank_gets_a_pad_a_metre_wider_all_round(saltmarrow):
    pad = saltmarrow.ground.pads[0]
    assert pad.base == "stone"
    assert pad.pad_width_m == pytest.approx(6.9 + 2)
    stone = next(row for row in pad.quantities if row.key == "stone")
    assert stone.value == pytest.approx(3.14159 / 4 * 8.9**2 * 0.1 * 2.1, rel=1e-3)


def test_a_ring_beam_takes_what_the_39_m3_tank_took():
    """Common practice: about 4.5 t of gravel, 1.05 m3 of concrete in 62 bags of 80 lb, 2 short tons of sand under a
    liner tank of 39.4 m3."""
    shape = {"kind": "upright_cylinder", "diameter_m": 4.67, "height_m": 2.3, "liner": True}
    plan = planned_dry("saltmarrow", *of_shape(shape), replace("/cistern/tanks/0/base", "ring_beam"),
                       replace("/ground/bag_kg", 80 * 0.45359237))  # fmt: skip
    rows = {row.key: row for row in plan.ground.pads[0].quantities}
    assert rows["stone"].value == pytest.approx(4.5, rel=0.1)
    assert rows["concrete"].value == pytest.approx(1.05, rel=0.1)
    assert rows["sand"].value == pytest.approx(2 * 0.907, rel=0.1)
    bags = int(rows["concrete"].text.split(", ")[1].split()[0])
    assert bags == pytest.approx(62, abs=6)


def test_the_ground_carries_what_the_full_tank_and_its_pad_weigh(saltmarrow):
    figures = saltmarrow.ground.pads[0].figures
    standing = standings(edited("saltmarrow"))[0]
    assert figures["full_kg"].value == pytest.approx(standing.gross_l + standing.empty_kg)
    assert figures["base_kpa"].value == pytest.approx(
        figures["full_kg"].value * 9.80665 / 1000 / standing.footprint.area_m2
    )
    assert figures["allowed_kpa"].value == 144
    assert "GROUND_BEARING" not in codes(saltmarrow)


def test_a_slim_tank_stands_on_its_half_round_ends_and_not_on_the_corners_beside_them():
    """By hand: 1.9 m by 0.6 m is 1.3 m of straight sides and a circle of 0.6 m, 1.0627 m2 of the 1.14 m2 it takes as
    a rectangle. Soil beside the ends does not lie on it."""
    plan = planned("lantern-row").ground.pads[0].figures
    assert plan["base_kpa"].value == pytest.approx(plan["full_kg"].value * 9.80665 / 1000 / 1.06274, rel=1e-4)
    slim = {"kind": "slim", "length_m": 1.9, "width_m": 0.6, "height_m": 1.2}
    buried = planned("lantern-row", *of_shape(slim), replace("/cistern/tanks/0/floor_m", -2.2)).ground.pads[0]
    covered = {stage.key: stage for stage in buried.stages}
    # A metre of soil over the lid, under water as long as nobody has looked: 8.5 kN/m3. Upright walls, no shoulders.
    assert covered["covered"].cover_kn == pytest.approx(1.06274 * 8.5, rel=1e-4)
    assert covered["lid"].cover_kn == pytest.approx(0.0, abs=1e-9)


def test_a_buried_tank_is_shown_at_each_stage_and_the_first_that_fails_is_named():
    plan = planned("brindle-landing")
    stages = plan.ground.pads[0].stages
    assert [stage.key for stage in stages] == ["set", "half", "lid", "covered"]
    assert [stage.fails for stage in stages] == [True, True, True, False]
    found = finding(plan, "GROUND_FLOATS_WHILE_BUILT")
    assert "set in its hole" in found.text
    for stage in stages:
        held = stage.factor * stage.displaced_m3 * 9.80665
        assert held == pytest.approx(
            standings(edited("brindle-landing"))[0].empty_kg * 9.80665 / 1000 + stage.cover_kn
        )
        with_ballast = held + stage.ballast_l * 9.80665 / 1000
        assert stage.ballast_l == 0 or with_ballast == pytest.approx(stage.wanted * stage.displaced_m3 * 9.80665)


def test_without_its_collar_it_floats_in_use_until_the_fix_and_rain_tells_when_it_is_held():
    bare = [replace("/ground/collar_kn", 0)]
    plan = planned("brindle-landing", *bare)
    found = finding(plan, "GROUND_FLOATS")
    assert found.severity == "fails"
    last = plan.ground.pads[0].stages[-1]
    assert 0 < last.ballast_l < plan.tank_l
    assert "GROUND_FLOATS" not in codes(planned("brindle-landing", *bare, *found.fixes[0].operations))
    first = plan.cistern.first_year
    vessel = edited("brindle-landing").cistern.tanks[0].vessel()
    wanted = last.ballast_l - float(vessel.below_l(vessel.lowest_draw_m))
    assert (last.rain_often_by is None) == (max(first.p50_l) < wanted)
    assert (last.rain_brings_by is None) == (max(first.p10_l) < wanted)


def test_a_lower_water_table_lifts_less_and_an_unknown_one_is_a_hole_full_of_rain():
    high, deep, unknown = (
        planned_dry("brindle-landing", replace("/ground/water_table_m", metres)).ground.pads[0].stages[-1]
        for metres in (0.0, 2.0, None)
    )
    assert deep.displaced_m3 < high.displaced_m3
    assert deep.factor > high.factor
    assert unknown.factor == pytest.approx(high.factor)
    dry = planned_dry("brindle-landing", replace("/ground/water_table_m", 50)).ground.pads[0].stages[-1]
    assert (dry.factor, dry.fails) == (None, False)


def in_the_ground(shape):
    """Brindle's tank of another shape, its lid level with the ground; without a collar, of the usual weight."""
    tank = edited("brindle-landing").cistern.tanks[0]
    ground = edited("brindle-landing").levels.tank_ground_m
    new = {"id": tank.id, "name": tank.name, "shape": shape, "floor_m": ground - shape["height_m"]}
    return planned_dry(
        "brindle-landing", replace("/cistern/tanks/0", new), replace("/ground/collar_kn", 0),
        replace("/ground/water_table_m", None),
    )  # fmt: skip


def test_culverts_in_a_pit_are_no_stone_that_holds_it_down():
    """3 x 2.4 x 0.5 m of stone, void 0.38, 12 m of 0.45 m culvert: (3.6 - 1.909) x 0.62 x 2,650 kg hold 3.6 t."""
    pit = {"kind": "pit", "length_m": 3.0, "width_m": 2.4, "height_m": 0.5, "void_ratio": 0.38,
           "pipe_bore_m": 0.45, "pipe_length_m": 12.0}  # fmt: skip
    stage = in_the_ground(pit).ground.pads[0].stages[0]
    assert stage.factor == pytest.approx((3.6 - 12 * math.pi * 0.45**2 / 4) * 0.62 * 2_650 / 3_600, rel=1e-3)
    assert stage.fails
    # What is asked to stand in it must fit between the stones: 1.909 m3 in the culverts, 0.38 of the rest.
    holds = 1.909 + 0.38 * (3.6 - 1.909)
    assert stage.full_is_too_little == (stage.ballast_l / 1000 > holds)
    assert stage.depth_m <= 0.5


def test_a_buried_chamber_of_unknown_weight_is_counted_thin_and_asked_for():
    """90 mm thick: 7.5 t against 3.18 x 2.18 m outside, 2 m and its floor deep in water, by hand."""
    chamber = {"kind": "box", "length_m": 3.0, "width_m": 2.0, "height_m": 2.0, "cast": True}
    plan = in_the_ground(chamber)
    assert plan.ground.pads[0].stages[0].factor == pytest.approx(7_470 / (3_180 * 2.18 * 2.09), rel=0.01)
    assert finding(plan, "GROUND_WEIGHT_ASSUMED").asks


def test_a_slim_tank_meets_the_wind_with_a_flat_face():
    """100 kg in 30 m/s, by hand: 0.4 x 9.80665 x 100 N against 0.5 x 1.225 x 900 x 1.3 N on each square metre."""
    changed = [replace("/cistern/tanks/0/empty_kg", 100), replace("/ground/wind_m_s", 30)]
    shape = edited("lantern-row").cistern.tanks[0].shape
    held = planned_dry("lantern-row", *changed).ground.pads[0].figures["sliding"].value
    pushed = 0.5 * 1.225 * 900 * 1.3 * shape.length_m * shape.height_m
    assert held == pytest.approx(0.4 * 9.80665 * 100 / pushed)


def test_where_a_tank_holds_less_water_than_would_keep_it_only_ties_do():
    tower = {"kind": "upright_cylinder", "diameter_m": 0.8, "height_m": 4.0}
    small = [replace("/cistern/tanks/0/shape", tower), replace("/cistern/tanks/0/overflow_m", 3.8),
             replace("/cistern/fire_reserve_l", 0), replace("/ground/wind_m_s", 70)]  # fmt: skip
    text = finding(planned_dry("saltmarrow", *small), "GROUND_WIND").text
    assert "does not hold" in text
    assert "only ties do" in text
    assert "keep at least" in finding(planned_dry("saltmarrow"), "GROUND_WIND").text


def test_a_tank_that_is_cut_in_drains_but_floats_where_the_water_table_stands_over_its_floor():
    """A metre of water round 6.9 m of liner tank lifts 37 t; the tank weighs half a tonne."""
    assert planned_dry("saltmarrow", replace(FLOOR, -2.6)).ground.pads[0].stages == []
    plan = planned_dry("saltmarrow", replace(FLOOR, -2.7), replace("/ground/water_table_m", 0.1))
    pad = plan.ground.pads[0]
    assert not pad.buried
    assert pad.stages[-1].displaced_m3 == pytest.approx(3.14159 / 4 * 6.9**2 * 1.0, rel=1e-3)
    assert "GROUND_FLOATS" in codes(plan)
    assert planned_dry("saltmarrow").ground.pads[0].stages == []


@pytest.mark.parametrize(
    ("name", "operations", "code"),
    [
        ("saltmarrow", [SLOPE], "GROUND_ON_FILL"),
        ("saltmarrow", [replace("/ground/margin_m", 0.05)], "GROUND_PAD_SMALL"),
        ("saltmarrow", [replace("/ground/pad_over_ground_mm", 20)], "GROUND_PAD_LOW"),
        ("saltmarrow", [replace("/ground/drained_uphill", False)], "GROUND_NOT_DRAINED"),
        ("saltmarrow", [replace("/ground/topsoil_m", 0)], "GROUND_TOPSOIL"),
        ("saltmarrow", [replace("/ground/copper_near", True)], "GROUND_COPPER"),
        ("saltmarrow", [], "GROUND_WIND"),
        ("lantern-row", [], "GROUND_SLIM_LOOSE"),
        ("brindle-landing", [replace("/ground/cut_batter", 0.3)], "GROUND_HOLE_CAVES"),
        ("brindle-landing", [replace("/ground/riser_m", 0)], "GROUND_RISER_LOW"),
        ("brindle-landing", [replace("/ground/traffic", "cars")], "GROUND_LOADED"),
    ],
)
def test_a_fault_is_found_and_its_first_fix_fixes_it(name, operations, code):
    found = finding(planned_dry(name, *operations), code)
    assert found.stage == "ground"
    assert code not in codes(planned_dry(name, *operations, *found.fixes[0].operations))


CAST = {"kind": "box", "length_m": 6.0, "width_m": 6.0, "height_m": 2.4, "cast": True}


@pytest.mark.parametrize(
    ("name", "operations", "code"),
    [
        ("saltmarrow", [replace("/ground/soil", "fill")], "GROUND_FILL"),
        ("saltmarrow", [replace("/ground/soil", "unknown")], "GROUND_SOIL_UNKNOWN"),
        ("saltmarrow", [replace("/cistern/tanks/0/empty_kg", 9e5)], "GROUND_BEARING"),
        ("saltmarrow", [replace("/ground/readings_mm", [1500, 1500, 1516])], "GROUND_NOT_LEVEL"),
        ("saltmarrow", [replace("/cistern/tanks/0/lean", {"fall_mm": 40})], "GROUND_LEANS"),
        ("saltmarrow", [replace("/cistern/tanks/0/lean", {"fall_mm": 10})], "GROUND_LEANS_A_LITTLE"),
        ("saltmarrow", [*HELD, replace(FLOOR, -2.2)], "GROUND_HELD_HIGH"),
        ("saltmarrow", [replace("/ground/services_located", False)], "GROUND_SERVICES"),
        ("saltmarrow", [replace("/ground/slope", 1.0)], "GROUND_TOO_STEEP"),
        ("saltmarrow", [replace("/levels/tank_ground_m", -1.6), replace(FLOOR, 2.4)], "GROUND_RAISED"),
        ("saltmarrow", [replace("/cistern/tanks/0/shape", CAST)], "GROUND_FLAT_WALLS"),
        ("saltmarrow", [replace("/ground/to_septic_m", 5)], "GROUND_NEAR_SEPTIC"),
        ("saltmarrow", [replace("/ground/soft_access", True)], "GROUND_SOFT_WAY"),
        ("saltmarrow", [replace("/ground/soil", "clay"), replace("/ground/slope", 0.15)], "GROUND_SLOPE_CREEPS"),
        ("saltmarrow", [replace("/ground/swelling", True)], "GROUND_SWELLS"),
        ("lantern-row", [replace("/ground/gate_m", 0.7)], "GROUND_GATE"),
        ("lantern-row", [replace("/ground/overhead_m", 3)], "GROUND_OVERHEAD"),
        ("brindle-landing", [replace("/ground/to_footing_m", 1.5)], "GROUND_UNDERMINES"),
        ("brindle-landing", [replace("/ground/traffic", "trucks")], "GROUND_COVER_THIN"),
        ("brindle-landing", [replace("/ground/water_table_m", None)], "GROUND_WATER_TABLE"),
    ],
)  # fmt: skip
def test_what_else_is_found(name, operations, code):
    assert code in codes(planned_dry(name, *operations), "ground")


def test_what_stands_high_or_is_held_high_is_an_engineers_and_a_high_wall_fails():
    raised = finding(planned_dry("saltmarrow", replace("/levels/tank_ground_m", -1.6), replace(FLOOR, 2.4)),
                     "GROUND_RAISED")  # fmt: skip
    assert "structural engineer" in raised.fix
    low = planned_dry("saltmarrow", *HELD, replace("/ground/slope", 0.2), replace(FLOOR, -1.8))
    high = planned_dry("saltmarrow", *HELD, replace(FLOOR, -2.2))
    assert [finding(each, "GROUND_HELD_HIGH").severity for each in (low, high)] == ["caution", "fails"]
    assert high.verdict_parts.warning == "Fails at Ground."
    unknown = finding(planned_dry("saltmarrow", replace("/ground/soil", "unknown")), "GROUND_SOIL_UNKNOWN")
    assert (unknown.severity, unknown.asks) == ("caution", True)
    assert (
        finding(planned_dry("lantern-row", replace("/ground/soil", "unknown")), "GROUND_SOIL_UNKNOWN").severity
        == "note"
    )


def test_a_buried_tank_does_not_stand_in_the_sun():
    assert "GROUND_SUN" in codes(planned_dry("saltmarrow", replace("/ground/shaded", False)))
    assert "GROUND_SUN" not in codes(planned_dry("brindle-landing", replace("/ground/shaded", False)))


@pytest.mark.parametrize(
    ("path", "value"),
    [("margin_m", -0.2), ("slope", 1.1), ("water_table_m", -1), ("bag_kg", 0), ("cut_batter", -1), ("wind_m_s", 0)],
)
def test_what_cannot_be_is_refused_by_name(path, value):
    with pytest.raises(InputError) as refused:
        edited("saltmarrow", replace(f"/ground/{path}", value))
    assert refused.value.field == f"ground.{path}"


def test_readings_within_the_tolerance_are_right_and_few_are_none():
    for readings in ([], [1500], [1500, 1502, 1505]):
        assert "GROUND_NOT_LEVEL" not in codes(planned_dry("saltmarrow", replace("/ground/readings_mm", readings)))


def test_a_hillside_tank_of_5500_litres_leans_on_its_fill():
    """Common practice: half on fill, about 6 t; a fall of 60 mm across it loses the wedge. Without the topsoil that
    somebody should have stripped, most of it is fill."""
    shape = {"kind": "volume", "volume_l": 5_500, "height_m": 2.0}
    hillside = [*of_shape(shape), replace("/ground/slope", 0.25), replace(FLOOR, -1.5)]
    plan = planned_dry(
        "saltmarrow", *hillside, replace("/cistern/tanks/0/lean", {"fall_mm": 60}), replace("/ground/topsoil_m", 0)
    )
    pad = plan.ground.pads[0]
    assert planned_dry("saltmarrow", *hillside).ground.pads[0].edges.on_fill_share > 0.75
    assert pad.figures["full_kg"].value / 1000 == pytest.approx(5.7, abs=0.3)
    assert 0.4 < pad.edges.on_fill_share < 0.6
    assert {"GROUND_ON_FILL", "GROUND_LEANS"} <= codes(plan)
    area = standings(edited("saltmarrow", *of_shape(shape)))[0].footprint.area_m2
    assert pad.figures["lean_l"].value == pytest.approx(area * 60 / 2)
    assert any("nobody under it" in note.text for note in plan.ground.notes)


@pytest.mark.parametrize(
    ("slope", "floor_m", "severity", "words"),
    [
        (0.25, -1.6, "fails", "it settles to that side, and the tank leans"),
        (0.25, 0.0, "caution", "fill settles for years"),
        (0.0, 0.0, "caution", "fill settles for years"),
    ],
)
def test_a_tank_that_would_lean_fails_and_one_that_settles_evenly_is_a_caution(slope, floor_m, severity, words):
    plan = planned_dry("saltmarrow", replace("/ground/slope", slope), replace(FLOOR, floor_m))
    found = next(each for each in plan.findings if each.code == "GROUND_ON_FILL")
    assert found.severity == severity
    assert words in found.text


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
def test_the_section_is_to_scale_and_its_lines_meet(name):
    for pad, standing in zip(planned_dry(name).ground.pads, standings(edited(name)), strict=True):
        lines = {line.kind: line.points for line in pad.section}
        tank = lines["tank"]
        assert max(x for x, _ in tank) * 2 == pytest.approx(standing.footprint.width_m, rel=0.01)
        assert min(z for _, z in tank) == pytest.approx(pad.floor_m)
        assert max(z for _, z in lines["pad"]) == pytest.approx(pad.floor_m)
        slope = edited(name).ground.slope
        works = lines["backfill"] if pad.buried else lines.get("cut", [])
        for x, z in (works[0], works[-1]) if works else ():
            assert z == pytest.approx(pad.ground_m + slope * x, abs=1.1e-3)  # points are whole millimetres


def test_topsoil_comes_off_first_and_stone_makes_up_for_it(saltmarrow):
    """Saltmarrow by hand: 150 mm off 8.9 m and its edges, 100 mm of pad in level ground leave 50 mm to make up."""
    pad = planned_dry("saltmarrow", replace("/ground/slope", 0)).ground.pads[0]
    area = 3.14159 / 4 * 8.9**2
    rows = {row.key: row.value for row in pad.quantities}
    assert pad.figures["cut_m3"].value == 0
    assert pad.figures["fill_m3"].value == pytest.approx(0.05 * area, rel=1e-4)
    assert rows["levelling"] == pytest.approx(0.05 * area * 2.1, rel=1e-3)
    around = 3.14159 * 8.9 * 0.1**2 / 2  # the batter of what is dug into it
    assert pad.figures["topsoil_m3"].value == pytest.approx(0.15 * area + around, rel=1e-3)
    assert rows["spoil"] == pytest.approx(1.25 * pad.figures["topsoil_m3"].value, rel=0.05)
    assert "GROUND_ON_FILL" not in codes(saltmarrow)
    # Nothing to make up once the pad is as thick as the topsoil.
    deep = planned_dry("saltmarrow", replace("/ground/slope", 0), replace("/ground/thickness_mm", 150))
    assert deep.ground.pads[0].edges.on_fill_share == pytest.approx(0, abs=1e-6)


def test_what_is_dug_and_filled_stands_beside_the_measures_that_it_comes_from(saltmarrow):
    """The stone is 0.10 m under a floor on the ground, a metre wider all round than 6.90 m."""
    figures = saltmarrow.ground.pads[0].figures
    assert {figures[name].working for name in ("cut_m3", "fill_m3", "topsoil_m3")} == {
        "foot 8.90 m across, 0.10 m below the ground at its middle; slope 2 %, topsoil 0.15 m; "
        "cut 1 to 1, fill 1.5 to 1"
    }
    box = {"kind": "box", "length_m": 6.0, "width_m": 5.0, "height_m": 2.4, "cast": False}
    raised = planned_dry("saltmarrow", *of_shape(box), replace(FLOOR, -1.2))
    assert raised.ground.pads[0].figures["fill_m3"].working.startswith("foot ")
    assert " × " in raised.ground.pads[0].figures["fill_m3"].working
    assert "0.30 m over the ground at its middle" in raised.ground.pads[0].figures["fill_m3"].working
    held = planned_dry("saltmarrow", replace("/ground/cut_batter", 0))
    assert held.ground.pads[0].figures["cut_m3"].working.endswith("cut upright, fill 1.5 to 1")
    there = planned_dry("saltmarrow", replace("/cistern/tanks/0/base", "rock"))
    assert there.ground.pads[0].figures["cut_m3"].working == "nothing is moved: it stands on what is there"


def test_what_was_dug_goes_back_round_a_buried_tank_and_the_rest_is_spoil():
    pad = planned_dry("brindle-landing").ground.pads[0]
    rows = {row.key: row.value for row in pad.quantities}
    standing = standings(edited("brindle-landing"))[0]
    dug = pad.figures["cut_m3"].value + pad.figures["topsoil_m3"].value
    bed_and_tank = standing.volume_below_m3(standing.height_m) + standing.pad.area_m2 * standing.thickness_m
    assert rows["backfill"] / 1.25 == pytest.approx(dug - bed_and_tank, rel=0.05)
    assert rows["spoil"] / 1.25 == pytest.approx(bed_and_tank, rel=0.05)


EXTREMES = [
    {"kind": "lying_cylinder", "diameter_m": 1.0, "length_m": 1_000.0},
    {"kind": "pit", "length_m": 100.0, "width_m": 100.0, "height_m": 100.0, "void_ratio": 0.01},
    {"kind": "upright_cylinder", "diameter_m": 180.0, "height_m": 30.0, "liner": True},
    {"kind": "box", "length_m": 100.0, "width_m": 100.0, "height_m": 90.0, "cast": True},
    {"kind": "volume", "volume_l": 0.0, "height_m": 2.0},
    {"kind": "precast", "length_m": 100.0, "width_m": 100.0, "height_m": 90.0, "wall_mm": 1_000.0},
    {"kind": "moulded", "length_m": 100.0, "width_m": 0.01, "height_m": 100.0, "openings_share": 0.9},
    {"kind": "slim", "length_m": 0.02, "width_m": 0.01, "height_m": 100.0},
]


@pytest.mark.parametrize("base", [None, "slab", "ring_beam", "pavers"])
@pytest.mark.parametrize("floor_m", [-100, 0, 5_000])
@pytest.mark.parametrize("shape", EXTREMES, ids=lambda shape: shape["kind"])
def test_the_largest_and_the_smallest_that_can_be_entered_are_planned(shape, floor_m, base):
    outlet = [replace("/cistern/tanks/0/outlet_m", 0.0), replace("/cistern/tanks/0/inlet/height_m", None)]
    document = edited("saltmarrow", *of_shape(shape), *outlet, replace(FLOOR, floor_m),
                      replace("/cistern/tanks/0/base", base),
                      replace("/ground/thickness_mm", 2_000), replace("/ground/margin_m", 20),
                      replace("/cistern/tanks/0/lean", {"fall_mm": 5_000}),
                      replace("/ground/collar_kn", 100_000))  # fmt: skip
    for ground in (9_000, 0, -1_000):
        levels = document.levels.model_copy(update={"tank_ground_m": ground})
        plan = plan_property(document.model_copy(update={"levels": levels}), None).plan
        assert len(plan.ground.pads) == 1
        assert plan.ground.pads[0].section


MOULDED = {"kind": "moulded", "length_m": 3.0, "width_m": 2.0, "height_m": 1.0, "openings_share": 0.2,
           "stone_void_ratio": 0.4}  # fmt: skip


def test_stone_in_the_openings_holds_a_moulded_tank_down_as_it_goes_in():
    """By hand: 1.2 m3 of openings, six tenths of them stone of 2.65 t/m3: 0.72 m3 less the water it pushes away."""
    stone_kn = 0.72 * 1.65 * 9.80665
    stages = {stage.key: stage for stage in in_the_ground(MOULDED).ground.pads[0].stages}
    assert stages["set"].cover_kn == 0
    assert stages["half"].cover_kn == pytest.approx(stone_kn / 2)
    without = {stage.key: stage for stage in in_the_ground(MOULDED | {"openings_share": 0.0}).ground.pads[0].stages}
    assert stages["covered"].cover_kn - without["covered"].cover_kn == pytest.approx(stone_kn, rel=1e-6)


def test_the_stone_of_a_moulded_tank_is_ordered():
    taken = {each.key: each for each in in_the_ground(MOULDED).ground.pads[0].quantities}
    assert taken["filling"].value == pytest.approx(1.2 * 0.6 * 2.65)


def test_a_precast_tank_weighs_its_concrete_and_comes_by_crane():
    """By hand: outside 2.6 x 2.0 x 1.9 m less inside 2.4 x 1.8 x 1.7 m, of 2.4 t/m3."""
    precast = {"kind": "precast", "length_m": 2.4, "width_m": 1.8, "height_m": 1.7, "wall_mm": 100.0}
    tank = edited("saltmarrow").cistern.tanks[0].model_dump(mode="json") | {
        "shape": precast, "overflow_m": 1.6, "outlet_m": 0.13, "base": None,
    }  # fmt: skip
    document = edited("saltmarrow", replace("/cistern/tanks/0", tank))
    (row,) = standings(document)
    assert row.empty_kg == pytest.approx(2_400 * (2.6 * 2.0 * 1.9 - 2.4 * 1.8 * 1.7), rel=0.01)
    assert not row.in_parts
    assert row.footprint.length_m == pytest.approx(2.6)


def test_a_pit_with_a_sump_and_paving_is_bought_with_them():
    taken = {each.key for each in in_the_ground(PIT | {"sump_m": 0.4, "paved": True}).ground.pads[0].quantities}
    assert {"sump", "paving"} <= taken
    assert not {"sump", "paving"} & {each.key for each in in_the_ground(PIT).ground.pads[0].quantities}


PIT = {"kind": "pit", "length_m": 3.0, "width_m": 2.4, "height_m": 1.0, "void_ratio": 0.38,
       "pipe_bore_m": 0.45, "pipe_length_m": 6.0}  # fmt: skip


def test_a_lined_pit_is_dug_to_its_measures_and_bought_as_a_pit():
    """By hand: 7.2 m2 of floor, 10.8 m of edge, 0.954 m3 of culverts; sheets turned in by 0.3 m, laps of 15 %."""
    pad = in_the_ground(PIT).ground.pads[0]
    rows = {row.key: row.value for row in pad.quantities}
    assert (pad.pad_length_m, pad.pad_width_m) == (3.0, 2.4)
    assert pad.figures["cut_m3"].value + pad.figures["topsoil_m3"].value == pytest.approx(7.2 * 1.1, rel=1e-6)
    assert rows["filling"] == pytest.approx((7.2 - 0.954) * 0.62 * 2.65, rel=1e-3)
    assert rows["culverts"] == 6
    assert rows["liner"] == pytest.approx(1.15 * (7.2 + 10.8 * 1.3), rel=1e-9)
    assert rows["felt"] == pytest.approx(2 * rows["liner"])
    assert rows["sand"] == pytest.approx(7.2 * 0.1 * 1.6, rel=1e-6)
    assert not {"backfill", "stone"} & set(rows)
    assert rows["spoil"] == pytest.approx(1.25 * 7.2 * 1.1, rel=1e-6)
    assert [stage.key for stage in pad.stages] == ["lid", "covered"]


def test_crates_are_bought_as_crates_and_a_deep_pit_is_shored_not_battered():
    plan = in_the_ground(PIT | {"void_ratio": 0.95, "height_m": 1.5, "pipe_length_m": 0.0})
    filling = next(row for row in plan.ground.pads[0].quantities if row.key == "filling")
    assert (filling.name, filling.value, filling.unit) == ("Crates", pytest.approx(10.8), "m3")
    assert "culverts" not in [row.key for row in plan.ground.pads[0].quantities], "there are none in it"
    caves = finding(plan, "GROUND_HOLE_CAVES")
    assert [fix.operations[0]["path"] for fix in caves.fixes] == ["/ground/shored"]


def test_a_slab_that_is_there_is_not_bought_again(saltmarrow):
    there = planned_dry("saltmarrow", replace("/cistern/tanks/0/base", "rock")).ground.pads[0]
    assert there.quantities == []
    assert {line.kind for line in there.section} == {"ground", "topsoil", "tank", "water"}
    assert {line.kind for line in there.above} == {"pad", "tank"}
    assert (there.edges.cut_m3, there.edges.fill_m3) == (0, 0)
    assert there.thickness_m == 0
    assert there.figures["ground_kpa"].value == pytest.approx(there.figures["base_kpa"].value)
    assert {row.key for row in saltmarrow.ground.pads[0].quantities} >= {"stone", "cloth", "apron"}
    # A chamber that is cast on rock has its own floor poured.
    cast = {"kind": "box", "length_m": 4.0, "width_m": 3.0, "height_m": 2.0, "cast": True}
    poured = planned_dry("saltmarrow", *of_shape(cast), replace("/cistern/tanks/0/base", "rock")).ground.pads[0]
    assert next(row.value for row in poured.quantities if row.key == "concrete") == pytest.approx(4.6 * 3.6 * 0.15)
