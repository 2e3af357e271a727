"""The supply with everything on: edits, the band, the design search, and edits while they run."""

import json
import statistics
import tempfile
import time
from pathlib import Path
from typing import Any

from bench.report import Row
from bench.server import EDIT_BARS_S, Client, edit, resize
from bench.yardstick import beside_yardstick
from tests.serving import Server

EDITS = 120
DURING = 12
STORMS = 20


def everything(document: dict[str, Any]) -> list[dict[str, Any]]:
    """Edits that put two linked tanks, three saving steps, a top-up and a soil bucket on the demo at once."""
    tank = document["cistern"]["tanks"][0]
    step = {"house_cut": 0.0, "garden_cut": 1.0, "animals_cut": 0.0, "other_cut": 0.0}
    steps = [
        step | {"name": "Garden halved", "below_share": 0.4, "garden_cut": 0.5},
        step | {"name": "Garden dry", "below_share": 0.25},
        step | {"name": "Sparing", "below_share": 0.12, "house_cut": 0.25},
    ]
    assert document["household"]["irrigation"]["area_m2"] > 0
    assert all(roof["loss_mm"] > 0 for roof in document["roofs"])
    return [
        {
            "op": "add",
            "path": "/cistern/tanks/-",
            "value": tank | {"id": "second", "name": "Second", "overflow_m": 2.1},
        },
        {"op": "replace", "path": "/household/steps", "value": steps},
        {"op": "replace", "path": "/household/back_up/kind", "value": "mains"},
    ]


def _change(row: int) -> list[dict[str, Any]]:
    """Sizes and, every fourth time, a roof switched off or on."""
    if row % 4 == 3:
        return [{"op": "replace", "path": "/roofs/1/on", "value": row % 8 == 7}]
    return resize(row)


def _housing(row: int) -> list[dict[str, Any]]:
    """Another housing: train, pump and all that is offered beside them are worked out anew."""
    sizes = ("2.5x10", "4.5x10", "2.5x20", "4.5x20")
    return [
        {"op": "replace", "path": f"/treatment/stages/{stage}/size", "value": sizes[(row // 3 + stage) % 4]}
        for stage in (1, 2, 3)
    ] + [{"op": "replace", "path": "/pump/residual_kpa", "value": 120 + row % 50}]


def _job(client: Client, property_id: str, revision: int, kind: str) -> tuple[float, dict[str, Any]]:
    start = time.perf_counter()
    body = json.dumps({"kind": kind, "base_revision": revision}).encode()
    status, job = client.ask("POST", f"/api/properties/{property_id}/jobs", body)
    assert status == 202, job
    while job["state"] == "running":
        time.sleep(0.01)
        _, job = client.ask("GET", f"/api/jobs/{job['id']}")
    assert job["state"] == "done", job
    return time.perf_counter() - start, job


def _edits_during(client: Client, property_id: str, revision: int, kind: str) -> list[float]:
    """Edits sent while long work is begun again and again."""
    times = []
    for row in range(DURING):
        body = json.dumps({"kind": kind, "base_revision": revision + row}).encode()
        status, job = client.ask("POST", f"/api/properties/{property_id}/jobs", body)
        assert status == 202, job
        times.append(edit(client, property_id, revision + row, resize(row)))
    return times


def _storm(client: Client, property_id: str, revision: int) -> float:
    """A day's storm played minute by minute; how long the answer took. [s]"""
    body = json.dumps({"base_revision": revision, "storm": {"storm_min": 1_440}}).encode()
    start = time.perf_counter()
    status, told = client.ask("POST", f"/api/properties/{property_id}/storm", body)
    assert status == 200, told
    return time.perf_counter() - start


def measure() -> list[Row]:
    """Times over HTTP, as the interface sees them."""
    with tempfile.TemporaryDirectory() as folder, Server(Path(folder), with_demo=True) as server:
        client = Client(server.port)
        listed = client.ask("GET", "/api/properties")[1]["properties"]
        here = listed[0]["id"]
        _, state = client.ask("GET", f"/api/properties/{here}")
        edit(client, here, 1, everything(state["document"]))
        edits = [
            *beside_yardstick(
                "one edit with everything on, 40 years",
                EDITS,
                lambda row: edit(client, here, row + 2, _change(row)),
                EDIT_BARS_S,
            ),
            *beside_yardstick(
                "one edit of a housing, train and pump anew",
                EDITS,
                lambda row: edit(client, here, row + 2 + EDITS, _housing(row)),
                EDIT_BARS_S,
            ),
        ]
        head = 2 * EDITS + 2
        _job(client, here, head, "band")
        band_s, band = _job(client, here, head, "band")
        search = {
            each["name"]: _job(client, each["id"], head if each["id"] == here else 1, "search") for each in listed
        }
        slowest = max(search.values(), key=lambda done: done[0])
        fewest = min(job["front"]["designs"] for _, job in search.values())
        during = _edits_during(client, here, head, "search") + _edits_during(client, here, head + DURING, "band")
        storms = [_storm(client, here, head + 2 * DURING) for _ in range(STORMS)]
    found = band["band"]
    sizes, years, records = len(found["tank_l"]), found["of_years"], found["records"]
    worst = max(during) * 1e3
    return [
        *edits,
        Row(f"band, {records} records × {years} years × {sizes} sizes", f"{band_s:.2f} s", "3 s", band_s < 3),
        Row(
            "design search, slowest of the three demos",
            f"{slowest[0]:.2f} s, at least {fewest:,} designs",
            "5 s and 2,000",
            slowest[0] < 5 and fewest >= 2_000,
        ),
        Row(
            "downpour test of 24 hours by the minute, slowest",
            f"{max(storms) * 1e3:.0f} ms (median {statistics.median(storms) * 1e3:.0f} ms)",
            "150 ms",
            max(storms) < 0.15,
        ),
        Row("edits while they run, slowest of 24", f"{worst:.0f} ms", "500 ms", worst < 500),
    ]
