"""Evapotranspiration and the soil bucket against FAO Irrigation and Drainage Paper 56 (Allen and others 1998)."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from lean_year.core.errors import InputError
from lean_year.core.household.irrigation import (
    Garden,
    available_water_mm,
    extraterrestrial_radiation_mj_m2,
    hargreaves_mm,
    water_garden,
)


def test_radiation_above_the_air_is_that_of_example_8():
    """Example 8: 3 September (day 246) at 20 degrees south, 32.2 MJ/m2."""
    assert float(extraterrestrial_radiation_mj_m2(latitude_deg=-20, day_of_year=246)) == pytest.approx(32.2, abs=0.05)


@given(st.floats(-65, 65), st.integers(1, 365))
def test_radiation_is_the_sun_followed_through_the_day(latitude, day):
    """Equation 21 against numerical integration of the sun's height over the day, with equations 23 and 24."""
    distance = 1 + 0.033 * math.cos(2 * math.pi * day / 365)
    declination = 0.409 * math.sin(2 * math.pi * day / 365 - 1.39)
    at = math.radians(latitude)

    def height(hour_angle):
        sine = math.sin(at) * math.sin(declination) + math.cos(at) * math.cos(declination) * math.cos(hour_angle)
        return max(0.0, sine)

    sunset = math.acos(-math.tan(at) * math.tan(declination))
    over_the_day, _ = quad(height, -math.pi, math.pi, points=[-sunset, sunset], limit=200)
    minutes_a_radian = 24 * 60 / (2 * math.pi)
    expected = 0.0820 * distance * over_the_day * minutes_a_radian
    ours = float(extraterrestrial_radiation_mj_m2(latitude_deg=latitude, day_of_year=day))
    assert ours == pytest.approx(expected, rel=1e-6, abs=1e-6)


def test_hargreaves_is_that_of_example_20():
    """Example 20: Lyon in July, 26.6 and 14.8 degrees, Ra 40.55 MJ/m2 (16.54 mm): 5.0 mm a day."""
    assert float(hargreaves_mm(tmin_c=14.8, tmax_c=26.6, radiation_mj_m2=40.55)) == pytest.approx(5.0, abs=0.05)


def test_available_water_is_that_of_example_36():
    """Example 36, tomatoes on a loamy sand: FC 0.15, WP 0.06, roots of 0.8 m hold 72 mm; 40 % of it is 29 mm."""
    total = available_water_mm(field_capacity=0.15, wilting_point=0.06, root_depth_m=0.8)
    assert total == pytest.approx(72)
    assert 0.4 * total == pytest.approx(29, abs=0.5)


def test_frost_without_a_spread_of_temperatures_never_takes_water_away():
    assert float(hargreaves_mm(tmin_c=5, tmax_c=5, radiation_mj_m2=20)) == 0
    assert float(hargreaves_mm(tmin_c=-40, tmax_c=-30, radiation_mj_m2=20)) == 0


BED = Garden(area_m2=10, available_water_mm=60, allowed_depletion=0.4, efficiency=0.8)


def test_the_bucket_by_hand():
    """60 mm of soil water, 24 may be used. 10 mm a day from full: days 1 and 2 take 20; day 3 would take it to 30,
    so 6 are given, 60 L on 10 m2, 75 L at the tap. 5 mm of rain on day 4 leaves 5 to give."""
    rain = np.array([0.0, 0, 0, 5, 60])
    watering = water_garden(BED, rain_mm=rain, crop_et_mm=np.full(5, 10.0))
    assert watering.given_l.tolist() == pytest.approx([0, 0, 75, 62.5, 0])
    assert watering.depletion_mm.tolist() == pytest.approx([10, 20, 24, 24, 0])
    assert watering.drained_mm.tolist() == pytest.approx([0, 0, 0, 0, 26])


@given(st.integers(0, 10_000), st.floats(0, 1), st.floats(1, 200))
def test_the_soil_balances_over_any_record(seed, allowed, available):
    """Equation 85: what came in less what went out is the change of the depletion."""
    random = np.random.default_rng(seed)
    rain = np.where(random.random(300) < 0.3, random.exponential(8, 300), 0.0)
    use = random.uniform(0, 7, 300)
    garden = Garden(area_m2=3, available_water_mm=available, allowed_depletion=allowed, efficiency=0.7)
    watering = water_garden(garden, rain_mm=rain, crop_et_mm=use)
    net_mm = watering.given_l * 0.7 / 3
    assert use.sum() - rain.sum() - net_mm.sum() + watering.drained_mm.sum() == pytest.approx(
        watering.depletion_mm[-1], abs=1e-6
    )
    assert watering.depletion_mm.max() <= allowed * available + 1e-9


def test_a_wet_week_is_not_watered():
    rain = np.full(30, 12.0)
    assert water_garden(BED, rain_mm=rain, crop_et_mm=np.full(30, 5.0)).given_l.sum() == 0


def test_series_of_two_lengths_are_refused():
    with pytest.raises(InputError, match="crop_et_mm"):
        water_garden(BED, rain_mm=np.zeros(3), crop_et_mm=np.zeros(4))
    with pytest.raises(InputError, match="efficiency"):
        Garden(area_m2=1, available_water_mm=60, allowed_depletion=0.4, efficiency=0)
    with pytest.raises(InputError, match="latitude_deg"):
        extraterrestrial_radiation_mj_m2(latitude_deg=80, day_of_year=1)
