"""Every valve of a supply, tagged in the order of the water: how it stands, by season, and what comes of it standing
wrong. Basis: common practice."""

from collections.abc import Collection, Iterator
from dataclasses import dataclass
from typing import Literal, get_args

from pydantic import BaseModel

from lean_year.core.parts.usual import FLOOR_DRAIN_MM, ISOLATING_VALVES, TRAIN_VALVES
from lean_year.plan.answer.figure import StationKey
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flush_chambers import chambers
from lean_year.plan.model.train import is_cartridge
from lean_year.property.document import Property

Season = Literal["rain", "dry", "frost", "transfer", "cleaning"]
SEASONS: tuple[Season, ...] = get_args(Season)
Stands = Literal["open", "shut", "by itself"]
ValveKind = Literal["ball", "check", "float", "cap", "lamp", "foot", "hand"]
KIND_NAMES: dict[ValveKind, str] = {
    "ball": "ball valve",
    "check": "check valve",
    "float": "float valve",
    "cap": "screw cap",
    "lamp": "valve of the lamp",
    "foot": "foot valve",
    "hand": "valve to empty it by hand",
}


class Valve(BaseModel):
    """One valve."""

    tag: str
    """`V1`, in the order in which the water comes to it."""
    key: str
    """By the ids of its rows."""
    name: str
    stage: StationKey
    kind: ValveKind
    size: str
    count: int
    """How many there are that are alike, and stand alike."""
    normal: Stands
    positions: dict[Season, Stands]
    """Where it stands otherwise than normally, by season."""
    wrong: str
    """What happens if it stands wrong."""


class NeverTogether(BaseModel):
    """Two valves that must never be open at the same time."""

    first: str
    second: str
    why: str


@dataclass(frozen=True, slots=True)
class _Made:
    key: str
    name: str
    stage: StationKey
    size: str
    wrong: str
    kind: ValveKind = "ball"
    count: int = 1
    normal: Stands = "open"
    positions: tuple[tuple[Season, Stands], ...] = ()


def valves(document: Property, laid: Collection[str], say: Wording) -> list[Valve]:
    """All of them; those that are alike and stand alike have one tag.

    Parameters
    ----------
    document : Property
    laid : collection of str
        Ids of the groups whose run carries water.
    say : Wording
        Of the property.

    Returns
    -------
    list of Valve
        As many ball valves, check valves and float valves as the list of parts has of the design.
    """
    rows = [*_runs(document, laid, say), *_flush(document, say), *_tanks(document, say), *_pressure(document, say)]
    return [
        Valve(
            tag=f"V{number}",
            key=row.key,
            name=row.name,
            stage=row.stage,
            kind=row.kind,
            size=row.size,
            count=row.count,
            normal=row.normal,
            positions=dict(row.positions),
            wrong=row.wrong,
        )
        for number, row in enumerate(rows, 1)
    ]


def never_together(found: list[Valve]) -> list[NeverTogether]:
    """Pairs of valves by which water, or dirt, would go where it must not."""
    by_key = {each.key: each for each in found}
    pairs = []
    top_up = by_key.get("top-up")
    if top_up is not None:
        for valve in found:
            if valve.key.startswith("floor-drain/"):
                why = "the top-up would run through the tank into the ground for as long as nobody looks"
                pairs.append(NeverTogether(first=top_up.tag, second=valve.tag, why=why))
    drains = [each for each in found if each.key.startswith("floor-drain/")]
    outlet = by_key.get("outlet")
    if outlet is not None:
        for drain in drains:
            why = "the pump would draw what is stirred up from the floor"
            pairs.append(NeverTogether(first=outlet.tag, second=drain.tag, why=why))
    second = by_key.get("second-source")
    if second is not None and outlet is not None:
        why = "rain would stand against the other source’s water with nothing but a hand between them"
        pairs.append(NeverTogether(first=outlet.tag, second=second.tag, why=why))
    return pairs


def _runs(document: Property, laid: Collection[str], say: Wording) -> Iterator[_Made]:
    for pipe in document.downpipes:
        if pipe.id not in laid:
            continue
        run, size = pipe.run, say.nominal(pipe.run.bore_mm)
        if run.valves:
            yield _Made(
                f"run/{pipe.id}", f"In the run of {pipe.name}", "gutters", size,
                f"Shut, the gutters of {pipe.name} spill with the first rain.", count=run.valves,
                positions=(("cleaning", "shut"),),
            )  # fmt: skip
        if run.check_valves:
            yield _Made(
                f"run-check/{pipe.id}", f"Check valve in the run of {pipe.name}", "gutters", size,
                "Stuck, the run spills at the gutters, or lets the tank run back.", "check", run.check_valves,
                "by itself",
            )  # fmt: skip
        if run.kind == "wet" and run.low_drain:
            yield _Made(
                f"low-point/{pipe.id}", f"Drain at the low point of {pipe.name}", "gutters",
                say.nominal(run.drained_mm),
                "Open, its rain runs out at the low point and the tank gets none; shut in frost, the run bursts.",
                normal="shut", positions=(("frost", "open"), ("cleaning", "open")),
            )  # fmt: skip


