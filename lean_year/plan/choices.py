"""All choices of all stations in both systems of units, as JSON for the interface (`make schema`).

`python -m lean_year.plan.choices` prints them (`web/src/document/choices.json`).
"""

import json
import re
from dataclasses import asdict
from functools import cache
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


@cache
def _labels(units: Units) -> dict[str, dict[str, str]]:
    return {
        path: {str(choice.value): choice.label for choice in offered}
        for station in FALL
        if isinstance(station, Station)
        for path, offered in station.choices(Wording(units)).items()
    }


def choice_label(path: str, value: str, units: Units) -> str:
    """What is chosen at a place of the document, in words; as it stands there where nobody words it.

    >>> choice_label("/ground/soil", "clay", "metric")
    'clay or silt'
    """
    pattern = re.sub(r"/(\d+|-)(?=/|$)", "/*", path)
    return _labels(units).get(pattern, {}).get(value, value)


if __name__ == "__main__":
    print(json.dumps(table(), ensure_ascii=False, indent=1))
