"""Banks on one datum: what is stranded, worked out by hand, and parts that make up the whole."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.cistern.bank import Vessel, level_of_m, linked_bank, room_left_l
from lean_year.core.cistern.vessel import LyingCylinder, Prism
from lean_year.core.errors import InputError


def tank(name, area=1.0, height=2.0, floor=0.0, outlet=0.1, overflow=None, let_down=False, shut=False):
    top = height if overflow is None else overflow
    return Vessel(name, Prism(area, height), floor, outlet, top, let_down, shut)


def test_a_tall_tank_among_low_ones_strands_what_stands_above_their_overflow():
    """By hand: a tall tank of 1 m2 to 2.0 m and two low ones of 1 m2 to 1.7 m, outlets at 0.13 m. Above 1.7 m the
    tall one would hold 0.3 m3 more, which never fills; each can give (1.7 - 0.13) m3."""
    bank = linked_bank([tank("tall", overflow=2.0, outlet=0.13), *(
        tank(f"low {n}", height=1.8, overflow=1.7, outlet=0.13) for n in (1, 2)
    )])  # fmt: skip
    assert bank.overflow_m == pytest.approx(1.7)
    assert bank.stranded_l == pytest.approx(300)
    assert bank.live_l == pytest.approx(3 * 1_570)
    assert bank.dead_l == pytest.approx(3 * 130)
    assert bank.gross_l == pytest.approx(2_000 + 2 * 1_700)
    assert [share.stranded_l for share in bank.shares] == pytest.approx([300, 0, 0])


def test_valved_off_the_same_water_is_kept_and_let_down():
    bank = linked_bank([tank("tall", overflow=2.0, let_down=True), tank("low", overflow=1.7)])
    assert bank.stranded_l == 0
    assert bank.shares[0].let_down_l == pytest.approx(300)
    assert bank.live_l == pytest.approx(1_600 + 1_600 + 300)


def test_a_tank_that_is_shut_off_rules_nothing_and_gives_nothing():
    """By hand: the shut tank holds 900 L to its overflow, the lowest of all; the open one gives 1 m2 x 1.9 m."""
    bank = linked_bank([tank("shut", overflow=0.9, outlet=0.5, shut=True), tank("open")])
    assert (bank.draw_m, bank.overflow_m) == pytest.approx((0.1, 2.0))
    assert bank.live_l == pytest.approx(1_900)
    assert bank.shut_l == pytest.approx(900)
    assert bank.gross_l == pytest.approx(2_900)
    assert bank.usable_l[-1] == pytest.approx(1_900)


def test_the_floors_count_not_only_the_heights():
    """Alike tanks on two levels: the upper one's floor is 0.5 m higher, so 0.5 m of it stands above the overflow
    of the lower; and what lies between the lower outlet and the upper one's floor is the lower's alone."""
    bank = linked_bank([tank("down"), tank("up", floor=0.5)])
    assert bank.overflow_m == pytest.approx(2.0)
    assert bank.shares[1].stranded_l == pytest.approx(500)
    assert bank.shares[1].live_l == pytest.approx((2.0 - 0.6) * 1000)
    assert bank.shares[0].live_l == pytest.approx(1_900)


def test_a_higher_outlet_of_the_drawing_tank_holds_water_back_in_all():
    bank = linked_bank([tank("first", outlet=0.5), tank("second", outlet=0.1)])
    assert bank.draw_m == pytest.approx(0.5)
    assert [share.dead_l for share in bank.shares] == pytest.approx([500, 500])


def test_tanks_that_do_not_overlap_in_height_stand_apart():
    bank = linked_bank([tank("low", height=1.0, overflow=0.9), tank("high", floor=1.5)])
    assert [share.apart for share in bank.shares] == [False, True]
    assert bank.shares[1].live_l == 0
    assert bank.live_l == pytest.approx(800)


def test_the_level_goes_with_the_water_by_hand():
    """Two tanks of 1 and 3 m2: 1 m3 above the outlet raises both by 0.25 m."""
    bank = linked_bank([tank("a"), tank("b", area=3.0)])
    assert float(level_of_m(bank, 1_000)) == pytest.approx(0.1 + 0.25, abs=0.01)
    assert float(level_of_m(bank, bank.live_l)) == pytest.approx(2.0)


def test_the_room_beyond_a_link_is_the_slice_its_head_leaves():
    bank = linked_bank([tank("near"), tank("far", area=4.0)])
    far = tank("far", area=4.0)
    assert room_left_l(far, bank, 0.2) == pytest.approx(800)
    assert room_left_l(far, bank, 0.0) == 0


heights = st.floats(0.3, 4)


@given(
    st.lists(
        st.tuples(st.floats(0.1, 20), heights, st.floats(-2, 2), st.floats(0, 0.9), st.floats(0.1, 1), st.booleans()),
        min_size=1,
        max_size=5,
    ),
    st.booleans(),
)
def test_the_four_parts_make_up_every_vessel(rows, lying):
    vessels = []
    for number, (area, height, floor, outlet, overflow, let_down) in enumerate(rows):
        shape = LyingCylinder(height, area) if lying else Prism(area, height)
        top = overflow * height
        vessels.append(Vessel(f"v{number}", shape, floor, outlet * top, top, let_down))
    bank = linked_bank(vessels)
    for vessel, share in zip(vessels, bank.shares, strict=True):
        assert min(share.dead_l, share.live_l, share.stranded_l, share.let_down_l) >= -1e-6
        assert share.gross_l == pytest.approx(float(vessel.below_l(vessel.top_water_m)), rel=1e-9, abs=1e-6)
    assert np.all(np.diff(bank.usable_l) >= -1e-6)
    assert bank.usable_l[-1] == pytest.approx(sum(share.live_l for share in bank.shares), rel=1e-6, abs=1e-3)


def test_a_bank_needs_its_drawing_vessel():
    with pytest.raises(InputError, match="not shut off"):
        linked_bank([tank("a", shut=True)])
    with pytest.raises(InputError, match="a: outlet_m"):
        tank("a", outlet=2.5)
    with pytest.raises(InputError, match="a: overflow_m"):
        tank("a", overflow=2.5)
