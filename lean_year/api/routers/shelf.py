"""The firm's shelf: what it buys again, by the makers' sheets."""

from collections.abc import Iterable
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.deps import AtSupply, FileBody, InWorkshop, json_of, to_take_along
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.shelf import ArticleShown, Keep, Offers, PlaceInProperty, Shelf, ShelfPreview, TakenOut
from lean_year.api.workshop import Workshop
from lean_year.formats.shelf_table import read_shelf, write_shelf
from lean_year.plan.answer.wording import Wording
from lean_year.plan.shelf.keeping import article_at
from lean_year.plan.shelf.places import place_at
from lean_year.plan.shelf.taking import article_at_place, articles_offered
from lean_year.plan.shelf.words import article_words
from lean_year.property.document import Units
from lean_year.property.generic_articles import generic_articles
from lean_year.property.shelf import Article, id_of
from lean_year.store.shelf import load_shelf, put_articles, take_out

MOST_MOVED = 200
router = APIRouter(
    prefix="/api",
    tags=["shelf"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}},
)
InUnits = Annotated[Units, Query()]


@router.get("/shelf", response_model=Shelf)
def shelf(workshop: InWorkshop, units: InUnits = "metric") -> Response:
    """All articles."""
    return _answer(workshop, units)


@router.post("/shelf/take-out", response_model=Shelf)
def take_articles_out(asked: TakenOut, workshop: InWorkshop, units: InUnits = "metric") -> Response:
    """Take articles of the firm's own off the shelf."""
    take_out(workshop.engine, [(each.kind, each.name) for each in asked.articles])
    return _answer(workshop, units)


@router.get("/shelf/table.csv", response_class=Response)
def as_table(workshop: InWorkshop) -> Response:
    """All articles as CSV."""
    text = write_shelf(_articles(workshop))
    return to_take_along(Response(text, media_type="text/csv; charset=utf-8"), "Shelf", ".csv")


@router.post("/shelf/preview", response_model=ShelfPreview)
def preview(data: FileBody, workshop: InWorkshop, units: InUnits = "metric") -> ShelfPreview:
    """What bringing in a table would change; nothing is written."""
    read, say = read_shelf(data), Wording(units)
    before = {id_of(each): each for each in _articles(workshop)}
    new = [each for each in read.rows if id_of(each) not in before]
    changed = [each for each in read.rows if id_of(each) in before and before[id_of(each)] != each]
    return ShelfPreview(
        new=len(new),
        changed=len(changed),
        same=len(read.rows) - len(new) - len(changed),
        moved=_shown([*new, *changed][:MOST_MOVED], say),
        refused=read.refused,
        problems=read.problems,
    )


@router.post("/shelf/import", response_model=Shelf)
def bring_in(data: FileBody, workshop: InWorkshop, units: InUnits = "metric") -> Response:
    """Write the articles of a table on the shelf, over those of the same kind and name; the others stay."""
    there = {id_of(each): each for each in _articles(workshop)}
    moved = [each for each in read_shelf(data).rows if there.get(id_of(each)) != each]
    put_articles(workshop.engine, moved, over=True)
    return _answer(workshop, units)


@router.get("/properties/{property_id}/shelf", response_model=Offers)
def offered(property_id: str, place: Annotated[PlaceInProperty, Query()], workshop: AtSupply) -> Response:
    """Articles for one place of a property, each with the edit that puts it there."""
    document = workshop.stored(property_id).document
    return json_of(
        Offers(
            bought_as=article_at_place(document, place_at(document, place)),
            articles=articles_offered(document, place, _articles(workshop)),
        )
    )


@router.post("/properties/{property_id}/shelf", response_model=Offers)
def keep(property_id: str, asked: Keep, workshop: AtSupply) -> Response:
    """Keep on the shelf what stands at a place of a property."""
    document = workshop.stored(property_id).document
    article = article_at(document, asked.place, name=asked.name, sheet=asked.sheet)
    put_articles(workshop.engine, [article], over=asked.over)
    return offered(property_id, asked.place, workshop)


def _articles(workshop: Workshop) -> list[Article]:
    """The firm's own, then the usual ones that it has none of the same name for."""
    own = load_shelf(workshop.engine)
    known = {id_of(each) for each in own}
    return [*own, *(each for each in generic_articles() if id_of(each) not in known)]


def _shown(articles: Iterable[Article], say: Wording) -> list[ArticleShown]:
    return [
        ArticleShown(
            kind=each.kind,
            name=each.name,
            says=article_words(each, say),
            sheet=each.sheet,
            estimate=each.estimate,
            generic=any(each is generic for generic in generic_articles()),
        )
        for each in articles
    ]


def _answer(workshop: Workshop, units: Units) -> Response:
    return json_of(Shelf(articles=_shown(_articles(workshop), Wording(units))))
