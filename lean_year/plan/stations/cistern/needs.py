"""What the tanks and their links ask to be bought."""

import math
from collections.abc import Iterator

from lean_year.core.ground.foundation import ANODES, ANODES_FOR_L, SLIM_FROM
from lean_year.core.parts.need import Need, Needs, Upkeep
from lean_year.core.parts.usual import TIE_DOWNS
from lean_year.core.price.usual import CLEAN_OUT_MONTHS
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.needs import PRESSURE_PIPE_READS, bought_as, laid_pipe, pressure_pipe, reducers
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.tank_shapes import (
    AnyShape,
    Box,
    LyingCylinder,
    Moulded,
    Pit,
    Precast,
    RoundCast,
    Slim,
    UprightCylinder,
)


@cached_by_parts(16, *PRESSURE_PIPE_READS, "cistern", "ground.tied_down")
def cistern_needs(document: Property, say: Wording, *, garden_only: bool) -> Needs:
    """Every tank that is planned now, with what joins it to the next and to the pump."""
    built = document.cistern.built()
    needs: list[Need] = []
    for tank in built:
        needs += _tank(document, tank, say)
        joined = document.cistern.links_of(tank)
        if joined:
            needs += _links(document, tank, joined, say)
    drawn = pressure_pipe(document, document.pump.suction, say)
    last = document.cistern.drawn_from()
    if document.pump.through_the_wall:
        needs.append(drawn.fitting("tank-connector", 1, f"{last.name}: outlet to the taps", hole=True))
        why = f"{last.name}: from its outlet to the suction"
        needs += reducers(drawn, last.outlet_port_mm, 1, why, units=document.units, use="pressure")
        needs.append(drawn.fitting("ball-valve", 1, f"{last.name}: shuts its outlet"))
    second = document.cistern.second_outlet
    if second is not None:
        needs.append(drawn.fitting("tank-connector", 1, f"{last.name}: outlet for the {second.serves}", hole=True))
        needs.append(drawn.fitting("ball-valve", 1, f"{last.name}: shuts the outlet for the {second.serves}"))
    if second is not None and second.serves == "fire":
        needs.append(Need("fire-coupling", f"{last.name}: as the local fire service has it"))
    if not garden_only:
        needs.append(Need("first-fill-hose", "Rinsing and the first filling of the tanks"))
    cleaned = Upkeep("clean-out", "Each tank, within five years", CLEAN_OUT_MONTHS, sum(tank.count for tank in built))
    return Needs(tuple(needs), (cleaned,))


def _tank(document: Property, tank: Tank, say: Wording) -> Iterator[Need]:
    if isinstance(tank.shape, Pit):
        return  # what it is made of is asked for by the ground
    kind, detail = sold_as(tank.shape, say)
    vessel = tank.vessel()
    holds_l = float(vessel.below_l(vessel.top_water_m))
    holds = say.volume(holds_l)
    alike = f"{tank.count} alike, " if tank.count > 1 else ""
    why = f"{tank.name}: {alike}{holds} each to the overflow" if alike else f"{tank.name}: {holds} to the overflow"
    why += bought_as(tank.article)
    yield Need(kind, why, tank.count, of=tank.id, detail=f"{tank.name}, {detail}", holds_m3=holds_l / 1000)
    if kind == "tank-liner":
        anodes = max(1, math.ceil(ANODES * holds_l / ANODES_FOR_L))
        yield Need("anode", f"{tank.name}: {ANODES} on a tank of {say.volume(ANODES_FOR_L)}", anodes * tank.count)
    shape = tank.shape
    if isinstance(shape, Slim) and shape.height_m >= SLIM_FROM * shape.width_m:
        yield Need("strap-rail", f"{tank.name}: it is slim and can tip", tank.count)
    if document.ground.tied_down:
        yield Need("tie-down", f"{tank.name}: {TIE_DOWNS} to a tank", TIE_DOWNS * tank.count)


def _links(document: Property, tank: Tank, joined: int, say: Wording) -> Iterator[Need]:
    laid, name = laid_pipe(tank.link.bore_mm, document.units, say), f"Link of {tank.name}"
    yield laid.lengths([tank.link.length_m] * joined, f"{name}: {joined} × {say.length(tank.link.length_m)}")
    yield laid.fitting("tank-connector", 2 * joined, f"{name}: one at each end", hole=True)
    why = f"{name}: from the ports of the tanks to the pipe"
    yield from reducers(laid, tank.outlet_port_mm, 2 * joined, why, units=document.units, use="drain")
    if tank.valve != "none":
        yield laid.fitting("ball-valve", joined, f"{name}: each tank can be shut off")
    if tank.link.joint == "flexible":
        yield laid.fitting("flexible-joint", joined, f"{name}: tanks settle and bulge, each its own way")


def sold_as(shape: AnyShape, say: Wording) -> tuple[str, str]:
    """The kind of the catalogue that a tank is, and its measures; of all but a pit, which is not bought as one."""
    match shape:
        case UprightCylinder():
            kind = "tank-liner" if shape.liner else "tank-upright"
            detail = f"{say.length(shape.diameter_m)} across, {say.length(shape.height_m)} high"
        case RoundCast():
            kind = "tank-cast"
            steel = "with steel" if shape.steel else "without steel"
            detail = (
                f"{say.length(shape.diameter_m)} across inside, {say.length(shape.height_m)} high, wall of "
                f"{say.bore(shape.wall_mm)} {steel}"
            )
        case Slim() | Box():
            kind = "tank-slim" if isinstance(shape, Slim) else "tank-cast" if shape.cast else "tank-box"
            detail = " × ".join(say.length(each) for each in (shape.length_m, shape.width_m, shape.height_m))
        case Precast():
            kind = "tank-precast"
            plan = (
                f"{say.length(shape.length_m)} across"
                if shape.round
                else (f"{say.length(shape.length_m)} × {say.length(shape.width_m)}")
            )
            detail = f"{plan} inside, {say.length(shape.height_m)} high, walls of {say.bore(shape.wall_mm)}"
        case Moulded():
            kind = "tank-moulded"
            detail = " × ".join(say.length(each) for each in (shape.length_m, shape.width_m, shape.height_m))
        case LyingCylinder():
            kind = "tank-lying"
            detail = f"{say.length(shape.diameter_m)} across, {say.length(shape.length_m)} long"
        case _:
            return "tank-volume", f"{say.length(shape.height_m)} high"
    return kind, detail
