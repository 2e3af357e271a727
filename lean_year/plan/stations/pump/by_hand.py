"""A pump worked by hand: what it gives, how long it is worked for a day's water, and whether a person can."""

import math

from lean_year.core.pump.hand_pump import LONG_MIN_DAY, PERSON_W
from lean_year.core.pump.pump_curve import PRACTICAL_LIFT_M, power_w
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.figure import Figure, Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.inputs import SUPPLY
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.pressure_side import System
from lean_year.property.document import Property


def hand_figures(document: Property, system: System, use_m3_year: float, say: Wording) -> dict[str, Figure]:
    """What it gives, for how long it is worked, and with how much strength."""
    hand = document.pump.hand_pump
    flow = system.peak_l_s
    day_l = use_m3_year * 1000 / DAYS_PER_YEAR
    lift_m = None if system.pump_m is None else system.suction_lift_m
    up_m = None if lift_m is None else max(0.0, min(1_000.0, lift_m))
    return {
        "peak_l_s": Figure(
            value=flow,
            unit="L/s",
            label="It gives",
            basis="derived",
            formula="water of a stroke × strokes a minute / 60",
            working=f"{say.volume(hand.stroke_l)} × {hand.strokes_per_minute:g}",
        ),
        "lift_m": Figure(
            value=lift_m,
            unit="m",
            label="From the lowest water to its spout",
            basis="derived",
            rests_on=("heights",),
            formula="height of the pump − outlet of the tank it draws from",
            working="the height of the pump is not measured yet"
            if system.pump_m is None
            else f"{say.length(system.pump_m)} − {say.length(system.water_m)}",
        ),
        "hand_min_d": Figure(
            value=day_l / flow / 60,
            unit="min",
            label="Worked for the water of a mean day",
            basis="derived",
            rests_on=SUPPLY,
            formula="use in a mean day / what it gives",
            working=f"{say.rate(day_l)} / {say.flow(flow)}",
            moves="A larger cylinder is slower to work, and gives more.",
        ),
        "hand_w": Figure(
            value=None if up_m is None else power_w(flow_l_s=flow, head_m=up_m, efficiency=hand.efficiency),
            unit="W",
            label="Asked of the person who works it",
            basis="derived",
            rests_on=("heights",),
            formula="ρ g Q H / efficiency",
            working="its height is not measured yet"
            if up_m is None
            else f"{say.flow(flow)}, {say.length(up_m)} up, {100 * hand.efficiency:.0f} %",
            moves=f"A grown person keeps up about {say.of_kind('power', PERSON_W)}.",
        ),
    }


def hand_findings(document: Property, figures: dict[str, Figure], say: Wording) -> list[Finding]:
    """What stands in its way, each with the edit that fixes it."""
    found, hand = Findings("pump"), document.pump.hand_pump
    lift_m = figures["lift_m"].value
    if lift_m is None:
        found.add(
            "PUMP_HAND_NOT_MEASURED",
            "caution",
            "The height of the hand pump is not measured, so its lift is left out.",
            "Measure it, at Gutters & pipes, Levels.",
            asks=True,
        )
    elif lift_m > PRACTICAL_LIFT_M and not hand.in_the_water:
        found.add(
            "PUMP_HAND_SUCKS_HIGH",
            "fails",
            f"It must suck the water {say.length(lift_m)} up; the atmosphere lets a pump suck about "
            f"{say.length(PRACTICAL_LIFT_M)}.",
            "",
            Fix(
                text="Take one whose cylinder hangs in the water.",
                operations=[replace("/pump/hand/in_the_water", True)],
            ),
        )
    _strength(document, figures, found, say)
    minutes = figures["hand_min_d"].value or 0.0
    if minutes > LONG_MIN_DAY:
        found.add(
            "PUMP_HAND_LONG",
            "note",
            f"The water of a mean day takes {say.of_kind('minutes', minutes)} of pumping.",
            "A header tank that is filled now and then spreads the work; a motor does it.",
            Fix(text="Plan a pump with a motor.", operations=[replace("/pump/feed", "pump")]),
        )
    fine = [stage.kind for stage in document.treatment.stages if stage.kind != "strainer"]
    if fine:
        found.add(
            "PUMP_HAND_FILTERS",
            "caution",
            "A pump worked by hand does not press water through fine filters or past a lamp.",
            "Drink what has run through a filter by gravity, or has been boiled; or plan a pump with a motor.",
            Fix(text="Plan a pump with a motor.", operations=[replace("/pump/feed", "pump")]),
        )
    return found.rows


def _strength(document: Property, figures: dict[str, Figure], found: Findings, say: Wording) -> None:
    hand, watts = document.pump.hand_pump, figures["hand_w"].value
    if watts is None or watts <= PERSON_W * (1 + 1e-9):
        return
    slower = math.floor(hand.strokes_per_minute * PERSON_W / watts)
    found.add(
        "PUMP_HAND_HARD",
        "caution",
        f"It asks for {say.of_kind('power', watts)}; a grown person keeps up about {say.of_kind('power', PERSON_W)}.",
        "A smaller cylinder." if slower < 1 else "",
        *(
            [
                Fix(
                    text=f"Work it at {slower} strokes a minute.",
                    operations=[replace("/pump/hand/strokes_per_minute", slower)],
                )
            ]
            if slower >= 1
            else []
        ),
    )


def hand_notes(document: Property) -> list[BuildNote]:
    """How it is set. Basis: common practice."""
    hung = "Its cylinder hangs under the lowest water, its rod straight above it."
    beside = "Its pipe rises all the way, with a foot valve in the tank; a jug of water stands by to prime it."
    return [
        BuildNote(
            view="suction",
            head="The hand pump",
            text=f"On a slab that does not rock, the spout over a drain and not over the tank. "
            f"{hung if document.pump.hand_pump.in_the_water else beside} A leather or seal is kept as a spare.",
        )
    ]
