"""Gutters, outlets, downpipes and drains: what each can carry."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from lean_year.core.errors import InputError, require_number
from lean_year.core.tables import table
from lean_year.core.units import M2_PER_SQUARE_FOOT, MM_PER_INCH

HALF_ROUND_FACTOR = 2.78e-5
DESIGN_SHARE = 0.9
"""Share of the nominal capacity to design with. Basis: from memory (BS EN 12056-3)."""
BEND_FACTOR = 0.85
"""For a gutter with an angle in it. Basis: from memory (BS EN 12056-3)."""
CHANNEL_FALL = 0.02
"""Least fall of a channel in paving. Basis: common practice."""
PIPE_ROUGHNESS_MM, MOST_FILL = 0.25, 0.33
"""Of a downpipe in the Wyly-Eaton formula. Basis: from memory (BS EN 12056-3)."""
OUTLET_HEAD_SHARE = 0.47
"""Water over a gutter's outlet as a share of the gutter's depth. Basis: from memory (BS EN 12056-3, half-round)."""
DRAIN_FILL = 0.7
"""Depth to which a dry run is filled, over its bore. Basis: from memory (BS EN 12056)."""
SMOOTH_GUTTER_N = 0.012
"""Manning's roughness of a smooth gutter. Basis: from memory (textbooks)."""
SMOOTH_PIPE_N = 0.011
"""Manning's roughness of plastic pipe. Basis: from memory (textbooks: 0.009 to 0.011)."""
CODE_TABLE_N = 0.0155
"""Manning's roughness with which pipes that run full carry hardly less than every row of the code table for drains.
Basis: derived (from the table's rows)."""
OPEN_CHANNEL_FILL = 0.8
"""Depth to which an open channel is filled in the downpour, over its own: stones and leaves lie in it. Basis:
estimate."""
LINING_N = {"mortar": 0.013, "stone": 0.020, "rock": 0.040, "earth": 0.022}
"""Manning's roughness of an open channel by its lining: cement mortar, random stone in mortar, rock cut as it breaks,
clean earth. Basis: from memory (Chow 1959)."""
OPEN_CHANNELS_MM = (200.0, 300.0, 400.0, 500.0, 600.0, 800.0, 1_000.0)
"""Widths that an open channel is cut to. Basis: estimate."""
Lining = Literal["mortar", "stone", "rock", "earth"]
DRY_HEAD_M = 0.3
"""Water that may stand over a narrow place of a dry run. Basis: estimate."""
UNLIKELY_MM_H = 400.0
"""Five minutes of this are beyond what most places ever record. Basis: from memory."""
EN_MINUTES = (2.0, 5.0)
CODE_MINUTES, CODE_YEARS = 60.0, 100.0
FIRE_DEPTH_MM = 300.0
"""How far below ground pipe is of metal where fires come. Basis: common practice."""
HANGERS_M, HANGERS_IN_SNOW_M, DOWNPIPE_BRACKETS_M, DRAIN_HANGERS_M = 0.6, 0.45, 1.8, 1.2
"""Spacing of gutter hangers, of those under snow, of downpipe brackets, and of plastic drains that hang. Basis:
common practice."""
TWO_FEEDS_MM, JOINED_MM = 50.0, 100.0
"""Where two feeds of the first bore join, the bore from there on. Basis: common practice."""


def half_round_area_mm2(width_mm: float) -> float:
    """Section of a half-round gutter that is full.

    Parameters
    ----------
    width_mm : float
        Across the top, 1 to 5,000. [mm]

    Returns
    -------
    float
        [mm2]. Basis: derived.

    Examples
    --------
    >>> round(half_round_area_mm2(100))
    3927
    """
    return math.pi * require_number("width_mm", width_mm, low=1, high=5_000) ** 2 / 8


