"""A store so small that it fills and empties within a day, replayed by the hour beside the day."""

from dataclasses import dataclass

from lean_year.core.cistern.hourly import replay_by_hours
from lean_year.core.cistern.operation import DAILY_STEP_LEAST_SHARE
from lean_year.core.cistern.replay import replay_cistern
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import SUPPLY
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.model.supply import Supply
from lean_year.plan.stations.cistern.figures import RULE_FORMULA, RULE_SOURCE


def days_blur(supply: Supply) -> bool:
    """Whether daily sums blur what the store does."""
    brought_l_year = supply.rain.a_year(supply.inflow_l.sum())
    return 0 < supply.layout.live_l < DAILY_STEP_LEAST_SHARE * brought_l_year


@dataclass(frozen=True, slots=True)
class SharesMet:
    """Of the water wanted, on rain alone and without saving steps, begun empty. [-]"""

    by_day: float
    by_hour: float
    rain_h: float
    """In which a day's rain falls, as entered."""

    @property
    def spread(self) -> str:
        """The rule by which a day's rain falls, in words."""
        return f"a day's rain in its first {self.rain_h:g} h" if self.rain_h >= 1 else "a day's rain in an hour"


def shares_met(alone: Supply, rain_h: float) -> SharesMet | None:
    """What one small store gives; None where it is not so small, or is a chain of stores."""
    layout, rule = alone.layout, alone.operation.rule
    if not days_blur(alone) or len(layout.steps) > 1:
        return None
    inflow, demand = alone.inflow_l, alone.demand_l
    by_day = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=layout.live_l, rule=rule, start_l=0.0)
    by_hour = replay_by_hours(
        inflow_l=inflow, demand_l=demand, size_l=layout.live_l, rule=rule, rain_h=rain_h, start_l=0.0
    )
    return SharesMet(by_day.volumetric_reliability, by_hour.volumetric_reliability, rain_h)


def small_store_figures(supply: Supply, shares: SharesMet | None) -> dict[str, Figure]:
    """The share by the hour, where the store asks for it."""
    if shares is None:
        return {}
    rule = RULE_FORMULA[supply.operation.rule]
    return {
        "hourly_reliability": Figure(
            value=shares.by_hour,
            unit="-",
            label="Share of the water wanted that was there, by the hour",
            basis="estimate",
            rests_on=SUPPLY,
            source=RULE_SOURCE,
            formula=f"{shares.spread}, use even; each hour {rule}",
            working=f"by the day {fixed(100 * shares.by_day, 1)} %; rain alone, no saving steps, begun empty",
        )
    }


def in_words(shares: SharesMet | None) -> str:
    """Both shares in a sentence of a finding; empty where there are none."""
    if shares is None:
        return ""
    by_day, by_hour = fixed(100 * shares.by_day), fixed(100 * shares.by_hour)
    return f" By the hour, {shares.spread}, it gives {by_hour} % of the water wanted; by the day {by_day} %."
