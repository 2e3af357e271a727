"""The price book as a table: `key,name,unit,length_m,price,currency,supplier,dated,lead_days`, in any order of
columns."""

import csv
import io
import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from pydantic import ValidationError

from lean_year.core.errors import InputError
from lean_year.core.parts.catalogue import KINDS, kind_of_key, priced_in
from lean_year.formats.cells import bare_cell, safe_cell
from lean_year.formats.workbooks import Number, add_row, as_bytes, is_workbook, new_workbook, rows_of_workbook
from lean_year.property.price_book import MOST_LINES, BookLine
from lean_year.property.refusals import first_problem

COLUMNS = ("key", "name", "unit", "length_m", "price", "currency", "supplier", "dated", "lead_days")
NEEDED = ("key", "unit", "price")
MOST_BYTES = 16 * 1024 * 1024
MOST_PROBLEMS = 50
BY_VOLUME = "-m3"
"""Ends the key of a price that goes by what a tank holds."""
_NUMBER = re.compile(r"\d+([.,]\d+)?|\d{1,3}([ ,.]\d{3})+([.,]\d+)?")


@dataclass(frozen=True, slots=True)
class ReadBook:
    """Lines of a table, and what could not be read of it."""

    lines: list[BookLine]
    problems: list[str]
    """With the line of the file that each is in; the first of them, where there are many."""
    refused: int
    """Rows that were not read."""
    unused: list[str]
    """Prices that are read and will not be used, and why."""


def write_price_book(lines: Iterable[BookLine]) -> str:
    """The book as CSV."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for line in lines:
        writer.writerow(
            [
                line.key,
                safe_cell(line.name),
                line.unit,
                "" if line.length_m is None else f"{line.length_m:g}",
                repr(line.price),
                safe_cell(line.currency),
                safe_cell(line.supplier),
                line.dated or "",
                "" if line.lead_days is None else line.lead_days,
            ]
        )
    return out.getvalue()


def write_price_workbook(lines: Iterable[BookLine]) -> bytes:
    """The book as a workbook of one sheet, with the columns of the CSV."""
    book = new_workbook()
    sheet = book.create_sheet("Prices")
    add_row(sheet, *COLUMNS, bold=True)
    for line in lines:
        length, price, lead = Number(line.length_m), Number(line.price), Number(line.lead_days)
        add_row(sheet, line.key, line.name, line.unit, length, price, line.currency, line.supplier, line.dated, lead)
    return as_bytes(book)


def read_price_book(data: bytes, currency: str = "€") -> ReadBook:
    """Read a table of prices.

    Parameters
    ----------
    data : bytes
        CSV in UTF-8, parted by commas, semicolons or tabs, or the first sheet of a workbook (XLSX); with a row of
        names first, at most 16 MB.
    currency : str
        Of rows that name none.

    Returns
    -------
    ReadBook

    Raises
    ------
    InputError
        If it is no such table, or has more lines than a book.
    """
    if len(data) > MOST_BYTES:
        raise InputError("file", f"must have at most {MOST_BYTES // 1024**2} MB")
    if is_workbook(data):
        return read_rows(rows_of_workbook(data), currency)
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise InputError("file", "must be a table in UTF-8: CSV, or a workbook") from error
    head = text.split("\n", 1)[0]
    parted_by = max(",;\t", key=head.count)
    rows = csv.reader(io.StringIO(text), delimiter=parted_by)
    try:
        return read_rows(rows, currency, decimal_comma=parted_by == ";")
    except csv.Error as error:
        raise InputError("file", f"is no table that can be read: {error}") from error


def read_rows(rows: Iterable[list[str]], currency: str, *, decimal_comma: bool = False) -> ReadBook:
    """Read the rows of a table, the first of which names its columns; `decimal_comma` decides what 1,200 is."""
    counted = enumerate(rows, 1)
    names = [bare_cell(name).lower().replace(" ", "_") for name in next(counted, (1, []))[1]]
    lacking = [name for name in NEEDED if name not in names]
    if lacking:
        raise InputError("line 1", f"must name the columns {', '.join(COLUMNS)}; {', '.join(lacking)} is not there")
    twice = {name for name in names if name in COLUMNS and names.count(name) > 1}
    if twice:
        raise InputError("line 1", f"names a column twice: {', '.join(sorted(twice))}")
    lines: list[BookLine] = []
    problems: list[str] = []
    refused = 0
    seen: dict[tuple[str, str], int] = {}
    for number, row in counted:
        if not any(cell.strip() for cell in row):
            continue
        if len(lines) >= MOST_LINES:
            raise InputError("file", f"must have at most {MOST_LINES:,} prices")
        try:
            line = _line(dict(zip(names, map(bare_cell, row), strict=False)), currency, decimal_comma)
            if (line.key, line.currency) in seen:
                raise InputError("key", f"stands in line {seen[line.key, line.currency]} too: {line.key}")
        except InputError as error:
            refused += 1
            if len(problems) < MOST_PROBLEMS:
                problems.append(f"line {number}: {error}")
            continue
        seen[line.key, line.currency] = number
        lines.append(line)
    return ReadBook(lines, problems, refused, [why for line in lines if (why := _not_used(line))][:MOST_PROBLEMS])


def _not_used(line: BookLine) -> str:
    kind = kind_of_key(line.key)
    if kind is None:
        return ""
    unit = "m3" if line.key == f"{kind}{BY_VOLUME}" else KINDS[kind].unit
    return "" if line.unit in priced_in(unit) else f"{line.name} is sold by the {unit}, and priced by the {line.unit}"


def _line(cells: Mapping[str, str], currency: str, decimal_comma: bool) -> BookLine:
    raw = {
        "key": cells.get("key", ""),
        "name": cells.get("name") or cells.get("key", ""),
        "unit": cells.get("unit", ""),
        "length_m": _number("length_m", cells["length_m"], decimal_comma) if cells.get("length_m") else None,
        "price": _number("price", cells.get("price", ""), decimal_comma),
        "currency": cells.get("currency") or currency,
        "supplier": cells.get("supplier", ""),
        "dated": cells.get("dated") or None,
        "lead_days": _whole("lead_days", cells["lead_days"], decimal_comma) if cells.get("lead_days") else None,
    }
    try:
        return BookLine.model_validate(raw)
    except ValidationError as error:
        raise first_problem(error) from error


def _whole(field: str, text: str, decimal_comma: bool) -> float:
    """As a whole number where it is one: a workbook writes 14 as 14.0."""
    value = _number(field, text, decimal_comma)
    return int(value) if value.is_integer() else value


def _number(field: str, text: str, decimal_comma: bool) -> float:
    """A number with a decimal point, or comma; thousands may be parted by the other, or by spaces.

    >>> [_number("price", each, False) for each in ("1,234.50", "12,5", "1 200", "1,200")]
    [1234.5, 12.5, 1200.0, 1200.0]
    >>> [_number("price", each, True) for each in ("1.234,5", "12.5", "1,200")]
    [1234.5, 12.5, 1.2]
    """
    if not _NUMBER.fullmatch(text):
        raise InputError(field, f"must be a number from 0 up, got {text[:40]!r}")
    bare = text.replace(" ", "")
    point, other = (",", ".") if decimal_comma else (".", ",")
    if point not in bare and not re.fullmatch(rf"\d{{1,3}}(\{other}\d{{3}})+|\d+", bare):
        point, other = other, point  # 12,5 can be nothing else
    return float(bare.replace(other, "").replace(point, "."))
