"""Trains, pumps and pipes as anybody may enter them."""

from typing import get_args

from hypothesis import strategies as st

from lean_year.core.treatment.cartridges import CARTRIDGES
from lean_year.property.pump import (
    Battery,
    FixtureCounts,
    HandPump,
    HeaderTank,
    HotWater,
    Pipe,
    PumpControl,
    PumpEntry,
)
from lean_year.property.treatment import ChlorineEntry, Treatment, TreatmentStage, Ultraviolet, WaterTest

stages = st.builds(
    TreatmentStage,
    kind=st.sampled_from(["strainer", "sediment", "carbon", "uv", "calcite", "tap_filter"]),
    size=st.sampled_from(list(CARTRIDGES)),
    side_by_side=st.integers(1, 20),
    micron=st.floats(0.01, 5_000),
    absolute=st.booleans(),
    clean_kpa=st.none() | st.floats(0, 2_000),
    cost_each=st.floats(0, 1_000),
)
lamps = st.builds(
    Ultraviolet,
    rated_mj_cm2=st.floats(0.1, 1_000),
    rated_flow_l_s=st.floats(1e-3, 100),
    rated_uvt_percent=st.floats(1, 100),
    depth_cm=st.floats(0.1, 50),
    uvt_percent=st.none() | st.floats(1, 100),
    lamp_h=st.floats(0, 200_000),
    change_by=st.sampled_from(["calendar", "sensor"]),
    sensor=st.booleans(),
    shut_valve=st.booleans(),
    slow_valve=st.booleans(),
    flow_limiter=st.booleans(),
)
tested = {
    "e_coli_100ml": (0, 1e7),
    "coliforms_100ml": (0, 1e7),
    "turbidity_ntu": (0, 100),
    "ph": (4, 10),
    "chlorine_mg_l": (0, 20),
    "lead_ug_l": (0, 100),
    "copper_mg_l": (0, 10),
    "iron_mg_l": (0, 10),
}
tests = st.builds(
    WaterTest,
    **{key: st.none() | st.sampled_from([low]) | st.floats(low, high) for key, (low, high) in tested.items()},
)
trains = st.builds(
    Treatment,
    stages=st.lists(stages, max_size=6),
    garden_after=st.integers(0, 12),
    indoor_after=st.integers(0, 12),
    uv=lamps,
    chlorine=st.builds(
        ChlorineEntry,
        on=st.booleans(),
        dose_mg_l=st.floats(0, 50),
        strength_percent=st.floats(0.01, 20),
        residual_mg_l=st.floats(0.01, 20),
        ph=st.floats(6, 9),
        contact_min=st.floats(0, 1_000),
        in_tank_l=st.none() | st.floats(0, 1e6),
    ),
    second_uvt_percent=st.none() | st.floats(1, 100),
    last_test=tests,
    drinking_rated=st.booleans(),
    second_source=st.sampled_from(["none", "mains", "well"]),
    changeover=st.sampled_from(["air_gap", "rpz", "interlocked", "valves"]),
    mist=st.booleans(),
    alkalinity_mg_l=st.none() | st.floats(0, 1_000),
)
pipes = st.builds(
    Pipe,
    bore_mm=st.floats(5, 200),
    length_m=st.floats(0.1, 1_000),
    roughness_mm=st.floats(0, 2),
    fittings_k=st.floats(0, 100),
)
counts = st.integers(0, 30)
fixtures = st.builds(FixtureCounts, **dict.fromkeys(FixtureCounts.model_fields, counts))


heaters = st.builds(
    HotWater,
    kind=st.sampled_from(["unknown", "none", "instant", "store"]),
    least_kpa=st.none() | st.floats(1, 1_000),
    store_l=st.floats(0.1, 100_000),
    store_c=st.floats(10, 100),
    mixed_down=st.booleans(),
    relief_kpa=st.floats(50, 2_000),
    expansion_l=st.none() | st.floats(0, 1_000),
)


batteries = st.builds(
    Battery,
    volts=st.floats(6, 60),
    capacity_ah=st.floats(0.1, 100_000),
    usable_share=st.floats(0.01, 1),
    wanted_days=st.floats(0.1, 365),
    cable_m=st.floats(0.1, 1_000),
)
hand_pumps = st.builds(
    HandPump,
    stroke_l=st.floats(0.01, 20),
    strokes_per_minute=st.floats(1, 120),
    efficiency=st.floats(0.05, 1),
    in_the_water=st.booleans(),
)


@st.composite
def pumps(draw):
    shut_off = draw(st.floats(1, 300))
    shares = sorted(draw(st.lists(st.floats(0.01, 0.97), min_size=2, max_size=5, unique_by=lambda x: round(x, 2))))
    step = draw(st.floats(0.05, 5))
    points = [[0.0, shut_off]] + [[step * (row + 1), shut_off * (1 - share)] for row, share in enumerate(shares)]
    cut_in = draw(st.floats(0, 500))
    return PumpEntry(
        feed=draw(st.sampled_from(["undecided", "pump", "gravity", "header", "hand"])),
        header=HeaderTank(
            outlet_m=draw(st.floats(-20, 60)),
            depth_m=draw(st.floats(0.05, 5)),
            volume_l=draw(st.floats(1, 20_000)),
            fill_h=draw(st.floats(0.01, 48)),
            down=draw(pipes),
            covered=draw(st.booleans()),
        ),
        trench_m=draw(st.floats(0, 3)),
        fixtures=draw(fixtures),
        flow_by=draw(st.sampled_from(["units", "at_once"])),
        at_once=draw(st.integers(1, 50)),
        irrigation_l_s=draw(st.floats(0, 5)),
        residual_kpa=draw(st.floats(0, 1_000)),
        points=points,
        efficiency=draw(st.floats(0.01, 1)),
        control=draw(st.sampled_from(get_args(PumpControl))),
        stands=draw(st.sampled_from(["beside", "submerged"])),
        over_rim_m=draw(st.none() | st.floats(-20, 60)),
        siphon=draw(st.booleans()),
        battery=draw(st.none() | batteries),
        hand=draw(hand_pumps),
        cut_in_kpa=cut_in,
        cut_out_kpa=cut_in + draw(st.floats(1, 500)),
        precharge_kpa=draw(st.floats(0, 1)) * cut_in,
        vessel_l=draw(st.floats(0, 1_000)),
        suction=draw(pipes),
        delivery=draw(pipes),
        friction=draw(st.sampled_from(["darcy", "hazen_williams"])),
        backflow_kpa=draw(st.floats(0, 500)),
        altitude_m=draw(st.floats(-500, 6_000)),
        water_c=draw(st.floats(0, 50)),
        foot_valve=draw(st.booleans()),
        pipe=draw(st.sampled_from(["plastic", "metal"])),
        hot_water=draw(heaters),
    )
