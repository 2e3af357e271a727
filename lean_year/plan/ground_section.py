"""The pad or the hole in section and from above, as lines that the screen and the drawings share.

In the section x runs uphill from the middle of the tank and z is the height above the datum; from above x runs uphill
and y along the level. Metres, to the millimetre.
"""

import math
from typing import Annotated, Literal

from pydantic import AfterValidator, BaseModel

from lean_year.core.earthworks import Footprint
from lean_year.plan.standing import Standing
from lean_year.property.document import Property
from lean_year.property.tanks import LyingCylinder

Kind = Literal[
    "ground", "topsoil", "frost", "water_table", "cut", "fill", "backfill", "pad", "tank", "water", "riser", "toe"
]
BESIDE_M = 1.5
"""Ground shown beyond the last of the works."""
_ROUND = 48


def _to_the_millimetre(points: list[list[float]]) -> list[list[float]]:
    return [[round(x, 3), round(y, 3)] for x, y in points]


class Line(BaseModel):
    kind: Kind
    points: Annotated[list[list[float]], AfterValidator(_to_the_millimetre)]
    """Pairs of x and z, or of x and y from above."""
    closed: bool


def section(document: Property, standing: Standing) -> list[Line]:
    """Through the middle of the tank, up and down the slope."""
    works = _hole(document, standing) if standing.buried else _cut_and_fill(document, standing)
    reach = max(abs(x) for line in works for x, _ in line.points) + BESIDE_M
    return [*_strata(document, standing, reach), *works, *_tank(document, standing)]


def _at(document: Property, standing: Standing, x: float) -> float:
    return standing.ground_m + document.ground.slope * x


def _strata(document: Property, standing: Standing, reach: float) -> list[Line]:
    entered = document.ground
    depths: list[tuple[Kind, float | None]] = [
        ("ground", 0.0),
        ("topsoil", entered.topsoil_m or None),
        ("frost", document.site.frost_depth_m or None),
        ("water_table", entered.water_table_m),
    ]
    return [
        Line(kind=kind, points=[(x, _at(document, standing, x) - depth) for x in (-reach, reach)], closed=False)
        for kind, depth in depths
        if depth is not None
    ]


def _meets(document: Property, standing: Standing, x: float, z: float, batter: float, way: int) -> float:
    """Where a face that leaves `(x, z)` outwards meets the ground; where it starts if it never does."""
    rise = document.ground.slope
    height = _at(document, standing, x) - z
    if batter == 0 or abs(height) < 1e-9:
        return x
    # Outwards by t the face has gone t / batter up or down, and the ground rise x t x way.
    face = (1 if height > 0 else -1) / batter
    closing = face - rise * way
    t = height / closing if closing * height > 0 else 0.0
    return x + way * min(t, 30.0)


def _cut_and_fill(document: Property, standing: Standing) -> list[Line]:
    entered, half = document.ground, standing.pad.width_m / 2
    formation = standing.formation_m
    rise = entered.slope
    over = formation - standing.ground_m
    crossing = over / rise if rise > 0 else math.copysign(math.inf, over)
    lines = []
    outer = {}
    for way in (-1, 1):
        height = _at(document, standing, way * half) - formation
        batter = entered.cut_batter if height > 0 else entered.fill_batter
        outer[way] = _meets(document, standing, way * half, formation, batter, way)
    middle = min(max(crossing, -half), half) if math.isfinite(crossing) else (half if crossing > 0 else -half)
    for kind, low, high in (("fill", -half, middle), ("cut", middle, half)):
        if high - low < 1e-6:
            continue
        ends = [(low, _at(document, standing, low)), (high, _at(document, standing, high))]
        if low == -half:
            ends[0] = (outer[-1], _at(document, standing, outer[-1]))
        if high == half:
            ends[1] = (outer[1], _at(document, standing, outer[1]))
        points = [ends[0], (low, formation), (high, formation), ends[1]]
        lines.append(Line(kind=kind, points=points, closed=True))
    pad = [(-half, formation), (half, formation), (half, standing.tank.floor_m), (-half, standing.tank.floor_m)]
    return [*lines, Line(kind="pad", points=pad, closed=True)]


