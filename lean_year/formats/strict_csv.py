"""The plain files of the command line, ISO dates, one row for each day in turn: rain, `date,rain_mm`, and a log,
`date,level_l,rain_mm`."""

import datetime as dt
import re
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.replay import MAX_VOLUME_L
from lean_year.core.errors import InputError
from lean_year.core.rain import rainfall
from lean_year.core.rain.rainfall import DailyRain
from lean_year.core.roofs.catchment import MAX_RAIN_MM

HEADER = "date,rain_mm"
LOG_HEADER = "date,level_l,rain_mm"
MAX_DAYS = 200_000
MAX_BYTES = 16 * 1024 * 1024
_ROW = re.compile(r"(\d{4}-\d{2}-\d{2}),(.*)")
_NUMBER = re.compile(r"[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d{1,3})?")


@dataclass(frozen=True, slots=True)
class LoggedDays:
    """A log of every day: rain, and the level where it was read, NaN where it was not."""

    start: dt.date
    rain_mm: NDArray[np.float64]
    level_l: NDArray[np.float64]


def read_strict_csv(path: Path) -> DailyRain:
    """Read a plain daily file.

    Raises
    ------
    InputError
        Naming the line for a gap, repeat, blank, negative or anything else that is not a day's rain.
    """
    start, rows = _days(path, "rain", HEADER, "a date and a depth like 2024-01-31,4.2")
    return DailyRain(start, np.array([_depth(field, cells[0]) for field, cells in rows]))


def read_strict_log(path: Path) -> LoggedDays:
    """Read a plain log: rain on every day, a level where it was read.

    Raises
    ------
    InputError
        Naming the line, as for a rain file.
    """
    start, rows = _days(path, "log", LOG_HEADER, "a date, a level or nothing, and a depth like 2024-01-31,41200,4.2")
    levels = [_number(field, "level_l", cells[0], MAX_VOLUME_L) if cells[0] else np.nan for field, cells in rows]
    return LoggedDays(start, np.array([_depth(field, cells[1]) for field, cells in rows]), np.array(levels))


def _days(path: Path, what: str, header: str, like: str) -> tuple[dt.date, list[tuple[str, list[str]]]]:
    """The first day, and of each in turn the name of its line and its other cells."""
    lines = _text(path, what).splitlines()
    if not lines or lines[0].strip() != header:
        raise InputError(f"{what} line 1", f"must be {header}")
    width = header.count(",")
    rows: list[tuple[str, list[str]]] = []
    start: dt.date | None = None
    for number, line in enumerate(lines[1:], start=2):
        field = f"{what} line {number}"
        match = _ROW.fullmatch(line.strip())
        cells = [cell.strip() for cell in match[2].split(",")] if match else []
        if match is None or len(cells) != width:
            raise InputError(field, f"must be {like}, got {line.strip()[:40]!r}")
        date = _date(field, match[1])
        start = start or date
        expected = start + dt.timedelta(days=len(rows))
        if date != expected:
            order = "is there twice or out of order" if date < expected else "comes after a gap"
            raise InputError(field, f"{date} {order}; {expected} was expected")
        rows.append((field, cells))
        if len(rows) > MAX_DAYS:
            raise InputError(field, f"a record may have at most {MAX_DAYS:,} days")
    if start is None:
        raise InputError(f"{what} line 2", "the file has no days")
    return start, rows


def _text(path: Path, what: str) -> str:
    try:
        with path.open("rb") as file:
            data = file.read(MAX_BYTES + 1)
        if len(data) > MAX_BYTES:
            raise InputError(what, f"the file may have at most {MAX_BYTES // 1024**2} MB: {path}")
        return data.decode("utf-8-sig")
    except OSError as error:
        raise InputError(what, f"cannot read {path}: {error.strerror}") from error
    except UnicodeDecodeError as error:
        raise InputError(what, f"{path} is not a text file in UTF-8") from error


def _date(field: str, text: str) -> dt.date:
    try:
        date = dt.date.fromisoformat(text)
    except ValueError as error:
        raise InputError(field, f"{text} is not a date") from error
    if not rainfall.FIRST_YEAR <= date.year <= rainfall.LAST_YEAR:
        raise InputError(field, f"the year must be from {rainfall.FIRST_YEAR} to {rainfall.LAST_YEAR}, got {date}")
    return date


def _depth(field: str, cell: str) -> float:
    return _number(field, "rain_mm", cell, MAX_RAIN_MM)


def _number(field: str, name: str, cell: str, most: float) -> float:
    if not _NUMBER.fullmatch(cell):
        raise InputError(field, f"{name} must be a number from 0 to {most:,.0f}, got {cell[:40]!r}")
    value = float(cell)
    if not 0 <= value <= most:
        raise InputError(field, f"{name} must be from 0 to {most:,.0f}, got {cell}")
    return value


def write_rain_csv(rain: DailyRain) -> str:
    """A record as the same plain table; a day that is missing is left blank."""
    rows = (
        f"{rain.start + dt.timedelta(days=day)},{'' if np.isnan(depth) else f'{depth:g}'}"
        for day, depth in enumerate(rain.depth_mm)
    )
    return HEADER + "\n" + "\n".join(rows) + "\n"
