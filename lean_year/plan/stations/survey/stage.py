"""Survey: one list of what must be seen on the site, made from the design as it stands, and how far it has come."""

from collections.abc import Callable, Iterator
from functools import lru_cache
from typing import Any, Literal

import jsonpointer
from pydantic import BaseModel

from lean_year.core.survey.plausible import plausible_range
from lean_year.plan.answer.figure import Finding, StationKey
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.survey.ask import WALK, Ask, AskKind, Walk
from lean_year.plan.stations.survey.findings import condition_findings
from lean_year.plan.stations.survey.found_parts import FoundPart, found_parts
from lean_year.plan.stations.survey.ground_and_road import on_the_ground, on_the_road
from lean_year.plan.stations.survey.plant_and_house import at_the_plant, in_the_house
from lean_year.plan.stations.survey.roofs_and_eaves import at_the_eaves, on_the_roofs
from lean_year.plan.stations.survey.walls import on_the_walls
from lean_year.property.assumed import Assumed
from lean_year.property.audit import Audit, Condition, ConditionState
from lean_year.property.document import Property
from lean_year.property.survey import Seen

State = Literal["open", "assumed", "left_out", "entered", "confirmed"]
"""Nothing stands there; what stands nobody has entered; left out; somebody has entered it; somebody has seen it
on the site."""
_WALKED: tuple[Callable[[Property], Iterator[Ask]], ...] = (
    on_the_roofs, at_the_eaves, on_the_walls, on_the_ground, at_the_plant, in_the_house, on_the_road,
)  # fmt: skip


class SurveyItem(BaseModel):
    """One thing to see, measure or photograph."""

    key: str
    walk: Walk
    asks: str
    how: str
    path: str | None
    """JSON pointer of its place in the design: writing it there and writing it here is one edit."""
    kind: AskKind
    value: Any
    """What stands there; None where nothing does, or where it has no place."""
    unmeasured: bool
    """Whether nothing standing there means that nobody has measured it, and not that there is none."""
    state: State
    by: str
    on: str | None
    note: str
    gone_later: bool
    photo: bool


class FoundItem(BaseModel):
    """One part of an existing supply, and what it is like."""

    key: str
    name: str
    looks_for: str
    stage: StationKey
    state: ConditionState
    note: str


class SurveyPlan(BaseModel):
    """Everything to see, in the order of a walk round the house."""

    walk: list[Walk]
    items: list[SurveyItem]
    missing: int
    """Items that nobody has entered, seen or left out."""
    found: list[FoundItem]
    """Where the supply stands already: its parts, to be looked at; empty otherwise."""
    findings: list[Finding]
    cautions: list[str]


def plan_survey(document: Property) -> SurveyPlan:
    """The list for a design, each item with its state."""
    assumed, seen = Assumed(document.assumed), document.survey
    raw = document.model_dump(mode="json")
    items = [
        _item(ask, None if ask.path is None else _pointer(ask.path).resolve(raw), assumed, seen.get(ask.key))
        for walked in _WALKED
        for ask in walked(document)
    ]
    parts = list(found_parts(document))
    return SurveyPlan(
        walk=[each for each in WALK if any(item.walk == each for item in items)],
        items=items,
        missing=sum(item.state in ("open", "assumed") for item in items),
        found=[_found(part, document.audit) for part in parts] if document.audit.as_found else [],
        findings=condition_findings(parts, document.audit),
        cautions=[
            "Roofs and ladders: the ladder tied or held, nobody alone, nobody up in wind or rain.",
            "Overhead wires kill: stay clear of them with ladders, poles and tapes of metal.",
            "Nobody leans or climbs into a tank or a pit to see what is there: its air can kill.",
        ],
    )


@lru_cache(1_024)
def _pointer(path: str) -> jsonpointer.JsonPointer:
    return jsonpointer.JsonPointer(path)


def _found(part: FoundPart, audit: Audit) -> FoundItem:
    condition = audit.conditions.get(part.key, Condition())
    return FoundItem(
        key=part.key,
        name=part.name,
        looks_for=part.looks_for,
        stage=part.stage,
        state=condition.state,
        note=condition.note,
    )


def _item(ask: Ask, value: Any, assumed: Assumed, seen: Seen | None) -> SurveyItem:
    return SurveyItem(
        key=ask.key,
        walk=ask.walk,
        asks=ask.asks,
        how=ask.how,
        path=ask.path,
        kind=ask.kind,
        value=value,
        unmeasured=ask.path is not None and _can_be_unmeasured(ask.path),
        state=_state(ask, value, assumed, seen),
        by=seen.by if seen else "",
        on=seen.on if seen else None,
        note=seen.note if seen else "",
        gone_later=ask.gone_later,
        photo=ask.photo,
    )


def _state(ask: Ask, value: Any, assumed: Assumed, seen: Seen | None) -> State:
    """What was seen counts while the same stands there, and what was left out until it is entered."""
    entered = ask.path is not None and not _unmeasured(ask.path, value) and not assumed.covers(ask.path)
    if seen is not None and seen.mark == "seen" and (ask.path is None or (entered and seen.value == value)):
        return "confirmed"
    if entered:
        return "entered"
    if seen is not None and seen.mark == "left_out":
        return "left_out"
    return "open" if ask.path is None or _unmeasured(ask.path, value) else "assumed"


def _unmeasured(path: str, value: Any) -> bool:
    return value == "unknown" or (value is None and _can_be_unmeasured(path))


@lru_cache(1_024)
def _can_be_unmeasured(path: str) -> bool:
    known = plausible_range(path)
    return known is not None and known.unmeasured


def _headline(_model: PropertyModel, plan: SurveyPlan) -> str:
    return f"{plan.missing} of {len(plan.items)} missing" if plan.missing else f"{len(plan.items)}, none missing"


STATION = Station(
    key="survey",
    name="Survey",
    job_step=1,
    entries=("/survey", "/audit"),
    answer=SurveyPlan,
    plan=lambda model: plan_survey(model.document),
    headline=_headline,
    undecided=lambda _model, plan: plan.missing > 0,
)
