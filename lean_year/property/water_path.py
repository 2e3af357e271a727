"""Gutters, pipes, screens, first flush, inlet and overflow as they are entered."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from lean_year.core.errors import Amount, InputError
from lean_year.core.water_path.first_flush import USUAL_RAIN_H, Exposure
from lean_year.core.water_path.grit import LEAST_GRAIN_MM
from lean_year.core.water_path.gutters import Lining
from lean_year.core.water_path.overflow import INFILTRATION_SAFETY
from lean_year.core.water_path.screens import SCREEN_TYPES, ScreenKind
from lean_year.property.parts import Key, Part, ShareOfOne, Text
from lean_year.property.season import OutOfUse

Bore = Annotated[float, Field(ge=5, le=2_000)]
Height = Annotated[float, Field(ge=-1_000, le=9_000)]
Bends = Annotated[int, Field(ge=0, le=50)]
MOST_HOLE_MM = 100.0
MOST_PIECES = 50
MOST_OVERFLOW_PIPES = 20
MOST_MEDIA_M2 = 10_000.0


MOST_GUTTER_M = 1_000.0


class Gutter(Part):
    """One straight run of gutter, its outlets alike."""

    shape: Literal["half_round", "box", "channel", "open_channel"] = "half_round"
    """A channel lies in paving, under a grate; an open one along the foot of a slope, cut or built."""
    lining: Lining = "mortar"
    """Of an open channel."""
    width_mm: float = Field(default=125, ge=20, le=2_000)
    depth_mm: float = Field(default=62, ge=10, le=2_000)
    """Of a box or channel, to its spill or edge; a half-round one is half as deep as wide."""
    length_m: float | None = Field(default=None, gt=0, le=MOST_GUTTER_M)
    """Along the eaves; one side of the surface where None."""
    fall_mm_m: float = Field(default=0, ge=0, le=200)
    """To its outlets."""
    outlets_m: list[Annotated[float, Field(ge=0, le=MOST_GUTTER_M)] | None] = Field(
        default=[None], min_length=1, max_length=MOST_PIECES
    )
    """Where each outlet is, from its left end; None where it is not measured."""
    outlet_mm: float = Field(default=90, ge=20, le=1_000)
    """Width of the opening in its floor."""
    strainer: bool = False
    bends: bool = False

    @model_validator(mode="after")
    def _outlets_in_it(self) -> "Gutter":
        for number, place_m in enumerate(self.outlets_m):
            if self.length_m is not None and place_m is not None and place_m > self.length_m:
                raise InputError(
                    f"outlets_m[{number}]",
                    "must be at most the length of its gutter, {length}, got {given}",
                    length=Amount("length", self.length_m),
                    given=Amount("length", place_m),
                )
        return self


class Screen(Part):
    """One stage of straining; what is not entered is usual for its kind."""

    kind: ScreenKind
    open_cm2: float | None = Field(default=None, gt=0, le=1e6)
    aperture_mm: float | None = Field(default=None, gt=0, le=100)
    """Its openings; of a grit trap, the grains that it is to keep."""
    head_mm: float | None = Field(default=None, ge=0, le=2_000)
    loss_share: ShareOfOne | None = None
    """Of the water that reaches it, lost in any rain."""
    clean_weeks: int | None = Field(default=None, ge=1, le=520)
    reached_from: Literal["ground", "step_ladder", "ladder", "roof"] = "ladder"
    media_m2: float = Field(default=1, gt=0, le=MOST_MEDIA_M2)
    """Plan of the bed of an up-flow filter or a chamber of wrapped pipes, or of a grit trap."""
    bypass: bool = True
    """Whether what it cannot take goes round it and not over the ground."""

    @property
    def grain_mm(self) -> float:
        """The grains that a grit trap is to keep, none finer than such sinking is known for."""
        return max(LEAST_GRAIN_MM, self.value("aperture_mm"))

    def value(self, name: Literal["open_cm2", "aperture_mm", "head_mm", "loss_share", "clean_weeks"]) -> float:
        """What was entered, or what is usual."""
        entered = getattr(self, name)
        return float(getattr(SCREEN_TYPES[self.kind], name) if entered is None else entered)


class Run(Part):
    """The pipe from the foot of a group of downpipes to the tank, or to another group's run."""

    kind: Literal["dry", "wet"] = "dry"
    """Dry falls all the way; wet dips underground, stands full and rises to the tank."""
    bore_mm: Bore = 104
    length_m: float = Field(default=8, gt=0, le=5_000)
    foot_m: Height | None = None
    """Invert of a dry run where it begins, at the foot of its downpipes; None until it is measured."""
    roughness_mm: float = Field(default=0.05, ge=0, le=2)
    bends_90: Bends = 2
    bends_45: Bends = 0
    tees: Bends = 0
    """Tees that the water goes straight through."""
    branch_tees: Bends = 0
    """Tees that it turns in."""
    valves: Bends = 0
    """Full-bore ball valves."""
    check_valves: Bends = 0
    reducer_mm: Bore | None = None
    """The narrowest place in it, such as a fitting or valve; None where it is one bore."""
    low_point_m: Height | None = None
    """Invert of a wet run's lowest point; half a metre under the ground at the tank where None."""
    low_drain: bool = True
    """A drain at the low point."""
    low_drain_mm: Bore | None = None
    """Its bore; that of the run where None."""
    rated_kpa: float | None = Field(default=None, ge=1, le=10_000)
    """Pressure class of pipe and joints; None until it is known."""
    into: Key | None = None
    """The group whose run it joins; None where it goes to the tank itself."""

    @property
    def drained_mm(self) -> float:
        """Bore of the drain at its low point."""
        return self.bore_mm if self.low_drain_mm is None else self.low_drain_mm

    @model_validator(mode="after")
    def _narrows(self) -> "Run":
        if self.reducer_mm is not None and self.reducer_mm > self.bore_mm:
            raise InputError(
                "reducer_mm",
                "must be at most the bore of the run, {bore}, got {given}",
                bore=Amount("pipe", self.bore_mm),
                given=Amount("pipe", self.reducer_mm),
            )
        return self


