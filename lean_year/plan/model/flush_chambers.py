"""The first-flush chambers of a property: how much each holds, in what pipe, and how fast it drains."""

import math
from dataclasses import dataclass

from lean_year.core.cistern.vessel import cylinder_volume_l
from lean_year.core.water_path import first_flush as core
from lean_year.core.water_path.first_flush import TANK_DEPTH_M
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True)
class Chamber:
    """One chamber, or one at each downpipe of a group."""

    name: str
    groups: tuple[str, ...]
    """Groups of downpipes whose water passes it."""
    count: int
    """Chambers alike."""
    area_m2: float
    """Plan area in use, of all of them."""
    volume_l: float
    """Of all of them."""
    depth_mm: float
    length_m: float
    """Of pipe in one of them, all its legs. [m]"""
    legs: int
    leg_m: float
    """Water in one leg. [m]"""
    drain_h: float
    """inf where it is emptied by hand."""
    leak_l_h: float
    """Of all of them, full. [L/h]"""

    @property
    def key(self) -> str:
        """By the id of its group, so that it stays when groups move; a chamber of several is the only one."""
        return self.groups[0] if len(self.groups) == 1 else "all"

    def diverter(self, steady: bool) -> core.Diverter:
        """All of them together, as the replay takes them."""
        return core.Diverter(self.volume_l, self.drain_h, steady, self.leak_l_h)


def area_of_group_m2(document: Property, group: str) -> float:
    """Plan area in use that drains to a group of downpipes. [m2]"""
    return sum(
        plan_area_m2(roof) * drain.share
        for roof in document.roofs
        if roof.on
        for drain in roof.drains
        if drain.group == group
    )


def flush_depth_mm(document: Property, area_m2: float, count: int = 1) -> float:
    """The depth that is thrown away off an area, by the method that was chosen. [mm]"""
    entered = document.first_flush
    match entered.by:
        case "depth":
            return entered.depth_mm
        case "volume":
            return min(100.0, entered.volume_l * count / area_m2) if area_m2 > 0 else 0.0
        case "length":
            each_l = cylinder_volume_l(diameter_m=entered.bore_mm / 1000, depth_m=entered.leg_m)
            return min(100.0, each_l * count / area_m2) if area_m2 > 0 else 0.0
        case "removal":
            return core.depth_for_share_left_mm(entered.left_share)
        case "exposure":
            return sum(core.EXPOSURE_MM[entered.exposure]) / 2


def chambers(document: Property) -> list[Chamber]:
    """Every chamber; none where there is no first flush."""
    entered = document.first_flush
    if entered.kind == "none":
        return []
    if entered.place == "one":
        names = tuple(pipe.id for pipe in document.downpipes)
        area = sum(area_of_group_m2(document, name) for name in names)
        return [_chamber(document, "All roofs", names, area, 1)] if area > 0 else []
    out = []
    for pipe in document.downpipes:
        area = area_of_group_m2(document, pipe.id)
        if area > 0:
            count = pipe.pipes if entered.place == "each" else 1
            out.append(_chamber(document, pipe.name, (pipe.id,), area, count))
    return out


def _chamber(document: Property, name: str, groups: tuple[str, ...], area_m2: float, count: int) -> Chamber:
    entered = document.first_flush
    depth = flush_depth_mm(document, area_m2, count)
    volume = core.flush_volume_l(area_m2=area_m2, depth_mm=depth)
    each_l = volume / count
    if entered.kind == "tank":
        legs, leg_m = 1, TANK_DEPTH_M
        bore = math.sqrt(each_l / 1000 / leg_m / math.pi) * 2000
        length = leg_m
    else:
        bore = entered.bore_mm
        length = core.chamber_length_m(volume_l=each_l, bore_mm=bore)
        room_m = max(0.05, entered.wall_m - entered.cap_room_mm / 1000)
        legs = max(1, math.ceil(length / room_m - 1e-9))
        leg_m = length / legs
    drain_h, leak = _drained(document, bore, legs, leg_m, each_l)
    return Chamber(name, groups, count, area_m2, volume, depth, length, legs, leg_m, drain_h, leak * count)


def _drained(document: Property, bore_mm: float, legs: int, leg_m: float, each_l: float) -> tuple[float, float]:
    """Time to empty [h] and leak when full [L/h] of one chamber, whose legs share one hole or emitter."""
    entered = document.first_flush
    if each_l <= 0:
        return 0.0, 0.0
    match entered.drain:
        case "hole":
            bore_mm = min(max(bore_mm, 0.1), 1e6)
            hole = min(entered.hole_mm, bore_mm)
            one_leg = core.drain_down_h(chamber_length_m=min(leg_m, 100.0), bore_mm=bore_mm, hole_mm=hole)
            return legs * one_leg, core.hole_flow_l_h(hole_mm=hole, head_m=min(leg_m, 100.0))
        case "emitter":
            return each_l / entered.emitter_l_h, entered.emitter_l_h
        case "by_hand":
            return math.inf, 0.0
