"""Alternatives: what is asked."""

from pydantic import BaseModel

from lean_year.api.schemas.base import Asked
from lean_year.plan.compared.in_short import InShort
from lean_year.property.document import Standing
from lean_year.property.parts import Text


class NewAlternative(Asked):
    """One more design for the site, that begins as this one stands."""

    name: Text


class AlternativeInShort(BaseModel):
    """One alternative, to stand beside the others."""

    id: str
    name: str
    standing: Standing
    short: InShort


class AlternativesInShort(BaseModel):
    alternatives: list[AlternativeInShort]
    """Those that are not set aside, the main one first."""


class ChangedAlternative(Asked):
    """Another name, or another standing; what is left out stays."""

    name: Text | None = None
    standing: Standing | None = None
