"""Copying all data to one file, and putting such a file in its place."""

import datetime as dt
import json
import sqlite3
import tempfile
from contextlib import closing
from pathlib import Path

from alembic import command
from alembic.script import ScriptDirectory
from alembic.util import CommandError

from lean_year.core.errors import InputError
from lean_year.property.document import Property
from lean_year.property.upgrades import upgrade
from lean_year.store.database import FILE_NAME, migrations_config, open_engine

NOT_SOUND = "is not a sound backup of this application"


class _Unusable(Exception):
    """Why a database is none of this application's, or not of a version that is known."""


def backup(folder: Path, out: Path) -> None:
    """Copy the database to one file, also while it is in use.

    Raises
    ------
    InputError
        If there is no sound database, or the file cannot be written; nothing is left of it then.
    """
    source = folder / FILE_NAME
    if not source.is_file():
        raise InputError("data", f"there is no database in {folder}")
    if not out.parent.is_dir():
        raise InputError("out", f"there is no folder {out.parent}")
    if out.is_dir():
        raise InputError("out", f"{out} is a folder; name a file")
    try:
        with closing(_read_only(source)) as kept:
            _require_sound(kept)
    except (sqlite3.DatabaseError, _Unusable) as error:
        raise InputError("data", f"{source} is no sound database: {error}") from error
    try:
        with closing(_read_only(source)) as kept, closing(sqlite3.connect(out)) as copy:
            kept.backup(copy)
    except sqlite3.Error as error:
        out.unlink(missing_ok=True)
        raise InputError("out", f"{out} could not be written: {error}") from error


def restore(folder: Path, kept: Path) -> Path | None:
    """Put a backup in the place of the database, also while it is in use; where there was one, a copy of it stays.

    The backup is tried first, on a copy: whether it is sound, of a version that is known, can be brought up to date,
    and every property in it can be read. Only then is anything replaced.

    Returns
    -------
    Path or None
        The copy of what was replaced.

    Raises
    ------
    InputError
        Naming the file or the folder; nothing was changed then.
    """
    with tempfile.TemporaryDirectory(prefix="lean-year-restore-") as scratch:
        tried = Path(scratch) / FILE_NAME
        try:
            with closing(_read_only(kept)) as source, closing(sqlite3.connect(tried)) as copy:
                _require_sound(source)
                source.backup(copy)
            _bring_up_to_date(tried)
        except _Unusable as error:
            raise InputError("file", f"{kept} {error}") from error
        except (sqlite3.DatabaseError, ValueError) as error:  # pages that are none, or a property that is none
            raise InputError("file", f"{kept} {NOT_SOUND}") from error
        try:
            folder.mkdir(parents=True, exist_ok=True)
            replaced = _set_aside(folder)
            with closing(sqlite3.connect(tried)) as source, closing(sqlite3.connect(folder / FILE_NAME)) as target:
                source.backup(target)
        except (sqlite3.Error, OSError) as error:
            raise InputError("data", f"{folder} could not be written: {error}") from error
    return replaced


def _read_only(file: Path) -> sqlite3.Connection:
    return sqlite3.connect(f"{file.resolve().as_uri()}?mode=ro", uri=True)


def _require_sound(database: sqlite3.Connection) -> None:
    if database.execute("PRAGMA integrity_check").fetchone()[0] != "ok":
        raise _Unusable(NOT_SOUND)
    tables = {row[0] for row in database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
    if not {"properties", "revisions", "rain_records", "alembic_version"} <= tables:
        raise _Unusable(NOT_SOUND)


def _bring_up_to_date(file: Path) -> None:
    """Migrate a copy and read every property in it."""
    engine = open_engine(file)
    config = migrations_config(engine)
    try:
        with engine.connect() as connection:
            version = connection.exec_driver_sql("SELECT version_num FROM alembic_version").scalar()
        if version not in {each.revision for each in ScriptDirectory.from_config(config).walk_revisions()}:
            raise _Unusable("was written by a newer version of this application" if version else NOT_SOUND)
        command.upgrade(config, "head")
        standing = "SELECT document FROM revisions JOIN properties ON property_id = id AND number = head"
        with engine.connect() as connection:
            for (text,) in connection.exec_driver_sql(standing):
                Property.model_validate(upgrade(json.loads(text)))
    except CommandError as error:
        raise _Unusable(NOT_SOUND) from error
    finally:
        engine.dispose()


def _set_aside(folder: Path) -> Path | None:
    if not (folder / FILE_NAME).is_file():
        return None
    now = dt.datetime.now(dt.UTC)
    aside = folder / f"{FILE_NAME}.replaced-{now:%Y%m%d-%H%M%S-%f}"
    with closing(sqlite3.connect(folder / FILE_NAME)) as before, closing(sqlite3.connect(aside)) as copy:
        before.backup(copy)
    return aside
