"""The tanks on one datum: what each holds for the house, the links between them, and what later phases add."""

import math
from dataclasses import dataclass, replace
from typing import Literal

from pydantic import BaseModel

from lean_year.core.cistern.bank import Share, Vessel, room_left_l
from lean_year.core.hydraulics.pipes import link_flow_l_s, link_head_m
from lean_year.plan.model.flow import design_intensity_mm_h, flows_at
from lean_year.plan.model.layout import Layout, Step, layout_of
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.supply import Supply
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Precast, RoundCast, UprightCylinder, Volume


class VesselPlan(BaseModel):
    """One tank, or several alike, on the datum. Heights above the datum [m], volumes of all of them [L]."""

    id: str
    name: str
    kind: str
    count: int
    step: int
    """Which store of the chain it belongs to, 0 first."""
    width_m: float
    """How wide one of them is drawn."""
    floor_m: float
    outlet_m: float
    overflow_m: float
    lid_m: float
    dead_l: float
    live_l: float
    stranded_l: float
    let_down_l: float
    shut_l: float
    gross_l: float
    apart: bool


class LinkPlan(BaseModel):
    """The pipe between two neighbours of a linked bank, at the design inflow."""

    near: str
    far: str
    near_id: str
    far_id: str
    """Of the tanks as entered: the same where it joins two of several alike."""
    bore_mm: float
    flow_l_s: float
    """What has to pass it to fill the far side, of the design inflow. [L/s]"""
    head_m: float
    """How much higher the near tank stands then. [m]"""
    room_left_l: float
    """Room beyond the link when the near tank begins to spill. [L]"""
    passes_l_s: float
    """What it passes with the near tank brim-full and the far one at half its live depth. [L/s]"""


class PhasePlan(BaseModel):
    """The answer when the tanks up to a phase stand."""

    phase: int
    tanks: int
    gross_l: float
    live_l: float
    years_carried: int


class OutletPlan(BaseModel):
    """One of two outlets at two heights."""

    tank_id: str
    serves: Literal["taps", "garden", "fire"]
    at_m: float
    """Above the datum. [m]"""


class BankPlan(BaseModel):
    vessels: list[VesselPlan]
    links: list[LinkPlan]
    outlets: list[OutletPlan]
    """Where there are two; empty where all leave by one."""
    phases: list[PhasePlan]
    """Empty where all tanks belong to one phase."""
    draw_m: float
    """Level from which the house draws. [m]"""
    overflow_m: float
    """The lowest overflow of the store that feeds the house. [m]"""
    design_inflow_l_s: float
    dead_l: float
    stranded_l: float
    let_down_l: float
    years_if_open: int | None
    """Years that rain carries where valves that should be shut are left open; None where there is none."""


def design_inflow_l_s(document: Property) -> float:
    """Water off the roofs in use in the design downpour, all of it running off. [L/s]"""
    return flows_at(document, design_intensity_mm_h(document)).total


def _width_m(tank: Tank) -> float:
    shape = tank.shape
    match shape:
        case UprightCylinder() | RoundCast():
            return shape.diameter_m
        case Volume():
            return math.sqrt(shape.volume_l / 1000 / shape.height_m)
        case Precast():
            return shape.across_m
        case _:
            return shape.length_m


def _vessel(tank: Tank, vessel: Vessel, share: Share, step: int) -> VesselPlan:
    top = vessel.shape.height_m
    return VesselPlan(
        id=tank.id,
        name=tank.name,
        kind=tank.shape.kind,
        count=tank.count,
        step=step,
        width_m=_width_m(tank),
        floor_m=vessel.floor_m,
        outlet_m=vessel.lowest_draw_m,
        overflow_m=vessel.top_water_m,
        lid_m=vessel.floor_m + top,
        dead_l=share.dead_l * tank.count,
        live_l=share.live_l * tank.count,
        stranded_l=share.stranded_l * tank.count,
        let_down_l=share.let_down_l * tank.count,
        shut_l=share.shut_l * tank.count,
        gross_l=share.gross_l * tank.count,
        apart=share.apart,
    )


def _vessels(layout: Layout) -> list[VesselPlan]:
    rows = []
    for number, step in enumerate(layout.steps):
        at = 0
        for tank in step.tanks:
            rows.append(_vessel(tank, tank.vessel(), step.bank.shares[at], number))
            at += tank.count
    return rows


@dataclass(frozen=True, slots=True)
class _Unit:
    """One tank of a linked store, of as many alike as were entered."""

    tank: Tank
    name: str
    live_l: float
    enters: float
    """Share of the water off the roofs that is led into it. [-]"""


