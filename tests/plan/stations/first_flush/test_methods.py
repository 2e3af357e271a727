"""The methods of first flush side by side."""

import pytest

from lean_year.core.water_path import first_flush as core
from tests.plan.on_demos import edited, finding, planned, planned_dry, replace

ROOFS_M2 = 338.53


@pytest.fixture(scope="module")
def saltmarrow():
    return planned("saltmarrow")


def method(plan, label):
    return next(each for each in plan.first_flush.methods if each.label == label)


def test_gallons_for_each_100_square_feet_are_millimetres():
    """1 gal over 100 ft2: 3.785 L over 9.290 m2 are 0.41 mm, as the Texas manual's 0.4 to 0.8 mm."""
    low_mm, high_mm = core.GALLONS_MM
    assert (low_mm, high_mm) == pytest.approx((0.4075, 0.8149), abs=1e-4)


@pytest.mark.parametrize(
    ("label", "low_mm", "high_mm"),
    [
        ("Clean roofs", 0.2, 0.5),
        ("Ordinary roofs", 0.5, 1.0),
        ("Trees, dust, birds or traffic", 1.0, 2.0),
        ("One trade’s habit", 2.0, 2.0),
        ("A fixed volume for a house", 20 / ROOFS_M2, 25 / ROOFS_M2),
        ("A fixed volume for a shed", 5 / ROOFS_M2, 10 / ROOFS_M2),
        ("Three quarters of the dirt off", 2.0, 2.0),
    ],
)
def test_each_comes_to_a_depth_and_a_volume_on_these_roofs(saltmarrow, label, low_mm, high_mm):
    row = method(saltmarrow, label)
    assert (row.low_mm, row.high_mm) == (pytest.approx(low_mm, rel=1e-3), pytest.approx(high_mm, rel=1e-3))
    assert row.high_l == pytest.approx(high_mm * ROOFS_M2, rel=1e-3)
    assert row.share_left == pytest.approx(0.5 ** ((row.low_mm + row.high_mm) / 2))


def test_what_a_method_costs_is_what_the_plan_then_loses(saltmarrow):
    row = method(saltmarrow, "Trees, dust, birds or traffic")
    taken = planned("saltmarrow", *row.operations)
    assert taken.first_flush.figures["depth_mm"].value == pytest.approx(1.5)
    assert taken.first_flush.figures["lost_l_year"].value == pytest.approx(row.lost_l_year, rel=0.01)
    assert method(taken, row.label).chosen
    assert not method(saltmarrow, row.label).chosen


def test_the_ones_that_hold_what_is_entered_are_marked(saltmarrow):
    """Half a millimetre closes the clean roofs' span and opens the ordinary one."""
    chosen = {row.label for row in saltmarrow.first_flush.methods if row.chosen}
    assert chosen == {"Clean roofs", "Ordinary roofs", "4.1 L to 8.1 L for each 10 m²"}


def test_more_costs_more_and_without_a_record_nothing_is_claimed(saltmarrow):
    rows = sorted(saltmarrow.first_flush.methods, key=lambda row: row.low_mm + row.high_mm)
    lost = [row.lost_l_year for row in rows]
    assert lost == sorted(lost)
    assert all(row.lost_l_year is None for row in planned_dry("saltmarrow").first_flush.methods)


def test_where_there_is_no_first_flush_a_method_begins_one():
    plan = planned_dry("lantern-row")
    assert not any(row.chosen for row in plan.first_flush.methods)
    document = edited("lantern-row", *method(plan, "Ordinary roofs").operations)
    assert (document.first_flush.kind, document.first_flush.depth_mm) == ("ball", 0.75)


def test_a_fixed_volume_on_a_shelter_of_a_few_square_metres_is_cut_to_what_can_be_entered():
    tiny = [replace(f"/roofs/{row}/on", False) for row in (0, 2)]
    small = replace("/roofs/1/extent", {"kind": "area", "area_m2": 1})
    row = method(planned_dry("saltmarrow", *tiny, small), "A fixed volume for a house")
    assert row.low_mm == pytest.approx(20)
    assert edited("saltmarrow", *row.operations).first_flush.depth_mm == 20


def test_no_roof_no_method():
    off = [replace(f"/roofs/{row}/on", False) for row in range(3)]
    assert planned_dry("saltmarrow", *off).first_flush.methods == []


def test_legs_so_many_that_no_hole_empties_them_in_a_day_are_offered_none():
    """They empty one after the other through one hole: 86,000 of them would have a second each."""
    plan = planned_dry(
        "saltmarrow",
        replace("/first_flush/by", "depth"),
        replace("/first_flush/depth_mm", 20),
        replace("/first_flush/bore_mm", 20),
        replace("/first_flush/wall_m", 0.3),
    )
    assert finding(plan, "FLUSH_NEVER_DRAINS").fixes == []
