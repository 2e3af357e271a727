"""What is acknowledged is on disk, also when the process is killed while it writes."""

import dataclasses
import os
import signal
import sqlite3
import subprocess
import sys
import time

import numpy as np
import pytest
from alembic import command
from sqlalchemy import create_engine, event, inspect

from lean_year.core.rain.rainfall import DailyRain
from lean_year.property.edits import apply_edit
from lean_year.property.start import new_property
from lean_year.store import properties, records
from lean_year.store.database import (
    FILE_NAME,
    migrations_config,
    open_database,
    open_engine,
    writing,
)
from lean_year.store.properties import StaleRevision, Summary, UnknownProperty
from lean_year.store.tables import Base
from tests.farm import resize

SUMMARY = Summary("Name", "Place", "Verdict.", "Words", [10, -1])
KILLS = 12


@pytest.fixture
def engine(tmp_path):
    engine = open_database(tmp_path)
    yield engine
    engine.dispose()


def put(engine, property_id="p"):
    with writing(engine) as session:
        document = new_property(name="Name", roof_area_m2=100, people=2)
        properties.add_property(session, property_id, document, "New", SUMMARY)
    return properties.load_property(engine, property_id)


def move_head(engine, property_id, **where):
    with writing(engine) as session:
        return properties.move_head(session, property_id, **where)


def add(engine, stored, tank_l, edit_id):
    document = stored.document
    document = apply_edit(document, [resize(tank_l)])
    with writing(engine) as session:
        return properties.add_revision(
            session,
            stored.id,
            base=stored.revision,
            edit_id=edit_id,
            label=f"Tank {tank_l}",
            document=document,
            summary=SUMMARY,
        )


def test_the_migrations_make_the_tables_that_the_code_says(engine):
    command.check(migrations_config(engine))


def test_the_migrations_make_the_keys_that_the_code_says(engine):
    """Primary and foreign keys, which the check above does not look at."""
    declared = create_engine("sqlite://")
    Base.metadata.create_all(declared)

    def keys(of):
        looked = inspect(of)
        return {
            table: (
                sorted(looked.get_pk_constraint(table)["constrained_columns"]),
                sorted(
                    (each["constrained_columns"], each["referred_table"], each["options"].get("ondelete"))
                    for each in looked.get_foreign_keys(table)
                ),
            )
            for table in Base.metadata.tables
        }

    assert keys(engine) == keys(declared)
    declared.dispose()


def test_the_migrations_go_down_and_up_again(tmp_path):
    engine = open_database(tmp_path)
    command.downgrade(migrations_config(engine), "base")
    command.upgrade(migrations_config(engine), "head")
    assert put(engine).revision == 1
    engine.dispose()


def test_a_failed_transaction_leaves_nothing(engine):
    stored = put(engine)
    add(engine, stored, 9_000, "edit-0001")
    with pytest.raises(StaleRevision) as late:
        add(engine, stored, 8_000, "edit-0002")
    assert late.value.head == 2
    assert properties.load_property(engine, "p").document.cistern.gross_l == 9_000
    assert properties.base_of_edit(engine, "p", 2, "edit-0002").cistern.gross_l == 9_000
    assert properties.base_of_edit(engine, "p", 1, "edit-0001") is None
    with pytest.raises(UnknownProperty):
        properties.base_of_edit(engine, "p", 3, "edit-0002")


def test_what_was_kept_is_what_is_read_again(engine):
    kept = add(engine, put(engine), 9_000, "edit-0001").document
    properties._parsed.clear()
    assert properties.load_property(engine, "p").document == kept


def test_a_record_comes_back_bit_by_bit_with_its_gaps(engine):
    depths = np.array([0.0, np.nan, 0.1 + 0.2, 1825.0])
    with writing(engine) as session:
        start = np.datetime64("2001-02-03").astype(object)
        records.add_record(session, "r", rain=DailyRain(start, depths), name="R", note="n", property_id=None)
    entry, rain = records.load_record(engine, "r")
    assert rain.depth_mm.tobytes() == depths.tobytes()
    assert (entry.days, str(rain.start)) == (4, "2001-02-03")
    with pytest.raises(records.UnknownRecord):
        records.load_record(engine, "none")


def test_a_record_that_is_there_is_found_again_and_no_other_is_taken_for_it(engine):
    start = np.datetime64("2001-02-03").astype(object)
    depths, cold = np.array([0.0, np.nan, 2.5]), np.array([1.0, 2.0, 3.0])
    rain = DailyRain(start, depths, tmin_c=cold, tmax_c=cold + 5)
    with writing(engine) as session:
        records.add_record(session, "other", rain=DailyRain(start, depths + 1), name="R", note="", property_id=None)
        records.add_record(session, "first", rain=rain, name="R", note="", property_id=None)
        records.add_record(session, "second", rain=rain, name="R", note="", property_id=None)
        assert records.same_record(session, DailyRain(start, depths.copy(), cold.copy(), cold + 5), "R") == "first"
        assert records.same_record(session, DailyRain(start, depths + 1), "R") == "other"
        different = [
            DailyRain(start, depths),
            DailyRain(start, depths + 1, tmin_c=cold, tmax_c=cold + 5),
            DailyRain(start, depths, tmin_c=cold, tmax_c=cold + 6),
            DailyRain(start, depths[:2], tmin_c=cold[:2], tmax_c=cold[:2] + 5),
            dataclasses.replace(rain, et0_mm=cold),
            dataclasses.replace(rain, start=start.replace(day=4)),
        ]
        assert [records.same_record(session, each, "R") for each in different] == [None] * len(different)
        assert records.same_record(session, rain, "S") is None


