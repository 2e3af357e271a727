"""Friction against the package fluids, and the head across a link at the base of a bank."""

import math

import pytest
from fluids.friction import friction_factor as fluids_factor
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.hydraulics import pipes

PLASTIC = {"length_m": 2.0, "roughness_mm": 0.01}


@given(st.floats(4_000, 1e8), st.floats(0, 0.05))
def test_the_turbulent_factor_is_colebrooks_as_fluids_solves_it(reynolds, roughness):
    ours = pipes.friction_factor(reynolds=reynolds, relative_roughness=roughness)
    assert ours == pytest.approx(fluids_factor(Re=reynolds, eD=roughness, Method="Colebrook"), rel=1e-8)


@given(st.floats(1, 2_000))
def test_the_laminar_factor_is_64_over_reynolds(reynolds):
    assert pipes.friction_factor(reynolds=reynolds, relative_roughness=0.001) == pytest.approx(64 / reynolds)


def test_between_laminar_and_turbulent_the_factor_neither_jumps_nor_leaves_its_ends():
    ends = [pipes.friction_factor(reynolds=re, relative_roughness=0.001) for re in (2_000, 4_000)]
    middle = pipes.friction_factor(reynolds=3_000, relative_roughness=0.001)
    assert middle == pytest.approx(sum(ends) / 2)


def test_a_link_of_50_mm_is_too_small_where_100_mm_is_plenty():
    """5 L/s through 2 m: entry, exit, friction and about one velocity head of valve and unions. By hand for 100 mm:
    v = 0.637 m/s, v2/2g = 0.0207 m, Re = 63,400, f = 0.0202 by the explicit formula of Swamee and Jain (1976);
    0.0207 x (2.5 + 0.0202 x 2 / 0.1) = 0.0600 m."""
    heads = [pipes.link_head_m(flow_l_s=5, bore_mm=bore, fittings=1, **PLASTIC) for bore in (50, 75, 100)]
    assert heads == pytest.approx([1.07, 0.20, 0.06], abs=0.01)
    velocity_head = (0.005 / (math.pi * 0.05**2)) ** 2 / (2 * 9.80665)
    assert heads[2] == pytest.approx(velocity_head * (2.5 + 0.0202 * 2 / 0.1), rel=0.005)


@given(st.floats(0.001, 20), st.floats(20, 200), st.floats(0, 10), st.floats(0, 5))
def test_the_flow_of_a_head_is_the_one_that_needs_it(flow, bore, length, fittings):
    pipe = {"bore_mm": bore, "length_m": length, "roughness_mm": 0.01, "fittings": fittings}
    head = pipes.link_head_m(flow_l_s=flow, **pipe)
    if head <= 100:
        assert pipes.link_flow_l_s(head_m=head, **pipe) == pytest.approx(flow, rel=1e-6)


def test_no_flow_needs_no_head_and_no_head_brings_no_flow():
    for none in (0, 5e-324, 1e-200):
        assert pipes.link_head_m(flow_l_s=none, bore_mm=50, **PLASTIC) == 0
    assert pipes.link_flow_l_s(head_m=0, bore_mm=50, **PLASTIC) == pytest.approx(0, abs=1e-9)


@pytest.mark.parametrize(
    ("changes", "field"),
    [({"bore_mm": 0}, "bore_mm"), ({"flow_l_s": -1}, "flow_l_s"), ({"roughness_mm": 40}, "roughness_mm"),
     ({"length_m": -2}, "length_m"), ({"fittings": float("nan")}, "fittings")],
)  # fmt: skip
def test_a_pipe_that_cannot_be_is_named(changes, field):
    with pytest.raises(InputError, match=field):
        pipes.link_head_m(**({"flow_l_s": 5, "bore_mm": 50, **PLASTIC} | changes))
