"""A tank out of level: four points, and what it holds, against a tilted cylinder by integration."""

import numpy as np
import pytest

from lean_year.core.cistern.lean import SIDES, Tilt, tilt_of_fall, tilt_of_points, top_water_m
from lean_year.core.errors import InputError
from lean_year.property.cistern import Lean, Tank
from lean_year.property.tank_shapes import UprightCylinder


def heights(fall, lowest_deg):
    """Of four points on a plane that falls so much across, towards an angle clockwise from the overflow."""
    return [-fall / 2 * np.cos(np.radians(90 * quarter - lowest_deg)) for quarter in range(4)]


@pytest.mark.parametrize("lowest_deg", [0, 30, 90, 135, 200, 300])
def test_four_points_of_a_plane_give_its_fall_and_its_lowest_side(lowest_deg):
    tilt = tilt_of_points(heights(60.0, lowest_deg))
    assert tilt.steepest_mm == pytest.approx(60.0)
    assert tilt.clockwise_deg == pytest.approx(lowest_deg)
    assert tilt.out_of_plane_mm == pytest.approx(0, abs=1e-9)


def test_the_level_that_the_points_are_read_over_does_not_matter():
    points = heights(35.0, 40)
    assert tilt_of_points([each + 1_000 for each in points]).steepest_mm == pytest.approx(35.0)


def test_a_slip_of_one_reading_shows_as_a_miss_of_the_plane():
    points = heights(35.0, 40)
    points[2] += 20
    assert tilt_of_points(points).out_of_plane_mm == pytest.approx(10.0)


@pytest.mark.parametrize("points", [[], [1, 2, 3], [0, 0, 0, 6_000]])
def test_points_that_are_none_are_refused(points):
    with pytest.raises(InputError, match="points_mm"):
        tilt_of_points(points)


def by_integration_l(*, radius_m, height_m, overflow_m, fall_mm, lowest_deg):
    """Water of a tilted cylinder: over each spot of its floor up to the lip of the overflow, or the rim."""
    grid = np.linspace(-radius_m, radius_m, 1_201)
    x, y = np.meshgrid(grid, grid)  # x towards the overflow, y a quarter clockwise
    inside = x**2 + y**2 <= radius_m**2
    down = fall_mm / 1000 / (2 * radius_m)
    floor = -down * (x * np.cos(np.radians(lowest_deg)) + y * np.sin(np.radians(lowest_deg)))
    lip = overflow_m - down * radius_m * np.cos(np.radians(lowest_deg))
    rim = height_m - down * radius_m
    depth = np.clip(min(lip, rim) - floor, 0, None)
    return 1000 * depth[inside].sum() * (grid[1] - grid[0]) ** 2


@pytest.mark.parametrize("lowest_deg", [0, 90, 180, 270, 45, 160])
@pytest.mark.parametrize("overflow_m", [1.9, 2.0])
def test_a_leaning_tank_holds_what_integration_says(lowest_deg, overflow_m):
    tank = Tank(
        id="t", name="T", shape=UprightCylinder(diameter_m=3.0, height_m=2.0), overflow_m=overflow_m,
        lean=Lean(points_mm=heights(80.0, lowest_deg)),
    )  # fmt: skip
    vessel = tank.vessel()
    whole = by_integration_l(radius_m=1.5, height_m=2.0, overflow_m=overflow_m, fall_mm=80.0, lowest_deg=lowest_deg)
    assert float(vessel.below_l(vessel.top_water_m)) == pytest.approx(whole, rel=1e-3)


@pytest.mark.parametrize("side", SIDES)
def test_an_outlet_on_the_low_side_reaches_deeper(side):
    tank = Tank(
        id="t", name="T", shape=UprightCylinder(diameter_m=3.0, height_m=2.0), outlet_m=0.2,
        lean=Lean(fall_mm=60, towards="clockwise", outlet_side=side),
    )  # fmt: skip
    expected = {"clockwise": 0.17, "anticlockwise": 0.23}.get(side, 0.2)
    assert tank.vessel().outlet_m == pytest.approx(expected)


def test_a_fall_towards_a_side_is_the_same_by_its_four_points():
    for quarter, side in enumerate(SIDES):
        fall = tilt_of_fall(fall_mm=44, towards=side)
        points = tilt_of_points(heights(44.0, 90 * quarter))
        assert (points.to_overflow_mm, points.clockwise_mm) == pytest.approx(
            (fall.to_overflow_mm, fall.clockwise_mm), abs=1e-9
        )


def test_water_never_stands_below_the_floor_in_the_sum():
    assert top_water_m(overflow_m=0.5, height_m=0.5, tilt=Tilt(5_000, 0)) == 0
