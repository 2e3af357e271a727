"""Runs two stores in EPA SWMM, one pumped into the other, and prints what came of it. A process of its own.

Each has a roof; use runs evenly from the one that is pumped into. A control rule lets the pump run while the one
holds more than it keeps and the other less than it is filled to; it brings the most of a day spread over the day.
"""

import datetime as dt
import json
import sys
import tempfile
from pathlib import Path

from pyswmm import Nodes, Simulation

from tests.reference.swmm_report import routing_error_percent
from tests.reference.swmm_year import AREA_M2, STEP_S, inflow_rows, options


def model(asked: dict) -> str:
    start = dt.date.fromisoformat(asked["start"])
    gives, takes = (asked[name] / 1000 / AREA_M2 for name in ("gives_l", "takes_l"))
    slope_l_s_m = AREA_M2 * 1000 / (4 * STEP_S)
    return f"""{options(start, len(asked["inflow_l"]), STEP_S)}
RULE_STEP 00:05:00

[STORAGE]
GIVES 0 {gives + 1:.6f} {gives:.6f} FUNCTIONAL 0 0 {AREA_M2} 0 0
TAKES 0 {takes + 1:.6f} {takes:.6f} FUNCTIONAL 0 0 {AREA_M2} 0 0

[OUTFALLS]
HOUSE -5 FREE
SPILLGIVES -5 FREE
SPILLTAKES -5 FREE

[OUTLETS]
USE TAKES HOUSE 0 TABULAR/DEPTH DRAW
MOVE GIVES TAKES 0 TABULAR/DEPTH PUMP
OVERGIVES GIVES SPILLGIVES {gives:.6f} FUNCTIONAL/DEPTH {slope_l_s_m:.6f} 1
OVERTAKES TAKES SPILLTAKES {takes:.6f} FUNCTIONAL/DEPTH {slope_l_s_m:.6f} 1

[CURVES]
DRAW Rating 0 0
DRAW 0.02 {asked["demand_l_day"] / 86400:.9f}
DRAW 100 {asked["demand_l_day"] / 86400:.9f}
PUMP Rating 0 {asked["l_day"] / 86400:.9f}
PUMP 100 {asked["l_day"] / 86400:.9f}

[CONTROLS]
RULE RUNS
IF NODE GIVES DEPTH > {asked["keep_share"] * gives:.6f}
AND NODE TAKES DEPTH < {asked["until_share"] * takes:.6f}
THEN OUTLET MOVE SETTING = 1
ELSE OUTLET MOVE SETTING = 0

[INFLOWS]
GIVES FLOW ROOF FLOW 1.0 {asked["gives_roof"]}
TAKES FLOW ROOF FLOW 1.0 1.0

[TIMESERIES]
{inflow_rows(start, asked["inflow_l"])}
"""


def run(asked: dict) -> dict[str, float]:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "transfer.inp"
        path.write_text(model(asked))
        with Simulation(str(path)) as simulation:
            nodes = Nodes(simulation)
            for _ in simulation:
                pass
            answer = {
                "supplied_l": nodes["HOUSE"].cumulative_inflow * 1000,
                "spilled_gives_l": nodes["SPILLGIVES"].cumulative_inflow * 1000,
                "spilled_takes_l": nodes["SPILLTAKES"].cumulative_inflow * 1000,
                # The engine counts the water it began with as inflow.
                "moved_l": nodes["TAKES"].cumulative_inflow * 1000 - asked["takes_l"] - sum(asked["inflow_l"]),
            }
        return answer | {"continuity_error_percent": routing_error_percent(path)}


if __name__ == "__main__":
    print("\n" + json.dumps(run(json.load(sys.stdin))))
