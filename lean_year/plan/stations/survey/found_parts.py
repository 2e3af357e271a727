"""The parts of a supply that are looked at where one stands already, in the order the water takes."""

from collections.abc import Iterator
from dataclasses import dataclass

from lean_year.plan.answer.figure import StationKey
from lean_year.property.document import Property

_STAGES = {"sediment": "Sediment filter", "carbon": "Carbon filter", "uv": "Lamp"}


@dataclass(frozen=True, slots=True)
class FoundPart:
    """One part to look at. Common practice, without a source."""

    key: str
    """By the ids of its rows, so that it stays when rows move."""
    name: str
    looks_for: str
    stage: StationKey
    """Where it is entered."""


def found_parts(document: Property) -> Iterator[FoundPart]:
    """Every part that the design as it was entered has."""
    for roof in document.roofs:
        if roof.on:
            yield FoundPart(f"gutters/{roof.id}", f"Gutters of {roof.name}",
                            "Sagging, rust, leaking joints, loose brackets, moss.", "gutters")  # fmt: skip
    for pipe in document.downpipes:
        yield FoundPart(f"downpipe/{pipe.id}", f"Downpipes of {pipe.name} and their pipe",
                        "Cracks, brittle plastic, open joints, no fall.", "gutters")  # fmt: skip
        if pipe.screens:
            yield FoundPart(
                f"screens/{pipe.id}", f"Screens at {pipe.name}", "Torn mesh, gaps, never cleaned.", "gutters"
            )
    if document.first_flush.kind != "none":
        yield FoundPart(
            "first_flush", "First flush", "Its drain open, its ball free, its chamber empty.", "first_flush"
        )
    for tank in document.cistern.tanks:
        yield FoundPart(f"tank/{tank.id}", f"{tank.name}: wall and floor",
                        "Cracks, rust, bulges, leaks, liner off its rail.", "cistern")  # fmt: skip
        yield FoundPart(f"lid/{tank.id}", f"{tank.name}: lid and openings",
                        "Shut, locked, no light, no way in for vermin.", "cistern")  # fmt: skip
        yield FoundPart(f"sludge/{tank.id}", f"{tank.name}: what lies in it", "Depth of sludge, smell, dead animals.",
                        "cistern")  # fmt: skip
    if document.overflow.kind != "none":
        yield FoundPart(
            "overflow", "Overflow", "Blocked, without a screen, ground washed out where it ends.", "overflow"
        )
    yield from _lift_and_treatment(document)
    if document.household.back_up.kind != "none":
        yield FoundPart("back_up", "Top-up", "Its float valve closing, its air gap free.", "household")


def _lift_and_treatment(document: Property) -> Iterator[FoundPart]:
    if document.pump.by_motor:
        yield FoundPart("pump", "Pump", "Noise, short cycles, wet windings, a check valve that lets go.", "pump")
        if document.pump.has_vessel:
            yield FoundPart(
                "vessel", "Pressure vessel", "Its pre-charge with the water let off; water at its air valve.", "pump"
            )
    if document.pump.feed == "header":
        yield FoundPart("header", "Header tank", "Its stand, its lid, its float valve, its overflow.", "pump")
    seen: dict[str, int] = {}
    for stage in document.treatment.stages:
        seen[stage.kind] = number = seen.get(stage.kind, 0) + 1
        name = _STAGES.get(stage.kind, stage.kind.replace("_", " ").capitalize())
        yield FoundPart(f"stage/{stage.kind}-{number}", name if number == 1 else f"{name} {number}",
                        "Housing cracked, seal leaking, cartridge collapsed or overdue; a lamp's sleeve.",
                        "treatment")  # fmt: skip
