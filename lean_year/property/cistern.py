"""Tanks as they are entered, each where it stands, and how they are joined."""

import math
from abc import abstractmethod
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from lean_year.core.cistern import vessel
from lean_year.core.cistern.bank import Vessel
from lean_year.core.cistern.lean import LEVEL, MOST_MM, Side, Tilt, tilt_of_fall, tilt_of_points, top_water_m
from lean_year.core.errors import Amount, InputError
from lean_year.core.ground.foundation import BaseKind
from lean_year.core.ground.tank_weights import PRECAST_M
from lean_year.property.parts import CalendarDay, Key, Part, ShareOfOne, Text, require_different
from lean_year.property.season import OutOfUse
from lean_year.property.water_path import Inlet

MOST_L = 1e9
USUAL_INLET_OVER_M = 0.1
"""How far an inlet stands over the overflow. Basis: common practice."""
Metres = Annotated[float, Field(gt=0, le=100)]
LOWEST_FLOOR_M, HIGHEST_FLOOR_M = -100.0, 5_000.0


class OfTank(Part):
    """The shape of a tank."""

    @property
    def is_cast(self) -> bool:
        """Whether it is of concrete or mortar."""
        return False

    @property
    def is_lined(self) -> bool:
        """Whether it is put together of rings with a liner."""
        return False

    @property
    def built_in_place(self) -> bool:
        """Whether it is put together, cast or filled where it stands."""
        return False


STATED_SPARE = 0.01
"""By so much a stated volume may be over what rounded measures hold. Basis: estimate."""
Stated = Annotated[float, Field(gt=0, le=MOST_L)]


class Stocked(OfTank):
    """A tank of a stock size: its measures, and what its maker says that it holds."""

    height_m: Metres
    stated_l: Stated | None = None
    """Full to its height, by its maker; what its measures hold where None."""

    @abstractmethod
    def by_measures(self) -> vessel.Prism:
        """What its measures make of it."""

    def in_core(self) -> vessel.Prism:
        measured = self.by_measures()
        return (
            measured if self.stated_l is None else vessel.Prism(self.stated_l / 1000 / self.height_m, self.height_m)
        )

    def stated_times(self, factor: float) -> dict[str, float | None]:
        """The stated volume of one that is wider by a factor."""
        return {"stated_l": None if self.stated_l is None else self.stated_l * factor}

    @model_validator(mode="after")
    def _holds_what_is_stated(self) -> Self:
        measured = self.by_measures()
        holds_l = 1000 * measured.area_m2 * measured.height_m
        if self.stated_l is not None and self.stated_l > holds_l * (1 + STATED_SPARE):
            raise InputError(
                "stated_l",
                "must be at most what its measures hold, {held}, got {given}",
                held=Amount("volume", holds_l),
                given=Amount("volume", self.stated_l),
            )
        return self


class Volume(OfTank):
    """A tank known by its volume and height, upright walls."""

    kind: Literal["volume"] = "volume"
    volume_l: float = Field(ge=0, le=1e9)
    height_m: Metres = 2.0

    def in_core(self) -> vessel.Shape:
        return vessel.Prism(self.volume_l / 1000 / self.height_m, self.height_m)

    def widened(self, factor: float) -> "Volume":
        return self.model_copy(update={"volume_l": round(self.volume_l * factor, 6)})


class UprightCylinder(Stocked):
    """A round tank; `liner` for one of ring panels with a liner."""

    kind: Literal["upright_cylinder"] = "upright_cylinder"
    diameter_m: float = Field(gt=0, le=200)
    liner: bool = False

    @property
    def built_in_place(self) -> bool:
        return self.liner

    @property
    def is_lined(self) -> bool:
        return self.liner

    def by_measures(self) -> vessel.Prism:
        return vessel.upright_cylinder(diameter_m=self.diameter_m, height_m=self.height_m)

    def widened(self, factor: float) -> "UprightCylinder":
        wider = {"diameter_m": min(200.0, self.diameter_m * factor**0.5)}
        return self.model_copy(update=wider | self.stated_times(factor))


