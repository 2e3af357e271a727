"""How pump and pipes are put together, for what this property has. Basis: common practice."""

from lean_year.core.pump.pump_curve import FROST_BOARD_HELD_C, FROST_BOARD_MM
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property


def pump_notes(document: Property, say: Wording) -> list[BuildNote]:
    """Every note of pump and pipes that applies."""
    notes = _of_the_pump(document, say) if document.pump.feed in ("pump", "header") else []
    notes.append(
        BuildNote(
            view="suction",
            head="The trench",
            text="Below the frost, on sand, warning tape a hand above the pipe, a sleeve under drives and through "
            "walls. Water and electricity apart as local code has it. Photograph it before it is covered.",
        )
    )
    if document.household.back_up.kind in ("mains", "well"):
        notes.append(
            BuildNote(
                view="top_up",
                head="The top-up",
                text="Over a visible air gap, by a licensed plumber. A float valve set at the level above, or a "
                "solenoid by a level switch; an overflow larger than the inlet; a meter, so that a valve that "
                "hangs is seen.",
            )
        )
    return notes


def _of_the_pump(document: Property, say: Wording) -> list[BuildNote]:
    notes = [
        BuildNote(
            view="suction",
            head="Suction",
            text="Flooded is best. Else: falling all the way to the tank, no hump that traps air, a foot valve "
            "and a port to prime it. A pump above the tanks uphill never primes. A flexible connector at a "
            "large tank, so that vibration does not work the outlet loose.",
        ),
        BuildNote(
            view="power",
            head="Power point",
            text="By an electrician, on its own circuit, above any water that can stand there, with a "
            "residual-current device and a switch within reach.",
        ),
        BuildNote(
            view="power",
            head="Listen to it",
            text="A pump that starts when nothing is open has a leak behind it. Isolating valve each side, "
            "a union each side, a gauge that can be read from the door.",
        ),
    ]
    if document.snow.on or document.site.frost_depth_m > 0:
        notes.append(
            BuildNote(
                view="power",
                head="Frost",
                text=f"{say.nominal(FROST_BOARD_MM)} board insulation and vents that close have kept a "
                f"pump working through {say.temperature(FROST_BOARD_HELD_C)} without power. A drain at the "
                "low point of everything outside.",
            )
        )
    if document.pump.vessel_l > 0 and document.pump.feed == "pump":
        notes.append(
            BuildNote(
                view="power",
                head="Once a year",
                text="Check the pre-charge with the power off and the vessel empty; a variable-speed set has a "
                "small one too.",
            )
        )
    return notes
