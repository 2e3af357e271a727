"""What keeps the mains apart from rain, by the category of fluid: EN 1717, from memory."""

import pytest

from tests.plan.on_demos import codes, finding, planned_dry, replace

MAINS = replace("/treatment/second_source", "mains")


@pytest.mark.parametrize(
    ("units", "changeover", "enough"),
    [
        ("metric", "air_gap", True), ("metric", "rpz", False), ("metric", "interlocked", False),
        ("us", "air_gap", True), ("us", "rpz", True), ("us", "interlocked", False),
    ],
)  # fmt: skip
def test_only_what_holds_back_its_category_is_enough(units, changeover, enough):
    """Category 5 takes an air gap; US codes take a reduced-pressure-zone device as well (from memory)."""
    operations = [MAINS, replace("/units", units), replace("/treatment/changeover", changeover)]
    plan = planned_dry("saltmarrow", *operations)
    assert ("TREATMENT_BACKFLOW_CLASS" not in codes(plan)) == enough
    if not enough:
        found = finding(plan, "TREATMENT_BACKFLOW_CLASS")
        assert found.severity == "caution"
        after = planned_dry("saltmarrow", *operations, *found.fixes[0].operations)
        assert "TREATMENT_BACKFLOW_CLASS" not in codes(after)


def test_a_well_has_no_supplier_and_two_valves_are_their_own_failure():
    interlocked = replace("/treatment/changeover", "interlocked")
    assert "TREATMENT_BACKFLOW_CLASS" not in codes(
        planned_dry("saltmarrow", replace("/treatment/second_source", "well"), interlocked)
    )
    valves = planned_dry("saltmarrow", MAINS, replace("/treatment/changeover", "valves"))
    assert "TREATMENT_BACKFLOW_CLASS" not in codes(valves)
    assert finding(valves, "TREATMENT_CROSS_CONNECTION").severity == "fails"


def test_a_device_waits_for_its_test():
    device = [MAINS, replace("/treatment/changeover", "rpz")]
    assert finding(planned_dry("saltmarrow", *device), "TREATMENT_BACKFLOW_UNTESTED").asks
    tested = planned_dry("saltmarrow", *device, replace("/treatment/backflow_tested", True))
    assert "TREATMENT_BACKFLOW_UNTESTED" not in codes(tested)
