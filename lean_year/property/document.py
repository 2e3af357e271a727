"""The property document, version 1.

Field names carry their units. A value that nobody has confirmed is named in `assumed` by its JSON pointer.
"""

from typing import Annotated, Any, Final, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from lean_year.core.catchment import MAX_AREA_M2
from lean_year.core.errors import InputError
from lean_year.core.household import HABITS_L_PERSON_DAY

DOCUMENT_VERSION: Final = 1

Material = Literal[
    "metal",
    "glazed_tile",
    "concrete_tile",
    "asphalt_shingle",
    "flat_membrane",
    "flat_gravel",
    "green_roof",
    "concrete_paving",
]
Habit = Literal["frugal", "careful", "ordinary", "generous"]
Units = Literal["metric", "us"]
_NO_CONTROL = r"[^\x00-\x1f\x7f]"
Text = Annotated[
    str, Field(min_length=1, max_length=80, pattern=rf"^{_NO_CONTROL}*[^\x00-\x1f\x7f\s]{_NO_CONTROL}*$")
]
"""A name: some words, no control characters."""
PlaceText = Annotated[str, Field(max_length=80, pattern=rf"^{_NO_CONTROL}*$")]
Key = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[a-z0-9-]+$")]
TwelveMonths = Annotated[list[Annotated[float, Field(ge=0, le=1e7)]], Field(min_length=12, max_length=12)]


class Part(BaseModel):
    """Unknown names, `nan`, `inf`, and text or yes and no for a number are refused everywhere."""

    model_config = ConfigDict(
        extra="forbid", strict=True, allow_inf_nan=False, json_schema_serialization_defaults_required=True
    )


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


class Roof(Part):
    """One surface that catches rain."""

    id: Key
    name: Text
    material: Material = "metal"
    extent: Annotated[Rectangle | PlanArea, Field(discriminator="kind")]
    pitch_deg: float = Field(default=0, ge=0, le=89)
    runoff: float | None = Field(default=None, ge=0, le=1)
    """Share of rain that runs off; the material's usual value where None."""
    loss_mm: float = Field(default=0.5, ge=0, le=20)
    """Rain lost to wetting each day."""
    on: bool = True


class Rain(Part):
    """Which record, and what stands in for its missing days."""

    record_id: str | None = Field(default=None, max_length=40)
    filling: Literal["none", "zero", "other_years"] = "none"


class Household(Part):
    residents: float = Field(ge=0, le=10_000)
    habit: Habit = "careful"
    litres_person_day: float | None = Field(default=None, ge=0, le=2_000)
    """Indoor litres a person and day; the habit's usual figure where None."""
    guests: TwelveMonths = Field(default_factory=lambda: [0.0] * 12)
    """Mean number of guests in each month, January first."""
    garden_l_month: TwelveMonths = Field(default_factory=lambda: [0.0] * 12)

    @property
    def indoor_l_person_day(self) -> float:
        return HABITS_L_PERSON_DAY[self.habit] if self.litres_person_day is None else self.litres_person_day


class Cistern(Part):
    """The store. `tank_l` reaches from the floor to the overflow."""

    tank_l: float = Field(ge=0, le=1e9)
    below_outlet_l: float = Field(default=0, ge=0, le=1e9)
    """Water under the outlet, which cannot be drawn."""
    fire_reserve_l: float = Field(default=0, ge=0, le=1e9)
    rule: Literal["yas", "ybs"] = "yas"
    start_share: float = Field(default=1, ge=0, le=1)
    """Share of the live volume that is full when the record begins."""
    short_years_allowed: int = Field(default=0, ge=0, le=200)
    """How many of the recorded years may run short."""

    @property
    def held_back_l(self) -> float:
        return self.below_outlet_l + self.fire_reserve_l

    @property
    def live_l(self) -> float:
        return self.tank_l - self.held_back_l

    @model_validator(mode="after")
    def _room_for_what_is_held_back(self) -> "Cistern":
        if self.held_back_l > self.tank_l:
            held, tank = f"{self.held_back_l:,.0f} L", f"{self.tank_l:,.0f} L"
            problem = f"must be at least what is held back below the outlet and for fire, {held}, got {tank}"
            raise InputError("tank_l", problem)
        return self


class Property(Part):
    """Everything that was entered about one property."""

    version: Literal[1] = DOCUMENT_VERSION
    name: Text
    place: PlaceText = ""
    units: Units = "metric"
    roofs: list[Roof] = Field(default_factory=list, max_length=50)
    rain: Rain = Field(default_factory=Rain)
    household: Household
    cistern: Cistern
    assumed: list[Annotated[str, Field(max_length=200)]] = Field(default_factory=list, max_length=200)
    """JSON pointers of values that stand in until somebody confirms them."""

    @model_validator(mode="after")
    def _roof_ids_differ(self) -> "Property":
        ids = [roof.id for roof in self.roofs]
        if len(set(ids)) != len(ids):
            raise InputError("roofs", "must have different ids")
        return self


class RainRecord(Part):
    """A daily record as it travels in a property file; null where a day is missing."""

    name: str = Field(min_length=1, max_length=120)
    start: Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")]
    depth_mm: list[Annotated[float, Field(ge=0, le=1_825)] | None] = Field(min_length=1, max_length=200_000)
    note: str = Field(default="", max_length=2_000)


class PropertyFile(Part):
    """A property with its rain record: everything a plan needs."""

    format: Literal["lean-year-property"] = "lean-year-property"
    property: Property
    rain_record: RainRecord | None = None


def upgrade(raw: dict[str, Any]) -> dict[str, Any]:
    """Bring a document of an older version up to this one. Version 1 is the first, so nothing is to do."""
    return raw
