"""What a log shows of a supply, as changes of its design: use, catch, and how long cartridges last.

Offered, and tried on the whole plan before anybody takes it. What is lost, or caught no more, from some day on is no
matter of design: it is found and repaired.
"""

from collections.abc import Iterator, Sequence
from typing import Any

import numpy as np
from pydantic import BaseModel

from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.behaving import Behaving
from lean_year.plan.model.roof_surface import runoff_of
from lean_year.plan.model.supply import Supply, supply_of
from lean_year.plan.stations.log.levels import LevelRead
from lean_year.plan.stations.log.wear import WearPlan
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from lean_year.property.front import alone

LEAST_SHARE = 0.05
"""Less of a difference changes nothing that anybody builds."""
MOST_TIMES = 3.0
"""So many times the designed use at the most: beyond that it is no use."""


class Learned(BaseModel):
    """One thing that the log shows otherwise than the design has it."""

    key: str
    name: str
    was: str
    shown: str
    why: str
    operations: list[dict[str, Any]]


def learned(
    document: Property,
    supply: Supply | None,
    said: Behaving | None,
    levels: Sequence[LevelRead],
    wear: Sequence[WearPlan],
    say: Wording,
) -> list[Learned]:
    """Everything that can be taken into the design."""
    found = list(_lives(wear))
    if supply is not None and said is not None and levels:
        all_along = said.since is None or said.since <= levels[0].on
        if all_along:
            found += [*_use(document, supply, said, say), *_catch(document, said)]
    return found


def _use(document: Property, supply: Supply, said: Behaving, say: Wording) -> Iterator[Learned]:
    """More or less than designed through the whole log, by a difference that is no chance."""
    if said.house_share is None or said.low is None or said.high is None or said.verdict == "catching_less":
        return
    house_l_day = float(np.mean(supply.demand.house_l[0]))
    without = apply_edit(document, list(_uses_times(document, 0.0)))
    people_l_day = house_l_day - float(np.mean(supply_of(alone(without), supply.rain).demand.house_l[0]))
    if said.low <= 0 <= said.high or people_l_day <= 0:
        return
    # All of a difference is put down to the people: animals drink what they drink.
    times = min(MOST_TIMES, max(0.0, 1 + (said.house_share - 1) * house_l_day / people_l_day))
    if abs(times - 1) < LEAST_SHARE:
        return
    yield Learned(
        key="use",
        name="Use of the people who live there",
        was=say.rate(people_l_day),
        shown=say.rate(times * people_l_day),
        why=f"{several(said.intervals, 'interval')} between levels, in all of which about as much was "
        f"{'missing' if times > 1 else 'left over'}. First make sure that nothing leaks.",
        operations=list(_uses_times(document, times)),
    )


def _uses_times(document: Property, times: float) -> Iterator[dict[str, Any]]:
    household = document.household
    if household.uses is None:
        yield replace("/household/litres_person_day", _short(household.indoor_l_person_day * times))
    for number, use in enumerate(household.listed):
        at = f"/household/uses/{number}"
        if use.from_rain and use.litres_person_day > 0:
            yield replace(f"{at}/litres_person_day", _short(use.litres_person_day * times))
        if use.from_rain and any(use.litres_day):
            yield replace(f"{at}/litres_day", [_short(litres * times) for litres in use.litres_day])


def _catch(document: Property, said: Behaving) -> Iterator[Learned]:
    share = said.catch_share
    if said.verdict != "catching_less" or share is None or abs(share - 1) < LEAST_SHARE:
        return
    on = [(number, roof) for number, roof in enumerate(document.roofs) if roof.on]
    middle = float(np.mean([runoff_of(roof) for _, roof in on])) if on else 0.0
    yield Learned(
        key="catch",
        name="Share of the rain that the roofs bring",
        was=f"{fixed(100 * middle)} %",
        shown=f"{fixed(100 * middle * share)} %",
        why="So it was through the whole log. First look at screens, gutters and first-flush drains.",
        operations=[replace(f"/roofs/{number}/runoff", _short(runoff_of(roof) * share)) for number, roof in on],
    )


def _lives(wear: Sequence[WearPlan]) -> Iterator[Learned]:
    for each in wear:
        if each.own_months is None:
            continue
        if abs(each.own_months / each.usual_months - 1) < LEAST_SHARE:
            continue
        yield Learned(
            key=each.key,
            name=f"Life of {each.name}",
            was=f"{fixed(each.usual_months, 1)} months",
            shown=f"{fixed(each.own_months, 1)} months",
            why=f"By {several(each.lives, 'cartridge')} that lasted to the change.",
            operations=[replace(f"/treatment/stages/{each.stage}/life_months", _short(each.own_months))],
        )


def _short(value: float) -> float:
    return float(f"{value:.3g}")
