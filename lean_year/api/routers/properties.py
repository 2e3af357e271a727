"""Properties: list, open, change, undo."""

import dataclasses
from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import PlainTextResponse, Response
from pydantic_core import to_json

from lean_year.api.admission import InVisitor
from lean_year.api.deps import XLSX, AtSupply, FileBody, InDemos, InWorkshop, json_of, state_of, to_take_along
from lean_year.api.schemas.base import LAST_REVISION, Refusal
from lean_year.api.schemas.properties import (
    Answer,
    Edit,
    NewProperty,
    PastedCurve,
    PlayStorm,
    Preview,
    PropertyList,
    PropertyState,
    ReadCurve,
    ReadRoofs,
    Step,
    pack_days,
)
from lean_year.core.pump.pump_curve import fit_curve
from lean_year.demo.shipped import DEMOS
from lean_year.formats.exports.drawing import write_dxf, write_svg
from lean_year.formats.geojson_roofs import read_geojson_roofs
from lean_year.formats.property_file import file_text, parse_property_file
from lean_year.formats.pump_curve import read_pump_curve
from lean_year.plan.model.parts_list import PartLine
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.stations.cistern.comparisons import CisternComparisons
from lean_year.plan.stations.gutters.storm_plan import StormPlan
from lean_year.plan.stations.price.all_supplies import BoughtForAll
from lean_year.plan.tried_fixes import TriedFix
from lean_year.property.document import PropertyFile
from lean_year.property.for_owner import for_owner
from lean_year.property.start import new_property
from lean_year.property.starting_points import begun_from

NearLatitude = Annotated[float | None, Query(ge=-90, le=90, allow_inf_nan=False)]
router = APIRouter(
    prefix="/api/properties",
    tags=["properties"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}},
)


@router.get("", response_model=PropertyList)
def list_properties(workshop: InWorkshop) -> Response:
    listed = workshop.listed()
    loaded = {each.demo for each in listed}
    return json_of(
        PropertyList(
            properties=listed,
            demos=[demo for demo in DEMOS if demo not in loaded],
        )
    )


@router.post("", response_model=PropertyState, status_code=201)
def create_property(asked: NewProperty, workshop: InWorkshop, visitor: InVisitor) -> Response:
    answers = asked.model_dump(exclude={"rain_from", "begin_with"}) | {"record_id": asked.rain_from}
    document = new_property(**answers) if asked.begin_with is None else begun_from(asked.begin_with, **answers)
    stored = workshop.create(document, by=visitor.name)
    return state_of(workshop, stored, status=201)


@router.post("/file", response_model=PropertyState, status_code=201)
def bring_in_file(data: FileBody, workshop: InWorkshop, visitor: InVisitor) -> Response:
    file = parse_property_file(file_text(data))
    return state_of(workshop, workshop.bring_in(file, label="Property file opened", by=visitor.name), status=201)


@router.post("/roofs/geojson", response_model=ReadRoofs)
def read_roofs(data: FileBody, near_latitude_deg: NearLatitude = None) -> Response:
    roofs, west, south = read_geojson_roofs(file_text(data), near_latitude_deg)
    areas = [plan_area_m2(roof) for roof in roofs]
    return json_of(ReadRoofs(roofs=roofs, areas_m2=areas, longitude_deg=west, latitude_deg=south))


@router.post("/pump/curve", response_model=ReadCurve)
def read_curve(asked: PastedCurve) -> Response:
    points = read_pump_curve(asked.text, flow_unit=asked.flow_unit, head_unit=asked.head_unit)
    curve = fit_curve(*zip(*points, strict=True))
    return json_of(ReadCurve(points=points, fitted_m=[curve.head_m(flow) for flow, _ in points]))


@router.post("/demo/{name}", response_model=PropertyState, status_code=201)
def load_demo(name: str, workshop: InWorkshop, demos: InDemos) -> Response:
    return state_of(workshop, demos.load(name), status=201)


@router.get("/{property_id}", response_model=PropertyState)
def open_property(property_id: str, workshop: AtSupply, visitor: InVisitor) -> Response:
    stored = workshop.stored(property_id)
    if visitor.role == "owner":
        stored = dataclasses.replace(stored, alternatives=(), document=for_owner(stored.document))
    return state_of(workshop, stored, priced=visitor.role != "owner")


@router.delete("/{property_id}", status_code=204)
def remove_property(property_id: str, workshop: InWorkshop) -> None:
    workshop.remove(property_id)


@router.post("/{property_id}/copy", response_model=PropertyState, status_code=201)
def copy_property(property_id: str, workshop: InWorkshop, visitor: InVisitor) -> Response:
    return state_of(workshop, workshop.copy(property_id, by=visitor.name), status=201)


@router.get("/{property_id}/file", response_model=PropertyFile)
def property_file(property_id: str, workshop: InWorkshop, visitor: InVisitor) -> Response:
    file = workshop.file_of(property_id, alone=visitor.role == "owner")
    return to_take_along(json_of(file), file.property.name, ".json")


@router.post("/{property_id}/preview", response_model=Answer)
def preview_edit(property_id: str, asked: Preview, workshop: AtSupply) -> Response:
    document, planned, moved = workshop.preview(
        property_id, asked.base_revision, [each.as_patch() for each in asked.operations]
    )
    daily = pack_days(planned.replay, workshop.rain_of(document))
    return json_of(Answer(document=document, plan=planned.plan, daily=daily, moved=moved))


