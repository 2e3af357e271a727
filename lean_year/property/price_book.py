"""The firm's own prices, one book for all its properties."""

from typing import Annotated

from pydantic import Field, model_validator

from lean_year.core.errors import InputError
from lean_year.core.parts.catalogue import UNITS
from lean_year.core.price.usual import DISCOUNT_RATE, OLD_MONTHS, YEARS
from lean_year.property.parts import NO_SPACES, DateText, Part, PlaceText, ShareOfOne

MOST_LINES = 100_000
Money = Annotated[float, Field(ge=0, le=1e9)]
Currency = Annotated[str, Field(min_length=1, max_length=4, pattern=NO_SPACES)]
BookKey = Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[a-z0-9-]+$")]
BookUnit = Annotated[str, Field(min_length=1, max_length=12)]
LineName = Annotated[str, Field(min_length=1, max_length=300)]


class BookLine(Part):
    """One price: of a part by its key, of an hour, a kilometre or a cubic metre."""

    key: BookKey
    name: LineName
    unit: BookUnit
    """That it is sold by."""
    length_m: float | None = Field(default=None, ge=0.1, le=100)
    """Of what is sold by the length, for which length the price is."""
    price: Money
    currency: Currency = "€"
    supplier: PlaceText = ""
    dated: DateText | None = None
    lead_days: int | None = Field(default=None, ge=0, le=730)
    """From the order until it is there; None where nobody has asked."""

    @model_validator(mode="after")
    def _known_unit(self) -> "BookLine":
        if self.unit not in UNITS:
            raise InputError("unit", f"must be one of {', '.join(UNITS)}, got {self.unit}")
        return self


class Firm(Part):
    """Who hands over a report or a quote, as it stands in its head."""

    name: PlaceText = ""
    address: Annotated[str, Field(max_length=300)] = ""
    """In as many lines as are written."""
    contact: Annotated[str, Field(max_length=160)] = ""
    """Telephone, mail."""
    registered: Annotated[str, Field(max_length=160)] = ""
    """Licence and tax numbers."""
    terms: Annotated[str, Field(max_length=4_000)] = ""
    """Of its quotes: what is paid when, what is not in them, how long work is vouched for."""
    valid_days: int = Field(default=30, ge=1, le=730)
    """How long a quote holds."""


class BookTerms(Part):
    """How the firm puts a price together, unless a property says otherwise."""

    margin: ShareOfOne = 0
    contingency: ShareOfOne = 0
    tax: ShareOfOne = 0
    tax_included: bool = False
    """Whether the prices of parts have the tax in them."""
    years: int = Field(default=YEARS, ge=1, le=100)
    discount_rate: ShareOfOne = DISCOUNT_RATE
    old_after_months: int = Field(default=OLD_MONTHS, ge=1, le=240)
    firm: Firm = Field(default_factory=Firm)


class PriceBook(Part):
    """Prices by key and currency, each once."""

    lines: list[BookLine] = Field(default_factory=list, max_length=MOST_LINES)
    terms: BookTerms = Field(default_factory=BookTerms)

    @model_validator(mode="after")
    def _each_once(self) -> "PriceBook":
        seen: dict[tuple[str, str], int] = {}
        for number, line in enumerate(self.lines):
            if (line.key, line.currency) in seen:
                other = seen[line.key, line.currency]
                raise InputError(
                    f"lines[{number}].key", f"must stand once in each currency; {line.key} is lines[{other}] too"
                )
            seen[line.key, line.currency] = number
        return self
