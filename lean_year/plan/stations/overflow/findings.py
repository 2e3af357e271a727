"""What is wrong with an overflow, each with the edit that fixes it."""

from lean_year.core.hydraulics.pipes import circle_mm2
from lean_year.core.water_path.overflow import (
    HALF_EMPTY_H,
    LEAST_FOOTING_M,
    LEAST_INFILTRATION_M,
    MOST_PONDING_M,
    USUAL_PONDING_M,
)
from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import overflow_intensity_mm_h
from lean_year.plan.model.overflow_outlets import has_pipe
from lean_year.plan.stations.overflow.discharge import DESTINATIONS, INTO_THE_GROUND, PONDS, InfiltrationPlan
from lean_year.property.document import Property


def overflow_findings(
    document: Property,
    place: Place,
    all_of_it: float,
    room_m: float,
    inlet_mm2: float,
    ground: InfiltrationPlan | None,
    lower_overflow: Fix | None,
    say: Wording,
) -> list[Finding]:
    """Everything to fix; `all_of_it` is what runs off the roofs in its downpour. [L/s]"""
    found = Findings("overflow")
    _capacity(found, document, place, all_of_it, room_m, lower_overflow, say)
    if has_pipe(document):
        _pipe(found, document, inlet_mm2, say)
    several_tanks = sum(tank.count for tank in document.cistern.built()) > 1
    if document.overflow.kind == "pipe" and several_tanks:
        found.add(
            "OVERFLOW_TAKES_THE_FRESH",
            "note",
            "An overflow at the top lets the freshest water go. A standpipe takes the oldest water, from the bottom.",
        )
    if document.overflow.kind == "back_down" and several_tanks:
        found.add(
            "OVERFLOW_BACK_DOWN_BANK",
            "caution",
            "A diverter turns the water away once the vessel beside it is full; the tanks behind may still be empty.",
            "Fit one overflow for the bank, as large as its inflow.",
            Fix(text="Fit an overflow pipe.", operations=[replace("/overflow/kind", "pipe")]),
        )
    if document.overflow.kind != "none":
        _its_end(found, document, ground, say)
    return found.rows


def _capacity(
    found: Findings,
    document: Property,
    place: Place,
    all_of_it: float,
    room_m: float,
    lower_overflow: Fix | None,
    say: Wording,
) -> None:
    """Whether it passes what flows in."""
    enough = [size for size in place.sizes if size.enough]
    rate = say.intensity(overflow_intensity_mm_h(document))
    if document.overflow.kind == "none":
        found.add(
            "OVERFLOW_NONE",
            "fails",
            f"There is no overflow: at {rate} the full tank spills {say.flow(place.flow_l_s)} over its rim and "
            "washes out its base.",
            "A diverter that sends the water back down the pipe, or an overflow.",
            *(Fix(text=f"Fit {size.label}.", operations=size.operations) for size in enough),
        )
    elif place.flow_l_s > place.capacity_l_s:
        fixes = [Fix(text=f"Make it {size.label}.", operations=size.operations) for size in enough]
        if lower_overflow is not None:
            fixes.append(lower_overflow)
        found.add(
            "OVERFLOW_SMALLER_THAN_INFLOW",
            "fails",
            f"At {rate} {say.flow(place.flow_l_s)} flow in and the overflow, {place.size} with "
            f"{say.head(room_m)} of head over its invert, passes {say.flow(place.capacity_l_s)}; the rest goes "
            f"{place.spills}.",
            fixes[0].text if fixes else "Lower the overflow invert, add a second overflow, or both.",
            *fixes,
        )
    elif all_of_it > place.capacity_l_s:
        found.add(
            "OVERFLOW_LEANS_ON_THE_GUTTERS",
            "note",
            f"{say.flow(all_of_it)} run off the roofs at {rate}. The overflow passes what the gutters and pipes "
            "bring, not all of it.",
            "Whoever widens the gutters must widen the overflow.",
        )


