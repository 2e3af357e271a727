"""Quantities and dates in the words and units of one property."""

import datetime as dt
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from lean_year.core.units import L_PER_US_GALLON
from lean_year.plan.answer.quantities import FIGURES, fixed, written
from lean_year.property.document import Units

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
_SMALL_NUMBERS = ("none", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")


@dataclass(frozen=True, slots=True)
class Wording:
    """Words a quantity, given in the core's units, in the units of the property."""

    units: Units

    def of_kind(self, kind: str, value: float) -> str:
        """A quantity by the name of its kind."""
        return written(kind, value, self.units)

    def volume(self, litres: float) -> str:
        return written("volume", litres, self.units)

    def rate(self, litres_day: float) -> str:
        return written("rate", litres_day, self.units)

    def rain(self, depth_mm: float) -> str:
        return written("rain", depth_mm, self.units)

    def shallow(self, depth_mm: float) -> str:
        """A depth of a day, a loss or a limit, where one decimal matters."""
        return written("shallow", depth_mm, self.units)

    def length(self, length_m: float) -> str:
        return written("length", length_m, self.units)

    def flow(self, flow_l_s: float) -> str:
        return written("flow", flow_l_s, self.units)

    def head(self, head_m: float) -> str:
        """Of water, in a small unit where it is small."""
        return written("head", head_m, self.units)

    def bore(self, bore_mm: float) -> str:
        return written("bore", bore_mm, self.units)

    def pipe(self, bore_mm: float) -> str:
        """A pipe, by its nominal size where it is known by that."""
        return written("pipe", bore_mm, self.units)

    def nominal(self, size_mm: float) -> str:
        """A size as it is sold or said, never one that was entered or worked out."""
        return written("nominal", size_mm, self.units)

    def spacing(self, spacing_m: float) -> str:
        """A distance as the trade says it, never one that was entered or worked out."""
        return written("spacing", spacing_m, self.units)

    def about(self, litres: float) -> str:
        """A volume that is known to two figures only."""
        unit_l = L_PER_US_GALLON if self.units == "us" else 1.0
        return self.volume(float(f"{litres / unit_l:.2g}") * unit_l)

    def loading(self, rate_m_h: float) -> str:
        """Of a filter's bed."""
        return written("loading", rate_m_h, self.units)

    def drip(self, flow_l_h: float) -> str:
        """Of an emitter, or a hole in a cap."""
        return written("drip", flow_l_h, self.units)

    def full_weight(self) -> str:
        """What water weighs, by the volume that people know."""
        if self.units == "us":
            return f"{self.mass(L_PER_US_GALLON * 100)} for each 100 gallons"
        return f"{fixed(1)} t for each m³"

    def hole(self, width_mm: float) -> str:
        """That drains a chamber slowly."""
        return written("hole", width_mm, self.units)

    def opening(self, area_cm2: float) -> str:
        """A small area, of a mesh or a vent."""
        return written("opening", area_cm2, self.units)

    def pressure(self, pressure_kpa: float) -> str:
        return written("pressure", pressure_kpa, self.units)

    def bulk(self, volume_m3: float) -> str:
        """Stone, soil or concrete."""
        return written("bulk", volume_m3, self.units)

    def tonnes(self, tonnes: float) -> str:
        return written("tonnes", tonnes, self.units)

    def mass(self, mass_kg: float) -> str:
        return written("mass", mass_kg, self.units)

    def bag(self, mass_kg: float) -> str:
        return written("bag", mass_kg, self.units)

    def speed(self, metres_s: float) -> str:
        """Of wind."""
        return written("speed", metres_s, self.units)

    def velocity(self, metres_s: float) -> str:
        """Of water in a pipe."""
        return written("velocity", metres_s, self.units)

    def force(self, kilonewtons: float) -> str:
        return written("force", kilonewtons, self.units)

    def measure(self, millilitres: float) -> str:
        """What is measured out, of bleach or the like."""
        return written("measure", millilitres, self.units)

    def temperature(self, degrees_c: float) -> str:
        return written("temperature", degrees_c, self.units)

    def intensity(self, rate_mm_h: float) -> str:
        return written("intensity", rate_mm_h, self.units)

    def area(self, area_m2: float) -> str:
        return written("area", area_m2, self.units)

    def micron(self, opening_um: float) -> str:
        """The grain that a filter keeps back: in the same unit everywhere, as it is sold."""
        return written("micron", opening_um, self.units)

    def figure(self, value: float | None, unit: str) -> str:
        """A figure of the plan, given in its unit; the interface writes the same."""
        if value is None:
            return "not known"
        if unit == "kPa" and value < 0:
            return f"{self.pressure(-value)} short"
        if unit in FIGURES:
            kind, kept = FIGURES[unit]
            return written(kind, value * kept, self.units)
        match unit:
            case "d":
                return f"{fixed(value)} {'day' if value == 1 else 'days'}"
            case "years":
                return f"{fixed(value)} {'year' if value == 1 else 'years'}"
            case "-":  # rounded down, so that 100 % means all of it
                return "100 %" if value == 1 else f"{fixed(math.floor(value * 1000) / 10, 1)} %"
            case currency:
                return f"{currency}{fixed(value, 2 if abs(value) < 10 else 0)}".replace("-", "−")

    def money(self, currency: str, amount: float) -> str:
        """An amount, with cents under ten."""
        return f"{currency}{fixed(amount, 2 if 0 < abs(amount) < 10 else 0)}".replace("-", "−")

    def cost(self, currency: str, cost_m3: float, decimals: int = 2) -> str:
        """What a cubic metre costs, or a thousand gallons."""
        if self.units == "us":
            return f"{currency}{fixed(cost_m3 * L_PER_US_GALLON, decimals)} for each 1,000 gal"
        return f"{currency}{fixed(cost_m3, decimals)} for each m³"


def day(date: np.datetime64 | dt.date) -> str:
    """A date in full.

    >>> day(np.datetime64("2021-09-12"))
    '12 Sep 2021'
    """
    moment: dt.date = date.astype("datetime64[D]").astype(object) if isinstance(date, np.datetime64) else date
    return f"{moment.day} {MONTHS[moment.month - 1]} {moment.year}"


def day_of_year(month: int, day_of_month: int) -> str:
    """A day without its year.

    >>> day_of_year(11, 1)
    '1 Nov'
    """
    return f"{day_of_month} {MONTHS[month - 1]}"


def count(number: int) -> str:
    """Small counts as words, larger ones as digits.

    >>> count(2), count(32)
    ('two', '32')
    """
    return _SMALL_NUMBERS[number] if 0 <= number < len(_SMALL_NUMBERS) else f"{number:,}"


def first_few(names: Sequence[str], shown: int) -> str:
    """The first names of a list, and how many more there are.

    >>> first_few(["sink", "bath", "shower"], 2)
    'sink, bath and 1 more'
    """
    more = len(names) - shown
    return ", ".join(names[:shown]) + (f" and {more} more" if more > 0 else "")


def several(number: int, noun: str) -> str:
    """A count with its noun.

    >>> several(1, "day"), several(32, "day")
    ('1 day', '32 days')
    """
    return f"{number:,} {noun}" if number == 1 else f"{number:,} {noun}s"
