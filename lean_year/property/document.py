"""The property document, version 7.

Field names carry their units. A value that nobody has confirmed is named in `assumed` by its JSON pointer.
"""

from typing import Annotated, Final, Literal

from pydantic import Field, model_validator
from pydantic.json_schema import SkipJsonSchema

from lean_year.core.errors import InputError
from lean_year.core.roofs.catchment import LossMethod
from lean_year.property.audit import Audit
from lean_year.property.build import BuildEntry
from lean_year.property.cistern import Cistern
from lean_year.property.climate import Climate
from lean_year.property.entries import MOST_ENTRIES, Entry
from lean_year.property.ground import GroundEntry
from lean_year.property.household import Household
from lean_year.property.keeping import Keeping
from lean_year.property.parts import DATE, NO_SPACES, Part, PlaceText, Text, TwelveTemperatures, require_different
from lean_year.property.parts_entry import PartsEntry
from lean_year.property.permits import MOST_PERMITS, Permit, PermitKey
from lean_year.property.photos import MOST_PHOTOS, Photo, PhotoKey
from lean_year.property.price import PriceEntry
from lean_year.property.price_book import PriceBook
from lean_year.property.pump import PumpEntry
from lean_year.property.roofs import Downpipe, Roof, SnowEntry, check_runs
from lean_year.property.supplies import (
    MOST_SUPPLIES,
    MOST_TRANSFERS,
    NamedSupply,
    OtherSupply,
    Transfer,
    check_transfers,
    refuse_circles,
)
from lean_year.property.survey import MOST_SEEN, ItemKey, Seen
from lean_year.property.treatment import Treatment
from lean_year.property.water_path import Downpour, FirstFlush, Levels, OverflowEntry

DOCUMENT_VERSION: Final = 7
MOST_ASSUMED = 10_000
"""More than the values of the largest design: 50 roofs of 8 gutters each make 4,000."""
Units = Literal["metric", "us"]
Money = Annotated[float, Field(ge=0, le=1e9)]


class Site(Part):
    """Where the property lies, as far as the weather asks."""

    latitude_deg: float | None = Field(default=None, ge=-66, le=66)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    """With the latitude, where the origin of the plan lies."""
    tmin_c: TwelveTemperatures | None = None
    """Mean of the daily lowest temperature in each month; used where the record has none."""
    tmax_c: TwelveTemperatures | None = None
    frost_depth_m: float = Field(default=0, ge=0, le=5)
    """How deep the ground freezes."""
    fire_prone: bool = False
    """Whether a bush or grass fire may come over it."""


class Rain(Part):
    """Which record, and what stands in for its missing days."""

    record_id: str | None = Field(default=None, max_length=40)
    filling: Literal["none", "zero", "other_years"] = "none"
    design_intensity_mm_h: float = Field(default=75, gt=0, le=1_000)
    """The downpour that links and overflow must carry."""


class Prices(Part):
    """A few prices, until there is a list of parts. Each is an estimate until it is confirmed."""

    currency: Annotated[str, Field(min_length=1, max_length=4, pattern=NO_SPACES)] = "€"
    tank_each: Money = 450
    tank_m3: Money = 160
    pad_m3: Money = 35
    """Pad and ground work for each m3 of tank."""
    water_m3: Money = 0
    """Water from mains, well or truck; 0 where it is not priced."""
    rain_roof_m2: Money = 60
    """A roof built to catch rain."""
    low_use_fittings: Money = 350
    dry_toilet: Money = 1_200
    greywater: Money = 900
    service_years: int = Field(default=20, ge=1, le=100)
    """Years over which what is bought once is spread."""


