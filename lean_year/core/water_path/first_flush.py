"""First flush: how much to throw away, in what chamber, drained how fast, and what that costs in a record."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number
from lean_year.core.units import GRAVITY_M_S2, L_PER_US_GALLON, M2_PER_SQUARE_FOOT

HALVING_MM = 1.0
"""Rain that halves what is left on a roof. Basis: published (Martinson and Thomas 2005, each mm halves)."""
SOURCE = "Martinson and Thomas 2005: each mm halves what is left"
HOLE_DISCHARGE = 0.6
"""Basis: from memory (sharp-edged orifice)."""
Exposure = Literal["clean", "ordinary", "dirty"]
EXPOSURE_MM: dict[Exposure, tuple[float, float]] = {"clean": (0.2, 0.5), "ordinary": (0.5, 1.0), "dirty": (1.0, 2.0)}
"""Usual depths; `dirty` with trees, dust, birds or traffic. Basis: common practice."""
GALLONS_MM = (1 / 100 * L_PER_US_GALLON / M2_PER_SQUARE_FOOT, 2 / 100 * L_PER_US_GALLON / M2_PER_SQUARE_FOOT)
"""One to two US gallons for each 100 ft2. [mm]. Basis: from memory (Texas Manual on Rainwater Harvesting)."""
HABIT_MM = 2.0
"""One trade's habit on every roof. Basis: common practice."""
HOUSE_L, SHED_L = (20.0, 25.0), (5.0, 10.0)
"""A fixed volume for an ordinary house roof, and for a shed. [L]. Basis: from memory (enHealth); common practice."""
USUAL_RAIN_H = 6.0
"""Hours in which a wet day's rain falls. Basis: estimate."""
TANK_DEPTH_M = 0.6
"""Water in a tank-type diverter. Basis: estimate."""
MOST_LEGS = 4
"""More legs than this are a tank's work. Basis: estimate."""
USUAL_DEPTH_MM = 0.5
"""Where nothing is known of the roof. Basis: common practice."""
USUAL_EMITTER_L_H = 4
"""The dripper that is sold everywhere. Basis: common practice."""
WIDE_BORE_MM = 152
"""Pipe of six inches. Basis: common practice."""
LEAST_CAP_ROOM_MM, CAP_ROOM_MM = 150.0, 200
"""Room under a leg in which its cap can still be unscrewed, and which is left for it. Basis: common practice."""
CLOGS_MM = 1.0
"""A hole narrower than this clogs with one leaf hair. Basis: common practice."""
RESETS_WITHIN_H, NEVER_H = 72.0, 240.0
"""A chamber that takes longer is often still full when it rains again; one beyond the second never resets in a wet
season. Basis: estimate."""
HARD_FROST_C = -3.0
"""A full leg is taken to split in nights as cold as this. Basis: estimate."""
DRINK_LEFT = 0.5
"""Share of the dirt that may be left where the water is drunk. Basis: estimate."""
LEAST_LEG_M = 0.3
"""A shorter leg is not worth its fittings. Basis: estimate."""


def share_left(depth_mm: float) -> float:
    """Share of a roof's dirt that is still there after the first so many mm.

    Parameters
    ----------
    depth_mm : float
        0 to 100. [mm]

    Returns
    -------
    float
        `0.5^depth`. [-]. Basis: published (Martinson and Thomas 2005).

    Examples
    --------
    >>> share_left(2.0)
    0.25
    """
    return float(0.5 ** (require_number("depth_mm", depth_mm, low=0, high=100) / HALVING_MM))


def depth_for_share_left_mm(left: float) -> float:
    """The depth that leaves a share, the inverse of `share_left`.

    Parameters
    ----------
    left : float
        0.001 to 1. [-]

    Returns
    -------
    float
        [mm]

    Examples
    --------
    >>> depth_for_share_left_mm(0.25)
    2.0
    """
    return -HALVING_MM * math.log2(require_number("left", left, low=0.001, high=1))


