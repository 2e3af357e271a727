"""What a downpour test asks, and what it answers."""

from typing import Literal

from pydantic import Field

from lean_year.plan.answer.figure import Finding
from lean_year.property.parts import Part

SPILLS_L = 0.5
"""Less than this in a whole storm is no spill. [L]"""

AS_OPEN = 1e9


class Storm(Part):
    """The storm and the switches."""

    intensity_mm_h: float | None = Field(default=None, gt=0, le=2_000)
    """Rate of the worst `burst_min`; the overflow's downpour where None."""
    burst_min: float = Field(default=5, ge=1, le=1_440)
    storm_min: int = Field(default=120, ge=1, le=1_440)
    shape: Literal["shaped", "steady", "typed"] = "shaped"
    typed_mm: list[float] = Field(default_factory=list, max_length=1_440)
    """A recorded burst: depths one after another, each over `step_min`."""
    step_min: int = Field(default=5, ge=1, le=120)
    shut_links: list[int] = Field(default_factory=list, max_length=200)
    """Links whose valve is shut, by their number in the chain of vessels, from 0."""
    clogged_screens: list[str] = Field(default_factory=list, max_length=200)
    """Keys of screens that are all but closed, such as `screen:a:0`."""
    start_share: float = Field(default=1, ge=0, le=1)
    """How full the tanks are when it begins, of the height from outlet to overflow."""
    flush_empty: bool = True
    pump_off: bool = False


PlaceKind = Literal["gutter", "group", "run", "inlet", "vessel", "overflow"]


class StormPlace(Part):
    """One place through the storm."""

    key: str
    kind: PlaceKind
    name: str
    takes_l_s: float | None
    peak_l_s: float
    """Most that comes to it. [L/s]"""
    spilled_l: float
    first_min: int | None
    """Minute in which it first spills."""
    onto: str
    flow_l_s: list[float]
    """What passes it in each minute. [L/s]"""
    spill_l_s: list[float]


class StormVesselPlan(Part):
    name: str
    overflow_invert_m: float
    lid_m: float
    floor_m: float
    level_m: list[float]


class StormLinkPlan(Part):
    """A link whose valve can be shut."""

    near: str
    far: str
    shut: bool


class StormPlan(Part):
    """What the storm did."""

    links: list[StormLinkPlan]
    """In the order of `Storm.shut_links`."""

    rain_mm: list[float]
    rain_l: float
    flushed_l: float
    stored_l: float
    overflowed_l: float
    overflow_peak_l_s: float
    spilled_l: float
    places: list[StormPlace]
    vessels: list[StormVesselPlan]
    first: str | None
    """Key of the place that spills first."""
    text: str
    findings: list[Finding]
