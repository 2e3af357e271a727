"""What carries the tank, against the code's table, hydrostatics, integrals and the trade's own figures."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import dblquad

from lean_year.core.errors import InputError
from lean_year.core.ground import bearing as ground_load
from lean_year.core.ground import flotation, foundation, tank_weights, wind
from lean_year.core.ground.earthworks import Footprint, earthworks
from lean_year.core.quick_sums import work_out

PSF_KPA = 0.04788026


PRESUMPTIVE_PSF = {"clay": 1_500, "sand": 2_000, "sandy_gravel": 3_000, "soft_rock": 4_000, "bedrock": 12_000}


@pytest.mark.parametrize(("soil", "psf"), PRESUMPTIVE_PSF.items())
def test_presumptive_values_are_the_building_codes(soil, psf):
    """International Building Code, table of presumptive load-bearing values, from memory."""
    assert ground_load.GROUNDS[soil].allowed_kpa == pytest.approx(psf * PSF_KPA, rel=0.01)


def test_fill_carries_nothing_without_an_engineer():
    assert ground_load.GROUNDS["fill"].allowed_kpa == 0


def test_a_full_plastic_tank_of_5500_litres_is_about_six_tonnes():
    """Common practice; 2.1 m across it presses as 1.6 m of water."""
    found = work_out("tank_weight", {"volume_l": 5_500, "empty_kg": 150, "base_area_m2": math.pi / 4 * 2.1**2})
    assert found["mass_kg"] / 1000 == pytest.approx(6, abs=0.4)
    assert found["bearing_kpa"] == pytest.approx(5.65 * 9.80665 / (math.pi / 4 * 2.1**2))


def test_a_pad_of_12_2_m_carries_a_tank_of_10_2():
    """Common practice."""
    found = work_out("pad", {"tank_diameter_m": 10.2, "margin_m": 1, "thickness_m": 0.1})
    assert found["pad_diameter_m"] == pytest.approx(12.2)
    assert found["volume_m3"] == pytest.approx(math.pi / 4 * 12.2**2 * 0.1)
    assert found["mass_t"] == pytest.approx(found["volume_m3"] * 2.1)


@pytest.mark.parametrize(
    ("bag_kg", "each_m3"), [(80 * 0.45359237, 0.6 * 0.0283168), (60 * 0.45359237, 0.45 * 0.0283168), (20, 0.0093)]
)
def test_bags_make_what_their_labels_say(bag_kg, each_m3):
    """80 lb make 0.6 cubic feet, 60 lb 0.45, 20 kg about 0.0093 m3. Common practice."""
    assert foundation.BAG_M3_KG * bag_kg == pytest.approx(each_m3, rel=0.01)


def test_62_bags_went_into_the_ring_of_a_39_m3_tank():
    """Common practice: a ring of about 1.05 m3, bags of 80 lb."""
    assert work_out("concrete_bags", {"volume_m3": 1.05, "bag_kg": 80 * 0.45359237})["bags"] == 62
    assert foundation.concrete_bags(volume_m3=0, bag_kg=20) == 0
    with pytest.raises(InputError) as refused:
        foundation.concrete_bags(volume_m3=1, bag_kg=0)
    assert refused.value.field == "bag_kg"


@pytest.mark.parametrize(
    ("diameter_m", "depth_m", "wall_mm", "tension", "stress"), [(6, 3, 75, 88, 1.2), (10, 4, 75, 196, 2.6)]
)
def test_the_pull_in_a_round_wall(diameter_m, depth_m, wall_mm, tension, stress):
    """By hand: the water's push on a half ring is carried by two walls."""
    found = work_out("hoop", {"diameter_m": diameter_m, "depth_m": depth_m, "wall_mm": wall_mm})
    assert found["tension_kn_m"] == pytest.approx(tension, rel=0.005)
    assert found["stress_mpa"] == pytest.approx(stress, rel=0.03)


def test_a_tank_floats_by_archimedes():
    """By hand: 5 m3 lift 49.03 kN; 200 kg and 20 kN of cover hold 21.96."""
    found = work_out("flotation", {"displaced_m3": 5, "tank_kg": 200, "water_l": 0, "cover_kn": 20})
    assert found["safety_factor"] == pytest.approx(21.961 / 49.033, rel=1e-4)
    held = work_out("flotation", {"displaced_m3": 5, "tank_kg": 200, "water_l": found["ballast_l"], "cover_kn": 20})
    assert held["safety_factor"] == pytest.approx(1.2)


@given(st.floats(0.1, 100), st.floats(10, 50_000), st.floats(0, 1_000))
def test_ballast_is_just_enough_and_never_below_nothing(displaced, tank, cover):
    water = flotation.ballast_l(displaced_m3=displaced, tank_kg=tank, cover_kn=cover)
    factor = flotation.safety_factor(displaced_m3=displaced, tank_kg=tank, water_l=water, cover_kn=cover)
    assert factor >= 1.2 - 1e-9
    assert water == 0 or factor == pytest.approx(1.2)


