"""What the core says when a value cannot be used."""

import math
from collections.abc import Callable
from dataclasses import dataclass

KEPT_UNITS = {
    "volume": "L", "rate": "L a day", "length": "m", "bore": "mm", "pipe": "mm", "area": "m²", "bulk": "m³",
    "pressure": "kPa", "flow": "L/s", "intensity": "mm/h", "mass": "kg", "temperature": "°C",
}  # fmt: skip
"""Kinds of quantity that a refusal may name, and the unit that each is kept in."""


@dataclass(frozen=True, slots=True)
class Amount:
    """A quantity within a refusal, so that it can be written in the units of whoever reads it."""

    kind: str
    value: float

    def __str__(self) -> str:
        figure = f"{self.value:,.6g}" if abs(self.value) < 1e6 else f"{self.value:,.0f}"
        return f"{figure} {KEPT_UNITS[self.kind]}"


class InputError(ValueError):
    """A value that cannot be used: names the field and says what is allowed.

    Quantities, and what a person wrote, stand in `problem` by name, in braces.

    >>> InputError("cut_out_kpa", "must be above the cut-in, {low}", low=Amount("pressure", 200.0)).problem
    'must be above the cut-in, 200 kPa'
    """

    def __init__(self, field: str, problem: str, **amounts: Amount | str) -> None:
        self.field = field
        self.problem = problem.format(**amounts) if amounts else problem
        super().__init__(f"{field}: {self.problem}")
        self._asked, self._amounts = problem, amounts

    def of(self, field: str) -> "InputError":
        """The same, of another field."""
        return InputError(field, self._asked, **self._amounts)

    def written(self, write: Callable[[str, float], str]) -> "InputError":
        """The same, its quantities written by `write` from their kind and value."""
        if not self._amounts:
            return self
        words = {
            name: write(amount.kind, amount.value) if isinstance(amount, Amount) else amount
            for name, amount in self._amounts.items()
        }
        return InputError(self.field, self._asked.format(**words))


def require_number(field: str, value: float, *, low: float, high: float) -> float:
    """The value as a float, if it is finite and `low <= value <= high`.

    Raises
    ------
    InputError
        Naming `field`, the range and what was given.

    Examples
    --------
    >>> require_number("runoff", 0.9, low=0, high=1)
    0.9
    """
    number = float(value)
    if not math.isfinite(number) or not low <= number <= high:
        raise InputError(field, f"must be a number from {low:,.12g} to {high:,.12g}, got {number:.12g}")
    return number
