"""A rain record made ready for replays, once for all edits."""

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from lean_year.core.rain import rainfall
from lean_year.core.rain.generator import Climate, made_record_mm
from lean_year.core.rain.rainfall import DailyRain, Filling, Spell, WaterYears
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.cache import cached

RECORDS_LIKE_IT = 10


@dataclass(frozen=True, slots=True, eq=False)
class PreparedRain:
    """A record made ready for replays. Depends on nothing but the record and the filling.

    Compared by identity, so that what depends on the rain alone can be kept for the next edit.
    """

    record: DailyRain
    filling: Filling
    filled_mm: NDArray[np.float64]
    dates: NDArray[np.datetime64]
    month: NDArray[np.int64]
    monthly_mm: NDArray[np.float64]
    """Totals by calendar year and month, shape (n_years, 12), NaN where not whole."""
    years: WaterYears
    counts: NDArray[np.bool_]
    """Which water years enter the counts."""
    annual_mm: NDArray[np.float64]
    tmin_c: NDArray[np.float64] | None
    """Without gaps; None where the record has no temperatures."""
    tmax_c: NDArray[np.float64] | None
    et0_mm: NDArray[np.float64] | None
    counted_days: NDArray[np.bool_]
    """Which days lie in a counted year; all of them where none counts."""
    months_since: NDArray[np.int64]
    """Calendar months from that of the first day to that of each."""
    dry_spell: Spell
    """The longest run of days with hardly any rain; a missing day ends it."""

    def a_year(self, total: float) -> float:
        """What a sum over the whole record comes to in each of its years, part years among them."""
        return float(total) / (self.dates.size / DAYS_PER_YEAR)


def prepare_rain(record: DailyRain, filling: Filling) -> PreparedRain:
    """Fill, cut into water years and decide which years count."""
    filled = rainfall.fill_missing(record, filling)
    dates = record.dates
    monthly = rainfall.monthly_totals_mm(filled, dates)
    with np.errstate(invalid="ignore"):
        known = ~np.isnan(monthly)
        means = np.where(known, monthly, 0).sum(axis=0) / np.maximum(known.sum(axis=0), 1)
    years = rainfall.water_years(record, rainfall.water_year_first_month(means))
    counts = years.whole & ((years.missing_share <= rainfall.MISSING_SHARE_LIMIT) | (filling != "none"))
    month = rainfall.month_of(dates)
    months = dates.astype("datetime64[M]").astype(np.int64)
    counted = np.repeat(counts, years.ends - years.starts)
    dry = np.nan_to_num(record.depth_mm, nan=np.inf) < rainfall.DRY_DAY_MM

    def weather(values: NDArray[np.float64] | None) -> NDArray[np.float64] | None:
        return None if values is None else rainfall.fill_with_month_means(values, month)

    return PreparedRain(
        record=record,
        filling=filling,
        filled_mm=filled,
        dates=dates,
        month=month,
        monthly_mm=monthly,
        years=years,
        counts=counts,
        annual_mm=years.sums(filled),
        tmin_c=weather(record.tmin_c),
        tmax_c=weather(record.tmax_c),
        et0_mm=weather(record.et0_mm),
        counted_days=counted if counted.any() else np.ones_like(counted),
        months_since=months - months[:1],
        dry_spell=rainfall.longest_run(dry),
    )


@cached(8)
def records_like(rain: PreparedRain) -> tuple[PreparedRain, ...]:
    """Records made from the same twelve means as a generated one, itself first. [mm]"""
    made = rain.record.made_from
    assert made is not None
    climate = Climate(np.array(made.mean_mm), np.array(made.wet_days), made.yearly_variation)
    others = []
    for number in range(1, RECORDS_LIKE_IT):
        depth = made_record_mm(climate, rain.dates, made.seed + number)
        others.append(prepare_rain(replace(rain.record, depth_mm=depth), rain.filling))
    return (rain, *others)


def mean_year(daily: NDArray[np.float64] | NDArray[np.bool_], rain: PreparedRain) -> float | None:
    """What the days of a year add up to in the mean of the counted water years; None where none counts.

    The one definition of a mean year of water: part years and years with too many gaps never enter it.
    """
    sums = rain.years.sums(np.asarray(daily, dtype=np.float64))[rain.counts]
    return float(sums.mean()) if sums.size else None


def mean_months(daily: NDArray[np.float64], rain: PreparedRain) -> NDArray[np.float64]:
    """What the days of each calendar month, January first, add up to in the mean of the counted water years."""
    sums = np.bincount(rain.month, daily * rain.counted_days, minlength=13)[1:]
    return np.asarray(sums / max(1, int(rain.counts.sum())), dtype=np.float64)
