"""Every hole that is sawn in the wall of a tank: for what, how wide, how high."""

from collections.abc import Iterator
from dataclasses import dataclass

from lean_year.core.parts.usual import hole_saw_mm
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.levels import RunLevels
from lean_year.plan.model.needs import Laid, laid_pipe, pressure_pipe
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True)
class Hole:
    """Holes that are alike."""

    tank: str
    name: str
    count: int
    saw_mm: float
    """Over the pipe that goes through, which is its outside diameter and a little more."""
    pipe: str
    height_m: float
    """Of the lowest point of the pipe over the tank's floor. [m]"""
    seal: str


def holes(document: Property, runs: list[RunLevels], say: Wording) -> Iterator[Hole]:
    """In the order in which water comes to them.

    Parameters
    ----------
    document : Property
    runs : list of RunLevels
        Of the groups in use.
    say : Wording
        Of the property.

    Yields
    ------
    Hole
    """
    built = document.cistern.built()
    floors = {tank.id: tank for tank in built}
    into = {pipe.id: pipe.run.into for pipe in document.downpipes}
    for run in runs:
        tank = floors.get(run.tank)
        pipe = next(each for each in document.downpipes if each.id == run.group)
        if tank is None or into[run.group] is not None:
            continue
        laid = laid_pipe(pipe.run.bore_mm, document.units, say)
        yield _hole(tank.name, f"Inlet of {run.name}", 1, laid, run.inlet_m - tank.floor_m, "inlet seal")
    for number, tank in enumerate(built):
        joined = tank.count - 1 if number == 0 else tank.count
        if joined and document.cistern.layout != "transfer":
            laid = laid_pipe(tank.link.bore_mm, document.units, say)
            yield _hole(tank.name, "Link to the next tank", 2 * joined, laid, tank.outlet_m, "tank connector")
    last, second = document.cistern.drawn_from(), document.cistern.second_outlet
    drawn = pressure_pipe(document, document.pump.suction, say)
    if document.pump.through_the_wall:
        yield _hole(last.name, "Outlet to the taps", 1, drawn, last.outlet_m, "tank connector")
    if second is not None:
        yield _hole(last.name, f"Outlet for the {second.serves}", 1, drawn, second.height_m, "tank connector")
    if document.overflow.kind in ("pipe", "standpipe"):
        laid = laid_pipe(document.overflow.bore_mm, document.units, say)
        through_wall = document.overflow.kind == "pipe"
        top_m = last.vessel().top_water_m - last.floor_m if through_wall else 0.0
        yield _hole(last.name, "Overflow", document.overflow.count, laid, top_m, "tank connector")
    for tank in built:
        laid = laid_pipe(tank.inlet.vent_mm, document.units, say)
        yield _hole(tank.name, "Vent, in the lid", tank.count, laid, tank.vessel().shape.height_m, "screened vent")


def _hole(tank: str, name: str, count: int, laid: Laid, height_m: float, seal: str) -> Hole:
    return Hole(tank, name, count, hole_saw_mm(outside_mm=laid.pipe.outside_mm), laid.pipe.name, height_m, seal)
