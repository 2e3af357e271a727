"""A property's rain side as an input file of the EPA SWMM engine: roofs, runs, tanks, links and overflow.

One water year, the lean one. Rain comes by a gauge for each roof with what is lost on it already taken off, since the
engine gives a loss back only by evaporation; it falls in the first six hours of the day. The house draws by an outlet
whose setting follows each day's demand, after the saving steps; what a back-up brought runs in as the replay had it.
"""

import datetime as dt
import itertools
import math
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.errors import InputError
from lean_year.core.units import GRAVITY_M_S2, SECONDS_PER_DAY
from lean_year.core.water_path.gutters import SMOOTH_PIPE_N
from lean_year.core.water_path.storm import StormVessel
from lean_year.plan.model.harvest import Catch, catch_rain
from lean_year.plan.model.levels import run_levels, tank_of
from lean_year.plan.model.overflow_outlets import overflow_takes_l_s
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.roof_surface import plan_area_m2
from lean_year.plan.model.seasons import parts_out_of_use
from lean_year.plan.model.supply import Supply, lean_year_of, replay_of, supply_of
from lean_year.plan.model.tank_network import Chain
from lean_year.property.document import Property
from lean_year.property.front import alone

RAIN_HOURS = 6
OUTLET_BAND_M = 0.01
"""Height over the draw in which the outlet opens fully."""
SOFT_STEPS = 4
"""Routing steps in which an overflow may empty the slice over its invert: a stiffer one makes the engine swing."""
STEPS_S = (1.0, 30.0)
MOST_CURVE = 12


@dataclass(frozen=True, slots=True)
class _Parts:
    """What a plan knows that the model needs."""

    rain: PreparedRain
    catch: Catch
    run: OperatedReplay
    year: int
    """Row of the water year."""
    last_live_l: float
    """Live volume of the store that feeds the house. [L]"""
    drawn: tuple["_Drawn", ...]


@dataclass(frozen=True, slots=True)
class _Drawn:
    """What leaves that store by one outlet."""

    name: str
    to: str
    """The outfall that stands for who uses it."""
    live_l: float
    """Down to it. [L]"""
    demand_l: NDArray[np.float64]
    """Of each day. [L]"""


def _drawn(supply: Supply, run: OperatedReplay, live_l: float) -> tuple[_Drawn, ...]:
    """All by one outlet, or the garden by its own."""
    operation = supply.operation
    if not operation.two_outlets:
        return (_Drawn("USE", "HOUSE", live_l, run.demand_l),)
    for_house = supply.demand.house_l[run.step, np.arange(run.step.size)]
    return (
        _Drawn("USE", "HOUSE", live_l * (1 - operation.house_above_share), for_house),
        _Drawn("WATERING", "GARDEN", live_l * (1 - operation.garden_above_share), run.demand_l - for_house),
    )


def write_swmm_model(document: Property, rain: PreparedRain) -> str:
    """The model's text, of the water year that is hardest on the house.

    Of the supply at the front; what is pumped between it and others runs in and out as the replay has it.

    Raises
    ------
    InputError
        If no roof is in use, or something is out of use for part of the year.
    """
    document = alone(document)
    if parts_out_of_use(document):
        raise InputError(
            "out_of_use", "has no place in this file; write it from an alternative in which all is in use all year"
        )
    if not any(roof.on for roof in document.roofs):
        raise InputError("roofs", "needs a roof that is switched on")
    catch, supply = catch_rain(document, rain), supply_of(document, rain)
    run = replay_of(supply)
    live_l = supply.layout.stages()[-1].size_l
    parts = _Parts(rain, catch, run, lean_year_of(run, supply), live_l, _drawn(supply, run, live_l))
    chain = Chain(document)
    begin, end = int(parts.rain.years.starts[parts.year]), int(parts.rain.years.ends[parts.year])
    days = slice(begin, end)
    first = parts.rain.dates[begin].astype(object)
    rating = _rating(document, chain)
    step_s = _step_s(chain, rating)
    sections = [
        ("TITLE", [f";;{document.name}: roofs, runs, tanks and overflow, {parts.rain.years.label(parts.year)}"]),
        ("OPTIONS", _options(first, end - begin, step_s)),
        ("EVAPORATION", ["CONSTANT 0.0", "DRY_ONLY NO"]),
        *_roofs(document, parts, days, first),
        *_network(document, chain, parts, begin, rating),
        *_flows(document, chain, parts, days, first),
    ]
    return "\n".join(f"[{name}]\n" + "\n".join(rows) + "\n" for name, rows in _merged(sections)) + "\n"


