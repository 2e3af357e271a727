"""Alternatives: what is asked."""

from lean_year.api.schemas.base import Asked
from lean_year.property.document import Standing
from lean_year.property.parts import Text


class NewAlternative(Asked):
    """One more design for the site, that begins as this one stands."""

    name: Text


class ChangedAlternative(Asked):
    """Another name, or another standing; what is left out stays."""

    name: Text | None = None
    standing: Standing | None = None
