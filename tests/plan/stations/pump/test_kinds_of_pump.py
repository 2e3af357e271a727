"""A flow switch, a pump in the water, a suction over the rim, a battery and a hand: what each changes."""

import pytest

from lean_year.core.hydraulics.air_and_vapour import atmosphere_kpa, vapour_pressure_kpa
from lean_year.plan.model.pressure_side import System, pump_curve
from lean_year.plan.stations.pump.battery import sold_cable
from tests.plan.on_demos import codes, edited, finding, planned, planned_and_priced, planned_dry, replace

FLOW_SWITCH = [replace("/pump/control", "flow_switch"), replace("/pump/vessel_l", 0)]
SUBMERGED = [replace("/pump/stands", "submerged")]
WORKED = {"stroke_l": 0.4, "strokes_per_minute": 35.0, "efficiency": 0.6, "in_the_water": False}
CHARGED = {"volts": 12.0, "capacity_ah": 100.0, "usable_share": 0.5, "wanted_days": 2.0, "cable_m": 5.0}


def by_hand(**other):
    return [replace("/pump/feed", "hand"), replace("/pump/hand", WORKED | other)]


def on_battery(**other):
    return [replace("/pump/battery", CHARGED | other)]


HAND, BATTERY = by_hand(), on_battery()
OVER = [replace("/pump/over_rim_m", 3.0), replace("/pump/foot_valve", False)]


def kinds(*operations):
    return {line.kind for line in planned_and_priced("saltmarrow", *operations).parts}


def test_behind_a_flow_switch_a_tap_has_what_the_pump_gives():
    pump = planned_dry("saltmarrow", *FLOW_SWITCH).pump
    document = edited("saltmarrow", *FLOW_SWITCH)
    system, curve = System(document), pump_curve(document)
    left_m = curve.head_m(system.peak_l_s) - system.lift_m - system.lost_m(system.peak_l_s, dirty=True)
    assert pump.dirty.tap_kpa == pytest.approx(left_m * 9.80665)
    assert pump.band_m == []
    assert pump.vessel is None
    assert not {"vessel_l", "held_l", "starts_per_hour", "tap_at_cut_out_kpa"} & pump.figures.keys()


def test_at_the_lowest_tap_stands_all_that_such_a_pump_reaches():
    document = edited("saltmarrow", *FLOW_SWITCH, replace("/levels/lowest_tap_m", 0.0))
    pump = planned_dry("saltmarrow", *FLOW_SWITCH, replace("/levels/lowest_tap_m", 0.0)).pump
    system, curve = System(document), pump_curve(document)
    assert pump.figures["low_tap_kpa"].value == pytest.approx((curve.shut_off_m + system.full_m) * 9.80665)


def test_a_flow_switch_that_the_column_over_it_holds_shut_never_starts():
    """From the pump 4.92 m up to the tap are 48 kPa; it is set to start at 40."""
    low = [*FLOW_SWITCH, replace("/pump/precharge_kpa", 20), replace("/pump/cut_in_kpa", 40)]
    found = finding(planned_dry("saltmarrow", *low), "PUMP_FLOW_SWITCH_NEVER_STARTS")
    assert found.severity == "fails"
    fixed = planned_dry("saltmarrow", *low, *found.fixes[0].operations)
    assert "PUMP_FLOW_SWITCH_NEVER_STARTS" not in codes(fixed)
    assert "PUMP_NEVER_STOPS" not in codes(fixed)


def test_a_flow_switch_that_starts_near_what_the_pump_reaches_never_stops():
    high = [*FLOW_SWITCH, replace("/pump/cut_out_kpa", 600), replace("/pump/cut_in_kpa", 540)]
    found = finding(planned_dry("saltmarrow", *high), "PUMP_NEVER_STOPS")
    assert "PUMP_NEVER_STOPS" not in codes(planned_dry("saltmarrow", *high, *found.fixes[0].operations))


def test_a_vessel_quiets_what_drips():
    assert "PUMP_DRIP_STARTS_IT" in codes(planned_dry("saltmarrow", *FLOW_SWITCH))
    assert "PUMP_DRIP_STARTS_IT" not in codes(planned_dry("saltmarrow", *FLOW_SWITCH, replace("/pump/vessel_l", 8)))


def test_a_pump_in_the_water_sucks_nothing():
    pump = planned_dry("saltmarrow", *SUBMERGED, replace("/levels/pump_m", 9.0)).pump
    assert pump.suction is None
    assert "npsh_m" not in pump.figures
    found = codes(planned_dry("saltmarrow", *SUBMERGED, replace("/levels/pump_m", 9.0)))
    assert not {"PUMP_SUCTION_HIGH", "PUMP_NO_FOOT_VALVE"} & found
    beside = codes(planned_dry("saltmarrow", replace("/levels/pump_m", 9.0)))
    assert "PUMP_SUCTION_HIGH" in beside


def test_hanging_it_in_the_water_is_a_fix_for_a_pump_that_sucks_too_high():
    high = [replace("/levels/pump_m", 9.0)]
    found = finding(planned("saltmarrow", *high), "PUMP_SUCTION_HIGH")
    fix = next(each for each in found.fixes if each.operations == SUBMERGED)
    assert "PUMP_SUCTION_HIGH" not in codes(planned("saltmarrow", *high, *fix.operations))


