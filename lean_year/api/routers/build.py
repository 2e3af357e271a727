"""The build of a property: its tasks and hold points, and what is written down on the site."""

import datetime as dt
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response
from pydantic_core import to_json

from lean_year.api.admission import InVisitor
from lean_year.api.deps import AtSupply, InLogs, json_of, state_of, to_take_along
from lean_year.api.schemas.base import LAST_REVISION, Refusal
from lean_year.api.schemas.build import BuildWork, NewEntries
from lean_year.api.schemas.properties import PropertyState
from lean_year.plan.handed_over.operating import Operating
from lean_year.plan.stations.build.all_supplies import BuiltForAll
from lean_year.plan.stations.build.starts import MOST_DAYS, Starts

router = APIRouter(
    prefix="/api/properties/{property_id}",
    tags=["build"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}},
)


@router.get("/build", response_model=BuildWork)
def build_of(
    property_id: str, workshop: AtSupply, revision: Annotated[int, Query(ge=1, le=LAST_REVISION)]
) -> Response:
    return json_of(workshop.build(property_id, revision))


@router.get("/all-supplies/build", response_model=BuiltForAll | None)
def built_for_all_supplies(
    property_id: str, workshop: AtSupply, revision: Annotated[int, Query(ge=1, le=LAST_REVISION)]
) -> Response:
    """Null where the property has one supply: its tasks are those of `build`."""
    built = workshop.built_for_all_supplies(property_id, revision)
    return Response(to_json(built), media_type="application/json")


@router.get("/build/starts", response_model=Starts)
def starts_of(
    property_id: str,
    workshop: AtSupply,
    revision: Annotated[int, Query(ge=1, le=LAST_REVISION)],
    first: dt.date,
    days: Annotated[int, Query(ge=1, le=MOST_DAYS)] = 90,
) -> Response:
    return json_of(workshop.starts(property_id, revision, first, days))


@router.get("/operating", response_model=Operating)
def operating_of(
    property_id: str, workshop: AtSupply, revision: Annotated[int, Query(ge=1, le=LAST_REVISION)]
) -> Response:
    return json_of(workshop.operating(property_id, revision))


@router.get("/calendar.ics", response_class=Response)
def calendar_of(property_id: str, workshop: AtSupply, logs: InLogs) -> Response:
    answer = Response(logs.calendar(property_id), media_type="text/calendar; charset=utf-8")
    return to_take_along(answer, workshop.stored(property_id).document.name, ".ics")


@router.post("/entries", response_model=PropertyState)
def write_down(property_id: str, asked: NewEntries, workshop: AtSupply, visitor: InVisitor) -> Response:
    return state_of(workshop, workshop.write_down(property_id, asked.entries, visitor.name))
