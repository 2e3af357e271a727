"""How bases, holes and the way in are dealt with, for what this property has. Basis: common practice."""

from lean_year.core.cistern.bank import LEAST_OUTLET_M
from lean_year.core.ground.foundation import (
    ANODES,
    ANODES_FOR_L,
    BACKFILL_LIFT_MM,
    BEDDING_MM,
    LIFT_M,
    LINER_FIRST_WATER_MM,
    LINER_LEVEL_MM,
    LINER_SEATING_L,
)
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording, count
from lean_year.plan.model.footings import Standing
from lean_year.plan.stations.ground.carried_high import notes_carried_high
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Pit, Slim


def ground_notes(document: Property, rows: list[Standing], say: Wording) -> list[BuildNote]:
    """Every note that applies."""
    in_order = [
        BuildNote(
            view="pad",
            head="In this order",
            text="Strip the topsoil, dig to firm ground, cloth, then stone in lifts of "
            f"{say.nominal(1000 * LIFT_M)}, rolled, its edges held by boards, blocks or the ground. All in cut "
            "is best: a pad half on cut and half on fill "
            "settles to the fill.",
        )
    ]
    notes = [
        *(in_order if any(not row.moves_nothing for row in rows) else []),
        *notes_carried_high(rows),
        BuildNote(
            view="pad",
            head="Hold: level readings",
            text="Before the tank is set: eight on the rim, one in the middle, with an instrument. A pad judged by "
            "eye fails. Four on the tank every year after, as a trend.",
        ),
        BuildNote(
            view="pad",
            head="Keep the bed dry",
            text="A leak or a downspout washes the bed out from under a tank: apron, drain, and a ditch uphill that "
            "leads water round.",
        ),
    ]
    if any(row.tank.tilt.steepest_mm > 0 for row in rows):
        notes.append(
            BuildNote(
                view="pad",
                head="To level a tank that leans",
                text="Drain it first. Lift in small steps with packing that follows, nobody under it; pavers and "
                "crusher dust beneath; set it slightly uphill.",
            )
        )
    notes += _by_kind(rows, say)
    if any(row.buried for row in rows):
        notes += _buried(rows, say)
    return notes + _way_in(document)


def _by_kind(rows: list[Standing], say: Wording) -> list[BuildNote]:
    """What the kinds of tanks ask for."""
    shapes = [row.tank.shape for row in rows]
    notes = []
    if any(shape.is_lined for shape in shapes):
        notes.append(
            BuildNote(
                view="pad",
                head="Under a liner",
                text=f"Within {say.nominal(LINER_LEVEL_MM)} all over; sand raked and tamped, a fillet at the edge "
                f"so that the liner does not crease, joints taped. {say.nominal(LINER_FIRST_WATER_MM)} of water from "
                f"the day the liner is in; about {say.about(LINER_SEATING_L)} to seat it before the roof goes on. "
                f"Sacrificial anodes on steel: {count(ANODES)} on a tank of {say.about(ANODES_FOR_L)}.",
            )
        )
    if any(isinstance(shape, Slim) for shape in shapes):
        notes.append(
            BuildNote(
                view="weight",
                head="Slim tanks",
                text="Strapped to the wall at two heights where they are three times as tall as deep, into masonry "
                "or framing, never into cladding.",
            )
        )
    if any(shape.is_cast and shape.built_in_place for shape in shapes):
        notes.append(
            BuildNote(
                view="weight",
                head="Cast and mortar tanks",
                text="Designed by a structural engineer, steel included; natural fibre decays. Mortar tanks are "
                "round, never square, their floor falling to a drain, the outlet "
                f"{say.nominal(1000 * LEAST_OUTLET_M)} up.",
            )
        )
    return notes


def _buried(rows: list[Standing], say: Wording) -> list[BuildNote]:
    pits = [row for row in rows if isinstance(row.tank.shape, Pit)]
    backfilled = [
        BuildNote(
            view="dig",
            head="Backfill",
            text=f"On {say.nominal(BEDDING_MM)} of rounded stone; all round in lifts of "
            f"{say.nominal(BACKFILL_LIFT_MM)}, by hand at the haunches, the tank filled to the same height as "
            "the backfill. Conduit and pipes through the riser, "
            "not the wall.",
        )
    ]
    notes = [
        *(backfilled if len(pits) < len(rows) else []),
        BuildNote(
            view="dig",
            head="Not ahead of a wet week",
            text="Never leave an empty tank in an open hole when rain is forecast: a hole full of rain lifts it like "
            "a water table does. Have the ballast on the truck.",
        ),
    ]
    if pits:
        notes.append(
            BuildNote(
                view="dig",
                head="A lined pit",
                text="Felt, liner, felt. Falling to a pump sump, so that it is emptied before winter. Stone that "
                "fills the openings of crates and culverts is part of what holds it down.",
            )
        )
    return notes


def _way_in(document: Property) -> list[BuildNote]:
    notes = [
        BuildNote(
            view="access",
            head="Setting plan",
            text="How it comes off the truck, rolls or is lifted, by what machine, from which points, and how it is "
            "turned to its fittings. How far the crane reaches at that weight, where the truck turns, where the "
            "spoil goes. Nobody under a load.",
        ),
        BuildNote(
            view="access",
            head="Before the digger",
            text="Have cables and pipes marked by whoever keeps the records, then dig the crossings by hand. "
            "Setbacks from boundary, building and septic field by local rule.",
        ),
    ]
    if document.ground.copper_near:
        notes.append(
            BuildNote(
                view="access",
                head="Metals apart",
                text="No copper or brass on zinc or aluminium, no run-off from copper onto it; stainless or an "
                "insulating union between. Soft rain makes it worse.",
            )
        )
    if document.ground.earthquakes:
        notes.append(
            BuildNote(
                view="weight",
                head="Earthquakes",
                text="Flexible joints at every tank, no rigid links between tanks; restraint by an engineer.",
            )
        )
    return notes
