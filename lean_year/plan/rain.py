"""Rain: what fell, how far the record can be trusted, what a lean year looks like."""

import datetime as dt
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core import rainfall
from lean_year.core.generator import Climate, generate_days_mm
from lean_year.core.household import DAYS_IN_MONTH
from lean_year.core.rainfall import DailyRain, Filling, WaterYears
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.wording import MONTHS, Wording, count, day, several

FEW_YEARS = 20
RECORDS_LIKE_IT = 10
TREND_SHARE = 0.10
SUSPECT_ZERO_SHARE = 0.15
RETURN_YEARS = (5, 10, 20)


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

    @property
    def counted_days(self) -> NDArray[np.bool_]:
        """Which days lie in a counted year; all of them where none counts."""
        days = np.repeat(self.counts, self.years.ends - self.years.starts)
        return days if days.any() else np.ones_like(days)


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

    def weather(values: NDArray[np.float64] | None) -> NDArray[np.float64] | None:
        return None if values is None else rainfall.fill_with_month_means(values, month)

    return PreparedRain(
        record,
        filling,
        filled,
        dates,
        month,
        monthly,
        years,
        counts,
        years.sums(filled),
        weather(record.tmin_c),
        weather(record.tmax_c),
        weather(record.et0_mm),
    )


@lru_cache(maxsize=8)
def records_like(rain: PreparedRain) -> tuple[PreparedRain, ...]:
    """Records made from the same twelve means as a generated one, itself first. [mm]"""
    made = rain.record.made_from
    assert made is not None
    climate = Climate(np.array(made.mean_mm), np.array(made.wet_days), made.yearly_variation)
    others = []
    for number in range(1, RECORDS_LIKE_IT):
        depth = generate_days_mm(climate, rain.dates, made.seed + number)
        others.append(prepare_rain(replace(rain.record, depth_mm=depth), rain.filling))
    return (rain, *others)


class RainMonth(BaseModel):
    """One calendar month over all its years. [mm]"""

    month: int
    mean_mm: float | None
    median_mm: float | None
    p10_mm: float | None
    p90_mm: float | None


class RainYear(BaseModel):
    """One water year of the record."""

    label: str
    start: dt.date
    days: int
    whole: bool
    counted: bool
    missing_days: int
    total_mm: float
    monthly_mm: list[float | None]
    """January first, whichever month the water year begins with."""
    wettest_day_mm: float
    dry_spell_start: dt.date | None
    dry_spell_days: int


class RainPlan(BaseModel):
    start: dt.date
    end: dt.date
    days: int
    first_month: int
    counted_years: int
    filling: Filling
    figures: dict[str, Figure]
    months: list[RainMonth]
    years: list[RainYear]
    findings: list[Finding]
    cautions: list[str]


def _months(rain: PreparedRain) -> list[RainMonth]:
    rows = []
    for month in range(12):
        known = rain.monthly_mm[:, month]
        known = known[~np.isnan(known)]
        if known.size:
            p10, p50, p90 = (float(x) for x in np.percentile(known, (10, 50, 90)))
            rows.append(
                RainMonth(month=month + 1, mean_mm=float(known.mean()), median_mm=p50, p10_mm=p10, p90_mm=p90)
            )
        else:
            rows.append(RainMonth(month=month + 1, mean_mm=None, median_mm=None, p10_mm=None, p90_mm=None))
    return rows


def _years(rain: PreparedRain) -> list[RainYear]:
    years, dates = rain.years, rain.dates
    dry = np.nan_to_num(rain.record.depth_mm, nan=np.inf) < rainfall.DRY_DAY_MM
    first_year = int(rainfall.year_of(dates[:1])[0])
    rows = []
    for row in range(len(years)):
        begin, end = int(years.starts[row]), int(years.ends[row])
        spell = rainfall.longest_run(dry[begin:end])
        calendar = int(years.calendar_year[row]) - first_year
        monthly: list[float | None] = []
        for month in range(1, 13):
            table_row = calendar + (month < years.first_month)
            value = rain.monthly_mm[table_row, month - 1] if 0 <= table_row < len(rain.monthly_mm) else np.nan
            monthly.append(None if np.isnan(value) else float(value))
        rows.append(
            RainYear(
                label=years.label(row),
                start=dates[begin].astype(object),
                days=end - begin,
                whole=bool(years.whole[row]),
                counted=bool(rain.counts[row]),
                missing_days=int(rain.record.missing[begin:end].sum()),
                total_mm=float(rain.annual_mm[row]),
                monthly_mm=monthly,
                wettest_day_mm=float(rain.filled_mm[begin:end].max()),
                dry_spell_start=dates[begin + spell.start].astype(object) if spell.days else None,
                dry_spell_days=spell.days,
            )
        )
    return rows


