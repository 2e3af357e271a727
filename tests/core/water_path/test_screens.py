"""Screens and beds of media, by hand."""

import math

import pytest

from lean_year.core.water_path.screens import loading_m_h, mesh_flow_l_s


@pytest.mark.parametrize(
    ("open_cm2", "head_mm", "clogged", "flow_l_s"),
    [(180, 80, 0.5, 6.764), (100, 50, 0.0, 5.942), (400, 150, 0.9, 4.117)],
)
def test_a_mesh_passes_what_the_orifice_law_says(open_cm2, head_mm, clogged, flow_l_s):
    """0.6 x 0.0180 m2 x half x sqrt(2 g 0.08 m) is 6.76 L/s."""
    passed = mesh_flow_l_s(open_cm2=open_cm2, head_mm=head_mm, clogged_share=clogged)
    assert passed == pytest.approx(flow_l_s, rel=1e-3)
    by_hand = 600 * open_cm2 / 1e4 * (1 - clogged) * math.sqrt(2 * 9.80665 * head_mm / 1000)
    assert passed == pytest.approx(by_hand, rel=1e-12)


def test_twice_the_opening_passes_twice_and_four_times_the_head_as_much():
    one = mesh_flow_l_s(open_cm2=100, head_mm=40)
    assert mesh_flow_l_s(open_cm2=200, head_mm=40) == pytest.approx(2 * one)
    assert mesh_flow_l_s(open_cm2=100, head_mm=160) == pytest.approx(2 * one)
    assert mesh_flow_l_s(open_cm2=100, head_mm=40, clogged_share=1) == 0


@pytest.mark.parametrize(("flow_l_s", "media_m2", "m_h"), [(0.5, 1.2, 1.5), (1.0, 3.6, 1.0), (2.0, 0.5, 14.4)])
def test_water_goes_through_a_bed_as_fast_as_flow_over_plan(flow_l_s, media_m2, m_h):
    assert loading_m_h(flow_l_s=flow_l_s, media_m2=media_m2) == pytest.approx(m_h)
