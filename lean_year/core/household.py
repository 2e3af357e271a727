"""Who uses how much, and when."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

HABITS_L_PERSON_DAY: dict[str, float] = {
    "frugal": 50.0,
    "careful": 90.0,
    "ordinary": 140.0,
    "generous": 220.0,
}
"""Indoor use by habit, L per person and day. Basis: common practice, no source."""

# The 28.25-day February spreads an entered monthly volume evenly over leap and common years.
DAYS_IN_MONTH = np.array([31, 28.25, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31])


@dataclass(frozen=True, slots=True)
class MonthlyDemand:
    """Water wanted by calendar month, each array of shape (12,), January first."""

    people: NDArray[np.float64]
    """Mean number of people in the house."""
    indoor_l_day: NDArray[np.float64]
    garden_l_day: NDArray[np.float64]

    @property
    def total_l_day(self) -> NDArray[np.float64]:
        return self.indoor_l_day + self.garden_l_day

    @property
    def year_l(self) -> float:
        """One mean year of 365.25 days. [L]"""
        return float((self.total_l_day * DAYS_IN_MONTH).sum())


def monthly_demand(
    *,
    residents: float,
    guests: NDArray[np.float64],
    litres_person_day: float,
    garden_l_month: NDArray[np.float64],
) -> MonthlyDemand:
    """Demand by month: `(residents + guests) x litres a person and day + garden / days in the month`.

    Parameters
    ----------
    residents : float
        People living there all year, 0 to 10,000. [-]
    guests : ndarray, shape (12,)
        Mean number of further people in each month, January first. [-]
    litres_person_day : float
        Indoor use, 0 to 2,000. [L per person and day]
    garden_l_month : ndarray, shape (12,)
        Garden water in each month, January first. [L per month]

    Returns
    -------
    MonthlyDemand
        Basis: derived from what was entered.

    Raises
    ------
    InputError
        If a value is out of its range or a list has not twelve values.
    """
    require_number("residents", residents, low=0, high=10_000)
    require_number("litres_person_day", litres_person_day, low=0, high=2_000)
    for name, values in (("guests", guests), ("garden_l_month", garden_l_month)):
        if np.shape(values) != (12,):
            raise InputError(name, "needs twelve values, January first")
        if not np.all(np.isfinite(values)) or np.min(values) < 0:
            raise InputError(name, "every month must be a number of at least 0")
    people = residents + np.asarray(guests, dtype=np.float64)
    return MonthlyDemand(
        people=people,
        indoor_l_day=people * litres_person_day,
        garden_l_day=np.asarray(garden_l_month, dtype=np.float64) / DAYS_IN_MONTH,
    )


def daily_demand_l(demand: MonthlyDemand, month: NDArray[np.int64]) -> NDArray[np.float64]:
    """The demand of each day, given the calendar month (1 to 12) of each day. [L]"""
    return demand.total_l_day[month - 1]
