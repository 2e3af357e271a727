"""A table of days: one row a day, of any reasonable shape."""

import datetime as dt
import re
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import FIRST_YEAR, LAST_YEAR, DailyRain
from lean_year.core.roofs.catchment import MAX_RAIN_MM
from lean_year.formats.rain.account import (
    MM_PER_UNIT,
    REFUSED_SHOWN,
    UNIT_NAME,
    AsRead,
    Choices,
    DateOrder,
    RainImport,
    RefusedRow,
    TemperatureUnit,
    Unit,
    account,
    guess_unit,
    require_a_year,
)
from lean_year.formats.rain.rain_table import (
    COMMA_NUMBER,
    COMPACT_DATE,
    DATE,
    MISSING_WORDS,
    POINT_NUMBER,
    TRACE_WORDS,
    Table,
    Weather,
    read_table,
)
from lean_year.formats.rain.temperatures import in_celsius
from lean_year.plan.answer.quantities import fixed

MAX_SPAN_DAYS = 200_000
REFUSED_SHARE_LIMIT = 0.2
_DECIMAL = "where a comma is a decimal one, part the columns by a semicolon, or quote the numbers"
_MISSING_TEMPERATURES = {-9999.0, -999.0, -999.9, -99.9, -99.0}
_MISSING_NUMBERS = _MISSING_TEMPERATURES | {-9.0, -9.9}
"""Of what is never below zero; a frost of nine degrees is none of them."""


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
            f"line {lines[month_first[0]]} the month first; fix the file or choose one order",
        )
    if day_first.size or month_first.size:
        return "dmy" if day_first.size else "mdy"
    steps = {
        "dmy": np.abs(np.diff(third * 372 + second * 31 + first)),
        "mdy": np.abs(np.diff(third * 372 + first * 31 + second)),
    }
    return "dmy" if np.median(steps["dmy"]) <= np.median(steps["mdy"]) else "mdy"


MOST_READ = 10 * MAX_RAIN_MM
"""The largest day in tenths of a millimetre, the smallest unit that a file may be in."""


class _Rows:
    """The rows of the table as dates in parts and numbers, with those refused."""

    def __init__(self, table: Table) -> None:
        self.parts: list[tuple[int, int, int]] = []
        self.values: list[float] = []
        self.lines: list[int] = []
        self.refused: list[RefusedRow] = []
        self.refused_count = 0
        self.read = self.blank = self.trace = 0
        self.weather: dict[Weather, list[float]] = {kind: [] for kind in table.weather_columns}
        self.station = ""
        comma, rain = table.decimal_comma, table.rain_column
        number = COMMA_NUMBER if comma else POINT_NUMBER
        for line, row in enumerate(table.rows, start=table.first_line):
            if not any(row):
                continue
            self.read += 1
            if _parted_by_its_comma(row, table):
                self.refuse(line, row, f"has {len(row)} cells where the header has {table.header_width}; {_DECIMAL}")
                continue
            parts = self._date_parts(row, table.date_columns)
            if parts is None:
                self.refuse(line, row, "no date in the date column")
                continue
            station = _cell(row, table.station_column)
            if station and self.station and station != self.station:
                raise InputError(
                    f"line {line}",
                    f"begins a second station, {station[:40]}, after {self.station[:40]}; give one station's rows",
                )
            self.station = station or self.station
            flags = _cell(row, table.attribute_column).split(",")
            if len(flags) > 1 and flags[1].strip():
                self.refuse(line, row, f"failed the archive's check {flags[1].strip()[:4]}")
                continue
            if flags[0].strip() == "T":
                self.trace += 1
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
                    self.refuse(line, row, f"rain cannot be negative: {cell[:30]}")
                    continue
                elif value > MOST_READ:
                    self.refuse(line, row, f"cannot be a day's rain in any unit: {cell[:30]}")
                    continue
            else:
                self.refuse(line, row, f"not a number: {cell[:30]!r}")
                continue
            self.parts.append(parts)
            self.values.append(value)
            self.lines.append(line)
            for kind, column in table.weather_columns.items():
                missing = _MISSING_NUMBERS if kind == "et0" else _MISSING_TEMPERATURES
                self.weather[kind].append(_weather_value(_cell(row, column), comma, number, missing))

    @staticmethod
    def _date_parts(row: list[str], dates: list[int]) -> tuple[int, int, int] | None:
        if dates[-1] >= len(row) or max(dates) >= len(row):
            return None
        if len(dates) == 3:
            cells = [row[column] for column in dates]
            if not all(cell.isascii() and cell.isdigit() and len(cell) <= 4 for cell in cells):
                return None
            return _written(cells[0]), _written(cells[1]), _written(cells[2])
        cell = row[dates[0]]
        match = DATE.fullmatch(cell)
        if match:
            return _written(match[1]), _written(match[2]), _written(match[3])
        if COMPACT_DATE.fullmatch(cell):
            return int(cell[:4]), int(cell[4:6]), int(cell[6:])
        return None

    def refuse(self, line: int, row: list[str] | str, reason: str) -> None:
        self.refused_count += 1
        if len(self.refused) < REFUSED_SHOWN:
            shown = row if isinstance(row, str) else ", ".join(row)
            self.refused.append(RefusedRow(line=line, text=shown[:80], reason=reason))


