"""A well with its own pump, and a truck with its hose: what each does, what is found, and what fixes it."""

import pytest
from fluids.friction import friction_factor

from lean_year.core.pump.from_elsewhere import run_hours
from tests.plan.on_demos import codes, edited, finding, planned_and_priced, planned_dry, replace

WELL = {"yield_l_min": 20.0, "test_h": 6.0, "level_m": 15.0, "pump_l_min": 15.0, "pump_head_m": 40.0,
        "efficiency": 0.35, "bore_mm": 26.0, "length_m": 40.0}  # fmt: skip
TRUCK = {"hose_m": 30.0, "way_m": 20.0, "gate_m": 3.5}


def well(**other):
    return [replace("/household/back_up/kind", "well"), replace("/household/back_up/well", WELL | other)]


def truck(**other):
    return [replace("/household/back_up/kind", "truck"), replace("/household/back_up/truck", TRUCK | other)]


def test_its_pump_lifts_from_the_pumped_level_to_the_inlet_against_its_pipe():
    """Friction by the fluids package; from 15 m under the ground to the inlet of the tank over it."""
    figures = planned_dry("saltmarrow", *well()).pump.top_up.figures
    tank = edited("saltmarrow").cistern.tanks[0]
    ground_m = edited("saltmarrow").levels.tank_ground_m
    velocity = 15 / 60_000 / (3.141592653589793 * 0.026**2 / 4)
    factor = friction_factor(Re=velocity * 0.026 / 1.004e-6, eD=0.0015 / 26)
    lost_m = factor * 40 / 0.026 * velocity**2 / 2 / 9.80665
    assert figures["well_head_m"].value == pytest.approx(tank.inlet_m - ground_m + 15 + lost_m, rel=2e-3)
    assert figures["well_kwh_m3"].value == pytest.approx(9.80665 * figures["well_head_m"].value / 0.35 / 3600)


def test_it_runs_for_the_water_of_its_day():
    figures = planned_dry("saltmarrow", *well(), replace("/household/back_up/well_l_day", 1_800)).pump.top_up.figures
    assert figures["well_h_day"].value == pytest.approx(2.0)
    assert run_hours(wanted_l_day=0, pump_l_min=10) == 0


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        (well(pump_l_min=25.0), "PUMP_WELL_DRAWN_DRY"),
        ([*well(pump_l_min=1.0), replace("/household/back_up/well_l_day", 2_000)], "PUMP_WELL_RUNS_LONG"),
    ],
)
def test_a_fault_of_the_well_is_found_and_its_fix_fixes_it(operations, code):
    found = finding(planned_dry("saltmarrow", *operations), code)
    assert code not in codes(planned_dry("saltmarrow", *operations, *found.fixes[0].operations))


@pytest.mark.parametrize(
    ("operations", "code"),
    [
        (well(level_m=60.0), "PUMP_WELL_TOO_DEEP"),
        (well(test_h=1.0), "PUMP_WELL_NOT_TESTED"),
        (truck(way_m=45.0), "PUMP_HOSE_SHORT"),
        (truck(gate_m=2.4), "PUMP_TRUCK_GATE"),
    ],
)
def test_what_stands_in_the_way_is_found(operations, code):
    assert code in codes(planned_dry("saltmarrow", *operations))


@pytest.mark.parametrize("operations", [well(), truck()])
def test_what_reaches_the_tank_has_nothing_in_its_way(operations):
    found = {code for code in codes(planned_dry("saltmarrow", *operations)) if "WELL" in code or "TRUCK" in code}
    assert found == set()


def test_a_well_chosen_begins_with_what_is_usual_and_all_of_it_is_assumed():
    document = edited("lantern-row", replace("/household/back_up/kind", "well"))
    assert document.household.back_up.well is not None
    assert "/household/back_up/well/yield_l_min" in document.assumed
    assert edited("lantern-row").household.back_up.well is None


def test_its_pump_and_its_pipe_are_bought():
    kinds = {line.kind for line in planned_and_priced("saltmarrow", *well()).parts}
    assert "well-pump" in kinds
