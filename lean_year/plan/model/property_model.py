"""One property with its rain as all stations see it: what they share, worked out when it is first asked for."""

from functools import cached_property

from lean_year.core.build.asked import Work
from lean_year.core.build.catalogue import TASKS
from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.household.uses import Quality
from lean_year.core.parts.need import Needs
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.figure import StationKey
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.book_prices import NO_PRICES, BookPrices
from lean_year.plan.model.demand import HouseholdDemand, demand_of
from lean_year.plan.model.first_year import FirstYear, first_year
from lean_year.plan.model.harvest import Catch, catch_rain
from lean_year.plan.model.labour import WorkHours, task_hours, work_hours
from lean_year.plan.model.parts_list import PartLine, parts_list
from lean_year.plan.model.prepared_rain import PreparedRain, mean_year
from lean_year.plan.model.supply import Supply, lean_year_of, replay_of, supply_of
from lean_year.property.document import Property
from lean_year.property.entries import NOTHING_WRITTEN, SiteRecord


class PropertyModel:
    """A document and its rain. What needs rain is None where the property has no record yet."""

    def __init__(
        self,
        document: Property,
        rain: PreparedRain | None,
        prices: BookPrices = NO_PRICES,
        record: SiteRecord = NOTHING_WRITTEN,
    ) -> None:
        self.document = document
        self.rain = rain
        self.prices = prices
        self.record = record
        """What was written down on the site."""
        self.say = Wording(document.units)
        self.asked: tuple[tuple[StationKey, Needs], ...] = ()
        """What each station asks to be bought, once all but the closing ones are worked out."""
        self.works: tuple[tuple[StationKey, Work], ...] = ()
        """What each asks to be done and to be seen, then too."""

    @cached_property
    def parts(self) -> list[PartLine]:
        """What all of it is bought as."""
        return parts_list(self.asked, self.document.parts, self.prices, self.say)

    @cached_property
    def tasks(self) -> list[str]:
        """Keys of the tasks that some station asks for, in the order of the catalogue."""
        asked = {task.kind for _, work in self.works for task in work.tasks}
        return [key for key in TASKS if key in asked]

    @cached_property
    def task_hours(self) -> dict[str, tuple[str, float]]:
        """The work of each task, and its hours on the site. [h]"""
        document = self.document
        return task_hours(self.parts, self.tasks, document.build, document.price.hands)

    @cached_property
    def work_hours(self) -> list[WorkHours]:
        """Hours of each work, as they are priced."""
        return work_hours(self.task_hours, self.document.price)

    @cached_property
    def demand(self) -> HouseholdDemand:
        return demand_of(self.document, self.rain)

    @cached_property
    def catch(self) -> Catch | None:
        return None if self.rain is None else catch_rain(self.document, self.rain)

    @cached_property
    def supply(self) -> Supply | None:
        return None if self.rain is None else supply_of(self.document, self.rain)

    @cached_property
    def replay(self) -> OperatedReplay | None:
        """The daily replay of the design."""
        return None if self.supply is None else replay_of(self.supply)

    @cached_property
    def lean_year(self) -> int | None:
        """Row of the water year that is hardest on the design."""
        return None if self.supply is None or self.replay is None else lean_year_of(self.replay, self.supply)

    @cached_property
    def supplied_m3_year(self) -> float | None:
        """What the house gets in a mean year, of rain and of what is bought; None without a record. [m3]"""
        if self.rain is None or self.replay is None:
            return None
        supplied = mean_year(self.replay.supplied_l, self.rain)
        return None if supplied is None else supplied / 1000

    @cached_property
    def bought_m3_year(self) -> float:
        """What of it comes from elsewhere. [m3]"""
        if self.rain is None or self.replay is None:
            return 0.0
        return (mean_year(self.replay.topped_up_l + self.replay.trucked_l, self.rain) or 0.0) / 1000

    @cached_property
    def first_year(self) -> FirstYear | None:
        if self.supply is None:
            return None
        cistern = self.document.cistern
        return first_year(self.supply, cistern.first_day, cistern.first_year_wanted_l)

    @cached_property
    def rain_use_m3_year(self) -> dict[Quality, float]:
        """What rain gives to each quality of use in a mean year. [m3]"""
        total: dict[Quality, float] = {"garden": 0.0, "indoor": 0.0, "drinking": 0.0}
        for use in self.demand.uses:
            if use.from_rain:
                total[use.quality] += use.mean_l_day * DAYS_PER_YEAR / 1000
        return total
