"""Daily rain from a table of any reasonable shape, with an account of what was understood.

What a person's file says about itself is read, not trusted: the unit is checked against the year's total, the
wettest day and the step of the values. Rows that cannot be read are refused one by one, by line number.
"""

import datetime as dt
import re
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.catchment import MAX_RAIN_MM
from lean_year.core.errors import InputError
from lean_year.core.rainfall import FIRST_YEAR, LAST_YEAR, DailyRain, longest_run
from lean_year.formats.rain_table import (
    COMMA_NUMBER,
    COMPACT_DATE,
    DATE,
    MISSING_WORDS,
    POINT_NUMBER,
    TRACE_WORDS,
    Table,
    read_table,
)
from lean_year.plan.wording import fixed

DateOrder = Literal["ymd", "dmy", "mdy"]
Unit = Literal["mm", "tenth_mm", "inch"]
MM_PER_UNIT: dict[Unit, float] = {"mm": 1.0, "tenth_mm": 0.1, "inch": 25.4}
UNIT_NAME: dict[Unit, str] = {"mm": "millimetres", "tenth_mm": "tenths of a millimetre", "inch": "inches"}
MAX_SPAN_DAYS = 200_000
LEAST_DAYS = 365
REFUSED_SHARE_LIMIT = 0.2
REFUSED_SHOWN = 50
WETTEST_YEAR_MM = 6_000.0
DRIEST_YEAR_MM = 150.0
_MISSING_NUMBERS = {-9999.0, -999.0, -999.9, -99.9, -99.0, -9.0, -9.9}


@dataclass(frozen=True, slots=True)
class Choices:
    """What the person says about the file; None leaves it to be worked out."""

    date_order: DateOrder | None = None
    unit: Unit | None = None
    rain_column: int | None = None


@dataclass(frozen=True, slots=True)
class RefusedRow:
    line: int
    text: str
    reason: str


@dataclass(slots=True)
class RainImport:
    """The record and the account of how it was read."""

    rain: DailyRain
    table: Table
    date_order: DateOrder
    unit: Unit
    unit_reason: str
    rows: int
    accepted: int
    refused: list[RefusedRow]
    refused_count: int
    blank_days: int
    trace_days: int
    repeated_days: int
    missing_days: int
    longest_gap_days: int
    longest_gap_start: dt.date | None
    mean_year_mm: float
    wettest_day_mm: float
    wettest_date: dt.date
    warnings: list[str] = field(default_factory=list)


def _date_order(parts: NDArray[np.int64], lines: NDArray[np.int64], chosen: DateOrder | None) -> DateOrder:
    """Which of day and month comes first, settled by days past the 12th, else by which order gives runs of days."""
    first, second, third = parts.T
    if chosen:
        return chosen
    if (first > 31).mean() > 0.5:
        return "ymd"
    day_first = np.flatnonzero((first > 12) & (second <= 12))
    month_first = np.flatnonzero((second > 12) & (first <= 12))
    if day_first.size and month_first.size:
        raise InputError(
            "dates",
            f"are in two orders: line {lines[day_first[0]]} has the day first, "
            f"line {lines[month_first[0]]} the month first; mend the file or choose one order",
        )
    if day_first.size or month_first.size:
        return "dmy" if day_first.size else "mdy"
    steps = {
        "dmy": np.abs(np.diff(third * 372 + second * 31 + first)),
        "mdy": np.abs(np.diff(third * 372 + first * 31 + second)),
    }
    return "dmy" if np.median(steps["dmy"]) <= np.median(steps["mdy"]) else "mdy"


def _guess_unit(name: str, values: NDArray[np.float64]) -> tuple[Unit, str]:
    """The unit of the values and the reason, from the column's name and from what the values would mean."""
    mean_year = float(values.mean() * 365.25)
    # Not the very wettest day: one slip of the pen must not change the unit of a record.
    wet = values[values > 0]
    wettest = float(np.quantile(wet, 0.995)) if wet.size else 0.0
    whole = bool(np.all(values == np.round(values)))
    lower = name.lower()
    said: Unit | None = None
    if re.search(r"tenth|0[.,]1 ?mm|mm ?/ ?10", lower):
        said = "tenth_mm"
    elif re.search(r"\bmm\b|_mm|\(mm|millim", lower):
        said = "mm"
    elif re.search(r"\binch|_in\b|\(in\b|\bin\b|_inch", lower):
        said = "inch"
    fits: dict[Unit, bool] = {
        unit: DRIEST_YEAR_MM / 10 <= mean_year * factor <= WETTEST_YEAR_MM and wettest * factor <= MAX_RAIN_MM
        for unit, factor in MM_PER_UNIT.items()
    }
    if said and fits[said]:
        return (
            said,
            f"the column is called {name!r}, and {fixed(mean_year * MM_PER_UNIT[said])} mm a year is possible",
        )
    if not fits["mm"] and fits["tenth_mm"]:
        guess: Unit = "tenth_mm"
        why = f"as millimetres the mean year would be {fixed(mean_year)} mm and its heavy days {fixed(wettest)} mm"
    elif mean_year < DRIEST_YEAR_MM and wettest < 20 and not whole and fits["inch"]:
        guess = "inch"
        why = f"as millimetres a mean year would be only {fixed(mean_year)} mm, as inches {fixed(mean_year * 25.4)}"
    elif whole and mean_year > 2_500 and wettest > 300:
        guess = "tenth_mm"
        why = f"whole numbers that make {fixed(mean_year)} mm a year; as tenths it is {fixed(mean_year / 10)} mm"
    else:
        guess = "mm"
        why = f"as millimetres the mean year is {fixed(mean_year)} mm and its heavy days {fixed(wettest)} mm"
    if said and said != guess:
        why = f"the column says {UNIT_NAME[said]}, but {why}"
    return guess, why


