"""Runs an input file in EPANET, prints pressures, heads and flows. A process of its own: the engine has globals."""

import json
import sys
import tempfile
from pathlib import Path

from epanet import toolkit as en


def run(path: str) -> dict[str, dict[str, float]]:
    with tempfile.TemporaryDirectory() as folder:
        project = en.createproject()
        en.open(project, path, str(Path(folder) / "out.rpt"), "")
        en.openH(project)
        en.initH(project, 0)
        en.runH(project)
        nodes = range(1, en.getcount(project, en.NODECOUNT) + 1)
        links = range(1, en.getcount(project, en.LINKCOUNT) + 1)
        told = {
            "pressure_m": {en.getnodeid(project, n): en.getnodevalue(project, n, en.PRESSURE) for n in nodes},
            "head_m": {en.getnodeid(project, n): en.getnodevalue(project, n, en.HEAD) for n in nodes},
            "flow_l_s": {en.getlinkid(project, n): en.getlinkvalue(project, n, en.FLOW) for n in links},
        }
        en.closeH(project)
        en.close(project)
        return told


if __name__ == "__main__":
    print("\n" + json.dumps(run(sys.argv[1])))
