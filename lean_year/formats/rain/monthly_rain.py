"""Monthly totals: a row a year with twelve months, or a row a month."""

import re
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import FIRST_YEAR, LAST_YEAR
from lean_year.formats.rain.rain_table import COMMA_NUMBER, MISSING_WORDS, POINT_NUMBER, TRACE_WORDS, split_rows

LEAST_MONTHS = 24
MOST_MONTH_MM = 10_000.0
_YEAR_MONTH = re.compile(r"(\d{4})[-/. ](\d{1,2})|(\d{1,2})[-/. ](\d{4})", re.ASCII)


@dataclass(frozen=True, slots=True)
class MonthlyTotals:
    """Totals in the file's unit, whole years in a row, NaN where missing."""

    first_year: int
    monthly: NDArray[np.float64]
    """Shape (n_years, 12)."""
    rows: int


def read_monthly(text: str) -> MonthlyTotals | None:
    """Monthly totals, or None where the text is no such table.

    Raises
    ------
    InputError
        Naming the line, where a table of months holds something that is no total.
    """
    rows, delimiter = split_rows(text)
    body = [(number, row) for number, row in enumerate(rows, start=1) if any(row)]
    wide = [(number, row) for number, row in body if len(row) in (13, 14) and _year(row[0]) is not None]
    if len(wide) >= 2 and len(wide) >= 0.8 * (len(body) - 2):
        cells = {(year, month): (number, row[month]) for number, row in wide for year in (_year(row[0]),)
                 if year is not None for month in range(1, 13)}  # fmt: skip
        if len(cells) < 12 * len(wide):
            raise InputError("file", "has a year twice")
        return _totals(cells, delimiter, len(wide))
    tall = [(number, row) for number, row in body if len(row) >= 2 and _year_month(row) is not None]
    if len(tall) >= LEAST_MONTHS and len(tall) >= 0.8 * (len(body) - 2):
        found: dict[tuple[int, int], tuple[int, str]] = {}
        for number, row in tall:
            when = _year_month(row)
            assert when is not None
            if when in found:
                raise InputError(f"line {number}", f"{when[0]}-{when[1]:02d} is there twice")
            found[when] = (number, row[-1])
        return _totals(found, delimiter, len(tall))
    return None


def _year(cell: str) -> int | None:
    return int(cell) if re.fullmatch(r"\d{4}", cell) and FIRST_YEAR <= int(cell) <= LAST_YEAR else None


def _year_month(row: list[str]) -> tuple[int, int] | None:
    match = _YEAR_MONTH.fullmatch(row[0])
    if match:
        year, month = (match[1], match[2]) if match[1] else (match[4], match[3])
    elif len(row) == 3 and _year(row[0]) is not None and re.fullmatch(r"\d{1,2}", row[1]):
        year, month = row[0], row[1]
    else:
        return None
    when = int(year), int(month)
    return when if FIRST_YEAR <= when[0] <= LAST_YEAR and 1 <= when[1] <= 12 else None


def _totals(cells: dict[tuple[int, int], tuple[int, str]], delimiter: str, rows: int) -> MonthlyTotals:
    first, last = min(year for year, _ in cells), max(year for year, _ in cells)
    table = np.full((last - first + 1, 12), np.nan)
    comma = delimiter != "," and sum("," in text for _, text in cells.values()) > len(cells) / 3
    number_form = COMMA_NUMBER if comma else POINT_NUMBER
    for (year, month), (line, text) in cells.items():
        lower = text.lower()
        if lower in MISSING_WORDS or lower in ("-9999", "-999.9", "-99.9", "-999", "-99"):
            continue
        if lower in TRACE_WORDS:
            value = 0.0
        elif number_form.fullmatch(text):
            value = float(text.replace(",", "."))
        else:
            raise InputError(f"line {line}", f"not a number: {text[:30]!r}")
        if value < 0:
            raise InputError(f"line {line}", f"rain cannot be negative: {text}")
        table[year - first, month - 1] = value
    if np.isnan(table).all():
        raise InputError("file", "has months but no rain")
    return MonthlyTotals(first, table, rows)
