"""The kinds of parts that a supply is made of, by what each is sold, where, and for which work.

Basis: common practice.
"""

from dataclasses import dataclass
from typing import Any, Literal

from lean_year.core.tables import rows, table

System = Literal["metric", "us"]


@dataclass(frozen=True, slots=True)
class PartKind:
    """One kind, of whatever size."""

    name: str
    unit: str
    """That it is sold by."""
    group: str
    """Where it is bought: a key of `GROUPS`."""
    work: str
    """What needs it first: a key of `WORKS`."""
    stock_m: tuple[float, float] | None = None
    """Of what is cut from stock lengths, metric and US. [m]"""
    joints: int = 0
    """That a fitting makes in the pipe it belongs to."""
    spare: int = 0
    """Bought over what is asked for."""
    spare_set: bool = False
    """Whether as many again are bought, to be there when the first are due."""

    def stock_mm(self, system: System) -> float | None:
        """Length in which it is sold; None of what is not cut. [mm]"""
        return None if self.stock_m is None else 1000 * self.stock_m[system == "us"]


def _kind(**values: Any) -> PartKind:
    stock = values.pop("stock_m", None)
    return PartKind(**values, stock_m=None if stock is None else (stock[0], stock[1]))


KINDS: dict[str, PartKind] = rows(_kind, "parts")
GROUPS: dict[str, str] = {each["key"]: each["name"] for each in table("parts")["groups"]}
"""Where things are bought, in the order of a list."""
WORKS: dict[str, str] = {each["key"]: each["name"] for each in table("parts")["works"]}
"""The days of work, in their order."""
