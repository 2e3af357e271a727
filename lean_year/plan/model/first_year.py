"""The first year: the tank starts empty on a date; what will be in it by when, from every year of the record."""

import numpy as np
from pydantic import BaseModel

from lean_year.core.calendar import windows_from
from lean_year.plan.answer.cache import cached
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply
from lean_year.property.parts import month_and_day

DAYS = 365
EVERY_DAYS = 7


class FirstYear(BaseModel):
    """One entry a week from the start."""

    first_day: str
    years: int
    """How many years of the record tell."""
    wanted_l: float
    day: list[int]
    p10_l: list[float]
    p50_l: list[float]
    p90_l: list[float]
    chance: list[float]
    """Share of the years that hold at least `wanted_l` on that day. [-]"""
    wanted_by: int | None
    """Days until nine years in ten have held that much, at some time before; None within the year."""
    dry_days_mean: float
    """Mean number of dry days in that first year, on rain alone."""


@cached(16)
def _starts(rain: PreparedRain, first_day: str) -> list[int]:
    month, day_of_month = month_and_day(first_day)
    return windows_from(rain.dates, month=month, day=day_of_month, days=DAYS)


@cached(8)
def first_year(supply: Supply, first_day: str, wanted_l: float) -> FirstYear:
    """Fill the tank from empty in every year of the record, on rain alone."""
    starts = _starts(supply.rain, first_day)
    rows = list(range(0, DAYS, EVERY_DAYS))
    if not starts:
        empty: list[float] = []
        return FirstYear(
            first_day=first_day, years=0, wanted_l=wanted_l, day=[], p10_l=empty, p50_l=empty, p90_l=empty,
            chance=empty, wanted_by=None, dry_days_mean=0.0,
        )  # fmt: skip
    begun = supply.on_rain_alone.spans(starts, DAYS, 0.0)
    table, short_days = begun.store_l, begun.short_days
    p10, p50, p90 = np.percentile(table[:, rows], (10, 50, 90), axis=0)
    reached = (np.maximum.accumulate(table, axis=1) >= wanted_l).mean(axis=0)
    by = np.flatnonzero(reached >= 0.9)
    return FirstYear(
        first_day=first_day,
        years=len(starts),
        wanted_l=wanted_l,
        day=rows,
        p10_l=p10.tolist(),
        p50_l=p50.tolist(),
        p90_l=p90.tolist(),
        chance=(table[:, rows] >= wanted_l).mean(axis=0).tolist(),
        wanted_by=int(by[0]) if by.size else None,
        dry_days_mean=float(short_days.mean()),
    )
