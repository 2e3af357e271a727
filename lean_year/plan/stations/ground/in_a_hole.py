"""Tanks in the ground: what lifts them, and the hole that they stand in."""

import math

from lean_year.core.ground.earthworks import SHORED_FROM_M
from lean_year.core.ground.foundation import LEAST_COVER_M, RISER_M
from lean_year.core.units import GRAVITY_M_S2
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.ground.facts import GroundFacts
from lean_year.plan.stations.ground.uplift_stages import FloatStage
from lean_year.property.document import Property


def find_floating(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
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


def find_dug_in(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
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
