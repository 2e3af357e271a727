"""A property with several supplies: each planned by itself, as if it were the only one, or with what it shares."""

import numpy as np
import pytest

from lean_year.demo.saltmarrow import saltmarrow
from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.supply import supply_of
from lean_year.plan.whole import plan_property
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from lean_year.property.front import alone, at_front
from tests.property.test_supplies import SHED

RAIN = prepare_rain(demo_rain("saltmarrow"), "none")


def edited(document: Property, *operations: tuple[str, str, object]) -> Property:
    return apply_edit(document, [{"op": op, "path": path, "value": value} for op, path, value in operations])


def house_and_shed() -> Property:
    """The demo with a shed of its own roof, whose tank the garden draws from."""
    shed_roof = {
        "id": "shed-roof",
        "name": "Shed roof",
        "extent": {"kind": "area", "area_m2": 40.0},
        "drains": [{"group": "shed-a", "share": 1.0}],
    }
    return edited(
        saltmarrow(),
        ("add", "/supplies/-", SHED),
        ("add", "/roofs/-", shed_roof),
        ("replace", "/household/irrigation/served/by", "shed"),
        ("replace", "/household/garden_served/by", "shed"),
    )


@pytest.fixture(scope="module")
def both() -> Property:
    return house_and_shed()


def test_each_is_planned_as_if_it_were_the_only_one(both):
    """The house as the demo without its garden; the shed as a property with nothing but a garden."""
    plain = saltmarrow()
    household = plain.household.model_copy(
        update={
            "irrigation": plain.household.irrigation.model_copy(update={"from_rain": False}),
            "garden_l_month": [0.0] * 12,
        }
    )
    house, only = plan_property(both, RAIN), plan_property(plain.model_copy(update={"household": household}), RAIN)
    assert house.replay is not None
    assert only.replay is not None
    np.testing.assert_allclose(house.replay.store_l, only.replay.store_l)
    assert house.plan.cistern.years_carried == only.plan.cistern.years_carried  # type: ignore[attr-defined]
    shed = supply_of(alone(at_front(both, "shed")), RAIN)
    garden = supply_of(plain, RAIN).demand.garden_l[0]
    np.testing.assert_allclose(shed.demand_l, garden)
    assert shed.inflow_l.sum() < 40 * RAIN.filled_mm.sum()
    assert shed.layout.gross_l == pytest.approx(5_000)


def test_no_litre_of_rain_or_of_use_is_lost_between_them(both):
    """Water off all roofs and all that is wanted, house and shed together, as with one supply."""
    one = edited(both, ("replace", "/roofs/3/drains", [{"group": both.downpipes[0].id, "share": 1.0}]))
    one = edited(
        one,
        ("replace", "/household/irrigation/served/by", "main"),
        ("replace", "/household/garden_served/by", "main"),
    )
    assert both.roofs[3].id == "shed-roof"
    supplies = [supply_of(alone(at_front(both, each)), RAIN) for each in both.supply_ids]
    whole = supply_of(alone(one), RAIN)
    wanted = sum(each.demand_l for each in supplies)
    np.testing.assert_allclose(wanted, whole.demand_l)


def test_a_roof_is_shared_between_supplies_by_its_drains(both):
    house = both.roofs[0]
    first = house.drains[0].group
    shared = edited(
        both,
        ("replace", "/roofs/0/drains", [{"group": first, "share": 0.75}, {"group": "shed-a", "share": 0.25}]),
    )
    before = supply_of(alone(at_front(both, "shed")), RAIN).inflow_l
    after = supply_of(alone(at_front(shared, "shed")), RAIN).inflow_l
    only_it = edited(both, ("replace", "/roofs/0/drains", [{"group": "shed-a", "share": 1.0}]))
    whole = supply_of(alone(at_front(only_it, "shed")), RAIN).inflow_l
    np.testing.assert_allclose(after - before, (whole - before) / 4, atol=1e-6)
    plan = plan_property(at_front(shared, "shed"), RAIN).plan
    shown = plan.roofs.figures["area_m2"]  # type: ignore[attr-defined]
    beside = next(each for each in plan.together.supplies if each.id == "shed")
    assert shown.value == pytest.approx(40 + plan_area_m2(house) / 4)
    assert shown.value == pytest.approx(beside.area_m2)
    assert " × 25 %" in shown.working


def test_water_pumped_from_the_shed_lengthens_what_the_house_has(both):
    pumped = edited(
        both,
        ("replace", "/household/irrigation/served/by", "main"),
        ("replace", "/household/garden_served/by", "main"),
        ("add", "/transfers/-", {"id": "t", "source": "shed", "to": "main", "l_day": 800.0}),
    )
    without = edited(pumped, ("remove", "/transfers/0", None))
    apart, together = (supply_of(alone(each), RAIN) for each in (without, pumped))
    assert together.beside is not None
    assert apart.beside is None
    run, shed = together.run(), supply_of(alone(at_front(pumped, "shed")), RAIN).run()
    assert run.moved_l is not None
    assert shed.moved_l is not None
    np.testing.assert_allclose(run.moved_l, -shed.moved_l)
    assert run.moved_l.sum() > 0
    assert run.shortfall_l.sum() < apart.run().shortfall_l.sum()
    assert run.balance_residual_l == pytest.approx(0, abs=1e-3)
    # One size of many is the same size by itself.
    sizes = together.sizes(np.array([together.layout.gross_l]))
    assert sizes.missed_l[0] == pytest.approx(run.shortfall_l.sum())
    assert together.run(together.layout.gross_l * 2).shortfall_l.sum() <= run.shortfall_l.sum()


def test_a_use_that_two_serve_is_short_only_where_both_are(both):
    handed = edited(both, ("replace", "/household/irrigation/served", {"by": "shed", "then": "main"}))
    shed = alone(at_front(handed, "shed"))
    run, before = supply_of(shed, RAIN).run(), supply_of(alone(at_front(both, "shed")), RAIN).run()
    house, house_before = supply_of(alone(handed), RAIN).run(), supply_of(alone(both), RAIN).run()
    assert before.shortfall_l.sum() > 0
    assert run.shortfall_l.sum() < before.shortfall_l.sum()
    asked = house.asked_l - house_before.asked_l
    np.testing.assert_allclose(asked, before.shortfall_l - run.shortfall_l, atol=1e-6)
    assert (house.store_l <= house_before.store_l + 1e-6).all()


@pytest.mark.parametrize("supply", ["main", "shed"])
def test_the_whole_plan_of_each_is_made_with_and_without_rain(both, supply):
    seen = at_front(both, supply)
    for rain in (RAIN, None):
        plan = plan_property(seen, rain).plan
        assert plan.verdict
        assert all(not pointer.startswith("/supplies") for each in plan.stations for pointer in each.assumed)
