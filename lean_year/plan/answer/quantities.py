"""How every quantity is written, in both systems of units: one table for the server and the interface.

`python -m lean_year.plan.answer.quantities` prints it as JSON, from which the interface works
(`web/src/lib/quantities.json`, made by `make schema`). Neither side has a factor or a number of decimals of its own.
"""

import json
import math
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from decimal import ROUND_HALF_UP, Decimal
from functools import lru_cache
from typing import Any, Literal

from lean_year.core import units as to
from lean_year.core.hydraulics.stock_pipes import SAME_BORE_MM, trade_size, trade_sizes_mm
from lean_year.property.document import Units

Digits = int | Literal["significant", "shortest"]
_ENDLESS = 1e300


@dataclass(frozen=True, slots=True)
class Written:
    """How a value is written while its size in the kept unit is under `below`."""

    unit: str
    factor: float = 1.0
    """Kept units in one of this."""
    digits: Digits = 0
    """Decimals; `significant`: whole from ten upwards, one decimal from one, else two; `shortest`: up to two."""
    below: float = _ENDLESS
    zero: float = 0.0
    """Where the scale of the unit begins, in itself: 32 for Fahrenheit."""
    parts: int = 0
    """Rounded to so many parts of the unit and written as a fraction, such as 1 3/4; 0 for decimals."""


@dataclass(frozen=True, slots=True)
class Entered:
    """How an entry is written and nudged while its size in the kept unit is under `below`."""

    unit: str
    factor: float
    digits: int
    step: float
    """How far an arrow key moves it, in the unit that is shown."""
    below: float = _ENDLESS
    zero: float = 0.0


Systems = dict[Units, Sequence[Written]]


def _either(metric: Sequence[Written] | Written, us: Sequence[Written] | Written) -> Systems:
    return {
        "metric": (metric,) if isinstance(metric, Written) else metric,
        "us": (us,) if isinstance(us, Written) else us,
    }


def _both(*rules: Written) -> Systems:
    return {"metric": rules, "us": rules}


