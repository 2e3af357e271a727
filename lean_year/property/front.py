"""The same property with another of its supplies at the front."""

from typing import TypeVar

from lean_year.core.errors import InputError
from lean_year.property.document import Property
from lean_year.property.household import Animals, Household, Irrigation, UseEntry
from lean_year.property.parts import zeros
from lean_year.property.roofs import Roof
from lean_year.property.served import MAIN
from lean_year.property.supplies import OWN_IN_HOUSEHOLD, OWN_PARTS, NamedSupply, OtherSupply, pointers_swapped

Use = TypeVar("Use", UseEntry, Animals, Irrigation)


def at_front(document: Property, supply_id: str) -> Property:
    """The document with a supply at the front, in whose place the one stands that was there.

    Done twice it is the document again. All heights stay over the one datum.

    Parameters
    ----------
    document : Property
    supply_id : str
        One of `document.supply_ids`.

    Returns
    -------
    Property

    Raises
    ------
    InputError
        If the property has no such supply.
    """
    if supply_id == document.supply.id:
        return document
    row = next((row for row, each in enumerate(document.supplies) if each.id == supply_id), None)
    if row is None:
        known = ", ".join(document.supply_ids)
        raise InputError("supply", f"must be a supply of the property, one of {known}, got {supply_id}")
    other, household = document.supplies[row], document.household
    behind = OtherSupply.model_construct(
        id=document.supply.id,
        name=document.supply.name,
        **{name: getattr(document, name) for name in OWN_PARTS},
        **{name: getattr(household, name) for name in OWN_IN_HOUSEHOLD},
    )
    supplies = [*document.supplies[:row], behind, *document.supplies[row + 1 :]]
    in_front = {name: getattr(other, name) for name in OWN_PARTS}
    in_front["levels"] = other.levels.model_copy(update={"datum": document.levels.datum})
    return document.model_copy(
        update={
            **in_front,
            "household": household.model_copy(update={name: getattr(other, name) for name in OWN_IN_HOUSEHOLD}),
            "supply": NamedSupply(id=other.id, name=other.name),
            "supplies": supplies,
            "assumed": pointers_swapped(document.assumed, row),
        }
    )


def each_in_front(document: Property) -> list[Property]:
    """The document with each of its supplies in front, the one that the property began with first."""
    first = at_front(document, MAIN) if MAIN in document.supply_ids else document
    return [at_front(first, each) for each in first.supply_ids]


def alone(document: Property) -> Property:
    """The supply at the front by itself, for planning: the surfaces that drain to it, the uses that it is the first
    to serve, and in `others` those supplies, each by itself, with which it shares water.

    A surface that drains to other supplies alone is switched off in it, and a use that another serves is not of its
    rain, so that it is no document to keep. With one supply it is the document.
    """
    if not document.supplies:
        return document
    others = [by_itself(at_front(document, each)) for each in _sharing_water(document)]
    return by_itself(document).model_copy(update={"others": others})


def by_itself(document: Property) -> Property:
    """The same without the supplies with which it shares water, for what does not ask for them."""
    if not document.supplies:
        return document
    groups = {each.id for each in document.downpipes}
    return document.model_copy(
        update={
            "roofs": [_as_drained(roof, groups) for roof in document.roofs],
            "household": _as_served(document.household, document.supply.id),
            "supplies": [],
            "assumed": [each for each in document.assumed if not each.startswith("/supplies/")],
        }
    )


def _as_drained(roof: Roof, groups: set[str]) -> Roof:
    drains = [drain for drain in roof.drains if drain.group in groups]
    if len(drains) == len(roof.drains):
        return roof
    return roof.model_copy(update={"drains": drains, "on": roof.on and bool(drains)})


def _as_served(household: Household, own: str) -> Household:
    def served(uses: list[Use]) -> list[Use]:
        return [use if use.served.by == own else use.model_copy(update={"from_rain": False}) for use in uses]

    uses: list[UseEntry] | None = [] if household.served.by != own else None
    if household.uses is not None:
        uses = served(household.uses)
    return household.model_copy(
        update={
            "uses": uses,
            "animals": served(household.animals),
            "irrigation": served([household.irrigation])[0],
            "garden_l_month": household.garden_l_month if household.garden_served.by == own else zeros(),
        }
    )


def _sharing_water(document: Property) -> list[str]:
    """The other supplies that water runs to or from, or that serve a use together, over others too."""
    pairs = [(each.source, each.to) for each in document.transfers]
    pairs += [(each.by, each.then) for _, each in document.household.all_served() if each.then is not None]
    found, left = [document.supply.id], [document.supply.id]
    while left:
        here = left.pop()
        for one, other in pairs:
            for near, far in ((one, other), (other, one)):
                if near == here and far not in found:
                    found.append(far)
                    left.append(far)
    return found[1:]
