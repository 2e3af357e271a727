"""Demand by use, worked out again by hand: people, fittings, cheaper water, garden, animals."""

import numpy as np
import pytest

from lean_year.core.household.uses import fixtures
from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.demand import demand_of, litres_a_head
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.household import Animals
from tests.farm import changed, farm
from tests.plan.on_demos import planned

NONE = [0.0] * 12


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


def use(key, **changes):
    return {
        "id": key, "name": key.title(), "fixture": None, "kind": "house", "quality": "indoor", "from_rain": True,
        "litres_person_day": 0.0, "litres_day": NONE,
    } | changes  # fmt: skip


def only(*uses, **values):
    """The farm with these uses, three residents, no guests and no garden."""
    return changed(household__uses=list(uses), household__guests=NONE, household__garden_l_month=NONE, **values)


def test_a_use_follows_people_and_months(rain):
    litres_day = [100.0, *[0.0] * 11]
    document = only(use("shower", litres_person_day=40.0, fixture="shower"), use("studio", litres_day=litres_day))
    total = demand_of(document, rain).total_l
    january = rain.month == 1
    assert total[january] == pytest.approx(np.full(january.sum(), 3 * 40 + 100))
    assert total[~january] == pytest.approx(np.full((~january).sum(), 3 * 40))


def test_the_habit_over_the_usual_fittings_is_the_habit(rain):
    document = changed(household__guests=NONE, household__garden_l_month=NONE)
    demand = demand_of(document, rain)
    assert demand.total_l == pytest.approx(np.full(rain.dates.size, 3 * 80.0))
    assert {each.id for each in demand.uses} >= set(fixtures())


def test_low_use_fittings_and_a_dry_toilet_take_off_what_their_table_says(rain):
    toilet, shower = fixtures()["toilet"], fixtures()["shower"]
    uses = [
        use("toilet", litres_person_day=toilet.ordinary_l_person_day, fixture="toilet"),
        use("shower", litres_person_day=shower.ordinary_l_person_day, fixture="shower"),
    ]

    def a_day(**cheaper):
        base = {"low_use": False, "dry_toilet": False, "greywater_share": 0.0}
        return float(demand_of(only(*uses, household__cheaper=base | cheaper), rain).total_l[0])

    assert a_day() == pytest.approx(3 * (toilet.ordinary_l_person_day + shower.ordinary_l_person_day))
    assert a_day(low_use=True) == pytest.approx(3 * (toilet.low_use_l_person_day + shower.low_use_l_person_day))
    assert a_day(dry_toilet=True) == pytest.approx(3 * shower.ordinary_l_person_day)
    assert a_day(low_use=True, dry_toilet=True) == pytest.approx(3 * shower.low_use_l_person_day)


def test_the_use_of_each_person_says_where_it_comes_from(rain):
    """Common practice for the habit: a careful household of three, 90 L a day each."""

    def of(**values):
        plan = plan_property(changed(household__guests=NONE, **values), rain).plan
        return plan.household.figures["litres_person_day"]

    habit = of(household__litres_person_day=None, household__habit="careful")
    assert (habit.value, habit.basis) == (pytest.approx(90), "common_practice")
    assert habit.formula.startswith("by habit: ")
    assert habit.working == "careful: 90 L a day"

    entered = of(household__litres_person_day=68.0)
    assert (entered.value, entered.basis) == (pytest.approx(68), "entered")
    listed = of(household__uses=[use("taps", litres_person_day=32.0), use("toilet", litres_person_day=21.0)])
    assert (listed.value, listed.source) == (pytest.approx(53), "the uses listed")
    for figure, litres in ((entered, 3 * 68), (listed, 3 * 53)):
        assert figure.formula.startswith("uses indoors / people")
        assert figure.working == f"{litres} L a day for 3 people"

    nobody = of(household__residents=0.0, household__uses=[use("taps", litres_person_day=32.0)])
    assert nobody.value == pytest.approx(32)

    toilet = fixtures()["toilet"].ordinary_l_person_day / sum(
        each.ordinary_l_person_day for each in fixtures().values()
    )
    cheaper = {"low_use": False, "dry_toilet": True, "greywater_share": 0.0}
    less = of(household__litres_person_day=None, household__habit="careful", household__cheaper=cheaper)
    assert less.value == pytest.approx(90 * (1 - toilet))
    assert less.working == f"careful: 90 L a day; {3 * less.value:.0f} L a day for 3 people"


