"""The best day to begin within a window: how often the record had weather for the work, for every day of it."""

import datetime as dt

from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.build.days import hole_on_record, weather_of
from lean_year.plan.stations.build.order import placed
from lean_year.plan.stations.build.stage import BuildPlan

MOST_DAYS = 366


class StartTried(BaseModel):
    """One first day on the site."""

    start_on: dt.date
    ends_on: dt.date
    fit_share: float | None
    """Of the recorded days of the same weeks, weighed by the hours of each work; None where none is known. [-]"""
    heavy_years: int | None
    """Recorded years with a day of heavy rain while the hole of a tank is open; None where none is dug."""
    of_years: int | None


class Starts(BaseModel):
    """Every working day of the window."""

    tried: list[StartTried]
    best: dt.date | None
    """The first of those with the most fitting weather; with a hole, of those in which it takes rain least often."""


def starts_within(plan: BuildPlan, rain: PreparedRain | None, first: dt.date, days: int) -> Starts:
    """Try every working day from a first one on.

    Raises
    ------
    InputError
        If there is no record, or the window is longer than `MOST_DAYS`.
    """
    if rain is None:
        raise InputError("rain", "is needed first; bring in a record")
    if not 1 <= days <= MOST_DAYS:
        raise InputError("days", f"must be from 1 to {MOST_DAYS}, got {days}")
    tried = [_try(plan, rain, first + dt.timedelta(days=each)) for each in range(days)]
    kept = [each for each in tried if each is not None]
    ranked = [each for each in kept if each.fit_share is not None]
    best = min(ranked, key=lambda each: (each.heavy_years or 0, -(each.fit_share or 0.0)), default=None)
    return Starts(tried=kept, best=None if best is None else best.start_on)


def _try(plan: BuildPlan, rain: PreparedRain, start: dt.date) -> StartTried | None:
    """None for a day on which nobody works. What is ordered before is ordered as many days before."""
    work = plan.work
    entered = work.entered
    order_on = entered.order_on
    if order_on is not None and entered.start_on is not None:
        before = dt.date.fromisoformat(entered.start_on) - dt.date.fromisoformat(order_on)
        order_on = (start - before).isoformat()
    moved = entered.model_copy(update={"start_on": start.isoformat(), "order_on": order_on})
    net, days = placed(work.rows, moved)
    if days.date(0) != start:
        return None
    hours = fit = 0.0
    for row in work.rows:
        at = net.by_one_crew[row.key]
        if row.kind is None or row.hours <= 0 or row.skipped:
            continue
        weather = weather_of(row.kind.weather, days.date(at.first_day), days.date(at.last_day), rain)
        if weather is not None and weather.share is not None:
            hours += row.hours
            fit += row.hours * weather.share
    placed_on = net.by_one_crew
    hole = None
    if {"dig", "backfill"} <= placed_on.keys():
        dug, filled = placed_on["dig"], placed_on["backfill"]
        hole = hole_on_record(rain, days.date(dug.first_day), days.date(filled.last_day))
    return StartTried(
        start_on=start,
        ends_on=days.date(max(each.last_day for each in placed_on.values())),
        fit_share=fit / hours if hours > 0 else None,
        heavy_years=None if hole is None else hole.heavy_years,
        of_years=None if hole is None else hole.years,
    )
