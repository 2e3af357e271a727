"""The account of a rain import: what was understood, what was refused, in which unit."""

import datetime as dt
import re
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, ConfigDict

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import MISSING_SHARE_LIMIT, DailyRain, longest_run
from lean_year.core.roofs.catchment import MAX_RAIN_MM
from lean_year.core.units import DAYS_PER_YEAR, MM_PER_INCH
from lean_year.formats.rain.rain_table import Table
from lean_year.plan.answer.quantities import fixed

DateOrder = Literal["ymd", "dmy", "mdy"]
Layout = Literal["table", "ghcn_dly", "swmm", "months", "means", "archive"]
Unit = Literal["mm", "tenth_mm", "inch"]
TemperatureUnit = Literal["celsius", "tenth_celsius", "fahrenheit"]
MM_PER_UNIT: dict[Unit, float] = {"mm": 1.0, "tenth_mm": 0.1, "inch": MM_PER_INCH}
UNIT_NAME: dict[Unit, str] = {"mm": "millimetres", "tenth_mm": "tenths of a millimetre", "inch": "inches"}
LEAST_DAYS = 365
REFUSED_SHOWN = 50
WETTEST_YEAR_MM = 6_000.0
DRIEST_YEAR_MM = 150.0


@dataclass(frozen=True, slots=True)
class Choices:
    """What the person says about the file; None leaves it to be worked out."""

    date_order: DateOrder | None = None
    unit: Unit | None = None
    rain_column: int | None = None
    temperature_unit: TemperatureUnit | None = None


class RefusedRow(BaseModel):
    line: int
    text: str
    reason: str


class AsRead(BaseModel):
    """What a reader tells of a file."""

    model_config = ConfigDict(json_schema_serialization_defaults_required=True)

    layout: Layout
    station: str = ""
    """The station that the file names; empty where it names none."""
    weather: list[str] = []
    """What else the file holds, in words."""
    date_order: DateOrder = "ymd"
    unit: Unit
    unit_reason: str
    temperature_unit: TemperatureUnit | None = None
    """None where the file has no temperatures, or its layout says their unit."""
    temperature_reason: str = ""
    rows: int
    refused: list[RefusedRow] = []
    """The first of the rows that were refused."""
    refused_count: int = 0
    blank_days: int = 0
    trace_days: int = 0
    repeated_days: int = 0
    warnings: list[str] = []


class ImportAccount(AsRead):
    """With what is seen of the record that came of it."""

    accepted: int
    missing_days: int
    longest_gap_days: int
    longest_gap_start: dt.date | None
    mean_year_mm: float
    wettest_day_mm: float
    wettest_date: dt.date


@dataclass(frozen=True, slots=True)
class RainImport:
    """The record and the account of how it was read."""

    rain: DailyRain
    account: ImportAccount
    table: Table | None = None
    """How its columns were understood, where it is a table of days."""


def guess_unit(name: str, values: NDArray[np.float64]) -> tuple[Unit, str]:
    """The unit of the values and the reason, from the column's name and from what the values would mean."""
    mean_year = float(values.mean() * DAYS_PER_YEAR)
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
        why = (
            f"as millimetres a mean year would be only {fixed(mean_year)} mm, "
            f"as inches {fixed(mean_year * MM_PER_INCH)}"
        )
    elif whole and mean_year > 2_500 and wettest > 300:
        guess = "tenth_mm"
        why = f"whole numbers that make {fixed(mean_year)} mm a year; as tenths it is {fixed(mean_year / 10)} mm"
    else:
        guess = "mm"
        why = f"as millimetres the mean year is {fixed(mean_year)} mm and its heavy days {fixed(wettest)} mm"
    if said and said != guess:
        why = f"the column says {UNIT_NAME[said]}, but {why}"
    return guess, why


def require_a_year(days: int) -> None:
    if days < LEAST_DAYS:
        raise InputError("file", f"holds {days} days; a record needs at least a year")


def account(rain: DailyRain, read: AsRead, table: Table | None = None) -> RainImport:
    """The account of an import: what the reader tells, and what is seen of the record."""
    missing = rain.missing
    known = np.nan_to_num(rain.depth_mm)
    gap = longest_run(missing)
    wettest = int(np.argmax(known))
    mean_year = float(known.sum() / (~missing).sum() * DAYS_PER_YEAR)
    return RainImport(
        rain,
        ImportAccount(
            **{**dict(read), "warnings": [*read.warnings, *_warnings(rain, read, mean_year)]},
            accepted=int((~missing).sum()),
            missing_days=int(missing.sum()),
            longest_gap_days=gap.days,
            longest_gap_start=rain.start + dt.timedelta(days=gap.start) if gap.days else None,
            mean_year_mm=mean_year,
            wettest_day_mm=float(known[wettest]),
            wettest_date=rain.start + dt.timedelta(days=wettest),
        ),
        table,
    )


def _rows(count: int) -> str:
    return "1 row was" if count == 1 else f"{count:,} rows were"


def _warnings(rain: DailyRain, read: AsRead, mean_year_mm: float) -> list[str]:
    warnings = []
    share = float(rain.missing.mean())
    if share > MISSING_SHARE_LIMIT:
        warnings.append(
            f"{fixed(share * 100)} % of the days are missing. Years with more than "
            f"{fixed(MISSING_SHARE_LIMIT * 100)} % missing will not count."
        )
    if rain.depth_mm.size < 10 * 365:
        years = rain.depth_mm.size / DAYS_PER_YEAR
        warnings.append(f"{fixed(years, 1)} years are few: a lean year that comes once in twenty may not be in them.")
    if not DRIEST_YEAR_MM <= mean_year_mm <= WETTEST_YEAR_MM:
        warnings.append(f"{fixed(mean_year_mm)} mm in a mean year is unusual. Check the unit.")
    if read.refused_count:
        warnings.append(f"{_rows(read.refused_count)} refused. A day without another row counts as missing.")
    if read.repeated_days:
        warnings.append(f"{_rows(read.repeated_days)} for a day that is there already; the first value was kept.")
    if not rain.depth_mm[~rain.missing].any():
        warnings.append("Every day is zero. Zero is not the same as missing.")
    return warnings
