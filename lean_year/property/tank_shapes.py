"""Shapes of tanks as they are entered. Each knows its shape `in_core`, and can be `widened`: the same height with a
multiple of the water."""

import math
from abc import abstractmethod
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from lean_year.core.cistern import vessel
from lean_year.core.errors import Amount, InputError
from lean_year.core.ground.tank_weights import PRECAST_M
from lean_year.property.parts import Part

MOST_L = 1e9
Metres = Annotated[float, Field(gt=0, le=100)]


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


AnyShape = Annotated[
    Volume | UprightCylinder | Slim | Box | Precast | Moulded | RoundCast | LyingCylinder | Pit,
    Field(discriminator="kind"),
]
