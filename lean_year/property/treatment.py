"""The treatment train as it is entered: its stages in the order of the water, its lamp and its chlorine."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from lean_year.core.pump.cross_connection import Changeover
from lean_year.core.treatment.cartridges import CartridgeSize
from lean_year.property.parts import Part, PlaceText
from lean_year.property.water_path import Bore

StageKind = Literal["strainer", "sediment", "carbon", "uv", "calcite", "tap_filter"]


USUAL: dict[str, dict[str, float | bool]] = {
    "strainer": {"micron": 150},
    "sediment": {"micron": 20},
    "carbon": {"micron": 5},
    "tap_filter": {"micron": 0.2, "absolute": True},
}
"""What a stage is rated for where nothing is entered. Basis: common practice."""
MOST_STAGES = 12
LONGEST_CONTACT_MIN = 100_000.0


class TreatmentStage(Part):
    """One stage of the train; its rating is usual for its kind where it is not entered."""

    kind: StageKind
    size: CartridgeSize = "4.5x20"
    """Of the housing, for sediment and carbon."""
    side_by_side: int = Field(default=1, ge=1, le=20)
    micron: float = Field(default=20, ge=0.01, le=5_000)
    absolute: bool = False
    """Whether its rating is absolute, and not nominal."""
    clean_kpa: float | None = Field(default=None, ge=0, le=2_000)
    """Drop when new, by its maker's sheet; usual for its size where None."""
    clean_flow_l_s: float | None = Field(default=None, ge=0.01, le=100)
    """For which that sheet gives the drop, through one of them; 0.5 L/s where None."""
    port_mm: Bore | None = None
    """Of its connections; as wide as the pipe where None."""
    article: PlaceText = ""
    """What it is bought as."""
    cost_each: Annotated[float, Field(ge=0, le=1e6)] = 0
    life_months: float | None = Field(default=None, ge=0.1, le=120)
    """How long a cartridge lasts in this house, as its log showed; by the water that passes it where None."""

    @model_validator(mode="before")
    @classmethod
    def _usual_rating(cls, entered: Any) -> Any:
        if not isinstance(entered, dict):
            return entered
        usual = [rating for kind, rating in USUAL.items() if kind == entered.get("kind")]
        return usual[0] | entered if usual else entered


class LampSheet(Part):
    """What the maker's sheet says of a lamp."""

    rated_mj_cm2: float = Field(default=40, gt=0, le=1_000)
    rated_flow_l_s: float = Field(default=0.75, gt=0, le=100)
    rated_uvt_percent: float = Field(default=95, ge=1, le=100)
    depth_cm: float = Field(default=2, gt=0, le=50)
    """Of the water round its sleeve."""
    drop_kpa: float = Field(default=20, ge=0, le=1_000)
    """At its rated flow."""
    length_mm: float = Field(default=600, ge=50, le=5_000)
    """Of the chamber; as much is kept free beside it, to draw the lamp."""


class Ultraviolet(LampSheet):
    """The lamp, whose place is a stage of the train."""

    uvt_percent: float | None = Field(default=None, ge=1, le=100)
    """Measured; 75 % is counted on until it is."""
    lamp_h: float = Field(default=0, ge=0, le=200_000)
    """Hours that the lamp has burnt."""
    change_by: Literal["calendar", "sensor"] = "calendar"
    """Changed by the calendar, or when its sensor says so and at the calendar's end at the latest."""
    sensor: bool = False
    shut_valve: bool = False
    """A valve that shuts when the light is too little, or the power is gone."""
    slow_valve: bool = False
    """Whether that valve shuts over some seconds, and not at once."""
    flow_limiter: bool = False
    """Set to the rated flow: more than that never passes the lamp."""
    battery: bool = False
    sensor_percent: float | None = Field(default=None, ge=0, le=100)
    """What the sensor reads with the source running, of what it read with a new lamp, a clean sleeve and water as
    clear as the lamp was rated in; None until it is noted."""

    @property
    def read_share(self) -> float | None:
        """The same as a share; None too where there is no sensor."""
        return self.sensor_percent / 100 if self.sensor and self.sensor_percent is not None else None


class ChlorineEntry(Part):
    """Chlorine in the tank, or none."""

    on: bool = False
    dose_mg_l: float = Field(default=1, ge=0, le=50)
    strength_percent: float = Field(default=5, gt=0, le=20)
    residual_mg_l: float = Field(default=0.4, gt=0, le=20)
    ph: float = Field(default=7, ge=6, le=9)
    contact_min: float = Field(default=60, ge=0, le=LONGEST_CONTACT_MIN)
    """Least time between dosing and the tap."""
    in_tank_l: float | None = Field(default=None, ge=0, le=1e9)
    """Water in the tank on the day of dosing, by its gauge; a full tank where None."""


class WaterTest(Part):
    """What the last test of the water at the tap showed; None where it was not tested."""

    e_coli_100ml: float | None = Field(default=None, ge=0, le=1e7)
    coliforms_100ml: float | None = Field(default=None, ge=0, le=1e7)
    turbidity_ntu: float | None = Field(default=None, ge=0, le=10_000)
    ph: float | None = Field(default=None, ge=4, le=10)
    chlorine_mg_l: float | None = Field(default=None, ge=0, le=100)
    """Free chlorine."""
    lead_ug_l: float | None = Field(default=None, ge=0, le=100_000)
    copper_mg_l: float | None = Field(default=None, ge=0, le=1_000)
    iron_mg_l: float | None = Field(default=None, ge=0, le=1_000)


class Treatment(Part):
    """What the water passes between the tank and each use."""

    stages: list[TreatmentStage] = Field(default_factory=list, max_length=MOST_STAGES)
    garden_after: int = Field(default=1, ge=0, le=MOST_STAGES)
    """How many stages the garden's water passes before it leaves."""
    indoor_after: int = Field(default=2, ge=0, le=MOST_STAGES)
    """How many the toilets' and laundry's passes."""
    uv: Ultraviolet = Field(default_factory=Ultraviolet)
    chlorine: ChlorineEntry = Field(default_factory=ChlorineEntry)
    drinking_rated: bool = True
    """Whether all that the drinking water touches is rated for it."""
    second_source: Literal["none", "mains", "well"] = "none"
    changeover: Changeover = "air_gap"
    """How a second source is kept from the rain; `rpz` is a reduced-pressure-zone device."""
    backflow_tested: bool = False
    """Whether such a device was tested where it stands."""
    second_uvt_percent: float | None = Field(default=None, ge=1, le=100)
    """Transmittance of the well's water, measured; 75 % is counted on until it is."""
    mist: bool = False
    """Misting beds, or spray of warm water."""
    alkalinity_mg_l: float | None = Field(default=None, ge=0, le=1_000)
    """As calcium carbonate; None until it is measured."""
    wanted_alkalinity_mg_l: float = Field(default=60, ge=0, le=500)
    """What soda is to raise it to."""
    last_test: WaterTest = Field(default_factory=WaterTest)
    copper_pipe: bool = False
