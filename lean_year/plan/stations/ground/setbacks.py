"""What a tank and its hole keep away from, and how far is usual. Local rules come first."""

from typing import Literal

from pydantic import BaseModel

from lean_year.core.ground.foundation import BOUNDARY_M, SEPTIC_M, TREES_M
from lean_year.plan.model.footings import Standing
from lean_year.property.document import Property


class Setback(BaseModel):
    """One neighbour of the tank."""

    key: Literal["septic", "trees", "boundary", "footing"]
    name: str
    away_m: float
    least_m: float


def setbacks(document: Property, rows: list[Standing]) -> list[Setback]:
    """Septic field, trees and boundary; for a hole also the nearest footing, within 45 degrees of its foot."""
    entered = document.ground
    kept = [
        Setback(key="septic", name="the septic field", away_m=entered.to_septic_m, least_m=SEPTIC_M),
        Setback(key="trees", name="trees", away_m=entered.to_trees_m, least_m=TREES_M),
        Setback(key="boundary", name="the boundary", away_m=entered.to_boundary_m, least_m=BOUNDARY_M),
    ]
    holes = [row.ground_m - row.formation_m for row in rows if row.buried]
    if holes:
        kept.append(
            Setback(key="footing", name="the nearest footing", away_m=entered.to_footing_m, least_m=max(holes))
        )
    return kept
