"""The ranges of every number of a document, and how many rows its lists take, by path: what the interface asks of an
entry before it is sent.

`python -m lean_year.property.ranges` prints them as JSON (`web/src/document/ranges.json`, made by `make schema`).
"""

import json
from collections.abc import Iterator
from typing import Any

from lean_year.property.document import Property

Range = dict[str, Any]
_NAMES = {"minimum": "min", "maximum": "max", "exclusiveMinimum": "above", "exclusiveMaximum": "below"}


def ranges() -> dict[str, list[Range]]:
    """By JSON pointer, with `*` for the rows of a list and the keys of a table: one range, or one for each `kind` of
    the part it stands in.

    A range has `min` and `max`, or `above` and `below` where the bound itself is not allowed; `whole` for a count;
    `usual` where a part is begun by choosing its kind, and the number has a usual value in that kind. A list that
    may grow has `most`, the rows that it takes.
    """
    schema = Property.model_json_schema()
    found: dict[str, list[Range]] = {}
    for path, each in _numbers(schema, schema["$defs"], "", None):
        rows = found.setdefault(path, [])
        if each not in rows:
            rows.append(each)
    return found


def _numbers(
    part: dict[str, Any], definitions: dict[str, Any], path: str, kind: str | None
) -> Iterator[tuple[str, Range]]:
    if "$ref" in part:
        part = definitions[part["$ref"].rsplit("/", 1)[1]]
    for other in [*part.get("anyOf", ()), *part.get("oneOf", ())]:
        yield from _numbers(other, definitions, path, kind)
    if "properties" in part:
        own = part["properties"].get("kind", {}).get("const")
        for name, each in part["properties"].items():
            yield from _numbers(each, definitions, f"{path}/{name}", own)
    elif isinstance(part.get("additionalProperties"), dict):
        yield from _numbers(part["additionalProperties"], definitions, f"{path}/*", None)
    elif "patternProperties" in part:
        for each in part["patternProperties"].values():
            yield from _numbers(each, definitions, f"{path}/*", None)
    elif part.get("type") == "array":
        if part.get("maxItems") is not None and part.get("minItems", 0) < part["maxItems"]:
            yield path, {"most": part["maxItems"]}
        for items in part.get("prefixItems", [part.get("items", {})]):
            yield from _numbers(items, definitions, f"{path}/*", None)
    elif part.get("type") in ("number", "integer"):
        bounds = {short: part[name] for name, short in _NAMES.items() if name in part}
        whole = {"whole": True} if part["type"] == "integer" else {}
        usual = {"usual": part["default"]} if kind is not None and part.get("default") is not None else {}
        yield path, ({"kind": kind} if kind is not None else {}) | bounds | whole | usual


if __name__ == "__main__":
    print(json.dumps(ranges(), indent=1))
