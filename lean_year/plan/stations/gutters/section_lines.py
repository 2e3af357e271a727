"""The way of the water from gutter to overflow in section, as lines that every drawing of it shares.

x runs from the face of the wall under the gutter to the end of the overflow, z is the height above the datum; both to
scale, in metres to the millimetre. Whoever draws it may stretch the bands of x between `edges_m`.
"""

from collections.abc import Iterator
from typing import Literal

from pydantic import BaseModel

from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing, standings
from lean_year.plan.model.levels import RunLevels, TankLevels, tank_levels
from lean_year.plan.stations.gutters.stage import Section
from lean_year.property.document import Property

SectionKind = Literal[
    "ground", "wall", "roof", "gutter", "downpipe", "pipe", "storm", "inlet_level", "tank", "lid", "water",
    "held_water", "overflow",
]  # fmt: skip
WALL_M, EAVE_M = 0.25, 0.12
"""How thick the wall is drawn, and how far the gutter hangs before it."""
ROOF_M, ROOF_RISE = 1.6, 0.7
GUTTER_M = 0.12
HOUSE_M = 2.2
LEAST_WAY_OUT_M = 1.5


class SectionLine(BaseModel):
    kind: SectionKind
    points: list[list[float]]
    """Pairs of x and z. [m]"""
    closed: bool


class SectionMark(BaseModel):
    """Words at a place. `side` is where they stand of it."""

    x_m: float
    z_m: float
    text: str
    side: Literal["left", "right", "over"]
    strong: bool = False


class RunSection(BaseModel):
    """One run in section."""

    group: str
    name: str
    edges_m: list[float]
    """Of the bands: the left edge, the gutter, the tank's near wall, its far wall, the right edge. [m]"""
    lines: list[SectionLine]
    marks: list[SectionMark]


def run_sections(document: Property, runs: list[RunLevels], section: Section, say: Wording) -> list[RunSection]:
    """Every run with what it fills."""
    levels = {each.id: each for each in tank_levels(document)}
    stands = {each.tank.id: each for each in standings(document)}
    return [_section(document, run, levels[run.tank], stands[run.tank], section, say) for run in runs]


def _line(kind: SectionKind, *points: tuple[float, float], closed: bool = False) -> SectionLine:
    return SectionLine(kind=kind, points=[[round(x, 3), round(z, 3)] for x, z in points], closed=closed)


def _section(
    document: Property, run: RunLevels, tank: TankLevels, standing: Standing, section: Section, say: Wording
) -> RunSection:
    near = run.length_m
    far = near + standing.footprint.width_m
    end = far + max(document.overflow.length_m, LEAST_WAY_OUT_M)
    edges = [-HOUSE_M, 0.0, near, far, end]
    return RunSection(
        group=run.group,
        name=run.name,
        edges_m=[round(each, 3) for each in edges],
        lines=[
            *_ground(run, section, edges),
            *_house(run, section),
            *_way(run, near),
            *_tank(tank, section, near, far),
            *_out(document, section, far, end),
        ],
        marks=list(_marks(document, run, tank, section, (near, far, end), say)),
    )


def _ground(run: RunLevels, section: Section, edges: list[float]) -> Iterator[SectionLine]:
    left, _, _, far, end = edges
    along = [(point.along_m, point.ground_m) for point in run.points]
    yield _line("ground", (left, section.ground_m), *along, (far, along[-1][1]), (end, section.discharge_m))


def _house(run: RunLevels, section: Section) -> Iterator[SectionLine]:
    if run.outlet_m is None:
        return
    eave, back = run.outlet_m + GUTTER_M, -EAVE_M - WALL_M
    yield _line("wall", (-EAVE_M, section.ground_m), (-EAVE_M, eave), (back, eave), (back, section.ground_m))
    yield _line("roof", (0.0, eave), (-ROOF_M, eave + ROOF_RISE * ROOF_M))
    half = GUTTER_M / 2
    yield _line("gutter", (-half, eave), (-half, run.outlet_m), (half, run.outlet_m), (half, eave))


