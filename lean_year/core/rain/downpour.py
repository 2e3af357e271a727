"""Downpours: what a short burst brings, by a table's rate or estimated from daily rain, and the shape of a storm."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

MAX_INTENSITY_MM_H = 2_000.0
DAY_MIN = 1_440
DAY_TO_ANY_24_H = 1.13
"""A day read at a fixed hour misses part of the worst 24 hours. Basis: from memory (Hershfield 1961)."""
ESTIMATE_BAND = (0.6, 1.6)
"""How far an intensity from daily rain may lie from the true one. Basis: estimate."""
_EULER = 0.5772156649
_GUMBEL_SCALE = math.sqrt(6) / math.pi
LEAST_YEARS = 10
OVERFLOW_TIMES = 1.5
"""The rate for overflows over that for gutters where it is not entered. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class EstimatedIntensity:
    """An intensity worked out from daily rain."""

    intensity_mm_h: float
    low_mm_h: float
    high_mm_h: float
    day_mm: float
    """The day of that return period. [mm]"""
    mean_mm: float
    deviation_mm: float
    years: int


def gumbel_day_mm(*, mean_mm: float, deviation_mm: float, return_years: float) -> float:
    """The largest day that is reached once in so many years, by Gumbel's law fitted with moments.

    Parameters
    ----------
    mean_mm : float
        Mean of the largest day of each year. [mm]
    deviation_mm : float
        Their standard deviation. [mm]
    return_years : float
        1.01 to 1,000. [a]

    Returns
    -------
    float
        [mm]. Basis: published (Gumbel 1958; Chow's frequency factor), from memory.

    Examples
    --------
    >>> round(gumbel_day_mm(mean_mm=40, deviation_mm=12, return_years=10), 2)
    55.65
    """
    years = require_number("return_years", return_years, low=1.01, high=1_000)
    factor = -_GUMBEL_SCALE * (_EULER + math.log(math.log(years / (years - 1))))
    return mean_mm + factor * deviation_mm


def burst_mm(*, day_mm: float, minutes: float) -> float:
    """What falls in the worst so many minutes of a day: `1.13 P (t / 24 h)^(1/3)`.

    Parameters
    ----------
    day_mm : float
        Rain of the day, 0 to 1,825. [mm]
    minutes : float
        1 to 1,440. [min]

    Returns
    -------
    float
        [mm]. Basis: from memory (the one-third power rule, Indian Meteorological Department).

    Examples
    --------
    >>> round(burst_mm(day_mm=60.0, minutes=5), 1)
    10.3
    """
    day = require_number("day_mm", day_mm, low=0, high=1_825)
    span = require_number("minutes", minutes, low=1, high=DAY_MIN)
    return float(DAY_TO_ANY_24_H * day * (span / DAY_MIN) ** (1 / 3))


def estimate_intensity(
    largest_day_mm: NDArray[np.float64], *, return_years: float, minutes: float
) -> EstimatedIntensity:
    """A design intensity from the largest day of each year. Never a table's equal, and labelled so.

    Parameters
    ----------
    largest_day_mm : ndarray, shape (n_years,)
        [mm]
    return_years : float
        [a]
    minutes : float
        Duration of the burst. [min]

    Returns
    -------
    EstimatedIntensity
        With its band. Basis: estimate (Gumbel by moments, then `burst_mm`).

    Raises
    ------
    InputError
        If there are fewer than ten years.
    """
    if largest_day_mm.size < LEAST_YEARS:
        raise InputError(
            "rain", f"needs at least {LEAST_YEARS} whole years for an estimate, has {largest_day_mm.size}"
        )
    mean, deviation = float(largest_day_mm.mean()), float(largest_day_mm.std(ddof=1))
    day = gumbel_day_mm(mean_mm=mean, deviation_mm=deviation, return_years=return_years)
    rate = burst_mm(day_mm=min(day, 1_825.0), minutes=minutes) / (minutes / 60)
    low, high = ESTIMATE_BAND
    return EstimatedIntensity(rate, low * rate, high * rate, day, mean, deviation, int(largest_day_mm.size))


