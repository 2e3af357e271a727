"""A working that is a sum gives the figure it stands under, as closely as its own digits allow. Words follow a
semicolon."""

import re

import pytest

from lean_year.demo.shipped import DEMOS
from tests.plan.answer.test_marks import figures
from tests.plan.on_demos import planned, replace

SI = {
    "": 1, "×": 1, "-": 1, "%": 0.01, "days": 1, "years": 1, "d": 1, "months": 1, "°": 1, "1/h": 1, "W": 1,
    "mm": 1e-3, "m": 1, "m head": 1, "m²": 1, "m2": 1, "m³": 1, "m3": 1, "L": 1e-3, "L/mm": 1, "L a day": 1e-3,
    "L/d": 1e-3, "L/s": 1e-3, "mm/h": 1e-3 / 3600, "kPa": 1e3, "kN/m": 1e3, "kg": 1, "t": 1e3, "mg/L": 1, "g": 1e3,
    "kWh/m³": 1, "kWh/m3": 1, "kWh": 1, "mJ/cm2": 1, "€": 1, "$": 1,
}  # fmt: skip
"""Units of the workings of the demos, by what makes one of them SI."""
NUMBER = r"\d[\d,]*(?:\.\d+)?"
UNITS = "|".join(sorted((re.escape(unit) for unit in SI if unit and unit not in ("×", "-")), key=len, reverse=True))
OPERAND = re.compile(rf"({NUMBER})(?: ?({UNITS})(?![\w³²/]))?")


class About:
    """A number as it is written: somewhere within half of its last digit."""

    def __init__(self, low, high):
        self.low, self.high = min(low, high), max(low, high)

    def _with(self, other, how):
        ends = [how(a, b) for a in (self.low, self.high) for b in (other.low, other.high)]
        return About(min(ends), max(ends))

    def __add__(self, other):
        return self._with(other, lambda a, b: a + b)

    def __sub__(self, other):
        return self._with(other, lambda a, b: a - b)

    def __mul__(self, other):
        return self._with(other, lambda a, b: a * b)

    def __truediv__(self, other):
        return self._with(other, lambda a, b: a / b)

    def __pow__(self, other):
        return self._with(other, lambda a, b: a**b)

    def __neg__(self):
        return About(-self.high, -self.low)


def written(match):
    number, unit = match.groups()
    decimals = len(number.partition(".")[2])
    value, half = float(number.replace(",", "")), 0.5 * 10.0**-decimals
    return f"About({(value - half) * SI[unit or '']!r}, {(value + half) * SI[unit or '']!r})"


def summed(working):
    """The working as an expression, or nothing where it is words."""
    text = OPERAND.sub(written, working.partition(";")[0])
    left_over = re.sub(r"About\([^()]*\)", "", text)
    if not re.fullmatch(r"[\s+−×/()^-]*", left_over) or not re.search(r"[+−×/^]", left_over):
        return None
    return eval(text.replace("−", "-").replace("×", "*").replace("^", "**"), {"About": About})


@pytest.mark.parametrize("name", sorted(DEMOS))
def test_a_sum_gives_its_figure(name):
    plan = planned(name, replace("/units", "metric"))
    checked = 0
    for at, figure in figures(plan):
        about = summed(figure.working) if figure.value is not None else None
        if about is None:
            continue
        checked += 1
        value = figure.value * SI[figure.unit]
        room = 1e-9 * max(1.0, abs(value))
        assert about.low - room <= value <= about.high + room, (
            f"{at}: {figure.working} is {about.low} to {about.high}, not {value}"
        )
    assert checked >= 20
