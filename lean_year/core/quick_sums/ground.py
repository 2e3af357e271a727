"""Quick sums of what carries the tank."""

import math

from lean_year.core.ground import bearing as ground_load
from lean_year.core.ground import flotation, foundation, tank_weights, wind
from lean_year.core.quick_sums.frame import QuickSum, SumInput


def _tank_weight(volume_l: float, empty_kg: float, base_area_m2: float) -> dict[str, float]:
    mass = tank_weights.full_tank_kg(empty_kg=empty_kg, volume_l=volume_l)
    return {"mass_kg": mass, "bearing_kpa": ground_load.bearing_kpa(mass_kg=mass, area_m2=base_area_m2)}


def _flotation(displaced_m3: float, tank_kg: float, water_l: float, cover_kn: float) -> dict[str, float]:
    where = {"displaced_m3": displaced_m3, "tank_kg": tank_kg, "cover_kn": cover_kn}
    return {
        "safety_factor": flotation.safety_factor(**where, water_l=water_l),
        "ballast_l": flotation.ballast_l(**where),
    }


def _wind(
    diameter_m: float, height_m: float, empty_kg: float, wind_m_s: float, shape: wind.Shape
) -> dict[str, float]:
    hold = wind.wind_hold(diameter_m=diameter_m, height_m=height_m, empty_kg=empty_kg, wind_m_s=wind_m_s, shape=shape)
    return {"overturning_factor": hold.overturning, "sliding_factor": hold.sliding, "water_l": hold.water_l}


def _hoop(diameter_m: float, depth_m: float, wall_mm: float) -> dict[str, float]:
    tension = ground_load.hoop_tension_kn_m(diameter_m=diameter_m, depth_m=depth_m)
    return {"tension_kn_m": tension, "stress_mpa": tension / wall_mm}


def _pad(tank_diameter_m: float, margin_m: float, thickness_m: float) -> dict[str, float]:
    diameter = foundation.round_pad_m(tank_diameter_m=tank_diameter_m, margin_m=margin_m)
    volume = foundation.pad_m3(area_m2=math.pi / 4 * diameter**2, thickness_m=thickness_m)
    return {"pad_diameter_m": diameter, "volume_m3": volume, "mass_t": volume * foundation.COMPACTED_T_M3}


_DIAMETER = SumInput("diameter_m", "m", 0.001, 200)

SUMS = (
    QuickSum(
        "tank_weight",
        "Weight of a full tank, and what it presses with",
        (
            SumInput("volume_l", "L", 0, 1e9),
            SumInput("empty_kg", "kg", 0, 1e7),
            SumInput("base_area_m2", "m2", 1e-4, 1e6),
        ),
        {"mass_kg": "kg", "bearing_kpa": "kPa"},
        "water + tank; mass x g / base area, the pad not counted",
        _tank_weight,
    ),
    QuickSum(
        "flotation",
        "Whether a buried tank floats",
        (
            SumInput("displaced_m3", "m3", 1e-6, 1e6),
            SumInput("tank_kg", "kg", 0, 1e9),
            SumInput("water_l", "L", 0, 1e9),
            SumInput("cover_kn", "kN", 0, 1e6),
        ),
        {"safety_factor": "-", "ballast_l": "L"},
        "((tank + water) g / 1000 + cover) / (displaced x g), cover at its buoyant weight; ballast: all the water "
        "inside for a factor of 1.2",
        _flotation,
    ),
    QuickSum(
        "wind",
        "An empty tank in the wind",
        (
            _DIAMETER,
            SumInput("height_m", "m", 0.001, 100),
            SumInput("empty_kg", "kg", 0.001, 1e9),
            SumInput("wind_m_s", "m/s", 0.1, 120),
        ),
        {"overturning_factor": "-", "sliding_factor": "-", "water_l": "L"},
        "F = 0.5 x 1.225 V^2 x Cd d h, Cd 0.8 of a cylinder and 1.3 of a flat face; m g d/2 over F h/2; 0.4 m g over "
        "F; water inside for the lesser to reach 1.5",
        _wind,
        methods={"cylinder": (), "flat": ()},
        choice="shape",
        usual="cylinder",
    ),
    QuickSum(
        "hoop",
        "Pull in a round wall",
        (_DIAMETER, SumInput("depth_m", "m", 0, 100), SumInput("wall_mm", "mm", 0.01, 5_000)),
        {"tension_kn_m": "kN/m", "stress_mpa": "MPa"},
        "pressure of the water at the foot x D / 2; tension / wall",
        _hoop,
    ),
    QuickSum(
        "pad",
        "Compacted pad under a round tank",
        (
            SumInput("tank_diameter_m", "m", 0.001, 200),
            SumInput("margin_m", "m", 0, 100),
            SumInput("thickness_m", "m", 0, 10),
        ),
        {"pad_diameter_m": "m", "volume_m3": "m3", "mass_t": "t"},
        "diameter + 2 margins; area x thickness; 2.1 t/m3 compacted",
        _pad,
    ),
    QuickSum(
        "concrete_bags",
        "Bags of concrete",
        (SumInput("volume_m3", "m3", 0, 1e5), SumInput("bag_kg", "kg", 0.1, 100)),
        {"bags": "-"},
        "volume / (4.682e-4 x bag), whole bags, nothing wasted",
        lambda **v: {"bags": foundation.concrete_bags(**v)},
    ),
    QuickSum(
        "tilt",
        "Water lost to a lean",
        (_DIAMETER, SumInput("drop_mm", "mm", 0, 10_000)),
        {"lost_volume_l": "L"},
        "base area x fall across it / 2, the overflow on the low side",
        lambda **v: {"lost_volume_l": ground_load.lost_to_lean_l(**v)},
    ),
)
