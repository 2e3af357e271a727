"""Daily rain from a table of any reasonable shape, with an account of what was understood.

What a person's file says about itself is read, not trusted: the unit is checked against the year's total, the
wettest day and the step of the values. Rows that cannot be read are refused one by one, by line number.
"""

import csv
import datetime as dt
import io
import re
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.catchment import MAX_RAIN_MM
from lean_year.core.errors import InputError
from lean_year.core.rainfall import FIRST_YEAR, LAST_YEAR, DailyRain, longest_run
from lean_year.plan.wording import fixed

DateOrder = Literal["ymd", "dmy", "mdy"]
Unit = Literal["mm", "tenth_mm", "inch"]
MM_PER_UNIT: dict[Unit, float] = {"mm": 1.0, "tenth_mm": 0.1, "inch": 25.4}
UNIT_NAME: dict[Unit, str] = {"mm": "millimetres", "tenth_mm": "tenths of a millimetre", "inch": "inches"}
MAX_BYTES = 16 * 1024 * 1024
MAX_SPAN_DAYS = 200_000
LEAST_DAYS = 365
REFUSED_SHARE_LIMIT = 0.2
REFUSED_SHOWN = 50
WETTEST_YEAR_MM = 6_000.0
DRIEST_YEAR_MM = 150.0
_TRACE = {"t", "tr", "trace"}
_MISSING_WORDS = {"", "na", "n/a", "nan", "null", "none", "m", "-", "--", "---", "x", "missing"}
_MISSING_NUMBERS = {-9999.0, -999.0, -999.9, -99.9, -99.0, -9.0, -9.9}
_DATE = re.compile(
    r"(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})(?:[T ]\d{1,2}:\d{2}(?::\d{2})?(?:Z|\+00:00)?)?", re.ASCII
)
_COMPACT_DATE = re.compile(r"\d{8}", re.ASCII)
_POINT_NUMBER = re.compile(r"[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d{1,2})?", re.ASCII)
_COMMA_NUMBER = re.compile(r"[+-]?(?:\d+,?\d*|,\d+)", re.ASCII)
_RAIN_WORDS = ("rain", "precip", "prcp", "prec", "rr", "regen", "niederschlag", "pluie", "lluvia", "depth")
_DATE_WORDS = ("date", "datum", "fecha", "day", "time")


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
    delimiter: str
    decimal: Literal["point", "comma"]
    columns: list[str]
    date_columns: list[int]
    rain_column: int
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


def _text(data: bytes) -> str:
    if not data.strip():
        raise InputError("file", "is empty")
    if len(data) > MAX_BYTES:
        raise InputError("file", f"may have at most {MAX_BYTES // 1024**2} MB")
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        try:
            return data.decode("utf-16")
        except UnicodeDecodeError as error:
            raise InputError("file", "begins like UTF-16 text but is not") from error
    if b"\0" in data[:65_536]:
        raise InputError("file", "is not a text file; save the table as CSV first")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = data.decode("latin-1")
    sample = text[:65_536]
    odd = sum(1 for char in sample if char < " " and char not in "\t\r\n\f")
    if odd > len(sample) * 0.01:
        raise InputError("file", "is not a text file; save the table as CSV first")
    return text


def _delimiter(lines: list[str]) -> str:
    """The delimiter that splits most lines into the same number of fields, at least two."""
    best, best_score = "", 0.0
    for delimiter in (";", "\t", "|", ",", " "):
        widths = Counter(len(line.split(None if delimiter == " " else delimiter)) for line in lines)
        width, share = widths.most_common(1)[0]
        score = share / len(lines)
        if width >= 2 and score > best_score + 0.05:
            best, best_score = delimiter, score
    if not best:
        shown = lines[0][:60]
        raise InputError(
            "line 1", f"no delimiter found; a comma, semicolon, tab, bar or space must part the columns: {shown!r}"
        )
    return best


def _split(text: str, delimiter: str) -> list[list[str]]:
    if delimiter == " ":
        return [line.split() for line in text.splitlines()]
    return [[cell.strip() for cell in row] for row in csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)]


def _is_date(cell: str) -> bool:
    return bool(_DATE.fullmatch(cell)) or bool(_COMPACT_DATE.fullmatch(cell) and 1600 <= int(cell[:4]) <= LAST_YEAR)


def _is_number(cell: str) -> bool:
    return bool(_POINT_NUMBER.fullmatch(cell) or _COMMA_NUMBER.fullmatch(cell))


def _looks_like_value(cell: str) -> bool:
    return _is_number(cell) or cell.lower() in _MISSING_WORDS or cell.lower() in _TRACE


def _share(rows: list[list[str]], column: int, test: Callable[[str], bool]) -> float:
    cells = [row[column] for row in rows if column < len(row)]
    return sum(map(test, cells)) / max(len(rows), 1)


