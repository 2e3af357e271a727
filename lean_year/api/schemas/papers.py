"""Sheets of paper: what is answered."""

from pydantic import BaseModel


class PaperPages(BaseModel):
    """How many pages a sheet has."""

    revision: int
    """Of the property, that it is written from."""
    pages: int
