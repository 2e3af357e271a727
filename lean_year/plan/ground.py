"""Ground: what carries each tank, what is dug and filled, whether it floats, blows over or leans."""

import datetime as dt
import math

from pydantic import BaseModel, ConfigDict

from lean_year.core.earthworks import Earthworks, Footprint, earthworks
from lean_year.core.flotation import SAFE
from lean_year.core.foundation import COMPACTED_T_M3
from lean_year.core.ground_load import GROUNDS, bearing_kpa, hoop_tension_kn_m, lost_to_lean_l
from lean_year.core.wind import wind_hold
from lean_year.plan.build_note import BuildNote
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.first_year import FirstYear
from lean_year.plan.floating import FloatStage, float_stages
from lean_year.plan.ground_findings import GroundFacts, ground_findings
from lean_year.plan.ground_notes import ground_notes
from lean_year.plan.ground_section import Line, cut_batter, foot_of_works, from_above, section
from lean_year.plan.kept import Kept, Same
from lean_year.plan.pad_quantities import LIFT_M, Quantity, moved_earth, quantities
from lean_year.plan.setbacks import setbacks
from lean_year.plan.standing import BASES, Standing, standings
from lean_year.plan.wording import Wording, fixed
from lean_year.property.document import Property
from lean_year.property.parts import month_and_day
from lean_year.property.tanks import UprightCylinder, Volume

CAUTIONS = [
    "A full tank weighs a tonne for each cubic metre. Nobody stands under or downhill of one that is moved.",
    "Trenches and holes cave in: deeper than 1.2 m they are shored or battered, with a ladder and somebody outside.",
    "A retaining wall over a metre, deep fill, a buried tank under loads, a tank on a stand: a structural engineer.",
    "Find cables and pipes before anything is dug. Local code and the licensed trade come first.",
]
SPREAD_DOWN = 2.0
"""A pad spreads its load one out for each two down. Basis: common practice."""
LEAST_SHARE = 0.005
"""Less of a pad on fill is none."""
READINGS = 9
"""Eight on the rim, one in the middle."""


class Edges(BaseModel):
    """What the works leave at the pad's edges, and move."""

    model_config = ConfigDict(from_attributes=True)

    cut_m3: float
    fill_m3: float
    cut_edge_m: float
    fill_edge_m: float
    on_fill_share: float


class Setback(BaseModel):
    """What the tank must keep away from."""

    name: str
    away_m: float
    least_m: float


class PadPlan(BaseModel):
    """One tank, or one of several alike, and what carries it."""

    id: str
    name: str
    count: int
    base: str
    label: str
    """What it stands on."""
    buried: bool
    floor_m: float
    ground_m: float
    pad_length_m: float
    pad_width_m: float
    round: bool
    thickness_m: float
    level_mm: float
    """How far readings may differ."""
    figures: dict[str, Figure]
    edges: Edges
    rests: str
    """On what the pad lies, in a sentence."""
    in_parts: bool
    """Whether it is put together, or poured, where it stands."""
    quantities: list[Quantity]
    stages: list[FloatStage]
    section: list[Line]
    above: list[Line]


class GroundPlan(BaseModel):
    pads: list[PadPlan]
    readings_wanted: int
    setbacks: list[Setback]
    notes: list[BuildNote]
    findings: list[Finding]
    cautions: list[str]


_PARTS = {"units", "site", "cistern", "levels", "ground"}
_kept: Kept[GroundPlan] = Kept(8)


def plan_ground(document: Property, first: FirstYear | None, say: Wording) -> GroundPlan:
    """The ground stage; `first` tells when rain brings a buried tank's ballast. Kept: no filter changes it."""
    key = (document.model_dump_json(include=_PARTS), Same(first))
    return _kept.get(key, lambda: _plan_ground(document, first, say))


def _plan_ground(document: Property, first: FirstYear | None, say: Wording) -> GroundPlan:
    rows = standings(document)
    works = [_works(document, row) for row in rows]
    pads = [_pad(document, row, work, first, say) for row, work in zip(rows, works, strict=True)]
    facts = [
        GroundFacts(
            standing=row,
            works=work,
            bearing_kpa=pad.figures["ground_kpa"].value or 0.0,
            wind_water_l=pad.figures["wind_water_l"].value or 0.0 if "wind_water_l" in pad.figures else 0.0,
            stages=pad.stages,
        )
        for row, work, pad in zip(rows, works, pads, strict=True)
    ]
    return GroundPlan(
        pads=pads,
        readings_wanted=READINGS,
        setbacks=[
            Setback(name=each.name, away_m=each.away_m, least_m=each.least_m) for each in setbacks(document, rows)
        ],
        notes=ground_notes(document, rows, say),
        findings=ground_findings(document, facts, say),
        cautions=CAUTIONS,
    )


