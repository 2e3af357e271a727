"""Rain from a file of any layout that is known, from twelve means, or from the archive.

What a person's file says about itself is read, not trusted: the unit is checked against the year's total, the
wettest day and the step of the values. Rows that cannot be read are refused one by one, by line number.
"""

import datetime as dt

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.disaggregation import days_from_months_mm
from lean_year.core.rain.generator import Climate, made_record_mm, usual_wet_days
from lean_year.core.rain.rainfall import DailyRain, MadeFrom
from lean_year.core.roofs.catchment import MAX_RAIN_MM
from lean_year.core.units import MM_PER_INCH
from lean_year.formats.rain.account import (
    DRIEST_YEAR_MM,
    MM_PER_UNIT,
    REFUSED_SHOWN,
    WETTEST_YEAR_MM,
    AsRead,
    Choices,
    RainImport,
    RefusedRow,
    Unit,
    account,
    guess_unit,
    require_a_year,
)
from lean_year.formats.rain.daily_table import read_daily_table
from lean_year.formats.rain.ghcn import FixedWidth, looks_like_dly, read_dly
from lean_year.formats.rain.monthly_rain import LEAST_MONTHS, MOST_MONTH_MM, MonthlyTotals, read_monthly
from lean_year.formats.rain.rain_table import text_of
from lean_year.formats.rain.swmm_rain import SwmmRain, looks_like_swmm, read_swmm_rain
from lean_year.plan.answer.quantities import fixed

MONTHS_SEED = 1


def read_rain_file(data: bytes, choices: Choices | None = None) -> RainImport:
    """Read a rain file of any layout that is known: a table of days or of months, GHCN-Daily, the SWMM engine's.

    Parameters
    ----------
    data : bytes
        The file as it is, at most 16 MB.
    choices : Choices, optional
        What the person settled; the rest is worked out.

    Returns
    -------
    RainImport
        The record in mm and how it was read, with what was refused.

    Raises
    ------
    InputError
        If no record of at least a year can be made of it, naming the line or the field.
    """
    choices = choices or Choices()
    text = text_of(data)
    if looks_like_dly(text):
        return _from_dly(read_dly(text))
    if looks_like_swmm(text):
        return _from_swmm(read_swmm_rain(text), choices)
    months = read_monthly(text) if choices.rain_column is None else None
    if months is not None:
        return _from_months(months, choices)
    return read_daily_table(text, choices)


def _from_dly(read: FixedWidth) -> RainImport:
    require_a_year(read.rain_mm.size)
    shown = [RefusedRow(line=line, text=value, reason=reason) for line, value, reason in read.flagged[:REFUSED_SHOWN]]
    both = read.tmin_c is not None and read.tmax_c is not None
    return account(
        DailyRain(
            read.start, read.rain_mm, tmin_c=read.tmin_c if both else None, tmax_c=read.tmax_c if both else None
        ),
        AsRead(
            layout="ghcn_dly",
            refused=shown,
            refused_count=len(read.flagged),
            rows=read.lines,
            station=read.station,
            weather=["lowest and highest temperature, in tenths of a degree Celsius"] if both else [],
            unit="tenth_mm",
            unit_reason="the layout is in tenths of a millimetre",
            trace_days=read.trace_days,
        ),
    )


def _from_swmm(read: SwmmRain, choices: Choices) -> RainImport:
    require_a_year(read.depth.size)
    unit, reason = (choices.unit, "as you chose") if choices.unit else guess_unit("depth", read.depth)
    depth = np.round(read.depth * MM_PER_UNIT[unit], 6)
    if depth.max() > MAX_RAIN_MM:
        raise InputError("unit", f"a day would have {fixed(depth.max())} mm; choose another unit")
    return account(
        DailyRain(read.start, depth),
        AsRead(
            layout="swmm",
            rows=read.lines,
            station=read.station,
            unit=unit,
            unit_reason=reason,
        ),
    )