QUANTITIES: dict[str, Systems] = {
    "volume": _either(
        (Written("L", 1, "significant", 1_000), Written("m³", 1_000, 1, 1e6), Written("m³", 1_000)),
        (
            Written("gal", to.L_PER_US_GALLON, "significant", 10 * to.L_PER_US_GALLON),
            Written("gal", to.L_PER_US_GALLON),
        ),
    ),
    "rate": _either(Written("L a day", 1, "significant"), Written("gal a day", to.L_PER_US_GALLON, "significant")),
    "rain": _either(Written("mm"), Written("in", to.MM_PER_INCH, 1)),
    "day_rain": _either(Written("mm", 1, 1), Written("in", to.MM_PER_INCH, 2)),
    "shallow": _either(
        Written("mm", 1, 1),
        (
            Written("in", to.MM_PER_INCH, 2, 1e-9),
            Written("in", to.MM_PER_INCH, 3, 2.5),
            Written("in", to.MM_PER_INCH, 2),
        ),
    ),
    "length": _either(Written("m", 1, 2), Written("ft", to.M_PER_FOOT, 1)),
    "height": _either(Written("m", 1, 2), Written("ft", to.M_PER_FOOT, 2)),
    "distance": _either(Written("km", 1_000, "significant"), Written("miles", to.M_PER_MILE, "significant")),
    "head": _either(
        (Written("mm", 0.001, 0, 0.1), Written("m", 1, 2)),
        (Written("in", to.MM_PER_INCH / 1_000, 1, 0.15), Written("ft", to.M_PER_FOOT, 2)),
    ),
    "bore": _either(
        (Written("mm", 1, 1, 10), Written("mm")),
        (Written("in", to.MM_PER_INCH, 2, 25), Written("in", to.MM_PER_INCH, 1)),
    ),
    "pipe": _either(
        (Written("mm", 1, 1, 10), Written("mm")),
        Written("in", to.MM_PER_INCH, 2),
    ),
    "nominal": _either(
        (Written("mm", 1, 1, 10), Written("mm")),
        (
            Written("in", to.MM_PER_INCH, parts=8, below=60),
            Written("in", to.MM_PER_INCH, parts=4, below=200),
            Written("in", to.MM_PER_INCH, parts=2),
        ),
    ),
    "cut": _either(Written("mm"), Written("in", to.MM_PER_INCH, parts=8)),
    "spacing": _either(Written("m", 1, "shortest"), Written("ft", to.M_PER_FOOT, parts=2)),
    "micron": _both(Written("micron", 1, "shortest")),
    "flow": _either(
        (Written("L/s", 1, 0, 1e-9), Written("L/s", 1, 2, 0.095), Written("L/s", 1, 1)),
        Written("gal/min", to.L_S_PER_GALLON_MIN, "significant"),
    ),
    "loading": _either(
        Written("m/h", 1, 1), Written("gal/min for each ft²", to.M_H_PER_GALLON_MIN_SQUARE_FOOT, "significant")
    ),
    "drip": _either(Written("L/h", 1, "shortest"), Written("gal/h", to.L_PER_US_GALLON, "shortest")),
    "hole": _either(Written("mm", 1, "shortest"), Written("in", to.MM_PER_INCH, 3)),
    "opening": _either(Written("cm²"), Written("in²", to.CM2_PER_SQUARE_INCH, "significant")),
    "pressure": _either(Written("kPa"), Written("psi", to.KPA_PER_PSI, "significant")),
    "stress": _either(Written("MPa", 1_000, 2), Written("psi", to.KPA_PER_PSI)),
    "bulk": _either(Written("m³", 1, "significant"), Written("yd³", to.M3_PER_CUBIC_YARD, "significant")),
    "tonnes": _either(Written("t", 1, "significant"), Written("short tons", to.T_PER_SHORT_TON, "significant")),
    "mass": _either(
        (
            Written("g", 0.001, 0, 1),
            Written("kg", 1, 1, 10),
            Written("kg", 1, 0, 1_000),
            Written("t", 1_000, "significant"),
        ),
        (
            Written("oz", to.KG_PER_POUND / 16, 0, to.KG_PER_POUND),
            Written("lb", to.KG_PER_POUND, 1, 10 * to.KG_PER_POUND),
            Written("lb", to.KG_PER_POUND),
        ),
    ),
    "bag": _either(Written("kg"), Written("lb", to.KG_PER_POUND)),
    "speed": _either(Written("m/s"), Written("mph", to.M_S_PER_MILE_H)),
    "velocity": _either(Written("m/s", 1, 2), Written("ft/s", to.M_PER_FOOT, 1)),
    "force": _either(Written("kN", 1, "significant"), Written("lbf", to.KN_PER_POUND_FORCE)),
    "line_load": _either(Written("kN/m"), Written("lbf/ft", to.KN_M_PER_POUND_FORCE_FOOT)),
    "measure": _either(
        (Written("mL", 1, 0, 1_000), Written("L", 1_000, 2)),
        (
            Written("fl oz", to.ML_PER_FLUID_OUNCE, "significant", 64 * to.ML_PER_FLUID_OUNCE),
            Written("gal", 1_000 * to.L_PER_US_GALLON, 2),
        ),
    ),
    "temperature": _either(Written("°C"), Written("°F", to.C_PER_F, zero=to.FREEZING_F)),
    "warming": _either(Written("°C"), Written("°F", to.C_PER_F)),
    "intensity": _either(Written("mm/h"), Written("in/h", to.MM_PER_INCH, 1)),
    "area": _either(Written("m²", 1, "significant"), Written("ft²", to.M2_PER_SQUARE_FOOT)),
    "for_each_depth": _either(
        Written("L for each mm"), Written("gal for each inch", to.L_PER_US_GALLON / to.MM_PER_INCH)
    ),
    "energy_for_water": _either(Written("kWh/m³", 1, 2), Written("kWh/1,000 gal", 1 / to.L_PER_US_GALLON, 2)),
    "energy": _both(Written("kWh")),
    "power": _both(Written("W", 1, 0, 1_000), Written("kW", 1_000, 1)),
    "current": _both(Written("A", 1, "significant")),
    "voltage": _both(Written("V", 1, "shortest")),
    "charge": _both(Written("Ah")),
    "section": _either(Written("mm²", 1, "significant"), Written("kcmil", to.MM2_PER_KCMIL, "significant")),
    "days": _both(Written("days", 1, "significant")),
    "dose": _both(Written("mJ/cm²")),
    "concentration": _both(Written("mg/L")),
    "starts": _both(Written("an hour")),
    "factor": _both(Written("×", 1, 2)),
    "minutes": _both(Written("min")),
    "hours": _both(Written("min", 1 / 60, 0, 1), Written("h", 1, 1)),
    "months": _both(Written("months", 1, 1)),
    "loads": _both(Written("", 1, 1)),
}
"""By kind of quantity, kept in L, L/d, mm, m, L/s, cm2, kPa, m3, t, kg, m/s, kN, mL, deg C, mm/h, m2, m/h, A, V, Ah,
mm2 of copper, d."""

