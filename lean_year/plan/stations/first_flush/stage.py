"""First flush: what is thrown away, in what chamber, what it takes off the roof and out of the tank."""

import math

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.water_path import first_flush as core
from lean_year.core.water_path.first_flush import (
    CLOGS_MM,
)
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flush_chambers import Chamber, chambers
from lean_year.plan.model.harvest import LOSS_READS, ROOF_READS, STORE_READS, Catch
from lean_year.plan.model.losses import behind_screens, divert_first_flush
from lean_year.plan.model.prepared_rain import PreparedRain, mean_year
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.station import Station
from lean_year.plan.stations.first_flush.choices import choices
from lean_year.plan.stations.first_flush.figures import first_flush_figures, flush_volume_l
from lean_year.plan.stations.first_flush.findings import first_flush_findings
from lean_year.plan.stations.first_flush.methods import FlushMethod, flush_methods
from lean_year.plan.stations.first_flush.needs import first_flush_needs
from lean_year.plan.stations.first_flush.work import first_flush_work
from lean_year.property.document import Property
from lean_year.property.household import DRINKS_READS

CURVE_MM = tuple(float(depth) for depth in np.round(np.arange(0, 4.01, 0.25), 2))
CAUTIONS = [
    "Diverted water goes to a bed, not to the footing. It is the dirtiest the roof gives: nobody drinks it.",
    "First flush does not make rainwater safe to drink; treatment does.",
    "Legs hang from gutters: work at height, with a fixed ladder or a scaffold. Solvent cement: gloves, and moving "
    "air.",
]


class ChamberPlan(BaseModel):
    """One chamber, or one at each downpipe of a group."""

    name: str
    groups: list[str]
    count: int
    area_m2: float
    volume_l: float
    """Of each. [L]"""
    depth_mm: float
    bore_mm: float | None
    """None for a tank-type diverter."""
    length_m: float
    legs: int
    leg_m: float
    drain_h: float | None
    """None where it is emptied by hand."""
    leak_l_h: float
    """While it is full and rain lasts, each. [L/h]"""
    share_left: float
    taken_l_year: float | None
    leaked_l_year: float | None
    resets_year: float | None
    """Rains a year that find it at least nine tenths empty."""
    wet_days_year: float | None


class FlushPoint(BaseModel):
    """One depth on the curve of removal against water."""

    depth_mm: float
    share_left: float
    lost_l_year: float


class HoleOffered(BaseModel):
    """Another hole, or an emitter, for the largest chamber."""

    label: str
    drain_h: float
    leak_l_rain: float
    """Lost through it in one rain. [L]"""
    clogs: bool
    path: str
    value: float
    chosen: bool


class FirstFlushPlan(BaseModel):
    kind: str
    figures: dict[str, Figure]
    chambers: list[ChamberPlan]
    curve: list[FlushPoint]
    methods: list[FlushMethod]
    holes: list[HoleOffered]
    findings: list[Finding]
    cautions: list[str]


def _curve(document: Property, rain: PreparedRain | None, catch: Catch | None, depth_mm: float) -> list[FlushPoint]:
    """Removal and water lost by depth, in chambers of the kind that was chosen, or of the usual one; with the depth
    of the design itself."""
    if rain is None or catch is None:
        return [FlushPoint(depth_mm=mm, share_left=core.share_left(mm), lost_l_year=0.0) for mm in CURVE_MM]
    entered = document.first_flush
    kind = "ball" if entered.kind == "none" else entered.kind
    usual = entered.model_copy(update={"depth_mm": 0.0, "by": "depth", "kind": kind})
    curve_l = _lost_by_depth_l(document.model_copy(update={"first_flush": usual}), rain, tuple(catch.by_roof))
    lost_l = dict(zip(CURVE_MM, curve_l, strict=True))
    if 0 < depth_mm <= CURVE_MM[-1]:
        lost_l[depth_mm] = mean_year(catch.taken.flushed_l, rain) or 0.0
    return [
        FlushPoint(depth_mm=depth, share_left=core.share_left(depth), lost_l_year=lost)
        for depth, lost in sorted(lost_l.items())
    ]


@cached_by_parts(8, *ROOF_READS, *LOSS_READS)
def _lost_by_depth_l(document: Property, rain: PreparedRain, by_roof: tuple[NDArray[np.float64], ...]) -> list[float]:
    """Water that each depth of the curve throws away in a mean year. [L]"""
    arrives = behind_screens(document, by_roof, rain.dates)
    lost = []
    for depth in CURVE_MM:
        changed = document.first_flush.model_copy(update={"depth_mm": depth})
        flushed = divert_first_flush(document.model_copy(update={"first_flush": changed}), arrives, rain.dates)
        lost.append(sum((mean_year(diverted.taken_l, rain) or 0.0 for _, diverted in flushed), 0.0))
    return lost


