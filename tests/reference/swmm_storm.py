"""Runs two linked tanks through a storm in EPA SWMM and prints what came of it. A process of its own.

The roofs' water comes as a time series by the minute, with steep edges; the link is a true conduit with its entry and
exit losses; the overflow an outlet with a table of its rating; the near tank spills at its own rim. Not the slot
method: under a high head its slot widens a narrow pipe by half.
"""

import json
import sys
import tempfile
from pathlib import Path

from pyswmm import Links, Nodes, Simulation

from tests.reference.swmm_report import routing_error_percent

STEP_S = 1


def series(name: str, flow_l_s: list[float]) -> str:
    rows = []
    for minute, flow in enumerate(flow_l_s):
        for second in (0, 59):
            at = minute * 60 + second
            rows.append(f"{name} {at // 3600}:{at // 60 % 60:02d}:{at % 60:02d} {flow:.9f}")
    end = len(flow_l_s) * 60
    rows.append(f"{name} {end // 3600}:{end // 60 % 60:02d}:00 0")
    return "\n".join(rows)


def model(asked: dict) -> str:
    minutes = len(asked["near_l_s"]) + 30
    area_near, area_far = asked["area_m2"]
    rim, invert = asked["rim_m"], asked["overflow_invert_m"]
    rating = "\n".join(f"OVER{' Rating' if not row else ''} {head} {flow}"
                       for row, (head, flow) in enumerate(asked["rating"]))  # fmt: skip
    return f"""[OPTIONS]
FLOW_UNITS LPS
FLOW_ROUTING DYNWAVE
START_DATE 01/01/2020
START_TIME 00:00:00
REPORT_START_DATE 01/01/2020
REPORT_START_TIME 00:00:00
END_DATE 01/01/2020
END_TIME {minutes // 60:02d}:{minutes % 60:02d}:00
REPORT_STEP 00:01:00
ROUTING_STEP {STEP_S}
ALLOW_PONDING NO
MIN_SURFAREA 0.01
INERTIAL_DAMPING FULL
SURCHARGE_METHOD EXTRAN
VARIABLE_STEP 0

[STORAGE]
NEAR 0 {rim + 1} {asked["start_m"]} FUNCTIONAL 0 0 {area_near} 0 0
FAR 0 {rim + 1} {asked["start_m"]} FUNCTIONAL 0 0 {area_far} 0 0

[OUTFALLS]
RIM -5 FREE
OVERFLOW -5 FREE

[CONDUITS]
LINK NEAR FAR {asked["length_m"]} {asked["manning_n"]} 0 0 0

[XSECTIONS]
LINK CIRCULAR {asked["bore_m"]} 0 0 0

[LOSSES]
LINK 0.5 1.0 {asked["fittings"]} NO 0

[OUTLETS]
ATRIM NEAR RIM {rim} FUNCTIONAL/DEPTH {area_near * 1000 / (4 * STEP_S)} 1
SPILL FAR OVERFLOW {invert} TABULAR/DEPTH OVER

[CURVES]
{rating}

[INFLOWS]
NEAR FLOW RAINNEAR FLOW 1.0 1.0
FAR FLOW RAINFAR FLOW 1.0 1.0

[TIMESERIES]
{series("RAINNEAR", asked["near_l_s"])}
{series("RAINFAR", asked["far_l_s"])}
"""


def run(asked: dict) -> dict[str, float]:
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "storm.inp"
        path.write_text(model(asked))
        peak = 0.0
        with Simulation(str(path)) as simulation:
            nodes, links = Nodes(simulation), Links(simulation)
            for _ in simulation:
                peak = max(peak, links["SPILL"].flow)
            told = {
                "spilled_l": nodes["RIM"].cumulative_inflow * 1000,
                "overflowed_l": nodes["OVERFLOW"].cumulative_inflow * 1000,
                "peak_l_s": peak,
                "near_m": nodes["NEAR"].depth,
            }
        return told | {"continuity_error_percent": routing_error_percent(path)}


if __name__ == "__main__":
    print("\n" + json.dumps(run(json.load(sys.stdin))))
