"""First flush: drain-down against an integrated ODE, the halving rule, the day-by-day diverter."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.water_path import first_flush


@pytest.mark.parametrize(
    ("length", "bore", "hole"), [(0.91, 77, 1.0), (0.91, 77, 3.0), (2.0, 150, 0.5), (1.2, 100, 2)]
)
def test_the_time_to_empty_is_that_of_the_integrated_outflow(length, bore, hole):
    from scipy.integrate import solve_ivp

    leg, out = math.pi * (bore / 1000) ** 2 / 4, math.pi * (hole / 1000) ** 2 / 4

    def sinking(_, h):
        return [-0.6 * out * math.sqrt(2 * 9.80665 * max(h[0], 0)) / leg]

    def nearly_empty(_, h):
        return h[0] - 1e-6

    nearly_empty.terminal = True
    found = solve_ivp(sinking, (0, 1e7), [length], events=nearly_empty, rtol=1e-9, atol=1e-12)
    hours = first_flush.drain_down_h(chamber_length_m=length, bore_mm=bore, hole_mm=hole)
    assert hours * 3600 * (1 - math.sqrt(1e-6 / length)) == pytest.approx(found.t[-1], rel=1e-4)


def test_half_the_water_is_gone_in_29_percent_of_the_time():
    volume = 100.0
    emptying = first_flush.Diverter(volume, drain_h=24.0, steady=False, leak_l_h=0.0)
    after_a_quarter = first_flush.divert(np.array([volume, volume]), emptying, rain_h=24 * (1 - 0.2929))
    assert after_a_quarter.taken_l[1] == pytest.approx(volume / 2, rel=1e-3)


def test_each_millimetre_halves_what_is_left():
    """Martinson and Thomas 2005."""
    assert [first_flush.share_left(mm) for mm in (0, 1, 2, 3)] == [1, 0.5, 0.25, 0.125]
    assert first_flush.depth_for_share_left_mm(0.125) == pytest.approx(3)


def test_the_barrels_leg_and_its_washers():
    """3 in pipe, 0.91 m: 4.2 to 4.4 L; washers of 1 to 3 mm empty it within hours. Common practice, no source."""
    assert 4.1 < 0.91 * 1000 * math.pi * 0.0779**2 / 4 < 4.4
    hours = [first_flush.drain_down_h(chamber_length_m=0.91, bore_mm=77.9, hole_mm=mm) for mm in (1, 2, 3)]
    assert 1 < hours[0] < 2
    assert hours[0] / hours[2] == pytest.approx(9)


def test_a_hole_that_takes_a_day_for_a_long_leg_is_half_a_millimetre():
    """Common practice: a 2 m leg of 150 mm pipe."""
    assert first_flush.hole_for_time_mm(chamber_length_m=2, bore_mm=150, hours=24) == pytest.approx(0.52, abs=0.03)


def test_the_chamber_of_a_texan_house():
    """1 to 2 US gal from 100 ft2 are 0.4 to 0.8 mm (Texas Manual on Rainwater Harvesting, from memory)."""
    for gallons, depth in ((1, 0.4075), (2, 0.815)):
        assert first_flush.flush_volume_l(area_m2=9.290304, depth_mm=depth) == pytest.approx(
            gallons * 3.785, rel=0.001
        )


def test_losses_follow_dry_gaps_and_not_wet_days():
    slow = first_flush.Diverter(50.0, drain_h=96.0, steady=True, leak_l_h=0.0)
    wet_week = first_flush.divert(np.full(7, 500.0), slow)
    with_gaps = first_flush.divert(np.array([500.0, 0, 0, 0, 500.0, 0, 0, 0, 500.0]), slow)
    assert wet_week.taken_l[0] == 50
    assert np.all(wet_week.taken_l[1:] < 20)
    assert with_gaps.taken_l.sum() > 0.9 * 150
    assert with_gaps.reset.sum() > wet_week.reset.sum()


@given(
    st.lists(st.floats(0, 5_000), min_size=1, max_size=60),
    st.floats(0.1, 300),
    st.floats(0, 200),
    st.booleans(),
    st.floats(0, 30),
    st.floats(0, 24),
)
def test_a_diverter_never_takes_more_than_comes(days, volume, hours, steady, leak, rain_h):
    water = np.array(days)
    out = first_flush.divert(water, first_flush.Diverter(volume, hours, steady, leak), rain_h=rain_h)
    assert np.all(out.taken_l <= water + 1e-9)
    assert np.all(out.taken_l <= volume + leak * rain_h + 1e-9)
    assert out.reset.sum() <= out.wet_day.sum() == int((water > 0).sum())


def test_one_that_nobody_empties_takes_its_water_once():
    water = np.full(30, 100.0)
    by_hand = first_flush.Diverter(60.0, drain_h=math.inf, steady=False, leak_l_h=0.0)
    assert first_flush.divert(water, by_hand).taken_l.sum() == pytest.approx(60)


def test_a_hole_wider_than_its_pipe_is_refused():
    with pytest.raises(InputError) as refused:
        first_flush.drain_down_h(chamber_length_m=1, bore_mm=75, hole_mm=80)
    assert refused.value.field == "hole_mm"
