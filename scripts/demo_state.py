"""Properties as the API answers them, for the interface's own tests: real figures, made anew with the API's types.

`python scripts/demo_state.py` prints the demos; with `awkward` the recorded plans that have as much switched on, or
wrong, as can be at once.
"""

import datetime as dt
import json
import sys
import tempfile
from collections.abc import Callable, Mapping
from pathlib import Path
from typing import Any

sys.path.insert(0, str(Path(__file__).parents[1]))

from pydantic_core import to_json

from lean_year.api.deps import state_of
from lean_year.api.logs import Logs
from lean_year.api.workshop import Stored, Workshop
from lean_year.demo.shipped import DEMOS, demo_file
from lean_year.store.database import open_database
from tests.plan.on_demos import Operation, edited
from tests.plan.recorded_answers import PLANS

LOG_SEEN_ON = dt.date(2026, 9, 28)
"""The day after the last entry of the demo that has a log."""
Put = Callable[[Workshop], Stored]


def answered(puts: Mapping[str, Put]) -> dict[str, Any]:
    """The state of each property, once it has been put in, with its parts, the work of its build and its log."""
    with tempfile.TemporaryDirectory() as folder:
        engine = open_database(Path(folder))
        workshop = Workshop(engine)
        states = {}
        for name, put in puts.items():
            stored = put(workshop)
            parts = workshop.parts(stored.id, stored.revision, priced=True)
            beside = {
                "parts": parts,
                "compared": workshop.cistern_comparisons(stored.id, stored.revision, priced=True),
                "work": workshop.build(stored.id, stored.revision),
                "log": Logs(workshop).seen_on(stored.id, stored.revision, LOG_SEEN_ON),
            }
            states[name] = json.loads(bytes(state_of(workshop, stored).body)) | json.loads(to_json(beside))
        engine.dispose()
    return states


def a_demo(name: str) -> Put:
    return lambda workshop: workshop.load_demo(name)


def a_changed_one(demo: str, operations: list[Operation]) -> Put:
    """A demo's rain under what became of its design."""
    file = demo_file(demo).model_copy(update={"property": edited(demo, *operations)})
    return lambda workshop: workshop.bring_in(file, label="Brought in")


if __name__ == "__main__":
    awkward = {name: a_changed_one(*plan) for name, plan in PLANS.items() if plan[1]}
    print(json.dumps(answered(awkward if "awkward" in sys.argv else {name: a_demo(name) for name in DEMOS})))
