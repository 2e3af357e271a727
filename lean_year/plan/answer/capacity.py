"""A place on the water's way that can be too narrow, and the sizes that would do."""

from collections.abc import Callable, Iterator
from typing import Any, Literal

from pydantic import BaseModel

from lean_year.core.basis import Basis
from lean_year.core.hydraulics.stock_pipes import stock_pipes
from lean_year.property.document import Units
from lean_year.property.water_path import MOST_PIECES

Kind = Literal["gutter", "outlet", "downpipe", "screen", "run", "reducer", "inlet", "link", "overflow"]


class SizeOffered(BaseModel):
    """A size from the stock list, or another number of pieces, with what it would take."""

    label: str
    capacity_l_s: float
    enough: bool
    operations: list[dict[str, Any]]


class Place(BaseModel):
    """One place on the way that can be too narrow."""

    key: str
    kind: Kind
    name: str
    group: str | None
    roof: str | None
    size: str
    """What is there now."""
    flow_l_s: float
    """In the downpour. [L/s]"""
    capacity_l_s: float
    """[L/s]"""
    basis: Basis
    source: str
    formula: str
    working: str
    sizes: list[SizeOffered]
    spills: str
    """Where the water goes that it cannot take."""

    @property
    def ratio(self) -> float:
        """Flow over capacity. [-]"""
        return self.flow_l_s / self.capacity_l_s if self.capacity_l_s > 0 else (0.0 if self.flow_l_s <= 0 else 1e9)


def offer(label: str, capacity: float, flow: float, path: str, value: Any) -> SizeOffered:
    return SizeOffered(
        label=label,
        capacity_l_s=capacity,
        enough=capacity >= flow,
        operations=[{"op": "replace", "path": path, "value": value}],
    )


def wider_pipes(
    units: Units, bore_mm: float, takes: Callable[[float], float], flow_l_s: float, path: str
) -> Iterator[SizeOffered]:
    """The wider pipes of the stock list; `takes` gives what a bore takes. [L/s]"""
    for stock in stock_pipes(units):
        if stock.bore_mm > bore_mm:
            yield offer(stock.name, takes(stock.bore_mm), flow_l_s, path, stock.bore_mm)


def more_pieces(
    count: int, noun: str, takes: Callable[[int], float], flow_l_s: float, path: str, most: int = MOST_PIECES
) -> Iterator[SizeOffered]:
    """Up to three more of what is there; `takes` gives what so many take. [L/s]"""
    for more in range(count + 1, min(most, count + 4)):
        yield offer(f"{more} {noun}", takes(more), flow_l_s, path, more)


def first_enough(*kinds: Iterator[SizeOffered]) -> list[SizeOffered]:
    """Of each kind the first size that is enough and the one before it; those behind it are not worked out."""
    out: list[SizeOffered] = []
    for offers in kinds:
        tried: list[SizeOffered] = []
        for each in offers:
            tried.append(each)
            if each.enough:
                break
        out += tried[-2:]
    return out