def _parted_by_its_comma(row: list[str], table: Table) -> bool:
    """Whether a decimal comma has parted the rain in two: whole numbers in the last column of the head and behind it,
    and nothing else."""
    rain = table.rain_column
    if not table.header_width or rain != table.header_width - 1 or len(row) != rain + 2:
        return False
    return all(cell.isascii() and cell.isdigit() for cell in row[rain:])


def _written(cell: str) -> int:
    """A part of a date; below zero where a year is written out that is before 100, and not short for another."""
    value = int(cell)
    return -value - 1 if len(cell) > 2 and value < 100 else value


@dataclass(frozen=True, slots=True)
class _Placed:
    """Values on their days, in the file's unit, first date to last; NaN and line 0 where there is none."""

    start: dt.date
    depths: NDArray[np.float64]
    lines: NDArray[np.int64]
    repeated: int
    """How many rows repeated a day."""
    row_of: NDArray[np.int64]
    """The row of the accepted ones that each day came from, -1 where there is none."""


def _place(rows: _Rows, order: DateOrder) -> _Placed:
    """Put every row on its day."""
    year_at, month_at, day_at = (order.index(letter) for letter in "ymd")
    values: dict[int, float] = {}
    lines: dict[int, int] = {}
    taken: dict[int, int] = {}
    repeated = 0
    for number, (parts, value, line) in enumerate(zip(rows.parts, rows.values, rows.lines, strict=True)):
        year = parts[year_at]
        if year < 0:
            rows.refuse(line, f"the year {-year - 1:04}", f"the year must be from {FIRST_YEAR} to {LAST_YEAR}")
            continue
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
        values[ordinal], lines[ordinal], taken[ordinal] = value, line, number
    if not values:
        raise InputError("file", "has no row that can be read" + _first_refused(rows))
    first, last = min(values), max(values)
    if last - first >= MAX_SPAN_DAYS:
        span = f"run from {dt.date.fromordinal(first)} to {dt.date.fromordinal(last)}"
        raise InputError("dates", f"{span}; a record may span at most {MAX_SPAN_DAYS:,} days")
    days = np.fromiter(values, dtype=np.int64) - first
    depths, line_of = np.full(last - first + 1, np.nan), np.zeros(last - first + 1, dtype=np.int64)
    row_of = np.full(last - first + 1, -1, dtype=np.int64)
    depths[days], line_of[days], row_of[days] = list(values.values()), list(lines.values()), list(taken.values())
    return _Placed(dt.date.fromordinal(first), depths, line_of, repeated, row_of)


_ORDER_NAME: dict[DateOrder, str] = {"ymd": "the year first", "dmy": "the day first", "mdy": "the month first"}


def _first_refused(rows: _Rows) -> str:
    return f"; line {rows.refused[0].line}: {rows.refused[0].reason}" if rows.refused else ""


