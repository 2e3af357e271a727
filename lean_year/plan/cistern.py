"""Cistern: how big, and how safe is that."""

import datetime as dt
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core import sizing
from lean_year.core.cistern import Replay, Rule, no_shortage_size_l, replay_cistern, replay_sizes
from lean_year.plan.figure import Figure, Finding
from lean_year.plan.rain import PreparedRain
from lean_year.plan.wording import Wording, day, several
from lean_year.property.document import Cistern

CURVE_SIZES = 161
DRY_RUNS_SHOWN = 12
DRY_RUN_GAP_DAYS = 30
DAILY_STEP_LEAST_SHARE = 0.01
RULE_SOURCE = "Jenkins and others 1978; Fewkes and Butler 2000"
RULE_FORMULA = {
    "yas": "Y = min(D, V′); V = min(V′ + Q − Y, S − Y)",
    "ybs": "Y = min(D, V′ + Q); V = min(V′ + Q − Y, S)",
}
CAUTIONS = [
    "Nobody enters a tank: the air in it can kill. One that can't be cleaned from outside needs a trained "
    "confined-space crew with gas test, attendant and rescue line.",
    "Keep every lid locked: children drown in open tanks.",
    "A full tank weighs 1 t for each m³ of water. Concrete and mortar tanks, and any tank on a roof, stand or "
    "tower, are a structural engineer's work.",
]


@dataclass(frozen=True, slots=True)
class Supply:
    """The two daily series a replay needs, and how its days fall into years."""

    inflow_l: NDArray[np.float64]
    demand_l: NDArray[np.float64]
    rain: PreparedRain


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
    spilled_l: float
    short_days: int
    first_short_day: dt.date | None
    lowest_l: float
    lowest_date: dt.date
    end_l: float


class Curve(BaseModel):
    """Security over size, one entry a size. `tank_l` counts from the floor to the overflow."""

    tank_l: list[float]
    years_carried: list[int]
    short_days: list[int]
    shortfall_l: list[float]


class CisternPlan(BaseModel):
    rule: Rule
    live_l: float
    counted_years: int
    years_carried: int
    other_rule_years_carried: int
    lean_year: int
    """Row of `years` that is hardest on this house: most water missed, else the lowest store."""
    tightest_carried_year: int | None
    first_filling: bool
    balance_residual_l: float
    figures: dict[str, Figure]
    years: list[CisternYear]
    dry_runs: list[DryRun]
    """The worst by water missed, at most `DRY_RUNS_SHOWN`, the worst first."""
    curve: Curve
    findings: list[Finding]
    cautions: list[str]


def replay(cistern: Cistern, supply: Supply, rule: Rule | None = None) -> Replay:
    """The replay of the design. The store is the live volume above what is held back."""
    return replay_cistern(
        inflow_l=supply.inflow_l,
        demand_l=supply.demand_l,
        size_l=cistern.live_l,
        rule=rule or cistern.rule,
        start_l=cistern.live_l * cistern.start_share,
    )


def years_carried(run: Replay, rain: PreparedRain) -> int:
    """Counted water years without a short day."""
    short = rain.years.sums(run.short_day.astype(np.float64)) > 0
    return int((rain.counts & ~short).sum())


def _dry_runs(run: Replay, rain: PreparedRain) -> list[DryRun]:
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


