"""What is wrong with the screens, the filters and the traps between roof and tank."""

import math

from lean_year.core.water_path import grit
from lean_year.core.water_path import screens as screen_rules
from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import design_intensity_mm_h
from lean_year.plan.model.levels import RunLevels
from lean_year.plan.model.roof_surface import HILLSIDE, by_hillside
from lean_year.plan.model.screens_met import screens_met, strainers_met, way_to_the_tank
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe
from lean_year.property.water_path import MOST_MEDIA_M2


def find_screens(
    document: Property, places: list[Place], runs: list[RunLevels], found: Findings, say: Wording
) -> None:
    """Screens that are missing, out of reach, too coarse or too small, and traps that let grit through."""
    by_key, flows = {place.key: place for place in places}, {run.group: run.flow_l_s for run in runs}
    used = document.groups_in_use()
    for number, pipe in enumerate(document.downpipes):
        if pipe.id not in used or pipe.id not in flows:  # no area drains to it
            continue
        _grit(document, number, pipe, flows[pipe.id], found, say)
        strainers, hillside = strainers_met(document, pipe), by_hillside(document, pipe.id)
        if not strainers:
            found.add(
                "GUTTERS_NO_SCREEN",
                "caution",
                f"Nothing keeps leaves out of {pipe.name}.",
                "Fit a mesh at the inlet."
                if hillside
                else "Fit a leaf screen at the downpipe and a mesh at the inlet.",
                Fix(
                    text="Fit an inlet mesh." if hillside else "Fit a leaf screen and an inlet mesh.",
                    operations=[
                        {"op": "add", "path": f"/downpipes/{number}/screens/-", "value": {"kind": kind}}
                        for kind in (["leaf_screen"] * (not hillside) + ["inlet_mesh"])
                    ],
                ),
            )
            continue
        finest = min(screen.value("aperture_mm") for screen in strainers)
        if finest > screen_rules.MOSQUITO_MM:
            last = document.downpipes.index(way_to_the_tank(document, pipe)[-1])
            found.add(
                "GUTTERS_MOSQUITOES",
                "caution",
                f"{pipe.name}: the finest mesh has openings of {say.bore(finest)}; mosquitoes pass.",
                f"A mesh of {say.bore(screen_rules.MOSQUITO_MM)} or finer at the inlet.",
                Fix(
                    text="Fit an inlet mesh.",
                    operations=[
                        {"op": "add", "path": f"/downpipes/{last}/screens/-", "value": {"kind": "inlet_mesh"}}
                    ],
                ),
            )
        for stage, screen in enumerate(pipe.screens):
            kind = screen_rules.SCREEN_TYPES[screen.kind]
            if screen.reached_from == "roof":
                found.add(
                    "GUTTERS_SCREEN_OUT_OF_REACH",
                    "caution",
                    f"{kind.label} of {pipe.name} is cleaned from the roof, every {int(screen.value('clean_weeks'))} "
                    "weeks. Nobody will.",
                    "Put it where it is reached from the ground or a step ladder.",
                )
            place = by_key.get(f"screen:{pipe.id}:{stage}")
            if place is None:  # a trap for grit
                continue
            area = place.flow_l_s * 3600 / max(design_intensity_mm_h(document), 1e-9)
            if kind.most_roof_m2 is not None and area > kind.most_roof_m2 * (pipe.pipes if pipe.pipes > 1 else 1):
                found.add(
                    "GUTTERS_SCREEN_ROOF_LARGE",
                    "note",
                    f"{kind.label} of {pipe.name}: {say.area(area)} of roof, usual to {say.area(kind.most_roof_m2)}.",
                    "Fit a second one, or a larger kind.",
                )
            if screen.kind in ("up_flow", "wrapped_pipe"):
                _media(pipe.name, kind.label, place.flow_l_s, screen.media_m2, screen.bypass, found, say)


def _media(
    name: str, label: str, flow_l_s: float, media_m2: float, bypass: bool, found: Findings, say: Wording
) -> None:
    rate = screen_rules.loading_m_h(flow_l_s=min(flow_l_s, 1e5), media_m2=media_m2)
    low, high = screen_rules.ROUGHING_M_H
    if rate > high:
        found.add(
            "GUTTERS_MEDIA_STRAINS",
            "caution" if rate > screen_rules.STRAINING_M_H or not bypass else "note",
            f"{label} of {name} runs at {say.loading(rate)} in the downpour: at this rate the media strains and does "
            f"not treat (roughing filters run at {say.loading(low)} to {say.loading(high)}).",
            "A bypass above its capacity, a rinse drain, and new media before each wet season."
            if not bypass
            else "Rinse it, and renew the media before each wet season.",
        )


def _grit(document: Property, number: int, pipe: Downpipe, flow_l_s: float, found: Findings, say: Wording) -> None:
    off_ground = [
        roof.name
        for roof in document.roofs
        if roof.on and roof.material == HILLSIDE and any(drain.group == pipe.id for drain in roof.drains)
    ]
    if off_ground and not any(screen.kind == "grit_trap" for screen in screens_met(document, pipe)):
        found.add(
            "GUTTERS_NO_GRIT_TRAP",
            "caution",
            f"{', '.join(off_ground)}: water off open ground brings sand and gravel, and nothing settles them before "
            "the pipe.",
            "A trap at the end of the channel, emptied after every season of rain.",
            Fix(
                text="Build a grit trap.",
                operations=[{"op": "add", "path": f"/downpipes/{number}/screens/0", "value": {"kind": "grit_trap"}}],
            ),
        )
    for stage, screen in enumerate(pipe.screens):
        if screen.kind != "grit_trap" or flow_l_s <= 0:
            continue
        wanted = screen.grain_mm
        kept = grit.kept_grain_mm(flow_l_s=min(flow_l_s, 1e5), plan_m2=screen.media_m2)
        if kept > wanted * 1.001:
            needed = flow_l_s / grit.trap_flow_l_s(grain_mm=wanted, plan_m2=1.0)
            larger = math.ceil(needed * 20) / 20
            found.add(
                "GUTTERS_GRIT_TRAP_SMALL",
                "caution",
                f"At {say.flow(flow_l_s)} the grit trap of {pipe.name} keeps grains of {_grains(kept, say)} and "
                f"larger; it is to keep {_grains(wanted, say)}.",
                f"A trap of {say.area(larger)} in plan.",
                *(
                    [
                        Fix(
                            text=f"Build it {say.area(larger)} in plan.",
                            operations=[replace(f"/downpipes/{number}/screens/{stage}/media_m2", larger)],
                        )
                    ]
                    if larger <= MOST_MEDIA_M2
                    else []
                ),
            )


def _grains(size_mm: float, say: Wording) -> str:
    """A size of grains to two figures."""
    return say.micron(float(f"{1000 * size_mm:.2g}"))
