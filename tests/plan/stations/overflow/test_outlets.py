"""The ways out of a full tank: pipe, standpipe, a diverter back down, none."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.water_path.gutters import downpipe_capacity_l_s
from lean_year.demo.shipped import DEMOS
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.gutters.storm import play_downpour
from lean_year.plan.stations.gutters.storm_plan import Storm
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from tests.plan.on_demos import codes, edited, finding, planned_dry, replace, status

KIND = "/overflow/kind"


def storm(name, *operations, **asked):
    return play_downpour(edited(name, *operations), Storm(**asked), Wording("metric"))


def test_a_barrel_without_overflow_fails_and_either_fix_gives_the_water_a_way():
    plan = planned_dry("saltmarrow", replace(KIND, "none"))
    found = finding(plan, "OVERFLOW_NONE")
    assert found.severity == "fails"
    assert plan.overflow.place.capacity_l_s == 0
    diverter, pipe = found.fixes
    for fix, kind in ((diverter, "back_down"), (pipe, "pipe")):
        fixed = edited("saltmarrow", replace(KIND, "none"), *fix.operations)
        assert fixed.overflow.kind == kind
        after = plan_property(fixed, None).plan
        assert status(after, "overflow") == "settled"


def test_without_overflow_nothing_is_said_of_a_pipe_that_is_not_there():
    spoiled = [replace("/overflow/screened", False), replace("/overflow/footing_m", 0.5),
               replace("/overflow/infiltration_mm_h", None), replace("/levels/discharge_m", 5)]  # fmt: skip
    plan = planned_dry("saltmarrow", replace(KIND, "none"), *spoiled)
    assert codes(plan, "overflow") == {"OVERFLOW_NONE"}
    assert plan.overflow.ground is None
    assert "head_m" not in plan.overflow.figures


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
def test_a_dirtier_screen_never_makes_the_overflow_smaller(name):
    came = [planned_dry(name, replace("/downpour/clogged_share", share)).overflow for share in (0, 0.5, 0.9)]
    assert len({each.place.flow_l_s for each in came}) == 1
    assert came[0].figures["comes_in_l_s"].value == came[0].place.flow_l_s


def test_what_can_come_is_that_of_full_gutters_and_clean_screens():
    """One outlet of 60 mm in a gutter of 100 mm, drowned at its depth of 50 mm: 60^2 x 50^0.5 / 15000 L/s by hand."""
    small = {"outlets_m": [None], "outlet_mm": 60, "width_mm": 100, "strainer": True}
    plan = planned_dry("saltmarrow", *(replace(f"/roofs/{row}/gutters", [small]) for row in range(3)))
    assert plan.overflow.figures["comes_in_l_s"].value == pytest.approx(3 * 60**2 * 50**0.5 / 15_000)
    mesh = [replace(f"/downpipes/{row}/screens/1/open_cm2", 10) for row in range(2)]
    # The mesh at the inlet clean, 80 mm of water over 10 cm2: 0.6 x 0.001 x (2 x 9.80665 x 0.08)^0.5, each of two.
    narrow = planned_dry("saltmarrow", *mesh).overflow.figures["comes_in_l_s"].value
    assert narrow == pytest.approx(2 * 1000 * 0.6 * 0.001 * (2 * 9.80665 * 0.08) ** 0.5)


@settings(max_examples=40, deadline=None)
@given(st.floats(60, 300), st.floats(0, 0.9))
def test_no_storm_brings_more_than_the_overflow_is_sized_for(rate, clogged):
    """The storm test spreads the water step by step, with storage on its way; the most is worked out at once."""
    changed = [replace("/downpour/overflow_intensity_mm_h", rate), replace("/downpour/clogged_share", clogged)]
    played = storm("saltmarrow", *changed, intensity_mm_h=rate, flush_empty=False)
    most = planned_dry("saltmarrow", *changed).overflow.place.flow_l_s
    at_tank = [place.peak_l_s for place in played.places if place.key == "overflow"]
    assert max(at_tank, default=0.0) <= most * 1.02


def test_a_deep_pond_is_found_where_water_stands_open_and_not_in_a_soakaway():
    deep = [replace("/overflow/depth_m", 1.2)]
    found = finding(planned_dry("saltmarrow", *deep), "OVERFLOW_PONDS_DEEP")
    assert "OVERFLOW_PONDS_DEEP" not in codes(planned_dry("saltmarrow", *deep, *found.fixes[0].operations))
    soakaway = planned_dry("saltmarrow", *deep, replace("/overflow/destination", "soakaway"))
    assert "OVERFLOW_PONDS_DEEP" not in codes(soakaway)


def test_a_diverter_takes_back_what_the_downpipes_carry():
    """Four of 77 mm and seven of 77 mm, by the same formula as going down."""
    plan = planned_dry("saltmarrow", replace(KIND, "back_down"))
    assert plan.overflow.place.capacity_l_s == pytest.approx(11 * downpipe_capacity_l_s(diameter_mm=77))
    assert plan.overflow.place.flow_l_s <= plan.overflow.place.capacity_l_s


def test_a_diverter_above_the_brim_is_found_and_brought_down():
    """The liner tank's inlet stands a tenth of a metre over its overflow."""
    plan = planned_dry("saltmarrow", replace(KIND, "back_down"))
    found = finding(plan, "OVERFLOW_DIVERTER_HIGH")
    assert (found.stage, found.severity) == ("overflow", "fails")
    fixed = planned_dry("saltmarrow", replace(KIND, "back_down"), *found.fixes[0].operations)
    assert "OVERFLOW_DIVERTER_HIGH" not in codes(fixed)