def length_factor(length_over_depth: float, fall_mm_m: float = 0.0) -> float:
    """What a gutter loses for being long, and gains by falling to its outlet.

    Parameters
    ----------
    length_over_depth : float
        Length of the flow to the outlet over the depth of the water; beyond 500 the last value stands. [-]
    fall_mm_m : float, default 0
        Fall to the outlet, 0 to 1,000; up to 3 it is level. Beyond 10, where the table ends, the factor grows as the
        root of the fall, which is Manning's exponent and an estimate here. [mm/m]

    Returns
    -------
    float
        [-]. Basis: from memory (BS EN 12056-3, table 6), linear between.

    Examples
    --------
    >>> length_factor(40), length_factor(100)
    (1.0, 0.93)
    >>> round(length_factor(100, fall_mm_m=10), 2), round(length_factor(100, fall_mm_m=20), 2)
    (1.18, 1.67)
    """
    known = table("gutters")["length_and_fall"]
    fall = require_number("fall_mm_m", fall_mm_m, low=0, high=1_000)
    by_fall = [np.interp(length_over_depth, known["ratio"], column) for column in zip(*known["factor"], strict=True)]
    steepest = known["fall_mm_m"][-1]
    return float(np.interp(fall, known["fall_mm_m"], by_fall)) * math.sqrt(max(1.0, fall / steepest))


def reaches_m(*, length_m: float, outlets_m: Sequence[float]) -> list[tuple[float, float]]:
    """The lengths of gutter whose water runs to each outlet from its left and from its right.

    Rain comes off evenly along the eaves, and between two outlets half runs to either.

    Parameters
    ----------
    length_m : float
        Of the gutter, above 0. [m]
    outlets_m : sequence of float
        Place of each outlet along it, 0 to its length, in any order. [m]

    Returns
    -------
    list of (float, float)
        In the order of the outlets; together they are the length. [m]. Basis: derived.

    Raises
    ------
    InputError
        If it has no outlet, or one lies outside it.

    Examples
    --------
    >>> reaches_m(length_m=12, outlets_m=[0, 6, 12])
    [(0.0, 3.0), (3.0, 3.0), (3.0, 0.0)]
    """
    if not outlets_m:
        raise InputError("outlets_m", "must name at least one outlet")
    for place in outlets_m:
        require_number("outlets_m", place, low=0, high=length_m)
    order = sorted(range(len(outlets_m)), key=lambda each: outlets_m[each])
    found = [(0.0, 0.0)] * len(outlets_m)
    for number, each in enumerate(order):
        here = outlets_m[each]
        left = here if number == 0 else (here - outlets_m[order[number - 1]]) / 2
        right = length_m - here if number == len(order) - 1 else (outlets_m[order[number + 1]] - here) / 2
        found[each] = (float(left), float(right))
    return found


def gutter_capacity_l_s(
    *,
    section_mm2: float,
    length_over_depth: float = 0.0,
    fall_mm_m: float = 0.0,
    bends: bool = False,
    shape_factor: float = 1.0,
) -> float:
    """An eaves gutter that runs to an outlet at its end: `0.9 x 2.78e-5 A^1.25`, by length, fall and angles.

    Parameters
    ----------
    section_mm2 : float
        Section below the spill, 0 to 10,000,000. [mm2]
    length_over_depth : float, default 0
        See `length_factor`. [-]
    fall_mm_m : float, default 0
        See `length_factor`. [mm/m]
    bends : bool, default False
        Whether the gutter turns a corner.
    shape_factor : float, default 1
        Of another shape than half-round, 0.5 to 1.5. [-]

    Returns
    -------
    float
        To one outlet at its end. [L/s]. Basis: from memory (BS EN 12056-3).

    Examples
    --------
    >>> round(gutter_capacity_l_s(section_mm2=half_round_area_mm2(100)), 2)
    0.78
    """
    section = require_number("section_mm2", section_mm2, low=0, high=1e7)
    factor = require_number("shape_factor", shape_factor, low=0.5, high=1.5)
    nominal = DESIGN_SHARE * HALF_ROUND_FACTOR * section**1.25 * factor
    return float(nominal * length_factor(length_over_depth, fall_mm_m) * (BEND_FACTOR if bends else 1.0))


