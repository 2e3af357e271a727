"""Runs an exported SWMM file as it is and prints what came of it. A process of its own."""

import json
import sys
from pathlib import Path

from pyswmm import Nodes, Simulation

from tests.reference.swmm_report import routing_error_percent


def run(path: Path) -> dict[str, float]:
    with Simulation(str(path)) as simulation:
        simulation.step_advance(43_200)
        nodes = list(Nodes(simulation))  # which can be gone through once
        for _ in simulation:
            pass
        told = {
            "supplied_l": sum(node.cumulative_inflow for node in nodes if node.nodeid in ("HOUSE", "GARDEN")) * 1000,
            "spilled_l": sum(node.cumulative_inflow for node in nodes if node.nodeid.startswith("SPILL_")) * 1000,
            "flooded_l": sum(node.statistics["flooding_volume"] for node in nodes) * 1000,
        }
    return told | {"continuity_error_percent": routing_error_percent(path)}


if __name__ == "__main__":
    print("\n" + json.dumps(run(Path(sys.argv[1]))))
