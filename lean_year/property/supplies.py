"""Several supplies on one property: what each has of its own, and what runs between them.

The first of them stands in the document itself, so that a property with one supply knows of no other; the others
stand in `supplies`. `at_front` changes places: the same property with another supply at the front.
"""

from functools import lru_cache
from graphlib import CycleError, TopologicalSorter
from typing import Annotated

from pydantic import Field

from lean_year.core.errors import InputError
from lean_year.property.cistern import Cistern
from lean_year.property.ground import GroundEntry
from lean_year.property.household import BackUpEntry, StepEntry
from lean_year.property.parts import Key, Part, ShareOfOne, Text, require_different
from lean_year.property.pump import PumpEntry
from lean_year.property.roofs import Downpipe
from lean_year.property.served import MAIN
from lean_year.property.treatment import Treatment
from lean_year.property.water_path import FirstFlush, Levels, OverflowEntry

MOST_SUPPLIES = 6
MOST_TRANSFERS = 10


class NamedSupply(Part):
    """What the supply at the front is called."""

    id: Key = MAIN
    name: Text = "Main supply"


class OtherSupply(Part):
    """Another supply of the property: all that it does not share with the others."""

    id: Key
    name: Text
    downpipes: Annotated[list[Downpipe], Field(min_length=1, max_length=30)]
    cistern: Cistern
    levels: Levels = Field(default_factory=Levels)
    first_flush: FirstFlush = Field(default_factory=FirstFlush)
    overflow: OverflowEntry = Field(default_factory=OverflowEntry)
    treatment: Treatment = Field(default_factory=Treatment)
    pump: PumpEntry = Field(default_factory=PumpEntry)
    ground: GroundEntry = Field(default_factory=GroundEntry)
    steps: Annotated[list[StepEntry], Field(max_length=6)] = Field(default_factory=list)
    back_up: BackUpEntry = Field(default_factory=BackUpEntry)


class Transfer(Part):
    """Water that is pumped from one supply to another, by their levels of last night."""

    id: Key
    source: Key
    """The supply that gives."""
    to: Key
    l_day: float = Field(default=5_000, ge=0, le=1e7)
    """The most in a day."""
    keep_share: ShareOfOne = 0.3
    """Of its live volume, what the one that gives keeps for itself. Basis: estimate."""
    until_share: ShareOfOne = 0.9
    """Of its live volume, up to which the other is filled. Basis: estimate."""


OWN_PARTS = ("downpipes", "cistern", "levels", "first_flush", "overflow", "treatment", "pump", "ground")
"""Parts of the document that each supply has for itself."""
OWN_IN_HOUSEHOLD = ("steps", "back_up")
"""And those of the household."""
_PLACES = {
    **{name: f"/{name}" for name in OWN_PARTS},
    **{name: f"/household/{name}" for name in OWN_IN_HOUSEHOLD},
}
"""Where they stand for the supply at the front; for another they stand within it."""


def is_own_place(pointer: str) -> bool:
    """Whether each supply has for itself what a JSON pointer names.

    >>> is_own_place("/cistern/tanks/0"), is_own_place("/household/back_up/kind"), is_own_place("/household/people")
    (True, True, False)
    """
    return any(pointer == place or pointer.startswith(f"{place}/") for place in _PLACES.values())


def pointers_swapped(pointers: list[str], row: int) -> list[str]:
    """JSON pointers after the supply at the front has changed places with the one in a row of the others.

    >>> pointers_swapped(["/pump/cut_in_kpa", "/supplies/0/back_up/kind", "/supplies/1/pump", "/roofs/0/runoff"], 0)
    ['/supplies/0/pump/cut_in_kpa', '/household/back_up/kind', '/supplies/1/pump', '/roofs/0/runoff']
    """
    return list(_swapped(tuple(pointers), row))


@lru_cache(32)  # every supply is brought to the front with each edit, and what is assumed seldom changes
def _swapped(pointers: tuple[str, ...], row: int) -> tuple[str, ...]:
    behind = f"/supplies/{row}/"

    def swapped(pointer: str) -> str:
        if pointer.startswith(behind):
            name, slash, rest = pointer[len(behind) :].partition("/")
            return f"{_PLACES[name]}{slash}{rest}" if name in _PLACES else pointer
        own = pointer.removeprefix("/household/") if pointer.startswith("/household/") else pointer[1:]
        name, slash, rest = own.partition("/")
        stands = name in _PLACES and pointer.startswith(_PLACES[name])
        return f"{behind}{name}{slash}{rest}" if stands else pointer

    return tuple(swapped(each) for each in pointers)


def check_transfers(transfers: list[Transfer], supplies: list[str]) -> None:
    """Refuse water that is pumped from or to nowhere, or in a circle.

    Raises
    ------
    InputError
    """
    require_different("transfers", [each.id for each in transfers])
    for number, each in enumerate(transfers):
        for name, given in (("source", each.source), ("to", each.to)):
            if given not in supplies:
                raise InputError(
                    f"transfers[{number}].{name}",
                    f"must name a supply of the property, one of {', '.join(supplies)}, got {given}",
                )
    refuse_circles("transfers", [(each.source, each.to) for each in transfers])


def refuse_circles(field: str, ways: list[tuple[str, str]]) -> None:
    """Refuse ways from one supply to another that come back to where they began.

    Raises
    ------
    InputError
    """
    before: dict[str, set[str]] = {}
    for begin, end in ways:
        before.setdefault(end, set()).add(begin)
    try:
        TopologicalSorter(before).prepare()
    except CycleError as error:
        circle = " to ".join(error.args[1])
        raise InputError(
            field, f"must not lead water back to where it came from; {circle} goes in a circle"
        ) from error
