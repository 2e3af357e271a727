"""What a firm buys again: stores, housings, pumps and vessels by their makers' sheets, one shelf for all its
properties."""

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError, model_validator

from lean_year.core.errors import InputError
from lean_year.core.pump.pump_curve import fit_curve
from lean_year.core.treatment.cartridges import CartridgeSize
from lean_year.property.cistern import Tank
from lean_year.property.parts import Part, PlaceText, Text
from lean_year.property.pump import MOST_VESSEL_L, CurvePoint, PumpControl
from lean_year.property.refusals import first_problem
from lean_year.property.tank_shapes import AnyShape
from lean_year.property.treatment import LampSheet, StageKind
from lean_year.property.water_path import Bore, Inlet

MOST_ARTICLES = 5_000
Weight = Annotated[float, Field(gt=0, le=1e7)]


class ArticleOfAnyKind(Part):
    """What every article says of itself."""

    name: Text
    """What it is ordered as; once among those of its kind."""
    sheet: PlaceText = ""
    """Where its figures are from: the maker's sheet and its date."""
    estimate: bool = False
    """Whether its figures are only usual ones."""
    weight_kg: Weight | None = None
    """Empty; None where nobody has looked."""


class StoreArticle(ArticleOfAnyKind):
    """A tank. Heights above its own floor."""

    kind: Literal["store"] = "store"
    shape: AnyShape
    outlet_m: float = Field(default=0.1, ge=0, le=100)
    overflow_m: float | None = Field(default=None, gt=0, le=100)
    """The height of the tank where None."""
    inlet_m: float | None = Field(default=None, ge=0, le=100)
    """A tenth of a metre over the overflow where None."""
    outlet_port_mm: Bore | None = None
    overflow_port_mm: Bore | None = None

    @model_validator(mode="after")
    def _is_a_tank(self) -> "StoreArticle":
        self.as_tank()
        return self

    def as_tank(self) -> Tank:
        """One of it, to ask what it holds.

        Raises
        ------
        InputError
            If its heights are not in order.
        """
        try:
            return Tank(
                id="tank",
                name=self.name,
                shape=self.shape,
                outlet_m=self.outlet_m,
                overflow_m=self.overflow_m,
                inlet=Inlet(height_m=self.inlet_m),
            )
        except ValidationError as refused:
            raise first_problem(refused) from refused


class HousingArticle(ArticleOfAnyKind):
    """A housing with what it holds: a strainer, a cartridge, a bed, a lamp, a filter at a tap."""

    kind: Literal["housing"] = "housing"
    stage: StageKind
    size: CartridgeSize = "4.5x20"
    """Of a cartridge."""
    micron: float = Field(default=20, ge=0.01, le=5_000)
    absolute: bool = False
    clean_kpa: float | None = Field(default=None, ge=0, le=2_000)
    """Drop when new; usual for its size where None."""
    clean_flow_l_s: float | None = Field(default=None, ge=0.01, le=100)
    """For which the sheet gives the drop; 0.5 L/s where None."""
    port_mm: Bore | None = None
    lamp: LampSheet | None = None
    """Of a lamp."""

    @model_validator(mode="before")
    @classmethod
    def _a_lamp_has_its_sheet(cls, entered: Any) -> Any:
        if isinstance(entered, dict) and entered.get("stage") == "uv" and entered.get("lamp") is None:
            return entered | {"lamp": {}}
        return entered

    @model_validator(mode="after")
    def _no_other_has(self) -> "HousingArticle":
        if self.stage != "uv" and self.lamp is not None:
            raise InputError("lamp", f"can be of a uv stage only, got {self.stage}")
        return self


class PumpArticle(ArticleOfAnyKind):
    """A pump with its curve."""

    kind: Literal["pump"] = "pump"
    points: list[CurvePoint] = Field(min_length=3, max_length=30)
    """Flow [L/s] and head [m], from the shut-off head on."""
    efficiency: float = Field(default=0.35, ge=0.01, le=1)
    control: PumpControl = "pressure_switch"
    stands: Literal["beside", "submerged"] = "beside"
    volts: float | None = Field(default=None, ge=6, le=60)
    """Of one that runs on a battery; None of one on the mains."""
    port_mm: Bore | None = None

    @model_validator(mode="after")
    def _has_a_curve(self) -> "PumpArticle":
        fit_curve([flow for flow, _ in self.points], [head for _, head in self.points])
        return self


class VesselArticle(ArticleOfAnyKind):
    """A pressure vessel."""

    kind: Literal["vessel"] = "vessel"
    volume_l: float = Field(gt=0, le=MOST_VESSEL_L)
    rated_kpa: float | None = Field(default=None, gt=0, le=10_000)


ArticleKind = Literal["store", "housing", "pump", "vessel"]
Article = StoreArticle | HousingArticle | PumpArticle | VesselArticle
KINDS: dict[str, type[Article]] = {
    "store": StoreArticle,
    "housing": HousingArticle,
    "pump": PumpArticle,
    "vessel": VesselArticle,
}
ArticleId = tuple[str, str]
"""Kind and name."""


def check_article(raw: Any) -> Article:
    """An article from plain data.

    Raises
    ------
    InputError
        Naming the field and what is allowed.
    """
    model = KINDS.get(str(raw.get("kind"))) if isinstance(raw, dict) else None
    if model is None:
        raise InputError("kind", f"must be one of {', '.join(KINDS)}")
    try:
        return model.model_validate(raw)
    except ValidationError as refused:
        raise first_problem(refused) from refused


def id_of(article: Article) -> ArticleId:
    """By which it is known: two of one kind have two names."""
    return article.kind, article.name
