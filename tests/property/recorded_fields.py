"""Every field of a document with what it is until somebody enters it and what it takes, a line each, as last read.

`python -m tests.property.recorded_fields` writes it anew. A default or a limit that slips is seen here.
"""

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from lean_year.property.document import PropertyFile

FILE = Path(__file__).parent / "recorded_fields.txt"
SAID_ELSEWHERE = ("title", "description", "type", "properties", "required", "discriminator")


def fields() -> Iterator[str]:
    schema = PropertyFile.model_json_schema()
    for part, definition in sorted(schema["$defs"].items()):
        asked = definition.get("required", [])
        for name, field in definition.get("properties", {}).items():
            said = {key: short(value) for key, value in field.items() if key not in SAID_ELSEWHERE}
            yield f"{part}.{name}{' (asked for)' if name in asked else ''}: {json.dumps(said)}"


def short(value: Any) -> Any:
    """References by the name of the part; what `anyOf` and lists say, without titles."""
    if isinstance(value, dict):
        return {key: short(each) for key, each in value.items() if key not in ("title", "description")}
    if isinstance(value, list):
        return [short(each) for each in value]
    return value.rsplit("/", 1)[1] if isinstance(value, str) and value.startswith("#/") else value


def recorded() -> list[str]:
    return FILE.read_text("utf-8").splitlines()


if __name__ == "__main__":
    FILE.write_text("\n".join(fields()) + "\n", "utf-8")
