"""The downpour test: a storm played minute by minute from the roofs through pipes and tanks to the overflow.

What a place cannot take spills there at once; gutters and pipes hold nothing. A first-flush chamber fills before it
lets water on. Tanks have their true level-volume curves; a link carries `C sqrt(h)` for the head across it, an
overflow what its rating gives for the water over its invert.
"""

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numba import njit
from numpy.typing import NDArray

from lean_year.core.errors import InputError, require_number

SUBSTEPS = 15
"""Of a minute, for the tanks: four seconds each."""
CURVE_POINTS = 33


@dataclass(frozen=True, slots=True)
class StormGroup:
    """A group of downpipes with its run."""

    takes_l_s: float
    """What its downpipes and their screens take. [L/s]"""
    chamber_l: float
    """First flush that is still empty when the storm begins. [L]"""
    run_l_s: float
    """What its run takes. [L/s]"""
    inlet_l_s: float
    """What the screens at its far end take. [L/s]"""
    into: int
    """The group whose run it joins, or -1."""
    vessel: int
    """The vessel it fills; of a group that joins another, not looked at."""


@dataclass(frozen=True, slots=True)
class StormVessel:
    """One tank."""

    volume_l: NDArray[np.float64]
    """Water at each level of `level_m`, shape (33,), rising. [L]"""
    level_m: NDArray[np.float64]
    """Floor to lid. [m]"""
    overflow_invert_m: float
    """Where it spills: by its overflows, else freely. [m]"""
    start_m: float
    """Level when the storm begins. [m]"""
    overflows: int
    """Overflow pipes in it."""
    spills_to: int
    """The vessel that its spill fills, or -1 for outside."""
    pump_l_s: float
    """Lifted from it into the next. [L/s]"""


@dataclass(frozen=True, slots=True)
class StormLink:
    """A pipe at the base of two vessels."""

    near: int
    far: int
    coefficient: float
    """Flow under a metre of head; 0 with its valve shut. [L/s per m^0.5]"""


@dataclass(frozen=True, slots=True)
class StormResult:
    """Every flow of a storm by the minute, [L/s], and the levels, [m]; the first axis counts places, the second
    minutes."""

    roof_l_s: NDArray[np.float64]
    gutter_spill_l_s: NDArray[np.float64]
    group_spill_l_s: NDArray[np.float64]
    """At downpipes and screens."""
    run_l_s: NDArray[np.float64]
    run_spill_l_s: NDArray[np.float64]
    inlet_spill_l_s: NDArray[np.float64]
    flushed_l: float
    level_m: NDArray[np.float64]
    """At the end of each minute."""
    overflow_l_s: NDArray[np.float64]
    """Through the overflow, shape (n_minutes,)."""
    vessel_spill_l_s: NDArray[np.float64]
    """Over a rim without overflow, or over a lid."""
    residual_l: float
    """Rain - spilled - flushed - overflowed - stored: rounding only. [L]"""


class _Groups(NamedTuple):
    """Groups of downpipes as arrays, shape (n_groups,). [L/s]"""

    upstream_first: NDArray[np.int64]
    takes: NDArray[np.float64]
    chamber_l: NDArray[np.float64]
    run_takes: NDArray[np.float64]
    inlet_takes: NDArray[np.float64]
    into: NDArray[np.int64]
    vessel: NDArray[np.int64]


class _Vessels(NamedTuple):
    """Tanks as arrays, shape (n_vessels,), their curves (n_vessels, 33)."""

    volume_l: NDArray[np.float64]
    level_m: NDArray[np.float64]
    invert_m: NDArray[np.float64]
    start_m: NDArray[np.float64]
    overflows: NDArray[np.int64]
    spills_to: NDArray[np.int64]
    pump_l_s: NDArray[np.float64]


class _Links(NamedTuple):
    """Links between tanks as arrays, shape (n_links,)."""

    near: NDArray[np.int64]
    far: NDArray[np.int64]
    coefficient: NDArray[np.float64]


