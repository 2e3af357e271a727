"""Limestone and soft water: what a contactor of calcite gives it, and how large a bed it takes."""

import math
from dataclasses import dataclass

from lean_year.core.errors import require_number
from lean_year.core.numeric.crossing import crossing

MG_PER_MEQ = 50.0435
"""Half the molar mass of calcium carbonate: alkalinity is told as if it were all that. [mg]"""
CONTACT_MIN = 6.0
"""Empty-bed time at the peak; slower draws get more. Basis: estimate."""
BULK_KG_L = 1.45
"""Of crushed calcite. Basis: from memory."""


_PH_REACH = 4.0, 11.5
LEAST_ALKALINITY_MG_L = 40.0
"""Softer water than this eats copper. Basis: common practice."""


@dataclass(frozen=True, slots=True)
class Balance:
    """How much acid a water can take, and how acid it is."""

    alkalinity_mg_l: float
    """As calcium carbonate."""
    ph: float


@dataclass(frozen=True, slots=True)
class _Carbonate:
    """Equilibria of carbonate and calcium among ions, in concentrations [mol/L] at an activity of hydrogen."""

    first: float
    second: float
    water: float
    calcite: float
    pair: float
    """Calcium carbonate that is dissolved as such, where there is calcite."""
    pair_by_h: float
    """Calcium bicarbonate then, over the activity of hydrogen."""
    one: float
    """Activity coefficient of a single charge."""

    @classmethod
    def at(cls, water_c: float, ionic_strength: float) -> "_Carbonate":
        """Plummer and Busenberg 1982 (carbonate, calcite, pairs); Harned and Owen's form for water; Davies."""
        t = water_c + 273.15
        log = math.log10(t)
        root = math.sqrt(ionic_strength)
        one = 10 ** (-0.509 * (root / (1 + root) - 0.3 * ionic_strength))
        calcite = 10 ** (-171.9065 - 0.077993 * t + 2839.319 / t + 71.595 * log)
        carbonate = 10 ** (-1228.732 - 0.299440 * t + 35512.75 / t + 485.818 * log)
        bicarbonate = 10 ** (1317.0071 + 0.34546894 * t - 39916.84 / t - 517.70761 * log + 563713.9 / t**2)
        return cls(
            first=10 ** (-356.3094 - 0.06091964 * t + 21834.37 / t + 126.8339 * log - 1684915 / t**2) / one,
            second=10 ** (-107.8871 - 0.03252849 * t + 5151.79 / t + 38.92561 * log - 563713.9 / t**2) / one**3,
            water=10 ** (-(4470.99 / t - 6.0875 + 0.01706 * t)) / one,
            calcite=calcite / one**8,
            pair=carbonate * calcite,
            pair_by_h=bicarbonate * calcite / one,
            one=one,
        )

    def shares(self, h: float) -> tuple[float, float]:
        """Bicarbonate and carbonate of all inorganic carbon that is in no pair."""
        below = h * h + self.first * h + self.first * self.second
        return self.first * h / below, self.first * self.second / below

    def hydroxide(self, h: float) -> float:
        """Hydroxide less hydrogen."""
        return self.water / h - h / self.one


def after_calcite(*, alkalinity_mg_l: float, ph: float, water_c: float) -> Balance:
    """What water is like once it has taken all the calcite that it can, shut off from the air.

    Parameters
    ----------
    alkalinity_mg_l : float
        As calcium carbonate, 0 to 1,000; its calcium is taken to be as much. [mg/L]
    ph : float
        4 to 10. [-]
    water_c : float
        0 to 50. [deg C]

    Returns
    -------
    Balance
        As it was where it is full of calcite already. What a bed of too little time gives is less. Basis: derived
        from published constants (Plummer and Busenberg 1982; Davies), from memory.

    Examples
    --------
    Rain that has met nothing but air:

    >>> after = after_calcite(alkalinity_mg_l=0, ph=5.6, water_c=15)
    >>> round(after.alkalinity_mg_l), round(after.ph, 1)
    (12, 10.0)
    """
    alkalinity = require_number("alkalinity_mg_l", alkalinity_mg_l, low=0, high=1_000) / MG_PER_MEQ / 1000
    acid = require_number("ph", ph, low=4, high=10)
    warm = require_number("water_c", water_c, low=0, high=50)
    dissolved, at_ph = 0.0, acid
    for _ in range(4):  # ions among ions: their strength follows from what is dissolved
        carbonate = _Carbonate.at(warm, 1.5 * (alkalinity + 2 * dissolved))
        dissolved, at_ph = _saturated(carbonate, alkalinity, acid)
    return Balance((alkalinity + 2 * dissolved) * 1000 * MG_PER_MEQ, at_ph)


def _saturated(water: _Carbonate, alkalinity: float, ph: float) -> tuple[float, float]:
    """Calcite dissolved [mol/L] and the pH then; nothing where the water is full of it.

    Every mole brings as much carbon as calcium, so what one has over the other stays as it was; with `calcium x
    carbonate` at its limit that leaves one unknown, the pH, found where alkalinity has risen by two of each mole.
    """
    h = _activity(ph)
    bicarbonate, carbonate = water.shares(h)
    carbon = max(0.0, (alkalinity - water.hydroxide(h)) / (bicarbonate + 2 * carbonate))
    if alkalinity / 2 * carbon * carbonate >= water.calcite:
        return 0.0, ph
    over = carbon - alkalinity / 2

    def dissolved(other: float) -> float:
        h = _activity(other)
        free = _free_carbonate(water, over, h)
        return water.calcite / free + water.pair + water.pair_by_h * h - alkalinity / 2

    def more_than_brought(other: float) -> float:
        """Alkalinity at a pH over what there was and what the calcite brought."""
        h = _activity(other)
        bicarbonate, carbonate = water.shares(h)
        free = _free_carbonate(water, over, h)
        holds = free * (2 + bicarbonate / carbonate) + 2 * water.pair + water.pair_by_h * h + water.hydroxide(h)
        return holds - alkalinity - 2 * dissolved(other)

    then = crossing(more_than_brought, *_PH_REACH)
    return max(0.0, dissolved(then)), max(ph, then)


def _activity(ph: float) -> float:
    """Of hydrogen. [mol/L]"""
    return math.exp(-ph * math.log(10))


def _free_carbonate(water: _Carbonate, over: float, h: float) -> float:
    """Carbonate in no pair where calcium is at its limit and carbon is so much over calcium."""
    share = water.shares(h)[1]
    return share * (over + math.sqrt(over * over + 4 * water.calcite / share)) / 2


def bed_l(flow_l_s: float) -> float:
    """Calcite that gives the peak its time: `flow x 6 min`.

    Parameters
    ----------
    flow_l_s : float
        At the peak, 0 to 100. [L/s]

    Returns
    -------
    float
        [L]. Basis: estimate.

    Examples
    --------
    >>> round(bed_l(0.5))
    180
    """
    return require_number("flow_l_s", flow_l_s, low=0, high=100) * 60 * CONTACT_MIN