class _Rows:
    """The rows of the table as dates in parts and numbers, with those refused."""

    def __init__(self, table: Table) -> None:
        self.parts: list[tuple[int, int, int]] = []
        self.values: list[float] = []
        self.lines: list[int] = []
        self.refused: list[RefusedRow] = []
        self.refused_count = 0
        self.read = self.blank = self.trace = 0
        comma, rain = table.decimal_comma, table.rain_column
        number = COMMA_NUMBER if comma else POINT_NUMBER
        for line, row in enumerate(table.rows, start=table.first_line):
            if not any(row):
                continue
            self.read += 1
            parts = self._date_parts(row, table.date_columns)
            if parts is None:
                self.refuse(line, row, "no date in the date column")
                continue
            cell = row[rain] if rain < len(row) else ""
            lower = cell.lower()
            if lower in TRACE_WORDS:
                value = 0.0
                self.trace += 1
            elif lower in MISSING_WORDS:
                value = np.nan
                self.blank += 1
            elif number.fullmatch(cell):
                value = float(cell.replace(",", ".")) if comma else float(cell)
                if value in _MISSING_NUMBERS:
                    value = np.nan
                    self.blank += 1
                elif value < 0:
                    self.refuse(line, row, f"rain cannot be negative: {cell}")
                    continue
            else:
                self.refuse(line, row, f"not a number: {cell[:30]!r}")
                continue
            self.parts.append(parts)
            self.values.append(value)
            self.lines.append(line)

    @staticmethod
    def _date_parts(row: list[str], dates: list[int]) -> tuple[int, int, int] | None:
        if dates[-1] >= len(row) or max(dates) >= len(row):
            return None
        if len(dates) == 3:
            cells = [row[column] for column in dates]
            if not all(cell.isascii() and cell.isdigit() and len(cell) <= 4 for cell in cells):
                return None
            return int(cells[0]), int(cells[1]), int(cells[2])
        cell = row[dates[0]]
        match = DATE.fullmatch(cell)
        if match:
            return int(match[1]), int(match[2]), int(match[3])
        if COMPACT_DATE.fullmatch(cell):
            return int(cell[:4]), int(cell[4:6]), int(cell[6:])
        return None

    def refuse(self, line: int, row: list[str] | str, reason: str) -> None:
        self.refused_count += 1
        if len(self.refused) < REFUSED_SHOWN:
            shown = row if isinstance(row, str) else ", ".join(row)
            self.refused.append(RefusedRow(line, shown[:80], reason))


@dataclass(frozen=True, slots=True)
class _Placed:
    """Values on their days, in the file's unit, first date to last; NaN and line 0 where there is none."""

    start: dt.date
    depths: NDArray[np.float64]
    lines: NDArray[np.int64]
    repeated: int
    """How many rows repeated a day."""


def _place(rows: _Rows, order: DateOrder) -> _Placed:
    """Put every row on its day."""
    year_at, month_at, day_at = (order.index(letter) for letter in "ymd")
    values: dict[int, float] = {}
    lines: dict[int, int] = {}
    repeated = 0
    for parts, value, line in zip(rows.parts, rows.values, rows.lines, strict=True):
        year = parts[year_at]
        if year < 100:
            year += 1900 if year >= 50 else 2000
        written = "-".join(map(str, parts))
        try:
            date = dt.date(year, parts[month_at], parts[day_at])
        except ValueError:
            rows.refuse(line, written, f"not a date with {_ORDER_NAME[order]}")
            continue
        if not FIRST_YEAR <= year <= LAST_YEAR:
            rows.refuse(line, written, f"the year must be from {FIRST_YEAR} to {LAST_YEAR}")
            continue
        ordinal = date.toordinal()
        known = values.get(ordinal)
        if known is not None:
            repeated += 1
            if not np.isnan(known):
                if not np.isnan(value) and value != known:
                    rows.refuse(line, f"{date}, {value:g}", f"the day is already there with {known:g}")
                continue
        values[ordinal], lines[ordinal] = value, line
    if not values:
        raise InputError("file", "has no row that can be read" + _first_refused(rows))
    first, last = min(values), max(values)
    if last - first >= MAX_SPAN_DAYS:
        span = f"run from {dt.date.fromordinal(first)} to {dt.date.fromordinal(last)}"
        raise InputError("dates", f"{span}; a record may span at most {MAX_SPAN_DAYS:,} days")
    days = np.fromiter(values, dtype=np.int64) - first
    depths, line_of = np.full(last - first + 1, np.nan), np.zeros(last - first + 1, dtype=np.int64)
    depths[days], line_of[days] = list(values.values()), list(lines.values())
    return _Placed(dt.date.fromordinal(first), depths, line_of, repeated)


