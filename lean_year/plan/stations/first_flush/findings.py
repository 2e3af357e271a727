"""What is wrong with a first flush, each with the edit that fixes it."""

import math

import numpy as np

from lean_year.core.water_path import first_flush as core
from lean_year.core.water_path.first_flush import (
    CAP_ROOM_MM,
    CLOGS_MM,
    DRINK_LEFT,
    HARD_FROST_C,
    LEAST_CAP_ROOM_MM,
    MOST_LEGS,
    NEVER_H,
    RESETS_WITHIN_H,
    USUAL_DEPTH_MM,
    USUAL_EMITTER_L_H,
    WIDE_BORE_MM,
)
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.demand import temperatures
from lean_year.plan.model.flush_chambers import Chamber, flush_depth_mm
from lean_year.plan.model.flush_chambers import chambers as chambers_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.document import Property
from lean_year.property.water_path import MOST_HOLE_MM


def first_flush_findings(
    document: Property, chambers: list[Chamber], rain: PreparedRain | None, say: Wording
) -> list[Finding]:
    """Everything to fix or to know about the first flush as it is planned."""
    found = Findings("first_flush")
    entered = document.first_flush
    drunk = document.household.drinks
    if entered.kind == "none":
        if drunk and any(roof.on for roof in document.roofs):
            found.add(
                "FLUSH_NONE",
                "caution",
                "The first rain of each shower goes into the tank with what lies on the roof. With screens, a calmed "
                "inlet and a floating suction that can be right for toilets and garden; for drinking it gives up "
                f"half the dirt for each {say.shallow(1)} not thrown away.",
                f"Divert the first {say.shallow(USUAL_DEPTH_MM)}.",
                Fix(
                    text=f"Divert the first {say.shallow(USUAL_DEPTH_MM)}.",
                    operations=[
                        replace("/first_flush/kind", "ball"),
                        replace("/first_flush/by", "depth"),
                        replace("/first_flush/depth_mm", USUAL_DEPTH_MM),
                    ],
                ),
            )
        return found.rows
    _draining(found, document, chambers, say)
    _hole(found, document, say)
    if entered.kind != "tank":
        _legs(found, document, chambers, say)
    _place(found, document)
    _frost(found, document, rain)
    if drunk and entered.by != "removal":
        _small_for_drinking(found, document, chambers, say)
    return found.rows


def _draining(found: Findings, document: Property, chambers: list[Chamber], say: Wording) -> None:
    entered = document.first_flush
    for chamber in chambers:
        if chamber.volume_l <= 0 or chamber.drain_h <= RESETS_WITHIN_H:
            continue
        if math.isinf(chamber.drain_h):
            text = f"{chamber.name}: the chamber is emptied by hand. Until somebody does, it washes nothing."
        else:
            text = (
                f"{chamber.name}: the chamber takes {fixed(chamber.drain_h)} h to empty, longer than "
                f"{RESETS_WITHIN_H:g} h: the next rain finds it full."
            )
        fixes = [] if entered.kind == "tank" else _hole_for_a_day(document, chambers, say)
        found.add(
            "FLUSH_NEVER_DRAINS",
            "fails" if chamber.drain_h > NEVER_H else "caution",
            text,
            fixes[0].text if fixes else "A larger hole or emitter.",
            *fixes,
        )
    fast = next((chamber for chamber in chambers if 0 < chamber.drain_h < entered.rain_h), None)
    if fast is not None:
        found.add(
            "FLUSH_RESETS_IN_THE_RAIN",
            "note",
            f"{fast.name}: it empties in {fixed(fast.drain_h, 1)} h, so a pause in one rain resets it; it "
            f"leaks {say.volume(fast.leak_l_h)} an hour all through.",
            "A narrower hole, or an emitter, holds it for the length of a rain.",
        )


def _hole_for_a_day(document: Property, chambers: list[Chamber], say: Wording) -> list[Fix]:
    """The hole with which the slowest chamber empties in a day; none where it would be no hole any more."""
    bore = document.first_flush.bore_mm
    if any(24 / chamber.legs < core.SHORTEST_H for chamber in chambers):
        return []
    hole = max(
        core.hole_for_time_mm(
            chamber_length_m=max(0.01, min(chamber.leg_m, 100)), bore_mm=bore, hours=24 / chamber.legs
        )
        for chamber in chambers
    )
    wanted = max(0.5, math.ceil(hole * 10) / 10)
    if wanted > min(bore, MOST_HOLE_MM):
        return []
    return [
        Fix(
            text=f"Drill a hole of {say.hole(wanted)}: all empty within a day.",
            operations=[replace("/first_flush/drain", "hole"), replace("/first_flush/hole_mm", wanted)],
        )
    ]


