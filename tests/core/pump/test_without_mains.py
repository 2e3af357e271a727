"""Pumps worked by hand, run by a battery, started by a flow switch."""

import math

import pytest

from lean_year.core.errors import InputError
from lean_year.core.pump.battery import METRIC_CABLES_MM2, US_GAUGES, cable_mm2, carries_days, gauge_mm2
from lean_year.core.pump.flow_switch import START_OVER_COLUMN_KPA, least_start_kpa
from lean_year.core.pump.hand_pump import hand_flow_l_s
from lean_year.core.pump.pump_curve import power_w


def test_work_of_a_hand_is_the_weight_lifted_in_a_second():
    """A tonne of water lifted a metre in 1,000 s is the weight of a kilogram lifted a metre in each second."""
    assert power_w(flow_l_s=1.0, head_m=1.0, efficiency=1.0) == pytest.approx(9.80665)
    assert power_w(flow_l_s=0.2, head_m=9, efficiency=0.5) == pytest.approx(0.2 * 9 * 9.80665 / 0.5)


def test_a_bucket_is_filled_in_as_many_strokes_as_it_holds():
    flow = hand_flow_l_s(stroke_l=0.4, strokes_per_minute=40)
    assert 10 / flow == pytest.approx(10 / 0.4 / 40 * 60)


def test_a_battery_carries_a_pump_for_what_it_stores_over_what_is_used():
    assert carries_days(volts=24, capacity_ah=100, usable_share=0.5, kwh_day=0.6) == pytest.approx(2.0)
    with pytest.raises(InputError, match="kwh_day"):
        carries_days(volts=24, capacity_ah=100, usable_share=0.5, kwh_day=0)


def test_a_cable_of_the_copper_that_is_asked_for_loses_a_twentieth_of_the_voltage():
    """By Ohm, with the resistivity of copper as handbooks give it, 0.01724 ohm mm2/m."""
    section = cable_mm2(current_a=20, length_m=8, volts=12)
    ohms = 0.01724 * 2 * 8 / section
    assert 20 * ohms == pytest.approx(0.05 * 12, rel=1e-3)


@pytest.mark.parametrize(
    ("name", "mm2"), [("14", 2.08), ("10", 5.261), ("6", 13.30), ("2", 33.63), ("1/0", 53.48), ("4/0", 107.2)]
)
def test_american_gauges_have_the_sections_of_their_table(name, mm2):
    """ASTM B258, from memory of its table."""
    assert gauge_mm2(dict(US_GAUGES)[name]) == pytest.approx(mm2, rel=1e-3)


def test_sections_that_are_sold_rise():
    gauges = [gauge_mm2(number) for _, number in US_GAUGES]
    assert gauges == sorted(gauges)
    assert list(METRIC_CABLES_MM2) == sorted(METRIC_CABLES_MM2)


def test_a_flow_switch_starts_above_the_water_that_stands_over_it():
    assert least_start_kpa(column_m=10) - START_OVER_COLUMN_KPA == pytest.approx(1000 * 9.80665 * 10 / 1000)
    assert least_start_kpa(column_m=-3) == START_OVER_COLUMN_KPA
    assert math.isclose(least_start_kpa(column_m=0), START_OVER_COLUMN_KPA)
