"""What a load of water is ordered by: how much has room, how much is left, and by when it has to be there."""

import datetime as dt
from dataclasses import dataclass

from lean_year.core.log.ordering import SPARE_DAYS, order_by
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.model.traces import quantiles_of, traces_from
from lean_year.plan.stations.log.lasting import load_lead, stands
from lean_year.plan.stations.log.levels import last_level
from lean_year.property.document import Property
from lean_year.property.entries import SiteRecord
from lean_year.property.logbook import all_that_counts


@dataclass(frozen=True, slots=True)
class WaterOrder:
    """On a day."""

    live_l: float
    load_l: float | None
    """One load, as entered; None where no truck is."""
    lead_days: int
    lead_assumed: bool
    level_l: float | None
    """None where no level was read, or there is no record of rain to bring it forward by."""
    read_on: dt.date | None
    by_model: bool
    short_by: dt.date | None
    """By which one recorded year of ten is short; None where not within a year."""
    there_by: dt.date | None
    order_by: dt.date | None

    @property
    def room_l(self) -> float | None:
        """What fits into the tanks. [L]"""
        return None if self.level_l is None else max(0.0, self.live_l - self.level_l)

    @property
    def too_much(self) -> bool:
        """Whether a whole load does not fit yet."""
        return self.load_l is not None and self.room_l is not None and self.load_l > self.room_l


def water_order(document: Property, rain: PreparedRain | None, record: SiteRecord, today: dt.date) -> WaterOrder:
    """From the last level on, by the recorded years."""
    layout = layout_of(document)
    entries = [entry for entry in all_that_counts(record) if entry.day <= today]
    last = last_level(layout, entries)
    standing = None if last is None or rain is None else stands(document, rain, entries, [last], today)
    back_up = document.household.back_up
    lead_days, assumed = load_lead(document)
    short_by = None
    if standing is not None and rain is not None:
        spans = traces_from(supply_of(document, rain), standing.from_day, standing.level_l)
        short_by = quantiles_of(spans.first_short, standing.from_day).p10
    return WaterOrder(
        live_l=sum(stage.size_l for stage in layout.stages()),
        load_l=back_up.load_l if back_up.kind == "truck" else None,
        lead_days=lead_days,
        lead_assumed=assumed,
        level_l=None if standing is None else standing.level_l,
        read_on=None if last is None else last.on,
        by_model=standing is not None and standing.by_model,
        short_by=short_by,
        there_by=None if short_by is None else short_by - dt.timedelta(days=SPARE_DAYS),
        order_by=order_by(short_by, lead_days),
    )
