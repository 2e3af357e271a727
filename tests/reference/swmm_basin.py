"""Fills a basin that seeps through its floor in EPA SWMM, from a steady burst of rain; prints how deep it gets."""

import json
import sys
import tempfile
from pathlib import Path

from pyswmm import Nodes, Simulation

from tests.reference.swmm_report import routing_error_percent

HOURS = 30


def model(asked: dict) -> str:
    minutes = asked["duration_min"]
    rate = asked["inflow_l"] / (minutes * 60)
    hours, rest = divmod(round(minutes), 60)
    return f"""[OPTIONS]
FLOW_UNITS LPS
FLOW_ROUTING DYNWAVE
START_DATE 01/01/2020
START_TIME 00:00:00
REPORT_START_DATE 01/01/2020
REPORT_START_TIME 00:00:00
END_DATE 01/02/2020
END_TIME 06:00:00
REPORT_STEP 00:05:00
ROUTING_STEP 5
VARIABLE_STEP 0
ALLOW_PONDING NO
MIN_SURFAREA 0.05

[STORAGE]
BASIN 0 10 0 FUNCTIONAL 0 0 {asked["floor_m2"]} 0 0 {asked["infiltration_mm_h"]}

[OUTFALLS]
RIM 9 FREE NO

[OUTLETS]
LIP BASIN RIM 9.5 FUNCTIONAL/DEPTH 10 1 NO

[INFLOWS]
BASIN FLOW BURST FLOW 1.0 1.0

[TIMESERIES]
BURST 0:00 {rate}
BURST {hours}:{rest:02d} {rate}
BURST {hours}:{rest:02d}:01 0
BURST {HOURS}:00 0
"""


def run(asked: dict) -> dict[str, float]:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "basin.inp"
        path.write_text(model(asked))
        with Simulation(str(path)) as simulation:
            basin = Nodes(simulation)["BASIN"]
            begun, deepest, at_deepest, half = None, 0.0, None, None
            for _ in simulation:
                begun = begun or simulation.current_time
                depth = basin.depth
                if depth > deepest:
                    deepest, at_deepest = depth, simulation.current_time
                elif half is None and depth <= deepest / 2:
                    half = simulation.current_time
            told = {
                "deepest_m": deepest,
                "half_empty_h": (half - at_deepest).total_seconds() / 3600 if half else None,
            }
        return told | {"continuity_error_percent": routing_error_percent(path)}


if __name__ == "__main__":
    print("\n" + json.dumps(run(json.load(sys.stdin))))
