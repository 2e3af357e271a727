"""In which unit the temperatures of a table of days are: chosen, said by its columns, or the one that fits."""

import re
from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from lean_year.formats.rain.account import TemperatureUnit, Unit

_IN_CELSIUS: dict[TemperatureUnit, Callable[[NDArray[np.float64]], NDArray[np.float64]]] = {
    "celsius": lambda value: value,
    "tenth_celsius": lambda value: value / 10,
    "fahrenheit": lambda value: (value - 32) / 1.8,
}
_TRIED: dict[Unit, tuple[TemperatureUnit, ...]] = {
    "mm": ("celsius", "fahrenheit", "tenth_celsius"),
    "inch": ("fahrenheit", "celsius", "tenth_celsius"),
    "tenth_mm": ("tenth_celsius", "celsius", "fahrenheit"),
}
"""In which order they are tried beside a unit of rain."""
MIDDLE_HIGH_C, HOTTEST_C = (-5.0, 42.0), (12.0, 60.0)
"""The middle of a place's daily highs, and its hottest days, the outermost hundredth left out. Basis: estimate."""
POSSIBLE_C = 70.0


def in_celsius(
    low: NDArray[np.float64],
    high: NDArray[np.float64],
    *,
    rain_unit: Unit,
    columns: str,
    chosen: TemperatureUnit | None,
) -> tuple[NDArray[np.float64], NDArray[np.float64], TemperatureUnit, str]:
    """Lowest and highest temperatures in degrees Celsius, the unit they were in, and why it is that.

    Parameters
    ----------
    low, high : ndarray of float
        As they stand in the file, NaN where they are missing.
    rain_unit : Unit
        What the rain beside them is in.
    columns : str
        The names of their columns.
    chosen : TemperatureUnit or None
        What a person said.
    """
    unit, why = (chosen, "as you chose") if chosen else _found(high, rain_unit, columns)
    low_c, high_c = _IN_CELSIUS[unit](low), _IN_CELSIUS[unit](high)
    possible = (np.abs(low_c) <= POSSIBLE_C) & (np.abs(high_c) <= POSSIBLE_C)
    return np.where(possible, low_c, np.nan), np.where(possible, high_c, np.nan), unit, why


def _found(high: NDArray[np.float64], rain_unit: Unit, columns: str) -> tuple[TemperatureUnit, str]:
    said = _said(columns)
    if said:
        return said, "as their columns are called"
    for unit in _TRIED[rain_unit]:
        if _fits(_IN_CELSIUS[unit](high)):
            return unit, "which goes with the rain's unit" if unit == _TRIED[rain_unit][
                0
            ] else "which fits their values"
    return _TRIED[rain_unit][0], "which goes with the rain's unit"


def _said(columns: str) -> TemperatureUnit | None:
    lower = columns.lower()
    if re.search(r"tenth|0[.,]1 ?°?c\b|°?c ?/ ?10|1/10", lower):
        return "tenth_celsius"
    if re.search(r"fahrenheit|°\s*f\b|deg(rees)?[\s_.]*f\b|\(f\)|[_\s]f\b|\bt(min|max)f\b|temp(erature)?f\b", lower):
        return "fahrenheit"
    if re.search(r"celsius|°\s*c\b|deg(rees)?[\s_.]*c\b|\(c\)|[_\s]c\b|\bt(min|max)c\b|temp(erature)?c\b", lower):
        return "celsius"
    return None


def _fits(high_c: NDArray[np.float64]) -> bool:
    """Whether daily highs may be a place's, by their middle and all but the outermost: one slip decides nothing."""
    return all(
        least <= value <= most
        for (least, most), value in (
            (MIDDLE_HIGH_C, np.nanmedian(high_c)),
            (HOTTEST_C, np.nanquantile(high_c, 0.99)),
        )
    )
