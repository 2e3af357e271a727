"""How each tank stands: its footprint, what it weighs, on what, and whether it is in the ground."""

import math
from dataclasses import dataclass

import numpy as np

from lean_year.core.ground.earthworks import Footprint
from lean_year.core.ground.foundation import (
    BASES,
    GATE_SPARE_M,
    LIFT_M,
    LINER_LEVEL_MM,
    LINER_MARGIN_M,
    PLINTH_T_M3,
    BaseKind,
)
from lean_year.core.ground.lined_pit import filling_m3
from lean_year.core.ground.tank_weights import (
    PRECAST_M,
    cast_tank_displaces_m3,
    cast_tank_kg,
    filled_pit_kg,
    full_tank_kg,
    plastic_tank_kg,
    ring_panel_tank_kg,
    round_cast_tank_kg,
)
from lean_year.plan.model.levels import tank_ground_m
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.tank_shapes import (
    Box,
    LyingCylinder,
    Moulded,
    Pit,
    Precast,
    RoundCast,
    Slim,
    UprightCylinder,
    Volume,
)

DEEPEST_M, HEAVIEST_KG, LONGEST_M = 20.0, 1e9, 400.0
"""Nobody digs deeper; what is heavier or longer is counted as so much."""


@dataclass(frozen=True, slots=True)
class Standing:
    """One tank, or one of several alike, and what is under it. Heights above the datum."""

    tank: Tank
    base: BaseKind
    footprint: Footprint
    pad: Footprint
    foot: Footprint
    """What is levelled: under a pad, or the floor of a hole with its working room."""
    cut_batter: float
    """Run of a cut face for each metre of height; 0 in a hole that is shored."""
    thickness_m: float
    height_m: float
    ground_m: float
    level_mm: float
    """How far readings on the pad may differ."""
    empty_kg: float
    gross_l: float

    @property
    def full_kg(self) -> float:
        """Of one tank and all the water it holds."""
        return full_tank_kg(empty_kg=self.empty_kg, volume_l=min(1e9, self.gross_l))

    @property
    def over_m(self) -> float:
        """Pad over the ground at its middle, below zero where it is dug in."""
        return self.tank.floor_m - self.ground_m

    @property
    def raised_m(self) -> float:
        """Height of the plinth, stand or roof under it; 0 where it stands on the ground."""
        return max(0.0, self.over_m) if BASES[self.base].raises else 0.0

    @property
    def formation_m(self) -> float:
        """What is levelled under the pad, or under a plinth."""
        return self.tank.floor_m - self.raised_m - self.thickness_m

    @property
    def plinth_kg(self) -> float:
        """Of the blocks under it; 0 where there are none."""
        return self.pad.area_m2 * self.raised_m * PLINTH_T_M3 * 1000 if self.base == "plinth" else 0.0

    @property
    def on_ground(self) -> bool:
        """Whether the ground at its foot carries it: not where a stand of its own footings or a building does."""
        return self.laid or not BASES[self.base].raises

    @property
    def buried(self) -> bool:
        """Whether ground stands over half of its height."""
        return -self.over_m > self.height_m / 2

    @property
    def in_parts(self) -> bool:
        """Whether it is put together, or poured, where it stands."""
        return self.tank.shape.built_in_place

    @property
    def upright(self) -> bool:
        """Whether it is a pit, dug to its measures, whose filling holds the sides."""
        return self.buried and isinstance(self.tank.shape, Pit)

    @property
    def laid(self) -> bool:
        """Whether a pad is laid under it, or a footing under its plinth; not on rock or on what is there already."""
        return _laid(self.tank, self.base)

    @property
    def moves_nothing(self) -> bool:
        """Whether nothing is dug or filled for it."""
        return not self.laid and self.over_m - self.raised_m > -LIFT_M

    @property
    def sides_m(self) -> list[float]:
        """Its three measures, the least first."""
        return sorted([self.footprint.width_m, self.footprint.length_m, self.height_m])

    @property
    def plan_m2(self) -> float:
        """What it covers as seen from above: the ends of a slim tank are half round. [m2]"""
        shape = self.tank.shape
        return shape.by_measures().area_m2 if isinstance(shape, Slim | Moulded) else self.footprint.area_m2

    @property
    def cover_m(self) -> float:
        """Ground over its lid; 0 where it looks out."""
        return min(DEEPEST_M, max(0.0, self.ground_m - self.tank.floor_m - self.height_m))

    def volume_below_m3(self, depth_m: float) -> float:
        """What it displaces up to a height above its floor; a pit with its filling, a cast one with its walls."""
        shape, under_m = self.tank.shape, min(max(depth_m, 0.0), self.height_m)
        if isinstance(shape, Box) and shape.cast and under_m > 0:
            return cast_tank_displaces_m3(length_m=shape.length_m, width_m=shape.width_m, depth_m=under_m)
        if isinstance(shape, Precast) and under_m > 0:
            return self.footprint.area_m2 * (under_m + shape.wall_mm / 1000)
        if isinstance(shape, RoundCast) and under_m > 0:
            return self.footprint.area_m2 * (under_m + shape.floor_mm / 1000)
        if isinstance(shape, Pit):
            return self.footprint.area_m2 * under_m
        return self.holds_m3(depth_m)

    def holds_m3(self, depth_m: float) -> float:
        """Water that stands in it up to a height above its floor; in a pit, what its filling leaves."""
        return float(self.tank.vessel().shape.volume_l(np.asarray(min(max(depth_m, 0.0), self.height_m)))) / 1000


def passes(standing: Standing, gate_m: float) -> bool:
    """Whether it goes through a gate on its slimmest side, or in parts."""
    return standing.in_parts or gate_m >= standing.sides_m[0] + GATE_SPARE_M


