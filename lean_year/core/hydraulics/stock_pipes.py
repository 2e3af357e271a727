"""Pipes as they are sold: the name on the shelf and the real bore."""

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class StockPipe:
    """One size of plastic pipe."""

    name: str
    bore_mm: float


METRIC = tuple(
    StockPipe(name, bore)
    for name, bore in (
        ("40", 36.0), ("50", 46.0), ("63", 59.0), ("68 downpipe", 65.0), ("75", 71.0), ("80 downpipe", 77.0),
        ("90", 86.0), ("100 downpipe", 98.0), ("110", 104.0), ("125", 119.0), ("160", 152.0), ("200", 190.0),
        ("250", 238.0), ("315", 300.0), ("400", 381.0),
    )
)  # fmt: skip
"""Outside diameters and bores in mm. Basis: from memory (usual walls of plastic drain pipe; they differ by maker)."""
US = tuple(
    StockPipe(name, bore)
    for name, bore in (
        ("1-1/2 in", 40.9), ("2 in", 52.5), ("2-1/2 in", 62.7), ("3 in", 77.9), ("4 in", 102.3), ("5 in", 128.2),
        ("6 in", 154.1), ("8 in", 202.7), ("10 in", 254.5), ("12 in", 303.2), ("15 in", 381.0),
    )
)  # fmt: skip
"""Nominal sizes and the bores of schedule 40 pipe. Basis: from memory."""
HALF_ROUND_GUTTERS_MM = (76.0, 100.0, 112.0, 125.0, 150.0, 170.0, 200.0)
"""Widths of half-round gutters. Basis: from memory (usual ranges)."""

PRESSURE_CLASSES_KPA = (50.0, 400.0, 600.0, 800.0, 1_000.0, 1_600.0)
"""Drain pipe with ring seals, as its joints are tested, then pressure pipe. Basis: from memory (usual classes)."""


def stock_pipes(units: Literal["metric", "us"]) -> tuple[StockPipe, ...]:
    """The list of a system of units, the narrowest first."""
    return US if units == "us" else METRIC
