"""Where the overflow goes, and what the ground must be given to take it."""

import numpy as np
from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.rain.downpour import burst_mm
from lean_year.core.water_path.overflow import basin_m2, soakaway
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import Flows, overflow_intensity_mm_h
from lean_year.property.document import Property

STORM_MIN = np.array([5.0, 10, 15, 30, 60, 120, 240, 360, 600, 1_440])
INTO_THE_GROUND = ("soakaway", "swale", "rain_garden", "basins")
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
    )
    if rate is None:
        return empty
    design = document.rain.design_intensity_mm_h * document.downpour.duration_min / 60
    # Depths of other durations by the one-third power rule from the rate that was entered.
    scale = burst_mm(day_mm=1.0, minutes=max(1.0, document.downpour.duration_min))
    depth = np.array([design * burst_mm(day_mm=1.0, minutes=float(span)) / scale for span in STORM_MIN])
    greywater = entered.greywater_l_day / 1000 if entered.destination == "basins" else 0.0
    if entered.destination == "soakaway":
        try:
            pit = soakaway(
                area_m2=min(area, 1e6),
                depth_mm=depth,
                duration_min=STORM_MIN,
                infiltration_m_s=rate / 3.6e6,
                width_m=entered.width_m,
                pit_depth_m=max(0.1, entered.depth_m),
                void_ratio=entered.void_ratio,
            )
        except InputError:
            return empty
        return empty.model_copy(
            update={
                "length_m": pit.length_m,
                "storage_l": pit.storage_m3 * 1000,
                "half_empty_h": pit.half_empty_h,
                "worst_min": pit.worst_min,
                "text": f"{say.length(pit.length_m)} long, {say.length(pit.width_m)} wide, {say.length(pit.depth_m)} "
                f"deep holds {say.volume(pit.storage_m3 * 1000)}; the storm of {fixed(pit.worst_min)} minutes rules; "
                f"half empty after {fixed(pit.half_empty_h, 1)} h.",
            }
        )
    floor, worst = basin_m2(
        area_m2=min(area, 1e6),
        depth_mm=depth,
        duration_min=STORM_MIN,
        infiltration_m_s=rate / 3.6e6,
        ponding_m=max(0.01, min(5.0, entered.depth_m)),
    )
    for_greywater = greywater / (rate / 1000 * 24)
    half = entered.depth_m * 500 / rate
    also = f", {say.area(for_greywater)} of it for the greywater" if for_greywater else ""
    return empty.model_copy(
        update={
            "floor_m2": floor + for_greywater,
            "storage_l": floor * entered.depth_m * 1000,
            "half_empty_h": half,
            "worst_min": worst,
            "text": f"A floor of {say.area(floor + for_greywater)}{also}, {say.length(entered.depth_m)} of ponding; "
            f"the storm of {fixed(worst)} minutes rules; half empty after {fixed(half, 1)} h.",
        }
    )
