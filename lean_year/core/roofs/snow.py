"""Snow on a roof: what falls as snow, what the roof holds, when it melts."""

from dataclasses import dataclass

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

HOLDING_PITCH_DEG, SHEDDING_PITCH_DEG = 1.1935, 4.7636
"""Pitches of 1:48, which holds snow, and 1:12, from which slick metal sheds it. Basis: common practice."""
SLIDING_SHARE, HELD_SHARE = 0.7, 0.15
"""Share of the snow that leaves a slick shedding roof, and one that holds it, unmelted. Basis: estimate."""
FROZEN_SHARE = 0.1
"""From here on it matters that snow is no rain. Basis: estimate."""
SLIDES_SHARE = 0.05
"""A roof that sheds more of the year's water than this as snow is worth guards. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class SnowRules:
    """How snow is counted apart from rain and how it melts."""

    threshold_c: float = 1.0
    """A day's mean temperature at or below which all of it is snow. [deg C] Basis: common practice."""
    melt_mm_c_day: float = 4.0
    """Melt for each degree of the day's mean above freezing. Basis: from memory (3 to 5)."""

    def __post_init__(self) -> None:
        require_number("threshold_c", self.threshold_c, low=-10, high=10)
        require_number("melt_mm_c_day", self.melt_mm_c_day, low=0.1, high=20)


@dataclass(frozen=True, slots=True)
class RoofWater:
    """What reaches the roof's edge as water, arrays of shape (n_days,), water equivalent."""

    water_mm: NDArray[np.float64]
    """Rain and melt of each day. [mm]"""
    pack_mm: NDArray[np.float64]
    """Snow on the roof at the end of each day. [mm]"""
    lost_mm: NDArray[np.float64]
    """Snow that slid or blew off. [mm]"""
    snow_mm: NDArray[np.float64]
    """Of the day's precipitation, what fell as snow. [mm]"""


@njit(cache=True, nogil=True)
def _pack(fall, mean_c, threshold, factor, lost_share, water, pack, lost, snow):  # type: ignore[no-untyped-def]
    held = 0.0
    for day in range(fall.size):
        if mean_c[day] <= threshold:
            snow[day] = fall[day]
            lost[day] = fall[day] * lost_share
            held += fall[day] - lost[day]
            rain = 0.0
        else:
            rain = fall[day]
        melt = min(held, factor * max(mean_c[day], 0.0))
        held -= melt
        water[day] = rain + melt
        pack[day] = held


def snow_on_roof(
    *, fall_mm: NDArray[np.float64], mean_c: NDArray[np.float64], rules: SnowRules, lost_share: float
) -> RoofWater:
    """Split the record into rain and snow, and melt what the roof holds.

    Parameters
    ----------
    fall_mm : ndarray, shape (n_days,)
        Precipitation, water equivalent. [mm]
    mean_c : ndarray, shape (n_days,)
        Mean temperature of each day. [deg C]
    rules : SnowRules
        Threshold and melt.
    lost_share : float
        Share of the snowfall that slides or blows off, 0 to 1. [-]

    Returns
    -------
    RoofWater
        fall = water + lost + the pack at the end. Basis: from memory (degree-day melt).

    Raises
    ------
    InputError
        If the series differ in length or a value is out of its range.

    Examples
    --------
    10 mm of snow in frost, then two days at 1.5 degrees, 4 mm a degree:

    >>> roof = snow_on_roof(fall_mm=np.array([10.0, 0, 0]), mean_c=np.array([-5.0, 1.5, 1.5]),
    ...                     rules=SnowRules(threshold_c=1.0, melt_mm_c_day=4.0), lost_share=0.1)
    >>> roof.water_mm.tolist(), roof.lost_mm.tolist()
    ([0.0, 6.0, 3.0], [1.0, 0.0, 0.0])
    """
    if fall_mm.shape != mean_c.shape:
        raise InputError("mean_c", f"has {mean_c.size} days, the record has {fall_mm.size}")
    share = require_number("lost_share", lost_share, low=0, high=1)
    out = [np.zeros_like(fall_mm) for _ in range(4)]
    _pack(fall_mm, mean_c, rules.threshold_c, rules.melt_mm_c_day, share, *out)
    return RoofWater(*out)


def usual_lost_share(*, pitch_deg: float, slick: bool, guards: bool) -> float:
    """Share of the snow that leaves a roof without melting on it.

    A quarter inch a foot holds the snow; slick metal at 1:12 sheds it; guards keep it. In between a straight line in
    pitch.

    Parameters
    ----------
    pitch_deg : float
        0 to 89. [deg]
    slick : bool
        Metal, glazed tile or glass.
    guards : bool
        Snow guards are fitted.

    Returns
    -------
    float
        [-]. Basis: estimate between pitches that are common practice.

    Examples
    --------
    >>> [usual_lost_share(pitch_deg=pitch, slick=True, guards=False) for pitch in (10, 45)]
    [0.7, 0.7]
    """
    pitch = require_number("pitch_deg", pitch_deg, low=0, high=89)
    if guards or pitch <= HOLDING_PITCH_DEG:
        return HELD_SHARE
    # A rough roof holds snow up to about 45 degrees.
    sheds = SHEDDING_PITCH_DEG if slick else 45.0
    return float(np.interp(pitch, (HOLDING_PITCH_DEG, sheds), (HELD_SHARE, SLIDING_SHARE)))
