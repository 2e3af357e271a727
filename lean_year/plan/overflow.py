"""Overflow: can the full tank pass what comes in, and where it goes."""

from typing import Any

import numpy as np
from pydantic import BaseModel

from lean_year.core.operation import OperatedReplay
from lean_year.core.overflow import (
    BEND_90,
    OverflowPipe,
    overflow_capacity_l_s,
    overflow_head_mm,
)
from lean_year.plan.discharge import INTO_THE_GROUND, WAYS, GroundPlan, ground_for_overflow
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.flow import Flows, overflow_intensity_mm_h
from lean_year.plan.kept import Kept
from lean_year.plan.levels import discharge_m
from lean_year.plan.overflow_findings import overflow_findings
from lean_year.plan.place import Place, first_enough, more_pieces, wider_pipes
from lean_year.plan.prepared_rain import PreparedRain
from lean_year.plan.supply import Supply
from lean_year.plan.wording import Wording, day
from lean_year.property.document import Property
from lean_year.property.tanks import Tank

END_LOSS = {"open": 0.0, "pop_up": 2.0, "grate": 1.5}
"""Velocity heads lost in what stands on the end of the pipe. Basis: estimate."""
TRAP_LOSS = 1.5
"""Of a trap or flap. Basis: estimate."""
HEAD_IF_AT_LID_M = 0.1
"""Room over an overflow whose height was not entered. Basis: estimate."""
CAUTIONS = [
    "Never onto a neighbour, into a septic field or the sewer without a gap. Where surface water may go is the "
    "local authority's to say.",
    "A soakaway close to a slope, a wall or a footing can move it: ask a geotechnical engineer.",
]


class HeldDown(BaseModel):
    """What keeping the level down costs over the record."""

    share: float
    years_carried: int
    of_years: int
    spill_l_year: float


class OverflowPlan(BaseModel):
    figures: dict[str, Figure]
    place: Place
    """The overflow against what comes in its downpour."""
    lip_m: float
    """Height at which it spills. [m]"""
    room_m: float
    """From the lip to the lowest lid. [m]"""
    stands_m: float
    """How high the water stands over the lip in the downpour. [m]"""
    capacity_curve: list[list[float]]
    """Water over the lip [m] and what the overflow passes then [L/s]."""
    inlet_mm2: float
    overflow_mm2: float
    end_m: float
    way: str
    ground: GroundPlan | None
    held_down: list[HeldDown]
    findings: list[Finding]
    cautions: list[str]


def overflow_pipe(document: Property) -> OverflowPipe:
    """The overflow in the core's terms; it falls from its lip to where it ends."""
    entered = document.overflow
    fittings = entered.bends_90 * BEND_90 + END_LOSS[entered.end] + (TRAP_LOSS if entered.trap else 0.0)
    return OverflowPipe(
        bore_mm=entered.bore_mm,
        length_m=entered.length_m,
        drop_m=0.0,  # it is not trusted to pull as a siphon: only the water over its lip drives it
        fittings=fittings,
        roughness_mm=entered.roughness_mm,
        count=entered.count,
    )


def lip_and_room_m(document: Property) -> tuple[float, float, Tank]:
    """Height of the lowest overflow, room from it to its lid, and that tank. [m]"""
    built = document.cistern.built()
    lowest = min(built, key=lambda tank: tank.vessel().brim_m)
    lip = lowest.vessel().brim_m
    lid = min(tank.floor_m + tank.vessel().shape.height_m for tank in built)
    room = lid - lip
    return lip, (HEAD_IF_AT_LID_M if lowest.overflow_m is None and room <= 0 else max(0.0, room)), lowest


def _place(document: Property, flow: float, room_m: float, say: Wording) -> Place:
    pipe = overflow_pipe(document)

    def takes(**changed: Any) -> float:
        entered = {name: getattr(pipe, name) for name in pipe.__slots__}
        return overflow_capacity_l_s(OverflowPipe(**(entered | changed)), head_mm=min(10_000.0, room_m * 1000))

    entered = document.overflow
    return Place(
        key="overflow",
        kind="overflow",
        name="Overflow",
        group=None,
        roof=None,
        size=f"{entered.count} × {say.bore(entered.bore_mm)}",
        flow_l_s=flow,
        capacity_l_s=takes(),
        basis="derived",
        source="BS EN 12056-3 (from memory) for the lip, Darcy-Weisbach for the pipe",
        formula="the lesser of lip, D h^1.5 / 7500 or D² h^0.5 / 15000, and pipe under that head",
        working=f"{say.length(room_m)} of water over the lip before it reaches a lid; {say.length(pipe.length_m)} of "
        f"pipe, K {pipe.fittings + 1.5:.1f}",
        sizes=first_enough(
            wider_pipes(document.units, entered.bore_mm, lambda bore: takes(bore_mm=bore), flow, "/overflow/bore_mm"),
            more_pieces(entered.count, "pipes", lambda count: takes(count=count), flow, "/overflow/count", most=20),
        ),
        spills="over the lid, at the tank's foot",
    )


_Hydraulics = tuple[Place, float, list[list[float]]]
_kept: Kept[_Hydraulics] = Kept(16)


def _hydraulics(document: Property, inflow_l_s: float, room_m: float, say: Wording) -> _Hydraulics:
    """The overflow against an inflow, how high the water then stands [m], and what it passes over its head."""
    pipe = overflow_pipe(document)
    heads = np.linspace(0, max(room_m, 0.05) * 1.5, 13)
    return (
        _place(document, inflow_l_s, room_m, say),
        overflow_head_mm(pipe, flow_l_s=min(inflow_l_s, 1e5)) / 1000,
        [[float(head), overflow_capacity_l_s(pipe, head_mm=float(head) * 1000)] for head in heads],
    )


