"""What a person does with a property, put together from store and plan."""

import datetime as dt
from collections.abc import Callable, Iterable, Sequence
from typing import Any, Literal

from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from lean_year.api.showing import Showing, in_front
from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_file
from lean_year.formats.property_file import rain_from_record, record_from_rain
from lean_year.plan.answer.wording import Wording
from lean_year.plan.in_use.upkeep_inputs import upkeep_inputs
from lean_year.plan.in_use.work import check_log
from lean_year.plan.model.book_prices import lines_that_price
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.whole import Planned, plan_property
from lean_year.property.alternatives import same_site, with_site_of
from lean_year.property.document import FileAlternative, Property, PropertyFile, Standing
from lean_year.property.edits import apply_edit
from lean_year.property.entries import Entry
from lean_year.property.for_owner import for_owner
from lean_year.property.front import alone, at_front
from lean_year.property.price_book import PriceBook
from lean_year.store import alternatives, entries, photos, properties, records, revisions
from lean_year.store.database import writing
from lean_year.store.price_book import change_book
from lean_year.store.properties import Stored, Summary

LABEL_LENGTH = 120
NAME_LENGTH = 80
COPIED = ", copy"


class Workshop(Showing):
    """All that the routes ask for, over one database."""

    def create(
        self, document: Property, label: str = "New property", by: str = "", photos_from: str | None = None
    ) -> Stored:
        planned = self.plan(document)
        property_id = properties.new_id()
        with writing(self.engine) as session:
            properties.add_property(session, property_id, document, label, _summary(document, planned), by=by)
            if photos_from is not None:
                photos.copy_photos(session, photos_from, property_id)
        return self.stored(property_id)

    def load_demo(self, name: str) -> Stored:
        """Put a demo property in, or find the one that is there."""
        known = properties.find_demo(self.engine, name)
        if known is not None:
            return self.stored(known)
        file = demo_file(name)
        if file.price_book is not None:
            self._add_prices(file.price_book)
        try:
            return self.bring_in(file, label="Demo loaded", demo=name)
        except IntegrityError:  # two asked at once; the other one's stands
            known = properties.find_demo(self.engine, name)
            assert known is not None
            return self.stored(known)

    def _add_prices(self, book: PriceBook) -> None:
        """Put prices of a demo into the firm's book, where it has none under the same key and currency."""
        kept = self.book()
        known = {(line.key, line.currency) for line in kept.book.lines}
        lines = [line for line in book.lines if (line.key, line.currency) not in known]
        if lines:
            change_book(self.engine, base_version=None, put=lines, terms=book.terms if kept.version == 0 else None)

    def bring_in(
        self,
        file: PropertyFile,
        *,
        label: str,
        demo: str | None = None,
        by: str = "",
        pictures: Iterable[tuple[str, bytes]] = (),
    ) -> Stored:
        """Put a property file in: the property and, if it has one, its rain record, unless that is there already; and
        the pictures of its photos, by their keys."""
        property_id, record = properties.new_id(), file.rain_record
        rain = None if record is None else rain_from_record(record)
        prepared = prepare_rain(rain, file.property.rain.filling) if rain else None
        others = [(each, with_site_of(file.property, each.property)) for each in file.alternatives]
        summaries = [
            _summary(document, plan_property(document, prepared, prices=self.prices_for(document)))
            for document in (file.property, *(design for _, design in others))
        ]
        # The one that is opened is the main one, unless exactly one of the others is.
        mains = [each for each in file.alternatives if each.standing == "main"]
        main = mains[0].name if file.standing != "main" and len(mains) == 1 else file.alternative
        with writing(self.engine) as session:
            known = record_id = None
            if record is not None and rain is not None:
                known = records.same_record(session, rain, record.name)
                record_id = known or properties.new_id()
            designs = [(property_id, file.alternative, file.standing, file.property)]
            designs += [(properties.new_id(), each.name, each.standing, design) for each, design in others]
            for (each_id, name, standing, document), summary in zip(designs, summaries, strict=True):
                stands: Standing = "main" if name == main else "open" if standing == "main" else standing
                properties.add_property(
                    session,
                    each_id,
                    _on_record(document, record_id),
                    label,
                    summary,
                    demo=demo if each_id == property_id else None,
                    by=by,
                    beside=(property_id, name, stands),
                )
            if record is not None and rain is not None and record_id is not None and known is None:
                records.add_record(
                    session, record_id, rain=rain, name=record.name, note=record.note, property_id=property_id
                )
            for key, jpeg in pictures:
                photos.add_photo(session, property_id, key, jpeg)
            entries.add_entries(session, property_id, file.record, by)
        return self.stored(property_id)

    def file_of(self, property_id: str, *, alone: bool = False) -> PropertyFile:
        """The property with its record, its other alternatives and the prices that it uses, to keep or to send on;
        `alone` without those, and without what of it is the firm's own business."""
        stored = self.stored(property_id)
        document = for_owner(stored.document) if alone else stored.document
        lines = (
            [] if alone else lines_that_price(self.book().book, document, self.plan(document, property_id).plan.parts)
        )
        own = next(each for each in stored.alternatives if each.id == property_id)
        record = None
        if stored.document.rain.record_id is not None:
            entry, rain = records.load_record(self.engine, stored.document.rain.record_id)
            record = record_from_rain(rain, name=entry.name, note=entry.note)
        return PropertyFile(
            property=_on_record(document, None),
            rain_record=record,
            price_book=PriceBook(lines=lines, terms=self.book().book.terms) if lines else None,
            record=[] if alone else list(self.written_on(property_id).entries),
            alternative=own.name,
            standing=own.standing,
            alternatives=[
                FileAlternative(
                    name=each.name,
                    standing=each.standing,
                    property=_on_record(self.stored(each.id).document, None),
                )
                for each in stored.alternatives
                if each.id != property_id and not alone
            ],
        )

    def copy(self, property_id: str, by: str = "") -> Stored:
        """A second property that begins as this one stands, on the same rain record."""
        document = self.stored(property_id).document
        name = f"{document.name[: NAME_LENGTH - len(COPIED)]}{COPIED}"
        copied = document.model_copy(update={"name": name})
        return self.create(copied, label=f"Copy of {document.name}"[:LABEL_LENGTH], by=by, photos_from=property_id)

    def add_alternative(self, property_id: str, name: str, by: str = "") -> Stored:
        """One more alternative, that begins as this one stands.

        Raises
        ------
        InputError, properties.UnknownProperty
        """
        begun = self.stored(property_id).document
        # A design that begins from a supply as it was found is what is proposed for it.
        document = begun.model_copy(update={"audit": begun.audit.model_copy(update={"as_found": False})})
        new_id, summary = properties.new_id(), _summary(document, self.plan(document, property_id))
        with writing(self.engine) as session:
            alternatives.add_alternative(session, property_id, new_id, name, document, summary, by)
        return self.stored(new_id)

    def preview(self, property_id: str, base: int, operations: list[dict[str, Any]]) -> tuple[Property, Planned, str]:
        """An edit without keeping it: the document, its plan and what it would move."""
        before = self._to_change(properties.load_revision(self.engine, property_id, base))
        return self._changed(property_id, before, operations)

    def _to_change(self, document: Property) -> Property:
        """A document as a change is made on it: with the supply that is looked at in front.

        Raises
        ------
        InputError
            If it has no such supply any more: what was meant for it must not change another.
        """
        return document if self.supply is None else in_front(document, self.supply)

    def _changed(
        self, property_id: str, before: Property, operations: list[dict[str, Any]]
    ) -> tuple[Property, Planned, str]:
        try:
            document = apply_edit(before, operations)
        except InputError as refused:
            raise refused.written(Wording(before.units).of_kind) from refused
        planned = self.plan(document, property_id)
        return document, planned, self.moved(property_id, before, document, planned)

    def edit(
        self, property_id: str, base: int, edit_id: str, label: str, operations: list[dict[str, Any]], by: str = ""
    ) -> tuple[Stored, str]:
        """Keep an edit. One that was kept already is answered again, not kept twice.

        Raises
        ------
        InputError, properties.UnknownProperty, properties.StaleRevision
        """
        kept = properties.base_of_edit(self.engine, property_id, base, edit_id)
        if kept is None:
            return self.stored(property_id), ""
        before = self._to_change(kept)
        document, planned, moved = self._changed(property_id, before, operations)
        # The alternatives of a site agree on it: what leaves it alone here concerns none of the others.
        on_site = not same_site(before, document)
        as_kept = _as_kept(document, kept)
        if as_kept is not document:
            # Most edits of another supply leave the one in front as it is, whose plan by itself is there.
            planned = self.plan(alone(as_kept), property_id)
        return self._keep(property_id, base, edit_id, label, as_kept, planned, moved, by, on_site=on_site)

    def _keep(
        self,
        property_id: str,
        base: int,
        edit_id: str,
        label: str,
        document: Property,
        planned: Planned,
        moved: str,
        by: str,
        besides: Callable[[Session], None] = lambda _: None,
        rain: PreparedRain | None = None,
        *,
        on_site: bool = True,
    ) -> tuple[Stored, str]:
        """Write a revision on top, and in the same transaction what belongs to it; an edit that was kept meanwhile is
        answered again, and nothing is written. `document` and its plan are as they are kept, and not as shown."""
        with writing(self.engine) as session:
            stored = properties.add_revision(
                session,
                property_id,
                base=base,
                edit_id=edit_id,
                label=label[:LABEL_LENGTH],
                document=document,
                summary=_summary(document, planned),
                by=by,
            )
            if stored is not None:
                besides(session)
                if on_site:
                    self._share_site(session, stored, by, rain)
        return (self._shown_of(stored), moved) if stored is not None else (self.stored(property_id), "")

    def _share_site(self, session: Session, stored: Stored, by: str, rain: PreparedRain | None = None) -> None:
        """Write what was seen on the site to the other alternatives, where there are any; `rain` where the record is
        written in the same transaction, and nobody else can read it yet."""
        if len(stored.alternatives) > 1:
            alternatives.share_site(
                session,
                stored.id,
                stored.document,
                stored.alternatives,
                stored.label,
                lambda document: _summary(
                    document,
                    plan_property(document, rain, prices=self.prices_for(document)) if rain else self.plan(document),
                ),
                by,
            )

    def take_rain(
        self, property_id: str, base: int, edit_id: str, rain: DailyRain, name: str, note: str, by: str = ""
    ) -> tuple[Stored, str]:
        """Keep an imported record and let the property use it, in one step."""
        before = properties.base_of_edit(self.engine, property_id, base, edit_id)
        if before is None:
            return self.stored(property_id), ""
        record_id = properties.new_id()
        document = before.model_copy(
            deep=True, update={"rain": before.rain.model_copy(update={"record_id": record_id})}
        )
        prepared = prepare_rain(rain, document.rain.filling)

        def plan(document: Property) -> Planned:
            prices, record = self.prices_for(document), self.written_on(property_id)
            return plan_property(document, prepared, prices=prices, record=record)

        planned = plan(document)

        def add_record(session: Session) -> None:
            records.add_record(session, record_id, rain=rain, name=name, note=note, property_id=property_id)

        shown = self.shown(document)
        moved = self.moved(property_id, self.shown(before), shown, planned if shown is document else plan(shown))
        label = f"Rain: {name}"
        return self._keep(property_id, base, edit_id, label, document, planned, moved, by, add_record, prepared)

    def step(
        self, property_id: str, base: int, direction: Literal["undo", "redo"], by: str = ""
    ) -> tuple[Stored, str]:
        """Undo or redo.

        Raises
        ------
        properties.UnknownProperty, properties.StaleRevision, properties.NothingToDo
        """
        target, document = properties.step_target(self.engine, property_id, base, direction)
        planned = self.plan(document, property_id)
        with writing(self.engine) as session:
            stored = properties.move_head(
                session, property_id, base=base, target=target, summary=_summary(document, planned)
            )
            self._share_site(session, stored, by)
        return self._shown_of(stored), self._moved_to(property_id, self.revision(property_id, base), document)

    def _moved_to(self, property_id: str, before: Property, kept: Property) -> str:
        """What another revision does to the answer that is looked at."""
        document = self.shown(kept)
        return self.moved(property_id, before, document, self.plan(document, property_id))

    def go_back(self, property_id: str, base: int, edit_id: str, revision: int, by: str = "") -> tuple[Stored, str]:
        """Let an earlier revision stand again, as a new one on top, so that going back can be undone.

        Raises
        ------
        properties.UnknownProperty, properties.StaleRevision
        """
        before = properties.base_of_edit(self.engine, property_id, base, edit_id)
        if before is None:
            return self.stored(property_id), ""
        document = properties.load_revision(self.engine, property_id, revision)
        planned = self.plan(document, property_id)
        moved = self._moved_to(property_id, self.shown(before), document)
        return self._keep(property_id, base, edit_id, f"Back to revision {revision}", document, planned, moved, by)

    def write_down(self, property_id: str, written: Sequence[Entry], by: str) -> Stored:
        """Add to what is written down on the site; what is there already is kept once.

        Raises
        ------
        InputError, properties.UnknownProperty
        """
        stored = self.stored(property_id)
        plan = BUILD.of(self.plan(stored.document, property_id).plan)
        assert plan is not None
        supply = stored.document.supply.id
        written = [each.model_copy(update={"supply": supply}) for each in written]
        so_far = self.written_on(property_id).of_supply(supply)
        check_log(stored.document, so_far.of_log, written, dt.date.today())
        entries.write_entries(self.engine, property_id, [plan.work.judged(each) for each in written], by)
        return self.stored(property_id)

    def name_revision(self, property_id: str, revision: int, name: str) -> None:
        revisions.name_revision(self.engine, property_id, revision, name)

    def remove(self, property_id: str) -> None:
        properties.remove_property(self.engine, property_id)


def _as_kept(document: Property, before: Property) -> Property:
    """A changed document with the supply in front that was in front when it was kept last, if it has it still."""
    front = before.supply.id
    return at_front(document, front) if front in document.supply_ids else document


def _on_record(document: Property, record_id: str | None) -> Property:
    """The document with the rain record by this id."""
    return document.model_copy(update={"rain": document.rain.model_copy(update={"record_id": record_id})})


def _summary(document: Property, planned: Planned) -> Summary:
    cistern = CISTERN.of(planned.plan)
    live_l = max(cistern.live_l, 1.0) if cistern else 1.0
    years = (
        [-1 if year.short_days else round(100 * year.lowest_l / live_l) for year in cistern.years] if cistern else []
    )
    said = {station.stage: station.headline for station in planned.plan.stations}
    return Summary(
        name=document.name,
        place=document.place,
        verdict=planned.plan.verdict,
        summary=" · ".join(said[stage] for stage in ("roofs", "household", "cistern")),
        years=years,
        upkeep_inputs=upkeep_inputs(planned.plan).model_dump_json(),
    )