_ORDER_NAME: dict[DateOrder, str] = {"ymd": "the year first", "dmy": "the day first", "mdy": "the month first"}


def _first_refused(rows: _Rows) -> str:
    return f"; line {rows.refused[0].line}: {rows.refused[0].reason}" if rows.refused else ""


def read_daily_rain(data: bytes, choices: Choices | None = None) -> RainImport:
    """Read a daily rain table.

    Parameters
    ----------
    data : bytes
        The file as it is, at most 16 MB.
    choices : Choices, optional
        What the person settled; the rest is worked out.

    Returns
    -------
    RainImport
        The record in mm and how it was read, with the rows refused.

    Raises
    ------
    InputError
        If no daily record of at least a year can be made of it, naming the line or the field.
    """
    choices = choices or Choices()
    table = read_table(data, choices.rain_column)
    rows = _Rows(table)
    if not rows.parts:
        raise InputError("file", "has no row that can be read" + _first_refused(rows))
    order: DateOrder = "ymd"
    if len(table.date_columns) == 1:
        order = _date_order(np.array(rows.parts), np.array(rows.lines), choices.date_order)
    placed = _place(rows, order)
    if rows.refused_count > REFUSED_SHARE_LIMIT * rows.read:
        raise InputError("file", f"{rows.refused_count:,} of {rows.read:,} rows cannot be read{_first_refused(rows)}")
    known = placed.depths[~np.isnan(placed.depths)]
    if not known.size:
        raise InputError("file", "has dates but no rain")
    if placed.depths.size < LEAST_DAYS:
        raise InputError("file", f"holds {placed.depths.size} days; a record needs at least a year")
    name = table.columns[table.rain_column]
    unit, reason = (choices.unit, "as you chose") if choices.unit else _guess_unit(name, known)
    depths = np.round(placed.depths * MM_PER_UNIT[unit], 6)
    impossible = np.flatnonzero(np.nan_to_num(depths) > MAX_RAIN_MM)
    for index in impossible:
        date = placed.start + dt.timedelta(days=int(index))
        reading = f"{date}, {fixed(depths[index])} mm"
        rows.refuse(int(placed.lines[index]), reading, f"more than {MAX_RAIN_MM:,.0f} mm in a day")
    depths[impossible] = np.nan
    if np.isnan(depths).all():
        raise InputError("file", "has no day with a possible depth of rain" + _first_refused(rows))
    return _account(DailyRain(placed.start, depths), table, rows, order, unit, reason, placed.repeated)


def _account(
    rain: DailyRain, table: Table, rows: _Rows, order: DateOrder, unit: Unit, unit_reason: str, repeated_days: int
) -> RainImport:
    missing = rain.missing
    known = np.nan_to_num(rain.depth_mm)
    gap = longest_run(missing)
    wettest = int(np.argmax(known))
    mean_year = float(known.sum() / (~missing).sum() * 365.25)
    warnings = []
    share = float(missing.mean())
    if share > 0.05:
        warnings.append(
            f"{fixed(share * 100)} % of the days are missing. Years with more than 5 % missing will not count."
        )
    if rain.depth_mm.size < 10 * 365:
        years = rain.depth_mm.size / 365.25
        warnings.append(f"{fixed(years, 1)} years are few: a lean year that comes once in twenty may not be in them.")
    if not DRIEST_YEAR_MM <= mean_year <= WETTEST_YEAR_MM:
        warnings.append(f"{fixed(mean_year)} mm in a mean year is unusual. Check the unit.")
    if rows.refused_count:
        warnings.append(f"{rows.refused_count:,} rows were refused and count as missing days.")
    if repeated_days:
        warnings.append(f"{repeated_days:,} rows repeat a day; the first value was kept.")
    if not known.any():
        warnings.append("Every day is zero. Zero is not the same as missing.")
    return RainImport(
        rain=rain,
        table=table,
        date_order=order,
        unit=unit,
        unit_reason=unit_reason,
        rows=rows.read,
        accepted=int((~missing).sum()),
        refused=rows.refused,
        refused_count=rows.refused_count,
        blank_days=rows.blank,
        trace_days=rows.trace,
        repeated_days=repeated_days,
        missing_days=int(missing.sum()),
        longest_gap_days=gap.days,
        longest_gap_start=rain.start + dt.timedelta(days=gap.start) if gap.days else None,
        mean_year_mm=mean_year,
        wettest_day_mm=float(known[wettest]),
        wettest_date=rain.start + dt.timedelta(days=wettest),
        warnings=warnings,
    )
