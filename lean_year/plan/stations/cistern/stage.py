"""Cistern: how big, and how safe is that."""

import datetime as dt
import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.cistern import sizing
from lean_year.core.cistern.operation import OperatedCurve, OperatedReplay
from lean_year.core.cistern.replay import Rule, no_shortage_size_l
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.first_year import FirstYear, first_year
from lean_year.plan.model.harvest import Catch
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.roof_surface import roof_area_m2
from lean_year.plan.model.station import Station
from lean_year.plan.model.supply import SUPPLY_READS, Supply, lean_year_of, years_carried
from lean_year.plan.stations.cistern.figures import RULE_SOURCE, cistern_figures
from lean_year.plan.stations.cistern.marginal_cost import Option, knee_figure, options_for_more, probe_of, tank_cost
from lean_year.plan.stations.cistern.sizing_methods import SizingMethod, sizing_methods_compared
from lean_year.plan.stations.cistern.stress import StressTest, stress_tests
from lean_year.plan.stations.cistern.tanks import BankPlan, bank_findings, plan_bank
from lean_year.property.document import Property

CURVE_SIZES = 121
DRY_RUNS_SHOWN = 12
DRY_RUN_GAP_DAYS = 30
DAILY_STEP_LEAST_SHARE = 0.01
CHAINED_CURVE_SIZES = 33


def _cautions(say: Wording) -> list[str]:
    return [
        "Nobody enters a tank: the air in it can kill. One that can't be cleaned from outside needs a trained "
        "confined-space crew with gas test, attendant and rescue line.",
        "Keep every lid locked: children drown in open tanks.",
        f"Water weighs {say.full_weight()}. Concrete and mortar tanks, and any tank on a roof, stand or "
        "tower, are a structural engineer's work.",
    ]


class DryRun(BaseModel):
    """A stretch on which the house was short: dry days no more than `DRY_RUN_GAP_DAYS` apart, across New Year."""

    start: dt.date
    end: dt.date
    days: int
    """Dry days in it."""
    shortfall_l: float


class CisternYear(BaseModel):
    """One water year of the replay. [L]"""

    label: str
    start: dt.date
    whole: bool
    counted: bool
    inflow_l: float
    demand_l: float
    supplied_l: float
    shortfall_l: float
    given_up_l: float
    spilled_l: float
    other_water_l: float
    """Topped up or trucked."""
    loads: int
    step_days: int
    """Days on any saving step."""
    short_days: int
    first_short_day: dt.date | None
    lowest_l: float
    lowest_date: dt.date
    end_l: float


class Curve(BaseModel):
    """Security over size on rain alone, one entry a size. `tank_l` counts from the floor to the overflow."""

    tank_l: list[float]
    years_carried: list[int]
    short_days: list[int]
    shortfall_l: list[float]
    lean_year_missed_l: list[float]
    """Missed in the lean year."""
    cost: list[float]
    """Tanks and pads. [money]"""


class StepPlan(BaseModel):
    """One saving step over the record."""

    name: str
    below_share: float
    days: int
    years: int
    """Counted years with a day on it."""
    given_up_l: float
    cuts: str


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
    dry_runs: list[DryRun]
    """The worst by water missed, at most `DRY_RUNS_SHOWN`, the worst first."""
    curve: Curve
    bank: BankPlan
    steps: list[StepPlan]
    methods: list[SizingMethod]
    options: list[Option]
    probe_l: float
    """The tank at which the options are compared."""
    stress: list[StressTest]
    first_year: FirstYear
    findings: list[Finding]
    cautions: list[str]


def _dry_runs(run: OperatedReplay, rain: PreparedRain) -> list[DryRun]:
    dry = np.flatnonzero(run.short_day)
    stretches = np.split(dry, np.flatnonzero(np.diff(dry) > DRY_RUN_GAP_DAYS) + 1) if dry.size else []
    shortfall = run.shortfall_l
    runs = [
        DryRun(
            start=rain.dates[days[0]].astype(object),
            end=rain.dates[days[-1]].astype(object),
            days=int(days.size),
            shortfall_l=float(shortfall[days].sum()),
        )
        for days in stretches
    ]
    return sorted(runs, key=lambda dry_run: -dry_run.shortfall_l)[:DRY_RUNS_SHOWN]


