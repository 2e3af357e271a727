"""A header tank, gravity, generic pumps and a top-up: what each moves, what is found, and what fixes it."""

import pytest
from fluids.friction import friction_factor
from scipy.optimize import brentq

from lean_year.core.pump.pump_curve import fit_curve
from lean_year.plan.model.pressure_side import Filling, System
from lean_year.property.pump import FixtureCounts
from tests.plan.on_demos import codes, edited, finding, planned, planned_dry, replace, status

HEADER = [replace("/pump/feed", "header"), replace("/pump/header/outlet_m", 30)]
GRAVITY = [replace("/pump/feed", "gravity"), replace("/levels/highest_tap_m", -25)]


@pytest.fixture(scope="module")
def header():
    return planned_dry("saltmarrow", *HEADER)


def test_a_header_tank_parts_the_pump_from_the_taps(header):
    """The pump fills it against height and pipe alone; the taps have the height of its lowest water."""
    pump = header.pump
    document = edited("saltmarrow", *HEADER)
    house, filling = System(document), Filling(document)
    assert filling.to_m == pytest.approx(30.8)
    assert filling.lift_m == pytest.approx(30.8 - house.water_m)
    curve = fit_curve(*zip(*document.pump.points, strict=True))
    assert curve.head_m(pump.clean.flow_l_s) == pytest.approx(
        filling.lift_m + filling.lost_m(pump.clean.flow_l_s, dirty=False)
    )
    fall_m = 30 - document.levels.highest_tap_m
    left_m = fall_m - house.lost_m(house.peak_l_s, dirty=True)
    assert pump.dirty.tap_kpa == pytest.approx(left_m * 9.80665)
    assert pump.gives_kpa == pytest.approx(fall_m * 9.80665)


def test_it_fills_in_the_time_that_its_flow_takes_and_lasts_what_a_day_takes(header):
    figures = header.pump.figures
    assert figures["fill_h"].value == pytest.approx(500 / figures["fill_l_s"].value / 3600)
    used_l = header.household.figures["demand_l_day"].value
    assert figures["header_d"].value == pytest.approx(500 / used_l, rel=0.25)
    twice = planned_dry("saltmarrow", *HEADER, replace("/pump/header/volume_l", 1_000)).pump.figures
    for key in ("fill_h", "header_d"):
        assert twice[key].value == pytest.approx(2 * figures[key].value)


def test_the_fall_tells_of_the_header_tank_and_of_gravity(header):
    headlines = [
        next(each.headline for each in plan.stations if each.stage == "pump")
        for plan in (header, planned_dry("saltmarrow", *GRAVITY))
    ]
    assert headlines[0] == f"header tank, {header.pump.dirty.tap_kpa:.0f} kPa"
    assert headlines[1].startswith("gravity, ")


def test_the_strainer_stands_before_its_pump_and_the_cartridges_behind_it(header):
    document = edited("saltmarrow", *HEADER)
    assert len(System(document).strainers) == 1
    filters = next(part for part in header.pump.stack if part.key == "filters")
    pumped = next(part for part in planned_dry("saltmarrow").pump.stack if part.key == "filters")
    strainer = header.treatment.stages[0].clean_kpa
    assert filters.clean_kpa == pytest.approx(pumped.clean_kpa - strainer)


def test_a_structural_engineer_is_named_where_a_tank_stands_on_high(header):
    assert any("structural engineer" in caution for caution in header.pump.cautions)
    assert not any("structural engineer" in caution for caution in planned_dry("saltmarrow").pump.cautions)


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        ([replace("/pump/header/outlet_m", 9)], "PUMP_HEADER_LOW"),
        ([replace("/pump/header/outlet_m", 2)], "PUMP_HEADER_LOW"),
        ([replace("/pump/header/covered", False)], "PUMP_HEADER_OPEN"),
        ([replace("/pump/header/volume_l", 20_000), replace("/pump/header/fill_h", 2)], "PUMP_FILL_SLOW"),
    ],
)
def test_a_fault_of_the_header_tank_is_found_and_its_first_fix_fixes_it(operations, code):
    found = finding(planned_dry("saltmarrow", *HEADER, *operations), code)
    assert code not in codes(planned_dry("saltmarrow", *HEADER, *operations, *found.fixes[0].operations))


def test_a_float_that_the_pump_does_not_reach_fails():
    plan = planned_dry("saltmarrow", *HEADER, replace("/pump/header/outlet_m", 60))
    assert "PUMP_HEADER_OUT_OF_REACH" in codes(plan)
    assert status(plan, "pump") == "fails"
    assert plan.pump.figures["fill_h"].value is None


