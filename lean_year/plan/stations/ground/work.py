"""What the ground asks to be done, and to be measured before a tank is set or a hole is filled."""

from collections.abc import Iterator, Sequence
from typing import Protocol

from lean_year.core.build.asked import TaskAsk, Work
from lean_year.core.build.judging import HoldPoint, ReadingAsked, SumAsked
from lean_year.core.ground.earthworks import SHORED_FROM_M
from lean_year.core.ground.foundation import BACKFILL_LIFT_MM, LIFT_M
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.stations.ground.quantities import Quantity
from lean_year.plan.stations.ground.uplift_stages import FloatStage

_POURED = {"slab": "slab", "ring_beam": "ring beam", "plinth": "the slab under its plinth"}
MOST_OFF_MM = 500.0
"""A level reading is at most so far from another: what is farther was misread."""


class PadBuilt(Protocol):
    """What is asked of a pad."""

    id: str
    name: str
    count: int
    base: str
    laid: bool
    buried: bool
    upright: bool
    moves_nothing: bool
    floor_m: float
    ground_m: float
    raised_m: float
    thickness_m: float
    level_mm: float
    quantities: list[Quantity]
    stages: list[FloatStage]


@cached(16)
def ground_work(pads: Sequence[PadBuilt], readings: int, water_table_m: float | None, say: Wording) -> Work:
    """Every pad and hole; `readings` are taken on each pad."""
    tasks: list[TaskAsk] = []
    holds: list[HoldPoint] = []
    for pad in pads:
        tasks += _tasks(pad, water_table_m, say)
        holds.append(_levels(pad, readings, say))
        if (ballast := _ballast(pad, say)) is not None:
            holds.append(ballast)
            tasks.append(TaskAsk("ballast", f"{pad.name}: empty, it floats in its hole", (ballast.how,)))
    tasks.append(TaskAsk("mark-out", "Where everything stands and runs"))
    return Work(tuple(tasks), tuple(holds))


def _tasks(pad: PadBuilt, water_table_m: float | None, say: Wording) -> Iterator[TaskAsk]:
    name = pad.name + (f", {pad.count} alike" if pad.count > 1 else "")
    floor = say.of_kind("height", pad.floor_m)
    taken = tuple(f"{pad.name}: {each.name.lower()} {each.text}" for each in pad.quantities)
    if not pad.moves_nothing:
        yield TaskAsk("locate", f"{name}: its place is dug")
        yield TaskAsk("strip", f"{name}: topsoil carries nothing")
    if pad.buried:
        depth_m = pad.ground_m - pad.floor_m + pad.thickness_m
        shored = f", deeper than {say.spacing(SHORED_FROM_M)}: battered or shored" if depth_m > SHORED_FROM_M else ""
        yield TaskAsk("dig", f"{name}: it is buried", (f"{pad.name}: {say.length(depth_m)} deep{shored}",))
        if water_table_m is None or water_table_m < depth_m:
            why = (
                "nobody knows the water table" if water_table_m is None else "the water table stands above its floor"
            )
            yield TaskAsk("keep-dry", f"{name}: {why}")
        yield TaskAsk(
            "backfill",
            f"{name}: round and over it",
            (f"{pad.name}: lifts of {say.nominal(BACKFILL_LIFT_MM)}, water as high inside",),
        )
    if pad.laid:
        yield TaskAsk("pad", f"{name}: what it stands on", (*taken, f"Lifts of {say.nominal(1000 * LIFT_M)}, rolled"))
        if pad.base in _POURED:
            yield TaskAsk("pour", f"{name}: {_POURED[pad.base]}")
    if pad.raised_m > 0 and pad.base in ("plinth", "stand"):
        yield TaskAsk(pad.base, f"{name}: {say.length(pad.raised_m)} over the ground")
    if pad.buried and pad.upright:
        yield TaskAsk("line-pit", f"{name}: felt, liner, felt")
    yield TaskAsk("pad-levels", f"{name}: floor at {floor}")


def _levels(pad: PadBuilt, readings: int, say: Wording) -> HoldPoint:
    where = [f"Rim {number}" for number in range(1, readings)] + ["Middle"]
    return HoldPoint(
        key=f"pad-levels/{pad.id}",
        task="pad-levels",
        name=f"{pad.name}: what it stands on is level",
        how=f"{several(readings, 'reading')} with an instrument, over or under the first: round the rim and in the "
        f"middle. None farther than {say.nominal(pad.level_mm)} from another.",
        readings=tuple(
            ReadingAsked(f"r{number}", label, "cut", least=-MOST_OFF_MM, most=MOST_OFF_MM)
            for number, label in enumerate(where, 1)
        ),
        sums=(SumAsked("Highest over lowest", "cut", (), high=pad.level_mm),),
        if_not="Scrape the high spots, fill and roll the low ones, and take all readings anew.",
    )


def _ballast(pad: PadBuilt, say: Wording) -> HoldPoint | None:
    """Of a buried tank: the water that holds it in its hole until it is backfilled."""
    first = next((stage for stage in pad.stages if stage.key == "set"), None)
    if first is None or first.ballast_l <= 0:
        return None
    how = (
        "Full, on the day on which it is set, and the hole pumped dry until it is filled again: in a hole full of "
        "rain it floats even full."
        if first.full_is_too_little
        else f"At least {say.volume(first.ballast_l)} in it, {say.length(first.depth_m)} deep, on the day on which "
        "it is set. The hole can fill with rain overnight."
    )
    return HoldPoint(
        key=f"ballast/{pad.id}",
        task="ballast",
        name=f"{pad.name}: the water in it that holds it down",
        how=how,
        readings=(ReadingAsked("depth", "Depth of the water in it", "height", low=first.depth_m, least=0, most=20),),
        if_not="Fill it before anybody leaves, or lift it out of the hole again.",
    )
