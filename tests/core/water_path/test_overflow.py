"""Overflow, wet runs, screens and soakaways."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from lean_year.core.errors import InputError
from lean_year.core.hydraulics.pipes import friction_head_m, hazen_williams_head_m
from lean_year.core.water_path import levels, overflow, screens


def pipe(**values):
    return overflow.OverflowPipe(**({"bore_mm": 100, "length_m": 3, "drop_m": 0.0, "fittings": 2.7} | values))


def test_ten_litres_a_second_through_100_mm_with_three_bends_need_about_400_mm():
    """Common practice (a rule of thumb for the standpipe of a bank), no source."""
    assert overflow.overflow_head_mm(pipe(), flow_l_s=10) == pytest.approx(420, abs=60)


@given(st.floats(0.1, 30), st.floats(50, 200), st.floats(0, 20), st.floats(0, 2), st.floats(0, 6), st.integers(1, 3))
def test_the_head_is_the_one_that_passes_the_flow(flow, bore, length, drop, fittings, count):
    found = pipe(bore_mm=bore, length_m=length, drop_m=drop, fittings=fittings, count=count)
    head = overflow.overflow_head_mm(found, flow_l_s=flow)
    if head < 10_000:
        assert overflow.overflow_capacity_l_s(found, head_mm=head + 0.01) >= flow * 0.999
        if head > 1:
            assert overflow.overflow_capacity_l_s(found, head_mm=head * 0.9) < flow * 1.001


def test_a_narrower_reducer_spills_most_of_the_inflow():
    """A 3 in line reduced to 3/4 in (19 mm) passes about 0.5 L/s at 0.3 m of head. Derived, by the orifice law."""
    narrow = pipe(bore_mm=19, length_m=0.1, fittings=0)
    assert overflow.overflow_capacity_l_s(narrow, head_mm=300) == pytest.approx(0.5, abs=0.15)


STORM_MIN = np.array([5.0, 10, 15, 30, 60, 120, 240, 360, 600, 1440])


def test_a_soakaway_balances_for_its_worst_storm_and_holds_all_others():
    """BRE Digest 365, the method from memory: A R - a50 f D = S."""
    depth = 12 * (STORM_MIN / 5) ** (1 / 3)
    found = overflow.soakaway(
        area_m2=100, depth_mm=depth, duration_min=STORM_MIN, infiltration_m_s=2e-5, width_m=1, pit_depth_m=1.5,
        void_ratio=0.38,
    )  # fmt: skip
    sides = 2 * (found.length_m + found.width_m) * found.depth_m / 2
    balance = 100 * depth / 1000 - sides * 2e-5 * STORM_MIN * 60 - found.storage_m3
    assert balance.max() == pytest.approx(0, abs=1e-9)
    assert found.worst_min == STORM_MIN[int(np.argmax(balance))]
    assert found.half_empty_h == pytest.approx(found.storage_m3 / 2 / (sides * 2e-5) / 3600)


def test_ground_that_takes_no_water_is_refused_by_name():
    with pytest.raises(InputError) as refused:
        overflow.soakaway(area_m2=100, depth_mm=np.array([20.0]), duration_min=np.array([60.0]), infiltration_m_s=0,
                          width_m=1, pit_depth_m=1, void_ratio=0.4)  # fmt: skip
    assert refused.value.field == "infiltration_m_s"
    with pytest.raises(InputError):
        overflow.basin_m2(area_m2=100, depth_mm=np.array([20.0]), duration_min=np.array([60.0]), infiltration_m_s=0,
                          ponding_m=0.2)  # fmt: skip


def test_a_basin_by_hand():
    """100 m2, 30 mm in an hour, 36 mm/h, 164 mm of ponding: 3 m3 / 0.2 m = 15 m2."""
    floor, worst = overflow.basin_m2(area_m2=100, depth_mm=np.array([30.0]), duration_min=np.array([60.0]),
                                     infiltration_m_s=1e-5, ponding_m=0.164)  # fmt: skip
    assert (floor, worst) == (pytest.approx(15), 60)


def test_a_wet_run_loses_what_its_parts_lose():
    """Darcy and Weisbach, the friction factor of Colebrook and White solved here by Brent's method; water at 20 C."""
    run = levels.wet_run(flow_l_s=8, bore_mm=104, length_m=26, roughness_mm=0.01, fittings=3.3)
    speed = 0.008 / (np.pi / 4 * 0.104**2)
    reynolds = speed * 0.104 / 1.004e-6
    factor = brentq(
        lambda f: 1 / f**0.5 + 2 * np.log10(0.01 / 104 / 3.7 + 2.51 / (reynolds * f**0.5)), 0.005, 0.1, xtol=1e-12
    )
    head = speed**2 / (2 * 9.80665)
    assert run.lost_m == pytest.approx((factor * 26 / 0.104 + 4.3) * head, rel=1e-6)


def test_the_trades_least_fall_and_a_staff_reading():
    """20 mm over a shed's back wall of 4 m is 1 in 200. Common practice."""
    assert levels.dry_run_fall(start_m=2.02, end_m=2.0, length_m=4) == pytest.approx(levels.LEAST_FALL_TRADE)
    assert levels.height_m(instrument_m=1.42, staff_m=-0.6) == pytest.approx(2.02)
    with pytest.raises(InputError):
        levels.dry_run_fall(start_m=1, end_m=0, length_m=0)


def test_hazen_williams_is_near_colebrook_for_smooth_pipe():
    """C 150 and 0.0015 mm are both handbooks' values of plastic pipe (from memory); the two lie within a tenth."""
    for flow in (1, 2, 5):  # 0.5 to 2.5 m/s
        colebrook = friction_head_m(flow_l_s=flow, bore_mm=50, length_m=100, roughness_mm=0.0015)
        trade = hazen_williams_head_m(flow_l_s=flow, bore_mm=50, length_m=100, c=150)
        assert trade == pytest.approx(colebrook, rel=0.1)


def test_a_gravel_chamber_at_storm_rates_strains_and_does_not_treat():
    """5 to 20 m/h at a storm, roughing filters 0.3 to 1.5 (Wegelin 1996, from memory)."""
    rate = screens.loading_m_h(flow_l_s=3, media_m2=1)
    assert screens.ROUGHING_M_H[1] < rate < screens.STRAINING_M_H


def test_half_clogged_a_mesh_passes_half():
    clean, clogged = (screens.mesh_flow_l_s(open_cm2=150, head_mm=30, clogged_share=share) for share in (0, 0.5))
    assert clogged == pytest.approx(clean / 2)
    for each in screens.SCREEN_TYPES.values():
        assert screens.mesh_flow_l_s(open_cm2=each.open_cm2, head_mm=each.head_mm, clogged_share=0.5) > 1
