"""Log: the last level and what was written down, whatever the day on which it is read."""

import datetime as dt

from pydantic import BaseModel

from lean_year.plan.answer.figure import Finding
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.log.findings import log_findings
from lean_year.plan.stations.log.levels import last_level
from lean_year.property.document import Property
from lean_year.property.logbook import all_that_counts, rows_of

ALWAYS = "Nobody works alone on a roof or a ladder, and nobody enters a tank: its air can kill."
LAMP = (
    "A lamp is switched off before its chamber is opened, the pump before a housing is; power first, then pressure."
)
PUMP = "The pump is switched off before it or anything behind it is opened; power first, then pressure."
UNFIT = "Water that a test finds unfit is boiled or bought until another test passes; local health rules come first."


def cautions_of(document: Property) -> list[str]:
    """Those of what is there and may be opened, and of water that is drunk."""
    lamp = any(stage.kind == "uv" for stage in document.treatment.stages)
    pumped = document.pump.feed in ("pump", "header") or document.treatment.stages
    opened = [LAMP] if lamp else [PUMP] if pumped else []
    return [ALWAYS, *opened, *([] if document.household.garden_only else [UNFIT])]


class LogPlan(BaseModel):
    """What is worked out anew with the day it is read on is asked for on its own."""

    entries: int
    """That stand."""
    level_l: float | None
    """Water that could be drawn by the last level."""
    level_on: dt.date | None
    findings: list[Finding]
    cautions: list[str]


def plan_log(model: PropertyModel) -> LogPlan:
    """The log of the property."""
    layout, entries = layout_of(model.document), all_that_counts(model.record)
    last = last_level(layout, entries)
    return LogPlan(
        entries=sum(not row.taken_back for row in rows_of(model.record)),
        level_l=None if last is None else last.drawable_l,
        level_on=None if last is None else last.on,
        findings=log_findings(model.document, layout, entries, last, model.say),
        cautions=cautions_of(model.document),
    )


def _headline(model: PropertyModel, plan: LogPlan) -> str:
    if plan.level_l is None or plan.level_on is None:
        return "no level yet"
    return f"{model.say.volume(plan.level_l)} on {plan.level_on.day} {plan.level_on:%b}"


STATION = Station(
    key="log",
    name="Log",
    job_step=15,
    entries=("/keeping",),
    answer=LogPlan,
    plan=plan_log,
    headline=_headline,
    undecided=lambda _model, plan: plan.level_l is None,
    closes=True,
)
