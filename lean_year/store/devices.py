"""Devices of a site, and what they report. A device belongs to the site, as what is written down on it does."""

import datetime as dt
import secrets
from collections.abc import Sequence
from dataclasses import dataclass, fields
from typing import cast

from sqlalchemy import CursorResult, Engine, bindparam, func, select, update
from sqlalchemy.dialects.sqlite import insert

from lean_year.core.errors import InputError
from lean_year.core.log.devices import DeviceKind, Reported
from lean_year.property.served import MAIN
from lean_year.store.database import reading, writing
from lean_year.store.people import token_hash
from lean_year.store.properties import UnknownProperty, new_id, now
from lean_year.store.tables import DeviceReadingRow, DeviceRow, PropertyRow

MOST_DEVICES = 50
MOST_READINGS = 2_000_000
"""Of one device: a reading a minute for nearly four years."""


class UnknownDevice(LookupError):
    """There is no such device, or its token is another, or it was withdrawn."""


@dataclass(frozen=True, slots=True)
class Device:
    """One of a site."""

    id: str
    kind: DeviceKind
    name: str
    about: str
    supply: str
    made_by: str
    made_at: dt.datetime
    withdrawn_at: dt.datetime | None


@dataclass(frozen=True, slots=True)
class NewReading:
    """One that came in, in its kept unit."""

    at: dt.datetime
    """With its zone."""
    quantity: str
    """The name of the value in an entry of the log."""
    value: float


def _of(row: DeviceRow) -> Device:
    kind = cast(DeviceKind, row.kind)
    return Device(row.id, kind, row.name, row.about, row.supply, row.made_by, row.made_at, row.withdrawn_at)


def _site(engine: Engine, property_id: str) -> str:
    with reading(engine) as session:
        site = session.scalar(select(PropertyRow.site_id).where(PropertyRow.id == property_id))
    if site is None:
        raise UnknownProperty(property_id)
    return site


def make_device(
    engine: Engine, property_id: str, *, kind: DeviceKind, name: str, about: str, by: str, supply: str = MAIN
) -> tuple[Device, str]:
    """A new device, and the token that it sends along: it is shown this once.

    Raises
    ------
    UnknownProperty
    InputError
        If there are as many as there may be.
    """
    site, token = _site(engine, property_id), secrets.token_urlsafe(32)
    with writing(engine) as session:
        count = session.scalar(select(func.count()).select_from(DeviceRow).where(DeviceRow.site_id == site)) or 0
        if count >= MOST_DEVICES:
            raise InputError("devices", f"may be at most {MOST_DEVICES} of one property")
        row = DeviceRow(
            id=new_id(), site_id=site, kind=kind, name=name, about=about, supply=supply,
            token_hash=token_hash(token), made_by=by, made_at=now(), withdrawn_at=None,
        )  # fmt: skip
        session.add(row)
        session.flush()
        return _of(row), token


_OF_SITE = (
    select(*(DeviceRow.__table__.c[field.name] for field in fields(Device)))
    .join(PropertyRow, PropertyRow.site_id == DeviceRow.site_id)
    .where(PropertyRow.id == bindparam("property_id"))
    .order_by(DeviceRow.made_at)
)


def devices_of(engine: Engine, property_id: str) -> list[Device]:
    """Every device of a property's site, the first made first."""
    with engine.connect() as connection:  # asked with every opening: without what a session of objects costs
        return [Device(*row) for row in connection.execute(_OF_SITE, {"property_id": property_id})]


def withdraw_device(engine: Engine, property_id: str, device_id: str) -> None:
    """Take a device's token back. What it has reported stays.

    Raises
    ------
    UnknownDevice
    """
    with writing(engine) as session:
        site = select(PropertyRow.site_id).where(PropertyRow.id == property_id).scalar_subquery()
        done = session.execute(
            update(DeviceRow)
            .where(DeviceRow.id == device_id, DeviceRow.site_id == site, DeviceRow.withdrawn_at.is_(None))
            .values(withdrawn_at=now())
        )
        if not cast("CursorResult[object]", done).rowcount:
            raise UnknownDevice(device_id)


