"""Limestone and soft water: what a contactor of calcite gives it, and how large a bed it takes."""

import math
from dataclasses import dataclass

from lean_year.core.errors import require_number

MG_PER_MEQ = 50.0435
"""Half the molar mass of calcium carbonate: alkalinity is told as if it were all that. [mg]"""
CONTACT_MIN = 6.0
"""Empty-bed time at the peak; slower draws get more. Basis: estimate."""
BULK_KG_L = 1.45
"""Of crushed calcite. Basis: from memory."""


@dataclass(frozen=True, slots=True)
class Balance:
    """How much acid a water can take, and how acid it is."""

    alkalinity_mg_l: float
    """As calcium carbonate."""
    ph: float


@dataclass(frozen=True, slots=True)
class _Constants:
    first: float
    second: float
    water: float
    calcite: float

    @classmethod
    def at(cls, water_c: float) -> "_Constants":
        """Plummer and Busenberg 1982 (carbonate system, calcite); Harned and Owen's form for water."""
        t = water_c + 273.15
        log = math.log10(t)
        return cls(
            10 ** (-356.3094 - 0.06091964 * t + 21834.37 / t + 126.8339 * log - 1684915 / t**2),
            10 ** (-107.8871 - 0.03252849 * t + 5151.79 / t + 38.92561 * log - 563713.9 / t**2),
            10 ** (-(4470.99 / t - 6.0875 + 0.01706 * t)),
            10 ** (-171.9065 - 0.077993 * t + 2839.319 / t + 71.595 * log),
        )

    def among_ions(self, ionic_strength: float) -> "_Constants":
        """For concentrations in place of activities, by Davies."""
        root = math.sqrt(ionic_strength)
        one = 10 ** (-0.509 * (root / (1 + root) - 0.3 * ionic_strength))
        return _Constants(self.first / one**2, self.second / one**4, self.water / one**2, self.calcite / one**8)

    def shares(self, h: float) -> tuple[float, float]:
        """Bicarbonate and carbonate of all inorganic carbon."""
        below = h * h + self.first * h + self.first * self.second
        return self.first * h / below, self.first * self.second / below


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
        As it was where it is full of calcite already. What a bed of too little time gives is less. Pairs of ions
        are left out, so up to 7 % low. Basis: derived from published constants (Plummer and Busenberg 1982;
        Davies), from memory.

    Examples
    --------
    Rain that has met nothing but air:

    >>> after = after_calcite(alkalinity_mg_l=0, ph=5.6, water_c=15)
    >>> round(after.alkalinity_mg_l), round(after.ph, 1)
    (11, 10.0)
    """
    alkalinity = require_number("alkalinity_mg_l", alkalinity_mg_l, low=0, high=1_000) / MG_PER_MEQ / 1000
    acid = require_number("ph", ph, low=4, high=10)
    pure = _Constants.at(require_number("water_c", water_c, low=0, high=50))
    taken = 0.0
    at_ph = acid
    for _ in range(4):  # ions among ions: their strength follows from what is dissolved
        strength = 1.5 * (alkalinity + 2 * taken)
        constants = pure.among_ions(strength)
        taken, at_ph = _saturated(constants, alkalinity, acid)
    return Balance((alkalinity + 2 * taken) * 1000 * MG_PER_MEQ, at_ph)


def _saturated(constants: _Constants, alkalinity: float, ph: float) -> tuple[float, float]:
    """Calcite taken up [mol/L], and the pH then; nothing where the water is full of it."""

    def at(other: float) -> tuple[float, float]:
        """What must have been dissolved for a pH, and how far it is from full."""
        h = 10.0**-other
        bicarbonate, carbonate = constants.shares(h)
        held = bicarbonate + 2 * carbonate
        dissolved = (alkalinity - carbon * held - constants.water / h + h) / (held - 2)
        calcium = alkalinity / 2 + dissolved
        return dissolved, calcium * (carbon + dissolved) * carbonate - constants.calcite

    h = 10.0**-ph
    bicarbonate, carbonate = constants.shares(h)
    carbon = max(0.0, (alkalinity - constants.water / h + h) / (bicarbonate + 2 * carbonate))
    if at(ph)[1] >= 0:
        return 0.0, ph
    low, high = ph, 11.5
    for _ in range(60):
        middle = (low + high) / 2
        if at(middle)[1] < 0:
            low = middle
        else:
            high = middle
    return max(0.0, at(low)[0]), low


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
    """
    return require_number("flow_l_s", flow_l_s, low=0, high=100) * 60 * CONTACT_MIN
