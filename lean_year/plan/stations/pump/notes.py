"""How pump and pipes are put together, for what this property has. Basis: common practice."""

from lean_year.core.pump.pump_curve import FROST_BOARD_HELD_C, FROST_BOARD_MM
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property


def pump_notes(document: Property, say: Wording) -> list[BuildNote]:
    """Every note of pump and pipes that applies."""
    notes = _of_the_pump(document, say) if document.pump.by_motor else []
    if document.pump.feed == "hand":
        return [*notes, *_of_the_top_up(document)]
    notes.append(
        BuildNote(
            view="suction",
            head="The trench",
            text="Below the frost, on sand, warning tape a hand above the pipe, a sleeve under drives and through "
            "walls. Water and electricity apart as local code has it. Photograph it before it is covered.",
        )
    )
    return [*notes, *_of_the_top_up(document)]


def _of_the_top_up(document: Property) -> list[BuildNote]:
    if document.household.back_up.kind not in ("mains", "well"):
        return []
    return [
        BuildNote(
            view="top_up",
            head="The top-up",
            text="Over a visible air gap, by a licensed plumber. A float valve set at the level above, or a "
            "solenoid by a level switch; an overflow larger than the inlet; a meter, so that a valve that "
            "hangs is seen.",
        )
    ]


def _of_the_pump(document: Property, say: Wording) -> list[BuildNote]:
    notes = [
        *_of_the_way_in(document),
        *_of_its_power(document),
        BuildNote(
            view="power",
            head="Listen to it",
            text="A pump that starts when nothing is open has a leak behind it. Isolating valve each side, "
            "a union each side, a gauge that can be read from the door.",
        ),
    ]
    if (document.snow.on or document.site.frost_depth_m > 0) and not document.pump.submerged:
        notes.append(
            BuildNote(
                view="power",
                head="Frost",
                text=f"{say.nominal(FROST_BOARD_MM)} board insulation and vents that close have kept a "
                f"pump working through {say.temperature(FROST_BOARD_HELD_C)} without power. A drain at the "
                "low point of everything outside.",
            )
        )
    if document.pump.has_vessel:
        notes.append(
            BuildNote(
                view="power",
                head="Once a year",
                text="Check the pre-charge with the power off and the vessel empty; a variable-speed set has a "
                "small one too.",
            )
        )
    return notes


def _of_the_way_in(document: Property) -> list[BuildNote]:
    entered = document.pump
    if entered.submerged:
        return [
            BuildNote(
                view="suction",
                head="In the water",
                text="Hung by a rope from the lid, never by its cable, clear of the floor and what lies on it, its "
                "float free to swing. A hose that bends, and a joint at the lid, so that it comes out from outside.",
            )
        ]
    notes = [
        BuildNote(
            view="suction",
            head="Suction",
            text="Flooded is best. Else: falling all the way to the tank, no hump that traps air, a foot valve "
            "and a port to prime it. A pump above the tanks uphill never primes. A flexible connector at a "
            "large tank, so that vibration does not work the outlet loose.",
        )
    ]
    if entered.sucks_over_m is not None:
        notes.append(
            BuildNote(
                view="suction",
                head="Over the rim",
                text="Stiff pipe in one piece from the float to behind the rim; every joint above the water must "
                "hold against air. A port at its highest point, to fill it and to let air out, shut while it runs. A "
                "hose of the same bore on the float, so that it follows the water down.",
            )
        )
    return notes


def _of_its_power(document: Property) -> list[BuildNote]:
    if document.pump.on_battery:
        return [
            BuildNote(
                view="power",
                head="Battery",
                text="In a vented box, off the ground, out of frost. A fuse at its terminal, a switch at the pump, "
                "the cable as short as it can be. What charges it is sized for the darkest month.",
            )
        ]
    return [
        BuildNote(
            view="power",
            head="Power point",
            text="By an electrician, on its own circuit, above any water that can stand there, with a "
            "residual-current device and a switch within reach.",
        )
    ]
