"""Overflow: can the full tank pass the inflow, and where it goes."""

import math
from typing import Any

import numpy as np
from pydantic import BaseModel

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.core.water_path.overflow import BACKS_UP_M, overflow_capacity_l_s, overflow_head_mm
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.capacity import Place, SizeOffered, first_enough, more_pieces, wider_pipes
from lean_year.plan.answer.figure import Figure, Finding, Fix
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording, day
from lean_year.plan.model.flow import arrives_l_s, flows_at, overflow_intensity_mm_h
from lean_year.plan.model.levels import discharge_m
from lean_year.plan.model.overflow_outlets import (
    Top,
    divert_back_down,
    has_pipe,
    invert_and_room_m,
    overflow_pipe,
    overflow_takes_l_s,
    taken_back_l_s,
    top_of_room_m,
)
from lean_year.plan.model.prepared_rain import PreparedRain, mean_year_l
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
from lean_year.plan.stations.overflow.findings import overflow_findings
from lean_year.property.document import Property

MOST_INFLOW_L_S = 1e5
"""Inflow up to which the head over an overflow is worked out."""
LEAST_LIVE_M = 0.2
"""Water that a lowered overflow must leave over the outlet. Basis: estimate."""
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
    end_m: float
    destination: str
    ground: InfiltrationPlan | None
    held_down: list[HeldDown]
    findings: list[Finding]
    cautions: list[str]


def _place(document: Property, flow: float, room_m: float, top: Top, say: Wording) -> Place:
    entered = document.overflow
    head_mm = min(10_000.0, room_m * 1000)

    def takes(**changed: Any) -> float:
        return overflow_capacity_l_s(overflow_pipe(document, **changed), head_mm=head_mm)

    common = {
        "key": "overflow",
        "kind": "overflow",
        "name": "Overflow",
        "group": None,
        "roof": None,
        "flow_l_s": flow,
    }
    if entered.kind == "none":
        ways = (
            ("a diverter back down the pipe", taken_back_l_s(document), divert_back_down(document)),
            (f"a pipe of {say.bore(entered.bore_mm)}", takes(count=1), [replace("/overflow/kind", "pipe")]),
        )
        own = {
            "size": "none",
            "capacity_l_s": 0.0,
            "basis": "entered",
            "source": "",
            "formula": "nothing leaves the full tank but over its rim",
            "working": "no overflow, no diverter",
            "sizes": [
                SizeOffered(label=label, capacity_l_s=passes, enough=passes >= flow, operations=operations)
                for label, passes, operations in ways
            ],
            "spills": "over the rim, at the tank's foot",
        }
    elif entered.kind == "back_down":
        own = {
            "size": "back down the pipe",
            "capacity_l_s": taken_back_l_s(document),
            "basis": "from_memory",
            "source": "BS EN 12056-3 (from memory) for the downpipes",
            "formula": "what the downpipes in use carry, a third full: they take back what came down them",
            "working": "; ".join(
                f"{pipe.name}: {pipe.pipes} × d {say.bore(pipe.bore_mm)}" for pipe in document.downpipes
            ),
            "sizes": [],
            "spills": "over the rim, at the tank's foot",
        }
    else:
        pipe = overflow_pipe(document)
        own = {
            "size": f"{entered.count} × {say.bore(entered.bore_mm)}",
            "capacity_l_s": takes(),
            "basis": "derived",
            "source": "BS EN 12056-3 (from memory) for the inlet, Darcy-Weisbach for the pipe",
            "formula": "the lesser of its inlet, as a weir D h^1.5 / 7500, as an orifice D² h^0.5 / 15000, and the "
            "pipe under that head",
            "working": f"{say.head(room_m)} of head over its invert before the water reaches a "
            f"{top}; {say.length(pipe.length_m)} of pipe, K {pipe.fittings + 1.5:.1f}",
            "sizes": first_enough(
                wider_pipes(
                    document.units, entered.bore_mm, lambda bore: takes(bore_mm=bore), flow, "/overflow/bore_mm"
                ),
                more_pieces(
                    entered.count, "pipes", lambda count: takes(count=count), flow, "/overflow/count", most=20
                ),
            ),
            "spills": "back into inlet and screens, or over the lid, at the tank's foot"
            if entered.kind == "standpipe"
            else "over the lid, at the tank's foot",
        }
    return Place.model_validate(common | own)


_Hydraulics = tuple[Place, float, list[list[float]]]


def _hydraulics(document: Property, inflow_l_s: float, room_m: float, top: Top, say: Wording) -> _Hydraulics:
    """The overflow against an inflow, how high the water then stands [m], and what it passes over its head."""
    heads = np.linspace(0, max(room_m, 0.05) * 1.5, 13)
    return (
        _place(document, inflow_l_s, room_m, top, say),
        _stands_m(document, inflow_l_s, room_m),
        [[float(head), overflow_takes_l_s(document, float(head))] for head in heads],
    )


_through_a_pipe = cached_by_parts(16, "overflow", "units")(_hydraulics)


def _stands_m(document: Property, inflow_l_s: float, room_m: float) -> float:
    """Head over the overflow invert at so much inflow. [m]"""
    if has_pipe(document):
        return overflow_head_mm(overflow_pipe(document), flow_l_s=min(inflow_l_s, MOST_INFLOW_L_S)) / 1000
    return BACKS_UP_M if document.overflow.kind == "back_down" else room_m


