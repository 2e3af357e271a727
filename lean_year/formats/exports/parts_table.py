"""The list of parts as a table for a merchant: what, how many, where and when, and no prices."""

import csv
import io
from collections.abc import Sequence

from lean_year.core.parts.catalogue import GROUPS
from lean_year.formats.cells import safe_cell
from lean_year.plan.answer.quantities import written
from lean_year.plan.stations.price.parts_list import PartLine
from lean_year.property.document import Units


def write_parts_csv(lines: Sequence[PartLine], units: Units) -> str:
    """What is bought as CSV, in the units of the property; what is left out or there already does not stand in it."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["part", "quantity", "unit", "in_words", "pieces", "bought_at", "day", "lead_days", "note"])
    for line in lines:
        if line.quantity <= 0 or line.bought:
            continue
        pieces = "; ".join(written("cut", 1000 * piece, units) for piece in line.pieces_m or [])
        writer.writerow(
            [
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
        )
    return out.getvalue()
