"""All that a sheet of paper is written from."""

import datetime as dt
from collections.abc import Container
from dataclasses import dataclass, field

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.formats.report.blocks import Sheet
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL
from lean_year.plan.whole import Planned, WholePlan
from lean_year.property.document import Property
from lean_year.property.entries import NOTHING_WRITTEN, SiteRecord
from lean_year.property.front import alone
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
    record: SiteRecord = NOTHING_WRITTEN
    supply: str = field(init=False, default="")
    """Its name, where the property has others."""
    all_supplies: str = field(init=False, default="")
    """The names of all, where there are several."""

    def __post_init__(self) -> None:
        """What is handed over is of one supply."""
        if self.document.supplies:
            object.__setattr__(self, "supply", self.document.supply.name)
            names = [self.supply, *(each.name for each in self.document.supplies)]
            object.__setattr__(self, "all_supplies", ", ".join(names))
        object.__setattr__(self, "record", self.record.of_supply(self.document.supply.id))
        object.__setattr__(self, "document", alone(self.document))

    @property
    def plan(self) -> WholePlan:
        return self.planned.plan

    @property
    def replay(self) -> OperatedReplay | None:
        return self.planned.replay

    @property
    def say(self) -> Wording:
        return Wording(self.document.units)

    def new_sheet(self, subject: str, foot: str, *lines: str, whole: bool = False) -> Sheet:
        """An empty sheet with the head that all have; `lines` stand under the place, empty ones left out. `whole` for
        one of all supplies."""
        firm, supply = self.firm, self.all_supplies if whole else self.supply
        return Sheet(
            title=self.document.name,
            subject=subject,
            head=[line for line in (self.document.place, supply, *lines) if line],
            firm=[line for line in (firm.name, *firm.address.splitlines(), firm.contact, firm.registered) if line],
            foot=foot,
        )

    def cautions(self, keys: Container[str]) -> list[str]:
        """Those of some stations, each once, in the order of the water."""
        answers = [station.of(self.plan) for station in FALL if isinstance(station, Station) and station.key in keys]
        return list(dict.fromkeys(words for answer in answers for words in getattr(answer, "cautions", None) or []))
