"""A pump that runs on a battery: for how long, and what its cable loses."""

import math

from lean_year.core.errors import require_number

COPPER_OHM_MM2_M = 1 / 58
"""Resistance of annealed copper at 20 deg C. Basis: published (IEC 60028)."""
MOST_DROP_SHARE = 0.05
"""Of the voltage, lost in the cable of a motor. Basis: common practice (3 to 5 %)."""


def carries_days(*, volts: float, capacity_ah: float, usable_share: float, kwh_day: float) -> float:
    """For how long a battery carries a pump while nothing charges it.

    Parameters
    ----------
    volts : float
        1 to 1,000. [V]
    capacity_ah : float
        0 to 1e6. [Ah]
    usable_share : float
        Of the capacity, before it is charged again, 0 to 1. [-]
    kwh_day : float
        What the pump uses in a day, above 0 to 1e9. [kWh/d]

    Returns
    -------
    float
        [d]. Basis: derived.

    Raises
    ------
    InputError
        If a value is out of its range.

    Examples
    --------
    >>> round(carries_days(volts=12, capacity_ah=100, usable_share=0.5, kwh_day=0.2), 2)
    3.0
    """
    stored_kwh = (
        require_number("volts", volts, low=1, high=1_000)
        * require_number("capacity_ah", capacity_ah, low=0, high=1e6)
        * require_number("usable_share", usable_share, low=0, high=1)
        / 1000
    )
    return stored_kwh / require_number("kwh_day", kwh_day, low=1e-9, high=1e9)


def cable_mm2(*, current_a: float, length_m: float, volts: float) -> float:
    """Copper of each of two wires that lose no more than `MOST_DROP_SHARE` of the voltage: `2 rho L I / (share V)`.

    Parameters
    ----------
    current_a : float
        0 to 1e6. [A]
    length_m : float
        One way, 0 to 10,000. [m]
    volts : float
        1 to 1,000. [V]

    Returns
    -------
    float
        [mm2]. Basis: published (Ohm; IEC 60028 for copper at 20 deg C).

    Raises
    ------
    InputError
        If a value is out of its range.

    Examples
    --------
    >>> round(cable_mm2(current_a=10, length_m=5, volts=12), 2)
    2.87
    """
    current = require_number("current_a", current_a, low=0, high=1e6)
    length = require_number("length_m", length_m, low=0, high=10_000)
    lost_v = MOST_DROP_SHARE * require_number("volts", volts, low=1, high=1_000)
    return 2 * COPPER_OHM_MM2_M * length * current / lost_v


METRIC_CABLES_MM2 = (1.5, 2.5, 4.0, 6.0, 10.0, 16.0, 25.0, 35.0, 50.0, 70.0, 95.0, 120.0, 150.0)
"""Sections in which cable is sold. Basis: published (IEC 60228)."""
US_GAUGES = (*((str(each), each) for each in range(14, 0, -2)), ("1/0", 0), ("2/0", -1), ("3/0", -2), ("4/0", -3))
"""Gauges in which cable is sold in the United States, and the number of each in their series."""


def gauge_mm2(number: int) -> float:
    """Copper of a wire of the American gauge: `pi / 4 * (0.127 mm * 92^((36 - n) / 39))^2`.

    Parameters
    ----------
    number : int
        36 to -3; 0 for 1/0, -1 for 2/0, and so on. [-]

    Returns
    -------
    float
        [mm2]. Basis: published (ASTM B258).

    Examples
    --------
    >>> round(gauge_mm2(10), 2), round(gauge_mm2(-3), 1)
    (5.26, 107.2)
    """
    return float(math.pi / 4 * (0.127 * 92 ** ((36 - number) / 39)) ** 2)
