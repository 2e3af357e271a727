"""What the treatment train asks to be bought."""

from collections.abc import Iterator, Sequence

from lean_year.core.parts.need import Need, Needs, Upkeep
from lean_year.core.parts.usual import TRAIN_GAUGES, TRAIN_VALVES
from lean_year.core.price.usual import TEST_MONTHS
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.needs import PRESSURE_PIPE_READS, bought_as, pressure_pipe, reducers
from lean_year.plan.model.train import LABELS, is_cartridge, served
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage

_KINDS = {"strainer": "strainer", "tap_filter": "tap-filter", "calcite": "calcite-contactor"}


@cached_by_parts(16, *PRESSURE_PIPE_READS, "treatment")
def treatment_needs(
    document: Property, lives_months: Sequence[float | None], bleach_ml: float | None, say: Wording
) -> Needs:
    """Every stage with what it stands in, what is changed in it, and what tells that it works.

    `lives_months` is how long each stage lasts, None where it does not wear; `bleach_ml` is for one dose of the tank,
    None where none is dosed.
    """
    needs: list[Need] = []
    seen: dict[str, int] = {}
    for stage in document.treatment.stages:
        number = seen[stage.kind] = seen.get(stage.kind, 0) + 1
        needs += _stage(document, stage, number, say)
    if any(is_cartridge(stage) for stage in document.treatment.stages):
        laid = pressure_pipe(document, document.pump.delivery, say)
        needs.append(Need("pressure-gauge", "Filters: one before and one behind them", TRAIN_GAUGES))
        needs.append(laid.fitting("ball-valve", TRAIN_VALVES, "Filters: one before and one behind them"))
        needs.append(laid.fitting("union", TRAIN_VALVES, "Filters: one before and one behind them"))
    if document.treatment.chlorine.on:
        needs.append(Need("chlorine-test", "Chlorine in the tank: what is left of it at the tap"))
        if bleach_ml:
            needs.append(
                Need("bleach", f"Chlorine in the tank: {say.measure(bleach_ml)} for each dose", bleach_ml / 1000)
            )
    drunk = served(document)["drinking"]
    if drunk:
        needs.append(Need("sample-tap", "Behind the last stage: the water is tested there"))
        needs.append(Need("water-test", "The water is drunk: before it is, and once a year"))
    outdoors = (
        document.pump.fixtures.garden_tap if document.treatment.garden_after < len(document.treatment.stages) else 0
    )
    if outdoors:
        needs.append(Need("not-drinking-sign", f"{several(outdoors, 'garden tap')} before the last stage", outdoors))
    if not drunk:
        where = "Where the pipe enters the house" if served(document)["indoor"] else "At the taps"
        needs.append(Need("not-drinking-sign", f"{where}: nothing of it is drunk"))
    return Needs(tuple(needs), tuple(_upkeep(document, lives_months, drunk, say)))


def _upkeep(document: Property, lives_months: Sequence[float | None], drunk: bool, say: Wording) -> Iterator[Upkeep]:
    for stage, life in zip(document.treatment.stages, lives_months, strict=True):
        if life is None:
            continue
        if stage.kind == "uv":
            yield Upkeep("lamp", "UV lamp: its rated hours", life)
            yield Upkeep("sleeve-seal", "UV lamp: with each lamp", life)
        else:
            cartridge = _cartridge(document, stage, LABELS[stage.kind], say)
            yield Upkeep(
                cartridge.kind, cartridge.why, life, cartridge.quantity, size=cartridge.size, rating=cartridge.rating
            )
    if drunk:
        yield Upkeep("water-test", "The water is drunk", TEST_MONTHS)


def _stage(document: Property, stage: TreatmentStage, number: int, say: Wording) -> Iterator[Need]:
    name = LABELS[stage.kind] + (f", {number}" if number > 1 else "")
    count = stage.side_by_side
    fine, rated = _fine(stage, say), _rated(document)
    laid = pressure_pipe(document, document.pump.delivery, say)
    why = f"{name}: on either side of each, to its ports"
    yield from reducers(laid, stage.port_mm, 2 * count, why, units=document.units, use="pressure")
    bought = bought_as(stage.article)
    if is_cartridge(stage):
        inches = stage.size.replace("x", " × ") + " in"
        yield Need("housing", f"{name}: one for each cartridge{bought}", count, size=inches, rating=rated)
        yield _cartridge(document, stage, name, say)
    elif stage.kind == "uv":
        yield from _lamp(document, bought, say)
    else:
        size = "" if stage.kind == "calcite" else fine
        yield Need(_KINDS[stage.kind], f"{name}: as entered{bought}", count, size=size, rating=rated)


def _cartridge(document: Property, stage: TreatmentStage, name: str, say: Wording) -> Need:
    fine, size = _fine(stage, say), stage.size.replace("x", " × ") + " in"
    return Need(
        f"{stage.kind}-cartridge",
        f"{name}: {fine}",
        stage.side_by_side,
        size=f"{size}, {fine}",
        rating=_rated(document),
    )


def _fine(stage: TreatmentStage, say: Wording) -> str:
    return f"{say.micron(stage.micron)}{' absolute' if stage.absolute else ''}"


def _rated(document: Property) -> str:
    return "for drinking water" if document.treatment.drinking_rated and served(document)["drinking"] else ""


def _lamp(document: Property, bought: str, say: Wording) -> Iterator[Need]:
    uv = document.treatment.uv
    laid = pressure_pipe(document, document.pump.delivery, say)
    yield Need(
        "uv-lamp-unit",
        f"UV lamp: rated for {say.flow(uv.rated_flow_l_s)}{bought}",
        detail=say.flow(uv.rated_flow_l_s),
    )
    yield Need("lamp", "UV lamp: to be there when the first is due")
    yield Need("sleeve-seal", "UV lamp: changed whenever the sleeve is drawn")
    yield laid.fitting("union", 2, "UV lamp: one at each end")
    yield Need("rcd-outlet", "UV lamp: by a licensed electrician")
    fitted = {
        "uv-sensor": uv.sensor,
        "uv-shut-valve": uv.shut_valve,
        "flow-limiter": uv.flow_limiter,
        "uv-battery": uv.battery,
    }
    for kind, there in fitted.items():
        if there:
            yield Need(kind, "UV lamp: as entered")
