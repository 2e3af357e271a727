"""What a permit says against a design."""

from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.findings import Findings
from lean_year.property.permits import Permit


def permit_findings(names: dict[str, str], entered: dict[str, Permit]) -> list[Finding]:
    """Those of the named ones that were refused; what is open is no fault, but waits."""
    found = Findings("permits")
    for key, name in names.items():
        if key in entered and entered[key].status == "refused":
            found.add(
                "PERMITS_REFUSED",
                "fails",
                f"{name}: refused.",
                "Ask what would be granted, and change the design to it before anything is ordered.",
            )
    return found.rows