def _hole(found: Findings, document: Property, say: Wording) -> None:
    entered = document.first_flush
    if entered.drain != "hole":
        return
    if entered.hole_mm < CLOGS_MM:
        found.add(
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
    elif not entered.screened:
        found.add(
            "FLUSH_NO_SCREEN",
            "caution",
            "There is no screen in front of the hole.",
            "A screen above the chamber keeps it open.",
            Fix(text="Fit a screen.", operations=[replace("/first_flush/screened", True)]),
        )


def _legs(found: Findings, document: Property, chambers: list[Chamber], say: Wording) -> None:
    wide = document.model_copy(
        update={"first_flush": document.first_flush.model_copy(update={"bore_mm": WIDE_BORE_MM})}
    )
    for chamber, wider in zip(chambers, chambers_of(wide), strict=True):
        if chamber.legs > MOST_LEGS:
            found.add(
                "FLUSH_TOO_MANY_LEGS",
                "caution",
                f"{chamber.name}: {say.length(chamber.length_m)} of pipe make "
                f"{several(chamber.legs, 'leg')} of {say.length(chamber.leg_m)}.",
                "A tank-type diverter, or a wider pipe.",
                Fix(text="Make it a tank-type diverter.", operations=[replace("/first_flush/kind", "tank")]),
                *(
                    [
                        Fix(
                            text=f"Lay it in {say.nominal(WIDE_BORE_MM)} bore.",
                            operations=[replace("/first_flush/bore_mm", WIDE_BORE_MM)],
                        )
                    ]
                    if wider.legs <= MOST_LEGS
                    else []
                ),
            )
    room_mm = document.first_flush.cap_room_mm
    if room_mm < LEAST_CAP_ROOM_MM:
        found.add(
            "FLUSH_NO_ROOM_FOR_CAP",
            "caution",
            f"{say.bore(room_mm)} under the leg is too little to unscrew its cap.",
            f"Leave {say.nominal(CAP_ROOM_MM)}, or turn the foot out with a 45° bend.",
            Fix(
                text=f"Leave {say.nominal(CAP_ROOM_MM)}.",
                operations=[replace("/first_flush/cap_room_mm", CAP_ROOM_MM)],
            ),
        )


def _place(found: Findings, document: Property) -> None:
    used = document.groups_in_use()
    ends = [pipe.name for pipe in document.downpipes if pipe.id in used and pipe.run.into is None]
    if document.first_flush.place == "one" and len(ends) > 1:
        found.add(
            "FLUSH_NOT_JOINED",
            "caution",
            f"The runs of {', '.join(ends)} come to the tank apart: there is no place where all have joined.",
            "A chamber for each group, or lead one run into the other.",
            Fix(text="One for each group.", operations=[replace("/first_flush/place", "group")]),
        )


def _frost(found: Findings, document: Property, rain: PreparedRain | None) -> None:
    cold = temperatures(document, rain) if rain is not None else None
    if cold is None or float(np.percentile(cold[0], 5)) >= HARD_FROST_C:
        return
    off = document.first_flush.winter_cap_off
    found.add(
        "FLUSH_FROST",
        "note" if off else "caution",
        "Hard frost splits a full leg. "
        + ("The cap comes off before it." if off else "Its cap stays on through the winter."),
        "Cap off before hard frost; put it in the log.",
        Fix(text="Take the cap off each winter.", operations=[replace("/first_flush/winter_cap_off", True)]),
    )


def _small_for_drinking(found: Findings, document: Property, chambers: list[Chamber], say: Wording) -> None:
    depths = [flush_depth_mm(document, chamber.area_m2, chamber.count) for chamber in chambers]
    if not depths or core.share_left(min(100.0, min(depths))) <= DRINK_LEFT + 1e-9:
        return
    dirty = any(roof.on and {"trees", "birds"} & set(roof.hazards) for roof in document.roofs)
    low_mm = core.EXPOSURE_MM["dirty" if dirty else "ordinary"][0]
    if min(depths) >= low_mm - 1e-9:
        return
    least = min(range(len(depths)), key=depths.__getitem__)
    where = f"{chambers[least].name}: " if max(depths) > 1.001 * min(depths) else ""
    found.add(
        "FLUSH_SMALL_FOR_DRINKING",
        "note",
        f"{where}{say.shallow(min(depths))} leave {core.share_left(min(depths)) * 100:.0f} % of the dirt; for "
        f"{'trees, birds or dust' if dirty else 'an ordinary roof'} the trade throws away "
        f"{say.shallow(low_mm)} or more.",
        "See what more costs on the curve.",
        Fix(
            text=f"Throw away {say.shallow(low_mm)}.",
            operations=[replace("/first_flush/by", "depth"), replace("/first_flush/depth_mm", low_mm)],
        ),
    )
