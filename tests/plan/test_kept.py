"""What is kept from one plan to the next is never a plan of something else."""

import gc

import pytest

from lean_year.core.errors import InputError
from lean_year.plan.kept import Kept
from lean_year.plan.whole import plan_property
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from tests.plan.on_demos import edited, replace

# So much of everything on that most branches of the plan are taken.
BUSY = [
    replace("/treatment/chlorine/on", True),
    {"op": "add", "path": "/treatment/stages/1", "value": {"kind": "calcite"}},
    replace("/treatment/last_test", {"e_coli_100ml": 2.0, "ph": 6.0, "lead_ug_l": 20.0}),
    replace("/treatment/second_source", "well"),
    replace("/household/back_up/kind", "well"),
    replace(
        "/cistern/tanks/0/shape", {"kind": "box", "length_m": 6.0, "width_m": 6.0, "height_m": 2.4, "cast": False}
    ),
]


@pytest.fixture(scope="module")
def forget():
    kept = [each for each in gc.get_objects() if isinstance(each, Kept)]
    assert len(kept) >= 5

    def forget():
        for each in kept:
            each._results.clear()

    return forget


def leaves(value, path=""):
    """Every number and every yes or no of a document, with another in its place."""
    if isinstance(value, bool):
        yield path, not value
    elif isinstance(value, int):
        yield path, value + 1
    elif isinstance(value, float):
        yield path, value * 1.07 + 0.01
    elif isinstance(value, dict):
        for key, each in value.items():
            yield from leaves(each, f"{path}/{key}")
    elif isinstance(value, list):
        for key, each in enumerate(value):
            yield from leaves(each, f"{path}/{key}")


def without_rain(document: Property):
    return plan_property(document, None).plan.model_dump()


EVERYTHING = set(Property.model_fields) - {"version", "roofs", "downpipes"}


@pytest.mark.parametrize(("way", "parts", "least"), [("pump", EVERYTHING, 200), ("header", {"pump"}, 40)])
def test_a_plan_after_any_one_change_is_the_plan_from_nothing(way, parts, least, forget):
    document = edited("saltmarrow", *BUSY, replace("/pump/way", way))
    changed = 0
    for path, value in leaves(document.model_dump(include=parts)):
        try:
            after = apply_edit(document, [replace(path, value)])
        except InputError:
            continue
        forget()
        fresh = without_rain(after)
        forget()
        without_rain(document)
        assert without_rain(after) == fresh, path
        changed += 1
    assert changed > least
