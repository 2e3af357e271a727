"""Ground: what carries each tank, what is dug and filled, whether it floats, blows over or leans."""

import datetime as dt

from pydantic import BaseModel, ConfigDict

from lean_year.core.ground import wind
from lean_year.core.ground.earthworks import MOST_HELD_M, NOTHING_MOVED, SHORED_FROM_M, Earthworks, earthworks
from lean_year.core.ground.foundation import BASES, LIFT_M, BaseKind
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.first_year import FirstYear
from lean_year.plan.model.footings import Standing, passes, standings
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.ground.choices import choices
from lean_year.plan.stations.ground.facts import GroundFacts
from lean_year.plan.stations.ground.figures import pad_figures
from lean_year.plan.stations.ground.findings import ground_findings
from lean_year.plan.stations.ground.needs import ground_needs
from lean_year.plan.stations.ground.notes import ground_notes
from lean_year.plan.stations.ground.quantities import Quantity, moved_earth, quantities
from lean_year.plan.stations.ground.section import Line, from_above, section
from lean_year.plan.stations.ground.setbacks import Setback, setbacks
from lean_year.plan.stations.ground.uplift_stages import FloatStage, float_stages
from lean_year.plan.stations.ground.work import ground_work
from lean_year.property.document import Property
from lean_year.property.parts import month_and_day


def _cautions(say: Wording) -> list[str]:
    return [
        f"Water weighs {say.full_weight()}. Nobody stands under or downhill of a tank that is moved.",
        f"Trenches and holes cave in: deeper than {say.spacing(SHORED_FROM_M)} they are shored or battered, with a "
        "ladder and somebody outside.",
        f"A retaining wall over {say.length(MOST_HELD_M)}, deep fill, a buried tank under loads, a cast or mortar "
        "tank, any tank on a roof, stand or tower: a structural engineer.",
        "Fence an open hole, and cover it at night: children fall in, and it fills with rain.",
        "Nobody enters a chamber or a pit: the air in it can kill. Trained confined-space crews only.",
        "Wet cement burns skin and eyes, its dust the lungs: gloves, goggles, a mask.",
        "Find cables and pipes before anything is dug. Local code and the licensed trade come first.",
    ]


LEAST_SHARE = 0.005
"""Less of a pad on fill is none."""
LINED_PIT = "a bed of sand"
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


class PadPlan(BaseModel):
    """One tank, or one of several alike, and what carries it."""

    id: str
    name: str
    count: int
    base: BaseKind
    label: str
    """What it stands on."""
    laid: bool
    """Whether a pad is laid under it, or a footing under its plinth; not on rock or on what is there already."""
    moves_nothing: bool
    """Whether nothing is dug or filled for it."""
    upright: bool
    """Whether the ground round it is cut upright, as round a lined pit."""
    buried: bool
    floor_m: float
    ground_m: float
    raises: bool
    """Whether it stands on something that holds it up over the ground."""
    raised_m: float
    """Height of that; 0 where it stands on the ground."""
    on_ground: bool
    """Whether the ground at its foot carries it, and not a building, or a stand with footings of its own."""
    pad_length_m: float
    pad_width_m: float
    round: bool
    thickness_m: float
    level_mm: float
    """How far readings may differ."""
    lowest_deg: float | None
    """Where its base is lowest, clockwise from its overflow seen from above; None where it stands level. [deg]"""
    figures: dict[str, Figure]
    edges: Edges
    rests: str
    """On what the pad lies, in a sentence."""
    in_parts: bool
    """Whether it is put together, or poured, where it stands."""
    sides_m: list[float]
    """Its three measures, the least first."""
    passes: bool
    """Whether it goes through the narrowest place on the way in."""
    quantities: list[Quantity]
    stages: list[FloatStage]
    section: list[Line]
    above: list[Line]


class GroundPlan(BaseModel):
    pads: list[PadPlan]
    readings_wanted: int
    raising_m: dict[BaseKind, float]
    """What holds a tank up over the ground, and how high where nobody has said it."""
    hold_wanted: float
    """Against turning over and sliding, empty."""
    setbacks: list[Setback]
    notes: list[BuildNote]
    findings: list[Finding]
    cautions: list[str]


