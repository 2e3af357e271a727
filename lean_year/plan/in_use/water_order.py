"""What a load of water is ordered by: how much has room, how much is left, and by when it has to be there."""

import datetime as dt
from dataclasses import dataclass

from lean_year.core.log.ordering import SPARE_DAYS
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.log.lasting import Ahead, Standing, ahead, stands
from lean_year.plan.stations.log.levels import last_level
from lean_year.property.document import Property
from lean_year.property.entries import SiteRecord
from lean_year.property.front import alone
from lean_year.property.logbook import all_that_counts


@dataclass(frozen=True, slots=True)
class WaterOrder:
    """On a day."""

    live_l: float
    load_l: float | None
    """One load, as entered; None where no truck is."""
    standing: Standing | None
    """None where no level was read, or there is no record of rain to bring it forward by."""
    coming: Ahead | None
    """From there on."""

    @property
    def room_l(self) -> float | None:
        """What fits into the tanks. [L]"""
        return None if self.standing is None else max(0.0, self.live_l - self.standing.level_l)

    @property
    def too_much(self) -> bool:
        """Whether a whole load does not fit yet."""
        return self.load_l is not None and self.room_l is not None and self.load_l > self.room_l

    @property
    def short_by(self) -> dt.date | None:
        """By which one recorded year of ten is short; None where not within a year."""
        return None if self.coming is None else self.coming.short_by.p10

    @property
    def there_by(self) -> dt.date | None:
        """By which a load guards against that."""
        return None if self.short_by is None else self.short_by - dt.timedelta(days=SPARE_DAYS)


def water_order(document: Property, rain: PreparedRain | None, record: SiteRecord, today: dt.date) -> WaterOrder:
    """From the last level on, by the recorded years."""
    document, record = alone(document), record.of_supply(document.supply.id)
    layout = layout_of(document)
    entries = [entry for entry in all_that_counts(record) if entry.day <= today]
    last = last_level(layout, entries)
    standing = None if last is None or rain is None else stands(document, rain, entries, [last], today)
    back_up = document.household.back_up
    return WaterOrder(
        live_l=sum(stage.size_l for stage in layout.stages()),
        load_l=back_up.load_l if back_up.kind == "truck" else None,
        standing=standing,
        coming=None if standing is None or rain is None else ahead(document, rain, standing),
    )