def _way(run: RunLevels, near: float) -> Iterator[SectionLine]:
    pipe = [(point.along_m, point.invert_m) for point in run.points if point.invert_m is not None]
    if run.outlet_m is None or not pipe:
        return
    yield _line("downpipe", (0.0, run.outlet_m), (0.0, pipe[0][1]))
    up = [(near, run.inlet_m)] if run.kind == "wet" else []
    yield _line("pipe", *pipe, *up)
    yield _line("inlet_level", (0.0, run.inlet_m), (near, run.inlet_m))
    storm = [(point.along_m, point.storm_m) for point in run.points if point.storm_m is not None]
    if run.kind == "wet" and storm:
        yield _line("storm", *storm)


def _tank(tank: TankLevels, section: Section, near: float, far: float) -> Iterator[SectionLine]:
    top = min(section.overflow_invert_m, tank.lid_m)
    outlet = max(tank.floor_m, tank.outlet_m)
    yield _line("water", (near, outlet), (near, top), (far, top), (far, outlet), closed=True)
    yield _line("held_water", (near, tank.floor_m), (near, outlet), (far, outlet), (far, tank.floor_m), closed=True)
    yield _line("tank", (near, tank.lid_m), (near, tank.floor_m), (far, tank.floor_m), (far, tank.lid_m))
    yield _line("lid", (near, tank.lid_m), (far, tank.lid_m))


def _out(document: Property, section: Section, far: float, end: float) -> Iterator[SectionLine]:
    if document.overflow.kind in ("none", "back_down"):
        return
    invert = section.overflow_invert_m
    yield _line("overflow", (far, invert), (far + 0.3, invert), (far + 0.3, section.tank_ground_m),
                (end, section.discharge_m))  # fmt: skip


def _marks(
    document: Property,
    run: RunLevels,
    tank: TankLevels,
    section: Section,
    places: tuple[float, float, float],
    say: Wording,
) -> Iterator[SectionMark]:
    near, far, end = places

    def at(name: str, height_m: float) -> str:
        return f"{name} {say.of_kind('height', height_m)}"

    if run.outlet_m is not None:
        yield SectionMark(x_m=0, z_m=run.outlet_m, text=at("gutter outlet", run.outlet_m), side="right")
    if run.screen_m is not None and run.open_at != "outlet":
        assumed = " assumed" if run.screen_assumed else ""
        text = at(run.open_at_words, run.screen_m) + assumed
        yield SectionMark(x_m=0, z_m=run.screen_m, text=text, side="right")
    if run.drop_m is not None:
        words = f"{say.length(abs(run.drop_m))} {'of drop' if run.drop_m >= 0 else 'too low'}"
        middle = (run.inlet_m + run.drop_m / 2) if abs(run.drop_m) > 0.4 else run.inlet_m
        yield SectionMark(x_m=near * 0.45, z_m=middle, text=words, side="over", strong=True)
    yield SectionMark(x_m=near, z_m=run.inlet_m, text=at("inlet", run.inlet_m), side="left")
    yield SectionMark(x_m=(near + far) / 2, z_m=tank.lid_m, text=at("lid", tank.lid_m), side="over")
    middle = (section.overflow_invert_m + tank.floor_m) / 2
    yield SectionMark(x_m=(near + far) / 2, z_m=middle, text=tank.name, side="over", strong=True)
    yield SectionMark(x_m=(near + far) / 2, z_m=tank.floor_m, text=at("floor", tank.floor_m), side="over")
    if document.overflow.kind not in ("none", "back_down"):
        yield SectionMark(
            x_m=far, z_m=section.overflow_invert_m, text=at("overflow", section.overflow_invert_m), side="right"
        )
        yield SectionMark(x_m=end, z_m=section.discharge_m, text=at("its end", section.discharge_m), side="left")
