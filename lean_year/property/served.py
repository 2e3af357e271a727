"""Which supply of the property serves a use of water."""

from pydantic import model_validator

from lean_year.core.errors import InputError
from lean_year.property.parts import Key, Part

MAIN = "main"
"""The supply that every property begins with."""


class Served(Part):
    """The supply that a use draws from, and the one that gives what the first cannot."""

    by: Key = MAIN
    then: Key | None = None

    @model_validator(mode="after")
    def _another(self) -> "Served":
        if self.then == self.by:
            raise InputError("then", f"must be another supply than the first, {self.by}, or none")
        return self