def test_greywater_takes_from_the_garden_no_more_than_the_drains_bring(rain):
    garden = [0.0] * 5 + [9_000.0] + [0.0] * 6  # June, 300 L a day
    uses = [
        use("shower", litres_person_day=40.0, fixture="shower"),
        use("toilet", litres_person_day=30.0, fixture="toilet"),
    ]

    def june(share):
        document = changed(
            household__uses=uses,
            household__guests=NONE,
            household__garden_l_month=garden,
            household__cheaper={"low_use": False, "dry_toilet": False, "greywater_share": share},
        )
        return float(demand_of(document, rain).of("garden")[rain.month == 6].mean())

    assert june(0.0) == pytest.approx(300)
    assert june(0.5) == pytest.approx(300 - 0.5 * 3 * 40)
    assert june(1.0) == pytest.approx(300 - 3 * 40)


def test_what_other_water_serves_is_counted_beside(rain):
    document = only(
        use("toilet", litres_person_day=30.0),
        use("taps", litres_person_day=50.0, from_rain=False, quality="drinking"),
    )
    demand = demand_of(document, rain)
    assert demand.total_l == pytest.approx(np.full(rain.dates.size, 90.0))
    assert demand.elsewhere_l == pytest.approx(np.full(rain.dates.size, 150.0))
    codes = {finding.code for finding in plan_property(document, rain).plan.findings}
    assert "HOUSEHOLD_DRINKING_QUALITY" not in codes


@pytest.mark.parametrize(
    ("animal", "low", "high"),
    [("goat", 4, 8), ("sheep", 4, 8), ("cow", 40, 60), ("horse", 30, 50), ("hen", 0.25, 0.3)],
)
def test_animals_drink_within_the_usual_range(animal, low, high):
    """Common practice in the trade, no source."""
    assert low <= litres_a_head(Animals(id="a", animal=animal, heads=1)) <= high
    assert litres_a_head(Animals(id="a", animal=animal, heads=1, litres_head_day=7.5)) == 7.5


def test_the_garden_is_watered_only_in_its_season_and_never_on_full_soil(rain):
    irrigation = farm().household.irrigation.model_dump() | {
        "area_m2": 50.0, "crop_factor": [0.0] * 5 + [1.0] * 3 + [0.0] * 4, "et0_mm_day": [5.0] * 12,
    }  # fmt: skip
    document = only(use("toilet", litres_person_day=1.0), household__irrigation=irrigation)
    watering = next(each for each in demand_of(document, rain).uses if each.id == "watering").daily_l
    growing = np.isin(rain.month, (6, 7, 8))
    assert watering[~growing].sum() == 0
    assert watering[growing].sum() > 0
    # A day's watering never makes good more than the day's use of the crop.
    assert watering.max() <= 50 * 5.0 / 0.8 + 1e-9
    wettest = int(np.argmax(np.where(growing, rain.filled_mm, 0)))
    assert watering[wettest] == 0


def only_in(**period):
    """A property with people in one period of the year and nobody else."""
    return changed(
        household__residents=0,
        household__guests=NONE,
        household__garden_l_month=NONE,
        household__litres_person_day=12.0,
        household__periods=[period | {"replaces": True}],
    )


def test_an_institution_by_its_term_says_how_many_months_rain_carries(rain):
    """Sixty pupils on weekdays in term, nobody in the holidays."""
    document = only_in(name="Term", first="09-01", last="06-30", people=60.0, days="weekdays")
    plan = plan_property(document, rain).plan
    months = [month.people for month in plan.household.months]
    assert months[6] == months[7] == 0
    assert months[0] == pytest.approx(60 * 5 / 7, rel=0.02)
    carried, by_sum = (plan.cistern.figures[name].value for name in ("months_by_rain", "months_by_sum"))
    assert 0 < carried <= 10  # in July and August nobody is there
    assert carried <= by_sum <= 10


def test_months_in_which_nobody_wants_water_are_carried_by_nothing(rain):
    """Against a count of the months on a tank so large that no day is dry."""
    document = only_in(name="Summer", first="06-01", last="08-31", people=1.0, days="every")
    plan = plan_property(document, rain).plan
    assert plan.cistern.figures["short_d"].value == 0
    assert plan.cistern.figures["months_by_rain"].value == pytest.approx(3)


def test_twelve_months_are_said_to_be_carried_only_where_none_failed():
    """Two months of 39 years fail (counted apart, by pandas): 11.95 a year are not rounded to twelve."""
    months = planned("brindle-landing").cistern.figures["months_by_rain"]
    assert months.working.startswith("466 months in 39 years")
    assert months.value == 11.9
