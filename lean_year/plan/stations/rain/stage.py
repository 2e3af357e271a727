"""Rain: what fell, how far the record can be trusted, what a lean year looks like."""

import datetime as dt

import numpy as np
from pydantic import BaseModel

from lean_year.core.rain import rainfall
from lean_year.core.rain.rainfall import Filling
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.rain.choices import choices
from lean_year.plan.stations.rain.figures import rain_figures
from lean_year.plan.stations.rain.findings import rain_findings

DRIEST_SHOWN = 5
SPELL_LEAST_DAYS = 10
SPELLS_SHOWN = 1_000


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


class DriestMonths(BaseModel):
    """Twelve calendar months in a row with little rain, wherever they begin."""

    start: dt.date
    end: dt.date
    total_mm: float
    share_of_mean: float | None


class DrySpell(BaseModel):
    """Days in a row that each brought less than a wetting."""

    start: dt.date
    days: int


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
    driest: list[DriestMonths]
    """Driest first, none overlapping another."""
    dry_day_mm: float
    """A day with less is dry."""
    dry_spells: list[DrySpell]
    """Of at least ten days, in the order of the record; the longest thousand of a very long one."""
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


def _driest(rain: PreparedRain) -> list[DriestMonths]:
    annual = rain.annual_mm[rain.counts]
    mean = float(annual.mean()) if annual.size else 0.0
    january = np.datetime64(f"{rain.record.start.year:04d}-01", "M")
    rows = []
    for first, total in rainfall.driest_twelve_months(rain.monthly_mm, DRIEST_SHOWN):
        start = (january + first).astype("datetime64[D]")
        end = (january + first + 12).astype("datetime64[D]") - 1
        rows.append(
            DriestMonths(
                start=start.astype(object),
                end=end.astype(object),
                total_mm=total,
                share_of_mean=total / mean if mean > 0 else None,
            )
        )
    return rows


def _dry_spells(rain: PreparedRain) -> list[DrySpell]:
    spells = rainfall.dry_spells(rain.record.depth_mm, SPELL_LEAST_DAYS)
    if len(spells) > SPELLS_SHOWN:
        longest = sorted(spells, key=lambda spell: -spell.days)[:SPELLS_SHOWN]
        spells = sorted(longest, key=lambda spell: spell.start)
    return [DrySpell(start=rain.dates[spell.start].astype(object), days=spell.days) for spell in spells]


@cached(32)
def plan_rain(rain: PreparedRain, say: Wording) -> RainPlan:
    """The rain stage: statistics, years and what is wrong with the record. Not to be changed by the caller."""
    months = _months(rain)
    return RainPlan(
        start=rain.record.start,
        end=rain.dates[-1].astype(object),
        days=rain.dates.size,
        first_month=rain.years.first_month,
        counted_years=int(rain.counts.sum()),
        filling=rain.filling,
        figures=rain_figures(rain, say),
        months=months,
        years=_years(rain),
        driest=_driest(rain),
        dry_day_mm=rainfall.DRY_DAY_MM,
        dry_spells=_dry_spells(rain),
        findings=rain_findings(rain, [row.mean_mm for row in months], say),
        cautions=[],
    )


def _plan(model: PropertyModel) -> RainPlan:
    assert model.rain is not None
    return plan_rain(model.rain, model.say)


def _headline(model: PropertyModel, plan: RainPlan) -> str:
    mean = plan.figures["mean_year_mm"].value
    counted = [year.total_mm for year in plan.years if year.counted]
    if mean is None or not counted:
        return several(plan.days, "day")
    return f"{model.say.rain(mean)}, driest {model.say.rain(min(counted)).split()[0]}"


STATION = Station(
    key="rain",
    name="Rain",
    job_step=3,
    entries=("/rain", "/climate"),
    answer=RainPlan,
    plan=_plan,
    headline=_headline,
    needs_rain=True,
    no_rain="no record yet",
    choices=choices,
)
