"""Snow on a roof: nothing lost that is not counted, and pitches as the trade knows them."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.roofs.snow import SnowRules, snow_on_roof, usual_lost_share

QUARTER_INCH_A_FOOT_DEG = 1.19
ONE_IN_TWELVE_DEG = 4.76


def test_a_winter_by_hand():
    """4 mm a degree: 20 mm of snow, a day at 0.5 degrees with 6 mm of snow (threshold 1), then 2 degrees twice."""
    roof = snow_on_roof(
        fall_mm=np.array([20.0, 6, 0, 3]),
        mean_c=np.array([-8.0, 0.5, 2, 2]),
        rules=SnowRules(threshold_c=1, melt_mm_c_day=4),
        lost_share=0,
    )
    assert roof.snow_mm.tolist() == [20, 6, 0, 0]
    assert roof.water_mm.tolist() == pytest.approx([0, 2, 8, 11])
    assert roof.pack_mm.tolist() == pytest.approx([20, 24, 16, 8])


@given(st.integers(0, 10_000), st.floats(0, 1), st.floats(0.1, 20))
def test_all_that_falls_runs_off_slides_off_or_lies_there(seed, lost_share, melt):
    random = np.random.default_rng(seed)
    fall = np.where(random.random(200) < 0.4, random.exponential(6, 200), 0.0)
    mean = random.normal(0, 6, 200)
    roof = snow_on_roof(fall_mm=fall, mean_c=mean, rules=SnowRules(melt_mm_c_day=melt), lost_share=lost_share)
    assert fall.sum() == pytest.approx(roof.water_mm.sum() + roof.lost_mm.sum() + roof.pack_mm[-1])
    assert np.all(roof.pack_mm >= -1e-9)


def test_above_the_threshold_it_is_rain_as_before():
    fall = np.array([3.0, 0, 8])
    roof = snow_on_roof(fall_mm=fall, mean_c=np.full(3, 9.0), rules=SnowRules(), lost_share=0.5)
    assert roof.water_mm.tolist() == fall.tolist()


def test_a_flat_roof_holds_its_snow_and_slick_metal_at_one_in_twelve_sheds_it():
    """Common practice in the trade, no source: 1:48 holds it, 1:12 slick metal sheds it, guards keep it."""
    held = usual_lost_share(pitch_deg=QUARTER_INCH_A_FOOT_DEG, slick=True, guards=False)
    shed = usual_lost_share(pitch_deg=ONE_IN_TWELVE_DEG, slick=True, guards=False)
    assert 1 - held > 0.8 > 0.5 > 1 - shed
    assert usual_lost_share(pitch_deg=30, slick=True, guards=True) < usual_lost_share(
        pitch_deg=30, slick=True, guards=False
    )
    assert usual_lost_share(pitch_deg=30, slick=False, guards=False) <= usual_lost_share(
        pitch_deg=30, slick=True, guards=False
    )


def test_a_record_of_another_length_is_refused():
    with pytest.raises(InputError, match="mean_c"):
        snow_on_roof(fall_mm=np.zeros(3), mean_c=np.zeros(2), rules=SnowRules(), lost_share=0)
    with pytest.raises(InputError, match="melt_mm_c_day"):
        SnowRules(melt_mm_c_day=0)
