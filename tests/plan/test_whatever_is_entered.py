"""Any document that can be entered is planned, and the plan obeys what must hold for water."""

import json

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_rain
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.harvest import catch_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.gutters.storm import play_downpour
from lean_year.plan.stations.gutters.storm_plan import Storm
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from tests.farm import farm
from tests.formats.test_round_trips import documents


@pytest.fixture(scope="module")
def six_years():
    record = demo_rain("saltmarrow")
    depths = record.depth_mm[: 6 * 365].copy()
    depths[700:740] = np.nan
    return {
        filling: prepare_rain(DailyRain(record.start, depths), filling) for filling in ("none", "zero", "other_years")
    }


@settings(max_examples=60)
@given(documents())
def test_the_plan_of_anything_is_whole_and_balances(six_years, document):
    planned = plan_property(document, six_years[document.rain.filling])
    plan = json.loads(planned.plan.model_dump_json())
    assert plan["verdict"]
    cistern = plan["cistern"]
    moved = sum(year["inflow_l"] + year["demand_l"] for year in cistern["years"]) + document.cistern.gross_l + 1
    assert abs(cistern["balance_residual_l"]) <= 1e-9 * moved
    for year in cistern["years"]:
        assert -1e-6 * moved <= year["lowest_l"] <= cistern["live_l"] + 1e-6 * moved
        assert year["supplied_l"] + year["shortfall_l"] == pytest.approx(year["demand_l"], rel=1e-9, abs=1e-6)
    assert cistern["years_carried"] <= cistern["counted_years"]
    assert cistern["curve"]["tank_l"] == sorted(cistern["curve"]["tank_l"])
    if not document.household.steps and document.cistern.layout == "linked":
        assert cistern["curve"]["short_days"] == sorted(cistern["curve"]["short_days"], reverse=True)


@settings(max_examples=60)
@given(documents())
def test_what_the_roofs_bring_is_kept_screened_or_flushed(six_years, document):
    catch = catch_rain(document, six_years[document.rain.filling])
    parts = catch.total + catch.taken.screened_l + catch.taken.flushed_l
    assert np.allclose(parts, catch.off_roofs, rtol=1e-9, atol=1e-6)
    assert catch.total.min(initial=0.0) >= 0


@settings(max_examples=60, deadline=None)
@given(documents(), st.integers(1, 90), st.floats(0, 1))
def test_a_storm_on_anything_adds_up_and_every_overflow_too_small_is_found(document, minutes, full):
    storm = play_downpour(document, Storm(storm_min=minutes, start_share=full), Wording(document.units))
    gone = storm.spilled_l + storm.overflowed_l + storm.flushed_l + storm.stored_l
    assert gone == pytest.approx(storm.rain_l, abs=0.1)
    plan = plan_property(document, None).plan
    small = plan.overflow.place.flow_l_s > plan.overflow.place.capacity_l_s
    code = "OVERFLOW_NONE" if document.overflow.kind == "none" else "OVERFLOW_SMALLER_THAN_INFLOW"
    assert any(each.code == code for each in plan.findings) == (small or document.overflow.kind == "none")
    for finding in plan.findings:
        for fix in finding.fixes:
            apply_edit(document, fix.operations)


@settings(max_examples=30)
@given(documents())
def test_a_plan_without_rain_is_answered_too(document):
    plan = plan_property(document, None).plan
    assert plan.cistern is None
    assert plan.household.figures["demand_l_year"].value >= 0


@pytest.mark.parametrize("factor", [0.8, 1.2])
def test_more_rain_on_every_day_carries_more_litres_and_less_rain_fewer(factor):
    record = demo_rain("saltmarrow")
    plain = prepare_rain(record, "none")
    scaled = prepare_rain(DailyRain(record.start, record.depth_mm * factor), "none")
    before = plan_property(farm(), plain).plan.cistern.figures["shortfall_l"].value
    after = plan_property(farm(), scaled).plan.cistern.figures["shortfall_l"].value
    assert after > before > 0 if factor < 1 else 0 <= after < before


def test_filling_the_gaps_with_the_record_itself_changes_nothing_when_there_are_none():
    record = demo_rain("saltmarrow")
    plans = {
        plan_property(farm(), prepare_rain(record, filling)).plan.verdict
        for filling in ("none", "zero", "other_years")
    }
    assert len(plans) == 1
