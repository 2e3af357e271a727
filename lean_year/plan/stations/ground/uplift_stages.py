"""A buried tank at each stage of building: what lifts it, what holds it, and the water to leave in it."""

from pydantic import BaseModel

from lean_year.core.ground.flotation import (
    BUOYANT_SOIL_KN_M3,
    DRY_SOIL_KN_M3,
    SAFE,
    SAFE_SHORT_TERM,
    ballast_l,
    safety_factor,
    stone_holds_kn,
)
from lean_year.core.numeric.crossing import crossing
from lean_year.plan.model.footings import Standing
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Moulded, Pit


class FloatStage(BaseModel):
    """One stage, empty."""

    key: str
    name: str
    water_m: float
    """Water outside above the tank's floor. [m]"""
    displaced_m3: float
    cover_kn: float
    factor: float | None
    """What holds over what lifts; None where no water stands round it."""
    wanted: float
    ballast_l: float
    """Water inside that holds it, in all the tanks alike."""
    depth_m: float
    """How deep that stands in the tank. [m]"""
    full_is_too_little: bool
    """Whether it takes more than the tank holds."""
    fails: bool
    rain_brings_by: str | None = None
    """Day by which rain has brought it in nine years of ten; None where none is needed, or never within a year."""
    rain_often_by: str | None = None
    """The same in every other year."""


def float_stages(document: Property, standing: Standing) -> list[FloatStage]:
    """Set in its hole, half backfilled, to its lid, covered, with the stone that is in its openings by then; a pit
    once it is filled, and covered.

    A tank that is cut into a slope drains, and floats only where the water table stands over its floor; none for one
    that stands over all water.
    """
    hole_m = min(standing.ground_m - standing.tank.floor_m, standing.height_m + standing.cover_m)
    height = standing.height_m
    table = document.ground.water_table_m
    if not standing.buried:
        stands_m = 0.0 if table is None else hole_m - table
        held = document.ground.collar_kn
        return [_stage(standing, "covered", "In use", stands_m, held, SAFE)] if stands_m > 0 else []
    # Where nobody knows the water table, a hole full of rain is counted on.
    stands_m = max(0.0, hole_m if table is None else hole_m - table)
    shoulders = _shoulders_m3(standing) * BUOYANT_SOIL_KN_M3 if hole_m > height else 0.0
    on_it = shoulders + _cover_kn(standing, stands_m) + document.ground.collar_kn
    up_to = min(hole_m, height)
    if isinstance(standing.tank.shape, Pit):
        rows = [("lid", "Filled, before it is covered", up_to, 0.0, SAFE_SHORT_TERM)]
        return [_stage(standing, *row) for row in (*rows, ("covered", "Covered, in use", stands_m, on_it, SAFE))]
    stone = _stone_kn(standing)
    rows = [
        ("set", "Set in its hole, rain in the hole", up_to, 0.0, SAFE_SHORT_TERM),
        ("half", "Backfilled to half its height", up_to / 2, stone / 2, SAFE_SHORT_TERM),
        ("lid", "Backfilled to its lid", up_to, shoulders + stone, SAFE_SHORT_TERM),
        ("covered", "Covered, in use", stands_m, on_it + stone, SAFE),
    ]
    return [_stage(standing, *row) for row in rows]


def _stone_kn(standing: Standing) -> float:
    """Stone in the openings of a moulded tank, which goes in with the backfill."""
    shape = standing.tank.shape
    if not isinstance(shape, Moulded):
        return 0.0
    return stone_holds_kn(openings_m3=shape.openings_m3, void_ratio=shape.stone_void_ratio)


def _stage(standing: Standing, key: str, name: str, water_m: float, cover_kn: float, wanted: float) -> FloatStage:
    displaced = standing.volume_below_m3(water_m)
    factor, ballast = None, 0.0
    if displaced > 1e-6:
        what = {"displaced_m3": displaced, "tank_kg": standing.empty_kg, "cover_kn": min(1e6, cover_kn)}
        factor = safety_factor(**what, water_l=0.0)
        ballast = min(ballast_l(**what, wanted=wanted), 1e9)
    return FloatStage(
        key=key,
        name=name,
        water_m=water_m,
        displaced_m3=displaced,
        cover_kn=cover_kn,
        factor=factor,
        wanted=wanted,
        ballast_l=ballast,
        depth_m=_depth_of_m(standing, ballast),
        full_is_too_little=ballast / 1000 > standing.holds_m3(standing.height_m),
        fails=factor is not None and factor < wanted,
    )


def _shoulders_m3(standing: Standing) -> float:
    """Soil that lies on a tank's shoulders, beside its crown."""
    outline = standing.plan_m2 * standing.height_m / 2
    upper = standing.volume_below_m3(standing.height_m) - standing.volume_below_m3(standing.height_m / 2)
    return max(0.0, outline - upper)


def _cover_kn(standing: Standing, stands_m: float) -> float:
    """Soil over the lid: under water at its buoyant weight."""
    wet = min(max(0.0, stands_m - standing.height_m), standing.cover_m)
    dry = standing.cover_m - wet
    return standing.plan_m2 * (wet * BUOYANT_SOIL_KN_M3 + dry * DRY_SOIL_KN_M3)


def _depth_of_m(standing: Standing, litres: float) -> float:
    """How deep so much water stands in the tank; its height where it does not hold it."""
    if litres / 1000 >= standing.holds_m3(standing.height_m):
        return standing.height_m
    return crossing(lambda depth: standing.holds_m3(depth) * 1000 - litres, 0.0, standing.height_m)
