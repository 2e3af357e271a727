"""A paper log as a table: a day on each row, and in its columns what was read.

A column is understood by the words of its head and the unit beside them: `level (m)`, `down from overflow, in`,
`rain mm`, `meter m3`, `load L`, `note`, `by`.
"""

import datetime as dt
import hashlib
import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from pydantic import BaseModel, ValidationError

from lean_year.core import units as to
from lean_year.core.errors import InputError
from lean_year.formats.rain.rain_table import split_rows, text_of
from lean_year.property.entries import Entry
from lean_year.property.log_kinds import ABOUT_LOG, LogKind

MOST_ROWS = 20_000
DateOrder = Literal["year first", "day first", "month first"]
_LENGTHS = {"m": 1.0, "cm": 0.01, "mm": 0.001, "ft": to.M_PER_FOOT, "in": to.MM_PER_INCH / 1000}
_VOLUMES = {"l": 1.0, "m3": 1000.0, "m³": 1000.0, "gal": to.L_PER_US_GALLON, "kl": 1000.0}
_DEPTHS = {"mm": 1.0, "cm": 10.0, "in": to.MM_PER_INCH}
_DATE = re.compile(r"^(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})$")
_NUMBER = re.compile(r"^[+-]?(\d+([.,]\d*)?|[.,]\d+)$")
_UNIT = re.compile(r"(?<![a-z])(m3|m³|kl|gal|mm|cm|ft|in|%|l|m)(?![a-z])")


class LogColumn(BaseModel):
    """One column of it, as it was understood."""

    head: str
    read_as: str
    """In words; empty where it is left out."""
    unit: str


class RefusedLogRow(BaseModel):
    """One row, or a reading of it, that is left out."""

    line: int
    """0 where it is the property that speaks against it, and `why` names its day."""
    why: str


class LogTable(BaseModel):
    """What a table says."""

    columns: list[LogColumn]
    date_order: DateOrder
    entries: list[Entry]
    refused: list[RefusedLogRow]


@dataclass(frozen=True, slots=True)
class _Column:
    """What a column holds: the kind and the value of an entry, and the factor to its kept unit."""

    kind: LogKind
    value: str
    factor: float
    says: str
    unit: str


_TEXTS = {"date": ("date", "day"), "time": ("time", "hour"), "note": ("note", "remark", "comment"),
          "by": ("by", "who", "reader")}  # fmt: skip


def read_log_table(data: bytes, *, us: bool) -> LogTable:
    """Read a table of a log.

    Parameters
    ----------
    data : bytes
        CSV, with commas, semicolons or tabs, in any usual encoding; its first row names the columns.
    us : bool
        Whether what names no unit is in feet and inches, and dates begin with the month.

    Raises
    ------
    InputError
        If it is no table, or has no column of days or none of readings.
    """
    rows, _ = split_rows(text_of(data))
    if len(rows) < 2:
        raise InputError("file", "must have a row of names, and a row for each day")
    if len(rows) > MOST_ROWS + 1:
        raise InputError("file", f"may have at most {MOST_ROWS:,} rows, got {len(rows) - 1:,}")
    head = [cell.strip() for cell in rows[0]]
    texts = {what: column for what, words in _TEXTS.items() if (column := _named(head, words)) is not None}
    if "date" not in texts:
        raise InputError("file", "must have a column of days whose name has “date” or “day” in it")
    columns = {number: found for number, cell in enumerate(head)
               if number not in texts.values() and (found := _understood(cell, us)) is not None}  # fmt: skip
    if not columns and "note" not in texts:
        raise InputError("file", "must have a column of levels, rain, a meter or loads, named so, with its unit")
    order = _order([_cell(row, texts["date"]) for row in rows[1:]], us)
    entries: list[Entry] = []
    refused: list[RefusedLogRow] = []
    for line, row in enumerate(rows[1:], start=2):
        if not any(cell.strip() for cell in row):
            continue
        try:
            entries.extend(_entries(row, texts, columns, order))
        except InputError as error:
            refused.append(RefusedLogRow(line=line, why=str(error)))
        except ValidationError as error:
            refused.append(RefusedLogRow(line=line, why=str(error.errors()[0]["msg"])))
    shown = [
        LogColumn(
            head=cell,
            read_as=columns[number].says if number in columns else next(
                (what for what, column in texts.items() if column == number), ""
            ),
            unit=columns[number].unit if number in columns else "",
        )
        for number, cell in enumerate(head)
    ]  # fmt: skip
    return LogTable(columns=shown, date_order=order, entries=entries, refused=refused)


