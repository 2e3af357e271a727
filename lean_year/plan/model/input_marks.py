"""How good each input of a property is: entered, usual for its kind, or assumed until somebody confirms it."""

from lean_year.core.basis import worst
from lean_year.core.cistern.operation import SHORT_RECORD_YEARS
from lean_year.core.roofs.catchment import runoff_coefficients
from lean_year.plan.answer.inputs import Input
from lean_year.plan.answer.marks import Mark, Marks
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.train import is_cartridge
from lean_year.property.assumed import Assumed
from lean_year.property.document import Property

_ENTERED = Mark("entered")


def marks_of_inputs(document: Property, rain: PreparedRain | None) -> Marks:
    """The mark of everything that a figure can rest on."""
    assumed = Assumed(document.assumed)

    def unless_assumed(*pointers: str, what: str, mark: Mark = _ENTERED) -> Mark:
        return Mark("estimate", f"{what}, assumed so far") if any(map(assumed.touches, pointers)) else mark

    on = [number for number, roof in enumerate(document.roofs) if roof.on]
    by_input: dict[Input, Mark] = {
        "rain": _rain(rain),
        "areas": unless_assumed(*(f"/roofs/{number}/extent" for number in on), what="the measures of a roof"),
        "runoff": unless_assumed(
            *(f"/roofs/{number}/{field}" for number in on for field in ("runoff", "loss_mm")),
            what="the runoff of a roof",
            mark=_runoff(document),
        ),
        "snow": unless_assumed("/snow", what="how snow melts") if document.snow.on else _ENTERED,
        "people": unless_assumed("/household", what="the use of water", mark=_use(document)),
        "animals": Mark("common_practice", "what animals drink")
        if any(each.litres_head_day is None for each in document.household.animals)
        else _ENTERED,
        "garden": Mark("published", "the crop factors of FAO-56") if _irrigated(document) else _ENTERED,
        "tanks": unless_assumed("/cistern/tanks", what="the measures of a tank"),
        "start": unless_assumed("/cistern/start_share", what="how full the record begins")
        if rain is not None and rain.counts.size < SHORT_RECORD_YEARS
        else _ENTERED,
        "rate": _rate(document),
        "heights": unless_assumed("/levels", *(f"/roofs/{number}/outlet_m" for number in on), what="a height"),
        "ground_height": Mark("estimate", "the ground at the tank, taken at its floor")
        if document.levels.tank_ground_m is None
        else _ENTERED,
        "screens": Mark("estimate", "the open area of screens, by their kind")
        if any(screen.open_cm2 is None for pipe in document.downpipes for screen in pipe.screens)
        else _ENTERED,
        "fittings": Mark("from_memory", "the loss coefficients of fittings"),
        "peak": Mark("from_memory", "fixture units")
        if document.pump.flow_by == "units"
        else Mark("common_practice", "how many taps are open at once"),
        "filters": Mark("estimate", "the drop of filters, by their size")
        if any(is_cartridge(stage) and stage.clean_kpa is None for stage in document.treatment.stages)
        else _ENTERED,
        "curve": unless_assumed("/pump/points", "/pump/efficiency", what="the pump"),
        "lamp": Mark("estimate", "light in the water, not measured yet")
        if document.treatment.uv.uvt_percent is None
        else _ENTERED,
        "weights": Mark("estimate", "the empty weight of a tank, by its kind")
        if any(tank.empty_kg is None for tank in document.cistern.built())
        else _ENTERED,
        "prices": unless_assumed("/prices", what="prices"),
    }
    return Marks(by_input)


def _rain(rain: PreparedRain | None) -> Mark:
    if rain is None:
        return _ENTERED
    if rain.record.made_from is not None:
        return Mark("estimate", "rain that was made from monthly values")
    if rain.filling == "other_years" and rain.record.missing.any():
        return Mark("estimate", "missing days, taken from other years")
    return _ENTERED


def _runoff(document: Property) -> Mark:
    usual = runoff_coefficients()
    by_material = [usual[roof.material].basis for roof in document.roofs if roof.on and roof.runoff is None]
    if document.losses == "monthly":
        by_material.append("from_memory")
    return Mark(worst(by_material), "the runoff of roofs, by their material") if by_material else _ENTERED


def _use(document: Property) -> Mark:
    household = document.household
    by_habit = household.anybody and household.uses is None and household.litres_person_day is None
    return Mark("common_practice", "the use of water, by habit") if by_habit else _ENTERED


def _irrigated(document: Property) -> bool:
    return document.household.irrigation.area_m2 > 0


def _rate(document: Property) -> Mark:
    if document.downpour.source == "assumed":
        return Mark("estimate", "the rate of the downpour, assumed so far")
    if document.downpour.source == "estimate":
        return Mark("estimate", "the rate of the downpour, from daily rain")
    if document.climate.downpours != "entered":
        return Mark("from_memory", "how much heavier downpours are to come")
    return _ENTERED
