"""The way of the water from gutter to overflow in section, as lines that screen, report and drawings share.

x runs from the face of the wall under the gutter to the end of the overflow, z is the height above the datum; metres,
to the millimetre. Heights and the length of the run are true. House, tank and the way out are drawn in bands of one
width, between `edges_m`: whoever draws it stretches the bands as it has room, or to their true widths (`stretched`).
"""

from collections.abc import Iterator, Sequence
from typing import Literal

from pydantic import BaseModel

from lean_year.plan.model.levels import RunLevels, TankLevels
from lean_year.property.water_path import OverflowEntry

SectionKind = Literal[
    "ground", "wall", "roof", "gutter", "downpipe", "screen", "pipe", "storm", "inlet_level", "tank", "lid", "water",
    "held_water", "overflow",
]  # fmt: skip
WALL_M, EAVE_M = 0.25, 0.55
"""How thick the wall is drawn, and how far the gutter hangs before it."""
ROOF_M, ROOF_RISE = 1.5, 0.27
GUTTER_M = 0.12
SCREEN_M = 0.18
HOUSE_M, TANK_M, WAY_OUT_M = 2.2, 3.0, 3.0
"""Widths of the bands."""
STANDPIPE_M = 0.25
AWAY_M = 0.5
"""From the tank's wall to where the overflow goes down."""


class Section(BaseModel):
    """Heights that belong to no run, for the drawing. [m]"""

    datum: str
    ground_m: float
    tank_ground_m: float
    discharge_m: float
    overflow_invert_m: float
    pump_m: float | None
    plant_room_m: float | None
    highest_tap_m: float | None


class SectionLine(BaseModel):
    kind: SectionKind
    points: list[list[float]]
    """Pairs of x and z. [m]"""
    closed: bool


class RunSection(BaseModel):
    """One run in section."""

    group: str
    name: str
    edges_m: list[float]
    """Of the bands: the left edge, the gutter, the tank's near wall, its far wall, the right edge. [m]"""
    lines: list[SectionLine]


def run_section(run: RunLevels, tank: TankLevels, section: Section, overflow: OverflowEntry) -> RunSection:
    """One run with the tank that it fills."""
    near = round(run.length_m, 3)
    edges = [-HOUSE_M, 0.0, near, near + TANK_M, near + TANK_M + WAY_OUT_M]
    return RunSection(
        group=run.group,
        name=run.name,
        edges_m=edges,
        lines=[
            *_ground(run, section, edges),
            *_house(run, section),
            *_way(run, near),
            *_tank(tank, section, near, near + TANK_M),
            *_out(tank, section, overflow, edges),
        ],
    )


def stretched(points: Sequence[Sequence[float]], edges: Sequence[float], to: Sequence[float]) -> list[list[float]]:
    """Points with each band of x stretched to other edges; heights stay.

    >>> stretched([[1, 0], [3, 5]], [0, 2, 4], [0, 4, 5])
    [[2.0, 0], [4.5, 5]]
    """
    found = []
    for x, *rest in points:
        band = next((number for number in range(len(edges) - 2) if x <= edges[number + 1]), len(edges) - 2)
        share = (x - edges[band]) / max(edges[band + 1] - edges[band], 1e-9)
        found.append([to[band] + share * (to[band + 1] - to[band]), *rest])
    return found


def _line(kind: SectionKind, *points: tuple[float, float], closed: bool = False) -> SectionLine:
    return SectionLine(kind=kind, points=[[round(x, 3), round(z, 3)] for x, z in points], closed=closed)


def _ground(run: RunLevels, section: Section, edges: list[float]) -> Iterator[SectionLine]:
    left, _, _, far, end = edges
    along = [(point.along_m, point.ground_m) for point in run.points]
    upper = [(left, section.ground_m)]
    if run.off_ground and run.outlet_m is not None:  # its slope comes down to the channel
        upper = [(left, run.outlet_m + ROOF_RISE * ROOF_M), (0.0, run.outlet_m)]
    yield _line("ground", *upper, *along, (far, along[-1][1]), (end, section.discharge_m))


def _house(run: RunLevels, section: Section) -> Iterator[SectionLine]:
    if run.outlet_m is None:
        return
    eave, back = run.outlet_m + GUTTER_M, -EAVE_M - WALL_M
    if not run.off_ground:
        yield _line("wall", (-EAVE_M, section.ground_m), (-EAVE_M, eave), (back, eave), (back, section.ground_m))
        yield _line("roof", (0.0, eave), (-ROOF_M, eave + ROOF_RISE * ROOF_M))
    half = GUTTER_M / 2
    yield _line("gutter", (-half, eave), (-half, run.outlet_m), (half, run.outlet_m), (half, eave))


def _way(run: RunLevels, near: float) -> Iterator[SectionLine]:
    pipe = [(point.along_m, point.invert_m) for point in run.points if point.invert_m is not None]
    if run.outlet_m is None or not pipe:
        return
    yield _line("downpipe", (0.0, run.outlet_m), (0.0, pipe[0][1]))
    if run.screen_m is not None and run.open_at != "outlet":
        half = SCREEN_M / 2
        yield _line("screen", (-half, run.screen_m + half / 2), (half, run.screen_m - half / 2))
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


def _out(tank: TankLevels, section: Section, overflow: OverflowEntry, edges: list[float]) -> Iterator[SectionLine]:
    """Through the wall, or up and over from the bottom; none where the downpipe takes it."""
    if overflow.kind in ("none", "back_down"):
        return
    far, end, invert = edges[3], edges[4], section.overflow_invert_m
    begin = [(far, invert)]
    if overflow.kind == "standpipe":
        begin = [(far, tank.floor_m), (far + STANDPIPE_M, tank.floor_m), (far + STANDPIPE_M, invert)]
    foot = min(invert, section.tank_ground_m)
    yield _line("overflow", *begin, (far + AWAY_M, invert), (far + AWAY_M, foot), (end, section.discharge_m))
