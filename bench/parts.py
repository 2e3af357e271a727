"""Ten thousand lines of parts over fifty properties: one of them opened, one edit with its total, the list, and the
report as a PDF."""

import json
import tempfile
import time
from pathlib import Path

from bench.report import Row
from bench.server import EDIT_BARS_S, Client, edit
from bench.yardstick import beside_yardstick
from tests.serving import Server

PROPERTIES, LINES = 50, 200
PDFS = 12
PDF_BARS_S = 1.5, 3.0


def _added(count: int) -> list[dict[str, object]]:
    return [
        {"op": "add", "path": "/parts/added/-", "value": {
            "id": f"own-{number}", "name": f"Part of our own {number}", "quantity": 1 + number % 7, "unit": "each",
            "group": "tools", "work": "tanks", "paid": 3.5 + number,
        }}
        for number in range(count)
    ]  # fmt: skip


def measure() -> list[Row]:
    """Over HTTP, as the sheet of the parts asks."""
    with tempfile.TemporaryDirectory() as folder, Server(Path(folder), with_demo=True) as server:
        client = Client(server.port)
        listed = client.ask("GET", "/api/properties")[1]["properties"]
        demo = next(each["id"] for each in listed if each["demo"] == "saltmarrow")
        own = len(client.ask("GET", f"/api/properties/{demo}/parts?revision=1")[1])
        ids = [client.ask("POST", f"/api/properties/{demo}/copy", b"{}")[1]["id"] for _ in range(PROPERTIES)]
        for each in ids:
            edit(client, each, 1, _added(LINES - own))
        total = sum(len(client.ask("GET", f"/api/properties/{each}/parts?revision=2")[1]) for each in ids)
        assert total == PROPERTIES * LINES, total

        def opened(row: int) -> float:
            return client.timed("GET", f"/api/properties/{ids[row]}")

        def change(row: int) -> float:
            opened(row)  # as whoever edits it has done: what is timed is the edit
            value = 2 + row % 5
            return edit(client, ids[row], 2, [{"op": "replace", "path": "/parts/added/0/quantity", "value": value}])

        def pdf(row: int) -> float:
            start = time.perf_counter()
            client.connection.request("GET", f"/api/properties/{ids[row]}/papers/report/pdf?paper=a4")
            answer = client.connection.getresponse()
            assert answer.status == 200
            assert answer.read().startswith(b"%PDF")
            return time.perf_counter() - start

        first = json.dumps(client.ask("GET", f"/api/properties/{ids[0]}")[1]["plan"]["price"]["total"])
        assert "value" in first
        return [
            *beside_yardstick("opening one of fifty properties with as many parts", PROPERTIES, opened, EDIT_BARS_S),
            *beside_yardstick(
                f"edit of one of {total:,} lines of parts, with its total", PROPERTIES, change, EDIT_BARS_S
            ),
            *beside_yardstick(
                "the list of one of them",
                PROPERTIES,
                lambda row: client.timed("GET", f"/api/properties/{ids[row]}/parts?revision=3"),
                EDIT_BARS_S,
            ),
            *beside_yardstick("the report as a PDF", PDFS, pdf, PDF_BARS_S),
        ]