class Slim(Stocked):
    """An oblong tank with half-round ends.

    Where nobody has measured it, as they are sold to stand along a wall. Basis: common practice.
    """

    kind: Literal["slim"] = "slim"
    length_m: Metres = 2.4
    width_m: Metres = 0.7
    height_m: Metres = 2

    @model_validator(mode="after")
    def _longer_than_wide(self) -> "Slim":
        if self.width_m > self.length_m:
            raise InputError("length_m", f"must be at least the width, {self.width_m:g}, got {self.length_m:g}")
        return self

    def by_measures(self) -> vessel.Prism:
        return vessel.slim_tank(length_m=self.length_m, width_m=self.width_m, height_m=self.height_m)

    def widened(self, factor: float) -> "Slim":
        scale = factor**0.5
        wider = {"length_m": self.length_m * scale, "width_m": self.width_m * scale}
        return self.model_copy(update=wider | self.stated_times(factor))


class Box(Stocked):
    """A box; `cast` for a chamber of concrete, built where it stands."""

    kind: Literal["box"] = "box"
    length_m: Metres
    width_m: Metres
    cast: bool = False

    @property
    def built_in_place(self) -> bool:
        return self.cast

    @property
    def is_cast(self) -> bool:
        return self.cast

    def by_measures(self) -> vessel.Prism:
        return vessel.Prism(self.length_m * self.width_m, self.height_m)

    def widened(self, factor: float) -> "Box":
        return self.model_copy(update={"length_m": self.length_m * factor} | self.stated_times(factor))


class Precast(OfTank):
    """A concrete tank that is brought whole and set by a crane, such as a septic tank that has held none; inside
    measures, a round one as long as wide."""

    kind: Literal["precast"] = "precast"
    round: bool = False
    length_m: Metres
    """Or its diameter."""
    width_m: Metres
    """Not counted of a round one."""
    height_m: Metres
    wall_mm: float = Field(default=1000 * PRECAST_M, ge=10, le=1_000)
    """Of its walls, floor and lid. Basis: estimate."""

    @property
    def is_cast(self) -> bool:
        return True

    @property
    def across_m(self) -> float:
        """Its width, or its diameter."""
        return self.length_m if self.round else self.width_m

    def in_core(self) -> vessel.Prism:
        if self.round:
            return vessel.upright_cylinder(diameter_m=self.length_m, height_m=self.height_m)
        return vessel.Prism(self.length_m * self.width_m, self.height_m)

    def widened(self, factor: float) -> "Precast":
        if self.round:
            return self.model_copy(update={"length_m": self.length_m * factor**0.5})
        return self.model_copy(update={"length_m": self.length_m * factor})


class Moulded(Stocked):
    """A shallow plastic tank for the ground, with openings through it that are filled with stone and hold it down."""

    kind: Literal["moulded"] = "moulded"
    length_m: Metres = 2.4
    width_m: Metres = 2.2
    height_m: Metres = 0.8
    openings_share: float = Field(default=0.15, ge=0, le=0.9)
    """Of its outline. Basis: estimate."""
    stone_void_ratio: float = Field(default=0.38, gt=0, lt=1)
    """Of the stone in them. Basis: from memory."""

    @property
    def openings_m3(self) -> float:
        """What the stone fills."""
        return self.length_m * self.width_m * self.height_m * self.openings_share

    def by_measures(self) -> vessel.Prism:
        return vessel.Prism(self.length_m * self.width_m * (1 - self.openings_share), self.height_m)

    def widened(self, factor: float) -> "Moulded":
        return self.model_copy(update={"length_m": self.length_m * factor} | self.stated_times(factor))


