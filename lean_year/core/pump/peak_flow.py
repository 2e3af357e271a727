"""Peak flow of a house: by fixture units, or by what is open at once."""

from dataclasses import dataclass

import numpy as np

from lean_year.core.errors import InputError, require_number
from lean_year.core.units import L_S_PER_GALLON_MIN

_UNITS = (*range(1, 11), 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100)
_GALLONS_MIN = (
    3.0, 5.0, 6.5, 8.0, 9.4, 10.7, 11.8, 12.8, 13.7, 14.6, 17.5, 19.6, 21.5, 23.3, 24.9, 26.3, 27.7, 29.1, 32.0,
    35.0, 38.0, 41.0, 43.5,
)  # fmt: skip
"""Systems mainly of flush tanks. Basis: from memory (International Plumbing Code, appendix E, Hunter's curve)."""


@dataclass(frozen=True, slots=True)
class Fixture:
    """What draws water: its weight in fixture units, and its own flow."""

    label: str
    units: float
    """Private use, hot and cold. Basis: from memory (International Plumbing Code, appendix E)."""
    flow_l_s: float
    """Basis: from memory (BS EN 806-3 draw-off flows)."""


FIXTURES: dict[str, Fixture] = {
    "toilet": Fixture("toilet, with its tank", 2.2, 0.1),
    "basin": Fixture("basin", 0.7, 0.1),
    "shower": Fixture("shower", 1.4, 0.2),
    "bath": Fixture("bath", 1.4, 0.4),
    "kitchen_sink": Fixture("kitchen sink", 1.4, 0.2),
    "dishwasher": Fixture("dishwasher", 1.4, 0.2),
    "washing_machine": Fixture("washing machine", 1.4, 0.2),
    "laundry_sink": Fixture("laundry sink", 1.4, 0.2),
    "garden_tap": Fixture("garden tap", 2.5, 0.3),
}


def peak_flow_l_s(fixture_units: float) -> float:
    """Flow that a number of fixture units may ask for at once.

    Parameters
    ----------
    fixture_units : float
        1 to 100. [-]

    Returns
    -------
    float
        Straight between the table's rows. [L/s]. Basis: from memory (International Plumbing Code, appendix E).

    Examples
    --------
    >>> round(peak_flow_l_s(10) / L_S_PER_GALLON_MIN, 1)
    14.6
    """
    units = require_number("fixture_units", fixture_units, low=1, high=100)
    return float(np.interp(units, _UNITS, _GALLONS_MIN)) * L_S_PER_GALLON_MIN


def open_at_once_l_s(counts: dict[str, int], at_once: int) -> float:
    """Flow of so many fixtures open at once, the largest first: the small-house method.

    Parameters
    ----------
    counts : dict of str to int
        How many there are of each of `FIXTURES`.
    at_once : int
        0 to 100. [-]

    Returns
    -------
    float
        [L/s]. Basis: common practice ("two or three things open at once").

    Raises
    ------
    InputError
        If a fixture is not known.

    Examples
    --------
    >>> open_at_once_l_s({"shower": 2, "basin": 1}, 1) == FIXTURES["shower"].flow_l_s
    True
    """
    require_number("at_once", at_once, low=0, high=100)
    flows = []
    for name, count in counts.items():
        if name not in FIXTURES:
            raise InputError("counts", f"must be of {', '.join(FIXTURES)}, got {name}")
        flows += [FIXTURES[name].flow_l_s] * count
    return sum(sorted(flows, reverse=True)[:at_once])
