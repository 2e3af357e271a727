"""What is wrong with what carries the tanks, each with the edit that fixes it."""

import math
from dataclasses import dataclass

from lean_year.core.ground.bearing import CREEPING_SLOPE, GROUNDS, HEAVY_KG, PLAIN_MORTAR_KPA
from lean_year.core.ground.earthworks import (
    LEAST_STANDS_MM,
    MOST_HELD_M,
    RAISED_M,
    SHORED_FROM_M,
    WALL_FAILS_M,
    Earthworks,
)
from lean_year.core.ground.foundation import (
    BASES,
    CRANE_M,
    LEAST_COVER_M,
    LIFT_M,
    PAD_STANDS_MM,
    PART_ON_FILL,
    PLINTH_MOST_M,
    RISER_M,
    SLIM_FROM,
    TOPSOIL_M,
)
from lean_year.core.numeric.rounding import rounded_down
from lean_year.core.units import GRAVITY_M_S2
from lean_year.plan.answer.figure import Finding, Fix, Severity
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing, passes
from lean_year.plan.stations.ground.carried_high import find_carried_high
from lean_year.plan.stations.ground.figures import hoop_kn_m
from lean_year.plan.stations.ground.frost import find_frozen
from lean_year.plan.stations.ground.setbacks import Setback
from lean_year.plan.stations.ground.uplift_stages import FloatStage
from lean_year.property.cistern import HIGHEST_FLOOR_M, LOWEST_FLOOR_M, Box, RoundCast, Slim
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True)
class GroundFacts:
    """One tank and what was worked out for it."""

    standing: Standing
    works: Earthworks
    bearing_kpa: float
    wind_water_l: float
    stages: list[FloatStage]


def ground_findings(
    document: Property, facts: list[GroundFacts], apart: list[Setback], say: Wording
) -> list[Finding]:
    """Everything to fix."""
    found = Findings("ground")
    entered = document.ground
    _soil(document, facts, found, say)
    for each in facts:
        if each.stages:
            _floating(document, each, found, say)
        if each.standing.buried:
            _dug_in(document, each, found, say)
        else:
            find_carried_high(each.standing, found, say)
            _on_its_pad(document, each, found, say)
            _blown(document, each, found, say)
        _engineered(document, each, found, say)
        find_frozen(document, each.standing, found, say)
        _brought_in(document, each, found, say)
    in_the_open = [each for each in facts if not each.standing.buried]
    if in_the_open:
        _level(document, in_the_open, found, say)
    if not entered.services_located:
        found.add(
            "GROUND_SERVICES",
            "caution",
            "Nobody has located the pipes and cables in the ground: a cut cable or gas pipe kills.",
            "Have whoever keeps the records mark them before anything is dug, and say so under Way in.",
            asks=True,
        )
    if entered.soft_access:
        found.add(
            "GROUND_SOFT_WAY",
            "caution",
            "The access is soft: a truck sinks in when it is wet.",
            "Deliver in a dry spell, or lay mats.",
        )
    if entered.copper_near:
        found.add(
            "GROUND_COPPER",
            "caution",
            "Copper or brass touches a coated metal tank, or runs off onto one: it eats the coating.",
            "",
            Fix(
                text="Keep them apart, with stainless steel between.",
                operations=[replace("/ground/copper_near", False)],
            ),
        )
    if not entered.shaded and any(not each.standing.buried for each in facts):
        found.add(
            "GROUND_SUN",
            "note",
            "The tank stands in the sun: bacteria and algae grow in warm water.",
            "Give it shade, a berm, or light paint on the sunny side.",
        )
    _neighbours(apart, found, say)
    return found.rows