def _works(document: Property, row: Standing) -> Earthworks:
    entered = document.ground
    return earthworks(
        pad=foot_of_works(document, row),
        over_m=min(20.0, max(-20.0, row.formation_m - row.ground_m)),
        slope=entered.slope,
        topsoil_m=entered.topsoil_m,
        cut_batter=cut_batter(document, row),
        fill_batter=entered.fill_batter,
    )


def _pad(document: Property, row: Standing, work: Earthworks, first: FirstYear | None, say: Wording) -> PadPlan:
    stages = [
        stage.model_copy(
            update={
                "rain_brings_by": first and _brought_by(row, stage, first, first.p10_l),
                "rain_often_by": first and _brought_by(row, stage, first, first.p50_l),
            }
        )
        for stage in float_stages(document, row)
    ]
    return PadPlan(
        id=row.tank.id,
        name=row.tank.name,
        count=row.tank.count,
        base=row.base,
        label=BASES[row.base].label,
        buried=row.buried,
        floor_m=row.tank.floor_m,
        ground_m=row.ground_m,
        pad_length_m=row.pad.length_m,
        pad_width_m=row.pad.width_m,
        round=row.pad.round,
        thickness_m=row.thickness_m,
        level_mm=row.level_mm,
        figures=_figures(document, row, work, stages, say),
        edges=Edges.model_validate(work),
        rests=_rests(work, row, say),
        in_parts=row.in_parts,
        quantities=[*quantities(document, row, say), *moved_earth(row, work, say)],
        stages=stages,
        section=section(document, row),
        above=from_above(document, row),
    )


def _rests(work: Earthworks, row: Standing, say: Wording) -> str:
    if row.buried or work.on_fill_share < LEAST_SHARE:
        return "All of it stands in cut."
    if work.fill_edge_m <= LIFT_M:
        return f"Where the topsoil was, stone makes up {say.length(work.fill_edge_m)} at most under it."
    return f"{fixed(100 * work.on_fill_share)} % of it stands on fill."


def _figures(
    document: Property, row: Standing, work: Earthworks, stages: list[FloatStage], say: Wording
) -> dict[str, Figure]:
    entered = document.ground
    full_kg = row.gross_l + row.empty_kg
    base_m2 = max(1e-4, row.footprint.area_m2)
    spread = Footprint(
        row.footprint.length_m + row.thickness_m * 2 / SPREAD_DOWN,
        row.footprint.width_m + row.thickness_m * 2 / SPREAD_DOWN,
        row.footprint.round,
    )
    pad_kg = spread.area_m2 * row.thickness_m * COMPACTED_T_M3 * 1000
    soil = entered.soil
    allowed = None if soil == "unknown" else GROUNDS[soil].allowed_kpa
    figures = {
        "full_kg": Figure(
            value=full_kg,
            unit="kg",
            label="Weighs when full",
            basis="derived",
            formula="water + tank",
            working=f"{say.volume(row.gross_l)} + {say.mass(row.empty_kg)}",
            moves="A cubic metre is a tonne.",
        ),
        "base_kpa": Figure(
            value=bearing_kpa(mass_kg=min(1e9, full_kg), area_m2=base_m2),
            unit="kPa",
            label="Presses on its pad",
            basis="derived",
            formula="mass × g / base",
            working=f"{say.mass(full_kg)} on {say.area(base_m2)}",
        ),
        "ground_kpa": Figure(
            value=bearing_kpa(mass_kg=min(1e9, full_kg + pad_kg), area_m2=max(1e-4, spread.area_m2)),
            unit="kPa",
            label="Presses on the ground",
            basis="common_practice",
            formula="(tank + pad) × g / the pad's foot, one out for each two down",
            working=f"{say.mass(full_kg + pad_kg)} on {say.area(spread.area_m2)}",
            moves="A thicker pad spreads it; soft spots and edges fail first.",
        ),
        "allowed_kpa": Figure(
            value=allowed,
            unit="kPa",
            label="The ground may carry",
            basis="from_memory",
            source="International Building Code, presumptive load-bearing values",
            formula="by kind of ground",
            working="nobody has looked yet" if soil == "unknown" else GROUNDS[soil].label,
            moves="Fill carries nothing without an engineer.",
        ),
        "cut_m3": _volume("Cut below the topsoil", work.cut_m3, say),
        "fill_m3": _volume("Fill or levelling stone, compacted", work.fill_m3, say),
        "topsoil_m3": _volume("Topsoil stripped first", work.topsoil_m3, say),
        "retained_m": Figure(
            value=max(work.cut_edge_m, work.fill_edge_m),
            unit="m",
            label="Highest edge, to hold or to batter",
            basis="derived",
            formula="the larger of ground over the pad's foot uphill, and foot over the stripped ground downhill",
            working=f"{say.length(work.cut_edge_m)} uphill, {say.length(work.fill_edge_m)} downhill",
            moves="Over a metre a wall is an engineer's.",
        ),
    }
    if not row.buried:
        figures |= _in_the_wind(document, row, say)
    if isinstance(row.tank.shape, UprightCylinder | Volume) and row.gross_l > 0:
        depth = row.tank.vessel().overflow_m
        figures["hoop_kn_m"] = Figure(
            value=hoop_tension_kn_m(diameter_m=min(200.0, row.footprint.width_m), depth_m=depth),
            unit="kN/m",
            label="Pull in its lowest metre of wall",
            basis="published",
            source="thin rings under water pressure",
            formula="9.81 × depth × diameter / 2",
            working=f"{say.length(depth)} × {say.length(row.footprint.width_m)}",
            moves="It says nothing of what a wall can take: its maker or an engineer does.",
        )
    if entered.lean_mm > 0:
        figures["lean_l"] = Figure(
            value=lost_to_lean_l(diameter_m=min(200.0, 2 * math.sqrt(base_m2 / math.pi)), drop_mm=entered.lean_mm),
            unit="L",
            label="Lost to its lean",
            basis="derived",
            formula="base × fall across it / 2, the overflow on the low side",
            working=f"{say.area(base_m2)} × {say.bore(entered.lean_mm)} / 2",
            moves="As much again stays in below the outlet, where that is on the high side.",
        )
    if stages:
        last = stages[-1]
        figures["ballast_l"] = Figure(
            value=last.ballast_l,
            unit="L",
            label="Water that must stay in it, in use",
            basis="derived",
            source="Archimedes",
            formula=f"what holds it with a safety of {SAFE:g} over what lifts it",
            working=f"{say.bulk(last.displaced_m3)} displaced, tank {say.mass(row.empty_kg)}, "
            f"{say.force(last.cover_kn)} on it",
            moves="A collar, more cover, or a drain that keeps the water table down.",
        )
    return figures


