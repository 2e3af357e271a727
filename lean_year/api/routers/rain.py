"""Rain: look at a file before it is kept, keep it, draw it."""

from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.deps import FileBody, InWorkshop, json_of, state_of
from lean_year.api.schemas import (
    LAST_REVISION,
    PackedRain,
    PropertyState,
    RainPreview,
    Refusal,
    pack_rain,
    rain_preview,
)
from lean_year.formats.rain_import import UNIT_NAME, Choices, DateOrder, RainImport, Unit, read_daily_rain
from lean_year.plan.rain import prepare_rain
from lean_year.store import records
from lean_year.store.records import RecordEntry

router = APIRouter(
    prefix="/api",
    tags=["rain"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}},
)
Order = Annotated[DateOrder | None, Query()]
RainUnit = Annotated[Unit | None, Query()]
Column = Annotated[int | None, Query(ge=0, le=200)]


@router.post("/rain/preview", response_model=RainPreview)
def preview_rain(
    data: FileBody, date_order: Order = None, unit: RainUnit = None, rain_column: Column = None
) -> Response:
    read = read_daily_rain(data, Choices(date_order, unit, rain_column))
    return json_of(rain_preview(read, prepare_rain(read.rain, "none")))


@router.get("/rain/records")
def list_records(workshop: InWorkshop) -> list[RecordEntry]:
    return records.list_records(workshop.engine)


@router.post("/properties/{property_id}/rain", response_model=PropertyState)
def keep_rain(
    property_id: str,
    data: FileBody,
    workshop: InWorkshop,
    base_revision: Annotated[int, Query(ge=1, le=LAST_REVISION)],
    edit_id: Annotated[str, Query(min_length=8, max_length=40, pattern=r"^[A-Za-z0-9-]+$")],
    name: Annotated[str, Query(min_length=1, max_length=100, pattern=r"\S")],
    date_order: Order = None,
    unit: RainUnit = None,
    rain_column: Column = None,
) -> Response:
    read = read_daily_rain(data, Choices(date_order, unit, rain_column))
    stored, moved = workshop.take_rain(property_id, base_revision, edit_id, read.rain, name, _note(read))
    return state_of(workshop, stored, moved)


@router.get("/properties/{property_id}/rain-days", response_model=PackedRain)
def rain_days(property_id: str, workshop: InWorkshop) -> Response:
    rain = workshop.rain_of(workshop.stored(property_id).document)
    if rain is None:
        raise records.UnknownRecord(property_id)
    return json_of(pack_rain(rain.record))


def _note(read: RainImport) -> str:
    return (
        f"{read.rows:,} rows read as {UNIT_NAME[read.unit]} ({read.unit_reason}); "
        f"{read.refused_count:,} refused, {read.missing_days:,} days missing, {read.trace_days:,} trace."
    )[:2_000]
