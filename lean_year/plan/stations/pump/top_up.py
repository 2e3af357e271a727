"""Topping the tank up from mains or a well: where its valve opens, the air gap over it, and how often it runs."""

import math

import numpy as np
from pydantic import BaseModel

from lean_year.core.cistern.bank import level_of_m
from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.pump.cross_connection import air_gap_mm
from lean_year.plan.answer.figure import Figure, Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.inputs import DOWNPOUR, SUPPLY
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.layout import layout_of
from lean_year.plan.model.most_inflow import highest_over_overflow_m
from lean_year.plan.stations.pump.from_elsewhere import find_from_elsewhere, well_figures
from lean_year.property.document import Property
from lean_year.property.household import MOST_GAP_MM


class TopUpPlan(BaseModel):
    """Figures where something tops up; of a truck, that comes by the load, what stands in its way."""

    figures: dict[str, Figure]
    tank: str
    """The tank that it comes into."""
    full_m: float
    """Its overflow above its floor. [m]"""
    over_m: float
    """Head over that overflow in its downpour. [m]"""
    findings: list[Finding]


NO_TOP_UP = TopUpPlan(figures={}, tank="", full_m=0.0, over_m=0.0, findings=[])


def plan_top_up(document: Property, run: OperatedReplay | None, say: Wording) -> TopUpPlan:
    """The top-up of a document; what depends on the replay is left out without a record."""
    entered = document.household.back_up
    if entered.kind == "truck":
        found = Findings("pump")
        find_from_elsewhere(document, found, say)
        return NO_TOP_UP.model_copy(update={"findings": found.rows})
    if entered.kind not in ("mains", "well"):
        return NO_TOP_UP
    asked_mm = air_gap_mm(entered.inlet_mm)
    over_mm = 1000 * highest_over_overflow_m(document)
    layout = layout_of(document)
    last = layout.steps[-1]
    kept_l = layout.reserve_l + entered.keep_share * (last.bank.live_l - layout.reserve_l)
    level_m = float(level_of_m(last.bank, max(0.0, kept_l)))
    floor_m = last.tanks[0].floor_m
    figures = {
        "level_m": Figure(
            value=max(0.0, level_m - floor_m),
            unit="m",
            label=f"Its valve opens at, over the floor of {last.tanks[0].name}",
            basis="derived",
            rests_on=("tanks",),
            formula="level that goes with the share that is kept",
            working=f"{entered.keep_share * 100:g} % of what can be drawn, {say.volume(kept_l)}",
            moves="Set it as low as a top-up can keep pace from: all above it is room for rain.",
        ),
        "gap_mm": Figure(
            value=asked_mm,
            unit="mm",
            label="Air gap that it takes",
            basis="from_memory",
            source="EN 1717, US plumbing codes",
            formula="the larger of two bores and an inch",
            working=f"2 × {say.bore(entered.inlet_mm)}",
            moves="Local code comes first; the gap stays visible and the overflow larger than the inlet.",
        ),
    }
    figures["gap_left_mm"] = Figure(
        value=entered.gap_mm - over_mm,
        unit="mm",
        label="Air gap that is left in the downpour",
        basis="from_memory",
        rests_on=DOWNPOUR,
        source="worked out here; the overflow's head by BS EN 12056-3, from memory",
        formula="end of the inlet over the overflow − head over the overflow",
        working=f"{say.bore(entered.gap_mm)} − {say.bore(over_mm)}",
        moves="A larger overflow lets the water stand less high over it.",
    )
    if run is not None and run.topped_up_l.size:
        on = run.topped_up_l > 0
        figures["days_share"] = Figure(
            value=float(np.mean(on)),
            unit="-",
            label="Share of the days on top-up",
            basis="derived",
            rests_on=SUPPLY,
            formula="days on which any came / all days of the record",
            working=f"{int(on.sum()):,} of {on.size:,} days",
            moves="More tank, more roof, or a valve that opens lower.",
        )
    figures |= well_figures(document, say)
    vessel = last.tanks[0].vessel()
    return TopUpPlan(
        figures=figures,
        tank=vessel.name,
        full_m=vessel.overflow_m,
        over_m=over_mm / 1000,
        findings=_findings(document, asked_mm, over_mm, say),
    )


def _findings(document: Property, asked_mm: float, over_mm: float, say: Wording) -> list[Finding]:
    entered = document.household.back_up
    found = Findings("pump")
    find_from_elsewhere(document, found, say)
    left_mm = entered.gap_mm - over_mm
    if left_mm < asked_mm - 1e-9:
        end_mm = 5 * math.ceil((asked_mm + over_mm) / 5 - 1e-9)
        found.add(
            "PUMP_TOP_UP_GAP",
            "fails",
            f"The {entered.kind} ends {say.bore(entered.gap_mm)} above the overflow. In the downpour water stands "
            f"{say.bore(over_mm)} over it and {say.bore(max(0.0, left_mm))} of air are left; {say.bore(asked_mm)} "
            "keep it from being sucked back.",
            "Backflow protection is a licensed plumber's work; local code comes first.",
            *(
                [
                    Fix(
                        text=f"End it {say.bore(end_mm)} above the overflow.",
                        operations=[replace("/household/back_up/gap_mm", end_mm)],
                    )
                ]
                if end_mm <= MOST_GAP_MM
                else []
            ),
        )
    if not entered.rain_first:
        found.add(
            "PUMP_TOP_UP_FIRST",
            "caution",
            "Nothing keeps the top-up shut while there is rain: it fills the room that the next rain needs.",
            "",
            Fix(
                text="Lock it so that rain is used first.",
                operations=[replace("/household/back_up/rain_first", True)],
            ),
        )
    return found.rows
