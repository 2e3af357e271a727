"""The heater on the demos, and what runs too fast or is stopped too soon."""

import pytest

from tests.plan.on_demos import codes, finding, planned_dry, replace, status

HOT = "/pump/hot_water"
STORE = [replace(f"{HOT}/kind", "store"), replace(f"{HOT}/mixed_down", True)]


def cleared(name, operations, code):
    """That the first fix of a finding takes it away."""
    fix = finding(planned_dry(name, *operations), code).fixes[0]
    assert code not in codes(planned_dry(name, *operations, *fix.operations))


def test_a_heater_that_nobody_asked_about_is_asked_for():
    plan = planned_dry("lantern-row", replace(f"{HOT}/kind", "unknown"))
    assert finding(plan, "PUMP_HOT_WATER_NOT_ENTERED").asks
    assert status(plan, "pump") != "settled"
    assert "PUMP_HOT_WATER_NOT_ENTERED" not in codes(planned_dry("lantern-row"))


@pytest.mark.parametrize(("least", "starved"), [(170.0, False), (230.0, True)])
def test_a_heater_without_a_store_is_held_against_the_least_at_the_tap(least, starved):
    """Brindle's highest tap has 193 kPa at the peak with filters due."""
    plan = planned_dry("brindle-landing", replace(f"{HOT}/kind", "instant"), replace(f"{HOT}/least_kpa", least))
    assert 170 < plan.pump.figures["tap_dirty_kpa"].value < 230
    assert ("PUMP_HEATER_STARVED" in codes(plan)) == starved
    if starved:
        assert finding(plan, "PUMP_HEATER_STARVED").severity == "fails"


def test_a_heater_that_nobody_looked_up_is_asked_for():
    unknown = planned_dry("brindle-landing", replace(f"{HOT}/least_kpa", None))
    assert finding(unknown, "PUMP_HEATER_NOT_LOOKED_UP").asks
    assert status(unknown, "pump") == "decide"
    assert "PUMP_HEATER_NOT_LOOKED_UP" not in codes(planned_dry("brindle-landing"))


def test_a_cool_store_fails_and_a_hot_one_is_mixed_down():
    cool = [*STORE, replace(f"{HOT}/store_c", 50.0)]
    assert finding(planned_dry("saltmarrow", *cool), "PUMP_STORE_COOL").severity == "fails"
    cleared("saltmarrow", cool, "PUMP_STORE_COOL")
    scalds = [*STORE, replace(f"{HOT}/mixed_down", False)]
    assert finding(planned_dry("saltmarrow", *scalds), "PUMP_STORE_SCALDS").severity == "caution"
    cleared("saltmarrow", scalds, "PUMP_STORE_SCALDS")
    # Hotter without a mixing valve only trades one harm for another.
    after = finding(planned_dry("saltmarrow", *cool), "PUMP_STORE_COOL").fixes[0].operations
    assert "PUMP_STORE_SCALDS" not in codes(planned_dry("saltmarrow", *scalds, *cool, *after))


@pytest.mark.parametrize("entered", [None, 3.0])
def test_a_store_behind_a_check_valve_gets_a_vessel_for_what_it_drives_out(entered):
    """By hand: 3.36 L; 486 kPa at rest, relief at 700: 3.36 / (1 - 587 / 731) is 17 L."""
    lacking = [*STORE, replace(f"{HOT}/expansion_l", entered)]
    plan = planned_dry("saltmarrow", *lacking)
    assert plan.pump.figures["hot_vessel_l"].value == pytest.approx(17.0, abs=0.2)
    assert finding(plan, "PUMP_NO_EXPANSION").severity == "caution"
    cleared("saltmarrow", lacking, "PUMP_NO_EXPANSION")


def test_a_relief_valve_below_what_stands_there_runs_all_day():
    plan = planned_dry("saltmarrow", *STORE, replace(f"{HOT}/relief_kpa", 500.0))
    assert finding(plan, "PUMP_RELIEF_OPENS").severity == "fails"
    assert plan.pump.figures["hot_vessel_l"].value is None


@pytest.mark.parametrize(("pipe", "bore", "most"), [("delivery", 20.0, 2.0), ("suction", 22.0, 1.5)])
def test_a_narrow_pipe_runs_too_fast_and_the_next_from_stock_does_not(pipe, bore, most):
    """0.9 L/s through 20 mm are 2.9 m/s, through 26 mm 1.7."""
    narrow = [replace(f"/pump/{pipe}/bore_mm", bore)]
    found = finding(planned_dry("saltmarrow", *narrow), "PUMP_PIPE_FAST")
    assert found.severity == "caution"
    [edit] = found.fixes[0].operations
    assert 0.9 / (0.785398 * (edit["value"] / 10) ** 2) * 10 <= most
    cleared("saltmarrow", narrow, "PUMP_PIPE_FAST")
    assert "PUMP_PIPE_FAST" not in codes(planned_dry("saltmarrow"))


def test_the_lamps_valve_hammers_in_a_narrow_metal_pipe_until_it_shuts_slowly():
    """0.9 L/s in 36 mm are 0.88 m/s: 442 kPa in plastic, 1,194 in metal, over 500 that stand there."""
    quiet = planned_dry("saltmarrow")
    assert quiet.pump.figures["velocity_m_s"].value == pytest.approx(0.884, abs=0.001)
    assert quiet.pump.figures["surge_kpa"].value == pytest.approx(442, abs=1)
    assert "PUMP_HAMMER" not in codes(quiet)
    metal = [replace("/pump/pipe", "metal")]
    loud = planned_dry("saltmarrow", *metal)
    assert loud.pump.figures["surge_kpa"].value == pytest.approx(1_194, abs=2)
    assert finding(loud, "PUMP_HAMMER").severity == "caution"
    cleared("saltmarrow", metal, "PUMP_HAMMER")
    assert "surge_kpa" not in planned_dry("saltmarrow", replace("/treatment/uv/shut_valve", False)).pump.figures


def test_notes_stand_beside_a_heater_alone():
    def heads(*operations):
        return [note.head for note in planned_dry("lantern-row", *operations).pump.notes]

    assert "At the heater" not in heads()
    assert "At the heater" in heads(replace(f"{HOT}/kind", "instant"))
