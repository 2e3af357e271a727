"""The whole plan: it holds together, and says the same as sums made another way."""

import json

import numpy as np
import pytest
from pydantic import BaseModel

from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_rain
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.wording import Wording
from lean_year.plan.changes import what_moved
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import compared, plan_property
from lean_year.property.edits import apply_edit
from lean_year.property.start import new_property
from tests.farm import changed, farm
from tests.plan.on_demos import planned as planned_demo

PLAIN = ("worked out here", "common practice in the trade", "an estimate", "entered")


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


@pytest.fixture(scope="module")
def planned(rain):
    return plan_property(farm(), rain)


def test_the_replay_of_the_demo_is_that_of_a_plain_loop(planned, rain):
    """The demo worked out again from the rules as printed, with sums of its own."""
    area = {"house": 13.2 * 9.4, "studio": 5.6 * 11.0 * np.cos(np.radians(12)), "barn": 148.0}
    runoff = {"house": 0.90, "studio": 0.92, "barn": 0.92}
    loss = {"house": 0.5, "studio": 0.4, "barn": 0.4}
    guests = [0, 0, 0, 0.3, 0.6, 1, 1.8, 1.8, 0.6, 0, 0, 0.4]
    garden = [0, 0, 0, 600, 1600, 2600, 3200, 3000, 1200, 0, 0, 0]
    month_days = [31, 28.25, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]
    live = 86_000 - 7_000
    store, short, missed = live, 0, 0.0
    for date, mm in zip(rain.dates.astype(object), rain.record.depth_mm, strict=True):
        inflow = sum(area[r] * runoff[r] * max(0.0, mm - loss[r]) for r in area)
        m = date.month - 1
        demand = (3 + guests[m]) * 80 + garden[m] / month_days[m]
        drawn = min(demand, store)
        store = min(store + inflow - drawn, live - drawn)
        short += demand - drawn > 1e-6
        missed += demand - drawn
    figures = planned.plan.cistern.figures
    assert figures["short_d"].value == short
    assert figures["shortfall_l"].value == pytest.approx(missed, rel=1e-9)
    assert planned.replay.end_l == pytest.approx(store, rel=1e-9)


def test_the_years_add_up_to_the_record(planned):
    cistern = planned.plan.cistern
    assert sum(year.short_days for year in cistern.years) == cistern.figures["short_d"].value
    assert sum(year.shortfall_l for year in cistern.years) == pytest.approx(cistern.figures["shortfall_l"].value)
    for year in cistern.years:
        assert year.supplied_l + year.shortfall_l == pytest.approx(year.demand_l)
        assert year.given_up_l == year.other_water_l == year.step_days == year.loads == 0
    moved = sum(year.inflow_l for year in cistern.years)
    assert abs(cistern.balance_residual_l) <= 1e-9 * moved


def test_the_smallest_tank_carries_what_it_says_and_a_litre_less_does_not(rain):
    for allowed in (0, 2):
        asked = plan_property(changed(cistern__short_years_allowed=allowed), rain).plan.cistern
        size = asked.figures["smallest_for_aim_l"].value
        at = plan_property(changed(size_l=size), rain).plan.cistern
        below = plan_property(changed(size_l=size - 1), rain).plan.cistern
        assert at.years_carried >= 40 - allowed > below.years_carried


def test_the_curve_agrees_with_a_replay_of_its_sizes(planned, rain):
    curve = planned.plan.cistern.curve
    for at in (30, 70, 110):
        one = plan_property(changed(size_l=curve.tank_l[at]), rain).plan.cistern
        assert one.years_carried == curve.years_carried[at]
        assert one.figures["short_d"].value == curve.short_days[at]
        assert one.figures["shortfall_l"].value == pytest.approx(curve.shortfall_l[at], abs=1e-3)


def test_the_verdict_says_what_the_figures_say(planned):
    cistern = planned.plan.cistern
    assert f"{cistern.years_carried} of {cistern.counted_years} years" in planned.plan.verdict
    worst = cistern.shortages[0]
    assert f"{worst.days} dry days from {worst.start.day} " in planned.plan.verdict
    assert worst.shortfall_l == max(run.shortfall_l for run in cistern.shortages)


