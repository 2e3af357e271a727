"""What a maker's sheet gives reaches the plan: a drop at its own flow, ports, the rating of a vessel, the article
that is bought."""

import pytest

from lean_year.core.water_path.overflow import OverflowPipe, overflow_capacity_l_s
from lean_year.plan.model.overflow_outlets import overflow_pipe, overflow_takes_l_s
from lean_year.plan.stations.overflow.stage import STATION as OVERFLOW
from lean_year.plan.stations.treatment.stage import STATION as TREATMENT
from tests.plan.on_demos import codes, edited, planned, planned_and_priced, planned_dry, replace


def parts(name, *operations):
    return planned_and_priced(name, *operations).parts


def reducers(name, *operations):
    return sum(line.quantity for line in parts(name, *operations) if line.kind == "reducer")


def drop_kpa(**sheet):
    plan = TREATMENT.of(
        planned_dry("saltmarrow", *(replace(f"/treatment/stages/1/{field}", value) for field, value in sheet.items()))
    )
    return plan.stages[1].clean_kpa


def test_a_drop_counts_at_the_flow_for_which_its_sheet_gives_it():
    # By hand: the drop grows with the flow to the power of 1.5; a quarter of the flow takes an eighth.
    at_reference = drop_kpa(clean_kpa=16.0)
    assert drop_kpa(clean_kpa=2.0, clean_flow_l_s=0.125) == pytest.approx(at_reference)
    assert drop_kpa(clean_kpa=16.0, clean_flow_l_s=0.5) == at_reference
    assert drop_kpa(clean_flow_l_s=0.125) == drop_kpa(), "usual drops have a flow of their own"


def test_an_overflow_passes_what_the_port_of_the_tank_lets_it():
    narrow = edited("saltmarrow", replace("/overflow/port_mm", 60))
    wide = edited("saltmarrow", replace("/overflow/port_mm", 500))
    plain = edited("saltmarrow")
    assert overflow_takes_l_s(wide, 0.05) == overflow_takes_l_s(plain, 0.05)
    pipe = overflow_pipe(plain)
    by_hand = OverflowPipe(60, pipe.length_m, pipe.drop_m, pipe.fittings, pipe.roughness_mm, pipe.count)
    assert overflow_takes_l_s(narrow, 0.05) == overflow_capacity_l_s(by_hand, head_mm=50)
    plan = planned_dry("saltmarrow", replace("/overflow/port_mm", 60))
    assert "OVERFLOW_SMALLER_THAN_INFLOW" in codes(plan, "overflow")
    assert "OVERFLOW_NARROWER_THAN_INLET" in codes(plan, "overflow")
    assert "behind a port of 60 mm" in OVERFLOW.of(plan).place.size


def test_a_wider_pipe_behind_a_narrow_port_is_no_way_out():
    plan = planned_dry("saltmarrow", replace("/overflow/port_mm", 60))
    found = next(each for each in plan.findings if each.code == "OVERFLOW_SMALLER_THAN_INFLOW")
    assert all("/overflow/bore_mm" not in str(fix.operations) for fix in found.fixes)


@pytest.mark.parametrize(
    ("path", "port_mm", "more"),
    [
        ("/pump/port_mm", 20, 2),  # suction and delivery
        ("/treatment/stages/1/port_mm", 20, 2),
        ("/cistern/tanks/0/outlet_port_mm", 20, 1),
        ("/overflow/port_mm", 60, 1),
    ],
)
def test_ports_of_another_size_than_the_pipe_ask_for_reducers(path, port_mm, more):
    before = reducers("saltmarrow")
    assert reducers("saltmarrow", replace(path, port_mm)) == before + more


def test_a_port_as_wide_as_its_pipe_asks_for_none():
    suction = edited("saltmarrow").pump.suction.bore_mm
    assert reducers("saltmarrow", replace("/cistern/tanks/0/outlet_port_mm", suction)) == reducers("saltmarrow")


def test_what_is_bought_as_an_article_says_so_in_the_list():
    named = {
        "/pump/article": ("pump", "P 46"),
        "/pump/vessel_article": ("vessel", "V 60"),
        "/treatment/stages/1/article": ("housing", "H 20"),
        "/cistern/tanks/0/article": ("tank-liner", "R 90"),
    }
    lines = parts("saltmarrow", *(replace(path, article) for path, (_, article) in named.items()))
    for kind, article in named.values():
        why = [why.text for line in lines if line.kind == kind for why in line.why]
        assert any(each.endswith(f"; bought as {article}") for each in why), (kind, why)


def test_a_vessel_that_the_pump_can_burst_fails():
    assert "PUMP_VESSEL_RATED_LOW" in codes(planned_dry("saltmarrow", replace("/pump/vessel_rated_kpa", 300)), "pump")
    assert "PUMP_VESSEL_RATED_LOW" not in codes(
        planned_dry("saltmarrow", replace("/pump/vessel_rated_kpa", 1_000)), "pump"
    )
    assert "PUMP_VESSEL_RATED_LOW" not in codes(
        planned_dry("saltmarrow", replace("/pump/vessel_rated_kpa", 300), replace("/pump/vessel_l", 0)), "pump"
    )


def test_an_outlet_narrower_than_what_it_feeds_is_a_caution_with_a_fix():
    narrow = replace("/cistern/tanks/0/outlet_port_mm", 20)
    plan = planned_dry("saltmarrow", narrow)
    found = next(each for each in plan.findings if each.code == "PUMP_SUCTION_PORT_NARROW")
    fixed = planned_dry("saltmarrow", narrow, *found.fixes[0].operations)
    assert "PUMP_SUCTION_PORT_NARROW" not in codes(fixed)
    two = replace("/cistern/tanks/0/count", 2)
    assert "CISTERN_PORT_NARROW" in codes(planned("saltmarrow", narrow, two))
    assert "CISTERN_PORT_NARROW" not in codes(planned("saltmarrow", narrow))
