"""Chains of stores of a document: which downpipes fill which, and sizes both ways."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.plan.model.layout import layout_of
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from tests.farm import farm


def tank(key, **changes):
    shape = {"kind": "volume", "volume_l": 10_000.0, "height_m": 2.0}
    return {"id": key, "name": key.title(), "shape": shape, "outlet_m": 0.1} | changes


def with_tanks(*tanks, layout="linked", **cistern) -> Property:
    operations = [
        {"op": "replace", "path": "/cistern/tanks", "value": list(tanks)},
        {"op": "replace", "path": "/cistern/layout", "value": layout},
        *({"op": "replace", "path": f"/cistern/{name}", "value": value} for name, value in cistern.items()),
    ]
    return apply_edit(farm(), operations)


def test_linked_tanks_are_one_store():
    layout = layout_of(with_tanks(tank("a"), tank("b"), fire_reserve_l=0.0))
    assert len(layout.steps) == 1
    assert layout.gross_l == pytest.approx(20_000)
    assert layout.live_l == pytest.approx(19_000)
    assert layout.dead_l == pytest.approx(1_000)


@pytest.mark.parametrize(
    ("layout", "stores", "spills", "pumps"),
    [
        ("settling_first", 2, [True, False], [0, 0]),
        ("series", 3, [True, True, False], [0, 0, 0]),
        ("transfer", 3, [False, False, False], [700, 700, 0]),
    ],
)
def test_each_layout_hands_its_water_on_in_its_own_way(layout, stores, spills, pumps):
    document = with_tanks(tank("a"), tank("b"), tank("c"), layout=layout, transfer_l_day=700.0)
    stages = layout_of(document).stages()
    assert len(stages) == stores
    assert [stage.spills_on for stage in stages] == spills
    assert [stage.pumped_l_day for stage in stages] == pumps
    assert sum(stage.inflow_share for stage in stages) == pytest.approx(1)


def test_a_group_of_downpipes_fills_the_tank_it_is_led_to():
    document = with_tanks(tank("settling"), tank("clean"), layout="settling_first")
    assert [stage.inflow_share for stage in layout_of(document).stages()] == pytest.approx([1, 0])
    led = apply_edit(
        document,
        [
            {"op": "add", "path": "/downpipes/-", "value": {"id": "b", "name": "B", "tank": "clean"}},
            {"op": "replace", "path": "/roofs/2/drains", "value": [{"group": "b", "share": 1.0}]},
        ],
    )
    shares = [stage.inflow_share for stage in layout_of(led).stages()]
    # By plan area and runoff: the barn's 148 m2 of 333.
    whole = 13.2 * 9.4 * 0.9 + 5.6 * 11 * 0.97815 * 0.92 + 148 * 0.92
    assert shares[1] == pytest.approx(148 * 0.92 / whole, rel=1e-3)
    assert sum(shares) == pytest.approx(1)


def test_the_fire_reserve_is_kept_in_the_store_that_feeds_the_house():
    layout = layout_of(with_tanks(tank("a"), tank("b"), layout="series", fire_reserve_l=2_000.0))
    first, last = layout.stages()
    assert (first.size_l, last.size_l) == pytest.approx((9_500, 7_500))
    assert layout.reserve_l == pytest.approx(2_000)


@given(st.floats(1_000, 1e6), st.sampled_from(["linked", "settling_first", "series", "transfer"]))
def test_a_total_and_the_live_volume_it_gives_go_both_ways(gross, kind):
    layout = layout_of(with_tanks(tank("a"), tank("b"), layout=kind, fire_reserve_l=0.0))
    live = float(layout.drawn_live_for(gross))
    assert layout.gross_for(live) == pytest.approx(gross, rel=1e-9)
    # What is pumped into the last store comes to the house too.
    drawn = layout.stages(gross) if kind == "transfer" else layout.stages(gross)[-1:]
    assert sum(stage.size_l for stage in drawn) == pytest.approx(live)


def test_a_later_phase_stands_only_when_it_is_planned():
    document = with_tanks(tank("a"), tank("b", phase=1))
    assert layout_of(document).gross_l == pytest.approx(10_000)
    assert layout_of(document, phase=1).gross_l == pytest.approx(20_000)
