"""The pad or the hole in section and from above, as lines that the screen and the drawings share.

In the section x runs uphill from the middle of the tank and z is the height above the datum; from above x runs uphill
and y along the level. Metres, to the millimetre.
"""

import math
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike, NDArray
from pydantic import BaseModel

from lean_year.core.ground.earthworks import FARTHEST_M, Footprint
from lean_year.plan.model.footings import Standing
from lean_year.property.document import Property
from lean_year.property.tank_shapes import LyingCylinder, Pit

Kind = Literal[
    "ground",
    "topsoil",
    "frost",
    "water_table",
    "cut",
    "fill",
    "backfill",
    "pad",
    "plinth",
    "stand",
    "tank",
    "water",
    "riser",
    "toe",
]
BESIDE_M = 1.5
"""Ground shown beyond the last of the works."""
ROOF_BESIDE_M, ROOF_DECK_M = 0.8, 0.2
"""Flat roof shown beyond what stands on it, and how thick it is drawn."""
SUMP_M, PAVING_M = 0.4, 0.08
"""How wide a sump is drawn, and how thick paving with its bed."""
_ROUND = 48
_CORNER_WAYS = 5


class Line(BaseModel):
    kind: Kind
    points: list[list[float]]
    """Pairs of x and z, or of x and y from above."""
    closed: bool


def _line(kind: Kind, points: ArrayLike, *, closed: bool = True) -> Line:
    return Line(kind=kind, points=np.asarray(points).round(3).tolist(), closed=closed)


def section(document: Property, standing: Standing) -> list[Line]:
    """Through the middle of the tank, up and down the slope."""
    works: list[Line] = []
    if not standing.moves_nothing:
        works = _hole(document, standing) if standing.buried else _cut_and_fill(document, standing)
    if standing.raised_m > 0:
        works += _under_it(document, standing)
    half = standing.footprint.width_m / 2
    reach = max([half, *(abs(x) for line in works for x, _ in line.points)]) + BESIDE_M
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
        _line(kind, [(x, _at(document, standing, x) - depth) for x in (-reach, reach)], closed=False)
        for kind, depth in depths
        if depth is not None
    ]


def _meets(
    document: Property, standing: Standing, x: float, z: float, batter: float, way: int, below: float = 0.0
) -> float:
    """Where a face that leaves `(x, z)` outwards meets the ground, or so far below it; where it starts if it never
    does."""
    rise = document.ground.slope
    height = _at(document, standing, x) - below - z
    if batter == 0 or abs(height) < 1e-9:
        return x
    # Outwards by t the face has gone t / batter up or down, and the ground rise x t x way.
    face = (1 if height > 0 else -1) / batter
    closing = face - rise * way
    t = height / closing if closing * height > 0 else 0.0
    return x + way * min(t, FARTHEST_M)


def _cut_and_fill(document: Property, standing: Standing) -> list[Line]:
    entered, half = document.ground, standing.pad.width_m / 2
    formation, rise = standing.formation_m, entered.slope
    lines = []
    # Fill stands on the stripped ground; what is cut is seen from the ground as it lies.
    sides: tuple[tuple[Kind, float, int], ...] = (("fill", entered.topsoil_m, -1), ("cut", 0.0, 1))
    for kind, below, uphill in sides:
        over = formation - standing.ground_m + below
        crossing = min(max(over / rise, -half), half) if rise > 0 else math.copysign(half, over)
        low, high = (-half, crossing) if kind == "fill" else (crossing, half)
        if high - low < 1e-6:
            continue
        ends = []
        for x, way in ((low, -1), (high, 1)):
            height = _at(document, standing, x) - formation
            batter = entered.cut_batter if kind == "cut" else entered.fill_batter
            # Topsoil that still stands holds the edge of a thin fill.
            free = abs(x) == half and height * uphill > 0
            out = _meets(document, standing, x, formation, batter, way, below) if free else x
            ends.append((out, _at(document, standing, out) - below))
        lines.append(_line(kind, [ends[0], (low, formation), (high, formation), ends[1]]))
    top = formation + standing.thickness_m
    pad = [(-half, formation), (half, formation), (half, top), (-half, top)]
    return [*lines, _line("pad", pad)] if standing.thickness_m > 0 else lines


def _under_it(document: Property, standing: Standing) -> list[Line]:
    """The plinth, the stand or the roof that holds it up."""
    half, floor = standing.pad.width_m / 2, standing.tank.floor_m
    foot = floor - standing.raised_m
    if standing.base == "plinth":
        return [_line("plinth", [(-half, foot), (half, foot), (half, floor), (-half, floor)])]
    if standing.base == "roof":
        # A flat roof is drawn wider than what stands on it, on walls down to the ground.
        wide, deck = half + ROOF_BESIDE_M, min(ROOF_DECK_M, standing.raised_m)
        ends = [_at(document, standing, way * wide) for way in (-1, 1)]
        return [
            _line("stand", [(-wide, floor - deck), (wide, floor - deck), (wide, floor), (-wide, floor)]),
            *(_line("stand", [(way * wide, end), (way * wide, floor)], closed=False)
              for way, end in zip((-1, 1), ends, strict=True)),
        ]  # fmt: skip
    legs = [_line("stand", [(x, _at(document, standing, x)), (x, floor)], closed=False) for x in (-half, half)]
    brace = [(-half, _at(document, standing, -half)), (half, floor)]
    other = [(half, _at(document, standing, half)), (-half, floor)]
    braces = [_line("stand", each, closed=False) for each in (brace, other)]
    return [*legs, *braces, _line("stand", [(-half, floor), (half, floor)], closed=False)]


