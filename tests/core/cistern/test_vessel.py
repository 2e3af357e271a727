"""Volumes of the store shapes against geometry done another way."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from lean_year.core.cistern import vessel
from lean_year.core.errors import InputError

metres = st.floats(0.2, 12)


@given(metres, metres, st.floats(0, 1))
def test_a_lying_cylinder_holds_what_integrating_its_chords_gives(diameter, length, share):
    """Against numerical integration: the water's width at each height times the length."""
    depth = share * diameter

    def width(height):
        return 2 * math.sqrt(max(0.0, diameter * height - height**2))

    held, _ = quad(width, 0, depth, limit=200)
    assert vessel.lying_cylinder_volume_l(diameter_m=diameter, length_m=length, depth_m=depth) == pytest.approx(
        1000 * held * length, rel=1e-6, abs=1e-3
    )


@given(st.floats(0.5, 4), st.floats(0.05, 1), st.floats(0.1, 0.45), st.floats(0, 1))
def test_a_filled_pit_holds_what_integrating_its_slices_gives(height, void, bore, share):
    """Against numerical integration: voids beside the pipe, all of its bore within."""
    area, length = 30.0, 12.0
    bore = min(bore, height)
    pit = vessel.FilledPit(area, height, void, bore, length)

    def slice_m2(at):
        pipe = 2 * math.sqrt(max(0.0, bore * at - at**2)) * length if at < bore else 0.0
        return void * (area - pipe) + pipe

    held, _ = quad(slice_m2, 0, share * height, points=[min(bore, share * height)], limit=200)
    assert float(pit.volume_l(np.array(share * height))) == pytest.approx(1000 * held, rel=1e-5, abs=1e-2)


def test_a_liner_tank_of_10_2_by_2_3_metres_holds_188_gross_and_about_185_usable():
    """Common practice in the trade, no source: 40 mm of freeboard makes the difference."""
    gross = vessel.cylinder_volume_l(diameter_m=10.2, depth_m=2.3) / 1000
    assert gross == pytest.approx(188, abs=0.5)
    assert vessel.cylinder_volume_l(diameter_m=10.2, depth_m=2.26) / 1000 == pytest.approx(185, abs=0.5)


def test_a_slim_tank_is_a_box_between_two_half_circles():
    tank = vessel.slim_tank(length_m=2.0, width_m=0.6, height_m=1.8)
    assert tank.area_m2 == pytest.approx(1.4 * 0.6 + math.pi * 0.3**2)
    round_one = vessel.slim_tank(length_m=1.0, width_m=1.0, height_m=1.0)
    assert round_one.area_m2 == pytest.approx(math.pi / 4)
    with pytest.raises(InputError, match="length_m: must be at least the width"):
        vessel.slim_tank(length_m=0.5, width_m=0.6, height_m=1)


def test_washed_stone_holds_about_a_third_and_crates_nearly_all():
    """Void ratios from memory: washed stone 0.35 to 0.40, crates 0.95."""
    stone = float(vessel.FilledPit(10, 1, 0.38).volume_l(np.array(1.0)))
    crates = float(vessel.FilledPit(10, 1, 0.95).volume_l(np.array(1.0)))
    assert (stone, crates) == (3_800, 9_500)


@pytest.mark.parametrize(
    "shape",
    [
        vessel.upright_cylinder(diameter_m=3, height_m=2),
        vessel.LyingCylinder(1.5, 4),
        vessel.FilledPit(12, 1.2, 0.4, 0.3, 10),
    ],
)
def test_every_level_volume_curve_rises_and_widening_keeps_the_height(shape):
    depth = np.linspace(0, shape.height_m, 65)
    litres = shape.volume_l(depth)
    assert litres[0] == 0
    assert np.all(np.diff(litres) > 0)
    assert shape.widened(2).height_m == pytest.approx(shape.height_m)
    assert shape.widened(2).volume_l(depth) == pytest.approx(2 * litres)
    assert float(shape.volume_l(np.array(shape.height_m + 1))) == pytest.approx(float(litres[-1]))


@pytest.mark.parametrize(
    ("make", "field"),
    [
        (lambda: vessel.Prism(-1, 1), "area_m2"),
        (lambda: vessel.LyingCylinder(0, 1), "diameter_m"),
        (lambda: vessel.FilledPit(1, 1, 1.2), "void_ratio"),
        (lambda: vessel.FilledPit(1, 1, 0.4, 0.5, 10), "pipe_length_m"),
        (lambda: vessel.FilledPit(10, 1, 0.4, 1.5, 1), "pipe_bore_m"),
        (lambda: vessel.lying_cylinder_volume_l(diameter_m=1, length_m=1, depth_m=1.1), "depth_m"),
    ],
)
def test_a_measure_that_cannot_be_is_named(make, field):
    with pytest.raises(InputError, match=field):
        make()
