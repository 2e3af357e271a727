"""What is known of one tank where it stands, for all that look for faults."""

from dataclasses import dataclass

from lean_year.core.ground.earthworks import Earthworks
from lean_year.plan.model.footings import Standing
from lean_year.plan.stations.ground.uplift_stages import FloatStage
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True)
class GroundFacts:
    """One tank and what was worked out for it."""

    standing: Standing
    works: Earthworks
    bearing_kpa: float
    wind_water_l: float
    stages: list[FloatStage]


def tank_path(document: Property, standing: Standing) -> str:
    return f"/cistern/tanks/{document.cistern.tanks.index(standing.tank)}"
