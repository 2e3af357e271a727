"""Plans of documents by the records and the firm's book as they stand. Those of recent documents and prepared records
are kept, so that an edit replays only itself."""

from dataclasses import replace
from functools import lru_cache
from threading import Lock

from cachetools import LRUCache
from sqlalchemy import Engine

from lean_year.api.reported import entries_of
from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import Filling
from lean_year.plan.answer.wording import Wording
from lean_year.plan.changes import what_moved
from lean_year.plan.model.book_prices import NO_PRICES, BookPrices, book_in
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.whole import Planned, plan_property
from lean_year.property.document import Property
from lean_year.property.entries import NOTHING_WRITTEN, Entry, SiteRecord
from lean_year.store import records
from lean_year.store.devices import devices_of, reported_days
from lean_year.store.entries import load_entries
from lean_year.store.price_book import Kept, book_version, load_book
from lean_year.store.site_versions import book_and_site_version, site_version

KEPT_RECORDS = 32
KEPT_PLANS = 16


class Planning:
    """What turns a document into its plan, over one database."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self._prepared = lru_cache(maxsize=KEPT_RECORDS)(self._prepare)
        self._plans: LRUCache[tuple[BookPrices, SiteRecord, str], Planned] = LRUCache(maxsize=KEPT_PLANS)
        self._plans_by_identity: LRUCache[tuple[BookPrices, SiteRecord, int], tuple[Property, Planned]] = LRUCache(
            KEPT_PLANS
        )
        self._written: LRUCache[str, SiteRecord] = LRUCache(KEPT_PLANS)
        self._books: LRUCache[int, Kept] = LRUCache(maxsize=1)
        self._prices: LRUCache[tuple[int, str], BookPrices] = LRUCache(maxsize=KEPT_PLANS)
        self._plans_lock = Lock()

    def _prepare(self, record_id: str, filling: Filling) -> PreparedRain:
        return prepare_rain(records.load_record(self.engine, record_id)[1], filling)

    def rain_of(self, document: Property) -> PreparedRain | None:
        """The prepared rain that a document names, or None.

        Raises
        ------
        InputError
            If it names a record that is not there.
        """
        if document.rain.record_id is None:
            return None
        try:
            return self._prepared(document.rain.record_id, document.rain.filling)
        except records.UnknownRecord as error:
            raise InputError("rain.record_id", "names a record that is not there") from error

    def book(self) -> Kept:
        """The firm's price book as it stands; read anew only where it has been changed."""
        return self._book_at(book_version(self.engine))

    def _book_at(self, version: int) -> Kept:
        with self._plans_lock:
            held = self._books.get(version)
        if held is None:
            held = load_book(self.engine)
            with self._plans_lock:
                self._books[held.version] = held
        return held

    def prices_for(self, document: Property) -> BookPrices:
        """The firm's prices in the currency of a document."""
        return self._prices_of(self.book(), document)

    def _prices_of(self, kept: Kept, document: Property) -> BookPrices:
        key = kept.version, document.prices.currency
        with self._plans_lock:
            known = self._prices.get(key)
        if known is None:
            known = book_in(kept.book, document)
            with self._plans_lock:
                known = self._prices.setdefault(key, known)
        return known

    def written_on(self, property_id: str) -> SiteRecord:
        """What is written down on the site of a property; read anew only where something was added."""
        return self._written_at(property_id, site_version(self.engine, property_id))

    def _written_at(self, property_id: str, version: int) -> SiteRecord:
        if version == 0:
            return NOTHING_WRITTEN
        with self._plans_lock:
            held = self._written.get(property_id)
        if held is None or held.version != version:
            held = replace(
                load_entries(self.engine, property_id), version=version, reported=self._reported(property_id)
            )
            with self._plans_lock:
                self._written[property_id] = held
        return held

    def _known_of(self, property_id: str | None) -> tuple[Kept, SiteRecord]:
        """The firm's price book, and what is written down on the site of a property; asked with every answer, and so
        in one reading of the database."""
        if property_id is None:
            return self.book(), NOTHING_WRITTEN
        book, site = book_and_site_version(self.engine, property_id)
        return self._book_at(book), self._written_at(property_id, site)

    def _reported(self, property_id: str) -> tuple[Entry, ...]:
        """What the devices of a property say of each day."""
        return tuple(
            entry
            for device in devices_of(self.engine, property_id)
            for entry in entries_of(device, reported_days(self.engine, device.id))
        )

    def plan(self, document: Property, property_id: str | None = None, *, priced: bool = True) -> Planned:
        """The plan of a document by today's price book, or without prices, with what is written down on the site of a
        property. Kept by what the document says, so it holds whatever happens to revisions."""
        book, record = self._known_of(property_id)
        prices = self._prices_of(book, document) if priced else NO_PRICES
        with self._plans_lock:
            # Held with the document, so that nothing else has its identity.
            same = self._plans_by_identity.get((prices, record, id(document)))
        if same is not None:
            return same[1]
        key = prices, record, document.model_dump_json()
        with self._plans_lock:
            known = self._plans.get(key)
        if known is None:
            known = plan_property(document, self.rain_of(document), prices=prices, record=record)
        with self._plans_lock:
            self._plans[key] = known
            self._plans_by_identity[prices, record, id(document)] = document, known
        return known

    def moved(self, property_id: str, before: Property, document: Property, after: Planned) -> str:
        """What a change did to the answer, against the document it was made on."""
        return what_moved(self.plan(before, property_id).plan, after.plan, Wording(document.units))
