"""Harder than the record: less rain, longer dry spells, the driest years alone, the best roof lost."""

from dataclasses import replace

import numpy as np
from pydantic import BaseModel

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.rain.climate import RAIN_LESS_BY
from lean_year.core.rain.rainfall import LONG_SPELL_DAYS, driest_years, lengthen_dry_spells
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.harvest import Catch, catch_rain
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply, years_carried
from lean_year.property.document import Property

DRY_SPAN_YEARS = 10
SPELLS_LONGER_BY = 0.2


class StressTest(BaseModel):
    """The same design under one hardship, on rain alone."""

    key: str
    label: str
    years_carried: int
    of_years: int
    short_days: int
    shortfall_l: float


@cached(16)
def _harsher(rain: PreparedRain) -> dict[str, tuple[str, PreparedRain]]:
    """The records of the tests by key, each with its words. Kept with the record: no edit changes them."""
    harsher: dict[str, tuple[str, PreparedRain]] = {
        _key(less): (f"{fixed(100 * less)} % less rain", replace(rain, filled_mm=rain.filled_mm * (1 - less)))
        for less in RAIN_LESS_BY.values()
        if less > 0
    }
    longer = replace(rain, filled_mm=lengthen_dry_spells(rain.filled_mm, SPELLS_LONGER_BY))
    return harsher | {"spells": ("Dry spells a fifth longer", longer)}


def rain_kept_figure(rain: PreparedRain) -> Figure:
    """What of the record's rain is left under the longer dry spells."""
    total = float(rain.filled_mm.sum())
    left = float(_harsher(rain)["spells"][1].filled_mm.sum())
    return Figure(
        value=left / total if total > 0 else 1.0,
        unit="-",
        label="Rain that is left under the longer dry spells",
        basis="derived",
        rests_on=("rain",),
        formula="rain of the harsher record / rain of the record",
        working=f"each spell of {LONG_SPELL_DAYS} days or more a fifth longer; the rain comes later, not less of it",
    )


def stress_tests(document: Property, alone: Supply, run: OperatedReplay, catch: Catch) -> list[StressTest]:
    """Every stress test on a design on rain alone, of which `run` is the replay."""
    as_it_is = StressTest(
        key="none",
        label="The record as it is",
        years_carried=years_carried(run, alone.rain),
        of_years=int(alone.rain.counts.sum()),
        short_days=int(run.short_day.sum()),
        shortfall_l=float(run.shortfall_l.sum()),
    )
    rows = [as_it_is, *(_under(document, alone, key) for key in _harsher(alone.rain)), *_driest_span(alone)]
    on = [row for row, roof in enumerate(document.roofs) if roof.on]
    if len(on) > 1:
        best = max(on, key=lambda row: float(catch.kept_by_roof[row].sum()))
        left = (alone.inflow_l - catch.kept_by_roof[best]).clip(min=0)
        rows.append(_test("best_roof", f"Without {document.roofs[best].name}", replace(alone, inflow_l=left)))
    return rows


def planned_for(document: Property, alone: Supply) -> StressTest | None:
    """The test of the climate that the property is planned for; None where that is the record."""
    key = _key(RAIN_LESS_BY[document.climate.rain])
    return _under(document, alone, key) if key in _harsher(alone.rain) else None


def _under(document: Property, alone: Supply, key: str) -> StressTest:
    """The design under a harsher record."""
    label, harsher = _harsher(alone.rain)[key]
    wanted = alone.demand
    if document.household.irrigation.area_m2 > 0:  # a drier garden drinks more
        wanted = demand_of(document, harsher).at_steps(document.household)
    return _test(key, label, replace(alone, inflow_l=catch_rain(document, harsher).total, demand=wanted))


def _test(key: str, label: str, other: Supply) -> StressTest:
    of_years, tally = int(other.rain.counts.sum()), other.tally()
    return StressTest(
        key=key,
        label=label,
        years_carried=of_years - int(tally.short_years[0]),
        of_years=of_years,
        short_days=int(tally.short_days[0]),
        shortfall_l=max(0.0, float(tally.missed_l[0])),
    )


def _key(less: float) -> str:
    """Of the test on so much less rain."""
    return f"rain_{round(100 * (1 - less))}"


def _driest_span(alone: Supply) -> list[StressTest]:
    rain = alone.rain
    rows = np.flatnonzero(rain.counts)
    if rows.size <= DRY_SPAN_YEARS or np.any(np.diff(rows) != 1):
        return []
    first = int(rows[driest_years(rain.annual_mm[rows], DRY_SPAN_YEARS)])
    span = slice(int(rain.years.starts[first]), int(rain.years.ends[first + DRY_SPAN_YEARS - 1]))
    run = alone.windows([(span.start, span.stop)])[0]
    starts = rain.years.starts[first : first + DRY_SPAN_YEARS] - span.start
    short = np.logical_or.reduceat(run.short_day, starts)
    return [
        StressTest(
            key="driest",
            label=f"The driest {DRY_SPAN_YEARS} years alone, from {rain.years.label(first)}",
            years_carried=int((~short).sum()),
            of_years=DRY_SPAN_YEARS,
            short_days=int(run.short_day.sum()),
            shortfall_l=float(run.shortfall_l.sum()),
        )
    ]