def standings(document: Property) -> list[Standing]:
    """Every tank of the planned phase."""
    return [_standing(document, tank) for tank in document.cistern.built()]


def _standing(document: Property, tank: Tank) -> Standing:
    footprint, height = _footprint(tank), tank.shape.in_core().height_m
    ground = tank_ground_m(document, tank)
    dug_in = ground - tank.floor_m > height / 2
    entered = document.ground
    base = tank.base or usual_base(tank, dug_in)
    usual = BASES[base]
    pit = dug_in and isinstance(tank.shape, Pit)
    liner = tank.shape.is_lined
    margin = LINER_MARGIN_M if liner and base == "stone" else usual.margin_m
    if entered.margin_m is not None:
        margin = entered.margin_m
    if pit:
        margin = 0.0  # it is dug to its own measures, and its filling holds the sides
    thickness = usual.thickness_mm if entered.thickness_mm is None else entered.thickness_mm
    if not _laid(tank, base):
        thickness = 0.0
    vessel = tank.vessel()
    pad = _wider(footprint, margin)
    return Standing(
        tank=tank,
        base=base,
        footprint=footprint,
        pad=pad,
        foot=_wider(footprint, entered.working_room_m) if dug_in and not pit else pad,
        cut_batter=0.0 if dug_in and (entered.shored or pit) else entered.cut_batter,
        thickness_m=thickness / 1000,
        height_m=height,
        ground_m=ground,
        level_mm=min(usual.level_mm, LINER_LEVEL_MM) if liner else usual.level_mm,
        empty_kg=min(HEAVIEST_KG, usual_empty_kg(tank, dug_in) if tank.empty_kg is None else tank.empty_kg),
        gross_l=float(vessel.below_l(vessel.top_water_m)),
    )


def _laid(tank: Tank, base: BaseKind) -> bool:
    """A cast chamber has its own floor poured on the rock; whatever else stands on it is set down."""
    return BASES[base].laid or (base == "rock" and isinstance(tank.shape, Box) and tank.shape.cast)


def _wider(each: Footprint, margin_m: float) -> Footprint:
    """With a margin all round."""
    return Footprint(each.length_m + 2 * margin_m, each.width_m + 2 * margin_m, each.round)


def usual_base(tank: Tank, dug_in: bool) -> BaseKind:
    """What such a tank usually stands on. Basis: common practice."""
    match tank.shape:
        case Pit() | LyingCylinder() | Moulded():
            return "bedding"
        case Slim():
            return "pavers"
        case Box():
            return "rock" if tank.shape.cast else "slab"
        case Precast():
            return "bedding" if dug_in else "slab"
        case RoundCast():
            return "stone"  # its floor is poured on it
        case _:
            return "bedding" if dug_in else "stone"


def _footprint(tank: Tank) -> Footprint:
    match tank.shape:
        case UprightCylinder(diameter_m=diameter):
            across = max(0.1, diameter)
            return Footprint(across, across, round=True)
        case RoundCast(diameter_m=diameter, wall_mm=wall):
            across = max(0.1, diameter + 2 * wall / 1000)
            return Footprint(across, across, round=True)
        case Precast(round=True, length_m=diameter, wall_mm=wall):
            across = max(0.1, diameter + 2 * wall / 1000)
            return Footprint(across, across, round=True)
        case Precast(length_m=length, width_m=width, wall_mm=wall):
            return Footprint(max(0.1, length + 2 * wall / 1000), max(0.1, width + 2 * wall / 1000), round=False)
        case Volume(volume_l=volume, height_m=height):
            diameter = min(LONGEST_M, max(0.1, math.sqrt(volume / 1000 / height * 4 / math.pi)))
            return Footprint(diameter, diameter, round=True)
        case LyingCylinder(diameter_m=diameter, length_m=length):
            return Footprint(min(LONGEST_M, max(0.1, length)), max(0.1, diameter), round=False)
        case _:
            return Footprint(max(0.1, tank.shape.length_m), max(0.1, tank.shape.width_m), round=False)


def usual_empty_kg(tank: Tank, dug_in: bool = False) -> float:
    """What one of such tanks weighs; in the ground the lighter of its kind, which floats sooner. [kg]"""
    core = tank.shape.in_core()
    litres = float(core.volume_l(np.asarray(core.height_m)))
    match tank.shape:
        case UprightCylinder(liner=True, diameter_m=diameter, height_m=height):
            return ring_panel_tank_kg(diameter_m=diameter, height_m=height)
        case Box(cast=True, length_m=length, width_m=width, height_m=height):
            thick = {"wall_m": PRECAST_M, "slab_m": PRECAST_M} if dug_in else {}
            return cast_tank_kg(length_m=length, width_m=width, height_m=height, **thick)
        case Precast(round=True, length_m=diameter, height_m=height, wall_mm=wall):
            thick_m = wall / 1000
            return round_cast_tank_kg(diameter_m=diameter, height_m=height, wall_m=thick_m, floor_m=thick_m)
        case Precast(length_m=length, width_m=width, height_m=height, wall_mm=wall):
            thick_m = wall / 1000
            return cast_tank_kg(length_m=length, width_m=width, height_m=height, wall_m=thick_m, slab_m=thick_m)
        case RoundCast(diameter_m=diameter, height_m=height, wall_mm=wall, floor_mm=floor):
            return round_cast_tank_kg(diameter_m=diameter, height_m=height, wall_m=wall / 1000, floor_m=floor / 1000)
        case Pit(length_m=length, width_m=width, height_m=height, void_ratio=void):
            filling = filling_m3(length_m=length, width_m=width, depth_m=height, pipes_m3=tank.shape.pipes_m3)
            return filled_pit_kg(volume_m3=filling, void_ratio=void)
        case _:
            return plastic_tank_kg(litres)
