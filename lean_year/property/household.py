"""The household as it is entered: people, uses, garden, animals, what is given up and what else brings water."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from lean_year.core.household.uses import HABITS_L_PERSON_DAY, Days, Kind, Quality, SavingStep, check_steps
from lean_year.property.parts import (
    CalendarDay,
    Key,
    Part,
    ShareOfOne,
    Text,
    TwelveMonths,
    require_different,
    zeros,
)
from lean_year.property.served import Served
from lean_year.property.water_path import Bore

Habit = Literal["frugal", "careful", "ordinary", "generous"]
FixtureKey = Literal[
    "toilet", "shower", "bath", "basin", "kitchen", "dishwasher", "laundry", "drinking", "cleaning", "leaks"
]
AnimalKey = Literal["goat", "sheep", "cow", "horse", "hen"]


class UseEntry(Part):
    """One use of water, by person, by day, or both."""

    id: Key
    name: Text
    fixture: FixtureKey | None = None
    """The kind of fitting, for low-use fittings, dry toilets and greywater; None for a use of another kind."""
    kind: Kind = "house"
    quality: Quality = "indoor"
    from_rain: bool = True
    litres_person_day: float = Field(default=0, ge=0, le=2_000)
    litres_day: TwelveMonths = Field(default_factory=zeros)
    served: Served = Field(default_factory=Served)


class Animals(Part):
    """Animals of one kind. The litres a head are the middle of the usual range where None."""

    id: Key
    animal: AnimalKey
    heads: float = Field(ge=0, le=100_000)
    litres_head_day: float | None = Field(default=None, ge=0, le=500)
    from_rain: bool = True
    served: Served = Field(default_factory=Served)


class Irrigation(Part):
    """Watered ground. Nothing is watered while its area is 0."""

    area_m2: float = Field(default=0, ge=0, le=1e6)
    crop_factor: TwelveMonths = Field(
        default_factory=lambda: [0.0, 0.0, 0.0, 0.6, 0.8, 1.0, 1.0, 1.0, 0.8, 0.0, 0.0, 0.0]
    )
    """Kc by month; 0 where nothing grows or is watered."""
    efficiency: float = Field(default=0.8, ge=0.05, le=1)
    available_water_mm: float = Field(default=60, ge=1, le=1_000)
    allowed_depletion: ShareOfOne = 0.4
    et0: Literal["entered", "temperatures", "record"] = "entered"
    et0_mm_day: TwelveMonths = Field(
        default_factory=lambda: [0.6, 0.9, 1.6, 2.4, 3.2, 3.7, 3.8, 3.3, 2.3, 1.3, 0.8, 0.5]
    )
    from_rain: bool = True
    served: Served = Field(default_factory=Served)


class PeriodEntry(Part):
    """People between two days of the year, instead of everybody or besides them."""

    name: Text
    first: CalendarDay
    last: CalendarDay
    people: float = Field(ge=0, le=100_000)
    replaces: bool = True
    days: Days = "every"


class StepEntry(Part):
    """What is given up while the store is below a share of its live volume."""

    name: Text
    below_share: ShareOfOne
    house_cut: ShareOfOne = 0
    garden_cut: ShareOfOne = 0
    animals_cut: ShareOfOne = 0
    other_cut: ShareOfOne = 0

    def in_core(self) -> SavingStep:
        return SavingStep(**self.model_dump(exclude={"name"}))


DRINKS_READS = ("household.uses", "household.residents", "household.guests", "household.periods")
"""What decides whether somebody is to drink the water."""
MOST_GAP_MM = 10_000.0


class Well(Part):
    """A well with the pump that lifts its water into the tank."""

    yield_l_min: float = Field(default=20, gt=0, le=100_000)
    """What it gives for hours on end, by its test."""
    test_h: float = Field(default=0, ge=0, le=1_000)
    """How long it was pumped for that; 0 where nobody tested it."""
    level_m: float = Field(default=15, ge=0, le=1_000)
    """From the ground at the tank down to its water while it is pumped."""
    pump_l_min: float = Field(default=15, gt=0, le=100_000)
    """What its pump gives into the tank."""
    pump_head_m: float = Field(default=40, gt=0, le=2_000)
    """Head of its pump at that flow."""
    efficiency: float = Field(default=0.35, ge=0.01, le=1)
    """Of that pump and its motor together."""
    bore_mm: Bore = 26
    length_m: float = Field(default=40, gt=0, le=10_000)
    """Of its pipe to the tank."""


class Truck(Part):
    """A truck with water, and how it reaches the tank."""

    hose_m: float = Field(default=30, gt=0, le=1_000)
    """Hose that it brings."""
    way_m: float = Field(default=20, ge=0, le=5_000)
    """From where it can stand to the inlet of the tank."""
    gate_m: float = Field(default=3.5, ge=0, le=100)
    """Narrowest place on its way in."""


class BackUpEntry(Part):
    """Water from elsewhere. Mains and well top up to the share kept, trucks come by the load."""

    kind: Literal["none", "mains", "well", "truck"] = "none"
    keep_share: ShareOfOne = 0.1
    """Share of the live volume that a top-up keeps. Basis: common practice."""
    inlet_mm: Bore = 20
    """Bore of the top-up's inlet."""
    gap_mm: float = Field(default=50, ge=0, le=MOST_GAP_MM)
    """From there down to the overflow; over that the water stands higher in a downpour."""
    rain_first: bool = True
    """Whether the valve opens at that level alone, so that rain fills the rest."""
    well_l_day: float = Field(default=1_000, ge=0, le=1e7)
    load_l: float = Field(default=8_000, ge=100, le=1e6)
    order_share: ShareOfOne = 0.15
    lead_days: int = Field(default=5, ge=1, le=120)
    well: Well | None = None
    """The well, where one tops up."""
    truck: Truck | None = None
    """The truck, where one comes."""

    @model_validator(mode="before")
    @classmethod
    def _of_its_kind(cls, entered: Any) -> Any:
        """A well and a truck have what is usual until it is entered."""
        if not isinstance(entered, dict):
            return entered
        kind = entered.get("kind")
        return entered | {kind: {}} if kind in ("well", "truck") and entered.get(kind) is None else entered