def _hole(document: Property, standing: Standing) -> list[Line]:
    half = standing.foot.width_m / 2
    foot, batter = standing.formation_m, standing.cut_batter
    low, high = (_meets(document, standing, way * half, foot, batter, way) for way in (-1, 1))
    outline = [
        (low, _at(document, standing, low)),
        (-half, foot),
        (half, foot),
        (high, _at(document, standing, high)),
    ]
    floor, wide = standing.tank.floor_m, min(half, standing.pad.width_m / 2)
    bed = [(-wide, foot), (wide, foot), (wide, floor), (-wide, floor)]
    return [
        _line("backfill", outline),
        _line("pad", bed),
    ]


def _tank(document: Property, standing: Standing) -> list[Line]:
    half, floor, height = standing.footprint.width_m / 2, standing.tank.floor_m, standing.height_m
    if isinstance(standing.tank.shape, LyingCylinder):
        outline: ArrayLike = half * _WAYS + (0.0, floor + half)
    else:
        outline = [(-half, floor), (half, floor), (half, floor + height), (-half, floor + height)]
    lines = [_line("tank", outline), *_of_a_pit(standing, half)]
    top_water_m = standing.tank.vessel().top_water_m
    across = half
    if isinstance(standing.tank.shape, LyingCylinder):
        across = math.sqrt(max(0.0, half**2 - (top_water_m - floor - half) ** 2))
    lines.append(_line("water", [(-across, top_water_m), (across, top_water_m)], closed=False))
    if standing.buried:
        lid = standing.ground_m + document.ground.riser_m
        riser = [(-0.3, floor + height), (0.3, floor + height), (0.3, lid), (-0.3, lid)]
        if lid > floor + height:
            lines.append(_line("riser", riser))
    return lines


def _of_a_pit(standing: Standing, half: float) -> list[Line]:
    """Its sump, and the paving over it."""
    shape, floor = standing.tank.shape, standing.tank.floor_m
    if not isinstance(shape, Pit):
        return []
    lines = []
    if shape.sump_m > 0:
        foot, wide = floor - shape.sump_m, min(half, SUMP_M / 2)
        lines.append(_line("tank", [(-wide, floor), (-wide, foot), (wide, foot), (wide, floor)]))
    if shape.paved:
        top = standing.ground_m
        under = top - PAVING_M
        lines.append(_line("pad", [(-half, under), (half, under), (half, top), (-half, top)]))
    return lines


def from_above(document: Property, standing: Standing) -> list[Line]:
    """Pad, tank, and where the works meet the ground."""
    toe = [] if standing.moves_nothing else [_line("toe", _toe(document, standing))]
    return [
        *toe,
        _line("pad", _outline(standing.pad)),
        _line("tank", _outline(standing.footprint)),
    ]


_TURN = np.arange(_ROUND) * 2 * np.pi / _ROUND
_WAYS = np.column_stack([np.cos(_TURN), np.sin(_TURN)])
_CORNERS = np.array([(1.0, -1.0), (1.0, 1.0), (-1.0, 1.0), (-1.0, -1.0)])


def _outline(each: Footprint) -> NDArray[np.float64]:
    if each.round:
        return each.width_m / 2 * _WAYS
    return _CORNERS * (each.width_m / 2, each.length_m / 2)


def _toe(document: Property, standing: Standing) -> NDArray[np.float64]:
    """Straight out from each place of the foot's edge until the batter meets the ground."""
    entered = document.ground
    edge, out = _edge(standing.foot)
    ground = standing.ground_m + entered.slope * edge[:, 0] - standing.formation_m
    height = np.where(ground < 0, ground - entered.topsoil_m, ground)
    way = np.where(height > 0, 1.0, -1.0)
    batter = np.where(height > 0, standing.cut_batter, entered.fill_batter)
    closing = way / np.maximum(batter, 1e-9) - entered.slope * out[:, 0]
    meets = (batter > 0) & (np.abs(height) > 1e-9) & (closing * height > 0)
    away = np.where(meets, np.minimum(height / np.where(meets, closing, 1.0), FARTHEST_M), 0.0)
    return edge + away[:, None] * out


def _edge(pad: Footprint) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Places along its edge, and the way straight out of each; a fan of them at a corner."""
    if pad.round:
        return _outline(pad), _WAYS
    fan = np.linspace(0, np.pi / 2, _CORNER_WAYS)
    turns = np.concatenate([corner * np.pi / 2 - np.pi / 2 + fan for corner in range(4)])
    return np.repeat(_outline(pad), _CORNER_WAYS, axis=0), np.column_stack([np.cos(turns), np.sin(turns)])