class RoundCast(OfTank):
    """A round tank of concrete or cement mortar, built where it stands; inside measures."""

    kind: Literal["round_cast"] = "round_cast"
    diameter_m: float = Field(gt=0, le=200)
    height_m: Metres
    wall_mm: float = Field(default=100, ge=10, le=2_000)
    """Basis: estimate."""
    floor_mm: float = Field(default=150, ge=10, le=2_000)
    """Basis: common practice."""
    steel: bool = True
    """Whether steel is laid in its wall and floor."""
    floor_falls: bool = True
    """Whether its floor falls to a drain."""

    @property
    def is_cast(self) -> bool:
        return True

    @property
    def built_in_place(self) -> bool:
        return True

    def in_core(self) -> vessel.Shape:
        return vessel.upright_cylinder(diameter_m=self.diameter_m, height_m=self.height_m)

    def widened(self, factor: float) -> "RoundCast":
        return self.model_copy(update={"diameter_m": min(200.0, self.diameter_m * factor**0.5)})


class LyingCylinder(OfTank):
    """A cylinder on its side, as buried tanks are."""

    kind: Literal["lying_cylinder"] = "lying_cylinder"
    diameter_m: Metres
    length_m: float = Field(gt=0, le=1_000)

    def in_core(self) -> vessel.Shape:
        return vessel.LyingCylinder(self.diameter_m, self.length_m)

    def widened(self, factor: float) -> "LyingCylinder":
        return self.model_copy(update={"length_m": self.length_m * factor})


class Pit(OfTank):
    """A lined pit filled with stone or crates, with culverts or pipes on its floor where they are entered."""

    kind: Literal["pit"] = "pit"
    length_m: Metres
    width_m: Metres
    height_m: Metres
    void_ratio: float = Field(default=0.38, gt=0, le=1)
    """Washed stone 0.35 to 0.40, crates 0.95. Basis: from memory."""
    pipe_bore_m: float = Field(default=0, ge=0, le=10)
    pipe_length_m: float = Field(default=0, ge=0, le=10_000)
    sump_m: float = Field(default=0, ge=0, le=5)
    """Depth of a sump under its floor, out of which it is pumped dry; 0 for none."""
    paved: bool = False
    """Whether paving is laid over it."""

    @property
    def built_in_place(self) -> bool:
        return True

    def in_core(self) -> vessel.Shape:
        return vessel.FilledPit(
            self.length_m * self.width_m, self.height_m, self.void_ratio, self.pipe_bore_m, self.pipe_length_m
        )

    @property
    def pipes_m3(self) -> float:
        """What the culverts or pipes take up."""
        return math.pi / 4 * self.pipe_bore_m**2 * self.pipe_length_m

    @model_validator(mode="after")
    def _pipes_fit(self) -> "Pit":
        self.in_core()
        return self

    def widened(self, factor: float) -> "Pit":
        return self.model_copy(
            update={"length_m": self.length_m * factor, "pipe_length_m": self.pipe_length_m * factor}
        )


# Each knows its shape `in_core`, and can be `widened`: the same height with a multiple of the water.
AnyShape = Annotated[
    Volume | UprightCylinder | Slim | Box | Precast | Moulded | RoundCast | LyingCylinder | Pit,
    Field(discriminator="kind"),
]


class Link(Part):
    """The pipe at the base that joins a tank with the one before it in the list."""

    bore_mm: float = Field(default=100, ge=5, le=2_000)
    length_m: float = Field(default=2, ge=0, le=1_000)
    roughness_mm: float = Field(default=0.01, ge=0, le=2)
    fittings_k: float = Field(default=1, ge=0, le=100)
    """Loss coefficient K of its valve and bends. Basis: estimate."""
    joint: Literal["flexible", "rigid"] = "flexible"
    """At both its ends."""


class Lean(Part):
    """A base out of level, by its fall towards one side or by four points."""

    fall_mm: float = Field(default=20, ge=0, le=MOST_MM)
    """From side to side."""
    towards: Side = "overflow"
    """Which side is the low one."""
    points_mm: (
        Annotated[list[Annotated[float, Field(ge=-MOST_MM, le=MOST_MM)]], Field(min_length=4, max_length=4)] | None
    ) = None
    """Heights at its rim over any one level, at the overflow and a quarter on each, clockwise seen from above; they
    count instead of the fall."""
    outlet_side: Side = "clockwise"

    def in_core(self) -> Tilt:
        if self.points_mm is not None:
            return tilt_of_points(self.points_mm)
        return tilt_of_fall(fall_mm=self.fall_mm, towards=self.towards)


