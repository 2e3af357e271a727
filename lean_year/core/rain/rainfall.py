"""What fell, how far the record can be trusted, and what a lean year looks like."""

import datetime as dt
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

Filling = Literal["none", "zero", "other_years"]
FIRST_YEAR, LAST_YEAR = 1600, 2200
"""Years in which a record may lie; anything else is a slip in a date."""
MISSING_SHARE_LIMIT = 0.05
"""A year with a larger share of days missing stays out of the counts. Basis: common practice."""
LONG_SPELL_DAYS = 10
"""A dry spell that counts as one. Basis: estimate."""
DRY_DAY_MM = 1.0
"""A dry spell is a run of days each under this depth, mm. Basis: common practice."""


DaysFrom = Literal["observed", "months", "means"]
FEW_YEARS = 20
TREND_SHARE = 0.10
SUSPECT_ZERO_SHARE = 0.15
ACCUMULATION_PERCENTILE = 99.0


@dataclass(frozen=True, slots=True)
class MadeFrom:
    """What the days of a record were made from, where they were not observed."""

    kind: Literal["months", "means"]
    """Made to add up to observed months, or from twelve means alone."""
    mean_mm: tuple[float, ...]
    wet_days: tuple[float, ...]
    yearly_variation: float
    seed: int


@dataclass(frozen=True, slots=True)
class DailyRain:
    """A daily record: one value a day from `start`, NaN where the day is missing."""

    start: dt.date
    depth_mm: NDArray[np.float64]
    tmin_c: NDArray[np.float64] | None = None
    """Lowest temperature of each day, NaN where missing; None where the record has none. [deg C]"""
    tmax_c: NDArray[np.float64] | None = None
    et0_mm: NDArray[np.float64] | None = None
    """Reference evapotranspiration, as for the temperatures. [mm]"""
    made_from: MadeFrom | None = None
    """Set where the days were generated."""

    @property
    def dates(self) -> NDArray[np.datetime64]:
        return np.datetime64(self.start, "D") + np.arange(self.depth_mm.size)

    @property
    def missing(self) -> NDArray[np.bool_]:
        return np.isnan(self.depth_mm)


@dataclass(frozen=True, slots=True)
class DryYear:
    """The year's rain that is undercut once in `return_years` years on average."""

    return_years: int
    total_mm: float | None
    """None where the record is too short to say. [mm]"""


@dataclass(frozen=True, slots=True)
class Spell:
    """A run of days. `start` is an index into the record."""

    start: int
    days: int


@dataclass(frozen=True, slots=True)
class WaterYears:
    """The record cut into years that begin on the first of `first_month`.

    Arrays have one row a year, part years at either end included.
    """

    first_month: int
    starts: NDArray[np.int64]
    """Index of each year's first day in the record."""
    ends: NDArray[np.int64]
    """Index after each year's last day."""
    calendar_year: NDArray[np.int64]
    """Calendar year in which each begins."""
    whole: NDArray[np.bool_]
    """False for a year that the record only partly covers."""
    missing_share: NDArray[np.float64]
    """Share of the year's recorded span that is missing. [-]"""

    def __len__(self) -> int:
        return int(self.starts.size)

    def label(self, row: int) -> str:
        """How people name the year: 2015 if it starts in January, else 2014–15."""
        begins = int(self.calendar_year[row])
        return str(begins) if self.first_month == 1 else f"{begins}–{(begins + 1) % 100:02d}"

    def sums(self, daily: NDArray[np.float64]) -> NDArray[np.float64]:
        """Sum of a daily series over each year, shape (n_years,)."""
        return np.add.reduceat(daily, self.starts)

    def days(self, on: NDArray[np.bool_]) -> NDArray[np.int64]:
        """Days of each year on which something was so, shape (n_years,)."""
        return np.add.reduceat(on, self.starts, dtype=np.int64)


def month_of(dates: NDArray[np.datetime64]) -> NDArray[np.int64]:
    """Calendar month of each day, 1 to 12.

    Examples
    --------
    >>> month_of(np.array(["2025-01-31", "2025-02-01"], "datetime64[D]")).tolist()
    [1, 2]
    """
    return dates.astype("datetime64[M]").astype(np.int64) % 12 + 1


