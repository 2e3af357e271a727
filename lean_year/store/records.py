"""Rain records: written once, read by id."""

import datetime as dt
import zlib
from dataclasses import dataclass

import numpy as np
from sqlalchemy import Engine, select
from sqlalchemy.orm import Session, defer

from lean_year.core.rainfall import DailyRain
from lean_year.store.database import reading
from lean_year.store.tables import RainRecordRow


class UnknownRecord(LookupError):
    """There is no rain record with that id."""


@dataclass(frozen=True, slots=True)
class RecordEntry:
    """A record without its days."""

    id: str
    name: str
    note: str
    start: dt.date
    days: int


def add_record(
    session: Session, record_id: str, *, rain: DailyRain, name: str, note: str, property_id: str | None
) -> None:
    """Write a record, inside a writing transaction of the caller's."""
    session.add(
        RainRecordRow(
            id=record_id,
            property_id=property_id,
            name=name,
            note=note,
            start=rain.start,
            days=rain.depth_mm.size,
            depth_mm=zlib.compress(rain.depth_mm.astype("<f8").tobytes(), 6),
            made_at=dt.datetime.now(dt.UTC).replace(tzinfo=None),
        )
    )
    session.flush()


def load_record(engine: Engine, record_id: str) -> tuple[RecordEntry, DailyRain]:
    """A record with its days.

    Raises
    ------
    UnknownRecord
    """
    with reading(engine) as session:
        row = session.get(RainRecordRow, record_id)
        if row is None:
            raise UnknownRecord(record_id)
        depths = np.frombuffer(zlib.decompress(row.depth_mm), dtype="<f8").astype(np.float64)
        return _entry(row), DailyRain(row.start, depths)


def load_entry(engine: Engine, record_id: str) -> RecordEntry:
    """A record without its days.

    Raises
    ------
    UnknownRecord
    """
    with reading(engine) as session:
        row = session.get(RainRecordRow, record_id, options=[defer(RainRecordRow.depth_mm)])
        if row is None:
            raise UnknownRecord(record_id)
        return _entry(row)


def list_records(engine: Engine) -> list[RecordEntry]:
    """All records without their days, the newest first."""
    with reading(engine) as session:
        rows = session.scalars(
            select(RainRecordRow).options(defer(RainRecordRow.depth_mm)).order_by(RainRecordRow.made_at.desc())
        )
        return [_entry(row) for row in rows]


def _entry(row: RainRecordRow) -> RecordEntry:
    return RecordEntry(row.id, row.name, row.note, row.start, row.days)
