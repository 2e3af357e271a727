"""Every address of the API with what it takes and answers, a line each, as last read.

`python -m tests.api.recorded_routes` writes it anew. A status, a limit or a default that slips is seen here; the
fields of a document are recorded beside its own tests.
"""

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from lean_year.api.app import create_app
from tests.property.recorded_fields import short

FILE = Path(__file__).parent / "recorded_routes.txt"


def routes() -> Iterator[str]:
    schema = create_app(None).openapi()
    taken: set[str] = set()
    for path, methods in schema["paths"].items():
        for method, route in methods.items():
            for body in (part for _, part in sorted(route.get("requestBody", {}).get("content", {}).items())):
                taken |= {each.rsplit("/", 1)[1] for each in _references(body)}
            yield f"{method.upper()} {path}: {' '.join(sorted(route['responses']))}"
            for parameter in route.get("parameters", []):
                yield f"  {parameter['in']} {parameter['name']}: {_line(parameter['schema'])}"
    parts = schema["components"]["schemas"]
    for name in sorted(taken):
        for field, said in parts.get(name, {}).get("properties", {}).items():
            asked = " (asked for)" if field in parts[name].get("required", []) else ""
            yield f"{name}.{field}{asked}: {_line(said)}"


def _line(said: Any) -> str:
    return json.dumps(short(said), sort_keys=True)


def _references(part: Any) -> Iterator[str]:
    if isinstance(part, dict):
        if "$ref" in part:
            yield part["$ref"]
        for each in part.values():
            yield from _references(each)


def recorded() -> list[str]:
    return FILE.read_text("utf-8").splitlines()


if __name__ == "__main__":
    FILE.write_text("\n".join(routes()) + "\n", "utf-8")
