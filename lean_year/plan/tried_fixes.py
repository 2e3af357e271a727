"""Every fix of a plan tried on the whole of it, so that what it costs elsewhere is known before it is pressed."""

import json
from collections import Counter
from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.changes import what_moved
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.registry import FALL
from lean_year.plan.whole import WholePlan, plan_property
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit

LEAST_SHARE = 0.01
"""Of the tanks' volume, from which a change of it is told."""


class TriedFix(BaseModel):
    """A fix and what it does beside what it stands under."""

    operations: list[dict[str, Any]]
    effect: str
    """In words; empty where nothing else moves."""


def tried_fixes(document: Property, plan: WholePlan, rain: PreparedRain | None) -> Iterator[TriedFix]:
    """Each fix of the plan's findings once, worked out on the whole property."""
    say = Wording(document.units)
    seen: set[str] = set()
    for finding in plan.findings:
        for fix in finding.fixes:
            key = json.dumps(fix.operations, sort_keys=True)
            if key in seen:
                continue
            seen.add(key)
            after = plan_property(apply_edit(document, fix.operations), rain).plan
            yield TriedFix(operations=fix.operations, effect=effect_of(plan, after, finding, say))
    if seen:
        plan_property(document, rain)  # what is held of the design as it is stays the last that was asked for


def effect_of(before: WholePlan, after: WholePlan, mended: Finding, say: Wording) -> str:
    """What a fix moves besides the finding that it mends: years and water, the tanks' size, and what fails then."""
    parts = [what_moved(before, after, say), _size(before, after, say), *_then_fails(before, after, mended)]
    return "; ".join(part for part in parts if part)


def _size(before: WholePlan, after: WholePlan, say: Wording) -> str:
    was, now = before.tank_l, after.tank_l
    if abs(now - was) <= LEAST_SHARE * max(was, 1.0):
        return ""
    return f"tanks of {say.volume(now)} and not {say.volume(was)}"


def _then_fails(before: WholePlan, after: WholePlan, mended: Finding) -> list[str]:
    """Stations at which more fails than before, and the loss of what could be drunk."""
    was, now = (Counter(each.stage for each in plan.findings if each.severity == "fails") for plan in (before, after))
    names = [station.name for station in FALL if now[station.key] > was[station.key]]
    undrinkable = any(each.not_to_drink for each in after.findings) and not any(
        each.not_to_drink for each in before.findings
    )
    cautions = _more_cautions(before, after, mended)
    return [
        f"then fails at {', '.join(names)}" if names else "",
        "then not to be drunk" if undrinkable else "",
        f"then a caution at {', '.join(cautions)}" if cautions else "",
    ]


def _more_cautions(before: WholePlan, after: WholePlan, mended: Finding) -> list[str]:
    """Stations, but for that of the fix itself, at which there are more cautions than before."""
    was, now = (
        Counter(each.stage for each in plan.findings if each.severity == "caution") for plan in (before, after)
    )
    return [station.name for station in FALL if now[station.key] > was[station.key] and station.key != mended.stage]
