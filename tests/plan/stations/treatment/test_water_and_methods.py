"""Methods of disinfection, tests of the water, its balance, and the wall: on the demos."""

import pytest

from lean_year.plan.stations.treatment.disinfection_methods import TARGETS
from tests.plan.on_demos import codes, edited, finding, planned_dry, replace, status

STAGES, TEST, CHLORINE = "/treatment/stages", "/treatment/last_test", "/treatment/chlorine"


@pytest.fixture(scope="module")
def saltmarrow():
    return planned_dry("saltmarrow")


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing"])
def test_each_method_does_what_its_row_says_and_leaves_no_barrier_out(name):
    plan = planned_dry(name)
    assert [method.key for method in plan.treatment.methods] == ["uv", "chlorine", "both", "one_tap"]
    for method in plan.treatment.methods:
        after = planned_dry(name, *method.operations)
        again = {each.key: each for each in after.treatment.methods}
        assert [key for key, each in again.items() if each.chosen] == [method.key]
        assert again[method.key].logs == method.logs
        assert after.pump.dirty.tap_kpa == pytest.approx(method.tap_dirty_kpa)
        assert not codes(after) & {"TREATMENT_NO_BARRIER", "TREATMENT_CRYPTOSPORIDIUM", "TREATMENT_CONTACT_SHORT",
                                   "TREATMENT_RESIDUAL_TAKEN", "TREATMENT_COARSE_BEFORE_UV"}  # fmt: skip
        assert ("TREATMENT_ONE_TAP" in codes(after)) == (method.key == "one_tap")


def test_logs_are_those_of_the_agencys_tables(saltmarrow):
    """A dose of 40 mJ/cm2: 4 log of Cryptosporidium and Giardia, half of virus (US EPA, LT2 rule). Chlorine with its
    time: 3 of Giardia, 4 of virus, none of Cryptosporidium (SWTR guidance manual). An absolute filter of 1 micron: 3
    of cysts (NSF/ANSI 53). From memory."""
    logs = {method.key: [method.logs[target] for target in TARGETS] for method in saltmarrow.treatment.methods}
    assert logs["uv"] == [4, 4, 0.5]
    assert logs["chlorine"] == [3, 6, 4]
    assert logs["both"] == [4, 7, 4.5]
    assert logs["one_tap"] == [3, 3, 0]


def test_a_filter_at_one_tap_warns_of_the_shower_and_a_coarse_one_is_no_barrier(saltmarrow):
    one_tap = next(method for method in saltmarrow.treatment.methods if method.key == "one_tap")
    plan = planned_dry("saltmarrow", *one_tap.operations)
    assert "tooth brush" in finding(plan, "TREATMENT_ONE_TAP").text
    last = len(edited("saltmarrow", *one_tap.operations).treatment.stages) - 1
    coarse = planned_dry("saltmarrow", *one_tap.operations, replace(f"{STAGES}/{last}/micron", 5))
    assert "TREATMENT_NO_BARRIER" in codes(coarse)


def test_no_method_and_no_test_where_rain_is_not_drunk():
    treatment = planned_dry("lantern-row").treatment
    assert treatment.methods == []
    assert treatment.water is None


DOSED = [replace(f"{CHLORINE}/on", True), {"op": "remove", "path": f"{STAGES}/4"}]


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        (DOSED, "TREATMENT_RESIDUAL_TAKEN"),
        ([{"op": "remove", "path": f"{STAGES}/0"}], "TREATMENT_NO_STRAINER"),
        ([{"op": "remove", "path": f"{STAGES}/0"}, replace("/treatment/garden_after", 0)], "TREATMENT_GARDEN_LACKS"),
        ([replace(f"{STAGES}/0/micron", 400)], "TREATMENT_GARDEN_LACKS"),
        ([replace("/treatment/indoor_after", 1)], "TREATMENT_INDOOR_LACKS"),
        ([replace("/treatment/garden_after", 5)], "TREATMENT_GARDEN_THROUGH_UV"),
        ([replace("/treatment/alkalinity_mg_l", 20), replace(f"{TEST}/ph", 6.2)], "TREATMENT_SOFT"),
    ],
)
def test_a_fault_is_found_and_its_first_fix_fixes_it(operations, code):
    found = finding(planned_dry("saltmarrow", *operations), code)
    assert code not in codes(planned_dry("saltmarrow", *operations, *found.fixes[0].operations))


