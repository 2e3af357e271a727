"""Cut plans: the least number of stock lengths, against an exact solver of integer programs and by hand."""

import random
from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import Bounds, LinearConstraint, milp

from lean_year.core.errors import InputError
from lean_year.core.parts.cutting import EXACT_UP_TO, cut_plan, lower_bound


def fits(plan, pieces):
    """Every piece is cut once, and each bar is long enough for its pieces and the kerf between neighbours."""
    assert sorted(piece for bar in plan.layout_mm for piece in bar) == sorted(pieces)
    for bar, offcut in zip(plan.layout_mm, plan.offcuts_mm, strict=True):
        assert sum(bar) + (len(bar) - 1) * plan.kerf_mm <= plan.stock_mm + 1e-6
        assert 0 <= offcut <= plan.stock_mm - sum(bar) + 1e-6
    return True


def least_by_highs(pieces, stock, kerf):
    """The least number of bars by HiGHS: which piece lies in which bar, and which bars are begun."""
    bars = cut_plan(pieces_mm=pieces, stock_mm=stock, kerf_mm=kerf).stock_lengths
    count = len(pieces)
    begun = bars * count
    objective = np.r_[np.zeros(begun), np.ones(bars)]
    once = np.zeros((count, begun + bars))
    room = np.zeros((bars, begun + bars))
    for bar, piece in product(range(bars), range(count)):
        once[piece, bar * count + piece] = 1
        room[bar, bar * count + piece] = pieces[piece] + kerf
    for bar in range(bars):
        room[bar, begun + bar] = -(stock + kerf)
    found = milp(
        objective,
        constraints=[LinearConstraint(once, 1, 1), LinearConstraint(room, -np.inf, 0)],
        integrality=np.ones(begun + bars),
        bounds=Bounds(0, 1),
    )
    assert found.success
    return round(found.fun)


@pytest.mark.reference
@pytest.mark.parametrize("seed", range(40))
def test_no_plan_needs_fewer_lengths(seed):
    """SciPy's `milp`, which is HiGHS, never finds a plan with fewer bars: pieces of a house, and such as just fit."""
    draw = random.Random(seed)
    stock, kerf = draw.choice([(3000, 3), (6000, 3), (4000, 0), (3048, 4)])
    count = draw.randint(4, 14)
    if seed % 2:
        pieces = [draw.randint(stock // 10, stock * draw.choice([5, 8, 10]) // 10) for _ in range(count)]
    else:  # threes that leave nothing over, which simple rules do not find
        pieces = []
        for _ in range(count // 3 + 1):
            first = draw.randint(int(stock * 0.38), int(stock * 0.49))
            second = draw.randint((stock - first) // 3, (stock - first) // 2)
            pieces += [first - 2 * kerf, second, stock - first - second]
    plan = cut_plan(pieces_mm=pieces, stock_mm=stock, kerf_mm=kerf)
    assert fits(plan, pieces)
    assert plan.proven
    assert plan.stock_lengths == least_by_highs(pieces, stock, kerf)


@settings(max_examples=150, deadline=None)
@given(
    st.lists(st.floats(1, 3000), min_size=1, max_size=EXACT_UP_TO),
    st.floats(0, 20),
)
def test_a_house_s_worth_is_cut_whole_and_proven(pieces, kerf):
    plan = cut_plan(pieces_mm=pieces, stock_mm=3000, kerf_mm=kerf)
    assert fits(plan, pieces)
    assert plan.proven


def test_what_simple_rules_miss():
    """Johnson's pieces on which laying the longest wherever it first fits takes 11 bars for 9 (from memory). By hand:
    six bars of 51 + 26 + 23 and three of 27 + 27 + 23 + 23, all full."""
    pieces = [51] * 6 + [27] * 6 + [26] * 6 + [23] * 12
    plan = cut_plan(pieces_mm=pieces, stock_mm=100)
    assert (plan.stock_lengths, plan.proven, plan.offcuts_mm) == (9, True, (0.0,) * 9)


def test_the_kerf_lies_between_neighbours_only():
    """Two halves and a saw blade fit just so; a tenth of a millimetre more does not."""
    assert cut_plan(pieces_mm=[1498.5, 1498.5], stock_mm=3000, kerf_mm=3).stock_lengths == 1
    assert cut_plan(pieces_mm=[1498.5, 1498.6], stock_mm=3000, kerf_mm=3).stock_lengths == 2
    assert cut_plan(pieces_mm=[3000], stock_mm=3000, kerf_mm=3).offcuts_mm == (0.0,)


def test_many_pieces_are_cut_with_a_bound_beside_them():
    """More than a house's worth: the plan holds, its bound is under it, and it is near."""
    draw = random.Random(1)
    pieces = [draw.randint(1200, 2100) for _ in range(150)]
    plan = cut_plan(pieces_mm=pieces, stock_mm=6000, kerf_mm=3)
    assert fits(plan, pieces)
    assert plan.least <= plan.stock_lengths <= 1.15 * plan.least
    assert plan.least == lower_bound(sorted((1000 * each + 3000 for each in pieces), reverse=True), 6_003_000)


def test_no_pieces_need_no_length():
    plan = cut_plan(pieces_mm=[], stock_mm=3000, kerf_mm=3)
    assert (plan.stock_lengths, plan.proven) == (0, True)


@pytest.mark.parametrize(
    ("changed", "named"),
    [
        ({"pieces_mm": [3000.1]}, r"pieces_mm\[0\].*at most the stock length"),
        ({"pieces_mm": [100, 0]}, r"pieces_mm\[1\]"),
        ({"pieces_mm": [float("nan")]}, r"pieces_mm\[0\]"),
        ({"pieces_mm": [1] * 2001}, "at most 2,000"),
        ({"stock_mm": 0}, "stock_mm"),
        ({"stock_mm": float("inf")}, "stock_mm"),
        ({"kerf_mm": -1}, "kerf_mm"),
    ],
)
def test_what_cannot_be_cut_is_named(changed, named):
    with pytest.raises(InputError, match=named):
        cut_plan(**({"pieces_mm": [100], "stock_mm": 3000, "kerf_mm": 3} | changed))
