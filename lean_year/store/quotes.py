"""Quotes and change orders of a site. What was offered is written once; only how it stands may change, and of what
was accepted nothing."""

import datetime as dt
import zlib
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, cast

from sqlalchemy import Engine, func, select
from sqlalchemy.orm import Session

from lean_year.core.errors import InputError
from lean_year.store.database import reading, writing
from lean_year.store.properties import new_id
from lean_year.store.tables import PropertyRow, QuoteRow

QuoteStanding = Literal["open", "accepted", "declined", "withdrawn"]
MOST_QUOTES = 200
"""Of one site."""


class UnknownQuote(LookupError):
    """The site has no such quote."""


@dataclass(frozen=True, slots=True)
class ListedQuote:
    """A quote, or a change order to one, in a list."""

    id: str
    property_id: str
    number: str
    """`12`, or `12/1` for its first change order."""
    change_of: str | None
    """Number of the quote that it changes; None for a quote."""
    revision: int
    name: str
    alternative: str
    dated: dt.date
    valid_until: dt.date
    note: str
    currency: str
    total: float
    made_by: str
    standing: QuoteStanding
    answered_by: str
    answered_on: dt.date | None


@dataclass(frozen=True, slots=True)
class NewQuote:
    """What is offered."""

    property_id: str
    revision: int
    name: str
    alternative: str
    paper: str
    dated: dt.date
    valid_until: dt.date
    note: str
    currency: str
    total: float
    made_by: str


@dataclass(frozen=True, slots=True)
class Written:
    """What it is kept as."""

    frozen: str
    sheet: str
    pdf: bytes


def list_quotes(engine: Engine, property_id: str) -> list[ListedQuote]:
    """Of the site of a property, the newest quote first, each before its change orders."""
    with reading(engine) as session:
        return [_listed(row) for row in _rows(session, property_id)]


def next_number(session: Session, change_of: str | None = None) -> tuple[int, int]:
    """Number and part of the next quote of the firm, or of the next change order to a quote; inside the writing
    transaction in which it is written."""
    if change_of is None:
        return (session.scalar(select(func.max(QuoteRow.number))) or 0) + 1, 0
    number = int(change_of)
    return number, (session.scalar(select(func.max(QuoteRow.part)).where(QuoteRow.number == number)) or 0) + 1


def add_quote(session: Session, numbered: tuple[int, int], new: NewQuote, written: Written) -> str:
    """Write a quote, inside a writing transaction of the caller's; its id.

    Raises
    ------
    InputError
        If the site has as many as it may have.
    """
    property_row = session.get_one(PropertyRow, new.property_id)
    count = select(func.count()).select_from(QuoteRow).where(QuoteRow.site_id == property_row.site_id)
    if (session.scalar(count) or 0) >= MOST_QUOTES:
        raise InputError("quotes", f"may be at most {MOST_QUOTES} of one property")
    number, part = numbered
    row = QuoteRow(
        id=new_id(),
        site_id=property_row.site_id,
        property_id=new.property_id,
        number=number,
        part=part,
        revision=new.revision,
        name=new.name,
        alternative=new.alternative,
        paper=new.paper,
        dated=new.dated,
        valid_until=new.valid_until,
        note=new.note,
        currency=new.currency,
        total=new.total,
        made_by=new.made_by,
        made_at=_now(),
        standing="open",
        answered_by="",
        answered_at=None,
        frozen=zlib.compress(written.frozen.encode()),
        sheet=zlib.compress(written.sheet.encode()),
        pdf=written.pdf,
    )
    session.add(row)
    return row.id


def answer_quote(engine: Engine, property_id: str, quote_id: str, standing: QuoteStanding, by: str) -> None:
    """Write how a quote was answered.

    Raises
    ------
    UnknownQuote
    InputError
        If it was accepted before, or another one of the site is.
    """
    with writing(engine) as session:
        row = _row(session, property_id, quote_id)
        if row.standing == standing:
            return
        if row.standing == "accepted":
            raise InputError("standing", "stays accepted: what is otherwise is a change order, or a new quote")
        if standing == "accepted":
            _require_open_way(row, _rows(session, property_id))
        row.standing, row.answered_by = standing, "" if standing == "open" else by
        row.answered_at = None if standing == "open" else _now()


def _require_open_way(row: QuoteRow, rows: Sequence[QuoteRow]) -> None:
    if row.part == 0:
        other = next((each for each in rows if each.part == 0 and each.standing == "accepted"), None)
        if other is not None:
            raise InputError(
                "standing", f"cannot be accepted: quote {other.number} is; what is otherwise is a change order to it"
            )
        return
    later = [each for each in rows if each.number == row.number and each.part > row.part]
    if any(each.standing == "accepted" for each in later):
        raise InputError("standing", "cannot be accepted: a later change order is; make a new one")


def frozen_of(engine: Engine, property_id: str, quote_id: str) -> str:
    """All of a quote, as JSON."""
    with reading(engine) as session:
        return zlib.decompress(_row(session, property_id, quote_id).frozen).decode()


def sheet_of(engine: Engine, property_id: str, quote_id: str) -> tuple[str, str, dt.date]:
    """What is on its paper as JSON, which paper, and its date."""
    with reading(engine) as session:
        row = _row(session, property_id, quote_id)
        return zlib.decompress(row.sheet).decode(), row.paper, row.dated


def pdf_of(engine: Engine, property_id: str, quote_id: str) -> bytes:
    """As it was handed over, to the byte."""
    with reading(engine) as session:
        return _row(session, property_id, quote_id).pdf


def listed_quote(engine: Engine, property_id: str, quote_id: str) -> ListedQuote:
    """One of them."""
    with reading(engine) as session:
        return _listed(_row(session, property_id, quote_id))


def _site(session: Session, property_id: str) -> str:
    site = session.scalar(select(PropertyRow.site_id).where(PropertyRow.id == property_id))
    if site is None:
        raise UnknownQuote(property_id)
    return site


def _rows(session: Session, property_id: str) -> Sequence[QuoteRow]:
    of_site = select(QuoteRow).where(QuoteRow.site_id == _site(session, property_id))
    return session.scalars(of_site.order_by(QuoteRow.number.desc(), QuoteRow.part)).all()


def _row(session: Session, property_id: str, quote_id: str) -> QuoteRow:
    row = session.get(QuoteRow, quote_id)
    if row is None or row.site_id != _site(session, property_id):
        raise UnknownQuote(quote_id)
    return row


def _listed(row: QuoteRow) -> ListedQuote:
    return ListedQuote(
        id=row.id,
        property_id=row.property_id,
        number=f"{row.number}/{row.part}" if row.part else str(row.number),
        change_of=str(row.number) if row.part else None,
        revision=row.revision,
        name=row.name,
        alternative=row.alternative,
        dated=row.dated,
        valid_until=row.valid_until,
        note=row.note,
        currency=row.currency,
        total=row.total,
        made_by=row.made_by,
        standing=cast(QuoteStanding, row.standing),
        answered_by=row.answered_by,
        answered_on=None if row.answered_at is None else row.answered_at.date(),
    )


def _now() -> dt.datetime:
    return dt.datetime.now(dt.UTC).replace(tzinfo=None)
