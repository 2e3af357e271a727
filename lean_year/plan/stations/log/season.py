"""The season so far, and what years that began alike say of the months to come, where the record shows it."""

import datetime as dt
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from lean_year.core.log.conditioning import (
    AHEAD_DAYS,
    SEASON_DAYS,
    Skill,
    alike_weights,
    skill_left_out,
    weighted_day,
)
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import Supply
from lean_year.plan.model.traces import QUANTILE_SHARES, Quantiles, dated, trace_begins
from lean_year.plan.stations.log.days import rain_known
from lean_year.property.entries import Entry


class SeasonSoFar(BaseModel):
    """Beside the plain forecast."""

    days: int
    rain_mm: float
    """Of so many days before the forecast begins."""
    usual_mm: float
    """Mean of the record's years."""
    years: int
    """That tell."""
    better_by: float
    """How much less a forecast by years that began alike misses the catch that comes, each year left out; below 0
    where it misses more. [-]"""
    sure: bool
    """Whether that is no chance."""
    short_by: Quantiles | None
    """By years that began alike; None where they forecast no better."""


def season_so_far(
    supply: Supply, rain: PreparedRain, entries: Sequence[Entry], start: dt.date, first_short: NDArray[np.int64]
) -> SeasonSoFar | None:
    """None where the season is not known, or too few years are recorded from so long before.

    `first_short` has a row for each of `trace_begins`.
    """
    known = rain_known(entries, rain, start - dt.timedelta(days=SEASON_DAYS), start - dt.timedelta(days=1))
    seasons, tells, begins = seasons_of(supply, start)
    if np.isnan(known).any() or len(begins) < 3:
        return None
    now, skill = float(known.sum()), skill_of(supply, seasons, begins)
    weights = alike_weights(seasons, now)
    days = {name: weighted_day(first_short[tells], weights, share) for name, share in QUANTILE_SHARES.items()}
    return SeasonSoFar(
        days=SEASON_DAYS,
        rain_mm=now,
        usual_mm=float(seasons.mean()),
        years=skill.years,
        better_by=skill.gain,
        sure=skill.sure,
        short_by=Quantiles(**{name: dated(start, day) for name, day in days.items()}) if skill.sure else None,
    )


def seasons_of(supply: Supply, start: dt.date) -> tuple[NDArray[np.float64], list[int], list[int]]:
    """Rain of the season before a day in every recorded year that tells; the rows of these among all traces; and the
    days of the record on which they begin. [mm]"""
    depth = supply.rain.record.depth_mm
    tells = [
        (row, begin)
        for row, begin in enumerate(trace_begins(supply, start))
        if begin >= SEASON_DAYS and not np.isnan(depth[begin - SEASON_DAYS : begin]).any()
    ]
    seasons = np.array([depth[begin - SEASON_DAYS : begin].sum() for _, begin in tells])
    return seasons, [row for row, _ in tells], [begin for _, begin in tells]


def skill_of(supply: Supply, seasons: NDArray[np.float64], begins: Sequence[int]) -> Skill:
    """How well seasons forecast the catch that comes after them."""
    catch = np.array([supply.inflow_l[begin : begin + AHEAD_DAYS].sum() for begin in begins])
    return skill_left_out(seasons, catch)
