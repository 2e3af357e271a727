"""What a device sends, in kept units; and what it said of each day, as entries of the log."""

import datetime as dt
import json
import math
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from lean_year.core import units as to
from lean_year.core.errors import InputError
from lean_year.core.log.devices import MOST_AHEAD_H, DeviceKind
from lean_year.property.entries import Entry
from lean_year.property.log_kinds import ABOUT_LOG, LOG_KINDS
from lean_year.store.devices import Device, NewReading, ReportedDay

MOST_LINES = 2_000
"""Of one request."""
MOST_BYTES = 512 * 1024
UNITS: dict[DeviceKind, dict[str, tuple[str, float]]] = {
    "level": {"m": ("depth_m", 1.0), "cm": ("depth_m", 0.01), "mm": ("depth_m", 0.001),
              "ft": ("depth_m", to.M_PER_FOOT), "in": ("depth_m", to.MM_PER_INCH / 1000),
              "%": ("share", 0.01), "L": ("volume_l", 1.0), "gal": ("volume_l", to.L_PER_US_GALLON)},
    "rain": {"mm": ("depth_mm", 1.0), "in": ("depth_mm", to.MM_PER_INCH)},
    "meter": {"L": ("reading_l", 1.0), "m3": ("reading_l", 1000.0), "gal": ("reading_l", to.L_PER_US_GALLON)},
    "uv": {"%": ("share", 0.01), "W/m2": ("intensity_w_m2", 1.0)},
}  # fmt: skip
"""Units that each kind of device may send, with what each is kept as, and by what it is multiplied."""


@dataclass(frozen=True, slots=True)
class RefusedLine:
    """One line that was not kept."""

    line: int
    """From 1."""
    why: str


def read_lines(body: bytes, kind: DeviceKind, came: dt.datetime) -> tuple[list[NewReading], list[RefusedLine]]:
    """Every reading of a request, and every line that is none.

    Raises
    ------
    InputError
        If the request is no text, or has more lines than are taken.
    """
    try:
        lines = body.decode("utf-8").splitlines()
    except UnicodeDecodeError as error:
        raise InputError("readings", "must be text in UTF-8, a JSON object on each line") from error
    if len(lines) > MOST_LINES:
        raise InputError("readings", f"may be at most {MOST_LINES:,} of one request, got {len(lines):,}")
    readings: list[NewReading] = []
    refused: list[RefusedLine] = []
    for number, line in enumerate(lines, start=1):
        if not line.strip():
            continue
        try:
            readings.append(_reading(line, kind, came))
        except InputError as error:
            refused.append(RefusedLine(number, str(error)))
    return readings, refused


def _reading(line: str, kind: DeviceKind, came: dt.datetime) -> NewReading:
    try:
        sent = json.loads(line)
    except (ValueError, RecursionError) as error:
        raise InputError("line", "must be a JSON object") from error
    if not isinstance(sent, Mapping) or set(sent) != {"at", "kind", "value", "unit"}:
        raise InputError("line", "must be an object with at, kind, value and unit")
    if sent["kind"] != kind:
        raise InputError("kind", f"must be {kind}, as the device was made")
    known = UNITS[kind]
    if not isinstance(sent["unit"], str) or sent["unit"] not in known:
        raise InputError("unit", f"must be one of {', '.join(known)}")
    value = sent["value"]
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        raise InputError("value", "must be a number")
    quantity, factor = known[sent["unit"]]
    allowed = LOG_KINDS[kind].values[quantity]
    kept = float(value) * factor
    if not allowed.low <= kept <= allowed.high:
        raise InputError(
            "value",
            f"must be from {allowed.low / factor:g} to {allowed.high / factor:g} {sent['unit']}, got {value:g}",
        )
    return NewReading(_moment(sent["at"], came), quantity, kept)


def _moment(text: object, came: dt.datetime) -> dt.datetime:
    if not isinstance(text, str):
        raise InputError("at", "must be a moment like 2026-03-01T07:00:00+01:00")
    try:
        at = dt.datetime.fromisoformat(text)
        if at.tzinfo is None:
            raise InputError("at", "must name its zone, as in 2026-03-01T07:00:00+01:00")
        moment = at.astimezone(dt.UTC)
    except InputError:
        raise
    except (ValueError, OverflowError) as error:
        raise InputError("at", "must be a moment like 2026-03-01T07:00:00+01:00") from error
    if (moment - came).total_seconds() > MOST_AHEAD_H * 3600:
        raise InputError("at", f"is more than {MOST_AHEAD_H:g} hours ahead of this server's clock")
    if moment.year < 2000:
        raise InputError("at", "must be of the year 2000 or later")
    return at


def entries_of(device: Device, days: Iterable[ReportedDay]) -> Iterator[Entry]:
    """What a device said of each day: the last level, meter reading and light; all the rain."""
    about = f"{ABOUT_LOG}{device.kind}" + (f"/{device.about}" if device.about else "")
    for each in days:
        value = each.total if device.kind == "rain" else each.last
        value = min(value, LOG_KINDS[device.kind].values[each.quantity].high)
        yield Entry(
            id=f"{device.id[:28]}-{each.day:%y%m%d}", kind=device.kind, about=about, on=each.day.isoformat(),
            at="23:59", by=device.name, values={each.quantity: value}, supply=device.supply,
        )  # fmt: skip
