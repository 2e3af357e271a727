"""What a pump is set to: cut-in and cut-out of its switch, or its set point, that suit this house."""

import math
from typing import Any, NamedTuple

from lean_year.core.pump.flow_switch import STOPS_OVER_START_KPA, least_start_kpa
from lean_year.core.pump.pressure_switch import LEAST_BAND_KPA, ROUND_KPA, SPARE_SHARE
from lean_year.core.pump.pressure_tank import BAND_KPA, LEAST_CUT_IN_KPA, PRECHARGE_UNDER_KPA
from lean_year.core.pump.pump_curve import PumpCurve
from lean_year.core.units import KPA_PER_M_OF_WATER
from lean_year.plan.answer.findings import replace
from lean_year.plan.model.pressure_side import System
from lean_year.property.document import Property
from lean_year.property.pump import MOST_KPA, PumpControl


class Held(NamedTuple):
    """Held at the outlet: between cut-in and cut-out, or both at the set point. [kPa]"""

    least_kpa: float
    most_kpa: float


def pressures_for(system: System, curve: PumpCurve, *, control: PumpControl) -> Held | None:
    """What leaves the tap what is wanted when filters are due; None where the pump does not reach so much.

    A flow switch holds nothing: for it, what it starts at.
    """
    if control == "flow_switch":
        return _start_for(system, curve)
    needed = ROUND_KPA * math.ceil(max(LEAST_CUT_IN_KPA, system.needed_kpa(dirty=True)) / ROUND_KPA - 1e-9)
    most = ROUND_KPA * math.floor(SPARE_SHARE * system.reaches_kpa(curve) / ROUND_KPA)
    at_peak = curve.head_m(system.peak_l_s) - system.outlet_m(0.0)(system.peak_l_s)
    if needed > at_peak * KPA_PER_M_OF_WATER or needed > MOST_KPA:
        return None
    if control == "variable_speed":
        return Held(needed, needed) if needed <= most else None
    cut_out = min(needed + BAND_KPA, most, MOST_KPA)
    return Held(needed, cut_out) if cut_out >= needed + LEAST_BAND_KPA else None


def _start_for(system: System, curve: PumpCurve) -> Held | None:
    """What a flow switch is to start at, with a band over it; None where the pump would not stop."""
    start = least_start_kpa(column_m=system.over_switch_m)
    start = ROUND_KPA * math.ceil(start / ROUND_KPA - 1e-9)
    stops = system.reaches_kpa(curve) >= start + STOPS_OVER_START_KPA
    return Held(start, min(MOST_KPA, start + BAND_KPA)) if stops and start < MOST_KPA else None


def pressure_operations(held: Held, *, control: PumpControl) -> list[dict[str, Any]]:
    """The edit that sets them; a variable-speed set cuts in a band under its set point."""
    by_speed = control == "variable_speed"
    cut_in = max(LEAST_CUT_IN_KPA, held.most_kpa - BAND_KPA) if by_speed else held.least_kpa
    return [
        replace("/pump/precharge_kpa", max(0.0, cut_in - PRECHARGE_UNDER_KPA)),
        replace("/pump/cut_out_kpa", max(held.most_kpa, cut_in + 1.0)),
        replace("/pump/cut_in_kpa", cut_in),
        *([replace("/pump/set_point_kpa", held.most_kpa)] if by_speed else []),
    ]


def within_reach(document: Property, system: System, curve: PumpCurve) -> Held:
    """What is set, or as much of it as the pump reaches."""
    entered = document.pump
    most = SPARE_SHARE * system.reaches_kpa(curve)
    if entered.cut_out_kpa <= most:
        return Held(entered.cut_in_kpa, entered.cut_out_kpa)
    cut_out = max(LEAST_CUT_IN_KPA + 1.0, round(most))
    return Held(max(LEAST_CUT_IN_KPA, cut_out - BAND_KPA), cut_out)
