"""The log of a property: how long its water lasts, whether it behaves, what is due."""

import datetime as dt
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.admission import InVisitor
from lean_year.api.deps import AtSupply, FileBody, InLogs, json_of, state_of
from lean_year.api.schemas.base import LAST_REVISION, Refusal
from lean_year.api.schemas.properties import PropertyState
from lean_year.core.rain.rainfall import FIRST_YEAR
from lean_year.formats.log_table import LogTable
from lean_year.plan.in_use.work import LogWork
from lean_year.plan.model.forecast import LAST_START

router = APIRouter(
    prefix="/api/properties/{property_id}",
    tags=["log"],
    responses={404: {"model": Refusal}, 422: {"model": Refusal}},
)


@router.post("/log/table", response_model=LogTable)
def read_table(property_id: str, file: FileBody, logs: InLogs) -> Response:
    return json_of(logs.read_table(property_id, file))


@router.put("/log/table", response_model=PropertyState)
def keep_table(property_id: str, file: FileBody, workshop: AtSupply, logs: InLogs, visitor: InVisitor) -> Response:
    return state_of(workshop, logs.keep_table(property_id, file, visitor.name))


@router.get("/log", response_model=LogWork)
def log_of(
    property_id: str,
    logs: InLogs,
    revision: Annotated[int, Query(ge=1, le=LAST_REVISION)],
    on: Annotated[dt.date, Query(ge=dt.date(FIRST_YEAR, 1, 1), le=dt.date(LAST_START, 12, 31))],
) -> Response:
    return json_of(logs.seen_on(property_id, revision, on))