def test_the_lamp_is_judged_at_the_end_of_its_life_and_today_by_its_sensor():
    small = planned_dry("saltmarrow", replace("/treatment/uv/rated_flow_l_s", 1.15))
    figures = small.treatment.figures
    assert figures["dose_today_mj_cm2"].value > 40 > figures["dose_mj_cm2"].value
    fix = finding(small, "TREATMENT_UV_SMALL").fixes
    assert [each.text for each in fix] == ["A lamp rated for 1.3 L/s."], "a new lamp is as old as this one in a year"
    # Half of what a new lamp gave at 1.6 L/s, at 0.6 L/s: 40 x 1.6 / 0.6 x 0.5 by hand.
    read = planned_dry("saltmarrow", replace("/treatment/uv/sensor_percent", 50)).treatment.figures
    assert read["dose_today_mj_cm2"].value == pytest.approx(40 * 1.6 / 0.6 * 0.5)
    low = planned_dry("saltmarrow", replace("/treatment/uv/sensor_percent", 30))
    assert finding(low, "TREATMENT_UV_LOW_TODAY").not_to_drink
    assert low.verdict_parts.warning == "Not to be drunk as planned."


@pytest.mark.parametrize(
    ("sensor", "valve", "battery", "found"),
    [(True, True, False, set()), (False, True, True, {"TREATMENT_UV_UNWATCHED"}),
     (True, False, True, {"TREATMENT_UV_UNWATCHED"}), (False, False, True, {"TREATMENT_UV_UNWATCHED"}),
     (True, False, False, {"TREATMENT_UV_UNWATCHED", "TREATMENT_UV_FAILS_OPEN"})],
)  # fmt: skip
def test_a_lamp_that_nothing_watches_is_found(sensor, valve, battery, found):
    fields = {"sensor": sensor, "shut_valve": valve, "battery": battery, "change_by": "calendar"}
    plan = planned_dry("saltmarrow", *(replace(f"/treatment/uv/{key}", value) for key, value in fields.items()))
    assert codes(plan) & {"TREATMENT_UV_UNWATCHED", "TREATMENT_UV_FAILS_OPEN"} == found


def test_a_residual_is_never_more_than_was_dosed_and_the_most_is_the_countrys():
    on = [
        replace(f"{CHLORINE}/on", True),
        replace(f"{CHLORINE}/dose_mg_l", 0.5),
        replace(f"{CHLORINE}/residual_mg_l", 2),
    ]
    plan = planned_dry("saltmarrow", *on)
    assert "TREATMENT_RESIDUAL_OVER_DOSE" in codes(plan)
    same = planned_dry("saltmarrow", *on[:2], replace(f"{CHLORINE}/residual_mg_l", 0.5))
    assert plan.treatment.figures["contact_min"].value == same.treatment.figures["contact_min"].value
    assert "TREATMENT_NO_DOSE" in codes(planned_dry("saltmarrow", on[0], replace(f"{CHLORINE}/dose_mg_l", 0)))
    strong = [on[0], replace(f"{CHLORINE}/dose_mg_l", 4.5)]
    assert "TREATMENT_CHLORINE_HIGH" not in codes(planned_dry("saltmarrow", *strong))
    assert "TREATMENT_CHLORINE_HIGH" in codes(planned_dry("saltmarrow", *strong, replace("/units", "us")))


def test_a_coarse_filter_behind_a_fine_one_is_noted():
    plan = planned_dry("saltmarrow", replace(f"{STAGES}/1/micron", 5), replace(f"{STAGES}/2/micron", 20))
    assert "behind one of 5" in finding(plan, "TREATMENT_COARSE_AFTER_FINE").text


def test_a_limiter_holds_the_dose_where_the_taps_would_draw_more():
    small = [replace("/treatment/uv/rated_flow_l_s", 0.4), replace("/treatment/uv/lamp_h", 0),
             replace("/treatment/uv/uvt_percent", 95)]  # fmt: skip
    plain, limited = (
        planned_dry("saltmarrow", *small, replace("/treatment/uv/flow_limiter", on)).treatment.figures["dose_mj_cm2"]
        for on in (False, True)
    )
    assert plain.value == pytest.approx(40 * 0.7 * 0.8 * 0.4 / 0.6), "at the end of its life, whatever it has burnt"
    assert limited.value == pytest.approx(40 * 0.7 * 0.8)


