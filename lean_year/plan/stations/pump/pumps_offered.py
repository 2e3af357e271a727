"""Generic pumps against this house: what each would give the highest tap, or how soon it fills the header tank."""

import math
from typing import Any

from pydantic import BaseModel

from lean_year.core.pump.generic_pumps import GENERIC_PUMPS, GenericPump
from lean_year.core.pump.pressure_switch import LEAST_BAND_KPA, ROUND_KPA, SPARE_SHARE
from lean_year.core.pump.pressure_tank import BAND_KPA, LEAST_CUT_IN_KPA, PRECHARGE_UNDER_KPA
from lean_year.core.pump.pump_curve import PumpCurve, fit_curve, operating_flow_l_s
from lean_year.core.units import KPA_PER_M_OF_WATER
from lean_year.plan.answer.findings import replace
from lean_year.plan.model.pressure_side import Filling, System
from lean_year.property.document import Property
from lean_year.property.pump import MOST_KPA


class PumpOffered(BaseModel):
    """One kind of pump on this house's pipes."""

    key: str
    label: str
    note: str
    tap_clean_kpa: float | None
    """Left at the highest tap at the peak; None where it fills a header tank."""
    tap_dirty_kpa: float | None
    flow_l_s: float
    """What it gives with new filters: at the wanted pressure, or into the header tank."""
    fill_h: float | None
    """To fill the header tank; None where there is none, or it cannot reach it."""
    enough: bool
    """Whether it gives what is wanted, with filters that are due."""
    chosen: bool
    operations: list[dict[str, Any]]


def pumps_offered(document: Property, system: System, runs_on: System) -> list[PumpOffered]:
    """Every generic pump; none where no pump is planned."""
    if document.pump.feed not in ("pump", "header"):
        return []
    return [_offered(document, system, runs_on, pump) for pump in GENERIC_PUMPS]


def _offered(document: Property, system: System, runs_on: System, pump: GenericPump) -> PumpOffered:
    entered = document.pump
    curve = fit_curve(*zip(*pump.points, strict=True))
    pressures = _within_reach(document, system, curve)
    tap: tuple[float | None, float | None] = (None, None)
    fill_h = None
    if isinstance(runs_on, Filling):
        flow = operating_flow_l_s(curve, runs_on.asked_m(dirty=False))
        fill_h = entered.header.volume_l / flow / 3600 if flow > 1e-6 else None
        enough = fill_h is not None and fill_h <= entered.header.fill_h
    else:
        fits = pressures_for(system, curve, variable_speed=pump.variable_speed)
        pressures = fits or pressures
        held = system.held(curve, pressures[1] if pump.variable_speed else pressures[0])
        flow = operating_flow_l_s(held, system.asked_m(dirty=False))
        clean, dirty = (system.end_kpa(held, system.peak_l_s, dirty=each) for each in (False, True))
        tap, enough = (clean, dirty), fits is not None and system.peak_l_s <= curve.most_l_s
    return PumpOffered(
        key=pump.key,
        label=pump.label,
        note=pump.note,
        tap_clean_kpa=tap[0],
        tap_dirty_kpa=tap[1],
        flow_l_s=flow,
        fill_h=fill_h,
        enough=enough,
        chosen=entered.points == pump.points,
        operations=[
            replace("/pump/points", [list(point) for point in pump.points]),
            replace("/pump/efficiency", pump.efficiency),
            replace("/pump/variable_speed", pump.variable_speed),
            *pressure_operations(pressures, variable_speed=pump.variable_speed),
        ],
    )


def pressures_for(system: System, curve: PumpCurve, *, variable_speed: bool) -> tuple[float, float] | None:
    """Cut-in and cut-out, or twice the set point, that leave the tap what is wanted when filters are due; None where
    the pump does not reach so much. [kPa]"""
    needed = ROUND_KPA * math.ceil(max(LEAST_CUT_IN_KPA, system.needed_kpa(dirty=True)) / ROUND_KPA - 1e-9)
    most = ROUND_KPA * math.floor(SPARE_SHARE * system.reaches_kpa(curve) / ROUND_KPA)
    at_peak = curve.head_m(system.peak_l_s) - system.outlet_m(0.0)(system.peak_l_s)
    if needed > at_peak * KPA_PER_M_OF_WATER or needed > MOST_KPA:
        return None
    if variable_speed:
        return (needed, needed) if needed <= most else None
    cut_out = min(needed + BAND_KPA, most, MOST_KPA)
    return (needed, cut_out) if cut_out >= needed + LEAST_BAND_KPA else None


def pressure_operations(pressures: tuple[float, float], *, variable_speed: bool) -> list[dict[str, Any]]:
    """The edit that sets them; a variable-speed set cuts in a band under its set point."""
    low, high = pressures
    cut_in = max(LEAST_CUT_IN_KPA, high - BAND_KPA) if variable_speed else low
    return [
        replace("/pump/precharge_kpa", max(0.0, cut_in - PRECHARGE_UNDER_KPA)),
        replace("/pump/cut_out_kpa", max(high, cut_in + 1.0)),
        replace("/pump/cut_in_kpa", cut_in),
        *([replace("/pump/set_point_kpa", high)] if variable_speed else []),
    ]


def _within_reach(document: Property, system: System, curve: PumpCurve) -> tuple[float, float]:
    """What is set, or as much of it as the pump reaches."""
    entered = document.pump
    most = SPARE_SHARE * system.reaches_kpa(curve)
    if entered.cut_out_kpa <= most:
        return entered.cut_in_kpa, entered.cut_out_kpa
    cut_out = max(LEAST_CUT_IN_KPA + 1.0, round(most))
    return max(LEAST_CUT_IN_KPA, cut_out - BAND_KPA), cut_out
