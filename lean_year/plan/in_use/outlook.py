"""What the firm's list says of one supply on a day: how long its water lasts, what is due, what may float."""

import datetime as dt
from collections.abc import Sequence

import numpy as np
from pydantic import BaseModel

from lean_year.core.log.devices import DeviceFault
from lean_year.plan.in_use.upkeep_inputs import HeldDown, UpkeepInputs, UpkeepNeed
from lean_year.plan.in_use.work import due_in_use
from lean_year.plan.model.dry_days import no_rain_days
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.build.findings import HoleStands, hole_stands
from lean_year.plan.stations.log.lasting import Standing, ahead, stands
from lean_year.plan.stations.log.levels import last_level
from lean_year.property.document import Property, Units
from lean_year.property.entries import Entry, SiteRecord
from lean_year.property.front import alone
from lean_year.property.logbook import all_that_counts

AHEAD_DAYS = 370
"""So far ahead what is due is kept, so that each thing of a year is there once. [d]"""
MOST_DUE = 30
ONE_IN_TEN = 0.1


class DueThen(BaseModel):
    """One thing to do there."""

    key: str
    name: str
    on: dt.date
    licensed: str
    takes: UpkeepNeed | None


class DeviceSeen(BaseModel):
    """A device of which something is wrong."""

    name: str
    faults: list[DeviceFault]


class Outlook(BaseModel):
    """The answer."""

    day: dt.date
    area: str
    supply: str = ""
    """Which of several supplies of a property it is of; empty where there is one."""
    others: "list[Outlook]" = []
    """Of the other supplies of the property."""
    units: Units = "metric"
    live_l: float
    level_l: float | None = None
    """Drawable water on the morning of `from_day`; None where no level was read."""
    read_on: dt.date | None = None
    from_day: dt.date | None = None
    by_model: bool = False
    """Whether the level is the replay of what was logged since the last reading."""
    years: int = 0
    short_by: dt.date | None = None
    """By which one recorded year of ten is short; None where that is not within a year."""
    never_short: int = 0
    order_by: dt.date | None = None
    lead_assumed: bool = False
    no_rain_until: dt.date | None = None
    floats: str = ""
    """The tank that floats first where its ballast is drawn; empty where none does within a year."""
    floats_by: dt.date | None = None
    """By which the water left is less than its ballast in one recorded year of ten."""
    hole: HoleStands = "closed"
    due: list[DueThen] = []
    """The first due first."""
    devices: list[DeviceSeen] = []
    latitude_deg: float | None = None
    longitude_deg: float | None = None
    problem: str = ""
    """Why nothing can be said; empty otherwise."""

    @property
    def all_supplies(self) -> "list[Outlook]":
        """Of every supply of the property, this one first."""
        return [self, *self.others]

    @property
    def due_at_all(self) -> list[DueThen]:
        """What is due at every supply, the first due first, with the name of its supply where there are several."""
        rows = [
            row.model_copy(update={"name": each.named(row.name)}) for each in self.all_supplies for row in each.due
        ]
        return sorted(rows, key=lambda row: row.on)

    @property
    def short_first(self) -> "Outlook":
        """Of the supply that is short first, of those whose level is known; this one where none is."""
        known = [each for each in self.all_supplies if each.level_l is not None]
        return min(known, key=lambda each: each.short_by or dt.date.max, default=self)

    def named(self, text: str) -> str:
        """A text, with the supply in front where there are several."""
        return f"{self.supply}: {text}" if self.supply else text


def outlook(
    document: Property, kept: UpkeepInputs, rain: PreparedRain | None, record: SiteRecord, today: dt.date
) -> Outlook:
    """One supply on a day."""
    name = document.supply.name if document.supplies else ""
    document, record = alone(document), record.of_supply(document.supply.id)
    entries = [entry for entry in all_that_counts(record) if entry.day <= today]
    layout = layout_of(document)
    said = Outlook(
        day=today,
        area=document.keeping.area,
        supply=name,
        units=document.units,
        live_l=sum(stage.size_l for stage in layout.stages()),
        latitude_deg=document.site.latitude_deg,
        longitude_deg=document.site.longitude_deg,
        hole=hole_stands(_done(record.of_build)),
        due=[
            DueThen(key=row.key, name=row.name, on=row.due, licensed=row.licensed, takes=row.takes)
            for row in due_in_use(document, kept, rain, entries, today)
            if row.due <= today + dt.timedelta(days=AHEAD_DAYS)
        ][:MOST_DUE],
    )
    last = last_level(layout, entries)
    if last is None:
        return said
    standing = None if rain is None else stands(document, rain, entries, [last], today)
    if standing is None or rain is None:
        return said.model_copy(update={"level_l": last.drawable_l, "read_on": last.on})
    return said.model_copy(update=_lasts(document, rain, standing, kept.floats))


def _done(entries: Sequence[Entry]) -> set[str]:
    last = {entry.about: entry.kind for entry in entries if entry.kind in ("done", "not_done")}
    return {about for about, kind in last.items() if kind == "done"}


def _lasts(
    document: Property, rain: PreparedRain, standing: Standing, floats: Sequence[HeldDown]
) -> dict[str, object]:
    start, level_l, coming = standing.from_day, standing.level_l, ahead(document, rain, standing)
    said: dict[str, object] = {
        "level_l": level_l,
        "read_on": standing.read.on,
        "from_day": start,
        "by_model": standing.by_model,
        "years": coming.years,
        "short_by": coming.short_by.p10,
        "never_short": coming.never_short,
        "order_by": coming.order_by,
        "lead_assumed": coming.lead_assumed,
        "no_rain_until": start + dt.timedelta(days=no_rain_days(document, rain, start, level_l) - 1),
    }
    if floats and coming.spans.store_l.size:
        low = np.quantile(coming.spans.store_l, ONE_IN_TEN, axis=0, method="weibull")
        under = [(int(days[0]), each.name) for each in floats if (days := np.flatnonzero(low < each.ballast_l)).size]
        if under:
            day, name = min(under)
            said |= {"floats": name, "floats_by": start + dt.timedelta(days=day)}
    return said
