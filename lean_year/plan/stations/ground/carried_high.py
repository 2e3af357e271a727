"""Tanks on a plinth, a stand or a flat roof: what is found, and how it is done. Basis: common practice."""

from lean_year.core.ground.bearing import bearing_kpa
from lean_year.core.ground.foundation import BASES, PLINTH_MOST_KG, PLINTH_MOST_M
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing


def find_carried_high(standing: Standing, found: Findings, say: Wording) -> None:
    """What is wrong with, or worth knowing of, a tank that stands on something over the ground."""
    name, full, high = standing.tank.name, say.mass(standing.full_kg), say.length(standing.raised_m)
    if not BASES[standing.base].raises:
        return
    if standing.raised_m == 0:
        found.add(
            "GROUND_NOT_RAISED",
            "caution",
            f"{name} is to stand on {BASES[standing.base].label}, and its floor is no higher than the ground.",
            "Enter how high it stands, under Pad.",
            asks=True,
        )
    elif standing.base == "plinth":
        if standing.full_kg > PLINTH_MOST_KG or standing.raised_m > PLINTH_MOST_M:
            found.add(
                "GROUND_PLINTH_LOADED",
                "fails",
                f"{name} weighs {full} full on a plinth of blocks {high} high: blocks that shift under it let it "
                "fall.",
                f"Set it on the ground with a pump, or have a structural engineer design what carries it. Over "
                f"{say.mass(PLINTH_MOST_KG)} or {say.length(PLINTH_MOST_M)} nobody stacks blocks by eye.",
            )
        else:
            found.add(
                "GROUND_PLINTH",
                "note",
                f"{name} stands {high} high on a plinth of blocks: laid in mortar on a slab, filled, and level.",
                f"Nothing loose under a tank: full it weighs {full}.",
            )
    else:
        place = "a flat roof" if standing.base == "roof" else "a stand or tower"
        pressed = say.pressure(bearing_kpa(mass_kg=min(1e9, standing.full_kg), area_m2=max(1e-4, standing.plan_m2)))
        found.add(
            "GROUND_ON_ROOF" if standing.base == "roof" else "GROUND_ON_STAND",
            "caution",
            f"{name} is on {place}, {high} up, and weighs {full} full: {pressed} on what is under it.",
            "Have a structural engineer design or confirm what carries it, down to its footings, and how it is held "
            "in wind and earthquake.",
        )


def notes_carried_high(rows: list[Standing]) -> list[BuildNote]:
    """How a plinth is built, and what a stand or a roof asks for."""
    notes = []
    if any(row.base == "plinth" for row in rows):
        notes.append(
            BuildNote(
                view="pad",
                head="A plinth",
                text="A slab, then blocks in mortar with their joints broken, the hollows filled, to a level top as "
                "wide as the tank all round. Nothing loose, and no tank over its edge. Its height is all the "
                "pressure that there is without a pump.",
            )
        )
    if any(row.base in ("stand", "roof") for row in rows):
        notes.append(
            BuildNote(
                view="pad",
                head="On a stand or a roof",
                text="The drawing of a structural engineer before anything is bought: what carries it, its footings, "
                "how the tank is tied, how somebody gets up to the lid and is held there. On a roof over walls or "
                "beams, on bearers that spread it, its waterproofing whole.",
            )
        )
    return notes
