"""The server over HTTP with the forty-year demo: edits, imports, rubbish, memory."""

import contextlib
import datetime as dt
import http.client
import json
import statistics
import tempfile
import threading
import time
import uuid
from pathlib import Path
from typing import Any

import numpy as np
import psutil

from bench.report import Row
from bench.yardstick import beside_yardstick
from tests.serving import Server

EDITS = 120
EDIT_BARS_S = 0.030, 0.060
MEGABYTE = 1024 * 1024


class Client:
    """One kept-open connection, as a browser has."""

    def __init__(self, port: int) -> None:
        self.connection = http.client.HTTPConnection("127.0.0.1", port, timeout=60)

    def ask(self, method: str, path: str, body: bytes | None = None, kind: str = "application/json") -> Any:
        status, text = self._sent(method, path, body, kind)
        return status, json.loads(text)

    def timed(self, method: str, path: str, body: bytes | None = None) -> float:
        """How long until all of the answer was there; what reads it here is no work of the server's. [s]"""
        start = time.perf_counter()
        status, text = self._sent(method, path, body, "application/json")
        took_s = time.perf_counter() - start
        assert status == 200, text
        return took_s

    def _sent(self, method: str, path: str, body: bytes | None, kind: str) -> tuple[int, bytes]:
        self.connection.request(method, path, body, {"content-type": kind})
        answer = self.connection.getresponse()
        return answer.status, answer.read()


def century() -> bytes:
    """A hundred years of invented daily rain, day first and with a decimal comma."""
    random = np.random.default_rng(3)
    days = [dt.date(1920, 1, 1) + dt.timedelta(days=day) for day in range(36_525)]
    rain = np.where(random.random(len(days)) < 0.3, random.gamma(0.7, 8, len(days)), 0).round(1)
    rows = (f"{day:%d.%m.%Y};{str(mm).replace('.', ',')}" for day, mm in zip(days, rain, strict=True))
    return ("Datum;Regen (mm)\n" + "\n".join(rows)).encode()


def edit(
    client: Client, property_id: str, revision: int, operations: list[dict[str, Any]], supply: str = "main"
) -> float:
    """Keep an edit of one supply; how long the answer took. [s]"""
    body = {
        "base_revision": revision,
        "edit_id": str(uuid.uuid4()),
        "label": "Bench",
        "operations": operations,
    }
    return client.timed("POST", f"/api/properties/{property_id}/edits?supply={supply}", json.dumps(body).encode())


def resize(row: int) -> list[dict[str, Any]]:
    """An edit of the size, another for each row."""
    return [{"op": "resize", "path": "/cistern", "value": 60_000 + 331 * (row % 97)}]


def _rubbish(port: int, process: psutil.Process) -> tuple[int, float]:
    """Send 100 MB that is no rain in chunks of unknown total; the status and the most memory it cost. [MB]"""
    before = process.memory_info().rss
    peak = [before]
    done = threading.Event()

    def watch() -> None:
        while not done.wait(0.005):
            peak[0] = max(peak[0], process.memory_info().rss)

    watcher = threading.Thread(target=watch)
    watcher.start()
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    chunk = b"\x07rubbish;" * 8_192
    status = 0
    with contextlib.suppress(BrokenPipeError, ConnectionResetError):  # refused before all of it was sent
        connection.request(
            "POST",
            "/api/rain/preview",
            body=(chunk for _ in range(100 * MEGABYTE // len(chunk))),
            headers={"content-type": "application/octet-stream", "transfer-encoding": "chunked"},
            encode_chunked=True,
        )
    try:
        status = connection.getresponse().status
    except (http.client.HTTPException, OSError):
        status = 413  # the server closed the line on it
    done.set()
    watcher.join()
    return status, (peak[0] - before) / MEGABYTE


def measure() -> list[Row]:
    """Edits, a century's import, rubbish and memory."""
    with tempfile.TemporaryDirectory() as folder, Server(Path(folder), with_demo=True) as server:
        client = Client(server.port)
        listed = client.ask("GET", "/api/properties")[1]["properties"][0]
        edits = beside_yardstick(
            "one edit over the API, 40-year record",
            EDITS,
            lambda row: edit(client, listed["id"], row + 1, resize(row)),
            EDIT_BARS_S,
        )
        process = psutil.Process(server.pid)
        memory = process.memory_info().rss / MEGABYTE
        data = century()
        imports = []
        for _ in range(5):
            start = time.perf_counter()
            status, answer = client.ask("POST", "/api/rain/preview", data, "application/octet-stream")
            imports.append(time.perf_counter() - start)
            assert status == 200, answer
        status, cost = _rubbish(server.port, process)
        assert Client(server.port).ask("GET", "/api/health")[0] == 200
    return [
        *edits,
        Row(
            "import of 100 years of daily rain",
            f"{statistics.median(imports):.2f} s, {len(data) / MEGABYTE:.1f} MB",
            "1 s",
            statistics.median(imports) < 1,
        ),
        Row("100 MB of rubbish", f"refused with {status}, {cost:.0f} MB more memory", "300 MB", cost < 300),
        Row(f"server memory after {EDITS} edits", f"{memory:.0f} MB", "400 MB", memory < 400),
    ]
