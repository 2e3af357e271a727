"""The downpour test against EPA SWMM, and by itself."""

import json
import subprocess
import sys

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.hydraulics.pipes import link_flow_l_s
from lean_year.core.rain.downpour import storm_mm
from lean_year.core.water_path.overflow import OverflowPipe, overflow_capacity_l_s
from lean_year.core.water_path.storm import CURVE_POINTS, StormGroup, StormLink, StormVessel, play_storm

FREE = 1e9


def tank(area_m2, lid_m, overflow_invert_m, start_m, overflows=0):
    level = np.linspace(0, lid_m, CURVE_POINTS)
    return StormVessel(level * area_m2 * 1000, level, overflow_invert_m, start_m, overflows, -1, 0.0)


def group(vessel, into=-1, chamber=0.0, takes=FREE, run=FREE, inlet=FREE):
    return StormGroup(takes, chamber, run, inlet, into, vessel)


def rating(pipe, to_m=1.0):
    heads = np.linspace(0, to_m, 41)
    return heads, np.array([overflow_capacity_l_s(pipe, head_mm=float(head) * 1000) for head in heads])


@pytest.mark.parametrize(("bore", "shut"), [(44.0, False), (70.0, False), (44.0, True)])
def test_spilled_volumes_and_peak_are_those_of_swmm(bore, shut):
    """Two tanks of 3 and 5 m2, most of the roof into the near one, the overflow in the far one."""
    rain = storm_mm(intensity_mm_h=150, burst_min=10, storm_min=90)
    areas, pipe = np.array([110.0, 30.0]), {"bore_mm": bore, "length_m": 2.0, "roughness_mm": 0.01, "fittings": 1.0}
    heads, flows = rating(OverflowPipe(bore_mm=104, length_m=3, drop_m=0, fittings=2))
    ours = play_storm(
        rain, area_m2=areas, gutter_l_s=np.full(2, FREE), shares=np.eye(2), groups=[group(0), group(1)],
        vessels=[tank(3.0, 3.0, 2.2, 1.8), tank(5.0, 3.0, 1.9, 1.8, overflows=1)],
        links=[StormLink(0, 1, 0.0 if shut else link_flow_l_s(head_m=1.0, **pipe))],
        overflow_head_m=heads, overflow_l_s=flows,
    )  # fmt: skip
    # The engine knows Manning only: n = R^(1/6) sqrt(f / 8 g), with f 0.02 for smooth pipe at these speeds.
    manning = (bore / 4_000) ** (1 / 6) * (0.02 / (8 * 9.81)) ** 0.5
    asked = {
        "near_l_s": (rain * areas[0] / 60).tolist(), "far_l_s": (rain * areas[1] / 60).tolist(),
        "area_m2": [3.0, 5.0], "rim_m": 2.2,
        "overflow_invert_m": 1.9, "start_m": 1.8, "bore_m": 1e-4 if shut else bore / 1000,
        "length_m": 2.0, "manning_n": manning, "fittings": 1.0,
        "rating": list(zip(heads.tolist(), flows.tolist(), strict=True)),
    }  # fmt: skip
    done = subprocess.run([sys.executable, "-m", "tests.reference.swmm_storm"], input=json.dumps(asked),
                          capture_output=True, text=True, check=True, timeout=120)  # fmt: skip
    engine = json.loads(done.stdout.strip().splitlines()[-1])
    assert abs(engine["continuity_error_percent"]) < 1
    spilled, overflowed = ours.vessel_spill_l_s[0].sum() * 60, ours.overflow_l_s.sum() * 60
    assert ours.overflow_l_s.max() == pytest.approx(engine["peak_l_s"], rel=0.05)
    assert spilled == pytest.approx(engine["spilled_l"], rel=0.05, abs=10)
    assert overflowed == pytest.approx(engine["overflowed_l"], rel=0.05)
    assert (spilled > 500) == (bore == 44.0)


