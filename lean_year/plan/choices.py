"""All choices of all stations in both systems of units, as JSON for the interface (`make schema`).

`python -m lean_year.plan.choices` prints them (`web/src/document/choices.json`).
"""

import json
from dataclasses import asdict
from typing import Any, get_args

from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL
from lean_year.property.document import Units


def table() -> dict[str, dict[str, list[dict[str, Any]]]]:
    """By system of units and JSON pointer: value, label and note of each choice."""
    return {
        units: {
            path: [asdict(choice) for choice in offered]
            for station in FALL
            if isinstance(station, Station)
            for path, offered in station.choices(Wording(units)).items()
        }
        for units in get_args(Units)
    }


if __name__ == "__main__":
    print(json.dumps(table(), ensure_ascii=False, indent=1))
