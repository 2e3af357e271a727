"""Ten properties that a plan must not call fine: what is found, how badly, and that what is offered clears it."""

import pytest

from tests.plan.on_demos import finding, planned, replace

TANK = "/cistern/tanks/0"
# What it is: the demo and what is changed, the finding, its severity, and whether an edit can clear it.
AWKWARD = {
    "a tank over the roofs": (
        "saltmarrow", [replace(f"{TANK}/floor_m", 5.0)], "GUTTERS_OUTLET_BELOW_INLET", "fails", True),
    "a slope of clay": (
        "saltmarrow", [replace("/ground/soil", "clay"), replace("/ground/slope", 0.2)], "GROUND_SLOPE_CREEPS",
        "caution", False),
    "no treatment": ("saltmarrow", [replace("/treatment/stages", [])], "TREATMENT_NONE", "fails", True),
    "a tank on a roof": (
        "saltmarrow", [replace("/levels/tank_ground_m", -1.6), replace(f"{TANK}/floor_m", 2.4)], "GROUND_RAISED",
        "caution", True),
    "chlorine alone": (
        "saltmarrow", [replace("/treatment/stages", []), replace("/treatment/chlorine/on", True)],
        "TREATMENT_CRYPTOSPORIDIUM", "fails", True),
    "a buried tank that is empty": (
        "brindle-landing", [replace("/ground/collar_kn", 0)], "GROUND_FLOATS", "fails", True),
    "an air gap under water": (
        "lantern-row", [replace("/household/back_up/gap_mm", 45), replace("/overflow/bore_mm", 104)],
        "PUMP_TOP_UP_GAP", "fails", True),
    "two bottom valves": (
        "lantern-row", [replace(f"{TANK}/let_down", True)], "CISTERN_VALVE_POSITION", "caution", False),
    "a pump above the water": ("saltmarrow", [replace("/levels/pump_m", 6.5)], "PUMP_SUCTION_HIGH", "fails", True),
    "screens nine tenths clogged": (
        "saltmarrow", [replace("/downpour/clogged_share", 0.9)], "GUTTERS_SCREEN_SPILLS", "fails", True),
}  # fmt: skip


@pytest.mark.parametrize("name", AWKWARD)
def test_it_is_found_as_bad_as_it_is_and_what_is_offered_clears_it(name):
    demo, changes, code, severity, has_fix = AWKWARD[name]
    plan = planned(demo, *changes)
    found = finding(plan, code)
    assert found.severity == severity
    assert code not in {each.code for each in planned(demo).findings if each.severity == severity}
    assert bool(found.fixes) == has_fix
    assert found.fix, "where no edit can clear it, it says what does"
    for fix in found.fixes:
        assert found.text not in {each.text for each in planned(demo, *changes, *fix.operations).findings}, fix.text
    if severity == "fails":
        assert "Fails at" in plan.verdict or "Not to be drunk as planned" in plan.verdict


def test_dirtier_screens_ask_for_no_smaller_overflow():
    clean, dirty = (planned("saltmarrow", replace("/downpour/clogged_share", share)) for share in (0, 0.9))
    assert dirty.overflow.place.flow_l_s == clean.overflow.place.flow_l_s
