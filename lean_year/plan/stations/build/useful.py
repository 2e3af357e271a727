"""When the supply will be useful: what every recorded year says from the day on which its tanks can take water."""

import datetime as dt
from collections.abc import Sequence

import numpy as np
from pydantic import BaseModel

from lean_year.core.build.filling import dry_months, season_need_l
from lean_year.core.calendar import mean_by_month, windows_from
from lean_year.plan.answer.wording import MONTHS, Wording
from lean_year.plan.model.filled import Filled, filled, filled_to
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply, supply_of
from lean_year.plan.model.traces import live_l, traces_from
from lean_year.plan.stations.build.stage import BuildPlan
from lean_year.property.document import Property
from lean_year.property.front import alone

NINE_IN_TEN = 0.9
THIRD = 1 / 3
OPENS_TO_RAIN = ("first-water", "downpipes", "joint")
"""Tasks after all of which rain runs into the tanks."""


class UsefulBy(BaseModel):
    """One level, and the days on which it is there."""

    key: str
    label: str
    filled: Filled
    by: dt.date | None = None
    """The day before which it has to be there; None where there is none."""
    in_time: int | None = None
    """Recorded years of those that tell in which it is."""


class UsefulPlan(BaseModel):
    """From a day on, on rain alone."""

    from_day: dt.date
    rows: list[UsefulBy]
    load_advised: str
    """Where rain is too late: what to do in words; empty otherwise."""


def useful_plan(
    document: Property, rain: PreparedRain | None, plan: BuildPlan, ballast: Sequence[tuple[str, float]], say: Wording
) -> UsefulPlan | None:
    """None without a record, or without a day on which the work begins; `ballast` are the tanks that float, by name,
    with the water that holds each. [L]"""
    document = alone(document)
    dates = {task.key: task.until for task in plan.tasks}
    days = [dt.date.fromisoformat(date) for key in OPENS_TO_RAIN if (date := dates.get(key)) is not None]
    if rain is None or not days:
        return None
    start, supply = max(days), supply_of(document, rain)
    rows = []
    for name, litres in ballast:
        wanted_l = min(max(0.0, litres), live_l(supply))
        found = filled_to(document, rain, start, level_l=0.0, wanted_l=wanted_l)
        rows.append(UsefulBy(key="ballast", label=f"Ballast of {name}, {say.volume(litres)}", filled=found))
    # Where the day's draw comes after the rain, the evening of a day on which they were full lacks that draw.
    drawn = float(supply.demand_l.max()) / live_l(supply) if live_l(supply) > 0 else 0.0
    shares = {"third": ("A third full", THIRD), "half": ("Half full", 0.5), "full": ("Full", max(0.5, 1 - drawn))}
    for key, (label, share) in shares.items():
        rows.append(UsefulBy(key=key, label=label, filled=filled(document, rain, start, share=share)))
    own = document.build.useful_share
    rows.append(
        UsefulBy(key="useful", label="What the owner counts on", filled=filled(document, rain, start, share=own))
    )
    season = _before_the_dry_season(document, rain, supply, start, say)
    if season is not None:
        rows.append(season)
    return UsefulPlan(from_day=start, rows=rows, load_advised=_load(season, say))


def _before_the_dry_season(
    document: Property, rain: PreparedRain, supply: Supply, start: dt.date, say: Wording
) -> UsefulBy | None:
    """Enough to carry the house through the coming dry season in nine recorded years of ten."""
    net = supply.inflow_l - supply.demand_l - supply.evaporation_l
    months = dry_months(mean_by_month(supply.inflow_l, rain.month), mean_by_month(supply.demand_l, rain.month))
    if not months:
        return None
    days = round(365.25 * len(months) / 12)
    begins = windows_from(rain.dates, month=months[0], day=1, days=days)
    wanted_l = season_need_l([net[begin : begin + days] for begin in begins], NINE_IN_TEN)
    if wanted_l is None:
        return None
    comes = dt.date(start.year, months[0], 1)
    if comes <= start:
        comes = dt.date(start.year + 1, months[0], 1)
    found = filled_to(document, rain, start, level_l=0.0, wanted_l=min(wanted_l, live_l(supply)))
    in_time = _in_time(document, rain, start, comes, found)
    label = f"Enough for the dry months from {MONTHS[months[0] - 1]}, {say.volume(wanted_l)}"
    return UsefulBy(key="season", label=label, filled=found, by=comes, in_time=in_time)


def _in_time(document: Property, rain: PreparedRain, start: dt.date, comes: dt.date, wanted: Filled) -> int:
    levels = traces_from(supply_of(document, rain), start).store_l
    day = min(levels.shape[1], (comes - start).days) - 1
    return int(np.count_nonzero(levels[:, max(0, day)] >= wanted.wanted_l - 1e-6))


def _load(season: UsefulBy | None, say: Wording) -> str:
    """First water from a truck, where rain is too late for the dry season in more than one recorded year of ten."""
    if season is None or season.in_time is None or season.by is None or not season.filled.years:
        return ""
    if season.in_time >= NINE_IN_TEN * season.filled.years:
        return ""
    return (
        f"Rain alone has enough for the dry months there in {season.in_time} of {season.filled.years} recorded "
        "years. Begin earlier, or have a load of water brought: "
        f"{say.volume(season.filled.wanted_l)} are needed then."
    )
