"""The downpour test: a storm played on a property, where it spills first, how much, onto what, and what fixes it."""

import numpy as np
from numpy.typing import NDArray

from lean_year.core.errors import InputError
from lean_year.core.rain.downpour import effective_area_m2, storm_mm
from lean_year.core.water_path.screens import CLOGGED
from lean_year.core.water_path.storm import StormGroup, StormResult, play_storm
from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import (
    flows_at,
    overflow_intensity_mm_h,
    places_to_the_tank,
    screen_takes_l_s,
)
from lean_year.plan.model.flush_chambers import chambers
from lean_year.plan.model.gutter_places import spills_over
from lean_year.plan.model.levels import RunLevels, run_levels, tank_of
from lean_year.plan.model.overflow_outlets import overflow_count, overflow_takes_l_s
from lean_year.plan.model.roof_surface import by_hillside, plan_area_m2
from lean_year.plan.model.screens_met import in_the_run
from lean_year.plan.model.tank_network import Chain
from lean_year.plan.stations.gutters.storm_findings import storm_findings
from lean_year.plan.stations.gutters.storm_plan import (
    AS_OPEN,
    SPILLS_L,
    PlaceKind,
    Storm,
    StormLinkPlan,
    StormPlace,
    StormPlan,
    StormVesselPlan,
)
from lean_year.property.document import Property
from lean_year.property.front import alone


def _rain(document: Property, storm: Storm) -> NDArray[np.float64]:
    if storm.shape == "typed":
        depths = np.array(storm.typed_mm, dtype=np.float64)
        if not depths.size:
            raise InputError("typed_mm", "needs at least one depth")
        if not (depths.min() >= 0 and depths.max() <= 500):
            raise InputError("typed_mm", "every depth must be from 0 to 500 mm")
        if depths.size * storm.step_min > 1_440:
            raise InputError("typed_mm", "must not be longer than a day")
        return np.repeat(depths / storm.step_min, storm.step_min)
    rate = overflow_intensity_mm_h(document) if storm.intensity_mm_h is None else storm.intensity_mm_h
    return storm_mm(intensity_mm_h=rate, burst_min=storm.burst_min, storm_min=storm.storm_min, shape=storm.shape)


def play_downpour(document: Property, storm: Storm, say: Wording) -> StormPlan:
    """Play a storm.

    Raises
    ------
    InputError
        If a switch names what is not there, or a typed storm is out of its range.
    """
    document = alone(document)
    rain = _rain(document, storm)
    chain = Chain(
        document,
        shut_links=storm.shut_links,
        start_share=storm.start_share,
        pumps=not storm.pump_off,
    )
    for number in storm.shut_links:
        if not 0 <= number < len(chain.links):
            raise InputError("shut_links", f"must be from 0 to {len(chain.links) - 1}, got {number}")
    flows = flows_at(document, max(1.0, float(rain.max()) * 60) if rain.max() * 60 < 2_000 else 2_000.0)
    levels = {pipe.id: run_levels(document, pipe, flows.in_run) for pipe in document.downpipes}
    places = places_to_the_tank(document, flows, levels, say)
    keys = {place.key for place in places}
    for key in storm.clogged_screens:
        if key not in keys:
            raise InputError("clogged_screens", f"must name a screen of this property, got {key[:40]}")
    roofs = [roof for roof in document.roofs if roof.on]
    of = {place.key: place for place in places}
    ids = [pipe.id for pipe in document.downpipes]
    shares = np.zeros((len(roofs), len(ids)))
    for row, roof in enumerate(roofs):
        for drain in roof.drains:
            shares[row, ids.index(drain.group)] = drain.share
    areas = np.array(
        [
            effective_area_m2(
                plan_area_m2=plan_area_m2(roof), pitch_deg=roof.pitch_deg, driven=document.downpour.driven_rain
            )
            for roof in roofs
        ]
    )
    gutters = np.array(
        [
            min(of[f"gutter:{roof.id}"].capacity_l_s, of[f"outlet:{roof.id}"].capacity_l_s)
            if roof.gutters
            else AS_OPEN
            for roof in roofs
        ]
    )
    heads = np.linspace(0, 2.0, 81)
    one = 1 / max(1, overflow_count(document))
    rating = np.array([one * overflow_takes_l_s(document, float(head)) for head in heads])
    result = play_storm(
        rain,
        area_m2=areas,
        gutter_l_s=gutters,
        shares=shares,
        groups=_groups(document, storm, places, chain, levels),
        vessels=chain.vessels,
        links=chain.links,
        overflow_head_m=heads,
        overflow_l_s=rating,
    )
    return _result(document, storm, rain, result, chain, places, say)


