"""Reading a table that a person keeps: CSV parted by commas, semicolons or tabs, or the first sheet of a workbook,
with a row of names first. Rows that cannot be read are named and left out; the others stand."""

import csv
import io
import re
from collections.abc import Callable, Hashable, Iterable, Iterator, Mapping
from dataclasses import dataclass
from typing import Generic, TypeVar

from lean_year.core.errors import InputError
from lean_year.formats.cells import bare_cell
from lean_year.formats.workbooks import is_workbook, rows_of_workbook

MOST_BYTES = 16 * 1024 * 1024
MOST_PROBLEMS = 50
_NUMBER = re.compile(r"\d+([.,]\d+)?|\d{1,3}([ ,.]\d{3})+([.,]\d+)?")
Row = TypeVar("Row")
Cells = Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Columns(Generic[Row]):
    """What a kind of table has in it."""

    names: tuple[str, ...]
    needed: tuple[str, ...]
    most_rows: int
    rows_are: str
    """What its rows are, in the plural."""
    make: Callable[[Cells, bool], Row]
    """A row from its cells by column, and whether a comma in a number is that of its decimals; it raises what is
    wrong as an `InputError`."""
    known_by: Callable[[Row], tuple[Hashable, ...]]
    """What no two rows have alike."""
    known_as: str
    """The column that is named where two have it alike."""


@dataclass(frozen=True, slots=True)
class ReadTable(Generic[Row]):
    """Rows of a table, and what could not be read of it."""

    rows: list[Row]
    problems: list[str]
    """With the line of the file that each is in; the first of them, where there are many."""
    refused: int
    """Rows that were not read."""


def read_table(data: bytes, columns: Columns[Row]) -> ReadTable[Row]:
    """Read a table.

    Parameters
    ----------
    data : bytes
        CSV in UTF-8, or a workbook (XLSX); at most 16 MB.
    columns : Columns

    Returns
    -------
    ReadTable

    Raises
    ------
    InputError
        If it is no such table, or has too many rows.
    """
    if len(data) > MOST_BYTES:
        raise InputError("file", f"must have at most {MOST_BYTES // 1024**2} MB")
    if is_workbook(data):
        return read_rows(rows_of_workbook(data), columns)
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise InputError("file", "must be a table in UTF-8: CSV, or a workbook") from error
    head = text.split("\n", 1)[0]
    parted_by = max(",;\t", key=head.count)
    rows = csv.reader(io.StringIO(text), delimiter=parted_by)
    try:
        return read_rows(rows, columns, decimal_comma=parted_by == ";")
    except csv.Error as error:
        raise InputError("file", f"is no table that can be read: {error}") from error


def read_rows(rows: Iterable[list[str]], columns: Columns[Row], *, decimal_comma: bool = False) -> ReadTable[Row]:
    """Read the rows of a table, the first of which names its columns; `decimal_comma` decides what 1,200 is."""
    counted = enumerate(rows, 1)
    names = _named(next(counted, (1, []))[1], columns)
    kept: list[Row] = []
    problems: list[str] = []
    refused = 0
    seen: dict[tuple[Hashable, ...], int] = {}
    for number, cells in _filled(counted):
        if len(kept) >= columns.most_rows:
            raise InputError("file", f"must have at most {columns.most_rows:,} {columns.rows_are}")
        cells_of = dict(zip(names, map(bare_cell, cells), strict=False))
        try:
            row = columns.make(cells_of, decimal_comma)
            known = columns.known_by(row)
            if known in seen:
                raise InputError(columns.known_as, f"stands in line {seen[known]} too: {cells_of[columns.known_as]}")
        except InputError as error:
            refused += 1
            if len(problems) < MOST_PROBLEMS:
                problems.append(f"line {number}: {error}")
            continue
        seen[known] = number
        kept.append(row)
    return ReadTable(kept, problems, refused)


def _named(head: list[str], columns: Columns[Row]) -> list[str]:
    names = [bare_cell(name).lower().replace(" ", "_") for name in head]
    lacking = [name for name in columns.needed if name not in names]
    if lacking:
        raise InputError(
            "line 1", f"must name the columns {', '.join(columns.names)}; {', '.join(lacking)} is not there"
        )
    twice = {name for name in names if name in columns.names and names.count(name) > 1}
    if twice:
        raise InputError("line 1", f"names a column twice: {', '.join(sorted(twice))}")
    return names


def _filled(counted: Iterator[tuple[int, list[str]]]) -> Iterator[tuple[int, list[str]]]:
    return ((number, cells) for number, cells in counted if any(cell.strip() for cell in cells))


def read_number(field: str, text: str, decimal_comma: bool) -> float:
    """A number with a decimal point, or comma; thousands may be parted by the other, or by spaces.

    >>> [read_number("price", each, False) for each in ("1,234.50", "12,5", "1 200", "1,200")]
    [1234.5, 12.5, 1200.0, 1200.0]
    >>> [read_number("price", each, True) for each in ("1.234,5", "12.5", "1,200")]
    [1234.5, 12.5, 1.2]
    """
    if not _NUMBER.fullmatch(text):
        raise InputError(field, f"must be a number from 0 up, got {text[:40]!r}")
    bare = text.replace(" ", "")
    point, other = (",", ".") if decimal_comma else (".", ",")
    if point not in bare and not re.fullmatch(rf"\d{{1,3}}(\{other}\d{{3}})+|\d+", bare):
        point, other = other, point  # 12,5 can be nothing else
    return float(bare.replace(other, "").replace(point, "."))
