"""Quantities and dates in the words and units of one property."""

import datetime as dt
from dataclasses import dataclass

import numpy as np

from lean_year.property.document import Units

LITRES_PER_US_GALLON = 3.785411784
MM_PER_INCH = 25.4
M_PER_FOOT = 0.3048
M2_PER_SQUARE_FOOT = M_PER_FOOT**2
MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
_SMALL_NUMBERS = ("none", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")


def _digits(value: float) -> str:
    """Three significant digits or whole numbers, with thousands separated.

    >>> [_digits(x) for x in (0, 0.044, 3.618, 62.13, 640.4, 12345.6)]
    ['0', '0.04', '3.6', '62', '640', '12,346']
    """
    size = abs(value)
    if size >= 10 or value == 0:
        return f"{value:,.0f}"
    return f"{value:.1f}" if size >= 0.95 else f"{value:.2f}"


@dataclass(frozen=True, slots=True)
class Wording:
    """Words a quantity, given in the core's units, in the units of the property."""

    units: Units

    def volume(self, litres: float) -> str:
        if self.units == "us":
            return f"{_digits(round(litres / LITRES_PER_US_GALLON))} gal"
        return f"{_digits(litres)} L" if abs(litres) < 1_000 else f"{_digits_m3(litres / 1_000)} m³"

    def rate(self, litres_day: float) -> str:
        if self.units == "us":
            return f"{_digits(litres_day / LITRES_PER_US_GALLON)} gal a day"
        return f"{_digits(litres_day)} L a day"

    def rain(self, depth_mm: float) -> str:
        if self.units == "us":
            return f"{depth_mm / MM_PER_INCH:,.1f} in"
        return f"{depth_mm:,.0f} mm"

    def shallow(self, depth_mm: float) -> str:
        """A depth of a day, a loss or a limit, where one decimal matters."""
        if self.units == "us":
            return f"{depth_mm / MM_PER_INCH:.2f} in"
        return f"{depth_mm:.1f} mm"

    def length(self, length_m: float) -> str:
        if self.units == "us":
            return f"{length_m / M_PER_FOOT:,.1f} ft"
        return f"{length_m:,.2f} m"

    def area(self, area_m2: float) -> str:
        if self.units == "us":
            return f"{area_m2 / M2_PER_SQUARE_FOOT:,.0f} ft²"
        return f"{_digits(area_m2)} m²"


def _digits_m3(value: float) -> str:
    """Cubic metres to the nearest hundred litres, below a thousand.

    >>> _digits_m3(87.04), _digits_m3(3.64), _digits_m3(1234.5)
    ('87.0', '3.6', '1,234')
    """
    return f"{value:.1f}" if abs(value) < 1_000 else f"{value:,.0f}"


def day(date: np.datetime64 | dt.date) -> str:
    """A date in full.

    >>> day(np.datetime64("2021-09-12"))
    '12 Sep 2021'
    """
    moment: dt.date = date.astype("datetime64[D]").astype(object) if isinstance(date, np.datetime64) else date
    return f"{moment.day} {MONTHS[moment.month - 1]} {moment.year}"


def count(number: int) -> str:
    """Small counts as words, larger ones as digits.

    >>> count(2), count(32)
    ('two', '32')
    """
    return _SMALL_NUMBERS[number] if 0 <= number < len(_SMALL_NUMBERS) else f"{number:,}"


def several(number: int, noun: str) -> str:
    """A count with its noun.

    >>> several(1, "day"), several(32, "day")
    ('1 day', '32 days')
    """
    return f"{number:,} {noun}" if number == 1 else f"{number:,} {noun}s"
