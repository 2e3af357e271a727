"""All supplies of the firm: who wants somebody first, and a round to them."""

import datetime as dt
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.deps import InOutlooks, json_of
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.in_use import SuppliesInUse
from lean_year.core.rain.rainfall import FIRST_YEAR
from lean_year.plan.in_use.rounds import Round
from lean_year.plan.model.forecast import LAST_START
from lean_year.property.document import Units

router = APIRouter(prefix="/api", tags=["in use"], responses={422: {"model": Refusal}})


@router.get("/in-use", response_model=SuppliesInUse)
def in_use(outlooks: InOutlooks) -> Response:
    return json_of(outlooks.seen_on(dt.date.today()))


@router.get("/round", response_model=Round)
def a_round(
    outlooks: InOutlooks,
    until: Annotated[dt.date, Query(ge=dt.date(FIRST_YEAR, 1, 1), le=dt.date(LAST_START, 12, 31))],
    area: Annotated[str, Query(max_length=80)] = "",
    units: Units = "metric",
) -> Response:
    return json_of(outlooks.round(area, until, units))
