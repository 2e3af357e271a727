"""Ultraviolet light: the dose that water gets, and what that does."""

import math
from typing import Literal

from lean_year.core.errors import require_number
from lean_year.core.tables import table

Target = Literal["cryptosporidium", "giardia", "virus"]
DRINKING_MJ_CM2 = 40.0
"""Dose of a set for a drinking supply. Basis: from memory (NSF/ANSI 55, class A)."""
END_OF_LIFE_SHARE = 0.7
"""Output at the end of a lamp's rated life, 0.65 to 0.8 of new. Basis: from memory (makers' sheets)."""
RATED_LIFE_H = 9_000.0
"""Basis: from memory (makers' sheets): a year."""
FOULED_SLEEVE_SHARE = 0.8
"""Light through a sleeve before it is cleaned. Basis: from memory (UV guidance)."""
LOG_STEPS: tuple[float, ...] = tuple(table("disinfection")["ultraviolet"]["log_steps"])
DOSE_MJ_CM2: dict[Target, list[float]] = table("disinfection")["ultraviolet"]["dose_mj_cm2"]
"""Dose for each half log. Basis: from memory (US EPA, LT2 rule, 40 CFR 141.720). Virus goes by adenovirus, the
toughest."""
DESIGN_UVT_PERCENT = 75.0
"""Counted on until it is measured. Basis: from memory (UV guidance)."""


def mean_irradiance_share(*, uvt_percent: float, depth_cm: float) -> float:
    """Mean light in a layer of water over the light that enters it.

    Parameters
    ----------
    uvt_percent : float
        Transmittance over 1 cm at 254 nm, 1 to 100. [%]
    depth_cm : float
        Of the water round the sleeve, above 0 to 100. [cm]

    Returns
    -------
    float
        `(1 - 10^(-a d)) / (2.303 a d)` with `a = -log10(UVT)`. [-]. Basis: published (Beer and Lambert).

    Examples
    --------
    >>> [round(mean_irradiance_share(uvt_percent=uvt, depth_cm=3), 3) for uvt in (100, 95, 75)]
    [1.0, 0.927, 0.67]
    """
    share = require_number("uvt_percent", uvt_percent, low=1, high=100) / 100
    path = -math.log(share) * require_number("depth_cm", depth_cm, low=1e-3, high=100)
    return 1.0 if path < 1e-9 else (1 - math.exp(-path)) / path


def lamp_share(hours: float) -> float:
    """Output of a lamp after so many hours over that when new, falling straight.

    Parameters
    ----------
    hours : float
        0 to 200,000. [h]

    Returns
    -------
    float
        0.7 at the rated 9,000 h, not below 0. [-]. Basis: estimate between two values from memory.

    Examples
    --------
    >>> lamp_share(0), round(lamp_share(9_000), 2)
    (1.0, 0.7)
    """
    burnt = require_number("hours", hours, low=0, high=200_000) / RATED_LIFE_H
    return max(0.0, 1 - (1 - END_OF_LIFE_SHARE) * burnt)


def dose_mj_cm2(
    *,
    rated_mj_cm2: float,
    rated_flow_l_s: float,
    rated_uvt_percent: float,
    flow_l_s: float,
    uvt_percent: float,
    depth_cm: float,
    lamp: float,
    sleeve: float,
) -> float:
    """Dose at a flow, from what a set was rated at with a new lamp and a clean sleeve.

    Parameters
    ----------
    rated_mj_cm2 : float
        0 to 1,000. [mJ/cm2]
    rated_flow_l_s : float
        Above 0 to 100. [L/s]
    rated_uvt_percent : float
        1 to 100. [%]
    flow_l_s : float
        Above 0 to 100. [L/s]
    uvt_percent : float
        1 to 100. [%]
    depth_cm : float
        See `mean_irradiance_share`. [cm]
    lamp, sleeve : float
        Shares of the light that are left, 0 to 1. [-]

    Returns
    -------
    float
        [mJ/cm2]. Basis: derived: light and time both go straight into the dose.

    Examples
    --------
    >>> lamp = {"rated_mj_cm2": 40, "rated_flow_l_s": 1.0, "rated_uvt_percent": 95, "depth_cm": 4}
    >>> round(dose_mj_cm2(**lamp, flow_l_s=0.5, uvt_percent=95, lamp=1, sleeve=1), 6)
    80.0
    """
    rated = require_number("rated_mj_cm2", rated_mj_cm2, low=0, high=1_000)
    time = require_number("rated_flow_l_s", rated_flow_l_s, low=1e-6, high=100) / require_number(
        "flow_l_s", flow_l_s, low=1e-6, high=100
    )
    light = mean_irradiance_share(uvt_percent=uvt_percent, depth_cm=depth_cm) / mean_irradiance_share(
        uvt_percent=rated_uvt_percent, depth_cm=depth_cm
    )
    left = require_number("lamp", lamp, low=0, high=1) * require_number("sleeve", sleeve, low=0, high=1)
    return rated * time * light * left


def log_credit(dose: float, target: Target) -> float:
    """Inactivation that a dose is credited with, in half-log steps.

    Parameters
    ----------
    dose : float
        0 to 10,000. [mJ/cm2]
    target : {"cryptosporidium", "giardia", "virus"}
        What is to be inactivated.

    Returns
    -------
    float
        0 to 4. [log10]. Basis: from memory (US EPA, LT2 rule).

    Examples
    --------
    >>> [log_credit(40, target) for target in ("cryptosporidium", "giardia", "virus")]
    [4.0, 4.0, 0.5]
    """
    given = require_number("dose", dose, low=0, high=10_000)
    return max(
        (step for step, asked in zip(LOG_STEPS, DOSE_MJ_CM2[target], strict=True) if given >= asked), default=0.0
    )
