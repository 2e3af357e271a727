"""The outlets of a full tank, and what each passes under the water that stands over its invert."""

from typing import Any, Literal

from lean_year.core.water_path.gutters import downpipe_capacity_l_s
from lean_year.core.water_path.overflow import (
    BACKS_UP_M,
    BEND_90,
    END_LOSS,
    HEAD_IF_AT_LID_M,
    LEVEL_WITH_M,
    TRAP_LOSS,
    OverflowPipe,
    overflow_capacity_l_s,
    overflow_head_mm,
)
from lean_year.plan.answer.findings import replace
from lean_year.plan.model.levels import outlet_and_screen_m
from lean_year.property.cistern import Tank
from lean_year.property.document import Property

MOST_INFLOW_L_S = 1e5
"""Inflow up to which the head over an overflow is worked out."""
Top = Literal["lid", "inlet", "leaf screen"]


def overflow_pipe(document: Property, *, bore_mm: float | None = None, count: int | None = None) -> OverflowPipe:
    """The overflow pipes in the core's terms, or others of the same length and fittings; no wider than the port that
    they begin at."""
    entered = document.overflow
    wide_mm = entered.bore_mm if bore_mm is None else bore_mm
    fittings = entered.bends_90 * BEND_90 + END_LOSS[entered.end] + (TRAP_LOSS if entered.trap else 0.0)
    return OverflowPipe(
        bore_mm=wide_mm if entered.port_mm is None else min(wide_mm, entered.port_mm),
        length_m=entered.length_m,
        drop_m=0.0,  # it is not trusted to pull as a siphon: only the water over its invert drives it
        fittings=fittings,
        roughness_mm=entered.roughness_mm,
        count=entered.count if count is None else count,
    )


def has_pipe(document: Property) -> bool:
    """Whether a pipe leads out of the tank, through the wall or up and over."""
    return document.overflow.kind in ("pipe", "standpipe")


def overflow_count(document: Property) -> int:
    """How many ways out there are."""
    if has_pipe(document):
        return document.overflow.count
    return 1 if document.overflow.kind == "back_down" else 0


def taken_back_l_s(document: Property) -> float:
    """What all downpipes in use carry, and so what diverters in them can send back down. [L/s]"""
    used = document.groups_in_use()
    return sum(
        pipe.pipes * downpipe_capacity_l_s(diameter_mm=min(pipe.bore_mm, 1_000))
        for pipe in document.downpipes
        if pipe.id in used
    )


def overflow_takes_l_s(document: Property, head_m: float) -> float:
    """What all outlets pass together with so much water over the invert. [L/s]"""
    match document.overflow.kind:
        case "pipe" | "standpipe":
            return overflow_capacity_l_s(overflow_pipe(document), head_mm=min(10_000.0, head_m * 1000))
        case "back_down":
            return taken_back_l_s(document) * min(1.0, head_m / BACKS_UP_M)
        case "none":
            return 0.0


def stands_m(document: Property, inflow_l_s: float, room_m: float) -> float:
    """Head over the overflow invert at an inflow; `room_m` is what there is, where nothing leads it away. [m]"""
    if has_pipe(document):
        return overflow_head_mm(overflow_pipe(document), flow_l_s=min(inflow_l_s, MOST_INFLOW_L_S)) / 1000
    return BACKS_UP_M if document.overflow.kind == "back_down" else room_m


def invert_and_room_m(document: Property) -> tuple[float, float, Tank]:
    """Height of the lowest overflow, room over it, and that tank. [m]

    The room ends at the lowest lid; a standpipe's also at the lowest inlet and leaf screen, which stand on its bank.
    """
    lowest = min(document.cistern.joined(), key=lambda tank: tank.vessel().top_water_m)
    invert = lowest.vessel().top_water_m
    room = top_of_room_m(document)[0] - invert
    return invert, (HEAD_IF_AT_LID_M if lowest.overflow_m is None and room <= 0 else max(0.0, room)), lowest


def top_of_room_m(document: Property) -> tuple[float, Top]:
    """What the water over the overflow must not reach, and which it is. [m]"""
    built = document.cistern.joined()
    tops: list[tuple[float, Top]] = [(tank.floor_m + tank.vessel().shape.height_m, "lid") for tank in built]
    if document.overflow.kind == "standpipe":
        used = document.groups_in_use()
        screens = [outlet_and_screen_m(document, pipe)[1] for pipe in document.downpipes if pipe.id in used]
        tops += [(tank.inlet_m, "inlet") for tank in built]
        tops += [(screen, "leaf screen") for screen in screens if screen is not None]
    return min(tops, key=lambda top: top[0])


def divert_back_down(document: Property) -> list[dict[str, Any]]:
    """The edit that fits diverters level with the top water level instead of an overflow."""
    return [
        replace("/overflow/kind", "back_down"),
        *(
            replace(f"/cistern/tanks/{number}/inlet/height_m", round(tank.vessel().top_water_m - tank.floor_m, 4))
            for number, tank in enumerate(document.cistern.tanks)
            if tank in document.cistern.built() and tank.inlet_m > tank.vessel().top_water_m + LEVEL_WITH_M
        ),
    ]