def _merged(sections: list[tuple[str, list[str]]]) -> list[tuple[str, list[str]]]:
    merged: dict[str, list[str]] = {}
    for name, rows in sections:
        merged.setdefault(name, []).extend(rows)
    return [(name, rows) for name, rows in merged.items() if rows]


def _options(first: dt.date, days: int, step_s: float) -> list[str]:
    last = first + dt.timedelta(days=days)
    return [
        "FLOW_UNITS LPS", "INFILTRATION HORTON", "FLOW_ROUTING DYNWAVE", "LINK_OFFSETS DEPTH", "ALLOW_PONDING NO",
        f"START_DATE {first:%m/%d/%Y}", "START_TIME 00:00:00", f"REPORT_START_DATE {first:%m/%d/%Y}",
        "REPORT_START_TIME 00:00:00", f"END_DATE {last:%m/%d/%Y}", "END_TIME 00:00:00", "REPORT_STEP 24:00:00",
        "WET_STEP 00:05:00", "DRY_STEP 01:00:00", f"ROUTING_STEP {step_s:g}", f"LENGTHENING_STEP {step_s:g}",
        "VARIABLE_STEP 0", "RULE_STEP 00:01:00",
        "INERTIAL_DAMPING FULL", "NORMAL_FLOW_LIMITED BOTH", "SURCHARGE_METHOD EXTRAN", "MIN_SURFAREA 0.05",
        "MIN_SLOPE 0", "THREADS 1",
    ]  # fmt: skip


def _rating(document: Property, chain: Chain) -> list[tuple[float, float]]:
    """Water over the invert and what all overflow pipes pass, softened where it would make the engine swing."""
    room = max(0.3, *(float(vessel.level_m[-1]) - vessel.overflow_invert_m for vessel in chain.vessels))
    heads = np.linspace(0, room + 1.0, MOST_CURVE * 2)
    return [(float(head), overflow_takes_l_s(document, float(head))) for head in heads]


def _area_at_lip_m2(vessel: StormVessel) -> float:
    at = int(np.clip(np.searchsorted(vessel.level_m, vessel.overflow_invert_m), 1, vessel.level_m.size - 1))
    rise = vessel.level_m[at] - vessel.level_m[at - 1]
    return max(0.01, float(vessel.volume_l[at] - vessel.volume_l[at - 1]) / 1000 / float(rise))


def _step_s(chain: Chain, rating: list[tuple[float, float]]) -> float:
    steepest = max((b[1] - a[1]) / (b[0] - a[0]) for a, b in itertools.pairwise(rating[:5]))
    area = min(_area_at_lip_m2(vessel) for vessel in chain.vessels)
    return float(np.clip(math.floor(area * 1000 / (SOFT_STEPS * max(steepest, 1e-6))), *STEPS_S))


