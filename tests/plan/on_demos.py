"""Edits on the demo properties, and what the plan then finds."""

from typing import Any

from lean_year.demo.shipped import DEMO_TERMS, DEMOS, demo_prices, demo_rain
from lean_year.plan.answer.figure import Finding
from lean_year.plan.model.book_prices import book_in
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import WholePlan, plan_property
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
    prices = book_in(PriceBook(lines=demo_prices(), terms=DEMO_TERMS), document)
    return plan_property(document, prepare_rain(demo_rain(name), "none"), prices=prices).plan


def planned_dry(name: str, *operations: Operation) -> WholePlan:
    """Without a record: the water path alone, which is worked out fast."""
    return plan_property(edited(name, *operations), None).plan


def codes(plan: WholePlan, stage: str | None = None) -> set[str]:
    return {finding.code for finding in plan.findings if stage in (None, finding.stage)}


def finding(plan: WholePlan, code: str) -> Finding:
    return next(each for each in plan.findings if each.code == code)


def status(plan: WholePlan, stage: str) -> str:
    return next(station.status for station in plan.stations if station.stage == stage)