def test_a_migration_takes_the_write_lock_before_it_reads(tmp_path):
    """Two that start at once: the second waits, and finds the tables there."""
    engine = open_engine(tmp_path / "new.db")
    said = []
    event.listen(engine, "before_cursor_execute", lambda *given: said.append(given[2]))
    command.upgrade(migrations_config(engine), "head")
    begun = [each for each in said if each.startswith("BEGIN")]
    assert begun
    assert set(begun) == {"BEGIN IMMEDIATE"}


def test_removing_a_property_takes_its_revisions_with_it(engine):
    stored = put(engine)
    add(engine, stored, 9_000, "edit-0001")
    properties.remove_property(engine, "p")
    with pytest.raises(UnknownProperty):
        properties.load_property(engine, "p")
    with engine.connect() as connection:
        assert connection.exec_driver_sql("SELECT count(*) FROM revisions").scalar() == 0


def test_opening_and_listing_take_a_fixed_number_of_statements(engine):
    for number in range(5):
        put(engine, f"p{number}")
    seen = []
    event.listen(engine, "before_cursor_execute", lambda *given: seen.append(given[2]))
    properties.list_properties(engine)
    assert len([text for text in seen if text.startswith("SELECT")]) == 2
    seen.clear()
    properties.load_property(engine, "p3")
    assert len([text for text in seen if text.startswith("SELECT")]) <= 4


def record(session, key, owner):
    rain = DailyRain(np.datetime64("2001-02-03").astype(object), np.array([1.0, 2.0]))
    records.add_record(session, key, rain=rain, name=key, note="", property_id=owner)


def test_a_record_goes_with_the_last_property_that_names_it(engine):
    """Two properties on one record, in whatever revision; a record that nobody names goes with its property."""
    first, second = put(engine, "p"), put(engine, "q")
    with writing(engine) as session:
        record(session, "record-shared", "p")
        record(session, "record-own", "p")
    named = second.document.model_copy(
        update={"rain": second.document.rain.model_copy(update={"record_id": "record-shared"})}
    )
    with writing(engine) as session:
        properties.add_revision(session, "q", base=1, edit_id=None, label="Rain", document=named, summary=SUMMARY)
    with writing(engine) as session:
        back = properties.load_revision(engine, "q", 1)
        properties.add_revision(session, "q", base=2, edit_id=None, label="Back", document=back, summary=SUMMARY)
    properties.remove_property(engine, first.id)
    assert records.load_record(engine, "record-shared")[0].name == "record-shared"
    with pytest.raises(records.UnknownRecord):
        records.load_record(engine, "record-own")
    properties.remove_property(engine, "q")
    with pytest.raises(records.UnknownRecord):
        records.load_record(engine, "record-shared")


def test_an_edit_can_be_undone_and_has_nothing_to_redo(engine):
    stored = add(engine, put(engine), 9_000, "edit-0001")
    assert stored == properties.load_property(engine, "p")
    assert (stored.can_undo, stored.can_redo, stored.demo) == (True, False, None)
    back = move_head(engine, "p", base=2, target=1, summary=SUMMARY)
    assert (back.can_undo, back.can_redo) == (False, True)


WRITER = """
import sys
from tests.store.test_store import add
from lean_year.store import properties
from lean_year.store.database import open_engine
from pathlib import Path
engine = open_engine(Path(sys.argv[1]))
number = int(sys.argv[2])
while True:
    number += 1
    add(engine, properties.load_property(engine, "p"), 1000.0 + number, f"edit-{number:06}")
    print(number, flush=True)
"""


def test_killed_while_writing_every_acknowledged_change_is_there(tmp_path):
    engine = open_database(tmp_path)
    put(engine)
    engine.dispose()
    file = tmp_path / FILE_NAME
    last = 0
    random = np.random.default_rng(5)
    for _ in range(KILLS):
        writer = subprocess.Popen([sys.executable, "-c", WRITER, str(file), str(last)], stdout=subprocess.PIPE)
        first = writer.stdout.readline()
        time.sleep(float(random.uniform(0.0, 0.06)))
        os.kill(writer.pid, signal.SIGKILL)
        acknowledged = [int(line) for line in first.split() + writer.stdout.read().split()]
        writer.stdout.close()
        writer.wait()
        assert acknowledged, "a writer that acknowledged nothing would show nothing"
        engine = open_engine(file)
        stored = properties.load_property(engine, "p")
        # The last write may have reached the disk without its acknowledgement; never the other way round.
        assert round(stored.document.cistern.gross_l) - 1000 in (acknowledged[-1], acknowledged[-1] + 1)
        last = round(stored.document.cistern.gross_l) - 1000
        engine.dispose()
        with sqlite3.connect(file) as plain:
            assert plain.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
            assert plain.execute("PRAGMA foreign_key_check").fetchall() == []
        plain.close()
    assert Base.metadata.tables.keys() >= {"properties", "revisions", "rain_records"}
