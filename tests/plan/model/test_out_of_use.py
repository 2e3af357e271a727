"""A store, a run or a first flush that is out of use for part of each year."""

import datetime as dt

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import demo_rain
from lean_year.formats.exports.swmm_model import write_swmm_model
from lean_year.plan.in_use.due import due_rows
from lean_year.plan.model.harvest import catch_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.supply import replay_of, supply_of
from lean_year.plan.whole import plan_property
from tests.plan.on_demos import codes, edited, finding, planned_dry, replace

WINTER = {"first": "11-01", "last": "03-31"}
GARDEN = [
    replace("/household/uses", []),
    replace("/household/animals", []),
    replace("/household/steps", []),
    replace("/household/back_up/kind", "none"),
]
DRAINED = replace("/cistern/out_of_use", WINTER)


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


def _out(day: np.datetime64) -> bool:
    """By the calendar of Python's own dates."""
    date: dt.date = day.astype(object)
    return date.month >= 11 or date.month <= 3


@pytest.mark.parametrize("rule", ["yas", "ybs"])
def test_a_store_that_is_drained_and_refilled_does_what_a_plain_loop_says(rain, rule):
    document = edited("saltmarrow", *GARDEN, DRAINED, replace("/cistern/rule", rule))
    in_use_all_year = edited("saltmarrow", *GARDEN, replace("/cistern/rule", rule))
    supply = supply_of(document, rain)
    inflow = catch_rain(in_use_all_year, rain).total
    assert document.first_flush.kind != "none"
    size, held, missed = supply.layout.live_l, supply.layout.live_l * supply.start_share, 0.0
    levels = []
    run = replay_of(supply)
    for row, day in enumerate(rain.dates):
        out = _out(day)
        held = 0.0 if out else held
        # The chambers of the first flush stand empty when the season begins, so that the water behind them is taken
        # from the supply; in the season it is none, and through the rest what came before the season is not moved.
        brought, wanted = float(supply.inflow_l[row]), float(supply.demand_l[row])
        assert brought == 0 if out else brought <= inflow[row] + 1e-6
        drawn = min(wanted, held if rule == "yas" else held + brought)
        held = min(held + brought - drawn, size - (drawn if rule == "yas" else 0.0))
        missed += wanted - drawn
        levels.append(held)
    assert run.store_l == pytest.approx(np.array(levels), abs=1e-6)
    assert float(run.shortfall_l.sum()) == pytest.approx(missed, rel=1e-9)
    assert abs(run.balance_residual_l) < 1e-3


def test_what_is_drained_is_said_and_is_no_evaporation(rain):
    plan = plan_property(edited("saltmarrow", *GARDEN, DRAINED), rain).plan
    figures = plan.cistern.figures
    assert figures["drained_l_year"].value > 1_000
    assert "evaporated_l_year" not in figures
    assert "CISTERN_WANTED_OUT_OF_USE" not in codes(plan), "no garden is watered in those months"


def test_how_low_the_store_fell_is_of_the_days_on_which_it_is_in_use(rain):
    """Nothing is meant to be in it on the others, and that nothing is there is not the tightest day."""
    document = edited("saltmarrow", *GARDEN, DRAINED)
    plan = plan_property(document, rain).plan
    held = replay_of(supply_of(document, rain)).store_l
    in_use = [not _out(each) for each in rain.dates]
    assert plan.cistern.figures["tightest_l"].value == pytest.approx(held[rain.counted_days & in_use].min())
    for row, year in enumerate(plan.cistern.years):
        days = slice(int(rain.years.starts[row]), int(rain.years.ends[row]))
        assert year.lowest_l == pytest.approx(held[days][in_use[days]].min())
        assert 4 <= year.lowest_date.month <= 10
    assert " Nov " not in plan.verdict


def test_a_use_that_goes_on_while_the_store_stands_empty_fails(rain):
    plan = plan_property(edited("saltmarrow", replace("/household/back_up/kind", "none"), DRAINED), rain).plan
    found = finding(plan, "CISTERN_WANTED_OUT_OF_USE")
    assert found.severity == "fails"
    assert found.fixes[0].operations == [replace("/cistern/out_of_use", None)]


def test_the_water_of_a_run_that_is_out_of_use_goes_past_the_tank(rain):
    before = catch_rain(edited("saltmarrow"), rain)
    after = catch_rain(edited("saltmarrow", replace("/downpipes/0/out_of_use", WINTER)), rain)
    winter = np.array([_out(day) for day in rain.dates])
    document = edited("saltmarrow")
    of_group = [
        row for row, roof in enumerate(document.roofs) if roof.drains[0].group == document.downpipes[0].id and roof.on
    ]
    assert of_group
    for row in of_group:
        assert not after.kept_by_roof[row][winter].any()
        assert after.kept_by_roof[row][~winter].sum() >= before.kept_by_roof[row][~winter].sum() * 0.99
    assert after.off_roofs == pytest.approx(before.off_roofs), "the roof brings what it brought"