def plan_overflow(
    document: Property,
    flows: Flows,
    arrives_l_s: float,
    supply: Supply | None,
    run: OperatedReplay | None,
    say: Wording,
) -> OverflowPlan:
    """The overflow stage.

    `flows` are those of the overflow's downpour, `arrives_l_s` what of them the gutters and pipes can bring.
    """
    entered = document.overflow
    lip, room, _ = lip_and_room_m(document)
    inflow = min(flows.total, arrives_l_s) if arrives_l_s > 0 else flows.total
    key = (entered.model_dump_json(), document.units, inflow, room)
    place, stands, curve = _kept.get(key, lambda: _hydraulics(document, inflow, room, say))
    inlet_mm2 = _inlets_mm2(document)
    overflow_mm2 = entered.count * entered.bore_mm**2 * np.pi / 4
    figures = {
        "inflow_l_s": Figure(
            value=inflow,
            unit="L/s",
            label="Comes in at most",
            basis="derived",
            formula="roofs in use × rate / 3600, no more than gutters and pipes can bring",
            working=f"{say.flow(flows.total)} off the roofs at {say.intensity(overflow_intensity_mm_h(document))}; "
            f"gutters and pipes bring {say.flow(arrives_l_s)}",
            moves="Wider gutters and pipes bring more, and the overflow must pass it.",
        ),
        "capacity_l_s": Figure(
            value=place.capacity_l_s,
            unit="L/s",
            label="Overflow passes",
            basis="derived",
            source=place.source,
            formula=place.formula,
            working=place.working,
            moves="A lip farther under the lid helps as much as a wider pipe.",
        ),
        "head_m": Figure(
            value=stands,
            unit="m",
            label="Water over the lip in that downpour",
            basis="derived",
            formula="the head at which lip and pipe pass the inflow",
            working=f"{say.flow(inflow)} through {place.size}",
        ),
    }
    if entered.kind == "standpipe":
        figures["crown_m"] = Figure(
            value=lip + room - stands,
            unit="m",
            label="Set the standpipe's crown invert at or below",
            basis="common_practice",
            formula="the lowest lid − head at the design inflow",
            working=f"{say.length(lip + room)} − {say.length(stands)}",
            moves="The level rises by the head over the crown while it pours.",
        )
    held: list[HeldDown] = []
    if supply is not None and run is not None:
        figures |= _spills(supply.rain, run, say)
        held = _held_down(supply, entered.hold_down_share)
    ground = ground_for_overflow(document, flows, say) if entered.way in INTO_THE_GROUND else None
    return OverflowPlan(
        figures=figures,
        place=place,
        lip_m=lip,
        room_m=room,
        stands_m=stands,
        capacity_curve=curve,
        inlet_mm2=inlet_mm2,
        overflow_mm2=float(overflow_mm2),
        end_m=discharge_m(document),
        way=WAYS[entered.way],
        ground=ground,
        held_down=held,
        findings=overflow_findings(document, place, flows.total, room, inlet_mm2, ground, say),
        cautions=CAUTIONS,
    )


def _inlets_mm2(document: Property) -> float:
    ends = [pipe for pipe in document.downpipes if pipe.run.into is None]
    used = {drain.group for roof in document.roofs if roof.on for drain in roof.drains}
    feeding = [
        pipe for pipe in ends if pipe.id in used or any(each.run.into == pipe.id for each in document.downpipes)
    ]
    return float(sum(pipe.run.bore_mm**2 * np.pi / 4 for pipe in feeding))


def _spills(rain: PreparedRain, run: OperatedReplay, say: Wording) -> dict[str, Figure]:
    worst = int(np.argmax(run.spilled_l))
    sums = rain.years.sums(run.spilled_l)[rain.counts]
    return {
        "spill_l_year": Figure(
            value=float(sums.mean()) if sums.size else None,
            unit="L",
            label="Spilled in a mean year",
            basis="derived",
            formula="sum of the days' spill, mean of the counted years",
            working=f"{sums.size} years",
        ),
        "largest_day_l": Figure(
            value=float(run.spilled_l[worst]),
            unit="L",
            label="Largest spill of a day",
            basis="derived",
            formula="most of all days of the record",
            working=f"on {day(rain.dates[worst])}, {say.shallow(float(rain.filled_mm[worst]))} of rain",
        ),
        "spill_days_year": Figure(
            value=float((run.spilled_l > 1).sum()) / max(1.0, run.spilled_l.size / 365.25),
            unit="d",
            label="Days a year on which it runs",
            basis="derived",
            formula="days with more than a litre of spill, a year",
            working=f"{int((run.spilled_l > 1).sum()):,} days",
        ),
    }


def _held_down(supply: Supply, share: float) -> list[HeldDown]:
    """The record with the top of the store kept empty, as if every rain were forecast."""
    years = int(supply.rain.counts.sum())
    if years == 0:
        return []
    shares = sorted({0.0, 0.1, 0.25, 0.5, round(share, 6)})
    held_back = supply.layout.gross_l - supply.layout.live_l
    totals = np.array([held_back + supply.layout.live_l * (1 - each) for each in shares])
    curve = supply.kept_sizes(totals) if supply.layout.gross_l > 0 else None
    if curve is None:
        return []
    per_year = supply.rain.dates.size / 365.25
    return [
        HeldDown(
            share=each,
            years_carried=years - int(curve.short_years[row]),
            of_years=years,
            spill_l_year=float(curve.spilled_l[row]) / per_year,
        )
        for row, each in enumerate(shares)
    ]
