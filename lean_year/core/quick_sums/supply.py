"""Quick sums of roofs, rain, household and cistern."""

from lean_year.core.cistern import vessel
from lean_year.core.hydraulics import pipes
from lean_year.core.quick_sums.frame import QuickSum, SumInput
from lean_year.core.roofs import catchment


def _days_left(level_l: float, demand_l_day: float) -> dict[str, float]:
    return {"days": level_l / demand_l_day}


SUMS = (
    QuickSum(
        "harvest",
        "Water off a roof",
        (
            SumInput("area_m2", "m2", 0, catchment.MAX_AREA_M2),
            SumInput("rain_mm", "mm", 0, catchment.MAX_RAIN_MM),
            SumInput("runoff", "-", 0, 1),
            SumInput("loss_mm", "mm", 0, 100),
        ),
        {"volume_l": "L"},
        "area x runoff x max(0, rain - loss)",
        lambda **v: {"volume_l": float(catchment.harvest_l(**v))},
    ),
    QuickSum(
        "roof_plan_area",
        "Plan area of a pitched roof",
        (
            SumInput("slope_length_m", "m", 0, 10_000),
            SumInput("width_m", "m", 0, 10_000),
            SumInput("pitch_deg", "deg", 0, 89),
        ),
        {"area_m2": "m2"},
        "slope length x width x cos(pitch)",
        lambda **v: {"area_m2": catchment.roof_plan_area_m2(**v)},
    ),
    QuickSum(
        "cylinder",
        "Upright cylinder",
        (SumInput("diameter_m", "m", 1e-6, 200), SumInput("depth_m", "m", 0, 100)),
        {"volume_l": "L"},
        "1000 x pi x diameter^2 / 4 x depth",
        lambda **v: {"volume_l": vessel.cylinder_volume_l(**v)},
    ),
    QuickSum(
        "lying_cylinder",
        "Cylinder on its side",
        (
            SumInput("diameter_m", "m", 1e-6, 200),
            SumInput("length_m", "m", 0, 1_000),
            SumInput("depth_m", "m", 0, 200),
        ),
        {"volume_l": "L"},
        "length x circular segment of the water's depth, flat ends",
        lambda **v: {"volume_l": vessel.lying_cylinder_volume_l(**v)},
    ),
    QuickSum(
        "link_head",
        "Head between two linked tanks",
        (
            SumInput("flow_l_s", "L/s", 0, 1_000),
            SumInput("bore_mm", "mm", 1, 10_000),
            SumInput("length_m", "m", 0, 100_000),
            SumInput("roughness_mm", "mm", 0, 5_000),
        ),
        {"head_m": "m"},
        "friction (Colebrook) + entry, K 0.5, + exit, K 1.0",
        lambda **v: {"head_m": pipes.link_head_m(**v)},
    ),
    QuickSum(
        "days_left",
        "Days of water left without rain",
        (SumInput("level_l", "L", 0, 1e9), SumInput("demand_l_day", "L/d", 1e-6, 1e9)),
        {"days": "d"},
        "water in the tank / demand a day",
        _days_left,
    ),
)
