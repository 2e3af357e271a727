"""Treatment and pump on the demos: what each moves, what is found, and what fixes it."""

import pytest

from lean_year.core.errors import InputError
from tests.plan.on_demos import codes, edited, finding, planned_dry, replace, status

STAGES = "/treatment/stages"
SMALL = [replace(f"{STAGES}/{number}/size", "2.5x10") for number in (1, 2, 3)]


@pytest.fixture(scope="module")
def saltmarrow():
    return planned_dry("saltmarrow")


def test_the_small_cartridge_costs_the_shower_the_flow_and_the_months_at_once(saltmarrow):
    small = planned_dry("saltmarrow", *SMALL)
    for point in ("clean", "dirty"):
        before, after = getattr(saltmarrow.pump, point), getattr(small.pump, point)
        assert after.tap_kpa < before.tap_kpa - 50
        assert after.flow_l_s < before.flow_l_s
    lives = [plan.treatment.stages[1].life_months for plan in (saltmarrow, small)]
    assert lives[1] == pytest.approx(lives[0] / 3.6**2, rel=0.01)
    found = finding(small, "PUMP_TAP_WEAK")
    fixed = planned_dry("saltmarrow", *SMALL, *found.fixes[0].operations)
    assert "PUMP_TAP_WEAK" not in codes(fixed)


def test_housings_side_by_side_are_the_plans_of_each(saltmarrow):
    for housing in saltmarrow.treatment.housings:
        other = planned_dry("saltmarrow", *housing.operations)
        assert housing.tap_clean_kpa == pytest.approx(other.pump.clean.tap_kpa)
        assert housing.flow_dirty_l_s == pytest.approx(other.pump.dirty.flow_l_s)
        assert housing.dirty_kpa == pytest.approx(other.treatment.figures["dirty_kpa"].value)
    assert [each.size for each in saltmarrow.treatment.housings if each.chosen] == ["4.5x20"]


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
def test_the_stack_is_the_head_and_what_the_pump_gives_at_the_peak_is_used_up(name):
    pump = planned_dry(name).pump
    due = sum(part.dirty_kpa for part in pump.stack)
    assert due == pytest.approx(pump.figures["head_m"].value * 9.80665)
    residual = next(part.dirty_kpa for part in pump.stack if part.key == "tap")
    peak = pump.figures["peak_l_s"].value
    gives = due - residual + pump.dirty.tap_kpa
    assert gives == pytest.approx(pump.gives_kpa)
    row = min(pump.curve, key=lambda point: abs(point.flow_l_s - peak))
    assert gives / 9.80665 == pytest.approx(min(row.pump_m, pump.band_m[0]), rel=0.05)


def test_the_train_takes_what_its_stages_take(saltmarrow):
    rows = saltmarrow.treatment.stages
    assert sum(row.clean_kpa for row in rows) == pytest.approx(saltmarrow.treatment.figures["clean_kpa"].value)
    assert rows[-1].after_dirty_kpa == pytest.approx(saltmarrow.treatment.figures["dirty_kpa"].value)
    rise = sum(row.dirty_kpa - row.clean_kpa for row in rows)
    assert rise == pytest.approx(100)


