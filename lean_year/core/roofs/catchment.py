"""What catches rain, and how much of it reaches the gutter."""

import math
from dataclasses import dataclass
from functools import cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.basis import Basis
from lean_year.core.errors import InputError, require_number
from lean_year.core.tables import table

Ground = Literal["roof", "paving", "land", "cover"]
Fitness = Literal["good", "caution", "never"]
LossMethod = Literal["coefficient", "daily", "monthly"]
MAX_AREA_M2 = 1_000_000.0
MAX_RAIN_MM = 1_825.0
"""The largest rain recorded in one day, mm. Basis: from memory (World Meteorological Organization)."""


@dataclass(frozen=True, slots=True)
class RunoffCoefficient:
    """Share of the rain on a surface that reaches the gutter, for one material."""

    key: str
    label: str
    low: float
    central: float
    high: float
    basis: Basis
    source: str
    kind: Ground = "roof"
    drinking: Fitness = "good"
    """Whether its water may become drinking water, with treatment."""
    advice: str = ""
    """What to know, or to do instead, where it is not simply good."""

    def __post_init__(self) -> None:
        if not 0 <= self.low <= self.central <= self.high <= 1:
            raise InputError(self.key, "needs 0 <= low <= central <= high <= 1")
        if self.basis == "published" and not self.source:
            raise InputError(self.key, "is marked published and names no source")


@cache
def runoff_coefficients() -> dict[str, RunoffCoefficient]:
    """The table of runoff coefficients by material, in the order it should be offered."""
    known = table("runoff")
    return {
        row["key"]: RunoffCoefficient(source=known["source"], basis=known["basis"], **row) for row in known["row"]
    }


def roof_plan_area_m2(*, slope_length_m: float, width_m: float, pitch_deg: float) -> float:
    """Plan area of a roof measured along its slope: `A_plan = L x W x cos(pitch)`.

    Rain falls on the horizontal projection, so a steep roof catches no more than its footprint.

    Parameters
    ----------
    slope_length_m, width_m : float
        Length up the slope and width along the eaves, 0 to 10,000. [m]
    pitch_deg : float
        Angle from level, 0 to 89. [deg]

    Returns
    -------
    float
        [m2]. Basis: derived (geometry).

    Examples
    --------
    >>> round(roof_plan_area_m2(slope_length_m=10, width_m=10, pitch_deg=60), 6)
    50.0
    """
    length = require_number("slope_length_m", slope_length_m, low=0, high=10_000)
    width = require_number("width_m", width_m, low=0, high=10_000)
    pitch = require_number("pitch_deg", pitch_deg, low=0, high=89)
    return length * width * math.cos(math.radians(pitch))


def harvest_l(
    *, area_m2: float, rain_mm: NDArray[np.float64] | float, runoff: float, loss_mm: float
) -> NDArray[np.float64]:
    """Water reaching the gutter each day: `Q = A x C x max(0, P - loss)`; 1 mm on 1 m2 is 1 L.

    The loss is taken afresh every day and never makes the harvest negative.

    Parameters
    ----------
    area_m2 : float
        Plan area, 0 to 1,000,000. [m2]
    rain_mm : float or ndarray, shape (n_days,)
        Daily rain, no missing values. [mm]
    runoff : float
        Share of the rain that runs off, 0 to 1. [-]
    loss_mm : float
        Depth lost to wetting each day, 0 to 100. [mm]

    Returns
    -------
    ndarray, shape as `rain_mm`
        [L]. Basis: derived.

    Raises
    ------
    InputError
        If a value is out of its range.

    Examples
    --------
    >>> float(harvest_l(area_m2=100, rain_mm=10.5, runoff=0.9, loss_mm=0.5))
    900.0
    """
    area = require_number("area_m2", area_m2, low=0, high=MAX_AREA_M2)
    coefficient = require_number("runoff", runoff, low=0, high=1)
    loss = require_number("loss_mm", loss_mm, low=0, high=100)
    rain = np.asarray(rain_mm, dtype=np.float64)
    if rain.size and not (rain.min() >= 0 and rain.max() <= MAX_RAIN_MM):
        raise InputError("rain_mm", f"every day must be from 0 to {MAX_RAIN_MM:,.0f} mm")
    return np.asarray(area * coefficient * np.maximum(0.0, rain - loss))


MONTHLY_LOSS_MM, MONTHLY_METHOD_RUNOFF = 2.0, 0.85
"""The monthly method's loss a month and its coefficient. Basis: from memory (enHealth, Guidance on use of rainwater
tanks: 0.8 to 0.85)."""


def monthly_method_runoff_mm(
    rain_mm: NDArray[np.float64], month_number: NDArray[np.int64], *, loss_mm: float = MONTHLY_LOSS_MM
) -> NDArray[np.float64]:
    """Rain left each day by the monthly method, before its coefficient: the first 2 mm of each month are lost.

    Over a whole month the days add up to `max(0, P_month - loss)`.

    Parameters
    ----------
    rain_mm : ndarray, shape (n_days,)
        Daily rain. [mm]
    month_number : ndarray, shape (n_days,)
        A number for each calendar month in turn, the same for all its days. [-]
    loss_mm : float, default 2
        Depth lost in each month. [mm]

    Returns
    -------
    ndarray, shape (n_days,)
        [mm]. Basis: from memory (enHealth, Guidance on use of rainwater tanks); spread over days here.

    Examples
    --------
    >>> monthly_method_runoff_mm(np.array([1.0, 9.0]), np.array([0, 0])).round(3).tolist()
    [0.0, 8.0]
    """
    if not rain_mm.size:
        return rain_mm.copy()
    starts = np.concatenate(([0], np.flatnonzero(np.diff(month_number)) + 1))
    total = np.cumsum(rain_mm)
    before = np.concatenate(([0.0], total))[starts]
    so_far = total - np.repeat(before, np.diff(np.append(starts, rain_mm.size)))
    left = np.maximum(0.0, so_far - loss_mm)
    shifted = np.concatenate(([0.0], left[:-1]))
    shifted[starts] = 0.0
    return np.asarray(np.maximum(0.0, left - shifted))
