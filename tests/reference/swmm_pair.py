"""Runs two tanks joined by a pipe at their base in EPA SWMM and prints what came of it. A process of its own.

Two storage nodes of unequal overflow: the roof's water and the house are at the tall one, each spills at its own
height. The pipe passes a day of water in minutes, so that the two share one level, as the replay of a linked bank
takes them to. The slot method is chosen because the other one gives a full pipe a surface, which enlarges the store.
"""

import datetime as dt
import json
import sys
import tempfile
from pathlib import Path

from pyswmm import Nodes, Simulation

from tests.reference.swmm_report import routing_error_percent
from tests.reference.swmm_year import inflow_rows, options

STEP_S = 20
OUTLET_BAND_M = 0.01


def model(asked: dict) -> str:
    start = dt.date.fromisoformat(asked["start"])
    area, outlet = asked["area_m2"], asked["outlet_m"]
    tall, low = asked["overflow_m"]
    begun = min(tall, low)
    # Soft enough to be stable: a step above the weir lets out a quarter of what stands there.
    slope_l_s_m = area * 1000 / (4 * STEP_S)
    draw = asked["demand_l_day"] / 86_400
    return f"""{options(start, len(asked["inflow_l"]), STEP_S)}
INERTIAL_DAMPING FULL
SURCHARGE_METHOD SLOT

[STORAGE]
TALL 0 {tall + 1} {begun} FUNCTIONAL 0 0 {area} 0 0
LOW 0 {low + 1} {begun} FUNCTIONAL 0 0 {area} 0 0

[OUTFALLS]
HOUSE -5 FREE
SPILLTALL -5 FREE
SPILLLOW -5 FREE

[CONDUITS]
LINK TALL LOW 6 0.012 0 0 0

[XSECTIONS]
LINK CIRCULAR 0.08 0 0 0

[OUTLETS]
USE TALL HOUSE 0 TABULAR/DEPTH DRAW
OVERTALL TALL SPILLTALL {tall} FUNCTIONAL/DEPTH {slope_l_s_m} 1
OVERLOW LOW SPILLLOW {low} FUNCTIONAL/DEPTH {slope_l_s_m} 1

[CURVES]
DRAW Rating 0 0
DRAW {outlet} 0
DRAW {outlet + OUTLET_BAND_M} {draw:.9f}
DRAW 100 {draw:.9f}

[INFLOWS]
TALL FLOW ROOF FLOW 1.0 1.0

[TIMESERIES]
{inflow_rows(start, asked["inflow_l"])}
"""


def run(asked: dict) -> dict[str, float]:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "pair.inp"
        path.write_text(model(asked))
        highest = 0.0
        with Simulation(str(path)) as simulation:
            simulation.step_advance(3_600)
            nodes = Nodes(simulation)
            for _ in simulation:
                highest = max(highest, nodes["TALL"].depth)
            told = {
                "supplied_l": nodes["HOUSE"].cumulative_inflow * 1000,
                "spilled_l": sum(nodes[name].cumulative_inflow for name in ("SPILLTALL", "SPILLLOW")) * 1000,
                "end_l": (nodes["TALL"].volume + nodes["LOW"].volume) * 1000,
                "highest_m": highest,
            }
        return told | {"continuity_error_percent": routing_error_percent(path)}


if __name__ == "__main__":
    print("\n" + json.dumps(run(json.load(sys.stdin))))
