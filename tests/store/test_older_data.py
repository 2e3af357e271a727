"""A database that an earlier version left opens, plans the same, and can be edited and undone."""

import json
import sqlite3

import numpy as np
import pytest
from alembic import command

from lean_year.api.workshop import Workshop
from lean_year.core.rain.rainfall import DailyRain, MadeFrom
from lean_year.store import properties, records
from lean_year.store.database import FILE_NAME, migrations_config, open_database, open_engine, writing
from lean_year.store.properties import Summary
from tests.farm import VERSION_1, farm, resize
from tests.records import seattle

SUMMARY = Summary("Saltmarrow", "", "Verdict.", "Words", [10])


@pytest.fixture
def left_behind(tmp_path):
    """A folder as version 1 left it: its tables, a document of its own, a record without temperatures."""
    engine = open_database(tmp_path)
    with writing(engine) as session:
        properties.add_property(session, "p", farm(), "New", SUMMARY)
        records.add_record(session, "r", rain=seattle(), name="Gauge", note="", property_id="p")
    engine.dispose()
    engine = open_engine(tmp_path / FILE_NAME)
    command.downgrade(migrations_config(engine), "0001")
    engine.dispose()
    old = json.loads(json.dumps(VERSION_1)) | {"rain": {"record_id": "r", "filling": "none"}}
    with sqlite3.connect(tmp_path / FILE_NAME) as database:
        database.execute("UPDATE revisions SET document = ?", (json.dumps(old),))
    database.close()
    return tmp_path


def test_it_opens_with_its_tank_its_rain_and_its_assumptions(left_behind):
    engine = open_database(left_behind)
    workshop = Workshop(engine)
    stored = workshop.stored("p")
    cistern = stored.document.cistern
    assert cistern.gross_l == pytest.approx(86_000)
    assert float(cistern.tanks[0].vessel().below_l(cistern.tanks[0].outlet_m)) == pytest.approx(3_000)
    assert stored.document.assumed == ["/roofs/2/runoff", "/cistern/start_share"]
    plan = workshop.plan(stored.document).plan
    assert plan.rain.days == seattle().depth_mm.size
    assert plan.cistern.live_l == pytest.approx(79_000)
    engine.dispose()


def test_it_is_edited_and_undone_back_to_what_version_1_wrote(left_behind):
    engine = open_database(left_behind)
    workshop = Workshop(engine)
    stored, _ = workshop.edit("p", 1, "edit-0001", "Larger", [resize(90_000)])
    assert stored.document.cistern.gross_l == pytest.approx(90_000)
    again, _ = workshop.step("p", 2, "undo")
    assert again.document.cistern.gross_l == pytest.approx(86_000)
    with sqlite3.connect(left_behind / FILE_NAME) as database:
        first = database.execute("SELECT document FROM revisions WHERE number = 1").fetchone()[0]
    database.close()
    assert json.loads(first)["version"] == 1
    engine.dispose()


def test_a_record_with_weather_comes_back_with_its_gaps_and_what_it_was_made_from(tmp_path):
    engine = open_database(tmp_path)
    low = np.array([1.0, np.nan, -3.5])
    made = MadeFrom("means", tuple([50.0] * 12), tuple([8.0] * 12), 0.2, 7)
    record = DailyRain(
        seattle().start, np.array([0.0, 2.0, np.nan]), tmin_c=low, tmax_c=low + 8, et0_mm=low + 5, made_from=made
    )
    with writing(engine) as session:
        records.add_record(session, "w", rain=record, name="Made", note="", property_id=None)
    _, back = records.load_record(engine, "w")
    for name in ("depth_mm", "tmin_c", "tmax_c", "et0_mm"):
        assert np.array_equal(getattr(back, name), getattr(record, name), equal_nan=True), name
    assert back.made_from == made
    engine.dispose()
