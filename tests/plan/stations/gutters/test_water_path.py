"""The water path: levels, downpour, screens, first flush, overflow, each moving what it should."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from tests.plan.on_demos import codes, edited, finding, planned, replace, status


@pytest.fixture(scope="module")
def saltmarrow():
    return planned("saltmarrow")


# -- levels ---------------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("kind", ["dry", "wet"])
def test_a_gutter_outlet_below_the_inlet_fails_and_its_fix_clears_it(kind):
    """Inlet at +0.80 m: from +0.60 m no water runs into the tank."""
    low = [replace("/roofs/1/outlet_m", 0.9), replace("/roofs/2/outlet_m", 0.9),
           replace("/downpipes/1/screen_m", 0.6), replace("/downpipes/1/run/kind", kind),
           replace("/downpipes/1/run/foot_m", None)]  # fmt: skip
    plan = planned("saltmarrow", *low)
    assert status(plan, "gutters") == "fails"
    found = finding(plan, "GUTTERS_OUTLET_BELOW_INLET")
    assert "0.20 m too low" in found.text
    assert found.fix == found.fixes[0].text
    assert any(check.status == "fails" and check.group == "b" for check in plan.gutters.checks)
    fixed = planned("saltmarrow", *low, *found.fixes[0].operations)
    assert {"GUTTERS_OUTLET_BELOW_INLET", "GUTTERS_DROP_SMALL", "GUTTERS_WET_HEAD_SMALL"}.isdisjoint(codes(fixed))
    assert status(fixed, "gutters") != "fails"
    own, on_the_ground = (planned("saltmarrow", *low, *fix.operations) for fix in found.fixes[1:])
    assert "GUTTERS_OUTLET_BELOW_INLET" not in codes(own) | codes(on_the_ground)


def test_each_level_is_the_difference_of_two_heights(saltmarrow):
    house, barn = saltmarrow.gutters.runs
    assert (house.kind, barn.kind) == ("wet", "dry")
    assert house.drop_m == pytest.approx(2.55 - (-1.6 + 2.4))
    assert barn.drop_m == pytest.approx(1.9 - 0.8)
    assert barn.fall == pytest.approx((1.25 - 0.8) / 14)
    assert house.spare_m == pytest.approx(house.drop_m - house.friction_m - house.fittings_m - house.exit_m)


def test_a_wet_run_too_narrow_for_its_flow_is_offered_the_bore_that_has_300_mm_to_spare():
    plan = planned("saltmarrow", replace("/downpipes/0/run/bore_mm", 46), replace("/downpipes/0/screen_m", 1.6))
    found = finding(plan, "GUTTERS_WET_HEAD_SMALL")
    fixed = planned("saltmarrow", replace("/downpipes/0/screen_m", 1.6), *found.fixes[0].operations)
    assert fixed.gutters.runs[0].spare_m >= 0.3
    assert "GUTTERS_WET_HEAD_SMALL" not in codes(fixed)


def test_valves_and_branches_cost_a_wet_run_their_velocity_heads(saltmarrow):
    plain = saltmarrow.gutters.runs[0]
    run = "/downpipes/0/run"
    pieces = [replace(f"{run}/check_valves", 1), replace(f"{run}/valves", 2), replace(f"{run}/branch_tees", 1)]
    fitted = planned("saltmarrow", *pieces).gutters.runs[0]
    head = plain.velocity_m_s**2 / (2 * 9.80665)
    assert fitted.lost_m - plain.lost_m == pytest.approx((2.5 + 2 * 0.1 + 1.8) * head)
    assert fitted.fittings == pytest.approx(plain.fittings + 4.5)


def test_a_screen_above_its_gutter_a_run_that_rises_and_an_end_uphill_are_found():
    run = "/downpipes/0/run"
    plan = planned("saltmarrow", replace("/downpipes/0/screen_m", 3.4), replace("/levels/discharge_m", 1.5),
                   replace(f"{run}/low_point_m", 2.0), replace(f"{run}/low_drain", False))  # fmt: skip
    assert {"GUTTERS_SCREEN_ABOVE_OUTLET", "OVERFLOW_UPHILL", "GUTTERS_NO_DIP", "GUTTERS_NO_LOW_DRAIN"} <= codes(plan)
    assert finding(plan, "OVERFLOW_UPHILL").stage == "overflow"
    fixed = planned("saltmarrow", *finding(plan, "OVERFLOW_UPHILL").fixes[0].operations)
    assert "OVERFLOW_UPHILL" not in codes(fixed)


def test_heights_that_nobody_measured_are_asked_for_and_nothing_is_claimed_of_them():
    plan = planned("saltmarrow", replace("/roofs/0/outlet_m", None), replace("/downpipes/0/screen_m", None))
    check = next(each for each in plan.gutters.checks if each.group == "a")
    assert check.status == "decide"
    assert plan.gutters.runs[0].drop_m is None


@pytest.mark.parametrize(
    ("operations", "field"),
    [
        ([replace("/downpipes/0/run/into", "b"), replace("/downpipes/1/run/into", "a")], "downpipes[0].run.into"),
        ([replace("/downpipes/0/run/into", "nowhere")], "downpipes[0].run.into"),
        ([replace("/downpipes/0/run/reducer_mm", 150)], "downpipes[0].run.reducer_mm"),
        ([replace("/first_flush/hole_mm", 60), replace("/first_flush/bore_mm", 40)], "first_flush.hole_mm"),
        ([replace("/overflow/infiltration_mm_h", 0)], "overflow.infiltration_mm_h"),
        ([replace("/cistern/tanks/0/inlet/height_m", 9)], "cistern.tanks[0].inlet.height_m"),
        ([replace("/downpipes/0/run/length_m", 0)], "downpipes[0].run.length_m"),
    ],
)
def test_what_cannot_be_built_is_refused_by_name(operations, field):
    with pytest.raises(InputError) as refused:
        edited("saltmarrow", *operations)
    assert refused.value.field == field


# -- downpour -------------------------------------------------------------------------------------------------------


def test_the_flow_of_every_place_is_what_drains_to_it(saltmarrow):
    places = {place.key: place for place in saltmarrow.gutters.places}
    total = saltmarrow.gutters.figures["flow_l_s"].value
    assert sum(places[f"gutter:{key}"].flow_l_s for key in ("house", "studio", "barn")) == pytest.approx(total)
    assert sum(places[f"run:{key}"].flow_l_s for key in ("a", "b")) == pytest.approx(total)
    tightest = max(saltmarrow.gutters.places, key=lambda place: place.ratio)
    assert saltmarrow.gutters.tightest == tightest.key


def test_a_joined_run_carries_both_and_a_narrow_one_is_named():
    plan = planned("saltmarrow", replace("/downpipes/1/run/into", "a"), replace("/downpipes/0/run/bore_mm", 71))
    places = {place.key: place for place in plan.gutters.places}
    assert places["run:a"].flow_l_s == pytest.approx(plan.gutters.figures["flow_l_s"].value)
    assert "GUTTERS_JOINED_RUN_NARROW" in codes(plan)
    assert next(run for run in plan.gutters.runs if run.group == "b").length_m == 19 + 14


def test_a_reducer_spills_most_of_a_line_and_is_named():
    plan = planned("saltmarrow", replace("/downpipes/1/run/reducer_mm", 19))
    found = finding(plan, "GUTTERS_REDUCER_SMALL")
    assert found.severity == "fails"
    assert "GUTTERS_REDUCER_SMALL" not in codes(planned("saltmarrow", *found.fixes[0].operations))


@pytest.mark.parametrize("place", ["gutter:barn", "outlet:barn", "downpipe:b", "run:a"])
def test_every_size_that_is_offered_as_enough_is_enough(place):
    heavy = replace("/rain/design_intensity_mm_h", 390)
    plan = planned("saltmarrow", heavy)
    found = next(each for each in plan.gutters.places if each.key == place)
    for size in found.sizes:
        again = planned("saltmarrow", heavy, *size.operations)
        other = next(each for each in again.gutters.places if each.key == place)
        assert other.capacity_l_s == pytest.approx(size.capacity_l_s)
        assert (other.capacity_l_s >= other.flow_l_s) == size.enough


def test_rates_go_with_their_formulas_and_an_impossible_one_says_what_was_meant():
    hour = planned("saltmarrow", replace("/downpour/duration_min", 60))
    assert "2 to 5 minutes" in finding(hour, "GUTTERS_RATE_WRONG_PARTNER").text
    table = [replace("/downpour/method", "code_table")]
    assert "GUTTERS_RATE_WRONG_PARTNER" in codes(planned("saltmarrow", *table))
    right = [*table, replace("/downpour/duration_min", 60), replace("/downpour/return_years", 100)]
    assert "GUTTERS_RATE_WRONG_PARTNER" not in codes(planned("saltmarrow", *right))
    inches = planned("saltmarrow", replace("/rain/design_intensity_mm_h", 25 * 25.4))
    found = finding(inches, "GUTTERS_RATE_UNLIKELY")
    assert found.fixes[0].operations[0]["value"] == pytest.approx(25)


def test_the_estimate_is_never_taken_silently(saltmarrow):
    estimate = saltmarrow.gutters.estimate
    assert estimate.low_mm_h < estimate.intensity_mm_h < estimate.high_mm_h
    assert "Gumbel" in estimate.working
    assumed = planned("saltmarrow", replace("/downpour/source", "assumed"))
    assert "GUTTERS_RATE_ASSUMED" in codes(assumed)
    assert assumed.gutters.figures["flow_l_s"].value == saltmarrow.gutters.figures["flow_l_s"].value


def test_screens_out_of_reach_coarse_or_missing_are_found_and_their_loss_reaches_the_tank(saltmarrow):
    lossy = planned(
        "saltmarrow", {"op": "add", "path": "/downpipes/0/screens/-", "value": {"kind": "downpipe_filter"}}
    )
    lost = lossy.first_flush.figures["screened_l_year"].value
    house = saltmarrow.roofs.surfaces[0].figures["harvest_l_year"].value
    assert lost == pytest.approx(0.1 * house, rel=0.03)
    assert sum(year.inflow_l for year in lossy.cistern.years) < sum(
        year.inflow_l for year in saltmarrow.cistern.years
    )
    none = planned("saltmarrow", replace("/downpipes/0/screens", []))
    assert "GUTTERS_NO_SCREEN" in codes(none)
    coarse = planned("saltmarrow", replace("/downpipes/0/screens", [{"kind": "leaf_screen", "reached_from": "roof"}]))
    assert {"GUTTERS_MOSQUITOES", "GUTTERS_SCREEN_OUT_OF_REACH"} <= codes(coarse)
    # Joined to a run with a mesh at the tank, the water passes that; a leaf screen on the other's wall it does not.
    joined = [replace("/downpipes/1/screens", [{"kind": "leaf_screen"}]), replace("/downpipes/1/run/into", "a")]
    assert "GUTTERS_MOSQUITOES" not in codes(planned("saltmarrow", *joined))
    bare = replace("/downpipes/0/screens", [{"kind": "leaf_screen", "aperture_mm": 0.5}])
    assert "Barn and studio" in finding(planned("saltmarrow", *joined, bare), "GUTTERS_MOSQUITOES").text
    gravel = replace("/downpipes/0/screens", [{"kind": "up_flow", "media_m2": 1.0}, {"kind": "inlet_mesh"}])
    assert "strains and does not treat" in finding(planned("saltmarrow", gravel), "GUTTERS_MEDIA_STRAINS").text


def test_inside_the_tank_each_fault_has_its_fix():
    at = "/cistern/tanks/0/inlet"
    faults = {"calmed": False, "vent_mm": 30, "lockable": False, "light_tight": False, "floating_suction": False,
              "bore_mm": 60, "gap_mm": 20, "gauge": "sight_tube", "height_m": 1.9}  # fmt: skip
    spoiled = [replace(f"{at}/{name}", value) for name, value in faults.items()]
    plan = planned("saltmarrow", *spoiled)
    wanted = {"GUTTERS_INLET_NOT_CALMED", "GUTTERS_VENT_SMALL", "GUTTERS_LID_OPEN", "GUTTERS_LIGHT",
              "GUTTERS_DRAWS_SLUDGE", "GUTTERS_INLET_NARROW", "GUTTERS_NO_ROOM_TO_BULGE",
              "GUTTERS_INLET_DROWNED"}  # fmt: skip
    assert wanted | {"GUTTERS_SIGHT_TUBE"} <= codes(plan)
    fixes = [operation for code in wanted for operation in finding(plan, code).fixes[0].operations]
    assert wanted.isdisjoint(codes(planned("saltmarrow", *spoiled, *fixes)))


# -- first flush ----------------------------------------------------------------------------------------------------


def test_more_first_flush_moves_removal_chamber_loss_replay_and_verdict_together(saltmarrow):
    more = planned("saltmarrow", replace("/first_flush/depth_mm", 2.0))
    assert saltmarrow.first_flush.figures["share_left"].value == pytest.approx(0.5**0.5)
    assert more.first_flush.figures["share_left"].value == pytest.approx(0.25)
    for one, other in zip(saltmarrow.first_flush.chambers, more.first_flush.chambers, strict=True):
        assert other.volume_l == pytest.approx(4 * one.volume_l)
        assert other.length_m == pytest.approx(4 * one.length_m)
    assert more.first_flush.figures["lost_l_year"].value > saltmarrow.first_flush.figures["lost_l_year"].value
    assert more.cistern.years_carried < saltmarrow.cistern.years_carried
    assert more.verdict != saltmarrow.verdict


def test_what_the_roofs_bring_is_what_reaches_the_tank_and_what_was_taken(saltmarrow):
    brought = saltmarrow.roofs.figures["harvest_l_year"].value
    reached = sum(year.inflow_l for year in saltmarrow.cistern.years if year.counted) / 40
    taken = saltmarrow.first_flush.figures["lost_l_year"].value
    assert brought == pytest.approx(reached + taken, rel=0.001)
    point = next(each for each in saltmarrow.first_flush.curve if each.depth_mm == 0.5)
    assert point.lost_l_year == pytest.approx(taken)
    lost = [each.lost_l_year for each in saltmarrow.first_flush.curve]
    assert lost == sorted(lost)


@pytest.mark.parametrize(
    ("operations", "depth"),
    [
        ([replace("/first_flush/by", "removal"), replace("/first_flush/left_share", 0.125)], 3.0),
        ([replace("/first_flush/by", "exposure"), replace("/first_flush/exposure", "dirty")], 1.5),
        ([replace("/first_flush/by", "volume"), replace("/first_flush/volume_l", 50)], 2 * 50 / 338.53),
    ],
)
def test_every_method_comes_to_a_depth(operations, depth):
    plan = planned("saltmarrow", *operations)
    assert plan.first_flush.figures["depth_mm"].value == pytest.approx(depth, rel=0.001)


def test_a_diverter_that_never_drains_fails_and_its_fix_drains_it():
    plan = planned("saltmarrow", replace("/first_flush/drain", "by_hand"))
    found = finding(plan, "FLUSH_NEVER_DRAINS")
    assert found.severity == "fails"
    fixed = planned("saltmarrow", *found.fixes[0].operations)
    assert "FLUSH_NEVER_DRAINS" not in codes(fixed)
    assert all(chamber.drain_h <= 24.5 for chamber in fixed.first_flush.chambers)


def test_a_fine_hole_clogs_and_a_wide_one_leaks_all_through_the_rain():
    fine = planned("saltmarrow", replace("/first_flush/drain", "hole"), replace("/first_flush/hole_mm", 0.5))
    assert "FLUSH_HOLE_CLOGS" in codes(fine)
    wide = planned("saltmarrow", replace("/first_flush/drain", "hole"), replace("/first_flush/hole_mm", 3))
    assert "FLUSH_RESETS_IN_THE_RAIN" in codes(wide)
    assert sum(each.leaked_l_year for each in wide.first_flush.chambers) > 10 * sum(
        each.leaked_l_year for each in fine.first_flush.chambers
    )
    labels = [hole.label for hole in wide.first_flush.holes if hole.chosen]
    assert labels == ["3 mm hole"]


# -- overflow -------------------------------------------------------------------------------------------------------


@settings(max_examples=150, deadline=None)
@given(
    st.floats(20, 250), st.integers(1, 4), st.floats(10, 390), st.floats(0.3, 30), st.integers(0, 6),
    st.floats(0.02, 0.6), st.sampled_from(["pipe", "standpipe"]), st.sampled_from(["open", "pop_up", "grate"]),
)  # fmt: skip
def test_an_overflow_smaller_than_the_inflow_is_always_found(bore, count, rate, length, bends, room, kind, end):
    document = edited(
        "saltmarrow",
        replace("/overflow/bore_mm", bore), replace("/overflow/count", count), replace("/overflow/length_m", length),
        replace("/overflow/bends_90", bends), replace("/overflow/kind", kind), replace("/overflow/end", end),
        replace("/downpour/overflow_intensity_mm_h", rate), replace("/cistern/tanks/0/overflow_m", 2.4 - room),
        replace("/cistern/tanks/0/inlet/height_m", 2.4),
    )  # fmt: skip
    plan = plan_property(document, None).plan
    place = plan.overflow.place
    small = place.flow_l_s > place.capacity_l_s
    assert ("OVERFLOW_SMALLER_THAN_INFLOW" in codes(plan)) == small
    assert (plan.overflow.stands_m > plan.overflow.room_m * 1.001) <= small
    if small:
        for fix in finding(plan, "OVERFLOW_SMALLER_THAN_INFLOW").fixes:
            fixed = plan_property(apply_edit(document, fix.operations), None).plan
            assert "OVERFLOW_SMALLER_THAN_INFLOW" not in codes(fixed)


def test_what_is_said_of_an_overflow():
    bad = {"siphon_break": False, "kind": "standpipe", "screened": False, "footing_m": 1.0, "downhill": False,
           "destination": "soakaway", "infiltration_mm_h": 1.0, "depth_m": 1.5}  # fmt: skip
    plan = planned("saltmarrow", *(replace(f"/overflow/{name}", value) for name, value in bad.items()))
    assert {"OVERFLOW_SIPHONS", "OVERFLOW_OPEN_TO_VERMIN", "OVERFLOW_NEAR_FOOTING", "OVERFLOW_TOWARDS_SOMEBODY",
            "OVERFLOW_GROUND_SLOW"} <= codes(plan)  # fmt: skip
    untested = planned("saltmarrow", replace("/overflow/infiltration_mm_h", None))
    assert "OVERFLOW_NO_INFILTRATION_TEST" in codes(untested)
    assert untested.overflow.ground.floor_m2 is None


def test_holding_the_level_down_costs_years(saltmarrow):
    held = {row.share: row for row in saltmarrow.overflow.held_down}
    assert held[0.0].years_carried == saltmarrow.cistern.years_carried
    assert held[0.5].years_carried < held[0.0].years_carried
    assert held[0.5].spill_l_year > held[0.0].spill_l_year
    spilled = saltmarrow.overflow.figures["spill_l_year"].value
    assert spilled == pytest.approx(saltmarrow.cistern.figures["spill_l_year"].value)
    assert held[0.0].spill_l_year == pytest.approx(spilled, rel=0.01)


@pytest.mark.parametrize(("layout", "under"), [("linked", 1.0), ("transfer", 3.0)])
def test_a_pump_lifts_from_the_tank_that_the_house_draws_from(layout, under):
    """At +0 m: the first tank's outlet at −1 m, or with each pumped into the next the last one's at −3 m."""
    tank = edited("saltmarrow").cistern.tanks[0].model_dump(mode="json")
    two = [tank | {"outlet_m": 0.1, "floor_m": -1.1}, tank | {"id": "low", "outlet_m": 0.1, "floor_m": -3.1}]
    plan = planned("saltmarrow", replace("/cistern/tanks", two), replace("/cistern/layout", layout),
                   replace("/levels/pump_m", 0.0), replace("/levels/tank_ground_m", -3.1))  # fmt: skip
    assert f"stands {under:.2f} m above the outlet" in finding(plan, "PUMP_LIFTS").text


@pytest.mark.parametrize("across_m", [5.52, 5.553, 5.58])
def test_the_room_to_bulge_that_is_offered_is_enough(across_m):
    """1.5 % of 5.553 m are 83.3 mm: 83 are too little."""
    tight = [replace("/cistern/tanks/0/shape/diameter_m", across_m), replace("/cistern/tanks/0/inlet/gap_mm", 20)]
    found = finding(planned("saltmarrow", *tight), "GUTTERS_NO_ROOM_TO_BULGE")
    assert "GUTTERS_NO_ROOM_TO_BULGE" not in codes(planned("saltmarrow", *tight, *found.fixes[0].operations))
