"""The demos as the API answers them, for the interface's own tests: real figures, made anew with the API's types."""

import json
import tempfile
from pathlib import Path

from lean_year.api.deps import state_of
from lean_year.api.workshop import Workshop
from lean_year.demo.shipped import DEMOS
from lean_year.store.database import open_database

if __name__ == "__main__":
    with tempfile.TemporaryDirectory() as folder:
        engine = open_database(Path(folder))
        workshop = Workshop(engine)
        states = {name: json.loads(bytes(state_of(workshop, workshop.load_demo(name)).body)) for name in DEMOS}
        print(json.dumps(states))
        engine.dispose()
