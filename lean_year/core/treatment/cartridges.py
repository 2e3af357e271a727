"""Cartridge filters: the pressure they take clean and dirty, and how long they last."""

from dataclasses import dataclass
from typing import Literal

from lean_year.core.errors import InputError, require_number
from lean_year.core.tables import rows

CartridgeType = Literal["sediment", "carbon"]
CartridgeSize = Literal["2.5x10", "4.5x10", "2.5x20", "4.5x20"]
REFERENCE_L_S = 0.5
GROWS_WITH = 1.5
"""Power of the flow with which the drop grows, between 1 and 2. Basis: estimate."""
DIRTY_RISE_KPA = 100.0
"""Rise across the cartridges at which they are changed. Basis: common practice (15 psi)."""
LIFE_GROWS_WITH = 2.0
"""Power of the area with which life grows at the same flow. Basis: common practice (logs of housings)."""
REFERENCE_MONTHS, REFERENCE_M3_YEAR = 5.0, 100.0
"""A 4.5 x 10 in sediment cartridge lasts so long in a house that draws so much. Basis: common practice (3 to 7
months)."""
STRAINER_KPA, CALCITE_KPA, TAP_FILTER_KPA = 5.0, 20.0, 0.0
"""At 0.5 L/s; a filter at one tap takes nothing of the others'. Basis: estimate."""
CARBON_MONTHS, SEDIMENT_MONTHS = 12.0, 36.0
"""Changed then at the latest. Basis: common practice."""
COARSE_MICRON, FINE_MICRON = 20.0, 5.0
"""Before a lamp, so that nothing shades a germ. Basis: common practice."""
DRIPPER_MICRON, INDOOR_MICRON, DRINKING_MICRON = 150.0, 50.0, 5.0
CYST_MICRON = 1.0
"""An absolute filter that keeps cysts back. Basis: from memory (EPA, CDC; NSF/ANSI 53)."""
TAP_FILTER_MICRON = 0.2
"""An absolute filter at one tap, which keeps bacteria back. Basis: common practice."""
CYST_LOG = 3.0
"""What such a filter is credited with. Basis: from memory (NSF/ANSI 53, cyst reduction of 99.95 %)."""


@dataclass(frozen=True, slots=True)
class Cartridge:
    """One size of one type."""

    label: str
    area: float
    """Outside surface over that of 2.5 x 10 in. [-]"""
    clean_kpa: dict[CartridgeType, float]
    """Drop when new, at `REFERENCE_L_S`. Basis: estimate, until a maker's sheet is at hand."""
    width_mm: float
    """Of the housing with its head."""
    height_mm: float
    bowl_drops_mm: float
    """Kept free below it, to drop its bowl."""
    next_larger: CartridgeSize


CARTRIDGES: dict[CartridgeSize, Cartridge] = rows(Cartridge, "cartridges")


def _known(size: str) -> Cartridge:
    for name, cartridge in CARTRIDGES.items():
        if name == size:
            return cartridge
    raise InputError("size", f"must be one of {', '.join(CARTRIDGES)}, got {size}")


def clean_drop_kpa(*, kind: CartridgeType, size: CartridgeSize, flow_l_s: float, side_by_side: int = 1) -> float:
    """Pressure that a new cartridge takes.

    Parameters
    ----------
    kind : {"sediment", "carbon"}
        What it is of.
    size : {"2.5x10", "4.5x10", "2.5x20", "4.5x20"}
        Diameter and length in inches.
    flow_l_s : float
        0 to 100. [L/s]
    side_by_side : int, default 1
        Housings that share the flow, 1 to 20.

    Returns
    -------
    float
        `clean x (Q / 0.5)^1.5`. [kPa]. Basis: estimate.

    Examples
    --------
    >>> [round(clean_drop_kpa(kind="sediment", size=size, flow_l_s=0.5)) for size in ("2.5x10", "4.5x20")]
    [40, 8]
    """
    flow = require_number("flow_l_s", flow_l_s, low=0, high=100)
    shared = flow / require_number("side_by_side", side_by_side, low=1, high=20)
    return float(_known(size).clean_kpa[kind] * (shared / REFERENCE_L_S) ** GROWS_WITH)


def life_months(*, size: CartridgeSize, use_m3_year: float, side_by_side: int = 1) -> float:
    """How long a sediment cartridge lasts behind a calmed tank.

    Parameters
    ----------
    size : {"2.5x10", "4.5x10", "2.5x20", "4.5x20"}
        Diameter and length in inches.
    use_m3_year : float
        Water through it, above 0 to 1,000,000. [m3]
    side_by_side : int, default 1
        Housings that share the flow, 1 to 20.

    Returns
    -------
    float
        `5 x (area / 1.8)^2 x (100 / use)`. [months]. Basis: common practice; an estimate until a log tells.

    Examples
    --------
    >>> round(life_months(size="4.5x20", use_m3_year=90.0), 1)
    22.2
    """
    use = require_number("use_m3_year", use_m3_year, low=1e-6, high=1e6)
    area = _known(size).area * require_number("side_by_side", side_by_side, low=1, high=20)
    times = float((area / CARTRIDGES["4.5x10"].area) ** LIFE_GROWS_WITH)
    return REFERENCE_MONTHS * times * REFERENCE_M3_YEAR / use