def _volume(label: str, volume_m3: float, say: Wording) -> Figure:
    return Figure(
        value=volume_m3,
        unit="m3",
        label=label,
        basis="derived",
        formula="wedges under the pad, and of its batters all round",
        working=say.bulk(volume_m3),
        moves="Move the pad up or down, and watch the other.",
    )


def _in_the_wind(document: Property, row: Standing, say: Wording) -> dict[str, Figure]:
    wind = document.ground.wind_m_s
    across = min(200.0, max(row.footprint.width_m, row.footprint.length_m))
    narrow = min(across, row.footprint.width_m, row.footprint.length_m)
    # It turns over about its narrow way, and the wind leans on its broad side.
    hold = wind_hold(diameter_m=across, height_m=row.height_m, empty_kg=row.empty_kg, wind_m_s=wind, along_m=narrow)
    working = f"{say.speed(wind)} on {say.length(across)} × {say.length(row.height_m)}, {say.mass(row.empty_kg)}"
    return {
        "overturning": Figure(
            value=hold.overturning,
            unit="×",
            label="Holds against turning over, empty",
            basis="from_memory",
            source="drag of a stubby cylinder, 0.8",
            formula="m g w / 2 over F h / 2",
            working=working,
        ),
        "sliding": Figure(
            value=hold.sliding,
            unit="×",
            label="Holds against sliding, empty",
            basis="from_memory",
            source="friction of 0.4",
            formula="0.4 m g over F",
            working=working,
        ),
        "wind_water_l": Figure(
            value=hold.water_l,
            unit="L",
            label="Water to leave in before a storm",
            basis="derived",
            formula="for the lesser of the two to reach 1.5",
            working=working,
            moves="Or tie it down.",
        ),
    }


def _brought_by(row: Standing, stage: FloatStage, first: FirstYear, held_l: list[float]) -> str | None:
    if not first.day or stage.ballast_l <= 0:
        return None
    vessel = row.tank.vessel()
    wanted_l = stage.ballast_l - float(vessel.below_l(vessel.sill_m))
    by = next((day for day, litres in zip(first.day, held_l, strict=True) if litres >= wanted_l), None)
    if by is None:
        return None
    month, day = month_and_day(first.first_day)
    date = dt.date(2023, month, min(day, 28) if month == 2 else day) + dt.timedelta(days=by)
    return f"{date.day} {date:%b}"