def _soil(document: Property, facts: list[GroundFacts], found: Findings, say: Wording) -> None:
    entered = document.ground
    if entered.soil == "unknown":
        heavy_kg = max((each.standing.full_kg for each in facts if each.standing.on_ground), default=0.0)
        if heavy_kg == 0:
            return
        found.add(
            "GROUND_SOIL_UNKNOWN",
            "caution" if heavy_kg >= HEAVY_KG else "note",
            f"Nobody has looked at the ground yet: whether it carries {say.mass(heavy_kg)} is not known.",
            "Dig a hole with a spade and look; on a slope or soft ground ask a geotechnical engineer.",
            asks=True,
        )
    elif entered.soil == "fill":
        found.add(
            "GROUND_FILL",
            "fails",
            "Uncontrolled fill may not carry a tank: it settles for years.",
            "Dig down to native ground, or have an engineer design the base.",
        )
    else:
        allowed = GROUNDS[entered.soil].allowed_kpa
        for each in facts:
            if each.bearing_kpa > allowed:
                found.add(
                    "GROUND_BEARING",
                    "fails",
                    f"{each.standing.tank.name} presses {say.pressure(each.bearing_kpa)} on "
                    f"{GROUNDS[entered.soil].label}, which may carry {say.pressure(allowed)}.",
                    "Make the base wider, or ask an engineer.",
                )
    if entered.swelling:
        found.add(
            "GROUND_SWELLS",
            "caution",
            "Soil that swells lifts a pad unevenly with each wet season.",
            "Have an engineer design the pad and its drainage.",
        )
    if entered.soil == "clay" and entered.slope >= CREEPING_SLOPE:
        found.add(
            "GROUND_SLOPE_CREEPS",
            "caution",
            f"Clay on a slope of {fixed(100 * entered.slope)} % creeps when it is wet; a full tank and its fill load "
            "it, and a cut takes its foot away.",
            "Ask a geotechnical engineer before anything is dug; lead all water away from it, the overflow's too.",
        )
    if entered.topsoil_m == 0 and any(each.standing.on_ground and not each.standing.buried for each in facts):
        found.add(
            "GROUND_TOPSOIL",
            "caution",
            "Topsoil under a pad rots and settles.",
            "",
            Fix(
                text=f"Strip {say.nominal(1000 * TOPSOIL_M)} of it.",
                operations=[replace("/ground/topsoil_m", TOPSOIL_M)],
            ),
        )


def _path(document: Property, standing: Standing) -> str:
    return f"/cistern/tanks/{document.cistern.tanks.index(standing.tank)}"


