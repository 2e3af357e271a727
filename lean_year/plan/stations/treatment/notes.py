"""How the train is put together, for what this property has. Basis: common practice."""

from lean_year.core.treatment.ultraviolet import RATED_LIFE_H
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.model.train import in_concrete, is_cartridge, served
from lean_year.property.document import Property
from lean_year.property.treatment import Treatment

_GARDEN_TAP = BuildNote(
    view="train",
    head="A garden tap and its hose",
    text="Children drink from a hose: a sign at every tap that its water is not for drinking, or a handle that comes "
    "off. No paddling pool is filled from it, and nobody stands in its spray.",
)
_SOFT_WATER = BuildNote(
    view="water",
    head="Soft water",
    text="Rainwater needs no softener, and less soap and detergent: a third of what the packet says. "
    "Soft and acid, it takes metal from pipes; run the tap in the morning before drinking.",
)
_TOUCHES_DRINKING_WATER = BuildNote(
    view="train",
    head="What touches drinking water",
    text="Liner, pipe, paint, sealant, mortar additive and coating rated for it (NSF/ANSI/CAN 61, "
    "AS/NZS 4020, from memory). Tanks are new, or have held nothing but food.",
)


def treatment_notes(document: Property) -> list[BuildNote]:
    """Every note of the train that applies."""
    notes = _on_the_wall(document.treatment)
    uses = served(document)
    if uses["indoor"]:
        notes.append(
            BuildNote(
                view="train",
                head="Pipe that is not for drinking",
                text="Marked along its length and at every outlet, in the colour and words that local code has; no "
                "joint to the drinking pipe, not even behind a shut valve.",
            )
        )
    if uses["garden"] and not uses["drinking"]:
        notes.append(_GARDEN_TAP)
    if uses["indoor"] or uses["drinking"]:
        notes.append(_SOFT_WATER)
    if uses["drinking"]:
        notes.append(_TOUCHES_DRINKING_WATER)
    if in_concrete(document):
        notes.append(
            BuildNote(
                view="water",
                head="A tank of concrete",
                text="Gives lime to the water by itself, most in its first years: measure pH and alkalinity before "
                "a contactor is bought.",
            )
        )
    if document.treatment.second_source != "none":
        notes.append(
            BuildNote(
                view="train",
                head="Two sources",
                text="One handle, one way at a time: a changeover valve without a middle position. Each source "
                "has its own test and its own transmittance. Labels at both valves.",
            )
        )
    return notes


def _on_the_wall(entered: Treatment) -> list[BuildNote]:
    """Housings and lamp."""
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
                text="“Micron” is nominal on most: it keeps back most particles of that size, not all. A "
                "filter is absolute only where it says so. "
                "Flush carbon to waste until it runs clear. Write the date on the bowl.",
            ),
        ]
    if "uv" in kinds:
        notes += [
            BuildNote(
                view="plant_room",
                head="At the lamp",
                text="Metal unions next to the chamber: UV light degrades PVC. As much free length beside it "
                "as it is long, to draw lamp and sleeve. A receptacle above the drip line, by an electrician.",
            ),
            BuildNote(
                view="disinfection",
                head="The lamp and its sensor",
                text="Lamps are in use for 9 months to almost 4 years; makers rate about "
                f"{fixed(RATED_LIFE_H)} hours. The sensor is "
                "the dear part, and the only one that sees dose: with a valve that fails shut it is worth its price. "
                "A sleeve is wiped at every cartridge.",
            ),
        ]
    return notes