def device_by_token(engine: Engine, device_id: str, token: str) -> Device:
    """The device that sends a token.

    Raises
    ------
    UnknownDevice
    """
    with reading(engine) as session:
        row = session.scalar(
            select(DeviceRow).where(
                DeviceRow.id == device_id,
                DeviceRow.token_hash == token_hash(token),
                DeviceRow.withdrawn_at.is_(None),
            )
        )
        if row is None:
            raise UnknownDevice(device_id)
        return _of(row)


def keep_readings(engine: Engine, device_id: str, readings: Sequence[NewReading], came: dt.datetime) -> int:
    """Keep what a device reported; one of a moment that it has reported already is kept once. How many were new.

    Raises
    ------
    InputError
        If it has reported as much as there is room for.
    """
    if not readings:
        return 0
    rows = [
        {
            "device_id": device_id,
            "at": each.at.astimezone(dt.UTC).replace(tzinfo=None),
            "day": each.at.date(),
            "quantity": each.quantity,
            "value": each.value,
            "came": came.astimezone(dt.UTC).replace(tzinfo=None),
        }
        for each in readings
    ]
    with writing(engine) as session:
        of_it = DeviceReadingRow.device_id == device_id
        before = session.scalar(select(func.count()).select_from(DeviceReadingRow).where(of_it)) or 0
        if before + len(rows) > MOST_READINGS:
            raise InputError("readings", f"may be at most {MOST_READINGS:,} of one device; make a new one")
        session.execute(insert(DeviceReadingRow).on_conflict_do_nothing(), rows)
        after = session.scalar(select(func.count()).select_from(DeviceReadingRow).where(of_it)) or 0
        return after - before


def last_reported(engine: Engine, device_id: str, many: int = 1_000) -> list[Reported]:
    """The newest readings of a device, in the order of its clock."""
    with reading(engine) as session:
        rows = session.execute(
            select(DeviceReadingRow.at, DeviceReadingRow.value, DeviceReadingRow.came)
            .where(DeviceReadingRow.device_id == device_id)
            .order_by(DeviceReadingRow.at.desc())
            .limit(many)
        ).all()
    return [
        Reported(row.at.replace(tzinfo=dt.UTC), row.value, row.came.replace(tzinfo=dt.UTC)) for row in reversed(rows)
    ]


@dataclass(frozen=True, slots=True)
class ReportedDay:
    """What a device said of one day, where it stands."""

    day: dt.date
    quantity: str
    """Of the last one."""
    last: float
    least: float
    most: float
    total: float
    readings: int


def reported_days(engine: Engine, device_id: str) -> list[ReportedDay]:
    """Every day of which a device reported."""
    with reading(engine) as session:
        newest = (
            select(DeviceReadingRow.day, func.max(DeviceReadingRow.at).label("at"))
            .where(DeviceReadingRow.device_id == device_id)
            .group_by(DeviceReadingRow.day)
            .subquery()
        )
        sums = session.execute(
            select(
                DeviceReadingRow.day,
                func.min(DeviceReadingRow.value),
                func.max(DeviceReadingRow.value),
                func.sum(DeviceReadingRow.value),
                func.count(),
            )
            .where(DeviceReadingRow.device_id == device_id)
            .group_by(DeviceReadingRow.day)
            .order_by(DeviceReadingRow.day)
        ).all()
        last = {
            row.day: (row.quantity, row.value)
            for row in session.execute(
                select(DeviceReadingRow.day, DeviceReadingRow.quantity, DeviceReadingRow.value).join(
                    newest, (DeviceReadingRow.day == newest.c.day) & (DeviceReadingRow.at == newest.c.at)
                ).where(DeviceReadingRow.device_id == device_id)
            )
        }  # fmt: skip
    return [ReportedDay(day, *last[day], least, most, total, count) for day, least, most, total, count in sums]