def flush_volume_l(*, area_m2: float, depth_mm: float) -> float:
    """Water of the first so many mm off a plan area, all of it running off.

    Parameters
    ----------
    area_m2 : float
        0 to 100,000,000. [m2]
    depth_mm : float
        0 to 100. [mm]

    Returns
    -------
    float
        [L]. Basis: derived.

    Examples
    --------
    >>> flush_volume_l(area_m2=120, depth_mm=0.5)
    60.0
    """
    area = require_number("area_m2", area_m2, low=0, high=1e8)
    return area * require_number("depth_mm", depth_mm, low=0, high=100)


def chamber_length_m(*, volume_l: float, bore_mm: float) -> float:
    """Length of upright pipe that holds a volume.

    Parameters
    ----------
    volume_l : float
        0 to 1,000,000,000. [L]
    bore_mm : float
        Inside, 0.1 to 1,000,000. [mm]

    Returns
    -------
    float
        [m]. Basis: derived.

    Examples
    --------
    >>> round(chamber_length_m(volume_l=4.3, bore_mm=77.3), 2)
    0.92
    """
    volume = require_number("volume_l", volume_l, low=0, high=1e9)
    bore = require_number("bore_mm", bore_mm, low=0.1, high=1e6) / 1000
    return volume / 1000 / (math.pi * bore**2 / 4)


def hole_flow_l_h(*, hole_mm: float, head_m: float) -> float:
    """What a hole leaks under a head: `Cd a sqrt(2 g h)`.

    Parameters
    ----------
    hole_mm : float
        0 to 1,000. [mm]
    head_m : float
        0 to 100. [m]

    Returns
    -------
    float
        [L/h]. Basis: published (Torricelli).

    Examples
    --------
    >>> round(hole_flow_l_h(hole_mm=2.0, head_m=1.0), 1)
    30.1
    """
    hole = math.pi * (require_number("hole_mm", hole_mm, low=0, high=1_000) / 1000) ** 2 / 4
    head = require_number("head_m", head_m, low=0, high=100)
    return 3.6e6 * HOLE_DISCHARGE * hole * math.sqrt(2 * GRAVITY_M_S2 * head)


def drain_down_h(*, chamber_length_m: float, bore_mm: float, hole_mm: float) -> float:
    """Time for an upright leg to empty through a hole at its foot, no inflow.

    Parameters
    ----------
    chamber_length_m : float
        Depth of water above the hole, 0 to 100. [m]
    bore_mm : float
        Of the leg, 0.1 to 1,000,000. [mm]
    hole_mm : float
        Above 0 to the bore. [mm]

    Returns
    -------
    float
        `2 A sqrt(h) / (Cd a sqrt(2 g))`. [h]. Basis: published (Torricelli).

    Raises
    ------
    InputError
        If the hole is wider than its pipe, or a value is out of its range.

    Examples
    --------
    >>> round(drain_down_h(chamber_length_m=2, bore_mm=150, hole_mm=2), 2)
    1.66
    """
    length = require_number("chamber_length_m", chamber_length_m, low=0, high=100)
    bore = require_number("bore_mm", bore_mm, low=0.1, high=1e6)
    hole = require_number("hole_mm", hole_mm, low=0.01, high=10_000)
    if hole > bore:
        raise InputError("hole_mm", f"must be at most the bore of its pipe, {bore:g} mm, got {hole:g}")
    return 2 * (bore / hole) ** 2 * math.sqrt(length) / (HOLE_DISCHARGE * math.sqrt(2 * GRAVITY_M_S2)) / 3600


SHORTEST_H = 1e-3
"""The shortest time that a hole is worked out for. [h]"""


def hole_for_time_mm(*, chamber_length_m: float, bore_mm: float, hours: float) -> float:
    """The hole that empties a leg in a time, the inverse of `drain_down_h`.

    Parameters
    ----------
    chamber_length_m : float
        0 to 100. [m]
    bore_mm : float
        0.1 to 1,000,000. [mm]
    hours : float
        Above 0 to 1,000. [h]

    Returns
    -------
    float
        [mm]

    Examples
    --------
    >>> hole = hole_for_time_mm(chamber_length_m=1.5, bore_mm=104, hours=24)
    >>> round(drain_down_h(chamber_length_m=1.5, bore_mm=104, hole_mm=hole), 6)
    24.0
    """
    length = require_number("chamber_length_m", chamber_length_m, low=0, high=100)
    bore = require_number("bore_mm", bore_mm, low=0.1, high=1e6)
    time_s = 3600 * require_number("hours", hours, low=SHORTEST_H, high=1_000)
    return bore * math.sqrt(2 * math.sqrt(length) / (HOLE_DISCHARGE * math.sqrt(2 * GRAVITY_M_S2)) / time_s)


