"""What is read of a property and worked out of it."""

import datetime as dt
from copy import copy
from dataclasses import replace
from functools import lru_cache
from typing import Self

from sqlalchemy import Engine

from lean_year.api.jobs import Job, JobKind, Jobs
from lean_year.api.planning import KEPT_PLANS, KEPT_RECORDS, Planning
from lean_year.api.schemas.alternatives import AlternativeInShort
from lean_year.api.schemas.build import BuildWork, build_work
from lean_year.api.schemas.revisions import Comparison, StationsCompared
from lean_year.core.errors import InputError
from lean_year.formats.exports.epanet_model import write_epanet_model
from lean_year.formats.exports.parts_table import write_parts_csv, write_parts_workbook
from lean_year.formats.exports.swmm_model import write_swmm_model
from lean_year.formats.exports.workbook import write_workbook
from lean_year.plan import all_supplies
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.wording import Wording
from lean_year.plan.changes import what_moved
from lean_year.plan.compared.in_short import in_short
from lean_year.plan.compared.side_by_side import SideBySide, side_by_side
from lean_year.plan.handed_over.operating import Operating, operating
from lean_year.plan.model.book_prices import NO_PRICES, priced_by_book
from lean_year.plan.model.parts_list import PartLine
from lean_year.plan.model.supply import supply_of
from lean_year.plan.stations.build.all_supplies import BuiltForAll
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
from lean_year.plan.stations.price.all_supplies import BoughtForAll
from lean_year.plan.tried_fixes import TriedFix, tried_fixes
from lean_year.plan.whole import compared
from lean_year.plan.worth_of_measuring import worth_of_measuring
from lean_year.property.document import Property
from lean_year.property.for_owner import for_owner
from lean_year.property.front import alone, at_front
from lean_year.store import properties, records, revisions
from lean_year.store.properties import ListedProperty, Stored
from lean_year.store.revisions import ListedRevision

in_front = cached(KEPT_PLANS)(at_front)
"""`at_front`, the same object for the same document, by which its plan is found again."""


