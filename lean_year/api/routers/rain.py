"""Rain: look at a file before it is kept, keep it, draw it."""

from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.admission import InVisitor
from lean_year.api.deps import AtSupply, FileBody, InWorkshop, json_of, state_of
from lean_year.api.schemas.base import LAST_REVISION, Refusal
from lean_year.api.schemas.properties import PropertyState
from lean_year.api.schemas.rain import (
    ArchiveSource,
    AskedRain,
    PackedRain,
    RainPreview,
    TakenRain,
    pack_rain,
    rain_preview,
)
from lean_year.demo.generator import stations
from lean_year.demo.shipped import archive_rain, station_note
from lean_year.formats.rain.account import (
    UNIT_NAME,
    Choices,
    DateOrder,
    ImportAccount,
    RainImport,
    TemperatureUnit,
    Unit,
)
from lean_year.formats.rain.rain_import import archive_account, rain_from_means, read_rain_file
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.store import records
from lean_year.store.records import RecordEntry

router = APIRouter(
    prefix="/api",
    tags=["rain"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}},
)
Order = Annotated[DateOrder | None, Query()]
RainUnit = Annotated[Unit | None, Query()]
Degrees = Annotated[TemperatureUnit | None, Query()]
Column = Annotated[int | None, Query(ge=0, le=200)]


@router.post("/rain/preview", response_model=RainPreview)
def preview_rain(
    data: FileBody,
    date_order: Order = None,
    unit: RainUnit = None,
    rain_column: Column = None,
    temperature_unit: Degrees = None,
) -> Response:
    read = read_rain_file(data, Choices(date_order, unit, rain_column, temperature_unit))
    return json_of(rain_preview(read, prepare_rain(read.rain, "none")))


@router.get("/rain/records")
def list_records(workshop: InWorkshop) -> list[RecordEntry]:
    return records.list_records(workshop.engine)


@router.post("/properties/{property_id}/rain", response_model=PropertyState)
def keep_rain(
    property_id: str,
    data: FileBody,
    workshop: AtSupply,
    visitor: InVisitor,
    base_revision: Annotated[int, Query(ge=1, le=LAST_REVISION)],
    edit_id: Annotated[str, Query(min_length=8, max_length=40, pattern=r"^[A-Za-z0-9-]+$")],
    name: Annotated[str, Query(min_length=1, max_length=100, pattern=r"\S")],
    date_order: Order = None,
    unit: RainUnit = None,
    rain_column: Column = None,
    temperature_unit: Degrees = None,
) -> Response:
    read = read_rain_file(data, Choices(date_order, unit, rain_column, temperature_unit))
    stored, moved = workshop.take_rain(
        property_id, base_revision, edit_id, read.rain, name, _note(read.account), by=visitor.name
    )
    return state_of(workshop, stored, moved)


@router.post("/rain/source", response_model=RainPreview)
def preview_source(asked: AskedRain) -> Response:
    read = _from_source(asked)[0]
    return json_of(rain_preview(read, prepare_rain(read.rain, "none")))


@router.post("/properties/{property_id}/rain-source", response_model=PropertyState)
def keep_source(property_id: str, asked: TakenRain, workshop: AtSupply, visitor: InVisitor) -> Response:
    read, name, note = _from_source(asked)
    stored, moved = workshop.take_rain(
        property_id, asked.base_revision, asked.edit_id, read.rain, name, note, by=visitor.name
    )
    return state_of(workshop, stored, moved)


def _from_source(asked: AskedRain) -> tuple[RainImport, str, str]:
    """The record of a source, its name and its note."""
    source = asked.source
    if isinstance(source, ArchiveSource):
        rain = archive_rain(source.station)
        station = stations()[source.station]
        return archive_account(rain, station.name), f"{station.name}, invented", station_note(station)
    read = rain_from_means(
        source.mean_mm, source.wet_days, source.yearly_variation, years=source.years, seed=source.seed
    )
    return read, source.name, f"Made from twelve means, seed {source.seed}: no observation."


@router.get("/properties/{property_id}/rain-days", response_model=PackedRain)
def rain_days(property_id: str, workshop: InWorkshop) -> Response:
    rain = workshop.rain_of(workshop.stored(property_id).document)
    if rain is None:
        raise records.UnknownRecord(property_id)
    return json_of(pack_rain(rain.record))


def _note(account: ImportAccount) -> str:
    return (
        f"{account.rows:,} rows read as {UNIT_NAME[account.unit]} ({account.unit_reason}); "
        f"{account.refused_count:,} refused, {account.missing_days:,} days missing, {account.trace_days:,} trace."
    )[:2_000]
