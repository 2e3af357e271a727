"""The list of parts as a table for a merchant: what, how many, where and when, and no prices."""

import csv
import io
from collections.abc import Iterator, Sequence
from typing import Any

from lean_year.core.parts.catalogue import GROUPS
from lean_year.formats.cells import safe_cell
from lean_year.formats.workbooks import Number, add_head, add_row, as_bytes, new_workbook
from lean_year.plan.answer.quantities import written
from lean_year.plan.model.parts_list import PartLine
from lean_year.property.document import Units

COLUMNS = ("part", "quantity", "unit", "in_words", "pieces", "bought_at", "day", "lead_days", "note")
WIDTHS = (44, 10, 10, 22, 40, 24, 6, 10, 40)


def _rows(lines: Sequence[PartLine], units: Units) -> Iterator[tuple[PartLine, str]]:
    """What is still to be bought, each with its pieces in words."""
    for line in lines:
        if line.quantity > 0 and not line.bought:
            yield line, "; ".join(written("cut", 1000 * piece, units) for piece in line.pieces_m or [])


def write_parts_csv(lines: Sequence[PartLine], units: Units) -> str:
    """What is bought as CSV, in the units of the property; what is left out or there already does not stand in it."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for line, pieces in _rows(lines, units):
        row: list[Any] = [
            safe_cell(line.name),
            f"{line.quantity / line.sold_factor:.6g}",
            line.sold_unit,
            line.sold,
            safe_cell(pieces),
            GROUPS[line.group],
            line.day,
            "" if line.lead_days is None else line.lead_days,
            safe_cell(line.note),
        ]
        writer.writerow(row)
    return out.getvalue()


def write_parts_workbook(lines: Sequence[PartLine], units: Units) -> bytes:
    """The same as a workbook of one sheet."""
    book = new_workbook()
    sheet = book.create_sheet("Parts")
    add_head(sheet, *(name.replace("_", " ").capitalize() for name in COLUMNS), widths=WIDTHS)
    for line, pieces in _rows(lines, units):
        add_row(
            sheet,
            line.name,
            Number(line.quantity / line.sold_factor),
            line.sold_unit,
            line.sold,
            pieces,
            GROUPS[line.group],
            Number(line.day),
            Number(line.lead_days),
            line.note,
        )
    return as_bytes(book)
