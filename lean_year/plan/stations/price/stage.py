"""Parts & price: what is bought in one trip, and what it costs."""

from pydantic import BaseModel, Field

from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.stations.price.parts_list import GROUP_NAMES, WORK_NAMES, Grouped, PartLine, parts_list

CAUTIONS = [
    "Solvent cement, primer and fumes: open air, gloves, no flame.",
    "Stone, concrete and tanks are heavy: unloaded with a machine, nobody beneath.",
    "Mains electricity and the mains are connected by who is licensed for it; local code comes first.",
]


class PricePlan(BaseModel):
    lines: list[PartLine] = Field(exclude=True)
    """The list of parts, which stands in the whole plan by itself."""
    groups: list[Grouped]
    """Where things are bought, in their order."""
    works: list[Grouped]
    """The days of work, in their order."""
    findings: list[Finding]
    cautions: list[str]


def plan_price(model: PropertyModel) -> PricePlan:
    """The list of what all stations ask for."""
    lines = parts_list(model.asked, model.document.parts, model.say)
    return PricePlan(
        lines=lines,
        groups=GROUP_NAMES,
        works=WORK_NAMES,
        findings=_findings(lines, model.say),
        cautions=CAUTIONS,
    )


def _findings(lines: list[PartLine], _say: Wording) -> list[Finding]:
    found = Findings("price")
    for line in lines:
        if line.by_hand == "gone":
            found.add(
                "PART_NOT_ASKED_FOR",
                "note",
                f"{line.name} was changed by hand, and the design asks for it no more.",
                "",
                Fix(
                    text="Take it off the list.", operations=[{"op": "remove", "path": f"/parts/changed/{line.key}"}]
                ),
            )
        elif line.by_hand == "left_out":
            found.add(
                "PART_LEFT_OUT",
                "note",
                f"{line.name} is left out by hand; the design asks for it.",
                "",
                Fix(text="Buy it.", operations=[replace(f"/parts/changed/{line.key}/left_out", False)]),
            )
    return found.rows


def _headline(_model: PropertyModel, plan: PricePlan) -> str:
    return several(sum(line.quantity > 0 for line in plan.lines), "part")


STATION = Station(
    key="price",
    name="Parts & price",
    job_step=13,
    entries=("/parts",),
    answer=PricePlan,
    plan=plan_price,
    headline=_headline,
    closes=True,
)