@dataclass(frozen=True, slots=True)
class Diverter:
    """A first-flush chamber as the replay needs it."""

    volume_l: float
    drain_h: float
    """Time to empty, full and without inflow; inf for one that is emptied by hand only. [h]"""
    steady: bool
    """An emitter, which drains at one rate, instead of a hole, which slows as it empties."""
    leak_l_h: float
    """What runs out while it is full and rain lasts. [L/h]"""


@dataclass(frozen=True, slots=True)
class Diverted:
    """What a diverter took out of a record. Arrays have shape (n_days,)."""

    arrived_l: NDArray[np.float64]
    """What its roofs brought each day. [L]"""
    taken_l: NDArray[np.float64]
    """Into the chamber and out of its hole, each day. [L]"""
    leaked_l: NDArray[np.float64]
    """Of that, out of the hole while it rained. [L]"""
    reset: NDArray[np.bool_]
    """Days on which rain found it at least nine tenths empty."""

    def shut_on(self, days: NDArray[np.bool_]) -> "Diverted":
        """The same, with nothing taken on some days, on which it is shut off."""
        none = np.zeros_like(self.taken_l)
        return Diverted(
            self.arrived_l,
            np.where(days, none, self.taken_l),
            np.where(days, none, self.leaked_l),
            self.reset & ~days,
        )

    @property
    def wet_day(self) -> NDArray[np.bool_]:
        """Days on which its roofs brought water."""
        return np.asarray(self.arrived_l > 0)

    @property
    def passed_share(self) -> NDArray[np.float64]:
        """Share of each day's water that it lets by; 1 on a dry day. [-]"""
        taken = np.divide(self.taken_l, self.arrived_l, out=np.zeros_like(self.taken_l), where=self.wet_day)
        return np.asarray(np.maximum(0.0, 1 - taken))


@njit(cache=True, nogil=True)
def _divert(water, volume, drain_h, steady, leak, rain_h, taken, leaked, reset):  # type: ignore[no-untyped-def]
    held = 0.0
    for day in range(water.size):
        came = water[day]
        hours = 24.0
        if came > 0:
            reset[day] = held <= 0.1 * volume
            into = min(came, volume - held)
            held += into
            # The hole leaks only what there is left of the day's water once the chamber is full.
            out = min(came - into, leak * rain_h)
            leaked[day] = out
            taken[day] = into + out
            hours = 24.0 - rain_h
        if drain_h > 0 and held > 0:
            share = hours / drain_h
            if steady:
                held = max(0.0, held - volume * share)
            else:
                root = max(0.0, np.sqrt(held / volume) - share)
                held = volume * root * root
        elif drain_h == 0:
            held = 0.0


def divert(water_l: NDArray[np.float64], diverter: Diverter, *, rain_h: float = USUAL_RAIN_H) -> Diverted:
    """Run a diverter through a record of what its roofs bring.

    On a wet day it takes what it has room for and leaks while the rain lasts; then it drains by Torricelli (half its
    water in 29 % of the time), or steadily. It refills only as far as it has drained: losses follow dry gaps.

    Parameters
    ----------
    water_l : ndarray, shape (n_days,)
        Off the roofs each day. [L]
    diverter : Diverter
        The chamber and how it drains.
    rain_h : float, default 6
        Hours of rain on a wet day, 0 to 24. [h]

    Returns
    -------
    Diverted
        Basis: derived.
    """
    hours = require_number("rain_h", rain_h, low=0, high=24)
    taken, leaked, reset = np.zeros_like(water_l), np.zeros_like(water_l), np.zeros(water_l.size, dtype=np.bool_)
    if diverter.volume_l > 0:
        _divert(
            water_l, diverter.volume_l, diverter.drain_h, diverter.steady, diverter.leak_l_h, hours,
            taken, leaked, reset,
        )  # fmt: skip
    return Diverted(water_l, taken, leaked, reset)
