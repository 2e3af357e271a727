"""Which permits, inspections and licensed trades a design may need, why, and what waits for each."""

from collections.abc import Iterator
from dataclasses import dataclass

from lean_year.plan.model.footings import standings
from lean_year.plan.model.train import served
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True)
class KnownPermit:
    """A permit that is asked for by a design; from whom, and whether it is needed, is for the place to say."""

    asks: str
    holds_up: str
    """The step of the build that waits for it."""


KNOWN_PERMITS = {
    "collect": KnownPermit("Rain may be collected and used here", "ordering anything"),
    "building": KnownPermit("Building or resource consent", "ordering the tank"),
    "heritage": KnownPermit("Heritage or a rule of the neighbourhood", "ordering the tank"),
    "setbacks": KnownPermit("Distances from boundary, road and footing", "marking out"),
    "services": KnownPermit("Cables and pipes located", "digging"),
    "septic": KnownPermit("Septic field and soakaway", "digging"),
    "drain": KnownPermit("Leave to drain into the storm drain", "connecting the overflow"),
    "plumber": KnownPermit("Licensed plumber", "connecting the house"),
    "electrician": KnownPermit("Licensed electrician", "connecting the pump"),
    "backflow": KnownPermit("Backflow inspection", "opening the top-up"),
}
"""In the order in which they hold the work up."""


def reasons(document: Property) -> Iterator[tuple[str, str]]:
    """Keys of what a design asks for, each with its reason."""
    digs = _digs(document)
    yield "collect", "Some places ask for a licence, or forbid some uses."
    yield "building", ("A tank or a pipe is dug in." if digs else "Large or raised tanks often need one.")
    yield "heritage", "Tanks, downpipes and roofs that can be seen may need leave."
    yield "setbacks", "The place may ask for more room than the design keeps."
    if digs:
        yield "services", "Something is dug in."
    if digs or document.overflow.destination in ("soakaway", "swale", "rain_garden"):
        yield "septic", "Tanks, pits and overflow water keep away from a field."
    if document.overflow.destination == "storm_drain":
        yield "drain", "The overflow ends in it."
    uses = served(document)
    if uses["indoor"] or uses["drinking"]:
        if document.pump.feed not in ("undecided", "hand") or document.treatment.stages:
            yield "plumber", "Pipes of the house are connected."
    elif document.household.back_up.kind == "mains":
        yield "plumber", "The mains top the tank up."
    on_mains = document.pump.by_motor and not document.pump.on_battery
    lamp = any(stage.kind == "uv" for stage in document.treatment.stages)
    if on_mains or lamp:
        connected = "pump and lamp" if on_mains and lamp else "pump" if on_mains else "lamp"
        yield "electrician", f"Mains power for {connected}."
    if document.household.back_up.kind == "mains":
        yield "backflow", "The mains top the tank up."


def _digs(document: Property) -> bool:
    return any(row.buried for row in standings(document)) or any(
        pipe.run.kind == "wet" and pipe.id in document.groups_in_use() for pipe in document.downpipes
    )
