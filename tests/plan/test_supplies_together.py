"""The supplies of a property beside one another."""

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.saltmarrow import saltmarrow
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.supplies import supplies_together
from lean_year.plan.whole import plan_property
from lean_year.property.document import Property
from lean_year.property.front import at_front
from tests.plan.test_supplies import RAIN, edited, house_and_shed


@pytest.fixture(scope="module")
def both() -> Property:
    return house_and_shed()


def test_one_supply_stands_beside_nothing():
    assert supplies_together(saltmarrow(), RAIN) is None
    assert plan_property(saltmarrow(), RAIN).plan.together is None


def test_it_is_the_same_from_whichever_supply_one_looks(both):
    found = supplies_together(both, RAIN)
    assert found is not None
    assert supplies_together(at_front(both, "shed"), RAIN) == found
    assert [each.id for each in found.supplies] == ["main", "shed"]


def test_every_square_metre_of_roof_and_every_use_stands_once(both):
    found = supplies_together(both, RAIN)
    assert found is not None
    main, shed = found.supplies
    assert main.area_m2 == pytest.approx(sum(plan_area_m2(roof) for roof in saltmarrow().roofs if roof.on))
    assert shed.area_m2 == pytest.approx(40)
    assert shed.roofs == ["Shed roof"]
    assert sorted([*main.serves, *shed.serves]) == sorted(use.name for use in found.uses)


def test_each_carries_as_many_years_as_its_own_plan_says(both):
    found = supplies_together(both, RAIN)
    assert found is not None
    for row in found.supplies:
        plan = plan_property(at_front(both, row.id), RAIN).plan.cistern  # type: ignore[attr-defined]
        assert (row.years_carried, row.counted_years) == (plan.years_carried, plan.counted_years)
        assert row.live_l == plan.live_l
        assert f"{row.name} {'all' if row.years_carried == 40 else f'{row.years_carried} of'} 40" in found.verdict


def test_what_one_gives_the_other_gets(both):
    pumped = edited(both, ("add", "/transfers/-", {"id": "t", "source": "main", "to": "shed", "l_day": 800.0}))
    found = supplies_together(pumped, RAIN)
    assert found is not None
    main, shed = found.supplies
    assert shed.helped_l_day is not None
    assert shed.helped_l_day > 1
    assert main.helped_l_day == pytest.approx(-shed.helped_l_day)


def test_a_supply_of_which_nothing_is_asked_is_said_to_be_idle(both):
    idle = edited(
        both,
        ("replace", "/household/irrigation/served/by", "main"),
        ("replace", "/household/garden_served/by", "main"),
    )
    found = supplies_together(idle, RAIN)
    assert found is not None
    assert found.supplies[1].years_carried is None
    assert found.verdict.endswith("Nothing is asked of Shed.")


def test_without_rain_it_stands_all_the_same(both):
    found = supplies_together(both, None)
    assert found is not None
    assert found.verdict == "No rain record yet."
    assert found.supplies[0].counted_years is None


def test_a_use_that_nobody_serves_is_refused(both):
    with pytest.raises(InputError, match=r"household\.irrigation\.served\.by"):
        edited(both, ("replace", "/household/irrigation/served/by", "barn"))