def test_the_well_has_a_dose_of_its_own():
    well = [replace("/treatment/second_source", "well")]
    unknown = planned_dry("saltmarrow", *well).treatment.figures
    assert unknown["second_dose_mj_cm2"].value == pytest.approx(unknown["dose_mj_cm2"].value)
    brown = planned_dry("saltmarrow", *well, replace("/treatment/second_uvt_percent", 50))
    assert brown.treatment.figures["second_dose_mj_cm2"].value < brown.treatment.figures["dose_mj_cm2"].value
    assert "TREATMENT_WELL_UV_SMALL" in codes(brown)
    assert "TREATMENT_WELL_UV_SMALL" not in codes(
        planned_dry("saltmarrow", replace("/treatment/second_uvt_percent", 50))
    )


def test_bleach_is_for_the_water_of_the_day():
    full, half = (
        planned_dry("saltmarrow", replace(f"{CHLORINE}/on", True), replace(f"{CHLORINE}/in_tank_l", litres))
        for litres in (None, 20_000)
    )
    assert half.treatment.figures["bleach_ml"].value == pytest.approx(20_000 * 1 / 50)
    assert full.treatment.figures["bleach_ml"].value == pytest.approx(full.tank_l / 50)


def test_soda_raises_what_is_in_the_tank_to_what_is_wanted():
    plan = planned_dry("saltmarrow", replace(f"{CHLORINE}/in_tank_l", 10_000))
    assert plan.treatment.figures["soda_g"].value == pytest.approx(10_000 * (60 - 52) / 595.7, rel=1e-3)
    assert "soda_g" not in planned_dry("saltmarrow", replace("/treatment/alkalinity_mg_l", 80)).treatment.figures


def test_a_contactor_has_a_bed_an_alkalinity_and_a_years_use():
    bed = [
        {"op": "add", "path": f"{STAGES}/1", "value": {"kind": "calcite"}},
        replace("/treatment/alkalinity_mg_l", 20),
        replace(f"{TEST}/ph", 6.5),
        replace("/pump/water_c", 10),
    ]
    plan = planned_dry("saltmarrow", *bed)
    figures = plan.treatment.figures
    assert figures["calcite_mg_l"].value == pytest.approx(56.2, rel=0.04)  # PHREEQC, see tests/core/test_calcite.py
    assert figures["calcite_l"].value == pytest.approx(plan.treatment.stages[1].flow_l_s * 360)
    assert "TREATMENT_SOFT" not in codes(plan)
    rain = planned_dry("saltmarrow", *bed, replace("/treatment/alkalinity_mg_l", 2), replace(f"{TEST}/ph", 7.5))
    assert "at most" in finding(rain, "TREATMENT_SOFT").fix


@pytest.mark.parametrize(
    ("results", "code", "worst"),
    [
        ({"e_coli_100ml": 1}, "TREATMENT_TEST_GERMS", "fails"),
        ({"e_coli_100ml": 0, "coliforms_100ml": 12}, "TREATMENT_TEST_GERMS", "caution"),
        ({"e_coli_100ml": 0, "turbidity_ntu": 2}, "TREATMENT_TEST_CLOUDY", "caution"),
        ({"e_coli_100ml": 0, "lead_ug_l": 30}, "TREATMENT_TEST_METALS", "fails"),
        ({"e_coli_100ml": 0, "ph": 5.6}, "TREATMENT_TEST_ACID", "caution"),
        ({"e_coli_100ml": 0, "iron_mg_l": 1}, "TREATMENT_TEST_IRON", "caution"),
    ],
)
def test_a_failed_test_stops_the_drinking_and_opens_its_steps(results, code, worst):
    plan = planned_dry("saltmarrow", *(replace(f"{TEST}/{key}", value) for key, value in results.items()))
    assert finding(plan, code).severity == worst
    assert status(plan, "treatment") == worst
    water = plan.treatment.water
    assert [set_.key for set_ in water.steps] == [code.rsplit("_", 1)[1].lower()]
    assert len(water.steps[0].steps) >= 2
    assert [row.key for row in water.rows if row.failed] == [key for key, value in results.items() if value]


