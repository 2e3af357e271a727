"""What the core says when a value cannot be used."""

import math


class InputError(ValueError):
    """A value that cannot be used: names the field and says what is allowed."""

    def __init__(self, field: str, problem: str) -> None:
        super().__init__(f"{field}: {problem}")
        self.field = field
        self.problem = problem


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
