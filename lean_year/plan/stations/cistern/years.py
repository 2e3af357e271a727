"""The replay year by year: what came, what was short, which saving steps were on."""

import datetime as dt

import numpy as np
from pydantic import BaseModel

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply
from lean_year.property.document import Property

SHORTAGES_SHOWN = 12
SHORTAGE_GAP_D = 30


class Shortage(BaseModel):
    """A stretch on which the house was short: dry days no more than `SHORTAGE_GAP_D` apart, across New Year."""

    start: dt.date
    end: dt.date
    days: int
    """Dry days in it."""
    shortfall_l: float


class CisternYear(BaseModel):
    """One water year of the replay. [L]"""

    label: str
    start: dt.date
    whole: bool
    counted: bool
    inflow_l: float
    demand_l: float
    supplied_l: float
    shortfall_l: float
    given_up_l: float
    spilled_l: float
    other_water_l: float
    """Topped up or trucked."""
    loads: int
    step_days: int
    """Days on any saving step."""
    short_days: int
    dry_before: bool
    """Whether its first shortage began in the year before."""
    lowest_l: float
    lowest_date: dt.date
    end_l: float


class StepPlan(BaseModel):
    """One saving step over the record."""

    name: str
    below_share: float
    days: int
    years: int
    """Counted years with a day on it."""
    given_up_l: float


def shortages(run: OperatedReplay, rain: PreparedRain, lean_row: int) -> list[Shortage]:
    """At most `SHORTAGES_SHOWN`: those that touch the lean year, then the others, of each what misses most first.

    So the first one is the same wherever one shortage stands for all, and lies in the year that is shown for all.
    """
    lean = slice(int(rain.years.starts[lean_row]), int(rain.years.ends[lean_row]))
    missed = run.shortfall_l
    dry = np.flatnonzero(run.short_day)
    stretches = np.split(dry, np.flatnonzero(np.diff(dry) > SHORTAGE_GAP_D) + 1) if dry.size else []
    worst_first = sorted(
        stretches, key=lambda days: (days[-1] < lean.start or days[0] >= lean.stop, -missed[days].sum())
    )
    return [
        Shortage(
            start=rain.dates[days[0]].astype(object),
            end=rain.dates[days[-1]].astype(object),
            days=int(days.size),
            shortfall_l=float(missed[days].sum()),
        )
        for days in worst_first[:SHORTAGES_SHOWN]
    ]


def _begun_before(run: OperatedReplay, rain: PreparedRain) -> list[bool]:
    """For each year, whether its first dry day is of a shortage that began before the year."""
    dry = np.flatnonzero(run.short_day)
    firsts = np.searchsorted(dry, rain.years.starts).tolist()
    return [
        0 < first < dry.size and dry[first] < end and bool(dry[first] - dry[first - 1] <= SHORTAGE_GAP_D)
        for first, end in zip(firsts, rain.years.ends.tolist(), strict=True)
    ]


def years_of(run: OperatedReplay, supply: Supply) -> list[CisternYear]:
    rain, years, in_use_l = supply.rain, supply.rain.years, supply.in_use_l(run)
    daily = ("inflow_l", "demand_l", "supplied_l", "given_up_l", "spilled_l")
    sums = {name: years.sums(getattr(run, name)).tolist() for name in daily}
    sums["shortfall_l"] = years.sums(np.where(run.short_day, run.shortfall_l, 0.0)).tolist()
    sums["other_water_l"] = years.sums(run.topped_up_l + run.trucked_l).tolist()
    begun_before = _begun_before(run, rain)
    loads, step_days, short_days = (years.days(on).tolist() for on in (run.loads, run.step > 0, run.short_day))
    spans = [slice(begin, end) for begin, end in zip(years.starts.tolist(), years.ends.tolist(), strict=True)]
    lowest = [span.start + int(np.argmin(in_use_l[span])) for span in spans]
    lowest_l, end_l = run.store_l[lowest].tolist(), run.store_l[years.ends - 1].tolist()
    starts, lowest_dates = (rain.dates[at].astype(object) for at in (years.starts, lowest))
    rows = []
    for row in range(len(years)):
        rows.append(
            CisternYear(
                label=years.label(row),
                start=starts[row],
                whole=bool(years.whole[row]),
                counted=bool(rain.counts[row]),
                loads=loads[row],
                step_days=step_days[row],
                short_days=short_days[row],
                dry_before=begun_before[row],
                lowest_l=lowest_l[row],
                lowest_date=lowest_dates[row],
                end_l=end_l[row],
                **{name: sum_l[row] for name, sum_l in sums.items()},
            )
        )
    return rows


def steps_of(document: Property, run: OperatedReplay, rain: PreparedRain) -> list[StepPlan]:
    rows = []
    for number, step in enumerate(document.household.steps, start=1):
        on = run.step == number
        years = (rain.years.days(on) > 0) & rain.counts
        rows.append(
            StepPlan(
                name=step.name,
                below_share=step.below_share,
                days=int(on.sum()),
                years=int(years.sum()),
                given_up_l=float(run.given_up_l[on].sum()),
            )
        )
    return rows


def tightest_carried(years: list[CisternYear]) -> int | None:
    """Row of the counted year without a short day whose store fell lowest; of any such year where none counts."""
    rows = [row for row, year in enumerate(years) if year.counted] or list(range(len(years)))
    carried = [row for row in rows if years[row].short_days == 0]
    return min(carried, key=lambda row: years[row].lowest_l) if carried else None