def effective_area_m2(*, plan_area_m2: float, pitch_deg: float, driven: bool) -> float:
    """The area that rain meets: the plan, and half the exposed rise for rain driven by wind.

    Parameters
    ----------
    plan_area_m2 : float
        [m2]
    pitch_deg : float
        0 to 89. [deg]
    driven : bool
        Whether wind is counted.

    Returns
    -------
    float
        [m2]. Basis: from memory (BS EN 12056-3): length x (plan depth + rise / 2), the rise being depth x tan(pitch).

    Examples
    --------
    >>> effective_area_m2(plan_area_m2=100, pitch_deg=45, driven=True)
    150.0
    """
    pitch = require_number("pitch_deg", pitch_deg, low=0, high=89)
    return plan_area_m2 * (1 + math.tan(math.radians(pitch)) / 2) if driven else plan_area_m2


def runoff_l_s(*, area_m2: float, intensity_mm_h: float) -> float:
    """Flow off an area, all of it running off.

    Parameters
    ----------
    area_m2 : float
        0 to 1,000,000. [m2]
    intensity_mm_h : float
        0 to 2,000. [mm/h]

    Returns
    -------
    float
        [L/s]. Basis: derived, `A I / 3600`.

    Examples
    --------
    >>> runoff_l_s(area_m2=120, intensity_mm_h=75)
    2.5
    """
    area = require_number("area_m2", area_m2, low=0, high=1e6)
    return area * require_number("intensity_mm_h", intensity_mm_h, low=0, high=MAX_INTENSITY_MM_H) / 3600


def storm_mm(
    *,
    intensity_mm_h: float,
    burst_min: float,
    storm_min: int,
    peak_at: float = 0.4,
    shape: Literal["shaped", "steady"] = "shaped",
) -> NDArray[np.float64]:
    """A design storm by the minute.

    Parameters
    ----------
    intensity_mm_h : float
        Mean rate over the worst `burst_min`, 0 to 2,000. [mm/h]
    burst_min : float
        1 to 1,440. [min]
    storm_min : int
        Length of the storm, 1 to 1,440. [min]
    peak_at : float, default 0.4
        Where in the storm the burst falls, 0 to 1. [-]
    shape : {"shaped", "steady"}
        `shaped`: within every span round the peak falls what the one-third power rule gives it from the burst,
        which is steady itself (alternating blocks). `steady`: the burst's rate for the whole storm.

    Returns
    -------
    ndarray, shape (storm_min,)
        Depth in each minute. [mm]. Basis: derived (alternating blocks, Chow 1988, from memory).

    Examples
    --------
    >>> storm = storm_mm(intensity_mm_h=60, burst_min=5, storm_min=40)
    >>> round(float(storm.max()) * 60, 6), round(float(storm.sum()), 6)
    (60.0, 10.0)
    """
    rate = require_number("intensity_mm_h", intensity_mm_h, low=0, high=MAX_INTENSITY_MM_H)
    burst = require_number("burst_min", burst_min, low=1, high=DAY_MIN)
    minutes = int(require_number("storm_min", storm_min, low=1, high=DAY_MIN))
    peak = require_number("peak_at", peak_at, low=0, high=1)
    if shape == "steady":
        return np.full(minutes, rate / 60)
    spans = np.arange(minutes + 1, dtype=np.float64)
    depth = rate / 60 * np.where(spans <= burst, spans, burst * np.cbrt(spans / burst))
    blocks = np.diff(depth)
    before = min(minutes - 1, round(peak * minutes))
    storm = np.empty(minutes)
    first = last = before
    storm[before] = blocks[0]
    for block in blocks[1:]:
        # The next smaller block goes to the side that is farther behind its share of the storm.
        early = first > 0 and (last == minutes - 1 or (before - first) * (1 - peak) <= (last - before) * peak)
        if early:
            first -= 1
            storm[first] = block
        else:
            last += 1
            storm[last] = block
    return storm
