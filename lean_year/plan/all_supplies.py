"""What all supplies of a property are bought and built as together, each of them planned."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from lean_year.plan.model.book_prices import NO_PRICES, BookPrices
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.stations.build.all_supplies import BuiltForAll, built_for_all
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.price.all_supplies import BoughtForAll, bought_for_all
from lean_year.plan.whole import Planned, model_of
from lean_year.property.document import Property
from lean_year.property.entries import NOTHING_WRITTEN, SiteRecord
from lean_year.property.front import each_in_front


@dataclass(frozen=True, slots=True)
class PlannedBy:
    """By what every supply of a property is planned."""

    planned_of: Callable[[Property], Planned]
    """The plan of a document with whatever supply in front, on the same rain, prices and record."""
    rain: PreparedRain | None
    prices: BookPrices = NO_PRICES
    record: SiteRecord = NOTHING_WRITTEN


def bought_for_all_supplies(document: Property, by: PlannedBy) -> BoughtForAll | None:
    """What all supplies of a property are bought as together; None where it has one."""
    return bought_for_all([model for model, _ in _planned(document, by)]) if document.supplies else None


def built_for_all_supplies(document: Property, by: PlannedBy) -> BuiltForAll | None:
    """The work on all supplies of a property by one crew; None where it has one."""
    if not document.supplies:
        return None
    models, works = [], []
    for model, planned in _planned(document, by):
        plan = BUILD.of(planned.plan)
        assert plan is not None
        models.append(model)
        works.append(plan.work)
    return built_for_all(models, works)


def _planned(document: Property, by: PlannedBy) -> Iterator[tuple[PropertyModel, Planned]]:
    for shown in each_in_front(document):
        planned, model = by.planned_of(shown), model_of(shown, by.rain, by.prices, by.record)
        model.asked, model.works = planned.asked, planned.works
        yield model, planned
