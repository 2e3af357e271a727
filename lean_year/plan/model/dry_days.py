"""How long water lasts with no rain at all."""

import datetime as dt

import numpy as np
from numpy.typing import NDArray

from lean_year.core.calendar import mean_by_month
from lean_year.core.rain.rainfall import DailyRain, month_of
from lean_year.plan.answer.cache import cached
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.model.traces import share_of_full
from lean_year.property.document import Property

MOST_DAYS = 3_660
"""Farther nobody looks. [d]"""


def no_rain_days(document: Property, rain: PreparedRain, start: dt.date, level_l: float) -> int:
    """Whole days that drawable water lasts without a drop of rain, by the demand of those days themselves.

    Parameters
    ----------
    document : Property
    rain : PreparedRain
        Its weather, by the means of its months, makes what a garden takes.
    start : date
        The first day.
    level_l : float
        Drawable water on its morning. [L]

    Returns
    -------
    int
        0 to `MOST_DAYS`. [d]
    """
    supply = supply_of(document, dry_weather(rain, start)).on_rain_alone
    lasting = supply.spans([0], MOST_DAYS, share_of_full(supply, level_l)).first_short[0]
    return MOST_DAYS if lasting == 0 else int(lasting) - 1


@cached(4)
def dry_weather(rain: PreparedRain, start: dt.date) -> PreparedRain:
    """`MOST_DAYS` without rain from a day on, their weather the mean of each month of a record."""
    month = month_of(np.datetime64(start, "D") + np.arange(MOST_DAYS))

    def usual(values: NDArray[np.float64] | None) -> NDArray[np.float64] | None:
        return None if values is None else mean_by_month(values, rain.month)[month - 1]

    dry = DailyRain(start, np.zeros(MOST_DAYS), usual(rain.tmin_c), usual(rain.tmax_c), usual(rain.et0_mm))
    return prepare_rain(dry, "none")
