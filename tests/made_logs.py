"""Logs made day by day in a plain loop, with a known leak, a blocked gutter, a gauge that sticks, and ordinary noise.

The rain is recorded; what is invented is the supply, what goes wrong in it, and the noise.
"""

from dataclasses import dataclass

import numpy as np

from lean_year.demo.shipped import DEMOS
from lean_year.plan.model.logged_supply import Logged


@dataclass(frozen=True)
class Fault:
    """What goes wrong from a day on."""

    day: int
    leak_l_day: float = 0.0
    catch_share: float = 1.0
    sticks: bool = False


SOUND = Fault(day=0)


@dataclass(frozen=True)
class Noise:
    """How uneven a household, a roof and a reading are."""

    reading_l: float = 100.0
    use_share: float = 0.25
    rain_share: float = 0.08
    habit_share: float = 0.02
    catch_share: float = 0.03


def made_log(supply, begin, days, rng, *, fault=SOUND, noise=Noise(), every=1, share=0.6):
    """A log of so many days of a record, by yield after spillage in one store, read in the evening.

    Parameters
    ----------
    supply : Supply
        Of one store, without back-up or steps.
    begin : int
        Day of the record with which it begins.
    every : int
        Days from one reading to the next.
    share : float
        How full the store is on the first morning.
    """
    (stage,) = supply.layout.stages()
    full = stage.size_l
    uses_more = 1 + rng.normal(0, noise.habit_share)
    catches_more = 1 + rng.normal(0, noise.catch_share)
    held, levels = share * full, np.full(days, np.nan)
    shown = held
    for day in range(days):
        at = begin + day
        wrong = day >= fault.day
        wanted = supply.demand_l[at] * uses_more * _uneven(rng, noise.use_share)
        comes = supply.inflow_l[at] * catches_more * _uneven(rng, noise.rain_share)
        comes *= fault.catch_share if wrong else 1.0
        held = max(0.0, held - supply.loss_l[at] - (fault.leak_l_day if wrong else 0.0))
        drawn = min(held, wanted)
        held = min(held + comes, full) - drawn
        if not (fault.sticks and wrong):
            shown = min(full, max(0.0, held + rng.normal(0, noise.reading_l)))
        if day % every == 0:
            levels[day] = shown
    start = supply.rain.dates[begin].astype(object)
    return Logged(start, supply.rain.filled_mm[begin : begin + days], levels, np.zeros(days))


def _uneven(rng, share):
    """Lognormal, 1 in the mean."""
    return np.exp(rng.normal(-0.5 * share**2, share))


def plain_design():
    """Saltmarrow with one store, and neither steps nor back-up: a supply for a plain loop."""
    document = DEMOS["saltmarrow"].property()
    household = document.household.model_copy(update={"steps": []})
    cistern = document.cistern.model_copy(update={"rule": "yas", "layout": "linked"})
    return document.model_copy(update={"household": household, "cistern": cistern})
