"""First flush: what is thrown away, in what chamber, what it takes off the roof and out of the tank."""

import math

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.units import DAYS_PER_YEAR
from lean_year.core.water_path import first_flush as core
from lean_year.core.water_path.first_flush import (
    CAP_ROOM_MM,
    CLOGS_MM,
    DRINK_LEFT,
    LEAST_CAP_ROOM_MM,
    MOST_LEGS,
    NEVER_H,
    RESETS_WITHIN_H,
    USUAL_EMITTER_L_H,
    WIDE_BORE_MM,
)
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding, Fix, Severity
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.demand import temperatures
from lean_year.plan.model.flush_chambers import Chamber, chambers, flush_depth_mm
from lean_year.plan.model.harvest import Catch
from lean_year.plan.model.losses import Taken, take_losses
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.station import Station
from lean_year.plan.stations.first_flush.choices import choices
from lean_year.plan.stations.first_flush.methods import FlushMethod, flush_methods
from lean_year.property.document import Property

CURVE_MM = tuple(float(depth) for depth in np.round(np.arange(0, 4.01, 0.25), 2))
MOST_HOLE_MM = 100.0
"""The widest hole that can be entered. [mm]"""
CAUTIONS = [
    "Diverted water goes to a bed, not to the footing. It is the dirtiest the roof gives: nobody drinks it.",
    "First flush does not make rainwater safe to drink; treatment does.",
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
    drain_curve: list[list[float]]
    """Hours since the rain and share of the water still in it."""


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


def _per_year(total: float, rain: PreparedRain) -> float:
    """A sum over the whole record, for each year of it."""
    return total / (rain.dates.size / DAYS_PER_YEAR)


def _curve(document: Property, rain: PreparedRain | None, catch: Catch | None, depth_mm: float) -> list[FlushPoint]:
    """Removal and water lost by depth, in chambers of the kind that was chosen, or of the usual one; with the depth
    of the design itself."""
    if rain is None or catch is None:
        return [FlushPoint(depth_mm=mm, share_left=core.share_left(mm), lost_l_year=0.0) for mm in CURVE_MM]
    entered = document.first_flush
    kind = "ball" if entered.kind == "none" else entered.kind
    usual = entered.model_copy(update={"depth_mm": 0.0, "by": "depth", "kind": kind})
    curve_l = _lost_by_depth_l(document.model_copy(update={"first_flush": usual}), tuple(catch.by_roof))
    lost_l = {depth: _per_year(lost, rain) for depth, lost in zip(CURVE_MM, curve_l, strict=True)}
    if 0 < depth_mm <= CURVE_MM[-1]:
        lost_l[depth_mm] = _per_year(float(catch.taken.flushed_l.sum()), rain)
    return [
        FlushPoint(depth_mm=depth, share_left=core.share_left(depth), lost_l_year=lost)
        for depth, lost in sorted(lost_l.items())
    ]


@cached_by_parts(8, "roofs", "downpipes", "first_flush")
def _lost_by_depth_l(document: Property, by_roof: tuple[NDArray[np.float64], ...]) -> list[float]:
    """Water over the record that each depth of the curve throws away."""
    lost = []
    for depth in CURVE_MM:
        changed = document.first_flush.model_copy(update={"depth_mm": depth})
        other = document.model_copy(update={"first_flush": changed})
        taken = take_losses(other, list(by_roof), by_roof[0].size)[1] if by_roof else None
        lost.append(float(taken.flushed_l.sum()) if taken and depth > 0 else 0.0)
    return lost


def _drain_curve(chamber: Chamber, steady: bool) -> list[list[float]]:
    if not 0 < chamber.drain_h < math.inf:
        return []
    hours = np.linspace(0, chamber.drain_h, 25)
    share = 1 - hours / chamber.drain_h
    return [[float(at), float(left if steady else left**2)] for at, left in zip(hours, share, strict=True)]


def _chamber(document: Property, chamber: Chamber, taken: Taken | None, rain: PreparedRain | None) -> ChamberPlan:
    entered = document.first_flush
    diverted = next((each for own, each in taken.flushed if own.groups == chamber.groups), None) if taken else None
    facts: dict[str, float | None] = dict.fromkeys(("taken_l_year", "leaked_l_year", "resets_year", "wet_days_year"))
    if diverted is not None and rain is not None:
        facts = {
            "taken_l_year": _per_year(float(diverted.taken_l.sum()), rain),
            "leaked_l_year": _per_year(diverted.leaked_l, rain),
            "resets_year": _per_year(diverted.resets, rain),
            "wet_days_year": _per_year(diverted.wet_days, rain),
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
            "drain_curve": _drain_curve(chamber, entered.drain == "emitter"),
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


@cached_by_parts(16, "units", "roofs", "downpipes", "first_flush", "household.uses", "site")
def plan_first_flush(
    document: Property, rain: PreparedRain | None, catch: Catch | None, say: Wording
) -> FirstFlushPlan:
    """The first-flush stage. It asks nothing of the tanks."""
    entered = document.first_flush
    found = chambers(document)
    taken = catch.taken if catch is not None else None
    area = sum(plan_area_m2(roof) for roof in document.roofs if roof.on)
    volume = sum(chamber.volume_l for chamber in found)
    depth = volume / area if area > 0 else 0.0
    figures = {
        "depth_mm": Figure(
            value=depth,
            unit="mm",
            label="Thrown away first",
            basis="entered" if entered.by in ("depth", "volume") else "derived",
            source={"removal": core.SOURCE, "exposure": "usual depths by exposure"}.get(entered.by, "entered"),
            formula={
                "depth": "as entered",
                "volume": "volume of the chambers / roof",
                "removal": "−log2(share that may be left)",
                "exposure": "middle of the usual depths",
            }[entered.by],
            working=f"{say.volume(volume)} / {say.area(area)}" if found else "no first flush",
            moves="Each further millimetre halves what is left on the roof, and costs as much water as the first.",
        ),
        "volume_l": Figure(
            value=volume,
            unit="L",
            label="In all chambers",
            basis="derived",
            formula="roof × depth",
            working=" + ".join(f"{say.area(chamber.area_m2)} × {say.shallow(chamber.depth_mm)}" for chamber in found),
        ),
        "share_left": Figure(
            value=core.share_left(min(100.0, depth)),
            unit="-",
            label="Share of the dirt left on the roof",
            basis="published",
            source=core.SOURCE,
            formula="0.5^depth in mm",
            working=f"0.5^{depth:.2f}",
        ),
    }
    if taken is not None and rain is not None and catch is not None:
        flushed = _per_year(float(taken.flushed_l.sum()), rain)
        off = _per_year(float(catch.off_roofs.sum()), rain)
        figures["lost_l_year"] = Figure(
            value=flushed,
            unit="L",
            label="Diverted in a mean year",
            basis="derived",
            formula="each day the room that had drained, and what the hole leaks while it rains",
            working=f"{say.volume(flushed)} of {say.volume(off)} off the roofs",
            moves="A slow hole resets less often: it loses less water and takes less dirt.",
        )
        figures["lost_share"] = Figure(
            value=flushed / off if off > 0 else 0.0,
            unit="-",
            label="Of the water off the roofs",
            basis="derived",
            formula="diverted / off the roofs",
            working=f"{say.volume(flushed)} / {say.volume(off)}",
        )
        screened = _per_year(float(taken.screened_l.sum()), rain)
        if screened > 0:
            figures["screened_l_year"] = Figure(
                value=screened,
                unit="L",
                label="Lost at screens in a mean year",
                basis="derived",
                formula="share that each stage loses, one after another",
                working=f"{say.volume(screened)} of {say.volume(off)} off the roofs",
            )
    curve = _curve(document, rain, catch, depth)
    lost = [(point.depth_mm, point.lost_l_year) for point in curve] if rain is not None else None
    return FirstFlushPlan(
        kind=entered.kind,
        figures=figures,
        chambers=[_chamber(document, chamber, taken, rain) for chamber in found],
        curve=curve,
        methods=flush_methods(document, area, depth, lost, say),
        holes=_holes(document, found, say),
        findings=_findings(document, found, rain, say),
        cautions=CAUTIONS,
    )


def _findings(document: Property, found: list[Chamber], rain: PreparedRain | None, say: Wording) -> list[Finding]:
    entered = document.first_flush
    rows = Findings("first_flush")
    add = rows.add
    drunk = any(use.quality == "drinking" and use.from_rain for use in document.household.uses) or not (
        document.household.uses
    )
    if entered.kind == "none":
        if drunk and any(roof.on for roof in document.roofs):
            add(
                "FLUSH_NONE",
                "caution",
                "The first rain of each shower goes into the tank with what lies on the roof. With screens, a calmed "
                "inlet and a floating suction that can be right for toilets and garden; for drinking it gives up "
                "half the dirt for each millimetre not thrown away.",
                "Divert the first half millimetre.",
                Fix(text="Divert the first half millimetre.", operations=[replace("/first_flush/kind", "ball")]),
            )
        return rows.rows
    resets = [
        chamber
        for chamber in found
        if chamber.volume_l > 0 and (math.isinf(chamber.drain_h) or chamber.drain_h > RESETS_WITHIN_H)
    ]
    for chamber in resets:
        if math.isinf(chamber.drain_h):
            text = f"{chamber.name}: the chamber is emptied by hand. Until somebody does, it washes nothing."
        else:
            text = (
                f"{chamber.name}: the chamber takes {fixed(chamber.drain_h)} h to empty, longer than "
                f"{RESETS_WITHIN_H:g} h: the next rain finds it full."
            )
        fixes = [] if entered.kind == "tank" else _hole_for_a_day(document, found)
        severity: Severity = "fails" if chamber.drain_h > NEVER_H else "caution"
        add("FLUSH_NEVER_DRAINS", severity, text, fixes[0].text if fixes else "A larger hole or emitter.", *fixes)
    for chamber in found:
        if 0 < chamber.drain_h < entered.rain_h:
            add(
                "FLUSH_RESETS_IN_THE_RAIN",
                "note",
                f"{chamber.name}: it empties in {fixed(chamber.drain_h, 1)} h, so a pause in one rain resets it; it "
                f"leaks {say.volume(chamber.leak_l_h)} an hour all through.",
                "A narrower hole, or an emitter, holds it for the length of a rain.",
            )
            break
    if entered.drain == "hole" and entered.hole_mm < CLOGS_MM:
        add(
            "FLUSH_HOLE_CLOGS",
            "caution",
            f"A hole of {say.hole(entered.hole_mm)} clogs"
            + (" even behind its screen." if entered.screened else ", and it has no screen."),
            "An emitter drains as slowly and does not clog as soon. If it blocks, fit the next larger washer.",
            Fix(
                text=f"Fit an emitter of {say.drip(USUAL_EMITTER_L_H)}.",
                operations=[
                    replace("/first_flush/drain", "emitter"),
                    replace("/first_flush/emitter_l_h", USUAL_EMITTER_L_H),
                ],
            ),
        )
    elif entered.drain == "hole" and not entered.screened:
        add(
            "FLUSH_NO_SCREEN",
            "caution",
            "There is no screen in front of the hole.",
            "A screen above the chamber keeps it open.",
            Fix(text="Fit a screen.", operations=[replace("/first_flush/screened", True)]),
        )
    if entered.kind != "tank":
        for chamber in found:
            if chamber.legs > MOST_LEGS:
                add(
                    "FLUSH_TOO_MANY_LEGS",
                    "caution",
                    f"{chamber.name}: {say.length(chamber.length_m)} of pipe make "
                    f"{several(chamber.legs, 'leg')} of {say.length(chamber.leg_m)}.",
                    "A tank-type diverter, or a wider pipe.",
                    Fix(text="Make it a tank-type diverter.", operations=[replace("/first_flush/kind", "tank")]),
                    Fix(
                        text=f"Lay it in {say.bore(WIDE_BORE_MM)} bore.",
                        operations=[replace("/first_flush/bore_mm", WIDE_BORE_MM)],
                    ),
                )
    ends = [pipe.name for pipe in document.downpipes if pipe.id in document.groups_in_use() and pipe.run.into is None]
    if entered.place == "one" and len(ends) > 1:
        add(
            "FLUSH_NOT_JOINED",
            "caution",
            f"The runs of {', '.join(ends)} come to the tank apart: there is no place where all have joined.",
            "A chamber for each group, or lead one run into the other.",
            Fix(text="One for each group.", operations=[replace("/first_flush/place", "group")]),
        )
    if entered.cap_room_mm < LEAST_CAP_ROOM_MM and entered.kind != "tank":
        add(
            "FLUSH_NO_ROOM_FOR_CAP",
            "caution",
            f"{say.bore(entered.cap_room_mm)} under the leg is too little to unscrew its cap.",
            f"Leave {say.bore(CAP_ROOM_MM)}, or turn the foot out with a 45° bend.",
            Fix(
                text=f"Leave {say.bore(CAP_ROOM_MM)}.", operations=[replace("/first_flush/cap_room_mm", CAP_ROOM_MM)]
            ),
        )
    cold = temperatures(document, rain) if rain is not None else None
    if cold is not None and float(np.percentile(cold[0], 5)) < -3:
        add(
            "FLUSH_FROST",
            "note" if entered.winter_cap_off else "caution",
            "Hard frost splits a full leg. "
            + ("The cap comes off before it." if entered.winter_cap_off else "Its cap stays on through the winter."),
            "Cap off before hard frost; put it in the log.",
            Fix(text="Take the cap off each winter.", operations=[replace("/first_flush/winter_cap_off", True)]),
        )
    depths = [flush_depth_mm(document, chamber.area_m2, chamber.count) for chamber in found]
    if drunk and depths and core.share_left(min(100.0, min(depths))) > DRINK_LEFT + 1e-9 and entered.by != "removal":
        low = core.EXPOSURE_MM["dirty" if _dirty(document) else "ordinary"][0]
        if min(depths) < low - 1e-9:
            add(
                "FLUSH_SMALL_FOR_DRINKING",
                "note",
                f"{say.shallow(min(depths))} leave {core.share_left(min(depths)) * 100:.0f} % of the dirt; for "
                f"{'trees, birds or dust' if _dirty(document) else 'an ordinary roof'} the trade throws away "
                f"{say.shallow(low)} or more.",
                "See what more costs on the curve.",
                Fix(
                    text=f"Throw away {say.shallow(low)}.",
                    operations=[replace("/first_flush/by", "depth"), replace("/first_flush/depth_mm", low)],
                ),
            )
    return rows.rows


def _hole_for_a_day(document: Property, found: list[Chamber]) -> list[Fix]:
    """The hole with which the slowest chamber empties in a day; none where it would be no hole any more."""
    bore = document.first_flush.bore_mm
    hole = max(
        core.hole_for_time_mm(
            chamber_length_m=max(0.01, min(chamber.leg_m, 100)), bore_mm=bore, hours=max(0.001, 24 / chamber.legs)
        )
        for chamber in found
    )
    wanted = min(bore, max(0.5, math.ceil(hole * 10) / 10))
    if wanted > MOST_HOLE_MM:
        return []
    return [
        Fix(
            text=f"Drill {fixed(wanted, 1)} mm: all empty within a day.",
            operations=[replace("/first_flush/drain", "hole"), replace("/first_flush/hole_mm", wanted)],
        )
    ]


def _dirty(document: Property) -> bool:
    return any(roof.on and {"trees", "birds"} & set(roof.hazards) for roof in document.roofs)


def _headline(model: PropertyModel, plan: FirstFlushPlan) -> str:
    if plan.kind == "none":
        return "none"
    depth, volume = (plan.figures[key].value or 0.0 for key in ("depth_mm", "volume_l"))
    return f"{model.say.volume(volume)}, first {model.say.shallow(depth)}"


STATION = Station(
    key="first_flush",
    name="First flush",
    job_step=6,
    entries="/first_flush",
    answer=FirstFlushPlan,
    plan=lambda model: plan_first_flush(model.document, model.rain, model.catch, model.say),
    headline=_headline,
    choices=choices,
)
