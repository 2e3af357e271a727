"""Tanks as they are entered, each where it stands, and how they are joined."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from lean_year.core.cistern.bank import Vessel
from lean_year.core.cistern.lean import LEVEL, MOST_MM, Side, Tilt, tilt_of_fall, tilt_of_points, top_water_m
from lean_year.core.errors import Amount, InputError
from lean_year.core.ground.foundation import BaseKind
from lean_year.property.parts import CalendarDay, Key, Part, PlaceText, ShareOfOne, Text, require_different
from lean_year.property.season import OutOfUse
from lean_year.property.tank_shapes import MOST_L, AnyShape, Volume
from lean_year.property.water_path import Bore, Inlet

USUAL_INLET_OVER_M = 0.1
"""How far an inlet stands over the overflow. Basis: common practice."""
LOWEST_FLOOR_M, HIGHEST_FLOOR_M = -100.0, 5_000.0


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
    outlet_port_mm: Bore | None = None
    """Of its own outlet, by its maker's sheet; as wide as the pipe that leaves it where None."""
    article: PlaceText = ""
    """What it is bought as."""
    lean: Lean | None = None
    """How its base is out of level; level where None."""
    base: BaseKind | None = None
    """What it stands on; usual for its kind where None."""
    let_down: bool = False
    """Valved off as it fills, its water above the lowest overflow kept and let down later."""
    valve: Literal["open", "shut", "none"] = "open"
    """Of its own, between it and the pipe that joins it with the others: how it stands, or that there is none."""
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
        return Vessel(self.name, shape, self.floor_m, outlet, top, self.let_down, shut=self.is_shut)

    @property
    def is_shut(self) -> bool:
        """Whether it is shut off from the others."""
        return self.valve == "shut"

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
        if self.let_down and self.valve == "none":
            raise InputError("valve", "cannot be left out where the tank is let down later, which takes one")
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
        for phase in sorted({self.built_phase, *(tank.phase for tank in self.tanks)}):
            self._open_somewhere(phase)
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

    def _open_somewhere(self, phase: int) -> None:
        """Each store of a phase has a tank that gives its water on: those of every phase are planned."""
        for store in self.stores(phase):
            if store and all(tank.is_shut for tank in store):
                raise InputError(
                    f"tanks[{self.tanks.index(store[0])}].valve",
                    f"cannot be shut: no other tank stands open to give {store[0].name}'s water on",
                )

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

    def drawn_from(self, phase: int | None = None) -> Tank:
        """The tank that pump or taps draw from in a phase: the first of the last store that is not shut off."""
        return next(tank for tank in self.stores(phase)[-1] if not tank.is_shut)

    def built(self, phase: int | None = None) -> list[Tank]:
        """The tanks that stand in a phase, the planned one where None."""
        upto = self.built_phase if phase is None else phase
        return [tank for tank in self.tanks if tank.phase <= upto]

    def links_of(self, tank: Tank) -> int:
        """How many pipes join one that stands, or those alike, with the tank before each; the first of all has none
        before it."""
        if self.layout == "transfer":
            return 0
        return tank.count - 1 if tank is self.built()[0] else tank.count

    def joined(self) -> list[Tank]:
        """The tanks of the planned phase that are not shut off."""
        return [tank for tank in self.built() if not tank.is_shut]

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
