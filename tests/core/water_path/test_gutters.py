"""Gutters, downpipes and drains, against published tables and the fluids package."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.water_path import gutters

# BS EN 12056-3, table 8: capacity of vertical pipes at a filling degree of 0.33, from memory. [mm], [L/s]
VERTICAL = {50: 1.7, 60: 2.7, 70: 4.1, 75: 5.0, 80: 5.9, 90: 8.1, 100: 10.7, 120: 17.4, 150: 31.6}
# International Plumbing Code, horizontal storm drains, from memory: ft2 at 1 in/h. [in], [in/ft], [ft2]
STORM_DRAINS = [(3, 1 / 8, 3_288), (3, 1 / 4, 4_640), (4, 1 / 8, 7_520), (4, 1 / 4, 10_600), (5, 1 / 8, 13_360),
                (5, 1 / 4, 18_880), (6, 1 / 8, 21_400), (6, 1 / 4, 30_200), (8, 1 / 8, 46_000), (8, 1 / 4, 65_200),
                (10, 1 / 8, 82_800), (10, 1 / 4, 116_800), (12, 1 / 8, 133_200), (12, 1 / 4, 188_000)]  # fmt: skip


@pytest.mark.parametrize(("bore", "flow"), VERTICAL.items())
def test_downpipes_carry_what_the_standards_table_says(bore, flow):
    assert gutters.downpipe_capacity_l_s(diameter_mm=bore) == pytest.approx(flow, abs=0.06)


@pytest.mark.parametrize(("inch", "fall", "area_ft2"), STORM_DRAINS)
def test_drains_carry_what_the_code_table_says(inch, fall, area_ft2):
    """The table lies between Manning bore full at n = 0.0145 and at 0.0155."""
    table_l_s = area_ft2 * 0.3048**2 * 25.4 / 3600
    low, high = (
        gutters.drain_capacity_l_s(diameter_mm=inch * 25.4, slope=fall / 12, manning_n=n)
        for n in (gutters.CODE_TABLE_N, 0.0145)
    )
    assert low * 0.985 <= table_l_s <= high * 1.015
    assert gutters.HORIZONTAL[fall / 12].area_ft2[inch] == area_ft2


def test_the_drain_is_mannings_as_fluids_has_it():
    from fluids.open_flow import V_Manning

    d, slope, n = 0.104, 0.01, 0.011
    flow = V_Manning(Rh=d / 4, S=slope, n=n) * math.pi * d**2 / 4
    assert gutters.drain_capacity_l_s(diameter_mm=104, slope=slope, manning_n=n) == pytest.approx(1000 * flow)
    half = gutters.drain_capacity_l_s(diameter_mm=104, slope=slope, manning_n=n, fill=0.5)
    assert half == pytest.approx(500 * flow)
    most = max(gutters.drain_capacity_l_s(diameter_mm=104, slope=slope, fill=k / 1000) for k in range(1001))
    full = gutters.drain_capacity_l_s(diameter_mm=104, slope=slope)
    assert most / full == pytest.approx(1.076, abs=0.002)  # at 0.94 of the depth, a textbook value


def test_a_half_round_gutter_by_hand():
    """125 mm: 6,136 mm2, 0.9 x 2.78e-5 x 6,136^1.25 = 1.36 L/s. Formula from memory (BS EN 12056-3)."""
    section = gutters.half_round_area_mm2(125)
    assert section == pytest.approx(6_136, abs=1)
    assert gutters.gutter_capacity_l_s(section_mm2=section) == pytest.approx(1.359, abs=0.002)
    assert gutters.gutter_capacity_l_s(section_mm2=section, length_over_depth=200, bends=True) == pytest.approx(
        1.359 * 0.8 * 0.85, abs=0.002
    )


# BS EN 12056-3, table 6, from memory: length over depth, fall [mm/m], factor.
BY_LENGTH_AND_FALL = [(50, 0, 1), (50, 10, 1), (100, 3, 0.93), (100, 4, 1.03), (150, 6, 1.17), (200, 8, 1.4),
                      (500, 3, 0.6), (500, 10, 1.55)]  # fmt: skip


@pytest.mark.parametrize(("ratio", "fall", "factor"), BY_LENGTH_AND_FALL)
def test_the_factor_for_length_and_fall_is_the_tables(ratio, fall, factor):
    assert gutters.length_factor(ratio, fall) == pytest.approx(factor)


@given(st.floats(0, 600), st.floats(0, 200), st.floats(0, 0.5))
def test_a_little_more_fall_never_takes_away_and_gives_no_leap(ratio, fall, more):
    before, after = gutters.length_factor(ratio, fall), gutters.length_factor(ratio, fall + more)
    assert before <= after + 1e-12
    # The steepest step of the table is 0.50 over the millimetre from level to 4 mm/m, at 500 times the depth.
    assert after - before <= 0.5 * more + 1e-9


@given(st.floats(50, 300), st.floats(3, 50), st.floats(0, 200))
def test_no_gutter_is_designed_for_more_than_it_brings_running_full(width, length, fall):
    """The careful capacity of a gutter that falls is under Manning's, or under a level one's, running full."""
    section = gutters.half_round_area_mm2(width)
    careful = gutters.gutter_capacity_l_s(
        section_mm2=section, length_over_depth=2000 * length / width, fall_mm_m=fall
    )
    manning = gutters.sloped_gutter_l_s(section_mm2=section, wetted_mm=math.pi * width / 2, slope=fall / 1000)
    level = gutters.HALF_ROUND_FACTOR * section**1.25
    assert careful <= max(manning, level) * 1.0001


@pytest.mark.parametrize(
    ("outlets", "reaches"),
    [
        ([0], [(0, 12)]),
        ([12], [(12, 0)]),
        ([4], [(4, 8)]),
        ([0, 12], [(0, 6), (6, 0)]),
        ([9, 3], [(3, 3), (3, 3)]),
        ([0, 6, 12], [(0, 3), (3, 3), (3, 0)]),
        ([6, 6], [(6, 0), (0, 6)]),
    ],
)
def test_the_water_of_a_gutter_runs_to_the_nearest_outlet(outlets, reaches):
    assert gutters.reaches_m(length_m=12, outlets_m=outlets) == reaches


@given(st.floats(0.1, 200), st.lists(st.floats(0, 1), min_size=1, max_size=9))
def test_every_metre_runs_to_one_outlet(length, shares):
    """Against the nearest outlet of a thousand points along it, an independent count."""
    outlets = [share * length for share in shares]
    found = gutters.reaches_m(length_m=length, outlets_m=outlets)
    assert sum(left + right for left, right in found) == pytest.approx(length)
    points = (np.arange(1000) + 0.5) / 1000 * length
    nearest = np.abs(points[:, None] - np.array(outlets)[None, :]).min(axis=1).max()
    assert max(max(reach) for reach in found) == pytest.approx(nearest, abs=length / 900)


@pytest.mark.parametrize("outlets", [[], [-0.1], [12.1]])
def test_a_gutter_without_an_outlet_in_it_is_refused(outlets):
    with pytest.raises(InputError, match="outlets_m"):
        gutters.reaches_m(length_m=12, outlets_m=outlets)


@given(st.floats(20, 300), st.floats(0.01, 40))
def test_the_head_over_a_lip_is_the_one_that_its_flow_needs(bore, flow):
    head = gutters.opening_head_mm(diameter_mm=bore, flow_l_s=flow)
    if head <= 10_000 and not 0.49 * bore < head < 0.51 * bore:
        assert gutters.opening_capacity_l_s(diameter_mm=bore, head_mm=head) == pytest.approx(flow, rel=1e-9)


def test_weir_and_orifice_meet_at_half_the_diameter():
    below = gutters.opening_capacity_l_s(diameter_mm=100, head_mm=50)
    above = gutters.opening_capacity_l_s(diameter_mm=100, head_mm=50.0001)
    assert below == pytest.approx(above, rel=1e-4)
    assert gutters.opening_capacity_l_s(diameter_mm=100, head_mm=30, strainer=True) * 2 == pytest.approx(
        gutters.opening_capacity_l_s(diameter_mm=100, head_mm=30)
    )


def test_the_code_tables_ask_for_a_size():
    inch_an_hour = 2_000 * 0.09290304 * 25.4 / 3600
    assert gutters.VERTICAL.flow_l_s(2 * 25.4) >= inch_an_hour > gutters.VERTICAL.flow_l_s(1 * 25.4)
    assert gutters.VERTICAL.flow_l_s(3 * 25.4) >= 4 * inch_an_hour > gutters.VERTICAL.flow_l_s(2 * 25.4)
    assert gutters.VERTICAL.size_of_in(100 * 25.4) == max(gutters.VERTICAL.area_ft2)
    assert gutters.VERTICAL.area_m2(3, 25.4) == pytest.approx(8_800 * 0.09290304)
    with pytest.raises(InputError):
        gutters.VERTICAL.area_m2(7, 25.4)


def test_an_open_channel_by_hand():
    """300 mm wide, filled to 160 mm: 0.048 m2 over a girth of 0.62 m; at 2 % and n 0.020, 1000 x 0.048 x
    0.07742^(2/3) x 0.14142 / 0.020 = 61.6 L/s. Half as rough, twice as much; level, nothing."""
    measures = {"width_mm": 300, "depth_mm": 200}
    assert gutters.open_channel_l_s(**measures, slope=0.02, lining="stone") == pytest.approx(61.6, rel=2e-3)
    rock = gutters.open_channel_l_s(**measures, slope=0.02, lining="rock")
    assert gutters.open_channel_l_s(**measures, slope=0.02, lining="stone") == pytest.approx(2 * rock)
    assert gutters.open_channel_l_s(**measures, slope=0, lining="earth") == 0


def test_a_lining_that_is_none_is_named():
    with pytest.raises(InputError, match="lining"):
        gutters.open_channel_l_s(width_mm=300, depth_mm=200, slope=0.02, lining="glass")