def test_a_diverter_is_not_for_a_bank():
    plan = planned_dry("lantern-row", replace(KIND, "back_down"))
    assert "OVERFLOW_BACK_DOWN_BANK" in codes(plan)


@pytest.mark.parametrize(("kind", "spills"), [("none", True), ("back_down", False), ("pipe", False)])
def test_in_the_downpour_only_the_barrel_without_a_way_out_spills_at_its_rim(kind, spills):
    played = storm("saltmarrow", replace(KIND, kind))
    tank = next(place for place in played.places if place.kind == "vessel")
    assert (tank.spilled_l > 0) == spills
    assert (played.overflowed_l > 0) == (not spills)
    if spills:
        assert "rim" in tank.onto
        found = next(each for each in played.findings if each.code == "STORM_NO_OVERFLOW")
        again = storm("saltmarrow", replace(KIND, kind), *found.fixes[0].operations)
        assert not any(place.spilled_l for place in again.places if place.kind == "vessel")
        assert tank.spilled_l == pytest.approx(played.rain_l - played.flushed_l - played.stored_l - sum(
            place.spilled_l for place in played.places if place is not tank), rel=0.01)  # fmt: skip


def test_a_standpipes_room_ends_at_the_lowest_of_lid_inlet_and_screen():
    lid = [replace("/cistern/tanks/0/overflow_m", 2.0), replace("/cistern/tanks/0/inlet/height_m", 2.3)]
    pipe = planned_dry("saltmarrow", *lid)
    assert (pipe.overflow.room_ends_at, pipe.overflow.room_m) == ("lid", pytest.approx(0.4))
    inlet = planned_dry("saltmarrow", *lid, replace(KIND, "standpipe"))
    assert (inlet.overflow.room_ends_at, inlet.overflow.room_m) == ("inlet", pytest.approx(0.3))
    screen = planned_dry("saltmarrow", *lid, replace(KIND, "standpipe"), replace("/downpipes/0/screen_m", 0.6))
    assert (screen.overflow.room_ends_at, screen.overflow.room_m) == ("leaf screen", pytest.approx(0.2))
    crown = inlet.overflow.figures["crown_m"].value
    assert crown == pytest.approx(-1.6 + 2.3 - inlet.overflow.stands_m)


@settings(max_examples=40, deadline=None)
@given(
    st.floats(60, 200), st.floats(60, 390), st.sampled_from(["pipe", "standpipe"]),
    st.none() | st.builds(dict, fall_mm=st.floats(0, 200), towards=st.sampled_from(["overflow", "opposite"])),
)  # fmt: skip
def test_a_lowered_lip_makes_exactly_the_room_that_the_water_needs(bore, rate, kind, lean):
    made = [replace("/overflow/bore_mm", bore), replace("/downpour/overflow_intensity_mm_h", rate),
            replace(KIND, kind), replace("/cistern/tanks/0/lean", lean)]  # fmt: skip
    document = edited("saltmarrow", *made)
    plan = plan_property(document, None).plan
    small = [each for each in plan.findings if each.code == "OVERFLOW_SMALLER_THAN_INFLOW"]
    fixes = [fix for each in small for fix in each.fixes if fix.text.startswith("Set the overflow")]
    for fix in fixes:
        after = plan_property(apply_edit(document, fix.operations), None).plan.overflow
        assert after.stands_m <= after.room_m
        assert after.room_m - after.stands_m < 0.0011
        assert after.overflow_invert_m < plan.overflow.overflow_invert_m


def test_an_overflow_of_plastic_where_fires_come_is_named_with_the_pipes():
    plan = planned_dry("saltmarrow", replace("/site/fire_prone", True))
    found = finding(plan, "GUTTERS_PLASTIC_IN_FIRE")
    assert "House, Barn and studio, the overflow" in found.text
    fixed = planned_dry("saltmarrow", replace("/site/fire_prone", True), *found.fixes[0].operations)
    assert "GUTTERS_PLASTIC_IN_FIRE" not in codes(fixed)
    barrel = planned_dry("saltmarrow", replace("/site/fire_prone", True), replace(KIND, "back_down"))
    assert "the overflow" not in finding(barrel, "GUTTERS_PLASTIC_IN_FIRE").text
    assert "GUTTERS_PLASTIC_IN_FIRE" not in codes(planned_dry("saltmarrow"))


def test_a_tested_rate_is_divided_by_its_safety_factor():
    """Twice the rate at twice the factor is the same ground."""

    def floor(rate, factor):
        plan = planned_dry("saltmarrow", replace("/overflow/infiltration_mm_h", rate),
                           replace("/overflow/infiltration_safety", factor))  # fmt: skip
        return plan.overflow.ground.floor_m2

    assert floor(50, 3) == pytest.approx(floor(25, 1.5))
    assert floor(25, 1.5) > floor(25, 1)
    assert DEMOS["saltmarrow"].property().overflow.infiltration_safety == 1.5
