"""The ways out of a full tank, and what each passes under the water that stands over its lip."""

from lean_year.core.water_path.gutters import downpipe_capacity_l_s
from lean_year.core.water_path.overflow import BEND_90, OverflowPipe, overflow_capacity_l_s
from lean_year.property.document import Property

END_LOSS = {"open": 0.0, "pop_up": 2.0, "grate": 1.5}
"""Velocity heads lost in what stands on the end of the pipe. Basis: estimate."""
TRAP_LOSS = 1.5
"""Of a trap or flap. Basis: estimate."""
HEAD_IF_AT_LID_M = 0.1
"""Room over an overflow whose height was not entered. Basis: estimate."""
BACKS_UP_M = 0.005
"""Water over the brim at which a diverter has turned all of it away. Basis: estimate."""


def overflow_pipe(document: Property, *, bore_mm: float | None = None, count: int | None = None) -> OverflowPipe:
    """The overflow pipes in the core's terms, or others of the same length and fittings."""
    entered = document.overflow
    fittings = entered.bends_90 * BEND_90 + END_LOSS[entered.end] + (TRAP_LOSS if entered.trap else 0.0)
    return OverflowPipe(
        bore_mm=entered.bore_mm if bore_mm is None else bore_mm,
        length_m=entered.length_m,
        drop_m=0.0,  # it is not trusted to pull as a siphon: only the water over its lip drives it
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
    """What all ways out pass together with so much water over the lip. [L/s]"""
    match document.overflow.kind:
        case "pipe" | "standpipe":
            return overflow_capacity_l_s(overflow_pipe(document), head_mm=min(10_000.0, head_m * 1000))
        case "back_down":
            return taken_back_l_s(document) * min(1.0, head_m / BACKS_UP_M)
        case "none":
            return 0.0