def year_of(dates: NDArray[np.datetime64]) -> NDArray[np.int64]:
    """Calendar year of each day.

    Examples
    --------
    >>> year_of(np.array(["2024-12-31", "2025-01-01"], "datetime64[D]")).tolist()
    [2024, 2025]
    """
    return dates.astype("datetime64[Y]").astype(np.int64) + 1970


def fill_missing(record: DailyRain, filling: Filling) -> NDArray[np.float64]:
    """A series without missing days, for the replay. [mm]

    `none` and `zero` both put no rain on missing days, which errs on the dry side; they differ only in
    whether a year with many missing days still counts. `other_years` copies the same calendar day from the
    nearest year that has it, the earlier one of two equally near.

    Parameters
    ----------
    record : DailyRain
        NaN where a day is missing.
    filling : {"none", "zero", "other_years"}
        As above.

    Returns
    -------
    ndarray, shape (n_days,)
        [mm]. A day recorded in no year is filled with 0.

    Examples
    --------
    >>> gauge = DailyRain(dt.date(2024, 1, 1), np.array([4.0, np.nan, 2.0]))
    >>> fill_missing(gauge, "zero").tolist()
    [4.0, 0.0, 2.0]
    """
    filled = record.depth_mm.copy()
    gaps = np.flatnonzero(record.missing)
    if filling != "other_years" or not gaps.size:
        filled[gaps] = 0.0
        return filled
    dates = record.dates
    years = year_of(dates)
    months = dates.astype("datetime64[M]")
    calendar_day = month_of(dates) * 32 + (dates - months).astype(np.int64)
    first_year = int(years[0])
    table = np.full((int(years[-1]) - first_year + 1, 13 * 32), np.nan)
    table[years - first_year, calendar_day] = record.depth_mm
    for day in gaps:
        column = table[:, calendar_day[day]]
        known = np.flatnonzero(~np.isnan(column))
        distance = np.abs(known - (years[day] - first_year))
        filled[day] = column[known[int(np.argmin(distance))]] if known.size else 0.0
    return filled


def fill_with_month_means(values: NDArray[np.float64], month: NDArray[np.int64]) -> NDArray[np.float64]:
    """A weather series without gaps: the mean of the calendar month on days that are missing.

    Parameters
    ----------
    values : ndarray, shape (n_days,)
        NaN where missing.
    month : ndarray, shape (n_days,)
        Calendar month, 1 to 12.

    Returns
    -------
    ndarray, shape (n_days,)
        A month recorded in no year takes the mean of all days.

    Examples
    --------
    >>> fill_with_month_means(np.array([4.0, np.nan, 6.0]), np.array([1, 1, 1])).tolist()
    [4.0, 5.0, 6.0]
    """
    known = ~np.isnan(values)
    if known.all():
        return values
    if not known.any():
        raise InputError("weather", "has no value on any day")
    count = np.bincount(month[known], minlength=13)
    total = np.bincount(month[known], values[known], minlength=13)
    means = np.where(count > 0, total / np.maximum(count, 1), values[known].mean())
    return np.where(known, values, means[month])


def lengthen_dry_spells(rain_mm: NDArray[np.float64], share: float) -> NDArray[np.float64]:
    """A harsher record: each long dry spell lasts longer by a share of its days, and no rain is lost but at the end.

    Dry days are put in after each spell of `LONG_SPELL_DAYS` or more. As many are taken out of the wet time behind
    it, the first first; where that has too few, out of the next ones, so that the rain comes later until then. What
    is left to take out at the end of the record falls off its end.

    Parameters
    ----------
    rain_mm : ndarray, shape (n_days,)
        [mm]
    share : float
        0.2 makes a spell of 30 days under 1 mm last 36. 0 to 10. [-]

    Returns
    -------
    ndarray, shape (n_days,)
        [mm]. Basis: derived.

    Examples
    --------
    >>> wet = [9.0, 0.0, 7.0, 0.0, 3.0]
    >>> lengthen_dry_spells(np.array([5.0, *[0.0] * 10, *wet]), 0.2).tolist()
    [5.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 9.0, 7.0, 3.0]
    """
    longer = require_number("share", share, low=0, high=10)
    parts: list[NDArray[np.float64]] = []
    at, owed = 0, 0
    for spell in dry_spells(rain_mm, LONG_SPELL_DAYS):
        owed = _wet_time(rain_mm[at : spell.start], owed, parts)
        at = spell.start + spell.days
        added = round(spell.days * longer)
        parts += [rain_mm[spell.start : at], np.zeros(added)]
        owed += added
    _wet_time(rain_mm[at:], owed, parts)
    return np.concatenate(parts)[: rain_mm.size] if parts else rain_mm.copy()


