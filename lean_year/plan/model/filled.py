"""When a supply will hold so much water: from a day on, by every recorded year."""

import datetime as dt

import numpy as np
from pydantic import BaseModel

from lean_year.core.cistern.traces import first_reached
from lean_year.core.errors import InputError, require_number
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.model.traces import Quantiles, live_l, quantiles_of, trace_begins, traces_from
from lean_year.property.document import Property


class Filled(BaseModel):
    """The answer to one share."""

    years: int
    """Recorded years that tell."""
    share: float
    wanted_l: float
    reached: Quantiles
    never: int
    """Of them, those that do not get there within a year."""


def filled(
    document: Property, rain: PreparedRain | None, start: dt.date, *, level_l: float = 0.0, share: float = 1.0
) -> Filled:
    """The days by which the tanks first hold a share of what can be drawn of them when full.

    Parameters
    ----------
    document : Property
    rain : PreparedRain or None
    start : date
        The first day on which the tanks take water.
    level_l : float, default 0
        Drawable water on its morning. [L]
    share : float, default 1
        0 to 1. [-]

    Returns
    -------
    Filled

    Raises
    ------
    InputError
        If there is no record, or a value is out of its range.
    """
    require_number("share", share, low=0, high=1)
    if rain is None:
        raise InputError("rain", "is needed first; bring in a record")
    supply = supply_of(document, rain)
    return _filled(document, rain, start, level_l, share, share * live_l(supply))


def filled_to(document: Property, rain: PreparedRain, start: dt.date, *, level_l: float, wanted_l: float) -> Filled:
    """The same for so much water. [L]"""
    full_l = live_l(supply_of(document, rain))
    return _filled(document, rain, start, level_l, wanted_l / full_l if full_l > 0 else 1.0, wanted_l)


def _filled(
    document: Property, rain: PreparedRain, start: dt.date, level_l: float, share: float, wanted_l: float
) -> Filled:
    supply = supply_of(document, rain)
    days = first_reached(traces_from(supply, start, level_l).store_l, wanted_l)
    return Filled(
        years=len(trace_begins(supply, start)),
        share=share,
        wanted_l=wanted_l,
        reached=quantiles_of(days, start),
        never=int(np.count_nonzero(days == 0)),
    )