class CheaperWater(Part):
    """Ways to need less that are in place."""

    low_use: bool = False
    dry_toilet: bool = False
    greywater_share: ShareOfOne = 0
    """Share of the greywater that goes to the garden."""


class Household(Part):
    residents: float = Field(ge=0, le=10_000)
    habit: Habit = "careful"
    litres_person_day: float | None = Field(default=None, ge=0, le=2_000)
    """Indoor litres a person and day; the habit's usual figure where None. Unused once `uses` are listed."""
    guests: TwelveMonths = Field(default_factory=zeros)
    """Mean number of guests in each month, January first."""
    periods: list[PeriodEntry] = Field(default_factory=list, max_length=30)
    uses: Annotated[list[UseEntry], Field(max_length=40)] | None = None
    """Uses one by one; None for the habit shared out over the usual fittings, an empty list for no use indoors."""
    served: Served = Field(default_factory=Served)
    """Which supply serves the usual fittings, where the uses are not listed."""
    garden_served: Served = Field(default_factory=Served)
    """And which one the garden water that was entered."""
    garden_l_month: TwelveMonths = Field(default_factory=zeros)
    """Garden water that was entered, besides what `irrigation` works out."""
    irrigation: Irrigation = Field(default_factory=Irrigation)
    animals: list[Animals] = Field(default_factory=list, max_length=20)
    steps: list[StepEntry] = Field(default_factory=list, max_length=6)
    """In the order they come on as the store falls."""
    back_up: BackUpEntry = Field(default_factory=BackUpEntry)
    cheaper: CheaperWater = Field(default_factory=CheaperWater)

    @property
    def anybody(self) -> bool:
        """Whether anybody lives there, on any day of the year."""
        return self.residents > 0 or any(self.guests) or any(period.people > 0 for period in self.periods)

    @property
    def drinks(self) -> bool:
        """Whether somebody is to drink the water, as far as the uses say."""
        if self.uses is None:
            return self.anybody
        return any(use.quality == "drinking" and use.from_rain for use in self.uses)

    @property
    def waters(self) -> bool:
        """Whether rain waters a garden, apart from the uses that are listed."""
        return (self.irrigation.area_m2 > 0 and self.irrigation.from_rain) or any(self.garden_l_month)

    @property
    def garden_only(self) -> bool:
        """Whether rain waters a garden and serves nothing else."""
        garden = [use for use in self.listed if use.from_rain and use.kind == "garden"]
        others = [use for use in self.listed if use.from_rain and use.kind != "garden"]
        animals = any(each.from_rain and each.heads > 0 for each in self.animals)
        indoors = self.uses is None and self.anybody
        return not (others or animals or indoors) and (self.waters or bool(garden))

    @property
    def indoor_l_person_day(self) -> float:
        return HABITS_L_PERSON_DAY[self.habit] if self.litres_person_day is None else self.litres_person_day

    @property
    def listed(self) -> list[UseEntry]:
        """The uses that are listed one by one."""
        return self.uses or []

    def all_served(self) -> list[tuple[str, Served]]:
        """Where it says which supply serves a use, and which does."""
        return [
            ("served", self.served),
            ("garden_served", self.garden_served),
            ("irrigation.served", self.irrigation.served),
            *((f"uses[{row}].served", use.served) for row, use in enumerate(self.listed)),
            *((f"animals[{row}].served", each.served) for row, each in enumerate(self.animals)),
        ]

    @model_validator(mode="after")
    def _checks(self) -> "Household":
        require_different("uses", [use.id for use in self.listed])
        require_different("animals", [each.id for each in self.animals])
        check_steps(tuple(step.in_core() for step in self.steps))
        return self
