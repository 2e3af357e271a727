"""An answer that changes is seen: `recorded_answers.py` says how, and writes what is recorded anew."""

import difflib

import pytest

from tests.plan.recorded_answers import PLANS, answer, recorded


@pytest.mark.parametrize("name", PLANS)
def test_a_plan_says_what_it_said(name):
    changed = difflib.unified_diff(recorded(name), answer(name), "recorded", "now", n=0, lineterm="")
    assert not (shown := list(changed)), "\n".join(shown[:40])
