"""The price book: what is asked, and how it stands."""

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import Asked
from lean_year.property.price_book import BookKey, BookLine, BookTerms, Currency


class KeptBook(BaseModel):
    """The book as it stands."""

    version: int
    lines: list[BookLine]
    terms: BookTerms


class LineNamed(Asked):
    key: BookKey
    currency: Currency


class BookChange(Asked):
    """Prices to write, prices to take out, terms to set."""

    base_version: int = Field(ge=0, le=2**53)
    put: list[BookLine] = Field(default_factory=list, max_length=1_000)
    remove: list[LineNamed] = Field(default_factory=list, max_length=1_000)
    terms: BookTerms | None = None


class PriceMoved(BaseModel):
    """A price that a table changes."""

    key: str
    currency: str
    name: str
    before: float | None
    """None where it is new."""
    after: float
    unit: str


class BookPreview(BaseModel):
    """What bringing in a table would change."""

    version: int
    new: int
    changed: int
    same: int
    moved: list[PriceMoved]
    """The first of them, the largest change first."""
    refused: int
    """Rows that cannot be read."""
    problems: list[str]
    unused: list[str]
    """Prices for another unit than the part is sold by."""
