"""The figures of a rain record."""

import numpy as np

from lean_year.core.rain import rainfall
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.wording import MONTHS, Wording, day, several
from lean_year.plan.model.prepared_rain import PreparedRain

RETURN_YEARS = (5, 10, 20)


def rain_figures(rain: PreparedRain, say: Wording) -> dict[str, Figure]:
    """Mean, dry and driest years, spells and days of the record."""
    source = f"the record, {day(rain.dates[0])} to {day(rain.dates[-1])}"
    return _years(rain, source, say) | _days(rain, source, say) | _dry_years(rain, source)


def _years(rain: PreparedRain, source: str, say: Wording) -> dict[str, Figure]:
    annual = rain.annual_mm[rain.counts]
    driest = next(iter(rainfall.driest_twelve_months(rain.monthly_mm)), None)
    return {
        "mean_year_mm": Figure(
            value=float(annual.mean()) if annual.size else None,
            unit="mm",
            label="Mean year",
            basis="derived",
            rests_on=("rain",),
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
            rests_on=("rain",),
            source=source,
            formula="least total of a counted water year",
            working=rain.years.label(int(np.flatnonzero(rain.counts)[np.argmin(annual)])) if annual.size else "",
        ),
        "driest_12_months_mm": Figure(
            value=driest[1] if driest else None,
            unit="mm",
            label="Driest 12 months in a row",
            basis="derived",
            rests_on=("rain",),
            source=source,
            formula="least sum of 12 calendar months in a row, wherever they begin",
            working=_month_name(rain, driest[0]) if driest else "",
        ),
    }


def _days(rain: PreparedRain, source: str, say: Wording) -> dict[str, Figure]:
    spell, wettest = rain.dry_spell, int(np.argmax(rain.filled_mm))
    return {
        "longest_dry_spell_d": Figure(
            value=float(spell.days),
            unit="d",
            label="Longest dry spell",
            basis="derived",
            rests_on=("rain",),
            source=source,
            formula=f"longest run of days each under {say.shallow(rainfall.DRY_DAY_MM)}; a missing day ends a run",
            working=f"from {day(rain.dates[spell.start])}" if spell.days else "no day under the limit",
        ),
        "wettest_day_mm": Figure(
            value=float(rain.filled_mm[wettest]),
            unit="mm",
            label="Wettest day",
            basis="derived",
            rests_on=("rain",),
            source=source,
            formula="largest day of the record",
            working=day(rain.dates[wettest]),
        ),
        "missing_d": Figure(
            value=float(rain.record.missing.sum()),
            unit="d",
            label="Missing days",
            basis="derived",
            rests_on=("rain",),
            source=source,
            formula="days without a value between the first and the last",
            working=f"longest gap {several(rainfall.longest_run(rain.record.missing).days, 'day')}",
        ),
    }


def _dry_years(rain: PreparedRain, source: str) -> dict[str, Figure]:
    annual = rain.annual_mm[rain.counts]
    return {
        f"dry_year_1_in_{years}_mm": Figure(
            value=rainfall.dry_year_mm(annual, years).total_mm,
            unit="mm",
            label=f"Dry year, 1 in {years}",
            basis="derived",
            rests_on=("rain",),
            source=f"{source}; plotting position of Weibull",
            formula="years ranked from the driest; the m-th is undercut with probability m / (n + 1)",
            working=f"n = {annual.size}, probability 1 / {years}",
            moves="Needs more years than this to say." if annual.size + 1 < years else "",
        )
        for years in RETURN_YEARS
    }


def _month_name(rain: PreparedRain, months_from_january: int) -> str:
    year = int(rainfall.year_of(rain.dates[:1])[0]) + months_from_january // 12
    return f"from {MONTHS[months_from_january % 12]} {year}"
