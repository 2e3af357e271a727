"""Several supplies replayed together: against a plain loop, against each alone, and balanced."""

import dataclasses

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from lean_year.core.cistern import together
from lean_year.core.cistern.operation import BackUp, Demand, Operation, Stage, operate
from lean_year.core.cistern.together import (
    HandedOn,
    Move,
    OneOfSeveral,
    in_rows,
    operate_several,
    quick_to_size,
    sizes_of_first,
    spans_of_first,
)
from lean_year.core.errors import InputError
from tests.core.cistern.test_operation import DAYS, demand_at, series

litres = st.floats(0, 4_000)


def supply(seed, size, wanted, *, rule="ybs", start=0.5, triggers=(), back_up=None):
    house = np.stack([np.full(DAYS, wanted * factor) for factor in (1.0, *[0.7] * len(triggers))])
    return OneOfSeveral(
        series(seed, 120),
        Demand(house, np.zeros_like(house)),
        (Stage(size, 1.0),),
        Operation(rule=rule, trigger_share=triggers, back_up=back_up or BackUp()),
        start,
    )


def alone(each):
    return operate(
        inflow_l=each.inflow_l,
        demand=each.demand,
        stages=each.stages,
        operation=each.operation,
        start_share=each.start_share,
        loss_l=each.loss_l,
    )


def plain_loop(first, second, move, share, *, yas):
    """Two supplies straight from the rules as they are said, one day after the other: water is moved in the morning,
    then the first draws, and the second is asked for a share of what the first lacks."""
    sizes = [each.stages[0].size_l for each in (first, second)]
    held = [each.start_share * size for each, size in zip((first, second), sizes, strict=True)]
    rows = []
    for day in range(DAYS):
        amount = min(move.l_day, held[0] - move.keep_share * sizes[0], move.until_share * sizes[1] - held[1])
        amount = max(0.0, amount)
        held = [held[0] - amount, held[1] + amount]
        asked, short = 0.0, []
        for row, each in enumerate((first, second)):
            rain, wanted = each.inflow_l[day], each.demand.house_l[0, day] + asked
            can = held[row] if yas else held[row] + rain
            drawn = min(wanted, can)
            held[row] = min(held[row] + rain - drawn, sizes[row] - (drawn if yas else 0.0))
            lack = wanted - drawn
            asked = lack * share if row == 0 else 0.0
            short.append(lack - asked)
        rows.append([*held, *short, amount])
    return np.array(rows).T


@pytest.mark.parametrize("rule", ["yas", "ybs"])
@pytest.mark.parametrize("seed", [1, 2, 3])
def test_two_supplies_are_those_of_a_plain_loop(rule, seed):
    barn, house = supply(seed, 6_000, 150, rule=rule), supply(seed + 10, 4_000, 160, rule=rule)
    move = Move(0, 1, l_day=400, keep_share=0.3, until_share=0.8)
    share = np.full((1, DAYS), 0.4)
    found = operate_several([barn, house], [move], [HandedOn(0, 1, share)])
    expected = plain_loop(barn, house, move, 0.4, yas=rule == "yas")
    one, other = found.runs
    np.testing.assert_allclose(one.store_l, expected[0], atol=1e-6)
    np.testing.assert_allclose(other.store_l, expected[1], atol=1e-6)
    np.testing.assert_allclose(one.shortfall_l, expected[2], atol=1e-6)
    np.testing.assert_allclose(other.shortfall_l, expected[3], atol=1e-6)
    np.testing.assert_allclose(other.moved_l, expected[4], atol=1e-6)
    assert other.moved_l.sum() > 0
    assert found.handed_l[0].sum() > 0


def test_supplies_with_nothing_between_them_are_each_alone_to_the_last_bit():
    several = [
        supply(4, 9_000, 100, rule="yas", triggers=(0.5, 0.2)),
        supply(5, 3_000, 90, back_up=BackUp(load_l=1_500, order_share=0.2, lead_days=3)),
        supply(6, 5_000, 150, back_up=BackUp(keep_share=0.2, limit_l_day=50)),
    ]
    for run, each in zip(operate_several(several).runs, several, strict=True):
        before = alone(each)
        for name in ("store_l", "supplied_l", "spilled_l", "topped_up_l", "trucked_l", "step", "demand_l", "asked_l"):
            np.testing.assert_array_equal(getattr(run, name), getattr(before, name))
        assert run.moved_l is not None
        assert not run.moved_l.any()


