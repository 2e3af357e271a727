"""Empty tanks by hand, and against what the trade says of them."""

import pytest

from lean_year.core.errors import InputError
from lean_year.core.ground import tank_weights


def test_a_plastic_tank_of_five_and_a_half_cubic_metres_weighs_about_150_kg():
    """Common practice, no source."""
    assert tank_weights.plastic_tank_kg(5_500) == pytest.approx(150, rel=0.15)


def test_a_cast_chamber_is_its_outside_less_its_inside():
    wall, slab = tank_weights.CAST_WALL_M, tank_weights.CAST_FLOOR_M
    outside = (3 + 2 * wall) * (2 + 2 * wall) * (2 + 2 * slab)
    found = tank_weights.cast_tank_kg(length_m=3, width_m=2, height_m=2)
    assert found == pytest.approx(2_400 * (outside - 3 * 2 * 2), rel=0.08)  # the corners of the walls count twice


def test_crates_weigh_little_and_stone_weighs_as_stone():
    stone = tank_weights.filled_pit_kg(volume_m3=1, void_ratio=0.4)
    assert stone == pytest.approx(0.6 * 2_650)
    assert tank_weights.filled_pit_kg(volume_m3=1, void_ratio=0.95) < stone / 20


def test_nothing_weighs_less_than_a_kilogram_and_no_measure_is_below_zero():
    assert tank_weights.plastic_tank_kg(0) == tank_weights.ring_panel_tank_kg(diameter_m=0, height_m=1) == 1
    with pytest.raises(InputError, match="volume_l"):
        tank_weights.plastic_tank_kg(-1)
