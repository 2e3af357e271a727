"""The tanks on one datum: what each holds for the house, the links between them, and what later phases add."""

import math
from dataclasses import replace

from pydantic import BaseModel

from lean_year.core.cistern.bank import Share, Vessel, room_left_l
from lean_year.core.hydraulics.pipes import link_flow_l_s, link_head_m
from lean_year.plan.model.flow import flows_at
from lean_year.plan.model.layout import Layout, Step, layout_of
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.supply import Supply
from lean_year.property.cistern import Tank, UprightCylinder, Volume
from lean_year.property.document import Property


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
    gross_l: float
    apart: bool


class LinkPlan(BaseModel):
    """The pipe between two neighbours of a linked bank, at the design inflow."""

    near: str
    far: str
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


class BankPlan(BaseModel):
    vessels: list[VesselPlan]
    links: list[LinkPlan]
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


def design_inflow_l_s(document: Property) -> float:
    """Water off the roofs in use in the design downpour, all of it running off. [L/s]"""
    return flows_at(document, document.rain.design_intensity_mm_h).total


def _width_m(tank: Tank) -> float:
    shape = tank.shape
    match shape:
        case UprightCylinder():
            return shape.diameter_m
        case Volume():
            return math.sqrt(shape.volume_l / 1000 / shape.height_m)
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


def _inflow_beyond(document: Property, step: Step) -> list[float]:
    """For each tank of a linked store after the first, the design inflow that must cross its link. [L/s]

    The water enters where the downpipes lead; the share of the room beyond a link, less what enters there, crosses.
    """
    total = design_inflow_l_s(document)
    water = {tank.id: 0.0 for tank in step.tanks}
    for roof in document.roofs:
        if roof.on:
            for drain in roof.drains:
                fed = next((pipe.tank for pipe in document.downpipes if pipe.id == drain.group), None)
                at = fed if fed in water else step.tanks[0].id
                water[at] += plan_area_m2(roof) * drain.share
    area = sum(water.values())
    live: dict[str, float] = {}
    first = 0
    for tank in step.tanks:
        live[tank.id] = sum(share.live_l for share in step.bank.shares[first : first + tank.count])
        first += tank.count
    room = sum(live.values())
    crossing = []
    for number in range(1, len(step.tanks)):
        beyond = [tank.id for tank in step.tanks[number:]]
        wanted = sum(live[each] for each in beyond) / room if room > 0 else 0.0
        enters = sum(water[each] for each in beyond) / area if area > 0 else 0.0
        crossing.append(abs(wanted - enters) * total)
    return crossing


def _links(document: Property, layout: Layout) -> list[LinkPlan]:
    step = layout.steps[-1]
    rows = []
    for number, flow in enumerate(_inflow_beyond(document, step), start=1):
        near, far = step.tanks[number - 1], step.tanks[number]
        laid = far.link
        pipe = {
            "bore_mm": laid.bore_mm, "length_m": laid.length_m,
            "roughness_mm": laid.roughness_mm, "fittings": laid.fittings_k,
        }  # fmt: skip
        head = link_head_m(flow_l_s=min(flow, 1e5), **pipe)
        room = sum(room_left_l(tank.vessel(), step.bank, head) * tank.count for tank in step.tanks[number:])
        depth = max(0.0, step.bank.overflow_m - step.bank.draw_m)
        rows.append(
            LinkPlan(
                near=near.name,
                far=far.name,
                bore_mm=far.link.bore_mm,
                flow_l_s=flow,
                head_m=head,
                room_left_l=room,
                passes_l_s=link_flow_l_s(head_m=depth / 2, **pipe),
            )
        )
    return rows


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


def plan_bank(document: Property, supply: Supply) -> BankPlan:
    """The tanks where they stand."""
    layout = supply.layout
    last = layout.steps[-1].bank
    return BankPlan(
        vessels=_vessels(layout),
        links=_links(document, layout) if document.cistern.layout in ("linked", "settling_first") else [],
        phases=_phases(document, supply),
        draw_m=last.draw_m,
        overflow_m=last.overflow_m,
        design_inflow_l_s=design_inflow_l_s(document),
        dead_l=layout.dead_l,
        stranded_l=layout.stranded_l,
        let_down_l=sum(share.let_down_l for step in layout.steps for share in step.bank.shares),
    )
