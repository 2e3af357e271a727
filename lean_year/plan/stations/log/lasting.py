"""How long the water lasts: from the last level on, by every recorded year, and what would make it last longer."""

import datetime as dt
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.cistern.many_replays import Spans
from lean_year.core.log.ordering import ORDER_LEAD_DAYS, order_by
from lean_year.plan.model.dry_days import no_rain_days
from lean_year.plan.model.logged_supply import drawn_on
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.model.traces import Quantiles, live_l, quantiles_of, trace_begins, traces_from
from lean_year.plan.stations.log.days import rain_known
from lean_year.plan.stations.log.levels import LevelRead
from lean_year.plan.stations.log.season import SeasonSoFar, season_so_far
from lean_year.property.document import Property
from lean_year.property.entries import Entry

FAN_SHARES = (0.1, 0.5, 0.9)
"""Of the recorded years that have no more than each line of the fan."""


class Fan(BaseModel):
    """Drawable water of each day's evening: one year of ten has less, every other, nine of ten. [L]"""

    p10_l: list[float]
    p50_l: list[float]
    p90_l: list[float]


class StepGain(BaseModel):
    """What one way of using less would buy from now on."""

    key: str
    name: str
    short_by: Quantiles
    never_short: int


class Lasting(BaseModel):
    """The answer, on rain alone."""

    from_day: dt.date
    """The day that is lived through first."""
    level_l: float
    """Drawable water on its morning."""
    live_l: float
    """What can be drawn of full tanks."""
    read_on: dt.date
    """The day of the level."""
    by_model: bool
    """Whether it is the replay of what was logged since, and not a reading."""
    partly_assumed: bool
    years: int
    short_by: Quantiles
    never_short: int
    no_rain_days: int
    no_rain_until: dt.date
    """The last day that is served then."""
    order_by: dt.date | None
    """The day by which a load is ordered, so that it is there before one year of ten is short; None where none is."""
    lead_days: int
    lead_assumed: bool
    fan: Fan
    gains: list[StepGain]
    season: SeasonSoFar | None
    """What the season so far says besides; None where it is not known."""


@dataclass(frozen=True, slots=True)
class Standing:
    """The water from which a forecast begins."""

    from_day: dt.date
    level_l: float
    read: LevelRead
    by_model: bool


def stands(
    document: Property, rain: PreparedRain, entries: Sequence[Entry], levels: Sequence[LevelRead], today: dt.date
) -> Standing | None:
    """The last level, brought forward through the days whose rain is known; None where no level was read.

    A level is of the evening of its day, so that the first day to come is the next.
    """
    read = next((each for each in reversed(levels) if each.on <= today), None)
    if read is None:
        return None
    first = read.on + dt.timedelta(days=1)
    level_l = min(read.drawable_l, live_l(supply_of(document, rain)))
    if first > today:
        return Standing(first, level_l, read, by_model=False)
    depth = rain_known(entries, rain, first, today - dt.timedelta(days=1)) if first < today else np.zeros(0)
    unknown = np.flatnonzero(np.isnan(depth))
    known = int(unknown[0]) if unknown.size else depth.size
    if not known:
        return Standing(first, level_l, read, by_model=False)
    since = [0.0] * known
    for entry in entries:
        day = (entry.day - first).days
        if entry.kind == "load" and 0 <= day < known:
            since[day] += entry.values["volume_l"]
    after_l = drawn_on(document, rain, first, depth[:known], np.array(since), level_l)
    return Standing(first + dt.timedelta(days=known), after_l, read, by_model=True)


def lasting(document: Property, rain: PreparedRain, entries: Sequence[Entry], standing: Standing) -> Lasting:
    """By which day the house is short, with the saving steps as entered and no back-up."""
    supply, start, level_l = supply_of(document, rain), standing.from_day, standing.level_l
    coming = ahead(document, rain, standing)
    dry = no_rain_days(document, rain, start, level_l)
    return Lasting(
        from_day=start,
        level_l=level_l,
        live_l=live_l(supply),
        read_on=standing.read.on,
        by_model=standing.by_model,
        partly_assumed=standing.read.partly_assumed,
        years=coming.years,
        short_by=coming.short_by,
        never_short=coming.never_short,
        no_rain_days=dry,
        no_rain_until=start + dt.timedelta(days=dry - 1),
        order_by=coming.order_by,
        lead_days=coming.lead_days,
        lead_assumed=coming.lead_assumed,
        fan=_fan(coming.spans.store_l),
        gains=list(_gains(document, rain, start, level_l)),
        season=season_so_far(supply, rain, entries, start, coming.spans.first_short),
    )


@dataclass(frozen=True, slots=True)
class Ahead:
    """What the recorded years say from a standing on, and by when a load is ordered for it."""

    spans: Spans
    years: int
    short_by: Quantiles
    never_short: int
    order_by: dt.date | None
    lead_days: int
    lead_assumed: bool


def ahead(document: Property, rain: PreparedRain, standing: Standing) -> Ahead:
    """With the saving steps as entered and no back-up."""
    supply, start = supply_of(document, rain), standing.from_day
    spans = traces_from(supply, start, standing.level_l)
    short_by = quantiles_of(spans.first_short, start)
    back_up = document.household.back_up
    is_truck = back_up.kind == "truck"
    lead_days = back_up.lead_days if is_truck else ORDER_LEAD_DAYS
    return Ahead(
        spans=spans,
        years=len(trace_begins(supply, start)),
        short_by=short_by,
        never_short=int(np.count_nonzero(spans.first_short == 0)),
        order_by=order_by(short_by.p10, lead_days),
        lead_days=lead_days,
        lead_assumed=not is_truck,
    )


def _fan(store_l: NDArray[np.float64]) -> Fan:
    lines = np.quantile(store_l, FAN_SHARES, axis=0, method="weibull") if store_l.size else np.zeros((3, 0))
    low, middle, high = ([round(float(litres), 1) for litres in line] for line in lines)
    return Fan(p10_l=low, p50_l=middle, p90_l=high)


def _gains(document: Property, rain: PreparedRain, start: dt.date, level_l: float) -> Iterator[StepGain]:
    """The garden left dry, and each saving step taken today whatever the level."""
    for key, name, other in _ways_to_save(document):
        days = traces_from(supply_of(other, rain), start, min(level_l, live_l(supply_of(other, rain)))).first_short
        yield StepGain(
            key=key, name=name, short_by=quantiles_of(days, start), never_short=int(np.count_nonzero(days == 0))
        )


def _ways_to_save(document: Property) -> Iterator[tuple[str, str, Property]]:
    household = document.household
    if household.irrigation.area_m2 > 0 or any(household.garden_l_month):
        dry = household.irrigation.model_copy(update={"area_m2": 0.0})
        yield (
            "garden",
            "The garden gets no water",
            _with(document, household.model_copy(update={"irrigation": dry, "garden_l_month": [0.0] * 12})),
        )
    for number, step in enumerate(household.steps):
        now = step.model_copy(update={"below_share": 1.0})
        steps = [now, *household.steps[number + 1 :]]
        yield f"step-{number}", step.name, _with(document, household.model_copy(update={"steps": steps}))


def _with(document: Property, household: object) -> Property:
    return document.model_copy(update={"household": household})
