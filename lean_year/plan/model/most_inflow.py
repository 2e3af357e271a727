"""The most that gutters and pipes can bring to the tanks, which an overflow must pass.

What is designed with a margin brings more than it is designed for: here every gutter runs full and every screen
is clean, so that a dirtier screen or a careful capacity never makes the overflow smaller.
"""

from lean_year.core.hydraulics.pipes import link_flow_l_s
from lean_year.core.water_path import gutters
from lean_year.core.water_path.levels import ENTRY_HEADS
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.model.flow import (
    Flows,
    flows_at,
    narrow_takes_l_s,
    overflow_intensity_mm_h,
    runs_in_use,
    screen_takes_l_s,
)
from lean_year.plan.model.gutter_runs import gutter_runs, gutter_section
from lean_year.plan.model.levels import RunLevels, by_heights_alone
from lean_year.plan.model.overflow_outlets import invert_and_room_m, stands_m
from lean_year.plan.model.screens_met import in_the_run
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe, Roof
from lean_year.property.water_path import Gutter


def overflow_inflow_l_s(document: Property) -> float:
    """Inflow of the overflow's downpour: off the roofs, no more than can come. [L/s]"""
    off_roofs = flows_at(document, overflow_intensity_mm_h(document)).total
    most = most_inflow_l_s(document)
    return min(off_roofs, most) if most > 0 else off_roofs


def highest_over_overflow_m(document: Property) -> float:
    """How high water stands over the overflow in its downpour: no higher than the tank's rim. [m]"""
    room_m = invert_and_room_m(document)[1]
    return min(room_m, stands_m(document, overflow_inflow_l_s(document), room_m))


@cached_by_parts(
    16,
    "units", "roofs", "downpipes", "levels", "downpour", "rain", "climate", "cistern",
    narrowed=by_heights_alone,
)  # fmt: skip
def most_inflow_l_s(document: Property) -> float:
    """What of the overflow's downpour can come to the tanks at most. [L/s]"""
    flows = flows_at(document, overflow_intensity_mm_h(document))
    return _passed_on_l_s(document, flows, runs_in_use(document, flows))


def _passed_on_l_s(document: Property, flows: Flows, runs: list[RunLevels]) -> float:
    after_gutter = {roof.id: _over_outlets_l_s(roof, flows.by_roof[roof.id]) for roof in document.roofs if roof.on}
    pipes = {pipe.id: pipe for pipe in document.downpipes}
    total = 0.0
    joined = {run.group: 0.0 for run in runs}
    for run in sorted(runs, key=lambda each: -len(each.through)):
        pipe = pipes[run.group]
        own = sum(
            after_gutter[roof.id] * drain.share
            for roof in document.roofs
            if roof.on
            for drain in roof.drains
            if drain.group == run.group
        )
        on_it = [screen for screen in pipe.screens if not in_the_run(screen)]
        at_its_end = [screen for screen in pipe.screens if in_the_run(screen) and screen.kind != "grit_trap"]
        own = min([own, *(screen_takes_l_s(screen, 0.0, pipe.pipes) for screen in on_it)])
        through = min(
            own + joined[run.group],
            _run_most_l_s(pipe, run),
            *(screen_takes_l_s(screen, 0.0) for screen in at_its_end),
        )
        if pipe.run.into is None:
            total += through
        else:
            joined[pipe.run.into] = joined.get(pipe.run.into, 0.0) + through
    return total


def _over_outlets_l_s(roof: Roof, flow_l_s: float) -> float:
    """What leaves the gutters of a surface that run full, their strainers clean. [L/s]"""
    if not roof.gutters:
        return flow_l_s
    return sum(min(run.share * flow_l_s, _full_l_s(run.gutter)) for run in gutter_runs(roof))


def _full_l_s(gutter: Gutter) -> float:
    section_mm2, depth_mm, girth_mm = gutter_section(gutter, gutter.width_mm)
    outlet = gutters.opening_capacity_l_s(diameter_mm=gutter.outlet_mm, head_mm=depth_mm, strainer=False)
    level = gutters.gutter_capacity_l_s(section_mm2=section_mm2, fall_mm_m=gutter.fall_mm_m) / gutters.DESIGN_SHARE
    n = gutters.LINING_N[gutter.lining] if gutter.shape == "open_channel" else gutters.SMOOTH_GUTTER_N
    sloped = gutters.sloped_gutter_l_s(
        section_mm2=section_mm2, wetted_mm=girth_mm, slope=gutter.fall_mm_m / 1000, manning_n=n
    )
    # Each outlet is fed from two sides at the most.
    return len(gutter.outlets_m) * min(outlet, 2 * max(level, sloped))


def _run_most_l_s(pipe: Downpipe, run: RunLevels) -> float:
    """What a run passes full under all the height that it falls. [L/s]

    One whose heights nobody has measured is taken to bring all.
    """
    if run.drop_m is None:
        return float("inf")
    head_m = min(100.0, max(0.0, run.drop_m))
    full = link_flow_l_s(
        head_m=head_m,
        bore_mm=pipe.run.bore_mm,
        length_m=run.length_m,
        roughness_mm=pipe.run.roughness_mm,
        fittings=max(0.0, run.fittings - ENTRY_HEADS),
    )
    narrow = pipe.run.reducer_mm
    return full if narrow is None else min(full, narrow_takes_l_s(narrow, head_m))
