"""Changing a document: RFC 6902 operations in, a checked document out."""

import re
from collections.abc import Mapping
from typing import Any, cast

import jsonpatch
import jsonpointer
from pydantic import ValidationError

from lean_year.core.errors import Amount, InputError
from lean_year.core.water_path.levels import height_m
from lean_year.property.cistern import MOST_L
from lean_year.property.document import Property
from lean_year.property.parts import PATTERNS, WORDS

# The tags of unions, which are no place in the document.
_TAGS = {"rectangle", "area", "outline", "volume", "upright_cylinder", "slim", "box", "lying_cylinder", "pit"}
RESIZE = "resize"
"""Our own operation beside those of RFC 6902: make the tanks at `/cistern` wider until they hold `value` litres."""
SURVEY = "survey"
"""Another: write heights from staff readings; `value` is the height of the instrument's line of sight and, for each
point, its place in the document and what the staff shows there."""
_HEIGHTS = re.compile(
    r"/roofs/\d+/outlet_m|/downpipes/\d+/screen_m|/downpipes/\d+/(tee_m|run/low_point_m|run/foot_m)|/cistern/tanks/\d+/floor_m"
    r"|/levels/(ground|tank_ground|discharge|pump|plant_room|highest_tap|lowest_tap)_m"
)


def field_name(location: tuple[int | str, ...]) -> str:
    """A place in a document as people read it.

    >>> field_name(("roofs", 0, "extent", "rectangle", "length_m"))
    'roofs[0].extent.length_m'
    """
    shown = ""
    for step in location:
        if isinstance(step, int):
            shown += f"[{step}]"
        elif step not in _TAGS:  # the tags of a union, which are not in the document
            shown += f".{step}" if shown else step
    return shown or "property"


KINDS = {
    "model_type": "an object with named parts",
    "model_attributes_type": "an object with named parts",
    "dict_type": "an object with named parts",
    "list_type": "a list",
    "tuple_type": "a list",
    "string_type": "text",
    "bool_type": "true or false",
    "bool_parsing": "true or false",
    "float_type": "a number",
    "float_parsing": "a number",
    "int_type": "a whole number",
    "int_parsing": "a whole number",
    "int_from_float": "a whole number",
    "int_parsing_size": "a whole number of fewer digits",
    "date_from_datetime_parsing": "a date such as 1998-07-31",
    "date_parsing": "a date such as 1998-07-31",
    "date_type": "a date such as 1998-07-31",
    "json_invalid": "JSON that can be read",
    "string_unicode": "text of whole characters",
}
"""What is allowed, for a value of the wrong kind."""


def sentence(error: Any) -> str:
    """One pydantic error in words that name what is allowed."""
    kind, context, given = error["type"], error.get("ctx", {}), error.get("input")
    shown = f", got {given!r}" if isinstance(given, int | float | str | bool) and len(str(given)) <= 60 else ""
    match kind:
        case "greater_than_equal":
            return f"must be at least {context['ge']:,.12g}{shown}"
        case "less_than_equal":
            return f"must be at most {context['le']:,.12g}{shown}"
        case "greater_than":
            return f"must be more than {context['gt']:,.12g}{shown}"
        case "less_than":
            return f"must be less than {context['lt']:,.12g}{shown}"
        case "missing":
            return "is missing"
        case "extra_forbidden":
            return "is not a known name here"
        case "finite_number":
            return "must be a finite number"
        case "string_pattern_mismatch":
            return f"must be {PATTERNS.get(context['pattern'], WORDS)}{shown}"
        case "literal_error":
            return f"must be one of {context['expected']}{shown}"
        case "value_error":
            return str(context["error"])
        case "too_long" | "too_short":
            return f"must have {_bound(kind, context)} entries, got {context['actual_length']:,}"
        case "string_too_long" | "string_too_short":
            return f"must have {_bound(kind, context)} characters"
        case _ if kind in KINDS:
            return f"must be {KINDS[kind]}{shown}"
        case _:
            return f"{error['msg'][0].lower()}{error['msg'][1:]}{shown}"


def _bound(kind: str, context: Mapping[str, Any]) -> str:
    return f"at most {context['max_length']:,}" if kind.endswith("long") else f"at least {context['min_length']:,}"


def first_problem(refused: ValidationError) -> InputError:
    """The first thing wrong with a document, as one clear error."""
    error = refused.errors(include_url=False)[0]
    cause = error.get("ctx", {}).get("error")
    if isinstance(cause, InputError):  # a check across fields, which names its own
        return cause.of(field_name((*error["loc"], cause.field)))
    return InputError(field_name(error["loc"]), sentence(error))


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

    A value that is written is no longer assumed; what is assumed of an entry follows it when others are taken out
    of its list or put in before it.

    Raises
    ------
    InputError
        If an operation does not fit the document, or the result is not a valid document.
    """
    raw = document.model_dump(mode="json")
    try:
        for number, operation in enumerate(operations):
            if operation.get("op") == RESIZE:
                raw["cistern"] = _resized(check(raw) if number else document, operation)
                raw["assumed"] = _still_assumed(raw["assumed"], operation)
                continue
            for each in _surveyed(operation) if operation.get("op") == SURVEY else [operation]:
                raw = jsonpatch.JsonPatch([each]).apply(raw, in_place=True)
                raw["assumed"] = _still_assumed(raw["assumed"], each)
    except InputError:
        raise
    except (
        jsonpatch.JsonPatchException,
        jsonpointer.JsonPointerException,
        TypeError,
        LookupError,
        ValueError,
    ) as bad:
        paths = ", ".join(str(op.get("path", ""))[:60] for op in operations[:4])
        raise InputError("operations", f"do not fit the document: {paths}") from bad
    return _sharing_parts(document, check(raw))


def _sharing_parts(before: Property, after: Property) -> Property:
    """The document with each part that did not change taken from before, so that it is known again at once."""
    same = {name: value for name, value in before.__dict__.items() if value == getattr(after, name)}
    return after.model_copy(update=same)


def _still_assumed(assumed: list[str], operation: dict[str, Any]) -> list[str]:
    kind, path = operation["op"], operation["path"]
    if kind == "test" or path.startswith("/assumed"):
        return assumed
    if kind == "move":
        assumed = _still_assumed(assumed, {"op": "remove", "path": operation["from"]})
    if kind == RESIZE:
        path = "/cistern/tanks"
    parent, _, last = path.rpartition("/")
    if last.isdigit() and kind in ("add", "move", "copy"):
        return [_moved(pointer, parent, int(last), 1) for pointer in assumed]
    left = [pointer for pointer in assumed if pointer != path and not pointer.startswith(f"{path}/")]
    if last.isdigit() and kind == "remove":
        return [_moved(pointer, parent, int(last), -1) for pointer in left]
    return left


def _moved(pointer: str, parent: str, first: int, by: int) -> str:
    """A pointer after the entries of a list have moved, from the `first` on."""
    if not pointer.startswith(f"{parent}/"):
        return pointer
    number, *rest = pointer[len(parent) + 1 :].split("/")
    if not number.isdigit() or int(number) < first:
        return pointer
    return "/".join([parent, str(int(number) + by), *rest])


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