def test_the_garden_leaves_before_the_lamp_and_wants_no_larger_one(saltmarrow):
    """Bath 0.4 and garden tap 0.5 L/s at once; without the garden, bath and a sink of 0.2."""
    strainer, *_, lamp = saltmarrow.treatment.stages
    assert (strainer.flow_l_s, lamp.flow_l_s) == (pytest.approx(0.9), pytest.approx(0.6))
    through = planned_dry("saltmarrow", replace("/treatment/garden_after", 5))
    assert through.treatment.stages[-1].flow_l_s == pytest.approx(0.9)
    assert "TREATMENT_GARDEN_THROUGH_UV" in codes(through)
    assert through.treatment.figures["dose_mj_cm2"].value < saltmarrow.treatment.figures["dose_mj_cm2"].value


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        ([{"op": "remove", "path": f"{STAGES}/4"}], "TREATMENT_NO_BARRIER"),
        ([replace(f"{STAGES}/1/micron", 50), replace(f"{STAGES}/2/micron", 20), replace(f"{STAGES}/3/micron", 10)],
         "TREATMENT_COARSE_BEFORE_UV"),
        ([replace("/treatment/uv/lamp_h", 20_000)], "TREATMENT_LAMP_OLD"),
        ([replace("/treatment/uv/sensor", False)], "TREATMENT_NO_SENSOR"),
        ([replace("/treatment/uv/rated_flow_l_s", 0.4)], "TREATMENT_UV_SMALL"),
        ([replace("/treatment/chlorine/on", True), replace("/treatment/chlorine/dose_mg_l", 20)],
         "TREATMENT_CHLORINE_HIGH"),
        ([replace("/treatment/chlorine/on", True), replace("/treatment/chlorine/contact_min", 5)],
         "TREATMENT_CONTACT_SHORT"),
        ([replace("/treatment/chlorine/on", True), {"op": "remove", "path": f"{STAGES}/4"}],
         "TREATMENT_CRYPTOSPORIDIUM"),
        ([replace("/treatment/second_source", "well"), replace("/treatment/changeover", "valves")],
         "TREATMENT_CROSS_CONNECTION"),
        ([replace(STAGES, [])], "TREATMENT_NONE"),
        ([replace("/pump/dry_run_stop", False)], "PUMP_RUNS_DRY"),
        ([replace("/pump/check_valve", False)], "PUMP_NO_CHECK_VALVE"),
        ([replace("/pump/cut_out_kpa", 700)], "PUMP_NEVER_STOPS"),
        ([replace("/pump/vessel_l", 20)], "PUMP_VESSEL_SMALL"),
        ([replace("/pump/feed", "gravity")], "PUMP_NO_HEAD"),
        ([replace("/pump/precharge_kpa", 100)], "PUMP_PRECHARGE_LOW"),
    ],
)  # fmt: skip
def test_a_fault_is_found_and_its_first_fix_fixes_it(operations, code):
    found = finding(planned_dry("saltmarrow", *operations), code)
    assert found.stage == code.partition("_")[0].lower()
    assert code not in codes(planned_dry("saltmarrow", *operations, *found.fixes[0].operations))


def test_behind_a_limiter_a_larger_lamp_is_one_for_all_that_the_taps_draw():
    """The limiter lets through what the lamp is rated for: a lamp only a little larger gives no more dose."""
    small = [replace("/treatment/uv/rated_flow_l_s", 0.02), replace("/treatment/uv/flow_limiter", True),
             replace("/treatment/uv/rated_mj_cm2", 30)]  # fmt: skip
    found = finding(planned_dry("saltmarrow", *small), "TREATMENT_UV_SMALL")
    larger = next(fix for fix in found.fixes if "rated for" in fix.text)
    assert "TREATMENT_UV_SMALL" not in codes(planned_dry("saltmarrow", *small, *larger.operations))


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        ([replace("/pump/fittings_kpa", 400)], "PUMP_SHUT_OFF_HIGH"),
        ([replace("/pump/irrigation_l_s", 1.2)], "PUMP_BEYOND_ITS_CURVE"),
        ([replace("/levels/pump_m", 6)], "PUMP_SUCTION_HIGH"),
        ([replace("/levels/pump_m", 1), replace("/pump/foot_valve", False)], "PUMP_NO_FOOT_VALVE"),
        ([replace("/levels/highest_tap_m", None)], "PUMP_TAP_NOT_MEASURED"),
        ([replace("/treatment/drinking_rated", False)], "TREATMENT_NOT_RATED"),
        ([replace("/treatment/mist", True)], "TREATMENT_MIST"),
        ([replace("/treatment/alkalinity_mg_l", 10)], "TREATMENT_SOFT"),
    ],
)
def test_what_else_is_found(operations, code):
    assert code in codes(planned_dry("saltmarrow", *operations))


