"""Hot water behind the supply: what a heater asks for, and where the water goes that it drives out."""

from lean_year.core.errors import require_number

HEATER_LEAST_KPA = 100.0
"""Inlet pressure below which many heaters without a store do not light. Basis: common practice (100 to 150 kPa); its
own sheet says."""
STORED_C = 60.0
"""Least temperature of stored hot water: Legionella grows from 25 to 45 degrees and dies at 60. Basis: from memory
(WHO, Legionella and the prevention of legionellosis, 2007)."""
COLD_C = 10.0
"""Of the water that comes in. Basis: estimate."""
RELIEF_SHARE = 0.9
"""Of what its relief valve opens at: the vessel is to keep below. Basis: common practice."""


def density_kg_m3(water_c: float) -> float:
    """Density of air-free water.

    Parameters
    ----------
    water_c : float
        0 to 100. [deg C]

    Returns
    -------
    float
        [kg/m3]. Basis: from memory (Kell 1975).

    Examples
    --------
    >>> [round(density_kg_m3(t), 1) for t in (4, 20, 60)]
    [1000.0, 998.2, 983.2]
    """
    t = require_number("water_c", water_c, low=0, high=100)
    above = 999.83952 + t * (
        16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 - 280.54253e-12 * t)))
    )
    return above / (1 + 16.879850e-3 * t)


def expansion_l(*, store_l: float, store_c: float) -> float:
    """Water that a store drives out while it is heated from `COLD_C`.

    Parameters
    ----------
    store_l : float
        0 to 100,000. [L]
    store_c : float
        What it is heated to, 10 to 100. [deg C]

    Returns
    -------
    float
        [L]. Basis: derived from the density of water.

    Examples
    --------
    >>> round(expansion_l(store_l=200, store_c=60), 2)
    3.36
    """
    litres = require_number("store_l", store_l, low=0, high=100_000)
    warm = density_kg_m3(require_number("store_c", store_c, low=COLD_C, high=100))
    return litres * (density_kg_m3(COLD_C) / warm - 1)


def expansion_vessel_l(*, expansion_l: float, rests_kpa: float, relief_kpa: float, atmosphere_kpa: float) -> float:
    """Vessel that takes what a store drives out: `V / (1 - P_rest / P_most)`, absolute, by Boyle.

    Parameters
    ----------
    expansion_l : float
        0 to 10,000. [L]
    rests_kpa : float
        The most that stands in the cold pipe, to which it is charged, 0 to 2,000. [kPa]
    relief_kpa : float
        At which the relief valve opens, 0 to 5,000. [kPa]
    atmosphere_kpa : float
        20 to 120. [kPa]

    Returns
    -------
    float
        [L]; endless where the pipe stands so high that the relief valve opens first. Basis: published (Boyle).

    Examples
    --------
    >>> round(expansion_vessel_l(expansion_l=3.36, rests_kpa=350, relief_kpa=700, atmosphere_kpa=101.3), 1)
    8.8
    """
    litres = require_number("expansion_l", expansion_l, low=0, high=10_000)
    air = require_number("atmosphere_kpa", atmosphere_kpa, low=20, high=120)
    rest = require_number("rests_kpa", rests_kpa, low=0, high=2_000) + air
    most = RELIEF_SHARE * require_number("relief_kpa", relief_kpa, low=0, high=5_000) + air
    return litres / (1 - rest / most) if most > rest else float("inf")
