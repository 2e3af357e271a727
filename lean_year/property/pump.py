"""How the water is lifted and pressed, as it is entered."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from lean_year.core.errors import Amount, InputError
from lean_year.core.pump.hand_pump import HAND_EFFICIENCY
from lean_year.core.pump.hot_water import COLD_C
from lean_year.core.pump.pump_curve import fit_curve
from lean_year.core.pump.surge import PipeKind
from lean_year.property.parts import Part, PlaceText
from lean_year.property.water_path import Bore, Height

PumpControl = Literal["pressure_switch", "variable_speed", "flow_switch"]
Count = Annotated[int, Field(ge=0, le=500)]
ShareAboveNone = Annotated[float, Field(gt=0, le=1)]
CurvePoint = Annotated[list[Annotated[float, Field(ge=0, le=2_000)]], Field(min_length=2, max_length=2)]
GENERIC_POINTS = [[0.0, 46.0], [0.6, 41.0], [1.2, 28.0]]
"""Flow [L/s] and head [m] of an invented set for a house, until its own are entered. Basis: estimate."""
MOST_VESSEL_L = 100_000
MOST_AH = 100_000.0
MOST_KPA = 2_000.0
"""Of what a switch is set to."""


class FixtureCounts(Part):
    """What can be open in the house."""

    toilet: Count = 1
    basin: Count = 1
    shower: Count = 1
    bath: Count = 0
    kitchen_sink: Count = 1
    dishwasher: Count = 0
    washing_machine: Count = 1
    laundry_sink: Count = 0
    garden_tap: Count = 1

    def counts(self) -> dict[str, int]:
        return dict(self)

    @property
    def any_indoors(self) -> bool:
        """Whether there are others than taps of the garden."""
        return any(count for name, count in self.counts().items() if name != "garden_tap")


class Pipe(Part):
    """A pipe that runs full under pressure."""

    bore_mm: Bore = 32
    length_m: float = Field(default=25, gt=0, le=10_000)
    roughness_mm: float = Field(default=0.0015, ge=0, le=2)
    fittings_k: float = Field(default=12, ge=0, le=1_000)
    """Loss coefficient K of bends, tees and valves."""


class HeaderTank(Part):
    """A small tank above the taps, filled by a transfer pump and shut by a float.

    Strainers stand before the pump, the rest of the train behind the tank.
    """

    outlet_m: Height = 6
    """Its lowest water above the datum."""
    depth_m: float = Field(default=0.8, gt=0, le=20)
    """From there to where its float shuts."""
    volume_l: float = Field(default=500, gt=0, le=1_000_000)
    """Between the two."""
    fill_h: float = Field(default=1, gt=0, le=240)
    """Within which the transfer pump is to fill it."""
    down: Pipe = Field(default_factory=lambda: Pipe(bore_mm=40, length_m=12, fittings_k=8))
    """From it to the taps."""
    covered: bool = True
    """Lid, screened vent and overflow."""


class HotWater(Part):
    """The heater that this supply feeds."""

    kind: Literal["unknown", "none", "instant", "store"] = "unknown"
    """Heated as it runs, or in a store."""
    least_kpa: float | None = Field(default=None, gt=0, le=1_000)
    """What a heater without a store asks for, by its sheet; usual where None."""
    store_l: float = Field(default=200, gt=0, le=100_000)
    store_c: float = Field(default=60, ge=COLD_C, le=100)
    mixed_down: bool = False
    """A thermostatic mixing valve behind the store."""
    relief_kpa: float = Field(default=700, ge=50, le=MOST_KPA)
    """At which its relief valve opens."""
    expansion_l: float | None = Field(default=None, ge=0, le=MOST_VESSEL_L)
    """Of its expansion vessel; None where nobody knows."""


class Battery(Part):
    """What a pump of low voltage runs on."""

    volts: float = Field(default=12, ge=6, le=60)
    """Of the pump."""
    capacity_ah: float = Field(default=100, gt=0, le=MOST_AH)
    usable_share: ShareAboveNone = 0.5
    """Of the capacity, before it is charged again. Basis: common practice (lead; 0.8 of lithium)."""
    wanted_days: float = Field(default=2, gt=0, le=365)
    """For which it is to carry the pump while nothing charges it."""
    cable_m: float = Field(default=5, gt=0, le=1_000)
    """From the battery to the pump, one way."""


class HandPump(Part):
    """A pump worked by hand; it stands at the height of the pump."""

    stroke_l: float = Field(default=0.4, gt=0, le=20)
    """Water of one stroke, caught in a bucket."""
    strokes_per_minute: float = Field(default=35, ge=1, le=120)
    efficiency: float = Field(default=HAND_EFFICIENCY, ge=0.05, le=1)
    """Share of a person's work that lifts the water."""
    in_the_water: bool = False
    """Whether its cylinder hangs in the water, and sucks nothing up."""


