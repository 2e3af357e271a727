"""Quotes: what is asked, and how they stand."""

from typing import Annotated

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import LAST_REVISION, Asked
from lean_year.formats.report.typeset import Paper
from lean_year.store.quotes import ListedQuote, QuoteStanding

MOST_NOTE = 2_000


class NewQuote(Asked):
    """A quote of the design as it stands, or a change order of what differs from one."""

    base_revision: int = Field(ge=1, le=LAST_REVISION)
    """That was looked at."""
    paper: Paper = "a4"
    note: Annotated[str, Field(max_length=MOST_NOTE)] = ""
    """Words to the owner that go with it."""


class AnswerToQuote(Asked):
    """How it was answered."""

    standing: QuoteStanding


class QuoteList(BaseModel):
    """Of the site, the newest quote first, each before its change orders."""

    quotes: list[ListedQuote]


class QuotePages(BaseModel):
    """How many pages a quote has."""

    pages: int
    paper: Paper