def _years(run: OperatedReplay, rain: PreparedRain) -> list[CisternYear]:
    years = rain.years
    daily = ("inflow_l", "demand_l", "supplied_l", "given_up_l", "spilled_l")
    sums = {name: years.sums(getattr(run, name)).tolist() for name in daily}
    sums["shortfall_l"] = years.sums(np.where(run.short_day, run.shortfall_l, 0.0)).tolist()
    sums["other_water_l"] = years.sums(run.topped_up_l + run.trucked_l).tolist()
    loads, step_days, short_days = (years.days(on).tolist() for on in (run.loads, run.step > 0, run.short_day))
    spans = [slice(begin, end) for begin, end in zip(years.starts.tolist(), years.ends.tolist(), strict=True)]
    lowest = [span.start + int(np.argmin(run.store_l[span])) for span in spans]
    dry = [span.start + int(np.argmax(run.short_day[span])) for span in spans]
    lowest_l, end_l = run.store_l[lowest].tolist(), run.store_l[years.ends - 1].tolist()
    starts, lowest_dates, dry_dates = (rain.dates[at].astype(object) for at in (years.starts, lowest, dry))
    rows = []
    for row in range(len(years)):
        rows.append(
            CisternYear(
                label=years.label(row),
                start=starts[row],
                whole=bool(years.whole[row]),
                counted=bool(rain.counts[row]),
                loads=loads[row],
                step_days=step_days[row],
                short_days=short_days[row],
                first_short_day=dry_dates[row] if short_days[row] else None,
                lowest_l=lowest_l[row],
                lowest_date=lowest_dates[row],
                end_l=end_l[row],
                **{name: sum_l[row] for name, sum_l in sums.items()},
            )
        )
    return rows


def _nice_ceiling(value: float) -> float:
    """The next of 1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8 times a power of ten, so that an axis ends on a round number.

    >>> _nice_ceiling(104_000), _nice_ceiling(0)
    (120000.0, 1000.0)
    """
    power = 10.0 ** np.floor(np.log10(max(value, 1_000.0)))
    return float(next(step * power for step in (1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10) if step * power >= value))


@dataclass(frozen=True, slots=True)
class Sized:
    """Many totals of the same tanks on rain alone."""

    tank_l: NDArray[np.float64]
    curve: OperatedCurve


def _sized(supply: Supply, lean: slice, first_filling: bool) -> Sized:
    """Totals from nothing to past what the record asks for, begun full and with nothing given up."""
    reach = supply.layout.gross_l * 1.15
    live = no_shortage_size_l(inflow_l=supply.inflow_l, demand_l=supply.demand_l, rule=supply.operation.rule)
    most = supply.layout.gross_for(live)
    if most is not None and not first_filling:
        reach = max(reach, min(most * 1.1, sizing.LARGEST_SIZE_L))
    count = CURVE_SIZES if len(supply.layout.steps) == 1 else CHAINED_CURVE_SIZES
    tank = np.linspace(0, _nice_ceiling(reach), count)
    return Sized(tank, supply.kept_sizes(tank, (lean.start, lean.stop)))


def _curve(document: Property, supply: Supply, sized: Sized) -> Curve:
    sizes = sized.curve
    return Curve(
        tank_l=sized.tank_l.tolist(),
        years_carried=(int(supply.rain.counts.sum()) - sizes.short_years).tolist(),
        short_days=sizes.short_days.tolist(),
        shortfall_l=np.maximum(0.0, sizes.missed_l).tolist(),
        lean_year_missed_l=np.maximum(0.0, sizes.watch_missed_l).tolist(),
        cost=np.asarray(tank_cost(document.prices, supply.layout, sized.tank_l)).tolist(),
    )


def _smallest(supply: Supply, sized: Sized, enough: sizing.Enough) -> float | None:
    """The least tank, held-back water included, that is enough on rain alone. [L]"""
    chained = len(supply.layout.steps) > 1

    def will_do(gross_l: NDArray[np.float64]) -> NDArray[np.bool_]:
        curve: OperatedCurve = supply.kept_sizes(gross_l)
        return enough(curve)

    passed = np.flatnonzero(enough(sized.curve))
    if not passed.size:
        high, low = int(sized.tank_l[-1]) * 2, int(sized.tank_l[-1])
    elif passed[0] == 0:
        return 0.0
    else:
        high, low = math.ceil(sized.tank_l[passed[0]]), math.floor(sized.tank_l[passed[0] - 1])
    answer = sizing.narrow_down(
        will_do, high, low=low, side_by_side=8 if chained else 32, exact_to=0.002 if chained else 0.0
    )
    return None if answer is None else float(answer)


def _steps(document: Property, run: OperatedReplay, rain: PreparedRain) -> list[StepPlan]:
    rows = []
    for number, step in enumerate(document.household.steps, start=1):
        on = run.step == number
        years = (rain.years.days(on) > 0) & rain.counts
        cuts = [
            f"{name} −{share * 100:g} %"
            for name, share in (
                ("indoors", step.house_cut),
                ("garden", step.garden_cut),
                ("animals", step.animals_cut),
                ("other", step.other_cut),
            )
            if share > 0
        ]
        rows.append(
            StepPlan(
                name=step.name,
                below_share=step.below_share,
                days=int(on.sum()),
                years=int(years.sum()),
                given_up_l=float(run.given_up_l[on].sum()),
                cuts=", ".join(cuts) or "nothing is cut",
            )
        )
    return rows


