"""Basins and soakaways against EPA SWMM and against an integration of the water in the pit.

No published worked example is at hand with all its numbers: these check what such an example would.
"""

import json
import subprocess
import sys

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from lean_year.core.water_path.overflow import basin_m2, soakaway

pytestmark = pytest.mark.reference

STORM_MIN = np.array([15.0, 30, 60, 120, 240, 360, 600])
STORM_MM = 30 * (STORM_MIN / 60) ** (1 / 3)
AREA_M2 = 150.0


@pytest.mark.parametrize(("infiltration_mm_h", "ponding_m"), [(18.0, 0.15), (36.0, 0.3), (90.0, 0.2)])
def test_a_basin_fills_in_the_engine_to_the_ponding_it_was_sized_for(infiltration_mm_h, ponding_m):
    floor, worst = basin_m2(
        area_m2=AREA_M2,
        depth_mm=STORM_MM,
        duration_min=STORM_MIN,
        infiltration_m_s=infiltration_mm_h / 3.6e6,
        ponding_m=ponding_m,
    )
    for minutes, mm in zip(STORM_MIN, STORM_MM, strict=True):
        if minutes not in (worst, STORM_MIN[0], STORM_MIN[-1]):
            continue
        asked = {"floor_m2": floor, "infiltration_mm_h": infiltration_mm_h, "duration_min": minutes,
                 "inflow_l": AREA_M2 * mm}  # fmt: skip
        done = subprocess.run([sys.executable, "-m", "tests.reference.swmm_basin"], input=json.dumps(asked),
                              capture_output=True, text=True, check=True, timeout=120)  # fmt: skip
        engine = json.loads(done.stdout.strip().splitlines()[-1])
        assert abs(engine["continuity_error_percent"]) < 1
        if minutes == worst:
            assert engine["deepest_m"] == pytest.approx(ponding_m, rel=0.02)
            assert engine["half_empty_h"] == pytest.approx(ponding_m * 500 / infiltration_mm_h, rel=0.02)
        else:
            assert engine["deepest_m"] < ponding_m * 1.02


@pytest.mark.parametrize(("infiltration_m_s", "void_ratio", "width_m"), [(1e-5, 0.38, 1.0), (3e-5, 0.95, 0.8),
                                                                        (6e-5, 0.38, 2.0)])  # fmt: skip
def test_a_soakaway_that_loses_through_the_sides_it_wets_fills_about_to_its_depth(
    infiltration_m_s, void_ratio, width_m
):
    """The method counts the sides up to half the depth all through; a pit wets them as it fills."""
    depth_m = 1.5
    pit = soakaway(area_m2=AREA_M2, depth_mm=STORM_MM, duration_min=STORM_MIN, infiltration_m_s=infiltration_m_s,
                   width_m=width_m, pit_depth_m=depth_m, void_ratio=void_ratio)  # fmt: skip
    plan_m2, around_m = pit.length_m * pit.width_m, 2 * (pit.length_m + pit.width_m)

    def highest(minutes, mm):
        inflow = AREA_M2 * mm / 1000 / (minutes * 60)
        done = solve_ivp(
            lambda _, y: (inflow - infiltration_m_s * around_m * max(0.0, y[0])) / (plan_m2 * void_ratio),
            (0, minutes * 60), [0.0], rtol=1e-8,
        )  # fmt: skip
        return float(done.y[0, -1])

    levels = [highest(minutes, mm) for minutes, mm in zip(STORM_MIN, STORM_MM, strict=True)]
    assert max(levels) == pytest.approx(depth_m, rel=0.08)
    ruling = int(np.argmax(levels))
    assert abs(ruling - list(STORM_MIN).index(pit.worst_min)) <= 1
