"""Rain records: written once, read by id."""

import dataclasses
import datetime as dt
import json
import zlib
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from sqlalchemy import Engine, select
from sqlalchemy.orm import Session, defer

from lean_year.core.rain.rainfall import DailyRain, DaysFrom, MadeFrom
from lean_year.store.database import reading
from lean_year.store.tables import RainRecordRow

_WITHOUT_DAYS = [defer(column) for column in (
    RainRecordRow.depth_mm, RainRecordRow.tmin_c, RainRecordRow.tmax_c, RainRecordRow.et0_mm
)]  # fmt: skip


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
    temperatures: bool
    evapotranspiration: bool
    days_from: DaysFrom
    """Whether its days were observed, made to fit observed months, or made from twelve means."""


def _packed(values: NDArray[np.float64]) -> bytes:
    return zlib.compress(values.astype("<f8").tobytes(), 6)


def _unpacked(data: bytes) -> NDArray[np.float64]:
    return np.frombuffer(zlib.decompress(data), dtype="<f8").astype(np.float64)


def made_from_json(text: str) -> MadeFrom:
    raw = json.loads(text)
    return MadeFrom(**raw | {"mean_mm": tuple(raw["mean_mm"]), "wet_days": tuple(raw["wet_days"])})


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
            depth_mm=_packed(rain.depth_mm),
            tmin_c=None if rain.tmin_c is None else _packed(rain.tmin_c),
            tmax_c=None if rain.tmax_c is None else _packed(rain.tmax_c),
            et0_mm=None if rain.et0_mm is None else _packed(rain.et0_mm),
            made_from=None if rain.made_from is None else json.dumps(dataclasses.asdict(rain.made_from)),
            made_at=dt.datetime.now(dt.UTC).replace(tzinfo=None),
        )
    )
    session.flush()


def same_record(session: Session, rain: DailyRain, name: str) -> str | None:
    """Id of a record that is there already, of that name and the same in every day."""
    asked = select(RainRecordRow).where(
        RainRecordRow.start == rain.start, RainRecordRow.days == rain.depth_mm.size, RainRecordRow.name == name
    )
    for row in session.scalars(asked.order_by(RainRecordRow.made_at)):
        if _same(_rain(row), rain):
            return row.id
    return None


def _same(one: DailyRain, other: DailyRain) -> bool:
    """Whether two records that begin and end on the same days are equal in all that they hold."""

    def equal(first: NDArray[np.float64] | None, second: NDArray[np.float64] | None) -> bool:
        if first is None or second is None:
            return first is second
        return bool(np.array_equal(first, second, equal_nan=True))

    series = ("depth_mm", "tmin_c", "tmax_c", "et0_mm")
    return one.made_from == other.made_from and all(equal(getattr(one, s), getattr(other, s)) for s in series)


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
        return _entry(row), _rain(row)


def _rain(row: RainRecordRow) -> DailyRain:
    return DailyRain(
        row.start,
        _unpacked(row.depth_mm),
        tmin_c=None if row.tmin_c is None else _unpacked(row.tmin_c),
        tmax_c=None if row.tmax_c is None else _unpacked(row.tmax_c),
        et0_mm=None if row.et0_mm is None else _unpacked(row.et0_mm),
        made_from=None if row.made_from is None else made_from_json(row.made_from),
    )


def load_entry(engine: Engine, record_id: str) -> RecordEntry:
    """A record without its days.

    Raises
    ------
    UnknownRecord
    """
    with reading(engine) as session:
        row = session.get(RainRecordRow, record_id, options=_WITHOUT_DAYS)
        if row is None:
            raise UnknownRecord(record_id)
        return _entry(row)


def list_records(engine: Engine) -> list[RecordEntry]:
    """All records without their days, the newest first."""
    with reading(engine) as session:
        rows = session.scalars(select(RainRecordRow).options(*_WITHOUT_DAYS).order_by(RainRecordRow.made_at.desc()))
        return [_entry(row) for row in rows]


def _entry(row: RainRecordRow) -> RecordEntry:
    made = None if row.made_from is None else made_from_json(row.made_from)
    return RecordEntry(
        row.id,
        row.name,
        row.note,
        row.start,
        row.days,
        temperatures=row.has_temperatures,
        evapotranspiration=row.has_evapotranspiration,
        days_from="observed" if made is None else made.kind,
    )
