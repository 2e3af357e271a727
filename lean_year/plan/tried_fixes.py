"""Every fix of a plan tried on the whole of it, so that what it costs elsewhere is known before it is pressed."""

import json
from collections import Counter
from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

from lean_year.plan.answer.figure import Severity, StationKey
from lean_year.plan.answer.wording import Wording
from lean_year.plan.changes import what_moved
from lean_year.plan.model.book_prices import NO_PRICES, BookPrices
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL
from lean_year.plan.whole import WholePlan, plan_property
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit

LEAST_SHARE = 0.01
"""Of the tanks' volume, from which a change of it is named."""


class TriedFix(BaseModel):
    """A fix and what it does beside what it stands under."""

    operations: list[dict[str, Any]]
    effect: str
    """In words; empty where nothing else moves."""


def tried_fixes(
    document: Property, plan: WholePlan, rain: PreparedRain | None, prices: BookPrices = NO_PRICES
) -> Iterator[TriedFix]:
    """Each fix of the plan's findings once, worked out on the whole property."""
    say = Wording(document.units)
    seen: set[str] = set()
    for finding in plan.findings:
        for fix in finding.fixes:
            key = json.dumps(fix.operations, sort_keys=True)
            if key in seen:
                continue
            seen.add(key)
            after = plan_property(apply_edit(document, fix.operations), rain, prices=prices).plan
            yield TriedFix(operations=fix.operations, effect=effect_of(plan, after, finding.stage, say))
    if seen:
        plan_property(
            document, rain, prices=prices
        )  # what is held of the design as it is stays the last that was asked for


def effect_of(before: WholePlan, after: WholePlan, station: StationKey, say: Wording) -> str:
    """What a fix of a station's finding moves besides it: years, water, the tanks' size, and what is found then."""
    parts = [what_moved(before, after, say), _size(before, after, say), *_found_then(before, after, station)]
    return "; ".join(part for part in parts if part)


def _size(before: WholePlan, after: WholePlan, say: Wording) -> str:
    was, now = before.tank_l, after.tank_l
    if abs(now - was) <= LEAST_SHARE * max(was, 1.0):
        return ""
    return f"tanks of {say.volume(now)} and not {say.volume(was)}"


def _found_then(before: WholePlan, after: WholePlan, station: StationKey) -> list[str]:
    """Stations at which more fails, the loss of what could be drunk, and other stations with more cautions."""
    failing = [each.name for each in _more(before, after, "fails")]
    cautions = [each.name for each in _more(before, after, "caution") if each.key != station]
    undrinkable = _not_to_drink(after) and not _not_to_drink(before)
    return [
        f"then fails at {', '.join(failing)}" if failing else "",
        "then not to be drunk" if undrinkable else "",
        f"then a caution at {', '.join(cautions)}" if cautions else "",
    ]


def _more(before: WholePlan, after: WholePlan, severity: Severity) -> list[Station[Any]]:
    """Stations with more findings of a severity than before, in the order of the water."""
    was, now = (
        Counter(each.stage for each in plan.findings if each.severity == severity) for plan in (before, after)
    )
    return [station for station in FALL if now[station.key] > was[station.key]]


def _not_to_drink(plan: WholePlan) -> bool:
    return any(each.not_to_drink for each in plan.findings)
