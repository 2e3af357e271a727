"""The replay: what must hold whatever the record, and cases whose answer is known without the code."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.cistern.replay import no_shortage_size_l, replay_cistern, replay_sizes
from lean_year.core.errors import InputError

RULES = ("yas", "ybs")
rules = st.sampled_from(RULES)


@st.composite
def supplies(draw, most_days=80):
    """Inflow and demand of a made record. [L]"""
    days = draw(st.integers(2, most_days))
    litres = st.one_of(st.just(0.0), st.floats(0, 5_000, allow_nan=False))
    inflow = draw(st.lists(litres, min_size=days, max_size=days))
    demand = draw(st.lists(st.floats(0, 800, allow_nan=False), min_size=days, max_size=days))
    return np.array(inflow), np.array(demand)


def plain_replay(inflow, demand, size, start, rule):
    """The published rules as they are printed, one day at a time, in plain Python."""
    v, supplied, spilled = start, [], []
    for q, d in zip(inflow, demand, strict=True):
        if rule == "yas":
            y = min(d, v)
            after = min(v + q - y, size - y)
        else:
            y = min(d, v + q)
            after = min(v + q - y, size)
        supplied.append(y)
        spilled.append(v + q - y - after)
        v = after
    return supplied, spilled, v


@given(supplies(), rules, st.floats(0, 20_000), st.floats(0, 1))
def test_the_replay_is_the_printed_rule_and_loses_no_water(supply, rule, size, share):
    inflow, demand = supply
    run = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size, rule=rule, start_l=size * share)
    supplied, spilled, end = plain_replay(inflow, demand, size, size * share, rule)
    assert run.supplied_l.tolist() == supplied
    assert run.spilled_l.tolist() == spilled
    assert run.end_l == end
    moved = run.start_l + inflow.sum() + demand.sum() + 1
    assert abs(run.balance_residual_l) <= 1e-9 * moved
    assert run.spilled_l.min() >= -1e-9 * moved
    assert run.store_l.min() + 1e-9 * moved >= 0
    assert run.store_l.max() <= size + 1e-9 * moved


@given(supplies(), rules, st.floats(0, 1))
def test_many_sizes_in_one_pass_are_the_same_as_one_at_a_time(supply, rule, share):
    inflow, demand = supply
    sizes = np.array([0.0, 10.0, 900.0, 4_321.0, 50_000.0])
    half = inflow.size // 2
    curve = replay_sizes(
        inflow_l=inflow,
        demand_l=demand,
        size_l=sizes,
        rule=rule,
        start_share=share,
        year_end=np.array([half, inflow.size]),
        year_counts=np.array([True, False]),
    )
    for k, size in enumerate(sizes):
        run = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size, rule=rule, start_l=size * share)
        assert curve.short_days[k] == run.short_day.sum()
        assert curve.short_years[k] == int(run.short_day[:half].any())
        assert curve.supplied_l[k] == pytest.approx(run.supplied_l.sum(), rel=1e-9, abs=1e-6)
        assert curve.spilled_l[k] == pytest.approx(run.spilled_l.sum(), rel=1e-9, abs=1e-5)


@given(supplies(), rules, st.floats(0, 20_000), st.floats(0, 5_000), st.sampled_from([0.0, 0.5, 1.0]))
def test_more_tank_never_means_more_shortage(supply, rule, size, more, share):
    inflow, demand = supply
    curve = replay_sizes(
        inflow_l=inflow, demand_l=demand, size_l=np.array([size, size + more]), rule=rule, start_share=share
    )
    assert curve.short_days[1] <= curve.short_days[0]
    assert curve.supplied_l[1] >= curve.supplied_l[0] - 1e-6


@given(supplies(), rules, st.floats(0, 20_000), st.floats(1, 3))
def test_more_roof_never_means_less_supplied(supply, rule, size, factor):
    inflow, demand = supply
    less = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size, rule=rule)
    more = replay_cistern(inflow_l=inflow * factor, demand_l=demand, size_l=size, rule=rule)
    assert more.supplied_l.sum() >= less.supplied_l.sum() - 1e-6


@given(supplies(), st.floats(0, 20_000))
def test_yield_after_spill_never_supplies_more_than_before_spill(supply, size):
    inflow, demand = supply
    after = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size, rule="yas")
    before = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size, rule="ybs")
    assert after.supplied_l.sum() <= before.supplied_l.sum() + 1e-6


@settings(max_examples=60)
@given(supplies(), rules)
def test_the_size_without_a_short_day_is_the_least_one(supply, rule):
    inflow, demand = supply
    size = no_shortage_size_l(inflow_l=inflow, demand_l=demand, rule=rule)
    at = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size + 1e-7, rule=rule)
    assert not at.short_day.any()
    if size > 1:
        below = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=size - 0.5, rule=rule)
        assert below.short_day.any()


def test_the_two_rules_differ_by_two_days_of_use_when_the_store_was_full_before_the_worst_run():
    """A fact of the rules with constant demand: full again before the worst run, which ends inside the record."""
    inflow = np.concatenate([np.full(30, 900.0), np.zeros(40), np.full(30, 900.0)])
    demand = np.full(inflow.size, 250.0)
    after = no_shortage_size_l(inflow_l=inflow, demand_l=demand, rule="yas")
    before = no_shortage_size_l(inflow_l=inflow, demand_l=demand, rule="ybs")
    assert before == pytest.approx(40 * 250)
    assert after - before == pytest.approx(2 * 250)


def test_a_store_of_nothing_gives_nothing_after_the_spill_and_the_days_own_rain_before_it():
    inflow, demand = np.array([100.0, 500.0, 0.0]), np.full(3, 200.0)
    after = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=0, rule="yas")
    before = replay_cistern(inflow_l=inflow, demand_l=demand, size_l=0, rule="ybs")
    assert after.supplied_l.tolist() == [0, 0, 0]
    assert before.supplied_l.tolist() == [100, 200, 0]


def test_no_demand_is_met_wholly():
    run = replay_cistern(inflow_l=np.ones(3), demand_l=np.zeros(3), size_l=10, rule="yas")
    assert run.volumetric_reliability == 1
    assert run.time_reliability == 1


@pytest.mark.parametrize(
    ("given_", "field"),
    [
        ({"size_l": -1}, "size_l"),
        ({"start_l": 11}, "start_l"),
        ({"inflow_l": np.array([1.0, np.nan])}, "inflow_l"),
        ({"demand_l": np.array([1.0])}, "demand_l"),
        ({"inflow_l": np.ones((2, 2))}, "inflow_l"),
    ],
)
def test_a_bad_value_is_named(given_, field):
    good = {"inflow_l": np.ones(2), "demand_l": np.ones(2), "size_l": 10, "rule": "yas"}
    with pytest.raises(InputError, match=field):
        replay_cistern(**(good | given_))


@pytest.mark.parametrize(
    ("ends", "counts"),
    [([3, 6], [True]), ([3, 5], [True, True]), ([6], [True, True]), ([3, 5], [True])],
)
def test_years_that_do_not_end_with_the_record_are_refused(ends, counts):
    days = np.ones(6)
    with pytest.raises(InputError, match="year_end: needs one end a year, the last after the last day"):
        replay_sizes(
            inflow_l=days,
            demand_l=days,
            size_l=np.array([5.0]),
            rule="yas",
            start_share=0.0,
            year_end=np.array(ends),
            year_counts=np.array(counts),
        )