@cached_by_parts(8, *SUPPLY_READS, "units", "prices", "rain", "downpour", "levels")
def plan_cistern(document: Property, supply: Supply, run: OperatedReplay, catch: Catch, say: Wording) -> CisternPlan:
    """The cistern stage: the design's replay by year, sizes, methods, what else would do, and hardships."""
    rain, cistern = supply.rain, document.cistern
    alone = supply.on_rain_alone
    alone_run = run if alone is supply else alone.run()
    years = _years(run, rain)
    counted = int(rain.counts.sum())
    carried = years_carried(run, rain)
    rows = [row for row in range(len(years)) if years[row].counted] or list(range(len(years)))
    lean = lean_year_of(run, rain)
    lean_days = slice(int(rain.years.starts[lean]), int(rain.years.ends[lean]))
    carried_rows = [row for row in rows if years[row].short_days == 0]
    tightest = min(carried_rows, key=lambda row: years[row].lowest_l) if carried_rows else None
    first_filling = sizing.demand_outruns_inflow(supply.inflow_l, supply.demand_l)
    sized = _sized(alone, lean_days, first_filling)
    none_short = _smallest(alone, sized, sizing.no_short_day)
    aim = counted - min(cistern.short_years_allowed, counted)
    # Part years and years left out may run short, so that even all of the counted ones is a question of its own.
    same = aim == counted == len(years)
    for_aim = none_short if same else _smallest(alone, sized, sizing.years_carried_at_least(aim, counted))
    other: Rule = "ybs" if cistern.rule == "yas" else "yas"
    bank = plan_bank(document, supply)
    curve = _curve(document, supply, sized)
    tank_l, missed = np.array(curve.tank_l), np.array(curve.lean_year_missed_l)
    probe = probe_of(supply, tank_l, missed, lean_days)
    options = options_for_more(document, alone, probe, lean_days, say)
    lean_l = float(supply.demand_l[lean_days].sum()) - missed
    figures = cistern_figures(supply, run, say)
    figures["knee_l"] = knee_figure(document, supply, tank_l, lean_l, options, say)
    figures["years_carried"] = Figure(
        value=float(carried),
        unit="years",
        label=f"Years carried of {counted}",
        basis="derived",
        source=RULE_SOURCE,
        formula="counted water years without a short day",
        working=f"{counted} counted − {counted - carried} with a short day",
        moves="The record is what it is: forty years do not hold every drought.",
    )
    figures["smallest_no_short_day_l"] = Figure(
        value=none_short,
        unit="L",
        label="Smallest tank with no short day",
        basis="derived",
        source=RULE_SOURCE,
        formula="least size whose replay has no short day, with what is held back",
        working=_smallest_working(supply, none_short, first_filling, say),
        moves=_rule_difference(supply, say),
    )
    figures["smallest_for_aim_l"] = Figure(
        value=for_aim,
        unit="L",
        label=f"Smallest tank for {aim} of {counted} years",
        basis="derived",
        source=RULE_SOURCE,
        formula="least size whose replay carries that many counted years, with what is held back",
        working=_smallest_working(supply, for_aim, first_filling, say),
    )
    at_aim = None if for_aim is None or first_filling else alone.run(for_aim)
    return CisternPlan(
        rule=cistern.rule,
        gross_l=supply.layout.gross_l,
        live_l=supply.layout.live_l,
        counted_years=counted,
        years_carried=carried,
        rain_alone_years_carried=years_carried(alone_run, rain),
        other_rule_years_carried=alone.years_carried(rule=other),
        lean_year=lean,
        lean_inflow_l_day=_by_month(supply.inflow_l[lean_days], rain.month[lean_days]),
        tightest_carried_year=tightest,
        first_filling=first_filling,
        balance_residual_l=run.balance_residual_l,
        figures=figures,
        years=years,
        dry_runs=_dry_runs(run, rain),
        curve=curve,
        bank=bank,
        steps=_steps(document, run, rain),
        methods=sizing_methods_compared(alone, alone_run, at_aim, for_aim, lean, roof_area_m2(document), say),
        options=options,
        probe_l=probe.tank_l,
        stress=stress_tests(document, alone, alone_run, catch),
        first_year=first_year(supply, cistern.first_day, cistern.first_year_wanted_l),
        findings=[
            *_findings(document, supply, counted - carried, for_aim, first_filling, say),
            *bank_findings(bank, say),
        ],
        cautions=_cautions(say),
    )


