"""Quotes of a property and change orders to them."""

from typing import Annotated

from fastapi import APIRouter, Path
from fastapi.responses import Response

from lean_year.api.admission import InVisitor
from lean_year.api.deps import InQuoting, json_of, to_take_along
from lean_year.api.kept_pages import page
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.quotes import AnswerToQuote, NewQuote, QuoteList, QuotePages
from lean_year.plan.compared.as_sold import ChangesSince
from lean_year.store.quotes import ListedQuote

router = APIRouter(
    prefix="/api/properties/{property_id}/quotes",
    tags=["quotes"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 422: {"model": Refusal}},
)


@router.get("", response_model=QuoteList)
def listed(property_id: str, quoting: InQuoting) -> QuoteList:
    return QuoteList(quotes=quoting.listed(property_id))


@router.post("", response_model=ListedQuote, status_code=201)
def make(property_id: str, asked: NewQuote, quoting: InQuoting, visitor: InVisitor) -> ListedQuote:
    return quoting.make(property_id, asked.base_revision, asked.paper, asked.note.strip(), visitor.name)


@router.get("/{quote_id}/changes", response_model=ChangesSince)
def changes(property_id: str, quote_id: str, quoting: InQuoting) -> Response:
    return json_of(quoting.changes(property_id, quote_id))


@router.post("/{quote_id}/changes", response_model=ListedQuote, status_code=201)
def make_change_order(
    property_id: str, quote_id: str, asked: NewQuote, quoting: InQuoting, visitor: InVisitor
) -> ListedQuote:
    return quoting.make_change_order(
        property_id, quote_id, asked.base_revision, asked.paper, asked.note.strip(), visitor.name
    )


@router.put("/{quote_id}", response_model=ListedQuote)
def answer(
    property_id: str, quote_id: str, asked: AnswerToQuote, quoting: InQuoting, visitor: InVisitor
) -> ListedQuote:
    return quoting.answer(property_id, quote_id, asked.standing, visitor.name)


@router.get("/{quote_id}/pdf", response_class=Response)
def pdf_of(property_id: str, quote_id: str, quoting: InQuoting) -> Response:
    quote = next((each for each in quoting.listed(property_id) if each.id == quote_id), None)
    written = Response(quoting.pdf(property_id, quote_id), media_type="application/pdf")
    number = "" if quote is None else quote.number.replace("/", "-")
    return to_take_along(written, "" if quote is None else quote.name, f" quote {number}.pdf")


@router.get("/{quote_id}/pages", response_model=QuotePages)
def pages_of(property_id: str, quote_id: str, quoting: InQuoting) -> QuotePages:
    pages, paper = quoting.pages(property_id, quote_id)
    return QuotePages(pages=len(pages), paper=paper)


@router.get("/{quote_id}/pages/{number}", response_class=Response)
def page_of(
    property_id: str, quote_id: str, number: Annotated[int, Path(ge=1, le=10_000)], quoting: InQuoting
) -> Response:
    return Response(page(quoting.pages(property_id, quote_id)[0], number), media_type="image/png")
