"""All supplies in one list: what wants somebody, and where."""

import datetime as dt

from pydantic import BaseModel

from lean_year.plan.in_use.acts import Act, ActKind
from lean_year.property.document import Units


class SupplyInUse(BaseModel):
    """One of them."""

    id: str
    area: str
    as_of: dt.date
    """The day that it is seen on."""
    is_demo: bool
    """Whether that may be the end of its log."""
    units: Units
    supply: str
    """Of several supplies of a property, the one that is short first, whose water this is; empty where it has one."""
    live_l: float
    level_l: float | None
    read_on: dt.date | None
    by_model: bool
    short_by: dt.date | None
    """By which one recorded year of ten is short of water."""
    no_rain_until: dt.date | None
    acts: list[Act]
    """Those that come first."""
    more: int
    """Those that are not among them."""
    kinds: list[ActKind]
    """Of all of them."""


class SuppliesInUse(BaseModel):
    """Everybody of whom there is something to say."""

    today: dt.date
    supplies: list[SupplyInUse]
    to_do: int
    """Supplies that are not up to date yet; that goes on by itself."""
    of: int
    areas: list[str]