class Levels(Part):
    """Heights above the datum that belong to no roof and no tank. [m]"""

    datum: Text = "back-door sill"
    ground_m: Height = 0
    """Ground at the house."""
    tank_ground_m: Height | None = None
    """Ground at the tank; its floor where None."""
    discharge_m: Height | None = None
    """Ground where the overflow comes out; half a metre under the tank's ground where None."""
    pump_m: Height | None = None
    plant_room_m: Height | None = None
    highest_tap_m: Height | None = None
    lowest_tap_m: Height | None = None
    """The ground at the house, or the highest tap where that is lower, where None."""


class Downpour(Part):
    """What the rates of rain stand for, and by which method the sizes go."""

    return_years: float = Field(default=10, ge=1.01, le=1_000)
    """Of `rain.design_intensity_mm_h`."""
    duration_min: float = Field(default=5, ge=1, le=1_440)
    source: Literal["assumed", "table", "estimate"] = "assumed"
    overflow_intensity_mm_h: float | None = Field(default=None, gt=0, le=2_000)
    """What overflows, and eaves that spill indoors, must pass; half as much again where None."""
    overflow_return_years: float = Field(default=100, ge=1.01, le=1_000)
    method: Literal["en", "code_table"] = "en"
    driven_rain: bool = True
    """Count half the exposed rise of a roof for rain driven by wind."""
    clogged_share: float = Field(default=0.5, ge=0, le=0.99)
    """How far screens are clogged in the downpour."""


