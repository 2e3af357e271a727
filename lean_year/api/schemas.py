"""The shapes that travel between the interface and the server."""

import base64
import datetime as dt
from typing import Annotated, Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, ConfigDict, Field

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.household.uses import Quality
from lean_year.core.rain.rainfall import DailyRain
from lean_year.formats.pump_curve import MOST_CHARACTERS, FlowUnit, HeadUnit
from lean_year.formats.rain.account import ImportAccount, RainImport
from lean_year.plan.answer.figure import StationKey
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.registry import FALL
from lean_year.plan.stations.cistern.design_search import Front
from lean_year.plan.stations.cistern.resampled_band import Band
from lean_year.plan.stations.gutters.storm_plan import Storm
from lean_year.plan.whole import Planned, plan_type
from lean_year.property.document import Property, Units
from lean_year.property.household import Habit
from lean_year.property.parts import PlaceText, Text
from lean_year.property.roofs import Material, Roof
from lean_year.store.properties import ListedProperty, Stored
from lean_year.store.records import RecordEntry
from lean_year.store.revisions import ListedRevision

LAST_REVISION = 2**31 - 1
FULL = 65_535
MISSING = 65_535
EditId = Annotated[str, Field(min_length=8, max_length=40, pattern=r"^[A-Za-z0-9-]+$")]


class Asked(BaseModel):
    """What comes in: unknown names and numbers that are none are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Problem(BaseModel):
    """One thing that was wrong."""

    field: str
    message: str


class Refusal(BaseModel):
    """Every refusal looks like this."""

    errors: list[Problem]
    revision: int | None = None
    """For a change that came too late: the revision that stands now."""


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


class Operation(Asked):
    """One RFC 6902 operation, or one of ours.

    `resize` makes the tanks at `/cistern` wider until they hold `value` litres; `survey` at `/levels` writes heights
    from staff readings: `{"instrument_m", "readings": [{"path", "staff_m"}]}`.
    """

    op: Literal["add", "remove", "replace", "test", "resize", "survey"]
    path: str = Field(pattern=r"^(/[^/]+)+$", max_length=200)
    value: Any = None

    def as_patch(self) -> dict[str, Any]:
        bare: dict[str, Any] = {"op": self.op, "path": self.path}
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


class GoBack(Asked):
    """Let an earlier revision, of any branch, stand again as a revision of its own."""

    base_revision: int = Field(ge=1, le=LAST_REVISION)
    revision: int = Field(ge=1, le=LAST_REVISION)
    edit_id: EditId


class RevisionName(Asked):
    name: PlaceText
    """Empty to take it away."""


class RevisionList(BaseModel):
    """So many revisions, the latest made first."""

    revisions: list[ListedRevision]
    standing: int
    more: bool
    """Whether there are earlier ones."""


class StationsCompared(BaseModel):
    """A station whose headline the two say differently."""

    stage: StationKey
    name: str
    before: str
    after: str


class Comparison(BaseModel):
    """Two revisions side by side."""

    before_verdict: str
    after_verdict: str
    moved: str
    """From the one to the other, in words; empty where nothing moved."""
    stations: list[StationsCompared]
    taken_back: list[str]
    """Labels of what was changed only on the way to the first, the latest first."""
    changed: list[str]
    """Labels of what was changed only on the way to the second, the earliest first."""


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


class PackedRain(BaseModel):
    """Daily rain for drawing: base64 of little-endian uint16 in tenths of a mm, 65,535 where missing."""

    start: dt.date
    days: int
    tenth_mm: str


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
    record: RecordEntry | None


class PropertyList(BaseModel):
    properties: list[ListedProperty]
    demos: list[str]
    """Demo properties that are not loaded yet."""


class RainPreview(ImportAccount):
    """What was understood of a rain file, before anything is kept."""

    columns: list[str]
    delimiter: str
    decimal: Literal["point", "comma"]
    date_columns: list[int]
    """Empty, as are the columns, where the file is no table of days."""
    rain_column: int
    start: dt.date
    end: dt.date
    days: int
    monthly_mean_mm: list[float | None]


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


class TwelveMeansSource(Asked):
    """A record to be made from twelve means."""

    kind: Literal["means"]
    name: Text = "Twelve means"
    mean_mm: list[Annotated[float, Field(ge=0, le=5_000)]] = Field(min_length=12, max_length=12)
    wet_days: list[Annotated[float, Field(ge=0, le=31)]] | None = Field(default=None, min_length=12, max_length=12)
    """Mean wet days of each month; worked out from the means where None."""
    yearly_variation: float = Field(ge=0, le=1)
    years: int = Field(default=40, ge=5, le=100)
    seed: int = Field(default=1, ge=0, le=2**31 - 1)


class ArchiveSource(Asked):
    """A record of the archive."""

    kind: Literal["archive"]
    station: str = Field(min_length=1, max_length=40)


RainSource = Annotated[TwelveMeansSource | ArchiveSource, Field(discriminator="kind")]


class AskedRain(Asked):
    source: RainSource


class TakenRain(AskedRain):
    """A record to keep and use."""

    base_revision: int = Field(ge=1, le=LAST_REVISION)
    edit_id: EditId


class ReadRoofs(BaseModel):
    """Roofs read from a file, to be looked at before they are kept."""

    roofs: list[Roof]
    areas_m2: list[float]
    latitude_deg: float
    longitude_deg: float


class AskedJob(Asked):
    """A long piece of work on a property as it stands."""

    kind: Literal["band", "search"]
    base_revision: int = Field(ge=1, le=LAST_REVISION)


class JobState(BaseModel):
    """How far a long piece of work is; `band` or `front` once it is done."""

    id: str
    kind: Literal["band", "search"]
    revision: int
    state: Literal["running", "done", "cancelled", "failed"]
    done: int
    of: int
    problem: str = ""
    band: Band | None = None
    front: Front | None = None


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
        store=_base64(packed),
        short=_base64(np.packbits(run.short_day)),
    )


def pack_rain(rain: DailyRain) -> PackedRain:
    """A record, packed for drawing."""
    tenths = np.where(rain.missing, MISSING, np.round(np.nan_to_num(rain.depth_mm) * 10)).astype("<u2")
    return PackedRain(start=rain.start, days=rain.depth_mm.size, tenth_mm=_base64(tenths))


def _base64(values: NDArray[Any]) -> str:
    return base64.b64encode(values.tobytes()).decode("ascii")


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
        record=record,
        document=stored.document,
        plan=planned.plan,
        daily=pack_days(planned.replay, rain),
        moved=moved,
    )


def rain_preview(read: RainImport, rain: PreparedRain) -> RainPreview:
    """The account of an import with its monthly means."""
    with np.errstate(invalid="ignore"):
        known = ~np.isnan(rain.monthly_mm)
        sums = np.where(known, rain.monthly_mm, 0).sum(axis=0)
    counts = known.sum(axis=0)
    means = [float(total / n) if n else None for total, n in zip(sums, counts, strict=True)]
    facts, table = dict(read.account), read.table
    if table is None:
        facts |= {"columns": [], "delimiter": "", "date_columns": [], "rain_column": 0, "decimal": "point"}
    else:
        facts |= {name: getattr(table, name) for name in ("columns", "delimiter", "date_columns", "rain_column")}
        facts["decimal"] = "comma" if table.decimal_comma else "point"
    return RainPreview(
        **facts,
        start=read.rain.start,
        end=read.rain.start + dt.timedelta(days=read.rain.depth_mm.size - 1),
        days=read.rain.depth_mm.size,
        monthly_mean_mm=means,
    )
