"""What a person does with a property, put together from store and plan."""

import datetime as dt
from collections.abc import Callable, Iterable, Sequence
from functools import lru_cache
from typing import Any, Literal

from sqlalchemy import Engine
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from lean_year.api.jobs import Job, JobKind, Jobs
from lean_year.api.planning import KEPT_RECORDS, Planning
from lean_year.api.schemas.alternatives import AlternativeInShort
from lean_year.api.schemas.build import BuildWork, build_work
from lean_year.api.schemas.revisions import Comparison, StationsCompared
from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_file
from lean_year.formats.exports.epanet_model import write_epanet_model
from lean_year.formats.exports.parts_table import write_parts_csv, write_parts_workbook
from lean_year.formats.exports.swmm_model import write_swmm_model
from lean_year.formats.exports.workbook import write_workbook
from lean_year.formats.property_file import rain_from_record, record_from_rain
from lean_year.plan.answer.wording import Wording
from lean_year.plan.changes import what_moved
from lean_year.plan.compared.in_short import in_short
from lean_year.plan.compared.side_by_side import SideBySide, side_by_side
from lean_year.plan.handed_over.operating import Operating, operating
from lean_year.plan.in_use.upkeep_inputs import upkeep_inputs
from lean_year.plan.in_use.work import check_log
from lean_year.plan.model.book_prices import NO_PRICES, lines_that_price, priced_by_book
from lean_year.plan.model.parts_list import PartLine
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.build.starts import Starts, starts_within
from lean_year.plan.stations.build.useful import useful_plan
from lean_year.plan.stations.cistern.comparisons import CisternComparisons
from lean_year.plan.stations.cistern.design_search import search_designs
from lean_year.plan.stations.cistern.resampled_band import resampled_band
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.ground.stage import STATION as GROUND
from lean_year.plan.stations.gutters.storm import play_downpour
from lean_year.plan.stations.gutters.storm_plan import Storm, StormPlan
from lean_year.plan.tried_fixes import TriedFix, tried_fixes
from lean_year.plan.whole import Planned, compared, plan_property
from lean_year.plan.worth_of_measuring import worth_of_measuring
from lean_year.property.alternatives import same_site, with_site_of
from lean_year.property.document import FileAlternative, Property, PropertyFile, Standing
from lean_year.property.edits import apply_edit
from lean_year.property.entries import Entry
from lean_year.property.for_owner import for_owner
from lean_year.property.front import alone
from lean_year.property.price_book import PriceBook
from lean_year.store import alternatives, entries, photos, properties, records, revisions
from lean_year.store.database import writing
from lean_year.store.price_book import change_book
from lean_year.store.properties import ListedProperty, Stored, Summary
from lean_year.store.revisions import ListedRevision

LABEL_LENGTH = 120
NAME_LENGTH = 80
COPIED = ", copy"