def _date_columns(sample: list[list[str]], header: list[str], width: int) -> list[int]:
    for column in range(width):
        if _share(sample, column, _is_date) > 0.5:
            return [column]
    names = [name.lower() for name in header]
    parts = [next((i for i, name in enumerate(names) if name.startswith(word)), None) for word in ("y", "mo", "d")]
    if all(part is not None for part in parts):
        return [part for part in parts if part is not None]
    if width >= 4:

        def whole(low: int, high: int) -> Callable[[str], bool]:
            return lambda cell: cell.isdigit() and low <= int(cell) <= high

        if all(
            _share(sample, column, whole(*limits)) > 0.9
            for column, limits in enumerate(((FIRST_YEAR, LAST_YEAR), (1, 12), (1, 31)))
        ):
            return [0, 1, 2]
    raise InputError(
        "line 1", "no column of dates found; use dates like 2024-01-31 or 31/01/2024, or columns year, month, day"
    )


def _rain_column(sample: list[list[str]], header: list[str], dates: list[int], width: int) -> int:
    candidates = [
        column for column in range(width) if column not in dates and _share(sample, column, _looks_like_value) > 0.5
    ]
    if not candidates:
        raise InputError("line 2", "no column of numbers found beside the dates")
    for column in candidates:
        if column < len(header) and any(word in header[column].lower() for word in _RAIN_WORDS):
            return column
    return candidates[0]


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


def _guess_unit(name: str, values: NDArray[np.float64], mean_year: float) -> tuple[Unit, str]:
    """The unit of the values and the reason, from the column's name and from what the values would mean."""
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

    def __init__(self, rows: list[list[str]], first_line: int, dates: list[int], rain: int, comma: bool) -> None:
        self.parts: list[tuple[int, int, int]] = []
        self.values: list[float] = []
        self.lines: list[int] = []
        self.refused: list[RefusedRow] = []
        self.refused_count = 0
        self.read = self.blank = self.trace = 0
        number = _COMMA_NUMBER if comma else _POINT_NUMBER
        for line, row in enumerate(rows, start=first_line):
            if not any(row):
                continue
            self.read += 1
            parts = self._date_parts(row, dates)
            if parts is None:
                self.refuse(line, row, "no date in the date column")
                continue
            cell = row[rain] if rain < len(row) else ""
            lower = cell.lower()
            if lower in _TRACE:
                value = 0.0
                self.trace += 1
            elif lower in _MISSING_WORDS:
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
        match = _DATE.fullmatch(cell)
        if match:
            return int(match[1]), int(match[2]), int(match[3])
        if _COMPACT_DATE.fullmatch(cell):
            return int(cell[:4]), int(cell[4:6]), int(cell[6:])
        return None

    def refuse(self, line: int, row: list[str] | str, reason: str) -> None:
        self.refused_count += 1
        if len(self.refused) < REFUSED_SHOWN:
            shown = row if isinstance(row, str) else ", ".join(row)
            self.refused.append(RefusedRow(line, shown[:80], reason))