def _wet_time(rain_mm: NDArray[np.float64], owed: int, parts: list[NDArray[np.float64]]) -> int:
    """Adds the days between two long spells without the first of its dry days that are owed; gives what is still."""
    dry = np.flatnonzero(rain_mm < DRY_DAY_MM)[:owed]
    parts.append(np.delete(rain_mm, dry))
    if dry.size and parts[-1].size:
        parts[-1][0] += rain_mm[dry].sum()  # their drizzle is rain too
    return owed - int(dry.size)


def driest_years(annual: NDArray[np.float64], count: int) -> int:
    """Where the driest run of so many years in a row begins.

    Parameters
    ----------
    annual : ndarray, shape (n_years,)
        Totals.
    count : int
        Years in a row, at most n_years.

    Returns
    -------
    int
        Row of the first.

    Examples
    --------
    >>> driest_years(np.array([900.0, 400.0, 500.0, 800.0]), 2)
    1
    """
    return int(np.argmin(np.convolve(annual, np.ones(count), "valid")))


def dry_spells(rain_mm: NDArray[np.float64], least_days: int) -> list[Spell]:
    """Every run of days each under `DRY_DAY_MM` that lasts at least so long; a missing day (NaN) ends a run.

    Parameters
    ----------
    rain_mm : ndarray, shape (n_days,)
        [mm]
    least_days : int
        [d]

    Returns
    -------
    list of Spell
        In the order of the record.
    """
    dry = np.nan_to_num(rain_mm, nan=np.inf) < DRY_DAY_MM
    edges = np.diff(np.concatenate(([0], dry.astype(np.int8), [0])))
    starts, ends = np.flatnonzero(edges == 1), np.flatnonzero(edges == -1)
    return [Spell(int(a), int(b - a)) for a, b in zip(starts, ends, strict=True) if b - a >= least_days]


