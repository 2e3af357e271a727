"""Edits that give the highest tap what is wanted: larger housings, a wider pipe, another pump; none that fails to."""

from collections.abc import Callable
from typing import Any

from lean_year.core.hydraulics.stock_pipes import stock_pipes
from lean_year.core.treatment.cartridges import CARTRIDGES, CartridgeSize
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.pressure_side import System, gives, pump_curve
from lean_year.plan.model.train import in_housings, is_cartridge
from lean_year.plan.stations.pump.pumps_offered import PumpOffered
from lean_year.plan.stations.pump.switch_pressures import pressure_operations, pressures_for
from lean_year.property.document import Property

LARGEST: CartridgeSize = "4.5x20"


def pressed_enough(document: Property) -> bool:
    """Whether the highest tap has the wanted pressure at the peak, with filters that are due."""
    system = System(document)
    press = gives(document, system)
    return press is not None and system.end_kpa(press, system.peak_l_s, dirty=True) >= system.wanted_kpa


def runs_enough(document: Property) -> bool:
    """Whether the peak runs from the open tap by gravity, with filters that are due."""
    system = System(document)
    return system.open_l_s(dirty=True) >= system.peak_l_s


def tap_fixes(
    document: Property, enough: Callable[[Property], bool], offered: list[PumpOffered], say: Wording
) -> list[Fix]:
    """The plainest first; two of them together where none does alone."""
    large, fit_large = in_housings(document, LARGEST), _housing_operations(document)
    fixes = _higher_pressures(document, enough, say)
    if fit_large and enough(large):
        fixes.append(Fix(text=f"Fit housings of {CARTRIDGES[LARGEST].label}.", operations=fit_large))
    fixes += _wider(document, enough, say)
    fixes += [Fix(text=f"{pump.label}.", operations=pump.operations) for pump in offered if pump.enough][:2]
    if not fixes and fit_large:
        fixes = [
            Fix(
                text=f"Fit housings of {CARTRIDGES[LARGEST].label} and {fix.text[0].lower()}{fix.text[1:]}",
                operations=[*fit_large, *fix.operations],
            )
            for fix in _wider(large, enough, say)
        ]
    return fixes


def _higher_pressures(document: Property, enough: Callable[[Property], bool], say: Wording) -> list[Fix]:
    """The same pump, cutting in so high that the tap has what is wanted, where it reaches that."""
    entered = document.pump
    if entered.feed != "pump" or not entered.holds:
        return []
    speed = entered.control == "variable_speed"
    held = pressures_for(System(document), pump_curve(document), control=entered.control)
    if held is None or held.least_kpa <= entered.held_kpa:
        return []
    low, high = held
    changed = {"cut_in_kpa": low, "cut_out_kpa": high, "set_point_kpa": high if speed else None}
    if not enough(document.model_copy(update={"pump": entered.model_copy(update=changed)})):
        return []
    text = (
        f"Set it to hold {say.pressure(high)}."
        if speed
        else f"Set it to cut in at {say.pressure(low)} and out at {say.pressure(high)}."
    )
    return [Fix(text=text, operations=pressure_operations(held, control=entered.control))]


def _housing_operations(document: Property) -> list[dict[str, Any]]:
    return [
        replace(f"/treatment/stages/{number}/size", LARGEST)
        for number, stage in enumerate(document.treatment.stages)
        if is_cartridge(stage) and stage.size != LARGEST
    ]


def _wider(document: Property, enough: Callable[[Property], bool], say: Wording) -> list[Fix]:
    """The narrowest pipe of the stock list that does, in place of the last one to the tap."""
    pump = document.pump
    header = pump.feed == "header"
    laid = pump.header.down if header else pump.delivery
    path = "/pump/header/down/bore_mm" if header else "/pump/delivery/bore_mm"

    def does(bore_mm: float) -> bool:
        wide = laid.model_copy(update={"bore_mm": bore_mm})
        changed = {"header": pump.header.model_copy(update={"down": wide})} if header else {"delivery": wide}
        return enough(document.model_copy(update={"pump": pump.model_copy(update=changed)}))

    wider = [stock.bore_mm for stock in stock_pipes(document.units) if stock.bore_mm > laid.bore_mm]
    if not wider or not does(wider[-1]):
        return []
    bore_mm = next(each for each in wider if does(each))
    return [Fix(text=f"Lay the pipe to the taps in {say.pipe(bore_mm)} bore.", operations=[replace(path, bore_mm)])]