def test_gravity_runs_what_friction_fittings_and_filters_let_through():
    """The open tap's flow against a root found with the friction of the fluids package."""
    document = edited("saltmarrow", *GRAVITY)
    plan = planned_dry("saltmarrow", *GRAVITY)
    pipe, fall_m = document.pump.delivery, 25 + System(document).water_m

    def over(flow_l_s):
        velocity = flow_l_s / 1000 / (3.141592653589793 * (pipe.bore_mm / 1000) ** 2 / 4)
        factor = friction_factor(Re=velocity * pipe.bore_mm / 1000 / 1.004e-6, eD=pipe.roughness_mm / pipe.bore_mm)
        heads = factor * pipe.length_m / (pipe.bore_mm / 1000) + pipe.fittings_k + 1
        filters_m = sum(stage.clean_kpa for stage in _train_at(document, flow_l_s)) / 9.80665
        return heads * velocity**2 / 2 / 9.80665 + filters_m - fall_m

    found = plan.pump.figures["gravity_l_s"].value
    assert found == pytest.approx(brentq(over, 0.01, 5), rel=2e-3)
    assert plan.pump.figures["gravity_due_l_s"].value < found


def _train_at(document, flow_l_s):
    """The stages with their drop at a flow other than the peak: a peak of just that."""
    from lean_year.plan.model.train import drops

    class Taken:
        def __init__(self, kpa):
            self.clean_kpa = kpa

    return [Taken(drop.kpa(flow_l_s, dirty=False)) for drop in drops(document)]


def test_gravity_that_is_too_slow_is_mended_by_its_fixes():
    slow = [*GRAVITY, replace("/levels/highest_tap_m", -12)]
    found = finding(planned_dry("saltmarrow", *slow), "PUMP_GRAVITY_SLOW")
    for fix in found.fixes:
        assert "PUMP_GRAVITY_SLOW" not in codes(planned_dry("saltmarrow", *slow, *fix.operations)), fix.text
    assert found.severity == "caution"


def test_a_slow_tap_of_a_garden_alone_is_worth_knowing_and_no_more():
    only_a_tap = [
        replace(f"/pump/fixtures/{name}", 1 if name == "garden_tap" else 0) for name in FixtureCounts.model_fields
    ]
    slow = [*GRAVITY, replace("/levels/highest_tap_m", -12), replace("/pump/delivery/bore_mm", 10), *only_a_tap]
    assert finding(planned_dry("saltmarrow", *slow), "PUMP_GRAVITY_SLOW").severity == "note"


@pytest.mark.parametrize("way", ["pump", "header"])
def test_a_generic_pump_does_on_these_pipes_what_its_row_says(way):
    before = [replace("/pump/feed", way), *HEADER[1:]]
    plan = planned_dry("saltmarrow", *before)
    assert len(plan.pump.offered) == 8
    for pump in plan.pump.offered:
        after = planned_dry("saltmarrow", *before, *pump.operations)
        assert after.pump.clean.flow_l_s == pytest.approx(pump.flow_l_s)
        assert [each.chosen for each in after.pump.offered] == [each.key == pump.key for each in plan.pump.offered]
        assert "PUMP_NEVER_STOPS" not in codes(after)
        if way == "pump":
            assert after.pump.dirty.tap_kpa == pytest.approx(pump.tap_dirty_kpa)
            assert (
                "PUMP_TAP_WEAK" not in codes(after) and "PUMP_BEYOND_ITS_CURVE" not in codes(after)
            ) == pump.enough
        else:
            assert after.pump.figures["fill_h"].value == (pump.fill_h and pytest.approx(pump.fill_h))


def test_a_pump_that_is_not_enough_is_still_what_was_shown():
    """Far more is wanted than any of them gives: each is offered with what it then leaves the tap."""
    much = [replace("/pump/residual_kpa", 600)]
    for pump in planned_dry("saltmarrow", *much).pump.offered:
        after = planned_dry("saltmarrow", *much, *pump.operations)
        assert not pump.enough
        assert after.pump.dirty.tap_kpa == pytest.approx(pump.tap_dirty_kpa), pump.key
        assert "PUMP_NEVER_STOPS" not in codes(after), pump.key


def test_every_fix_of_a_weak_tap_fixes_it():
    weak = [replace("/pump/points", [[0, 40], [0.6, 33], [1.2, 18]])]
    found = finding(planned_dry("brindle-landing", *weak), "PUMP_TAP_WEAK")
    assert len(found.fixes) >= 2
    for fix in found.fixes:
        assert "PUMP_TAP_WEAK" not in codes(planned_dry("brindle-landing", *weak, *fix.operations)), fix.text


