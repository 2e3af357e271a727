"""The account of a rain import: what was understood, what was refused, in which unit."""

import datetime as dt
import re
from dataclasses import dataclass, field
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain, longest_run
from lean_year.core.roofs.catchment import MAX_RAIN_MM
from lean_year.core.units import DAYS_PER_YEAR, MM_PER_INCH
from lean_year.formats.rain.rain_table import Table
from lean_year.plan.answer.quantities import fixed

DateOrder = Literal["ymd", "dmy", "mdy"]
Layout = Literal["table", "ghcn_dly", "swmm", "months", "means", "archive"]
Unit = Literal["mm", "tenth_mm", "inch"]
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


@dataclass(frozen=True, slots=True)
class RefusedRow:
    line: int
    text: str
    reason: str


@dataclass(frozen=True, slots=True)
class Refused:
    """The first rows that were refused, and how many there were."""

    shown: list[RefusedRow]
    count: int


@dataclass(slots=True)
class RainImport:
    """The record and the account of how it was read."""

    rain: DailyRain
    layout: Layout
    table: Table | None
    """How its columns were understood, where it is a table of days."""
    station: str
    """The station that the file names; empty where it names none."""
    weather: list[str]
    """What else it holds, in words."""
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


def account(
    rain: DailyRain,
    *,
    layout: Layout,
    refused: Refused,
    rows: int,
    unit: Unit,
    unit_reason: str,
    table: Table | None = None,
    station: str = "",
    weather: list[str] | None = None,
    date_order: DateOrder = "ymd",
    blank_days: int = 0,
    trace_days: int = 0,
    repeated_days: int = 0,
    warnings: list[str] | None = None,
) -> RainImport:
    missing = rain.missing
    known = np.nan_to_num(rain.depth_mm)
    gap = longest_run(missing)
    wettest = int(np.argmax(known))
    mean_year = float(known.sum() / (~missing).sum() * DAYS_PER_YEAR)
    warnings = list(warnings or [])
    share = float(missing.mean())
    if share > 0.05:
        warnings.append(
            f"{fixed(share * 100)} % of the days are missing. Years with more than 5 % missing will not count."
        )
    if rain.depth_mm.size < 10 * 365:
        years = rain.depth_mm.size / DAYS_PER_YEAR
        warnings.append(f"{fixed(years, 1)} years are few: a lean year that comes once in twenty may not be in them.")
    if not DRIEST_YEAR_MM <= mean_year <= WETTEST_YEAR_MM:
        warnings.append(f"{fixed(mean_year)} mm in a mean year is unusual. Check the unit.")
    if refused.count:
        warnings.append(f"{refused.count:,} rows were refused and count as missing days.")
    if repeated_days:
        warnings.append(f"{repeated_days:,} rows repeat a day; the first value was kept.")
    if not known.any():
        warnings.append("Every day is zero. Zero is not the same as missing.")
    return RainImport(
        rain=rain,
        layout=layout,
        table=table,
        station=station,
        weather=weather or [],
        date_order=date_order,
        unit=unit,
        unit_reason=unit_reason,
        rows=rows,
        accepted=int((~missing).sum()),
        refused=refused.shown,
        refused_count=refused.count,
        blank_days=blank_days,
        trace_days=trace_days,
        repeated_days=repeated_days,
        missing_days=int(missing.sum()),
        longest_gap_days=gap.days,
        longest_gap_start=rain.start + dt.timedelta(days=gap.start) if gap.days else None,
        mean_year_mm=mean_year,
        wettest_day_mm=float(known[wettest]),
        wettest_date=rain.start + dt.timedelta(days=wettest),
        warnings=warnings,
    )