class FirstFlush(Part):
    """What is thrown away of each rain, and in what."""

    kind: Literal["none", "ball", "standpipe", "tank"] = "none"
    by: Literal["depth", "volume", "length", "removal", "exposure"] = "depth"
    depth_mm: float = Field(default=0.5, ge=0, le=20)
    volume_l: float = Field(default=25, ge=0, le=100_000)
    """Of each chamber, by volume."""
    leg_m: float = Field(default=1.5, gt=0, le=100)
    """Pipe of each chamber, by its length."""
    left_share: float = Field(default=0.5, ge=0.01, le=1)
    """Of the dirt, by removal wanted."""
    exposure: Exposure = "ordinary"
    place: Literal["each", "group", "one"] = "each"
    """A chamber at every downpipe, one for each group, or one where all have joined."""
    bore_mm: float = Field(default=104, ge=20, le=2_000)
    wall_m: float = Field(default=1.8, gt=0, le=20)
    """Height for a leg, room to unscrew its cap left out."""
    cap_room_mm: float = Field(default=200, ge=0, le=2_000)
    drain: Literal["hole", "emitter", "by_hand"] = "emitter"
    hole_mm: float = Field(default=2, ge=0.2, le=MOST_HOLE_MM)
    emitter_l_h: float = Field(default=2, gt=0, le=1_000)
    rain_h: float = Field(default=USUAL_RAIN_H, ge=0, le=24)
    """Hours of rain on a wet day: while the hole of a chamber leaks, and in a replay by the hour."""
    screened: bool = True
    """A screen in front of the hole."""
    winter_cap_off: bool = True
    out_of_use: OutOfUse | None = None
    """When nothing is thrown away in each year: its chambers are shut off or taken down."""

    @model_validator(mode="after")
    def _hole_in_its_pipe(self) -> "FirstFlush":
        if self.hole_mm > self.bore_mm:
            raise InputError(
                "hole_mm",
                "must be at most the bore of its leg, {bore}, got {given}",
                bore=Amount("pipe", self.bore_mm),
                given=Amount("bore", self.hole_mm),
            )
        return self


class OverflowEntry(Part):
    """The way out of the full tank."""

    kind: Literal["pipe", "standpipe", "back_down", "none"] = "pipe"
    """Through the wall at the spill height; up and over from the bottom of a bank; none in the tank itself, but a
    diverter that sends the water back down the downpipe; none at all."""
    bore_mm: Bore = 104
    count: int = Field(default=1, ge=1, le=MOST_OVERFLOW_PIPES)
    port_mm: Bore | None = None
    """Of the tank that it leaves, by its maker's sheet; as wide as the pipe where None."""
    length_m: float = Field(default=4, ge=0.01, le=2_000)
    bends_90: Bends = 2
    roughness_mm: float = Field(default=0.05, ge=0, le=2)
    metal: bool = False
    """Of metal above ground and for the first 300 mm below it."""
    siphon_break: bool = True
    screened: bool = True
    trap: bool = True
    """A trap or flap against vermin and smells."""
    end: Literal["open", "pop_up", "grate"] = "open"
    destination: Literal[
        "ground",
        "soakaway",
        "swale",
        "rain_garden",
        "basins",
        "pond",
        "second_dam",
        "creek",
        "reed_bed",
        "storm_drain",
    ] = "ground"
    footing_m: float = Field(default=3, ge=0, le=5_000)
    """From its end to the nearest footing."""
    downhill: bool = True
    """Whether it ends downhill of the pad, and not towards a neighbour or a septic field."""
    infiltration_mm_h: float | None = Field(default=None, ge=0.01, le=10_000)
    """From a test on the spot; None until one is made."""
    infiltration_safety: float = Field(default=INFILTRATION_SAFETY, ge=1, le=10)
    """What that is divided by, since the ground clogs. [-]"""
    width_m: float = Field(default=1, ge=0.1, le=100)
    depth_m: float = Field(default=1.2, ge=0.05, le=20)
    """Effective depth of a soakaway, or ponding of a swale or basin."""
    void_ratio: float = Field(default=0.38, ge=0.05, le=1)
    greywater_l_day: float = Field(default=0, ge=0, le=100_000)
    """What else the basins must take."""
    hold_down_share: ShareOfOne = 0
    """Share of the live volume that is kept empty to take rain that is forecast."""

    @property
    def narrowest_mm(self) -> float:
        """Of a pipe and the port that it begins at."""
        return self.bore_mm if self.port_mm is None else min(self.bore_mm, self.port_mm)


class Inlet(Part):
    """Where the water enters a tank, and what is fitted in it. Heights above its own floor."""

    height_m: float | None = Field(default=None, ge=0, le=100)
    """Invert of the inlet; a tenth of a metre over the overflow, at most at the lid, where None."""
    bore_mm: Bore = 104
    calmed: bool = True
    vent_mm: Bore = 104
    """Bore of the screened vent."""
    floating_suction: bool = False
    lockable: bool = True
    light_tight: bool = True
    floor_drain: bool = True
    gauge: Literal["none", "sight_tube", "float", "electronic"] = "none"
    gap_mm: float | None = Field(default=None, ge=0, le=10_000)
    """To the next tank or wall; None where it stands alone."""
