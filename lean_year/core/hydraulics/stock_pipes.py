"""Pipes as they are sold: the name on the shelf, the real bore and the outside diameter."""

from dataclasses import dataclass
from functools import cache
from typing import Literal

from lean_year.core.errors import require_number
from lean_year.core.tables import table

System = Literal["metric", "us"]
PipeUse = Literal["drain", "downpipe", "pressure"]
WITHIN = 0.03
"""A pipe so much narrower than was asked for is still that pipe: walls differ by maker. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class StockPipe:
    """One size of plastic pipe."""

    name: str
    bore_mm: float
    outside_mm: float


def _pipes(name: str) -> tuple[StockPipe, ...]:
    return tuple(StockPipe(*each) for each in table("stock_pipes")[name])


METRIC = _pipes("metric")
"""Outside diameters in mm."""
US = _pipes("us")
"""Nominal sizes."""
PRESSURE: dict[System, tuple[StockPipe, ...]] = {"metric": _pipes("pressure_metric"), "us": _pipes("pressure_us")}
HALF_ROUND_GUTTERS_MM: tuple[float, ...] = tuple(table("stock_pipes")["half_round_gutters_mm"])
"""Widths of half-round gutters. Basis: from memory (usual ranges)."""
GUTTER_OUTLETS_MM: tuple[float, ...] = tuple(table("stock_pipes")["gutter_outlets_mm"])
"""Widths of the openings of gutter outlets. Basis: from memory (usual ranges)."""
PRESSURE_CLASSES_KPA: tuple[float, ...] = tuple(table("stock_pipes")["pressure_classes_kpa"])
"""Drain pipe with ring seals, as its joints are tested, then pressure pipe. Basis: from memory (usual classes)."""
_DOWNPIPE = " downpipe"
SAME_BORE_MM = 0.05
"""Bores that differ by less are one. [mm] Basis: derived (the tables give tenths of a millimetre)."""


def stock_pipes(units: System) -> tuple[StockPipe, ...]:
    """The list of a system of units, the narrowest first."""
    return US if units == "us" else METRIC


@cache
def trade_sizes_mm() -> dict[str, float]:
    """Bores of US pipes by their nominal sizes, the narrowest first. Shared, and not to be changed.

    >>> list(trade_sizes_mm())[:3]
    ['1/2 in', '3/4 in', '1 in']
    """
    return {pipe.name: pipe.bore_mm for pipe in sorted({*US, *PRESSURE["us"]}, key=lambda pipe: pipe.bore_mm)}


def trade_size(bore_mm: float) -> str | None:
    """The nominal size by which a US pipe of a bore is known.

    Parameters
    ----------
    bore_mm : float
        [mm]

    Returns
    -------
    str or None
        None where no US pipe has that bore, to a tenth of a millimetre. Basis: from memory (schedule 40).

    Examples
    --------
    >>> trade_size(40.9), trade_size(40)
    ('1-1/2 in', None)
    """
    return next((name for name, bore in trade_sizes_mm().items() if abs(bore - bore_mm) < SAME_BORE_MM), None)


def sold_pipe(*, bore_mm: float, units: System, use: PipeUse) -> StockPipe:
    """The pipe that is bought for a bore of the design: the narrowest that is not narrower.

    Parameters
    ----------
    bore_mm : float
        Above 0 to 10,000. [mm]
    units : {"metric", "us"}
        Whose sizes.
    use : {"drain", "downpipe", "pressure"}
        Downpipes have sizes of their own, and the larger ones of drain pipe.

    Returns
    -------
    StockPipe
        The widest there is where none is wide enough; its name the bare size. Basis: from memory (usual ranges).

    Examples
    --------
    >>> sold_pipe(bore_mm=104, units="metric", use="drain").name
    '110 mm'
    >>> sold_pipe(bore_mm=75, units="metric", use="downpipe")
    StockPipe(name='80 mm', bore_mm=77.0, outside_mm=80.0)
    """
    wanted = (1 - WITHIN) * require_number("bore_mm", bore_mm, low=1e-6, high=10_000)
    listed = PRESSURE[units] if use == "pressure" else stock_pipes(units)
    if units == "metric" and use == "downpipe":
        widest = max(pipe.bore_mm for pipe in listed if pipe.name.endswith(_DOWNPIPE))
        listed = tuple(pipe for pipe in listed if pipe.name.endswith(_DOWNPIPE) or pipe.bore_mm > widest)
    elif use == "drain":
        listed = tuple(pipe for pipe in listed if not pipe.name.endswith(_DOWNPIPE))
    found = next((pipe for pipe in listed if pipe.bore_mm >= wanted), listed[-1])
    name = found.name.removesuffix(_DOWNPIPE)
    return StockPipe(name if units == "us" else f"{name} mm", found.bore_mm, found.outside_mm)