def test_the_drag_of_a_gust_is_that_of_the_handbooks():
    """0.613 V^2 pascals at 15 degrees (the wind codes' velocity pressure, from memory), times 0.8 on 2.5 x 2 m."""
    force = wind.wind_force_n(diameter_m=2.5, height_m=2, wind_m_s=40)
    assert force == pytest.approx(0.613 * 40**2 * 0.8 * 5, rel=0.002)


def test_a_flat_face_takes_what_the_wind_codes_give_a_boxs_two_sides():
    """EN 1991-1-4, table 7.1, from memory: +0.8 and -0.5 on the faces of a box as deep as it is tall."""
    where = {"diameter_m": 2.0, "height_m": 1.8, "wind_m_s": 35}
    pressure = 0.5 * 1.225 * 35**2
    assert wind.wind_force_n(**where, shape="flat") == pytest.approx(pressure * (0.8 + 0.5) * 2.0 * 1.8)
    assert wind.wind_force_n(**where, shape="flat") == pytest.approx(1.625 * wind.wind_force_n(**where))


@given(st.floats(0.5, 12), st.floats(0.5, 5), st.floats(20, 3_000), st.floats(5, 70))
def test_the_water_left_in_holds_the_tank_in_the_wind(diameter, height, empty, gust):
    hold = wind.wind_hold(diameter_m=diameter, height_m=height, empty_kg=empty, wind_m_s=gust)
    full = wind.wind_hold(diameter_m=diameter, height_m=height, empty_kg=empty + hold.water_l, wind_m_s=gust)
    assert min(full.overturning, full.sliding) >= 1.5 - 1e-9
    assert hold.water_l == 0 or min(full.overturning, full.sliding) == pytest.approx(1.5)


def test_a_lean_loses_a_wedge():
    """By integration of the depth that is missing over the base."""

    def half_m(x):
        return math.sqrt(max(0.0, 1.25**2 - x**2))

    lost, _ = dblquad(lambda _, x: 0.05 * (x + 1.25) / 2.5, -1.25, 1.25, lambda x: -half_m(x), half_m)
    assert work_out("tilt", {"diameter_m": 2.5, "drop_mm": 50})["lost_volume_l"] == pytest.approx(
        1000 * lost, rel=1e-6
    )


def away_m(pad, x, y):
    """How far a place lies outside the pad, 0 within."""
    if pad.round:
        return np.maximum(0, np.hypot(x, y) - pad.width_m / 2)
    return np.hypot(np.maximum(0, np.abs(x) - pad.width_m / 2), np.maximum(0, np.abs(y) - pad.length_m / 2))


def volumes_on_a_grid(pad, over, slope, batters):
    """Cut and fill summed over small squares, each as deep as ground, pad and batter say in its middle."""
    out, cells = max(pad.width_m, pad.length_m) / 2 + 4, 1_500
    middles = (np.arange(cells) + 0.5) / cells * 2 * out - out
    x, y = np.meshgrid(middles, middles)
    ground, away = slope * x - over, away_m(pad, x, y)
    deep = [np.maximum(0, way * ground - away / batter) for way, batter in zip((1, -1), batters, strict=True)]
    return [float(each.sum()) * (2 * out / cells) ** 2 for each in deep]


@pytest.mark.parametrize(("over", "slope"), [(0.0, 0.1), (-0.3, 0.15), (0.2, 0.2), (-0.5, 0.0), (0.9, 0.05)])
@pytest.mark.parametrize("pad", [Footprint(5, 5, round=True), Footprint(7, 3, round=False)])
def test_cut_and_fill_are_those_of_a_sum_over_small_squares(pad, over, slope):
    found = earthworks(pad=pad, over_m=over, slope=slope, cut_batter=1.0, fill_batter=1.5)
    cut, fill = volumes_on_a_grid(pad, over, slope, (1.0, 1.5))
    assert found.cut_m3 == pytest.approx(cut, rel=2e-3, abs=2e-3)
    assert found.fill_m3 == pytest.approx(fill, rel=2e-3, abs=2e-3)


@pytest.mark.parametrize("pad", [Footprint(5, 5, round=True), Footprint(7, 3, round=False)])
@pytest.mark.parametrize("over", [-1.2, -0.6, -0.4])
def test_topsoil_is_neither_cut_nor_filled(pad, over):
    """Small squares again, for pads with no free edge of fill: stripped off the pad and its faces, dug below that."""
    topsoil, slope, batter = 0.2, 0.12, 1.0
    found = earthworks(pad=pad, over_m=over, slope=slope, topsoil_m=topsoil, cut_batter=batter)
    dug, _ = volumes_on_a_grid(pad, over, slope, (batter, 1))
    below, _ = volumes_on_a_grid(pad, over + topsoil, slope, (batter, 1))
    _, under_pad = volumes_on_a_grid(pad, over + topsoil, slope, (1, 1e-9))
    held, _ = volumes_on_a_grid(pad, over, slope, (1e-9, 1))
    held_below, _ = volumes_on_a_grid(pad, over + topsoil, slope, (1e-9, 1))
    faces = dug - below - (held - held_below)  # topsoil off the batters alone
    assert found.cut_m3 == pytest.approx(below, rel=2e-3, abs=2e-3)
    assert found.fill_m3 == pytest.approx(under_pad, rel=5e-3, abs=2e-3)
    assert found.topsoil_m3 == pytest.approx(topsoil * pad.area_m2 + faces, rel=3e-3)


