"""Cistern: how big, and how safe is that."""

import numpy as np
from pydantic import BaseModel

from lean_year.core.calendar import mean_by_month
from lean_year.core.cistern import sizing
from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.cistern.replay import Rule
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.first_year import FirstYear, first_year
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.model.supply import SUPPLY_READS, Supply, lean_year_of, replay_of, years_carried
from lean_year.plan.stations.cistern.figures import cistern_figures, years_carried_figure
from lean_year.plan.stations.cistern.findings import cistern_findings
from lean_year.plan.stations.cistern.marginal_cost import knee_figure, options_had_again, probe_of
from lean_year.plan.stations.cistern.needs import cistern_needs
from lean_year.plan.stations.cistern.sizes import (
    Curve,
    curve_of,
    sized_on_rain,
    smallest_figures,
    smallest_tanks,
)
from lean_year.plan.stations.cistern.small_store import shares_met, small_store_figures
from lean_year.plan.stations.cistern.stress import StressTest, planned_for, rain_kept_figure
from lean_year.plan.stations.cistern.tanks import BankPlan, plan_bank
from lean_year.plan.stations.cistern.work import cistern_work
from lean_year.plan.stations.cistern.years import (
    CisternYear,
    Shortage,
    StepPlan,
    shortages,
    steps_of,
    tightest_carried,
    years_of,
)
from lean_year.property.document import Property


def _cautions(say: Wording) -> list[str]:
    return [
        "Nobody enters a tank: the air in it can kill. One that can't be cleaned from outside needs a trained "
        "confined-space crew with gas test, attendant and rescue line.",
        "Keep every lid locked: children drown in open tanks.",
        "Lid and gauge are reached at height: a fixed ladder, fall protection, dry weather, never from the lid.",
        f"Water weighs {say.full_weight()}. Concrete and mortar tanks, and any tank on a roof, stand or "
        "tower, are a structural engineer's work.",
    ]


class CisternPlan(BaseModel):
    rule: Rule
    gross_l: float
    live_l: float
    counted_years: int
    years_carried: int
    rain_alone_years_carried: int
    """What the design would carry without its back-up."""
    other_rule_years_carried: int
    lean_year: int
    """Row of `years` that is hardest on this house: most water missed, else the lowest store."""
    lean_inflow_l_day: list[float]
    """Off the roofs on a mean day of each month of the lean year, January first; 0 where it has no such month."""
    tightest_carried_year: int | None
    first_filling: bool
    balance_residual_l: float
    figures: dict[str, Figure]
    years: list[CisternYear]
    shortages: list[Shortage]
    """At most `SHORTAGES_SHOWN`, the worst first; the first one lies in the lean year, if that is short."""
    curve: Curve
    bank: BankPlan
    steps: list[StepPlan]
    drier: StressTest | None
    """That of the climate that is planned for; None where that is the record."""
    first_year: FirstYear
    findings: list[Finding]
    cautions: list[str]


@cached_by_parts(8, *SUPPLY_READS, "units", "prices", "rain", "climate", "downpour", "levels")
def plan_cistern(document: Property, supply: Supply, run: OperatedReplay, say: Wording) -> CisternPlan:
    """The cistern stage: the design's replay by year, sizes, and the weather that is planned for."""
    rain, cistern = supply.rain, document.cistern
    alone = supply.on_rain_alone
    alone_run = replay_of(alone)
    years = years_of(run, supply)
    counted, carried = int(rain.counts.sum()), years_carried(run, rain)
    lean = lean_year_of(run, supply)
    short = shortages(run, rain, lean)
    lean_days = slice(int(rain.years.starts[lean]), int(rain.years.ends[lean]))
    first_filling = sizing.demand_outruns_inflow(supply.inflow_l, supply.demand_l)
    sized = sized_on_rain(alone, lean_days, first_filling)
    smallest = smallest_tanks(alone, sized, counted - min(cistern.short_years_allowed, counted))
    curve = curve_of(document, supply, sized)
    tank_l, missed_l = np.array(curve.tank_l), np.array(curve.lean_year_missed_l)
    probe = probe_of(supply, tank_l, missed_l, lean_days)
    had_again = options_had_again(document, alone, probe, lean_days, say)
    supplied_l = float(supply.demand_l[lean_days].sum()) - missed_l
    bank = plan_bank(document, supply)
    drier = planned_for(document, alone)
    shares = shares_met(alone, document.first_flush.rain_h)
    return CisternPlan(
        rule=cistern.rule,
        gross_l=supply.layout.gross_l,
        live_l=supply.layout.live_l,
        counted_years=counted,
        years_carried=carried,
        rain_alone_years_carried=years_carried(alone_run, rain),
        other_rule_years_carried=alone.years_carried(rule="ybs" if cistern.rule == "yas" else "yas"),
        lean_year=lean,
        lean_inflow_l_day=mean_by_month(supply.inflow_l[lean_days], rain.month[lean_days]).tolist(),
        tightest_carried_year=tightest_carried(years),
        first_filling=first_filling,
        balance_residual_l=run.balance_residual_l,
        figures={
            **cistern_figures(supply, run, short[0] if short else None, say),
            "knee_l": knee_figure(document, supply, tank_l, supplied_l, curve.years_carried, had_again, say),
            "years_carried": years_carried_figure(carried, counted),
            **small_store_figures(supply, shares),
            **smallest_figures(supply, smallest, counted, first_filling, say),
            "rain_kept_share": rain_kept_figure(rain),
        },
        years=years,
        shortages=short,
        curve=curve,
        bank=bank,
        steps=steps_of(document, run, rain),
        drier=drier,
        first_year=first_year(supply, cistern.first_day, cistern.first_year_wanted_l),
        findings=cistern_findings(
            document,
            supply,
            alone_run,
            bank,
            counted - carried,
            smallest.for_aim_l,
            first_filling,
            drier,
            run,
            shares,
            say,
        ),
        cautions=_cautions(say),
    )


def _plan(model: PropertyModel) -> CisternPlan:
    assert model.supply is not None
    assert model.replay is not None
    return plan_cistern(model.document, model.supply, model.replay, model.say)


def _headline(model: PropertyModel, plan: CisternPlan) -> str:
    tank = model.say.volume(model.document.cistern.gross_l)
    dry = int(plan.figures["short_d"].value or 0)
    tightest = model.say.volume(plan.figures["tightest_l"].value or 0).removesuffix(" gal")
    return f"{tank}, dry {dry:,} d" if dry else f"{tank}, low {tightest}"


STATION = Station(
    key="cistern",
    name="Cistern",
    job_step=5,
    entries=("/cistern", "/prices"),
    answer=CisternPlan,
    plan=_plan,
    headline=_headline,
    needs_rain=True,
    no_rain="not replayed",
    needs=lambda model, _plan: cistern_needs(
        model.document, model.say, garden_only=model.document.household.garden_only
    ),
    work=lambda model, _plan: cistern_work(model.document, model.say),
)