@settings(max_examples=60, deadline=None)
@given(
    sizes=st.tuples(litres, litres, litres),
    wanted=st.tuples(*[st.floats(0, 400)] * 3),
    keep=st.floats(0, 1),
    until=st.floats(0, 1),
    share=st.floats(0, 1),
    yas=st.booleans(),
)
def test_no_water_is_made_or_lost(sizes, wanted, keep, until, share, yas):
    rule = "yas" if yas else "ybs"
    several = [supply(row, sizes[row], wanted[row], rule=rule) for row in range(3)]
    moves = [Move(0, 1, 300, keep, until), Move(1, 2, 300, keep, until)]
    found = operate_several(several, moves, [HandedOn(0, 2, np.full((1, DAYS), share))])
    scale = 1 + sum(sizes) + sum(wanted) * DAYS
    assert sum(run.moved_l.sum() for run in found.runs) == pytest.approx(0, abs=1e-9 * scale)
    for run, size in zip(found.runs, sizes, strict=True):
        assert run.balance_residual_l == pytest.approx(0, abs=1e-9 * scale)
        assert run.store_l.max() <= size + 1e-6
        assert run.store_l.min() >= -1e-6
        assert run.given_up_l == pytest.approx(0, abs=1e-6)
    asked = sum(run.demand_l.sum() for run in found.runs)
    assert asked == pytest.approx(sum(wanted) * DAYS, abs=1e-9 * scale)


def test_the_one_that_gives_keeps_its_share_and_the_other_is_filled_no_further():
    barn, house = supply(7, 10_000, 0, start=1.0), supply(8, 8_000, 0, start=0.0)
    found = operate_several([barn, house], [Move(0, 1, l_day=1e6, keep_share=0.6, until_share=0.25)])
    assert found.runs[1].moved_l[0] == pytest.approx(0.25 * 8_000)
    tight = operate_several([barn, house], [Move(0, 1, l_day=1e6, keep_share=0.95, until_share=1)])
    assert tight.runs[1].moved_l[0] == pytest.approx(0.05 * 10_000)


def test_what_was_handed_on_goes_no_further():
    """The third is asked for the second's own lack alone."""
    dry = np.zeros(DAYS)
    several = [OneOfSeveral(dry, demand_at(), (Stage(0.0, 1.0),), Operation(rule="ybs")) for _ in range(3)]
    whole, half = np.ones((1, DAYS)), np.full((1, DAYS), 0.5)
    found = operate_several(several, [], [HandedOn(0, 1, whole), HandedOn(1, 2, half)])
    assert found.handed_l[0, 0] == pytest.approx(150)
    assert found.handed_l[1, 0] == pytest.approx(75)
    assert [run.shortfall_l[0] for run in found.runs] == pytest.approx([0, 225, 225])


@pytest.mark.parametrize(
    ("supplies", "handed", "says"),
    [
        ([], [], "supplies: needs at least one"),
        ([supply(1, 10, 1), OneOfSeveral(np.zeros(3), Demand(np.zeros((1, 3)), np.zeros((1, 3))), (Stage(1.0, 1.0),),
                                         Operation(rule="yas"))], [], "the same days"),
        ([supply(1, 10, 1), supply(2, 10, 1)],
         [HandedOn(0, 1, np.ones((1, DAYS))), HandedOn(1, 0, np.ones((1, DAYS)))], "must not go in a circle"),
    ],
)  # fmt: skip
def test_what_cannot_be_replayed_is_refused(supplies, handed, says):
    with pytest.raises(InputError, match=says):
        operate_several(supplies, [], handed)


@pytest.mark.parametrize("field", ["l_day", "keep_share", "until_share"])
def test_a_move_has_its_bounds(field):
    values = {"l_day": 1.0, "keep_share": 0.5, "until_share": 0.5} | {field: -0.1}
    with pytest.raises(InputError, match=field):
        Move(0, 1, **values)