def test_a_first_flush_that_is_out_of_use_throws_nothing_away(rain):
    taken = catch_rain(edited("saltmarrow", replace("/first_flush/out_of_use", WINTER)), rain).taken.flushed_l
    winter = np.array([_out(day) for day in rain.dates])
    assert not taken[winter].any()
    assert taken[~winter].any()


@pytest.mark.parametrize(
    ("season", "leaves"),
    [({"first": "10-31", "last": "10-30"}, "0"), ({"first": "05-01", "last": "04-10"}, "20")],
)
def test_a_season_that_leaves_next_to_nothing_is_refused(season, leaves):
    with pytest.raises(InputError, match=rf"cistern.out_of_use.last: must leave at least 30 days .* leaves {leaves}"):
        edited("saltmarrow", *GARDEN, replace("/cistern/out_of_use", season))


def test_water_that_runs_in_from_elsewhere_and_a_drained_store_refuse_each_other():
    with pytest.raises(InputError, match=r"cistern\.out_of_use: cannot go with other water"):
        edited("saltmarrow", replace("/household/back_up/kind", "mains"), DRAINED)


def test_emptying_and_refilling_are_due_each_year_by_their_days():
    document = edited("saltmarrow", *GARDEN, DRAINED, replace("/first_flush/out_of_use", WINTER))
    rows = {row.key: row for row in due_rows(document, None, [], [], [], dt.date(2026, 6, 1))}
    assert rows["store-out"].due == dt.date(2026, 10, 11), "three weeks before the first of November"
    assert rows["store-in"].due == dt.date(2027, 4, 1), "the day after the last"
    assert {"first-flush-out", "first-flush-in"} <= set(rows)


@pytest.mark.parametrize("season", [{"first": "02-29", "last": "06-30"}, {"first": "11-01", "last": "02-29"}])
def test_a_leap_day_is_a_day_of_any_year(season):
    document = edited("saltmarrow", *GARDEN, replace("/cistern/out_of_use", season))
    for since in (dt.date(2023, 1, 1), dt.date(2024, 1, 1), dt.date(2025, 12, 31)):
        assert {"store-out", "store-in"} <= {row.key for row in due_rows(document, None, [], [], [], since)}


def test_a_model_that_cannot_say_it_is_not_written(rain):
    for path in ("/cistern/out_of_use", "/downpipes/0/out_of_use", "/first_flush/out_of_use"):
        with pytest.raises(InputError, match="out_of_use: has no place in this file"):
            write_swmm_model(edited("saltmarrow", *GARDEN, replace(path, WINTER)), rain)


def test_what_is_drained_is_not_counted_as_use_before_the_dry_months(rain):
    supply = supply_of(edited("saltmarrow", *GARDEN, DRAINED), rain)
    assert supply.empty_days.any()
    assert not supply.evaporation_l.any()


@pytest.mark.parametrize(
    ("floor_m", "severity"), [(-1.3, "note"), (-0.75, "caution"), (-4.0, None), (0.0, "caution")]
)
def test_what_stands_full_in_the_frost_is_found(floor_m, severity):
    """A tank of 1.4 m with its outlet 0.1 m up; the ground at 0 freezes to 1.0 m."""
    frozen = planned_dry(
        "brindle-landing",
        replace("/cistern/tanks/0/shape", {"kind": "box", "length_m": 3.0, "width_m": 2.0, "height_m": 1.4}),
        replace("/cistern/tanks/0/overflow_m", None),
        replace("/cistern/tanks/0/inlet/height_m", None),
        replace("/cistern/tanks/0/outlet_m", 0.1),
        replace("/cistern/tanks/0/floor_m", floor_m),
        replace("/levels/tank_ground_m", 0.0),
        replace("/site/frost_depth_m", 1.0),
    )
    found = [each.severity for each in frozen.findings if each.code == "GROUND_FREEZES"]
    assert found == ([severity] if severity else [])


def test_a_garden_store_is_offered_an_empty_winter_and_then_no_frost_is_found():
    cold = [*GARDEN, replace("/site/frost_depth_m", 0.8), replace("/site/latitude_deg", 50.0)]
    offered = finding(planned_dry("saltmarrow", *cold), "GROUND_FREEZES").fixes[0].operations
    assert offered == [DRAINED]
    assert "GROUND_FREEZES" not in codes(planned_dry("saltmarrow", *cold, *offered))