def _lower_overflow(document: Property, overflow_invert_m: float, stands_m: float, say: Wording) -> Fix | None:
    """Setting the overflows so low that the water over them finds room, the inlets left where they are."""
    target = math.floor((top_of_room_m(document)[0] - stands_m) * 1000) / 1000
    operations = []
    for number, tank in enumerate(document.cistern.tanks):
        if tank not in document.cistern.built() or tank.vessel().top_water_m <= target:
            continue
        if target - tank.floor_m <= tank.outlet_m + LEAST_LIVE_M:
            return None
        at = f"/cistern/tanks/{number}"
        operations.append(replace(f"{at}/overflow_m", round(target - tank.floor_m, 4)))
        inside = min(tank.inlet_m - tank.floor_m, tank.vessel().shape.height_m)
        operations.append(replace(f"{at}/inlet/height_m", math.floor(inside * 1e4) / 1e4))
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
    brought_l_s = arrives_l_s(document, say)
    invert, room, _ = invert_and_room_m(document)
    inflow = min(flows.total, brought_l_s) if brought_l_s > 0 else flows.total
    # A pipe goes by its own entries alone; a diverter by the downpipes, and fitting one by the tanks.
    hydraulics = _through_a_pipe if has_pipe(document) else _hydraulics
    place, stands, curve = hydraulics(document, inflow, room, top_of_room_m(document)[1], say)
    inlet_mm2 = _inlets_mm2(document)
    overflow_mm2 = entered.count * entered.bore_mm**2 * np.pi / 4 if has_pipe(document) else 0.0
    figures = {
        "inflow_l_s": Figure(
            value=inflow,
            unit="L/s",
            label="Inflow at most",
            basis="derived",
            formula="roofs in use × rate / 3600, no more than gutters and pipes can bring",
            working=f"{say.flow(flows.total)} off the roofs at {say.intensity(overflow_intensity_mm_h(document))}; "
            f"gutters and pipes bring {say.flow(brought_l_s)}",
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
            moves="An invert farther under the lid helps as much as a wider pipe.",
        ),
    }
    if has_pipe(document):
        figures["head_m"] = Figure(
            value=stands,
            unit="m head",
            label="Head over the overflow at that rate",
            basis="derived",
            formula="the head at which the overflow's inlet and its pipe pass the inflow",
            working=f"{say.flow(inflow)} through {place.size}",
        )
    if entered.kind == "standpipe":
        figures["crown_m"] = Figure(
            value=invert + room - stands,
            unit="m",
            label="Set the standpipe's crown invert at or below",
            basis="common_practice",
            formula="the lowest lid, inlet or leaf screen − head at the design inflow",
            working=f"{say.length(invert + room)} − {say.length(stands)}",
            moves="The level rises by the head over the crown while it pours.",
        )
    held: list[HeldDown] = []
    if supply is not None and run is not None:
        figures |= _spills(supply.rain, run, say)
        held = _held_down(supply, entered.hold_down_share)
    ground = (
        ground_for_overflow(document, flows, say)
        if entered.kind != "none" and entered.destination in INTO_THE_GROUND
        else None
    )
    return OverflowPlan(
        figures=figures,
        place=place,
        overflow_invert_m=invert,
        room_m=room,
        room_ends_at=top_of_room_m(document)[1],
        stands_m=stands,
        capacity_curve=curve,
        inlet_mm2=inlet_mm2,
        overflow_mm2=float(overflow_mm2),
        end_m=discharge_m(document),
        destination=DESTINATIONS[entered.destination],
        ground=ground,
        held_down=held,
        findings=overflow_findings(
            document,
            place,
            flows.total,
            room,
            inlet_mm2,
            ground,
            _lower_overflow(document, invert, stands, say)
            if stands > room and has_pipe(document) and inflow <= MOST_INFLOW_L_S
            else None,
            say,
        ),
        cautions=CAUTIONS,
    )


def _inlets_mm2(document: Property) -> float:
    ends = [pipe for pipe in document.downpipes if pipe.run.into is None]
    used = document.groups_in_use()
    feeding = [
        pipe for pipe in ends if pipe.id in used or any(each.run.into == pipe.id for each in document.downpipes)
    ]
    return float(sum(pipe.run.bore_mm**2 * np.pi / 4 for pipe in feeding))


def _spills(rain: PreparedRain, run: OperatedReplay, say: Wording) -> dict[str, Figure]:
    worst = int(np.argmax(run.spilled_l))
    return {
        "spill_l_year": Figure(
            value=mean_year_l(run.spilled_l, rain),
            unit="L",
            label="Spilled in a mean year",
            basis="derived",
            formula="sum of the days' spill, mean of the counted years",
            working=f"{int(rain.counts.sum())} years",
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
            value=float((run.spilled_l > 1).sum()) / max(1.0, run.spilled_l.size / DAYS_PER_YEAR),
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
    per_year = supply.rain.dates.size / DAYS_PER_YEAR
    return [
        HeldDown(
            share=each,
            years_carried=years - int(curve.short_years[row]),
            of_years=years,
            spill_l_year=float(curve.spilled_l[row]) / per_year,
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
    job_step=7,
    entries="/overflow",
    answer=OverflowPlan,
    plan=lambda model: plan_overflow(model.document, model.supply, model.replay, model.say),
    headline=_headline,
    choices=choices,
)
