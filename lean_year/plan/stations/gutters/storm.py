"""The downpour test: a storm played on a property, where it spills first, how much, onto what, and what fixes it."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from lean_year.core.errors import InputError
from lean_year.core.rain.downpour import effective_area_m2, storm_mm
from lean_year.core.water_path.screens import CLOGGED
from lean_year.core.water_path.storm import StormGroup, StormResult, play_storm
from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import (
    at_the_tank,
    flows_at,
    overflow_intensity_mm_h,
    places_to_the_tank,
    screen_takes_l_s,
    spills_over,
)
from lean_year.plan.model.flush_chambers import chambers
from lean_year.plan.model.levels import run_levels, tank_of
from lean_year.plan.model.overflow_outlets import divert_back_down, overflow_count, overflow_takes_l_s
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.tank_network import Chain
from lean_year.property.document import Property
from lean_year.property.parts import Part

SPILLS_L = 0.5
"""Less than this in a whole storm is no spill. [L]"""
AS_OPEN = 1e9


class Storm(Part):
    """The storm and the switches."""

    intensity_mm_h: float | None = Field(default=None, gt=0, le=2_000)
    """Rate of the worst `burst_min`; the overflow's downpour where None."""
    burst_min: float = Field(default=5, ge=1, le=1_440)
    storm_min: int = Field(default=120, ge=1, le=1_440)
    shape: Literal["shaped", "steady", "typed"] = "shaped"
    typed_mm: list[float] = Field(default_factory=list, max_length=1_440)
    """A recorded burst: depths one after another, each over `step_min`."""
    step_min: int = Field(default=5, ge=1, le=120)
    shut_links: list[int] = Field(default_factory=list, max_length=200)
    """Links whose valve is shut, by their number in the chain of vessels, from 0."""
    clogged_screens: list[str] = Field(default_factory=list, max_length=200)
    """Keys of screens that are all but closed, such as `screen:a:0`."""
    start_share: float = Field(default=1, ge=0, le=1)
    """How full the tanks are when it begins, of the height from outlet to overflow."""
    flush_empty: bool = True
    pump_off: bool = False


class StormPlace(Part):
    """One place through the storm."""

    key: str
    kind: Literal["gutter", "group", "run", "inlet", "vessel", "overflow"]
    name: str
    takes_l_s: float | None
    peak_l_s: float
    """Most that comes to it. [L/s]"""
    spilled_l: float
    first_min: int | None
    """Minute in which it first spills."""
    onto: str
    flow_l_s: list[float]
    """What passes it in each minute. [L/s]"""
    spill_l_s: list[float]


class StormVesselPlan(Part):
    name: str
    overflow_invert_m: float
    lid_m: float
    floor_m: float
    level_m: list[float]


class StormLinkPlan(Part):
    """A link whose valve can be shut."""

    near: str
    far: str
    shut: bool


class StormPlan(Part):
    """What the storm did."""

    links: list[StormLinkPlan]
    """In the order of `Storm.shut_links`."""

    rain_mm: list[float]
    rain_l: float
    flushed_l: float
    stored_l: float
    overflowed_l: float
    overflow_peak_l_s: float
    spilled_l: float
    places: list[StormPlace]
    vessels: list[StormVesselPlan]
    first: str | None
    """Key of the place that spills first."""
    text: str
    findings: list[Finding]


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
        [min(of[f"gutter:{roof.id}"].capacity_l_s, of[f"outlet:{roof.id}"].capacity_l_s) for roof in roofs]
    )
    heads = np.linspace(0, 2.0, 81)
    one = 1 / max(1, overflow_count(document))
    rating = np.array([one * overflow_takes_l_s(document, float(head)) for head in heads])
    result = play_storm(
        rain,
        area_m2=areas,
        gutter_l_s=gutters,
        shares=shares,
        groups=_groups(document, storm, places, chain, {key: run.drop_m for key, run in levels.items()}),
        vessels=chain.vessels,
        links=chain.links,
        overflow_head_m=heads,
        overflow_l_s=rating,
    )
    return _result(document, storm, rain, result, chain, places, say)


