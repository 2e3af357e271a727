"""Pumps, vessels, suction and peak flow, against tables, laws and the fluids package."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.hydraulics.air_and_vapour import atmosphere_kpa, vapour_pressure_kpa
from lean_year.core.hydraulics.pipes import friction_head_m
from lean_year.core.pump import peak_flow, pressure_tank
from lean_year.core.pump import pump_curve as pump

# Saturation pressure of water, steam tables, from memory. [deg C], [kPa]
STEAM_KPA = {
    0.01: 0.6117,
    5: 0.8726,
    10: 1.2282,
    15: 1.7058,
    20: 2.3393,
    25: 3.1699,
    40: 7.3849,
    60: 19.947,
    80: 47.414,
}
# ISO 2533, from memory. [m], [kPa]
STANDARD_KPA = {0: 101.325, 500: 95.461, 1_000: 89.875, 2_000: 79.495, 3_000: 70.109, 5_000: 54.020}
# International Plumbing Code, appendix E, flush tanks, from memory. [units], [gal/min]
HUNTER = {1: 3.0, 5: 9.4, 10: 14.6, 20: 19.6, 30: 23.3, 50: 29.1, 100: 43.5}


@pytest.mark.parametrize(("water_c", "kpa"), STEAM_KPA.items())
def test_water_boils_at_the_pressure_of_the_steam_tables(water_c, kpa):
    assert vapour_pressure_kpa(water_c) == pytest.approx(kpa, rel=2e-3)


@pytest.mark.parametrize(("altitude_m", "kpa"), STANDARD_KPA.items())
def test_the_air_thins_as_the_standard_atmosphere_says(altitude_m, kpa):
    assert atmosphere_kpa(altitude_m) == pytest.approx(kpa, rel=1e-3)


@pytest.mark.parametrize(("units", "gallons_min"), HUNTER.items())
def test_fixture_units_are_hunters_curve(units, gallons_min):
    assert peak_flow.peak_flow_l_s(units) * 60 / 3.785411784 == pytest.approx(gallons_min)


def test_between_two_rows_the_curve_is_straight_and_beyond_them_it_ends():
    assert peak_flow.peak_flow_l_s(12.5) == pytest.approx(
        (peak_flow.peak_flow_l_s(10) + peak_flow.peak_flow_l_s(15)) / 2
    )
    for units in (0.5, 101):
        with pytest.raises(InputError):
            peak_flow.peak_flow_l_s(units)


def test_of_a_small_house_the_largest_are_open():
    counts = {"toilet": 2, "shower": 1, "bath": 1}
    assert peak_flow.open_at_once_l_s(counts, 2) == pytest.approx(0.4 + 0.2)
    assert peak_flow.open_at_once_l_s(counts, 9) == pytest.approx(0.4 + 0.2 + 2 * 0.1)
    assert peak_flow.open_at_once_l_s(counts, 0) == 0
    with pytest.raises(InputError):
        peak_flow.open_at_once_l_s({"fountain": 1}, 1)


def test_three_points_are_met_exactly():
    curve = pump.fit_curve([0, 0.6, 1.2], [52, 46, 30])
    assert [curve.head_m(q) for q in (0, 0.6, 1.2)] == pytest.approx([52, 46, 30])
    assert curve.head_m(curve.runs_out_l_s) == pytest.approx(0, abs=1e-9)


@given(st.floats(10, 90), st.floats(1, 30), st.floats(1.1, 2.8))
def test_a_curve_of_the_form_is_found_again(shut_off, k, n):
    flows = [0, 0.2, 0.5, 0.9]
    heads = [shut_off - k * q**n for q in flows]
    if min(heads) > 0.1:
        found = pump.fit_curve(flows, heads)
        assert (found.shut_off_m, found.k, found.n) == pytest.approx((shut_off, k, n), rel=1e-6)


@pytest.mark.parametrize(
    ("flows", "heads"),
    [([0, 1], [10, 5]), ([0.1, 1, 2], [10, 8, 5]), ([0, 1, 1], [10, 8, 5]), ([0, 1, 2], [10, 8, 9]),
     ([0, 1, 2], [10, 10, 5])],
)  # fmt: skip
def test_points_that_are_no_pump_are_refused(flows, heads):
    with pytest.raises(InputError) as refused:
        pump.fit_curve(flows, heads)
    assert refused.value.field == "points"


@given(st.floats(20, 80), st.floats(0, 19), st.floats(0.1, 40))
def test_the_operating_point_lies_on_both_curves(shut_off, static, k):
    curve = pump.fit_curve([0, 0.5, 1.0], [shut_off, shut_off * 0.85, shut_off * 0.5])
    flow = pump.operating_flow_l_s(curve, lambda q: static + k * q**2)
    assert flow > 0
    assert curve.head_m(flow) == pytest.approx(static + k * flow**2, rel=1e-9)


def test_a_pump_that_cannot_lift_it_gives_nothing():
    curve = pump.fit_curve([0, 0.5, 1.0], [20, 17, 9])
    assert pump.operating_flow_l_s(curve, lambda q: 25 + q) == 0


def test_ten_feet_of_fall_give_more_than_the_trade_believes():
    """60 m of 26 mm bore under 3.05 m: 0.54 L/s, where half a gallon a minute is 0.03. Derived; checked by the head
    that the flow takes."""
    flow = pump.gravity_flow_l_s(head_m=3.05, bore_mm=26, length_m=60, roughness_mm=0.0015)
    assert flow == pytest.approx(0.54, abs=0.01)
    velocity = flow / 1000 / (math.pi * 0.026**2 / 4)
    took = friction_head_m(flow_l_s=flow, bore_mm=26, length_m=60, roughness_mm=0.0015) + velocity**2 / 2 / 9.80665
    assert took == pytest.approx(3.05, rel=1e-9)


def test_friction_along_it_is_that_of_fluids():
    from fluids.friction import friction_factor

    velocity = 0.5 / 1000 / (math.pi * 0.026**2 / 4)
    factor = friction_factor(Re=velocity * 0.026 / 1.004e-6, eD=0.0015 / 26)
    assert friction_head_m(flow_l_s=0.5, bore_mm=26, length_m=60, roughness_mm=0.0015) == pytest.approx(
        factor * 60 / 0.026 * velocity**2 / 2 / 9.80665, rel=2e-3
    )


def test_suction_is_what_the_atmosphere_leaves():
    """At sea level 20 degree water stands 10.09 m; at 3,000 m 6.91 m. Derived from the two tables above."""
    at_sea = pump.npsh_available_m(altitude_m=0, water_c=20, lift_m=0, loss_m=0)
    assert at_sea == pytest.approx((101.325 - 2.3393) / 9.80665, rel=1e-4)
    uphill = pump.npsh_available_m(altitude_m=3_000, water_c=20, lift_m=4, loss_m=0.5)
    assert uphill == pytest.approx((70.109 - 2.3393) / 9.80665 - 4.5, rel=2e-3)


def test_a_vessel_by_boyle_in_two_steps():
    """100 L at 180 kPa gauge: at the cut-in the air fills 281.3 / 301.3 of it, at the cut-out 281.3 / 451.3."""
    share = pressure_tank.useful_share(cut_in_kpa=200, cut_out_kpa=350, precharge_kpa=180)
    air = 100 * (180 + 101.325)
    assert 100 * share == pytest.approx(air / (200 + 101.325) - air / (350 + 101.325))
    drawdown, size = pressure_tank.vessel_l(flow_l_s=0.5, run_s=60, share=share)
    assert (drawdown, size) == (30, pytest.approx(30 / share))


def test_a_precharge_over_the_cut_in_gives_less_as_the_low_point_is_its_own():
    low = pressure_tank.useful_share(cut_in_kpa=200, cut_out_kpa=350, precharge_kpa=250)
    assert low == pytest.approx(1 - (250 + 101.325) / (350 + 101.325))


@pytest.mark.parametrize(
    ("values", "field"),
    [
        ({"cut_in_kpa": 300, "cut_out_kpa": 300, "precharge_kpa": 100}, "cut_out_kpa"),
        ({"cut_in_kpa": 200, "cut_out_kpa": 300, "precharge_kpa": 300}, "precharge_kpa"),
        ({"cut_in_kpa": -1, "cut_out_kpa": 300, "precharge_kpa": 100}, "cut_in_kpa"),
    ],
)
def test_pressures_out_of_order_are_refused(values, field):
    with pytest.raises(InputError) as refused:
        pressure_tank.useful_share(**values)
    assert refused.value.field == field


def test_a_pump_starts_most_often_at_half_its_flow():
    """Filling and emptying by hand for every draw: the worst is Q/2, with draw-down = q T / 4."""
    flow, drawdown = 1.0, 30.0
    cycles = [3600 / (drawdown / (flow - q) + drawdown / q) for q in (0.1, 0.3, 0.5, 0.7, 0.9)]
    most = pressure_tank.most_starts_h(flow_l_s=flow, drawdown_l=drawdown)
    assert most == pytest.approx(max(cycles)) == pytest.approx(cycles[2])


def test_a_litre_a_second_up_ten_metres_is_98_watts_of_water():
    assert pump.power_w(flow_l_s=1, head_m=10, efficiency=1) == pytest.approx(98.0665)
    assert pump.power_w(flow_l_s=1, head_m=10, efficiency=0.5) == pytest.approx(196.133)


@given(st.floats(1, 1_000), st.floats(1e-300, 10), st.floats(0.01, 10), st.floats(0, 1_000))
def test_the_flow_at_a_head_is_where_the_curve_has_that_head(shut_off_m, k, n, head_m):
    curve = pump.PumpCurve(shut_off_m=shut_off_m, k=k, n=n, most_l_s=1.0)
    flow = curve.flow_l_s(head_m)
    if head_m >= shut_off_m:
        assert flow == 0
    elif flow < pump.MOST_L_S:
        assert curve.head_m(flow) == pytest.approx(head_m, rel=1e-9, abs=1e-6)
    else:
        assert curve.head_m(flow) >= head_m - 1e-6


def test_a_curve_that_is_all_but_flat_gives_no_more_than_any_house_asks_for():
    assert pump.PumpCurve(shut_off_m=50, k=1e-300, n=0.02, most_l_s=1.0).flow_l_s(10) == pump.MOST_L_S
