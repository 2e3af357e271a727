"""What a supply costs over the years, in money of today: present cost, and cost of each cubic metre delivered."""

import math

from lean_year.core.errors import InputError, require_number

MOST_MONEY = 1e12
MOST_YEARS = 200
LEAST_EVERY_YEARS = 0.05
"""Between two replacements, where there are any."""


def _whole_years(years: float) -> int:
    number = require_number("years", years, low=1, high=MOST_YEARS)
    if number != int(number):
        raise InputError("years", f"must be a whole number of years from 1 to {MOST_YEARS}, got {number:g}")
    return int(number)


def present_cost(
    *,
    capital: float,
    yearly: float,
    replace_cost: float,
    replace_every_years: float,
    years: float,
    discount_rate: float,
) -> float:
    """What is paid over the years, in money of today.

    Parameters
    ----------
    capital : float
        Paid at once, 0 to 1e12. [money]
    yearly : float
        Paid at the end of every year, 0 to 1e12. [money]
    replace_cost : float
        Paid each time something is replaced, 0 to 1e12. [money]
    replace_every_years : float
        0 to 10,000: 0 for never, else at least a twentieth of a year. [years]
    years : float
        Whole, 1 to 200. [years]
    discount_rate : float
        0 to 1: what money is worth less a year from now. [-]

    Returns
    -------
    float
        `capital + sum over t of yearly / (1 + r)^t + replace_cost / (1 + r)^t` at each multiple t of
        `replace_every_years` below `years`: what would be replaced at the end is not. [money]. Basis: derived.

    Raises
    ------
    InputError

    Examples
    --------
    >>> round(present_cost(
    ...     capital=10_000, yearly=200, replace_cost=900, replace_every_years=10, years=20, discount_rate=0.03
    ... ), 2)
    13645.18
    """
    rate = require_number("discount_rate", discount_rate, low=0, high=1)
    count = _whole_years(years)
    total = require_number("capital", capital, low=0, high=MOST_MONEY)
    each_year = require_number("yearly", yearly, low=0, high=MOST_MONEY)
    replaced = require_number("replace_cost", replace_cost, low=0, high=MOST_MONEY)
    every = require_number("replace_every_years", replace_every_years, low=0, high=10_000)
    if 0 < every < LEAST_EVERY_YEARS:
        raise InputError(
            "replace_every_years", f"must be 0 for never, or at least {LEAST_EVERY_YEARS}, got {every:g}"
        )
    total += each_year * discounted_years(years=count, discount_rate=rate)
    return total + float(sum(replaced / (1 + rate) ** time for time in replaced_after(every, count)))


def replaced_after(every_years: float, years: int) -> list[float]:
    """When something is replaced that lasts so long: what would be at the end is not.

    Parameters
    ----------
    every_years : float
        0 for never. [years]
    years : int
        1 to 200. [years]

    Returns
    -------
    list of float
        From the start. [years]. Basis: derived.

    Examples
    --------
    >>> replaced_after(2.5, 10), replaced_after(0, 10)
    ([2.5, 5.0, 7.5], [])
    """
    if every_years <= 0:
        return []
    return [number * every_years for number in range(1, math.ceil(years / every_years - 1e-9))]


def discounted_years(*, years: float, discount_rate: float) -> float:
    """What one unit at the end of every year is worth today.

    Parameters
    ----------
    years : float
        Whole, 1 to 200. [years]
    discount_rate : float
        0 to 1. [-]

    Returns
    -------
    float
        `sum over t = 1..years of 1 / (1 + r)^t`. [years]. Basis: derived.

    Examples
    --------
    >>> discounted_years(years=20, discount_rate=0), round(discounted_years(years=20, discount_rate=0.03), 4)
    (20.0, 14.8775)
    """
    rate = require_number("discount_rate", discount_rate, low=0, high=1)
    return float(sum(1 / (1 + rate) ** year for year in range(1, _whole_years(years) + 1)))


def cost_per_m3(*, present_cost: float, m3_per_year: float, years: float, discount_rate: float) -> float:
    """What each cubic metre costs that a supply delivers.

    Parameters
    ----------
    present_cost : float
        0 to 1e12. [money]
    m3_per_year : float
        What it delivers in a year, above 0 to 1e9. [m3]
    years : float
        Whole, 1 to 200. [years]
    discount_rate : float
        0 to 1. [-]

    Returns
    -------
    float
        `present cost / sum over t of m3 / (1 + r)^t`. [money/m3]. Basis: derived.

    Examples
    --------
    >>> round(cost_per_m3(present_cost=13645.18, m3_per_year=90, years=20, discount_rate=0.03), 2)
    10.19
    """
    cost = require_number("present_cost", present_cost, low=0, high=MOST_MONEY)
    water = require_number("m3_per_year", m3_per_year, low=1e-6, high=1e9)
    return cost / (water * discounted_years(years=years, discount_rate=discount_rate))
