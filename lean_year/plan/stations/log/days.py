"""A log as days: rain on every one of them, and the level where it was read."""

import datetime as dt
from collections.abc import Sequence
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from lean_year.plan.model.logged_supply import Logged
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.log.levels import LevelRead
from lean_year.property.entries import Entry

MOST_DRY_GAP_DAYS = 60
"""So long a gap between two entries of a rain gauge is taken for dry; over a longer one nobody looked. [d]"""
MOST_DRY_SEASON_DAYS = 150
"""So long may a gauge stay dry that somebody looks at whenever a level is read. [d]"""


def rain_known(
    entries: Sequence[Entry], rain: PreparedRain | None, first: dt.date, last: dt.date
) -> NDArray[np.float64]:
    """Rain of each day from first to last, NaN where nobody knows it.

    A reading is of its own day, or of so many days up to it, between which it is shared. A day without one, between
    two that are not far apart, was dry; so is one up to a level, whose reader looked at the gauge as well. Beyond
    the gauge the record of the place is taken, where it reaches. [mm]
    """
    days = (last - first).days + 1
    depth = np.full(days, np.nan)
    if rain is not None:
        begin = (first - rain.record.start).days
        have = range(max(0, -begin), min(days, rain.filled_mm.size - begin))
        if len(have):
            depth[have.start : have.stop] = rain.filled_mm[begin + have.start : begin + have.stop]
    read: dict[int, float] = {}
    covered: list[tuple[int, int]] = []
    for entry in entries:
        if entry.kind != "rain":
            continue
        end = (entry.day - first).days
        over = int(entry.values.get("days", 1))
        covered.append((end - over + 1, end))
        for day in range(end - over + 1, end + 1):
            read[day] = read.get(day, 0.0) + entry.values["depth_mm"] / over
    covered += [(day + 1, day) for day in _with_the_gauge(entries, first, [end for _, end in covered])]
    covered.sort(key=lambda span: span[1])
    for (_, before), (begin, _) in pairwise(covered):
        if 1 < begin - before <= MOST_DRY_GAP_DAYS:
            for day in range(before + 1, begin):
                read.setdefault(day, 0.0)
    for day, mm in read.items():
        if 0 <= day < days:
            depth[day] = mm
    return depth


def _with_the_gauge(entries: Sequence[Entry], first: dt.date, gauge: Sequence[int]) -> list[int]:
    """Days of levels whose reader, by what was entered before, looks at a gauge as well."""
    levels = [(entry.day - first).days for entry in entries if entry.kind == "level"]
    return [day for day in levels if any(0 <= day - read <= MOST_DRY_SEASON_DAYS for read in gauge)]


def logged_days(entries: Sequence[Entry], levels: Sequence[LevelRead], rain: PreparedRain | None) -> Logged | None:
    """The last stretch of the log through which rain is known, from a level to the last level; None where there is
    none."""
    if not levels:
        return None
    first, last = levels[0].on, levels[-1].on
    depth = rain_known(entries, rain, first, last)
    unknown = np.flatnonzero(np.isnan(depth))
    begin = int(unknown[-1]) + 1 if unknown.size else 0
    if begin >= depth.size:
        return None
    start = first + dt.timedelta(days=begin)
    level_l, loaded_l = np.full(depth.size - begin, np.nan), np.zeros(depth.size - begin)
    for read in levels:
        if read.on >= start:
            level_l[(read.on - start).days] = read.drawable_l
    for entry in entries:
        day = (entry.day - start).days
        if entry.kind == "load" and 0 <= day < loaded_l.size:
            loaded_l[day] += entry.values["volume_l"]
    return Logged(start, depth[begin:], level_l, loaded_l)
