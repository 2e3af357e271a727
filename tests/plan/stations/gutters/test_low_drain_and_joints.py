"""The drain at the low point of a wet run, the joints of a link, and the sump of a pit."""

import math

import pytest

from lean_year.plan.model.flush_chambers import chambers
from tests.plan.on_demos import codes, edited, finding, planned, planned_and_priced, planned_dry, replace

WET = [replace("/downpipes/0/run/kind", "wet"), replace("/downpipes/0/run/bore_mm", 104.0)]
NARROW = replace("/downpipes/0/run/low_drain_mm", 25.0)


def test_a_drain_much_narrower_than_its_run_is_found_and_fixed():
    found = finding(planned_dry("saltmarrow", *WET, NARROW), "GUTTERS_LOW_DRAIN_NARROW")
    after = planned_dry("saltmarrow", *WET, NARROW, *found.fixes[0].operations)
    assert "GUTTERS_LOW_DRAIN_NARROW" not in codes(after)
    half = replace("/downpipes/0/run/low_drain_mm", 60.0)
    assert "GUTTERS_LOW_DRAIN_NARROW" not in codes(planned_dry("saltmarrow", *WET, half))


def test_its_valve_is_bought_in_its_own_size():
    def valves(*operations):
        lines = planned_and_priced("saltmarrow", *WET, *operations).parts
        return {line.key for line in lines if line.kind == "ball-valve" and "low point" in str(line.model_dump())}

    assert valves() != valves(NARROW)


def test_rigid_joints_between_tanks_are_found_and_fixed():
    rigid = replace("/cistern/tanks/1/link/joint", "rigid")
    found = finding(planned("lantern-row", rigid), "CISTERN_RIGID_JOINT")
    assert "CISTERN_RIGID_JOINT" not in codes(planned("lantern-row", rigid, *found.fixes[0].operations))
    assert "CISTERN_RIGID_JOINT" not in codes(planned("lantern-row"))


def test_the_first_tank_alone_has_no_link_to_be_rigid():
    assert "CISTERN_RIGID_JOINT" not in codes(planned("saltmarrow", replace("/cistern/tanks/0/link/joint", "rigid")))


def test_a_pit_is_drawn_down_to_its_floor_out_of_its_sump():
    pit = {"kind": "pit", "length_m": 6.0, "width_m": 4.0, "height_m": 1.4, "void_ratio": 0.38}
    low = [replace("/cistern/tanks/0/shape", pit), replace("/cistern/tanks/0/overflow_m", None),
           replace("/cistern/tanks/0/inlet/height_m", None), replace("/cistern/tanks/0/outlet_m", 0.0)]  # fmt: skip
    assert "CISTERN_OUTLET_LOW" in codes(planned("brindle-landing", *low))
    with_sump = replace("/cistern/tanks/0/shape", pit | {"sump_m": 0.4})
    assert "CISTERN_OUTLET_LOW" not in codes(planned("brindle-landing", with_sump, *low[1:]))


@pytest.mark.parametrize("leg_m", [0.5, 1.5, 6.0])
def test_a_flush_by_the_length_of_its_leg_holds_what_the_pipe_holds(leg_m):
    by_length = [replace("/first_flush/kind", "standpipe"), replace("/first_flush/by", "length"),
                 replace("/first_flush/leg_m", leg_m), replace("/first_flush/place", "each")]  # fmt: skip
    document = edited("saltmarrow", *by_length)
    for chamber in chambers(document):
        each_l = 1000 * leg_m * math.pi / 4 * (document.first_flush.bore_mm / 1000) ** 2
        assert chamber.volume_l == pytest.approx(each_l * chamber.count)
        assert chamber.length_m == pytest.approx(leg_m)