def test_fill_over_level_ground_is_a_frustum_on_what_was_stripped():
    """By hand, 1.5 to 1: 0.6 m over the ground and 0.2 m of topsoil below it, as round as the batter has become."""
    found = earthworks(pad=Footprint(4, 4, round=True), over_m=0.6, slope=0, topsoil_m=0.2, fill_batter=1.5)
    foot = 2 + 0.8 * 1.5
    assert found.fill_m3 == pytest.approx(math.pi * 0.8 / 3 * (2**2 + 2 * foot + foot**2), rel=1e-6)
    assert found.topsoil_m3 == pytest.approx(math.pi * foot**2 * 0.2, rel=1e-6)
    assert (found.cut_m3, found.on_fill_share, found.fill_edge_m) == (0, 1, pytest.approx(0.8))


def test_a_round_hole_in_level_ground_is_a_frustum():
    """By hand: pi h / 3 times the sum of both radii squared and their product."""
    found = earthworks(pad=Footprint(4, 4, round=True), over_m=-1.5, slope=0, cut_batter=0.5)
    assert found.cut_m3 == pytest.approx(math.pi * 1.5 / 3 * (2**2 + 2 * 2.75 + 2.75**2), rel=1e-6)


def test_an_oblong_hole_in_level_ground_has_four_quarter_cones_at_its_corners():
    """By hand: the box, its four wedges, and one cone in quarters."""
    found = earthworks(pad=Footprint(6, 3, round=False), over_m=-1, slope=0, cut_batter=1)
    assert found.cut_m3 == pytest.approx(18 + 2 * (6 + 3) / 2 + math.pi / 3, rel=1e-6)


def test_a_pad_at_the_middle_of_a_slope_is_half_on_fill():
    found = earthworks(pad=Footprint(4, 3, round=False), over_m=0, slope=0.2, cut_batter=0, fill_batter=0)
    assert found.on_fill_share == pytest.approx(0.5)
    assert found.cut_m3 == pytest.approx(found.fill_m3) == pytest.approx(4 * 1.5 * 0.3 / 2, rel=0.01)
    assert found.cut_edge_m == found.fill_edge_m == pytest.approx(0.3)


def test_a_pad_dug_in_as_deep_as_its_downhill_edge_stands_all_in_cut():
    found = earthworks(pad=Footprint(3, 3, round=True), over_m=-0.3, slope=0.2)
    assert found.on_fill_share == pytest.approx(0, abs=1e-9)
    assert found.fill_m3 == pytest.approx(0, abs=1e-9)
    assert found.cut_edge_m == pytest.approx(0.6)


@given(st.floats(1, 15), st.floats(-1.5, 1.5), st.floats(0, 0.5), st.booleans())
def test_digging_deeper_never_cuts_less_nor_fills_more(size, over, slope, is_round):
    pad = Footprint(size * 1.5, size, round=is_round)
    at, deeper = (earthworks(pad=pad, over_m=each, slope=slope) for each in (over, over - 0.2))
    assert deeper.cut_m3 >= at.cut_m3 * 0.99
    assert deeper.fill_m3 <= at.fill_m3 * 1.01 + 1e-6
    assert at.cut_edge_m >= 0 <= at.fill_edge_m


def test_a_slope_as_steep_as_its_batter_never_meets_it():
    assert not earthworks(pad=Footprint(3, 3, round=True), over_m=-0.5, slope=1.0).meets
    assert earthworks(pad=Footprint(3, 3, round=True), over_m=-0.5, slope=0.4).meets


@pytest.mark.parametrize(
    ("values", "field"),
    [({"slope": 1.2}, "slope"), ({"over_m": 30}, "over_m"), ({"cut_batter": -1}, "cut_batter"),
     ({"pad": Footprint(0, 0, round=True)}, "length_m")],
)  # fmt: skip
def test_ground_that_is_none_is_refused_by_name(values, field):
    with pytest.raises(InputError) as refused:
        earthworks(**({"pad": Footprint(3, 3, round=True), "over_m": 0, "slope": 0.1} | values))
    assert refused.value.field == field


def test_a_precast_chamber_pushes_away_its_walls_and_its_floor_too():
    """By hand: 3 by 2 m inside, walls and floor of 90 mm, water 2 m over the inner floor: 3.18 x 2.18 x 2.09 m."""
    displaced = tank_weights.cast_tank_displaces_m3(length_m=3.0, width_m=2.0, depth_m=2.0)
    assert displaced == pytest.approx(14.4886, abs=1e-3)
    turned = tank_weights.cast_tank_displaces_m3(length_m=2.0, width_m=3.0, depth_m=2.0)
    assert turned == displaced
