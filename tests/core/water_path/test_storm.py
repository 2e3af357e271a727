"""The downpour test on supplies small enough for sums by hand. Against the SWMM engine: `tests/reference`."""

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.core.water_path.storm import CURVE_POINTS, StormGroup, StormLink, StormVessel, play_storm

HOUR = 60
LEVELS = np.linspace(0.0, 2.0, CURVE_POINTS)
FREE = StormGroup(takes_l_s=1e3, chamber_l=0.0, run_l_s=1e3, inlet_l_s=1e3, into=-1, vessel=0)


def upright(start_m=0.0, *, area_m2=1.0, overflows=0, spills_to=-1, pump_l_s=0.0):
    """A tank with straight walls, 2 m to its lid, that spills at 1.5 m."""
    return StormVessel(LEVELS * area_m2 * 1000, LEVELS, 1.5, start_m, overflows, spills_to, pump_l_s)


def played(rain_mm, vessels, *, groups=(FREE,), links=(), area_m2=60.0, gutter_l_s=1e3, passes_l_s=1e3):
    return play_storm(
        np.asarray(rain_mm, dtype=float),
        area_m2=np.array([area_m2]),
        gutter_l_s=np.array([gutter_l_s]),
        shares=np.array([[1.0] + [0.0] * (len(groups) - 1)]),
        groups=list(groups),
        vessels=list(vessels),
        links=list(links),
        overflow_head_m=np.array([0.0, 0.01, 1.0]),
        overflow_l_s=np.array([0.0, passes_l_s, passes_l_s]),
    )


def test_rain_fills_a_tank_by_its_area():
    """A millimetre a minute on 60 m2 is a litre a second; an hour of it on 4 m2 of water is 0.9 m."""
    result = played([1.0] * HOUR, [upright(area_m2=4.0)])
    assert result.roof_l_s[0] == pytest.approx(1.0)
    assert result.level_m[0, -1] == pytest.approx(0.9)
    assert result.overflow_l_s.sum() == result.vessel_spill_l_s.sum() == 0
    assert abs(result.residual_l) < 1e-6


def test_a_full_tank_without_an_overflow_spills_what_comes():
    result = played([1.0] * HOUR, [upright(1.5)])
    assert result.vessel_spill_l_s[0] == pytest.approx(1.0)
    assert result.level_m[0] == pytest.approx(1.5)


def test_one_below_its_overflow_spills_nothing():
    result = played([0.1] * 10, [upright(0.2, overflows=1)])
    assert result.overflow_l_s.tolist() == [0.0] * 10
    assert result.vessel_spill_l_s.tolist() == [[0.0] * 10]


def test_a_full_tank_passes_what_comes_through_a_wide_overflow():
    result = played([1.0] * HOUR, [upright(1.5, overflows=1)])
    assert result.overflow_l_s[-1] == pytest.approx(1.0, rel=1e-3)
    assert result.level_m[0, -1] < 1.52
    assert result.vessel_spill_l_s.sum() == 0


def test_what_a_narrow_overflow_does_not_pass_goes_over_the_lid():
    """0.4 of 1 L/s pass; the half metre to the lid fills in 500 / 0.6 s, from then on the rest goes over."""
    result = played([1.0] * HOUR, [upright(1.5, overflows=1)], passes_l_s=0.4)
    assert result.overflow_l_s[-1] == pytest.approx(0.4)
    assert result.vessel_spill_l_s[0, -1] == pytest.approx(0.6)
    assert result.vessel_spill_l_s[0].sum() * 60 == pytest.approx(0.6 * 3600 - 500, abs=8)
    assert result.level_m[0, -1] == pytest.approx(2.0)


def test_two_overflows_pass_twice_as_much():
    result = played([1.0] * HOUR, [upright(1.5, overflows=2)], passes_l_s=0.4)
    assert result.overflow_l_s[-1] == pytest.approx(0.8)


def test_the_spill_of_one_tank_fills_the_next():
    result = played([1.0] * HOUR, [upright(1.5, spills_to=1), upright(0.0, area_m2=4.0, overflows=1)])
    assert result.level_m[:, -1] == pytest.approx([1.5, 0.9], abs=0.01)
    assert result.vessel_spill_l_s.sum() == 0


