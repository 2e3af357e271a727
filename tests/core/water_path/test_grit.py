"""Grains that settle, against published fall velocities, and the trap that keeps them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.water_path.grit import kept_grain_mm, settling_velocity_m_s, trap_flow_l_s


@pytest.mark.parametrize(("grain_mm", "m_min"), [(0.21, 1.15), (0.15, 0.75)])
def test_grit_sinks_as_handbooks_of_waste_water_say(grain_mm, m_min):
    """65 and 100 mesh: 1.15 and 0.75 m/min (Metcalf & Eddy, Wastewater Engineering, from memory), within 15 %: their
    grains are of ordinary temperature, ours of cold water."""
    assert 60 * settling_velocity_m_s(grain_mm) == pytest.approx(m_min, rel=0.15)


def test_silt_sinks_by_stokes_and_gravel_by_its_drag_alone():
    """Stokes: R g D^2 / 18 nu. Far beyond it the drag of the grain alone counts: sqrt(R g D / 0.75)."""
    pull = 1.65 * 9.80665
    assert settling_velocity_m_s(0.005) == pytest.approx(pull * 5e-6**2 / (18 * 1.31e-6), rel=0.01)
    assert settling_velocity_m_s(50) == pytest.approx((pull * 0.05 / 0.75) ** 0.5, rel=0.01)


@given(st.floats(0.002, 50), st.floats(0.01, 100))
def test_a_trap_keeps_the_grain_that_its_flow_was_worked_out_for(grain_mm, plan_m2):
    flow = trap_flow_l_s(grain_mm=grain_mm, plan_m2=plan_m2)
    assert kept_grain_mm(flow_l_s=min(flow, 1e5), plan_m2=plan_m2) <= grain_mm * (1 + 1e-6)
    if flow < 1e5:
        assert kept_grain_mm(flow_l_s=flow, plan_m2=plan_m2) == pytest.approx(grain_mm, rel=1e-6)


def test_at_the_ends_a_trap_says_the_smallest_and_the_largest():
    assert kept_grain_mm(flow_l_s=0, plan_m2=1) == 1e-3
    assert kept_grain_mm(flow_l_s=1e5, plan_m2=1e-3) == 100
