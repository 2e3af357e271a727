"""The plain rain file of the command line: `date,rain_mm`, ISO dates, one row for each day in turn."""

import datetime as dt
import re
from pathlib import Path

import numpy as np

from lean_year.core.errors import InputError
from lean_year.core.rain import rainfall
from lean_year.core.rain.rainfall import DailyRain
from lean_year.core.roofs.catchment import MAX_RAIN_MM

HEADER = "date,rain_mm"
MAX_DAYS = 200_000
MAX_BYTES = 16 * 1024 * 1024
_ROW = re.compile(r"(\d{4}-\d{2}-\d{2}),(.*)")
_NUMBER = re.compile(r"[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d{1,3})?")


def read_strict_csv(path: Path) -> DailyRain:
    """Read a plain daily file.

    Raises
    ------
    InputError
        Naming the line for a gap, repeat, blank, negative or anything else that is not a day's rain.
    """
    try:
        with path.open("rb") as file:
            data = file.read(MAX_BYTES + 1)
        if len(data) > MAX_BYTES:
            raise InputError("rain", f"the file may have at most {MAX_BYTES // 1024**2} MB: {path}")
        text = data.decode("utf-8-sig")
    except OSError as error:
        raise InputError("rain", f"cannot read {path}: {error.strerror}") from error
    except UnicodeDecodeError as error:
        raise InputError("rain", f"{path} is not a text file in UTF-8") from error
    lines = text.splitlines()
    if not lines or lines[0].strip() != HEADER:
        raise InputError("rain line 1", f"must be {HEADER}")
    depths: list[float] = []
    start: dt.date | None = None
    for number, line in enumerate(lines[1:], start=2):
        field = f"rain line {number}"
        match = _ROW.fullmatch(line.strip())
        if match is None:
            raise InputError(field, f"must be a date and a depth like 2024-01-31,4.2, got {line.strip()[:40]!r}")
        try:
            date = dt.date.fromisoformat(match[1])
        except ValueError as error:
            raise InputError(field, f"{match[1]} is not a date") from error
        if not rainfall.FIRST_YEAR <= date.year <= rainfall.LAST_YEAR:
            raise InputError(
                field, f"the year must be from {rainfall.FIRST_YEAR} to {rainfall.LAST_YEAR}, got {date}"
            )
        if start is None:
            start = date
        expected = start + dt.timedelta(days=len(depths))
        if date != expected:
            what = "is there twice or out of order" if date < expected else "comes after a gap"
            raise InputError(field, f"{date} {what}; {expected} was expected")
        if not _NUMBER.fullmatch(match[2].strip()):
            raise InputError(field, f"rain_mm must be a number from 0 to {MAX_RAIN_MM:,.0f}, got {match[2][:40]!r}")
        depth = float(match[2])
        if not 0 <= depth <= MAX_RAIN_MM:
            raise InputError(field, f"rain_mm must be from 0 to {MAX_RAIN_MM:,.0f}, got {match[2].strip()}")
        depths.append(depth)
        if len(depths) > MAX_DAYS:
            raise InputError(field, f"a record may have at most {MAX_DAYS:,} days")
    if start is None:
        raise InputError("rain line 2", "the file has no days")
    return DailyRain(start, np.array(depths))


def write_rain_csv(rain: DailyRain) -> str:
    """A record as the same plain table; a day that is missing is left blank."""
    rows = (
        f"{rain.start + dt.timedelta(days=day)},{'' if np.isnan(depth) else f'{depth:g}'}"
        for day, depth in enumerate(rain.depth_mm)
    )
    return HEADER + "\n" + "\n".join(rows) + "\n"