def test_every_station_is_there_in_the_order_of_the_water(planned):
    names = [station.stage for station in planned.plan.stations]
    assert names[:7] == ["survey", "permits", "rain", "roofs", "gutters", "first_flush", "cistern"]
    assert names[-2:] == ["build", "log"]


def test_every_figure_explains_itself(planned):
    plan = planned.plan
    figures = [*plan.cistern.figures.values(), *plan.rain.figures.values(), *plan.household.figures.values()]
    for surface in plan.roofs.surfaces:
        figures.extend(surface.figures.values())
    for figure in figures:
        assert figure.label
        assert figure.unit
        assert figure.basis == "entered" or figure.formula, figure.label
        assert figure.basis not in ("published", "from_memory") or figure.source, figure.label


def figures_in(part):
    """Every figure of a plan, wherever it stands."""
    if isinstance(part, Figure):
        yield part
    elif isinstance(part, BaseModel):
        for _, value in part:
            yield from figures_in(value)
    elif isinstance(part, dict | list):
        for value in part.values() if isinstance(part, dict) else part:
            yield from figures_in(value)


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing", "lantern-row"])
def test_no_figure_of_a_demo_is_without_its_source(name):
    figures = list(figures_in(planned_demo(name)))
    assert len(figures) > 80
    for figure in figures:
        assert figure.source, figure.label
        named = bool(figure.weakest) or figure.source not in PLAIN
        assert named or figure.basis not in ("published", "from_memory"), figure.label


def test_texts_hold_one_system_of_units(planned, rain):
    us = plan_property(changed(units="us"), rain).plan
    for words in (us.verdict, *(station.headline for station in us.stations), *(f.text for f in us.findings)):
        assert "m³" not in words
        assert " mm" not in words
        assert " L" not in words
    assert " gal" not in planned.plan.verdict
    assert us.cistern.figures["short_d"].value == planned.plan.cistern.figures["short_d"].value


def test_a_roof_switched_off_is_worth_what_the_sheet_said(planned, rain):
    assert all(surface.on for surface in planned.plan.roofs.surfaces)
    for row, said in enumerate(compared(farm(), rain, planned.plan).years_carried_without):
        off = plan_property(changed(**{f"roofs__{row}__on": False}), rain).plan.cistern
        assert off.years_carried == said


def test_a_roof_that_is_off_is_worth_nothing_said(rain):
    document = changed(roofs__1__on=False)
    without = compared(document, rain, plan_property(document, rain).plan).years_carried_without
    assert [each is None for each in without] == [False, True, False]


def test_no_rain_leaves_rain_and_cistern_open_and_the_rest_answered():
    plan = plan_property(new_property(name="Bare", roof_area_m2=100, people=2), None).plan
    assert plan.rain is None
    assert plan.cistern is None
    assert plan.roofs.figures["area_m2"].value == 100
    assert plan.household.figures["demand_l_day"].value == pytest.approx(180)
    assert plan.verdict.startswith("No rain record yet.")
    assert {s.stage: s.status for s in plan.stations}["rain"] == "decide"


@pytest.mark.parametrize(
    ("values", "code", "severity"),
    [
        ({"household__residents": 60}, "CISTERN_FIRST_FILLING", "fails"),
        ({"cistern__short_years_allowed": 0}, "CISTERN_SHORT_YEARS", "fails"),
        ({"size_l": 5_500}, "CISTERN_SMALL_FOR_DAILY_STEP", "caution"),
        ({"roofs": []}, "ROOF_NONE", "fails"),
        (
            {"household__residents": 0, "household__guests": [0] * 12, "household__garden_l_month": [0] * 12},
            "HOUSEHOLD_NO_USE",
            "caution",
        ),
    ],
)
def test_a_design_that_fails_is_told_so_at_its_station(values, code, severity, rain):
    plan = plan_property(changed(**values), rain).plan
    found = {finding.code: finding for finding in plan.findings}
    assert found[code].severity == severity
    status = {station.stage: station.status for station in plan.stations}[found[code].stage]
    assert status == "fails" if severity == "fails" else status in ("caution", "fails")


