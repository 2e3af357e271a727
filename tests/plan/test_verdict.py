"""What can hurt people stands in the verdict, and no station where it is found looks settled."""

import pytest

from tests.plan.on_demos import codes, finding, planned_dry, replace, status

STAGES = "/treatment/stages"
NOT_TO_DRINK = "Not to be drunk as planned."
STRAINER = {"kind": "strainer"}
CARBON = {"kind": "carbon"}


@pytest.mark.parametrize("stages", [[], [STRAINER], [CARBON], [STRAINER, CARBON]], ids=lambda each: str(len(each)))
def test_nothing_that_kills_germs_fails_alike_with_no_filter_and_with_a_useless_one(stages):
    plan = planned_dry("saltmarrow", replace(STAGES, stages))
    assert status(plan, "treatment") == "fails"
    assert plan.verdict_parts.warning.startswith(NOT_TO_DRINK)
    assert NOT_TO_DRINK in plan.verdict
    assert any(each.not_to_drink and each.stage == "treatment" for each in plan.findings)


def test_what_fails_is_named_by_its_station_and_what_is_not_drunk_warns_of_no_drinking():
    assert planned_dry("saltmarrow").verdict_parts.warning == ""
    toilets_and_garden = planned_dry("lantern-row", replace(STAGES, []))
    assert NOT_TO_DRINK not in toilets_and_garden.verdict
    narrow = planned_dry("saltmarrow", replace("/overflow/bore_mm", 60))
    assert finding(narrow, "OVERFLOW_SMALLER_THAN_INFLOW").severity == "fails"
    assert "Fails at Overflow." in narrow.verdict_parts.warning
    assert NOT_TO_DRINK not in narrow.verdict


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
def test_a_roof_whose_water_is_not_to_be_drunk_is_in_the_verdict_where_it_is_drunk(name):
    plan = planned_dry(name, replace("/roofs/0/hazards", ["lead_flashing"]))
    drunk = "ROOF_LEAD_FLASHING" in codes(plan) and finding(plan, "ROOF_LEAD_FLASHING").severity == "fails"
    assert (NOT_TO_DRINK in plan.verdict) == drunk
    if drunk:
        assert status(plan, "roofs") == "fails"
