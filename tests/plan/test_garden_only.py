"""A store that waters a garden and nothing else is spoken of as one, and its dry summers are no failure."""

import re

import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.plan.handed_over.operating import operating
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import compared, plan_property
from lean_year.property.edits import apply_edit
from lean_year.property.start import new_property
from tests.plan.on_demos import edited, replace

OF_A_HOUSE = re.compile(
    r"\b(house|houses|people|drunk|drink|drinking|shower|toilet|kitchen|lamp|UV)\b", re.IGNORECASE
)


def garden(area_m2, tank_l, *operations):
    """A shed with a tank and a bed beside it, where nobody lives."""
    bare = new_property(name="Allotment", roof_area_m2=60.0, people=0)
    watered = replace("/household/irrigation/area_m2", area_m2)
    sized = {"op": "resize", "path": "/cistern", "value": tank_l}
    return apply_edit(bare, [watered, sized, *operations])


def plan(document):
    return plan_property(document, prepare_rain(demo_rain("saltmarrow"), "none")).plan


def test_a_large_store_for_a_small_bed_waters_it_through_every_summer():
    found = plan(garden(10.0, 20_000.0))
    assert found.verdict.startswith("Waters the garden through all 40 summers.")


def test_a_store_that_some_summers_empty_says_how_many_it_waters_and_does_not_fail():
    found = plan(garden(10.0, 2_500.0))
    carried = found.cistern.years_carried
    assert 0 < carried < 40
    assert found.verdict.startswith(f"Waters the garden through {carried} of 40 summers.")
    waits = next(each for each in found.findings if each.code == "CISTERN_GARDEN_WAITS")
    assert waits.severity == "note"
    assert f"in {40 - carried} summer" in waits.text
    assert not [each for each in found.findings if each.severity == "fails"]


def test_a_garden_that_asks_for_more_than_the_roof_brings_is_told_what_share_it_gets():
    found = plan(garden(200.0, 5_000.0))
    share = found.cistern.figures["volumetric_reliability"].value
    assert found.verdict.startswith(
        f"Gives the garden {share * 100:.0f} % of its water, and no summer of 40 all of it."
    )
    assert "CISTERN_GARDEN_OUTRUNS_ROOF" in {each.code for each in found.findings}
    assert not [each for each in found.findings if each.severity == "fails"]


@pytest.mark.parametrize("tank_l", [1_000.0, 2_500.0, 20_000.0])
def test_neither_the_verdict_nor_what_there_is_to_fix_speaks_of_a_house(tank_l):
    found = plan(garden(30.0, tank_l))
    texts = [found.verdict, *(f"{each.text} {each.fix}" for each in found.findings)]
    assert [text for text in texts if OF_A_HOUSE.search(text)] == []


def test_its_notes_permits_and_cautions_are_those_of_a_garden():
    pumped = [replace("/pump/feed", "pump"), replace("/household/back_up/kind", "mains")]
    for found in (plan(garden(30.0, 2_500.0)), plan(garden(30.0, 2_500.0, *pumped))):
        notes = {note.head: note.text for note in found.treatment.notes}
        assert not {"Soft water", "What touches drinking water", "Pipe that is not for drinking"} & notes.keys()
        assert "not for drinking" in notes["A garden tap and its hose"]
        assert "nobody drinks from a garden tap" in found.household.cautions[0]
        reasons = {each.key: each.why for each in found.permits.asked}
        assert reasons.get("plumber", "The mains top the tank up.") == "The mains top the tank up."
        assert not [why for why in reasons.values() if OF_A_HOUSE.search(why)]
    assert "plumber" in reasons


def test_a_house_with_dry_years_still_fails():
    found = plan_property(
        edited("saltmarrow", {"op": "resize", "path": "/cistern", "value": 30_000.0}),
        prepare_rain(demo_rain("saltmarrow"), "none"),
    ).plan
    assert "CISTERN_SHORT_YEARS" in {each.code for each in found.findings if each.severity == "fails"}
    assert found.verdict.startswith("Runs dry in every one of 40 years.")


def household(*operations):
    return garden(10.0, 5_000.0, *operations).household


def test_it_is_a_garden_alone_only_while_rain_serves_nothing_else():
    goat = {"id": "goat", "animal": "goat", "heads": 2.0}
    washing = {"id": "wash", "name": "Washing", "kind": "other", "quality": "garden", "litres_day": [50.0] * 12}
    assert household().garden_only
    assert household(replace("/household/uses", [])).garden_only
    assert household(replace("/household/animals", [goat | {"from_rain": False}])).garden_only
    assert household(replace("/household/uses", [washing | {"from_rain": False}])).garden_only
    assert not household(replace("/household/animals", [goat])).garden_only
    assert not household(replace("/household/uses", [washing])).garden_only
    assert not household(replace("/household/residents", 1.0)).garden_only
    assert not household(replace("/household/irrigation/area_m2", 0.0)).garden_only
    assert not household(replace("/household/irrigation/from_rain", False)).garden_only


def test_nobody_is_warned_of_lamps_and_bleach_that_are_not_there_and_nothing_indoors_is_open():
    garden = new_property(name="Allotment", roof_area_m2=60.0, people=0)
    plan = plan_property(garden, None).plan
    assert not any("UV" in each or "Bleach" in each or "Lamps" in each for each in plan.treatment.cautions)
    assert {name: count for name, count in garden.pump.fixtures.counts().items() if count} == {"garden_tap": 1}
    house = plan_property(new_property(name="House", roof_area_m2=60.0, people=2), None).plan
    assert sum("UV" in each or "Bleach" in each or "Lamps" in each for each in house.treatment.cautions) == 3


def test_what_is_handed_over_and_what_it_is_compared_with_are_of_a_garden():
    shed = garden(10.0, 5_000.0, replace("/household/uses", []), replace("/pump/feed", "pump"))
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    found = plan_property(shed, rain).plan
    handed = operating(shed, found)
    assert [box.name for box in handed.drawing.boxes if box.kind == "house"] == ["Garden"]
    said = " ".join(f"{each.notices} {each.has} {each.does}" for each in handed.failures)
    assert "check valve" in said
    assert not OF_A_HOUSE.search(said)
    offered = {each.key for each in compared(shed, rain, found).options}
    assert "tank" in offered
    assert not offered & {"low_use", "dry_toilet", "greywater"}
