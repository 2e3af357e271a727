"""Levels: where everything stands on one datum, and whether the water gets from each gutter into its tank."""

from typing import Any, Literal

import numpy as np
from pydantic import BaseModel

from lean_year.core.hydraulics.stock_pipes import stock_pipes
from lean_year.core.water_path import levels as core
from lean_year.core.water_path.levels import DIP_UNDER_GROUND_M, SCREEN_UNDER_OUTLET_M
from lean_year.core.water_path.overflow import BALL_VALVE, BEND_45, BEND_90, CHECK_VALVE, TEE_BRANCH, TEE_THROUGH
from lean_year.core.water_path.screens import SCREEN_TYPES
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.roof_surface import by_hillside
from lean_year.plan.model.screens_met import shared_screens, way_to_the_tank
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe

ALONG = (0.0, 0.25, 0.5, 0.75, 1.0)
"""Where the levels of a run are given, as shares of its length."""

Status = Literal["settled", "decide", "caution", "fails"]


class Check(BaseModel):
    """One thing that the levels must do, in the order measured, needed, fix."""

    letter: str
    code: str
    status: Status
    title: str
    text: str
    """What is there and what is needed."""
    fixes: list[Fix]
    group: str | None
    """The run it belongs to; None for all."""
    tank: str | None = None
    """The tank that it is of, by id; None where it is of the run or of the whole."""
    place: Literal["outlet", "screen", "tee", "run", "dip", "inlet", "overflow", "discharge", "vent", "pump"]
    """Where the section marks it."""


class TankLevels(BaseModel):
    """Heights of one of the tanks that stand. [m]"""

    id: str
    name: str
    floor_m: float
    outlet_m: float
    overflow_m: float
    inlet_m: float
    lid_m: float


class LevelPoint(BaseModel):
    """Heights at one distance along a run, straight between one and the next. [m]"""

    along_m: float
    ground_m: float
    invert_m: float | None
    """None where the gutter outlet is not measured."""
    storm_m: float | None
    """Level to which the water would rise in a riser at the design flow; wet runs."""


class RunLevels(BaseModel):
    """One group's way from the gutter to its tank. Heights above the datum. [m]"""

    group: str
    name: str
    kind: Literal["dry", "wet"]
    tank: str
    """Id of the tank it fills."""
    through: list[str]
    """Names of the groups whose runs it joins on the way."""
    off_ground: bool
    """Whether open ground drains to it, by a channel in place of gutters."""
    outlet_m: float | None
    screen_m: float | None
    """Water where the downpipes are open to the air."""
    screen_assumed: bool
    open_at: Literal["leaf_screen", "downpipe_filter", "outlet"]
    """Where that is."""
    open_at_words: str
    shared_screens: list[str]
    """What stands in the runs that it joins, and strains its water as well, in words."""
    foot_m: float | None
    """Invert of a dry run where it begins."""
    foot_assumed: bool
    """As high as it may be, where nobody has measured it."""
    inlet_m: float
    drop_m: float | None
    """From that water down to the inlet. [m]"""
    length_m: float
    """To the tank, through the runs it joins. [m]"""
    fittings: float
    """Loss coefficient K of entry, bends and tees. [-]"""
    flow_l_s: float
    fall: float | None
    """Of a dry run from its foot to the tank, or to the foot of the run that it joins. [-]"""
    falls_over_m: float | None
    """The length between these. [m]"""
    friction_m: float | None
    fittings_m: float | None
    exit_m: float | None
    lost_m: float | None
    spare_m: float | None
    """Head left at the design flow; wet runs. [m]"""
    velocity_m_s: float | None
    low_point_m: float | None
    needed_m: float
    """Drop that it should have. [m]"""
    highest_kpa: float | None
    """The highest pressure it sees: shut at the tank, water up to the leaf screen or to the lid."""
    rated_kpa: float | None
    points: list[LevelPoint]
    """From its upper end to the tank."""

    @property
    def heights_known(self) -> bool:
        """Whether it is known how far the water falls in it."""
        return (self.fall if self.kind == "dry" else self.drop_m) is not None