class Showing(Planning):
    """What is read of a property and worked out of it, over one database; and which of its supplies is looked at."""

    supply: str | None = None
    """The supply that every property is shown by; None for the one that stands in the document itself."""

    def __init__(self, engine: Engine) -> None:
        super().__init__(engine)
        self._entry = lru_cache(maxsize=KEPT_RECORDS)(lambda record_id: records.load_entry(engine, record_id))
        self.jobs = Jobs()

    def at(self, supply: str | None) -> Self:
        """The same, with every property shown by another of its supplies."""
        if supply == self.supply:
            return self
        other = copy(self)
        other.supply = supply
        return other

    def shown(self, document: Property) -> Property:
        """A document with the supply that is looked at in front; as it is where it has no such supply."""
        if self.supply is None or self.supply not in document.supply_ids:
            return document
        return in_front(document, self.supply)

    def revision(self, property_id: str, number: int) -> Property:
        """The document of one revision.

        Raises
        ------
        properties.UnknownProperty
            If the property has no such revision.
        """
        return self.shown(properties.load_revision(self.engine, property_id, number))

    # -- working out --------------------------------------------------------------------------------------------

    def tried_fixes(self, property_id: str, revision: int) -> list[TriedFix]:
        """Every fix that is offered for a revision, with what it does beside what it stands under."""
        document = self.revision(property_id, revision)
        return list(
            tried_fixes(
                document, self.plan(document, property_id).plan, self.rain_of(document), self.prices_for(document)
            )
        )

    def parts(self, property_id: str, revision: int, *, priced: bool) -> list[PartLine]:
        """What a revision is bought as; without prices, and what the firm paid, for an owner."""
        return self.plan(self._priced(property_id, revision, priced), property_id, priced=priced).plan.parts

    def planned_by(self, document: Property, property_id: str, *, priced: bool) -> all_supplies.PlannedBy:
        """By what every supply of a document is planned."""
        return all_supplies.PlannedBy(
            lambda shown: self.plan(shown, property_id, priced=priced),
            self.rain_of(document),
            self.prices_for(document) if priced else NO_PRICES,
            self.written_on(property_id),
        )

    def bought_for_all_supplies(self, property_id: str, revision: int, *, priced: bool) -> BoughtForAll | None:
        """What all supplies of a revision are bought as together; without prices for an owner."""
        document = self._priced(property_id, revision, priced)
        by = self.planned_by(document, property_id, priced=priced)
        return all_supplies.bought_for_all_supplies(document, by)

    def built_for_all_supplies(self, property_id: str, revision: int) -> BuiltForAll | None:
        """The work on all supplies of a revision."""
        document = self.revision(property_id, revision)
        return all_supplies.built_for_all_supplies(document, self.planned_by(document, property_id, priced=True))

    def cistern_comparisons(self, property_id: str, revision: int, *, priced: bool) -> CisternComparisons:
        """What the cistern of a revision is compared with; without prices for an owner."""
        document = self._priced(property_id, revision, priced)
        plan = self.plan(document, property_id, priced=priced).plan
        prices = self.prices_for(document) if priced else NO_PRICES
        return compared(document, self.rain_of(document), plan, prices=prices)

    def _priced(self, property_id: str, revision: int, priced: bool) -> Property:
        """A revision, without what of it is the firm's own business where it is shown without prices."""
        document = self.revision(property_id, revision)
        return document if priced else for_owner(document)

    def start_job(self, property_id: str, revision: int, kind: JobKind) -> Job:
        """Begin long work on a revision of a property.

        Raises
        ------
        InputError
            If there is no rain to work on, where the work asks for it.
        """
        document = self.revision(property_id, revision)
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
        """A property as it stands."""
        return self._shown_of(properties.load_property(self.engine, property_id))

    def _shown_of(self, stored: Stored) -> Stored:
        document = self.shown(stored.document)
        return stored if document is stored.document else replace(stored, document=document)

    def record_of(self, document: Property) -> records.RecordEntry | None:
        """Name and span of the record that a document names."""
        if document.rain.record_id is None:
            return None
        return self._entry(document.rain.record_id)

    def build(self, property_id: str, revision: int) -> BuildWork:
        """Tasks and hold points of a revision, as far as they have come."""
        document = self.revision(property_id, revision)
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
        document = self.revision(property_id, revision)
        plan = BUILD.of(self.plan(document, property_id).plan)
        assert plan is not None
        return starts_within(plan, self.rain_of(document), first, days)

    def operating(self, property_id: str, revision: int) -> Operating:
        """Every valve of a revision, and what can fail in it."""
        document = self.revision(property_id, revision)
        return operating(document, self.plan(document, property_id).plan)

    def play_storm(self, property_id: str, revision: int, storm: Storm) -> StormPlan:
        """The downpour test on a revision."""
        document = self.revision(property_id, revision)
        return play_downpour(document, storm, Wording(document.units))

    def parts_csv(self, property_id: str) -> str:
        """What is bought, for a merchant."""
        document = self.stored(property_id).document
        return write_parts_csv(self.plan(document, property_id).plan.parts, document.units)

    def all_parts_csv(self, property_id: str) -> str:
        """What is bought for all supplies, for a merchant."""
        stored = self.stored(property_id)
        bought = self.bought_for_all_supplies(property_id, stored.revision, priced=True)
        return self.parts_csv(property_id) if bought is None else write_parts_csv(bought.lines, stored.document.units)

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

    def revisions(self, property_id: str, before: int | None, limit: int) -> list[ListedRevision]:
        return revisions.list_revisions(self.engine, property_id, before=before, limit=limit)

    def compare(self, property_id: str, before: int, after: int) -> Comparison:
        """Two revisions side by side, both planned now."""
        taken_back, changed = revisions.ways_between(self.engine, property_id, before, after)
        first, second = (self.revision(property_id, number) for number in (before, after))
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
