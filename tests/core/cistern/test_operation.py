"""The replay with steps, back-up, losses and chains: against a plain loop, against the plain replay, and balanced."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.cistern.many_replays import operate_sizes, stores_of_spans
from lean_year.core.cistern.operation import BackUp, Demand, Operation, Stage, operate, operate_windows
from lean_year.core.cistern.replay import replay_cistern
from lean_year.core.errors import InputError

DAYS = 400
litres = st.floats(0, 2_000)


def series(seed, mean, wet=0.3, days=DAYS):
    random = np.random.default_rng(seed)
    return np.where(random.random(days) < wet, random.exponential(mean / wet, days), 0.0)


def demand_at(*factors, base=None):
    """Demand of the house at no step and at each step, as factors of the base; no garden."""
    base = np.full(DAYS, 150.0) if base is None else base
    house = np.stack([base * factor for factor in (1.0, *factors)])
    return Demand(house, np.zeros_like(house))


def one(size):
    return (Stage(size, 1.0),)


def plain_loop(inflow, demand, size, triggers, keep, start):
    """Yield after spill with steps and a top-up, straight from the rules as printed, one day after the other."""
    store, out = start, {"supplied": 0.0, "topped": 0.0, "spilled": 0.0, "steps": []}
    for day in range(inflow.size):
        step = sum(store / size < trigger for trigger in triggers)
        wanted = demand.house_l[step, day] + demand.garden_l[step, day]
        top = max(0.0, keep * size + wanted - store) if keep else 0.0
        drawn = min(wanted, store + top)
        after = store + top + inflow[day] - drawn
        room = size - max(0.0, drawn - top)
        out["spilled"] += max(0.0, after - room)
        store = min(after, room)
        out["supplied"] += drawn
        out["topped"] += top
        out["steps"].append(step)
    return out | {"end": store}


@pytest.mark.parametrize("keep", [0.0, 0.15])
@pytest.mark.parametrize("triggers", [(), (0.5,), (0.6, 0.4, 0.2), (0.7, 0.5, 0.3, 0.1)])
def test_steps_and_top_up_are_those_of_a_plain_loop(triggers, keep):
    inflow, size = series(3, 120), 9_000.0
    demand = demand_at(*(1 - 0.2 * (k + 1) for k in range(len(triggers))))
    operation = Operation("yas", triggers, BackUp(keep_share=keep))
    run = operate(inflow_l=inflow, demand=demand, stages=one(size), operation=operation)
    plain = plain_loop(inflow, demand, size, triggers, keep, size)
    assert run.supplied_l.sum() == pytest.approx(plain["supplied"])
    assert run.topped_up_l.sum() == pytest.approx(plain["topped"])
    wanted = sum(demand.house_l[step, day] for day, step in enumerate(plain["steps"]))
    assert run.volumetric_reliability == pytest.approx(plain["supplied"] / wanted)
    assert run.spilled_l.sum() == pytest.approx(plain["spilled"])
    assert run.end_l == pytest.approx(plain["end"])
    assert run.step.tolist() == plain["steps"]
    if triggers:
        assert len(set(plain["steps"])) > 1, "a case in which no step comes on would show nothing"


@given(st.integers(0, 10_000), st.floats(0, 20_000), st.sampled_from(["yas", "ybs"]), st.floats(0, 1))
def test_with_nothing_besides_it_is_the_plain_replay(seed, size, rule, start):
    inflow = series(seed, 130)
    demand = demand_at()
    run = operate(inflow_l=inflow, demand=demand, stages=one(size), operation=Operation(rule), start_share=start)
    bare = replay_cistern(inflow_l=inflow, demand_l=demand.house_l[0], size_l=size, rule=rule, start_l=start * size)
    assert run.store_l == pytest.approx(bare.store_l, abs=1e-6)
    assert run.short_day.tolist() == bare.short_day.tolist()
    assert run.spilled_l.sum() == pytest.approx(bare.spilled_l.sum(), abs=1e-6)


@given(
    st.integers(0, 10_000),
    st.floats(100, 20_000),
    st.sampled_from(["yas", "ybs"]),
    st.sampled_from([(), (0.5,), (0.6, 0.3), (0.8, 0.6, 0.4, 0.2)]),
    st.sampled_from([BackUp(), BackUp(keep_share=0.1), BackUp(keep_share=0.2, limit_l_day=60),
                     BackUp(load_l=3_000, order_share=0.2, lead_days=4)]),
    st.sampled_from([0.0, 5.0]),
)  # fmt: skip
@settings(max_examples=300)
def test_every_litre_is_accounted_for_and_many_sizes_at_once_say_the_same(seed, size, rule, triggers, back_up, loss):
    inflow = series(seed, 120)
    demand = demand_at(*(1 - 0.2 * (k + 1) for k in range(len(triggers))))
    operation = Operation(rule, triggers, back_up)
    losses = np.full(DAYS, loss)
    run = operate(inflow_l=inflow, demand=demand, stages=one(size), operation=operation, loss_l=losses)
    assert abs(run.balance_residual_l) < 1e-5
    assert np.all(run.store_l <= size + 1e-9)
    assert np.all(run.store_l >= -1e-9)
    assert np.all(run.given_up_l >= -1e-9)
    curve = operate_sizes(
        inflow_l=inflow,
        demand=demand,
        size_l=np.array([size, size * 0.5]),
        operation=operation,
        loss_l=losses,
        watch=(100, 200),
        year_end=np.array([90, 250, DAYS]),
        year_counts=np.array([True, False, True]),
    )
    counted = run.spilled_l[:90].sum() + run.spilled_l[250:].sum()
    assert curve.counted_spilled_l[0] == pytest.approx(counted, rel=1e-9, abs=1e-5)
    assert curve.supplied_l[0] == pytest.approx(run.supplied_l.sum(), rel=1e-9)
    assert curve.short_days[0] == run.short_day.sum()
    assert curve.missed_l[0] == pytest.approx(run.shortfall_l.sum(), abs=1e-6)
    assert curve.watch_missed_l[0] == pytest.approx(run.shortfall_l[100:200].sum(), abs=1e-6)
    assert curve.topped_up_l[0] == pytest.approx(run.topped_up_l.sum(), abs=1e-6)
    assert curve.trucked_l[0] == pytest.approx(run.trucked_l.sum(), abs=1e-6)
    assert curve.spilled_l[0] == pytest.approx(run.spilled_l.sum(), rel=1e-9, abs=1e-5)


def test_a_step_saves_the_house_water_and_says_what_it_gave_up():
    inflow = np.zeros(DAYS)
    steps = Operation("yas", (0.5,))
    with_steps = operate(inflow_l=inflow, demand=demand_at(0.5), stages=one(10_000), operation=steps)
    without = operate(inflow_l=inflow, demand=demand_at(), stages=one(10_000), operation=Operation("yas"))
    # 5,000 L at 150 a day, then 5,000 at 75: 33 full days to go below half, then 67 more.
    assert int(np.argmax(without.short_day)) == 66
    assert int(np.argmax(with_steps.short_day)) == 34 + 65
    assert with_steps.given_up_l.sum() == pytest.approx((with_steps.step == 1).sum() * 75)


def test_a_truck_comes_so_many_days_after_it_is_ordered():
    operation = Operation("yas", back_up=BackUp(load_l=2_000, order_share=0.3, lead_days=5))
    run = operate(inflow_l=np.zeros(DAYS), demand=demand_at(), stages=one(4_000), operation=operation)
    # 4,000 L less 150 a day is below 1,200 on the evening of day 19; seen on the morning of day 19, counted from 0.
    below = int(np.argmax(run.store_l < 1_200)) + 1
    assert int(np.argmax(run.loads)) == below + 5
    assert run.trucked_l.max() == pytest.approx(2_000)


def test_a_well_with_a_limit_gives_no_more_than_it():
    operation = Operation("yas", back_up=BackUp(keep_share=0.2, limit_l_day=40))
    run = operate(inflow_l=np.zeros(DAYS), demand=demand_at(), stages=one(4_000), operation=operation)
    assert run.topped_up_l.max() == pytest.approx(40)
    assert run.short_day.any()


def test_a_float_keeps_the_lowest_tenth_and_rain_still_finds_room():
    """Common practice in the trade, no source: a float top-up keeps the lowest 10 %."""
    inflow = series(9, 60)
    operation = Operation("yas", back_up=BackUp(keep_share=0.1))
    run = operate(inflow_l=inflow, demand=demand_at(), stages=one(4_000), operation=operation)
    assert run.store_l.min() >= 400 - 1e-6
    assert not run.short_day.any()
    assert run.spilled_l.sum() == 0


def test_a_settling_tank_spills_into_the_clean_one_and_gives_the_house_nothing_itself():
    """By hand, yield after spill, nothing drawn: a settling tank of 500 fills first, then the clean one of 1,000."""
    chain = (Stage(500, 1.0, spills_on=True), Stage(1_000, 0.0))
    nothing = Demand(np.zeros((1, 4)), np.zeros((1, 4)))
    inflow = np.array([400.0, 400, 400, 800])
    run = operate(inflow_l=inflow, demand=nothing, stages=chain, operation=Operation("yas"), start_share=0)
    assert run.stage_l.tolist() == [[400, 500, 500, 500], [0, 300, 700, 1_000]]
    assert run.spilled_l.tolist() == [0, 0, 0, 500]


def test_water_that_only_spills_on_neither_puts_off_a_load_nor_a_step():
    """No rain: 30 m3 at 200 L a day fall below 15 % after 128 days, whatever stands in the settling tank."""
    dry, demand = np.zeros(DAYS), demand_at(0.5, base=np.full(DAYS, 200.0))
    truck = BackUp(load_l=8_000, order_share=0.15, lead_days=5)
    operation = Operation("yas", (0.15,), truck)
    stages = (Stage(10_000, 1.0, spills_on=True), Stage(30_000, 0.0))
    run = operate(inflow_l=dry, demand=demand, stages=stages, operation=operation, start_share=1.0)
    assert int(np.flatnonzero(run.step)[0]) == 128
    assert int(np.flatnonzero(run.trucked_l)[0]) == 133
    assert not run.short_day.any()
    # What a pump brings over, the house can have: it is counted.
    pumped = (Stage(10_000, 1.0, pumped_l_day=5_000), Stage(30_000, 0.0))
    lifted = operate(inflow_l=dry, demand=demand, stages=pumped, operation=operation, start_share=1.0)
    assert int(np.flatnonzero(lifted.step)[0]) == 171  # 40 m3 fall below 6 m3


def test_a_transfer_moves_no_more_than_the_pump_lifts_and_the_upper_tank_takes():
    chain = (Stage(5_000, 1.0, pumped_l_day=300), Stage(1_000, 0.0))
    house = np.full((1, 6), 200.0)
    demand = Demand(house, np.zeros_like(house))
    run = operate(inflow_l=np.zeros(6), demand=demand, stages=chain, operation=Operation("yas"))
    # Both begin full: nothing fits on the first morning, 200 on each later one.
    assert run.stage_l[0].tolist() == [5_000, 4_800, 4_600, 4_400, 4_200, 4_000]
    assert run.stage_l[1].tolist() == [800, 800, 800, 800, 800, 800]


def test_a_load_is_let_into_the_stores_that_have_room_for_it():
    """The house's 1,000 L cannot take a load of 8,000: what is left goes where the pump then brings it from. Drawing
    on 21 m3, less than a fifth is left after 169 days of 100 L; five loads carry the rest of the two years."""
    chain = (Stage(20_000, 1.0, pumped_l_day=500), Stage(1_000, 0.0))
    house = np.full((1, DAYS), 100.0)
    truck = Operation("yas", back_up=BackUp(load_l=8_000, order_share=0.2, lead_days=3))
    run = operate(inflow_l=np.zeros(DAYS), demand=Demand(house, np.zeros_like(house)), stages=chain, operation=truck)
    assert run.trucked_l[run.loads] == pytest.approx(8_000)
    low = 21_000 - 100 * (int(np.argmax(run.loads)) - 3)
    assert low < 0.2 * 21_000 <= low + 100
    assert not run.short_day.any()
    assert abs(run.balance_residual_l) < 1e-6
    # Into the settling tank in front of it no load is let: its water only spills on.
    spilling = (Stage(20_000, 1.0, spills_on=True), Stage(1_000, 0.0))
    other = operate(
        inflow_l=np.zeros(DAYS), demand=Demand(house, np.zeros_like(house)), stages=spilling, operation=truck
    )
    assert other.trucked_l.max() <= 1_000


@given(st.integers(0, 1_000), st.booleans(), st.booleans())
def test_a_chain_loses_no_litre(seed, pumped, garden_first):
    chain = (
        Stage(2_000, 0.7, spills_on=not pumped, pumped_l_day=250 if pumped else 0.0),
        Stage(3_000, 0.3),
    )
    house = np.full((2, DAYS), 90.0)
    garden = np.stack([np.full(DAYS, 60.0), np.zeros(DAYS)])
    operation = Operation("yas", (0.4,), garden_from_first=garden_first)
    run = operate(inflow_l=series(seed, 140), demand=Demand(house, garden), stages=chain, operation=operation)
    assert abs(run.balance_residual_l) < 1e-5


def test_each_window_begins_anew():
    inflow = series(1, 120)
    runs = operate_windows(
        inflow_l=inflow,
        demand=demand_at(),
        stages=one(6_000),
        operation=Operation("yas"),
        windows=[(0, 100), (100, 250)],
        start_share=0,
    )
    bare = replay_cistern(
        inflow_l=inflow[100:250], demand_l=np.full(150, 150.0), size_l=6_000, rule="yas", start_l=0.0
    )
    assert [run.store_l.size for run in runs] == [100, 150]
    assert runs[1].store_l == pytest.approx(bare.store_l)


@pytest.mark.parametrize(
    ("make", "says"),
    [
        (lambda: Operation("yas", (0.2, 0.4)), "the triggers cross"),
        (lambda: Operation("yas", (0.4, 0.4)), "the triggers cross"),
        (lambda: Operation("yas", (1.2,)), "trigger_share"),
        (lambda: Operation("yas", tuple(0.9 - 0.1 * k for k in range(7))), "at most 6 steps"),
        (lambda: BackUp(keep_share=1.5), "keep_share"),
        (lambda: BackUp(lead_days=0), "lead_days"),
    ],
)
def test_a_way_to_run_that_makes_no_sense_is_refused(make, says):
    with pytest.raises(InputError, match=says):
        make()


def test_demand_must_have_a_row_for_each_step():
    with pytest.raises(InputError, match="needs 2 rows"):
        operate(inflow_l=np.zeros(DAYS), demand=demand_at(), stages=one(1), operation=Operation("yas", (0.5,)))
    with pytest.raises(InputError, match="stages"):
        operate(inflow_l=np.zeros(DAYS), demand=demand_at(), stages=(), operation=Operation("yas"))
    with pytest.raises(InputError, match="inflow_l"):
        operate(inflow_l=np.full(DAYS, -1.0), demand=demand_at(), stages=one(1), operation=Operation("yas"))


@pytest.mark.parametrize(
    ("begins", "inside"), [([0, 100], True), ([DAYS - 50], True), ([DAYS - 49], False), ([-1], False)]
)
def test_a_span_that_leaves_the_record_is_refused(begins, inside):
    spans = {
        "inflow_l": series(5, 100), "demand": demand_at(), "stages": one(5_000), "operation": Operation("yas"),
        "begins": begins, "days": 50, "start_share": 0.5,
    }  # fmt: skip
    if inside:
        found = stores_of_spans(**spans)
        store_l = found.store_l
        assert store_l.shape == (len(begins), 50)
        assert found.short_days.shape == found.first_short.shape == (len(begins),)
        return
    with pytest.raises(InputError) as refused:
        stores_of_spans(**spans)
    assert refused.value.field == "begins"