class Tank(Part):
    """One tank, or several alike side by side. Heights are above its own floor, the floor above the datum."""

    id: Key
    name: Text
    shape: AnyShape
    count: int = Field(default=1, ge=1, le=50)
    floor_m: float = Field(default=0, ge=LOWEST_FLOOR_M, le=HIGHEST_FLOOR_M)
    outlet_m: float = Field(default=0.1, ge=0, le=100)
    """Outlet above the floor. The trade leaves at least 0.13 m (five inches). Basis: common practice."""
    overflow_m: float | None = Field(default=None, gt=0, le=100)
    """Overflow above the floor; the height of the tank where None."""
    empty_kg: float | None = Field(default=None, gt=0, le=1e7)
    """Of one of them; usual for its kind where None."""
    lean: Lean | None = None
    """How its base is out of level; level where None."""
    base: BaseKind | None = None
    """What it stands on; usual for its kind where None."""
    let_down: bool = False
    """Valved off as it fills, its water above the lowest overflow kept and let down later."""
    link: Link = Field(default_factory=Link)
    inlet: Inlet = Field(default_factory=Inlet)
    phase: int = Field(default=0, ge=0, le=5)
    """When it is built: 0 with the first, 1 and up later."""

    def vessel(self) -> Vessel:
        """One of the tanks, in the core's terms."""
        shape, outlet = self.shape.in_core(), self.outlet_m
        top = shape.height_m if self.overflow_m is None else min(self.overflow_m, shape.height_m)
        if self.lean is not None:  # by the middle of its floor, by which the volume goes
            top = top_water_m(overflow_m=top, height_m=shape.height_m, tilt=self.tilt)
            outlet = min(shape.height_m, max(0.0, outlet - self.tilt.down_at_m(self.lean.outlet_side)))
            top = max(top, outlet)
        return Vessel(self.name, shape, self.floor_m, outlet, top, self.let_down)

    @property
    def tilt(self) -> Tilt:
        """How it leans."""
        return LEVEL if self.lean is None else self.lean.in_core()

    @property
    def inlet_m(self) -> float:
        """Invert of the inlet above the datum. [m]"""
        if self.inlet.height_m is not None:
            return self.floor_m + self.inlet.height_m
        vessel = self.vessel()
        return min(vessel.top_water_m + USUAL_INLET_OVER_M, vessel.floor_m + vessel.shape.height_m)

    @model_validator(mode="after")
    def _heights_in_order(self) -> "Tank":
        height = self.shape.in_core().height_m
        top = height if self.overflow_m is None else self.overflow_m
        if top > height + 1e-9:
            raise _too_high("overflow_m", "the height of the tank", height, top)
        if self.inlet.height_m is not None and self.inlet.height_m > height + 1e-9:
            raise _too_high("inlet.height_m", "the height of the tank", height, self.inlet.height_m)
        if self.outlet_m > top:
            raise _too_high("outlet_m", "the overflow", top, self.outlet_m)
        return self


def _too_high(field: str, limit: str, most_m: float, given_m: float) -> InputError:
    most, given = Amount("length", most_m), Amount("length", given_m)
    return InputError(field, f"must be at most {limit}, {{most}}, got {{given}}", most=most, given=given)


class SecondOutlet(Part):
    """An outlet besides that of the taps, of the tank that they draw from."""

    serves: Literal["garden", "fire"] = "garden"
    height_m: float = Field(default=0.05, ge=0, le=100)
    """Above the floor of that tank."""