def _named(head: list[str], words: tuple[str, ...]) -> int | None:
    for number, cell in enumerate(head):
        if any(word in re.split(r"[^a-z]+", cell.lower()) for word in words):
            return number
    return None


def _understood(head: str, us: bool) -> _Column | None:
    words = head.lower()
    found = _UNIT.search(re.sub(r"^\s*in\s", "", words))
    unit = found[1] if found else ""
    if any(word in words for word in ("rain", "precip")):
        return _column("rain", "depth_mm", _DEPTHS, unit, "in" if us else "mm", "rain")
    if "meter" in words:
        return _column("meter", "reading_l", _VOLUMES, unit, "gal" if us else "l", "meter")
    if any(word in words for word in ("load", "truck", "deliver")):
        return _column("load", "volume_l", _VOLUMES, unit, "gal" if us else "l", "load of water")
    if any(word in words for word in ("down", "below", "ullage")):
        return _column("level", "below_m", _LENGTHS, unit, "ft" if us else "m", "from the overflow down")
    if any(word in words for word in ("level", "depth", "dip", "tank", "gauge", "stick", "tube")):
        if unit == "%":
            return _Column("level", "share", 0.01, "level by gauge", "%")
        if unit in _VOLUMES:
            return _Column("level", "volume_l", _VOLUMES[unit], "water in the tank", unit)
        return _column("level", "depth_m", _LENGTHS, unit, "ft" if us else "m", "depth of the water")
    return None


def _column(kind: LogKind, value: str, units: dict[str, float], unit: str, usual: str, says: str) -> _Column | None:
    known = unit or usual
    return _Column(kind, value, units[known], says, known) if known in units else None


def _order(cells: list[str], us: bool) -> DateOrder:
    """By the first date that can be read one way alone; else as the units have it."""
    for cell in cells:
        parts = _DATE.match(cell)
        if parts is None:
            continue
        if len(parts[1]) == 4:
            return "year first"
        if int(parts[1]) > 12:
            return "day first"
        if int(parts[2]) > 12:
            return "month first"
    return "month first" if us else "day first"


def _day(cell: str, order: DateOrder) -> dt.date:
    parts = _DATE.match(cell)
    if parts is None:
        raise InputError("date", f"must be a day like 2024-06-30, got {cell[:40]!r}")
    first, second, third = (int(part) for part in parts.groups())
    year, month, day = {
        "year first": (first, second, third),
        "day first": (third, second, first),
        "month first": (third, first, second),
    }[order]
    if year < 100:
        year += 2000
    try:
        return dt.date(year, month, day)
    except ValueError as error:
        raise InputError("date", f"{cell[:40]!r} is not a day of the calendar") from error


def _entries(row: list[str], texts: dict[str, int], columns: dict[int, _Column], order: DateOrder) -> Iterator[Entry]:
    on = _day(_cell(row, texts["date"]), order).isoformat()
    at = _time(_cell(row, texts["time"])) if "time" in texts else ""
    note = _cell(row, texts["note"])[:500] if "note" in texts else ""
    by = _cell(row, texts["by"])[:80] if "by" in texts else ""
    read = [(column, _number(cell, column)) for number, column in columns.items() if (cell := _cell(row, number))]
    made: list[tuple[LogKind, dict[str, float]]] = [
        (column.kind, {column.value: value * column.factor}) for column, value in read
    ]
    if not made and note:
        made = [("note", {})]
    for number, (kind, values) in enumerate(made):
        word = f"{on} {at} {kind} {sorted(values.items())} {note if kind == 'note' else ''}"
        key = hashlib.sha256(word.encode("utf-8", "replace")).hexdigest()[:30]
        yield Entry(
            id=f"table-{key}", kind=kind, about=f"{ABOUT_LOG}{kind}", on=on, at=at, by=by,
            note=note if number == 0 else "", values=values,
        )  # fmt: skip


def _number(cell: str, column: _Column) -> float:
    bare = cell.replace(" ", "").replace("\u00a0", "").rstrip("%")
    if not _NUMBER.match(bare):
        raise InputError(column.says, f"must be a number, got {cell[:40]!r}")
    return float(bare.replace(",", "."))


def _time(cell: str) -> str:
    found = re.match(r"^(\d{1,2})[:.h](\d{2})", cell)
    return f"{int(found[1]):02}:{found[2]}" if found and int(found[1]) < 24 and int(found[2]) < 60 else ""


def _cell(row: list[str], column: int) -> str:
    return row[column].strip() if column < len(row) else ""
