"""Overflow: can the tank pass what comes in, and where the ground takes it."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number
from lean_year.core.hydraulics.pipes import ENTRY_LOSS, EXIT_LOSS, link_flow_l_s, link_head_m
from lean_year.core.water_path.gutters import opening_capacity_l_s, opening_head_mm

BEND_90, BEND_45, TEE_THROUGH, TEE_BRANCH, BALL_VALVE, CHECK_VALVE = 0.9, 0.4, 0.6, 1.8, 0.1, 2.5
"""Loss coefficient K of fittings. Basis: from memory (handbooks)."""
END_LOSS = {"open": 0.0, "pop_up": 2.0, "grate": 1.5}
"""Loss coefficient K of what stands on the end of the pipe. Basis: estimate."""
TRAP_LOSS = 1.5
"""Of a trap or flap. Basis: estimate."""
HEAD_IF_AT_LID_M = 0.1
"""Room over an overflow whose height was not entered. Basis: estimate."""
LEVEL_WITH_M = 0.02
"""A diverter so much over the top water level still backs up. Basis: estimate."""
BACKS_UP_M = 0.005
"""Water over its own level at which a diverter has turned all of it away. Basis: estimate."""
LEAST_FOOTING_M, LEAST_INFILTRATION_M = 3.0, 5.0
"""From an overflow's end, and from a soakaway, to the nearest footing. Basis: common practice; the 5 m is UK
guidance, from memory. Local rules come first."""
APRON_STONE_MM = 20.0
"""Of the stone that an overflow ends on. Basis: common practice."""
LEAST_LIVE_M = 0.2
"""Water that a lowered overflow must leave over the outlet. Basis: estimate."""
MOST_PONDING_M, USUAL_PONDING_M = 0.3, 0.2
"""Water that stands open in a swale, a rain garden or a basin. Basis: common practice (150 to 300 mm)."""
INFILTRATION_SAFETY = 1.5
"""What a tested infiltration rate is divided by, since the ground clogs; more where a flood does damage. Basis: from
memory (CIRIA C753, table 25.2)."""
HALF_EMPTY_H = 24.0
"""A soakaway is half empty again within a day. Basis: from memory (BRE Digest 365)."""


@dataclass(frozen=True, slots=True)
class OverflowPipe:
    """An overflow: an inlet level with the spill height, then a pipe down to its end."""

    bore_mm: float
    length_m: float
    drop_m: float
    """From the invert down to the end of the pipe, or to the water it ends in. [m]"""
    fittings: float
    """Loss coefficient K of bends and grates. [-]"""
    roughness_mm: float = 0.05
    count: int = 1

    @property
    def total_k(self) -> float:
        """With its entry and exit. [-]"""
        return ENTRY_LOSS + self.fittings + EXIT_LOSS


def overflow_capacity_l_s(pipe: OverflowPipe, *, head_mm: float) -> float:
    """What an overflow passes with water standing over its invert: the lesser of its inlet and its pipe.

    Parameters
    ----------
    pipe : OverflowPipe
        The pipe, or several alike.
    head_mm : float
        Water above the invert, 0 to 10,000. [mm]

    Returns
    -------
    float
        Of all its pipes. [L/s]. Basis: derived (`opening_capacity_l_s`; the pipe full under the head and its drop,
        with entry, friction, fittings and one velocity head at its end).

    Examples
    --------
    >>> pipe = OverflowPipe(bore_mm=104, length_m=4.0, drop_m=0.0, fittings=1.0, roughness_mm=0.05, count=1)
    >>> round(overflow_capacity_l_s(pipe, head_mm=60.0), 2)
    5.05
    """
    head = require_number("head_mm", head_mm, low=0, high=10_000)
    inlet = opening_capacity_l_s(diameter_mm=pipe.bore_mm, head_mm=head)
    fall_m = head / 1000 + max(0.0, pipe.drop_m)
    full = link_flow_l_s(
        head_m=min(100.0, fall_m),
        bore_mm=pipe.bore_mm,
        length_m=pipe.length_m,
        roughness_mm=pipe.roughness_mm,
        fittings=pipe.fittings,
    )
    return pipe.count * min(inlet, full)


def overflow_head_mm(pipe: OverflowPipe, *, flow_l_s: float) -> float:
    """How high the water must stand over the invert to pass a flow, the inverse of `overflow_capacity_l_s`.

    Parameters
    ----------
    pipe : OverflowPipe
        The pipe, or several alike.
    flow_l_s : float
        0 to 100,000. [L/s]

    Returns
    -------
    float
        [mm]

    Examples
    --------
    >>> pipe = OverflowPipe(bore_mm=104, length_m=4.0, drop_m=0.0, fittings=1.0, roughness_mm=0.05, count=1)
    >>> round(overflow_capacity_l_s(pipe, head_mm=overflow_head_mm(pipe, flow_l_s=3.0)), 3)
    3.0
    """
    flow = require_number("flow_l_s", flow_l_s, low=0, high=100_000) / pipe.count
    inlet = opening_head_mm(diameter_mm=pipe.bore_mm, flow_l_s=flow)
    needed_m = link_head_m(
        flow_l_s=flow,
        bore_mm=pipe.bore_mm,
        length_m=pipe.length_m,
        roughness_mm=pipe.roughness_mm,
        fittings=pipe.fittings,
    )
    return max(inlet, 1000 * (needed_m - max(0.0, pipe.drop_m)), 0.0)


@dataclass(frozen=True, slots=True)
class Soakaway:
    """A pit of stone or crates sized for a storm."""

    length_m: float
    width_m: float
    depth_m: float
    void_ratio: float
    storage_m3: float
    worst_min: float
    """Duration of rain that asks most of it. [min]"""
    half_empty_h: float


def soakaway(
    *,
    area_m2: float,
    depth_mm: NDArray[np.float64],
    duration_min: NDArray[np.float64],
    infiltration_m_s: float,
    width_m: float,
    pit_depth_m: float,
    void_ratio: float,
) -> Soakaway:
    """The shortest pit whose storage takes inflow less outflow for every duration.

    Parameters
    ----------
    area_m2 : float
        Roof that runs off into it, 0 to 1,000,000. [m2]
    depth_mm : ndarray, shape (n_durations,)
        Rain of each duration at the return period. [mm]
    duration_min : ndarray, shape (n_durations,)
        [min]
    infiltration_m_s : float
        From a test on the spot, above 0 to 0.1. [m/s]
    width_m : float
        0.1 to 100. [m]
    pit_depth_m : float
        Effective depth, below the inlet, 0.1 to 20. [m]
    void_ratio : float
        0.05 to 1. [-]

    Returns
    -------
    Soakaway
        `A R - a f D = S`, with `a` the sides up to half the depth, the floor left out because it silts up.
        Basis: from memory (BRE Digest 365).

    Raises
    ------
    InputError
        If the ground takes nothing, or a value is out of its range.
    """
    area = require_number("area_m2", area_m2, low=0, high=1e6)
    if infiltration_m_s == 0:
        raise InputError("infiltration_m_s", "must be above 0: ground that takes no water can have no soakaway")
    rate = require_number("infiltration_m_s", infiltration_m_s, low=1e-9, high=0.1)
    width = require_number("width_m", width_m, low=0.1, high=100)
    depth = require_number("pit_depth_m", pit_depth_m, low=0.1, high=20)
    voids = require_number("void_ratio", void_ratio, low=0.05, high=1)
    inflow = area * depth_mm / 1000
    seconds = duration_min * 60
    # In the length L all is linear: inflow - (width + L) depth f D = L width depth voids.
    lengths = (inflow - width * depth * rate * seconds) / (width * depth * voids + depth * rate * seconds)
    worst = int(np.argmax(lengths))
    length = max(0.0, float(lengths[worst]))
    storage = length * width * depth * voids
    sides = (width + length) * depth
    return Soakaway(
        length_m=length,
        width_m=width,
        depth_m=depth,
        void_ratio=voids,
        storage_m3=storage,
        worst_min=float(duration_min[worst]),
        half_empty_h=storage * 0.5 / (sides * rate) / 3600 if storage > 0 else 0.0,
    )


def basin_m2(
    *,
    area_m2: float,
    depth_mm: NDArray[np.float64],
    duration_min: NDArray[np.float64],
    infiltration_m_s: float,
    ponding_m: float,
) -> tuple[float, float]:
    """Floor of a swale, rain garden or mulch basin that holds a storm at its ponding depth.

    Parameters
    ----------
    area_m2 : float
        0 to 1,000,000. [m2]
    depth_mm : ndarray, shape (n_durations,)
        [mm]
    duration_min : ndarray, shape (n_durations,)
        [min]
    infiltration_m_s : float
        Above 0 to 0.1. [m/s]
    ponding_m : float
        0.01 to 5. [m]

    Returns
    -------
    tuple of float
        Floor [m2], and the duration that rules it [min]. Basis: derived (`A R = floor (ponding + f D)`).

    Raises
    ------
    InputError
        If a value is out of its range.

    Examples
    --------
    >>> storms = {"depth_mm": np.array([20.0, 40.0]), "duration_min": np.array([15.0, 120.0])}
    >>> [round(each, 1) for each in basin_m2(area_m2=150, **storms, infiltration_m_s=5e-6, ponding_m=0.2)]
    [25.4, 120.0]
    """
    area = require_number("area_m2", area_m2, low=0, high=1e6)
    if infiltration_m_s == 0:
        raise InputError("infiltration_m_s", "must be above 0: ground that takes no water can have no basin")
    rate = require_number("infiltration_m_s", infiltration_m_s, low=1e-9, high=0.1)
    ponding = require_number("ponding_m", ponding_m, low=0.01, high=5)
    floors = area * depth_mm / 1000 / (ponding + rate * duration_min * 60)
    worst = int(np.argmax(floors))
    return float(floors[worst]), float(duration_min[worst])
