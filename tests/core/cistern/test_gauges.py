"""From what a gauge shows to water that can be drawn."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.cistern.bank import Vessel, linked_bank
from lean_year.core.cistern.gauges import depth_shown_m, drawable_l
from lean_year.core.cistern.vessel import LyingCylinder, Prism
from lean_year.core.errors import InputError

UPRIGHT = Vessel("upright", Prism(3.0, 2.4), 0.5, 0.15, 2.2)
LYING = Vessel("lying", LyingCylinder(1.5, 3.0), -2.0, 0.1, 1.4)


@pytest.mark.parametrize("vessel", [UPRIGHT, LYING], ids=["upright", "lying"])
@given(share=st.floats(0, 1))
def test_all_four_ways_of_reading_a_depth_agree(vessel, share):
    depth = share * vessel.overflow_m
    litres = float(vessel.shape.volume_l(np.array(depth)))
    shown = {
        "share": depth_shown_m(vessel, "share", share),
        "depth_m": depth_shown_m(vessel, "depth_m", depth),
        "below_m": depth_shown_m(vessel, "below_m", vessel.overflow_m - depth),
        "volume_l": depth_shown_m(vessel, "volume_l", litres),
    }
    assert list(shown.values()) == pytest.approx([depth] * 4, abs=0.005)


def test_a_little_over_the_overflow_is_full_and_more_is_refused():
    assert depth_shown_m(UPRIGHT, "depth_m", 2.22) == 2.2
    for kind, value in (("depth_m", 2.3), ("below_m", 2.3), ("volume_l", 7_000.0)):
        with pytest.raises(InputError, match=kind):
            depth_shown_m(UPRIGHT, kind, value)


def test_what_can_be_drawn_is_the_water_over_the_outlet():
    """3 m2 from 0.15 m: by hand."""
    bank = linked_bank([UPRIGHT])
    assert drawable_l(bank, 0.5 + 1.15) == pytest.approx(3_000)
    assert drawable_l(bank, 0.5 + 0.10) == 0
    assert drawable_l(bank, 99.0) == pytest.approx(bank.live_l)
