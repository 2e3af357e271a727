"""Permits: what the design asks others for, and how far that has come."""

from pydantic import BaseModel

from lean_year.plan.answer.figure import Finding
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.permits.asked import KNOWN_PERMITS, reasons
from lean_year.plan.stations.permits.findings import permit_findings
from lean_year.plan.stations.permits.work import permit_work
from lean_year.property.document import Property


class AskedPermit(BaseModel):
    """One that the design gives a reason for, or did when something was entered to it."""

    key: str
    asks: str
    why: str
    """Empty where the design does not ask for it any more; it then holds nothing up."""
    holds_up: str
    """The step of the build that waits for it."""


class PermitsPlan(BaseModel):
    """What the design asks for; what has come of each stands in the document."""

    asked: list[AskedPermit]
    open: int
    """Those, and the person's own, of which it is not known that they are granted or not needed."""
    findings: list[Finding]
    cautions: list[str]


def plan_permits(document: Property) -> PermitsPlan:
    """The list for a design, with how many of it are open."""
    entered, why = document.permits, dict(reasons(document))
    names = {key: known.asks for key, known in KNOWN_PERMITS.items() if key in why}
    names |= {key: permit.name or "Another permit" for key, permit in entered.items() if key not in KNOWN_PERMITS}
    return PermitsPlan(
        asked=[
            AskedPermit(key=key, asks=known.asks, why=why.get(key, ""), holds_up=known.holds_up)
            for key, known in KNOWN_PERMITS.items()
            if key in why or key in entered
        ],
        open=sum(key not in entered or entered[key].status in ("open", "asked", "refused") for key in names),
        findings=permit_findings(names, entered),
        cautions=[
            "What is needed differs from place to place: local code and whoever applies it come first.",
            "Nothing is dug before cables and pipes are located.",
            "Only who is licensed for it connects anything to the mains or to power.",
        ],
    )


def _headline(_model: PropertyModel, plan: PermitsPlan) -> str:
    return f"{plan.open} open" if plan.open else "none open"


STATION = Station(
    key="permits",
    name="Permits",
    job_step=12,
    entries=("/permits",),
    answer=PermitsPlan,
    plan=lambda model: plan_permits(model.document),
    headline=_headline,
    undecided=lambda _model, plan: plan.open > 0,
    work=lambda model, _plan: permit_work(model.document),
)
