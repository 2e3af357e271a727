"""What is held from one plan to the next is never a plan of something else."""

import gc
import types
from collections import OrderedDict
from typing import Any, Literal, get_args, get_origin

import pytest
from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_rain
from lean_year.plan.answer.cache import Cache, cached_by_parts
from lean_year.plan.model.prepared_rain import prepare_rain
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
    """Works something out as if nothing had been held, and leaves what is held as it was."""
    caches = [each for each in gc.get_objects() if isinstance(each, Cache)]
    assert len(caches) >= 15

    def from_nothing(make):
        before = [each.results for each in caches]
        for each in caches:
            each.results = OrderedDict()
        try:
            return make()
        finally:
            for each, results in zip(caches, before, strict=True):
                each.results = results

    return from_nothing


def choices_of(annotation: Any) -> list[Any]:
    """What a field may be besides a number or yes and no: its words, and None where it may be absent."""
    if get_origin(annotation) is Literal:
        return list(get_args(annotation))
    if hasattr(annotation, "__metadata__"):
        return choices_of(get_args(annotation)[0])
    if isinstance(annotation, types.UnionType) or get_origin(annotation) is not None:
        found = [None] if type(None) in get_args(annotation) else []
        return found + [each for part in get_args(annotation) for each in choices_of(part)]
    return []


def others(part: Any, path: str = ""):
    """Every value of a part of a document with another in its place: numbers, yes and no, words, choices, absent."""
    if isinstance(part, BaseModel):
        for name, field in type(part).model_fields.items():
            value, at = getattr(part, name), f"{path}/{name}"
            for choice in choices_of(field.annotation):
                if choice != value and not isinstance(value, BaseModel | list):
                    yield at, choice
            if value is None and float in get_args(field.annotation):
                yield at, 1.0
            yield from others(value, at)
    elif isinstance(part, bool):
        yield path, not part
    elif isinstance(part, int):
        yield path, part + 1
    elif isinstance(part, float):
        yield path, part * 1.07 + 0.01
    elif isinstance(part, str):
        yield path, f"{part} b"
    elif isinstance(part, list):
        for number, each in enumerate(part):
            yield from others(each, f"{path}/{number}")


EVERYTHING = sorted(set(Property.model_fields) - {"version", "roofs", "downpipes"})


def kind_of(value: Any) -> str:
    return "absent" if value is None else type(value).__name__


@pytest.mark.parametrize(("feeding", "parts", "least"), [("pump", EVERYTHING, 300), ("header", ["pump"], 50)])
def test_a_plan_after_any_one_change_is_the_plan_from_nothing(feeding, parts, least, from_nothing):
    document = edited("saltmarrow", *BUSY, replace("/pump/feed", feeding))
    before = plan_property(document, None).plan.model_dump()
    changed, kinds, moved = 0, set(), 0
    for part in parts:
        for path, value in others(getattr(document, part), f"/{part}"):
            try:
                after = apply_edit(document, [replace(path, value)])
            except InputError:
                continue
            plan_property(document, None)
            plan = plan_property(after, None).plan.model_dump()
            assert plan == from_nothing(lambda after=after: plan_property(after, None).plan.model_dump()), path
            changed, moved, kinds = changed + 1, moved + (plan != before), kinds | {kind_of(value)}
    assert changed > least
    assert moved > least / 3
    assert kinds >= {"float", "int", "bool", "str", "absent"} or feeding == "header"


@pytest.mark.parametrize(
    "part", ["household", "cistern", "units", "losses", "snow", "prices", "roofs", "first_flush"]
)
def test_a_replayed_plan_after_a_change_is_the_plan_from_nothing(part, from_nothing):
    """The same with a record, over a sample of the values on the rain's side of the tanks."""
    record = demo_rain("saltmarrow")
    rain = prepare_rain(DailyRain(record.start, record.depth_mm[: 2 * 366]), "zero")
    document = edited("saltmarrow", *BUSY)
    value = getattr(document, part)
    changes = [("/units", "us")] if part == "units" else list(others(value, f"/{part}"))
    if part == "losses":
        changes = [("/losses", "coefficient"), ("/losses", "monthly")]
    changed = 0
    for path, other in changes[:: max(1, len(changes) // 12)]:
        try:
            after = apply_edit(document, [replace(path, other)])
        except InputError:
            continue
        plan_property(document, rain)
        plan = plan_property(after, rain).plan.model_dump()
        assert plan == from_nothing(lambda after=after: plan_property(after, rain).plan.model_dump()), path
        changed += 1
    assert changed


def test_a_part_that_was_not_declared_cannot_be_read():
    @cached_by_parts(4, "pump", "household.irrigation")
    def forgetful(document: Property) -> float:
        return document.pump.residual_kpa + document.site.frost_depth_m

    @cached_by_parts(4, "household.irrigation")
    def inside(document: Property) -> float:
        return document.household.residents

    document = edited("saltmarrow")
    with pytest.raises(AttributeError, match="site"):
        forgetful(document)
    with pytest.raises(AttributeError, match="residents"):
        inside(document)


def test_a_result_is_made_once_for_equal_parts_and_again_for_others():
    made = []

    @cached_by_parts(4, "pump")
    def count(_document: Property, extra: dict[str, float]) -> int:
        made.append(extra)
        return len(made)

    document = edited("saltmarrow")
    assert count(document, {"a": 1.0}) == count(edited("saltmarrow"), {"a": 1.0}) == 1
    assert count(document, {"a": 2.0}) == 2
    assert count(edited("saltmarrow", replace("/pump/residual_kpa", 111.0)), {"a": 1.0}) == 3
    assert count(edited("saltmarrow", replace("/name", "Elsewhere")), {"a": 1.0}) == 1
