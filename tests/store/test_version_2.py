"""A whole database that version 2 wrote, with three properties, edits and an undo, opens with all of it in place."""

import gzip
import json
import sqlite3
from pathlib import Path

import pytest

from lean_year.api.workshop import Workshop
from lean_year.demo.shipped import DEMOS
from lean_year.property.assumed import by_value
from lean_year.property.document import DOCUMENT_VERSION
from lean_year.property.edits import apply_edit, check
from lean_year.property.upgrades import upgrade
from lean_year.store.database import FILE_NAME, open_database
from tests.plan.on_demos import replace
from tests.property.test_upgrades import version_2

LEFT = Path(__file__).parent / "version_2.sqlite3.gz"
SINCE = {
    "saltmarrow": [replace("/pump/feed", "header")],
    "brindle-landing": [replace("/household/residents", 5.0)],
    "lantern-row": [replace("/name", "Number Nine")],
}
"""What was changed in each after it was loaded, as it reads today. A later edit of Brindle Landing was undone."""


def as_loaded(name, record_id):
    """The document that version 2 loaded, as it reads today."""
    return check(upgrade(version_2(name) | {"rain": version_2(name)["rain"] | {"record_id": record_id}}))


@pytest.fixture
def workshop(tmp_path):
    (tmp_path / FILE_NAME).write_bytes(gzip.decompress(LEFT.read_bytes()))
    engine = open_database(tmp_path)
    yield Workshop(engine)
    engine.dispose()


def by_demo(workshop):
    return {each.demo: each for each in workshop.listed()}


@pytest.mark.parametrize("name", list(DEMOS))
def test_every_property_is_there_with_its_edit_and_is_planned(workshop, name):
    stored = workshop.stored(by_demo(workshop)[name].id)
    expected = apply_edit(as_loaded(name, stored.document.rain.record_id), SINCE[name])
    assert stored.document.model_dump(exclude={"assumed"}) == expected.model_dump(exclude={"assumed"})
    # An edit names every assumed value by itself; version 2 named whole parts.
    assert by_value(stored.document, stored.document.assumed) == expected.assumed
    plan = workshop.plan(stored.document).plan
    assert plan.rain.days > 30 * 365
    assert plan.cistern.counted_years > 25


def test_what_was_undone_is_done_again_and_all_is_undone_to_the_first(workshop):
    found = by_demo(workshop)["brindle-landing"]
    assert found.revision == 2
    again, _ = workshop.step(found.id, 2, "redo")
    assert again.document.household.residents == 6
    for revision in (3, 2):
        first, _ = workshop.step(found.id, revision, "undo")
    assert first.document == as_loaded("brindle-landing", first.document.rain.record_id)


def test_an_edit_on_top_leaves_what_version_2_wrote_as_it_was(workshop, tmp_path):
    found = by_demo(workshop)["saltmarrow"]
    stored, _ = workshop.edit(found.id, found.revision, "edit-today", "By pump", [replace("/pump/feed", "pump")])
    assert stored.document.pump.feed == "pump"
    with sqlite3.connect(tmp_path / FILE_NAME) as database:
        rows = database.execute(
            "SELECT document FROM revisions WHERE property_id = ? ORDER BY number", (found.id,)
        ).fetchall()
    database.close()
    assert [json.loads(text)["version"] for (text,) in rows] == [2, 2, DOCUMENT_VERSION]
    assert json.loads(rows[1][0])["pump"]["way"] == "header"
