"""Sheets of paper of a property."""

from typing import Annotated

from fastapi import APIRouter, Path, Query
from fastapi.responses import Response

from lean_year.api.deps import InPapers, InWorkshop, to_take_along
from lean_year.api.kept_pages import page
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.papers import PaperPages
from lean_year.formats.report.papers import PAPER_FILES, PaperName
from lean_year.formats.report.typeset import Paper

router = APIRouter(
    prefix="/api/properties/{property_id}/papers",
    tags=["papers"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 422: {"model": Refusal}},
)
OnPaper = Annotated[Paper, Query()]


@router.get("/{name}", response_model=PaperPages)
def pages_of(
    property_id: str, name: PaperName, papers: InPapers, workshop: InWorkshop, paper: OnPaper = "a4"
) -> PaperPages:
    pages = papers.pages(property_id, name, paper)
    return PaperPages(revision=workshop.stored(property_id).revision, pages=len(pages))


@router.get("/{name}/pdf", response_class=Response)
def pdf_of(
    property_id: str, name: PaperName, papers: InPapers, workshop: InWorkshop, paper: OnPaper = "a4"
) -> Response:
    written = Response(papers.pdf(property_id, name, paper), media_type="application/pdf")
    return to_take_along(written, workshop.stored(property_id).document.name, f" {PAPER_FILES[name]}.pdf")


@router.get("/{name}/pages/{number}", response_class=Response)
def page_of(
    property_id: str,
    name: PaperName,
    number: Annotated[int, Path(ge=1, le=10_000)],
    papers: InPapers,
    paper: OnPaper = "a4",
) -> Response:
    return Response(page(papers.pages(property_id, name, paper), number), media_type="image/png")
