"""First-flush tees: where they hang, what ends in the ground, and what fixes it."""

import pytest

from tests.plan.on_demos import codes, finding, planned_dry, replace, status

TEE = "/downpipes/0/tee_m"


def tee(plan, group="a"):
    return next(each for each in plan.gutters.tees if each.group == group)


def check(plan, group="a"):
    return next(each for each in plan.gutters.checks if each.place == "tee" and each.group == group)


@pytest.fixture(scope="module")
def saltmarrow():
    return planned_dry("saltmarrow")


def test_a_tee_hangs_under_its_screen_and_its_leg_ends_where_its_length_says(saltmarrow):
    """House: screen at +2.55 m, so the tee at +2.45; 62 L in two legs of 152 mm."""
    house = tee(saltmarrow)
    chamber = next(each for each in saltmarrow.first_flush.chambers if "a" in each.groups)
    assert (house.tee_m, house.assumed, house.legs) == (pytest.approx(2.45), True, chamber.legs)
    assert house.foot_m == pytest.approx(2.45 - chamber.leg_m)
    assert check(saltmarrow).status == "settled"
    assert {"FLUSH_TEE_ABOVE_SCREEN", "FLUSH_TEE_TOO_LOW", "FLUSH_LEG_IN_THE_GROUND"}.isdisjoint(codes(saltmarrow))


def test_the_lowest_tee_of_a_wet_run_is_its_standing_water_and_of_a_dry_one_its_fall(saltmarrow):
    assert tee(saltmarrow, "a").lowest_m == pytest.approx(0.8)
    assert tee(saltmarrow, "b").lowest_m == pytest.approx(0.8 + 0.01 * 14)


@pytest.mark.parametrize(
    ("tee_m", "code"),
    [(2.6, "FLUSH_TEE_ABOVE_SCREEN"), (0.7, "FLUSH_TEE_TOO_LOW")],
)
def test_a_tee_out_of_its_reach_fails_at_its_own_station_and_one_press_sets_it(tee_m, code):
    plan = planned_dry("saltmarrow", replace(TEE, tee_m))
    found = finding(plan, code)
    assert (found.severity, found.stage) == ("fails", "first_flush")
    assert status(plan, "first_flush") == "fails"
    assert status(plan, "gutters") != "fails"
    fixed = planned_dry("saltmarrow", replace(TEE, tee_m), *found.fixes[0].operations)
    assert check(fixed).status == "settled"
    assert tee(fixed).tee_m == pytest.approx(2.45)


def test_a_leg_in_the_ground_is_lifted_or_cut_into_more():
    """3.42 m in one leg from +1.60 m end 1.67 m under the ground at −0.15 m."""
    long = [replace("/first_flush/wall_m", 4), replace(TEE, 1.6)]
    plan = planned_dry("saltmarrow", *long)
    found = finding(plan, "FLUSH_LEG_IN_THE_GROUND")
    assert found.severity == "fails"
    assert "1.67 m short" in found.text
    (more_legs,) = found.fixes  # lifted to +3.49 m it would hang above its screen
    fixed = planned_dry("saltmarrow", *long, *more_legs.operations)
    assert check(fixed).status == "settled"
    assert tee(fixed).legs > tee(plan).legs
    assert tee(fixed).foot_m >= -0.15 + 0.2


def test_a_leg_without_room_for_its_cap_is_a_caution_and_the_tee_is_set_higher():
    """1.71 m of leg from +1.70 m leave 0.14 m over the ground; the cap wants 0.20 m."""
    low = replace(TEE, 1.7)
    plan = planned_dry("saltmarrow", low)
    found = finding(plan, "FLUSH_LEG_IN_THE_GROUND")
    assert found.severity == "caution"
    higher = planned_dry("saltmarrow", low, *found.fixes[0].operations)
    assert check(higher).status == "settled"
    assert tee(higher).tee_m == pytest.approx(-0.15 + 0.2 + tee(plan).leg_m + 0.01, abs=0.001)


def test_a_small_tank_needs_no_room_for_a_cap(saltmarrow):
    plan = planned_dry("saltmarrow", replace("/first_flush/kind", "tank"))
    assert tee(plan).cap_room_m == 0
    assert tee(plan).foot_m == pytest.approx(tee(plan).tee_m - 0.6)
    assert tee(saltmarrow).cap_room_m == pytest.approx(0.2)


def test_without_first_flush_there_is_no_tee():
    plan = planned_dry("saltmarrow", replace("/first_flush/kind", "none"))
    assert plan.gutters.tees == []
    assert not any(each.place == "tee" for each in plan.gutters.checks)


def test_one_chamber_for_all_hangs_where_the_last_run_begins():
    one = replace("/first_flush/place", "one")
    joined = planned_dry("brindle-landing", one)
    assert [each.group for each in joined.gutters.tees] == ["a"]
    assert "FLUSH_NOT_JOINED" not in codes(joined)


def test_one_chamber_where_nothing_joins_is_found_and_each_group_gets_its_own():
    one = replace("/first_flush/place", "one")
    plan = planned_dry("saltmarrow", one)
    found = finding(plan, "FLUSH_NOT_JOINED")
    assert "House, Barn and studio" in found.text
    assert "FLUSH_NOT_JOINED" not in codes(planned_dry("saltmarrow", one, *found.fixes[0].operations))


def test_a_tee_of_a_screen_that_nobody_measured_is_not_guessed():
    plan = planned_dry("saltmarrow", replace("/roofs/0/outlet_m", None), replace("/downpipes/0/screen_m", None))
    assert [each.group for each in plan.gutters.tees] == ["b"]


def test_an_assumed_tee_does_not_repeat_what_the_drop_already_says():
    plan = planned_dry("saltmarrow", replace("/downpipes/0/screen_m", 0.7))
    assert "GUTTERS_OUTLET_BELOW_INLET" in codes(plan)
    assert "FLUSH_TEE_TOO_LOW" not in codes(plan)


def test_more_first_flush_moves_the_foot_on_the_section_at_once():
    """The gutters' results are kept between plans; a first flush must not leave them as they were."""
    feet = [tee(planned_dry("saltmarrow", replace("/first_flush/depth_mm", mm))).foot_m for mm in (0.2, 0.3, 0.5)]
    assert len(set(feet)) == 3
