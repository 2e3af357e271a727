"""The same train in housings of every size: what each costs the highest tap, and how long it lasts."""

from typing import Any

from pydantic import BaseModel

from lean_year.core.household.uses import Quality
from lean_year.core.pump.pump_curve import operating_flow_l_s
from lean_year.core.treatment.cartridges import CARTRIDGES, CartridgeSize
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.findings import replace
from lean_year.plan.model.levels import by_heights_alone
from lean_year.plan.model.pressure_side import LIFT_READS, System, gives
from lean_year.plan.model.train import first_life_months, in_housings, is_cartridge
from lean_year.property.document import Property


class HousingOffered(BaseModel):
    """All cartridges of the train in housings of one size."""

    size: CartridgeSize
    label: str
    clean_kpa: float
    """Taken by the train at the peak, new."""
    dirty_kpa: float
    tap_clean_kpa: float | None
    """Left at the highest tap; None where it is not decided how the house is fed."""
    tap_dirty_kpa: float | None
    flow_clean_l_s: float | None
    """What there is at the wanted pressure."""
    flow_dirty_l_s: float | None
    months: float | None
    """Until the first cartridge is due."""
    chosen: bool
    operations: list[dict[str, Any]]


def housings_offered(document: Property, use_m3_year: dict[Quality, float]) -> list[HousingOffered]:
    """Every size, the smallest first; none where the train has no cartridge."""
    return [
        each.model_copy(update={"months": first_life_months(in_housings(document, each.size), use_m3_year)})
        for each in _on_the_pipes(document)
    ]


@cached_by_parts(16, *LIFT_READS, narrowed=by_heights_alone)
def _on_the_pipes(document: Property) -> list[HousingOffered]:
    """The same before it is known how much water passes in a year, which any change of the supply changes."""
    places = [number for number, stage in enumerate(document.treatment.stages) if is_cartridge(stage)]
    if not places:
        return []
    rows = []
    for size, cartridge in CARTRIDGES.items():
        other = in_housings(document, size)
        system = System(other)
        peak = system.peak_l_s
        tap: list[float | None] = [None, None]
        flow: list[float | None] = [None, None]
        press = gives(other, system)
        if press is not None:
            tap = [system.end_kpa(press, peak, dirty=dirty) for dirty in (False, True)]
            flow = [operating_flow_l_s(press, system.asked_m(dirty=dirty)) for dirty in (False, True)]
        rows.append(
            HousingOffered(
                size=size,
                label=cartridge.label,
                clean_kpa=sum(stage.kpa(peak, dirty=False) for stage in system.stages),
                dirty_kpa=sum(stage.kpa(peak, dirty=True) for stage in system.stages),
                tap_clean_kpa=tap[0],
                tap_dirty_kpa=tap[1],
                flow_clean_l_s=flow[0],
                flow_dirty_l_s=flow[1],
                months=None,
                chosen=all(document.treatment.stages[number].size == size for number in places),
                operations=[replace(f"/treatment/stages/{number}/size", size) for number in places],
            )
        )
    return rows
