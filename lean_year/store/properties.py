"""Properties and their revisions.

Revisions are kept for ever, each with the one it was made from. The head says which stands now: an edit adds a
revision on top of the head, undo moves the head to its parent, redo to its latest child. A change names the
revision that its maker saw; if another stands by then, it is refused and nothing is written.
"""

import datetime as dt
import json
import uuid
from dataclasses import dataclass
from threading import Lock
from typing import Any, Literal, cast

from cachetools import LRUCache, cached
from sqlalchemy import Engine, Table, and_, bindparam, delete, func, insert, literal_column, or_, select, update
from sqlalchemy.orm import Session, defer

from lean_year.property.document import Property, Standing
from lean_year.property.upgrades import upgrade
from lean_year.store.database import reading, writing
from lean_year.store.tables import (
    DeviceRow,
    EntryRow,
    OutlookRow,
    PhotoRow,
    PictureRow,
    PropertyRow,
    QuoteRow,
    RainRecordRow,
    RevisionRow,
)


class UnknownProperty(LookupError):
    """There is no property with that id."""


class NothingToDo(LookupError):
    """There is nothing to undo, or nothing to redo."""


class StaleRevision(RuntimeError):
    """Another revision stands than the one the change was made on."""

    def __init__(self, head: int) -> None:
        super().__init__(f"revision {head} stands now")
        self.head = head


@dataclass(frozen=True, slots=True)
class Summary:
    """What the list of properties says of one."""

    name: str
    place: str
    verdict: str
    summary: str
    years: list[int]
    """Lowest store of each water year in hundredths of the live volume, -1 for a year with dry days."""
    upkeep_inputs: str | None = None
    """JSON of what upkeep needs of the plan."""


@dataclass(frozen=True, slots=True)
class Alternative:
    """One of the designs for a site."""

    id: str
    name: str
    standing: Standing
    verdict: str


@dataclass(frozen=True, slots=True)
class Stored:
    """A property as it stands."""

    id: str
    revision: int
    label: str
    document: Property
    can_undo: bool
    can_redo: bool
    demo: str | None
    alternatives: tuple[Alternative, ...]
    """All of the same site, this one among them, in the order in which they were made."""


@dataclass(frozen=True, slots=True)
class ListedProperty:
    id: str
    revision: int
    name: str
    place: str
    verdict: str
    summary: str
    years: list[int]
    demo: str | None
    changed_at: dt.datetime
    alternatives: int
    """How many designs there are for it, this one among them."""


def now() -> dt.datetime:
    return dt.datetime.now(dt.UTC).replace(tzinfo=None)


def new_id() -> str:
    return uuid.uuid4().hex


def _row(session: Session, property_id: str) -> PropertyRow:
    row = session.get(PropertyRow, property_id)
    if row is None:
        raise UnknownProperty(property_id)
    return row


def _revision(session: Session, property_id: str, number: int) -> RevisionRow:
    row = session.get(RevisionRow, (property_id, number))
    assert row is not None, "the head always names a revision"
    return row


def _latest_child(session: Session, property_id: str, number: int) -> int | None:
    return session.scalar(
        select(func.max(RevisionRow.number)).where(
            RevisionRow.property_id == property_id, RevisionRow.parent == number
        )
    )


_parsed: LRUCache[str, Property] = LRUCache(maxsize=64)
_parsed_lock = Lock()


@cached(_parsed, key=str, lock=_parsed_lock)
def _read(text: str) -> Property:
    return Property.model_validate(upgrade(json.loads(text)))


def document_of(revision: RevisionRow) -> Property:
    """The document of a revision. Shared with whoever asked before: edits copy, nothing changes it in place."""
    return _read(revision.document)


def _stored(session: Session, property_id: str) -> Stored:
    row = session.execute(_AS_IT_STANDS, {"property_id": property_id}).one_or_none()
    if row is None:
        raise UnknownProperty(property_id)
    return Stored(
        id=property_id,
        revision=row.head,
        label=row.label,
        document=_read(row.document),
        can_undo=row.parent is not None,
        can_redo=row.has_child,
        demo=row.demo,
        alternatives=alternatives_of(session, row.site_id),
    )


def alternatives_of(session: Session, site_id: str) -> tuple[Alternative, ...]:
    """All alternatives of a site, in the order in which they were made."""
    return tuple(Alternative(*row) for row in session.execute(_ALTERNATIVES, {"site_id": site_id}))


def _standing(number: int, summary: Summary) -> dict[str, Any]:
    """The columns of a property at which a revision stands."""
    return {
        "head": number,
        "name": summary.name,
        "place": summary.place,
        "verdict": summary.verdict,
        "summary": summary.summary,
        "years": json.dumps(summary.years),
        "upkeep_inputs": summary.upkeep_inputs,
        "changed_at": now(),
    }


