"""Changing a document: RFC 6902 operations in, a checked document out."""

import re
from collections.abc import Set
from typing import Any, cast

import jsonpatch
import jsonpointer
from pydantic import ValidationError

from lean_year.core.errors import Amount, InputError
from lean_year.core.water_path.levels import height_m
from lean_year.property.assumed import Assumed, by_value, not_entered, still_assumed
from lean_year.property.document import Property
from lean_year.property.refusals import first_problem
from lean_year.property.start_us import ONCE_CHOSEN_IN_US_UNITS, USUAL_IN_US_UNITS
from lean_year.property.tank_shapes import MOST_L

# Our own operations beside those of RFC 6902 are `resize`: make the tanks at `/cistern` wider until they hold `value`
# litres; `survey`: write heights from staff readings, `value` the height of the instrument's line of sight and, for
# each point, its place in the document and what the staff shows there; `confirm`: what is named in the list of
# pointers in `value` is entered as it stands.
_HEIGHTS = re.compile(
    r"/roofs/\d+/outlet_m|/downpipes/\d+/screen_m|/downpipes/\d+/(tee_m|run/low_point_m|run/foot_m)|/cistern/tanks/\d+/floor_m"
    r"|/levels/(ground|tank_ground|discharge|pump|plant_room|highest_tap|lowest_tap)_m"
)
_KEPT = frozenset(Property.model_fields) - {"assumed", "others"}
"""Parts of a document that are kept, beside the list of what of them is assumed."""
_ROW = re.compile(r"/\d+(?=/|$)")


def check(raw: Any) -> Property:
    """A document from plain data.

    Raises
    ------
    InputError
        Naming the field and what is allowed.
    """
    try:
        return Property.model_validate(raw)
    except ValidationError as refused:
        raise first_problem(refused) from refused


def apply_edit(document: Property, operations: list[dict[str, Any]]) -> Property:
    """The document with RFC 6902 operations applied.

    A value that is written is no longer assumed, and what an added row was not given is; what is assumed of an entry
    follows it when others are taken out of its list or put in before it.

    Raises
    ------
    InputError
        If an operation does not fit the document, or the result is not a valid document.
    """
    touched = _touched(operations)
    # The other parts are handed on as they are: neither written out nor checked again.
    untouched = _parts(document, _KEPT - touched)
    raw = document.model_dump(mode="json", include=touched)
    raw["assumed"] = by_value(document, document.assumed)
    try:
        for number, operation in enumerate(operations):
            match operation.get("op"):
                case "resize":
                    raw["cistern"] = _resized(check(untouched | raw) if number else document, operation)
                    for row in range(len(raw["cistern"]["tanks"])):
                        made = {"op": "replace", "path": f"/cistern/tanks/{row}/shape"}
                        raw["assumed"] = still_assumed(raw["assumed"], made)
                    continue
                case "confirm":
                    confirmed = Assumed(_confirmed(operation))
                    raw["assumed"] = [each for each in raw["assumed"] if not confirmed.covers(each)]
                    continue
                case "survey":
                    plain = _surveyed(operation)
                case "move":
                    plain = [_to_a_numbered_row(raw, operation)]
                case _:
                    plain = [operation]
            for each in plain:
                raw = jsonpatch.JsonPatch([each]).apply(raw, in_place=True)
                raw["assumed"] = still_assumed(raw["assumed"], each)
    except InputError:
        raise
    except (
        jsonpatch.JsonPatchException,
        jsonpointer.JsonPointerException,
        AttributeError,
        TypeError,
        LookupError,
        ValueError,
    ) as bad:
        paths = ", ".join(str(op.get("path", ""))[:60] for op in operations[:4])
        raise InputError("operations", f"do not fit the document: {paths}") from bad
    after = check(untouched | raw)
    # A row that was added with some of its fields has others, which nobody entered; one that is only a start is named
    # whole.
    begun = list(not_entered(after, among=touched))
    in_us_figures = _usual_in_us_units(begun) if after.units == "us" else {}
    if in_us_figures:
        raw = after.model_dump(mode="json", include=touched)
        for at, value in in_us_figures.items():
            jsonpointer.set_pointer(raw, at, value)
        after = check(_parts(after, {*_KEPT, "assumed"}) | raw)
    assumed = list(dict.fromkeys([*by_value(after, after.assumed, among=touched), *begun]))
    if assumed != after.assumed:
        after = check(_parts(after, _KEPT) | {"assumed": assumed})
    return sharing_parts(document, after)


