"""Runs one roof and one store in EPA SWMM and prints what came of it. A process of its own: the engine has globals.

Roof water arrives in the first six hours of each day as a block with steep edges; use runs on evenly; the overflow
is an outlet to an outfall with a rating soft enough to be stable (store area over slope = four routing steps).
"""

import datetime as dt
import json
import sys
import tempfile
from pathlib import Path

from pyswmm import Nodes, Simulation

from tests.reference.swmm_report import routing_error_percent

STEP_S = 60
BLOCK_H = 6
AREA_M2 = 8.0


def inflow_rows(start: dt.date, inflow_l: list[float]) -> str:
    """The time series ROOF: each day's water as a block with steep edges."""
    rows = []
    for day, litres in enumerate(inflow_l):
        if litres <= 0:
            continue
        rate = litres / (BLOCK_H * 3600)
        for minutes, value in ((0, 0.0), (1, rate), (BLOCK_H * 60, rate), (BLOCK_H * 60 + 1, 0.0)):
            at = dt.datetime.combine(start, dt.time()) + dt.timedelta(days=day, minutes=minutes)
            rows.append(f"ROOF {at:%m/%d/%Y} {at:%H:%M} {value:.9f}")
    return "\n".join(rows)


def options(start: dt.date, days: int, step_s: int) -> str:
    """What every such model begins with."""
    end = start + dt.timedelta(days=days)
    return f"""[OPTIONS]
FLOW_UNITS LPS
FLOW_ROUTING DYNWAVE
START_DATE {start:%m/%d/%Y}
START_TIME 00:00:00
REPORT_START_DATE {start:%m/%d/%Y}
REPORT_START_TIME 00:00:00
END_DATE {end:%m/%d/%Y}
END_TIME 00:00:00
REPORT_STEP 24:00:00
ROUTING_STEP {step_s}
ALLOW_PONDING NO
MIN_SURFAREA 0.1"""


def model(start: dt.date, inflow_l: list[float], demand_l_day: float, tank_l: float) -> str:
    days = len(inflow_l)
    full_m = tank_l / 1000 / AREA_M2
    slope_l_s_m = AREA_M2 * 1000 / (4 * STEP_S)
    return f"""{options(start, days, STEP_S)}

[STORAGE]
TANK 0 {full_m + 1:.6f} {full_m:.6f} FUNCTIONAL 0 0 {AREA_M2} 0 0

[OUTFALLS]
HOUSE -5 FREE
SPILL -5 FREE

[OUTLETS]
USE TANK HOUSE 0 TABULAR/DEPTH DRAW
OVER TANK SPILL {full_m:.6f} FUNCTIONAL/DEPTH {slope_l_s_m:.6f} 1

[CURVES]
DRAW Rating 0 0
DRAW 0.02 {demand_l_day / 86400:.9f}
DRAW 100 {demand_l_day / 86400:.9f}

[INFLOWS]
TANK FLOW ROOF FLOW 1.0 1.0

[TIMESERIES]
{inflow_rows(start, inflow_l)}
"""


def run(asked: dict) -> dict[str, float]:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "year.inp"
        start = dt.date.fromisoformat(asked["start"])
        path.write_text(model(start, asked["inflow_l"], asked["demand_l_day"], asked["tank_l"]))
        with Simulation(str(path)) as simulation:
            nodes = Nodes(simulation)
            for _ in simulation:
                pass
            answer = {
                "supplied_l": nodes["HOUSE"].cumulative_inflow * 1000,
                "spilled_l": nodes["SPILL"].cumulative_inflow * 1000,
                # The engine counts the water it began with as inflow.
                "inflow_l": nodes["TANK"].cumulative_inflow * 1000 - asked["tank_l"],
                "end_l": nodes["TANK"].volume * 1000,
            }
        return answer | {"continuity_error_percent": routing_error_percent(path)}


if __name__ == "__main__":
    print("\n" + json.dumps(run(json.load(sys.stdin))))
