"""A well's own pump, and the way of a truck: what each can do, and what stands in its way."""

import math

from lean_year.core.hydraulics.pipes import friction_head_m
from lean_year.core.pump.from_elsewhere import LONGEST_RUN_H, TESTED_H, TRUCK_GATE_M, WELL_ROUGHNESS_MM, run_hours
from lean_year.core.pump.pump_curve import power_w
from lean_year.plan.answer.figure import Figure, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.levels import tank_ground_m
from lean_year.property.document import Property
from lean_year.property.household import Well

WELL = "/household/back_up/well"


def well_figures(document: Property, say: Wording) -> dict[str, Figure]:
    """Of the well that tops up; none where none does."""
    entered = document.household.back_up
    well = entered.well if entered.kind == "well" else None
    if well is None:
        return {}
    rise_m, head_m = _rise_m(document, well), asked_head_m(document, well)
    hours = run_hours(wanted_l_day=entered.well_l_day, pump_l_min=well.pump_l_min)
    return {
        "well_h_day": Figure(
            value=hours,
            unit="h",
            label="Its pump runs, on a day that takes the most",
            basis="derived",
            formula="most in a day / what its pump gives",
            working=f"{say.rate(entered.well_l_day)} / {say.flow(well.pump_l_min / 60)}",
            moves="Less at once and for longer spares a weak well.",
        ),
        "well_head_m": Figure(
            value=head_m,
            unit="m",
            label="Head that its pump needs",
            basis="published",
            rests_on=("ground_height",),
            source="Darcy-Weisbach with Colebrook",
            formula="water while it is pumped up to the inlet of the tank + friction",
            working=f"{say.length(rise_m)} + {say.length(head_m - rise_m)}",
            moves="The water in a well sinks while it is pumped: the level counts that its test showed.",
        ),
        "well_kwh_m3": Figure(
            value=power_w(flow_l_s=1.0, head_m=min(2_000.0, max(0.0, head_m)), efficiency=well.efficiency) / 3600,
            unit="kWh/m3",
            label="Electricity of its pump",
            basis="derived",
            formula="ρ g H / efficiency",
            working=f"{say.length(head_m)} at {100 * well.efficiency:.0f} %",
        ),
    }


def _rise_m(document: Property, well: Well) -> float:
    """From its water while it is pumped up to the inlet of the tank."""
    tank = document.cistern.drawn_from()
    return max(0.0, tank.inlet_m - tank_ground_m(document, tank) + well.level_m)


def asked_head_m(document: Property, well: Well) -> float:
    """What its pump must give: the rise, and the friction of its pipe. [m]"""
    flow = {"flow_l_s": well.pump_l_min / 60, "bore_mm": well.bore_mm, "length_m": well.length_m}
    return _rise_m(document, well) + friction_head_m(**flow, roughness_mm=min(WELL_ROUGHNESS_MM, well.bore_mm / 2))


def find_from_elsewhere(document: Property, found: Findings, say: Wording) -> None:
    """Of the well that tops up, or of the truck that comes."""
    entered = document.household.back_up
    if entered.kind == "well" and entered.well is not None:
        _well(document, entered.well, found, say)
    if entered.kind == "truck" and entered.truck is not None:
        _truck(document, found, say)


def _well(document: Property, well: Well, found: Findings, say: Wording) -> None:
    entered = document.household.back_up
    if well.pump_l_min > well.yield_l_min * (1 + 1e-9):
        found.add(
            "PUMP_WELL_DRAWN_DRY",
            "fails",
            f"Its pump draws {say.flow(well.pump_l_min / 60)} and the well gives {say.flow(well.yield_l_min / 60)}: "
            "the water sinks to the pump, and it runs dry.",
            "A smaller pump, or a valve that throttles it, and a stop against running dry.",
            Fix(
                text=f"Throttle it to {say.flow(well.yield_l_min / 60)}.",
                operations=[replace(f"{WELL}/pump_l_min", well.yield_l_min)],
            ),
        )
    if well.test_h < TESTED_H:
        found.add(
            "PUMP_WELL_NOT_TESTED",
            "note",
            f"The yield of the well rests on {fixed(well.test_h, 1)} h of pumping."
            if well.test_h > 0
            else "The yield of the well rests on no test.",
            f"Have it pumped for {TESTED_H:g} h or more in the dry season, with its level and its flow noted, and "
            "its water tested.",
            asks=True,
        )
    hours = run_hours(wanted_l_day=entered.well_l_day, pump_l_min=well.pump_l_min)
    if hours > LONGEST_RUN_H * (1 + 1e-9):
        most = math.floor(well.pump_l_min * 60 * LONGEST_RUN_H)
        found.add(
            "PUMP_WELL_RUNS_LONG",
            "caution",
            f"On a day that takes {say.rate(entered.well_l_day)} its pump runs {fixed(hours, 1)} h; a well must "
            "recover.",
            "",
            Fix(
                text=f"Count on {say.rate(most)} from it.",
                operations=[replace("/household/back_up/well_l_day", most)],
            ),
        )
    asked_m = asked_head_m(document, well)
    if asked_m > well.pump_head_m * (1 + 1e-9):
        found.add(
            "PUMP_WELL_TOO_DEEP",
            "fails",
            f"Its pump has {say.length(well.pump_head_m)} of head; up to the inlet of the tank it needs "
            f"{say.length(asked_m)}.",
            "A pump with more head, a wider pipe, or less at once.",
        )


def _truck(document: Property, found: Findings, say: Wording) -> None:
    truck = document.household.back_up.truck
    assert truck is not None
    if truck.way_m > truck.hose_m * (1 + 1e-9):
        found.add(
            "PUMP_HOSE_SHORT",
            "fails",
            f"From where the truck can stand it is {say.length(truck.way_m)} to the inlet, and it brings "
            f"{say.length(truck.hose_m)} of hose.",
            "A filling pipe of its own down to where the truck stands, capped and marked, or more hose.",
        )
    if truck.gate_m < TRUCK_GATE_M:
        found.add(
            "PUMP_TRUCK_GATE",
            "caution",
            f"The narrowest place on its way in is {say.length(truck.gate_m)}; a truck with water needs about "
            f"{say.length(TRUCK_GATE_M)}.",
            "Fill from the road, by a filling pipe, or ask for a smaller truck.",
        )