def test_what_is_bought_goes_by_the_kind_of_pump():
    usual = kinds()
    assert {"pump", "pressure-switch", "vessel", "rcd-outlet", "tank-connector"} <= usual
    automatic = kinds(*SUBMERGED, *FLOW_SWITCH)
    assert {"pump-submerged", "flow-switch", "lifting-rope", "rcd-outlet"} <= automatic
    assert not {"pump", "pressure-switch", "vessel", "foot-valve"} & automatic
    no_lamp = replace("/treatment/stages", [])
    charged = kinds(*BATTERY, no_lamp)
    assert {"pump-low-voltage", "battery", "battery-charger", "battery-fuse", "battery-cable"} <= charged
    assert "rcd-outlet" not in charged
    worked = kinds(*HAND, no_lamp)
    assert "hand-pump" in worked
    assert not {"pump", "pressure-switch", "vessel", "rcd-outlet", "pressure-gauge"} & worked


def test_over_the_rim_the_atmosphere_has_to_lift_it():
    plan = planned_dry("saltmarrow", *OVER)
    document = edited("saltmarrow", *OVER)
    system = System(document)
    lost_m = plan.pump.suction.lost_m
    entered = document.pump
    air_m = (atmosphere_kpa(entered.altitude_m) - vapour_pressure_kpa(entered.water_c)) / 9.80665
    assert plan.pump.figures["crest_m"].value == pytest.approx(air_m - (3.0 - system.water_m) - lost_m)


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        ([*OVER, replace("/pump/over_rim_m", 5.5)], "PUMP_RIM_HIGH"),
        (OVER, "PUMP_NOT_PRIMED"),
        ([*OVER, replace("/pump/siphon", True), replace("/levels/pump_m", 0.5)], "PUMP_SIPHON_UPHILL"),
        (on_battery(capacity_ah=2.0), "PUMP_BATTERY_SMALL"),
    ],
)
def test_a_fault_is_found_and_each_of_its_fixes_fixes_it(operations, code):
    found = finding(planned("saltmarrow", *operations), code)
    assert found.fixes
    for fix in found.fixes:
        assert code not in codes(planned("saltmarrow", *operations, *fix.operations)), fix.text


def test_a_siphon_primes_a_pump_that_stands_below_the_water():
    assert not {"PUMP_NOT_PRIMED", "PUMP_SIPHON_UPHILL"} & codes(
        planned_dry("saltmarrow", *OVER, replace("/pump/siphon", True))
    )


def test_a_battery_carries_the_pump_for_what_it_stores():
    plan = planned("saltmarrow", *BATTERY)
    figures = plan.pump.figures
    day_kwh = figures["kwh_year"].value / 365.25
    assert figures["battery_d"].value == pytest.approx(12 * 100 * 0.5 / 1000 / day_kwh)
    assert figures["battery_a"].value == pytest.approx(figures["power_w"].value / 12)
    assert "PUMP_POWER_LOSS" not in codes(plan)


def test_a_cable_too_long_for_any_that_is_sold_is_found():
    far = on_battery(cable_m=300.0)
    assert "PUMP_CABLE_LONG" in codes(planned_dry("saltmarrow", *far))


@pytest.mark.parametrize(
    ("copper_mm2", "units", "sold"),
    [(3.0, "metric", "4 mm²"), (3.0, "us", "AWG 12"), (60.0, "us", "AWG 2/0"), (900.0, "metric", None)],
)
def test_the_cable_that_is_sold_has_as_much_copper(copper_mm2, units, sold):
    assert sold_cable(copper_mm2, units) == sold


def test_a_hand_lifts_a_days_water_in_its_time():
    plan = planned("saltmarrow", *HAND)
    figures = plan.pump.figures
    assert figures["peak_l_s"].value == pytest.approx(0.4 * 35 / 60)
    pumped_m3 = planned("saltmarrow", *BATTERY).pump.figures
    day_l = 1000 / 365.25 * pumped_m3["kwh_year"].value / pumped_m3["kwh_m3"].value
    assert figures["hand_min_d"].value == pytest.approx(day_l / (0.4 * 35), rel=1e-6)
    assert plan.pump.stack == []
    assert "PUMP_HAND_FILTERS" in codes(plan)


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        ([*HAND, replace("/levels/pump_m", 6.0)], "PUMP_HAND_SUCKS_HIGH"),
        ([*by_hand(stroke_l=3.0), replace("/levels/pump_m", 6.0)], "PUMP_HAND_HARD"),
        (by_hand(stroke_l=0.05), "PUMP_HAND_LONG"),
        (HAND, "PUMP_HAND_FILTERS"),
    ],
)
def test_what_stands_in_the_way_of_a_hand_is_found_and_its_fix_fixes_it(operations, code):
    found = finding(planned("saltmarrow", *operations), code)
    assert code not in codes(planned("saltmarrow", *operations, *found.fixes[0].operations))


def test_a_hand_pump_whose_height_nobody_measured_asks_for_it():
    assert "PUMP_HAND_NOT_MEASURED" in codes(planned_dry("saltmarrow", *HAND, replace("/levels/pump_m", None)))