def _groups(
    document: Property, storm: Storm, places: list[Place], chain: Chain, levels: dict[str, RunLevels]
) -> list[StormGroup]:
    ids = [pipe.id for pipe in document.downpipes]
    found = chambers(document) if storm.flush_empty else []
    area = {pipe.id: 0.0 for pipe in document.downpipes}
    for roof in document.roofs:
        if roof.on:
            for drain in roof.drains:
                area[drain.group] += plan_area_m2(roof) * drain.share
    total = sum(area.values())
    groups = []
    for pipe in document.downpipes:
        takes, run, inlet = [AS_OPEN], [AS_OPEN], [AS_OPEN]
        for place in places:
            if place.group != pipe.id:
                continue
            capacity = place.capacity_l_s
            if place.key in storm.clogged_screens:
                stage = int(place.key.rsplit(":", 1)[1])
                count = 1 if in_the_run(pipe.screens[stage]) else pipe.pipes
                capacity = screen_takes_l_s(pipe.screens[stage], CLOGGED, count)
            if place.kind == "screen" and in_the_run(pipe.screens[int(place.key.rsplit(":", 1)[1])]):
                inlet.append(capacity)
            elif place.kind in ("downpipe", "screen"):
                takes.append(capacity)
            elif place.kind in ("run", "reducer") and levels[pipe.id].heights_known:
                run.append(capacity)
        chamber = sum(
            each.volume_l * (area[pipe.id] / total if len(each.groups) > 1 and total else 1.0)
            for each in found
            if pipe.id in each.groups
        )
        groups.append(
            StormGroup(
                takes_l_s=min(takes),
                chamber_l=chamber,
                run_l_s=min(run),
                inlet_l_s=min(inlet),
                into=-1 if pipe.run.into is None else ids.index(pipe.run.into),
                vessel=chain.index_of(tank_of(document, pipe.id)),
            )
        )
    return groups


def _result(
    document: Property,
    storm: Storm,
    rain: NDArray[np.float64],
    result: StormResult,
    chain: Chain,
    places: list[Place],
    say: Wording,
) -> StormPlan:
    of = {place.key: place for place in places}
    rows = _places(document, result, chain, of)
    first = min((row for row in rows if row.first_min is not None), key=lambda row: row.first_min or 0, default=None)
    spilled_l = sum(row.spilled_l for row in rows)
    rain_l, overflowed_l = (float(flow.sum()) * 60 for flow in (result.roof_l_s, result.overflow_l_s))
    most_l_s = float(result.overflow_l_s.max(initial=0.0))
    if first is None:
        text = f"Nothing spills. {say.volume(overflowed_l)} leave by the overflow, {say.flow(most_l_s)} at most."
    else:
        # A tank goes by the name that a person gave it; the other places are said by what they are.
        where = first.name if first.kind == "vessel" else f"the {first.name[0].lower()}{first.name[1:]}"
        text = (
            f"It spills first at {where}, in minute {(first.first_min or 0) + 1}: {say.volume(first.spilled_l)} "
            f"{first.onto}. {say.volume(spilled_l)} are spilled in all."
        )
    return StormPlan(
        links=[
            StormLinkPlan(near=near, far=far, shut=link.coefficient == 0)
            for link, (near, far) in zip(chain.links, chain.link_names, strict=True)
        ],
        rain_mm=np.round(rain, 4).tolist(),
        rain_l=rain_l,
        flushed_l=result.flushed_l,
        stored_l=rain_l - spilled_l - overflowed_l - result.flushed_l,
        overflowed_l=overflowed_l,
        overflow_peak_l_s=most_l_s,
        spilled_l=spilled_l,
        places=rows,
        vessels=_vessels(result, chain),
        first=first.key if first else None,
        text=text,
        findings=storm_findings(document, storm, rows, chain, of, say),
    )