def monthly_totals_mm(rain_mm: NDArray[np.float64], dates: NDArray[np.datetime64]) -> NDArray[np.float64]:
    """Totals of every calendar month wholly inside the series.

    Parameters
    ----------
    rain_mm : ndarray, shape (n_days,)
        Rain of each day. [mm]
    dates : ndarray of datetime64, shape (n_days,)
        Its days, one after another.

    Returns
    -------
    ndarray, shape (n_years, 12)
        NaN for a month that the series does not hold whole. [mm]

    Examples
    --------
    >>> january = np.arange(np.datetime64("2025-01-01"), np.datetime64("2025-02-01"))
    >>> monthly_totals_mm(np.full(31, 2.0), january)[0, :2].tolist()
    [62.0, nan]
    """
    months = dates.astype("datetime64[M]")
    first = months[0].astype(np.int64)
    index = months.astype(np.int64) - first
    totals = np.bincount(index, weights=rain_mm)
    days = np.bincount(index)
    spans = (months[0] + np.arange(totals.size + 1)).astype("datetime64[D]")
    totals = np.where(days == np.diff(spans).astype(np.int64), totals, np.nan)
    table = np.full((int((first + totals.size - 1) // 12 - first // 12) + 1, 12), np.nan)
    table.ravel()[first % 12 : first % 12 + totals.size] = totals
    return table


def water_year_first_month(monthly_mean_mm: NDArray[np.float64]) -> int:
    """The month after the driest three months in a row: a store is then at its lowest.

    Parameters
    ----------
    monthly_mean_mm : ndarray, shape (12,)
        Mean rain of each month, January first. [mm]

    Returns
    -------
    int
        1 to 12.

    Examples
    --------
    >>> water_year_first_month(np.array([90, 80, 70, 50, 30, 9, 3, 5, 40, 80, 90, 95.0]))
    9
    """
    quarter = monthly_mean_mm + np.roll(monthly_mean_mm, -1) + np.roll(monthly_mean_mm, -2)
    return (int(np.argmin(quarter)) + 3) % 12 + 1


def water_years(record: DailyRain, first_month: int) -> WaterYears:
    """Cut the record into water years. Part years at the ends are kept and marked.

    Raises
    ------
    InputError
        If `first_month` is not 1 to 12 or the record is empty.
    """
    if not 1 <= first_month <= 12:
        raise InputError("first_month", f"must be from 1 to 12, got {first_month}")
    if not record.depth_mm.size:
        raise InputError("rain", "has no days")
    dates = record.dates
    water_year = year_of(dates) - (month_of(dates) < first_month)
    starts = np.concatenate(([0], np.flatnonzero(np.diff(water_year)) + 1))
    ends = np.append(starts[1:], dates.size)
    calendar_year = water_year[starts]

    def first_day(year: NDArray[np.int64]) -> NDArray[np.datetime64]:
        return ((year - 1970) * 12 + first_month - 1).astype("datetime64[M]").astype("datetime64[D]")

    whole = (dates[starts] == first_day(calendar_year)) & (dates[ends - 1] + 1 == first_day(calendar_year + 1))
    missing = np.add.reduceat(record.missing.astype(np.float64), starts) / (ends - starts)
    return WaterYears(first_month, starts, ends, calendar_year, whole, missing)


def longest_run(flags: NDArray[np.bool_]) -> Spell:
    """The longest run of true values, the first of equals; zero days where there is none."""
    edges = np.diff(np.concatenate(([0], flags.astype(np.int8), [0])))
    starts, ends = np.flatnonzero(edges == 1), np.flatnonzero(edges == -1)
    if not starts.size:
        return Spell(0, 0)
    longest = int(np.argmax(ends - starts))
    return Spell(int(starts[longest]), int(ends[longest] - starts[longest]))


def driest_twelve_months(monthly_mm: NDArray[np.float64], count: int = 1) -> list[tuple[int, float]]:
    """The least rain in twelve calendar months in a row, anywhere in the record.

    Parameters
    ----------
    monthly_mm : ndarray, shape (n_years, 12)
        From `monthly_totals_mm`. [mm]
    count : int
        How many such runs at most, none overlapping another, the driest first.

    Returns
    -------
    list of tuple of (int, float)
        Months from January of the first year to the first of the twelve, and their total [mm]; fewer than
        `count` where the record has no more.

    Examples
    --------
    >>> driest_twelve_months(np.vstack((np.full(12, 50.0), np.full(12, 20.0))))
    [(12, 240.0)]
    """
    months = monthly_mm.ravel()
    found: list[tuple[int, float]] = []
    if months.size < 12:
        return found
    totals = np.convolve(months, np.ones(12), "valid")
    while len(found) < count and not np.all(np.isnan(totals)):
        first = int(np.nanargmin(totals))
        found.append((first, float(totals[first])))
        totals[max(0, first - 11) : first + 12] = np.nan
    return found


def dry_year_mm(annual_mm: NDArray[np.float64], return_years: int) -> DryYear:
    """The 1-in-T dry year by plotting position.

    The years are ranked from the driest, m = 1; the m-th is undercut with probability `m / (n + 1)`
    (Weibull plotting position), straight lines between. Nothing is said beyond the driest year.

    Parameters
    ----------
    annual_mm : ndarray, shape (n_years,)
        Totals of whole years. [mm]
    return_years : int
        T, above 1. [years]

    Examples
    --------
    Nine years: the driest is undercut once in ten.

    >>> dry_year_mm(np.array([500.0, 300, 400, 600, 700, 450, 550, 650, 800]), 10).total_mm
    300.0
    """
    ranked = np.sort(annual_mm)
    position = np.arange(1, ranked.size + 1) / (ranked.size + 1)
    wanted = 1.0 / return_years
    if not ranked.size or wanted < position[0] * (1 - 1e-12) or wanted > position[-1]:
        return DryYear(return_years, None)
    return DryYear(return_years, float(np.interp(wanted, position, ranked)))