def tank_of(document: Property, group: str) -> Tank:
    """The tank that a group of downpipes fills, through the runs it joins; the first standing where it names none."""
    pipes = {pipe.id: pipe for pipe in document.downpipes}
    pipe = pipes[group]
    while pipe.run.into is not None:
        pipe = pipes[pipe.run.into]
    built = document.cistern.built()
    return next((tank for tank in built if tank.id == pipe.tank), built[0])


_UNIT: dict[str, dict[str, float | None]] = {
    "volume": {"volume_l": 1.0},
    "upright_cylinder": {"diameter_m": 1.0, "stated_l": None},
    "slim": {"length_m": 1.0, "width_m": 1.0, "stated_l": None},
    "box": {"length_m": 1.0, "width_m": 1.0, "stated_l": None},
    "precast": {"length_m": 1.0, "width_m": 1.0},
    "moulded": {"length_m": 1.0, "width_m": 1.0, "stated_l": None},
    "round_cast": {"diameter_m": 1.0},
    "lying_cylinder": {"length_m": 1.0},
    "pit": {"length_m": 1.0, "width_m": 1.0, "pipe_bore_m": 0.0, "pipe_length_m": 0.0},
}


def by_heights_alone(document: Property) -> Property:
    """The document with its tanks as wide as a metre, for what asks for nothing but their heights and kind.

    One that must have room to bulge beside its neighbour keeps its width.
    """
    tanks = [
        tank
        if tank.inlet.gap_mm is not None
        else tank.model_copy(update={"shape": tank.shape.model_copy(update=_UNIT[tank.shape.kind])})
        for tank in document.cistern.tanks
    ]
    return document.model_copy(update={"cistern": document.cistern.model_copy(update={"tanks": tanks})})


def tank_levels(document: Property) -> list[TankLevels]:
    """The heights of every tank that stands."""
    return [
        TankLevels(
            id=tank.id,
            name=tank.name,
            floor_m=tank.floor_m,
            outlet_m=tank.floor_m + tank.outlet_m,
            overflow_m=tank.vessel().top_water_m,
            inlet_m=tank.inlet_m,
            lid_m=tank.floor_m + tank.vessel().shape.height_m,
        )
        for tank in document.cistern.built()
    ]


def tank_ground_m(document: Property, tank: Tank) -> float:
    """Ground at a tank. [m]"""
    return tank.floor_m if document.levels.tank_ground_m is None else document.levels.tank_ground_m


def discharge_m(document: Property) -> float:
    """Ground where the overflow comes out. [m]"""
    entered = document.levels.discharge_m
    return (
        min(tank_ground_m(document, tank) for tank in document.cistern.built()) - 0.5 if entered is None else entered
    )


def outlet_and_screen_m(document: Property, pipe: Downpipe) -> tuple[float | None, float | None]:
    """The lowest gutter outlet of a group and the water on its leaf screen; None where nobody has measured. [m]"""
    heights = [
        roof.outlet_m
        for roof in document.roofs
        if roof.on and roof.outlet_m is not None and any(drain.group == pipe.id for drain in roof.drains)
    ]
    outlet = min(heights) if heights else None
    if pipe.screen_m is not None or outlet is None:
        return outlet, pipe.screen_m
    return outlet, outlet - (0.0 if open_at(pipe) == "outlet" else SCREEN_UNDER_OUTLET_M)


def open_at(pipe: Downpipe) -> Literal["leaf_screen", "downpipe_filter", "outlet"]:
    """Where water that the run cannot take comes out: at its first screen on the wall, or up in the gutter."""
    for screen in pipe.screens:
        if screen.kind in ("leaf_screen", "downpipe_filter"):
            return screen.kind
    return "outlet"


_OPEN_AT_WORDS = {"leaf_screen": "leaf screen", "downpipe_filter": "downpipe filter", "outlet": "gutter outlet"}
CHANNEL_WORDS = "outlet of the channel"


def outlet_words(run: "RunLevels") -> str:
    """What the highest point of a run is called."""
    return "channel outlet" if run.off_ground else "gutter outlet"


def _open_at_words(document: Property, pipe: Downpipe) -> str:
    where = open_at(pipe)
    return CHANNEL_WORDS if where == "outlet" and by_hillside(document, pipe.id) else _OPEN_AT_WORDS[where]


