"""A hillside of rock that drains by an open channel and a trap for grit, and screens that joined runs share."""

import pytest

from lean_year.core.water_path.grit import kept_grain_mm
from lean_year.core.water_path.gutters import open_channel_l_s
from tests.plan.on_demos import codes, finding, planned, replace

CHANNEL = {"shape": "open_channel", "width_mm": 300, "depth_mm": 200, "fall_mm_m": 20, "lining": "stone"}
TRAP = {"kind": "grit_trap", "media_m2": 0.5}
HILL = [
    replace("/roofs/1/material", "hillside_rock"),
    replace("/roofs/1/gutters", [CHANNEL]),
    replace("/roofs/2/drains", [{"group": "a", "share": 1.0}]),
    replace("/downpipes/1/screens", [TRAP, {"kind": "inlet_mesh"}]),
]


def test_its_channel_carries_what_manning_says_and_no_downpipe_stands_between():
    plan = planned("saltmarrow", *HILL)
    places = {place.key: place for place in plan.gutters.places}
    channel = places["gutter:studio"]
    assert channel.name.startswith("Channel of")
    assert channel.capacity_l_s == pytest.approx(
        open_channel_l_s(width_mm=300, depth_mm=200, slope=0.02, lining="stone")
    )
    assert "down the slope" in channel.spills
    assert "downpipe:b" not in places
    assert "downpipe:a" in places
    assert "screen:b:0" not in places  # a trap spills nothing
    bought = [line.name for line in plan.price.lines]
    for part in ("Lining of an open channel", "Grit trap"):
        assert any(name.startswith(part) for name in bought)
    assert "Bore of the downpipes" not in " ".join(
        item.asks for item in plan.survey.items if plan.gutters.runs[1].name in item.asks
    )


def test_a_channel_that_lies_level_is_found_and_laid_to_a_fall():
    flat = [*HILL, replace("/roofs/1/gutters/0/fall_mm_m", 0)]
    found = finding(planned("saltmarrow", *flat), "GUTTERS_CHANNEL_FLAT")
    assert "GUTTERS_CHANNEL_FLAT" not in codes(planned("saltmarrow", *flat, *found.fixes[0].operations))


def test_its_trap_keeps_grains_by_its_plan_and_is_built_larger_where_it_keeps_too_few():
    small = [*HILL, replace("/downpipes/1/screens/0/media_m2", 0.05)]
    plan = planned("saltmarrow", *small)
    trap = next(each for each in plan.gutters.screens if each.kind == "grit_trap")
    assert trap.keeps_mm == pytest.approx(kept_grain_mm(flow_l_s=trap.flow_l_s, plan_m2=0.05))
    fix = finding(plan, "GUTTERS_GRIT_TRAP_SMALL").fixes[0]
    assert "GUTTERS_GRIT_TRAP_SMALL" not in codes(planned("saltmarrow", *small, *fix.operations))


def test_without_a_trap_it_asks_for_one_and_its_fix_builds_it():
    bare = [*HILL, replace("/downpipes/1/screens", [{"kind": "inlet_mesh"}])]
    found = finding(planned("saltmarrow", *bare), "GUTTERS_NO_GRIT_TRAP")
    fixed = codes(planned("saltmarrow", *bare, *found.fixes[0].operations))
    assert "GUTTERS_NO_GRIT_TRAP" not in fixed


def test_a_trap_is_no_mesh():
    only = [*HILL, replace("/downpipes/1/screens", [TRAP])]
    found = finding(planned("saltmarrow", *only), "GUTTERS_NO_SCREEN")
    assert found.fixes[0].text == "Fit an inlet mesh."
    assert "GUTTERS_NO_SCREEN" not in codes(planned("saltmarrow", *only, *found.fixes[0].operations))


def test_what_stands_in_a_run_strains_all_that_joins_it_and_loses_of_all():
    """A filter chamber that loses a tenth: joined to its run, the second group loses it as well."""
    chamber = replace("/downpipes/0/screens", [{"kind": "wrapped_pipe", "loss_share": 0.1}])
    second = replace("/downpipes/1/screens", [])
    apart, joined = (
        planned("saltmarrow", chamber, second, *more) for more in ([], [replace("/downpipes/1/run/into", "a")])
    )
    assert "GUTTERS_NO_SCREEN" in codes(apart)
    assert "GUTTERS_NO_SCREEN" not in codes(joined)
    lost = [plan.first_flush.figures["screened_l_year"].value for plan in (apart, joined)]
    brought = apart.roofs.figures["harvest_l_year"].value
    off_first = apart.roofs.surfaces[0].figures["harvest_l_year"].value
    assert lost[0] == pytest.approx(0.1 * off_first, rel=0.03)
    assert lost[1] == pytest.approx(0.1 * brought, rel=0.03)
    runs = {run.group: run.shared_screens for run in joined.gutters.runs}
    assert runs == {"a": [], "b": ["wrapped pipes in a chamber"]}


def test_its_section_is_a_slope_and_no_house():
    plan = planned("saltmarrow", *HILL)
    house, hill = plan.gutters.drawn
    assert {"wall", "roof"} <= {line.kind for line in house.lines}
    assert not {"wall", "roof"} & {line.kind for line in hill.lines}
    ground = next(line for line in hill.lines if line.kind == "ground")
    assert ground.points[0][1] > ground.points[1][1] == plan.gutters.runs[1].outlet_m
