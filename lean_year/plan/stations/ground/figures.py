"""The figures of one pad: what it weighs and presses, what is moved, how it stands in the wind."""

from lean_year.core.ground.bearing import GROUNDS, SPREAD, bearing_kpa, hoop_tension_kn_m
from lean_year.core.ground.earthworks import MOST_HELD_M, UPRIGHT, Earthworks, Footprint
from lean_year.core.ground.flotation import SAFE
from lean_year.core.ground.foundation import COMPACTED_T_M3, BaseKind
from lean_year.core.ground.wind import DRAG, FRICTION, Shape, wind_hold
from lean_year.core.ground.wind import SAFE as HOLD
from lean_year.core.water_path.levels import static_pressure_kpa
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing
from lean_year.plan.stations.ground.leaning import lean_figure
from lean_year.plan.stations.ground.uplift_stages import FloatStage
from lean_year.property.document import Property
from lean_year.property.tank_shapes import RoundCast, UprightCylinder, Volume


def pad_figures(
    document: Property, row: Standing, work: Earthworks, stages: list[FloatStage], say: Wording
) -> dict[str, Figure]:
    """Every figure that this pad has."""
    figures = {"full_kg": _full(row, say), "base_kpa": _on_its_base(row, say)}
    if row.on_ground:
        figures |= _on_the_ground(document, row, say) | _earthworks(document, row, work, say)
    if row.raised_m > 0:
        figures["head_kpa"] = _head(row, say)
    if not row.buried:
        figures |= _in_the_wind(document, row, say)
    if isinstance(row.tank.shape, UprightCylinder | RoundCast | Volume) and row.gross_l > 0:
        figures["hoop_kn_m"] = _hoop_tension(row, say)
    if isinstance(row.tank.shape, RoundCast) and row.gross_l > 0:
        figures["hoop_kpa"] = _hoop_stress(row, row.tank.shape, say)
    if row.tank.tilt.steepest_mm > 0:
        figures["lean_l"] = lean_figure(row.tank, say)
    if stages:
        figures["ballast_l"] = _ballast(row, stages[-1], say)
    return figures


def _base_m2(row: Standing) -> float:
    return max(1e-4, row.plan_m2)


def _full(row: Standing, say: Wording) -> Figure:
    return Figure(
        value=row.full_kg,
        unit="kg",
        label="Weighs when full",
        basis="derived",
        rests_on=("tanks", "weights"),
        formula="water + tank",
        working=f"{say.mass(row.gross_l)} + {say.mass(row.empty_kg)}",
        moves=f"Water weighs {say.full_weight()}.",
    )


_CARRIES: dict[BaseKind, str] = {"plinth": "its plinth", "stand": "its stand", "roof": "the roof"}


def _on_its_base(row: Standing, say: Wording) -> Figure:
    base_m2 = _base_m2(row)
    return Figure(
        value=bearing_kpa(mass_kg=min(1e9, row.full_kg), area_m2=base_m2),
        unit="kPa",
        label=f"Presses on {_CARRIES.get(row.base, 'its pad')}",
        basis="derived",
        rests_on=("tanks", "weights"),
        formula="mass × g / base",
        working=f"{say.mass(row.full_kg)} on {say.area(base_m2)}",
    )


def _head(row: Standing, say: Wording) -> Figure:
    return Figure(
        value=static_pressure_kpa(row.raised_m),
        unit="kPa",
        label=f"Pressure from the height of {_CARRIES[row.base]}",
        basis="derived",
        rests_on=("tanks", "ground_height"),
        source="hydrostatics",
        formula="density × g × height over the ground",
        working=f"{say.length(row.raised_m)}",
        moves="Twice as high above a tap is twice the pressure there.",
    )