def _from_months(read: MonthlyTotals, choices: Choices) -> RainImport:
    months = read.monthly.ravel()
    known = np.flatnonzero(~np.isnan(months))
    months = months[known[0] : known[-1] + 1]
    if months.size < LEAST_MONTHS:
        raise InputError("file", f"holds {months.size} months; a record needs at least {LEAST_MONTHS}")
    unit, reason = (choices.unit, "as you chose") if choices.unit else _guess_unit_of_months(months)
    months = months * MM_PER_UNIT[unit]
    if np.nanmax(months) > MOST_MONTH_MM:
        raise InputError("unit", f"a month would have {fixed(float(np.nanmax(months)))} mm; choose another unit")
    first = np.datetime64(f"{read.first_year:04d}-01", "M") + np.timedelta64(int(known[0]), "M")
    last = first + np.timedelta64(months.size, "M")
    dates = np.arange(first, last, dtype="datetime64[D]")
    calendar = (int(known[0]) + np.arange(months.size)) % 12
    with np.errstate(invalid="ignore"):
        present = ~np.isnan(months)
        count = np.bincount(calendar[present], minlength=12)
        means = np.bincount(calendar[present], months[present], minlength=12) / np.maximum(count, 1)
    climate = Climate(means, usual_wet_days(means), 0.0)
    made = MadeFrom("months", tuple(means.tolist()), tuple(climate.wet_days.tolist()), 0.0, MONTHS_SEED)
    depth = days_from_months_mm(climate, dates, months, MONTHS_SEED)
    return account(
        DailyRain(dates[0].astype(object), depth, made_from=made),
        AsRead(
            layout="months",
            rows=read.rows,
            unit=unit,
            unit_reason=reason,
            warnings=[
                "These are months. Their days are made so that each month adds up; the order of days within it is "
                "invented."
            ],
        ),
    )


def _guess_unit_of_months(months: NDArray[np.float64]) -> tuple[Unit, str]:
    year = float(np.nanmean(months) * 12)
    if year < DRIEST_YEAR_MM and not np.all(np.nan_to_num(months) == np.round(np.nan_to_num(months))):
        return (
            "inch",
            f"as millimetres a mean year would be only {fixed(year)} mm, as inches {fixed(year * MM_PER_INCH)}",
        )
    if year > WETTEST_YEAR_MM:
        return "tenth_mm", f"as millimetres the mean year would be {fixed(year)} mm"
    return "mm", f"as millimetres the mean year is {fixed(year)} mm"


def rain_from_means(
    mean_mm: list[float], wet_days: list[float] | None, yearly_variation: float, *, years: int, seed: int
) -> RainImport:
    """A record made from twelve means, from 1 January 2001 on.

    Raises
    ------
    InputError
        Naming the list and what is allowed.
    """
    means = np.array(mean_mm, dtype=np.float64)
    if means.shape != (12,):
        raise InputError("mean_mm", "needs twelve values, January first")
    wet = usual_wet_days(means) if wet_days is None else np.array(wet_days, dtype=np.float64)
    climate = Climate(means, wet, yearly_variation)
    dates = np.arange(np.datetime64("2001-01-01"), np.datetime64(f"{2001 + years}-01-01"))
    made = MadeFrom("means", tuple(means.tolist()), tuple(wet.tolist()), yearly_variation, seed)
    return account(
        DailyRain(dt.date(2001, 1, 1), made_record_mm(climate, dates, seed), made_from=made),
        AsRead(
            layout="means",
            rows=12,
            unit="mm",
            unit_reason="entered in millimetres",
            warnings=[
                "Made from twelve means, which all its years together keep. Means hide the lean years: the answer is "
                "a band, not a number."
            ],
        ),
    )


def archive_account(rain: DailyRain, station: str) -> RainImport:
    """The account of a record that is taken from the archive as it is."""
    return account(
        rain,
        AsRead(
            layout="archive",
            rows=rain.depth_mm.size,
            station=station,
            weather=["lowest and highest temperature"] if rain.tmin_c is not None else [],
            unit="mm",
            unit_reason="the archive is in millimetres",
        ),
    )
