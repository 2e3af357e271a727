"""Gutters, pipes, screens, first flush and overflow as anybody may enter them."""

from hypothesis import strategies as st

from lean_year.core.water_path.gutters import LINING_N
from lean_year.core.water_path.screens import SCREEN_TYPES
from lean_year.property.roofs import Downpipe
from lean_year.property.water_path import (
    Downpour,
    FirstFlush,
    Gutter,
    Inlet,
    Levels,
    OverflowEntry,
    Run,
    Screen,
)

heights = st.floats(-20, 30)
screens = st.builds(
    Screen,
    kind=st.sampled_from(list(SCREEN_TYPES)),
    open_cm2=st.none() | st.floats(1e-3, 1e6),
    loss_share=st.none() | st.floats(0, 1),
    reached_from=st.sampled_from(["ground", "roof"]),
    media_m2=st.floats(1e-3, 100),
    bypass=st.booleans(),
)


@st.composite
def gutters(draw):
    """A run of gutter, its outlets measured or not; in one whose length is not entered they may lie outside it."""
    length_m = draw(st.none() | st.floats(0.1, 1_000))
    places = st.floats(0, 1_000 if length_m is None else length_m)
    return Gutter(
        shape=draw(st.sampled_from(["half_round", "box", "channel", "open_channel"])),
        lining=draw(st.sampled_from(list(LINING_N))),
        width_mm=draw(st.floats(20, 2_000)),
        depth_mm=draw(st.floats(10, 2_000)),
        length_m=length_m,
        fall_mm_m=draw(st.floats(0, 200)),
        outlets_m=draw(st.lists(st.none() | places, min_size=1, max_size=50)),
        outlet_mm=draw(st.floats(20, 1_000)),
        strainer=draw(st.booleans()),
        bends=draw(st.booleans()),
    )


@st.composite
def downpipe_rows(draw, last_tank):
    """Groups a and b, the second sometimes joining the first."""
    rows = []
    for name, into in (("a", None), ("b", draw(st.sampled_from([None, "a"])))):
        bore = draw(st.floats(5, 2_000))
        run = Run(
            kind=draw(st.sampled_from(["dry", "wet"])),
            bore_mm=bore,
            length_m=draw(st.floats(0.1, 5_000)),
            foot_m=draw(st.none() | heights),
            roughness_mm=draw(st.floats(0, 2)),
            bends_90=draw(st.integers(0, 50)),
            reducer_mm=draw(st.none() | st.just(max(5.0, bore / 3))),
            low_point_m=draw(st.none() | heights),
            low_drain=draw(st.booleans()),
            rated_kpa=draw(st.none() | st.floats(1, 10_000)),
            into=into,
        )
        rows.append(
            Downpipe(
                id=name,
                name=name.upper(),
                tank=last_tank if name == "b" else None,
                pipes=draw(st.integers(1, 50)),
                bore_mm=draw(st.floats(5, 2_000)),
                screen_m=draw(st.none() | heights),
                tee_m=draw(st.none() | heights),
                metal=draw(st.booleans()),
                screens=draw(st.lists(screens, max_size=3)),
                run=run,
            )
        )
    return rows


levels = st.builds(
    Levels,
    ground_m=heights,
    tank_ground_m=st.none() | heights,
    discharge_m=st.none() | heights,
    pump_m=st.none() | heights,
    highest_tap_m=st.none() | heights,
    lowest_tap_m=st.none() | heights,
)
downpours = st.builds(
    Downpour,
    return_years=st.floats(1.01, 1_000),
    duration_min=st.floats(1, 1_440),
    source=st.sampled_from(["assumed", "table", "estimate"]),
    overflow_intensity_mm_h=st.none() | st.floats(1e-3, 2_000),
    method=st.sampled_from(["en", "code_table"]),
    driven_rain=st.booleans(),
    clogged_share=st.floats(0, 0.99),
)
flushes = st.builds(
    FirstFlush,
    kind=st.sampled_from(["none", "ball", "standpipe", "tank"]),
    by=st.sampled_from(["depth", "volume", "removal", "exposure"]),
    depth_mm=st.floats(0, 20),
    volume_l=st.floats(0, 100_000),
    left_share=st.floats(0.01, 1),
    place=st.sampled_from(["each", "group", "one"]),
    bore_mm=st.floats(100, 2_000),
    wall_m=st.floats(0.01, 20),
    drain=st.sampled_from(["hole", "emitter", "by_hand"]),
    hole_mm=st.floats(0.2, 100),
    emitter_l_h=st.floats(1e-3, 1_000),
    rain_h=st.floats(0, 24),
)
overflows = st.builds(
    OverflowEntry,
    kind=st.sampled_from(["pipe", "standpipe", "back_down", "none"]),
    bore_mm=st.floats(5, 2_000),
    count=st.integers(1, 20),
    length_m=st.floats(0.01, 2_000),
    end=st.sampled_from(["open", "pop_up", "grate"]),
    destination=st.sampled_from(["ground", "soakaway", "swale", "basins", "storm_drain"]),
    infiltration_mm_h=st.none() | st.floats(0.01, 10_000),
    depth_m=st.floats(0.05, 20),
    greywater_l_day=st.floats(0, 100_000),
    hold_down_share=st.floats(0, 1),
)
inlets = st.builds(
    Inlet,
    bore_mm=st.floats(5, 2_000),
    vent_mm=st.floats(5, 2_000),
    calmed=st.booleans(),
    floating_suction=st.booleans(),
    gap_mm=st.none() | st.floats(0, 10_000),
)