def test_a_pump_lifts_into_the_next_at_its_rate_and_stops_at_its_lid():
    result = played([0.0] * HOUR, [upright(1.4, area_m2=4.0, pump_l_s=0.5), upright(1.0, overflows=0, spills_to=-1)])
    assert result.level_m[0, 0] == pytest.approx(1.4 - 0.5 * 60 / 4000)
    lifted = 1.4 * 4000 - result.level_m[0, -1] * 4000
    assert lifted == pytest.approx(0.5 * 3600, rel=1e-3)


def test_linked_tanks_come_to_one_level_through_half_the_volume():
    result = played([0.0] * HOUR, [upright(1.4), upright(0.0)], links=[StormLink(0, 1, 5.0)])
    assert result.level_m[:, -1] == pytest.approx([0.7, 0.7], abs=1e-3)
    reversed_ = played([0.0] * HOUR, [upright(0.0), upright(1.4)], links=[StormLink(0, 1, 5.0)])
    assert reversed_.level_m[:, -1] == pytest.approx([0.7, 0.7], abs=1e-3)


def test_the_first_minute_through_a_link_is_its_coefficient_times_the_root_of_the_head():
    result = played([0.0], [upright(1.4, area_m2=100.0), upright(0.4, area_m2=100.0)], links=[StormLink(0, 1, 5.0)])
    assert (1.4 - result.level_m[0, 0]) * 100_000 == pytest.approx(5.0 * 60, rel=0.01)


def test_a_shut_link_passes_nothing():
    result = played([0.0] * HOUR, [upright(1.4), upright(0.0)], links=[StormLink(0, 1, 0.0)])
    assert result.level_m[:, -1] == pytest.approx([1.4, 0.0])


def test_each_place_spills_what_is_more_than_it_takes():
    """4 L/s on the roof: the gutter takes 3, the downpipe 2.5, its run 2, its inlet 1.5."""
    group = StormGroup(takes_l_s=2.5, chamber_l=0.0, run_l_s=2.0, inlet_l_s=1.5, into=-1, vessel=0)
    result = played([4.0] * 5, [upright(area_m2=100.0)], groups=[group], gutter_l_s=3.0)
    spills = (result.gutter_spill_l_s, result.group_spill_l_s, result.run_spill_l_s, result.inlet_spill_l_s)
    assert [each[0, -1] for each in spills] == pytest.approx([1.0, 0.5, 0.5, 0.5])
    assert result.level_m[0, -1] * 100_000 == pytest.approx(1.5 * 300)


def test_the_first_flush_is_taken_once():
    group = StormGroup(takes_l_s=1e3, chamber_l=90.0, run_l_s=1e3, inlet_l_s=1e3, into=-1, vessel=0)
    result = played([1.0] * 5, [upright()], groups=[group])
    assert result.flushed_l == pytest.approx(90)
    assert result.run_l_s[0] == pytest.approx([0.0, 0.5, 1.0, 1.0, 1.0])
    assert result.level_m[0, -1] * 1000 == pytest.approx(300 - 90)


def test_a_group_that_joins_another_comes_on_top_of_it():
    first = StormGroup(takes_l_s=1e3, chamber_l=0.0, run_l_s=1e3, inlet_l_s=1e3, into=1, vessel=-1)
    second = StormGroup(takes_l_s=1e3, chamber_l=0.0, run_l_s=0.7, inlet_l_s=1e3, into=-1, vessel=0)
    result = played([1.0] * 5, [upright()], groups=[first, second])
    assert result.run_l_s[:, -1] == pytest.approx([1.0, 0.7])
    assert result.run_spill_l_s[1, -1] == pytest.approx(0.3)


@pytest.mark.parametrize("rain", [[-0.1], [1_826.0]])
def test_rain_that_cannot_be_is_refused(rain):
    with pytest.raises(InputError, match="1,825 mm"):
        played(rain, [upright()])
    with pytest.raises(InputError, match="at least one tank"):
        played([1.0], [])
