"""Edits on the demo properties, and what the plan then finds."""

from typing import Any

from lean_year.demo.shipped import DEMO_TERMS, DEMOS, demo_prices, demo_rain
from lean_year.plan.answer.figure import Finding
from lean_year.plan.model.book_prices import BookPrices, book_in
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.cistern.comparisons import CisternComparisons
from lean_year.plan.whole import WholePlan, compared, plan_property
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from lean_year.property.price_book import PriceBook

Operation = dict[str, Any]


def replace(path: str, value: Any) -> Operation:
    return {"op": "replace", "path": path, "value": value}


def edited(name: str, *operations: Operation) -> Property:
    return apply_edit(DEMOS[name].property(), list(operations))


def planned(name: str, *operations: Operation) -> WholePlan:
    """With its forty years of rain."""
    return plan_property(edited(name, *operations), prepare_rain(demo_rain(name), "none")).plan


def planned_and_priced(name: str, *operations: Operation) -> WholePlan:
    """With its rain and the prices of the demo's firm."""
    document = edited(name, *operations)
    return plan_property(document, prepare_rain(demo_rain(name), "none"), prices=_prices(document)).plan


def compared_and_priced(name: str, *operations: Operation) -> CisternComparisons:
    """What its cistern is compared with, on that rain and those prices."""
    document, rain = edited(name, *operations), prepare_rain(demo_rain(name), "none")
    return compared(document, rain, planned_and_priced(name, *operations), prices=_prices(document))


def _prices(document: Property) -> BookPrices:
    return book_in(PriceBook(lines=demo_prices(), terms=DEMO_TERMS), document)


def planned_dry(name: str, *operations: Operation) -> WholePlan:
    """Without a record: the water path alone, which is worked out fast."""
    return plan_property(edited(name, *operations), None).plan


def codes(plan: WholePlan, stage: str | None = None) -> set[str]:
    return {finding.code for finding in plan.findings if stage in (None, finding.stage)}


def finding(plan: WholePlan, code: str) -> Finding:
    return next(each for each in plan.findings if each.code == code)


def status(plan: WholePlan, stage: str) -> str:
    return next(station.status for station in plan.stations if station.stage == stage)
