"""Alternatives of a site: each is a property of its own, with its own revisions, undo and what waits for it offline.
What was seen on the site is the same in all of them: a change of it in one is written to the others as well."""

from collections.abc import Callable

from sqlalchemy import Engine, select, update
from sqlalchemy.orm import Session

from lean_year.core.errors import InputError
from lean_year.property.alternatives import require_alternative_name, with_site_of
from lean_year.property.document import MOST_ALTERNATIVES, Property, Standing
from lean_year.store import properties
from lean_year.store.database import writing
from lean_year.store.properties import Alternative, Summary, UnknownProperty
from lean_year.store.tables import PropertyRow, RevisionRow


def _rows(session: Session, property_id: str) -> tuple[PropertyRow, list[PropertyRow]]:
    """A property, and all alternatives of its site."""
    row = session.get(PropertyRow, property_id)
    if row is None:
        raise UnknownProperty(property_id)
    of_site = select(PropertyRow).where(PropertyRow.site_id == row.site_id)
    return row, list(session.scalars(of_site))


def add_alternative(
    session: Session, property_id: str, new_id: str, name: str, document: Property, summary: Summary, by: str
) -> None:
    """Write one more alternative, begun from another, inside a writing transaction of the caller's.

    Raises
    ------
    UnknownProperty
    InputError
        If there are as many as there may be, or one of that name.
    """
    row, rows = _rows(session, property_id)
    if len(rows) >= MOST_ALTERNATIVES:
        raise InputError("alternatives", f"may be at most {MOST_ALTERNATIVES}; remove one first")
    require_alternative_name(name, [each.alternative for each in rows])
    label = f"Begun from {row.alternative}"
    beside: tuple[str, str, Standing] = (row.site_id, name, "open")
    properties.add_property(session, new_id, document, label, summary, by=by, beside=beside)


def change_alternative(engine: Engine, property_id: str, name: str | None, standing: Standing | None) -> None:
    """Rename an alternative, set it aside or take it up again, or take it as the main one; the main one before it
    stays open then.

    Raises
    ------
    UnknownProperty
    InputError
        If another has that name, or there would be no main one.
    """
    with writing(engine) as session:
        row, rows = _rows(session, property_id)
        others = [each for each in rows if each.id != property_id]
        if name is not None:
            row.alternative = require_alternative_name(name, [each.alternative for each in others])
        if standing is not None and standing != row.standing:
            if row.standing == "main":
                raise InputError("standing", "stays main until another alternative is taken as the main one")
            if standing == "main":
                was_main = PropertyRow.site_id == row.site_id, PropertyRow.standing == "main"
                session.execute(update(PropertyRow).where(*was_main).values(standing="open"))
            row.standing = standing


def share_site(
    session: Session,
    stored_id: str,
    document: Property,
    alternatives: tuple[Alternative, ...],
    label: str,
    summary_of: Callable[[Property], Summary],
    by: str,
) -> None:
    """Write what was seen on the site, as it stands in one alternative now, to the others where it is another there;
    inside the writing transaction in which that one was written, so that they never stand apart.

    Raises
    ------
    InputError
        If the design of another alternative cannot stand on that site; nothing of it is kept then.
    """
    from_name = next(each.name for each in alternatives if each.id == stored_id)
    for each in alternatives:
        if each.id == stored_id:
            continue
        head = session.scalar(select(PropertyRow.head).where(PropertyRow.id == each.id))
        assert head is not None
        row = session.get(RevisionRow, (each.id, head))
        assert row is not None
        design = properties.document_of(row)
        try:
            after = with_site_of(document, design)
        except InputError as error:
            raise InputError(error.field, f"{error.problem}: so it would be in alternative {each.name}") from error
        if after is design:
            continue
        properties.add_revision(
            session,
            each.id,
            base=head,
            edit_id=None,
            label=f"From {from_name}: {label}"[:120],
            document=after,
            summary=summary_of(after),
            by=by,
        )
