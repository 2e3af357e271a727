"""Gutters, downpipes and drains, against published tables and the fluids package."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.water_path import gutters

# BS EN 12056-3, table 8: capacity of vertical pipes at a filling degree of 0.33, from memory. [mm], [L/s]
VERTICAL = {50: 1.7, 60: 2.7, 70: 4.1, 75: 5.0, 80: 5.9, 90: 8.1, 100: 10.7, 120: 17.4, 150: 31.6}
# International Plumbing Code, horizontal storm drains, from memory: ft2 at 1 in/h. [in], [in/ft], [ft2]
STORM_DRAINS = [(3, 1 / 8, 3_288), (3, 1 / 4, 4_640), (4, 1 / 8, 7_520), (4, 1 / 4, 10_600), (6, 1 / 8, 21_400),
                (6, 1 / 4, 30_200)]  # fmt: skip


@pytest.mark.parametrize(("bore", "flow"), VERTICAL.items())
def test_downpipes_carry_what_the_standards_table_says(bore, flow):
    assert gutters.downpipe_capacity_l_s(diameter_mm=bore) == pytest.approx(flow, abs=0.06)


@pytest.mark.parametrize(("inch", "fall", "area_ft2"), STORM_DRAINS)
def test_drains_carry_what_the_code_table_says(inch, fall, area_ft2):
    """The table lies between Manning bore full at n = 0.0145 and at 0.0155."""
    table_l_s = area_ft2 * 0.3048**2 * 25.4 / 3600
    low, high = (
        gutters.drain_capacity_l_s(diameter_mm=inch * 25.4, slope=fall / 12, manning_n=n) for n in (0.0155, 0.0145)
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


def test_a_gutter_laid_to_a_fall_beats_a_level_one():
    section, girth = gutters.half_round_area_mm2(125), math.pi * 62.5
    sloped = gutters.sloped_gutter_l_s(section_mm2=section, wetted_mm=girth, slope=1 / 200)
    assert sloped > gutters.gutter_capacity_l_s(section_mm2=section)


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
