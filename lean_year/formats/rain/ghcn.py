"""GHCN-Daily in its fixed-width layout: one line a month and element, tenths of a millimetre and of a degree."""

import datetime as dt
import re
from collections.abc import Iterator
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import FIRST_YEAR, LAST_YEAR
from lean_year.core.roofs.catchment import MAX_RAIN_MM

_LINE = re.compile(r"(?P<station>[A-Z0-9_-]{11})(?P<year>\d{4})(?P<month>\d{2})(?P<element>[A-Z]{2}[A-Z0-9]{2})")
_ELEMENTS = {"PRCP": "rain", "TMAX": "tmax", "TMIN": "tmin"}
_CELL = 8
_FIRST_CELL = 21
_MISSING = -9999


@dataclass(slots=True)
class FixedWidth:
    """What a `.dly` file holds, by days from the first to the last with rain."""

    station: str
    start: dt.date
    rain_mm: NDArray[np.float64]
    tmin_c: NDArray[np.float64] | None
    tmax_c: NDArray[np.float64] | None
    lines: int
    flagged: list[tuple[int, str, str]] = field(default_factory=list)
    """Line, value and reason of each day that failed the archive's own checks or cannot be."""
    trace_days: int = 0


def looks_like_dly(text: str) -> bool:
    """Whether a text begins with a line of the fixed-width layout."""
    first = next((line for line in text.splitlines()[:5] if line.strip()), "")
    return bool(_LINE.match(first)) and len(first) >= _FIRST_CELL + _CELL


@dataclass(frozen=True, slots=True)
class _Reading:
    day: int
    """Ordinal of the calendar."""
    value: float
    """[mm] or [deg C]"""
    trace: bool


@dataclass(frozen=True, slots=True)
class _Refused:
    text: str
    reason: str


def _readings(line: str, year: int, month: int, name: str) -> Iterator[_Reading | _Refused]:
    """The days of one line; a day without a value is passed over."""
    for day in range(31):
        cell = line[_FIRST_CELL + day * _CELL : _FIRST_CELL + (day + 1) * _CELL].ljust(_CELL)
        number_text = cell[:5].strip()
        if not number_text or number_text == str(_MISSING):
            continue
        try:
            date, value = dt.date(year, month, day + 1), int(number_text)
        except ValueError:
            yield _Refused(f"{year}-{month:02d}-{day + 1:02d}, {cell[:5]}", "is no day or no number")
            continue
        rain, trace = name == "rain", cell[5] == "T"
        if cell[6] != " ":
            yield _Refused(f"{date}, {value}", f"failed the archive's check {cell[6]}")
        elif rain and not 0 <= value / 10 <= MAX_RAIN_MM:
            yield _Refused(f"{date}, {value / 10:g} mm", "cannot be a day's rain")
        else:
            yield _Reading(date.toordinal(), value / 10, rain and trace)


def read_dly(text: str) -> FixedWidth:
    """Read a fixed-width file of one station.

    Raises
    ------
    InputError
        Naming the line, where a line is none of the layout or belongs to another station.
    """
    values: dict[str, dict[int, float]] = {name: {} for name in _ELEMENTS.values()}
    flagged: list[tuple[int, str, str]] = []
    station, lines, trace = "", 0, 0
    for number, line in enumerate(text.splitlines(), start=1):
        if not line.strip():
            continue
        match = _LINE.match(line)
        if match is None:
            raise InputError(f"line {number}", f"is not of the fixed-width layout: {line[:30]!r}")
        if station and match["station"] != station:
            raise InputError(
                f"line {number}",
                f"begins a second station, {match['station']}, after {station}; give one station's file",
            )
        station = match["station"]
        lines += 1
        name = _ELEMENTS.get(match["element"])
        if name is None:
            continue
        year, month = int(match["year"]), int(match["month"])
        if not (FIRST_YEAR <= year <= LAST_YEAR and 1 <= month <= 12):
            raise InputError(f"line {number}", f"has no month of the calendar: {match['year']}-{match['month']}")
        for reading in _readings(line, year, month, name):
            if isinstance(reading, _Refused):
                flagged.append((number, reading.text, reading.reason))
                continue
            trace += reading.trace
            values[name][reading.day] = reading.value
    if not values["rain"]:
        raise InputError("file", f"has no rain (element PRCP) for {station or 'any station'}")
    first, last = min(values["rain"]), max(values["rain"])

    def series(name: str) -> NDArray[np.float64] | None:
        days = np.full(last - first + 1, np.nan)
        inside = {day: value for day, value in values[name].items() if first <= day <= last}
        if not inside:
            return None
        days[np.fromiter(inside, dtype=np.int64) - first] = list(inside.values())
        return days

    rain = series("rain")
    assert rain is not None
    return FixedWidth(
        station=station,
        start=dt.date.fromordinal(first),
        rain_mm=rain,
        tmin_c=series("tmin"),
        tmax_c=series("tmax"),
        lines=lines,
        flagged=flagged,
        trace_days=trace,
    )