def _touched(operations: list[dict[str, Any]]) -> set[str]:
    """The parts of a document that operations name; all of them where their places do not say so."""
    named: set[str] = set()
    for operation in operations:
        kind = operation.get("op")
        if kind == "confirm":
            continue
        if kind == "survey":  # which names them among its readings
            return set(_KEPT)
        places = [operation.get("path"), *([operation.get("from")] if kind in ("move", "copy") else [])]
        named.update(each.split("/", 2)[1] if isinstance(each, str) and "/" in each else "" for each in places)
    return named if named <= _KEPT else set(_KEPT)


def _parts(document: Property, names: Set[str]) -> dict[str, Any]:
    return {name: value for name, value in document.__dict__.items() if name in names}


def _usual_in_us_units(begun: list[str]) -> dict[str, float | str]:
    """Round figures of US units for values that an added row began with, by their places; as in a new property."""
    places = USUAL_IN_US_UNITS | ONCE_CHOSEN_IN_US_UNITS
    usual = {at: places.get(_ROW.sub("/0", at)) for at in begun}
    return {at: value for at, value in usual.items() if value is not None}


def sharing_parts(before: Property, after: Property) -> Property:
    """The document with each part that did not change taken from before, so that it is known again at once."""
    same = {
        name: value
        for name, value in before.__dict__.items()
        if value is (now := getattr(after, name)) or value == now
    }
    return after.model_copy(update=same)


def _to_a_numbered_row(raw: dict[str, Any], operation: dict[str, Any]) -> dict[str, Any]:
    """The same move, with the number that the last row of a list will have instead of `-`."""
    parent, _, last = operation["path"].rpartition("/")
    if last != "-":
        return operation
    rows = len(jsonpointer.resolve_pointer(raw, parent))
    from_the_same = operation["from"].rpartition("/")[0] == parent
    return {**operation, "path": f"{parent}/{rows - from_the_same}"}


def _surveyed(operation: dict[str, Any]) -> list[dict[str, Any]]:
    """The heights that staff readings give, as operations."""
    value = operation.get("value")
    if not isinstance(value, dict) or not isinstance(value.get("readings"), list):
        raise InputError("survey", "needs instrument_m and a list of readings")
    out = []
    for number, reading in enumerate(value["readings"]):
        field = f"survey.readings[{number}]"
        path, staff = (reading.get(key) for key in ("path", "staff_m")) if isinstance(reading, dict) else (None, None)
        if not isinstance(path, str) or not _HEIGHTS.fullmatch(path):
            raise InputError(f"{field}.path", f"must name a height of the document, got {str(path)[:60]}")
        for name, given in (("instrument_m", value.get("instrument_m")), (f"{field}.staff_m", staff)):
            if isinstance(given, bool) or not isinstance(given, int | float):
                raise InputError(name, f"must be a number, got {str(given)[:40]}")
        height = height_m(instrument_m=value["instrument_m"], staff_m=float(cast(float, staff)))
        out.append({"op": "replace", "path": path, "value": round(height, 4)})
    return out


def _confirmed(operation: dict[str, Any]) -> list[str]:
    pointers = operation.get("value")
    if not isinstance(pointers, list) or not all(isinstance(each, str) and each.startswith("/") for each in pointers):
        raise InputError("confirm", "needs a list of the places in the document that are confirmed")
    return pointers


def _resized(document: Property, operation: dict[str, Any]) -> Any:
    litres = operation.get("value")
    if operation.get("path") != "/cistern":
        raise InputError("operations", f"can resize /cistern only, got {str(operation.get('path'))[:60]}")
    most = Amount("volume", MOST_L)
    if isinstance(litres, bool) or not isinstance(litres, int | float):
        raise InputError("cistern", "must hold from 0 to {most}, got {given}", most=most, given=str(litres)[:40])
    if not 0 <= litres <= MOST_L:
        given = Amount("volume", litres)
        raise InputError("cistern", "must hold from 0 to {most}, got {given}", most=most, given=given)
    return document.cistern.resized(float(litres)).model_dump(mode="json")
