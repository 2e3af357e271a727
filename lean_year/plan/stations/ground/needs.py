"""What pads, pits and the dig ask to be bought."""

from collections.abc import Iterator, Sequence
from typing import Protocol

from lean_year.core.ground.foundation import concrete_bags
from lean_year.core.parts.need import Need, Needs
from lean_year.core.parts.usual import COLLAR_KN_M3, READY_MIX_FROM_M3
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.ground.quantities import Quantity

_KINDS = {
    "apron": "apron-stone",
    "levelling": "crushed-stone",
    "sand": "sand",
    "mesh": "mesh",
    "rebar": "rebar",
    "pavers": "pavers",
    "blocks": "blocks",
    "stand": "stand",
    "cloth": "cloth",
    "liner": "liner",
    "felt": "felt",
    "culverts": "culvert",
    "sump": "sump",
    "paving": "paving",
}
"""Of the quantities of a pad, what they are bought as. Backfill, fill and spoil are what was dug."""


class PadTaken(Protocol):
    """What is asked of a pad."""

    name: str
    count: int
    base: str
    buried: bool
    quantities: list[Quantity]


@cached(16)
def ground_needs(pads: Sequence[PadTaken], bag_kg: float, collar_kn: float, say: Wording) -> Needs:
    """What each pad takes, and what holds a buried tank down."""
    needs: list[Need] = []
    for pad in pads:
        for quantity in pad.quantities:
            needs += _bought(pad, quantity, bag_kg, say)
        if pad.buried:
            needs.append(Need("riser", f"{pad.name}: from its lid to over the ground", pad.count))
    if collar_kn > 0 and any(pad.buried for pad in pads):
        why = f"Collar: {say.force(collar_kn)} under water"
        needs.append(Need("ready-mix", why, collar_kn / COLLAR_KN_M3))
    return Needs(tuple(needs))


def _bought(pad: PadTaken, quantity: Quantity, bag_kg: float, say: Wording) -> Iterator[Need]:
    alike = f", {pad.count} alike" if pad.count > 1 else ""
    why = f"{quantity.name} of {pad.name}{alike}: {quantity.text}" + (" each" if alike else "")
    total = quantity.value * pad.count
    match quantity.key:
        case "concrete" if total >= READY_MIX_FROM_M3:
            yield Need("ready-mix", why, total)
        case "concrete":
            bags = concrete_bags(volume_m3=quantity.value, bag_kg=bag_kg) * pad.count
            yield Need("concrete", why, bags, size=say.bag(bag_kg))
        case "stone":
            yield Need("rounded-stone" if pad.base == "bedding" else "crushed-stone", why, total)
        case "filling":
            yield Need("crates" if quantity.unit == "m3" else "crushed-stone", why, total)
        case key if key in _KINDS:
            yield Need(_KINDS[key], why, total)