# What every opening and every edit asks is compiled once; rows as objects would cost each several milliseconds.
_properties, _revisions = (cast(Table, each.__table__) for each in (PropertyRow, RevisionRow))
_ALTERNATIVES = (
    select(_properties.c.id, _properties.c.alternative, _properties.c.standing, _properties.c.verdict)
    .where(_properties.c.site_id == bindparam("site_id"))
    .order_by(literal_column("rowid"))
)
_child = _revisions.alias()
_AS_IT_STANDS = (
    select(
        _properties.c.head,
        _properties.c.demo,
        _properties.c.site_id,
        _revisions.c.label,
        _revisions.c.parent,
        _revisions.c.document,
        select(literal_column("1"))
        .where(
            _child.c.property_id == _properties.c.id,
            _child.c.number > _properties.c.head,  # no other can be, and this passes over all that came before
            _child.c.parent == _properties.c.head,
        )
        .exists()
        .label("has_child"),
    )
    .join_from(
        _properties,
        _revisions,
        and_(_revisions.c.property_id == _properties.c.id, _revisions.c.number == _properties.c.head),
    )
    .where(_properties.c.id == bindparam("property_id"))
)
_HEAD_AND_LAST = select(
    _properties.c.head,
    _properties.c.demo,
    _properties.c.site_id,
    select(func.max(_revisions.c.number)).where(_revisions.c.property_id == _properties.c.id).scalar_subquery(),
    select(_revisions.c.number)
    .where(_revisions.c.property_id == _properties.c.id, _revisions.c.edit_id == bindparam("edit_id"))
    .scalar_subquery(),
).where(_properties.c.id == bindparam("property_id"))
_ADD_REVISION = insert(_revisions)
_MOVE = update(_properties).where(_properties.c.id == bindparam("property_id"))
_BASE_OF_EDIT = select(_revisions.c.number, _revisions.c.edit_id, _revisions.c.document).where(
    _revisions.c.property_id == bindparam("property_id"),
    or_(_revisions.c.number == bindparam("base"), _revisions.c.edit_id == bindparam("edit_id")),
)


def list_properties(engine: Engine) -> list[ListedProperty]:
    """All properties, each by its main alternative, the last changed first."""
    main = select(PropertyRow).where(PropertyRow.standing == "main")
    with reading(engine) as session:
        of_site = func.count().label("designs"), func.max(PropertyRow.demo).label("demo")
        sites = {
            row.site_id: row
            for row in session.execute(select(PropertyRow.site_id, *of_site).group_by(PropertyRow.site_id))
        }
        rows = session.scalars(main.order_by(PropertyRow.changed_at.desc(), PropertyRow.id))
        return [
            ListedProperty(
                id=row.id,
                revision=row.head,
                name=row.name,
                place=row.place,
                verdict=row.verdict,
                summary=row.summary,
                years=json.loads(row.years),
                demo=sites[row.site_id].demo,
                changed_at=row.changed_at,
                alternatives=sites[row.site_id].designs,
            )
            for row in rows
        ]


def load_property(engine: Engine, property_id: str) -> Stored:
    """A property as it stands.

    Raises
    ------
    UnknownProperty
    """
    with reading(engine) as session:
        return _stored(session, property_id)


def load_revision(engine: Engine, property_id: str, number: int) -> Property:
    """The document of one revision.

    Raises
    ------
    UnknownProperty
        If the property has no such revision.
    """
    with reading(engine) as session:
        row = session.get(RevisionRow, (property_id, number))
        if row is None:
            raise UnknownProperty(property_id)
        return document_of(row)


def find_demo(engine: Engine, demo: str) -> str | None:
    """Id of the property that was loaded as a demo, if it is there."""
    with reading(engine) as session:
        return session.scalar(select(PropertyRow.id).where(PropertyRow.demo == demo))


def add_property(
    session: Session,
    property_id: str,
    document: Property,
    label: str,
    summary: Summary,
    *,
    demo: str | None = None,
    by: str = "",
    beside: tuple[str, str, Standing] | None = None,
) -> None:
    """Write a new property as its first revision, inside a transaction of the caller's; or, `beside` others, as one
    more alternative of their site: its id, the name, and how it stands."""
    site_id, alternative, standing = beside or (property_id, "A", "main")
    of_site = {"site_id": site_id, "alternative": alternative, "standing": standing}
    session.execute(insert(_properties), {"id": property_id, "demo": demo, **of_site, **_standing(1, summary)})
    _write_revision(session, property_id, 1, label, document, summary, by=by)