def _figures(rain: PreparedRain, say: Wording) -> dict[str, Figure]:
    annual = rain.annual_mm[rain.counts]
    source = f"the record, {day(rain.dates[0])} to {day(rain.dates[-1])}"
    dry = np.nan_to_num(rain.record.depth_mm, nan=np.inf) < rainfall.DRY_DAY_MM
    spell = rainfall.longest_run(dry)
    driest = rainfall.driest_twelve_months(rain.monthly_mm)
    wettest = int(np.argmax(rain.filled_mm))
    figures = {
        "mean_year_mm": Figure(
            value=float(annual.mean()) if annual.size else None,
            unit="mm",
            label="Mean year",
            basis="derived",
            source=source,
            formula="sum of the counted years' rain / counted years",
            working=f"{say.rain(float(annual.sum()))} / {annual.size} years" if annual.size else "",
            moves="A mean hides the lean years; the replay uses every day instead.",
        ),
        "driest_year_mm": Figure(
            value=float(annual.min()) if annual.size else None,
            unit="mm",
            label="Driest year",
            basis="derived",
            source=source,
            formula="least total of a counted water year",
            working=rain.years.label(int(np.flatnonzero(rain.counts)[np.argmin(annual)])) if annual.size else "",
        ),
        "driest_12_months_mm": Figure(
            value=driest[1] if driest else None,
            unit="mm",
            label="Driest 12 months in a row",
            basis="derived",
            source=source,
            formula="least sum of 12 calendar months in a row, wherever they begin",
            working=_month_name(rain, driest[0]) if driest else "",
        ),
        "longest_dry_spell_d": Figure(
            value=float(spell.days),
            unit="d",
            label="Longest dry spell",
            basis="derived",
            source=source,
            formula=f"longest run of days each under {say.shallow(rainfall.DRY_DAY_MM)}; a missing day ends a run",
            working=f"from {day(rain.dates[spell.start])}" if spell.days else "no day under the limit",
        ),
        "wettest_day_mm": Figure(
            value=float(rain.filled_mm[wettest]),
            unit="mm",
            label="Wettest day",
            basis="derived",
            source=source,
            formula="largest day of the record",
            working=day(rain.dates[wettest]),
        ),
        "missing_d": Figure(
            value=float(rain.record.missing.sum()),
            unit="d",
            label="Missing days",
            basis="derived",
            source=source,
            formula="days without a value between the first and the last",
            working=f"longest gap {several(rainfall.longest_run(rain.record.missing).days, 'day')}",
        ),
    }
    for years in RETURN_YEARS:
        figures[f"dry_year_1_in_{years}_mm"] = Figure(
            value=rainfall.dry_year_mm(annual, years).total_mm,
            unit="mm",
            label=f"Dry year, 1 in {years}",
            basis="derived",
            source=f"{source}; plotting position of Weibull",
            formula="years ranked from the driest; the m-th is undercut with probability m / (n + 1)",
            working=f"n = {annual.size}, probability 1 / {years}",
            moves="Needs more years than this to say." if annual.size + 1 < years else "",
        )
    return figures


def _month_name(rain: PreparedRain, months_from_january: int) -> str:
    year = int(rainfall.year_of(rain.dates[:1])[0]) + months_from_january // 12
    return f"from {MONTHS[months_from_january % 12]} {year}"


