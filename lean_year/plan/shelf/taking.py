"""Taking an article off the shelf into a property."""

import re
from collections.abc import Iterable, Iterator
from typing import Any

from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.pump.generic_pumps import GenericPump
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.shelf.places import Place, overflow_leaves, place_at
from lean_year.plan.shelf.words import article_words
from lean_year.plan.stations.pump.pumps_offered import pump_offered
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from lean_year.property.pump import Battery
from lean_year.property.shelf import Article, HousingArticle, PumpArticle, StoreArticle, VesselArticle

Operation = dict[str, Any]


class ArticleOffered(BaseModel):
    """One article for one place of a property."""

    name: str
    says: str
    """Its figures."""
    sheet: str
    estimate: bool
    problem: str
    """Why it cannot stand there; empty where it can."""
    chosen: bool
    """Whether this place is bought as it."""
    operations: list[Operation]


def articles_offered(document: Property, pointer: str, articles: Iterable[Article]) -> list[ArticleOffered]:
    """Those of the kind that stands at a place, each with the edit that puts it there, tried on the document.

    Raises
    ------
    InputError
        If there is no such place.
    """
    place, say = place_at(document, pointer), Wording(document.units)
    return [_offered(document, place, each, say) for each in articles if each.kind == place.kind]


def _offered(document: Property, place: Place, article: Article, say: Wording) -> ArticleOffered:
    operations = [*taken(document, place, article)]
    problem = ""
    try:
        apply_edit(document, operations)
    except InputError as refused:
        problem = _why_not(refused.written(say.of_kind))
    return ArticleOffered(
        name=article.name,
        says=article_words(article, say),
        sheet=article.sheet,
        estimate=article.estimate,
        problem=problem,
        chosen=article_at_place(document, place) == article.name,
        operations=[] if problem else operations,
    )


def _why_not(refused: InputError) -> str:
    """What is wrong with the document that would come of it, in words.

    >>> _why_not(InputError("cistern.tanks[0].fire_reserve_l", "must be less"))
    'fire reserve must be less'
    """
    named = re.sub(r"_(l|m|mm|kpa|kg|l_s)$", "", refused.field.rsplit(".", 1)[-1]).replace("_", " ")
    return f"{named} {refused.problem}"


def article_at_place(document: Property, place: Place) -> str:
    """The article that stands at a place; empty where none was named."""
    match place.kind:
        case "store":
            return document.cistern.tanks[place.row].article
        case "housing":
            return document.treatment.stages[place.row].article
        case "pump":
            return document.pump.article
        case "vessel":
            return document.pump.vessel_article


def taken(document: Property, place: Place, article: Article) -> Iterator[Operation]:
    """The edit that puts an article in its place. What is an estimate on the shelf is assumed in the property."""
    match article:
        case StoreArticle():
            values = _store(document, place.row, article)
        case HousingArticle():
            values = _housing(place.row, article)
        case PumpArticle():
            values = _pump(document, article)
        case VesselArticle():
            values = _vessel(article)
    guesses: list[str] = []
    for path, value in values:
        yield replace(path, value)
        if article.estimate and value is not None and not path.endswith("article"):
            guesses.append(path)
    yield from ({"op": "add", "path": "/assumed/-", "value": path} for path in guesses)


def _store(document: Property, row: int, article: StoreArticle) -> Iterator[tuple[str, Any]]:
    at = f"/cistern/tanks/{row}"
    yield f"{at}/shape", article.shape.model_dump(mode="json")
    yield f"{at}/outlet_m", article.outlet_m
    yield f"{at}/overflow_m", article.overflow_m
    yield f"{at}/inlet/height_m", article.inlet_m
    yield f"{at}/empty_kg", article.weight_kg
    yield f"{at}/outlet_port_mm", article.outlet_port_mm
    yield f"{at}/article", article.name
    if overflow_leaves(document, row):
        yield "/overflow/port_mm", article.overflow_port_mm


def _housing(row: int, article: HousingArticle) -> Iterator[tuple[str, Any]]:
    at = f"/treatment/stages/{row}"
    fields = ("size", "micron", "absolute", "clean_kpa", "clean_flow_l_s", "port_mm")
    yield f"{at}/kind", article.stage
    for field in fields:
        yield f"{at}/{field}", getattr(article, field)
    yield f"{at}/article", article.name
    if article.lamp is not None:
        for field, value in article.lamp.model_dump().items():
            yield f"/treatment/uv/{field}", value


def _pump(document: Property, article: PumpArticle) -> Iterator[tuple[str, Any]]:
    offered = pump_offered(document, _as_generic(article))
    for operation in offered.operations:  # with the pressures that it holds on the pipes of this house
        yield operation["path"], operation["value"]
    if article.volts is not None:
        battery = document.pump.battery or Battery()
        yield "/pump/battery", battery.model_dump(mode="json") | {"volts": article.volts}
    yield "/pump/port_mm", article.port_mm
    yield "/pump/article", article.name


def _as_generic(article: PumpArticle) -> GenericPump:
    return GenericPump(
        key="shelf",
        label=article.name,
        note="",
        points=article.points,
        efficiency=article.efficiency,
        control=article.control,
        stands=article.stands,
        on_battery=article.volts is not None,
    )


def _vessel(article: VesselArticle) -> Iterator[tuple[str, Any]]:
    yield "/pump/vessel_l", article.volume_l
    yield "/pump/vessel_rated_kpa", article.rated_kpa
    yield "/pump/vessel_article", article.name
