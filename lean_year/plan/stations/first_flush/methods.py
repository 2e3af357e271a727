"""How much the methods of first flush would throw away on these roofs, side by side."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from pydantic import BaseModel

from lean_year.core.basis import Basis
from lean_year.core.units import M2_PER_SQUARE_FOOT
from lean_year.core.water_path import first_flush as core
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property

LIKE_MM = 0.005
"""Depths that show alike are the same choice. Basis: estimate."""


class FlushMethod(BaseModel):
    """One way to say how much, as it comes out here."""

    label: str
    low_mm: float
    high_mm: float
    low_l: float
    """In all chambers together. [L]"""
    high_l: float
    share_left: float
    """Of the roof's dirt, in the middle of the two."""
    lost_l_year: float | None
    """Diverted in a mean year, in the middle; None without a record, or beyond the curve. [L]"""
    basis: Basis
    source: str
    chosen: bool
    """Whether what is entered lies within it."""
    operations: list[dict[str, Any]]
    """The edit that takes the middle of it."""


def flush_methods(
    document: Property, area_m2: float, depth_mm: float, curve: Sequence[tuple[float, float]] | None, say: Wording
) -> list[FlushMethod]:
    """Every method on the roofs in use; `curve` is the water lost in a mean year [L] by depth [mm]."""
    if area_m2 <= 0:
        return []
    quarter_mm = core.depth_for_share_left_mm(0.25)
    house_mm, shed_mm = (tuple(litres / area_m2 for litres in both) for both in (core.HOUSE_L, core.SHED_L))
    rows: list[tuple[str, float, float, Basis, str]] = [
        ("Clean roofs", *core.EXPOSURE_MM["clean"], "common_practice", ""),
        ("Ordinary roofs", *core.EXPOSURE_MM["ordinary"], "common_practice", ""),
        ("Trees, dust, birds or traffic", *core.EXPOSURE_MM["dirty"], "common_practice", ""),
        (_by_the_gallon(say), *core.GALLONS_MM, "from_memory", "Texas Manual on Rainwater Harvesting"),
        ("One trade’s habit", core.HABIT_MM, core.HABIT_MM, "common_practice", ""),
        ("A fixed volume for a house", house_mm[0], house_mm[1], "from_memory", "enHealth"),
        ("A fixed volume for a shed", shed_mm[0], shed_mm[1], "common_practice", ""),
        ("Three quarters of the dirt off", quarter_mm, quarter_mm, "published", core.SOURCE),
    ]
    return [_method(document, area_m2, depth_mm, curve, *row) for row in rows]


def _by_the_gallon(say: Wording) -> str:
    """One to two US gallons for each hundred square feet."""
    low_mm, high_mm = core.GALLONS_MM
    area_m2 = 100 * M2_PER_SQUARE_FOOT if say.units == "us" else 10.0
    return f"{say.volume(low_mm * area_m2)} to {say.volume(high_mm * area_m2)} for each {say.area(area_m2)}"


def _method(
    document: Property,
    area_m2: float,
    depth_mm: float,
    curve: Sequence[tuple[float, float]] | None,
    label: str,
    low_mm: float,
    high_mm: float,
    basis: Basis,
    source: str,
) -> FlushMethod:
    middle = (low_mm + high_mm) / 2
    lost = None
    if curve and middle <= curve[-1][0]:
        lost = float(np.interp(middle, [depth for depth, _ in curve], [litres for _, litres in curve]))
    none = document.first_flush.kind == "none"
    return FlushMethod(
        label=label,
        low_mm=low_mm,
        high_mm=high_mm,
        low_l=low_mm * area_m2,
        high_l=high_mm * area_m2,
        share_left=core.share_left(min(100.0, middle)),
        lost_l_year=lost,
        basis=basis,
        source=source,
        chosen=not none and low_mm - LIKE_MM <= depth_mm <= high_mm + LIKE_MM,
        operations=[
            *([replace("/first_flush/kind", "ball")] if none else []),
            replace("/first_flush/by", "depth"),
            replace("/first_flush/depth_mm", round(min(20.0, middle), 3)),
        ],
    )