class _Rating(NamedTuple):
    """What one overflow pipe passes under its head."""

    head_m: NDArray[np.float64]
    flow_l_s: NDArray[np.float64]


class _Flows(NamedTuple):
    """What `_play` writes, places by minutes. [L/s], levels [m]"""

    roof: NDArray[np.float64]
    gutter_spill: NDArray[np.float64]
    group_spill: NDArray[np.float64]
    run: NDArray[np.float64]
    run_spill: NDArray[np.float64]
    inlet_spill: NDArray[np.float64]
    level_m: NDArray[np.float64]
    overflow: NDArray[np.float64]
    vessel_spill: NDArray[np.float64]


@njit(cache=True, nogil=True)
def _play(rain, area, gutter, shares, groups, vessels, links, rating, flows):  # type: ignore[no-untyped-def]
    count = vessels.invert_m.size
    held, level, invert_l, lid_l = np.empty(count), np.empty(count), np.empty(count), np.empty(count)
    for v in range(count):
        held[v] = np.interp(vessels.start_m[v], vessels.level_m[v], vessels.volume_l[v])
        invert_l[v] = np.interp(vessels.invert_m[v], vessels.level_m[v], vessels.volume_l[v])
        lid_l[v] = vessels.volume_l[v, -1]
    empty = groups.chamber_l.copy()
    arrives, comes, enters = np.zeros(groups.takes.size), np.zeros(groups.takes.size), np.zeros(count)
    flushed = 0.0
    dt = 60.0 / SUBSTEPS
    for minute in range(rain.size):
        arrives[:] = 0.0
        comes[:] = 0.0
        enters[:] = 0.0
        _off_roofs(minute, rain[minute], area, gutter, shares, arrives, flows)
        flushed += _through_pipes(minute, groups, arrives, empty, comes, enters, flows)
        over, spill = 0.0, np.zeros(count)
        for _ in range(SUBSTEPS):
            for v in range(count):
                held[v] += enters[v] * dt
                level[v] = np.interp(held[v], vessels.volume_l[v], vessels.level_m[v])
            _through_links(dt, vessels, links, held, level)
            over += _out_of_tanks(dt, vessels, rating, invert_l, lid_l, held, level, spill)
        flows.overflow[minute] = over / 60.0
        for v in range(count):
            flows.vessel_spill[v, minute] = spill[v] / 60.0
            flows.level_m[v, minute] = np.interp(held[v], vessels.volume_l[v], vessels.level_m[v])
    return flushed, held.sum()


@njit(cache=True, nogil=True)
def _off_roofs(minute, rain_mm, area, gutter, shares, arrives, flows):  # type: ignore[no-untyped-def]
    """What each gutter passes, shared out among the groups."""
    for r in range(area.size):
        q = rain_mm * area[r] / 60.0
        flows.roof[r, minute] = q
        passed = min(q, gutter[r])
        flows.gutter_spill[r, minute] = q - passed
        for g in range(arrives.size):
            arrives[g] += passed * shares[r, g]


@njit(cache=True, nogil=True)
def _through_pipes(minute, groups, arrives, empty, comes, enters, flows):  # type: ignore[no-untyped-def]
    """Downpipe, first flush, run and inlet of each group; returns what was flushed. [L]"""
    flushed = 0.0
    for g in groups.upstream_first:
        q = min(arrives[g], groups.takes[g])
        flows.group_spill[g, minute] = arrives[g] - q
        taken = min(q * 60.0, empty[g])
        empty[g] -= taken
        flushed += taken
        q += comes[g] - taken / 60.0
        passed = min(q, groups.run_takes[g])
        flows.run_spill[g, minute] = q - passed
        flows.run[g, minute] = passed
        flows.inlet_spill[g, minute] = max(0.0, passed - groups.inlet_takes[g])
        passed -= flows.inlet_spill[g, minute]
        if groups.into[g] >= 0:
            comes[groups.into[g]] += passed
        else:
            enters[groups.vessel[g]] += passed
    return flushed