@cached_by_parts(8, "units", "site", "cistern", "levels", "ground", "household")
def plan_ground(document: Property, first: FirstYear | None, say: Wording) -> GroundPlan:
    """The ground stage; `first` tells when rain brings a buried tank's ballast. No filter changes it."""
    rows = standings(document)
    apart = setbacks(document, rows)
    works = [_works(document, row) for row in rows]
    pads = [_pad(document, row, work, first, say) for row, work in zip(rows, works, strict=True)]
    facts = [
        GroundFacts(
            standing=row,
            works=work,
            bearing_kpa=_pressed_kpa(pad) or 0.0,
            wind_water_l=pad.figures["wind_water_l"].value or 0.0 if "wind_water_l" in pad.figures else 0.0,
            stages=pad.stages,
        )
        for row, work, pad in zip(rows, works, pads, strict=True)
    ]
    return GroundPlan(
        pads=pads,
        readings_wanted=READINGS,
        raising_m={key: base.height_m for key, base in BASES.items() if base.raises},
        hold_wanted=wind.SAFE,
        setbacks=apart,
        notes=ground_notes(document, rows, say),
        findings=ground_findings(document, facts, apart, say),
        cautions=_cautions(say),
    )


def _works(document: Property, row: Standing) -> Earthworks:
    entered = document.ground
    if row.moves_nothing:
        return NOTHING_MOVED
    return earthworks(
        pad=row.foot,
        over_m=min(20.0, max(-20.0, row.formation_m - row.ground_m)),
        slope=entered.slope,
        topsoil_m=entered.topsoil_m,
        cut_batter=row.cut_batter,
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
        label=LINED_PIT if row.base == "bedding" and row.upright else BASES[row.base].label,
        laid=row.laid,
        moves_nothing=row.moves_nothing,
        upright=row.upright,
        buried=row.buried,
        floor_m=row.tank.floor_m,
        ground_m=row.ground_m,
        lowest_deg=row.tank.tilt.clockwise_deg if row.tank.tilt.steepest_mm > 0 else None,
        raises=BASES[row.base].raises,
        raised_m=row.raised_m,
        on_ground=row.on_ground,
        pad_length_m=row.pad.length_m,
        pad_width_m=row.pad.width_m,
        round=row.pad.round,
        thickness_m=row.thickness_m,
        level_mm=row.level_mm,
        figures=pad_figures(document, row, work, stages, say),
        edges=Edges.model_validate(work),
        rests=_rests(work, row, say),
        in_parts=row.in_parts,
        sides_m=row.sides_m,
        passes=passes(row, document.ground.gate_m),
        quantities=[*quantities(document, row, say), *moved_earth(row, work, say)],
        stages=stages,
        section=section(document, row),
        above=from_above(document, row),
    )


def _rests(work: Earthworks, row: Standing, say: Wording) -> str:
    if row.moves_nothing:
        return "Nothing is dug or filled for it."
    if row.raised_m > 0:
        return f"It stands {say.length(row.raised_m)} over the ground, on a footing in cut."
    if row.buried or work.on_fill_share < LEAST_SHARE:
        return "All of it stands in cut."
    if work.fill_edge_m <= LIFT_M:
        return f"Where the topsoil was, stone makes up {say.length(work.fill_edge_m)} at most under it."
    return f"{fixed(100 * work.on_fill_share)} % of it stands on fill."


def _brought_by(row: Standing, stage: FloatStage, first: FirstYear, held_l: list[float]) -> str | None:
    if not first.day or stage.ballast_l <= 0:
        return None
    vessel = row.tank.vessel()
    wanted_l = stage.ballast_l - float(vessel.below_l(vessel.lowest_draw_m))
    by = next((day for day, litres in zip(first.day, held_l, strict=True) if litres >= wanted_l), None)
    if by is None:
        return None
    month, day = month_and_day(first.first_day)
    date = dt.date(2023, month, min(day, 28) if month == 2 else day) + dt.timedelta(days=by)
    return f"{date.day} {date:%b}"


def _pressed_kpa(pad: PadPlan) -> float | None:
    """What the ground has to carry; None where something else carries the tank."""
    return pad.figures["ground_kpa"].value if pad.on_ground else None


def _headline(model: PropertyModel, plan: GroundPlan) -> str:
    full_kg = sum((pad.figures["full_kg"].value or 0.0) * pad.count for pad in plan.pads)
    pressed = [kpa for pad in plan.pads if (kpa := _pressed_kpa(pad)) is not None]
    carried = model.say.pressure(max(pressed)) if pressed else BASES[plan.pads[0].base].label.partition(" ")[2]
    return f"{model.say.tonnes(full_kg / 1000)}, {carried}"


STATION = Station(
    key="ground",
    name="Ground",
    job_step=11,
    entries=("/ground", "/cistern/tanks/*/base", "/cistern/tanks/*/lean", "/cistern/tanks/*/empty_kg"),
    answer=GroundPlan,
    plan=lambda model: plan_ground(model.document, model.first_year, model.say),
    headline=_headline,
    choices=choices,
    needs=lambda model, plan: ground_needs(
        plan.pads, model.document.ground.bag_kg, model.document.ground.collar_kn, model.say
    ),
    work=lambda model, plan: ground_work(
        plan.pads, plan.readings_wanted, model.document.ground.water_table_m, model.say
    ),
)
