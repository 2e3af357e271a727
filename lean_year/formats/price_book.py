"""The price book as a table: `key,name,unit,length_m,price,currency,supplier,dated,lead_days`, in any order of
columns."""

import csv
import io
from collections.abc import Iterable
from dataclasses import dataclass

from pydantic import ValidationError

from lean_year.core.parts.catalogue import KINDS, kind_of_key, priced_in
from lean_year.formats.cells import safe_cell
from lean_year.formats.read_table import MOST_PROBLEMS, Cells, Columns, read_number, read_table
from lean_year.formats.workbooks import Number, add_row, as_bytes, new_workbook
from lean_year.property.price_book import MOST_LINES, BookLine
from lean_year.property.refusals import first_problem

COLUMNS = ("key", "name", "unit", "length_m", "price", "currency", "supplier", "dated", "lead_days")
NEEDED = ("key", "unit", "price")
BY_VOLUME = "-m3"
"""Ends the key of a price that goes by what a tank holds."""


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
    read = read_table(
        data,
        Columns(
            names=COLUMNS,
            needed=NEEDED,
            most_rows=MOST_LINES,
            rows_are="prices",
            make=lambda cells, decimal_comma: _line(cells, currency, decimal_comma),
            known_by=lambda line: (line.key, line.currency),
            known_as="key",
        ),
    )
    unused = [why for line in read.rows if (why := _not_used(line))]
    return ReadBook(read.rows, read.problems, read.refused, unused[:MOST_PROBLEMS])


def _not_used(line: BookLine) -> str:
    kind = kind_of_key(line.key)
    if kind is None:
        return ""
    unit = "m3" if line.key == f"{kind}{BY_VOLUME}" else KINDS[kind].unit
    return "" if line.unit in priced_in(unit) else f"{line.name} is sold by the {unit}, and priced by the {line.unit}"


def _line(cells: Cells, currency: str, decimal_comma: bool) -> BookLine:
    raw = {
        "key": cells.get("key", ""),
        "name": cells.get("name") or cells.get("key", ""),
        "unit": cells.get("unit", ""),
        "length_m": read_number("length_m", cells["length_m"], decimal_comma) if cells.get("length_m") else None,
        "price": read_number("price", cells.get("price", ""), decimal_comma),
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
    value = read_number(field, text, decimal_comma)
    return int(value) if value.is_integer() else value