def _flush(document: Property, say: Wording) -> Iterator[_Made]:
    entered = document.first_flush
    if entered.kind == "none":
        return
    for chamber in chambers(document):
        if entered.drain == "by_hand":
            yield _Made(
                f"flush/{chamber.key}", f"First flush of {chamber.name}", "first_flush", "",
                "Shut after a rain, the next rain’s dirt goes to the tank; open in rain, water runs away.",
                "hand", chamber.count, "shut", (("dry", "open"), ("frost", "open")),
            )  # fmt: skip
        if entered.kind != "tank":
            yield _Made(
                f"flush-cap/{chamber.key}", f"Cap of the first flush of {chamber.name}", "first_flush",
                say.nominal(entered.bore_mm), "Off in rain, all of it runs away; on in frost, the leg bursts.", "cap",
                chamber.legs * chamber.count, "shut", (("frost", "open"), ("cleaning", "open")),
            )  # fmt: skip


def _tanks(document: Property, say: Wording) -> Iterator[_Made]:
    built = document.cistern.built()
    for tank in built:
        joined = document.cistern.links_of(tank)
        if joined and tank.valve != "none":
            yield _Made(
                f"link/{tank.id}", f"Link of {tank.name}", "cistern", say.nominal(tank.link.bore_mm),
                "Shut, one tank fills and spills while the house draws the others empty.", count=joined,
                normal="shut" if tank.is_shut else "open", positions=(("cleaning", "shut"),),
            )  # fmt: skip
        if tank.inlet.floor_drain:
            yield _Made(
                f"floor-drain/{tank.id}", f"Drain at the floor of {tank.name}", "gutters",
                say.nominal(FLOOR_DRAIN_MM), "Open, the tank empties onto the ground.", count=tank.count,
                normal="shut", positions=(("cleaning", "open"),),
            )  # fmt: skip
    last, second = document.cistern.drawn_from(), document.cistern.second_outlet
    if second is not None:
        yield _Made(
            "second-outlet", f"Outlet of {last.name} for the {second.serves}", "cistern",
            say.nominal(document.pump.suction.bore_mm),
            "Open by mistake, the water kept for fire runs away." if second.serves == "fire"
            else "Shut, the garden has no water.",
            normal="shut" if second.serves == "fire" else "open", positions=(("cleaning", "shut"),),
        )  # fmt: skip
    if not document.pump.through_the_wall:
        return
    yield _Made(
        "outlet", f"Outlet of {last.name}", "cistern", say.nominal(document.pump.suction.bore_mm),
        "Shut, the pump runs dry and no tap has water.", positions=(("cleaning", "shut"),),
    )  # fmt: skip


def _pressure(document: Property, say: Wording) -> Iterator[_Made]:
    entered, back_up = document.pump, document.household.back_up
    suction, delivery = say.nominal(entered.suction.bore_mm), say.nominal(entered.delivery.bore_mm)
    if back_up.kind in ("mains", "well"):
        size = say.nominal(back_up.inlet_mm)
        yield _Made("top-up", f"Top-up from the {back_up.kind}", "household", size,
                    "Shut, the tank runs dry with its float open; open while the tank is cleaned, it runs to waste.",
                    positions=(("cleaning", "shut"),))  # fmt: skip
        yield _Made("top-up-float", "Float of the top-up", "household", size,
                    "Stuck open, it fills the room that rain needs and runs out at the overflow.", "float",
                    normal="by itself")  # fmt: skip
    if entered.feed == "hand" and not entered.hand_pump.in_the_water:
        yield _Made("foot", "Foot valve of the hand pump", "pump", suction,
                    "Leaking, the pump loses its water between uses.", "foot", normal="by itself")  # fmt: skip
    if entered.by_motor:
        if entered.foot_valve and not entered.submerged:
            yield _Made("foot", "Foot valve of the suction", "pump", suction,
                        "Leaking, the pump loses its water and starts dry.", "foot", normal="by itself")  # fmt: skip
        if entered.check_valve:
            yield _Made("pump-check", "Check valve of the pump", "pump", suction,
                        "Leaking, the pump starts every few minutes with no tap open.", "check",
                        normal="by itself")  # fmt: skip
        yield _Made("pump", "Before and behind the pump", "pump", suction,
                    "Shut, the pump runs against it and heats up.", count=ISOLATING_VALVES)  # fmt: skip
    if entered.feed == "header":
        yield _Made("header-float", "Float of the header tank", "pump", delivery,
                    "Stuck open, the header tank runs over.", "float", normal="by itself")  # fmt: skip
        yield _Made("header", "Outlet of the header tank", "pump", say.nominal(entered.header.down.bore_mm),
                    "Shut, no tap has water.", positions=(("cleaning", "shut"),))  # fmt: skip
    if any(is_cartridge(stage) for stage in document.treatment.stages):
        yield _Made("train", "Before and behind the filters", "treatment", delivery,
                    "Shut, no tap has water; open while a housing is undone, it sprays.", count=TRAIN_VALVES,
                    positions=(("cleaning", "shut"),))  # fmt: skip
    uv = document.treatment.uv
    if uv.shut_valve and any(stage.kind == "uv" for stage in document.treatment.stages):
        yield _Made("lamp", "Valve of the lamp", "treatment", delivery,
                    "Held open by hand, water passes that no lamp has lit.", "lamp", normal="by itself")  # fmt: skip
    if document.treatment.second_source != "none" and document.treatment.changeover == "valves":
        yield _Made("second-source", f"From the {document.treatment.second_source}", "treatment", delivery,
                    "Open with the rain’s outlet, the two waters stand against each other.", normal="shut",
                    positions=(("transfer", "open"),))  # fmt: skip
