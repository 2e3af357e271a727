"""The property file: a property and its rain record as one JSON object."""

import datetime as dt
import json
from collections.abc import Sequence
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import ValidationError

from lean_year.core.errors import InputError
from lean_year.core.rain import rainfall
from lean_year.core.rain.generator import Climate
from lean_year.core.rain.rainfall import DailyRain, MadeFrom
from lean_year.property.document import PropertyFile, RainRecord, TwelveMeans
from lean_year.property.refusals import first_problem
from lean_year.property.upgrades import upgrade

MAX_BYTES = 16 * 1024 * 1024


def _no_repeats(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for key, value in pairs:
        if key in found:
            raise InputError(key, "is there twice in the same object")
        found[key] = value
    return found


def _no_constant(name: str) -> Any:
    raise InputError("file", f"{name} is not a number that can be used")


def strict_json(text: str) -> Any:
    """JSON without repeated keys, NaN or Infinity.

    Raises
    ------
    InputError
        Naming the key, or the line and column.
    """
    try:
        return json.loads(text, object_pairs_hook=_no_repeats, parse_constant=_no_constant)
    except json.JSONDecodeError as error:
        raise InputError(f"line {error.lineno}", f"is not JSON at column {error.colno}: {error.msg}") from error
    except (RecursionError, ValueError) as error:
        if isinstance(error, InputError):
            raise
        raise InputError("file", "is nested too deep or holds a number too long to read") from error


def parse_property_file(text: str) -> PropertyFile:
    """A property file from its text.

    Raises
    ------
    InputError
        Naming the field and what is allowed.
    """
    raw = strict_json(text)
    others = raw.get("alternatives") if isinstance(raw, dict) else None
    for held in (raw, *(others if isinstance(others, list) else ())):
        if isinstance(held, dict) and isinstance(held.get("property"), dict):
            held["property"] = upgrade(held["property"])
    try:
        return PropertyFile.model_validate(raw)
    except ValidationError as refused:
        raise first_problem(refused) from refused


def file_text(data: bytes) -> str:
    """The text of a property file.

    Raises
    ------
    InputError
        If it is too large or no text in UTF-8.
    """
    if len(data) > MAX_BYTES:
        raise InputError("file", f"may have at most {MAX_BYTES // 1024**2} MB")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise InputError("file", "is not a text file in UTF-8") from error


def read_property_file(path: Path) -> PropertyFile:
    """Read a property file from disk; see `parse_property_file`."""
    try:
        with path.open("rb") as file:
            data = file.read(MAX_BYTES + 1)
    except OSError as error:
        raise InputError("file", f"cannot read {path}: {error.strerror}") from error
    return parse_property_file(file_text(data))


def record_from_rain(rain: DailyRain, *, name: str, note: str = "") -> RainRecord:
    """A record in the form it travels in, missing days as null."""

    def days(values: NDArray[np.float64] | None) -> list[float | None] | None:
        if values is None:
            return None
        return [None if np.isnan(value) else float(value) for value in values]

    made = rain.made_from
    return RainRecord(
        name=name,
        start=rain.start.isoformat(),
        depth_mm=days(rain.depth_mm) or [],
        tmin_c=days(rain.tmin_c),
        tmax_c=days(rain.tmax_c),
        et0_mm=days(rain.et0_mm),
        made_from=None
        if made is None
        else TwelveMeans(
            kind=made.kind,
            mean_mm=list(made.mean_mm),
            wet_days=list(made.wet_days),
            yearly_variation=made.yearly_variation,
            seed=made.seed,
        ),
        note=note,
    )


def rain_from_record(record: RainRecord) -> DailyRain:
    """The daily series of a travelling record.

    Raises
    ------
    InputError
        If the start is not a date, or its twelve means cannot be.
    """
    try:
        start = dt.date.fromisoformat(record.start)
    except ValueError as error:
        raise InputError("rain_record.start", f"must be a date like 1985-10-01, got {record.start!r}") from error
    last_year = start.year + len(record.depth_mm) // 365
    if not rainfall.FIRST_YEAR <= start.year <= last_year <= rainfall.LAST_YEAR:
        allowed = f"{rainfall.FIRST_YEAR} to {rainfall.LAST_YEAR}"
        raise InputError("rain_record.start", f"the record must lie in the years {allowed}, begins {start}")

    def days(values: Sequence[float | None] | None) -> NDArray[np.float64] | None:
        if values is None or all(value is None for value in values):
            return None
        return np.array([np.nan if value is None else value for value in values], dtype=np.float64)

    made = record.made_from
    if made is not None:
        Climate(np.array(made.mean_mm), np.array(made.wet_days), made.yearly_variation)
    depth = np.array([np.nan if depth is None else depth for depth in record.depth_mm], dtype=np.float64)
    return DailyRain(
        start,
        depth,
        tmin_c=days(record.tmin_c),
        tmax_c=days(record.tmax_c),
        et0_mm=days(record.et0_mm),
        made_from=None
        if made is None
        else MadeFrom(made.kind, tuple(made.mean_mm), tuple(made.wet_days), made.yearly_variation, made.seed),
    )