FIGURES: dict[str, tuple[str, float]] = {
    "L": ("volume", 1), "L/d": ("rate", 1), "mm": ("rain", 1), "m2": ("area", 1), "L/mm": ("for_each_depth", 1),
    "L/s": ("flow", 1), "m": ("length", 1), "m head": ("head", 1), "kPa": ("pressure", 1), "MPa": ("stress", 1_000),
    "mJ/cm2": ("dose", 1),
    "kWh/m3": ("energy_for_water", 1), "kWh": ("energy", 1), "1/h": ("starts", 1), "mL": ("measure", 1),
    "kg": ("mass", 1), "g": ("mass", 0.001), "W": ("power", 1), "h": ("hours", 1), "m3": ("bulk", 1),
    "kN/m": ("line_load", 1), "×": ("factor", 1), "mg/L": ("concentration", 1), "min": ("minutes", 1),
    "A": ("current", 1), "mm2": ("section", 1), "days": ("days", 1),
    "loads": ("loads", 1), "months": ("months", 1), "m/s": ("velocity", 1),
}  # fmt: skip
"""By the unit of a figure of the plan, the kind of quantity that it is written as and the kept units in it."""


def _entry(metric: Entered | Sequence[Entered], us: Entered | Sequence[Entered]) -> dict[Units, Sequence[Entered]]:
    return {
        "metric": (metric,) if isinstance(metric, Entered) else metric,
        "us": (us,) if isinstance(us, Entered) else us,
    }


def _same(rule: Entered) -> dict[Units, Sequence[Entered]]:
    return {"metric": (rule,), "us": (rule,)}


ENTRIES: dict[str, dict[Units, Sequence[Entered]]] = {
    "volume": _entry(
        (Entered("L", 1, 0, 50, 1_000), Entered("m³", 1_000, 2, 1)), Entered("gal", to.L_PER_US_GALLON, 0, 100)
    ),
    "stroke": _entry(Entered("L", 1, 2, 0.05), Entered("gal", to.L_PER_US_GALLON, 2, 0.01)),
    "rate": _entry(Entered("L", 1, 1, 5), Entered("gal", to.L_PER_US_GALLON, 1, 1)),
    "area": _entry(
        (Entered("m²", 1, 2, 0.05, 2), Entered("m²", 1, 1, 1)),
        (Entered("ft²", to.M2_PER_SQUARE_FOOT, 1, 0.5, 2), Entered("ft²", to.M2_PER_SQUARE_FOOT, 0, 10)),
    ),
    "length": _entry(Entered("m", 1, 2, 0.1), Entered("ft", to.M_PER_FOOT, 2, 0.5)),
    "bore": _entry(Entered("mm", 1, 0, 5), Entered("in", to.MM_PER_INCH, 2, 0.25)),
    "pipe": _entry(Entered("mm", 1, 0, 5), Entered("in", to.MM_PER_INCH, 2, 0.25)),
    "depth": _entry(Entered("mm", 1, 2, 0.1), Entered("in", to.MM_PER_INCH, 3, 0.01)),
    "opening": _entry(Entered("cm²", 1, 0, 10), Entered("in²", to.CM2_PER_SQUARE_INCH, 1, 5)),
    "intensity": _entry(Entered("mm/h", 1, 1, 5), Entered("in/h", to.MM_PER_INCH, 2, 0.1)),
    "flow": _entry(Entered("L/s", 1, 2, 0.05), Entered("gal/min", to.L_S_PER_GALLON_MIN, 1, 1)),
    "flow_min": _entry(Entered("L/min", 1, 1, 1), Entered("gal/min", to.L_PER_US_GALLON, 1, 0.5)),
    "pressure": _entry(Entered("kPa", 1, 0, 50), Entered("psi", to.KPA_PER_PSI, 1, 5)),
    "melt": _entry(Entered("mm/°C", 1, 2, 0.1), Entered("in/°F", to.MM_PER_INCH / to.C_PER_F, 3, 0.005)),
    "temperature": _entry(Entered("°C", 1, 1, 0.5), Entered("°F", to.C_PER_F, 1, 1, zero=to.FREEZING_F)),
    "speed": _entry(Entered("m/s", 1, 1, 1), Entered("mph", to.M_S_PER_MILE_H, 0, 5)),
    "force": _entry(Entered("kN", 1, 1, 5), Entered("lbf", to.KN_PER_POUND_FORCE, 0, 500)),
    "water_year": _entry(Entered("m³", 1, 1, 5), Entered("gal", to.L_PER_US_GALLON / 1_000, 0, 1_000)),
    "travel": _entry(Entered("km", 1, 0, 5), Entered("miles", to.M_PER_MILE / 1_000, 0, 5)),
    "money_m3": _entry(Entered("", 1, 2, 5), Entered("", 1 / to.L_PER_US_GALLON, 2, 10)),
    "money_m2": _entry(Entered("", 1, 2, 5), Entered("", 1 / to.M2_PER_SQUARE_FOOT, 2, 0.5)),
    "voltage": _same(Entered("V", 1, 0, 12)),
    "charge": _same(Entered("Ah", 1, 0, 10)),
    "money": _same(Entered("", 1, 2, 10)),
    "percent": _same(Entered("%", 0.01, 1, 1)),
    "share": _same(Entered("", 1, 3, 0.01)),
    "angle": _same(Entered("°", 1, 1, 1)),
    "position": _same(Entered("°", 1, 4, 0.01)),
    "count": _same(Entered("", 1, 2, 1)),
}
"""By kind of entry. Prices go by the cubic metre or the thousand gallons, and by the square metre or foot."""

