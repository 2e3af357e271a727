"""How train and pump are put together, for what this property has. Basis: common practice."""

from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import is_cartridge
from lean_year.plan.stations.treatment.least_train import served
from lean_year.property.document import Property


def in_concrete(document: Property) -> bool:
    """Whether water stands in a tank that is cast."""
    return any(tank.shape.kind == "box" and tank.shape.cast for tank in document.cistern.built())


def treatment_notes(document: Property) -> list[BuildNote]:
    """Every note of the train that applies."""
    entered = document.treatment
    kinds = {stage.kind for stage in entered.stages}
    notes = []
    if any(is_cartridge(stage) for stage in entered.stages):
        notes += [
            BuildNote(
                view="plant_room",
                head="Around each housing",
                text="A union and an isolating valve either side, a gauge either side, one bypass round them all "
                "that is shut and tagged, and a drip pan with a drain below. Room to drop the bowl.",
            ),
            BuildNote(
                view="plant_room",
                head="New cartridges",
                text="“Micron” is nominal on most: about so much is kept back, not all. Absolute is said so. Flush "
                "carbon to waste until it runs clear. Write the date on the bowl.",
            ),
        ]
    if "uv" in kinds:
        notes += [
            BuildNote(
                view="plant_room",
                head="At the lamp",
                text="Metal unions next to the chamber: UV light eats PVC. As much free length beside it as it is "
                "long, to draw lamp and sleeve. A receptacle above the drip line, by an electrician.",
            ),
            BuildNote(
                view="disinfection",
                head="A lamp that glows",
                text="Lamps are in use for 9 months to almost 4 years; makers rate about 9,000 hours. The sensor is "
                "the dear part, and the only one that sees dose: with a valve that fails shut it is worth its price. "
                "A sleeve is wiped at every cartridge.",
            ),
        ]
    if served(document)["indoor"]:
        notes.append(
            BuildNote(
                view="train",
                head="Pipe that is not for drinking",
                text="Marked along its length and at every outlet, in the colour and words that local code has; no "
                "joint to the drinking pipe, not even behind a shut valve.",
            )
        )
    notes += [
        BuildNote(
            view="water",
            head="Soft water",
            text="Rain wants no softener, and less soap and detergent: a third of what the packet says. Soft and "
            "acid, it takes metal from pipes; run the tap in the morning before drinking.",
        ),
        BuildNote(
            view="train",
            head="What touches drinking water",
            text="Liner, pipe, paint, sealant, mortar additive and coating rated for it (NSF/ANSI/CAN 61, "
            "AS/NZS 4020, from memory). Tanks are new, or have held nothing but food.",
        ),
    ]
    if in_concrete(document):
        notes.append(
            BuildNote(
                view="water",
                head="A tank of concrete",
                text="Gives lime to the water by itself, most in its first years: measure pH and alkalinity before "
                "a contactor is bought.",
            )
        )
    if entered.second_source != "none":
        notes.append(
            BuildNote(
                view="train",
                head="Two sources",
                text="One handle, one way at a time: a changeover that cannot stand between. Each source has its own "
                "test and its own transmittance. Labels at both valves.",
            )
        )
    return notes


def pump_notes(document: Property, say: Wording) -> list[BuildNote]:
    """Every note of pump and pipes that applies."""
    entered = document.pump
    notes = []
    if entered.way in ("pump", "header"):
        notes += [
            BuildNote(
                view="suction",
                head="Suction",
                text="Flooded is best. Else: falling all the way to the tank, no hump that traps air, a foot valve "
                "and a port to prime it. A pump above the tanks uphill never primes. A flexible connector at a "
                "large tank, so that the pump's shaking does not work the outlet loose.",
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
                text="A pump that starts when nothing is open tells of a leak. Isolating valve each side, a union "
                "each side, a gauge that can be read from the door.",
            ),
        ]
        if document.snow.on or document.site.frost_depth_m > 0:
            notes.append(
                BuildNote(
                    view="power",
                    head="Frost",
                    text=f"{say.bore(50)} board insulation and vents that close have kept a pump working through "
                    f"{say.temperature(-9)} without power. A drain at the low point of everything outside.",
                )
            )
        if entered.vessel_l > 0 and entered.way == "pump":
            notes.append(
                BuildNote(
                    view="power",
                    head="Once a year",
                    text="Check the pre-charge with the power off and the vessel empty; a variable-speed set has a "
                    "small one too.",
                )
            )
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
