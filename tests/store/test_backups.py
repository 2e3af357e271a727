"""A backup is tried before it replaces anything, and what it replaces is kept; what cannot be done says why."""

import sqlite3
from contextlib import closing

import pytest

from lean_year.core.errors import InputError
from lean_year.store import properties
from lean_year.store.backups import backup, restore
from lean_year.store.database import FILE_NAME, open_database, open_engine
from tests.store.test_store import add, put


@pytest.fixture
def folder(tmp_path):
    """With a property in its second revision."""
    data = tmp_path / "data"
    engine = open_database(data)
    add(engine, put(engine), 9_000, "edit-0001")
    engine.dispose()
    return data


def tank_l(file):
    engine = open_engine(file)
    try:
        return properties.load_property(engine, "p").document.cistern.gross_l
    finally:
        engine.dispose()


@pytest.mark.parametrize("name", ["kept", "kept 50% ?#.backup"])
def test_a_backup_comes_back_and_what_it_replaced_is_kept(folder, tmp_path, name):
    backup(folder, tmp_path / name)
    engine = open_database(folder)
    add(engine, properties.load_property(engine, "p"), 7_000, "edit-0002")
    replaced = restore(folder, tmp_path / name)
    engine.dispose()
    assert tank_l(folder / FILE_NAME) == 9_000
    assert tank_l(replaced) == 7_000
    assert restore(tmp_path / "new", tmp_path / name) is None
    assert tank_l(tmp_path / "new" / FILE_NAME) == 9_000


def changed(statement):
    def change(file):
        with closing(sqlite3.connect(file)) as database, database:
            database.executescript(statement)

    return change


BAD = {
    "rubbish": (lambda file: file.write_bytes(b"not a database" * 100), "not a sound backup"),
    "half of it": (lambda file: file.write_bytes(file.read_bytes()[:20_000]), "not a sound backup"),
    "another program's": (changed("DROP TABLE revisions"), "not a sound backup"),
    "three empty tables": (
        lambda file: (file.unlink(), changed("".join(f"CREATE TABLE {name} (id);" for name in (
            "properties", "revisions", "rain_records")))(file)), "not a sound backup"),
    "no version": (changed("DELETE FROM alembic_version"), "not a sound backup"),
    "a newer version": (changed("UPDATE alembic_version SET version_num = '9999'"), "by a newer version"),
    "a property that is none": (changed("UPDATE revisions SET document = '{}'"), "not a sound backup"),
    "a property cut off": (changed("UPDATE revisions SET document = '{'"), "not a sound backup"),
}  # fmt: skip


@pytest.mark.parametrize("case", BAD)
def test_what_is_no_backup_is_refused_in_one_line_and_changes_nothing(folder, tmp_path, case):
    spoil, says = BAD[case]
    backup(folder, tmp_path / "kept")
    spoil(tmp_path / "kept")
    before = (folder / FILE_NAME).read_bytes()
    with pytest.raises(InputError, match=says) as refused:
        restore(folder, tmp_path / "kept")
    assert "\n" not in str(refused.value)
    assert (folder / FILE_NAME).read_bytes() == before
    assert list(folder.glob("*.replaced*")) == []


def test_a_folder_that_cannot_be_written_is_blamed_and_not_the_backup(folder, tmp_path):
    backup(folder, tmp_path / "kept")
    (tmp_path / "file").write_text("in the way")
    with pytest.raises(InputError, match="could not be written") as refused:
        restore(tmp_path / "file", tmp_path / "kept")
    assert refused.value.field == "data"


def test_a_backup_that_cannot_be_made_says_why_and_leaves_nothing(folder, tmp_path):
    for out, data, field in (
        (tmp_path / "none" / "kept", folder, "out"),
        (tmp_path / "kept", tmp_path / "none", "data"),
        (tmp_path, folder, "out"),
    ):
        with pytest.raises(InputError) as refused:
            backup(data, out)
        assert refused.value.field == field
    (folder / FILE_NAME).write_bytes(b"rubbish" * 500)
    with pytest.raises(InputError, match="no sound database"):
        backup(folder, tmp_path / "kept")
    assert not (tmp_path / "kept").exists()


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        (changed("UPDATE alembic_version SET version_num = '9999'"), "by a newer version of this application"),
        (lambda file: file.write_bytes(b"rubbish" * 500), "cannot be opened"),
    ],
)
def test_a_database_that_cannot_be_opened_says_why(folder, spoil, says):
    spoil(folder / FILE_NAME)
    with pytest.raises(InputError, match=says) as refused:
        open_database(folder)
    assert refused.value.field == "data"
    with pytest.raises(InputError, match="cannot be made"):
        open_database(folder / FILE_NAME / "under")