@njit(cache=True, nogil=True)
def _through_links(dt, vessels, links, held, level):  # type: ignore[no-untyped-def]
    for i in range(links.near.size):
        a, b = links.near[i], links.far[i]
        head = level[a] - level[b]
        if links.coefficient[i] > 0 and head != 0.0:
            flow = links.coefficient[i] * np.sqrt(abs(head)) * dt
            # No more than levels them: area of each from its curve about where it stands.
            area_a = _area(vessels.volume_l[a], vessels.level_m[a], level[a])
            area_b = _area(vessels.volume_l[b], vessels.level_m[b], level[b])
            flow = min(flow, abs(head) * area_a * area_b / (area_a + area_b))
            if head < 0:
                flow = -flow
            held[a] -= flow
            held[b] += flow
            level[a] = np.interp(held[a], vessels.volume_l[a], vessels.level_m[a])
            level[b] = np.interp(held[b], vessels.volume_l[b], vessels.level_m[b])


@njit(cache=True, nogil=True)
def _out_of_tanks(dt, vessels, rating, invert_l, lid_l, held, level, spill):  # type: ignore[no-untyped-def]
    """Lifted to the next, spilled into the next, through the overflow or over; returns the overflow's part. [L]"""
    over = 0.0
    for v in range(held.size):
        if vessels.pump_l_s[v] > 0:
            lifted = min(vessels.pump_l_s[v] * dt, held[v], max(0.0, lid_l[v + 1] - held[v + 1]))
            held[v] -= lifted
            held[v + 1] += lifted
        more = held[v] - invert_l[v]
        if more > 0:
            out = more
            if vessels.overflows[v] > 0:
                passes = np.interp(level[v] - vessels.invert_m[v], rating.head_m, rating.flow_l_s)
                out = min(more, vessels.overflows[v] * passes * dt)
                over += out
                over_lid = max(0.0, held[v] - out - lid_l[v])
                spill[v] += over_lid
                held[v] -= over_lid
            elif vessels.spills_to[v] >= 0:
                held[vessels.spills_to[v]] += out
            else:
                spill[v] += out
            held[v] -= out
    return over


@njit(cache=True, nogil=True)
def _area(volume, levels, at):  # type: ignore[no-untyped-def]
    """Litres for each metre of level about a level."""
    k = np.searchsorted(levels, at)
    k = min(max(k, 1), levels.size - 1)
    return max((volume[k] - volume[k - 1]) / (levels[k] - levels[k - 1]), 1e-6)


def play_storm(
    rain_mm: NDArray[np.float64],
    *,
    area_m2: NDArray[np.float64],
    gutter_l_s: NDArray[np.float64],
    shares: NDArray[np.float64],
    groups: list[StormGroup],
    vessels: list[StormVessel],
    links: list[StormLink],
    overflow_head_m: NDArray[np.float64],
    overflow_l_s: NDArray[np.float64],
) -> StormResult:
    """Play a storm through a supply.

    Parameters
    ----------
    rain_mm : ndarray, shape (n_minutes,)
        Rain of each minute. [mm]
    area_m2 : ndarray, shape (n_roofs,)
        Effective area, all of it running off. [m2]
    gutter_l_s : ndarray, shape (n_roofs,)
        What each roof's gutter and outlets take. [L/s]
    shares : ndarray, shape (n_roofs, n_groups)
        Share of each roof's water by group, rows adding up to 1. [-]
    groups : list of StormGroup
        A group may join one that stands anywhere in the list, not in a circle.
    vessels : list of StormVessel
        At least one.
    links : list of StormLink
        Between them.
    overflow_head_m : ndarray, shape (n_points,)
        Water over the overflow's invert, rising from 0. [m]
    overflow_l_s : ndarray, shape (n_points,)
        What one overflow pipe passes then. [L/s]

    Returns
    -------
    StormResult
        Basis: derived.

    Raises
    ------
    InputError
        If there is no vessel, a rain is negative, or groups join in a circle.
    """
    if not vessels:
        raise InputError("vessels", "needs at least one tank")
    if rain_mm.size and not (float(rain_mm.min()) >= 0 and float(rain_mm.max()) <= 1_825):
        raise InputError("rain_mm", "every minute must be from 0 to 1,825 mm")
    require_number("minutes", rain_mm.size, low=0, high=100_000)
    flows = _no_flows(area_m2.size, len(groups), len(vessels), rain_mm.size)
    flushed, stored = _play(
        rain_mm,
        area_m2,
        gutter_l_s,
        shares,
        _groups_as_arrays(groups),
        _vessels_as_arrays(vessels),
        _links_as_arrays(links),
        _Rating(overflow_head_m, overflow_l_s),
        flows,
    )
    began = sum(float(np.interp(v.start_m, v.level_m, v.volume_l)) for v in vessels)
    left = (
        flows.gutter_spill,
        flows.group_spill,
        flows.run_spill,
        flows.inlet_spill,
        flows.overflow,
        flows.vessel_spill,
    )
    gone = sum(float(flow.sum()) * 60 for flow in left)
    return StormResult(
        roof_l_s=flows.roof,
        gutter_spill_l_s=flows.gutter_spill,
        group_spill_l_s=flows.group_spill,
        run_l_s=flows.run,
        run_spill_l_s=flows.run_spill,
        inlet_spill_l_s=flows.inlet_spill,
        flushed_l=float(flushed),
        level_m=flows.level_m,
        overflow_l_s=flows.overflow,
        vessel_spill_l_s=flows.vessel_spill,
        residual_l=float(flows.roof.sum()) * 60 - gone - flushed - (stored - began),
    )


