"""Chlorine: how much bleach, how long it must stand, and what raises alkalinity."""

import math
from typing import Literal

import numpy as np

from lean_year.core.errors import InputError, require_number
from lean_year.core.tables import table

MOST_MG_L, MOST_US_MG_L = 5.0, 4.0
"""More than this in drinking water is not safe. Basis: from memory (WHO, guideline value; US EPA, greatest
residual)."""
_TABLE_MG_L = 0.4
"""Residual at and below which the table's rows hold."""
SODA_AS_CACO3 = 0.5957
"""mg of alkalinity as CaCO3 from a mg of sodium bicarbonate. Basis: published (molar masses 100.09 / 2 / 84.01)."""
CHLORINE_LOG: dict[str, float] = table("disinfection")["chlorine"]["credit"]
"""What chlorine is credited with once it has stood its time. Basis: from memory (US EPA, SWTR guidance manual)."""
SHOP_BLEACH_PERCENT, POOL_BLEACH_PERCENT = (5.0, 8.25), 12.5
"""Available chlorine of plain bleach as it is sold. Basis: common practice (labels)."""
LEGIONELLA_C = 25.0
"""From here on Legionella grows. Basis: from memory (WHO, Legionella and the prevention of legionellosis)."""
RESIDUAL_MG_L = 0.4
"""Usual at the tap, of 0.2 to 0.5. Basis: from memory (WHO)."""
RAIN_PH, RAIN_ALKALINITY_MG_L = 5.8, 5.0
"""Counted on until it is measured. Basis: common practice."""


def bleach_ml(*, volume_l: float, dose_mg_l: float, strength_percent: float) -> float:
    """Bleach for a dose: `V x dose / (10 x strength)`.

    Parameters
    ----------
    volume_l : float
        0 to 1e9. [L]
    dose_mg_l : float
        Of available chlorine, 0 to 1,000. [mg/L]
    strength_percent : float
        Grams of available chlorine in 100 mL, 0.01 to 20. [%]

    Returns
    -------
    float
        [mL]. Basis: derived.

    Raises
    ------
    InputError
        If the bleach has no strength.

    Examples
    --------
    >>> bleach_ml(volume_l=1_000, dose_mg_l=5, strength_percent=12.5)
    40.0
    """
    if strength_percent == 0:
        raise InputError("strength_percent", "must be above 0: bleach without chlorine does nothing")
    strength = require_number("strength_percent", strength_percent, low=0.01, high=20)
    volume = require_number("volume_l", volume_l, low=0, high=1e9)
    return volume * require_number("dose_mg_l", dose_mg_l, low=0, high=1_000) / (10 * strength)


def soda_g(*, volume_l: float, rise_mg_l_caco3: float) -> float:
    """Sodium bicarbonate that raises alkalinity.

    Parameters
    ----------
    volume_l : float
        0 to 1e9. [L]
    rise_mg_l_caco3 : float
        As calcium carbonate, 0 to 1,000. [mg/L]

    Returns
    -------
    float
        `V x rise / 595.7`. [g]. Basis: published (molar masses).

    Examples
    --------
    >>> round(soda_g(volume_l=10_000, rise_mg_l_caco3=40))
    671
    """
    volume = require_number("volume_l", volume_l, low=0, high=1e9)
    rise = require_number("rise_mg_l_caco3", rise_mg_l_caco3, low=0, high=1_000)
    return volume * rise / (1000 * SODA_AS_CACO3)


def contact_mg_min_l(
    *, against: Literal["giardia", "virus"], water_c: float, ph: float, residual_mg_l: float
) -> float:
    """Free chlorine times minutes for 3 log of Giardia or 4 log of viruses.

    Parameters
    ----------
    against : {"giardia", "virus"}
        What is to be inactivated.
    water_c : float
        0 to 40; colder than 0.5 counts as 0.5, warmer than 25 as 25. [deg C]
    ph : float
        6 to 9. [-]
    residual_mg_l : float
        Free, 0 to 100; at more than 3 the rise of the table's last column goes on. [mg/L]

    Returns
    -------
    float
        Straight between the table's rows; of Giardia, with more than 0.4 mg/L, as much more as the agency's
        regression of the same table asks. [mg min/L]. Basis: from memory (US EPA, SWTR guidance manual, tables E-1
        to E-7; the regression in its Disinfection Profiling and Benchmarking Guidance Manual).

    Examples
    --------
    >>> contact_mg_min_l(against="giardia", water_c=10, ph=7, residual_mg_l=0.4)
    104.0
    >>> round(contact_mg_min_l(against="giardia", water_c=5, ph=7, residual_mg_l=2))
    167
    >>> contact_mg_min_l(against="virus", water_c=10, ph=7, residual_mg_l=2)
    6.0
    """
    known = table("disinfection")["chlorine"]
    warm = require_number("water_c", water_c, low=0, high=40)
    acid = require_number("ph", ph, low=6, high=9)
    if against == "virus":
        return float(np.interp(warm, known["temperature_c"], known["virus_4_log"]))
    residual = require_number("residual_mg_l", residual_mg_l, low=0, high=100)
    at_ph = [float(np.interp(acid, known["ph"], row)) for row in known["giardia_3_log"]]
    return float(np.interp(warm, known["temperature_c"], at_ph)) * _more_of(residual, min(25.0, max(0.5, warm)), acid)


def _more_of(residual_mg_l: float, water_c: float, ph: float) -> float:
    """How much more CT a residual asks than the table's, as a share: chlorine works less well the more there is."""
    strong = max(residual_mg_l, _TABLE_MG_L)
    return max(one(strong, water_c, ph) / one(_TABLE_MG_L, water_c, ph) for one in (_cold, _warm))


def _cold(residual: float, water_c: float, ph: float) -> float:
    return 12.006 + math.exp(2.46 - 0.073 * water_c + 0.125 * residual + 0.389 * ph)


def _warm(residual: float, water_c: float, ph: float) -> float:
    return -2.261 + math.exp(2.69 - 0.065 * water_c + 0.111 * residual + 0.361 * ph)


def most_mg_l(*, us: bool) -> float:
    """The most free chlorine that may be drunk. [mg/L]. Basis: from memory.

    Parameters
    ----------
    us : bool
        By the rule of the United States.

    Examples
    --------
    >>> most_mg_l(us=True), most_mg_l(us=False)
    (4.0, 5.0)
    """
    return MOST_US_MG_L if us else MOST_MG_L


def contact_min(*, asked_mg_min_l: float, residual_mg_l: float) -> float:
    """Time that water must stand with a residual.

    Parameters
    ----------
    asked_mg_min_l : float
        See `contact_mg_min_l`, 0 to 100,000. [mg min/L]
    residual_mg_l : float
        Free, above 0 to 100. [mg/L]

    Returns
    -------
    float
        [min]. Basis: published (CT).

    Examples
    --------
    >>> contact_min(asked_mg_min_l=6.0, residual_mg_l=0.4)
    15.0
    """
    asked = require_number("asked_mg_min_l", asked_mg_min_l, low=0, high=1e5)
    return asked / require_number("residual_mg_l", residual_mg_l, low=1e-3, high=100)
