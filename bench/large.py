"""A database of many years' work: two thousand properties, each with a hundred revisions and entries."""

import datetime as dt
import json
import sqlite3
import tempfile
import time
import uuid
from pathlib import Path

from bench.report import Row
from bench.server import EDIT_BARS_S, Client, edit, resize
from bench.yardstick import beside_yardstick
from lean_year.store.database import FILE_NAME
from tests.serving import Server

PROPERTIES, REVISIONS, ENTRIES = 2_000, 100, 100
TIMES = 40
ALL_OUTLOOKS_BAR_S = 60.0


def _rows(database: sqlite3.Connection, table: str, where: str) -> tuple[list[str], list[object]]:
    """The columns of a table and its one row that is copied."""
    found = database.execute(f"SELECT * FROM {table} WHERE {where}")
    return [column[0] for column in found.description], list(found.fetchone())


def fill(file: Path) -> None:
    """Put copies of the demo in, each with its revisions, straight into the tables."""
    with sqlite3.connect(file) as database:
        database.execute("PRAGMA synchronous = OFF")
        columns, one = _rows(database, "properties", "demo = 'saltmarrow'")
        of_one = f"property_id = '{one[columns.index('id')]}' AND number = 1"
        revision_columns, revision = _rows(database, "revisions", of_one)
        logged = database.execute(
            'SELECT id, kind, about, "on", body, written_by, written_at FROM entries'
            " WHERE site_id = ? AND about LIKE 'log/%' ORDER BY number DESC LIMIT ?",
            (one[columns.index("site_id")], ENTRIES),
        ).fetchall()[::-1]
        document = json.loads(str(revision[revision_columns.index("document")]))
        row, first = dict(zip(columns, one, strict=True)), dict(zip(revision_columns, revision, strict=True))
        for number in range(PROPERTIES):
            changed = dt.datetime(2026, 1, 1) + dt.timedelta(minutes=number)
            copied = uuid.uuid4().hex
            of_copy = {"id": copied, "site_id": copied, "demo": None, "head": REVISIONS, "changed_at": str(changed)}
            copy = row | of_copy
            marks = ", ".join("?" * len(columns))
            database.execute(f"INSERT INTO properties VALUES ({marks})", list(copy.values()))
            copies = [
                first | {"property_id": copy["id"], "number": at, "parent": at - 1 or None}
                for at in range(1, REVISIONS + 1)
            ]
            # No two are alike, so that nothing that is held for one serves another.
            copies[-1]["document"] = json.dumps(
                document | {"household": document["household"] | {"litres_person_day": 60 + number / 100}}
            )
            marks = ", ".join("?" * len(revision_columns))
            database.executemany(f"INSERT INTO revisions VALUES ({marks})", [list(each.values()) for each in copies])
            database.executemany(
                'INSERT INTO entries (site_id, id, kind, about, "on", body, written_by, written_at)'
                " VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
                [(copied, *each) for each in logged],
            )
    database.close()


def _all_outlooks_s(client: Client) -> float:
    """From nothing to all of them up to date, in the background. [s]"""
    start = time.perf_counter()
    while client.ask("GET", "/api/in-use")[1]["to_do"]:
        time.sleep(0.5)
    return time.perf_counter() - start


def _level_s(client: Client, property_id: str, row: int) -> float:
    """Keep an entry of the log; how long the answer took. [s]"""
    on = dt.date.today().isoformat()
    entry = {
        "id": str(uuid.uuid4()),
        "kind": "level",
        "about": "log/level",
        "on": on,
        "values": {"share": 0.3 + row / 200},
    }
    body = json.dumps({"entries": [entry]}).encode()
    return client.timed("POST", f"/api/properties/{property_id}/entries", body)


def measure() -> list[Row]:
    """List, open and edit in it."""
    with tempfile.TemporaryDirectory() as folder:
        with Server(Path(folder), with_demo=True):
            pass
        fill(Path(folder) / FILE_NAME)
        with Server(Path(folder)) as server:
            client = Client(server.port)

            def listed() -> list[str]:
                return [each["id"] for each in client.ask("GET", "/api/properties")[1]["properties"]]

            ids = listed()
            assert len(ids) >= PROPERTIES
            ask, bars = client.timed, EDIT_BARS_S
            took_s = _all_outlooks_s(client)
            return [
                Row(
                    "how long all their water lasts, and what is due",
                    f"{took_s:.0f} s for {PROPERTIES * ENTRIES:,} entries",
                    f"{ALL_OUTLOOKS_BAR_S:.0f} s on two cores",
                    took_s < ALL_OUTLOOKS_BAR_S,
                ),
                *beside_yardstick("who needs somebody first", TIMES, lambda _: ask("GET", "/api/in-use"), (0.6, 1.2)),
                *beside_yardstick(
                    "write a level down", TIMES, lambda row: _level_s(client, ids[-1], row), EDIT_BARS_S
                ),
                *beside_yardstick(
                    "list of 2,000 properties", TIMES, lambda _: ask("GET", "/api/properties"), (0.2, 0.4)
                ),
                *beside_yardstick(
                    "open one of them, 100 revisions",
                    TIMES,
                    lambda row: ask("GET", f"/api/properties/{ids[-1 - row]}"),
                    bars,
                ),
                *beside_yardstick(
                    "edit one of them", TIMES, lambda row: edit(client, ids[-1], REVISIONS + row, resize(row)), bars
                ),
            ]
