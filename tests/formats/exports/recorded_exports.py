"""The exported files of the plans in `tests/plan/recorded_answers.py`, as they were when somebody last read them.

`python -m tests.formats.exports.recorded_exports` writes them anew. What the engines make of them is checked in
`tests/reference`.
"""

import re
from itertools import groupby
from pathlib import Path

from lean_year.core.errors import InputError
from lean_year.demo.shipped import demo_rain
from lean_year.formats.exports.drawing import write_svg
from lean_year.formats.exports.epanet_model import write_epanet_model
from lean_year.formats.exports.swmm_model import write_swmm_model
from lean_year.plan.model.prepared_rain import prepare_rain
from tests.plan.on_demos import Operation, edited, replace
from tests.plan.recorded_answers import NARROW_BOX, PLANS

FOLDER = Path(__file__).parent / "recorded"
LONGEST = 12


def _three_stores(layout: str) -> list[Operation]:
    """Saltmarrow's tank between two slim ones that stand higher, and two that stand lower."""
    ends: list[Operation] = [
        {"op": "add", "path": f"/cistern/tanks/{at}",
         "value": {"id": name.lower(), "name": name, "shape": NARROW_BOX, "count": count, "floor_m": floor_m}}
        for at, name, count, floor_m in ((0, "Upper", 3, -0.5), (2, "Lower", 2, -1.9))
    ]  # fmt: skip
    return [*ends, replace("/cistern/layout", layout)]


EXPORTED: dict[str, tuple[str, list[Operation]]] = PLANS | {
    f"saltmarrow-{layout}": ("saltmarrow", _three_stores(layout))
    for layout in ("linked", "settling_first", "series", "transfer")
}
EXPORTED |= {
    # Draws that leave at every place of the train, and a replay that begins in between.
    "saltmarrow-branches": (
        "saltmarrow",
        [
            {"op": "add", "path": "/treatment/stages/0", "value": {"kind": "sediment", "micron": 50}},
            replace("/treatment/garden_after", 1),
            replace("/treatment/indoor_after", 3),
            replace("/pump/irrigation_l_s", 0.3),
            replace("/pump/flow_by", "units"),
            replace("/pump/fixtures/toilet", 3),
            replace("/pump/friction", "hazen_williams"),
            replace("/pump/backflow_kpa", 35.0),
            replace("/cistern/start_share", 0.4),
            *_three_stores("series"),
        ],
    ),
    "saltmarrow-header": (
        "saltmarrow",
        [
            replace("/pump/feed", "header"),
            replace("/pump/header/outlet_m", 7.5),
            replace("/cistern/start_share", 0.0),
        ],
    ),
    # The first roof is off, the others are not.
    "saltmarrow-first-roof-off": ("saltmarrow", [replace("/roofs/0/on", False)]),
}
NUMBER = re.compile(r"-?\d+\.\d+")


def exported(name: str) -> list[str]:
    """The files one after the other, numbers to five digits, long series by their length and sum."""
    demo, operations = EXPORTED[name]
    document = edited(demo, *operations)
    files = {
        "pressure.inp": lambda: write_epanet_model(document),
        "pressure-due.inp": lambda: write_epanet_model(document, due=True),
        "water.inp": lambda: write_swmm_model(document, prepare_rain(demo_rain(demo), "none")),
        "drawing.svg": lambda: write_svg(document),
    }
    said = []
    for file, write in files.items():
        said.append(f"--- {file}")
        try:
            said += _shortened(write().splitlines())
        except InputError as refused:
            said.append(f"refused: {refused}")
    return said


def _shortened(lines: list[str]) -> list[str]:
    short: list[str] = []
    for _, group in groupby(lines, key=lambda line: line.split(" ")[0] if line[:1].isalpha() else line):
        rows = list(group)
        if len(rows) > LONGEST:
            values = [float(each) for row in rows for each in NUMBER.findall(row)]
            rows = [rows[0], f"... {len(rows)} lines, {sum(values):.5g} together", rows[-1]]
        short += rows
    return [NUMBER.sub(lambda number: f"{float(number.group()):.5g}", line) for line in short]


def recorded(name: str) -> list[str]:
    return (FOLDER / f"{name}.txt").read_text("utf-8").splitlines()


if __name__ == "__main__":
    for name in EXPORTED:
        (FOLDER / f"{name}.txt").write_text("\n".join(exported(name)) + "\n", "utf-8")