def _by_month(daily: NDArray[np.float64], month: NDArray[np.int64]) -> list[float]:
    days = np.bincount(month, minlength=13)[1:]
    means: list[float] = (np.bincount(month, daily, minlength=13)[1:] / np.maximum(days, 1)).tolist()
    return means


def _smallest_working(supply: Supply, tank_l: float | None, first_filling: bool, say: Wording) -> str:
    if tank_l is None:
        return "no size does it with this start"
    note = "; only the first filling, since the house uses more than the roofs bring" if first_filling else ""
    live = supply.layout.live_for(tank_l)
    return f"{say.volume(live)} live + {say.volume(tank_l - live)} held back{note}"


def _rule_difference(supply: Supply, say: Wording) -> str:
    if not supply.plain:
        return (
            "Saving steps, back-up and several stores make the answer; it is found by replaying sizes side by side."
        )
    sizes = []
    for rule in ("ybs", "yas"):
        live = no_shortage_size_l(inflow_l=supply.inflow_l, demand_l=supply.demand_l, rule=rule)
        sizes.append(supply.layout.gross_for(live) or 0.0)
    return (
        f"Begun full, counting the day's use before the spill gives {say.volume(sizes[0])}, "
        f"after the spill {say.volume(sizes[1])}."
    )


def _findings(
    document: Property,
    supply: Supply,
    short_years: int,
    for_aim: float | None,
    first_filling: bool,
    say: Wording,
) -> list[Finding]:
    found = []
    cistern, back_up = document.cistern, document.household.back_up.kind
    live_l = supply.layout.live_l

    def add(code: str, severity: str, text: str, fix: str = "") -> None:
        found.append(
            Finding.model_validate({"code": code, "stage": "cistern", "severity": severity, "text": text, "fix": fix})
        )

    wanted, brought = float(supply.demand_l.sum()), float(supply.inflow_l.sum())
    if first_filling and back_up != "none":
        add(
            "CISTERN_RAIN_IS_NOT_ENOUGH",
            "note",
            f"The house uses {say.volume(wanted)} over the record and the roofs bring {say.volume(brought)}; "
            "the rest is other water whatever the tank.",
            "More roof or less use lowers the bill.",
        )
    elif first_filling:
        add(
            "CISTERN_FIRST_FILLING",
            "fails",
            f"The house uses {say.volume(wanted)} over the record and the roofs bring {say.volume(brought)}. "
            "No tank size closes the gap: it would only use up what it was first filled with.",
            "More roof, less use, or water from elsewhere.",
        )
    if short_years > cistern.short_years_allowed:
        fix = f"A tank of {say.volume(for_aim)} does it." if for_aim is not None and not first_filling else ""
        add(
            "CISTERN_SHORT_YEARS",
            "fails",
            f"{several(short_years, 'year')} with dry days, {cistern.short_years_allowed} allowed.",
            fix,
        )
    yearly_l = brought / supply.inflow_l.size * DAYS_PER_YEAR
    if 0 < live_l < DAILY_STEP_LEAST_SHARE * yearly_l:
        add(
            "CISTERN_SMALL_FOR_DAILY_STEP",
            "caution",
            f"{say.volume(live_l)} live is under {DAILY_STEP_LEAST_SHARE * 100:.0f} % of the yearly inflow, "
            f"{say.volume(yearly_l)}. A store this small fills and empties within a day, which daily sums blur.",
            "Trust the figures as a rough guide (limit from memory: Fewkes and Butler 2000).",
        )
    if cistern.start_share > 0 and supply.demand_l.size < 3 * 365:
        add(
            "CISTERN_SHORT_RECORD_START",
            "note",
            f"The replay begins with the tank {cistern.start_share * 100:.0f} % full, which flatters a short record.",
            "Begin it empty to see the difference.",
        )
    return found


def _plan(model: PropertyModel) -> CisternPlan:
    assert model.supply is not None
    assert model.replay is not None
    assert model.catch is not None
    return plan_cistern(model.document, model.supply, model.replay, model.catch, model.say)


def _headline(model: PropertyModel, plan: CisternPlan) -> str:
    tank = model.say.volume(model.document.cistern.gross_l)
    dry = int(plan.figures["short_d"].value or 0)
    tightest = model.say.volume(plan.figures["tightest_l"].value or 0).removesuffix(" gal")
    return f"{tank}, dry {dry:,} d" if dry else f"{tank}, low {tightest}"


STATION = Station(
    key="cistern",
    name="Cistern",
    job_step=4,
    entries="/cistern",
    answer=CisternPlan,
    plan=_plan,
    headline=_headline,
    needs_rain=True,
    no_rain="not replayed",
)
