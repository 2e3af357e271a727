"""The log of a property: what it says on a day, a paper log, its devices, and the days of its upkeep."""

import datetime as dt
import hashlib
from copy import copy
from threading import Lock

from cachetools import LRUCache

from lean_year.api.planning import KEPT_PLANS
from lean_year.api.reported import entries_of
from lean_year.api.schemas.devices import ListedDevice, MadeDevice, NewDevice
from lean_year.api.workshop import Workshop
from lean_year.core.errors import InputError
from lean_year.core.log.devices import device_faults
from lean_year.formats.exports.calendar import write_calendar
from lean_year.formats.log_table import LogTable, RefusedLogRow, read_log_table
from lean_year.plan.answer.wording import Wording
from lean_year.plan.in_use.upkeep_inputs import upkeep_inputs
from lean_year.plan.in_use.work import LogWork, due_in_use, log_work, refusals
from lean_year.plan.model.layout import Layout, layout_of
from lean_year.plan.stations.log.levels import level_drift
from lean_year.plan.whole import WholePlan
from lean_year.property.document import Property
from lean_year.property.entries import Entry, SiteRecord
from lean_year.property.front import alone
from lean_year.property.logbook import all_that_counts, standing
from lean_year.property.served import MAIN
from lean_year.store import devices, entries
from lean_year.store.properties import Stored

ID_LENGTH = 32


class Logs:
    """What the routes ask for, over one workshop."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop
        self._engine = workshop.engine
        self._held: LRUCache[tuple[int, dt.date], tuple[WholePlan, LogWork]] = LRUCache(KEPT_PLANS)
        self._lock = Lock()

    def by(self, workshop: Workshop) -> "Logs":
        """The same from another workshop, such as one that shows another supply."""
        other = copy(self)
        other._workshop = workshop
        return other

    def seen_on(self, property_id: str, revision: int, today: dt.date) -> LogWork:
        """The log of a property on a day, judged by a revision of its design."""
        workshop = self._workshop
        document = workshop.revision(property_id, revision)
        plan, record = workshop.plan(document, property_id).plan, workshop.written_on(property_id)
        key = id(plan), today
        with self._lock:
            held = self._held.get(key)
        if held is not None and held[0] is plan:
            return held[1]
        work = log_work(document, plan, workshop.rain_of(document), record, today)
        with self._lock:
            self._held[key] = plan, work  # held with the plan, so that nothing else has its identity
        return work

    def _record(self, property_id: str, document: Property) -> SiteRecord:
        """What is written down of the supply in front."""
        return self._workshop.written_on(property_id).of_supply(document.supply.id)

    def calendar(self, property_id: str) -> str:
        """The days of the build and of the upkeep."""
        workshop, stored = self._workshop, self._workshop.stored(property_id)
        document, record = stored.document, self._record(property_id, stored.document)
        plan, rain, today = workshop.plan(document, property_id).plan, workshop.rain_of(document), dt.date.today()
        due = due_in_use(document, upkeep_inputs(plan), rain, all_that_counts(record), today)
        return write_calendar(plan, of=property_id, name=document.name, now=dt.datetime.now(dt.UTC), due=due)

    # -- a paper log --------------------------------------------------------------------------------------------

    def read_table(self, property_id: str, data: bytes) -> LogTable:
        """What a paper log as a table says of a property, without keeping it. What cannot be true of it is refused.

        Raises
        ------
        InputError
            If it is no such table.
        """
        document = self._workshop.stored(property_id).document
        record = self._record(property_id, document)
        table, say = read_log_table(data, us=document.units == "us"), Wording(document.units)
        written = [_of_supply(each, document.supply.id) for each in table.entries]
        seen = {entry.id for entry in record.of_log}
        fresh: list[Entry] = []
        refused = list(table.refused)
        for entry, error in refusals(document, record.of_log, written, dt.date.today()):
            if error is not None:
                refused.append(RefusedLogRow(line=0, why=f"{entry.on}: {error.written(say.of_kind)}"))
            elif entry.id not in seen:
                seen.add(entry.id)
                fresh.append(entry)
        return table.model_copy(update={"entries": fresh, "refused": refused})

    def keep_table(self, property_id: str, data: bytes, by: str) -> Stored:
        """Keep all that such a table says, but for what is there already."""
        entries.write_entries(self._engine, property_id, self.read_table(property_id, data).entries, by)
        return self._workshop.stored(property_id)

    # -- devices ------------------------------------------------------------------------------------------------

    def listed_devices(self, property_id: str) -> list[ListedDevice]:
        """Every device of the supply that is looked at, and how it does; those of one that was taken away stand with
        the first."""
        document = self._workshop.stored(property_id).document
        here = document.supply.id
        layout, by_hand = layout_of(alone(document)), standing(self._record(property_id, document).of_log)
        return [
            self._listed(each, layout, by_hand)
            for each in devices.devices_of(self._engine, property_id)
            if each.supply == here or (here == MAIN and each.supply not in document.supply_ids)
        ]

    def _listed(self, device: devices.Device, layout: Layout, by_hand: list[Entry]) -> ListedDevice:
        reported = devices.last_reported(self._engine, device.id)
        days = devices.reported_days(self._engine, device.id)
        is_level = device.kind == "level"
        return ListedDevice(
            id=device.id,
            kind=device.kind,
            name=device.name,
            about=device.about,
            made_at=device.made_at,
            withdrawn_at=device.withdrawn_at,
            heard_at=max((each.came for each in reported), default=None),
            last_at=reported[-1].at if reported else None,
            last_quantity=days[-1].quantity if days else None,
            last_value=days[-1].last if days else None,
            readings=len(reported),
            faults=[] if device.withdrawn_at else device_faults(device.kind, reported, dt.datetime.now(dt.UTC)),
            drift=level_drift(layout, by_hand, entries_of(device, days)) if is_level else None,
        )

    def make_device(self, property_id: str, asked: NewDevice, by: str) -> MadeDevice:
        """A new device of the supply that is looked at.

        Raises
        ------
        InputError
            If it is of a tank that the design does not have.
        """
        document = self._workshop.stored(property_id).document
        tanks = [tank.id for tank in document.cistern.tanks]
        if asked.about and (asked.kind != "level" or asked.about not in tanks):
            raise InputError("about", f"must be empty or one of {', '.join(tanks)}, got {asked.about}")
        made, token = devices.make_device(
            self._engine,
            property_id,
            kind=asked.kind,
            name=asked.name,
            about=asked.about,
            supply=document.supply.id,
            by=by,
        )
        return MadeDevice(device=self._listed(made, layout_of(alone(document)), []), token=token)


def _of_supply(entry: Entry, supply: str) -> Entry:
    """An entry that came in a table, as one of a supply. Its id is made of what it says: the same table may be kept
    of two supplies, and is known again in each."""
    if supply == MAIN:
        return entry
    own = hashlib.sha256(f"{supply}/{entry.id}".encode()).hexdigest()[:ID_LENGTH]
    return entry.model_copy(update={"supply": supply, "id": own})
