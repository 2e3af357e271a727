"""The outlooks of all sites, brought up to date beside the edits: a few in a thread, many in processes."""

import datetime as dt
import logging
import multiprocessing
import os
from collections.abc import Iterator, Sequence
from concurrent.futures import FIRST_COMPLETED, Future, ProcessPoolExecutor, wait
from pathlib import Path
from threading import Event, Lock, Thread

from sqlalchemy import Engine

from lean_year.api.planning import Planning
from lean_year.core.errors import InputError
from lean_year.core.log.devices import device_faults
from lean_year.plan.in_use.outlook import DeviceSeen, Outlook, outlook
from lean_year.plan.in_use.upkeep_inputs import UpkeepInputs, upkeep_inputs
from lean_year.property.document import Property
from lean_year.property.entries import SiteRecord
from lean_year.property.front import at_front
from lean_year.store import properties
from lean_year.store.database import open_engine
from lean_year.store.devices import devices_of, last_reported
from lean_year.store.outlooks import NewOutlook, OldOutlook, keep_outlooks, old_outlooks, upkeep_inputs_of

MANY = 24
"""From so many on processes are begun for them, which takes a second or two."""
MOST_PROCESSES = 4
"""Each holds some hundred megabytes."""
AT_ONCE = 8
"""So many are handed over, and kept, together."""
LONG_AGO_DAYS = 45
"""A demo on which nothing was written down for so long is shown as of the day after that. [d]"""
GENTLE = 5
"""How far such a process stands back behind the server."""
_log = logging.getLogger(__name__)


class Outlooks:
    """Keeps the outlooks of one database up to date, whenever somebody asks for them."""

    def __init__(self, planning: Planning) -> None:
        self._planning = planning
        self._engine = planning.engine
        self._lock = Lock()
        self._thread: Thread | None = None
        self._ends = Event()

    def bring_up_to_date(self, today: dt.date) -> int:
        """Begin, unless that goes on already; how many there are to do."""
        old = old_outlooks(self._engine, today)
        with self._lock:
            if old and (self._thread is None or not self._thread.is_alive()):
                self._thread = Thread(target=self._work, args=(old, today), name="outlooks", daemon=True)
                self._thread.start()
        return len(old)

    def close(self) -> None:
        """End the work after what is in hand, and wait for that."""
        self._ends.set()
        if self._thread is not None:
            self._thread.join()

    def _work(self, old: Sequence[OldOutlook], today: dt.date) -> None:
        try:
            for some in self._by_processes(old, today) if len(old) >= MANY else self._here(old, today):
                keep_outlooks(self._engine, some)
                if self._ends.is_set():
                    return
        except Exception:
            _log.exception("the outlooks are not up to date")

    def _here(self, old: Sequence[OldOutlook], today: dt.date) -> Iterator[list[NewOutlook]]:
        for each in old:
            yield [new_outlook(self._planning, each, today)]

    def _by_processes(self, old: Sequence[OldOutlook], today: dt.date) -> Iterator[list[NewOutlook]]:
        file, workers = self._engine.url.database, min(MOST_PROCESSES, os.cpu_count() or 1)
        assert file is not None
        left = (old[first : first + AT_ONCE] for first in range(0, len(old), AT_ONCE))
        begun: set[Future[list[NewOutlook]]] = set()
        with ProcessPoolExecutor(workers, multiprocessing.get_context("spawn"), _begin, (file,)) as pool:
            while not self._ends.is_set():
                # No more than what is done in a moment, so that an end of the server does not wait for it.
                while len(begun) < 2 * workers and (some := next(left, None)) is not None:
                    begun.add(pool.submit(_some_outlooks, some, today))
                if not begun:
                    return
                ready, begun = wait(begun, return_when=FIRST_COMPLETED)
                for each in ready:
                    yield each.result()


def new_outlook(planning: Planning, of: OldOutlook, today: dt.date) -> NewOutlook:
    """Work one out, on whatever stands by now."""
    engine = planning.engine
    try:
        head, text = upkeep_inputs_of(engine, of.property_id)
        document = properties.load_revision(engine, of.property_id, head)
        record = planning.written_on(of.property_id)
        day = _day(record, today) if of.is_demo else today
        kept = upkeep_inputs(planning.plan(document, of.property_id).plan) if text is None else _read(text)
        said = outlook(document, kept, planning.rain_of(document), record, day)
        fronts = [at_front(document, each.id) for each in document.supplies]
        said.others = [_of_other(planning, front, of.property_id, record, day) for front in fronts]
        said.devices = _devices_at_fault(engine, of.property_id)
    except Exception as error:  # one that fails is said in its row, and keeps nobody from the others
        known = isinstance(error, InputError)
        if not known:
            _log.exception("no outlook of %s", of.property_id)
        problem = str(error) if known else "the work failed"
        return NewOutlook(of, today, Outlook(day=today, area="", live_l=0.0, problem=problem).model_dump_json())
    made_of = OldOutlook(of.site_id, of.property_id, head, record.version, of.is_demo)
    return NewOutlook(made_of, today, said.model_dump_json(), kept.model_dump_json() if text is None else None)


def _of_other(planning: Planning, front: Property, property_id: str, record: SiteRecord, day: dt.date) -> Outlook:
    """That of another supply of a property, which stands in front."""
    kept = upkeep_inputs(planning.plan(front, property_id).plan)
    return outlook(front, kept, planning.rain_of(front), record, day)


def _devices_at_fault(engine: Engine, property_id: str) -> list[DeviceSeen]:
    now = dt.datetime.now(dt.UTC)
    seen = [
        DeviceSeen(name=each.name, faults=device_faults(each.kind, last_reported(engine, each.id), now))
        for each in devices_of(engine, property_id)
        if each.withdrawn_at is None
    ]
    return [each for each in seen if each.faults]


def _read(text: str) -> UpkeepInputs:
    return UpkeepInputs.model_validate_json(text)


def _day(record: SiteRecord, today: dt.date) -> dt.date:
    last = max((entry.day for entry in record.entries), default=today)
    return last + dt.timedelta(days=1) if (today - last).days > LONG_AGO_DAYS else today


# -- within a process of its own ----------------------------------------------------------------------------------

_planning: Planning | None = None


def _begin(file: str) -> None:
    """Open the database for this process, which ends with the server, however that ends."""
    global _planning
    server = multiprocessing.parent_process()
    assert server is not None

    def end_with_it() -> None:
        server.join()
        os._exit(1)

    Thread(target=end_with_it, daemon=True).start()
    os.nice(GENTLE)
    _planning = Planning(open_engine(Path(file)))


def _some_outlooks(some: Sequence[OldOutlook], today: dt.date) -> list[NewOutlook]:
    assert _planning is not None
    return [new_outlook(_planning, each, today) for each in some]
