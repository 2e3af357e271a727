"""What the interface sends from every entry and every choice of every sheet is taken by the document.

The tests of the interface write it down (`web/src/app/everyEntry.test.tsx`); `make test` runs them first.
"""

import json
from pathlib import Path

import pytest

from lean_year.demo.shipped import DEMOS, demo_file
from lean_year.plan.registry import FALL
from lean_year.property.edits import apply_edit

ENTERED = Path(__file__).parents[2] / "web/entered"
SHEETS = [station.key for station in FALL]
OF_FIELDS_ALONE = ("log",)
"""What is entered there are entries of the log, and fields that the sheet's own test writes."""


@pytest.mark.parametrize("demo", list(DEMOS))
@pytest.mark.parametrize("sheet", SHEETS)
def test_what_a_sheet_sends_is_taken(sheet, demo):
    file = ENTERED / f"{sheet}.{demo}.json"
    assert file.is_file(), "the interface's tests write it: make checks"
    document = demo_file(demo).property
    before = document.model_dump(exclude={"assumed"})
    sent = json.loads(file.read_text("utf-8"))
    assert sent or sheet in OF_FIELDS_ALONE
    for operations in sent:
        after = apply_edit(document, operations)
        assert after.model_dump(exclude={"assumed"}) != before, operations
    assert document.model_dump(exclude={"assumed"}) == before