def _suspect_zeros(rain: PreparedRain) -> tuple[int, int, float] | None:
    """The run of exact zeros in which the most rain is usual: start, days and that rain [mm], if it is much."""
    means = np.array([row.mean_mm or 0.0 for row in _months(rain)]) / DAYS_IN_MONTH
    usual = np.concatenate(([0.0], np.cumsum(means[rain.month - 1])))
    zero = np.nan_to_num(rain.record.depth_mm, nan=1.0) == 0
    edges = np.diff(np.concatenate(([0], zero.astype(np.int8), [0])))
    starts, ends = np.flatnonzero(edges == 1), np.flatnonzero(edges == -1)
    if not starts.size:
        return None
    expected = usual[ends] - usual[starts]
    worst = int(np.argmax(expected))
    if expected[worst] < SUSPECT_ZERO_SHARE * (means * DAYS_IN_MONTH).sum():
        return None
    return int(starts[worst]), int(ends[worst] - starts[worst]), float(expected[worst])


def _findings(rain: PreparedRain, say: Wording) -> list[Finding]:
    found = []
    counted = int(rain.counts.sum())

    def add(code: str, severity: str, text: str, fix: str = "") -> None:
        found.append(
            Finding.model_validate({"code": code, "stage": "rain", "severity": severity, "text": text, "fix": fix})
        )

    if counted == 0:
        add(
            "RAIN_NO_WHOLE_YEAR",
            "fails",
            f"The record has no water year to count: {several(rain.dates.size, 'day')}, "
            f"{several(int(rain.record.missing.sum()), 'day')} missing.",
            "Bring in a longer record, or fill the missing days.",
        )
    elif counted < FEW_YEARS:
        add(
            "RAIN_FEW_YEARS",
            "caution",
            f"The record counts {several(counted, 'year')}. A lean year that comes once in twenty may not be in it.",
            "Look for a longer record from the same valley or coast.",
        )
    left_out = rain.years.whole & ~rain.counts
    if left_out.any():
        names = ", ".join(rain.years.label(int(row)) for row in np.flatnonzero(left_out)[:4])
        more = f" and {int(left_out.sum()) - 4} more" if left_out.sum() > 4 else ""
        add(
            "RAIN_YEARS_LEFT_OUT",
            "caution",
            f"{count(int(left_out.sum())).capitalize()} of {several(int(rain.years.whole.sum()), 'whole year')} "
            f"left out: more than {rainfall.MISSING_SHARE_LIMIT * 100:.0f} % of their days missing ({names}{more}).",
            "Fill the missing days, or find the record that has them.",
        )
    missing = int(rain.record.missing.sum())
    if missing and rain.filling != "none":
        how = "no rain, which errs on the dry side" if rain.filling == "zero" else "the same days of the nearest year"
        add("RAIN_FILLED", "note", f"{several(missing, 'missing day')} filled with {how}.")
    annual = rain.annual_mm[rain.counts]
    if annual.size >= FEW_YEARS:
        early, late = float(annual[: annual.size // 2].mean()), float(annual[annual.size // 2 :].mean())
        if early > 0 and abs(late / early - 1) > TREND_SHARE:
            add(
                "RAIN_TREND",
                "note",
                f"The later half of the record is {'drier' if late < early else 'wetter'}: "
                f"{say.rain(late)} a year against {say.rain(early)}.",
                "Weigh the later years more.",
            )
    zeros = _suspect_zeros(rain)
    if zeros:
        start, days, usual_mm = zeros
        add(
            "RAIN_LONG_ZERO_RUN",
            "caution",
            f"{several(days, 'day')} of exact zeros from {day(rain.dates[start])}, "
            f"when {say.rain(usual_mm)} is usual. Zero is not the same as missing.",
            "Check the gauge's log for those days.",
        )
    return found


@lru_cache(maxsize=32)
def plan_rain(rain: PreparedRain, say: Wording) -> RainPlan:
    """The rain stage: statistics, years and what is wrong with the record. Not to be changed by the caller."""
    return RainPlan(
        start=rain.record.start,
        end=rain.dates[-1].astype(object),
        days=rain.dates.size,
        first_month=rain.years.first_month,
        counted_years=int(rain.counts.sum()),
        filling=rain.filling,
        figures=_figures(rain, say),
        months=_months(rain),
        years=_years(rain),
        findings=_findings(rain, say),
        cautions=[],
    )
