"""Every text of a plan is in the units of its property, whatever the property: the demos in either system, and
properties made at random."""

import re
from collections.abc import Iterator

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from tests.formats.test_round_trips import documents

NUMBER = r"(?<![\w.])[−-]?\d[\d,]*(?:\.\d+)?"
OTHER = {
    "us": re.compile(
        NUMBER + r" ?(?:mm|cm|m|km|m²|cm²|m³|L|mL|L/s|L/h|kL|kg|g|t|kPa|bar|MPa|kN|kN/m|°C|m/s|m/h|mm/h)(?![\w²³/°′])"
        r"|\b(?:milli|centi|kilo)?(?:metre|litre|gram)s?\b|\btonnes?\b"
    ),
    "metric": re.compile(
        NUMBER + r" ?(?:in|ft|ft²|in²|gal|gal/min|psi|lb|lbf|oz|fl oz|yd³|°F|mph|in/h|short tons|ft/s)(?![\w²³/°])"
        r"|\b(?:inch|inches|gallons?|feet|pounds?|ounces?)\b"
    ),
}
THE_SAME_EVERYWHERE = re.compile(
    r"\d(?:\.\d)? × \d+ in|table's \d+ in\b|at a fall of 1/\d+ in per foot"
    r"|[\d,.]+ in 100 mL|100 mL|\b\d in \d+|\d mg/L|FAO-56|0\.0023 \(T.*Ra|milligrams?"
    r"|[\d.,]+ (?:mm|in)/h are [\d.,]+ (?:mm|in)/h|(?:If|Enter) [\d.,]+ (?:mm|in)/h(?: was meant|\.)"
)
"""Housings and tables that go by the inch, laboratory samples, odds, published formulas, and the question whether a
rate was meant in the other unit."""
NOT_TEXT = {"unit", "source", "op", "path", "key", "id", "code", "stage", "formula", "title"}


def texts_of(value: object, at: str = "") -> Iterator[tuple[str, str]]:
    if isinstance(value, str):
        yield at, value
    elif isinstance(value, dict):
        for name, each in value.items():
            if name not in NOT_TEXT:
                yield from texts_of(each, f"{at}/{name}")
    elif isinstance(value, list):
        for each in value:
            yield from texts_of(each, at)


def names_in(value: object) -> Iterator[str]:
    """What somebody called things in a document, which may look like a quantity: a pump "3g"."""
    if isinstance(value, dict):
        for name, each in value.items():
            if name == "name" and each:
                yield each
            yield from names_in(each)
    elif isinstance(value, list):
        for each in value:
            yield from names_in(each)


def of_the_other_system(plan, units, names=()):
    wrong = []
    for at, text in texts_of(plan.model_dump(mode="json")):
        for name in names:
            text = text.replace(name, "…")
        found = OTHER[units].search(THE_SAME_EVERYWHERE.sub("", text))
        if found:
            wrong.append(f"{at}: {found[0]!r} in {text[:120]!r}")
    return sorted(set(wrong))


@pytest.mark.parametrize("units", ["metric", "us"])
@pytest.mark.parametrize("name", DEMOS)
def test_a_demo_in_either_system(name, units):
    document = DEMOS[name].property().model_copy(update={"units": units})
    assert of_the_other_system(plan_property(document, prepare_rain(demo_rain(name), "none")).plan, units) == []


@settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
@given(documents(), st.sampled_from(["metric", "us"]))
def test_any_property(document, units):
    names = {each for each in names_in(document.model_dump(mode="json")) if OTHER[units].search(each)}
    plan = plan_property(document.model_copy(update={"units": units}), None).plan
    assert of_the_other_system(plan, units, names) == []
