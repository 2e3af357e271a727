"""How sure the curve is: the same sizes through records that might have been."""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from pydantic import BaseModel

from lean_year.core.cistern.many_replays import operate_sizes
from lean_year.core.cistern.replay import replay_sizes
from lean_year.core.rain.resampling import RECORDS, resampled_days
from lean_year.plan.answer.progress import Progress
from lean_year.plan.model.supply import Supply

SIZES = 40
REPORT_EVERY = 10


class Band(BaseModel):
    """Years carried on rain alone over size, in resampled records; one entry a size."""

    records: int
    of_years: int
    tank_l: list[float]
    low: list[float]
    """A twentieth of the records carry fewer years."""
    middle: list[float]
    high: list[float]
    """A twentieth carry more."""
    aim: int
    size_low_l: float
    """A twentieth of the records meet the aim with less than this. [L]"""
    size_middle_l: float
    size_high_l: float
    """A twentieth need more than this, or more than the largest size tried. [L]"""
    beyond: float
    """Share of the records in which no size tried meets the aim. [-]"""


def resampled_band(
    supply: Supply, reach_l: float, allowed: int, *, records: int = RECORDS, seed: int = 0
) -> Iterator[Progress | Band]:
    """Work the band out, telling how far it is on the way; the last item is the band.

    `allowed`: how many years may run short.
    """
    alone = supply.on_rain_alone
    rain = supply.rain
    rows = np.flatnonzero(rain.counts)
    tank = np.linspace(0, reach_l, SIZES)
    live = alone.layout.drawn_live_for(tank)
    begins, ends = rain.years.starts[rows], rain.years.ends[rows]
    carried = np.empty((records, SIZES))
    operation = replace(alone.operation, garden_from_first=False, house_above_share=0.0, garden_above_share=0.0)
    for number, (days, year_end) in enumerate(resampled_days(begins, ends, records=records, seed=seed)):
        if alone.plain:
            sizes = replay_sizes(
                inflow_l=alone.inflow_l[days],
                demand_l=alone.demand.total_l[0, days],
                size_l=live,
                rule=operation.rule,
                start_share=alone.start_share,
                year_end=year_end,
            )
        else:
            sizes = operate_sizes(
                inflow_l=alone.inflow_l,
                demand=alone.demand,
                size_l=live,
                operation=operation,
                start_share=alone.start_share,
                loss_l=alone.loss_l,
                year_end=year_end,
                days=days,
            )
        carried[number] = rows.size - sizes.short_years
        if number % REPORT_EVERY == 0:
            yield Progress(done=number, of=records)
    low, middle, high = np.percentile(carried, (5, 50, 95), axis=0)
    aim = max(0, rows.size - allowed)
    enough = carried >= aim
    first = np.where(enough.any(axis=1), enough.argmax(axis=1), SIZES - 1)
    size_low, size_middle, size_high = np.percentile(tank[first], (5, 50, 95))
    yield Band(
        records=records,
        of_years=int(rows.size),
        tank_l=tank.tolist(),
        low=low.tolist(),
        middle=middle.tolist(),
        high=high.tolist(),
        aim=aim,
        size_low_l=float(size_low),
        size_middle_l=float(size_middle),
        size_high_l=float(size_high),
        beyond=float((~enough.any(axis=1)).mean()),
    )
