"""What a garden draws from the weather: reference evapotranspiration and a soil bucket.

Equation numbers are those of FAO Irrigation and Drainage Paper 56 (Allen, Pereira, Raes and Smith 1998).
"""

from dataclasses import dataclass

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

SOLAR_CONSTANT_MJ_M2_MIN = 0.0820
MM_PER_MJ_M2 = 0.408
"""Water that 1 MJ/m2 evaporates, equation 20. [mm]"""


def extraterrestrial_radiation_mj_m2(
    *, latitude_deg: float, day_of_year: NDArray[np.int64] | int
) -> NDArray[np.float64]:
    """Radiation of a day above the air, equations 21 to 25.

    Parameters
    ----------
    latitude_deg : float
        North positive, -66 to 66. [deg]
    day_of_year : int or ndarray
        1 to 366.

    Returns
    -------
    ndarray
        [MJ/m2 per day]. Basis: published (FAO-56).

    Examples
    --------
    Example 8 of the paper: 3 September at 20 degrees south gives 32.2.

    >>> round(float(extraterrestrial_radiation_mj_m2(latitude_deg=-20, day_of_year=246)), 1)
    32.2
    """
    latitude = np.radians(require_number("latitude_deg", latitude_deg, low=-66, high=66))
    angle = 2 * np.pi * np.asarray(day_of_year, dtype=np.float64) / 365
    distance = 1 + 0.033 * np.cos(angle)
    declination = 0.409 * np.sin(angle - 1.39)
    sunset = np.arccos(-np.tan(latitude) * np.tan(declination))
    return np.asarray(
        24 * 60 / np.pi * SOLAR_CONSTANT_MJ_M2_MIN * distance
        * (sunset * np.sin(latitude) * np.sin(declination) + np.cos(latitude) * np.cos(declination) * np.sin(sunset))
    )  # fmt: skip


def hargreaves_mm(
    *,
    tmin_c: NDArray[np.float64] | float,
    tmax_c: NDArray[np.float64] | float,
    radiation_mj_m2: NDArray[np.float64] | float,
) -> NDArray[np.float64]:
    """Reference evapotranspiration from temperatures: `0.0023 (T + 17.8) (Tmax - Tmin)^0.5 Ra`, equation 52.

    Parameters
    ----------
    tmin_c, tmax_c : float or ndarray
        Lowest and highest temperature of the day. [deg C]
    radiation_mj_m2 : float or ndarray
        From `extraterrestrial_radiation_mj_m2`. [MJ/m2 per day]

    Returns
    -------
    ndarray
        [mm per day], never below 0. Basis: published (FAO-56, equation 52; T the mean of the two).

    Examples
    --------
    Example 20 of the paper (Lyon, July): 5.0 mm a day.

    >>> round(float(hargreaves_mm(tmin_c=14.8, tmax_c=26.6, radiation_mj_m2=40.55)), 1)
    5.0
    """
    low, high = np.asarray(tmin_c, dtype=np.float64), np.asarray(tmax_c, dtype=np.float64)
    mean = (low + high) / 2
    spread = np.sqrt(np.maximum(high - low, 0.0))
    return np.asarray(np.maximum(0.0, 0.0023 * (mean + 17.8) * spread * MM_PER_MJ_M2 * np.asarray(radiation_mj_m2)))


def available_water_mm(*, field_capacity: float, wilting_point: float, root_depth_m: float) -> float:
    """Total available water of the root zone: `1000 (FC - WP) Zr`, equation 82.

    Parameters
    ----------
    field_capacity, wilting_point : float
        Volumetric water contents, 0 to 1. [-]
    root_depth_m : float
        0 to 5. [m]

    Returns
    -------
    float
        [mm]. Basis: published (FAO-56).

    Examples
    --------
    >>> available_water_mm(field_capacity=0.15, wilting_point=0.06, root_depth_m=0.4)
    36.0
    """
    dry = require_number("wilting_point", wilting_point, low=0, high=1)
    wet = require_number("field_capacity", field_capacity, low=dry, high=1)
    return round(1000.0 * (wet - dry) * require_number("root_depth_m", root_depth_m, low=0, high=5), 9)


@dataclass(frozen=True, slots=True)
class Garden:
    """Watered ground."""

    area_m2: float
    available_water_mm: float
    """Water the root zone holds between full and wilting. [mm]"""
    allowed_depletion: float
    """Share of it that may be used up before watering. [-]"""
    efficiency: float
    """Share of the water given that reaches the roots, above 0. [-]"""

    def __post_init__(self) -> None:
        require_number("area_m2", self.area_m2, low=0, high=1e6)
        require_number("available_water_mm", self.available_water_mm, low=0, high=1_000)
        require_number("allowed_depletion", self.allowed_depletion, low=0, high=1)
        require_number("efficiency", self.efficiency, low=0.05, high=1)


@dataclass(frozen=True, slots=True)
class Watering:
    """A garden through the record, arrays of shape (n_days,)."""

    given_l: NDArray[np.float64]
    """Water drawn for it each day. [L]"""
    depletion_mm: NDArray[np.float64]
    """How far the root zone is below full at the end of each day. [mm]"""
    drained_mm: NDArray[np.float64]
    """Rain that the full soil passes on. [mm]"""


@njit(cache=True, nogil=True)
def _bucket(rain, use, allowed, given, depletion, drained):  # type: ignore[no-untyped-def]
    low = 0.0
    for day in range(rain.size):
        low += use[day] - rain[day]
        if low < 0.0:
            drained[day] = -low
            low = 0.0
        if low > allowed:
            given[day] = low - allowed
            low = allowed
        depletion[day] = low


def water_garden(garden: Garden, *, rain_mm: NDArray[np.float64], crop_et_mm: NDArray[np.float64]) -> Watering:
    """Water a garden when its soil asks for it.

    The depletion of the root zone follows equation 85 without runoff and capillary rise,
    `Dr = Dr' - P - I + ETc + DP`; what takes it past the readily available water `RAW = p TAW` is given the same day,
    as a drip line does. Nothing is given while the soil holds enough.

    Parameters
    ----------
    garden : Garden
        Area and soil.
    rain_mm : ndarray, shape (n_days,)
        [mm]
    crop_et_mm : ndarray, shape (n_days,)
        `Kc x ET0`. [mm]

    Returns
    -------
    Watering
        `given = area x (Dr - RAW) / efficiency` where that is above 0; the soil begins full. Basis: published
        (FAO-56, equations 82 to 85).

    Raises
    ------
    InputError
        If the two series differ in length.
    """
    if rain_mm.shape != crop_et_mm.shape:
        raise InputError("crop_et_mm", f"has {crop_et_mm.size} days, the rain has {rain_mm.size}")
    net, depletion, drained = np.zeros_like(rain_mm), np.zeros_like(rain_mm), np.zeros_like(rain_mm)
    allowed = garden.allowed_depletion * garden.available_water_mm
    _bucket(rain_mm, crop_et_mm, allowed, net, depletion, drained)
    return Watering(net * garden.area_m2 / garden.efficiency, depletion, drained)