def _units(document: Property, step: Step) -> list[_Unit]:
    """The open tanks of a linked store one by one; what is led to several alike enters the first of them."""
    water = {tank.id: 0.0 for tank in step.tanks}
    first = next(tank.id for tank in step.tanks if not tank.is_shut)
    for roof in document.roofs:
        if roof.on:
            for drain in roof.drains:
                fed = next((pipe.tank for pipe in document.downpipes if pipe.id == drain.group), None)
                at = fed if fed in water else first
                water[at] += plan_area_m2(roof) * drain.share
    area = sum(water.values())
    units: list[_Unit] = []
    shares = iter(step.bank.shares)
    for tank in step.tanks:
        for copy, share in zip(range(tank.count), shares, strict=False):
            name = tank.name if tank.count == 1 else f"{tank.name} {copy + 1}"
            enters = water[tank.id] / area if area > 0 and copy == 0 else 0.0
            if not tank.is_shut:
                units.append(_Unit(tank, name, share.live_l, enters))
    return units


def _links(document: Property, layout: Layout) -> list[LinkPlan]:
    """The links between tanks as entered, and of those between several alike the one that most must cross."""
    step = layout.steps[-1]
    units = _units(document, step)
    total, room = design_inflow_l_s(document), sum(unit.live_l for unit in units)
    entering = sum(unit.enters for unit in units)
    rows: list[LinkPlan] = []
    for number in range(1, len(units)):
        near, beyond = units[number - 1], units[number:]
        # What crosses is the share of the room beyond, less what enters there.
        wanted = entering * sum(unit.live_l for unit in beyond) / room if room > 0 else 0.0
        flow = abs(wanted - sum(unit.enters for unit in beyond)) * total
        link = _link(step, near, beyond, flow)
        alike = rows and link.near_id == link.far_id == rows[-1].near_id == rows[-1].far_id
        if not alike:
            rows.append(link)
        elif link.flow_l_s > rows[-1].flow_l_s:
            rows[-1] = link
    return rows


def _link(step: Step, near: _Unit, beyond: list[_Unit], flow_l_s: float) -> LinkPlan:
    """The link between a tank and the first of those beyond it, at what must cross it."""
    far = beyond[0]
    laid = far.tank.link
    pipe = {
        "bore_mm": laid.bore_mm, "length_m": laid.length_m,
        "roughness_mm": laid.roughness_mm, "fittings": laid.fittings_k,
    }  # fmt: skip
    head = link_head_m(flow_l_s=min(flow_l_s, 1e5), **pipe)
    depth = max(0.0, step.bank.overflow_m - step.bank.draw_m)
    return LinkPlan(
        near=near.name,
        far=far.name,
        near_id=near.tank.id,
        far_id=far.tank.id,
        bore_mm=laid.bore_mm,
        flow_l_s=flow_l_s,
        head_m=head,
        room_left_l=sum(room_left_l(unit.tank.vessel(), step.bank, head) for unit in beyond),
        passes_l_s=link_flow_l_s(head_m=depth / 2, **pipe),
    )


def _years_if_open(document: Property, supply: Supply) -> int | None:
    """Years that rain carries where valves that should be shut as their tanks fill are open; None where none is."""
    cistern = document.cistern
    if not any(tank.let_down for tank in cistern.built()):
        return None
    tanks = [tank.model_copy(update={"let_down": False}) for tank in cistern.tanks]
    left_open = document.model_copy(update={"cistern": cistern.model_copy(update={"tanks": tanks})})
    return replace(supply.on_rain_alone, layout=layout_of(left_open)).years_carried()


def _phases(document: Property, supply: Supply) -> list[PhasePlan]:
    numbers = sorted({tank.phase for tank in document.cistern.tanks})
    if len(numbers) < 2:
        return []
    rows = []
    for phase in numbers:
        staged = document.model_copy(update={"cistern": document.cistern.model_copy(update={"built_phase": phase})})
        layout = layout_of(staged)
        phased = replace(supply, layout=layout)
        rows.append(
            PhasePlan(
                phase=phase,
                tanks=sum(tank.count for tank in staged.cistern.built()),
                gross_l=layout.gross_l,
                live_l=layout.live_l,
                years_carried=phased.years_carried(),
            )
        )
    return rows


def _outlets(document: Property) -> list[OutletPlan]:
    second = document.cistern.second_outlet
    if second is None:
        return []
    tank = document.cistern.drawn_from()
    return [
        OutletPlan(tank_id=tank.id, serves="taps", at_m=tank.floor_m + tank.outlet_m),
        OutletPlan(tank_id=tank.id, serves=second.serves, at_m=tank.floor_m + second.height_m),
    ]


def plan_bank(document: Property, supply: Supply) -> BankPlan:
    """The tanks where they stand."""
    layout = supply.layout
    last = layout.steps[-1].bank
    return BankPlan(
        vessels=_vessels(layout),
        links=_links(document, layout) if document.cistern.layout in ("linked", "settling_first") else [],
        outlets=_outlets(document),
        phases=_phases(document, supply),
        draw_m=last.draw_m,
        overflow_m=last.overflow_m,
        design_inflow_l_s=design_inflow_l_s(document),
        dead_l=layout.dead_l,
        stranded_l=layout.stranded_l,
        let_down_l=sum(share.let_down_l for step in layout.steps for share in step.bank.shares),
        years_if_open=_years_if_open(document, supply),
    )
