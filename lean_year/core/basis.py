"""Where a value comes from: the mark that it carries to the screen and the report."""

from collections.abc import Iterable
from typing import Literal

Basis = Literal["published", "derived", "common_practice", "from_memory", "estimate", "entered"]

BEST_FIRST: tuple[Basis, ...] = ("entered", "derived", "published", "from_memory", "common_practice", "estimate")
"""What somebody measured, and what follows from it by arithmetic alone; what can be looked up; what still has to be
looked up; what has no source; what is only guessed."""


def worst(marks: Iterable[Basis]) -> Basis:
    """The mark of what is worked out of values with these marks: that of the worst.

    Parameters
    ----------
    marks : iterable of Basis
        At least one.

    Returns
    -------
    Basis

    Examples
    --------
    >>> worst(["entered", "estimate", "derived"])
    'estimate'
    """
    return max(marks, key=BEST_FIRST.index)