def _roofs(document: Property, parts: _Parts, days: slice, first: dt.date) -> list[tuple[str, list[str]]]:
    gauges, catchments, areas, infiltration, series = [], [], [], [], []
    for number, roof in enumerate(document.roofs):
        area = plan_area_m2(roof)
        if not roof.on or area <= 0:
            continue
        net_mm = parts.catch.kept_by_roof[number][days] / area
        for drain in roof.drains:
            if drain.share <= 0:
                continue
            name = f"{roof.id}_{drain.group}"
            gauges.append(f"RAIN_{name} VOLUME 1:00 1.0 TIMESERIES NET_{roof.id}")
            width = math.sqrt(area * drain.share)
            catchments.append(
                f"{name} RAIN_{name} FOOT_{drain.group} {area * drain.share / 10_000:.9f} 100 {width:.3f} 30 0"
            )
            areas.append(f"{name} 0.011 0.1 0 0 100 OUTLET")
            infiltration.append(f"{name} 1 1 1 7 0")
        for day, depth in enumerate(net_mm):
            if depth > 0:
                at = first + dt.timedelta(days=day)
                series += [
                    f"NET_{roof.id} {at:%m/%d/%Y} {hour}:00 {depth / RAIN_HOURS:.9f}" for hour in range(RAIN_HOURS)
                ]
        series.append(f"NET_{roof.id} {first + dt.timedelta(days=len(net_mm)):%m/%d/%Y} 0:00 0")
    return [
        ("RAINGAGES", gauges),
        ("SUBCATCHMENTS", catchments),
        ("SUBAREAS", areas),
        ("INFILTRATION", infiltration),
        ("TIMESERIES", series),
    ]


_NETWORK = ("JUNCTIONS", "OUTFALLS", "STORAGE", "CONDUITS", "XSECTIONS", "LOSSES", "OUTLETS", "CURVES")
_Rows = dict[str, list[str]]
"""Rows by the section that they stand in."""


def _network(
    document: Property, chain: Chain, parts: _Parts, begin: int, rating: list[tuple[float, float]]
) -> list[tuple[str, list[str]]]:
    rows: _Rows = {section: [] for section in _NETWORK}
    lowest = min(float(vessel.level_m[0]) for vessel in chain.vessels) - 10
    _stores(rows, chain, _start_levels(chain, parts, begin))
    _runs(rows, document, chain)
    _links(rows, chain)
    rows["OUTFALLS"] += [f"{way.to} {lowest:.3f} FREE NO" for way in parts.drawn]
    _ways_out(rows, chain, rating, lowest)
    house = _draws_from(document, chain)
    for way in parts.drawn:
        depth_m = _draw_depth_m(chain, house, way.live_l)
        rows["OUTLETS"].append(f"{way.name} TANK_{house} {way.to} {depth_m:.5f} TABULAR/DEPTH DRAW NO")
    rows["CURVES"] += ["DRAW Rating 0 0", f"DRAW {OUTLET_BAND_M} 1", "DRAW 100 1"]
    return list(rows.items())


def _curve(name: str, kind: str, points: Iterable[tuple[float, float]], digits: int) -> list[str]:
    """A curve, whose first row alone says what kind it is."""
    return [f"{name}{'' if number else f' {kind}'} {x:.{digits}f} {y:.6f}" for number, (x, y) in enumerate(points)]


def _stores(rows: _Rows, chain: Chain, level_m: list[float]) -> None:
    for at, vessel in enumerate(chain.vessels):
        floor, lid = float(vessel.level_m[0]), float(vessel.level_m[-1])
        rows["STORAGE"].append(
            f"TANK_{at} {floor:.4f} {lid - floor + 1.5:.4f} {level_m[at] - floor:.6f} TABULAR SHAPE_{at} 0 0"
        )
        depth = vessel.level_m - floor
        area = np.maximum(np.gradient(vessel.volume_l / 1000, depth), 1e-4)
        rows["CURVES"] += _curve(f"SHAPE_{at}", "Storage", zip(depth, area, strict=True), 5)


