"""The firm's shelf: what is asked, and how it stands."""

from typing import Annotated

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import Asked
from lean_year.plan.shelf.places import PLACE
from lean_year.plan.shelf.taking import ArticleOffered
from lean_year.property.parts import PlaceText, Text
from lean_year.property.shelf import ArticleKind

PlaceInProperty = Annotated[str, Field(pattern=PLACE, max_length=40)]


class ArticleNamed(Asked):
    kind: ArticleKind
    name: Text


class ArticleShown(BaseModel):
    """One article, in words."""

    kind: ArticleKind
    name: str
    says: str
    """Its figures."""
    sheet: str
    estimate: bool
    generic: bool
    """Whether it ships with the application, and cannot be taken out."""


class Shelf(BaseModel):
    """All articles: the firm's own, and the usual ones of no maker that it has no other of the same name for."""

    articles: list[ArticleShown]


class TakenOut(Asked):
    articles: list[ArticleNamed] = Field(max_length=1_000)


class Keep(Asked):
    """What stands at a place of a property, to be kept under a name."""

    place: PlaceInProperty
    name: Text
    sheet: PlaceText = ""
    over: bool = False
    """Whether another article of this name is written over."""


class Offers(BaseModel):
    """Articles for one place of a property."""

    bought_as: str
    """The article that stands there; empty where none was named."""
    articles: list[ArticleOffered]


class ShelfPreview(BaseModel):
    """What bringing in a table would change."""

    new: int
    changed: int
    same: int
    moved: list[ArticleShown]
    """New and changed ones, as they would stand; the first of them."""
    refused: int
    """Rows that cannot be read."""
    problems: list[str]