def read_daily_table(text: str, choices: Choices) -> RainImport:
    """Read a table of days.

    Raises
    ------
    InputError
        If no daily record of at least a year can be made of it, naming the line or the field.
    """
    table = read_table(text, choices.rain_column)
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
    require_a_year(placed.depths.size)
    name = table.columns[table.rain_column]
    unit, reason = (choices.unit, "as you chose") if choices.unit else guess_unit(name, known)
    depths = np.round(placed.depths * MM_PER_UNIT[unit], 6)
    impossible = np.flatnonzero(np.nan_to_num(depths) > MAX_RAIN_MM)
    for index in impossible:
        date = placed.start + dt.timedelta(days=int(index))
        reading = f"{date}, {fixed(depths[index])} mm"
        rows.refuse(int(placed.lines[index]), reading, f"more than {MAX_RAIN_MM:,.0f} mm in a day")
    depths[impossible] = np.nan
    if np.isnan(depths).all():
        raise InputError("file", "has no day with a possible depth of rain" + _first_refused(rows))
    beside = _weather(table, rows, placed, unit, choices.temperature_unit)
    return account(
        DailyRain(
            placed.start,
            depths,
            tmin_c=beside.days.get("tmin_c"),
            tmax_c=beside.days.get("tmax_c"),
            et0_mm=beside.days.get("et0_mm"),
        ),
        AsRead(
            layout="table",
            refused=rows.refused,
            refused_count=rows.refused_count,
            rows=rows.read,
            station=rows.station,
            weather=beside.words,
            temperature_unit=beside.temperature_unit,
            temperature_reason=beside.temperature_reason,
            date_order=order,
            unit=unit,
            unit_reason=reason,
            blank_days=rows.blank,
            trace_days=rows.trace,
            repeated_days=placed.repeated,
        ),
        table,
    )


def _cell(row: list[str], column: int | None) -> str:
    return row[column].strip() if column is not None and column < len(row) else ""


def _weather_value(cell: str, comma: bool, number: re.Pattern[str], missing: set[float]) -> float:
    if not number.fullmatch(cell):
        return np.nan
    value = float(cell.replace(",", ".")) if comma else float(cell)
    return np.nan if value in missing else value


@dataclass(frozen=True, slots=True)
class _BesideRain:
    """The columns beside the rain on their days, and what was understood of each."""

    days: dict[str, NDArray[np.float64]]
    words: list[str]
    temperature_unit: TemperatureUnit | None
    temperature_reason: str


def _weather(table: Table, rows: _Rows, placed: _Placed, unit: Unit, chosen: TemperatureUnit | None) -> _BesideRain:
    read_as: tuple[TemperatureUnit | None, str] = (None, "")
    found: dict[str, NDArray[np.float64]] = {}
    words: list[str] = []

    def days(kind: Weather) -> NDArray[np.float64] | None:
        if kind not in rows.weather:
            return None
        values = np.append(np.array(rows.weather[kind]), np.nan)[placed.row_of]
        return None if np.isnan(values).all() else values

    low, high = days("tmin"), days("tmax")
    if low is not None and high is not None:
        columns = " ".join(table.columns[table.weather_columns[kind]] for kind in ("tmin", "tmax"))
        low_c, high_c, temperature_unit, why = in_celsius(low, high, rain_unit=unit, columns=columns, chosen=chosen)
        if not np.isnan(low_c).all():
            found["tmin_c"], found["tmax_c"] = low_c, high_c
            words.append("lowest and highest temperature")
            read_as = (temperature_unit, why)
    et0 = days("et0")
    if et0 is not None:
        et0 = et0 * MM_PER_UNIT[unit]
        found["et0_mm"] = np.where((et0 >= 0) & (et0 <= 30), et0, np.nan)
        words.append(f"evapotranspiration, read as {UNIT_NAME[unit]}")
        if np.isnan(found["et0_mm"]).all():
            del found["et0_mm"]
    return _BesideRain(found, words, *read_as)
