"""What places of a document are called, and what stands there, in words."""

import re
from typing import Any

import jsonpointer

from lean_year.plan.answer.quantities import entered, written
from lean_year.plan.choices import choice_label
from lean_year.property.document import Property, Units
from lean_year.property.front import at_front
from lean_year.property.supplies import is_own_place, pointers_swapped

_ENDINGS = (
    (r"_l_(day|month)$", "rate"), (r"_l_s$", "flow"), (r"_l_min$", "flow_min"),
    (r"_ah$", "charge"), (r"^volts$", "voltage"), (r"_mm_h$", "intensity"), (r"_m_s$", "speed"),
    (r"_cm2$", "opening"), (r"_m2$", "area"), (r"(^bore|_drain|reducer)_mm$", "pipe"),
    (r"_mm$", "bore"), (r"_kpa$", "pressure"), (r"_kn$", "force"),
    (r"_c$", "temperature"), (r"_deg$", "angle"), (r"_l$", "volume"), (r"_m$", "length"),
    (r"(^|_)(share|cut)$", "percent"),
)  # fmt: skip
"""What a number is, by the unit at the end of its field's name; the longer endings first."""
_NAMED = {"on": "in use", "floor_m": "height of the floor", "outlet_m": "height of the outlet"}
"""Fields that are called otherwise."""
_UNIT = re.compile(r"_(l_day|l_month|l_s|l_min|mm_h|m_s|cm2|m2|m3|mm|kpa|kn|kg|deg|c|l|m|h|s|min|mj_cm2|l_h)$")


def place_words(document: Property, path: str) -> str:
    """A place as people call it, with the names that rows have in the document, and that of the supply where there
    are several.

    >>> from lean_year.demo.saltmarrow import saltmarrow
    >>> place_words(saltmarrow(), "/cistern/tanks/0/shape/diameter_m"), place_words(saltmarrow(), "/pump/vessel_l")
    ('Liner tank: diameter', 'Pump: vessel')
    """
    if not document.supplies:
        return _words(document, path)
    rows = range(len(document.supplies))
    row = next((row for row in rows if path.startswith(f"/supplies/{row}/")), None)
    if row is not None and (inside := pointers_swapped([path], row)[0]) != path:
        shown = at_front(document, document.supplies[row].id)
        return f"{shown.supply.name}: {_words(shown, inside)}"
    own = f"{document.supply.name}: " if is_own_place(path) else ""
    return f"{own}{_words(document, path)}"


def _words(document: Property, path: str) -> str:
    steps = path.split("/")[1:]
    field = _NAMED.get(steps[-1]) or _UNIT.sub("", steps[-1]).replace("_", " ")
    for end in range(len(steps) - 1, 0, -1):
        row = _at(document, "/" + "/".join(steps[:end]))
        named = getattr(row, "name", None) or (row.get("name") if isinstance(row, dict) else None)
        if named:
            return _capital(f"{named}: {field}")
    if steps[-1].isdigit() or steps[-1] == "-":
        row = _at(document, path)
        named = getattr(row, "name", None)
        kind = steps[-2].replace("_", " ").removesuffix("s")
        return _capital(f"{kind} {named}" if named else kind)
    if len(steps) == 1:
        return _capital(field)
    owner = next(step for step in reversed(steps[:-1]) if not step.isdigit()).replace("_", " ")
    return _capital(f"{owner}: {field}")


def _at(document: Property, path: str) -> Any:
    value: Any = document
    for step in jsonpointer.JsonPointer(path).parts:
        if isinstance(value, list):
            value = value[int(step)] if step.isdigit() and int(step) < len(value) else None
        elif isinstance(value, dict):
            value = value.get(step)
        else:
            value = getattr(value, step, None)
        if value is None:
            return None
    return value


def value_words(path: str, value: Any, units: Units) -> str:
    """What stands at a place, in the units of the property.

    >>> value_words("/cistern/tanks/0/shape/diameter_m", 6.9, "metric"), value_words("/roofs/0/on", False, "us")
    ('6.9 m', 'no')
    """
    field = path.rsplit("/", 1)[-1]
    if value is None:
        return "none"
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, (int, float)):
        if field.endswith("_kg"):
            return written("mass", float(value), units)
        if field == "micron":
            return written("micron", float(value), units)
        kind = next((kind for ending, kind in _ENDINGS if re.search(ending, field)), "count")
        return entered(kind, float(value), units)
    if isinstance(value, str):
        return choice_label(path, value, units).replace("_", " ")
    if isinstance(value, list):
        return ", ".join(value_words(path, each, units) for each in value) or "none"
    named = value.get("name") if isinstance(value, dict) else None
    return named if isinstance(named, str) and named else "there"


def _capital(words: str) -> str:
    return words[:1].upper() + words[1:]