def _no_flows(roofs: int, groups: int, vessels: int, minutes: int) -> _Flows:
    def of(places: int) -> NDArray[np.float64]:
        return np.zeros((places, minutes))

    return _Flows(
        roof=of(roofs),
        gutter_spill=of(roofs),
        group_spill=of(groups),
        run=of(groups),
        run_spill=of(groups),
        inlet_spill=of(groups),
        level_m=of(vessels),
        overflow=np.zeros(minutes),
        vessel_spill=of(vessels),
    )


def _groups_as_arrays(groups: list[StormGroup]) -> _Groups:
    return _Groups(
        upstream_first=_upstream_first(groups),
        takes=np.array([group.takes_l_s for group in groups], dtype=np.float64),
        chamber_l=np.array([group.chamber_l for group in groups], dtype=np.float64),
        run_takes=np.array([group.run_l_s for group in groups], dtype=np.float64),
        inlet_takes=np.array([group.inlet_l_s for group in groups], dtype=np.float64),
        into=np.array([group.into for group in groups], dtype=np.int64),
        vessel=np.array([group.vessel for group in groups], dtype=np.int64),
    )


def _vessels_as_arrays(vessels: list[StormVessel]) -> _Vessels:
    return _Vessels(
        volume_l=np.array([vessel.volume_l for vessel in vessels]),
        level_m=np.array([vessel.level_m for vessel in vessels]),
        invert_m=np.array([vessel.overflow_invert_m for vessel in vessels], dtype=np.float64),
        start_m=np.array([vessel.start_m for vessel in vessels], dtype=np.float64),
        overflows=np.array([vessel.overflows for vessel in vessels], dtype=np.int64),
        spills_to=np.array([vessel.spills_to for vessel in vessels], dtype=np.int64),
        pump_l_s=np.array([vessel.pump_l_s for vessel in vessels], dtype=np.float64),
    )


def _links_as_arrays(links: list[StormLink]) -> _Links:
    return _Links(
        near=np.array([link.near for link in links], dtype=np.int64),
        far=np.array([link.far for link in links], dtype=np.int64),
        coefficient=np.array([link.coefficient for link in links], dtype=np.float64),
    )


def _upstream_first(groups: list[StormGroup]) -> NDArray[np.int64]:
    def steps(at: int) -> int:
        count = 0
        while groups[at].into >= 0:
            at = groups[at].into
            count += 1
            if count > len(groups):
                raise InputError("groups", "must not join in a circle")
        return count

    return np.array(sorted(range(len(groups)), key=lambda at: -steps(at)), dtype=np.int64)
