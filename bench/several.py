"""Three supplies on one property, each by itself and sharing water: edits of the first and of another."""

import tempfile
from pathlib import Path
from typing import Any

from bench.report import Row
from bench.server import EDIT_BARS_S, Client, edit, resize
from bench.yardstick import beside_yardstick
from tests.serving import Server

EDITS = 40


def three(document: dict[str, Any], *, sharing: bool) -> list[dict[str, Any]]:
    """Edits that give the demo's barn a tank, from which the garden is watered, and its goats a tank of theirs. Where
    they share water, the house helps both with what they lack, and what the barn has to spare is pumped to it."""

    def supply(key: str, name: str, litres: float) -> dict[str, Any]:
        tank = {"id": f"{key}-tank", "name": name, "shape": {"kind": "volume", "volume_l": litres}}
        return {
            "id": key,
            "name": name,
            "downpipes": [{"id": f"{key}-a", "name": name}],
            "cistern": {"tanks": [tank]},
        }

    then, way = ("main" if sharing else None), {"id": "way", "source": "barn", "to": "main"}
    assert [roof["name"] for roof in document["roofs"]][2] == "Barn"
    return [
        {"op": "add", "path": "/supplies/-", "value": supply("barn", "Barn", 10_000.0)},
        {"op": "add", "path": "/supplies/-", "value": supply("goats", "Goats", 2_000.0)},
        {"op": "replace", "path": "/roofs/2/drains", "value": [{"group": "barn-a", "share": 1.0}]},
        {"op": "replace", "path": "/roofs/1/drains", "value": [{"group": "goats-a", "share": 1.0}]},
        {"op": "replace", "path": "/household/irrigation/served", "value": {"by": "barn", "then": then}},
        {"op": "replace", "path": "/household/animals/0/served", "value": {"by": "goats", "then": then}},
        *([{"op": "add", "path": "/transfers/-", "value": way}] if sharing else []),
    ]


def measure() -> list[Row]:
    return [*_edits("edit of one of three supplies", sharing=False), *_edits("the same, sharing water", sharing=True)]


def _edits(name: str, *, sharing: bool) -> list[Row]:
    with tempfile.TemporaryDirectory() as folder, Server(Path(folder), with_demo=True) as server:
        client = Client(server.port)
        listed = client.ask("GET", "/api/properties")[1]["properties"]
        property_id = next(each["id"] for each in listed if each["name"] == "Saltmarrow")
        first = client.ask("GET", f"/api/properties/{property_id}")[1]
        edit(client, property_id, first["revision"], three(first["document"], sharing=sharing))
        revision = first["revision"] + 1

        def edited(row: int) -> float:
            """Of the house, and then of the barn."""
            if row >= EDITS // 2:
                operations = [{"op": "resize", "path": "/cistern", "value": 8_000 + 31 * row}]
                return edit(client, property_id, revision + row, operations, supply="barn")
            return edit(client, property_id, revision + row, resize(row))

        return beside_yardstick(name, EDITS, edited, EDIT_BARS_S)