_VOLUME = {
    "l": 1.0, "kl": 1_000.0, "m3": 1_000.0, "m³": 1_000.0, "gal": to.L_PER_US_GALLON,
    "ft3": to.L_PER_CUBIC_FOOT, "ft³": to.L_PER_CUBIC_FOOT,
}  # fmt: skip
_SMALL = {"mm": 1.0, "cm": 10.0, "in": to.MM_PER_INCH, '"': to.MM_PER_INCH}
_BARE = {"": 1.0}
MAY_BE_WRITTEN: dict[str, dict[str, float]] = {
    "volume": _VOLUME,
    "water_year": {"m3": 1.0, "m³": 1.0, "kl": 1.0, "l": 0.001, "gal": to.L_PER_US_GALLON / 1_000},
    "stroke": _VOLUME,
    "rate": {
        "l": 1.0, "l/d": 1.0, "m3": 1_000.0, "m³": 1_000.0, "gal": to.L_PER_US_GALLON, "gal/d": to.L_PER_US_GALLON,
    },
    "area": {"m2": 1.0, "m²": 1.0} | dict.fromkeys(("ft2", "ft²", "sqft"), to.M2_PER_SQUARE_FOOT),
    "length": {
        "m": 1.0, "cm": 0.01, "mm": 0.001, "ft": to.M_PER_FOOT, "'": to.M_PER_FOOT, "in": to.MM_PER_INCH / 1_000,
        '"': to.MM_PER_INCH / 1_000,
    },
    "bore": _SMALL,
    "pipe": _SMALL,
    "depth": _SMALL,
    "melt": {"mm": 1.0, "mm/°c": 1.0, "mm/c": 1.0} | dict.fromkeys(("in/°f", "in/f"), to.MM_PER_INCH / to.C_PER_F),
    "opening": {"cm²": 1.0, "cm2": 1.0, "in²": to.CM2_PER_SQUARE_INCH, "in2": to.CM2_PER_SQUARE_INCH},
    "intensity": {"mm/h": 1.0, "mm": 1.0, "in/h": to.MM_PER_INCH, "in": to.MM_PER_INCH},
    "flow": {"l/s": 1.0, "l/min": 1 / 60, "gal/min": to.L_S_PER_GALLON_MIN, "gpm": to.L_S_PER_GALLON_MIN},
    "flow_min": {"l/min": 1.0, "l/s": 60.0, "gal/min": to.L_PER_US_GALLON, "gpm": to.L_PER_US_GALLON},
    "pressure": {"kpa": 1.0, "bar": to.KPA_PER_BAR, "psi": to.KPA_PER_PSI},
    "temperature": {"°c": 1.0, "c": 1.0, "°": 1.0, "°f": to.C_PER_F, "f": to.C_PER_F},
    "speed": {"m/s": 1.0, "km/h": 1 / 3.6, "mph": to.M_S_PER_MILE_H, "kn": to.M_S_PER_KNOT},
    "force": {"kn": 1.0, "n": 0.001, "lbf": to.KN_PER_POUND_FORCE},
    "share": {"": 1.0, "%": 0.01},
    "percent": {"": 1.0, "%": 0.01},
    "angle": {"°": 1.0, "deg": 1.0},
    "position": {"°": 1.0, "deg": 1.0},
    "voltage": {"v": 1.0},
    "charge": {"ah": 1.0},
    "count": _BARE,
    "money": _BARE,
    "travel": {"km": 1.0} | dict.fromkeys(("mile", "miles"), to.M_PER_MILE / 1_000),
    "money_m3": _BARE,
    "money_m2": _BARE,
}  # fmt: skip
"""What may be written behind a number of each kind of entry, in lower case, and the kept units in it."""