def _runs(rows: _Rows, document: Property, chain: Chain) -> None:
    zero = {pipe.id: 1.0 for pipe in document.downpipes}
    used = document.groups_in_use()
    joined = {each.run.into for each in document.downpipes if each.id in used}
    for pipe in document.downpipes:
        if pipe.id not in used and pipe.id not in joined:
            continue
        levels = run_levels(document, pipe, zero)
        tank = chain.index_of(tank_of(document, pipe.id))
        inlet = levels.inlet_m
        # A run whose heights are not known yet is laid with the drop it should have.
        drop = levels.drop_m if levels.foot_m is None else levels.foot_m - inlet
        start = inlet + max(0.05, levels.needed_m if drop is None else drop)
        rows["JUNCTIONS"].append(f"FOOT_{pipe.id} {start:.4f} 3 0 0 0")
        target, offset = f"TANK_{tank}", inlet - float(chain.vessels[tank].level_m[0])
        if pipe.run.into is not None:
            target, offset = f"FOOT_{pipe.run.into}", 0.0
        length = max(pipe.run.length_m, 1)
        rows["CONDUITS"].append(
            f"RUN_{pipe.id} FOOT_{pipe.id} {target} {length:.3f} {SMOOTH_PIPE_N} 0 {max(0.0, offset):.4f} 0"
        )
        rows["XSECTIONS"].append(f"RUN_{pipe.id} CIRCULAR {pipe.run.bore_mm / 1000:.4f} 0 0 0")


def _links(rows: _Rows, chain: Chain) -> None:
    for number, link in enumerate(chain.links):
        joint = chain.tanks[link.far].link
        radius = joint.bore_mm / 4_000
        manning = radius ** (1 / 6) * math.sqrt(0.02 / (8 * GRAVITY_M_S2))
        floor = max(float(chain.vessels[link.near].level_m[0]), float(chain.vessels[link.far].level_m[0]))
        near, far = (floor - float(chain.vessels[each].level_m[0]) for each in (link.near, link.far))
        rows["CONDUITS"].append(
            f"LINK_{number} TANK_{link.near} TANK_{link.far} {max(joint.length_m, 1):.3f} {manning:.5f} {near:.4f} "
            f"{far:.4f} 0"
        )
        rows["XSECTIONS"].append(f"LINK_{number} CIRCULAR {joint.bore_mm / 1000:.4f} 0 0 0")
        rows["LOSSES"].append(f"LINK_{number} 0.5 1.0 {joint.fittings_k:g} NO 0")


def _ways_out(rows: _Rows, chain: Chain, rating: list[tuple[float, float]], lowest_m: float) -> None:
    """Overflows, spills into the next tank, and what pumps lift there."""
    share = sum(vessel.overflows for vessel in chain.vessels) or 1
    for at, vessel in enumerate(chain.vessels):
        invert = vessel.overflow_invert_m - float(vessel.level_m[0])
        to = f"SPILL_{at}" if vessel.spills_to < 0 else f"TANK_{vessel.spills_to}"
        if vessel.spills_to < 0:
            rows["OUTFALLS"].append(f"SPILL_{at} {lowest_m:.3f} FREE NO")
        if vessel.overflows:
            own = ((head, flow * vessel.overflows / share) for head, flow in rating)
            rows["CURVES"] += _curve(f"OVER_{at}", "Rating", own, 4)
            rows["OUTLETS"].append(f"SPILL_{at} TANK_{at} {to} {invert:.4f} TABULAR/DEPTH OVER_{at} NO")
        else:
            slope = _area_at_lip_m2(vessel) * 1000 / (SOFT_STEPS * STEPS_S[1])
            rows["OUTLETS"].append(f"SPILL_{at} TANK_{at} {to} {invert:.4f} FUNCTIONAL/DEPTH {slope:.4f} 1 NO")
        if vessel.pump_l_s > 0:
            rows["OUTLETS"].append(f"LIFT_{at} TANK_{at} TANK_{at + 1} 0.02 TABULAR/DEPTH LIFTED_{at} NO")
            rows["CURVES"] += [f"LIFTED_{at} Rating 0 0", f"LIFTED_{at} {OUTLET_BAND_M} {vessel.pump_l_s:.6f}",
                               f"LIFTED_{at} 100 {vessel.pump_l_s:.6f}"]  # fmt: skip


def _draws_from(document: Property, chain: Chain) -> int:
    """The vessel that the house draws from."""
    return chain.index_of(document.cistern.drawn_from())


