"""What the interface offers to choose from, and the quick sums."""

import datetime as dt
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from lean_year.api.schemas.base import Asked
from lean_year.core.ground.foundation import BaseKind
from lean_year.core.household.uses import Quality


class SumNumber(BaseModel):
    """One number that a quick sum asks for."""

    model_config = ConfigDict(from_attributes=True)

    name: str
    unit: str
    low: float
    high: float


class SumOffered(BaseModel):
    """One quick sum, with what it asks by each of its methods; one without a name where it has no methods."""

    name: str
    label: str
    group: str
    formula: str
    choice: str
    """The input that says which way."""
    ways: dict[str, list[SumNumber]]
    outputs: dict[str, str]


class AskedSum(Asked):
    values: dict[Annotated[str, Field(max_length=40)], float | Annotated[str, Field(max_length=40)]] = Field(
        max_length=20
    )


class SumAnswer(BaseModel):
    outputs: dict[str, float]


class VesselShown(BaseModel):
    """A tank of a layout as it is drawn; heights over the ground."""

    kind: str
    base: BaseKind
    count: int
    width_m: float
    floor_m: float
    height_m: float
    water_m: float
    """Up to which it fills."""


class StartingPointShown(BaseModel):
    """A layout with which a new property can begin, as it is for as many people as it is usual for."""

    key: str
    name: str
    note: str
    people: str
    """What is asked of people; empty where nobody lives from it."""
    vessels: list[VesselShown]
    pumped: bool
    """Whether a pump gives its pressure, and not its height."""


class MaterialChoice(BaseModel):
    model_config = ConfigDict(from_attributes=True)

    key: str
    label: str
    low: float
    central: float
    high: float
    basis: str
    source: str
    kind: str
    drinking: str
    advice: str


class HabitChoice(BaseModel):
    key: str
    litres_person_day: float


class FixtureChoice(BaseModel):
    model_config = ConfigDict(from_attributes=True)

    key: str
    label: str
    ordinary_l_person_day: float
    low_use_l_person_day: float
    quality: Quality


class AnimalChoice(BaseModel):
    model_config = ConfigDict(from_attributes=True)

    key: str
    label: str
    low_l_day: float
    high_l_day: float


class NamedChoice(BaseModel):
    key: str
    label: str


class RegimeChoice(BaseModel):
    key: str
    yearly_variation: float


class ChoiceLists(BaseModel):
    """What can be chosen, with its usual values."""

    materials: list[MaterialChoice]
    habits: list[HabitChoice]
    fixtures: list[FixtureChoice]
    animals: list[AnimalChoice]
    hazards: list[NamedChoice]
    regimes: list[RegimeChoice]


class ArchiveStation(BaseModel):
    """An invented station that can be picked."""

    key: str
    name: str
    region: str
    about: str
    latitude_deg: float
    elevation_m: float
    start: dt.date
    end: dt.date
