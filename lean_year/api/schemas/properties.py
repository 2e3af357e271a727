"""Properties: what is asked, and how one stands."""

import datetime as dt
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import BaseModel, Field, model_validator

from lean_year.api.schemas.base import LAST_REVISION, Asked, EditId, as_base64
from lean_year.core.cistern.operation import OperatedReplay
from lean_year.formats.pump_curve import MOST_CHARACTERS, FlowUnit, HeadUnit
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.registry import FALL
from lean_year.plan.stations.gutters.storm_plan import Storm
from lean_year.plan.whole import Planned, plan_type
from lean_year.property.document import Property, Units
from lean_year.property.household import Habit
from lean_year.property.parts import PlaceText, Text
from lean_year.property.roofs import Material, Roof
from lean_year.store.properties import Alternative, ListedProperty, Stored
from lean_year.store.records import RecordEntry

FULL = 65_535


class NewProperty(Asked):
    """The four answers: roof, rain, people, use."""

    name: Text
    place: PlaceText = ""
    units: Units = "metric"
    roof_area_m2: float = Field(gt=0, le=100_000)
    material: Material = "metal"
    rain_from: str | None = Field(default=None, max_length=40)
    """Id of a rain record that is there already; None to bring one in afterwards."""
    people: float = Field(ge=0, le=10_000)
    habit: Habit = "careful"
    begin_with: str | None = Field(default=None, max_length=40)
    """Key of a starting point; None for one tank of a size for the use."""


class PastedCurve(Asked):
    """A pump's points as they were copied from its sheet."""

    text: str = Field(max_length=MOST_CHARACTERS)
    flow_unit: FlowUnit = "L/s"
    head_unit: HeadUnit = "m"


class ReadCurve(BaseModel):
    points: list[list[float]]
    """Flow [L/s] and head [m]."""
    fitted_m: list[float]
    """Head of the curve through them, at each."""


Pointer = Annotated[str, Field(pattern=r"^(/[^/]+)+$", max_length=200)]


class Operation(Asked):
    """One RFC 6902 operation, or one of ours.

    `resize` makes the tanks at `/cistern` wider until they hold `value` litres; `survey` at `/levels` writes heights
    from staff readings: `{"instrument_m", "readings": [{"path", "staff_m"}]}`; `confirm` at `/assumed` keeps what the
    pointers in `value` name as it stands.
    """

    op: Literal["add", "remove", "replace", "test", "resize", "survey", "confirm", "move"]
    path: Pointer
    start: Pointer | None = Field(default=None, alias="from")
    """From where a `move` takes what it puts at `path`."""
    value: Any = None

    @model_validator(mode="after")
    def _moves_from_somewhere(self) -> "Operation":
        if (self.op == "move") != (self.start is not None):
            raise ValueError("a move says from where it takes its value, and no other operation does")
        return self

    def as_patch(self) -> dict[str, Any]:
        bare: dict[str, Any] = {"op": self.op, "path": self.path}
        if self.start is not None:
            return bare | {"from": self.start}
        return bare if self.op == "remove" else bare | {"value": self.value}


class Preview(Asked):
    base_revision: int = Field(ge=1, le=LAST_REVISION)
    operations: list[Operation] = Field(min_length=1, max_length=100)


class PlayStorm(Asked):
    """A storm to play on a revision."""

    base_revision: int = Field(ge=1, le=LAST_REVISION)
    storm: Storm = Field(default_factory=Storm)


class Edit(Preview):
    """A change to keep. `edit_id` is made by the sender, so that a change sent twice is kept once."""

    edit_id: EditId
    label: str = Field(min_length=1, max_length=120)


class Step(Asked):
    """Undo or redo one revision."""

    direction: Literal["undo", "redo"]
    base_revision: int = Field(ge=1, le=LAST_REVISION)


class PackedDays(BaseModel):
    """The daily replay for drawing, packed.

    `store`: base64 of little-endian uint16, the live store as a share of `live_l` in 65,535ths.
    `short`: base64 of one bit a day, the first day in the highest bit, set where the day is short.
    """

    start: dt.date
    days: int
    live_l: float
    store: str
    short: str


class Answer(BaseModel):
    """A document worked out."""

    document: Property
    plan: plan_type(FALL)  # type: ignore[valid-type]  # the registry decides its fields
    daily: PackedDays | None
    moved: str
    """What the change did to the answer, in words; empty where nothing moved."""


class PropertyState(Answer):
    """A property as it stands."""

    id: str
    revision: int
    label: str
    can_undo: bool
    can_redo: bool
    demo: str | None
    alternatives: list[Alternative]
    """All designs for the same site, this one among them."""
    record: RecordEntry | None


class PropertyList(BaseModel):
    properties: list[ListedProperty]
    demos: list[str]
    """Demo properties that are not loaded yet."""


class ReadRoofs(BaseModel):
    """Roofs read from a file, to be looked at before they are kept."""

    roofs: list[Roof]
    areas_m2: list[float]
    latitude_deg: float
    longitude_deg: float


def pack_days(run: OperatedReplay | None, rain: PreparedRain | None) -> PackedDays | None:
    """The replay, packed for drawing."""
    if run is None or rain is None:
        return None
    share = run.store_l / run.size_l if run.size_l > 0 else np.zeros_like(run.store_l)
    packed = np.round(np.clip(share, 0, 1) * FULL).astype("<u2")
    return PackedDays(
        start=rain.record.start,
        days=run.store_l.size,
        live_l=run.size_l,
        store=as_base64(packed),
        short=as_base64(np.packbits(run.short_day)),
    )


def property_state(
    stored: Stored, planned: Planned, rain: PreparedRain | None, record: RecordEntry | None, moved: str = ""
) -> PropertyState:
    """Everything the interface shows of a property."""
    return PropertyState(
        id=stored.id,
        revision=stored.revision,
        label=stored.label,
        can_undo=stored.can_undo,
        can_redo=stored.can_redo,
        demo=stored.demo,
        alternatives=list(stored.alternatives),
        record=record,
        document=stored.document,
        plan=planned.plan,
        daily=pack_days(planned.replay, rain),
        moved=moved,
    )
