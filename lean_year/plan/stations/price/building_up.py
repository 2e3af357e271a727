"""A price put together: parts, hours of work, what else a property pays for, and the firm's shares."""

from collections.abc import Sequence

from pydantic import BaseModel

from lean_year.core.price.building_up import BuiltUp, built_up
from lean_year.plan.answer.figure import Figure
from lean_year.plan.model.book_prices import LABOUR, MACHINE, TRAVEL, BookPrices
from lean_year.plan.model.labour import WorkHours, days_of
from lean_year.plan.model.parts_list import PartLine
from lean_year.property.price import PriceEntry
from lean_year.property.price_book import BookTerms


class PriceBreakdown(BaseModel):
    """What there is to pay, by what it is for."""

    currency: str
    materials: Figure
    labour: Figure
    margin: Figure
    """Of what stands under other."""
    other: Figure
    """Travel, machines, what else is paid for, and the margin."""
    contingency: Figure
    rounding: Figure
    tax: Figure
    grants: Figure
    total: Figure
    missing: list[str]
    """Keys of what is not priced, and counts as nothing so far."""


class Shares(BaseModel):
    """Of margin, contingency and tax, and the years over which it is paid for."""

    margin: float
    contingency: float
    tax: float
    tax_included: bool
    """Whether the prices of parts have the tax in them."""
    years: int
    discount_rate: float
    old_after_months: int
    """A price that is older is looked at again."""


def shares_of(entered: PriceEntry, terms: BookTerms) -> Shares:
    """Those of a property where it has its own, else the firm's."""
    return Shares(
        margin=terms.margin if entered.margin is None else entered.margin,
        contingency=terms.contingency if entered.contingency is None else entered.contingency,
        tax=terms.tax if entered.tax is None else entered.tax,
        tax_included=terms.tax_included,
        years=terms.years if entered.years is None else entered.years,
        discount_rate=terms.discount_rate if entered.discount_rate is None else entered.discount_rate,
        old_after_months=terms.old_after_months,
    )


def price_of(
    entered: PriceEntry, prices: BookPrices, shares: Shares, lines: Sequence[PartLine], works: Sequence[WorkHours]
) -> tuple[BuiltUp, list[str]]:
    """The price of a list of parts and of the work on it, and the keys of what is not priced in it."""
    missing = [line.key for line in lines if line.quantity > 0 and line.total is None]
    days = days_of(works)
    hands_h = sum(row.hours for row in works) * entered.hands

    def priced(key: str, unit: str, quantity: float) -> float:
        if quantity <= 0:
            return 0.0
        each = prices.price(key, unit).each
        if each is None:
            missing.append(key)
        return (each or 0.0) * quantity

    labour = priced(LABOUR, "h", hands_h)
    other = priced(TRAVEL, "km", entered.travel_km * days) + priced(MACHINE, "day", entered.machine_days)
    price = built_up(
        materials=sum(line.total or 0.0 for line in lines),
        labour=labour,
        other=other + sum(each.amount for each in entered.other),
        margin=shares.margin,
        contingency=shares.contingency,
        tax=shares.tax,
        tax_included=shares.tax_included,
        rounded_to=entered.rounded_to,
        grants=[each.in_core() for each in entered.grants],
    )
    return price, missing
