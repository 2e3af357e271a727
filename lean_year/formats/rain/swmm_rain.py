"""The rain file of the SWMM engine: `station year month day hour minute depth`, one line for each wet interval.

Intervals that are not listed are dry, not missing.
"""

import datetime as dt
import re
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import FIRST_YEAR, LAST_YEAR

_LINE = re.compile(
    r"(\S+)[ \t]+(\d{4})[ \t]+(\d{1,2})[ \t]+(\d{1,2})[ \t]+(\d{1,2})[ \t]+(\d{1,2})[ \t]+([+-]?(?:\d+\.?\d*|\.\d+))"
)
_MOST_DAYS = 200_000


@dataclass(frozen=True, slots=True)
class SwmmRain:
    """Daily sums in the file's unit."""

    station: str
    start: dt.date
    depth: NDArray[np.float64]
    lines: int


def looks_like_swmm(text: str) -> bool:
    """Whether the first line that is no comment is of this layout."""
    for line in text.splitlines()[:40]:
        bare = line.split(";")[0].strip()
        if bare:
            return bool(_LINE.fullmatch(bare))
    return False


def read_swmm_rain(text: str) -> SwmmRain:
    """Read a rain file of one station and add its intervals up by day.

    Raises
    ------
    InputError
        Naming the line.
    """
    sums: dict[int, float] = {}
    station, lines = "", 0
    for number, line in enumerate(text.splitlines(), start=1):
        bare = line.split(";")[0].strip()
        if not bare:
            continue
        match = _LINE.fullmatch(bare)
        if match is None:
            raise InputError(
                f"line {number}", f"must be station, year, month, day, hour, minute, depth, got {bare[:40]!r}"
            )
        if station and match[1] != station:
            raise InputError(f"line {number}", f"begins a second station, {match[1]}, after {station}")
        station = match[1]
        lines += 1
        try:
            date = dt.date(int(match[2]), int(match[3]), int(match[4]))
            dt.time(int(match[5]), int(match[6]))
        except ValueError as error:
            raise InputError(f"line {number}", f"has no such day or time: {bare[:40]!r}") from error
        if not FIRST_YEAR <= date.year <= LAST_YEAR:
            raise InputError(f"line {number}", f"the year must be from {FIRST_YEAR} to {LAST_YEAR}, got {date.year}")
        depth = float(match[7])
        if depth < 0:
            raise InputError(f"line {number}", f"rain cannot be negative: {match[7]}")
        sums[date.toordinal()] = sums.get(date.toordinal(), 0.0) + depth
    if not sums:
        raise InputError("file", "has no line with rain")
    first, last = min(sums), max(sums)
    if last - first >= _MOST_DAYS:
        raise InputError("dates", f"span {last - first + 1:,} days; a record may span at most {_MOST_DAYS:,}")
    depth_by_day = np.zeros(last - first + 1)
    depth_by_day[np.fromiter(sums, dtype=np.int64) - first] = list(sums.values())
    return SwmmRain(station, dt.date.fromordinal(first), depth_by_day, lines)


def write_swmm_rain(start: dt.date, depth_mm: NDArray[np.float64], station: str = "RAIN") -> str:
    """A daily record as a rain file in mm; missing and dry days are left out."""
    rows = [
        f"{station} {date.year} {date.month} {date.day} 0 0 {depth:g}"
        for date, depth in ((start + dt.timedelta(days=day), value) for day, value in enumerate(depth_mm))
        if depth > 0
    ]
    return "\n".join([f"; daily totals in mm, {len(depth_mm)} days from {start}", *rows]) + "\n"