def _on_its_pad(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
    entered, standing, works = document.ground, each.standing, each.works
    share = works.on_fill_share
    if share > PART_ON_FILL[0] and works.fill_edge_m > LIFT_M:
        one_sided = share < PART_ON_FILL[1]
        deepest = standing.ground_m - entered.topsoil_m - entered.slope * standing.pad.width_m / 2
        all_cut = deepest + standing.thickness_m
        floor = rounded_down(all_cut, 2)
        found.add(
            "GROUND_ON_FILL",
            "fails" if entered.slope > 0 and one_sided else "caution",
            f"{fixed(100 * share)} % of the pad under {standing.tank.name} stands on fill, up to "
            f"{say.length(works.fill_edge_m)} deep: "
            + ("it settles to that side, and the tank leans." if one_sided else "fill settles for years."),
            "Set it lower, all in cut; or fill in thin lifts, rolled, by an engineer.",
            *_all_in_cut(document, standing, floor, say),
        )
    edge, batter = max((works.cut_edge_m, entered.cut_batter), (works.fill_edge_m, entered.fill_batter))
    if batter == 0 and edge > MOST_HELD_M:
        found.add(
            "GROUND_HELD_HIGH",
            "fails" if edge > WALL_FAILS_M else "caution",
            f"A wall of {say.length(edge)} holds the pad's edge: over {say.length(MOST_HELD_M)}, or under a load, it "
            "is an engineer's.",
            "Have a structural engineer design it, or batter the edge.",
            Fix(
                text="Batter the edges, one to one in cut and one and a half in fill.",
                operations=[replace("/ground/cut_batter", 1), replace("/ground/fill_batter", 1.5)],
            ),
        )
    if standing.over_m > RAISED_M and not BASES[standing.base].raises:
        base = f"{_path(document, standing)}/base"
        found.add(
            "GROUND_RAISED",
            "caution",
            f"{standing.tank.name} stands {say.length(standing.over_m)} above the ground and weighs "
            f"{say.mass(standing.full_kg)} full: {BASES[standing.base].label} would stand on fill as deep as that.",
            "Say what carries it, or have a structural engineer design the fill.",
            Fix(text="It stands on a stand or tower.", operations=[replace(base, "stand")]),
            Fix(text="It stands on a flat roof.", operations=[replace(base, "roof")]),
            *(
                [Fix(text="It stands on a plinth of blocks.", operations=[replace(base, "plinth")])]
                if standing.over_m <= PLINTH_MOST_M
                else []
            ),
        )
    if not works.meets:
        found.add(
            "GROUND_TOO_STEEP",
            "fails",
            "The batters do not meet a slope as steep as this.",
            "Hold the edges with walls that an engineer designs, or choose another place.",
        )
    usual = BASES[standing.base]
    if entered.margin_m is not None and entered.margin_m < usual.margin_m:
        found.add(
            "GROUND_PAD_SMALL",
            "caution",
            f"The pad reaches {say.length(entered.margin_m)} beyond {standing.tank.name}; the edges of a pad "
            "crumble.",
            "",
            Fix(text=f"{say.length(usual.margin_m)} all round.", operations=[replace("/ground/margin_m", None)]),
        )
    frost = document.site.frost_depth_m
    if (
        frost > 0
        and standing.ground_m - standing.formation_m < frost
        and standing.base in ("slab", "ring_beam", "rock", "slab_there", "plinth")
    ):
        found.add(
            "GROUND_FROST",
            "caution",
            f"The base of {standing.tank.name} lies above the frost, {say.length(frost)}: rigid bases are heaved.",
            "Lay draining stone down to the frost depth, or use a base of stone.",
        )


def _all_in_cut(document: Property, standing: Standing, floor_m: float, say: Wording) -> list[Fix]:
    """The floor set lower; where no ground is entered it stays where it is while the floor moves."""
    operations = [replace(f"{_path(document, standing)}/floor_m", floor_m)]
    if document.levels.tank_ground_m is None:
        if len({tank.floor_m for tank in document.cistern.built()}) > 1:
            return []
        operations.append(replace("/levels/tank_ground_m", standing.ground_m))
    if not LOWEST_FLOOR_M <= floor_m <= HIGHEST_FLOOR_M:
        return []
    return [Fix(text=f"Set it all in cut, floor at {say.length(floor_m)}.", operations=operations)]


def _level(document: Property, facts: list[GroundFacts], found: Findings, say: Wording) -> None:
    entered = document.ground
    allowed = min(each.standing.level_mm for each in facts)
    on_ground = any(each.standing.on_ground for each in facts)
    if len(entered.readings_mm) >= 2:
        spread = max(entered.readings_mm) - min(entered.readings_mm)
        if spread > allowed:
            found.add(
                "GROUND_NOT_LEVEL",
                "fails",
                f"Readings on the pad differ by {say.bore(spread)}; {say.bore(allowed)} are allowed.",
                "Scrape and roll again before the tank is set.",
            )
    if on_ground and entered.pad_over_ground_mm < LEAST_STANDS_MM:
        found.add(
            "GROUND_PAD_LOW",
            "caution",
            f"The pad stands {say.bore(entered.pad_over_ground_mm)} above the ground around it: rain runs onto it.",
            "",
            Fix(
                text=f"{say.nominal(PAD_STANDS_MM)} over it.",
                operations=[replace("/ground/pad_over_ground_mm", PAD_STANDS_MM)],
            ),
        )
    if on_ground and not entered.drained_uphill:
        found.add(
            "GROUND_NOT_DRAINED",
            "caution",
            "Nothing leads water round the pad: it washes the bed out.",
            "",
            Fix(
                text="Dig a ditch uphill and lay a drained apron.",
                operations=[replace("/ground/drained_uphill", True)],
            ),
        )
    for each in facts:
        tank = each.standing.tank
        if tank.lean_mm <= 0:
            continue
        found.add(
            "GROUND_LEANS",
            "caution",
            f"{tank.name} leans by {say.bore(tank.lean_mm)} across its base, and holds so much less.",
            "Drain it, lift it in small steps with packing that follows, bed it again and set it slightly uphill.",
        )


def _floating(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
    entered, name = document.ground, each.standing.tank.name
    failing = [stage for stage in each.stages if stage.fails]
    if failing:
        first, last = failing[0], each.stages[-1]
        found.add(
            "GROUND_FLOATS" if last.fails else "GROUND_FLOATS_WHILE_BUILT",
            "fails" if last.fails else "caution",
            f"{name} floats while it is empty: {first.name.lower()}, its safety factor against flotation is "
            f"{fixed(first.factor or 0.0, 2)}, and {fixed(first.wanted, 1)} is wanted. {_ballast(first, say)}"
            + (f" In use {say.volume(last.ballast_l)} must stay in it." if last.fails else ""),
            "Have water for ballast on site, or a collar; backfill the same day; do not start ahead of a wet week.",
            *(
                [
                    Fix(
                        text=f"A collar of {say.force(math.ceil(short))} more.",
                        operations=[replace("/ground/collar_kn", math.ceil(entered.collar_kn + short))],
                    )
                ]
                if last.fails and (short := _short_kn(last)) + entered.collar_kn < 100_000
                else []
            ),
        )
    if each.standing.tank.empty_kg is None:
        found.add(
            "GROUND_WEIGHT_ASSUMED",
            "note",
            f"What {name} weighs is assumed, {say.mass(each.standing.empty_kg)}: whether it floats rests on that.",
            "Enter its weight by its maker's sheet, under Weight.",
            asks=True,
        )
    if entered.water_table_m is None:
        found.add(
            "GROUND_WATER_TABLE",
            "note",
            f"The water table is not known: a hole full of rain is counted on for {name}.",
            "Ask the neighbours' wells; look at the hole after rain.",
            asks=True,
        )


def _dug_in(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
    entered, standing = document.ground, each.standing
    name, depth = standing.tank.name, standing.ground_m - standing.formation_m
    batter = Fix(text="Batter it one to one.", operations=[replace("/ground/cut_batter", 1)])
    if depth > SHORED_FROM_M and not entered.shored and (standing.upright or entered.cut_batter < 1):
        found.add(
            "GROUND_HOLE_CAVES",
            "fails",
            f"A hole {say.length(depth)} deep with steep sides buries whoever is in it.",
            "",
            *([] if standing.upright else [batter]),
            Fix(text="Shore it.", operations=[replace("/ground/shored", True)]),
        )
    if standing.cover_m < LEAST_COVER_M[entered.traffic]:
        found.add(
            "GROUND_COVER_THIN",
            "fails",
            f"{say.length(standing.cover_m)} of cover over {name}; where {_goes(entered.traffic)}, "
            f"{say.length(LEAST_COVER_M[entered.traffic])} at least, and a tank made for it.",
            "Keep wheels off with posts, or a slab that an engineer designs."
            if entered.traffic in ("cars", "trucks")
            else "Set it lower, or lay more over it.",
        )
    if entered.traffic in ("cars", "trucks"):
        found.add(
            "GROUND_LOADED",
            "caution",
            f"Where {_goes(entered.traffic)} over a buried tank, an engineer says what carries them.",
            "",
            Fix(text="Keep wheels off.", operations=[replace("/ground/traffic", "walked")]),
        )
    if entered.to_footing_m < depth:
        found.add(
            "GROUND_UNDERMINES",
            "fails",
            f"The hole is {say.length(depth)} deep, the nearest footing {say.length(entered.to_footing_m)} away: "
            "within 45 degrees of its foot.",
            "Move it farther off, or ask an engineer.",
        )
    if entered.riser_m < RISER_M:
        found.add(
            "GROUND_RISER_LOW",
            "caution",
            f"The riser's lid stands {say.length(entered.riser_m)} over the ground: yard water runs in.",
            "",
            Fix(text=f"{say.length(0.15)} over it.", operations=[replace("/ground/riser_m", 0.15)]),
        )


def _ballast(stage: FloatStage, say: Wording) -> str:
    if stage.full_is_too_little:
        return "Even full of water it is not held safely: keep the hole pumped dry until it is backfilled."
    return f"Keep {say.volume(stage.ballast_l)} of water in it, {say.length(stage.depth_m)} deep."


def _short_kn(stage: FloatStage) -> float:
    """What more must hold it, under water."""
    return stage.ballast_l * GRAVITY_M_S2 / 1000


def _goes(traffic: str) -> str:
    return {"none": "nobody goes", "walked": "people walk", "cars": "cars drive", "trucks": "trucks drive"}[traffic]


def _blown(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
    entered, standing = document.ground, each.standing
    if isinstance(standing.tank.shape, Slim) and standing.height_m >= SLIM_FROM * standing.tank.shape.width_m:
        if not entered.tied_down:
            found.add(
                "GROUND_SLIM_LOOSE",
                "caution",
                f"{standing.tank.name}: {fixed(standing.height_m / standing.tank.shape.width_m, 1)} times as tall as "
                "deep, and not strapped to a wall.",
                "",
                Fix(text="Strap it at two heights.", operations=[replace("/ground/tied_down", True)]),
            )
        return
    vessel = standing.tank.vessel()
    stays_l = float(vessel.below_l(vessel.lowest_draw_m))
    if each.wind_water_l > stays_l and not entered.tied_down:
        holds_l = float(vessel.below_l(vessel.top_water_m))
        found.add(
            "GROUND_WIND",
            "caution",
            f"Empty, {standing.tank.name} slides or tips in a gust of {say.speed(entered.wind_m_s)}; "
            + (
                f"keep at least {say.volume(each.wind_water_l)} in it. {say.volume(stays_l)} stay below its outlet."
                if each.wind_water_l <= holds_l
                else f"it does not hold the {say.volume(each.wind_water_l)} that would keep it there: only ties do."
            ),
            "",
            Fix(text="Tie it down.", operations=[replace("/ground/tied_down", True)]),
        )


def _engineered(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
    """Walls that are flat, or cast on the spot."""
    shape = each.standing.tank.shape
    if isinstance(shape, Box):
        found.add(
            "GROUND_FLAT_WALLS",
            "caution",
            f"{each.standing.tank.name} has flat walls{', cast on the spot' if shape.cast else ''}: water bends them "
            "where it would only pull at round ones.",
            "Have a structural engineer design or confirm walls, corners and base.",
        )
    elif isinstance(shape, RoundCast):
        _round_cast(_path(document, each.standing), each.standing, shape, found, say)


def _round_cast(at: str, standing: Standing, shape: RoundCast, found: Findings, say: Wording) -> None:
    name, path = standing.tank.name, f"{at}/shape"
    pull_kpa = hoop_kn_m(standing) / (shape.wall_mm / 1000)
    pulled = f"full, water pulls {say.pressure(pull_kpa)} in its wall of {say.bore(shape.wall_mm)}"
    if not shape.steel and pull_kpa > PLAIN_MORTAR_KPA:
        found.add(
            "GROUND_WALL_WITHOUT_STEEL",
            "fails",
            f"{name} is cast without steel: {pulled}, and plain mortar cracks under less.",
            "Steel in wall and floor, by the design of a structural engineer. Natural fibre is no steel: it decays.",
            Fix(text="It has steel, as an engineer designs it.", operations=[replace(f"{path}/steel", True)]),
        )
    else:
        found.add(
            "GROUND_ROUND_CAST",
            "caution",
            f"{name} is built where it stands: {pulled}.",
            "Have a structural engineer design or confirm its wall, its floor, its steel and what it stands on.",
        )
    if not shape.floor_falls:
        found.add(
            "GROUND_FLOOR_FLAT",
            "note",
            f"The floor of {name} is level: the last of the sediment is not washed to the drain.",
            "",
            Fix(text="Let it fall to the drain.", operations=[replace(f"{path}/floor_falls", True)]),
        )


def _brought_in(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
    entered = document.ground
    if each.standing.in_parts:
        return
    wide = each.standing.sides_m[0]
    if not passes(each.standing, entered.gate_m):
        found.add(
            "GROUND_GATE",
            "fails",
            f"{each.standing.tank.name} is {say.length(wide)} across at its narrowest, the way in "
            f"{say.length(entered.gate_m)}.",
            "Lift it over the fence by crane, or choose another tank or several smaller ones.",
        )
    if entered.overhead_m is not None and entered.overhead_m < CRANE_M:
        found.add(
            "GROUND_OVERHEAD",
            "caution",
            f"{say.length(entered.overhead_m)} clear under wires and branches: trucks and cranes want "
            f"{say.length(CRANE_M)}.",
            "Ask the power company before anything is lifted near wires.",
        )


_NEIGHBOURS: dict[str, tuple[str, Severity, str]] = {
    "septic": ("GROUND_NEAR_SEPTIC", "caution", "a septic field"),
    "trees": ("GROUND_NEAR_TREES", "note", "trees: their roots lift pads and find joints"),
    "boundary": ("GROUND_NEAR_BOUNDARY", "note", "the boundary"),
}
"""A footing is told with the hole that undermines it."""


def _neighbours(apart: list[Setback], found: Findings, say: Wording) -> None:
    for each in apart:
        if each.away_m < each.least_m and each.key in _NEIGHBOURS:
            code, severity, what = _NEIGHBOURS[each.key]
            found.add(
                code,
                severity,
                f"{say.length(each.away_m)} to {what}; {say.length(each.least_m)} is usual, local rules first.",
                "Move it farther off, or ask the authority that decides.",
            )
