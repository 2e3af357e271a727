"""What a tank and its hole keep away from, and how far is usual. Local rules come first."""

from dataclasses import dataclass

from lean_year.plan.standing import Standing
from lean_year.property.document import Property

SEPTIC_M, TREES_M, BOUNDARY_M = 15.0, 3.0, 1.0
"""Basis: common practice; local rules differ."""


@dataclass(frozen=True, slots=True)
class Apart:
    """One neighbour of the tank."""

    code: str
    name: str
    away_m: float
    least_m: float
    warning: str
    """What it is, in a finding."""


def setbacks(document: Property, rows: list[Standing]) -> list[Apart]:
    """Septic field, trees and boundary; for a hole also the nearest footing, within 45 degrees of its foot."""
    entered = document.ground
    kept = [
        Apart("GROUND_NEAR_SEPTIC", "the septic field", entered.to_septic_m, SEPTIC_M, "a septic field"),
        Apart(
            "GROUND_NEAR_TREES", "trees", entered.to_trees_m, TREES_M, "trees: their roots lift pads and find joints"
        ),
        Apart("GROUND_NEAR_BOUNDARY", "the boundary", entered.to_boundary_m, BOUNDARY_M, "the boundary"),
    ]
    holes = [row.ground_m - row.formation_m for row in rows if row.buried]
    if holes:
        kept.append(Apart("GROUND_UNDERMINES", "the nearest footing", entered.to_footing_m, max(holes), "a footing"))
    return kept
