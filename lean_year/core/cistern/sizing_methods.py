"""The methods of sizing, as they are practised, for a comparison with the replay.

Each answers with the live volume it would choose and the values it used, so that anyone can work it out again.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import require_number
from lean_year.core.units import L_PER_US_GALLON, M2_PER_SQUARE_FOOT, MM_PER_INCH

BS_SHARE, DIN_SHARE = 0.05, 0.06
"""Share of a year's water to store. Basis: from memory (BS 8515:2009; DIN 1989-1)."""
TRADE_CATCH_L_MM_M2 = 600 * L_PER_US_GALLON / MM_PER_INCH / (1_000 * M2_PER_SQUARE_FOOT)
"""600 US gal an inch on 1,000 ft2. Basis: common practice. [L per mm and m2]"""
DRY_MONTH_SHARE = 0.5
"""A month is dry when the roofs bring less than this share of what the house uses. [-] Basis: estimate."""


@dataclass(frozen=True, slots=True)
class MonthlyBalance:
    """Twelve months run month by month, begun full."""

    size_l: float | None
    """None where the year uses more than it brings."""
    deficit_l: NDArray[np.float64]
    """How far below full at the end of each month, in the order given; of the last run through. [L]"""


def monthly_balance(*, inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64], repeats: bool) -> MonthlyBalance:
    """Size by a monthly balance: the largest of `K = max(0, K' + D - Q)`, begun full.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_months,)
        Water brought and used in each month, in their order. [L]
    repeats : bool
        True for an average year that follows itself (run twice round); False for one year taken alone.

    Returns
    -------
    MonthlyBalance
        Basis: common practice (handbooks' tabular method).

    Examples
    --------
    >>> dry = monthly_balance(inflow_l=np.array([9.0, 9, 0, 0]), demand_l=np.full(4, 4.0), repeats=True)
    >>> dry.size_l, dry.deficit_l.tolist()
    (8.0, [3.0, 0.0, 4.0, 8.0])
    """
    if repeats and demand_l.sum() > inflow_l.sum() + 1e-9:
        return MonthlyBalance(None, np.zeros_like(inflow_l))
    below, peak = 0.0, 0.0
    deficits = np.zeros_like(inflow_l)
    for _ in range(2 if repeats else 1):
        for month in range(inflow_l.size):
            below = max(0.0, below + float(demand_l[month]) - float(inflow_l[month]))
            deficits[month] = below
            peak = max(peak, below)
    return MonthlyBalance(peak, deficits)


@dataclass(frozen=True, slots=True)
class CriticalPeriod:
    """The stretch of a record, come round again after its end, that uses most more than it brings."""

    size_l: float
    """Used - brought over the stretch. [L]"""
    days: NDArray[np.int64]
    """Index of each of its days in the record."""


def sequent_peak(*, inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64]) -> CriticalPeriod | None:
    """The size with no failure by the sequent peak over the record run twice, as if it came round again.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_days,)
        [L]

    Returns
    -------
    CriticalPeriod or None
        None where the record uses more than it brings. Basis: from memory (Thomas and Burden 1963).
    """
    if demand_l.sum() > inflow_l.sum():
        return None
    used_more = np.tile(demand_l - inflow_l, 2)
    mass = np.concatenate(([0.0], np.cumsum(used_more)))
    lowest = np.minimum.accumulate(mass)
    last = int(np.argmax(mass - lowest))
    first = int(np.flatnonzero(mass[: last + 1] == lowest[last])[-1])
    return CriticalPeriod(float(mass[last] - mass[first]), np.arange(first, last) % inflow_l.size)


def share_of_year_l(*, yield_l_year: float, demand_l_year: float, share: float) -> float:
    """A share of the year: of the lesser of what it brings and what it uses.

    Parameters
    ----------
    yield_l_year, demand_l_year : float
        Mean year. [L]
    share : float
        0.05 or 0.06 by the standards. [-]

    Returns
    -------
    float
        [L]. Basis: from memory (BS 8515:2009, 0.05; DIN 1989-1, 0.06). For temperate climates with rain all year.

    Examples
    --------
    >>> share_of_year_l(yield_l_year=60_000, demand_l_year=80_000, share=0.05)
    3000.0
    """
    return share * min(yield_l_year, demand_l_year)


@dataclass(frozen=True, slots=True)
class DryMonths:
    """A run of months in a row that bring little."""

    first: int
    """Calendar month, 1 to 12, in which it begins; 0 where no month is dry."""
    count: int


def dry_months(*, inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64]) -> DryMonths:
    """The longest run of months, round the year, that bring less than half of what they use.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (12,)
        Mean month, January first. [L]

    Returns
    -------
    DryMonths
        Basis: common practice; where a month counts as dry is an estimate (`DRY_MONTH_SHARE`).

    Examples
    --------
    >>> dry_months(inflow_l=np.array([9.0, 9, 9, 9, 1, 0, 0, 1, 9, 9, 9, 9]), demand_l=np.full(12, 4.0))
    DryMonths(first=5, count=4)
    """
    dry = inflow_l < DRY_MONTH_SHARE * demand_l
    if dry.all():
        return DryMonths(1, 12)
    best = DryMonths(0, 0)
    for first in range(12):
        count = 0
        while dry[(first + count) % 12]:
            count += 1
        if count > best.count and not dry[first - 1]:
            best = DryMonths(first + 1, count)
    return best


def months_carried(*, inflow_l: NDArray[np.float64], demand_l: NDArray[np.float64], live_l: float) -> int:
    """Months of a mean year that a store carries in a sum by month: what was left, and what the month brings, is at
    least what it uses.

    Parameters
    ----------
    inflow_l, demand_l : ndarray, shape (n_months,)
        Water brought and used in each mean month, in their order. [L]
    live_l : float
        Live volume, 0 to 1e12. [L]

    Returns
    -------
    int
        Of the months in which water is used, the second time round from an empty store, each taken as a whole:
        what it brings is used before any of it spills. Basis: common practice (sums by month of handbooks and
        tenders).

    Examples
    --------
    >>> months_carried(inflow_l=np.array([9.0, 9, 0, 0]), demand_l=np.full(4, 4.0), live_l=5)
    3
    """
    room = require_number("live_l", live_l, low=0, high=1e12)
    left, carried = 0.0, 0
    for turn in (1, 2):
        for brought, used in zip(inflow_l.tolist(), demand_l.tolist(), strict=True):
            there = left + brought
            carried += turn == 2 and 0 < used <= there + 1e-9
            left = min(room, max(0.0, there - used))
    return carried


def trade_catch_l(*, area_m2: float, rain_mm: float) -> float:
    """What a roof brings by the trade's "600 gallons an inch on a thousand square feet".

    Parameters
    ----------
    area_m2 : float
        Plan area. [m2]
    rain_mm : float
        Depth. [mm]

    Returns
    -------
    float
        [L]. Basis: common practice.

    Examples
    --------
    >>> round(trade_catch_l(area_m2=92.90304, rain_mm=25.4) / 3.785411784)
    600
    """
    return TRADE_CATCH_L_MM_M2 * area_m2 * rain_mm
