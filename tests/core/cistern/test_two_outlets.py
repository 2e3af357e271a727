"""House and garden that draw a store down to two levels, against a plain loop over days."""

import numpy as np
import pytest

from lean_year.core.cistern.many_replays import operate_sizes
from lean_year.core.cistern.operation import BackUp, Demand, Operation, Stage, operate
from lean_year.core.errors import InputError

DAYS = 400


@pytest.fixture(scope="module")
def water():
    random = np.random.default_rng(7)
    inflow = np.where(random.random(DAYS) < 0.25, random.gamma(1.2, 400.0, DAYS), 0.0)
    house = random.uniform(40, 90, (1, DAYS))
    garden = np.where(np.arange(DAYS) % 365 > 120, 70.0, 0.0)[None]
    return inflow, Demand(house_l=house, garden_l=garden)


def plain(inflow, demand, *, size, yas, house_above, garden_above):
    """Each day by hand: the house down to its outlet first, then the garden down to its own."""
    store, days = size, []
    for q, house, garden in zip(inflow, demand.house_l[0], demand.garden_l[0], strict=True):
        there = store if yas else store + q
        if garden_above:
            garden = max(0.0, min(garden, there - house - garden_above))
        by_house = min(house, max(0.0, there - house_above))
        by_garden = min(garden, there - by_house)
        drawn = by_house + by_garden
        store = min(store + q - drawn, size - drawn if yas else size)
        days.append((store, drawn, house + garden))
    return np.array(days).T


@pytest.mark.parametrize("rule", ["yas", "ybs"])
@pytest.mark.parametrize(("house_share", "garden_share"), [(0.3, 0.0), (0.0, 0.3), (0.9, 0.0), (0.0, 0.0)])
def test_the_replay_is_that_of_a_plain_loop(water, rule, house_share, garden_share):
    inflow, demand = water
    operation = Operation(rule=rule, house_above_share=house_share, garden_above_share=garden_share)
    run = operate(inflow_l=inflow, demand=demand, stages=(Stage(4_000.0, 1.0),), operation=operation)
    store, drawn, wanted = plain(
        inflow, demand, size=4_000.0, yas=rule == "yas", house_above=4_000 * house_share,
        garden_above=4_000 * garden_share,
    )  # fmt: skip
    assert run.store_l == pytest.approx(store, abs=1e-6)
    assert run.supplied_l == pytest.approx(drawn, abs=1e-6)
    assert run.demand_l == pytest.approx(wanted, abs=1e-6)
    assert run.balance_residual_l == pytest.approx(0, abs=1e-6)


def test_water_below_the_outlet_of_the_house_is_the_gardens(water):
    inflow, demand = water
    run = operate(
        inflow_l=inflow, demand=demand, stages=(Stage(4_000.0, 1.0),),
        operation=Operation(rule="yas", house_above_share=0.3),
    )  # fmt: skip
    dry = run.store_l < 1_200
    assert dry.any()
    assert (run.supplied_l[1:][dry[:-1]] <= demand.garden_l[0, 1:][dry[:-1]] + demand.house_l[0, 1:][dry[:-1]]).all()


def test_what_a_garden_misses_by_its_higher_outlet_is_given_up_and_no_shortage(water):
    inflow, demand = water
    stages, one = (Stage(4_000.0, 1.0),), Operation(rule="yas")
    high = operate(inflow_l=inflow, demand=demand, stages=stages,
                   operation=Operation(rule="yas", garden_above_share=0.5))  # fmt: skip
    same = operate(inflow_l=inflow, demand=demand, stages=stages, operation=one)
    assert high.given_up_l.sum() > 0
    assert high.short_day.sum() < same.short_day.sum()


def test_a_top_up_keeps_the_house_in_water_above_its_outlet(water):
    inflow, demand = water
    operation = Operation(rule="yas", house_above_share=0.4, back_up=BackUp(keep_share=0.1))
    run = operate(inflow_l=inflow, demand=demand, stages=(Stage(4_000.0, 1.0),), operation=operation)
    assert not run.short_day.any()
    assert run.store_l.min() >= 1_600 - 1e-6


def test_many_sizes_at_once_refuse_a_second_outlet(water):
    inflow, demand = water
    with pytest.raises(InputError, match="operation"):
        operate_sizes(inflow_l=inflow, demand=demand, size_l=np.array([1_000.0]),
                      operation=Operation(rule="yas", house_above_share=0.2))  # fmt: skip


def test_a_garden_that_draws_from_the_first_store_has_no_outlet_in_the_last():
    with pytest.raises(InputError, match="garden_from_first"):
        Operation(rule="yas", garden_from_first=True, garden_above_share=0.2)