Heights = list[tuple[float, float]]
"""Distance along a run and height there, from its upper end to the tank. [m]"""


def _inverts(way: list[Downpipe], screen_m: float | None, inlet_m: float, low_m: float | None) -> Heights:
    """The inverts of a run, straight between one and the next; none where it is not known where it begins.

    A dry run whose foot nobody has measured begins as high as its screen allows, no steeper than is counted on; a wet
    one goes down to its low point, half way, and up again.
    """
    if low_m is not None:
        half = sum(each.run.length_m for each in way) / 2
        ends = low_m + half * core.WET_RUN_GRADE
        return [] if screen_m is None else [(0.0, ends), (half, low_m), (2 * half, ends)]
    known: Heights = []
    along = 0.0
    for each in way:
        if each.run.foot_m is not None and each.run.kind == "dry":
            known.append((along, each.run.foot_m))
        along += each.run.length_m
    known.append((along, inlet_m))
    if way[0].run.foot_m is not None:
        return known
    if screen_m is None:
        return []
    to, end = known[0]
    return [(0.0, core.dry_run_start_m(screen_m=screen_m, inlet_m=end, length_m=to)), *known]


def _first_fall(heights: Heights) -> float:
    (_, start_m), (length_m, end_m) = heights[:2]
    return core.dry_run_fall(start_m=start_m, end_m=end_m, length_m=length_m)


def _between(heights: Heights, along_m: float) -> float:
    return float(np.interp(along_m, [along for along, _ in heights], [height for _, height in heights]))


def _needed_m(
    pipe: Downpipe, screen_m: float | None, inverts: Heights, length_m: float, lost_m: float | None
) -> float:
    """Drop that a run should have from the water on its screen to the inlet. [m]"""
    needed = core.SCREEN_DROP_M if open_at(pipe) == "leaf_screen" else 0.0
    if lost_m is not None:
        return max(needed, lost_m + core.WET_SPARE_M)
    needed = max(needed, core.UNDER_SCREEN_M + length_m * core.LEAST_FALL)
    if pipe.run.foot_m is None or screen_m is None:
        return needed
    along, height = inverts[-2]
    return max(needed, screen_m - height + (length_m - along) * core.LEAST_FALL)


def _wet_losses(way: list[Downpipe], flow_l_s: dict[str, float]) -> tuple[float, float, float, float]:
    """Lost in a wet run to friction, fittings and its end [m], and its speed where it begins [m/s]."""
    parts = [
        core.wet_run(
            flow_l_s=min(flow_l_s[each.id], 1e5),
            bore_mm=each.run.bore_mm,
            length_m=each.run.length_m,
            roughness_mm=each.run.roughness_mm,
            fittings=way_fittings([each]) - (core.ENTRY_HEADS if number else 0.0),
        )
        for number, each in enumerate(way)
    ]
    friction, fittings = sum(part.friction_m for part in parts), sum(part.fittings_m for part in parts)
    return friction, fittings, parts[-1].exit_m, parts[0].velocity_m_s


def _low_point_m(document: Property, pipe: Downpipe, tank: Tank) -> float:
    if pipe.run.low_point_m is not None:
        return pipe.run.low_point_m
    return min(document.levels.ground_m, tank_ground_m(document, tank)) - DIP_UNDER_GROUND_M


