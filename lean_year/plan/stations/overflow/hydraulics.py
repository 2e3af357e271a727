"""The overflow against its inflow: what it passes, how high the water then stands."""

from dataclasses import dataclass
from typing import Any

import numpy as np

from lean_year.core.water_path.overflow import overflow_capacity_l_s
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.capacity import Place, SizeOffered, first_enough, more_pieces, wider_pipes
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.overflow_outlets import (
    Top,
    divert_back_down,
    has_pipe,
    overflow_pipe,
    overflow_takes_l_s,
    stands_m,
    taken_back_l_s,
)
from lean_year.property.document import Property
from lean_year.property.water_path import MOST_OVERFLOW_PIPES

MOST_HEAD_MM = 10_000.0
CURVE_POINTS = 13
OVER_THE_RIM = "over the rim, at the tank's foot"


@dataclass(frozen=True, slots=True)
class Hydraulics:
    """An overflow against an inflow."""

    place: Place
    stands_m: float
    """Head over the overflow invert. [m]"""
    capacity_curve: list[list[float]]
    """Head over the overflow invert [m] and what the overflow passes then [L/s]."""


def hydraulics_of(document: Property, inflow_l_s: float, room_m: float, top: Top, say: Wording) -> Hydraulics:
    """The overflow at an inflow; `room_m` is from its invert to `top`, which the water must not reach."""
    # A pipe goes by its own entries alone; a diverter by the downpipes, and fitting one by the tanks.
    worked_out = _of_a_pipe if has_pipe(document) else _hydraulics
    return worked_out(document, inflow_l_s, room_m, top, say)


def _hydraulics(document: Property, inflow_l_s: float, room_m: float, top: Top, say: Wording) -> Hydraulics:
    entered = document.overflow
    if entered.kind == "none":
        own = _none(document, inflow_l_s, room_m, say)
    elif entered.kind == "back_down":
        own = _back_down(document, say)
    else:
        own = _pipe(document, inflow_l_s, room_m, top, say)
    place = Place(key="overflow", kind="overflow", name="Overflow", group=None, roof=None, flow_l_s=inflow_l_s, **own)
    heads = np.linspace(0, max(room_m, 0.05) * 1.5, CURVE_POINTS)
    curve = [[float(head), overflow_takes_l_s(document, float(head))] for head in heads]
    return Hydraulics(place, stands_m(document, inflow_l_s, room_m), curve)


_of_a_pipe = cached_by_parts(16, "overflow", "units")(_hydraulics)


def _pipe_takes_l_s(document: Property, room_m: float, **changed: Any) -> float:
    return overflow_capacity_l_s(overflow_pipe(document, **changed), head_mm=min(MOST_HEAD_MM, room_m * 1000))


def _none(document: Property, flow_l_s: float, room_m: float, say: Wording) -> dict[str, Any]:
    one_pipe_l_s = _pipe_takes_l_s(document, room_m, count=1)
    options = (
        ("a diverter back down the pipe", taken_back_l_s(document), divert_back_down(document)),
        (f"a pipe of {say.pipe(document.overflow.bore_mm)}", one_pipe_l_s, [replace("/overflow/kind", "pipe")]),
    )
    return {
        "size": "none",
        "capacity_l_s": 0.0,
        "basis": "entered",
        "source": "",
        "formula": "nothing leaves the full tank but over its rim",
        "working": "no overflow, no diverter",
        "sizes": [
            SizeOffered(label=label, capacity_l_s=passes, enough=passes >= flow_l_s, operations=operations)
            for label, passes, operations in options
        ],
        "spills": OVER_THE_RIM,
    }


def _back_down(document: Property, say: Wording) -> dict[str, Any]:
    return {
        "size": "back down the pipe",
        "capacity_l_s": taken_back_l_s(document),
        "basis": "from_memory",
        "source": "BS EN 12056-3 (from memory) for the downpipes",
        "formula": "what the downpipes in use carry, a third full: they take back what came down them",
        "working": "; ".join(
            f"{pipe.name}: {pipe.pipes} × d {say.bore(pipe.bore_mm)}" for pipe in document.downpipes
        ),
        "sizes": [],
        "spills": OVER_THE_RIM,
    }


def _pipe(document: Property, flow_l_s: float, room_m: float, top: Top, say: Wording) -> dict[str, Any]:
    entered, pipe = document.overflow, overflow_pipe(document)

    def takes(**changed: Any) -> float:
        return _pipe_takes_l_s(document, room_m, **changed)

    wider = wider_pipes(
        document.units, entered.bore_mm, lambda bore: takes(bore_mm=bore), flow_l_s, "/overflow/bore_mm"
    )
    more = more_pieces(
        entered.count,
        "pipes",
        lambda count: takes(count=count),
        flow_l_s,
        "/overflow/count",
        most=MOST_OVERFLOW_PIPES,
    )
    return {
        "size": f"{entered.count} × {say.pipe(entered.bore_mm)}"
        + (f" behind a port of {say.bore(pipe.bore_mm)}" if pipe.bore_mm < entered.bore_mm else ""),
        "capacity_l_s": takes(),
        "basis": "from_memory",
        "source": "BS EN 12056-3 (from memory) for the inlet, Darcy-Weisbach for the pipe",
        "formula": "the lesser of its inlet, as a weir D h^1.5 / 7500, as an orifice D² h^0.5 / 15000, and the "
        "pipe under that head",
        "working": f"{say.head(room_m)} of head over its invert before the water reaches a {top}; "
        f"{say.length(pipe.length_m)} of pipe, K {pipe.total_k:.1f}",
        "sizes": first_enough(wider, more),
        "spills": "back into inlet and screens, or over the lid, at the tank's foot"
        if entered.kind == "standpipe"
        else "over the lid, at the tank's foot",
    }
