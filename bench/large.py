"""A database of many years' work: two thousand properties with a hundred revisions each."""

import datetime as dt
import sqlite3
import tempfile
import uuid
from pathlib import Path

from bench.report import Row
from bench.server import EDIT_BARS_S, Client, edit, resize
from bench.yardstick import beside_yardstick
from lean_year.store.database import FILE_NAME
from tests.serving import Server

PROPERTIES, REVISIONS = 2_000, 100
TIMES = 40


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
            marks = ", ".join("?" * len(revision_columns))
            database.executemany(f"INSERT INTO revisions VALUES ({marks})", [list(each.values()) for each in copies])
    database.close()


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
            return [
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
