"""What the alternatives of one property have in common: what was seen, measured and asked on the site, and the rain.

Everything else is designed, and each alternative has its own.
"""

from functools import lru_cache
from typing import Any

import jsonpointer

from lean_year.core.errors import InputError
from lean_year.property.assumed import by_value, covers
from lean_year.property.document import Property
from lean_year.property.edits import check, sharing_parts
from lean_year.property.roofs import Roof
from lean_year.property.served import Served

ANIMALS = "/household/animals"
OF_THE_SITE = (
    "/name", "/place", "/units", "/site", "/rain", "/climate", "/losses", "/snow", "/downpour", "/prices",
    "/survey", "/photos", "/permits", "/keeping", "/price/rounded_to",
    "/levels/datum", "/levels/ground_m", "/levels/discharge_m", "/levels/highest_tap_m", "/levels/lowest_tap_m",
    "/ground/soil", "/ground/slope", "/ground/topsoil_m", "/ground/swelling", "/ground/water_table_m",
    "/ground/wind_m_s", "/ground/earthquakes", "/ground/gate_m", "/ground/overhead_m", "/ground/soft_access",
    "/ground/services_located",
    "/household/residents", "/household/guests", "/household/periods", ANIMALS,
    "/overflow/infiltration_mm_h", "/treatment/copper_pipe", "/treatment/uv/uvt_percent", "/pump/hot_water/kind",
)  # fmt: skip
"""Places that are the same in every alternative."""
ROOF_IS_DESIGNED = ("on", "drains", "gutters", "snow_guards")
"""What of a roof is designed: whether it is used, and what takes its water away. The rest of it was seen."""


def with_site_of(measured: Property, design: Property) -> Property:
    """A design on what was measured: everything of the site from the one, everything designed from the other.

    Roofs are those that were measured; each is used and drained as the design has it. One that the design does not
    know is used and drained as it is where it was measured, as far as the design has such downpipes.

    Raises
    ------
    InputError
        If the design cannot stand on that site.
    """
    if same_site(measured, design):
        return design
    raw, site = design.model_dump(mode="json"), measured.model_dump(mode="json")
    served = {each.id: each.served for each in design.household.animals}
    for pointer in OF_THE_SITE:
        jsonpointer.set_pointer(raw, pointer, jsonpointer.resolve_pointer(site, pointer))
    before = {roof["id"]: roof for roof in raw["roofs"]}
    groups = [each.id for own in (design.downpipes, *(each.downpipes for each in design.supplies)) for each in own]
    raw["roofs"] = [_roof(roof, before.get(roof["id"]), groups) for roof in site["roofs"]]
    for each in raw["household"]["animals"]:
        designed = served.get(each["id"]) or Served(by=design.supply.id)
        each["served"] = designed.model_dump(mode="json")
    raw["assumed"] = _assumed(measured, design)
    return sharing_parts(design, check(raw))


def same_site(one: Property, other: Property) -> bool:
    """Whether two alternatives have the same site already, and the same of it is assumed."""
    if any(_seen_at(one, pointer) != _seen_at(other, pointer) for pointer in OF_THE_SITE):
        return False
    if [_seen(roof) for roof in one.roofs] != [_seen(roof) for roof in other.roofs]:
        return False
    if one.assumed == other.assumed:
        return True  # the same places, in a site that is the same
    assumed = ({each for each in by_value(of, of.assumed) if is_of_the_site(each)} for of in (one, other))
    return next(assumed) == next(assumed)


def _at(document: Property, pointer: str) -> Any:
    value: Any = document
    for step in pointer.split("/")[1:]:
        value = getattr(value, step)
    return value


def _seen_at(document: Property, pointer: str) -> Any:
    value = _at(document, pointer)
    if pointer == ANIMALS:  # which supply serves them is designed
        return [each.model_copy(update={"served": Served()}) for each in value]
    return value


def _seen(roof: Roof) -> dict[str, Any]:
    return {name: value for name, value in roof.__dict__.items() if name not in ROOF_IS_DESIGNED}


