"""Workbooks (XLSX): made of texts, numbers and formulas that are not mistaken for one another, and read as rows."""

import datetime as dt
import io
import zipfile
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

from lean_year.core.errors import InputError

if TYPE_CHECKING:
    from openpyxl import Workbook
    from openpyxl.worksheet.worksheet import Worksheet

MONEY, SHARE, COUNT, DEPTH = "#,##0.00", "0.0%", "#,##0.###", "#,##0.0"
MOST_UNPACKED_BYTES = 200 * 1024 * 1024
MOST_COLUMNS = 60


@dataclass(frozen=True, slots=True)
class Formula:
    """What a spreadsheet works out. All else is a number or a text, whatever it begins with."""

    text: str
    form: str = MONEY


@dataclass(frozen=True, slots=True)
class Number:
    value: float | None
    form: str = COUNT


Cell = str | Number | Formula | None


def new_workbook() -> "Workbook":
    """A workbook without a sheet."""
    from openpyxl import Workbook  # here: large, and wanted by few

    book = Workbook()
    book.remove(book.worksheets[0])
    return book


def as_bytes(book: "Workbook") -> bytes:
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def add_head(sheet: "Worksheet", *names: str, widths: Sequence[float]) -> None:
    from openpyxl.utils import get_column_letter

    add_row(sheet, *names, bold=True)
    sheet.freeze_panes = "A2"
    for column, width in enumerate(widths, 1):
        sheet.column_dimensions[get_column_letter(column)].width = width


def add_row(sheet: "Worksheet", *cells: Cell, bold: bool = False) -> None:
    from openpyxl.styles import Font

    row = 1 if sheet.max_row == 1 and sheet.cell(1, 1).value is None else sheet.max_row + 1
    for column, each in enumerate(cells, 1):
        cell: Any = sheet.cell(row, column)
        if isinstance(each, Formula):
            cell.value, cell.number_format = each.text, each.form
        elif isinstance(each, Number):
            cell.value, cell.number_format = each.value, each.form
        elif each is not None:
            cell.value = "".join(letter for letter in each if letter.isprintable())
            cell.data_type = "s"  # a text of a person is never worked out
        if bold:
            cell.font = Font(bold=True)


def is_workbook(data: bytes) -> bool:
    """Whether it begins as one."""
    return data.startswith(b"PK\x03\x04")


def rows_of_workbook(data: bytes) -> Iterator[list[str]]:
    """The rows of the first sheet as texts.

    Raises
    ------
    InputError
        If it is no workbook that can be read, or is larger unpacked than 200 MB.
    """
    from openpyxl import load_workbook

    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            if sum(each.file_size for each in packed.infolist()) > MOST_UNPACKED_BYTES:
                raise InputError("file", f"must have at most {MOST_UNPACKED_BYTES // 1024**2} MB when it is unpacked")
        book = load_workbook(io.BytesIO(data), read_only=True, data_only=True)
        for row in book.worksheets[0].iter_rows(max_col=MOST_COLUMNS, values_only=True):
            yield [_text(each) for each in row]
    except InputError:
        raise
    except Exception as error:  # whatever a broken workbook does to its reader
        raise InputError("file", "is no workbook that can be read") from error


def _text(value: Any) -> str:
    if value is None:
        return ""
    if isinstance(value, dt.datetime):
        return value.date().isoformat()
    if isinstance(value, float) and value == int(value) and abs(value) < 1e15:
        return str(int(value))
    return str(value)
