"""The operating sheet: the schematic, every valve, what can fail, and whom to call."""

from pydantic import BaseModel

from lean_year.plan.answer.wording import Wording
from lean_year.plan.handed_over.failures import Failure, failures
from lean_year.plan.handed_over.schematic import Schematic, schematic
from lean_year.plan.handed_over.valves import NeverTogether, Valve, never_together, valves
from lean_year.plan.stations.gutters.stage import STATION as GUTTERS
from lean_year.plan.whole import WholePlan
from lean_year.property.document import Property
from lean_year.property.front import alone


class Operating(BaseModel):
    """What hangs on the wall of the plant room."""

    drawing: Schematic
    valves: list[Valve]
    never: list[NeverTogether]
    failures: list[Failure]


def operating(document: Property, plan: WholePlan) -> Operating:
    """Of one design."""
    document = alone(document)
    say = Wording(document.units)
    gutters = GUTTERS.of(plan)
    laid = [run.group for run in gutters.runs] if gutters is not None else []
    found = valves(document, laid, say)
    return Operating(
        drawing=schematic(document, laid, found),
        valves=found,
        never=never_together(found),
        failures=failures(document, plan, found, say),
    )