def _on_the_ground(document: Property, row: Standing, say: Wording) -> dict[str, Figure]:
    """What the full tank presses on the ground, through its pad or plinth, and what that may carry."""
    foot = row.pad if row.raised_m > 0 else row.footprint
    spread = Footprint(
        foot.length_m + 2 * SPREAD * row.thickness_m, foot.width_m + 2 * SPREAD * row.thickness_m, foot.round
    )
    under_kg = row.plinth_kg + spread.area_m2 * row.thickness_m * COMPACTED_T_M3 * 1000
    soil = document.ground.soil
    carried_kg = row.full_kg + under_kg
    return {
        "ground_kpa": Figure(
            value=bearing_kpa(mass_kg=min(1e9, carried_kg), area_m2=max(1e-4, spread.area_m2)),
            unit="kPa",
            label="Presses on the ground",
            basis="common_practice",
            rests_on=("tanks", "weights"),
            formula="(tank + plinth) × g / its foot, one out for each two down"
            if row.raised_m > 0
            else "(tank + pad) × g / the pad's foot, one out for each two down",
            working=f"{say.mass(carried_kg)} on {say.area(spread.area_m2)}",
            moves="A thicker pad spreads it; soft spots and edges fail first.",
        ),
        "allowed_kpa": Figure(
            value=None if soil == "unknown" else GROUNDS[soil].allowed_kpa,
            unit="kPa",
            label="The ground may carry",
            basis="from_memory",
            source="International Building Code, presumptive load-bearing values",
            formula="by kind of ground",
            working="nobody has looked yet" if soil == "unknown" else GROUNDS[soil].label,
            moves="Fill carries nothing without an engineer.",
        ),
    }


def _earthworks(document: Property, row: Standing, work: Earthworks, say: Wording) -> dict[str, Figure]:
    dug = _dug(document, row, say)
    return {
        "cut_m3": _volume("Cut below the topsoil", work.cut_m3, dug),
        "fill_m3": _volume("Fill or levelling stone, compacted", work.fill_m3, dug),
        "topsoil_m3": _volume("Topsoil stripped first", work.topsoil_m3, dug),
        "retained_m": Figure(
            value=max(work.cut_edge_m, work.fill_edge_m),
            unit="m",
            label="Highest edge, to hold or to batter",
            basis="derived",
            rests_on=("tanks", "ground_height"),
            formula="the larger of ground over the pad's foot uphill, and foot over the stripped ground downhill",
            working=f"{say.length(work.cut_edge_m)} uphill, {say.length(work.fill_edge_m)} downhill",
            moves=f"A wall higher than {say.spacing(MOST_HELD_M)} is an engineer's.",
        ),
    }


def across_inside_m(row: Standing) -> float:
    """Diameter of a round tank, inside its wall. [m]"""
    shape = row.tank.shape
    return min(200.0, shape.diameter_m if isinstance(shape, RoundCast) else row.footprint.width_m)


def hoop_kn_m(row: Standing) -> float:
    """Hoop tension at the foot of a round wall, full. [kN/m]"""
    return hoop_tension_kn_m(diameter_m=across_inside_m(row), depth_m=row.tank.vessel().overflow_m)


def _hoop_tension(row: Standing, say: Wording) -> Figure:
    depth = row.tank.vessel().overflow_m
    return Figure(
        value=hoop_kn_m(row),
        unit="kN/m",
        label="Hoop tension at the foot of its wall",
        basis="published",
        rests_on=("tanks",),
        source="thin rings under water pressure",
        formula="pressure at the foot × diameter / 2",
        working=f"{say.pressure(static_pressure_kpa(depth))} × {say.length(across_inside_m(row))} / 2",
        moves="It says nothing of what a wall can take: its maker or an engineer does.",
    )


def _hoop_stress(row: Standing, shape: RoundCast, say: Wording) -> Figure:
    tension_kn_m = hoop_kn_m(row)
    return Figure(
        value=tension_kn_m / (shape.wall_mm / 1000),
        unit="kPa",
        label="Pull in its wall at the foot",
        basis="derived",
        rests_on=("tanks",),
        source="thin rings under water pressure",
        formula="hoop tension / thickness of the wall",
        working=f"{fixed(tension_kn_m, 1)} kN/m / {say.bore(shape.wall_mm)}",
        moves="Plain mortar and concrete crack under little pull: steel takes it, by an engineer's design.",
    )