def _years(run: Replay, rain: PreparedRain) -> list[CisternYear]:
    years = rain.years
    sums = {name: years.sums(getattr(run, name)) for name in ("inflow_l", "demand_l", "supplied_l", "spilled_l")}
    short = run.short_day
    rows = []
    for row in range(len(years)):
        begin, end = int(years.starts[row]), int(years.ends[row])
        lowest = begin + int(np.argmin(run.store_l[begin:end]))
        dry = np.flatnonzero(short[begin:end])
        rows.append(
            CisternYear(
                label=years.label(row),
                start=rain.dates[begin].astype(object),
                whole=bool(years.whole[row]),
                counted=bool(rain.counts[row]),
                inflow_l=float(sums["inflow_l"][row]),
                demand_l=float(sums["demand_l"][row]),
                supplied_l=float(sums["supplied_l"][row]),
                shortfall_l=float(run.shortfall_l[begin:end].sum()) if dry.size else 0.0,
                spilled_l=float(sums["spilled_l"][row]),
                short_days=int(dry.size),
                first_short_day=rain.dates[begin + int(dry[0])].astype(object) if dry.size else None,
                lowest_l=float(run.store_l[lowest]),
                lowest_date=rain.dates[lowest].astype(object),
                end_l=float(run.store_l[end - 1]),
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


def _curve(cistern: Cistern, supply: Supply, no_shortage_tank_l: float | None, first_filling: bool) -> Curve:
    reach = cistern.tank_l * 1.15
    if no_shortage_tank_l is not None and not first_filling:
        reach = max(reach, no_shortage_tank_l * 1.15)
    tank = np.linspace(0, _nice_ceiling(reach), CURVE_SIZES)
    rain = supply.rain
    sizes = replay_sizes(
        inflow_l=supply.inflow_l,
        demand_l=supply.demand_l,
        size_l=np.maximum(0.0, tank - cistern.held_back_l),
        rule=cistern.rule,
        start_share=cistern.start_share,
        year_end=rain.years.ends,
        year_counts=rain.counts,
    )
    return Curve(
        tank_l=tank.tolist(),
        years_carried=(int(rain.counts.sum()) - sizes.short_years).tolist(),
        short_days=sizes.short_days.tolist(),
        shortfall_l=np.maximum(0.0, float(supply.demand_l.sum()) - sizes.supplied_l).tolist(),
    )


def _smallest(cistern: Cistern, supply: Supply, enough: sizing.Enough) -> float | None:
    """The least tank, held-back water included, that is enough. [L]"""
    rain = supply.rain
    answer = sizing.smallest_size(
        inflow_l=supply.inflow_l,
        demand_l=supply.demand_l,
        rule=cistern.rule,
        enough=enough,
        start_share=cistern.start_share,
        year_end=rain.years.ends,
        year_counts=rain.counts,
    )
    return None if answer.size_l is None else answer.size_l + cistern.held_back_l


def plan_cistern(cistern: Cistern, supply: Supply, run: Replay, say: Wording) -> CisternPlan:
    """The cistern stage: the years of the design's replay, the smallest sizes and security over size."""
    rain = supply.rain
    years = _years(run, rain)
    counted = int(rain.counts.sum())
    carried = years_carried(run, rain)
    rows = [row for row in range(len(years)) if years[row].counted] or list(range(len(years)))
    lean = min(rows, key=lambda row: (-years[row].shortfall_l, years[row].lowest_l))
    carried_rows = [row for row in rows if years[row].short_days == 0]
    tightest = min(carried_rows, key=lambda row: years[row].lowest_l) if carried_rows else None
    none_short = _smallest(cistern, supply, sizing.no_short_day)
    aim = counted - min(cistern.short_years_allowed, counted)
    for_aim = _smallest(cistern, supply, sizing.years_carried_at_least(aim, counted))
    first_filling = sizing.demand_outruns_inflow(supply.inflow_l, supply.demand_l)
    other: Rule = "ybs" if cistern.rule == "yas" else "yas"
    figures = _figures(cistern, run, rain, say)
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
        formula="least whole litre whose replay has no short day, with what is held back",
        working=_smallest_working(cistern, none_short, first_filling, say),
        moves=_rule_difference(cistern, supply, say),
    )
    figures["smallest_for_aim_l"] = Figure(
        value=for_aim,
        unit="L",
        label=f"Smallest tank for {aim} of {counted} years",
        basis="derived",
        source=RULE_SOURCE,
        formula="least whole litre whose replay carries that many counted years, with what is held back",
        working=_smallest_working(cistern, for_aim, first_filling, say),
    )
    return CisternPlan(
        rule=cistern.rule,
        live_l=cistern.live_l,
        counted_years=counted,
        years_carried=carried,
        other_rule_years_carried=years_carried(replay(cistern, supply, other), rain),
        lean_year=lean,
        tightest_carried_year=tightest,
        first_filling=first_filling,
        balance_residual_l=run.balance_residual_l,
        figures=figures,
        years=years,
        dry_runs=_dry_runs(run, rain),
        curve=_curve(cistern, supply, none_short, first_filling),
        findings=_findings(cistern, supply, counted - carried, for_aim, first_filling, say),
        cautions=CAUTIONS,
    )


def _smallest_working(cistern: Cistern, tank_l: float | None, first_filling: bool, say: Wording) -> str:
    if tank_l is None:
        return "no size does it with this start"
    note = "; only the first filling, since the house uses more than the roofs bring" if first_filling else ""
    return f"{say.volume(tank_l - cistern.held_back_l)} live + {say.volume(cistern.held_back_l)} held back{note}"


def _rule_difference(cistern: Cistern, supply: Supply, say: Wording) -> str:
    series = {"inflow_l": supply.inflow_l, "demand_l": supply.demand_l}
    before = no_shortage_size_l(rule="ybs", **series) + cistern.held_back_l
    after = no_shortage_size_l(rule="yas", **series) + cistern.held_back_l
    return (
        f"Begun full, counting the day's use before the spill gives {say.volume(before)}, "
        f"after the spill {say.volume(after)}."
    )


def _tightest_day(run: Replay, rain: PreparedRain) -> int:
    """The day of the lowest store in the counted years, in the whole record where none counts."""
    counts = np.repeat(rain.counts, rain.years.ends - rain.years.starts)
    return int(np.argmin(np.where(counts, run.store_l, np.inf) if counts.any() else run.store_l))


def _figures(cistern: Cistern, run: Replay, rain: PreparedRain, say: Wording) -> dict[str, Figure]:
    lowest = _tightest_day(run, rain)
    wanted, supplied = float(run.demand_l.sum()), float(run.supplied_l.sum())
    inflow, spilled = float(run.inflow_l.sum()), float(run.spilled_l.sum())
    missed = float(run.shortfall_l.sum())
    whole = f"{several(rain.dates.size, 'day')}, {day(rain.dates[0])} to {day(rain.dates[-1])}"
    spill_years = rain.years.sums(run.spilled_l)[rain.counts]

    def derived(value: float | None, unit: str, label: str, formula: str, working: str, moves: str = "") -> Figure:
        return Figure(
            value=value,
            unit=unit,
            label=label,
            basis="derived",
            source=RULE_SOURCE,
            formula=formula,
            working=working,
            moves=moves,
        )

    before = float(run.store_l[lowest - 1]) if lowest else run.start_l
    return {
        "tank_l": Figure(
            value=cistern.tank_l, unit="L", label="Tank, floor to overflow", basis="entered", source="entered"
        ),
        "live_l": derived(
            cistern.live_l,
            "L",
            "Live volume",
            "tank − below the outlet − fire reserve",
            f"{say.volume(cistern.tank_l)} − {say.volume(cistern.below_outlet_l)} "
            f"− {say.volume(cistern.fire_reserve_l)}",
        ),
        "tightest_l": derived(
            float(run.store_l[lowest]),
            "L",
            f"Tightest day, {day(rain.dates[lowest])}",
            RULE_FORMULA[run.rule],
            f"V′ {say.volume(before)}, Q {say.volume(float(run.inflow_l[lowest]))}, "
            f"D {say.volume(float(run.demand_l[lowest]))}: Y {say.volume(float(run.supplied_l[lowest]))}, "
            f"V {say.volume(float(run.store_l[lowest]))}",
            "Less use in the dry months moves it most.",
        ),
        "short_d": derived(
            float(run.short_day.sum()), "d", "Dry days", "days that miss more than a rounding error", whole
        ),
        "shortfall_l": derived(
            missed,
            "L",
            "Water missed",
            "demand − supplied, over the whole record",
            f"{say.volume(wanted)} − {say.volume(supplied)}",
        ),
        "volumetric_reliability": derived(
            run.volumetric_reliability,
            "-",
            "Share of the water wanted that was there",
            "supplied / demand",
            f"{say.volume(supplied)} / {say.volume(wanted)}",
        ),
        "time_reliability": derived(
            run.time_reliability,
            "-",
            "Share of days met",
            "1 − dry days / days",
            f"1 − {int(run.short_day.sum()):,} / {rain.dates.size:,}",
        ),
        "spill_l_year": derived(
            float(spill_years.mean()) if spill_years.size else None,
            "L",
            "Spilled in a mean year",
            "sum of the days' spill, mean of the counted years",
            f"{say.volume(float(spill_years.sum()))} / {spill_years.size} years",
            "A larger tank spills less, up to what the roofs bring.",
        ),
        "roof_water_used": derived(
            (inflow - spilled) / inflow if inflow > 0 else None,
            "-",
            "Share of roof water kept",
            "(inflow − spilled) / inflow",
            f"({say.volume(inflow)} − {say.volume(spilled)}) / {say.volume(inflow)}",
        ),
    }


def _findings(
    cistern: Cistern,
    supply: Supply,
    short_years: int,
    for_aim: float | None,
    first_filling: bool,
    say: Wording,
) -> list[Finding]:
    found = []

    def add(code: str, severity: str, text: str, fix: str = "") -> None:
        found.append(
            Finding.model_validate({"code": code, "stage": "cistern", "severity": severity, "text": text, "fix": fix})
        )

    wanted, brought = float(supply.demand_l.sum()), float(supply.inflow_l.sum())
    if first_filling:
        add(
            "CISTERN_FIRST_FILLING",
            "fails",
            f"The house uses {say.volume(wanted)} over the record and the roofs bring {say.volume(brought)}. "
            "A tank that never ran dry would only be spending its first filling.",
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
    yearly_l = brought / supply.inflow_l.size * 365.25
    if 0 < cistern.live_l < DAILY_STEP_LEAST_SHARE * yearly_l:
        add(
            "CISTERN_SMALL_FOR_DAILY_STEP",
            "caution",
            f"{say.volume(cistern.live_l)} live is under {DAILY_STEP_LEAST_SHARE * 100:.0f} % of the yearly inflow, "
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
