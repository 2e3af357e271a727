"""What the atmosphere pushes with, and what warm water takes off it."""

import math

from lean_year.core.errors import require_number

SEA_LEVEL_KPA = 101.325


def atmosphere_kpa(altitude_m: float) -> float:
    """Pressure of the standard atmosphere.

    Parameters
    ----------
    altitude_m : float
        -500 to 9,000. [m]

    Returns
    -------
    float
        [kPa]. Basis: published (ISO 2533, the troposphere), `101.325 (1 - 2.25577e-5 h)^5.25588`.

    Examples
    --------
    >>> [round(atmosphere_kpa(h), 2) for h in (0, 1_000, 3_000)]
    [101.33, 89.87, 70.11]
    """
    height = require_number("altitude_m", altitude_m, low=-500, high=9_000)
    return float(SEA_LEVEL_KPA * (1 - 2.25577e-5 * height) ** 5.25588)


def vapour_pressure_kpa(water_c: float) -> float:
    """Pressure at which water of a temperature boils.

    Parameters
    ----------
    water_c : float
        0 to 100. [deg C]

    Returns
    -------
    float
        [kPa]. Basis: published (Wagner and Pruss 2002, saturation line of the IAPWS formulation).

    Examples
    --------
    >>> [round(vapour_pressure_kpa(t), 2) for t in (0.01, 20, 100)]
    [0.61, 2.34, 101.42]
    """
    kelvin = require_number("water_c", water_c, low=0, high=100) + 273.15
    critical_k, critical_kpa = 647.096, 22_064.0
    x = 1 - kelvin / critical_k
    inside = (
        -7.85951783 * x
        + 1.84408259 * x**1.5
        - 11.7866497 * x**3
        + 22.6807411 * x**3.5
        - 15.9618719 * x**4
        + 1.80122502 * x**7.5
    )
    return critical_kpa * math.exp(critical_k / kelvin * inside)
