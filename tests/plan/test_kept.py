"""What is kept from one plan to the next is never a plan of something else."""

import gc

import pytest
from cachetools import LRUCache

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_rain
from lean_year.plan.answer.cache import Kept
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.rain_side import BEHIND_THE_TANKS, rain_side
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
def from_nothing():
    """Works something out as if nothing had been kept, and leaves what is kept as it was."""
    kept = [each for each in gc.get_objects() if isinstance(each, Kept)]
    assert len(kept) >= 5

    def from_nothing(make):
        before = [each._results for each in kept]
        for each in kept:
            each._results = LRUCache(each._results.maxsize)
        try:
            return make()
        finally:
            for each, results in zip(kept, before, strict=True):
                each._results = results

    return from_nothing


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
def test_a_plan_after_any_one_change_is_the_plan_from_nothing(way, parts, least, from_nothing):
    document = edited("saltmarrow", *BUSY, replace("/pump/way", way))
    changed = 0
    for path, value in leaves(document.model_dump(include=parts)):
        try:
            after = apply_edit(document, [replace(path, value)])
        except InputError:
            continue
        without_rain(document)
        assert without_rain(after) == from_nothing(lambda after=after: without_rain(after)), path
        changed += 1
    assert changed > least


def test_the_rain_side_asks_for_nothing_behind_the_tanks(from_nothing):
    """It is kept while only filters, pump or ground change."""
    record = demo_rain("saltmarrow")
    rain = prepare_rain(DailyRain(record.start, record.depth_mm[: 2 * 366]), "zero")
    document = edited("saltmarrow", *BUSY, replace("/household/back_up/kind", "mains"))

    def side(document):
        found = from_nothing(lambda: rain_side(document, rain, demand_of(document, rain), Wording(document.units)))
        return [each.model_dump() for each in (found.rain, found.roofs, found.cistern, found.verdict)]

    before, changed = side(document), 0
    for path, value in leaves(document.model_dump(include=BEHIND_THE_TANKS)):
        try:
            after = apply_edit(document, [replace(path, value)])
        except InputError:
            continue
        assert side(after) == before, path
        changed += 1
    assert changed > 90