@router.get("/{property_id}/fixes", response_model=list[TriedFix])
def try_fixes(
    property_id: str, workshop: AtSupply, revision: Annotated[int, Query(ge=1, le=LAST_REVISION)]
) -> list[TriedFix]:
    return workshop.tried_fixes(property_id, revision)


@router.get("/{property_id}/parts", response_model=list[PartLine])
def parts_of(
    property_id: str,
    workshop: AtSupply,
    visitor: InVisitor,
    revision: Annotated[int, Query(ge=1, le=LAST_REVISION)],
) -> Response:
    lines = workshop.parts(property_id, revision, priced=visitor.role != "owner")
    return Response(to_json(lines), media_type="application/json")


@router.get("/{property_id}/all-supplies/bought", response_model=BoughtForAll | None)
def bought_for_all_supplies(
    property_id: str,
    workshop: AtSupply,
    visitor: InVisitor,
    revision: Annotated[int, Query(ge=1, le=LAST_REVISION)],
) -> Response:
    """Null where the property has one supply: its list is `parts`, its price that of the plan."""
    bought = workshop.bought_for_all_supplies(property_id, revision, priced=visitor.role != "owner")
    return Response(to_json(bought), media_type="application/json")


@router.get("/{property_id}/cistern-comparisons", response_model=CisternComparisons)
def comparisons_of_the_cistern(
    property_id: str,
    workshop: AtSupply,
    visitor: InVisitor,
    revision: Annotated[int, Query(ge=1, le=LAST_REVISION)],
) -> Response:
    return json_of(workshop.cistern_comparisons(property_id, revision, priced=visitor.role != "owner"))


@router.post("/{property_id}/storm", response_model=StormPlan)
def play_storm(property_id: str, asked: PlayStorm, workshop: AtSupply) -> Response:
    return json_of(workshop.play_storm(property_id, asked.base_revision, asked.storm))


@router.get("/{property_id}/model.inp", response_class=PlainTextResponse)
def rain_side_model(property_id: str, workshop: AtSupply) -> Response:
    model = PlainTextResponse(workshop.swmm_model(property_id))
    return to_take_along(model, workshop.stored(property_id).document.name, " rain side.inp")


@router.get("/{property_id}/pressure.inp", response_class=PlainTextResponse)
def pressure_side_model(property_id: str, workshop: AtSupply) -> Response:
    model = PlainTextResponse(workshop.epanet_model(property_id))
    return to_take_along(model, workshop.stored(property_id).document.name, " pressure side.inp")


@router.get("/{property_id}/drawing.dxf", response_class=PlainTextResponse)
def drawing_dxf(property_id: str, workshop: AtSupply) -> Response:
    document = workshop.stored(property_id).document
    drawing = PlainTextResponse(write_dxf(document), media_type="image/vnd.dxf")
    return to_take_along(drawing, document.name, " drawing.dxf")


@router.get("/{property_id}/drawing.svg", response_class=PlainTextResponse)
def drawing_svg(property_id: str, workshop: AtSupply) -> Response:
    document = workshop.stored(property_id).document
    drawing = PlainTextResponse(write_svg(document), media_type="image/svg+xml")
    return to_take_along(drawing, document.name, " drawing.svg")


@router.get("/{property_id}/parts.csv", response_class=Response)
def parts_for_a_merchant(property_id: str, workshop: AtSupply) -> Response:
    table = Response(workshop.parts_csv(property_id), media_type="text/csv; charset=utf-8")
    return to_take_along(table, workshop.stored(property_id).document.name, " parts.csv")


@router.get("/{property_id}/merchant.xlsx", response_class=Response)
def parts_for_a_merchant_as_workbook(property_id: str, workshop: AtSupply) -> Response:
    book = Response(workshop.parts_workbook(property_id), media_type=XLSX)
    return to_take_along(book, workshop.stored(property_id).document.name, " parts.xlsx")


@router.get("/{property_id}/all-supplies/parts.csv", response_class=Response)
def parts_of_all_supplies_for_a_merchant(property_id: str, workshop: AtSupply) -> Response:
    table = Response(workshop.all_parts_csv(property_id), media_type="text/csv; charset=utf-8")
    return to_take_along(table, workshop.stored(property_id).document.name, " all parts.csv")


@router.get("/{property_id}/parts.xlsx", response_class=Response)
def parts_with_prices(property_id: str, workshop: AtSupply) -> Response:
    book = Response(workshop.workbook(property_id), media_type=XLSX)
    return to_take_along(book, workshop.stored(property_id).document.name, " parts and price.xlsx")


@router.post("/{property_id}/edits", response_model=PropertyState)
def keep_edit(property_id: str, asked: Edit, workshop: AtSupply, visitor: InVisitor) -> Response:
    stored, moved = workshop.edit(
        property_id,
        asked.base_revision,
        asked.edit_id,
        asked.label,
        [each.as_patch() for each in asked.operations],
        by=visitor.name,
    )
    return state_of(workshop, stored, moved)


@router.post("/{property_id}/steps", response_model=PropertyState)
def step(property_id: str, asked: Step, workshop: AtSupply, visitor: InVisitor) -> Response:
    stored, moved = workshop.step(property_id, asked.base_revision, asked.direction, by=visitor.name)
    return state_of(workshop, stored, moved)