def _groups(
    document: Property, storm: Storm, places: list[Place], chain: Chain, drop_m: dict[str, float | None]
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
                count = 1 if at_the_tank(pipe.screens[stage]) else pipe.pipes
                capacity = screen_takes_l_s(pipe.screens[stage], CLOGGED, count)
            if place.kind == "screen" and at_the_tank(pipe.screens[int(place.key.rsplit(":", 1)[1])]):
                inlet.append(capacity)
            elif place.kind in ("downpipe", "screen"):
                takes.append(capacity)
            elif place.kind in ("run", "reducer") and drop_m[pipe.id] is not None:
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
    rows: list[StormPlace] = []

    def add(
        key: str, kind: str, name: str, takes: float | None, flow: NDArray[np.float64], spill: NDArray[np.float64],
        onto: str,
    ) -> None:  # fmt: skip
        spilled = float(spill.sum()) * 60
        first = int(np.argmax(spill > 1e-9)) if spilled > SPILLS_L else None
        rows.append(
            StormPlace.model_validate(
                {
                    "key": key, "kind": kind, "name": name, "takes_l_s": takes if takes is None or takes < AS_OPEN
                    else None,
                    "peak_l_s": float((flow + spill).max(initial=0.0)),
                    "spilled_l": spilled if spilled > SPILLS_L else 0.0, "first_min": first, "onto": onto,
                    "flow_l_s": np.round(flow, 3).tolist(), "spill_l_s": np.round(spill, 3).tolist(),
                }
            )
        )  # fmt: skip

    roofs = [roof for roof in document.roofs if roof.on]
    of = {place.key: place for place in places}
    for row, roof in enumerate(roofs):
        takes = min(of[f"gutter:{roof.id}"].capacity_l_s, of[f"outlet:{roof.id}"].capacity_l_s)
        spill = result.gutter_spill_l_s[row]
        add(f"gutter:{roof.id}", "gutter", f"Gutter of {roof.name}", takes, result.roof_l_s[row] - spill, spill,
            spills_over(roof))  # fmt: skip
    for row, pipe in enumerate(document.downpipes):
        if not result.run_l_s[row].any() and not result.run_spill_l_s[row].any():
            continue
        spill = result.group_spill_l_s[row]
        add(f"group:{pipe.id}", "group", f"Downpipes and screens of {pipe.name}", None,
            result.run_l_s[row] + result.run_spill_l_s[row], spill, "at the foot of the downpipes")  # fmt: skip
        add(f"run:{pipe.id}", "run", f"Run of {pipe.name}", None, result.run_l_s[row], result.run_spill_l_s[row],
            "over the leaf screen, where the run begins")  # fmt: skip
        inlet = result.inlet_spill_l_s[row]
        if any(at_the_tank(screen) for screen in pipe.screens):
            add(f"inlet:{pipe.id}", "inlet", f"Screens at the tank, {pipe.name}", None,
                result.run_l_s[row] - inlet, inlet, "over the screen, at the tank's foot")  # fmt: skip
    for row, name in enumerate(chain.names):
        over = chain.vessels[row].overflows > 0
        add(f"vessel:{row}", "vessel", name, None, np.zeros_like(rain), result.vessel_spill_l_s[row],
            "over its lid, at its foot" if over else "at its own rim, at its foot")  # fmt: skip
    add("overflow", "overflow", "Overflow", None, result.overflow_l_s, np.zeros_like(rain), "where it belongs")
    spilling = [place for place in rows if place.first_min is not None]
    first = min(spilling, key=lambda place: place.first_min or 0, default=None)
    spilled = sum(place.spilled_l for place in rows)
    rain_l = float(result.roof_l_s.sum()) * 60
    overflowed = float(result.overflow_l_s.sum()) * 60
    found = _findings(document, storm, rows, chain, of, say)
    if first is None:
        most = float(result.overflow_l_s.max(initial=0.0))
        text = f"Nothing spills. {say.volume(overflowed)} leave by the overflow, {say.flow(most)} at most."
    else:
        text = (
            f"It spills first at {first.name}, in minute {(first.first_min or 0) + 1}: {say.volume(first.spilled_l)} "
            f"{first.onto}. {say.volume(spilled)} are spilled in all."
        )
    return StormPlan(
        links=[
            StormLinkPlan(near=near, far=far, shut=link.coefficient == 0)
            for link, (near, far) in zip(chain.links, chain.link_names, strict=True)
        ],
        rain_mm=np.round(rain, 4).tolist(),
        rain_l=rain_l,
        flushed_l=result.flushed_l,
        stored_l=rain_l - spilled - overflowed - result.flushed_l,
        overflowed_l=overflowed,
        overflow_peak_l_s=float(result.overflow_l_s.max(initial=0.0)),
        spilled_l=spilled,
        places=rows,
        vessels=[
            StormVesselPlan(
                name=name,
                overflow_invert_m=vessel.overflow_invert_m,
                lid_m=float(vessel.level_m[-1]),
                floor_m=float(vessel.level_m[0]),
                level_m=np.round(result.level_m[row], 4).tolist(),
            )
            for row, (name, vessel) in enumerate(zip(chain.names, chain.vessels, strict=True))
        ],
        first=first.key if first else None,
        text=text,
        findings=found,
    )


def _findings(
    document: Property, storm: Storm, rows: list[StormPlace], chain: Chain, of: dict[str, Place], say: Wording
) -> list[Finding]:
    found = Findings("overflow")
    for place in sorted(rows, key=lambda row: -row.spilled_l):
        if place.spilled_l <= SPILLS_L:
            continue
        when = f"from minute {(place.first_min or 0) + 1}"
        text = f"{place.name} spills {say.volume(place.spilled_l)} {place.onto}, {when}"
        if place.kind == "vessel":
            at = int(place.key.split(":")[1])
            cut_off = _cut_off(chain, storm, at)
            if cut_off is not None:
                near, far = cut_off
                found.add(
                    "STORM_LINK_SHUT",
                    "fails",
                    f"{text}: the valve between {near} and {far} is shut, and the overflow is on the other side.",
                    "Open the valve; a tag on it says open. An overflow on each side makes it forgiving.",
                )
            elif document.overflow.kind == "none":
                found.add(
                    "STORM_NO_OVERFLOW",
                    "fails",
                    f"{text}: there is no overflow.",
                    "",
                    Fix(text="Fit a diverter back down the pipe.", operations=divert_back_down(document)),
                )
            else:
                found.add(
                    "STORM_VESSEL_SPILLS",
                    "fails",
                    f"{text}: links and overflow pass less than the inflow.",
                    "A wider link, a downpipe into each end, or a wider overflow.",
                )
        elif place.kind == "gutter":
            key = place.key.split(":", 1)[1]
            fixes = _enough(of.get(f"gutter:{key}"), place.peak_l_s) + _enough(
                of.get(f"outlet:{key}"), place.peak_l_s
            )
            found.add("STORM_GUTTER_SPILLS", "caution", f"{text}.", "", *fixes)
        elif place.kind in ("group", "inlet"):
            group = place.key.split(":", 1)[1]
            own = [key for key in of if key.startswith(f"screen:{group}:")]
            clogged = [key for key in storm.clogged_screens if key in own]
            narrow = [f"downpipe:{group}", *own] if place.kind == "group" else own
            fixes = [] if clogged else [fix for key in narrow for fix in _enough(of.get(key), place.peak_l_s)]
            found.add(
                "STORM_SCREEN_SPILLS",
                "caution",
                f"{text}" + (", its screen all but closed." if clogged else "."),
                "Clean the screen before the wet season; a larger one forgives more." if clogged else "",
                *fixes,
            )
        else:
            fixes = _enough(of.get(place.key), place.peak_l_s)
            found.add(
                "STORM_RUN_SPILLS", "fails", f"{text}; of {say.flow(place.peak_l_s)} it takes less.", "", *fixes
            )
    return found.rows


def _cut_off(chain: Chain, storm: Storm, at: int) -> tuple[str, str] | None:
    """The shut link that parts a vessel from every overflow, by its names; None where it reaches one."""
    reached, waiting = {at}, [at]
    while waiting:
        here = waiting.pop()
        for link in chain.links:
            if link.coefficient > 0 and here in (link.near, link.far):
                other = link.far if here == link.near else link.near
                if other not in reached:
                    reached.add(other)
                    waiting.append(other)
    if any(chain.vessels[each].overflows for each in reached):
        return None
    for number in storm.shut_links:
        link = chain.links[number]
        if (link.near in reached) != (link.far in reached):
            return chain.link_names[number]
    return None


def _enough(place: Place | None, flow_l_s: float) -> list[Fix]:
    """The next size of each kind on offer that takes a flow."""
    if place is None or place.capacity_l_s >= flow_l_s:
        return []
    fixes: dict[str, Fix] = {}
    for size in place.sizes:
        if size.capacity_l_s >= flow_l_s:
            fix = Fix(text=f"Make it {size.label}.", operations=size.operations)
            fixes.setdefault(str(size.operations[0]["path"]), fix)
    return list(fixes.values())