def _roof(seen: dict[str, Any], designed: dict[str, Any] | None, groups: list[str]) -> dict[str, Any]:
    if designed is not None:
        return seen | {name: designed[name] for name in ROOF_IS_DESIGNED}
    drains = [each for each in seen["drains"] if each["group"] in groups]
    return seen | {"drains": drains or [{"group": groups[0], "share": 1}]}


def _assumed(measured: Property, design: Property) -> list[str]:
    """What is assumed of the site as it is there, and of the design as it is in it, on the rows as they are now."""
    rows = {roof.id: row for row, roof in enumerate(measured.roofs)}
    known = {roof.id for roof in design.roofs}
    found = []
    for pointer in by_value(measured, measured.assumed):
        row = roof_row(pointer)
        new_here = row is not None and measured.roofs[row].id not in known
        if is_of_the_site(pointer) or new_here:
            found.append(pointer)
    for pointer in by_value(design, design.assumed):
        row = roof_row(pointer)
        if is_of_the_site(pointer) or (row is not None and design.roofs[row].id not in rows):
            continue
        if row is not None:
            rest = pointer.split("/", 3)[3:]
            found.append("/".join(["/roofs", str(rows[design.roofs[row].id]), *rest]))
        else:
            found.append(pointer)
    return found


def roof_row(pointer: str) -> int | None:
    """The row of the roof that a place is in.

    >>> roof_row("/roofs/2/outlet_m"), roof_row("/roofs"), roof_row("/pump")
    (2, None, None)
    """
    steps = pointer.split("/")
    return int(steps[2]) if len(steps) > 2 and steps[1] == "roofs" and steps[2].isdigit() else None


@lru_cache(16_384)
def is_of_the_site(pointer: str) -> bool:
    """Whether a place is the same in every alternative.

    >>> is_of_the_site("/roofs/0/outlet_m"), is_of_the_site("/roofs/0/drains/0/group"), is_of_the_site("/overflow")
    (True, False, False)
    """
    steps = pointer.split("/")
    if roof_row(pointer) is not None:
        return len(steps) < 4 or steps[3] not in ROOF_IS_DESIGNED
    if pointer.startswith(f"{ANIMALS}/"):
        return len(steps) < 5 or steps[4] != "served"
    return any(covers(each, pointer) for each in OF_THE_SITE)


def differing(one: Property, other: Property) -> list[tuple[str, Any, Any]]:
    """Every designed value in which two alternatives differ: its place in the first, and what stands in each.

    Roofs and other rows are found by their ids, in whatever order they stand; a row that only one has is named whole.
    """
    return [each for each in all_differing(one, other) if not is_of_the_site(each[0])]


def all_differing(one: Property, other: Property) -> list[tuple[str, Any, Any]]:
    """The same with what was seen on the site, as between two states of one design."""
    found: list[tuple[str, Any, Any]] = []
    _compare(one.model_dump(mode="json"), other.model_dump(mode="json"), "", found)
    return [each for each in found if not covers("/assumed", each[0])]


def _compare(one: Any, other: Any, at: str, found: list[tuple[str, Any, Any]]) -> None:
    if one == other:
        return
    if isinstance(one, dict) and isinstance(other, dict):
        for name in one | other:
            _compare(one.get(name), other.get(name), f"{at}/{name}", found)
        return
    rows, others = _by_id(one), _by_id(other)
    if rows is not None and others is not None:
        for number, (key, row) in enumerate(rows.items()):
            _compare(row, others.get(key), f"{at}/{number}", found)
        for key, row in others.items():
            if key not in rows:
                found.append((f"{at}/-", None, row))
        return
    found.append((at, one, other))


def _by_id(value: Any) -> dict[str, Any] | None:
    """Rows by their ids, or by their numbers where they have none; None for what is no list of rows."""
    if not isinstance(value, list) or not all(isinstance(row, dict) for row in value):
        return None
    return {str(row.get("id", number)): row for number, row in enumerate(value)}


def require_alternative_name(name: str, taken: list[str]) -> str:
    """A name for an alternative that no other of the property has.

    Raises
    ------
    InputError
    """
    if name.casefold() in (each.casefold() for each in taken):
        raise InputError("name", f"must be another than that of the other alternatives, got {name}")
    return name
