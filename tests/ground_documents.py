"""Ground, pads and holes as anybody may enter them."""

from hypothesis import strategies as st

from lean_year.property.ground import GroundEntry

away = st.floats(0, 100)
grounds = st.builds(
    GroundEntry,
    soil=st.sampled_from(["unknown", "clay", "sand", "sandy_gravel", "soft_rock", "bedrock", "fill"]),
    slope=st.floats(0, 1),
    topsoil_m=st.floats(0, 3),
    swelling=st.booleans(),
    margin_m=st.none() | st.floats(0, 20),
    thickness_mm=st.none() | st.floats(20, 2_000),
    bag_kg=st.floats(5, 100),
    cut_batter=st.floats(0, 5),
    fill_batter=st.floats(0, 5),
    pad_over_ground_mm=st.floats(0, 1_000),
    readings_mm=st.lists(st.floats(-5_000, 5_000), max_size=24),
    drained_uphill=st.booleans(),
    wind_m_s=st.floats(0.1, 120),
    tied_down=st.booleans(),
    earthquakes=st.booleans(),
    water_table_m=st.none() | st.floats(0, 100),
    working_room_m=st.floats(0, 10),
    shored=st.booleans(),
    collar_kn=st.floats(0, 100_000),
    traffic=st.sampled_from(["none", "walked", "cars", "trucks"]),
    riser_m=st.floats(-2, 5),
    to_footing_m=away,
    to_boundary_m=away,
    to_septic_m=away,
    to_trees_m=away,
    services_located=st.booleans(),
    gate_m=away,
    overhead_m=st.none() | away,
    soft_access=st.booleans(),
    copper_near=st.booleans(),
)
