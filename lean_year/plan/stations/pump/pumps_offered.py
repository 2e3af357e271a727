"""Generic pumps against this house: what each would give the highest tap, or how soon it fills the header tank."""

from typing import Any

from pydantic import BaseModel

from lean_year.core.pump.generic_pumps import GENERIC_PUMPS, GenericPump
from lean_year.core.pump.pump_curve import Presses, fit_curve, operating_flow_l_s
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
    if not document.pump.by_motor:
        return []
    return [pump_offered(document, pump) for pump in GENERIC_PUMPS]


def pump_offered(document: Property, pump: GenericPump) -> PumpOffered:
    """A pump on the pipes of a house."""
    return _offered(_standing(document, pump), pump)


def _standing(document: Property, pump: GenericPump) -> Property:
    """The property with a pump that stands where this one does."""
    return document.model_copy(update={"pump": document.pump.model_copy(update={"stands": pump.stands})})


def _power(document: Property, pump: GenericPump) -> list[dict[str, Any]]:
    """A battery that is there stays; one that has come is a guess."""
    if pump.on_battery == (document.pump.battery is not None):
        return []
    return [replace("/pump/battery", {} if pump.on_battery else None)]


def _offered(document: Property, pump: GenericPump) -> PumpOffered:
    entered, system = document.pump, System(document)
    curve = fit_curve(*zip(*pump.points, strict=True))
    held = within_reach(document, system, curve)
    tap: tuple[float | None, float | None] = (None, None)
    fill_h = None
    if entered.feed == "header":
        flow = operating_flow_l_s(curve, Filling(document).asked_m(dirty=False))
        fill_h = entered.header.volume_l / flow / 3600 if flow > 1e-6 else None
        enough = fill_h is not None and fill_h <= entered.header.fill_h
    else:
        fits = pressures_for(system, curve, control=pump.control)
        held = fits or held
        press: Presses = curve
        if pump.control != "flow_switch":
            press = system.held(curve, held.most_kpa if pump.control == "variable_speed" else held.least_kpa)
        flow = operating_flow_l_s(press, system.asked_m(dirty=False))
        clean, dirty = (system.end_kpa(press, system.peak_l_s, dirty=each) for each in (False, True))
        pressed = pump.control != "flow_switch" or dirty >= system.wanted_kpa
        tap, enough = (clean, dirty), fits is not None and pressed and system.peak_l_s <= curve.most_l_s
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
            replace("/pump/control", pump.control),
            replace("/pump/stands", pump.stands),
            *_power(document, pump),
            *pressure_operations(held, control=pump.control),
        ],
    )
