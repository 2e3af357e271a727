"""Overflow: can the full tank pass the inflow, and where it goes."""

import numpy as np
from pydantic import BaseModel

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.hydraulics.pipes import circle_mm2
from lean_year.core.numeric.rounding import rounded_down
from lean_year.core.water_path.overflow import APRON_STONE_MM, LEAST_LIVE_M
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Figure, Finding, Fix
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import flows_at, overflow_intensity_mm_h, overflow_intensity_now_mm_h
from lean_year.plan.model.levels import discharge_m
from lean_year.plan.model.most_inflow import most_inflow_l_s, overflow_inflow_l_s
from lean_year.plan.model.overflow_outlets import (
    MOST_INFLOW_L_S,
    Top,
    has_pipe,
    invert_and_room_m,
    top_of_room_m,
)
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.model.supply import Supply
from lean_year.plan.stations.overflow.choices import choices
from lean_year.plan.stations.overflow.discharge import (
    DESTINATIONS,
    INTO_THE_GROUND,
    InfiltrationPlan,
    ground_for_overflow,
)
from lean_year.plan.stations.overflow.figures import downpour_figures, spill_figures
from lean_year.plan.stations.overflow.findings import overflow_findings
from lean_year.plan.stations.overflow.hydraulics import hydraulics_of
from lean_year.plan.stations.overflow.needs import overflow_needs
from lean_year.plan.stations.overflow.work import overflow_work
from lean_year.property.document import Property

HELD_DOWN_SHARES = (0.0, 0.1, 0.25, 0.5)
"""Shares of the live water whose room is kept empty, side by side."""
CAUTIONS = [
    "Never onto a neighbour, into a septic field or the sewer without a gap. Where surface water may go is the "
    "local authority's to say.",
    "A soakaway close to a slope, a wall or a footing can move it: ask a geotechnical engineer.",
    "Trenches cave in: shored or battered as local rules have it. Solvent cement: gloves, and air in the trench.",
    "Nobody enters a chamber, a pit or a soakaway: the air in it can kill. Trained confined-space crews only.",
    "Open water drowns children: keep ponds and swales shallow, or fence them. What stands for a week breeds "
    "mosquitoes.",
    "Work at the tank's top is work at height: a fixed ladder, fall protection, dry weather.",
]


class HeldDown(BaseModel):
    """What keeping the level down costs over the record."""

    share: float
    years_carried: int
    of_years: int
    spill_l_year: float


class OverflowPlan(BaseModel):
    rate_mm_h: float
    """What the overflow must pass, for the climate that is planned for."""
    rate_now_mm_h: float
    """As it is entered, or taken from that of the gutters, before the climate that is planned for."""
    figures: dict[str, Figure]
    place: Place
    """The overflow against the inflow of its downpour."""
    overflow_invert_m: float
    """Height at which it spills. [m]"""
    room_m: float
    """From the overflow invert to what the water over it must not reach. [m]"""
    room_ends_at: Top
    stands_m: float
    """Head over the overflow invert in the downpour. [m]"""
    capacity_curve: list[list[float]]
    """Head over the overflow invert [m] and what the overflow passes then [L/s]."""
    inlet_mm2: float
    overflow_mm2: float
    destination: str
    where_it_ends: str
    """A sentence on its end; empty without an overflow."""
    ground: InfiltrationPlan | None
    held_down: list[HeldDown]
    findings: list[Finding]
    cautions: list[str]


def _lower_overflow(document: Property, overflow_invert_m: float, stands_m: float, say: Wording) -> Fix | None:
    """Setting the overflows so low that the water over them finds room, the inlets left where they are."""
    target = rounded_down(top_of_room_m(document)[0] - stands_m, 3)
    operations = []
    for number, tank in enumerate(document.cistern.tanks):
        if tank not in document.cistern.built() or tank.vessel().top_water_m <= target:
            continue
        height_m = tank.vessel().shape.height_m
        # Where it leans, over the floor below it; water may come to the rim before it comes there.
        overflow_m = rounded_down(target - tank.floor_m + tank.tilt.down_at_m("overflow"), 4)
        held_m = min(target - tank.floor_m - tank.vessel().outlet_m, overflow_m - tank.outlet_m)
        if held_m <= LEAST_LIVE_M or overflow_m > height_m:
            return None
        at = f"/cistern/tanks/{number}"
        operations.append(replace(f"{at}/overflow_m", overflow_m))
        inside = min(tank.inlet_m - tank.floor_m, height_m)
        operations.append(replace(f"{at}/inlet/height_m", rounded_down(inside, 6)))
    if not operations:
        return None
    return Fix(text=f"Set the overflow at {say.length(target)}, {say.length(overflow_invert_m - target)} lower.",
               operations=operations)  # fmt: skip