def test_a_point_off_the_curve_is_found():
    slip = [replace("/pump/points", [[0, 52], [0.4, 50], [0.8, 46], [1.2, 3]])]
    assert "PUMP_CURVE_FITS_BADLY" in codes(planned_dry("saltmarrow", *slip))
    assert "PUMP_CURVE_FITS_BADLY" not in codes(planned_dry("saltmarrow"))


def test_a_pipe_that_lies_in_the_frost_is_found_and_laid_deeper():
    shallow = [replace("/pump/trench_m", 0.5)]
    found = finding(planned_dry("brindle-landing", *shallow), "PUMP_TRENCH_SHALLOW")
    assert "PUMP_TRENCH_SHALLOW" not in codes(planned_dry("brindle-landing", *shallow, *found.fixes[0].operations))
    assert "PUMP_TRENCH_SHALLOW" not in codes(planned_dry("saltmarrow", *shallow))


def test_what_is_left_without_power_is_what_the_vessel_holds():
    plan = planned_dry("saltmarrow")
    note = finding(plan, "PUMP_POWER_LOSS")
    held = plan.pump.figures["held_l"].value
    assert held == pytest.approx(200 * (plan.pump.vessel.cut_out - plan.pump.vessel.cut_in))
    assert f"{held:.0f} L" in note.text
    assert "PUMP_POWER_LOSS" not in codes(planned_dry("saltmarrow", replace("/pump/without_power", "battery")))


def test_the_strainer_takes_its_share_of_the_suction():
    with_it = planned_dry("saltmarrow").pump.suction
    without = planned_dry("saltmarrow", {"op": "remove", "path": "/treatment/stages/0"}).pump.suction
    assert with_it.lost_m > without.lost_m + 0.5
    assert with_it.left_m == pytest.approx(with_it.atmosphere_m - with_it.vapour_m - with_it.lift_m - with_it.lost_m)


def test_a_full_tank_above_the_pump_adds_to_its_shut_off_pressure():
    document = edited("saltmarrow")
    plan = planned_dry("saltmarrow")
    above = document.cistern.tanks[0].vessel().top_water_m - document.levels.pump_m
    assert plan.pump.figures["shut_off_kpa"].value == pytest.approx((58 + above) * 9.80665)


def test_a_top_up_opens_at_the_level_of_the_share_that_is_kept():
    """Two slim tanks on one level: a tenth of the live water stands a tenth of the way from outlet to the lower
    of their overflows."""
    plan = planned("lantern-row")
    document = edited("lantern-row")
    first = document.cistern.tanks[0].vessel()
    spills_m = min(tank.vessel().top_water_m for tank in document.cistern.tanks) - first.floor_m
    level = plan.pump.top_up.figures["level_m"].value
    assert first.outlet_m < level < first.overflow_m
    assert level == pytest.approx(first.outlet_m + 0.1 * (spills_m - first.outlet_m), rel=0.02)
    higher = planned_dry("lantern-row", replace("/household/back_up/keep_share", 0.5))
    assert higher.pump.top_up.figures["level_m"].value > level + 0.5


def test_the_share_of_days_on_top_up_is_counted_over_the_record():
    plan = planned("lantern-row")
    share = plan.pump.top_up.figures["days_share"]
    assert 0 < share.value < 0.5
    days, of = share.working.replace(",", "").removesuffix(" days").split(" of ")
    assert share.value == pytest.approx(int(days) / int(of))
    assert "days_share" not in planned_dry("lantern-row").pump.top_up.figures


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        ([replace("/household/back_up/gap_mm", 30)], "PUMP_TOP_UP_GAP"),
        ([replace("/overflow/bore_mm", 104), replace("/household/back_up/gap_mm", 45)], "PUMP_TOP_UP_GAP"),
        ([replace("/household/back_up/inlet_mm", 40)], "PUMP_TOP_UP_GAP"),
        ([replace("/household/back_up/rain_first", False)], "PUMP_TOP_UP_FIRST"),
    ],
)
def test_a_fault_of_the_top_up_is_found_at_the_pump_and_fixed(operations, code):
    found = finding(planned_dry("lantern-row", *operations), code)
    assert found.stage == "pump"
    assert code not in codes(planned_dry("lantern-row", *operations, *found.fixes[0].operations))
    assert code not in codes(planned_dry("saltmarrow", *operations))
