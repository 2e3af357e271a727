"""The supplies that were entered on the screens: each opens, is planned, and has no finding that is not its own."""

import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.formats.property_file import parse_property_file
from lean_year.formats.rain.rain_import import rain_from_means
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.whole import plan_property
from tests.browser.entering.kept import FOLDER
from tests.browser.entering.supplies import COLD, DRY_MM, DRY_SUMMER, MONSOON_MM, SUPPLIES, TOWN

DEMO_OF = {TOWN: "lantern-row", COLD: "brindle-landing", DRY_SUMMER: "saltmarrow"}
RAIN = dict.fromkeys(SUPPLIES, TOWN) | {
    "slim": DRY_SUMMER, "pit": COLD, "ring-pumped": DRY_SUMMER, "across-a-site": DRY_SUMMER, "cabin": COLD,
    "dry-country": DRY_MM, "monsoon": MONSOON_MM,
}  # fmt: skip
BELONGS = {
    # A light tank in a hole full of rain floats before it is filled in.
    "buried": {"GROUND_FLOATS_WHILE_BUILT"},
    "cabin": {"GROUND_FLOATS_WHILE_BUILT", "FLUSH_NONE"},
    # Flat walls, mortar and roofs are an engineer's business.
    "cast": {"GROUND_FLOATS_WHILE_BUILT", "GROUND_FLAT_WALLS"},
    "mortar": {"GROUND_ROUND_CAST"},
    "roof-pipe": {"GROUND_FLAT_WALLS"},
    "dry-country": {"GROUND_FLAT_WALLS"},
    "monsoon": {"GROUND_ROUND_CAST", "GROUND_ON_ROOF", "TREATMENT_ONE_TAP", "TREATMENT_INDOOR_LACKS"},
    # Where mains and rain meet, and where a valve decides.
    "across-a-site": {"HOUSEHOLD_MAINS_AIR_GAP", "CISTERN_VALVE_POSITION"},
    "toilets": {"HOUSEHOLD_MAINS_AIR_GAP"},
}  # fmt: skip
"""Cautions that such a supply has however well it is entered."""


def rain_of(key: str) -> PreparedRain:
    where = RAIN[key]
    if where in DEMO_OF:
        return prepare_rain(demo_rain(DEMO_OF[where]), "none")
    means = [float(each) for each in where.split()]
    return prepare_rain(rain_from_means(means, None, 0.15, years=40, seed=1).rain, "none")


@pytest.mark.parametrize("key", list(SUPPLIES))
def test_it_is_found_to_be_what_it_is(key):
    document = parse_property_file((FOLDER / f"{key}.json").read_text("utf-8")).property
    plan = plan_property(document, rain_of(key)).plan
    assert [each.code for each in plan.findings if each.severity == "fails"] == []
    assert {each.code for each in plan.findings if each.severity == "caution"} == BELONGS.get(key, set())


@pytest.mark.parametrize("key", list(SUPPLIES))
def test_all_that_nobody_entered_is_marked(key):
    document = parse_property_file((FOLDER / f"{key}.json").read_text("utf-8")).property
    entered = [each for each in ("/household/residents", "/roofs/0/extent/area_m2") if each in document.assumed]
    assert entered == []
    assert len(document.assumed) > 200
