"""How the price of a property is put together, and what other ways to the same water would cost there."""

from typing import Annotated

from pydantic import Field, model_validator

from lean_year.core.price import building_up
from lean_year.core.price.building_up import GrantKind, GrantOf
from lean_year.core.price.usual import HANDS
from lean_year.property.parts import Key, Part, ShareOfOne, Text, require_different
from lean_year.property.parts_entry import WorkKey
from lean_year.property.price_book import Money


class OtherCost(Part):
    """Something else that is paid for."""

    id: Key
    name: Text
    amount: Money = 0


class GrantEntry(Part):
    """What others pay of it, by an amount or a share; an exemption takes the tax off what it is for."""

    id: Key
    name: Text
    kind: GrantKind = "grant"
    of: GrantOf = "all"
    share: ShareOfOne = 0
    amount: Money = 0
    """Instead of the share, where it is more than nothing."""

    def in_core(self) -> building_up.Grant:
        return building_up.Grant(self.kind, self.of, self.share, self.amount)


class MainsWay(Part):
    """A connection to the mains, by the owner's own figures; not compared until both prices are there."""

    connection: Money | None = None
    """With its pipe, to the house."""
    per_m3: Money | None = None
    yearly: Money = 0
    """Standing charge."""
    street_kpa: float | None = Field(default=None, ge=0, le=2_000)
    """Pressure in the street at the peak."""
    rise_m: float = Field(default=0, ge=-500, le=500)
    """From the street up to the house."""
    friction_kpa: float = Field(default=0, ge=0, le=2_000)


class WellWay(Part):
    """A drilled well; not compared until what it costs and what it needs in a year are there."""

    drilled: Money | None = None
    """With pump, pipe and treatment."""
    yearly: Money | None = None
    """Power, tests, filters."""


class OtherWays(Part):
    """Other ways to the same water, by the owner's own figures."""

    mains: MainsWay = Field(default_factory=MainsWay)
    well: WellWay = Field(default_factory=WellWay)
    truck_m3: Money | None = None
    """A load of water, for each m3."""
    smaller_share: Annotated[float, Field(ge=0.05, le=0.95)] | None = None
    """Of the planned tanks; what they then miss comes by truck."""
    nothing_yearly: Money | None = None
    """What water costs in a year where nothing is built."""


class PriceEntry(Part):
    """What of a price is this property's own. What is None is as the firm does it."""

    hands: int = Field(default=HANDS, ge=1, le=50)
    """On the site at once."""
    hours: dict[WorkKey, Annotated[float, Field(ge=0, le=10_000)]] = Field(default_factory=dict, max_length=20)
    """On the site for each work, all hands together; by the parts where none are entered."""
    travel_km: float = Field(default=0, ge=0, le=100_000)
    """There and back, each day of work."""
    machine_days: float = Field(default=0, ge=0, le=1_000)
    margin: ShareOfOne | None = None
    contingency: ShareOfOne | None = None
    tax: ShareOfOne | None = None
    years: int | None = Field(default=None, ge=1, le=100)
    discount_rate: ShareOfOne | None = None
    rounded_to: Money = 0
    """The price with its tax is a multiple of it; 0 leaves it as it is."""
    other: list[OtherCost] = Field(default_factory=list, max_length=50)
    grants: list[GrantEntry] = Field(default_factory=list, max_length=20)
    ways: OtherWays = Field(default_factory=OtherWays)

    @model_validator(mode="after")
    def _rows_differ(self) -> "PriceEntry":
        require_different("other", [each.id for each in self.other])
        require_different("grants", [each.id for each in self.grants])
        return self