class Cistern(Part):
    """The store: its tanks, how they are joined and how it is run."""

    tanks: list[Tank] = Field(min_length=1, max_length=20)
    layout: Literal["linked", "settling_first", "series", "transfer"] = "linked"
    """Linked at the base; a settling tank spilling into the linked rest; each spilling into the next; each pumped
    into the next."""
    transfer_l_day: float = Field(default=5_000, ge=0, le=1e7)
    garden_from_first: bool = False
    """Whether the garden draws from the settling or ground tank."""
    second_outlet: SecondOutlet | None = None
    fire_reserve_l: float = Field(default=0, ge=0, le=1e9)
    rule: Literal["yas", "ybs"] = "yas"
    start_share: ShareOfOne = 1
    """Share of the live volume that is full when the record begins."""
    short_years_allowed: int = Field(default=0, ge=0, le=200)
    """How many of the recorded years may run short."""
    built_phase: int = Field(default=0, ge=0, le=5)
    """The phase that is planned now; tanks of later phases stay out."""
    first_day: CalendarDay = "10-01"
    """The day on which the empty tank starts to fill."""
    first_year_wanted_l: float = Field(default=10_000, ge=0, le=1e9)
    out_of_use: OutOfUse | None = None
    """When the store stands empty in each year: drained on the first day, and nothing runs in."""

    @model_validator(mode="after")
    def _checks(self) -> "Cistern":
        require_different("tanks", [tank.id for tank in self.tanks])
        if not any(tank.phase <= self.built_phase for tank in self.tanks):
            raise InputError("built_phase", "must be one in which there is a tank")
        gross = self.gross_l
        if gross > MOST_L:
            raise InputError(
                "tanks",
                "must hold at most {most} together, got {given}",
                most=Amount("volume", MOST_L),
                given=Amount("volume", gross),
            )
        self._second_outlet_in_its_tank()
        if self.fire_reserve_l > gross:
            raise InputError(
                "fire_reserve_l",
                "must be at most what the tanks hold, {held}, got {given}",
                held=Amount("volume", gross),
                given=Amount("volume", self.fire_reserve_l),
            )
        return self

    def _second_outlet_in_its_tank(self) -> None:
        second = self.second_outlet
        if second is None:
            return
        tank = self.drawn_from()
        most_m = tank.outlet_m if second.serves == "fire" else tank.vessel().overflow_m
        limit = "the outlet of the taps" if second.serves == "fire" else f"the overflow of {tank.name}"
        if second.height_m > most_m + 1e-9:
            raise _too_high("second_outlet.height_m", limit, most_m, second.height_m)
        if second.serves == "garden" and self.garden_from_first and len(self.built()) > 1:
            raise InputError(
                "second_outlet",
                "cannot be of the garden, which draws from the first tank; let that draw where all else does",
            )

    def stores(self, phase: int | None = None) -> list[list[Tank]]:
        """The tanks of a phase by store, in the order the water takes; the last feeds the house."""
        built = self.built(phase)
        if self.layout == "linked" or len(built) == 1:
            return [built]
        if self.layout == "settling_first":
            return [built[:1], built[1:]]
        return [[tank] for tank in built]

    def drawn_from(self) -> Tank:
        """The tank that pump or taps draw from."""
        return self.stores()[-1][0]

    def built(self, phase: int | None = None) -> list[Tank]:
        """The tanks that stand in a phase, the planned one where None."""
        upto = self.built_phase if phase is None else phase
        return [tank for tank in self.tanks if tank.phase <= upto]

    @property
    def gross_l(self) -> float:
        """Water in the tanks of the planned phase, floor to overflow. [L]"""
        return sum(
            tank.count * float(vessel.below_l(vessel.top_water_m))
            for tank in self.built()
            for vessel in (tank.vessel(),)
        )

    def resized(self, gross_l: float) -> "Cistern":
        """The same tanks made wider or narrower, all by one factor, until they hold `gross_l`.

        Raises
        ------
        InputError
            If there is nothing to widen.
        """
        now = self.gross_l
        if now <= 0:
            if len(self.tanks) == 1 and isinstance(self.tanks[0].shape, Volume):
                shape = self.tanks[0].shape.model_copy(update={"volume_l": gross_l})
                return self.model_copy(update={"tanks": [self.tanks[0].model_copy(update={"shape": shape})]})
            raise InputError("tanks", "hold nothing yet; enter their measures")
        factor = max(gross_l, 0.0) / now
        return self.model_copy(
            update={
                "tanks": [
                    tank.model_copy(update={"shape": tank.shape.widened(factor)})
                    if tank.phase <= self.built_phase
                    else tank
                    for tank in self.tanks
                ]
            }
        )
