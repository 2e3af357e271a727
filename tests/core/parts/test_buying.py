"""What is asked for, as it is bought: counted by hand, and what goes with a pipe that is glued, sawn or held."""

import pytest

from lean_year.core.parts.buying import Cut, bought, key_of
from lean_year.core.parts.catalogue import GROUPS, KINDS, WORKS
from lean_year.core.parts.need import Need, Needs
from lean_year.core.parts.usual import cement_l, cut_length_mm, socket_depth_mm


def listed(*needs, system="metric", cuts=None):
    lines = bought([("gutters", Needs(needs))], system=system, kerf_mm=3, nominal=lambda mm: f"{mm:g} mm", cuts=cuts)
    return {line.key: line for line in lines}


def pipe(*pieces_mm, kind="drain-pipe", glued=False, why="Run of A: as measured"):
    return Need(kind, why, size="110 mm", pieces_mm=pieces_mm, pipe_mm=110, glued=glued)


def fitting(kind, count, *, glued=False, hole=False):
    return Need(kind, "Run of A: as entered", count, size="110 mm", pipe_mm=110, glued=glued, hole=hole)


def test_a_run_of_pipe_counted_by_hand():
    """19 m with three bends, glued: four pieces of 4.75 m, one from each length of 6 m; by hand 3 bends
    with 6 joints, at 32 joints to a litre of cement 0.19 L, sold as 0.25 L, half as much primer, and a coupling for a
    cut that goes wrong."""
    lines = listed(pipe(4750, 4750, 4750, 4750, glued=True), fitting("bend-90", 3, glued=True))
    assert {key: line.quantity for key, line in lines.items()} == {
        "drain-pipe-110-mm": 4,
        "bend-90-110-mm": 3,
        "coupling-110-mm": 1,
        "solvent-cement": 0.25,
        "primer": 0.25,
        "abrasive": 1,
    }
    assert lines["solvent-cement"].needed == pytest.approx(3 * 2 / 32)
    assert lines["primer"].needed == pytest.approx(3 * 2 / 32 / 2)
    assert lines["drain-pipe-110-mm"].cut.offcuts_mm == (6000 - 4750 - 3,) * 4


def test_a_piece_longer_than_what_is_sold_is_joined():
    """By hand: 14 m from lengths of 6 m is 6 + 6 + 2, with two couplings, and one more for a cut that goes wrong."""
    lines = listed(pipe(14_000))
    assert lines["drain-pipe-110-mm"].quantity == 3
    assert lines["coupling-110-mm"].quantity == 3
    assert [each.need.quantity for each in lines["coupling-110-mm"].asked] == [2, 1]


def test_stock_and_pieces_are_as_somebody_has_them():
    """By hand: the same 14 m from lengths of 3 m is five, with four couplings; measured, it was 2.9 and 3 m."""
    lines = listed(pipe(14_000), cuts={"drain-pipe-110-mm": Cut(stock_mm=3000)})
    assert (lines["drain-pipe-110-mm"].quantity, lines["coupling-110-mm"].needed) == (5, 5)
    lines = listed(pipe(14_000), cuts={"drain-pipe-110-mm": Cut(pieces_mm=(2900, 3000))})
    assert lines["drain-pipe-110-mm"].cut.layout_mm == ((3000, 2900),)


def test_what_seals_holds_and_is_sawn_comes_with_it():
    """By hand: 4 tees with ring seals are 12 seals, a tub does 60; 55 clips are 110 screws, two boxes of a hundred;
    one hole of 113 mm for a pipe of 110."""
    lines = listed(fitting("tee", 4), fitting("pipe-clip", 55), fitting("inlet-seal", 2, hole=True))
    assert (lines["seal-lubricant"].needed, lines["seal-lubricant"].quantity) == (12 / 60, 1)
    assert (lines["screws"].needed, lines["screws"].quantity) == (1.1, 2)
    assert lines["hole-saw-113-mm"].quantity == 1
    assert "solvent-cement" not in lines


def test_needs_of_one_part_are_one_line_that_names_them_all():
    lines = listed(fitting("tee", 4), fitting("tee", 1), Need("tee", "Other: x", 2, size="160 mm", pipe_mm=160))
    assert lines["tee-110-mm"].quantity == 5
    assert [each.need.quantity for each in lines["tee-110-mm"].asked] == [4, 1]
    assert lines["tee-160-mm"].quantity == 2


def test_cartridges_are_bought_with_a_set_to_change_to():
    lines = listed(Need("sediment-cartridge", "Sediment: 20 micron", 2, size="4.5 × 20 in, 20 micron"))
    line = lines["sediment-cartridge-4-5-20-in-20-micron"]
    assert (line.needed, line.spare, line.quantity) == (2, 2, 4)


def test_what_is_asked_for_not_at_all_is_not_bought():
    assert listed(pipe(), fitting("tee", 0)) == {}


def test_bulk_is_ordered_in_the_steps_of_each_system():
    """By hand: 3.21 t is 3.3 t, and 3.54 short tons, ordered as 3.6."""
    stone = Need("crushed-stone", "Pad: stone", 3.21)
    assert listed(stone)["crushed-stone"].quantity == pytest.approx(3.3)
    us = listed(stone, system="us")["crushed-stone"]
    assert us.quantity == pytest.approx(3.6 * 0.90718474)


def test_a_pipe_is_cut_to_its_gap_and_both_sockets():
    """By hand, EN ISO 1452-3 from memory: a socket of pipe 110 is 61 mm deep, so a gap of 840 asks for 962 mm."""
    assert cut_length_mm(gap_mm=840, socket_mm=socket_depth_mm(outside_mm=110)) == 962


@pytest.mark.parametrize(
    ("outside_mm", "joints_a_quart"), [(21.3, 300), (48.3, 90), (88.9, 40), (114.3, 30), (219.1, 5)]
)
def test_cement_goes_as_far_as_its_makers_print(outside_mm, joints_a_quart):
    """From memory: joints to a US quart of 0.946 L, as makers of solvent cement print them."""
    assert cement_l(joints=joints_a_quart, outside_mm=outside_mm) == pytest.approx(0.946, rel=0.07)


def test_a_line_is_known_by_what_it_is_and_not_by_what_it_must_be_like():
    assert key_of(Need("vessel", "", detail="200 L")) == key_of(Need("vessel", "", detail="80 L")) == "vessel"
    assert key_of(Need("tank-slim", "", of="tall")) != key_of(Need("tank-slim", "", of="low"))


def test_every_kind_has_its_shop_and_its_work():
    for kind in KINDS.values():
        assert kind.group in GROUPS
        assert kind.work in WORKS