def sloped_gutter_l_s(
    *, section_mm2: float, wetted_mm: float, slope: float, manning_n: float = SMOOTH_GUTTER_N
) -> float:
    """The most that a gutter laid to a fall can bring, running full, by Manning: an upper bound, not for design.

    Parameters
    ----------
    section_mm2 : float
        0 to 10,000,000. [mm2]
    wetted_mm : float
        Wetted girth of that section, 0.001 to 100,000. [mm]
    slope : float
        0 to 1. [-]
    manning_n : float, default 0.012
        0.005 to 0.1. [-]

    Returns
    -------
    float
        [L/s]. Basis: published (Manning), `A R^(2/3) S^(1/2) / n`.

    Examples
    --------
    >>> round(sloped_gutter_l_s(section_mm2=3_927, wetted_mm=157, slope=0.005), 2)
    1.98
    """
    section = require_number("section_mm2", section_mm2, low=0, high=1e7) / 1e6
    wetted = require_number("wetted_mm", wetted_mm, low=1e-3, high=1e5) / 1e3
    fall = require_number("slope", slope, low=0, high=1)
    n = require_number("manning_n", manning_n, low=0.005, high=0.1)
    return float(1000 * section * (section / wetted) ** (2 / 3) * math.sqrt(fall) / n)


def open_channel_l_s(*, width_mm: float, depth_mm: float, slope: float, lining: Lining) -> float:
    """What an open channel of a rectangular section brings in the downpour, by Manning, filled to four fifths.

    Parameters
    ----------
    width_mm : float
        1 to 10,000. [mm]
    depth_mm : float
        Its own, 1 to 10,000. [mm]
    slope : float
        Fall over length, 0 to 1. [-]
    lining : {"mortar", "stone", "rock", "earth"}
        What it is lined with.

    Returns
    -------
    float
        [L/s]. Basis: published (Manning), with roughnesses from memory (`LINING_N`).

    Raises
    ------
    InputError

    Examples
    --------
    >>> round(open_channel_l_s(width_mm=300, depth_mm=200, slope=0.02, lining="mortar"), 1)
    94.9
    """
    width = require_number("width_mm", width_mm, low=1, high=10_000)
    filled = OPEN_CHANNEL_FILL * require_number("depth_mm", depth_mm, low=1, high=10_000)
    if lining not in LINING_N:
        raise InputError("lining", f"must be one of {', '.join(LINING_N)}, got {lining}")
    return sloped_gutter_l_s(
        section_mm2=width * filled, wetted_mm=width + 2 * filled, slope=slope, manning_n=LINING_N[lining]
    )


def opening_capacity_l_s(*, diameter_mm: float, head_mm: float, strainer: bool = False) -> float:
    """A round outlet in a gutter's floor, or a vertical overflow pipe with a level edge.

    `D h^1.5 / 7500` while its edge is a weir (h up to D/2), `D^2 h^0.5 / 15000` once it is drowned.

    Parameters
    ----------
    diameter_mm : float
        0 to 2,000. [mm]
    head_mm : float
        Water above its edge, 0 to 10,000. [mm]
    strainer : bool, default False
        A strainer over it halves it.

    Returns
    -------
    float
        [L/s]. Basis: from memory (BS EN 12056-3).

    Examples
    --------
    >>> round(opening_capacity_l_s(diameter_mm=100, head_mm=50), 3)
    4.714
    """
    d = require_number("diameter_mm", diameter_mm, low=0, high=2_000)
    h = require_number("head_mm", head_mm, low=0, high=10_000)
    flow = float(d * h**1.5 / 7_500 if h <= d / 2 else d**2 * h**0.5 / 15_000)
    return flow / 2 if strainer else flow


def opening_head_mm(*, diameter_mm: float, flow_l_s: float) -> float:
    """Water above a level edge that makes it take a flow, the inverse of `opening_capacity_l_s`.

    Parameters
    ----------
    diameter_mm : float
        0.1 to 2,000. [mm]
    flow_l_s : float
        0 to 100,000. [L/s]

    Returns
    -------
    float
        [mm]

    Examples
    --------
    >>> round(opening_capacity_l_s(diameter_mm=100, head_mm=opening_head_mm(diameter_mm=100, flow_l_s=2.0)), 6)
    2.0
    """
    d = require_number("diameter_mm", diameter_mm, low=0.1, high=2_000)
    q = require_number("flow_l_s", flow_l_s, low=0, high=100_000)
    weir = (7_500 * q / d) ** (2 / 3)
    return weir if weir <= d / 2 else (15_000 * q / d**2) ** 2


