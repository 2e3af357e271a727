"""The downpour test: a storm played minute by minute from the roofs through pipes and tanks to the overflow.

What a place cannot take spills there at once; gutters and pipes hold nothing. A first-flush chamber fills before it
lets water on. Tanks have their true level-volume curves; a link carries `C sqrt(h)` for the head across it, an
overflow what its rating gives for the water over its invert.
"""

from dataclasses import dataclass

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


@njit(cache=True, nogil=True)
def _play(  # type: ignore[no-untyped-def]
    rain, area, gutter, shares, order, takes, chamber, run_takes, inlet, into, fills,
    curve_l, curve_m, invert, lid, start, has, to, pump, near, far, coefficient, heads, rating,
    roof_out, gutter_spill, group_spill, run_out, run_spill, inlet_spill, level_out, overflow_out, vessel_spill,
):  # fmt: skip
    roofs, groups, vessels = area.size, takes.size, invert.size
    held, level = np.empty(vessels), np.empty(vessels)
    invert_l, lid_l = np.empty(vessels), np.empty(vessels)
    for v in range(vessels):
        held[v] = np.interp(start[v], curve_m[v], curve_l[v])
        invert_l[v] = np.interp(invert[v], curve_m[v], curve_l[v])
        lid_l[v] = np.interp(lid[v], curve_m[v], curve_l[v])
    empty = chamber.copy()
    arrives, comes, enters = np.zeros(groups), np.zeros(groups), np.zeros(vessels)
    flushed = 0.0
    dt = 60.0 / SUBSTEPS
    for minute in range(rain.size):
        arrives[:] = 0.0
        comes[:] = 0.0
        enters[:] = 0.0
        for r in range(roofs):
            q = rain[minute] * area[r] / 60.0
            roof_out[r, minute] = q
            passed = min(q, gutter[r])
            gutter_spill[r, minute] = q - passed
            for g in range(groups):
                arrives[g] += passed * shares[r, g]
        for k in range(groups):
            g = order[k]
            q = min(arrives[g], takes[g])
            group_spill[g, minute] = arrives[g] - q
            taken = min(q * 60.0, empty[g])
            empty[g] -= taken
            flushed += taken
            q += comes[g] - taken / 60.0
            passed = min(q, run_takes[g])
            run_spill[g, minute] = q - passed
            run_out[g, minute] = passed
            inlet_spill[g, minute] = max(0.0, passed - inlet[g])
            passed -= inlet_spill[g, minute]
            if into[g] >= 0:
                comes[into[g]] += passed
            else:
                enters[fills[g]] += passed
        over, spill = 0.0, np.zeros(vessels)
        for _ in range(SUBSTEPS):
            for v in range(vessels):
                held[v] += enters[v] * dt
                level[v] = np.interp(held[v], curve_l[v], curve_m[v])
            for i in range(near.size):
                a, b = near[i], far[i]
                head = level[a] - level[b]
                if coefficient[i] > 0 and head != 0.0:
                    flow = coefficient[i] * np.sqrt(abs(head)) * dt
                    # No more than levels them: area of each from its curve about where it stands.
                    area_a = _area(curve_l[a], curve_m[a], level[a])
                    area_b = _area(curve_l[b], curve_m[b], level[b])
                    most = abs(head) * area_a * area_b / (area_a + area_b)
                    flow = min(flow, most)
                    if head < 0:
                        flow = -flow
                    held[a] -= flow
                    held[b] += flow
                    level[a] = np.interp(held[a], curve_l[a], curve_m[a])
                    level[b] = np.interp(held[b], curve_l[b], curve_m[b])
            for v in range(vessels):
                if pump[v] > 0:
                    lifted = min(pump[v] * dt, held[v], max(0.0, lid_l[v + 1] - held[v + 1]))
                    held[v] -= lifted
                    held[v + 1] += lifted
                more = held[v] - invert_l[v]
                if more > 0:
                    out = more
                    if has[v] > 0:
                        out = min(more, has[v] * np.interp(level[v] - invert[v], heads, rating) * dt)
                        over += out
                        lifted_lid = max(0.0, held[v] - out - lid_l[v])
                        spill[v] += lifted_lid
                        held[v] -= lifted_lid
                    elif to[v] >= 0:
                        held[to[v]] += out
                    else:
                        spill[v] += out
                    held[v] -= out
        overflow_out[minute] = over / 60.0
        for v in range(vessels):
            vessel_spill[v, minute] = spill[v] / 60.0
            level_out[v, minute] = np.interp(held[v], curve_l[v], curve_m[v])
    return flushed, held.sum()


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
    n, minutes = len(vessels), rain_mm.size
    out = {
        "roof": np.zeros((area_m2.size, minutes)),
        "gutter": np.zeros((area_m2.size, minutes)),
        "group": np.zeros((len(groups), minutes)),
        "run": np.zeros((len(groups), minutes)),
        "run_spill": np.zeros((len(groups), minutes)),
        "inlet": np.zeros((len(groups), minutes)),
        "level": np.zeros((n, minutes)),
        "overflow": np.zeros(minutes),
        "vessel": np.zeros((n, minutes)),
    }
    curves_l = np.array([vessel.volume_l for vessel in vessels])
    curves_m = np.array([vessel.level_m for vessel in vessels])
    invert, start = (
        np.array([getattr(vessel, name) for vessel in vessels]) for name in ("overflow_invert_m", "start_m")
    )
    flushed, stored = _play(
        rain_mm, area_m2, gutter_l_s, shares, _upstream_first(groups),
        np.array([group.takes_l_s for group in groups]), np.array([group.chamber_l for group in groups]),
        np.array([group.run_l_s for group in groups]), np.array([group.inlet_l_s for group in groups]),
        np.array([group.into for group in groups], dtype=np.int64),
        np.array([group.vessel for group in groups], dtype=np.int64),
        curves_l, curves_m, invert, curves_m[:, -1].copy(), start,
        np.array([vessel.overflows for vessel in vessels], dtype=np.int64),
        np.array([vessel.spills_to for vessel in vessels], dtype=np.int64),
        np.array([vessel.pump_l_s for vessel in vessels], dtype=np.float64),
        np.array([link.near for link in links], dtype=np.int64),
        np.array([link.far for link in links], dtype=np.int64),
        np.array([link.coefficient for link in links], dtype=np.float64),
        overflow_head_m, overflow_l_s,
        out["roof"], out["gutter"], out["group"], out["run"], out["run_spill"], out["inlet"], out["level"],
        out["overflow"], out["vessel"],
    )  # fmt: skip
    began = sum(float(np.interp(v.start_m, v.level_m, v.volume_l)) for v in vessels)
    gone = sum(
        float(out[name].sum()) * 60 for name in ("gutter", "group", "run_spill", "inlet", "overflow", "vessel")
    )
    residual = float(out["roof"].sum()) * 60 - gone - flushed - (stored - began)
    return StormResult(
        roof_l_s=out["roof"],
        gutter_spill_l_s=out["gutter"],
        group_spill_l_s=out["group"],
        run_l_s=out["run"],
        run_spill_l_s=out["run_spill"],
        inlet_spill_l_s=out["inlet"],
        flushed_l=float(flushed),
        level_m=out["level"],
        overflow_l_s=out["overflow"],
        vessel_spill_l_s=out["vessel"],
        residual_l=residual,
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