def run_levels(document: Property, pipe: Downpipe, flow_l_s: dict[str, float]) -> RunLevels:
    """Heights and losses of one group's way to its tank.

    `flow_l_s` is what each group's run carries in the downpour.
    """
    outlet, screen = outlet_and_screen_m(document, pipe)
    tank = tank_of(document, pipe.id)
    inlet = tank.inlet_m
    way = way_to_the_tank(document, pipe)
    length = sum(each.run.length_m for each in way)
    fittings = way_fittings(way)
    drop = None if screen is None else screen - inlet
    wet = pipe.run.kind == "wet"
    friction = minor = ends = lost = velocity = None
    if wet:
        friction, minor, ends, velocity = _wet_losses(way, flow_l_s)
        lost = friction + minor + ends
    spare = None if drop is None or lost is None else drop - lost
    low = _low_point_m(document, pipe, tank) if wet else None
    inverts = _inverts(way, screen, inlet, low)
    begins = None if wet or not inverts else inverts[0][1]
    lowest = inlet if low is None else low
    highest = None if screen is None else max(screen, tank.floor_m + tank.vessel().shape.height_m) - lowest
    return RunLevels(
        group=pipe.id,
        name=pipe.name,
        kind=pipe.run.kind,
        tank=tank.id,
        through=[each.name for each in way[1:]],
        outlet_m=outlet,
        screen_m=screen,
        screen_assumed=pipe.screen_m is None,
        open_at=open_at(pipe),
        open_at_words=_open_at_words(document, pipe),
        off_ground=by_hillside(document, pipe.id),
        shared_screens=[SCREEN_TYPES[each.kind].label.lower() for each in shared_screens(document, pipe)],
        foot_m=begins,
        foot_assumed=not wet and pipe.run.foot_m is None,
        inlet_m=inlet,
        drop_m=drop,
        length_m=length,
        fittings=fittings,
        flow_l_s=flow_l_s[pipe.id],
        fall=None if begins is None else _first_fall(inverts),
        falls_over_m=None if begins is None else inverts[1][0],
        friction_m=friction,
        fittings_m=minor,
        exit_m=ends,
        lost_m=lost,
        spare_m=spare,
        velocity_m_s=velocity,
        low_point_m=low,
        needed_m=_needed_m(pipe, screen, inverts, length, lost),
        highest_kpa=None if highest is None else core.static_pressure_kpa(max(0.0, highest)),
        rated_kpa=pipe.run.rated_kpa,
        points=[
            LevelPoint(
                along_m=along,
                ground_m=document.levels.ground_m
                + along / length * (tank_ground_m(document, tank) - document.levels.ground_m),
                invert_m=_between(inverts, along) if inverts else None,
                storm_m=None if screen is None or lost is None else screen - lost * along / length,
            )
            for along in sorted({share * length for share in ALONG} | {along for along, _ in inverts})
        ],
    )


def way_fittings(way: list[Downpipe]) -> float:
    """Loss coefficient K of the entry and of bends, tees and valves of runs in a row. [-]"""
    return core.ENTRY_HEADS + sum(
        each.run.bends_90 * BEND_90
        + each.run.bends_45 * BEND_45
        + each.run.tees * TEE_THROUGH
        + each.run.branch_tees * TEE_BRANCH
        + each.run.valves * BALL_VALVE
        + each.run.check_valves * CHECK_VALVE
        for each in way
    )


def lower_tanks(document: Property, by_m: float) -> list[dict[str, Any]]:
    """The edit that sets all standing tanks lower, the ground entered for them with them."""
    built = document.cistern.built()
    operations: list[dict[str, Any]] = [
        {"op": "replace", "path": f"/cistern/tanks/{number}/floor_m", "value": round(tank.floor_m - by_m, 4)}
        for number, tank in enumerate(document.cistern.tanks)
        if tank in built
    ]
    return operations


def bore_for_spare_mm(document: Property, pipe: Downpipe, flow_l_s: dict[str, float]) -> float | None:
    """The least stock bore at which a wet run has the head it needs; None where none has. [mm]"""
    number = document.downpipes.index(pipe)
    for stock in stock_pipes(document.units):
        if stock.bore_mm <= pipe.run.bore_mm:
            continue
        run = pipe.run.model_copy(update={"bore_mm": stock.bore_mm})
        pipes = list(document.downpipes)
        pipes[number] = pipe.model_copy(update={"run": run})
        wider = document.model_copy(update={"downpipes": pipes})
        spare = run_levels(wider, pipes[number], flow_l_s).spare_m
        if spare is not None and spare >= core.WET_SPARE_M:
            return stock.bore_mm
    return None


def why_lost(run: RunLevels, say: Wording) -> str:
    """What a wet run's head is used up by, in words."""
    parts = (("friction", run.friction_m), ("bends and tees", run.fittings_m), ("exit", run.exit_m))
    return ", ".join(f"{name} {say.length(part or 0.0)}" for name, part in parts)