@settings(max_examples=60, deadline=None)
@given(
    front=st.sampled_from([0, 1, 2]),
    rules=st.tuples(*[st.sampled_from(["yas", "ybs"])] * 3),
    triggers=st.sampled_from([(), (0.5,), (0.6, 0.3), (0.6, 0.4, 0.2)]),
    keep_share=st.sampled_from([0.0, 0.2]),
    lost=st.sampled_from([0.0, 12.0]),
    share=st.floats(0, 0.5),
    l_day=st.floats(0, 900),
)
def test_many_sizes_at_once_are_each_a_replay_of_its_own(front, rules, triggers, keep_share, lost, share, l_day):
    """Whichever of three is sized: in a ring of moves, one handing a part on to both others."""
    back_up = BackUp(keep_share=keep_share, limit_l_day=150.0)
    three = [
        supply(4, 5_000, 150, rule=rules[0], triggers=triggers, back_up=back_up),
        supply(5, 3_000, 170, rule=rules[1]),
        supply(6, 4_000, 90, rule=rules[2], triggers=(0.4,)),
    ]
    loss = np.full(DAYS, lost)
    three = [dataclasses.replace(each, loss_l=loss) for each in three]
    order = [front, *(row for row in range(3) if row != front)]
    place = {row: number for number, row in enumerate(order)}
    moves = [Move(place[0], place[1], l_day, 0.3, 0.8), Move(place[2], place[0], l_day / 2, 0.2, 0.9)]
    steps = np.full((len(triggers) + 1, DAYS), share) * np.linspace(1, 0.5, len(triggers) + 1)[:, None]
    handed = [HandedOn(place[0], place[1], steps), HandedOn(place[0], place[2], steps)]
    ordered = [three[row] for row in order]
    assert quick_to_size(ordered)
    ends = np.array([DAYS // 3, 2 * DAYS // 3, DAYS])
    counts, watch = np.array([True, False, True]), (40, 200)
    sizes = np.array([1.0, 900.0, 2_500.0, 5_000.0, 20_000.0])
    found = sizes_of_first(in_rows(ordered, moves, handed), sizes, year_end=ends, year_counts=counts, watch=watch)
    years = [slice(begin, end) for begin, end in zip([0, *ends], ends, strict=False)]
    for row, size in enumerate(sizes):
        own = dataclasses.replace(ordered[0], stages=(Stage(float(size), 1.0),))
        run = operate_several([own, *ordered[1:]], moves, handed).runs[0]
        for name, expected in {
            "supplied_l": run.supplied_l.sum(),
            "spilled_l": run.spilled_l.sum(),
            "short_days": run.short_day.sum(),
            "short_years": sum(run.short_day[year].any() for year, it in zip(years, counts, strict=True) if it),
            "missed_l": run.shortfall_l.sum(),
            "watch_missed_l": run.shortfall_l[slice(*watch)].sum(),
            "topped_up_l": run.topped_up_l.sum(),
            "counted_spilled_l": sum(run.spilled_l[year].sum() for year, it in zip(years, counts, strict=True) if it),
        }.items():
            assert getattr(found, name)[row] == pytest.approx(expected, rel=1e-9, abs=1e-5), name


def test_many_spans_at_once_are_each_a_replay_of_its_own():
    several = [supply(4, 5_000, 150, triggers=(0.6, 0.3), start=0.3), supply(5, 3_000, 170, rule="ybs", start=0.3)]
    moves = [Move(1, 0, 300.0, 0.3, 0.8)]
    handed = [HandedOn(0, 1, np.full((3, DAYS), 0.4))]
    begins, days = [0, 40, 200], 120
    found = spans_of_first(in_rows(several, moves, handed), several[0].stages[0].size_l, begins=begins, days=days)
    for row, begin in enumerate(begins):
        span = slice(begin, begin + days)
        cut = [HandedOn(each.source, each.to, each.share[:, span]) for each in handed]
        run = operate_several([each.within(span) for each in several], moves, cut).runs[0]
        np.testing.assert_allclose(found.store_l[row], run.store_l, atol=1e-9)
        assert found.short_days[row] == run.short_day.sum() > 0
        assert found.first_short[row] == run.short_day.argmax() + 1
    with pytest.raises(InputError, match="within the record"):
        spans_of_first(in_rows(several), several[0].stages[0].size_l, begins=[DAYS - 5], days=6)


def test_chains_trucks_and_many_steps_are_not_sized_at_once():
    chain = dataclasses.replace(supply(1, 500, 10), stages=(Stage(200, 0.5), Stage(300, 0.5)))
    truck = supply(1, 500, 10, back_up=BackUp(load_l=800.0, order_share=0.2, lead_days=2))
    many = supply(1, 500, 10, triggers=(0.8, 0.6, 0.4, 0.2))
    assert [quick_to_size([supply(2, 500, 10), each]) for each in (chain, truck, many)] == [False] * 3


@pytest.mark.parametrize("rule", ["yas", "ybs"])
@pytest.mark.parametrize("triggers", [(), (0.6, 0.3)])
def test_one_store_each_is_replayed_as_a_chain_of_one(monkeypatch, rule, triggers):
    """The days of supplies in rows against those of the loop that knows chains, to the last figure."""
    loss = np.full(DAYS, 9.0)
    three = [
        dataclasses.replace(supply(4, 5_000, 150, rule=rule, triggers=triggers), loss_l=loss),
        supply(5, 3_000, 170, rule=rule, back_up=BackUp(keep_share=0.2, limit_l_day=60.0)),
        supply(6, 4_000, 90, rule=rule, triggers=(0.4,)),
    ]
    moves = [Move(0, 1, 300, 0.3, 0.8), Move(2, 0, 200, 0.2, 0.9)]
    handed = [HandedOn(0, 2, np.full((len(triggers) + 1, DAYS), 0.3)), HandedOn(1, 0, np.full((1, DAYS), 0.5))]
    rows = operate_several(three, moves, handed)
    monkeypatch.setattr(together, "quick_to_size", lambda _: False)
    chains = operate_several(three, moves, handed)
    np.testing.assert_allclose(rows.handed_l, chains.handed_l, atol=1e-9)
    for one, other in zip(rows.runs, chains.runs, strict=True):
        for field in dataclasses.fields(one):
            value, expected = getattr(one, field.name), getattr(other, field.name)
            if isinstance(expected, np.ndarray):
                np.testing.assert_allclose(value, expected, atol=1e-6, err_msg=field.name)
