"""What is wrong with what carries the tanks, each with the edit that fixes it."""

from lean_year.core.cistern.lean import OUT_OF_PLANE_MM, SLIGHT_MM, SLIGHT_MM_M
from lean_year.core.ground.bearing import CREEPING_SLOPE, GROUNDS, HEAVY_KG
from lean_year.core.ground.earthworks import (
    LEAST_STANDS_MM,
    MOST_HELD_M,
    RAISED_M,
    WALL_FAILS_M,
)
from lean_year.core.ground.foundation import (
    BASES,
    CRANE_M,
    LIFT_M,
    PAD_STANDS_MM,
    PART_ON_FILL,
    PLINTH_MOST_M,
    SLIM_FROM,
    TOPSOIL_M,
)
from lean_year.core.numeric.rounding import rounded_down
from lean_year.plan.answer.figure import Finding, Fix, Severity
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing, passes
from lean_year.plan.stations.ground.carried_high import find_carried_high
from lean_year.plan.stations.ground.facts import GroundFacts, tank_path
from lean_year.plan.stations.ground.frost import find_frozen
from lean_year.plan.stations.ground.in_a_hole import find_dug_in, find_floating
from lean_year.plan.stations.ground.leaning import lost_to_lean_l, lowest_side
from lean_year.plan.stations.ground.setbacks import Setback
from lean_year.plan.stations.ground.walls import find_engineered
from lean_year.property.cistern import HIGHEST_FLOOR_M, LOWEST_FLOOR_M
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Slim


def ground_findings(
    document: Property, facts: list[GroundFacts], apart: list[Setback], say: Wording
) -> list[Finding]:
    """Everything to fix."""
    found = Findings("ground")
    entered = document.ground
    _soil(document, facts, found, say)
    for each in facts:
        if each.stages:
            find_floating(document, each, found, say)
        if each.standing.buried:
            find_dug_in(document, each, found, say)
        else:
            find_carried_high(each.standing, found, say)
            _on_its_pad(document, each, found, say)
            _blown(document, each, found, say)
        find_engineered(document, each, found, say)
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
        base = f"{tank_path(document, standing)}/base"
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
    operations = [replace(f"{tank_path(document, standing)}/floor_m", floor_m)]
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
        if tank.tilt.steepest_mm <= 0:
            continue
        lost_l = lost_to_lean_l(tank)
        holds = f"holds {say.volume(lost_l)} less" if lost_l >= 0.5 else "holds no less for it"
        leans = f"{tank.name} leans by {say.bore(tank.tilt.steepest_mm)} across its base, lowest {lowest_side(tank)}"
        if tank.tilt.steepest_mm <= min(SLIGHT_MM, SLIGHT_MM_M * each.standing.footprint.width_m):
            found.add(
                "GROUND_LEANS_A_LITTLE",
                "note",
                f"{leans}, and {holds}: so little is right for one that is set slightly uphill.",
                "Read four points each year, and see whether it moves.",
            )
        else:
            found.add(
                "GROUND_LEANS",
                "caution",
                f"{leans}, and {holds}.",
                "Drain it, lift it in small steps with packing that follows, bed it again and set it slightly "
                "uphill.",
            )
        if tank.tilt.out_of_plane_mm > OUT_OF_PLANE_MM:
            found.add(
                "GROUND_LEAN_READINGS",
                "note",
                f"The four points of {tank.name} miss one plane by {say.bore(tank.tilt.out_of_plane_mm)}: a slip "
                "in a reading, or a base that is bent.",
                "Read them again, each from the same place of the instrument.",
                asks=True,
            )


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
