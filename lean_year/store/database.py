"""Opening the database: one SQLite file in write-ahead mode, brought up to date by migrations."""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from importlib.resources import files
from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DatabaseError
from sqlalchemy.orm import Session

from lean_year.core.errors import InputError

FILE_NAME = "lean-year.sqlite3"


def open_engine(file: Path) -> Engine:
    """An engine whose every connection keeps foreign keys and syncs each commit to disk."""
    engine = create_engine(f"sqlite:///{file}", connect_args={"timeout": 30, "check_same_thread": False})

    @event.listens_for(engine, "connect")
    def _prepare(connection: sqlite3.Connection, _record: object) -> None:
        connection.isolation_level = None  # transactions are begun below, not by the driver
        for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begin(connection: Connection) -> None:
        # A transaction that will write takes the write lock at once, so that what it has read still holds.
        kind = "IMMEDIATE" if connection.get_execution_options().get("writes") else "DEFERRED"
        connection.exec_driver_sql(f"BEGIN {kind}")

    return engine


def migrations_config(engine: Engine) -> Config:
    config = Config()
    config.set_main_option("script_location", str(files("lean_year.store") / "migrations"))
    config.attributes["engine"] = engine
    return config


def open_database(folder: Path) -> Engine:
    """Open, or make, the database in a folder and bring it up to date.

    Raises
    ------
    InputError
        If the folder cannot be written, or holds something else, or the database is of a newer version.
    """
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise InputError("data", f"{folder} cannot be made: {error.strerror}") from error
    engine = open_engine(folder / FILE_NAME)
    try:
        command.upgrade(migrations_config(engine), "head")
    except CommandError as error:
        engine.dispose()
        raise InputError(
            "data", f"{folder} was written by a newer version of this application; bring this one up to date"
        ) from error
    except DatabaseError as error:
        engine.dispose()
        raise InputError("data", f"{folder / FILE_NAME} cannot be opened: {error.orig}") from error
    return engine


@contextmanager
def reading(engine: Engine) -> Iterator[Session]:
    """One consistent view of the database."""
    with Session(engine) as session:
        yield session


@contextmanager
def writing(engine: Engine) -> Iterator[Session]:
    """One transaction that is on disk when the block ends without an error, and nowhere if it does not."""
    with Session(engine.execution_options(writes=True), expire_on_commit=False) as session, session.begin():
        yield session