def _write_revision(
    session: Session,
    property_id: str,
    number: int,
    label: str,
    document: Property,
    summary: Summary,
    *,
    by: str,
    parent: int | None = None,
    edit_id: str | None = None,
) -> None:
    text = document.model_dump_json()
    with _parsed_lock:
        _parsed[text] = document
    written = {
        "property_id": property_id,
        "number": number,
        "parent": parent,
        "edit_id": edit_id,
        "label": label,
        "document": text,
        "verdict": summary.verdict,
        "made_by": by,
        "made_at": now(),
    }
    session.execute(_ADD_REVISION, written)


def base_of_edit(engine: Engine, property_id: str, base: int, edit_id: str) -> Property | None:
    """The document that an edit is made on; None if the edit was kept already and is sent again for its answer.

    Raises
    ------
    UnknownProperty
        If the property has no such revision.
    """
    with reading(engine) as session:
        asked = {"property_id": property_id, "base": base, "edit_id": edit_id}
        found = session.execute(_BASE_OF_EDIT, asked).all()
    if any(row.edit_id == edit_id for row in found):
        return None
    if not found:
        raise UnknownProperty(property_id)
    return _read(found[0].document)


def add_revision(
    session: Session,
    property_id: str,
    *,
    base: int,
    edit_id: str | None,
    label: str,
    document: Property,
    summary: Summary,
    by: str = "",
) -> Stored | None:
    """Write an edit on top of the head, inside a writing transaction of the caller's.

    Returns None, and writes nothing, if the same edit was kept meanwhile: two that were sent at once both got here.

    Raises
    ------
    UnknownProperty, StaleRevision
    """
    row = session.execute(_HEAD_AND_LAST, {"property_id": property_id, "edit_id": edit_id}).one_or_none()
    if row is None:
        raise UnknownProperty(property_id)
    head, demo, site_id, last, kept_as = row
    if kept_as is not None:
        return None
    if head != base:
        raise StaleRevision(head)
    _write_revision(session, property_id, last + 1, label, document, summary, by=by, parent=base, edit_id=edit_id)
    session.execute(_MOVE, {"property_id": property_id, **_standing(last + 1, summary)})
    return Stored(
        property_id,
        last + 1,
        label,
        document,
        can_undo=True,
        can_redo=False,
        demo=demo,
        alternatives=alternatives_of(session, site_id),
    )


def step_target(
    engine: Engine, property_id: str, base: int, direction: Literal["undo", "redo"]
) -> tuple[int, Property]:
    """Where an undo or redo from `base` leads: the revision's number and document.

    Raises
    ------
    UnknownProperty, StaleRevision, NothingToDo
    """
    with reading(engine) as session:
        row = _row(session, property_id)
        if row.head != base:
            raise StaleRevision(row.head)
        here = _revision(session, property_id, base)
        target = here.parent if direction == "undo" else _latest_child(session, property_id, base)
        if target is None:
            raise NothingToDo(f"nothing to {direction}")
        return target, document_of(_revision(session, property_id, target))


def move_head(session: Session, property_id: str, *, base: int, target: int, summary: Summary) -> Stored:
    """Let another revision stand, inside a writing transaction of the caller's.

    Raises
    ------
    UnknownProperty, StaleRevision
    """
    row = _row(session, property_id)
    if row.head != base:
        raise StaleRevision(row.head)
    session.execute(_MOVE, {"property_id": property_id, **_standing(target, summary)})
    return _stored(session, property_id)


def remove_property(engine: Engine, property_id: str) -> None:
    """Delete a property with its revisions, and its rain records and pictures unless another property has them. With
    the main one of several alternatives all of them go, and with another that one alone.

    Raises
    ------
    UnknownProperty
    """
    with writing(engine) as session:
        row = _row(session, property_id)
        ends = PropertyRow.site_id == row.site_id if row.standing == "main" else PropertyRow.id == property_id
        session.execute(delete(PropertyRow).where(ends))
        session.execute(delete(PhotoRow).where(PhotoRow.site_id.not_in(select(PropertyRow.site_id))))
        session.execute(delete(QuoteRow).where(QuoteRow.site_id.not_in(select(PropertyRow.site_id))))
        session.execute(delete(EntryRow).where(EntryRow.site_id.not_in(select(PropertyRow.site_id))))
        session.execute(delete(OutlookRow).where(OutlookRow.site_id.not_in(select(PropertyRow.site_id))))
        session.execute(delete(DeviceRow).where(DeviceRow.site_id.not_in(select(PropertyRow.site_id))))
        session.execute(delete(PictureRow).where(PictureRow.sha256.not_in(select(PhotoRow.sha256))))
        orphans = (
            select(RainRecordRow).where(RainRecordRow.property_id.is_(None)).options(defer(RainRecordRow.depth_mm))
        )
        for record in session.scalars(orphans):
            named = select(RevisionRow.number).where(RevisionRow.document.contains(record.id)).limit(1)
            if session.scalar(named) is None:
                session.delete(record)
