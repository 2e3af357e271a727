"""Every fix is tried on the whole plan before it is offered: it clears its finding, its cost elsewhere is said."""

import re
from collections import Counter

import pytest
from hypothesis import given, settings

from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.tried_fixes import tried_fixes
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from tests.formats.test_round_trips import documents
from tests.plan.on_demos import edited, replace


def tried(document, rain=None):
    return {
        str(each.operations): each.effect for each in tried_fixes(document, plan_property(document, rain).plan, rain)
    }


def counted(plan):
    """Findings by their code and what they are about: their text without its numbers."""
    return Counter((each.code, re.sub(r"[−\d.,]+", "#", each.text)) for each in plan.findings)


@settings(max_examples=25, deadline=None)
@given(documents())
def test_whatever_is_entered_each_fix_clears_what_it_stands_under_and_says_what_else_then_fails(document):
    """All codes of all stations, none of them named: what it is about is not found again with other numbers."""
    plan = plan_property(document, None).plan
    before, effects = counted(plan), tried(document)
    failing = Counter(each.stage for each in plan.findings if each.severity == "fails")
    for finding in plan.findings:
        texts = [fix.text for fix in finding.fixes]
        assert len(set(texts)) == len(texts), "offered twice for one fault"
        about = (finding.code, re.sub(r"[−\d.,]+", "#", finding.text))
        for fix in finding.fixes:
            after = plan_property(apply_edit(document, fix.operations), None).plan
            assert counted(after)[about] < before[about], (finding.text, fix.text)
            more = Counter(each.stage for each in after.findings if each.severity == "fails") - failing
            assert not more or "then fails at" in effects[str(fix.operations)], fix.text


@pytest.mark.parametrize("name", list(DEMOS))
def test_fewer_years_are_said_beside_the_fix_that_costs_them(name):
    rain = prepare_rain(demo_rain(name), "none")
    document = edited(name)
    plan, effects = plan_property(document, rain).plan, tried(document, rain)
    assert len(effects) >= 4
    for finding in plan.findings:
        for fix in finding.fixes:
            after = plan_property(apply_edit(document, fix.operations), rain).plan
            years = after.cistern.years_carried - plan.cistern.years_carried
            assert ("fewer carried" in effects[str(fix.operations)]) == (years < 0), fix.text


def test_setting_one_of_two_linked_tanks_in_cut_says_what_it_costs():
    """The lower tank rules the level of both: its neighbour's water above that is stranded."""
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    tank = edited("saltmarrow").cistern.tanks[0].model_dump(mode="json")
    two = [tank | {"floor_m": -1.0}, tank | {"id": "second", "name": "Second", "floor_m": -1.0}]
    document = edited("saltmarrow", replace("/cistern/tanks", two), replace("/ground/slope", 0.25))
    findings = [each for each in plan_property(document, rain).plan.findings if each.code == "GROUND_ON_FILL"]
    assert findings
    effects = tried(document, rain)
    for finding in findings:
        assert all(effects[str(fix.operations)] for fix in finding.fixes)
