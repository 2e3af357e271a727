"""A surface as it was entered: its plan area, its corners, its coefficient."""

from lean_year.core.roofs import catchment
from lean_year.property.document import Property
from lean_year.property.outline import outline_area_m2
from lean_year.property.roofs import DRAINS_ALL, Outline, PlanArea, Rectangle, Roof

HILLSIDE = "hillside_rock"


def plan_area_m2(roof: Roof) -> float:
    """Plan area of a roof as entered. [m2]"""
    match roof.extent:
        case PlanArea(area_m2=area_m2):
            return area_m2
        case Outline(points_m=points_m):
            return outline_area_m2(points_m)
        case Rectangle() as extent:
            return catchment.roof_plan_area_m2(
                slope_length_m=extent.length_m,
                width_m=extent.width_m,
                pitch_deg=roof.pitch_deg if extent.along_slope else 0.0,
            )


def drained_share(roof: Roof) -> float:
    """Share of a roof that drains to the supply that is planned; the rest drains to others. [-]"""
    share = sum(drain.share for drain in roof.drains)
    return 1.0 if abs(share - 1) <= DRAINS_ALL else share


def runoff_of(roof: Roof) -> float:
    return catchment.runoff_coefficients()[roof.material].central if roof.runoff is None else roof.runoff


def by_hillside(document: Property, group: str) -> bool:
    """Whether nothing but open ground drains to a group, which then has a channel and no downpipes."""
    drained = [roof for roof in document.roofs if roof.on and any(drain.group == group for drain in roof.drains)]
    return bool(drained) and all(roof.material == HILLSIDE for roof in drained)


def outline_m(roof: Roof) -> list[list[float]]:
    """Corners on the plan, east and north of its origin; a square where only an area is known. [m]"""
    x, y, area_m2 = roof.x_m, roof.y_m, plan_area_m2(roof)
    if isinstance(roof.extent, Outline):
        return [[x + px, y + py] for px, py in roof.extent.points_m]
    if isinstance(roof.extent, Rectangle) and area_m2 > 0:
        wide = roof.extent.width_m
        deep = area_m2 / wide if wide > 0 else 0.0
    else:
        wide = deep = area_m2**0.5
    return [[x, y], [x + wide, y], [x + wide, y + deep], [x, y + deep]]


def roof_area_m2(document: Property) -> float:
    """Plan area of all roofs in use, as far as they drain to this supply. [m2]"""
    return sum(plan_area_m2(roof) * drained_share(roof) for roof in document.roofs if roof.on)
