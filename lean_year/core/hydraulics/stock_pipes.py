"""Pipes as they are sold: the name on the shelf and the real bore."""

from dataclasses import dataclass
from typing import Literal

from lean_year.core.tables import table


@dataclass(frozen=True, slots=True)
class StockPipe:
    """One size of plastic pipe."""

    name: str
    bore_mm: float


METRIC = tuple(StockPipe(name, bore_mm) for name, bore_mm in table("stock_pipes")["metric"])
"""Outside diameters in mm."""
US = tuple(StockPipe(name, bore_mm) for name, bore_mm in table("stock_pipes")["us"])
"""Nominal sizes."""
HALF_ROUND_GUTTERS_MM: tuple[float, ...] = tuple(table("stock_pipes")["half_round_gutters_mm"])
"""Widths of half-round gutters. Basis: from memory (usual ranges)."""
GUTTER_OUTLETS_MM: tuple[float, ...] = tuple(table("stock_pipes")["gutter_outlets_mm"])
"""Widths of the openings of gutter outlets. Basis: from memory (usual ranges)."""
PRESSURE_CLASSES_KPA: tuple[float, ...] = tuple(table("stock_pipes")["pressure_classes_kpa"])
"""Drain pipe with ring seals, as its joints are tested, then pressure pipe. Basis: from memory (usual classes)."""


def stock_pipes(units: Literal["metric", "us"]) -> tuple[StockPipe, ...]:
    """The list of a system of units, the narrowest first."""
    return US if units == "us" else METRIC
