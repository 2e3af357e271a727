"""Peak flow of a house: by fixture units, or by what is open at once."""

from dataclasses import dataclass

import numpy as np

from lean_year.core.errors import InputError, require_number
from lean_year.core.tables import rows, table
from lean_year.core.units import L_S_PER_GALLON_MIN


@dataclass(frozen=True, slots=True)
class Fixture:
    """What draws water: its weight in fixture units, and its own flow."""

    label: str
    units: float
    """Private use, hot and cold. Basis: from memory (International Plumbing Code, appendix E)."""
    flow_l_s: float
    """Basis: from memory (BS EN 806-3 draw-off flows)."""


FIXTURES: dict[str, Fixture] = rows(Fixture, "peak_flow")


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
    curve = table("peak_flow")
    return float(np.interp(units, curve["units"], curve["gallons_min"])) * L_S_PER_GALLON_MIN


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