@settings(max_examples=80, deadline=None)
@given(
    st.floats(5, 300), st.floats(0.1, 20), st.floats(0.1, 20), st.floats(0.1, 20), st.floats(0, 400),
    st.floats(0, 30), st.floats(0, 2), st.booleans(),
)  # fmt: skip
def test_every_litre_of_a_storm_goes_somewhere(rate, gutter, takes, run, chamber, link, start, joins):
    heads, flows = rating(OverflowPipe(bore_mm=75, length_m=3, drop_m=0, fittings=2))
    rain = storm_mm(intensity_mm_h=rate, burst_min=5, storm_min=45)
    out = play_storm(
        rain, area_m2=np.array([150.0, 60.0]), gutter_l_s=np.array([gutter, FREE]),
        shares=np.array([[0.5, 0.5], [0, 1]]),
        groups=[group(0, 1 if joins else -1, chamber, takes, run, 6.0), group(1, -1, 0.0, FREE, run)],
        vessels=[tank(2.0, 2.4, 2.2, start), tank(4.0, 2.0, 1.8, min(start, 1.8), overflows=1)],
        links=[StormLink(0, 1, link)], overflow_head_m=heads, overflow_l_s=flows,
    )  # fmt: skip
    assert abs(out.residual_l) < 1e-6
    assert out.run_l_s.max() <= run + 1e-9
    assert out.level_m.min() >= -1e-9
    assert (out.roof_l_s - out.gutter_spill_l_s)[0].max() <= gutter + 1e-9
    assert out.flushed_l <= chamber + 1e-9


def test_a_circle_of_runs_and_a_storm_without_tanks_are_refused():
    heads = np.array([0.0, 1.0])
    common = {"area_m2": np.array([1.0]), "gutter_l_s": np.array([1.0]), "links": [], "overflow_head_m": heads,
              "overflow_l_s": heads}  # fmt: skip
    with pytest.raises(InputError):
        play_storm(np.ones(3), shares=np.array([[1.0, 0.0]]), groups=[group(0, 1), group(0, 0)],
                   vessels=[tank(1, 2, 1, 0)], **common)  # fmt: skip
    with pytest.raises(InputError):
        play_storm(np.ones(3), shares=np.array([[1.0]]), groups=[group(0)], vessels=[], **common)


def test_runs_that_join_are_the_same_in_any_order_of_the_list():
    """Water of one minute runs down all the joins in that minute, as that of one long run does."""
    heads, flows = rating(OverflowPipe(bore_mm=75, length_m=3, drop_m=0, fittings=2))
    rain = np.zeros(8)
    rain[0] = 2.0
    common = {"area_m2": np.array([150.0]), "gutter_l_s": np.array([FREE]), "links": [], "overflow_head_m": heads,
              "overflow_l_s": flows, "vessels": [tank(3.0, 2.4, 2.2, 0.0, overflows=1)]}  # fmt: skip
    alone = play_storm(rain, shares=np.array([[1.0]]), groups=[group(0)], **common)
    for into, at in (([1, 2, -1], 0), ([-1, 0, 1], 2)):
        shares = np.zeros((1, 3))
        shares[0, at] = 1.0
        joined = play_storm(rain, shares=shares, groups=[group(0, each) for each in into], **common)
        assert joined.level_m == pytest.approx(alone.level_m)


def test_water_runs_through_a_link_either_way():
    heads, flows = rating(OverflowPipe(bore_mm=75, length_m=3, drop_m=0, fittings=2))
    levels = []
    for near, far in ((0, 1), (1, 0)):
        out = play_storm(
            np.zeros(30), area_m2=np.array([1.0]), gutter_l_s=np.array([FREE]), shares=np.array([[1.0]]),
            groups=[group(0)], vessels=[tank(3.0, 2.4, 2.2, 0.4), tank(3.0, 2.4, 2.2, 1.6, overflows=1)],
            links=[StormLink(near, far, 2.0)], overflow_head_m=heads, overflow_l_s=flows,
        )  # fmt: skip
        levels.append(out.level_m)
    assert levels[0] == pytest.approx(levels[1])
    assert levels[0][:, -1] == pytest.approx([1.0, 1.0], abs=0.02)
