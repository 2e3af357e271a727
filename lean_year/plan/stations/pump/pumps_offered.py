"""Generic pumps against this house: what each would give the highest tap, or how soon it fills the header tank."""

from typing import Any

from pydantic import BaseModel

from lean_year.core.pump.generic_pumps import GENERIC_PUMPS, GenericPump
from lean_year.core.pump.pump_curve import fit_curve, operating_flow_l_s
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.findings import replace
from lean_year.plan.model.levels import by_heights_alone
from lean_year.plan.model.pressure_side import LIFT_READS, Filling, System
from lean_year.plan.stations.pump.switch_pressures import pressure_operations, pressures_for, within_reach
from lean_year.property.document import Property


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


@cached_by_parts(16, *LIFT_READS, narrowed=by_heights_alone)
def pumps_offered(document: Property) -> list[PumpOffered]:
    """Every generic pump; none where no pump is planned."""
    if document.pump.feed not in ("pump", "header"):
        return []
    system = System(document)
    runs_on = Filling(document) if document.pump.feed == "header" else system
    return [_offered(document, system, runs_on, pump) for pump in GENERIC_PUMPS]


def _offered(document: Property, system: System, runs_on: System, pump: GenericPump) -> PumpOffered:
    entered = document.pump
    curve = fit_curve(*zip(*pump.points, strict=True))
    held = within_reach(document, system, curve)
    tap: tuple[float | None, float | None] = (None, None)
    fill_h = None
    if isinstance(runs_on, Filling):
        flow = operating_flow_l_s(curve, runs_on.asked_m(dirty=False))
        fill_h = entered.header.volume_l / flow / 3600 if flow > 1e-6 else None
        enough = fill_h is not None and fill_h <= entered.header.fill_h
    else:
        fits = pressures_for(system, curve, variable_speed=pump.variable_speed)
        held = fits or held
        press = system.held(curve, held.most_kpa if pump.variable_speed else held.least_kpa)
        flow = operating_flow_l_s(press, system.asked_m(dirty=False))
        clean, dirty = (system.end_kpa(press, system.peak_l_s, dirty=each) for each in (False, True))
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
            *pressure_operations(held, variable_speed=pump.variable_speed),
        ],
    )