@pytest.mark.parametrize(
    ("operations", "field"),
    [
        ([replace("/pump/points", [[0, 40], [0.5, 42], [1, 30]])], "pump.points"),
        ([replace("/pump/points", [[0, 40], [0.5, 32]])], "pump.points"),
        ([replace("/pump/cut_out_kpa", 100)], "pump.cut_out_kpa"),
        ([replace("/pump/precharge_kpa", 390)], "pump.precharge_kpa"),
        ([replace("/treatment/uv/uvt_percent", 101)], "treatment.uv.uvt_percent"),
        ([replace("/treatment/chlorine/strength_percent", 0)], "treatment.chlorine.strength_percent"),
        ([replace(f"{STAGES}/1/size", "3x9")], "treatment.stages[1].size"),
    ],
)
def test_what_cannot_be_is_refused_by_name(operations, field):
    with pytest.raises(InputError) as refused:
        edited("saltmarrow", *operations)
    assert refused.value.field == field


def test_cautions_of_drinking_and_of_licensed_work_stand_in_the_plan(saltmarrow):
    words = " ".join(saltmarrow.treatment.cautions + saltmarrow.pump.cautions)
    for part in ("not safe to drink", "licensed plumber", "licensed electrician", "UV light burns"):
        assert part in words


def test_a_stage_without_a_rating_has_what_is_usual_for_its_kind():
    added = [{"op": "add", "path": f"{STAGES}/-", "value": {"kind": kind}} for kind in ("carbon", "tap_filter")]
    *_, carbon, tap = edited("saltmarrow", *added).treatment.stages
    assert (carbon.micron, carbon.absolute, tap.micron, tap.absolute) == (5, False, 0.2, True)
    with pytest.raises(InputError) as refused:
        edited("saltmarrow", {"op": "add", "path": f"{STAGES}/-", "value": {"kind": ["carbon"]}})
    assert refused.value.field == "treatment.stages[5].kind"


@pytest.mark.parametrize(("tap_m", "ways"), [(3.3, 2), (-20, 3), (None, 2)])
def test_what_feeds_the_house_is_asked_for_with_what_gravity_can_do(tap_m, ways):
    plan = planned_dry("saltmarrow", replace("/pump/feed", "undecided"), replace("/levels/highest_tap_m", tap_m))
    found = finding(plan, "PUMP_UNDECIDED")
    assert len(found.fixes) == ways
    for fix in found.fixes:
        assert "PUMP_UNDECIDED" not in codes(
            planned_dry("saltmarrow", replace("/levels/highest_tap_m", tap_m), *fix.operations)
        )


def test_what_is_not_decided_is_to_decide_and_no_figure_is_made_up():
    plan = planned_dry("saltmarrow", replace("/pump/feed", "undecided"), replace(STAGES, []))
    assert (status(plan, "pump"), status(plan, "treatment")) == ("decide", "fails")
    assert plan.verdict_parts.warning == "Not to be drunk as planned."
    assert plan.pump.curve == []
    assert plan.pump.clean is None
    assert plan.treatment.stages == []


@pytest.mark.parametrize(
    ("operations", "kpa"),
    [
        # Held at 500 kPa at −1.62 m, the tap at −0.15 m: 500 − 1.47 m of water.
        ([], 500 - 1.47 * 9.80665),
        # A tap in a cellar 6 m under the pump.
        ([replace("/levels/lowest_tap_m", -7.62)], 500 + 6 * 9.80665),
        # By height alone from a full tank, at +0.70 m.
        ([replace("/pump/feed", "gravity"), replace("/levels/highest_tap_m", -2.0)], 2.7 * 9.80665),
    ],
)
def test_the_lowest_tap_has_what_is_held_and_its_fall(operations, kpa):
    plan = planned_dry("saltmarrow", *operations)
    assert plan.pump.figures["low_tap_kpa"].value == pytest.approx(kpa)
    assert ("PUMP_TAP_PRESSED" in codes(plan)) == (kpa > 500)
    measured = any(each["path"] == "/levels/lowest_tap_m" for each in operations)
    assert plan.pump.figures["low_tap_kpa"].basis == ("derived" if measured else "estimate")


def test_a_pump_that_reaches_less_than_it_is_set_to_presses_no_more_than_that():
    """20 m at no flow, a full tank 2.32 m over the pump: 22.32 m, less 1.47 m up to the tap."""
    weak = replace("/pump/points", [[0, 20.0], [0.8, 18.0], [1.7, 12.0]])
    plan = planned_dry("saltmarrow", weak)
    assert plan.pump.figures["low_tap_kpa"].value == pytest.approx((20 + 2.32 - 1.47) * 9.80665, rel=0.01)
