"""What of a supply is out of use for part of each year."""

from dataclasses import dataclass

from lean_year.property.document import Property
from lean_year.property.season import OutOfUse

STORE = "store"


@dataclass(frozen=True, slots=True)
class PartOutOfUse:
    """A store, a run or a first flush, and when it is out of use."""

    key: str
    name: str
    season: OutOfUse


def parts_out_of_use(document: Property) -> list[PartOutOfUse]:
    """Of the supply at the front."""
    parts = [
        (STORE, "store", document.cistern.out_of_use),
        *((f"run-{pipe.id}", f"run of {pipe.name}", pipe.out_of_use) for pipe in document.downpipes),
        ("first-flush", "first flush", document.first_flush.out_of_use),
    ]
    return [PartOutOfUse(key, name, season) for key, name, season in parts if season is not None]
