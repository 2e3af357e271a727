"""The layouts with which a property can begin: each is drawn from, kept as an example, and planned."""

import json
from pathlib import Path

import pytest

from lean_year.core.errors import InputError
from lean_year.core.units import L_PER_US_GALLON, M_PER_FOOT
from lean_year.demo.shipped import demo_rain
from lean_year.formats.property_file import parse_property_file
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.layouts import STARTING_POINTS
from lean_year.property.starting_points import begun_from
from scripts.property_schema import ROOF_AREA_M2, example_of

EXAMPLES = Path(__file__).parents[2] / "docs/examples"
GARDEN = {"barrel", "slim", "buried", "pit"}
OF_THE_PLACE = {
    # What a place and its rain decide, and not the layout.
    "CISTERN_FIRST_FILLING", "CISTERN_SHORT_YEARS",
}  # fmt: skip
OWN = {"buried": {"GROUND_FLOATS"}}
"""A light tank in a hole full of rain floats: what holds it down is to be decided."""


def begun(point, units="metric"):
    return begun_from(
        point.key, name=point.name, roof_area_m2=ROOF_AREA_M2[point.key], people=point.usual_people, units=units
    )


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


@pytest.mark.parametrize("units", ["metric", "us"])
@pytest.mark.parametrize("point", STARTING_POINTS, ids=lambda each: each.key)
def test_each_is_planned_and_fails_at_nothing_of_its_own(point, units, rain):
    plan = plan_property(begun(point, units), rain).plan
    fails = {each.code for each in plan.findings if each.severity == "fails"}
    assert fails - OF_THE_PLACE == OWN.get(point.key, set())


@pytest.mark.parametrize("point", STARTING_POINTS, ids=lambda each: each.key)
def test_all_of_it_is_assumed_but_what_was_asked(point):
    document = begun(point)
    assert {"/cistern/tanks/0/shape/height_m", "/cistern/tanks/0/shape/diameter_m"} & set(document.assumed)
    assert not [each for each in document.assumed if each.startswith(("/roofs/0/extent", "/household/residents"))]
    plan = plan_property(document, None).plan
    assert all(station.status != "settled" for station in plan.stations if station.stage in ("cistern", "ground"))


@pytest.mark.parametrize("key", sorted(GARDEN))
def test_a_garden_store_serves_nobody(key, rain):
    point = next(each for each in STARTING_POINTS if each.key == key)
    document = begun_from(key, name="Garden", roof_area_m2=60, people=5)
    assert point.people == ""
    assert (document.household.residents, document.household.garden_only) == (0, True)
    words = plan_property(document, rain).plan.verdict
    assert "house" not in words
    assert "garden" in words


def test_the_examples_are_what_the_program_makes():
    assert {each.stem for each in EXAMPLES.glob("*.json")} == {each.key for each in STARTING_POINTS}
    for point in STARTING_POINTS:
        text = (EXAMPLES / f"{point.key}.json").read_text("utf-8")
        assert text == example_of(point), f"{point.key}: make schema"
        assert parse_property_file(text).property == begun(point)


@pytest.mark.parametrize("point", STARTING_POINTS, ids=lambda each: each.key)
def test_in_us_units_it_is_of_about_the_same_size_and_in_round_figures(point):
    metric, us = begun(point), begun(point, "us")
    assert us.cistern.gross_l == pytest.approx(metric.cistern.gross_l, rel=0.3)
    for tank in us.cistern.tanks:
        measures = json.loads(tank.shape.model_dump_json())
        for name, value in measures.items():
            if name.endswith("_m") and name != "pipe_bore_m":
                assert value / M_PER_FOOT * 4 == pytest.approx(round(value / M_PER_FOOT * 4), abs=1e-6), name
            if name.endswith("_l") and value is not None:
                assert value / L_PER_US_GALLON / 50 == pytest.approx(round(value / L_PER_US_GALLON / 50), abs=1e-6)


def test_a_school_is_not_sized_for_sixty_days_of_everybody():
    school = begun_from("school", name="School", roof_area_m2=900, people=60)
    by_household = begun_from("house-bank", name="House", roof_area_m2=900, people=60)
    assert school.cistern.gross_l < by_household.cistern.gross_l / 10


@pytest.mark.parametrize("area_m2", [1.0, 40.0, 5_000.0, 100_000.0])
@pytest.mark.parametrize("people", [0.0, 1.0, 10_000.0])
def test_any_answers_begin_one(area_m2, people):
    for point in STARTING_POINTS:
        document = begun_from(point.key, name="Any", roof_area_m2=area_m2, people=people)
        assert plan_property(document, None).plan.stations


def test_one_that_is_not_there_is_refused_by_name():
    with pytest.raises(InputError, match=r"begin_with: must be one of barrel, slim, .*, got castle"):
        begun_from("castle", name="Castle", roof_area_m2=100, people=2)
