"""Where an article of the shelf has its place in a property."""

import re
from typing import NamedTuple

from lean_year.core.errors import InputError
from lean_year.plan.model.overflow_outlets import has_pipe, invert_and_room_m
from lean_year.property.document import Property
from lean_year.property.shelf import ArticleKind

PLACE = r"^/(cistern/tanks/\d{1,2}|treatment/stages/\d{1,2}|pump|pump/vessel)$"
"""As it is asked for: a tank, a stage of the train, the pump, its vessel."""


class Place(NamedTuple):
    """One such place."""

    kind: ArticleKind
    row: int
    """Of the tank or the stage; 0 of what there is one of."""


def overflow_leaves(document: Property, row: int) -> bool:
    """Whether it is this tank that the overflow pipe leaves."""
    return has_pipe(document) and invert_and_room_m(document)[2] is document.cistern.tanks[row]


def place_at(document: Property, pointer: str) -> Place:
    """What stands at a pointer.

    Raises
    ------
    InputError
        If there is no such place, or nothing stands there.

    >>> from lean_year.demo.saltmarrow import saltmarrow
    >>> place_at(saltmarrow(), "/cistern/tanks/0")
    Place(kind='store', row=0)
    """
    if re.match(PLACE, pointer) is None:
        raise InputError("place", "must be a tank, a stage of the treatment, the pump or its vessel")
    if pointer.startswith("/pump"):
        return Place("vessel" if pointer.endswith("vessel") else "pump", 0)
    kind: ArticleKind = "store" if pointer.startswith("/cistern") else "housing"
    there = document.cistern.tanks if kind == "store" else document.treatment.stages
    row = int(pointer.rsplit("/", 1)[1])
    if row >= len(there):
        raise InputError("place", f"must be one that is there; this supply has {len(there)} of them")
    return Place(kind, row)
