"""A wet run's loss against EPA SWMM at its design flow."""

import json
import subprocess
import sys

import pytest

from lean_year.core.hydraulics.pipes import mean_velocity_m_s
from lean_year.core.units import GRAVITY_M_S2
from lean_year.core.water_path.levels import ENTRY_HEADS, wet_run


@pytest.mark.reference
@pytest.mark.parametrize(("flow", "bore", "length"), [(4.6, 104, 19), (8.0, 104, 26), (3.0, 71, 12)])
def test_the_engine_needs_the_head_that_the_run_loses(flow, bore, length):
    """Down to a dip 2 m under the start and up again, three square bends, full all the way."""
    fittings = ENTRY_HEADS + 3 * 0.9
    ours = wet_run(flow_l_s=flow, bore_mm=bore, length_m=length, roughness_mm=0.05, fittings=fittings)
    head = mean_velocity_m_s(flow_l_s=flow, bore_mm=bore) ** 2 / (2 * GRAVITY_M_S2)
    # The engine knows Manning only: n = R^(1/6) sqrt(f / 8 g) with the factor behind our friction.
    factor = ours.friction_m / head * (bore / 1000) / length
    asked = {
        "flow_l_s": flow, "bore_m": bore / 1000, "length_m": length, "low_m": -2.0, "inlet_m": 1.0,
        "fittings": fittings, "manning_n": (bore / 4_000) ** (1 / 6) * (factor / (8 * GRAVITY_M_S2)) ** 0.5,
    }  # fmt: skip
    done = subprocess.run([sys.executable, "-m", "tests.reference.swmm_wet_run"], input=json.dumps(asked),
                          capture_output=True, text=True, check=True, timeout=120)  # fmt: skip
    engine = json.loads(done.stdout.strip().splitlines()[-1])
    assert abs(engine["continuity_error_percent"]) < 1
    assert engine["lost_m"] == pytest.approx(ours.lost_m, rel=0.05)