def test_the_steps_against_germs_have_the_bleach_of_this_tank():
    plan = planned_dry("saltmarrow", replace(f"{TEST}/e_coli_100ml", 3), replace(f"{CHLORINE}/in_tank_l", 40_000))
    steps = " ".join(plan.treatment.water.steps[0].steps)
    assert "4.00 L of plain 5 % bleach for 40.0 m³, 5 mg/L" in steps
    for part in ("rolling boil for one minute", "nobody enters a tank", "Test again"):
        assert part in steps
    high = planned_dry("saltmarrow", replace(f"{TEST}/e_coli_100ml", 3), replace("/pump/altitude_m", 2_500))
    assert "three minutes" in high.treatment.water.steps[0].steps[0]


def test_a_failed_test_is_told_where_nothing_is_planned_yet_and_chlorine_alone_lacks_a_filter():
    none = [replace(STAGES, [])]
    failed = planned_dry("saltmarrow", *none, replace(f"{TEST}/e_coli_100ml", 3))
    assert {"TREATMENT_NONE", "TREATMENT_TEST_GERMS"} <= codes(failed)
    alone = codes(planned_dry("saltmarrow", *none, replace(f"{CHLORINE}/on", True)))
    assert "TREATMENT_CRYPTOSPORIDIUM" in alone
    assert "TREATMENT_NONE" not in alone


def test_clear_water_has_no_steps_and_untested_water_is_not_drunk(saltmarrow):
    assert "TREATMENT_NOT_TESTED" in codes(saltmarrow)
    half = planned_dry("saltmarrow", replace(f"{TEST}/e_coli_100ml", 0))
    assert "TREATMENT_NOT_TESTED" in codes(half), "coliforms are not tested yet"
    clear = planned_dry("saltmarrow", *(replace(f"{TEST}/{key}", 0) for key in ("e_coli_100ml", "coliforms_100ml")))
    assert "TREATMENT_NOT_TESTED" not in codes(clear)
    assert clear.treatment.water.steps == []


def test_a_residual_is_asked_for_only_where_chlorine_is_dosed(saltmarrow):
    none = [replace(f"{TEST}/chlorine_mg_l", 0)]
    assert "chlorine_mg_l" not in [row.key for row in saltmarrow.treatment.water.rows]
    assert "TREATMENT_TEST_RESIDUAL" not in codes(planned_dry("saltmarrow", *none))
    dosed = planned_dry("saltmarrow", *none, replace(f"{CHLORINE}/on", True))
    assert "TREATMENT_TEST_RESIDUAL" in codes(dosed)
    when = {row.key: row.when for row in dosed.treatment.water.rows}
    for key in ("chlorine_mg_l", "ph"):
        assert "twice a month in wet spells" in when[key]


def test_the_wall_holds_what_hangs_on_it_without_two_on_one_place(saltmarrow):
    room = saltmarrow.treatment.plant_room
    assert [part.number for part in room.parts] == [2, 3, 4, 5]
    for one, other in zip(room.parts, room.parts[1:], strict=False):
        assert other.x_mm >= one.x_mm + one.width_mm + one.beside_mm
    lamp = room.parts[-1]
    assert lamp.beside_mm == lamp.width_mm == 600
    assert room.width_mm == pytest.approx(lamp.x_mm + 1_200 + 120)


def test_small_housings_keep_wall_for_the_next_larger():
    small = [replace(f"{STAGES}/{number}/size", "2.5x20") for number in (1, 2, 3)]
    room = planned_dry("saltmarrow", *small).treatment.plant_room
    assert room.larger_mm == pytest.approx(room.width_mm + 3 * 60)
    twice = planned_dry("saltmarrow", replace(f"{STAGES}/1/side_by_side", 2)).treatment.plant_room
    assert len(twice.parts) == 5


def test_notes_stand_for_what_is_there():
    heads = {note.head for note in planned_dry("saltmarrow").treatment.notes}
    assert {"Around each housing", "At the lamp", "The lamp and its sensor", "Soft water"} <= heads
    assert "A tank of concrete" not in heads
    cast = {"kind": "box", "length_m": 4, "width_m": 4, "height_m": 2.5, "cast": True}
    concrete = planned_dry("saltmarrow", replace("/cistern/tanks/0/shape", cast)).treatment.notes
    assert "A tank of concrete" in {note.head for note in concrete}
    assert "Two sources" in {note.head for note in planned_dry("lantern-row").treatment.notes}
    assert "Frost" in {note.head for note in planned_dry("brindle-landing").pump.notes}
    assert "Frost" not in {note.head for note in planned_dry("saltmarrow").pump.notes}