def _hole(document: Property, standing: Standing) -> list[Line]:
    entered = document.ground
    half = standing.footprint.width_m / 2 + entered.working_room_m
    foot = standing.formation_m
    batter = 0.0 if entered.shored else entered.cut_batter
    low, high = (_meets(document, standing, way * half, foot, batter, way) for way in (-1, 1))
    outline = [
        (low, _at(document, standing, low)),
        (-half, foot),
        (half, foot),
        (high, _at(document, standing, high)),
    ]
    floor = standing.tank.floor_m
    bed = [(-half, foot), (half, foot), (half, floor), (-half, floor)]
    return [
        Line(kind="backfill", points=outline, closed=True),
        Line(kind="pad", points=bed, closed=True),
    ]


def _tank(document: Property, standing: Standing) -> list[Line]:
    half, floor, height = standing.footprint.width_m / 2, standing.tank.floor_m, standing.height_m
    if isinstance(standing.tank.shape, LyingCylinder):
        outline = [
            (half * math.sin(angle), floor + half - half * math.cos(angle))
            for angle in (2 * math.pi * step / _ROUND for step in range(_ROUND))
        ]
    else:
        outline = [(-half, floor), (half, floor), (half, floor + height), (-half, floor + height)]
    lines = [Line(kind="tank", points=outline, closed=True)]
    brim = standing.tank.vessel().brim_m
    across = half
    if isinstance(standing.tank.shape, LyingCylinder):
        across = math.sqrt(max(0.0, half**2 - (brim - floor - half) ** 2))
    lines.append(Line(kind="water", points=[(-across, brim), (across, brim)], closed=False))
    if standing.buried:
        lid = standing.ground_m + document.ground.riser_m
        riser = [(-0.3, floor + height), (0.3, floor + height), (0.3, lid), (-0.3, lid)]
        if lid > floor + height:
            lines.append(Line(kind="riser", points=riser, closed=True))
    return lines


def from_above(document: Property, standing: Standing) -> list[Line]:
    """Pad, tank, and where the works meet the ground."""
    lines = [
        Line(kind="pad", points=_outline(standing.pad), closed=True),
        Line(kind="tank", points=_outline(standing.footprint), closed=True),
    ]
    if not standing.buried:
        lines.insert(0, Line(kind="toe", points=_toe(document, standing), closed=True))
    return lines


def _outline(each: Footprint) -> list[list[float]]:
    if each.round:
        radius = each.width_m / 2
        angles = (2 * math.pi * step / _ROUND for step in range(_ROUND))
        return [[radius * math.cos(angle), radius * math.sin(angle)] for angle in angles]
    x, y = each.width_m / 2, each.length_m / 2
    return [[-x, -y], [x, -y], [x, y], [-x, y]]


def _toe(document: Property, standing: Standing) -> list[list[float]]:
    """Straight out from each place of the pad's edge until the batter meets the ground."""
    entered, points = document.ground, []
    for x, y, out_x, out_y in _edge(standing.pad):
        height = _at(document, standing, x) - standing.formation_m
        batter = entered.cut_batter if height > 0 else entered.fill_batter
        away = 0.0
        if batter > 0 and abs(height) > 1e-9:
            closing = (1 if height > 0 else -1) / batter - entered.slope * out_x
            away = min(height / closing, 30.0) if closing * height > 0 else 0.0
        points.append([x + away * out_x, y + away * out_y])
    return points


def _edge(pad: Footprint) -> list[tuple[float, float, float, float]]:
    """Places along a pad's edge, each with the way straight out of it."""
    if pad.round:
        radius = pad.width_m / 2
        ways = [(math.cos(a), math.sin(a)) for a in (2 * math.pi * step / _ROUND for step in range(_ROUND))]
        return [(radius * x, radius * y, x, y) for x, y in ways]
    half_x, half_y = pad.width_m / 2, pad.length_m / 2
    return [
        (half_x, -half_y, 1, 0), (half_x, half_y, 1, 0), (half_x, half_y, 0, 1), (-half_x, half_y, 0, 1),
        (-half_x, half_y, -1, 0), (-half_x, -half_y, -1, 0), (-half_x, -half_y, 0, -1), (half_x, -half_y, 0, -1),
    ]  # fmt: skip
