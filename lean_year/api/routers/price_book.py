"""The firm's price book."""

from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.deps import XLSX, FileBody, InWorkshop, json_of, to_take_along
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.price_book import BookChange, BookPreview, KeptBook, PriceMoved
from lean_year.api.workshop import Workshop
from lean_year.formats.price_book import ReadBook, read_price_book, write_price_book, write_price_workbook
from lean_year.property.price_book import Currency
from lean_year.store import price_book

MOST_MOVED = 200
router = APIRouter(
    prefix="/api/price-book",
    tags=["price book"],
    responses={409: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}},
)
InCurrency = Annotated[Currency, Query()]


@router.get("", response_model=KeptBook)
def book(workshop: InWorkshop) -> Response:
    """All prices and terms."""
    return _answer(workshop)


@router.post("/edits", response_model=KeptBook)
def change(asked: BookChange, workshop: InWorkshop) -> Response:
    """Write prices, take prices out, or set the terms."""
    price_book.change_book(
        workshop.engine,
        base_version=asked.base_version,
        put=asked.put,
        remove=[(each.key, each.currency) for each in asked.remove],
        terms=asked.terms,
    )
    return _answer(workshop)


@router.get("/table.csv", response_class=Response)
def as_table(workshop: InWorkshop) -> Response:
    """The book as CSV."""
    text = write_price_book(workshop.book().book.lines)
    return to_take_along(Response(text, media_type="text/csv; charset=utf-8"), "Price book", ".csv")


@router.get("/table.xlsx", response_class=Response)
def as_workbook(workshop: InWorkshop) -> Response:
    """The book as a workbook."""
    book = write_price_workbook(workshop.book().book.lines)
    return to_take_along(Response(book, media_type=XLSX), "Price book", ".xlsx")


@router.post("/preview", response_model=BookPreview)
def preview(data: FileBody, workshop: InWorkshop, currency: InCurrency = "€") -> BookPreview:
    """What bringing in a table would change; nothing is written."""
    return _compared(read_price_book(data, currency), workshop.book())


@router.post("/import", response_model=KeptBook)
def bring_in(
    data: FileBody,
    workshop: InWorkshop,
    base_version: Annotated[int, Query(ge=0, le=2**53)],
    currency: InCurrency = "€",
) -> Response:
    """Write the prices of a table into the book, over those under the same keys; the others stay."""
    read = read_price_book(data, currency)
    price_book.change_book(workshop.engine, base_version=base_version, put=read.lines)
    return _answer(workshop)


def _answer(workshop: Workshop) -> Response:
    kept = workshop.book()
    return json_of(KeptBook.model_construct(version=kept.version, lines=kept.book.lines, terms=kept.book.terms))


def _compared(read: ReadBook, kept: price_book.Kept) -> BookPreview:
    before = {(line.key, line.currency): line for line in kept.book.lines}
    moved: list[PriceMoved] = []
    new = same = 0
    for line in read.lines:
        was = before.get((line.key, line.currency))
        if was == line:
            same += 1
            continue
        new += was is None
        moved.append(
            PriceMoved(
                key=line.key,
                currency=line.currency,
                name=line.name,
                before=None if was is None else was.price,
                after=line.price,
                unit=line.unit,
            )
        )
    moved.sort(key=lambda each: -_moved_by(each))
    return BookPreview(
        version=kept.version,
        new=new,
        changed=len(moved) - new,
        same=same,
        moved=moved[:MOST_MOVED],
        refused=read.refused,
        problems=read.problems,
        unused=read.unused,
    )


def _moved_by(each: PriceMoved) -> float:
    """How far a price moves, as a share of itself; what is new comes last."""
    if each.before is None:
        return -1.0
    return abs(each.after - each.before) / max(each.before, 0.01)
