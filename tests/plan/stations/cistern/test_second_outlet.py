"""Two outlets at two heights: what each reaches, what the plan says of them, and what is refused."""

import pytest

from lean_year.core.errors import InputError
from lean_year.plan.model.layout import layout_of
from tests.plan.on_demos import codes, edited, finding, planned, planned_and_priced, replace

TAPS = replace("/cistern/tanks/0/outlet_m", 0.6)
NO_RESERVE = replace("/cistern/fire_reserve_l", 0)


def second(serves, height_m):
    return replace("/cistern/second_outlet", {"serves": serves, "height_m": height_m})


def of_a_metre_l():
    """Water in a metre of the height of the demo's tank."""
    tank = edited("saltmarrow").cistern.tanks[0].vessel()
    return float(tank.below_l(tank.floor_m + 1.5) - tank.below_l(tank.floor_m + 0.5))


def test_a_low_outlet_of_the_garden_reaches_what_the_taps_do_not():
    layout = layout_of(edited("saltmarrow", TAPS, NO_RESERVE, second("garden", 0.1)))
    one = layout_of(edited("saltmarrow", TAPS, NO_RESERVE))
    assert layout.live_l - one.live_l == pytest.approx(0.5 * of_a_metre_l())
    assert layout.house_above_share * layout.live_l == pytest.approx(0.5 * of_a_metre_l())
    assert layout.garden_above_share == 0


def test_a_high_outlet_of_the_garden_leaves_water_for_the_house():
    plan = planned("saltmarrow", NO_RESERVE, second("garden", 1.0))
    one = planned("saltmarrow", NO_RESERVE)
    outlet_m = edited("saltmarrow").cistern.tanks[0].outlet_m
    kept = plan.cistern.figures["below_garden_l"].value
    assert kept == pytest.approx((1.0 - outlet_m) * of_a_metre_l())
    assert plan.cistern.figures["live_l"].value == pytest.approx(one.cistern.figures["live_l"].value)
    assert plan.cistern.years_carried >= one.cistern.years_carried


def test_a_garden_that_has_the_lowest_water_misses_less_of_it():
    """Without saving steps, which would go by another live volume: what is missed of all that is wanted."""
    no_steps = replace("/household/steps", [])
    raised = planned("saltmarrow", NO_RESERVE, no_steps, TAPS)
    both = planned("saltmarrow", NO_RESERVE, no_steps, TAPS, second("garden", 0.1))
    met = [plan.cistern.figures["volumetric_reliability"].value for plan in (raised, both)]
    assert met[1] > met[0]


def test_what_lies_below_the_taps_counts_for_the_fire_reserve():
    wanted = 0.25 * of_a_metre_l()
    fire = [TAPS, replace("/cistern/fire_reserve_l", wanted), second("fire", 0.1)]
    layout = layout_of(edited("saltmarrow", *fire))
    assert layout.reserve_l == 0
    assert layout.for_fire_l == pytest.approx(0.5 * of_a_metre_l())
    assert "CISTERN_FIRE_OUTLET" not in codes(planned("saltmarrow", *fire))
    more = layout_of(edited("saltmarrow", TAPS, replace("/cistern/fire_reserve_l", 3 * wanted), second("fire", 0.1)))
    assert more.reserve_l == pytest.approx(wanted, rel=1e-6)


def test_an_outlet_for_fire_is_a_fix_for_a_reserve_that_nothing_holds_back():
    plan = planned("saltmarrow")
    found = finding(plan, "CISTERN_FIRE_OUTLET")
    (fix,) = found.fixes
    after = planned("saltmarrow", *fix.operations)
    assert "CISTERN_FIRE_OUTLET" not in codes(after)
    assert after.cistern.figures["live_l"].value == pytest.approx(plan.cistern.figures["live_l"].value, rel=0.005)


@pytest.mark.parametrize("gross_l", [5_000.0, 20_000.0, 200_000.0])
def test_a_size_for_a_live_volume_has_that_live_volume(gross_l):
    layout = layout_of(edited("saltmarrow", TAPS, replace("/cistern/fire_reserve_l", 6_000), second("fire", 0.1)))
    live = layout.live_for(gross_l)
    if live > 0:
        assert layout.gross_for(live) == pytest.approx(gross_l)


@pytest.mark.parametrize(
    ("operations", "field"),
    [
        ([second("fire", 0.7), TAPS], "second_outlet.height_m"),
        ([second("garden", 50.0)], "second_outlet.height_m"),
    ],
)
def test_an_outlet_out_of_its_tank_is_refused_by_its_field(operations, field):
    with pytest.raises(InputError) as refused:
        edited("saltmarrow", *operations)
    assert refused.value.field.endswith(field)


def test_it_is_drawn_bought_and_drilled():
    plan = planned_and_priced("saltmarrow", TAPS, second("fire", 0.1))
    assert [(each.serves, round(each.at_m, 2)) for each in plan.cistern.bank.outlets] == [
        ("taps", round(edited("saltmarrow").cistern.tanks[0].floor_m + 0.6, 2)),
        ("fire", round(edited("saltmarrow").cistern.tanks[0].floor_m + 0.1, 2)),
    ]
    assert "fire-coupling" in {line.kind for line in plan.parts}


def test_the_house_draws_from_the_tank_behind_the_settling_tank():
    """The clean store feeds the taps: its outlet is where the lift begins."""
    tank = edited("saltmarrow").cistern.tanks[0].model_dump(mode="json")
    two = [tank | {"outlet_m": 0.1, "floor_m": -1.1}, tank | {"id": "clean", "name": "Clean", "floor_m": -3.1}]
    document = edited("saltmarrow", replace("/cistern/tanks", two), replace("/cistern/layout", "settling_first"))
    assert document.cistern.drawn_from().id == "clean"
