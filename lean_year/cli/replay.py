"""`replay` and `smallest`: one roof, one constant demand, one record."""

from pathlib import Path
from typing import Annotated, cast

import numpy as np
import typer
from numpy.typing import NDArray

from lean_year.cli.output import show
from lean_year.core.cistern import sizing
from lean_year.core.cistern.replay import MAX_VOLUME_L, Rule, replay_cistern
from lean_year.core.errors import InputError, require_number
from lean_year.core.rain.rainfall import longest_run, year_of
from lean_year.core.roofs.catchment import harvest_l
from lean_year.formats.strict_csv import read_strict_csv

RainFile = Annotated[Path, typer.Option("--rain", help="CSV date,rain_mm, one row a day")]
RoofM2 = Annotated[float, typer.Option("--roof-m2", help="plan area, m2")]
Runoff = Annotated[float, typer.Option("--runoff", help="share that runs off, 0 to 1")]
LossMm = Annotated[float, typer.Option("--loss-mm", help="loss each day, mm")]
DemandLDay = Annotated[float, typer.Option("--demand-l-day", help="use, L a day")]
RuleName = Annotated[str, typer.Option("--rule", help="yas or ybs")]
AsJson = Annotated[bool, typer.Option("--json", help="print one JSON object")]


def _rule(name: str) -> Rule:
    if name not in ("yas", "ybs"):
        raise InputError("rule", f"must be yas or ybs, got {name!r}")
    return cast(Rule, name)


def _supply(
    rain_file: Path, roof_m2: float, runoff: float, loss_mm: float, demand_l_day: float
) -> tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.int64]]:
    """Daily inflow and demand, and the calendar year of each day."""
    require_number("roof-m2", roof_m2, low=0, high=1_000_000)
    require_number("runoff", runoff, low=0, high=1)
    require_number("loss-mm", loss_mm, low=0, high=100)
    require_number("demand-l-day", demand_l_day, low=0, high=1e9)
    rain = read_strict_csv(rain_file)
    inflow = harvest_l(area_m2=roof_m2, rain_mm=rain.depth_mm, runoff=runoff, loss_mm=loss_mm)
    return inflow, np.full(inflow.size, float(demand_l_day)), year_of(rain.dates)


def replay(
    rain: RainFile,
    roof_m2: RoofM2,
    runoff: Runoff,
    loss_mm: LossMm,
    demand_l_day: DemandLDay,
    tank_l: Annotated[float, typer.Option("--tank-l", help="live volume, L")],
    rule: RuleName,
    start_l: Annotated[float | None, typer.Option("--start-l", help="L at the start; full if not given")] = None,
    as_json: AsJson = False,
) -> None:
    """Replay every recorded day against a constant demand."""
    order = _rule(rule)
    size = require_number("tank-l", tank_l, low=0, high=MAX_VOLUME_L)
    if start_l is not None:
        require_number("start-l", start_l, low=0, high=size)
    inflow, demand, year = _supply(rain, roof_m2, runoff, loss_mm, demand_l_day)
    run = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size, rule=order, start_l=start_l)
    show(
        {
            "days": int(inflow.size),
            "inflow_l": float(inflow.sum()),
            "supplied_l": float(run.supplied_l.sum()),
            "shortfall_l": float(run.shortfall_l.sum()),
            "spilled_l": float(run.spilled_l.sum()),
            "start_l": run.start_l,
            "end_l": run.end_l,
            "shortfall_days": int(run.short_day.sum()),
            "years_with_shortfall": int(np.unique(year[run.short_day]).size),
            "longest_shortfall_days": longest_run(run.short_day).days,
            "volumetric_reliability": run.volumetric_reliability,
            "time_reliability": run.time_reliability,
        },
        as_json,
    )


def smallest(
    rain: RainFile,
    roof_m2: RoofM2,
    runoff: Runoff,
    loss_mm: LossMm,
    demand_l_day: DemandLDay,
    rule: RuleName,
    time_reliability: Annotated[
        float | None, typer.Option("--time-reliability", help="share of days to meet, 0 to 1; all if not given")
    ] = None,
    as_json: AsJson = False,
) -> None:
    """The smallest tank, in whole litres, that was never short or meets a share of the days."""
    order = _rule(rule)
    if time_reliability is not None:
        require_number("time-reliability", time_reliability, low=0, high=1)
    inflow, demand, _ = _supply(rain, roof_m2, runoff, loss_mm, demand_l_day)
    enough = (
        sizing.no_short_day
        if time_reliability is None
        else sizing.time_reliability_at_least(time_reliability, inflow.size)
    )
    answer = sizing.smallest_size(inflow_l=inflow, demand_l=demand, rule=order, enough=enough)
    show(
        {"tank_l": answer.size_l, "reason": answer.reason, "first_filling": answer.first_filling},
        as_json,
    )


def add_commands(app: typer.Typer) -> None:
    app.command()(replay)
    app.command()(smallest)