def plan_overflow(
    document: Property, supply: Supply | None, run: OperatedReplay | None, say: Wording
) -> OverflowPlan:
    """The overflow stage, at its own downpour, which the gutters and pipes may not bring whole."""
    entered = document.overflow
    flows = flows_at(document, overflow_intensity_mm_h(document))
    brought_l_s = most_inflow_l_s(document)
    inflow_l_s = overflow_inflow_l_s(document)
    invert_m, room_m, _ = invert_and_room_m(document)
    room_ends_at = top_of_room_m(document)[1]
    hydraulics = hydraulics_of(document, inflow_l_s, room_m, room_ends_at, say)
    stands_m = hydraulics.stands_m
    figures = downpour_figures(document, flows.total, brought_l_s, invert_m + room_m - stands_m, hydraulics, say)
    if supply is not None and run is not None:
        figures |= spill_figures(supply.rain, run, say)
    inlet_mm2 = _inlets_mm2(document)
    ground = lower = None
    if entered.kind != "none" and entered.destination in INTO_THE_GROUND:
        ground = ground_for_overflow(document, flows, say)
    if stands_m > room_m and has_pipe(document) and inflow_l_s <= MOST_INFLOW_L_S:
        lower = _lower_overflow(document, invert_m, stands_m, say)
    return OverflowPlan(
        rate_mm_h=overflow_intensity_mm_h(document),
        rate_now_mm_h=overflow_intensity_now_mm_h(document),
        figures=figures,
        place=hydraulics.place,
        overflow_invert_m=invert_m,
        room_m=room_m,
        room_ends_at=room_ends_at,
        stands_m=stands_m,
        capacity_curve=hydraulics.capacity_curve,
        inlet_mm2=inlet_mm2,
        overflow_mm2=entered.count * circle_mm2(entered.narrowest_mm) if has_pipe(document) else 0.0,
        destination=DESTINATIONS[entered.destination],
        where_it_ends=_where_it_ends(document, invert_m, say),
        ground=ground,
        held_down=[] if supply is None else _held_down(supply, entered.hold_down_share),
        findings=overflow_findings(document, hydraulics.place, flows.total, room_m, inlet_mm2, ground, lower, say),
        cautions=CAUTIONS,
    )


def _where_it_ends(document: Property, invert_m: float, say: Wording) -> str:
    if document.overflow.kind == "none":
        return ""
    return (
        f"It ends where somebody sees it run, on an apron of {say.nominal(APRON_STONE_MM)} stone, "
        f"{say.length(invert_m - discharge_m(document))} below the overflow invert."
    )


def _inlets_mm2(document: Property) -> float:
    ends = [pipe for pipe in document.downpipes if pipe.run.into is None]
    used = document.groups_in_use()
    feeding = [
        pipe for pipe in ends if pipe.id in used or any(each.run.into == pipe.id for each in document.downpipes)
    ]
    return sum((circle_mm2(pipe.run.bore_mm) for pipe in feeding), 0.0)


@cached(8)
def _held_down(supply: Supply, share: float) -> list[HeldDown]:
    """The record with the top of the store kept empty, as if every rain were forecast."""
    years, layout = int(supply.rain.counts.sum()), supply.layout
    if years == 0 or layout.gross_l <= 0:
        return []
    shares = sorted({*HELD_DOWN_SHARES, round(share, 6)})
    held_down = supply.sizes(layout.gross_l - layout.live_l * np.array(shares))
    return [
        HeldDown(
            share=each,
            years_carried=years - int(held_down.short_years[row]),
            of_years=years,
            spill_l_year=float(held_down.counted_spilled_l[row]) / years,
        )
        for row, each in enumerate(shares)
    ]


def _headline(model: PropertyModel, plan: OverflowPlan) -> str:
    spill = plan.figures.get("spill_l_year")
    if spill is not None and spill.value is not None:
        return f"{model.say.volume(spill.value)} a year"
    return model.say.flow(plan.place.capacity_l_s)


STATION = Station(
    key="overflow",
    name="Overflow",
    job_step=8,
    entries=("/overflow", "/downpour/overflow_return_years"),
    answer=OverflowPlan,
    plan=lambda model: plan_overflow(model.document, model.supply, model.replay, model.say),
    headline=_headline,
    choices=choices,
    needs=lambda model, plan: overflow_needs(model.document, plan.ground and plan.ground.length_m, model.say),
    work=lambda model, plan: overflow_work(model.document, plan.ground and plan.ground.length_m, model.say),
)
