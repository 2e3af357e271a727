"""A switched pump with its vessel, against a plain loop through time that knows nothing of the formulas."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.pump import pressure_tank
from lean_year.core.pump.pressure_switch import HeldPump, tap_pressure_kpa
from lean_year.core.pump.pump_curve import fit_curve

AIR_KPA = 101.325
CURVE = fit_curve((0.0, 0.8, 1.7), (58.0, 52.0, 33.0))


def outlet_over_time(draw_l_s, *, cut_in_kpa, cut_out_kpa, precharge_kpa, vessel_l, hours=1.0, step_s=0.05):
    """Lowest and highest pressure at the outlet after the first run, and how often it starts in an hour.

    The vessel's air by Boyle, the pump's flow from its curve at the pressure of the moment.
    """
    water, on, starts, seen = 0.0, True, 0, []
    for step in range(int(hours * 3600 / step_s)):
        pressure = (precharge_kpa + AIR_KPA) * vessel_l / (vessel_l - water) - AIR_KPA
        flow = CURVE.flow_l_s(pressure / 9.80665) if on else 0.0
        water = min(0.999 * vessel_l, max(0.0, water + (flow - draw_l_s) * step_s))
        if on and pressure >= cut_out_kpa:
            on = False
        elif not on and pressure <= cut_in_kpa:
            on, starts = True, starts + 1
        if step * step_s > 300:
            seen.append(pressure)
    return min(seen), max(seen), starts / hours


@pytest.mark.parametrize("draw_l_s", [0.2, 0.5, 0.8])
def test_the_outlet_swings_between_cut_in_and_cut_out_while_water_is_drawn(draw_l_s):
    band = {"cut_in_kpa": 380.0, "cut_out_kpa": 500.0, "precharge_kpa": 366.0}
    low, high, starts = outlet_over_time(draw_l_s, **band, vessel_l=300)
    assert low == pytest.approx(380, abs=2)
    assert high == pytest.approx(500, abs=2)
    held_l = 300 * pressure_tank.useful_share(**band)
    most = max(
        pressure_tank.most_starts_h(flow_l_s=CURVE.flow_l_s(kpa / 9.80665), drawdown_l=held_l) for kpa in (380, 500)
    )
    assert starts <= most * 1.02


def test_half_of_what_the_pump_gives_starts_it_most_often():
    """Its flow in the middle of the band, by the loop: within the twentieth that the curve bends."""
    band = {"cut_in_kpa": 380.0, "cut_out_kpa": 500.0, "precharge_kpa": 366.0}
    middle = CURVE.flow_l_s(440 / 9.80665)
    held_l = 300 * pressure_tank.useful_share(**band)
    asked = pressure_tank.most_starts_h(flow_l_s=middle, drawdown_l=held_l)
    counted = {
        share: outlet_over_time(share * middle, **band, vessel_l=300, hours=4.0, step_s=0.1)[2]
        for share in (0.25, 0.5, 0.75)
    }
    assert counted[0.5] == pytest.approx(asked, rel=0.06)
    assert counted[0.5] >= max(counted.values()) - 1


def test_where_the_house_draws_more_than_the_pump_gives_it_runs_on_under_its_cut_in():
    band = {"cut_in_kpa": 500.0, "cut_out_kpa": 540.0, "precharge_kpa": 350.0}
    low, high, starts = outlet_over_time(0.9, **band, vessel_l=100)
    assert starts == 0
    held = HeldPump(CURVE, lambda _flow: 500 / 9.80665)
    assert low == pytest.approx(held.head_m(0.9) * 9.80665, rel=0.01)
    assert high == pytest.approx(low, rel=0.01)


@settings(max_examples=100)
@given(st.floats(0.0, 2.0), st.floats(5.0, 80.0))
def test_no_more_counts_than_is_held_and_no_more_than_the_pump_gives(flow_l_s, held_m):
    held = HeldPump(CURVE, lambda _flow: held_m)
    assert held.head_m(flow_l_s) == min(held_m, CURVE.head_m(flow_l_s))
    assert held.shut_off_m <= min(held_m, 58.0)


def test_at_shut_off_what_is_held_at_no_flow_counts():
    """A pipe that loses head holds less with every litre that flows."""
    assert HeldPump(CURVE, lambda flow: 30.0 + flow).shut_off_m == 30.0


@pytest.mark.parametrize(
    ("switch", "lift", "loss", "left"),
    [(220, 0, 0, 220), (100, 20, 0, -96.133), (300, -10, 50, 348.0665), (360, 4.92, 78, 233.751)],
)
def test_what_a_switch_leaves_at_a_tap_by_hand(switch, lift, loss, left):
    """10 m of water are 98.0665 kPa."""
    assert tap_pressure_kpa(switch_kpa=switch, lift_m=lift, loss_kpa=loss) == pytest.approx(left, abs=1e-3)
