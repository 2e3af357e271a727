"""A design as it was offered for a price, and what differs from it since.

What is offered of a property is all its supplies together. What was offered is kept whole: the document, what the
plan said, every part with its price, and the prices themselves. What is changed later is priced by those same prices,
so that a dearer book changes nothing that was agreed; only what was not sold before is priced by the book of today.
"""

from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.plan.all_supplies import PlannedBy, bought_for_all_supplies
from lean_year.plan.compared.part_changes import ChangedPart, SoldPart, changed_parts, sold_parts
from lean_year.plan.compared.place_words import place_words, value_words
from lean_year.plan.model.book_prices import lines_that_price
from lean_year.plan.stations.price.all_supplies import BoughtForAll
from lean_year.plan.stations.price.building_up import PriceBreakdown
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.price.stage import PricePlan
from lean_year.property.alternatives import all_differing
from lean_year.property.assumed import covers
from lean_year.property.document import Property
from lean_year.property.price_book import PriceBook
from lean_year.property.upgrades import upgrade

NOT_SOLD = ("/survey", "/photos", "/permits", "/parts", "/audit", "/rain/record_id", "/price/ways", "/version")
"""Places that are no part of what was sold. The list of parts is compared as a list."""
MOST_NAMED = 3


class SoldPrice(BaseModel):
    """The price, put together. [money]"""

    currency: str
    materials: float
    labour: float
    other: float
    contingency: float
    rounding: float = 0.0
    """None in quotes of before prices could be rounded."""
    tax: float
    grants: float
    total: float


class AsSold(BaseModel):
    """A design as it was offered."""

    alternative: str
    document: dict[str, Any]
    """As it stood, in the version of then."""
    verdict: str
    parts: list[SoldPart]
    price: SoldPrice
    prices: PriceBook
    """All that it was priced by."""

    def property(self) -> Property:
        """The document, brought up to date."""
        return Property.model_validate(upgrade(self.document))


class ChangedValue(BaseModel):
    """One value of the design that is another now."""

    place: str
    was: str
    now: str


class ChangesSince(BaseModel):
    """What differs from what was sold, and what that costs."""

    values: list[ChangedValue]
    parts: list[ChangedPart]
    was: SoldPrice
    now: SoldPrice
    verdict_was: str
    verdict_now: str
    missing: list[str]
    """Names of what has no price yet; nothing can be agreed on before."""

    @property
    def anything(self) -> bool:
        """Whether there is something to agree on."""
        return bool(self.values or self.parts or abs(self.now.total - self.was.total) > 0.005)


@dataclass(frozen=True, slots=True)
class Offered:
    """What is offered of a property, and for how much."""

    bought: PricePlan | BoughtForAll
    verdict: str
    """Of the property."""


def offered(document: Property, by: PlannedBy) -> Offered:
    """Its supply, or all its supplies together."""
    plan = by.planned_of(document).plan
    bought = bought_for_all_supplies(document, by)
    if bought is not None and plan.together is not None:
        return Offered(bought, plan.together.verdict)
    price = PRICE.of(plan)
    assert price is not None
    return Offered(price, plan.verdict)


def as_sold(document: Property, what: Offered, book: PriceBook, alternative: str) -> AsSold:
    """A design with all that prices it.

    Raises
    ------
    InputError
        If nothing is priced, or a price is missing.
    """
    if not what.bought.booked:
        raise InputError("price", "is needed for a quote; enter prices, or bring in a price book")
    require_priced(missing_names(what.bought))
    lines = what.bought.lines
    return AsSold(
        alternative=alternative,
        document=document.model_dump(mode="json"),
        verdict=what.verdict,
        parts=sold_parts(lines),
        price=sold_price(what.bought),
        prices=PriceBook(lines=lines_that_price(book, document, lines), terms=book.terms),
    )


def require_priced(missing: list[str]) -> None:
    """Nothing is offered with a price missing in it.

    Raises
    ------
    InputError
    """
    if missing:
        named = ", ".join(missing[:MOST_NAMED]) + (" and more" if len(missing) > MOST_NAMED else "")
        count = len(missing)
        raise InputError("price", f"is missing for {count} of what is needed; enter it, or leave it out: {named}")


def missing_names(bought: PricePlan | BoughtForAll) -> list[str]:
    """Names of what has no price."""
    names = {line.key: line.name for line in bought.lines}
    return [names.get(key, key) for key in bought.missing]


def book_of_today(sold: AsSold, book: PriceBook) -> PriceBook:
    """Prices as sold, and those of the book for what was not sold then; put together as it was then."""
    agreed = {(line.key, line.currency): line for line in sold.prices.lines}
    lines = [*agreed.values(), *(line for line in book.lines if (line.key, line.currency) not in agreed)]
    return PriceBook.model_construct(lines=lines, terms=sold.prices.terms)


def with_prices_agreed(sold: AsSold, document: Property) -> Property:
    """The document with what the firm paid for parts as it stood when they were sold: what it pays since is its own
    business."""
    then = sold.property().parts
    changed = {
        key: each.model_copy(update={"paid": then.changed[key].paid if key in then.changed else None})
        for key, each in document.parts.changed.items()
    }
    return document.model_copy(update={"parts": document.parts.model_copy(update={"changed": changed})})


def changes_since(sold: AsSold, document: Property, what: Offered) -> ChangesSince:
    """What differs; `what` is the document by the prices of `book_of_today`."""
    before = sold.property()
    units = document.units
    values = [
        ChangedValue(
            place=place_words(document if was is None else before, path),
            was=value_words(path, was, units),
            now=value_words(path, now, units),
        )
        for path, was, now in all_differing(before, document)
        if not any(covers(each, path) for each in NOT_SOLD)
    ]
    return ChangesSince(
        values=values,
        parts=changed_parts(sold.parts, sold_parts(what.bought.lines)),
        was=sold.price,
        now=sold_price(what.bought),
        verdict_was=sold.verdict,
        verdict_now=what.verdict,
        missing=missing_names(what.bought),
    )


def sold_price(price: PriceBreakdown) -> SoldPrice:
    """The same in figures."""
    names = ("materials", "labour", "other", "contingency", "rounding", "tax", "grants", "total")
    amounts = {name: getattr(price, name).value or 0.0 for name in names}
    return SoldPrice(currency=price.currency, **amounts)
