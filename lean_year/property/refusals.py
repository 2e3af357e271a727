"""What is wrong with a document, in words that name the field and what is allowed."""

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from lean_year.core.errors import Amount, InputError
from lean_year.property.parts import PATTERNS, WORDS

# The tags of unions, which are no place in the document.
_TAGS = {
    "rectangle",
    "area",
    "outline",
    "volume",
    "upright_cylinder",
    "slim",
    "box",
    "precast",
    "moulded",
    "round_cast",
    "lying_cylinder",
    "pit",
}


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


_KINDS_BY_ENDING = {
    "_l_day": "rate", "_l": "volume", "_l_month": "volume", "_mm_h": "intensity", "_mm": "bore", "_m": "length",
    "_m2": "area", "_m3": "bulk", "_l_s": "flow", "_kpa": "pressure", "_kg": "mass", "_c": "temperature",
}  # fmt: skip
"""What a field holds, by the unit at the end of its name."""
_NO_QUANTITY = ("hazen_c",)
_MOST_WRITTEN = 1e15
_BOUNDS = {
    "greater_than_equal": ("ge", "at least"),
    "less_than_equal": ("le", "at most"),
    "greater_than": ("gt", "more than"),
    "less_than": ("lt", "less than"),
}


def _out_of_range(field: str, error: Any) -> InputError | None:
    """A quantity outside its range, so that it can be written in the property's units; None for anything else."""
    name, given = field.rstrip("[]0123456789"), error.get("input")
    kind = next((kind for ending, kind in _KINDS_BY_ENDING.items() if name.endswith(ending)), None)
    if kind is None or name.endswith(_NO_QUANTITY) or error["type"] not in _BOUNDS:
        return None
    if isinstance(given, bool) or not isinstance(given, int | float) or abs(given) > _MOST_WRITTEN:
        return None
    bound, words = _BOUNDS[error["type"]]
    limits = {"limit": Amount(kind, error["ctx"][bound]), "given": Amount(kind, given)}
    return InputError(field, f"must be {words} {{limit}}, got {{given}}", **limits)


def sentence(error: Any) -> str:
    """One pydantic error in words that name what is allowed."""
    kind, context, given = error["type"], error.get("ctx", {}), error.get("input")
    shown = f", got {given!r}" if isinstance(given, int | float | str | bool) and len(str(given)) <= 60 else ""
    match kind:
        case _ if kind in _BOUNDS:
            bound, words = _BOUNDS[kind]
            limit = context[bound]  # a day is in words already
            return f"must be {words} {limit if isinstance(limit, str) else f'{limit:,.12g}'}{shown}"
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
    field = field_name(error["loc"])
    return _out_of_range(field, error) or InputError(field, sentence(error))
