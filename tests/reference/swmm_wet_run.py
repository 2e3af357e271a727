"""Runs a pipe that dips underground and rises to a tank in EPA SWMM at a steady flow; prints the head it takes."""

import json
import sys
import tempfile
from pathlib import Path

from pyswmm import Nodes, Simulation

from tests.reference.swmm_report import routing_error_percent


def model(asked: dict) -> str:
    half = asked["length_m"] / 2
    start, low, inlet = 0.0, asked["low_m"], asked["inlet_m"]
    return f"""[OPTIONS]
FLOW_UNITS LPS
FLOW_ROUTING DYNWAVE
LINK_OFFSETS DEPTH
START_DATE 01/01/2020
START_TIME 00:00:00
REPORT_START_DATE 01/01/2020
REPORT_START_TIME 00:00:00
END_DATE 01/01/2020
END_TIME 02:00:00
REPORT_STEP 00:05:00
ROUTING_STEP 1
VARIABLE_STEP 0
ALLOW_PONDING NO
MIN_SURFAREA 0.05
INERTIAL_DAMPING FULL
SURCHARGE_METHOD EXTRAN

[JUNCTIONS]
TOP {start} 12 0 12 0
DIP {low} 12 0 12 0

[OUTFALLS]
TANK {inlet - asked["bore_m"]} FIXED {inlet} NO

[CONDUITS]
DOWN TOP DIP {half} {asked["manning_n"]} 0 0 0
UP DIP TANK {half} {asked["manning_n"]} 0 0 0

[XSECTIONS]
DOWN CIRCULAR {asked["bore_m"]} 0 0 0
UP CIRCULAR {asked["bore_m"]} 0 0 0

[LOSSES]
DOWN {asked["fittings"]} 0 0 NO 0
UP 0 1.0 0 NO 0

[INFLOWS]
TOP FLOW STEADY FLOW 1.0 1.0

[TIMESERIES]
STEADY 0:00:00 {asked["flow_l_s"]}
STEADY 3:00:00 {asked["flow_l_s"]}
"""


def run(asked: dict) -> dict[str, float]:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "wet.inp"
        path.write_text(model(asked))
        with Simulation(str(path)) as simulation:
            top = Nodes(simulation)["TOP"]
            head = 0.0
            for _ in simulation:
                head = top.head
            told = {"lost_m": head - asked["inlet_m"]}
        return told | {"continuity_error_percent": routing_error_percent(path)}


if __name__ == "__main__":
    print("\n" + json.dumps(run(json.load(sys.stdin))))
