"""Downpours, against scipy and by hand."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.rain import downpour


@pytest.mark.parametrize("years", [2, 10, 50, 100])
def test_the_day_of_a_return_period_is_the_quantile_of_gumbels_law_with_those_moments(years):
    from scipy.stats import gumbel_r

    scale = 14 * np.sqrt(6) / np.pi
    law = gumbel_r(loc=45 - np.euler_gamma * scale, scale=scale)
    assert law.mean() == pytest.approx(45)
    assert law.std() == pytest.approx(14)
    day = downpour.gumbel_day_mm(mean_mm=45, deviation_mm=14, return_years=years)
    assert day == pytest.approx(law.ppf(1 - 1 / years), rel=1e-6)


def test_an_hour_of_a_day_by_hand():
    """1.13 x 60 mm x (1/24)^(1/3) = 67.8 / 2.8845 = 23.5 mm. Rule from memory."""
    assert downpour.burst_mm(day_mm=60, minutes=60) == pytest.approx(23.505, abs=0.005)


def test_an_estimate_says_its_band_and_refuses_a_short_record():
    maxima = np.array([31.0, 44, 52, 38, 61, 47, 40, 35, 58, 49])
    found = downpour.estimate_intensity(maxima, return_years=10, minutes=5)
    assert found.low_mm_h < found.intensity_mm_h < found.high_mm_h
    assert found.intensity_mm_h == pytest.approx(downpour.burst_mm(day_mm=found.day_mm, minutes=5) * 12)
    with pytest.raises(InputError):
        downpour.estimate_intensity(maxima[:9], return_years=10, minutes=5)


@given(
    st.floats(1, 400),
    st.integers(1, 60),
    st.integers(1, 1_440),
    st.floats(0, 1),
    st.sampled_from(["shaped", "steady"]),
)
def test_a_storm_never_beats_its_own_law_in_any_span(rate, burst, minutes, peak, shape):
    storm = downpour.storm_mm(intensity_mm_h=rate, burst_min=burst, storm_min=minutes, peak_at=peak, shape=shape)
    assert storm.size == minutes
    assert storm.min() >= 0
    if shape == "steady":
        assert storm.sum() == pytest.approx(rate * minutes / 60)
        return
    total = np.concatenate(([0.0], np.cumsum(storm)))
    for span in {1, min(burst, minutes), max(1, minutes // 2), minutes}:
        most = (total[span:] - total[:-span]).max()
        law = rate / 60 * (span if span <= burst else burst * (span / burst) ** (1 / 3))
        assert most <= law + 1e-9
        assert most == pytest.approx(law, rel=0.02) or span not in (min(burst, minutes), minutes)


def test_a_desert_burst_is_ordinary():
    """13 to 38 mm within the hour, common practice of dry country: what 75 mm/h for 5 minutes implies lies there."""
    assert 13 < downpour.storm_mm(intensity_mm_h=75, burst_min=5, storm_min=60).sum() < 38


def test_wind_drives_half_the_rise_onto_the_roof():
    """A slope 4 m deep in plan rising 3 m, 10 m long: 10 x (4 + 1.5) = 55 m2."""
    pitch = float(np.degrees(np.arctan2(3, 4)))
    assert downpour.effective_area_m2(plan_area_m2=40, pitch_deg=pitch, driven=True) == pytest.approx(55)
    assert downpour.effective_area_m2(plan_area_m2=40, pitch_deg=pitch, driven=False) == 40
