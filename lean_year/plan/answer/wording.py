"""Quantities and dates in the words and units of one property."""

import datetime as dt
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal

import numpy as np

from lean_year.core.units import (
    KG_PER_POUND,
    KN_PER_POUND_FORCE,
    KPA_PER_PSI,
    L_PER_US_GALLON,
    M2_PER_SQUARE_FOOT,
    M3_PER_CUBIC_YARD,
    M_PER_FOOT,
    M_PER_MILE,
    ML_PER_FLUID_OUNCE,
    MM_PER_INCH,
)
from lean_year.property.document import Units

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
_SMALL_NUMBERS = ("none", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")


def fixed(value: float, decimals: int = 0) -> str:
    """A number with thousands separated, halves rounded away from zero.

    Rounds the decimal digits that a person sees, as the interface does, so that both always show the same figure.

    >>> fixed(1106.5), fixed(86.25, 1), fixed(2.675, 2), fixed(-0.04, 1), fixed(12345.6)
    ('1,107', '86.3', '2.68', '0.0', '12,346')
    """
    value = float(value)
    steps = abs(value) * 10.0**decimals
    if abs(steps % 1 - 0.5) > 1e-6 and steps < 1e9:  # no tie, however its digits are read
        return f"{value if steps > 0.5 else 0.0:,.{decimals}f}"
    rounded = Decimal(repr(value)).quantize(Decimal(1).scaleb(-decimals), rounding=ROUND_HALF_UP)
    return f"{rounded if rounded else abs(rounded):,}"


def _significant(value: float) -> str:
    """Whole from ten upwards, else one decimal, or two under one.

    >>> [_significant(x) for x in (0, 0.044, 3.618, 62.13, 640.4)]
    ['0', '0.04', '3.6', '62', '640']
    """
    size = abs(value)
    if size >= 10 or value == 0:
        return fixed(value)
    return fixed(value, 1 if size >= 0.95 else 2)


@dataclass(frozen=True, slots=True)
class Wording:
    """Words a quantity, given in the core's units, in the units of the property."""

    units: Units

    def volume(self, litres: float) -> str:
        if self.units == "us":
            return f"{fixed(litres / L_PER_US_GALLON)} gal"
        return f"{_significant(litres)} L" if abs(litres) < 1_000 else f"{cubic_metres(litres / 1_000)} m³"

    def cost(self, currency: str, cost_m3: float, decimals: int = 2) -> str:
        """What a cubic metre costs, or a thousand gallons."""
        if self.units == "us":
            return f"{currency}{fixed(cost_m3 * L_PER_US_GALLON, decimals)} for each 1,000 gal"
        return f"{currency}{fixed(cost_m3, decimals)} for each m³"

    def rate(self, litres_day: float) -> str:
        if self.units == "us":
            return f"{_significant(litres_day / L_PER_US_GALLON)} gal a day"
        return f"{_significant(litres_day)} L a day"

    def rain(self, depth_mm: float) -> str:
        if self.units == "us":
            return f"{fixed(depth_mm / MM_PER_INCH, 1)} in"
        return f"{fixed(depth_mm)} mm"

    def shallow(self, depth_mm: float) -> str:
        """A depth of a day, a loss or a limit, where one decimal matters."""
        if self.units == "us":
            return f"{fixed(depth_mm / MM_PER_INCH, 2 if depth_mm >= 2.5 or depth_mm == 0 else 3)} in"
        return f"{fixed(depth_mm, 1)} mm"

    def length(self, length_m: float) -> str:
        if self.units == "us":
            return f"{fixed(length_m / M_PER_FOOT, 1)} ft"
        return f"{fixed(length_m, 2)} m"

    def flow(self, flow_l_s: float) -> str:
        if self.units == "us":
            return f"{_significant(flow_l_s * 60 / L_PER_US_GALLON)} gal/min"
        return f"{fixed(flow_l_s, 1 if flow_l_s >= 0.095 else 2 if flow_l_s else 0)} L/s"

    def bore(self, bore_mm: float) -> str:
        if self.units == "us":
            return f"{fixed(bore_mm / MM_PER_INCH, 2 if bore_mm < 25 else 1)} in"
        return f"{fixed(bore_mm, 0 if bore_mm >= 10 else 1)} mm"

    def opening(self, area_cm2: float) -> str:
        """A small area, of a mesh or a vent."""
        if self.units == "us":
            return f"{_significant(area_cm2 / (MM_PER_INCH / 10) ** 2)} in²"
        return f"{fixed(area_cm2)} cm²"

    def pressure(self, pressure_kpa: float) -> str:
        if self.units == "us":
            return f"{_significant(pressure_kpa / KPA_PER_PSI)} psi"
        return f"{fixed(pressure_kpa)} kPa"

    def bulk(self, volume_m3: float) -> str:
        """Stone, soil or concrete."""
        if self.units == "us":
            return f"{_significant(volume_m3 / M3_PER_CUBIC_YARD)} yd³"
        return f"{_significant(volume_m3)} m³"

    def tonnes(self, tonnes: float) -> str:
        if self.units == "us":
            return f"{_significant(tonnes * 1000 / KG_PER_POUND / 2000)} short tons"
        return f"{_significant(tonnes)} t"

    def mass(self, mass_kg: float) -> str:
        if self.units == "us":
            return f"{fixed(mass_kg / KG_PER_POUND)} lb"
        return f"{fixed(mass_kg)} kg" if mass_kg < 1_000 else f"{_significant(mass_kg / 1_000)} t"

    def speed(self, metres_s: float) -> str:
        if self.units == "us":
            return f"{fixed(metres_s * 3_600 / M_PER_MILE)} mph"
        return f"{fixed(metres_s)} m/s"

    def force(self, kilonewtons: float) -> str:
        if self.units == "us":
            return f"{fixed(kilonewtons / KN_PER_POUND_FORCE)} lbf"
        return f"{_significant(kilonewtons)} kN"

    def bag(self, mass_kg: float) -> str:
        if self.units == "us":
            return f"{fixed(mass_kg / KG_PER_POUND)} lb"
        return f"{fixed(mass_kg)} kg"

    def measure(self, millilitres: float) -> str:
        """What is measured out, of bleach or the like."""
        if self.units == "us":
            ounces = millilitres / ML_PER_FLUID_OUNCE
            return f"{_significant(ounces)} fl oz" if ounces < 64 else f"{fixed(ounces / 128, 2)} gal"
        return f"{fixed(millilitres / 1_000, 2)} L" if millilitres >= 1_000 else f"{fixed(millilitres)} mL"

    def temperature(self, degrees_c: float) -> str:
        if self.units == "us":
            return f"{fixed(degrees_c * 9 / 5 + 32)} °F".replace("-", "−")
        return f"{fixed(degrees_c)} °C".replace("-", "−")

    def intensity(self, rate_mm_h: float) -> str:
        if self.units == "us":
            return f"{fixed(rate_mm_h / MM_PER_INCH, 1)} in/h"
        return f"{fixed(rate_mm_h)} mm/h"

    def area(self, area_m2: float) -> str:
        if self.units == "us":
            return f"{fixed(area_m2 / M2_PER_SQUARE_FOOT)} ft²"
        return f"{_significant(area_m2)} m²"


def cubic_metres(value: float) -> str:
    """Cubic metres to the nearest hundred litres, below a thousand.

    >>> cubic_metres(87.04), cubic_metres(3.65), cubic_metres(1234.5)
    ('87.0', '3.7', '1,235')
    """
    return fixed(value, 1 if abs(value) < 1_000 else 0)


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