def _place(rows: _Rows, order: DateOrder) -> tuple[dt.date, NDArray[np.float64], int]:
    """Values on their days from the first date on, and how many rows repeated a day."""
    year_at, month_at, day_at = (order.index(letter) for letter in "ymd")
    placed: dict[int, float] = {}
    repeated = 0
    for parts, value, line in zip(rows.parts, rows.values, rows.lines, strict=True):
        year = parts[year_at]
        if year < 100:
            year += 1900 if year >= 50 else 2000
        try:
            ordinal = dt.date(year, parts[month_at], parts[day_at]).toordinal()
        except ValueError:
            rows.refuse(line, "-".join(map(str, parts)), f"not a date with {_ORDER_NAME[order]}")
            continue
        if not FIRST_YEAR <= year <= LAST_YEAR:
            rows.refuse(line, "-".join(map(str, parts)), f"the year must be from {FIRST_YEAR} to {LAST_YEAR}")
            continue
        if ordinal in placed:
            repeated += 1
            known = placed[ordinal]
            if not np.isnan(value) and not np.isnan(known) and value != known:
                rows.refuse(
                    line, f"{dt.date.fromordinal(ordinal)}, {value:g}", f"the day is already there with {known:g}"
                )
            elif np.isnan(known):
                placed[ordinal] = value
            continue
        placed[ordinal] = value
    if not placed:
        raise InputError("file", "has no row that can be read" + _first_refused(rows))
    first, last = min(placed), max(placed)
    if last - first >= MAX_SPAN_DAYS:
        raise InputError(
            "dates",
            f"run from {dt.date.fromordinal(first)} to {dt.date.fromordinal(last)}; "
            f"a record may span at most {MAX_SPAN_DAYS:,} days",
        )
    depths = np.full(last - first + 1, np.nan)
    depths[np.fromiter(placed, dtype=np.int64) - first] = list(placed.values())
    return dt.date.fromordinal(first), depths, repeated


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
    text = _text(data)
    lines = [line for line in text.splitlines()[:400] if line.strip()]
    if not lines:
        raise InputError("file", "has no text on its first lines")
    delimiter = _delimiter(lines)
    try:
        table = _split(text, delimiter)
    except csv.Error as error:
        raise InputError("file", f"is not a table that can be read: {error}") from error
    body = next((i for i, row in enumerate(table[:100]) if any(map(_looks_like_data, row))), 0)
    header = table[body - 1] if body else []
    sample = [row for row in table[body : body + 300] if any(row)]
    if not sample:
        raise InputError("line 1", "no rows with a date and a number found")
    width = Counter(map(len, sample)).most_common(1)[0][0]
    dates = _date_columns(sample, header, width)
    rain_column = (
        choices.rain_column if choices.rain_column is not None else _rain_column(sample, header, dates, width)
    )
    if rain_column in dates or not 0 <= rain_column < width:
        raise InputError(
            "rain_column", f"must be a column from 0 to {width - 1} that holds no date, got {rain_column}"
        )
    cells = [row[rain_column] for row in sample if rain_column < len(row)]
    comma = delimiter != "," and sum("," in cell for cell in cells) > sum("." in cell for cell in cells)
    rows = _Rows(table[body:], body + 1, dates, rain_column, comma)
    if not rows.parts:
        raise InputError("file", "has no row that can be read" + _first_refused(rows))
    order = "ymd" if len(dates) == 3 else _date_order(np.array(rows.parts), np.array(rows.lines), choices.date_order)
    start, depths, repeated = _place(rows, order)
    if rows.refused_count > REFUSED_SHARE_LIMIT * rows.read:
        raise InputError("file", f"{rows.refused_count:,} of {rows.read:,} rows cannot be read{_first_refused(rows)}")
    known = depths[~np.isnan(depths)]
    if not known.size:
        raise InputError("file", "has dates but no rain")
    if depths.size < LEAST_DAYS:
        raise InputError("file", f"holds {depths.size} days; a record needs at least a year")
    mean_year = float(known.mean() * 365.25)
    name = header[rain_column] if rain_column < len(header) else ""
    unit, reason = (choices.unit, "as you chose") if choices.unit else _guess_unit(name, known, mean_year)
    depths = np.round(depths * MM_PER_UNIT[unit], 6)
    impossible = np.flatnonzero(np.nan_to_num(depths) > MAX_RAIN_MM)
    for index in impossible[:REFUSED_SHOWN]:
        date = start + dt.timedelta(days=int(index))
        rows.refuse(0, f"{date}, {fixed(depths[index])} mm", f"more than {MAX_RAIN_MM:,.0f} mm in a day")
    depths[impossible] = np.nan
    return _account(
        DailyRain(start, depths),
        rows,
        delimiter=delimiter,
        comma=comma,
        columns=header or [f"column {column + 1}" for column in range(width)],
        dates=dates,
        rain_column=rain_column,
        order=order,
        unit=unit,
        reason=reason,
        repeated=repeated,
    )


def _looks_like_data(cell: str) -> bool:
    return _is_date(cell) or _is_number(cell)


def _account(
    rain: DailyRain,
    rows: _Rows,
    *,
    delimiter: str,
    comma: bool,
    columns: list[str],
    dates: list[int],
    rain_column: int,
    order: DateOrder,
    unit: Unit,
    reason: str,
    repeated: int,
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
    if repeated:
        warnings.append(f"{repeated:,} rows repeat a day; the first value was kept.")
    if not known.any():
        warnings.append("Every day is zero. Zero is not the same as missing.")
    return RainImport(
        rain=rain,
        delimiter=delimiter,
        decimal="comma" if comma else "point",
        columns=columns,
        date_columns=dates,
        rain_column=rain_column,
        date_order=order,
        unit=unit,
        unit_reason=reason,
        rows=rows.read,
        accepted=int((~missing).sum()),
        refused=rows.refused,
        refused_count=rows.refused_count,
        blank_days=rows.blank,
        trace_days=rows.trace,
        repeated_days=repeated,
        missing_days=int(missing.sum()),
        longest_gap_days=gap.days,
        longest_gap_start=rain.start + dt.timedelta(days=gap.start) if gap.days else None,
        mean_year_mm=mean_year,
        wettest_day_mm=float(known[wettest]),
        wettest_date=rain.start + dt.timedelta(days=wettest),
        warnings=warnings,
    )
