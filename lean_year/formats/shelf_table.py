"""The firm's shelf as a table, a row for each article; a cell is empty where its kind has no such figure."""

import csv
import io
from collections.abc import Iterable
from typing import Any, get_args

from lean_year.core.errors import InputError
from lean_year.core.units import (
    KG_PER_POUND,
    KPA_PER_PSI,
    L_PER_US_GALLON,
    L_S_PER_GALLON_MIN,
    M_PER_FOOT,
    MM_PER_INCH,
)
from lean_year.formats.cells import safe_cell
from lean_year.formats.read_table import Cells, Columns, ReadTable, read_number, read_table
from lean_year.property.parts import Part
from lean_year.property.shelf import KINDS, MOST_ARTICLES, Article, check_article, id_of
from lean_year.property.tank_shapes import AnyShape
from lean_year.property.treatment import LampSheet

_SHAPES: dict[str, type[Part]] = {
    shape.model_fields["kind"].default: shape for shape in get_args(get_args(AnyShape)[0])
}
_HELD: dict[str, type[Part]] = {"lamp": LampSheet}
"""Parts of an article, whose fields are columns of their own."""
_WORDS = ("kind", "name", "sheet", "shape", "stage", "size", "control", "stands")
_YES_OR_NO = ("estimate", "absolute", "liner", "cast", "round", "steel", "floor_falls", "paved")
NEEDED = ("kind", "name")
_US = {
    "_ft": ("_m", M_PER_FOOT),
    "_in": ("_mm", MM_PER_INCH),
    "_gal": ("_l", L_PER_US_GALLON),
    "_gpm": ("_l_s", L_S_PER_GALLON_MIN),
    "_psi": ("_kpa", KPA_PER_PSI),
    "_lb": ("_kg", KG_PER_POUND),
}
"""Endings of columns in US units, as they may be brought in."""


def _columns() -> tuple[str, ...]:
    """Each field once, in the order in which the kinds have them."""
    names = [*NEEDED, "sheet", "estimate", "weight_kg"]
    for model in KINDS.values():
        for field in model.model_fields:
            if field == "shape":
                names.append("shape")
                names += [each for shape in _SHAPES.values() for each in shape.model_fields if each != "kind"]
            elif field in _HELD:
                names += _HELD[field].model_fields
            else:
                names.append(field)
    return tuple(dict.fromkeys(names))


COLUMNS = _columns()


def write_shelf(articles: Iterable[Article]) -> str:
    """Articles as CSV, numbers with a point, curves as `flow:head` parted by semicolons. [L/s, m]"""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for article in articles:
        flat = _flat(article)
        writer.writerow([_cell(flat.get(name)) for name in COLUMNS])
    return out.getvalue()


def read_shelf(data: bytes) -> ReadTable[Article]:
    """Articles from a table: CSV in UTF-8, or the first sheet of a workbook.

    Raises
    ------
    InputError
        If it is no such table, or has more articles than a shelf.

    Examples
    --------
    >>> read_shelf(b"kind,name,volume_l\\nvessel,V,60\\n").rows[0].volume_l
    60.0
    """
    return read_table(
        data,
        Columns(
            names=COLUMNS,
            needed=NEEDED,
            most_rows=MOST_ARTICLES,
            rows_are="articles",
            make=_article,
            known_by=id_of,
            known_as="name",
        ),
    )


def _column(written: str) -> tuple[str, float | None]:
    """The column that is meant, and what its numbers are multiplied by where they are in another unit.

    >>> _column("height_ft"), _column("height_m")
    (('height_m', 0.3048), ('height_m', None))
    """
    if written not in COLUMNS:
        for ending, (ours, factor) in _US.items():
            if written.endswith(ending) and (name := written.removesuffix(ending) + ours) in COLUMNS:
                return name, factor
    return written, None


def _flat(article: Article) -> dict[str, Any]:
    flat: dict[str, Any] = {}
    for name, value in article.model_dump(mode="json").items():
        if name == "shape":
            flat |= {"shape": value.pop("kind")} | value
        elif name in _HELD:
            flat |= value or {}
        else:
            flat[name] = value
    return flat


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, list):
        return "; ".join(f"{flow:g}:{head:g}" for flow, head in value)
    return safe_cell(value) if isinstance(value, str) else f"{value:.10g}"


def _article(cells: Cells, decimal_comma: bool) -> Article:
    filled: dict[str, Any] = {}
    for written, text in cells.items():
        name, factor = _column(written)
        if name not in COLUMNS or not text:
            continue
        if name in filled:
            raise InputError(written, f"must be empty: {name} is there too")
        value = _value(name, text, decimal_comma)
        filled[name] = value if factor is None else value * factor
    model = KINDS.get(str(filled.get("kind")))
    if model is None:
        raise InputError("kind", f"must be one of {', '.join(KINDS)}")
    raw = {name: filled.pop(name) for name in list(filled) if name in model.model_fields and name != "shape"}
    if "shape" in model.model_fields:
        raw["shape"] = _shape(filled)
    for held, part in _HELD.items():
        own = {name: filled.pop(name) for name in list(filled) if name in part.model_fields}
        if held in model.model_fields and own:
            raw[held] = own
        elif own:
            filled |= own
    for name in filled:
        raise InputError(name, f"must be empty for this row: a {raw['kind']} has no such figure")
    return check_article(raw)


def _shape(filled: dict[str, Any]) -> dict[str, Any]:
    kind = filled.pop("shape", None)
    if kind not in _SHAPES:
        raise InputError("shape", f"must be one of {', '.join(_SHAPES)}")
    own = _SHAPES[kind].model_fields
    return {"kind": kind} | {name: filled.pop(name) for name in list(filled) if name in own}


def _value(name: str, text: str, decimal_comma: bool) -> Any:
    if name in _WORDS:
        return text
    if name in _YES_OR_NO:
        if text.lower() not in ("yes", "no"):
            raise InputError(name, f"must be yes or no, got {text[:40]!r}")
        return text.lower() == "yes"
    return _points(text, decimal_comma) if name == "points" else read_number(name, text, decimal_comma)


def _points(text: str, decimal_comma: bool) -> list[list[float]]:
    """Of a curve.

    >>> _points("0:46; 0.6:41", False)
    [[0.0, 46.0], [0.6, 41.0]]
    """
    pairs = [pair.split(":") for pair in text.split(";") if pair.strip()]
    if any(len(pair) != 2 for pair in pairs):
        raise InputError("points", f"must be pairs of flow:head, parted by semicolons, got {text[:40]!r}")
    return [[read_number("points", each.strip(), decimal_comma) for each in pair] for pair in pairs]