class Property(Part):
    """Everything that was entered about one property."""

    version: Literal[7] = DOCUMENT_VERSION
    name: Text
    place: PlaceText = ""
    units: Units = "metric"
    site: Site = Field(default_factory=Site)
    roofs: list[Roof] = Field(default_factory=list, max_length=50)
    downpipes: list[Downpipe] = Field(
        default_factory=lambda: [Downpipe(id="a", name="A")], min_length=1, max_length=30
    )
    losses: LossMethod = "daily"
    """How rain is lost on the roofs: by a coefficient alone, a depth a day and the coefficient, or by the month."""
    snow: SnowEntry = Field(default_factory=SnowEntry)
    rain: Rain = Field(default_factory=Rain)
    climate: Climate = Field(default_factory=Climate)
    household: Household
    cistern: Cistern
    levels: Levels = Field(default_factory=Levels)
    downpour: Downpour = Field(default_factory=Downpour)
    first_flush: FirstFlush = Field(default_factory=FirstFlush)
    overflow: OverflowEntry = Field(default_factory=OverflowEntry)
    treatment: Treatment = Field(default_factory=Treatment)
    pump: PumpEntry = Field(default_factory=PumpEntry)
    ground: GroundEntry = Field(default_factory=GroundEntry)
    supply: NamedSupply = Field(default_factory=NamedSupply)
    """What the supply is called that stands here itself."""
    supplies: list[OtherSupply] = Field(default_factory=list, max_length=MOST_SUPPLIES - 1)
    """The other supplies of the property."""
    transfers: list[Transfer] = Field(default_factory=list, max_length=MOST_TRANSFERS)
    """What is pumped from one supply to another."""
    others: SkipJsonSchema[list["Property"]] = Field(default_factory=list, exclude=True, max_length=0)
    """For planning alone: the supplies with which this one shares water, each by itself. Never kept."""
    prices: Prices = Field(default_factory=Prices)
    parts: PartsEntry = Field(default_factory=PartsEntry)
    """What was changed of the list of parts."""
    price: PriceEntry = Field(default_factory=PriceEntry)
    survey: dict[ItemKey, Seen] = Field(default_factory=dict, max_length=MOST_SEEN)
    """What was seen on the site, or left out there, by the item of the survey."""
    audit: Audit = Field(default_factory=Audit)
    """Whether it is a supply as it was found, and what its parts are like."""
    photos: dict[PhotoKey, Photo] = Field(default_factory=dict, max_length=MOST_PHOTOS)
    """What was photographed on the site, by the key of the picture."""
    permits: dict[PermitKey, Permit] = Field(default_factory=dict, max_length=MOST_PERMITS)
    """What others must agree to; one that is not named is open."""
    build: BuildEntry = Field(default_factory=BuildEntry)
    """When it is built, and what was changed of its tasks."""
    keeping: Keeping = Field(default_factory=Keeping)
    assumed: list[Annotated[str, Field(max_length=200)]] = Field(default_factory=list, max_length=MOST_ASSUMED)
    """JSON pointers of values that stand in until somebody confirms them."""

    @model_validator(mode="after")
    def _names_agree(self) -> "Property":
        require_different("roofs", [roof.id for roof in self.roofs])
        require_different("supplies", self.supply_ids)
        pipes = [("", self.downpipes)]
        pipes += [(f"supplies[{row}].", each.downpipes) for row, each in enumerate(self.supplies)]
        require_different("downpipes", [each.id for _, some in pipes for each in some])
        groups = {each.id for _, some in pipes for each in some}
        for number, roof in enumerate(self.roofs):
            for drain in roof.drains:
                if drain.group not in groups:
                    raise InputError(
                        f"roofs[{number}].drains",
                        f"must name a group of downpipes, one of {', '.join(sorted(groups))}, got {drain.group}",
                    )
        for (at, some), cistern in zip(pipes, [self.cistern, *(each.cistern for each in self.supplies)], strict=True):
            check_runs(f"{at}downpipes", some, {tank.id for tank in cistern.tanks})
        require_different("cistern.tanks", [tank.id for each in self.supplies for tank in each.cistern.tanks]
                          + [tank.id for tank in self.cistern.tanks])  # fmt: skip
        self._check_seasons()
        self._check_supplies()
        return self

    @property
    def supply_ids(self) -> list[str]:
        """The one at the front first."""
        return [self.supply.id, *(each.id for each in self.supplies)]

    def groups_in_use(self) -> set[str]:
        """Groups of downpipes that a surface in use drains to."""
        return {drain.group for roof in self.roofs if roof.on for drain in roof.drains}

    def _check_seasons(self) -> None:
        back_ups = [("", self.cistern, self.household.back_up)]
        back_ups += [(f"supplies[{row}].", each.cistern, each.back_up) for row, each in enumerate(self.supplies)]
        for at, cistern, back_up in back_ups:
            if cistern.out_of_use is not None and back_up.kind != "none":
                raise InputError(
                    f"{at}cistern.out_of_use",
                    "cannot go with other water that runs into the store: it would fill what is drained; take one of "
                    "the two out",
                )

        drained = [self.supply.id] if self.cistern.out_of_use else []
        drained += [each.id for each in self.supplies if each.cistern.out_of_use]
        for number, way in enumerate(self.transfers):
            if way.to in drained:
                raise InputError(
                    f"transfers[{number}].to",
                    f"must be a supply that is in use all year, got {way.to}, which is drained for part of it",
                )

    def _check_supplies(self) -> None:
        known = self.supply_ids
        ways = []
        for at, served in self.household.all_served():
            for name, given in (("by", served.by), ("then", served.then)):
                if given is not None and given not in known:
                    raise InputError(
                        f"household.{at}.{name}",
                        f"must name a supply of the property, one of {', '.join(known)}, got {given}",
                    )
            if served.then is not None:
                ways.append((served.by, served.then))
        refuse_circles("household.served", ways)
        check_transfers(self.transfers, known)