def downpipe_capacity_l_s(*, diameter_mm: float, fill_ratio: float = MOST_FILL) -> float:
    """A vertical pipe that the water runs down round its wall: Wyly-Eaton.

    Parameters
    ----------
    diameter_mm : float
        Inside, 0 to 1,000. [mm]
    fill_ratio : float, default 0.33
        Share of the section that is water, 0 to 0.33. [-]

    Returns
    -------
    float
        `2.5e-4 k^-0.167 d^2.667 f^1.667` with k = 0.25 mm. [L/s]. Basis: from memory (BS EN 12056-3).

    Examples
    --------
    >>> [round(downpipe_capacity_l_s(diameter_mm=d), 1) for d in (75, 100)]
    [5.0, 10.7]
    """
    d = require_number("diameter_mm", diameter_mm, low=0, high=1_000)
    fill = require_number("fill_ratio", fill_ratio, low=0, high=MOST_FILL)
    return float(2.5e-4 * PIPE_ROUGHNESS_MM**-0.167 * d**2.667 * fill**1.667)


def drain_capacity_l_s(
    *, diameter_mm: float, slope: float, manning_n: float = SMOOTH_PIPE_N, fill: float = 1.0
) -> float:
    """A drain laid to a fall, full or part full, by Manning.

    Parameters
    ----------
    diameter_mm : float
        Inside, 0 to 10,000. [mm]
    slope : float
        Fall over length, 0 to 1. [-]
    manning_n : float, default 0.011
        0.005 to 0.1. [-]
    fill : float, default 1
        Depth of the water over the diameter, 0 to 1; 1 is bore full, not the peak. [-]

    Returns
    -------
    float
        [L/s]. Basis: published (Manning).

    Examples
    --------
    >>> round(drain_capacity_l_s(diameter_mm=100, slope=0.01), 2)
    6.1
    """
    d = require_number("diameter_mm", diameter_mm, low=0, high=10_000) / 1000
    fall = require_number("slope", slope, low=0, high=1)
    n = require_number("manning_n", manning_n, low=0.005, high=0.1)
    depth = require_number("fill", fill, low=0, high=1)
    angle = 2 * math.acos(1 - 2 * depth)
    area, wetted = d**2 / 8 * (angle - math.sin(angle)), d * angle / 2
    if area <= 0 or wetted <= 0:
        return 0.0
    return float(1000 * area * (area / wetted) ** (2 / 3) * math.sqrt(fall) / n)


@dataclass(frozen=True, slots=True)
class CodeTable:
    """Roof area that each size carries at 1 in/h. [ft2] by size [in]"""

    source: str
    area_ft2: dict[int, float]

    def size_of_in(self, bore_mm: float) -> int | None:
        """The largest size that a bore makes, 0.16 in allowed for its wall; None below the table. [in]"""
        return max((size for size in self.area_ft2 if size <= bore_mm / MM_PER_INCH + 0.16), default=None)

    def flow_l_s(self, bore_mm: float) -> float:
        """What a bore carries by the table, the same at every rate. [L/s]"""
        size = self.size_of_in(bore_mm)
        return 0.0 if size is None else self.area_ft2[size] * M2_PER_SQUARE_FOOT * MM_PER_INCH / 3600

    def area_m2(self, size_in: int, rate_mm_h: float) -> float:
        """Roof area that a size carries at a rate. [m2]

        Raises
        ------
        InputError
            If the table has no such size.
        """
        if size_in not in self.area_ft2:
            raise InputError("size_in", f"must be one of {', '.join(map(str, self.area_ft2))}, got {size_in}")
        return self.area_ft2[size_in] * M2_PER_SQUARE_FOOT * MM_PER_INCH / rate_mm_h


def _code_table(name: str) -> CodeTable:
    code = table("gutters")["code"]
    return CodeTable(code["source"], {int(size): area_ft2 for size, area_ft2 in code[name].items()})


VERTICAL = _code_table("vertical")
HORIZONTAL = {1 / 96: _code_table("horizontal_1_in_96"), 1 / 48: _code_table("horizontal_1_in_48")}
"""By slope: 1/8 and 1/4 in to the foot."""
SEMICIRCULAR_GUTTER = _code_table("semicircular_gutter")
"""Laid to 1/16 in to the foot."""
