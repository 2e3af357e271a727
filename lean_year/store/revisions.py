"""The revisions of a property: the list of all of them, whatever branch they are on, and their names."""

import datetime as dt
from dataclasses import dataclass

from sqlalchemy import Engine, delete, select
from sqlalchemy.dialects.sqlite import insert

from lean_year.store.database import reading, writing
from lean_year.store.properties import UnknownProperty
from lean_year.store.tables import PropertyRow, RevisionNameRow, RevisionRow


@dataclass(frozen=True, slots=True)
class ListedRevision:
    """What the list says of one revision."""

    number: int
    parent: int | None
    """That it was made from; None for the first."""
    label: str
    """What was changed."""
    name: str
    """As somebody called it; empty for most."""
    verdict: str
    """What the plan said when it was made; empty where that was before verdicts were kept."""
    made_by: str
    """Who made it; empty where nobody had to sign in."""
    made_at: dt.datetime


def list_revisions(engine: Engine, property_id: str, *, before: int | None, limit: int) -> list[ListedRevision]:
    """So many revisions, the latest made first; with `before`, those that were made before that one.

    Raises
    ------
    UnknownProperty
    """
    columns = (
        RevisionRow.number,
        RevisionRow.parent,
        RevisionRow.label,
        RevisionRow.verdict,
        RevisionRow.made_by,
        RevisionRow.made_at,
    )
    asked = (
        select(*columns, RevisionNameRow.name)
        .outerjoin(
            RevisionNameRow,
            (RevisionNameRow.property_id == RevisionRow.property_id) & (RevisionNameRow.number == RevisionRow.number),
        )
        .where(RevisionRow.property_id == property_id)
        .order_by(RevisionRow.number.desc())
        .limit(limit)
    )
    if before is not None:
        asked = asked.where(RevisionRow.number < before)
    with reading(engine) as session:
        if session.get(PropertyRow, property_id) is None:
            raise UnknownProperty(property_id)
        return [
            ListedRevision(row.number, row.parent, row.label, row.name or "", row.verdict, row.made_by, row.made_at)
            for row in session.execute(asked)
        ]


def ways_between(engine: Engine, property_id: str, before: int, after: int) -> tuple[list[str], list[str]]:
    """What was changed on the way from one revision to another: labels that only the first has, the latest first, and
    those that only the second has, the earliest first.

    Raises
    ------
    UnknownProperty
        If the property has no such revision.
    """
    with reading(engine) as session:
        asked = select(RevisionRow.number, RevisionRow.parent, RevisionRow.label)
        made = {row.number: row for row in session.execute(asked.where(RevisionRow.property_id == property_id))}
    if before not in made or after not in made:
        raise UnknownProperty(property_id)

    def ancestors(number: int | None) -> list[int]:
        way = []
        while number is not None:
            way.append(number)
            number = made[number].parent
        return way

    first, second = ancestors(before), ancestors(after)
    shared = set(first) & set(second)
    return (
        [made[number].label for number in first if number not in shared],
        [made[number].label for number in reversed(second) if number not in shared],
    )


def name_revision(engine: Engine, property_id: str, number: int, name: str) -> None:
    """Call a revision something; an empty name takes its name away.

    Raises
    ------
    UnknownProperty
        If the property has no such revision.
    """
    with writing(engine) as session:
        if session.get(RevisionRow, (property_id, number)) is None:
            raise UnknownProperty(property_id)
        if not name:
            named = (RevisionNameRow.property_id == property_id) & (RevisionNameRow.number == number)
            session.execute(delete(RevisionNameRow).where(named))
            return
        row = {"property_id": property_id, "number": number, "name": name}
        session.execute(insert(RevisionNameRow).values(row).on_conflict_do_update(set_={"name": name}))