def _ballast(row: Standing, last: FloatStage, say: Wording) -> Figure:
    return Figure(
        value=last.ballast_l,
        unit="L",
        label="Water that must stay in it, in use",
        basis="common_practice",
        rests_on=("weights", "ground_height"),
        source="Archimedes",
        formula=f"what holds it with a safety of {SAFE:g} over what lifts it",
        working=f"{say.bulk(last.displaced_m3)} displaced, tank {say.mass(row.empty_kg)}, "
        f"{say.force(last.cover_kn)} on it",
        moves="A collar, more cover, or a drain that keeps the water table down.",
    )


def _dug(document: Property, row: Standing, say: Wording) -> str:
    """The measures that all earth moved for a pad comes from."""
    if row.moves_nothing:
        return "nothing is moved: it stands on what is there"
    ground, foot = document.ground, row.foot
    across = f"{say.length(foot.width_m)} across"
    if not foot.round:
        across = f"{say.length(foot.length_m)} × {say.length(foot.width_m)}"
    over_m = row.formation_m - row.ground_m
    return (
        f"foot {across}, {say.length(abs(over_m))} {'over' if over_m > 0 else 'below'} the ground at its middle; "
        f"slope {ground.slope * 100:g} %, topsoil {say.length(ground.topsoil_m)}; "
        f"cut {_batter(row.cut_batter)}, fill {_batter(ground.fill_batter)}"
    )


def _batter(run: float) -> str:
    return f"{run:g} to 1" if run > UPRIGHT else "upright"


def _volume(label: str, volume_m3: float, dug: str) -> Figure:
    return Figure(
        value=volume_m3,
        unit="m3",
        label=label,
        basis="derived",
        rests_on=("tanks", "ground_height"),
        formula="wedges under the pad, and of its batters all round",
        working=dug,
        moves="Move the pad up or down, and watch the other.",
    )


def _in_the_wind(document: Property, row: Standing, say: Wording) -> dict[str, Figure]:
    wind = document.ground.wind_m_s
    across = min(200.0, max(row.footprint.width_m, row.footprint.length_m))
    narrow = min(across, row.footprint.width_m, row.footprint.length_m)
    shape: Shape = "cylinder" if row.footprint.round else "flat"
    # It turns over about its narrow way, and the wind leans on its broad side.
    hold = wind_hold(
        diameter_m=across,
        height_m=row.height_m,
        empty_kg=row.empty_kg,
        wind_m_s=wind,
        along_m=narrow,
        shape=shape,
    )
    working = f"{say.speed(wind)} on {say.length(across)} × {say.length(row.height_m)}, {say.mass(row.empty_kg)}"
    drag = f"drag of a {'stubby cylinder' if shape == 'cylinder' else 'flat face'}, {DRAG[shape]:g}, from memory"
    return {
        "overturning": Figure(
            value=hold.overturning,
            unit="×",
            label="Holds against turning over, empty",
            basis="from_memory",
            rests_on=("tanks", "weights"),
            source=drag,
            formula="m g w / 2 over F h / 2",
            working=working,
        ),
        "sliding": Figure(
            value=hold.sliding,
            unit="×",
            label="Holds against sliding, empty",
            basis="from_memory",
            rests_on=("tanks", "weights"),
            source=f"{drag}; friction of {FRICTION:g}, from memory",
            formula="0.4 m g over F",
            working=working,
        ),
        "wind_water_l": Figure(
            value=hold.water_l,
            unit="L",
            label="Water to leave in before a storm",
            basis="from_memory",
            rests_on=("tanks", "weights"),
            source=f"{drag}; friction of {FRICTION:g}, from memory",
            formula=f"for the lesser of the two to reach {HOLD:g}",
            working=working,
            moves="Or tie it down.",
        ),
    }
