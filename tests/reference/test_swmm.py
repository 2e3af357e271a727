"""The replay against EPA SWMM on the Seattle record: a roof, a store, a constant use, an overflow."""

import json
import subprocess
import sys

import numpy as np
import pytest

from lean_year.core.catchment import harvest_l
from lean_year.core.cistern import replay_cistern
from tests.records import seattle

DEMAND_L_DAY = 260.0
TANK_L = 16_000.0


def swmm(start, inflow_l):
    asked = {
        "start": start.isoformat(),
        "inflow_l": inflow_l.tolist(),
        "demand_l_day": DEMAND_L_DAY,
        "tank_l": TANK_L,
    }
    done = subprocess.run(
        [sys.executable, "-m", "tests.reference.swmm_year"],
        input=json.dumps(asked),
        capture_output=True,
        text=True,
        check=True,
        timeout=300,
    )
    return json.loads(done.stdout.strip().splitlines()[-1])


@pytest.mark.reference
def test_a_year_and_more_of_seattle_agrees_with_epa_swmm_within_two_percent():
    record = seattle()
    inflow = harvest_l(area_m2=110, rain_mm=record.depth_mm[:731], runoff=0.9, loss_mm=0.5)
    engine = swmm(record.start, inflow)
    assert engine["inflow_l"] == pytest.approx(inflow.sum(), rel=0.001)
    assert abs(engine["continuity_error_percent"]) < 0.5
    demand = np.full(inflow.size, DEMAND_L_DAY)
    for rule in ("yas", "ybs"):
        run = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=TANK_L, rule=rule)
        assert run.short_day.sum() > 20, "a case without shortage would show nothing"
        assert run.spilled_l.sum() > 0.1 * inflow.sum(), "a case without spill would show nothing"
        assert run.supplied_l.sum() == pytest.approx(engine["supplied_l"], rel=0.02)
        assert run.spilled_l.sum() == pytest.approx(engine["spilled_l"], rel=0.02)
