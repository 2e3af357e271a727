"""All supplies of the firm: who wants somebody first, and a round to them."""

import datetime as dt
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.all_in_use import round_within, supplies_in_use
from lean_year.api.deps import InOutlooks, InWorkshop, json_of
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.in_use import SuppliesInUse
from lean_year.core.rain.rainfall import FIRST_YEAR
from lean_year.plan.in_use.rounds import Round
from lean_year.plan.model.forecast import LAST_START
from lean_year.property.document import Units

router = APIRouter(prefix="/api", tags=["in use"], responses={422: {"model": Refusal}})


@router.get("/in-use", response_model=SuppliesInUse)
def in_use(workshop: InWorkshop, outlooks: InOutlooks) -> Response:
    today = dt.date.today()
    return json_of(supplies_in_use(workshop.engine, today, to_do=outlooks.bring_up_to_date(today)))


@router.get("/round", response_model=Round)
def a_round(
    workshop: InWorkshop,
    until: Annotated[dt.date, Query(ge=dt.date(FIRST_YEAR, 1, 1), le=dt.date(LAST_START, 12, 31))],
    area: Annotated[str, Query(max_length=80)] = "",
    units: Units = "metric",
) -> Response:
    return json_of(round_within(workshop.engine, area, until, units))
