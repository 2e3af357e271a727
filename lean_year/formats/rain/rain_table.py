"""From the bytes of a file to the rows of a table: text, delimiter, and which columns hold dates and rain."""

import csv
import io
import re
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import FIRST_YEAR, LAST_YEAR

MAX_BYTES = 16 * 1024 * 1024
MOST_LINES, MOST_CELLS, LONGEST_LINE = 500_000, 4_000_000, 4_000
TRACE_WORDS = {"t", "tr", "trace"}
MISSING_WORDS = {"", "na", "n/a", "nan", "null", "none", "m", "-", "--", "---", "x", "missing"}
DATE = re.compile(r"(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})(?:[T ]\d{1,2}:\d{2}(?::\d{2})?(?:Z|\+00:00)?)?", re.ASCII)
COMPACT_DATE = re.compile(r"\d{8}", re.ASCII)
POINT_NUMBER = re.compile(r"[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d{1,2})?", re.ASCII)
COMMA_NUMBER = re.compile(r"[+-]?(?:\d+,?\d*|,\d+)", re.ASCII)
_RAIN_WORDS = ("rain", "precip", "prcp", "prec", "rr", "regen", "niederschlag", "pluie", "lluvia", "depth")
_LINES_LOOKED_AT = 400
Weather = Literal["tmin", "tmax", "et0"]
_WEATHER_WORDS: dict[Weather, tuple[str, ...]] = {
    "tmin": ("tmin", "tempmin", "mintemp", "minimumtemperature", "lowesttemperature"),
    "tmax": ("tmax", "tempmax", "maxtemp", "maximumtemperature", "highesttemperature"),
    "et0": ("et0", "eto", "et0mm", "etomm", "evapotranspiration", "pet"),
}


_DEGREES = re.compile(r"(tenths?(ofa)?)?(deg|degrees?)?(c|f|celsius|fahrenheit)$")
"""A unit of temperature behind the name of a column, letters alone."""


@dataclass(frozen=True, slots=True)
class Table:
    """The rows of a file from the first that holds data, and how its columns are understood."""

    rows: list[list[str]]
    first_line: int
    header_width: int
    """How many columns a comma parts in the head; 0 where there is no head, or another delimiter."""
    """Line of the file, from 1, on which `rows` begins."""
    columns: list[str]
    """Name of each column, made up where the file gives none."""
    delimiter: str
    decimal_comma: bool
    date_columns: list[int]
    """One column, or three in the order year, month, day."""
    rain_column: int
    weather_columns: dict[Weather, int]
    """Columns of lowest and highest temperature and of evapotranspiration, by their names."""
    station_column: int | None
    attribute_column: int | None
    """The archive's flags beside the rain: measurement, quality, source, parted by commas."""


def split_rows(text: str) -> tuple[list[list[str]], str]:
    """The cells of a text and the delimiter that parts them; empty where nothing does."""
    if text.count("\n") > MOST_LINES:
        raise InputError(
            "file", f"has {text.count(chr(10)):,} lines; a table of rain may have at most {MOST_LINES:,}"
        )
    if max(map(len, text.splitlines()), default=0) > LONGEST_LINE:
        raise InputError(
            "file", f"has a line of more than {LONGEST_LINE:,} characters; a table has a row on each line"
        )
    lines = [line for line in text.splitlines()[:_LINES_LOOKED_AT] if line.strip()]
    delimiter = _delimiter(lines) if lines else ""
    if not delimiter:
        return [], ""
    if text.count(delimiter) > MOST_CELLS:
        raise InputError(
            "file", f"has {text.count(delimiter):,} cells; a table of rain may have at most {MOST_CELLS:,}"
        )
    try:
        return _split(text, delimiter), delimiter
    except csv.Error as error:
        raise InputError("file", f"is not a table that can be read: {error}") from error


def read_table(text: str, rain_column: int | None = None) -> Table:
    """Find the table in a text.

    Raises
    ------
    InputError
        If there is none, naming the line or what is missing.
    """
    lines = [line for line in text.splitlines()[:_LINES_LOOKED_AT] if line.strip()]
    if not lines:
        raise InputError("file", "has no text on its first lines")
    rows, delimiter = split_rows(text)
    if not delimiter:
        raise InputError(
            "line 1",
            f"no delimiter found; a comma, semicolon, tab, bar or space must part the columns: {lines[0][:60]!r}",
        )
    body = next((i for i, row in enumerate(rows[:100]) if any(map(_looks_like_data, row))), 0)
    header = rows[body - 1] if body else []
    sample = [row for row in rows[body : body + 300] if any(row)]
    if not sample:
        raise InputError("line 1", "no rows with a date and a number found")
    width = Counter(map(len, sample)).most_common(1)[0][0]
    dates = _date_columns(sample, header, width)
    column = _rain_column(sample, header, dates, width) if rain_column is None else rain_column
    if column in dates or not 0 <= column < width:
        raise InputError("rain_column", f"must be from 0 to {width - 1} and hold no date, got {column}")
    padded = (header + [""] * width)[:width]
    cells = [row[column] for row in sample if column < len(row)]
    return Table(
        rows=rows[body:],
        first_line=body + 1,
        header_width=len(header) if delimiter == "," else 0,
        columns=[name or f"column {number}" for number, name in enumerate(padded, start=1)],
        delimiter=delimiter,
        decimal_comma=delimiter != "," and sum("," in cell for cell in cells) > sum("." in cell for cell in cells),
        date_columns=dates,
        rain_column=column,
        weather_columns=_weather_columns(header),
        station_column=next(
            (i for i, name in enumerate(header) if name.lower() in ("station", "station_id", "id")), None
        ),
        attribute_column=next((i for i, name in enumerate(header) if name.lower() == "prcp_attributes"), None),
    )


def _weather_columns(header: list[str]) -> dict[Weather, int]:
    found: dict[Weather, int] = {}
    for column, name in enumerate(header):
        for kind, words in _WEATHER_WORDS.items():
            plain = re.sub(r"[^a-z0-9]", "", name.lower())
            if kind not in found and (plain in words or _DEGREES.sub("", plain) in words):
                found[kind] = column
    return found


def text_of(data: bytes) -> str:
    """The text of a file, in whichever of the usual encodings.

    Raises
    ------
    InputError
        If it is empty, too large or no text.
    """
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
    """The delimiter that splits most lines into the same number of fields, at least two; empty where none does."""
    best, best_score = "", 0.0
    for delimiter in (";", "\t", "|", ",", " "):
        widths = Counter(len(line.split(None if delimiter == " " else delimiter)) for line in lines)
        width, share = widths.most_common(1)[0]
        score = share / len(lines)
        if width >= 2 and score > best_score + 0.05:
            best, best_score = delimiter, score
    return best


def _split(text: str, delimiter: str) -> list[list[str]]:
    if delimiter == " ":
        return [line.split() for line in text.splitlines()]
    return [[cell.strip() for cell in row] for row in csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)]


def _is_date(cell: str) -> bool:
    return bool(DATE.fullmatch(cell)) or bool(COMPACT_DATE.fullmatch(cell) and 1600 <= int(cell[:4]) <= LAST_YEAR)


def _is_number(cell: str) -> bool:
    return bool(POINT_NUMBER.fullmatch(cell) or COMMA_NUMBER.fullmatch(cell))


def _looks_like_value(cell: str) -> bool:
    return _is_number(cell) or cell.lower() in MISSING_WORDS or cell.lower() in TRACE_WORDS


def _looks_like_data(cell: str) -> bool:
    return _is_date(cell) or _is_number(cell)


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
