"""All that a sheet of paper is written from."""

import datetime as dt
from dataclasses import dataclass, field

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.whole import Planned, WholePlan
from lean_year.property.document import Property
from lean_year.property.price_book import Firm


@dataclass(frozen=True, slots=True)
class Facts:
    """A design, its plan, and on which day by whom it is handed over."""

    document: Property
    planned: Planned
    rain: PreparedRain | None
    date: dt.date
    alternative: str = ""
    """Its name, where there are others."""
    firm: Firm = field(default_factory=Firm)

    @property
    def plan(self) -> WholePlan:
        return self.planned.plan

    @property
    def replay(self) -> OperatedReplay | None:
        return self.planned.replay

    @property
    def say(self) -> Wording:
        return Wording(self.document.units)

    def firm_lines(self) -> list[str]:
        """Name and address of the firm."""
        firm = self.firm
        return [line for line in (firm.name, *firm.address.splitlines(), firm.contact, firm.registered) if line]
