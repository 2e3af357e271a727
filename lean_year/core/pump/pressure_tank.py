"""The pressure vessel: what it gives between two switchings of the pump, by Boyle's law."""

from lean_year.core.errors import InputError, require_number
from lean_year.core.hydraulics.air_and_vapour import SEA_LEVEL_KPA

PRECHARGE_UNDER_KPA = 14.0
"""Pre-charge below the cut-in. Basis: common practice (2 psi)."""
BAND_KPA = 140.0
"""Between cut-in and cut-out, where a pump takes another pair. Basis: common practice (20 psi)."""
LEAST_CUT_IN_KPA = 40.0


def useful_share(
    *, cut_in_kpa: float, cut_out_kpa: float, precharge_kpa: float, atmosphere_kpa: float = SEA_LEVEL_KPA
) -> float:
    """Share of a vessel that it gives between cut-out and cut-in.

    Parameters
    ----------
    cut_in_kpa, cut_out_kpa, precharge_kpa : float
        Gauge, 0 to 2,000; the cut-out above the cut-in and the pre-charge. [kPa]
    atmosphere_kpa : float, default 101.325
        Of the place, 30 to 110. [kPa]

    Returns
    -------
    float
        `P0 / P_low - P0 / P_out` in absolute pressures, the low point the larger of cut-in and pre-charge. [-].
        Basis: published (Boyle).

    Raises
    ------
    InputError
        If the pressures are not in their order.

    Examples
    --------
    >>> round(useful_share(cut_in_kpa=220, cut_out_kpa=360, precharge_kpa=206), 3)
    0.29
    """
    on = require_number("cut_in_kpa", cut_in_kpa, low=0, high=2_000)
    off = require_number("cut_out_kpa", cut_out_kpa, low=0, high=2_000)
    charge = require_number("precharge_kpa", precharge_kpa, low=0, high=2_000)
    air = require_number("atmosphere_kpa", atmosphere_kpa, low=30, high=110)
    if off <= on:
        raise InputError("cut_out_kpa", f"must be above the cut-in, {on:g} kPa, got {off:g}")
    if charge >= off:
        raise InputError("precharge_kpa", f"must be below the cut-out, {off:g} kPa, got {charge:g}")
    low = max(on, charge)
    return (charge + air) / (low + air) - (charge + air) / (off + air)


def vessel_l(*, flow_l_s: float, run_s: float, share: float) -> tuple[float, float]:
    """Draw-down that keeps a pump running, and the vessel that gives it.

    Parameters
    ----------
    flow_l_s : float
        0 to 1,000. [L/s]
    run_s : float
        Least time of one run, 0 to 86,400. [s]
    share : float
        See `useful_share`, above 0 to 1. [-]

    Returns
    -------
    tuple of float
        Draw-down and size. [L]

    Examples
    --------
    >>> vessel_l(flow_l_s=0.5, run_s=60, share=0.3)
    (30.0, 100.0)
    """
    drawdown = require_number("flow_l_s", flow_l_s, low=0, high=1_000) * require_number(
        "run_s", run_s, low=0, high=86_400
    )
    return drawdown, drawdown / require_number("share", share, low=1e-9, high=1)


def most_starts_h(*, flow_l_s: float, drawdown_l: float) -> float:
    """Starts an hour at the worst draw, half of what the pump gives: `3600 Q / (4 dV)`.

    Parameters
    ----------
    flow_l_s : float
        Of the pump, 0 to 1,000. [L/s]
    drawdown_l : float
        Above 0 to 1e9. [L]

    Returns
    -------
    float
        [1/h]. Basis: derived: filling at Q/2 and emptying at Q/2 take 2 dV / Q each.

    Examples
    --------
    >>> round(most_starts_h(flow_l_s=0.5, drawdown_l=30.0), 1)
    15.0
    """
    flow = require_number("flow_l_s", flow_l_s, low=0, high=1_000)
    return 3600 * flow / (4 * require_number("drawdown_l", drawdown_l, low=1e-6, high=1e9))
