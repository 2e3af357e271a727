"""What carries the tanks, as it is entered: the ground, the pad, the dig, wind and the way in."""

from typing import Annotated, Literal

from pydantic import Field

from lean_year.property.parts import Part

Soil = Literal["unknown", "clay", "sand", "sandy_gravel", "soft_rock", "bedrock", "fill"]


class GroundEntry(Part):
    """The place of the tanks. One slope and one soil for all; each tank's floor is the top of its pad."""

    soil: Soil = "unknown"
    slope: float = Field(default=0, ge=0, le=1)
    """Rise over run."""
    topsoil_m: float = Field(default=0.15, ge=0, le=3)
    """Stripped before anything is laid."""
    swelling: bool = False
    """Whether the soil swells when it is wet."""
    margin_m: float | None = Field(default=None, ge=0, le=20)
    """Pad beyond the tank; usual for its base where None."""
    thickness_mm: float | None = Field(default=None, ge=20, le=2_000)
    bag_kg: float = Field(default=20, ge=5, le=100)
    """Of dry concrete."""
    cut_batter: float = Field(default=1, ge=0, le=5)
    fill_batter: float = Field(default=1.5, ge=0, le=5)
    """Run for each metre of height; 0 where a wall holds the edge."""
    pad_over_ground_mm: float = Field(default=75, ge=0, le=1_000)
    """Top of the pad over the ground that is levelled round it."""
    readings_mm: list[Annotated[float, Field(ge=-5_000, le=5_000)]] = Field(default_factory=list, max_length=24)
    """Staff readings on the finished pad, from before the record of the build, which has them now."""
    drained_uphill: bool = True
    """A ditch that leads water round the pad, and a drained apron below it."""
    wind_m_s: float = Field(default=40, ge=0.1, le=120)
    """The strongest gust that is counted on."""
    tied_down: bool = False
    earthquakes: bool = False
    water_table_m: float | None = Field(default=None, ge=0, le=100)
    """From the ground down to standing water; None where nobody knows."""
    working_room_m: float = Field(default=0.6, ge=0, le=10)
    """Round a tank in its hole."""
    shored: bool = False
    """Whether the sides of the hole are held."""
    collar_kn: float = Field(default=0, ge=0, le=100_000)
    """Weight of a collar or slab that holds a buried tank down, under water."""
    traffic: Literal["none", "walked", "cars", "trucks"] = "none"
    """What goes over a buried tank."""
    riser_m: float = Field(default=0.15, ge=-2, le=5)
    """Lid of the riser over the ground."""
    to_footing_m: float = Field(default=5, ge=0, le=1_000)
    to_boundary_m: float = Field(default=3, ge=0, le=1_000)
    to_septic_m: float = Field(default=20, ge=0, le=1_000)
    to_trees_m: float = Field(default=6, ge=0, le=1_000)
    services_located: bool = False
    """Whether pipes and cables underground have been found."""
    gate_m: float = Field(default=3, ge=0, le=100)
    """Narrowest place on the way in."""
    overhead_m: float | None = Field(default=None, ge=0, le=100)
    """Clear height under wires and branches; None where nothing hangs there."""
    soft_access: bool = False
    """Whether a truck sinks in on the way when it is wet."""
    shaded: bool = False
    """Shade, a berm or light paint on the sun side."""
    copper_near: bool = False
    """Copper or brass on a coated metal tank, or running off onto one."""