def fixed(value: float, decimals: int = 0) -> str:
    """A number with thousands separated, halves rounded away from zero.

    Rounds the decimal digits that a person sees, as the interface does, so that both always show the same figure.

    >>> fixed(1106.5), fixed(86.25, 1), fixed(2.675, 2), fixed(-0.04, 1), fixed(12345.6)
    ('1,107', '86.3', '2.68', '0.0', '12,346')
    """
    value = float(value)
    steps = abs(value) * 10.0**decimals
    if steps > 2.0**53 or (abs(steps % 1 - 0.5) > 1e-6 and steps < 1e9):  # no tie, however its digits are read
        return f"{value if steps > 0.5 else 0.0:,.{decimals}f}"
    rounded = Decimal(repr(value)).quantize(Decimal(1).scaleb(-decimals), rounding=ROUND_HALF_UP)
    return f"{rounded if rounded else abs(rounded):,}"


def significant(value: float) -> str:
    """Whole from ten upwards, else one decimal, or two under one.

    >>> [significant(x) for x in (0, 0.044, 3.618, 62.13, 640.4)]
    ['0', '0.04', '3.6', '62', '640']
    """
    size = abs(value)
    if size >= 10 or value == 0:
        return fixed(value)
    return fixed(value, 1 if size >= 0.95 else 2)


def fraction(value: float, parts: int) -> str:
    """A number rounded to so many parts of one, as it is written on a rule.

    >>> fraction(0.79, 8), fraction(3.94, 4), fraction(-1.45, 2), fraction(0.02, 8)
    ('3/4', '4', '-1 1/2', '0')
    """
    whole, rest = divmod(math.floor(abs(value) * parts + 0.5), parts)
    common = math.gcd(rest, parts)
    figures = [str(whole)] if whole or not rest else []
    figures += [f"{rest // common}/{parts // common}"] if rest else []
    return ("-" if value < 0 and (whole or rest) else "") + " ".join(figures)


def trade_name(kind: str, value: float, units: Units) -> str | None:
    """What a pipe is known by where that is not its bore: US pipes have nominal sizes."""
    return trade_size(value) if kind == "pipe" and units == "us" else None


@lru_cache(8_192)
def written(kind: str, value: float, units: Units) -> str:
    """A value of a kind of quantity in the words of a system of units, with a true minus sign.

    >>> written("volume", 86_250, "metric"), written("length", 3.048, "us"), written("temperature", -9, "metric")
    ('86.3 m³', '10.0 ft', '−9 °C')
    >>> written("pipe", 102.3, "us"), written("pipe", 104, "us"), written("pipe", 104, "metric")
    ('4 in', '4.09 in', '104 mm')
    """
    if known := trade_name(kind, value, units):
        return known
    rules = QUANTITIES[kind][units]
    rule = next((each for each in rules if abs(value) < each.below), rules[-1])
    shown = value / rule.factor + rule.zero
    match rule.digits:
        case _ if rule.parts:
            figure = fraction(shown, rule.parts)
        case "significant":
            figure = significant(shown)
        case "shortest":
            figure = fixed(shown, 2).rstrip("0").rstrip(".")
        case decimals:
            figure = fixed(shown, decimals)
    return f"{figure} {rule.unit}".replace("-", "−").rstrip()


def entered(kind: str, value: float, units: Units) -> str:
    """A kept value as an entry of its kind shows it, with its unit.

    >>> entered("length", 2.5, "metric"), entered("volume", 86_000, "metric"), entered("angle", 30, "us")
    ('2.5 m', '86 m³', '30°')
    """
    if known := trade_name(kind, value, units):
        return known
    rules = ENTRIES[kind][units]
    rule = next((each for each in rules if abs(value) < each.below), rules[-1])
    figure = fixed(value / rule.factor + rule.zero, rule.digits)
    if "." in figure:
        figure = figure.rstrip("0").rstrip(".")
    if rule.unit == "°":
        return f"{figure}°"
    return f"{figure} {rule.unit}".rstrip().replace("-", "−")


def table() -> dict[str, Any]:
    """The whole table, as the interface takes it."""

    def plain(kinds: dict[str, Any]) -> dict[str, Any]:
        return {
            kind: {system: [asdict(rule) for rule in rules] for system, rules in systems.items()}
            for kind, systems in kinds.items()
        }

    return {
        "quantities": plain(QUANTITIES),
        "figures": FIGURES,
        "entries": plain(ENTRIES),
        "mayBeWritten": MAY_BE_WRITTEN,
        "tradeSizes": trade_sizes_mm(),
        "sameBoreMm": SAME_BORE_MM,
    }


if __name__ == "__main__":
    print(json.dumps(table(), ensure_ascii=False, indent=1))
