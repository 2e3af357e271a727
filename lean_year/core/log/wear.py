"""How long what wears lasts, by a log: cartridges by the days between changes and by their pressure, a lamp by its
sensor."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from lean_year.core.numeric.normal import NINE_IN_TEN

ESTIMATE_SPREAD = 0.5
"""Of the logarithm of a life that is an estimate: half and double are both possible. Basis: estimate (3 to 7 months
of one cartridge)."""
CHANGE_SPREAD = 0.25
"""Of that from one cartridge to the next in one house. Basis: estimate."""
DROP_SPREAD = 0.15
"""Of the logarithm of a drop that two gauges show. Basis: estimate."""
LEAST_READINGS = 2
"""Of the pressure since a change, from which on they are believed. Basis: estimate."""
LAMP_SPREAD = 0.03
"""Of a sensor's reading over that of a new lamp. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class Lasts:
    """How long something lasts, and between what in nine cases of ten. [d]"""

    days: float
    low: float
    high: float


def own_life(usual_days: float, lives_days: Sequence[float]) -> Lasts:
    """How long the next one lasts, by what lasted before.

    The estimate counts as one more life, by how far it is to be believed (normal in the logarithm; conjugate mean).

    Parameters
    ----------
    usual_days : float
        By the estimate. [d]
    lives_days : sequence of float
        Of those that were changed. [d]

    Returns
    -------
    Lasts

    Examples
    --------
    >>> round(own_life(150.0, []).days), round(own_life(150.0, [300.0, 290.0, 310.0]).days)
    (150, 284)
    """
    weights = [ESTIMATE_SPREAD**-2, *(CHANGE_SPREAD**-2 for _ in lives_days)]
    logs = [math.log(max(1.0, days)) for days in (usual_days, *lives_days)]
    middle = sum(weight * log for weight, log in zip(weights, logs, strict=True)) / sum(weights)
    spread = math.sqrt(1 / sum(weights) + (CHANGE_SPREAD**2 if lives_days else 0.0))
    return Lasts(math.exp(middle), math.exp(middle - NINE_IN_TEN * spread), math.exp(middle + NINE_IN_TEN * spread))


def by_pressure(clean_kpa: float, most_kpa: float, readings: Sequence[tuple[float, float]]) -> Lasts | None:
    """When a cartridge is due by its pressure, which grows by the same share each day (common practice).

    Parameters
    ----------
    clean_kpa : float
        Drop when new, above 0. [kPa]
    most_kpa : float
        Drop at which it is changed. [kPa]
    readings : sequence of (float, float)
        Days since the change, and the drop then. [d, kPa]

    Returns
    -------
    Lasts or None
        From the change on; None where the readings are too few, or do not rise.

    Examples
    --------
    >>> round(by_pressure(10.0, 110.0, [(30.0, 14.9), (60.0, 22.3)]).days)
    180
    """
    seen = [(day, drop) for day, drop in readings if day > 0 and drop > 0]
    if len(seen) < LEAST_READINGS or most_kpa <= clean_kpa:
        return None
    grown = [math.log(drop / clean_kpa) for _, drop in seen]
    return _reaches(math.log(most_kpa / clean_kpa), [day for day, _ in seen], grown, DROP_SPREAD)


def by_sensor(least_share: float, readings: Sequence[tuple[float, float]]) -> Lasts | None:
    """When a lamp gives too little, by its sensor, which falls in a straight line.

    Parameters
    ----------
    least_share : float
        Of a new lamp's light, with which the dose is still reached. [-]
    readings : sequence of (float, float)
        Days since the lamp was changed, and the share of its first light. [d, -]

    Returns
    -------
    Lasts or None
        From the change on; None where the readings are too few, or do not fall.

    Examples
    --------
    >>> round(by_sensor(0.7, [(100.0, 0.94), (200.0, 0.88)]).days)
    500
    """
    seen = [(day, share) for day, share in readings if day > 0]
    if len(seen) < LEAST_READINGS or least_share >= 1:
        return None
    return _reaches(1 - least_share, [day for day, _ in seen], [1 - share for _, share in seen], LAMP_SPREAD)


def _reaches(wanted: float, days: Sequence[float], grown: Sequence[float], spread: float) -> Lasts | None:
    """When what grows in a straight line from nothing comes to so much; None where it does not grow."""
    squares = sum(day**2 for day in days)
    rate = sum(day * each for day, each in zip(days, grown, strict=True)) / squares
    error = spread / math.sqrt(squares)
    if rate <= 0:
        return None
    slowest = rate - NINE_IN_TEN * error
    return Lasts(wanted / rate, wanted / (rate + NINE_IN_TEN * error), wanted / slowest if slowest > 0 else math.inf)
