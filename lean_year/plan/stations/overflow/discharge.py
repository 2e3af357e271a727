"""Where the overflow goes, and what the ground must be given to take it."""

from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.rain.downpour import burst_mm
from lean_year.core.water_path.overflow import basin_m2, soakaway
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import Flows, design_intensity_mm_h, overflow_intensity_mm_h
from lean_year.property.document import Property

STORM_MIN = np.array([5.0, 10, 15, 30, 60, 120, 240, 360, 600, 1_440])
INTO_THE_GROUND = ("soakaway", "swale", "rain_garden", "basins")
PONDS = ("swale", "rain_garden", "basins")
"""Where water stands in the open."""
DESTINATIONS = {
    "ground": "open ground",
    "soakaway": "a soakaway",
    "swale": "a swale",
    "rain_garden": "a rain garden",
    "basins": "mulch basins",
    "pond": "a pond",
    "second_dam": "a second dam",
    "creek": "a creek",
    "reed_bed": "a reed bed",
    "storm_drain": "a storm drain",
}


class InfiltrationPlan(BaseModel):
    """What the ground must be given, sized for the gutters' return period."""

    infiltration_mm_h: float | None
    """None until a test is made."""
    length_m: float | None
    width_m: float
    depth_m: float
    storage_l: float | None
    floor_m2: float | None
    half_empty_h: float | None
    worst_min: float | None
    rule: str
    """How it is sized."""
    text: str


def ground_for_overflow(document: Property, flows: Flows, say: Wording) -> InfiltrationPlan:
    """The soakaway, swale or basin that takes the roofs' storm at the gutters' return period."""
    entered = document.overflow
    area = sum(flows.by_roof.values()) * 3600 / max(overflow_intensity_mm_h(document), 1e-9)
    rate = entered.infiltration_mm_h
    empty = InfiltrationPlan(
        infiltration_mm_h=rate,
        length_m=None,
        width_m=entered.width_m,
        depth_m=entered.depth_m,
        storage_l=None,
        floor_m2=None,
        half_empty_h=None,
        worst_min=None,
        text="Its size waits for an infiltration test on the spot.",
        rule=f"For the gutters’ return period over all durations from {fixed(STORM_MIN[0])} minutes to "
        f"{fixed(STORM_MIN[-1] / 60)} hours, longer ones by the one-third power rule (BRE Digest 365, the method "
        "from memory). The local rule comes first.",
    )
    if rate is None:
        return empty
    rate = max(0.01, rate / entered.infiltration_safety)
    area_m2, depth_mm = min(area, 1e6), _storm_depths_mm(document)
    if entered.destination == "soakaway":
        return empty.model_copy(update=_soakaway(document, area_m2, depth_mm, rate, say))
    return empty.model_copy(update=_basin(document, area_m2, depth_mm, rate, say))


def _storm_depths_mm(document: Property) -> NDArray[np.float64]:
    """Rain of the design storm at each of `STORM_MIN`."""
    design = design_intensity_mm_h(document) * document.downpour.duration_min / 60
    # Depths of other durations by the one-third power rule from the rate that was entered.
    scale = burst_mm(day_mm=1.0, minutes=max(1.0, document.downpour.duration_min))
    return np.array([design * burst_mm(day_mm=1.0, minutes=float(span)) / scale for span in STORM_MIN])


def _soakaway(
    document: Property, area_m2: float, depth_mm: NDArray[np.float64], rate_mm_h: float, say: Wording
) -> dict[str, Any]:
    """What there is to say of a soakaway; nothing where none is large enough."""
    entered = document.overflow
    try:
        pit = soakaway(
            area_m2=area_m2,
            depth_mm=depth_mm,
            duration_min=STORM_MIN,
            infiltration_m_s=rate_mm_h / 3.6e6,
            width_m=entered.width_m,
            pit_depth_m=max(0.1, entered.depth_m),
            void_ratio=entered.void_ratio,
        )
    except InputError:
        return {}
    return {
        "length_m": pit.length_m,
        "storage_l": pit.storage_m3 * 1000,
        "half_empty_h": pit.half_empty_h,
        "worst_min": pit.worst_min,
        "text": f"{say.length(pit.length_m)} long, {say.length(pit.width_m)} wide, {say.length(pit.depth_m)} "
        f"deep holds {say.volume(pit.storage_m3 * 1000)}; the storm of {fixed(pit.worst_min)} minutes rules; "
        f"half empty after {fixed(pit.half_empty_h, 1)} h.",
    }


def _basin(
    document: Property, area_m2: float, depth_mm: NDArray[np.float64], rate_mm_h: float, say: Wording
) -> dict[str, Any]:
    """What there is to say of a swale or basin."""
    entered = document.overflow
    greywater_m3_day = entered.greywater_l_day / 1000 if entered.destination == "basins" else 0.0
    floor, worst = basin_m2(
        area_m2=area_m2,
        depth_mm=depth_mm,
        duration_min=STORM_MIN,
        infiltration_m_s=rate_mm_h / 3.6e6,
        ponding_m=max(0.01, min(5.0, entered.depth_m)),
    )
    for_greywater = greywater_m3_day / (rate_mm_h / 1000 * 24)
    half = entered.depth_m * 500 / rate_mm_h
    also = f", {say.area(for_greywater)} of it for the greywater" if for_greywater else ""
    return {
        "floor_m2": floor + for_greywater,
        "storage_l": floor * entered.depth_m * 1000,
        "half_empty_h": half,
        "worst_min": worst,
        "text": f"A floor of {say.area(floor + for_greywater)}{also}, {say.length(entered.depth_m)} of ponding; "
        f"the storm of {fixed(worst)} minutes rules; half empty after {fixed(half, 1)} h.",
    }