def with_gaps(share_of_last_year):
    record = demo_rain("saltmarrow")
    depths = record.depth_mm.copy()
    depths[-int(365 * share_of_last_year) :] = np.nan
    return DailyRain(record.start, depths)


def test_a_year_that_misses_more_than_a_twentieth_is_left_out_unless_filled():
    record = with_gaps(0.3)
    plain = plan_property(farm(), prepare_rain(record, "none")).plan
    assert plain.cistern.counted_years == 39
    assert "RAIN_YEARS_LEFT_OUT" in {finding.code for finding in plain.findings}
    for filling in ("zero", "other_years"):
        filled = plan_property(farm(), prepare_rain(record, filling)).plan
        assert filled.cistern.counted_years == 40
        assert "RAIN_FILLED" in {finding.code for finding in filled.findings}
    assert plan_property(farm(), prepare_rain(with_gaps(0.04), "none")).plan.cistern.counted_years == 40


def test_a_long_run_of_zeros_in_the_wet_season_is_pointed_at():
    record = demo_rain("saltmarrow")
    depths = record.depth_mm.copy()
    depths[400:460] = 0
    found = plan_property(farm(), prepare_rain(DailyRain(record.start, depths), "none")).plan.findings
    assert "RAIN_LONG_ZERO_RUN" in {finding.code for finding in found}


def test_a_record_of_a_few_days_is_planned_without_a_year_to_count(rain):
    short = prepare_rain(DailyRain(rain.record.start, rain.record.depth_mm[:40]), "none")
    plan = plan_property(farm(), short).plan
    assert plan.cistern.counted_years == 0
    assert plan.verdict.startswith("The record holds no whole year")


def test_what_moved_names_years_days_and_litres(planned, rain):
    say = Wording("metric")
    larger = plan_property(changed(size_l=90_000), rain).plan
    words = what_moved(planned.plan, larger, say)
    fewer = planned.plan.cistern.figures["short_d"].value - larger.cistern.figures["short_d"].value
    assert f"{fewer:.0f} fewer dry days" in words
    assert what_moved(planned.plan, planned.plan, say) == ""


def test_what_moved_names_what_other_water_gives_more_or_less(rain):
    say, mains = Wording("metric"), [{"op": "replace", "path": "/household/back_up/kind", "value": "mains"}]
    helped = apply_edit(farm(), mains)
    wider = apply_edit(helped, [{"op": "resize", "path": "/cistern", "value": 90_000.0}])
    before, after = (plan_property(each, rain).plan for each in (helped, wider))
    was, now = (each.cistern.figures["topped_up_l_year"].value for each in (before, after))
    assert f"{say.volume(was - now)} less topped up a year" in what_moved(before, after, say)
    assert f"{say.volume(was - now)} more topped up a year" in what_moved(after, before, say)


def test_the_plan_is_deterministic_and_goes_into_json(planned, rain):
    again = plan_property(farm(), rain).plan.model_dump_json()
    assert again == planned.plan.model_dump_json()
    json.loads(again)


def test_a_written_value_is_no_longer_assumed():
    document = farm()
    assert "/cistern/start_share" in document.assumed
    edited = apply_edit(document, [{"op": "replace", "path": "/cistern/start_share", "value": 0.5}])
    assert "/cistern/start_share" not in edited.assumed
    assert "/roofs/2/runoff" in edited.assumed


def test_where_nobody_wants_water_no_year_is_carried(rain):
    no_garden = {"household__garden_l_month": [0.0] * 12, "household__guests": [0.0] * 12}
    plan = plan_property(changed(household__residents=0, **no_garden), rain).plan
    assert plan.verdict_parts.answer == "No water is wanted yet."
    assert plan.verdict_parts.caveat == "Enter who lives there, and its uses."
    assert "arries" not in plan.verdict