def _pipe(found: Findings, document: Property, inlet_mm2: float, say: Wording) -> None:
    """Its section against the inlets', its siphon break, and what keeps vermin out."""
    entered = document.overflow
    overflow_mm2 = entered.count * circle_mm2(entered.narrowest_mm)
    if overflow_mm2 < inlet_mm2 * 0.999:
        found.add(
            "OVERFLOW_NARROWER_THAN_INLET",
            "caution",
            f"The overflow's section is {say.opening(overflow_mm2 / 100)}, the inlets' together "
            f"{say.opening(inlet_mm2 / 100)}. The trade makes it at least as large.",
            "For two inlets fit two overflows, or one as large as both.",
        )
    if entered.kind == "standpipe" and not entered.siphon_break:
        found.add(
            "OVERFLOW_SIPHONS",
            "fails",
            "A standpipe without vent holes at its crown runs on as a siphon and empties the tanks.",
            "Fit the siphon break.",
            Fix(text="Fit the siphon break.", operations=[replace("/overflow/siphon_break", True)]),
        )
    if not (entered.screened and entered.trap):
        missing = " and ".join(
            name for name, there in (("no mesh", entered.screened), ("no trap or flap", entered.trap)) if not there
        )
        found.add(
            "OVERFLOW_OPEN_TO_VERMIN",
            "caution",
            f"The overflow has {missing}: rats, frogs and mosquitoes find it.",
            "Fit a trap or flap, and mesh behind it.",
            Fix(
                text="Fit trap and mesh.",
                operations=[replace("/overflow/screened", True), replace("/overflow/trap", True)],
            ),
        )


def _its_end(found: Findings, document: Property, ground: InfiltrationPlan | None, say: Wording) -> None:
    """Where the water comes out, and whether the ground takes it."""
    entered, add = document.overflow, found.add
    least = LEAST_INFILTRATION_M if entered.destination in INTO_THE_GROUND else LEAST_FOOTING_M
    if entered.footing_m < least:
        add(
            "OVERFLOW_NEAR_FOOTING",
            "caution",
            f"It ends {say.length(entered.footing_m)} from a footing; {say.length(least)} or more keeps it dry. "
            "Local rules come first.",
            f"Lead it {say.length(least - entered.footing_m)} farther.",
            Fix(text=f"Lead it to {say.length(least)}.", operations=[replace("/overflow/footing_m", least)]),
        )
    if not entered.downhill:
        add(
            "OVERFLOW_TOWARDS_SOMEBODY",
            "fails",
            "It ends uphill of the pad, or towards a neighbour or a septic field.",
            "Lead it downhill, past the pad, to ground that is yours.",
        )
    if entered.destination in INTO_THE_GROUND and entered.infiltration_mm_h is None:
        add(
            "OVERFLOW_NO_INFILTRATION_TEST",
            "caution",
            f"The overflow runs into {DESTINATIONS[entered.destination]} and nobody has tested how fast the "
            "ground takes water.",
            "Dig a hole, fill it, time the fall between three quarters and one quarter full; enter the rate.",
        )
    if entered.destination in PONDS and entered.depth_m > MOST_PONDING_M:
        add(
            "OVERFLOW_PONDS_DEEP",
            "caution",
            f"{say.length(entered.depth_m)} of water stand in {DESTINATIONS[entered.destination]}: children drown in "
            f"less. {say.length(MOST_PONDING_M)} is usual at most.",
            "Make it shallower and wider, or fence it.",
            Fix(
                text=f"Let {say.length(USUAL_PONDING_M)} stand in it.",
                operations=[replace("/overflow/depth_m", USUAL_PONDING_M)],
            ),
        )
    if ground is not None and ground.half_empty_h is not None and ground.half_empty_h > HALF_EMPTY_H:
        add(
            "OVERFLOW_GROUND_SLOW",
            "fails",
            f"It takes {fixed(ground.half_empty_h)} h until {DESTINATIONS[entered.destination]} is half empty; "
            "it should be ready "
            f"again within {HALF_EMPTY_H:g} h.",
            "A shallower, longer one has more side for the same water.",
        )
