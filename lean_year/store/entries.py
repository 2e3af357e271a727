"""What is written down on a site, the same for all alternatives of it. Written once and never changed."""

import datetime as dt
from collections.abc import Sequence

from pydantic import TypeAdapter
from sqlalchemy import Engine, bindparam, func, insert, select
from sqlalchemy.orm import Session

from lean_year.core.errors import InputError
from lean_year.property.entries import MOST_ENTRIES, Entry, SiteRecord
from lean_year.store.database import writing
from lean_year.store.properties import UnknownProperty
from lean_year.store.tables import EntryRow, PropertyRow

# Of the main alternative alone: what is written down is of what stands there, and the others are designs.
_OF_MAIN = (
    select(EntryRow.number, EntryRow.body)
    .join(PropertyRow, PropertyRow.site_id == EntryRow.site_id)
    .where(PropertyRow.id == bindparam("property_id"), PropertyRow.standing == "main")
    .order_by(EntryRow.number)
)
_ENTRIES = TypeAdapter(tuple[Entry, ...])


def load_entries(engine: Engine, property_id: str) -> SiteRecord:
    """Everything that is written down on a property's site."""
    with engine.connect() as connection:  # asked with every opening: without what a session of objects costs
        rows = connection.execute(_OF_MAIN, {"property_id": property_id}).all()
    entries = _ENTRIES.validate_json(f"[{','.join(row.body for row in rows)}]")
    return SiteRecord(entries, rows[-1].number if rows else 0)


def write_entries(engine: Engine, property_id: str, entries: Sequence[Entry], by: str) -> None:
    """Add to a site's record. An entry that is there already is kept once.

    Raises
    ------
    UnknownProperty
    InputError
        If the property is not the main one of its alternatives, another entry stands under the id of one, or there
        are as many as there may be.
    """
    with writing(engine) as session:
        row = session.get(PropertyRow, property_id)
        if row is None:
            raise UnknownProperty(property_id)
        if row.standing != "main":
            raise InputError("entries", "are of what is built: take this alternative as the main one first")
        add_entries(session, row.site_id, entries, by)


def add_entries(session: Session, site_id: str, entries: Sequence[Entry], by: str) -> None:
    """The same, inside a writing transaction of the caller's."""
    count = session.scalar(select(func.count()).select_from(EntryRow).where(EntryRow.site_id == site_id)) or 0
    for entry in entries:
        body = entry.model_dump_json()
        there = session.scalar(select(EntryRow.body).where(EntryRow.site_id == site_id, EntryRow.id == entry.id))
        if there is not None:
            if Entry.model_validate_json(there).model_copy(update={"passed": entry.passed}) != entry:
                raise InputError("id", "names another entry of this property; take a new one")
            continue
        if count >= MOST_ENTRIES:
            raise InputError("entries", f"may be at most {MOST_ENTRIES:,} of one property")
        session.execute(
            insert(EntryRow),
            {
                "site_id": site_id,
                "id": entry.id,
                "kind": entry.kind,
                "about": entry.about,
                "on": entry.day,
                "body": body,
                "written_by": by,
                "written_at": dt.datetime.now(dt.UTC).replace(tzinfo=None),
            },
        )
        count += 1