class Workshop(Planning):
    """All that the routes ask for, over one database."""

    def __init__(self, engine: Engine) -> None:
        super().__init__(engine)
        self._entry = lru_cache(maxsize=KEPT_RECORDS)(lambda record_id: records.load_entry(engine, record_id))
        self.jobs = Jobs()

    # -- working out --------------------------------------------------------------------------------------------

    def tried_fixes(self, property_id: str, revision: int) -> list[TriedFix]:
        """Every fix that is offered for a revision, with what it does beside what it stands under."""
        document = properties.load_revision(self.engine, property_id, revision)
        return list(
            tried_fixes(
                document, self.plan(document, property_id).plan, self.rain_of(document), self.prices_for(document)
            )
        )

    def parts(self, property_id: str, revision: int, *, priced: bool) -> list[PartLine]:
        """What a revision is bought as; without prices, and what the firm paid, for an owner."""
        return self.plan(self._shown(property_id, revision, priced), property_id, priced=priced).plan.parts

    def cistern_comparisons(self, property_id: str, revision: int, *, priced: bool) -> CisternComparisons:
        """What the cistern of a revision is compared with; without prices for an owner."""
        document = self._shown(property_id, revision, priced)
        plan = self.plan(document, property_id, priced=priced).plan
        prices = self.prices_for(document) if priced else NO_PRICES
        return compared(document, self.rain_of(document), plan, prices=prices)

    def _shown(self, property_id: str, revision: int, priced: bool) -> Property:
        """A revision, without what of it is the firm's own business where it is shown without prices."""
        document = properties.load_revision(self.engine, property_id, revision)
        return document if priced else for_owner(document)

    def start_job(self, property_id: str, revision: int, kind: JobKind) -> Job:
        """Begin long work on a revision of a property.

        Raises
        ------
        InputError
            If there is no rain to work on, where the work asks for it.
        """
        document = properties.load_revision(self.engine, property_id, revision)
        rain = self.rain_of(document)
        prices = self.prices_for(document)
        if kind == "worth":
            return self.jobs.start(kind, property_id, revision, lambda: worth_of_measuring(document, rain, prices))
        if rain is None:
            raise InputError("rain", "is needed first; bring in a record")
        if kind == "search":
            say = Wording(document.units)
            priced = priced_by_book(document, prices)
            return self.jobs.start(kind, property_id, revision, lambda: search_designs(priced, rain, say))
        cistern = CISTERN.of(self.plan(document, property_id).plan)
        assert cistern is not None
        reach_l = cistern.curve.tank_l[-1]
        supply = supply_of(alone(document), rain)
        allowed = document.cistern.short_years_allowed
        return self.jobs.start(kind, property_id, revision, lambda: resampled_band(supply, reach_l, allowed))

    # -- reading ------------------------------------------------------------------------------------------------

    def listed(self) -> list[ListedProperty]:
        return properties.list_properties(self.engine)

    def stored(self, property_id: str) -> Stored:
        return properties.load_property(self.engine, property_id)

    def record_of(self, document: Property) -> records.RecordEntry | None:
        """Name and span of the record that a document names."""
        if document.rain.record_id is None:
            return None
        return self._entry(document.rain.record_id)

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

    def build(self, property_id: str, revision: int) -> BuildWork:
        """Tasks and hold points of a revision, as far as they have come."""
        document = properties.load_revision(self.engine, property_id, revision)
        whole, rain = self.plan(document, property_id).plan, self.rain_of(document)
        plan, ground = BUILD.of(whole), GROUND.of(whole)
        assert plan is not None
        held = (
            [(pad.name, each.ballast_l) for pad in ground.pads for each in pad.stages if each.key == "set"]
            if ground
            else []
        )
        floats = [(name, litres) for name, litres in held if litres > 0]
        useful = useful_plan(document, rain, plan, floats, Wording(document.units))
        return build_work(plan, useful, self.written_on(property_id).version)

    def starts(self, property_id: str, revision: int, first: dt.date, days: int) -> Starts:
        """Every working day of a window as the first day on the site.

        Raises
        ------
        InputError
            If there is no rain.
        """
        document = properties.load_revision(self.engine, property_id, revision)
        plan = BUILD.of(self.plan(document, property_id).plan)
        assert plan is not None
        return starts_within(plan, self.rain_of(document), first, days)

    def operating(self, property_id: str, revision: int) -> Operating:
        """Every valve of a revision, and what can fail in it."""
        document = properties.load_revision(self.engine, property_id, revision)
        return operating(document, self.plan(document, property_id).plan)

    def write_down(self, property_id: str, written: Sequence[Entry], by: str) -> Stored:
        """Add to what is written down on the site; what is there already is kept once.

        Raises
        ------
        InputError, properties.UnknownProperty
        """
        stored = self.stored(property_id)
        plan = BUILD.of(self.plan(stored.document, property_id).plan)
        assert plan is not None
        check_log(stored.document, self.written_on(property_id).of_log, written, dt.date.today())
        entries.write_entries(self.engine, property_id, [plan.work.judged(each) for each in written], by)
        return self.stored(property_id)

    def play_storm(self, property_id: str, revision: int, storm: Storm) -> StormPlan:
        """The downpour test on a revision."""
        document = properties.load_revision(self.engine, property_id, revision)
        return play_downpour(document, storm, Wording(document.units))

    def parts_csv(self, property_id: str) -> str:
        """What is bought, for a merchant."""
        document = self.stored(property_id).document
        return write_parts_csv(self.plan(document, property_id).plan.parts, document.units)

    def parts_workbook(self, property_id: str) -> bytes:
        """The same as a workbook."""
        document = self.stored(property_id).document
        return write_parts_workbook(self.plan(document, property_id).plan.parts, document.units)

    def workbook(self, property_id: str) -> bytes:
        """Parts, price, upkeep and months with formulas."""
        document = self.stored(property_id).document
        planned = self.plan(document, property_id)
        return write_workbook(document, planned, self.rain_of(document), self.prices_for(document))

    def swmm_model(self, property_id: str) -> str:
        """The rain side as a model for the SWMM engine.

        Raises
        ------
        InputError
            If there is no rain, or no roof in use.
        """
        document = self.stored(property_id).document
        rain = self.rain_of(document)
        if rain is None:
            raise InputError("rain", "is needed first; bring in a record")
        return write_swmm_model(document, rain)

    def epanet_model(self, property_id: str) -> str:
        """The pressure side as a model for the EPANET engine.

        Raises
        ------
        InputError
            If something that it needs is not decided or measured.
        """
        return write_epanet_model(self.stored(property_id).document)

    # -- changing -----------------------------------------------------------------------------------------------

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

    def side_by_side(self, property_id: str, other_id: str) -> SideBySide:
        """This alternative against another of its site.

        Raises
        ------
        InputError
            If the other is none of its site.
        properties.UnknownProperty
        """
        stored = self.stored(property_id)
        if other_id not in [each.id for each in stored.alternatives]:
            raise InputError("other", "must be an alternative of the same property; it may have been removed")
        first, second = stored.document, self.stored(other_id).document
        plans = self.plan(first, property_id), self.plan(second, other_id)
        return side_by_side(first, second, *plans, self.rain_of(first))

    def in_short(self, property_id: str) -> list[AlternativeInShort]:
        """Every alternative of its site that is not set aside, the main one first."""
        found = []
        for each in self.stored(property_id).alternatives:
            if each.standing != "aside":
                document = self.stored(each.id).document
                short = in_short(document, self.plan(document, each.id))
                found.append(AlternativeInShort(id=each.id, name=each.name, standing=each.standing, short=short))
        return sorted(found, key=lambda each: each.standing != "main")

    def preview(self, property_id: str, base: int, operations: list[dict[str, Any]]) -> tuple[Property, Planned, str]:
        """An edit without keeping it: the document, its plan and what it would move."""
        return self._changed(property_id, properties.load_revision(self.engine, property_id, base), operations)

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
        before = properties.base_of_edit(self.engine, property_id, base, edit_id)
        if before is None:
            return self.stored(property_id), ""
        document, planned, moved = self._changed(property_id, before, operations)
        # The alternatives of a site agree on it: what leaves it alone here concerns none of the others.
        on_site = not same_site(before, document)
        return self._keep(property_id, base, edit_id, label, document, planned, moved, by, on_site=on_site)

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
        answered again, and nothing is written."""
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
        return (stored, moved) if stored is not None else (self.stored(property_id), "")

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
        planned = plan_property(
            document, prepared, prices=self.prices_for(document), record=self.written_on(property_id)
        )

        def add_record(session: Session) -> None:
            records.add_record(session, record_id, rain=rain, name=name, note=note, property_id=property_id)

        moved = self.moved(property_id, before, document, planned)
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
        before = properties.load_revision(self.engine, property_id, base)
        return stored, self.moved(property_id, before, document, planned)

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
        moved = self.moved(property_id, before, document, planned)
        return self._keep(property_id, base, edit_id, f"Back to revision {revision}", document, planned, moved, by)

    def revisions(self, property_id: str, before: int | None, limit: int) -> list[ListedRevision]:
        return revisions.list_revisions(self.engine, property_id, before=before, limit=limit)

    def name_revision(self, property_id: str, revision: int, name: str) -> None:
        revisions.name_revision(self.engine, property_id, revision, name)

    def compare(self, property_id: str, before: int, after: int) -> Comparison:
        """Two revisions side by side, both planned now."""
        taken_back, changed = revisions.ways_between(self.engine, property_id, before, after)
        first, second = (properties.load_revision(self.engine, property_id, number) for number in (before, after))
        was, now = self.plan(first, property_id).plan, self.plan(second, property_id).plan
        return Comparison(
            before_verdict=was.verdict,
            after_verdict=now.verdict,
            moved=what_moved(was, now, Wording(second.units)),
            stations=[
                StationsCompared(stage=here.stage, name=here.name, before=there.headline, after=here.headline)
                for there, here in zip(was.stations, now.stations, strict=True)
                if there.headline != here.headline
            ],
            taken_back=taken_back,
            changed=changed,
        )

    def remove(self, property_id: str) -> None:
        properties.remove_property(self.engine, property_id)


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
