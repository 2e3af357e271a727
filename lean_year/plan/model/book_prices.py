"""The firm's prices as a plan asks for them: by the key of a part, in the currency and units of a property."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Protocol

from lean_year.core.parts.buying import key_of, measure_of
from lean_year.core.parts.catalogue import KINDS, kind_of_key, priced_in
from lean_year.core.parts.need import Need
from lean_year.property.assumed import Assumed, by_value
from lean_year.property.document import Prices, Property, Units
from lean_year.property.price_book import BookLine, BookTerms, PriceBook

LABOUR, TRAVEL, MACHINE, TANK_PAD = "labour", "travel", "machine", "tank-pad-m3"
_STOCK_ALIKE_M = 0.06
"""Lengths that differ less are the same length: 20 ft and 6 m are not."""


@dataclass(frozen=True, slots=True)
class Priced:
    """What one unit of a part costs."""

    each: float | None
    """In the unit of its kind; None where the book cannot say."""
    key: str = ""
    """Under which it stands in the book, or would."""
    why_not: str = ""
    dated: str | None = None
    lead_days: int | None = None
    """From the order until it is there."""
    by_volume: bool = False
    """Whether it goes by what a tank holds."""


NOT_PRICED = Priced(None, why_not="not in the price book")


class BookPrices:
    """A book in the currency of one property. Held by identity: the same book and currency are the same prices."""

    def __init__(self, book: PriceBook, currency: str) -> None:
        self.terms: BookTerms = book.terms
        self.currency = currency
        self._lines = {line.key: line for line in book.lines if line.currency == currency}

    @cached_property
    def anything(self) -> bool:
        """Whether it prices anything in that currency."""
        return bool(self._lines)

    def price(self, key: str, unit: str, stock_mm: float | None = None) -> Priced:
        """The price under a key, for one kept unit."""
        line = self._lines.get(key)
        if line is None:
            return NOT_PRICED
        factor = priced_in(unit).get(line.unit)
        if factor is None:
            return Priced(None, key, f"priced by the {line.unit}, sold by the {unit}")
        if (
            stock_mm is not None
            and line.length_m is not None
            and abs(line.length_m - stock_mm / 1000) > _STOCK_ALIKE_M
        ):
            return Priced(None, key, "priced for another length")
        return Priced(line.price / factor, key, dated=line.dated, lead_days=line.lead_days)

    def of_need(self, need: Need, stock_mm: float | None = None) -> Priced:
        """The price of a part: under its own key, else as the same size without its rating, else as its kind where
        that is all that is known of it; a tank by what it holds as well."""
        unit = KINDS[need.kind].unit
        keys = dict.fromkeys((key_of(need), key_of(Need(need.kind, "", size=need.size))))
        tried = (self.price(key, unit, stock_mm) for key in keys)
        found = next((each for each in tried if each is not NOT_PRICED), NOT_PRICED)
        by_volume = self.price(f"{need.kind}-m3", "m3") if need.holds_m3 > 0 else NOT_PRICED
        if by_volume.each is not None and (found.each is not None or found is NOT_PRICED):
            each = (found.each or 0.0) + by_volume.each * need.holds_m3
            lead = found.lead_days if found.lead_days is not None else by_volume.lead_days
            return Priced(each, need.kind, dated=found.dated or by_volume.dated, lead_days=lead, by_volume=True)
        return replace(found, key=key_of(replace(need, of=""))) if found is NOT_PRICED else found


NO_PRICES = BookPrices(PriceBook(), "")


def sold_in(unit: str, units: Units) -> str:
    """The unit that a part is priced in on screen.

    >>> sold_in("t", "us"), sold_in("each", "us")
    ('short ton', 'each')
    """
    return measure_of(unit, units).name or unit


def book_in(book: PriceBook | None, document: Property) -> BookPrices:
    """The book in the currency of a property."""
    return NO_PRICES if book is None else BookPrices(book, document.prices.currency)


class KindOfLine(Protocol):
    """What is asked of a line of a list of parts."""

    kind: str


def lines_that_price(book: PriceBook, document: Property, lines: Sequence[KindOfLine]) -> list[BookLine]:
    """What of a book goes along with a property: prices in its currency, of the kinds of parts that it has and of all
    that is no part."""
    kinds = {line.kind for line in lines} | {"power", "clean-out"}
    return [
        line
        for line in book.lines
        if line.currency == document.prices.currency and (kind_of_key(line.key) or "") in {"", *kinds}
    ]


_RATES: dict[str, tuple[str, str]] = {
    "water_m3": ("water-m3", "m3"),
    "rain_roof_m2": ("rain-roof", "m2"),
    "low_use_fittings": ("low-use-fittings", "set"),
    "dry_toilet": ("dry-toilet", "each"),
    "greywater": ("greywater-kit", "set"),
    "pad_m3": (TANK_PAD, "m3"),
}
_TANKS = {
    "volume": "tank-volume",
    "upright_cylinder": "tank-upright",
    "slim": "tank-slim",
    "box": "tank-box",
    "precast": "tank-precast",
    "moulded": "tank-moulded",
    "round_cast": "tank-cast",
    "lying_cylinder": "tank-lying",
}


def rates_in(prices: BookPrices, document: Property) -> dict[str, float]:
    """What the book says of the few prices by which sizes are compared."""
    found = {name: prices.price(key, unit).each for name, (key, unit) in _RATES.items()}
    first = document.cistern.built()[0].shape
    kind = _TANKS.get(first.kind, "")
    if first.kind == "upright_cylinder" and first.liner:
        kind = "tank-liner"
    if first.kind == "box" and first.cast:
        kind = "tank-cast"
    each, by_m3 = prices.price(kind, "each").each, prices.price(f"{kind}-m3", "m3").each
    if each is not None or by_m3 is not None:
        found |= {"tank_each": each or 0.0, "tank_m3": by_m3 or 0.0}
    return {name: value for name, value in found.items() if value is not None}


def priced_by_book(document: Property, prices: BookPrices) -> Property:
    """The document with the book's prices where nobody has entered its own: these are assumed no more."""
    if not prices.anything:
        return document
    return _priced(document, prices)


def _priced(document: Property, prices: BookPrices) -> Property:
    assumed = Assumed(document.assumed)
    rates = {name: value for name, value in rates_in(prices, document).items() if assumed.covers(f"/prices/{name}")}
    if assumed.covers("/prices/service_years"):
        rates["service_years"] = prices.terms.years
    if not rates:
        return document
    taken = {f"/prices/{name}" for name in rates}
    left = [pointer for pointer in by_value(document, document.assumed) if pointer not in taken]
    update = {"prices": Prices(**{**document.prices.__dict__, **rates}), "assumed": left}
    return document.model_copy(update=update)
