"""Roofs and other surfaces as they are entered, and where their water goes."""

from collections.abc import Sequence, Set
from typing import Annotated, Literal

from pydantic import Field, model_validator

from lean_year.core.errors import InputError
from lean_year.core.roofs.catchment import MAX_AREA_M2
from lean_year.property.outline import check_outline
from lean_year.property.parts import Key, Part, ShareOfOne, Text
from lean_year.property.season import OutOfUse
from lean_year.property.water_path import MOST_PIECES, Bore, Gutter, Height, Run, Screen

Material = Literal[
    "metal", "glazed_tile", "concrete_tile", "asphalt_shingle", "flat_membrane", "bitumen_felt", "asbestos_cement",
    "copper", "bare_zinc", "flat_gravel", "green_roof", "rain_roof", "tank_roof", "mesh_cover", "concrete_paving",
    "car_park", "hillside_rock",
]  # fmt: skip
Hazard = Literal[
    "lead_flashing", "lead_paint", "lead_solder", "copper_gutter", "moss_strip", "treated_timber", "trees", "birds",
    "exposed_fixings",
]  # fmt: skip
DRAINS_ALL = 1e-6
"""How far the shares of a surface may be from all of it: rounding. [-]"""
Point = Annotated[list[Annotated[float, Field(ge=-10_000, le=10_000)]], Field(min_length=2, max_length=2)]


class Rectangle(Part):
    """Length times width, the length up the slope where `along_slope`."""

    kind: Literal["rectangle"] = "rectangle"
    length_m: float = Field(ge=0, le=1_000)
    width_m: float = Field(ge=0, le=1_000)
    along_slope: bool = False


class PlanArea(Part):
    """A plan area known from a drawing or a survey."""

    kind: Literal["area"] = "area"
    area_m2: float = Field(ge=0, le=MAX_AREA_M2)


MOST_CORNERS = 200


class Outline(Part):
    """The corners of a surface seen from above, in order round it. [m]"""

    kind: Literal["outline"] = "outline"
    points_m: list[Point] = Field(min_length=3, max_length=MOST_CORNERS)

    @model_validator(mode="after")
    def _is_simple(self) -> "Outline":
        check_outline(self.points_m)
        return self


class Drain(Part):
    """The share of a surface that runs to one group of downpipes."""

    group: Key
    share: ShareOfOne = 1


class Downpipe(Part):
    """A group of downpipes that join, and the tank they fill; None for the first."""

    id: Key
    name: Text
    tank: Key | None = None
    pipes: int = Field(default=1, ge=1, le=MOST_PIECES)
    """How many downpipes there are in it, all alike."""
    bore_mm: Bore = 75
    metal: bool = False
    """Downpipes and run of metal above ground and for the first 300 mm below it."""
    screen_m: Height | None = None
    """Height of the water where the downpipes are open to the air, on their leaf screen or filter; where None, 0.3 m
    under the gutter outlet, or at the outlet itself where there is neither."""
    tee_m: Height | None = None
    """Height of the tee from which its first-flush leg hangs; a tenth of a metre under the leaf screen where None."""
    screens: list[Screen] = Field(default_factory=list, max_length=6)
    """In the order the water meets them."""
    run: Run = Field(default_factory=Run)
    out_of_use: OutOfUse | None = None
    """When its water goes past the tank in each year."""


def check_runs(field: str, downpipes: Sequence[Downpipe], tanks: Set[str]) -> None:
    """Refuse groups of downpipes of one supply that fill no tank of it, or run in a circle.

    Raises
    ------
    InputError
    """
    into = {each.id: each.run.into for each in downpipes}
    for number, each in enumerate(downpipes):
        if each.tank is not None and each.tank not in tanks:
            raise InputError(f"{field}[{number}].tank", f"must be one of {', '.join(sorted(tanks))}, got {each.tank}")
        at = f"{field}[{number}].run.into"
        way = [each.id]
        while (after := into[way[-1]]) is not None:
            if after not in into:
                raise InputError(at, f"must name a group of downpipes, one of {', '.join(sorted(into))}, got {after}")
            if after in way:
                raise InputError(at, f"must lead to a tank; {' to '.join([*way, after])} goes in a circle")
            way.append(after)


class Roof(Part):
    """One surface that catches rain."""

    id: Key
    name: Text
    material: Material = "metal"
    extent: Annotated[Rectangle | PlanArea | Outline, Field(discriminator="kind")]
    pitch_deg: float = Field(default=0, ge=0, le=89)
    runoff: float | None = Field(default=None, ge=0, le=1)
    """Share of rain that runs off; the material's usual value where None."""
    loss_mm: float = Field(default=0.5, ge=0, le=20)
    """Rain lost to wetting each day."""
    on: bool = True
    drains: list[Drain] = Field(default_factory=lambda: [Drain(group="a")], min_length=1, max_length=8)
    outlet_m: float | None = Field(default=None, ge=-1_000, le=9_000)
    """Height of its gutter outlet above the datum; None until it is measured."""
    x_m: float = Field(default=0, ge=-10_000, le=10_000)
    y_m: float = Field(default=0, ge=-10_000, le=10_000)
    """Where its corner, or the outline's origin, lies on the plan, east and north."""
    gutters: list[Gutter] = Field(default_factory=lambda: [Gutter()], max_length=8)
    """Its runs of gutter, each of which takes its share of the rain by its length; none where the water reaches the
    downpipes without one."""
    snow_guards: bool = False
    hazards: list[Hazard] = Field(default_factory=list, max_length=9)

    @model_validator(mode="after")
    def _drains_all(self) -> "Roof":
        total = sum(drain.share for drain in self.drains)
        if abs(total - 1) > DRAINS_ALL:
            raise InputError("drains", f"must share out the whole surface, 100 %, got {total * 100:.6g} %")
        require_groups = [drain.group for drain in self.drains]
        if len(set(require_groups)) != len(require_groups):
            raise InputError("drains", "must name each group of downpipes once")
        return self


class SnowEntry(Part):
    """Whether snow is told from rain, and how it melts."""

    on: bool = False
    threshold_c: float = Field(default=1, ge=-5, le=5)
    melt_mm_c_day: float = Field(default=4, ge=1, le=10)