def _chamber(document: Property, chamber: Chamber, rain: PreparedRain | None, catch: Catch | None) -> ChamberPlan:
    entered = document.first_flush
    facts: dict[str, float | None] = dict.fromkeys(("taken_l_year", "leaked_l_year", "resets_year", "wet_days_year"))
    if rain is not None and catch is not None:
        diverted = next(diverted for own, diverted in catch.taken.flushed if own.groups == chamber.groups)
        facts = {
            "taken_l_year": mean_year(diverted.taken_l, rain),
            "leaked_l_year": mean_year(diverted.leaked_l, rain),
            "resets_year": mean_year(diverted.reset, rain),
            "wet_days_year": mean_year(diverted.wet_day, rain),
        }
    return ChamberPlan.model_validate(
        {
            "name": chamber.name,
            "groups": list(chamber.groups),
            "count": chamber.count,
            "area_m2": chamber.area_m2,
            "volume_l": chamber.volume_l / chamber.count,
            "depth_mm": chamber.depth_mm,
            "bore_mm": None if entered.kind == "tank" else entered.bore_mm,
            "length_m": chamber.length_m,
            "legs": chamber.legs,
            "leg_m": chamber.leg_m,
            "drain_h": None if math.isinf(chamber.drain_h) else chamber.drain_h,
            "leak_l_h": chamber.leak_l_h / chamber.count,
            "share_left": core.share_left(min(100.0, chamber.depth_mm)),
            **facts,
        }
    )


def _holes(document: Property, found: list[Chamber], say: Wording) -> list[HoleOffered]:
    """Holes and emitters side by side for the largest chamber, the chosen one among them."""
    entered = document.first_flush
    if not found or entered.kind == "none":
        return []
    largest = max(found, key=lambda chamber: chamber.volume_l / chamber.count)
    rows = []
    holes = sorted({0.5, 1.0, 1.5, 2.0, 3.0} | ({entered.hole_mm} if entered.drain == "hole" else set()))
    rates = sorted({2.0, 4.0, 8.0} | ({entered.emitter_l_h} if entered.drain == "emitter" else set()))
    tries = [("hole", "hole_mm", each) for each in holes] + [("emitter", "emitter_l_h", each) for each in rates]
    for drain, field, value in tries:
        changed = entered.model_copy(update={"drain": drain, field: value})
        other = next(
            each
            for each in chambers(document.model_copy(update={"first_flush": changed}))
            if each.groups == largest.groups
        )
        rows.append(
            HoleOffered(
                label=f"{say.hole(value)} hole" if drain == "hole" else f"{say.drip(value)} emitter",
                drain_h=other.drain_h,
                leak_l_rain=other.leak_l_h * entered.rain_h,
                clogs=drain == "hole" and value < CLOGS_MM,
                path=f"/first_flush/{field}",
                value=value,
                chosen=entered.drain == drain and getattr(entered, field) == value,
            )
        )
    return rows


@cached_by_parts(16, "units", "roofs", "downpipes", "first_flush", *STORE_READS, *DRINKS_READS, "site")
def plan_first_flush(
    document: Property, rain: PreparedRain | None, catch: Catch | None, say: Wording
) -> FirstFlushPlan:
    """The first-flush stage. It asks nothing of the tanks."""
    found = chambers(document)
    if rain is None or not rain.counts.any():  # no year to take a mean of
        catch = None
    area_m2 = sum(plan_area_m2(roof) for roof in document.roofs if roof.on)
    depth_mm = flush_volume_l(found) / area_m2 if area_m2 > 0 else 0.0
    curve = _curve(document, rain, catch, depth_mm)
    lost = None if catch is None else [(point.depth_mm, point.lost_l_year) for point in curve]
    return FirstFlushPlan(
        kind=document.first_flush.kind,
        figures=first_flush_figures(document, found, area_m2, rain, catch, say),
        chambers=[_chamber(document, chamber, rain, catch) for chamber in found],
        curve=curve,
        methods=flush_methods(document, area_m2, depth_mm, lost, say),
        holes=_holes(document, found, say),
        findings=first_flush_findings(document, found, rain, say),
        cautions=CAUTIONS,
    )


def _headline(model: PropertyModel, plan: FirstFlushPlan) -> str:
    if plan.kind == "none":
        return "none"
    depth, volume = (plan.figures[key].value or 0.0 for key in ("depth_mm", "volume_l"))
    return f"{model.say.volume(volume)}, first {model.say.shallow(depth)}"


STATION = Station(
    key="first_flush",
    name="First flush",
    job_step=7,
    entries=("/first_flush",),
    answer=FirstFlushPlan,
    plan=lambda model: plan_first_flush(model.document, model.rain, model.catch, model.say),
    headline=_headline,
    choices=choices,
    needs=lambda model, _plan: first_flush_needs(model.document, model.say),
    work=lambda model, _plan: first_flush_work(model.document, model.say),
)
