"""What an existing supply's condition says against it."""

from collections.abc import Sequence

from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.stations.survey.found_parts import FoundPart
from lean_year.property.audit import Audit


def condition_findings(parts: Sequence[FoundPart], audit: Audit) -> list[Finding]:
    """Parts that are worn or broken; what nobody has looked at is no fault, but missing."""
    found = Findings("survey")
    for part in parts:
        condition = audit.conditions.get(part.key)
        if condition is None:
            continue
        words = f": {condition.note.rstrip('.')}." if condition.note else "."
        renewed = replace(f"/audit/conditions/{part.key.replace('/', '~1')}/state", "renewed")
        fix = Fix(text="Repair or renew it.", operations=[renewed])
        if condition.state == "broken":
            found.add(
                "SURVEY_BROKEN",
                "fails",
                f"{part.name} is broken{words}",
                "Repair or renew it before the supply is used.",
                fix,
                stage=part.stage,
            )
        elif condition.state == "worn":
            found.add(
                "SURVEY_WORN",
                "caution",
                f"{part.name} is worn{words}",
                "Repair or renew it with the other work.",
                fix,
                stage=part.stage,
            )
    return found.rows