class PumpEntry(Part):
    """The pump, its vessel and its pipes; a pump and a header tank; gravity alone; or a pump worked by hand."""

    feed: Literal["undecided", "pump", "gravity", "header", "hand"] = "undecided"
    fixtures: FixtureCounts = Field(default_factory=FixtureCounts)
    flow_by: Literal["units", "at_once"] = "at_once"
    """By fixture units, or by how many things are open at once."""
    at_once: int = Field(default=2, ge=1, le=50)
    irrigation_l_s: float = Field(default=0, ge=0, le=100)
    """The largest zone that runs with them."""
    residual_kpa: float = Field(default=150, ge=0, le=1_000)
    """Wanted at the highest tap."""
    points: list[CurvePoint] = Field(default_factory=lambda: [list(each) for each in GENERIC_POINTS], max_length=30)
    """Flow [L/s] and head [m], from the shut-off head on."""
    efficiency: float = Field(default=0.35, ge=0.01, le=1)
    """Of pump and motor together."""
    port_mm: Bore | None = None
    """Of its connections; as wide as the pipes where None."""
    article: PlaceText = ""
    """What it is bought as."""
    control: PumpControl = "pressure_switch"
    """What starts and stops it; a flow switch stops it when the water stands still, without a vessel."""
    set_point_kpa: float | None = Field(default=None, gt=0, le=MOST_KPA)
    """What a variable-speed set holds at its outlet; its cut-out where None."""
    cut_in_kpa: float = Field(default=220, ge=0, le=MOST_KPA)
    """At which it starts, by a pressure switch or a flow switch."""
    cut_out_kpa: float = Field(default=360, ge=0, le=MOST_KPA)
    precharge_kpa: float = Field(default=206, ge=0, le=MOST_KPA)
    vessel_l: float = Field(default=60, ge=0, le=MOST_VESSEL_L)
    vessel_rated_kpa: float | None = Field(default=None, gt=0, le=10_000)
    """By the vessel's own sheet; None where nobody has looked."""
    vessel_article: PlaceText = ""
    """What the vessel is bought as."""
    run_s: float = Field(default=60, ge=1, le=3_600)
    """Least time of one run."""
    suction: Pipe = Field(default_factory=lambda: Pipe(bore_mm=40, length_m=3, fittings_k=3))
    delivery: Pipe = Field(default_factory=Pipe)
    pipe: PipeKind = "plastic"
    """What the pipe to the taps is made of."""
    header: HeaderTank = Field(default_factory=HeaderTank)
    hot_water: HotWater = Field(default_factory=HotWater)
    friction: Literal["darcy", "hazen_williams"] = "darcy"
    hazen_c: float = Field(default=150, ge=10, le=200)
    backflow_kpa: float = Field(default=0, ge=0, le=500)
    """Lost in a backflow device at the peak."""
    altitude_m: float = Field(default=0, ge=-500, le=6_000)
    water_c: float = Field(default=15, ge=0, le=50)
    fittings_kpa: float = Field(default=1_000, ge=10, le=10_000)
    """What pipes, housings and fittings are rated for."""
    stands: Literal["beside", "submerged"] = "beside"
    """Beside the tank, or in its water."""
    over_rim_m: Height | None = None
    """Highest point of a suction that goes over the rim of the tank; None where it leaves through the wall."""
    siphon: bool = False
    """Whether such a suction is filled once and then runs as a siphon."""
    foot_valve: bool = True
    check_valve: bool = True
    dry_run_stop: bool = True
    frost_housed: bool = True
    trench_m: float = Field(default=0.6, ge=0, le=10)
    """Ground over the pipe to the taps."""
    battery: Battery | None = None
    """What it runs on; the mains where None."""
    hand: HandPump | None = None
    """The pump that is worked by hand, where the taps are fed so."""
    without_power: Literal["nothing", "battery", "low_voltage", "generator", "low_tap"] = "nothing"
    """What gives water while the power is gone; a low tap is one that gravity reaches."""

    @model_validator(mode="before")
    @classmethod
    def _hand_pump(cls, entered: Any) -> Any:
        by_hand = isinstance(entered, dict) and entered.get("feed") == "hand" and entered.get("hand") is None
        return entered | {"hand": {}} if by_hand else entered

    @property
    def by_motor(self) -> bool:
        """Whether a motor drives it."""
        return self.feed in ("pump", "header")

    @property
    def submerged(self) -> bool:
        """Whether a pump with a motor hangs in the water."""
        return self.by_motor and self.stands == "submerged"

    @property
    def sucks_over_m(self) -> float | None:
        """The rim that the suction goes over; None where it goes over none."""
        return self.over_rim_m if self.by_motor and not self.submerged else None

    @property
    def hand_pump(self) -> HandPump:
        """As it is entered, or usual."""
        return self.hand or HandPump()

    @property
    def on_battery(self) -> bool:
        """Whether a battery drives it."""
        return self.by_motor and self.battery is not None

    @property
    def through_the_wall(self) -> bool:
        """Whether the water leaves the tank through its wall, at its outlet."""
        return self.feed != "hand" and not self.submerged and self.sucks_over_m is None

    @property
    def holds(self) -> bool:
        """Whether its outlet is held at a pressure while water is drawn."""
        return self.control != "flow_switch"

    @property
    def has_vessel(self) -> bool:
        """Whether a vessel stands behind it."""
        return self.feed == "pump" and self.vessel_l > 0

    @property
    def held_kpa(self) -> float:
        """The least that is held at the outlet while the pump can: the cut-in, or a set point."""
        return self.most_held_kpa if self.control == "variable_speed" else self.cut_in_kpa

    @property
    def most_held_kpa(self) -> float:
        """The most that is held there: the cut-out, or the set point."""
        by_speed = self.control == "variable_speed"
        return self.set_point_kpa if by_speed and self.set_point_kpa is not None else self.cut_out_kpa

    @model_validator(mode="after")
    def _in_order(self) -> "PumpEntry":
        if self.cut_out_kpa <= self.cut_in_kpa:
            raise InputError(
                "cut_out_kpa",
                "must be above the cut-in, {cut_in}, got {given}",
                cut_in=Amount("pressure", self.cut_in_kpa),
                given=Amount("pressure", self.cut_out_kpa),
            )
        if self.precharge_kpa > self.cut_in_kpa:
            raise InputError(
                "precharge_kpa",
                "must be at most the cut-in, {cut_in}, got {given}",
                cut_in=Amount("pressure", self.cut_in_kpa),
                given=Amount("pressure", self.precharge_kpa),
            )
        fit_curve(*zip(*self.points, strict=True) if self.points else ((), ()))
        return self