def _bank_of(document_first: int, chain: Chain) -> list[int]:
    """The vessels that share a level with one."""
    reached = {document_first}
    for link in chain.links:
        if link.near in reached or link.far in reached:
            reached |= {link.near, link.far}
    return sorted(reached)


def _held(chain: Chain, bank: list[int], level_m: float) -> float:
    """Water of a bank below a level, each vessel to its own invert. [L]"""
    return sum(
        float(np.interp(min(level_m, v.overflow_invert_m), v.level_m, v.volume_l))
        for v in (chain.vessels[at] for at in bank)
    )


def _draw_depth_m(chain: Chain, house: int, live_l: float) -> float:
    """Depth over the drawing tank's floor at which so much live water is used up. [m]"""
    bank = _bank_of(house, chain)
    invert = min(chain.vessels[at].overflow_invert_m for at in bank)
    floor = float(chain.vessels[house].level_m[0])
    full = _held(chain, bank, invert)
    levels = np.linspace(floor, invert, 400)
    held = np.array([_held(chain, bank, float(level)) for level in levels])
    return float(np.interp(full - live_l, held, levels)) - floor


def _start_levels(chain: Chain, parts: _Parts, begin: int) -> list[float]:
    """Level of each vessel on the first morning, from what the replay had in its stage. [m]"""
    run = parts.run
    out = [0.0] * len(chain.vessels)
    stages: list[list[int]] = []
    seen: set[int] = set()
    for at in range(len(chain.vessels)):
        if at not in seen:
            bank = _bank_of(at, chain)
            stages.append(bank)
            seen |= set(bank)
    share_full = run.start_l / run.size_l if run.size_l else 0.0
    for number, bank in enumerate(stages):
        invert = min(chain.vessels[at].overflow_invert_m for at in bank)
        sizes = run.stage_l[min(number, run.stage_l.shape[0] - 1)]
        live_full = parts.last_live_l if number + 1 == len(stages) else float(sizes.max(initial=0.0))
        live = float(sizes[begin - 1]) if begin else live_full * share_full
        levels = np.linspace(min(float(chain.vessels[at].level_m[0]) for at in bank), invert, 400)
        held = np.array([_held(chain, bank, float(level)) for level in levels])
        wanted = held[-1] - live_full + live
        level = float(np.interp(wanted, held, levels))
        for at in bank:
            out[at] = max(level, float(chain.vessels[at].level_m[0]))
    return out


def _flows(
    document: Property, chain: Chain, parts: _Parts, days: slice, first: dt.date
) -> list[tuple[str, list[str]]]:
    run, house = parts.run, _draws_from(document, chain)
    series, rules = [], []
    for way in parts.drawn:
        series += _by_day(f"DEMAND_{way.name}", way.demand_l[days] / SECONDS_PER_DAY, first)
        rules += [f"RULE DAILY_{way.name}", "IF SIMULATION TIME >= 0",
                  f"THEN OUTLET {way.name} SETTING = TIMESERIES DEMAND_{way.name}", ""]  # fmt: skip
    brought = run.topped_up_l[days] + run.trucked_l[days]
    if run.moved_l is not None:  # below zero where it is pumped to another supply
        brought = brought + run.moved_l[days]
    inflows = []
    if brought.any():
        series += _by_day("BROUGHT", brought / SECONDS_PER_DAY, first)
        inflows.append(f"TANK_{house} FLOW BROUGHT FLOW 1.0 1.0")
    return [("INFLOWS", inflows), ("CONTROLS", rules), ("TIMESERIES", series), ("REPORT", ["SUBCATCHMENTS NONE"])]


def _by_day(name: str, flow_l_s: NDArray[np.float64], first: dt.date) -> list[str]:
    """Daily steps with steep edges: between two points the engine draws a line."""
    rows = []
    for day, flow in enumerate(flow_l_s):
        at = first + dt.timedelta(days=day)
        rows += [f"{name} {at:%m/%d/%Y} 0:00 {flow:.9f}", f"{name} {at:%m/%d/%Y} 23:59 {flow:.9f}"]
    return rows