def _places(document: Property, result: StormResult, chain: Chain, of: dict[str, Place]) -> list[StormPlace]:
    """Every place from the gutters to the overflow, in the order of the water."""
    rows = []
    for row, roof in enumerate(roof for roof in document.roofs if roof.on):
        if not roof.gutters:
            continue
        takes = min(of[f"gutter:{roof.id}"].capacity_l_s, of[f"outlet:{roof.id}"].capacity_l_s)
        spill = result.gutter_spill_l_s[row]
        rows.append(
            _place("gutter", roof.id, of[f"gutter:{roof.id}"].name, result.roof_l_s[row] - spill, spill,
                   spills_over(roof), takes)
        )  # fmt: skip
    for row, pipe in enumerate(document.downpipes):
        run, run_spill, inlet = result.run_l_s[row], result.run_spill_l_s[row], result.inlet_spill_l_s[row]
        if not run.any() and not run_spill.any():
            continue
        hillside = by_hillside(document, pipe.id)
        what, where = (
            ("Trap", "at the trap") if hillside else ("Downpipes and screens", "at the foot of the downpipes")
        )
        rows += [
            _place("group", pipe.id, f"{what} of {pipe.name}", run + run_spill, result.group_spill_l_s[row], where),
            _place("run", pipe.id, f"Run of {pipe.name}", run, run_spill, of[f"run:{pipe.id}"].spills),
        ]  # fmt: skip
        if any(in_the_run(screen) for screen in pipe.screens):
            rows.append(
                _place("inlet", pipe.id, f"Screens at the tank, {pipe.name}", run - inlet, inlet,
                       "over the screen, at the tank's foot")
            )  # fmt: skip
    nothing = np.zeros_like(result.overflow_l_s)
    for row, name in enumerate(chain.names):
        onto = "over its lid, at its foot" if chain.vessels[row].overflows > 0 else "at its own rim, at its foot"
        rows.append(_place("vessel", str(row), name, nothing, result.vessel_spill_l_s[row], onto))
    rows.append(_place("overflow", "", "Overflow", result.overflow_l_s, nothing, "where it belongs"))
    return rows


def _place(
    kind: PlaceKind,
    of: str,
    name: str,
    flow: NDArray[np.float64],
    spill: NDArray[np.float64],
    onto: str,
    takes_l_s: float | None = None,
) -> StormPlace:
    spilled_l = float(spill.sum()) * 60
    spills = spilled_l > SPILLS_L
    return StormPlace(
        key=f"{kind}:{of}" if of else kind,
        kind=kind,
        name=name,
        takes_l_s=takes_l_s if takes_l_s is None or takes_l_s < AS_OPEN else None,
        peak_l_s=float((flow + spill).max(initial=0.0)),
        spilled_l=spilled_l if spills else 0.0,
        first_min=int(np.argmax(spill > 1e-9)) if spills else None,
        onto=onto,
        flow_l_s=np.round(flow, 3).tolist(),
        spill_l_s=np.round(spill, 3).tolist(),
    )


def _vessels(result: StormResult, chain: Chain) -> list[StormVesselPlan]:
    return [
        StormVesselPlan(
            name=name,
            overflow_invert_m=vessel.overflow_invert_m,
            lid_m=float(vessel.level_m[-1]),
            floor_m=float(vessel.level_m[0]),
            level_m=np.round(result.level_m[row], 4).tolist(),
        )
        for row, (name, vessel) in enumerate(zip(chain.names, chain.vessels, strict=True))
    ]
