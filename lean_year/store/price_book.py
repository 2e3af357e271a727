"""The firm's price book: one for all properties. Every change is one transaction, and makes it one version newer."""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass

from sqlalchemy import Engine, delete, func, insert, select
from sqlalchemy.orm import Session

from lean_year.core.errors import InputError
from lean_year.property.price_book import MOST_LINES, BookLine, BookTerms, PriceBook
from lean_year.store.database import reading, writing
from lean_year.store.tables import PriceBookRow, PriceLineRow

_THE_ONE = 1
BOOK_VERSION = select(PriceBookRow.version).where(PriceBookRow.id == _THE_ONE)
_AT_ONCE = 5_000


class StaleBook(Exception):
    """The book was changed by somebody else since it was read."""

    def __init__(self, version: int) -> None:
        super().__init__(version)
        self.version = version


@dataclass(frozen=True, slots=True)
class Kept:
    """The book as it stands."""

    version: int
    book: PriceBook


LineId = tuple[str, str]
"""Key and currency."""


def book_version(engine: Engine) -> int:
    """How often it was changed; 0 before there is one."""
    with engine.connect() as connection:  # asked with every answer: without what a session of objects costs
        return connection.scalar(BOOK_VERSION) or 0


def load_book(engine: Engine) -> Kept:
    """All of it, in the order of its keys."""
    with reading(engine) as session:
        row = session.get(PriceBookRow, _THE_ONE)
        terms = BookTerms() if row is None else BookTerms.model_validate_json(row.terms)
        lines = session.scalars(select(PriceLineRow).order_by(PriceLineRow.key, PriceLineRow.currency))
        return Kept(
            0 if row is None else row.version,
            PriceBook.model_construct(lines=[_line(each) for each in lines], terms=terms),
        )


def change_book(
    engine: Engine,
    *,
    base_version: int | None,
    put: Iterable[BookLine] = (),
    remove: Iterable[LineId] = (),
    terms: BookTerms | None = None,
) -> int:
    """Write prices, take prices out, or change the terms; the version it has then.

    `base_version` is that which its maker saw; None where it is written over whatever stands.

    Raises
    ------
    StaleBook
        If it is another version by now.
    InputError
        If it would have more lines than a book may, or two prices of one part.
    """
    with writing(engine) as session:
        version = _version(session)
        if base_version is not None and version != base_version:
            raise StaleBook(version)
        lines = list(put)
        named = Counter((line.key, line.currency) for line in lines)
        for (key, currency), count in named.items():
            if count > 1:
                raise InputError(
                    "put", f"may have one price of a part in each currency, got {count} of {key} in {currency}"
                )
        for key, currency in [*remove, *((each.key, each.currency) for each in lines)]:
            session.execute(delete(PriceLineRow).where(PriceLineRow.key == key, PriceLineRow.currency == currency))
        for start in range(0, len(lines), _AT_ONCE):
            session.execute(insert(PriceLineRow), [each.model_dump() for each in lines[start : start + _AT_ONCE]])
        count = session.scalar(select(func.count()).select_from(PriceLineRow)) or 0
        if count > MOST_LINES:
            raise InputError("lines", f"would be {count:,}; a book has at most {MOST_LINES:,} prices")
        row = session.get(PriceBookRow, _THE_ONE)
        if row is None:
            row = PriceBookRow(id=_THE_ONE, version=0, terms=BookTerms().model_dump_json())
            session.add(row)
        row.version = version + 1
        if terms is not None:
            row.terms = terms.model_dump_json()
        return row.version


def _version(session: Session) -> int:
    return session.scalar(BOOK_VERSION) or 0


def _line(row: PriceLineRow) -> BookLine:
    return BookLine.model_construct(
        key=row.key,
        name=row.name,
        unit=row.unit,
        length_m=row.length_m,
        price=row.price,
        currency=row.currency,
        supplier=row.supplier,
        dated=row.dated,
        lead_days=row.lead_days,
    )