DayList = Annotated[list[Annotated[float, Field(ge=-80, le=60)] | None], Field(max_length=200_000)]


class TwelveMeans(Part):
    """What a generated record was made from, so that the same and others like it can be made again."""

    kind: Literal["months", "means"] = "means"
    """Made to add up to observed months, or from twelve means alone."""
    mean_mm: Annotated[list[Annotated[float, Field(ge=0, le=5_000)]], Field(min_length=12, max_length=12)]
    wet_days: Annotated[list[Annotated[float, Field(ge=0, le=31)]], Field(min_length=12, max_length=12)]
    yearly_variation: float = Field(ge=0, le=1)
    seed: int = Field(ge=0, le=2**31 - 1)


class RainRecord(Part):
    """A daily record as it travels in a property file; null where a day is missing."""

    name: str = Field(min_length=1, max_length=120)
    start: Annotated[str, Field(pattern=DATE)]
    depth_mm: list[Annotated[float, Field(ge=0, le=1_825)] | None] = Field(min_length=1, max_length=200_000)
    tmin_c: DayList | None = None
    tmax_c: DayList | None = None
    et0_mm: Annotated[list[Annotated[float, Field(ge=0, le=40)] | None], Field(max_length=200_000)] | None = None
    made_from: TwelveMeans | None = None
    """Set where the days were not observed."""
    note: str = Field(default="", max_length=2_000)

    @model_validator(mode="after")
    def _as_long_as_the_rain(self) -> "RainRecord":
        for name in ("tmin_c", "tmax_c", "et0_mm"):
            days = getattr(self, name)
            if days is not None and len(days) != len(self.depth_mm):
                raise InputError(name, f"must have one value a day, {len(self.depth_mm)}, got {len(days)}")
        return self


Standing = Literal["main", "open", "aside"]
"""Of an alternative: the one that the list of properties shows; another; one that was set aside."""
MOST_ALTERNATIVES = 12


class FileAlternative(Part):
    """Another design for the same site, as it travels in a property file."""

    name: Text
    standing: Standing = "open"
    property: Property


class PropertyFile(Part):
    """A property with its rain record and its other alternatives: everything a plan needs."""

    format: Literal["lean-year-property"] = "lean-year-property"
    property: Property
    rain_record: RainRecord | None = None
    price_book: PriceBook | None = None
    """The firm's prices, as far as they travel with it."""
    alternative: Text = "A"
    """What `property` is called among the alternatives."""
    standing: Standing = "main"
    alternatives: list[FileAlternative] = Field(default_factory=list, max_length=MOST_ALTERNATIVES - 1)
    """The others; what was seen on the site is that of `property` in all of them."""
    record: list[Entry] = Field(default_factory=list, max_length=MOST_ENTRIES)
    """What was measured, seen and done there, in the order in which it was written down."""

    @model_validator(mode="after")
    def _alternatives_differ(self) -> "PropertyFile":
        require_different("alternatives", [self.alternative, *(each.name for each in self.alternatives)])
        require_different("record", [each.id for each in self.record])
        return self
