"""What the firm's list says of each site, kept with all that it was worked out from."""

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import cast

from sqlalchemy import Engine, Table, func, or_, select, update
from sqlalchemy.dialects.sqlite import insert

from lean_year.store.database import reading, writing
from lean_year.store.site_versions import VERSION
from lean_year.store.tables import OutlookRow, PropertyRow, QuoteRow

_outlooks = cast(Table, OutlookRow.__table__)


@dataclass(frozen=True, slots=True)
class OldOutlook:
    """A site of which more is known, or another day, than its outlook was worked out from."""

    site_id: str
    property_id: str
    head: int
    version: int
    is_demo: bool


@dataclass(frozen=True, slots=True)
class NewOutlook:
    """One to keep."""

    of: OldOutlook
    day: dt.date
    """The day on which it was asked for."""
    body: str
    upkeep_inputs: str | None = None
    """What is kept with the property, where that had to be worked out as well."""


@dataclass(frozen=True, slots=True)
class KeptOutlook:
    """One as the list reads it."""

    property_id: str
    name: str
    place: str
    is_demo: bool
    body: str


@dataclass(frozen=True, slots=True)
class OpenQuote:
    """One that nobody has answered."""

    property_id: str
    number: str
    dated: dt.date
    valid_until: dt.date


def old_outlooks(engine: Engine, day: dt.date) -> list[OldOutlook]:
    """Every site whose outlook is not of a day and of what is known now."""
    sites = select(PropertyRow.site_id, PropertyRow.id, PropertyRow.head, VERSION, PropertyRow.demo).where(
        PropertyRow.standing == "main"
    )
    now = sites.subquery()
    old = or_(
        OutlookRow.site_id.is_(None),
        OutlookRow.property_id != now.c.id,
        OutlookRow.head != now.c.head,
        OutlookRow.version != now.c.version,
        OutlookRow.day != day,
    )
    with reading(engine) as session:
        rows = session.execute(
            select(now.c.site_id, now.c.id, now.c.head, now.c.version, now.c.demo)
            .join(OutlookRow, OutlookRow.site_id == now.c.site_id, isouter=True)
            .where(old)
            .order_by(now.c.site_id)
        ).all()
    return [OldOutlook(row.site_id, row.id, row.head, row.version, row.demo is not None) for row in rows]


def count_sites(engine: Engine) -> int:
    """How many there are."""
    with reading(engine) as session:
        return session.scalar(select(func.count()).where(PropertyRow.standing == "main")) or 0


def keep_outlooks(engine: Engine, new: Sequence[NewOutlook]) -> None:
    """Write outlooks in the place of those that were."""
    if not new:
        return
    with writing(engine) as session:
        for each in new:
            written = {"property_id": each.of.property_id, "head": each.of.head, "version": each.of.version,
                       "day": each.day, "body": each.body}  # fmt: skip
            put = insert(_outlooks).values(site_id=each.of.site_id, **written)
            session.execute(put.on_conflict_do_update(index_elements=["site_id"], set_=written))
            if each.upkeep_inputs is not None:
                session.execute(
                    update(PropertyRow)
                    .where(PropertyRow.id == each.of.property_id, PropertyRow.head == each.of.head)
                    .values(upkeep_inputs=each.upkeep_inputs)
                )


def upkeep_inputs_of(engine: Engine, property_id: str) -> tuple[int, str | None]:
    """The revision that stands, and what upkeep needs of its plan; None where that was before it was kept."""
    with reading(engine) as session:
        row = session.execute(
            select(PropertyRow.head, PropertyRow.upkeep_inputs).where(PropertyRow.id == property_id)
        ).one_or_none()
    return (0, None) if row is None else (row.head, row.upkeep_inputs)


def list_outlooks(engine: Engine) -> list[KeptOutlook]:
    """Of every site that has one."""
    with reading(engine) as session:
        rows = session.execute(
            select(
                PropertyRow.id, PropertyRow.name, PropertyRow.place, PropertyRow.demo.is_not(None), OutlookRow.body
            )
            .join(OutlookRow, OutlookRow.site_id == PropertyRow.site_id)
            .where(PropertyRow.standing == "main")
        ).all()
    return [KeptOutlook(*row) for row in rows]


def open_quotes(engine: Engine) -> list[OpenQuote]:
    """Of every site, by its main alternative; the newest last."""
    main = select(PropertyRow.id, PropertyRow.site_id).where(PropertyRow.standing == "main").subquery()
    with reading(engine) as session:
        rows = session.execute(
            select(main.c.id, QuoteRow.number, QuoteRow.part, QuoteRow.dated, QuoteRow.valid_until)
            .join(main, main.c.site_id == QuoteRow.site_id)
            .where(QuoteRow.standing == "open")
            .order_by(QuoteRow.number, QuoteRow.part)
        ).all()
    return [
        OpenQuote(row.id, f"{row.number}/{row.part}" if row.part else str(row.number), row.dated, row.valid_until)
        for row in rows
    ]
