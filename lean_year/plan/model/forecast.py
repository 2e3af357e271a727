"""How long the water lasts: from a day and a level on, by every recorded year."""

import datetime as dt

import numpy as np
from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import FIRST_YEAR, LAST_YEAR
from lean_year.plan.model.dry_days import no_rain_days
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.supply import supply_of
from lean_year.plan.model.traces import Quantiles, quantiles_of, trace_begins, traces_from
from lean_year.property.document import Property

LAST_START = LAST_YEAR - 11
"""So that what lasts long still ends within the calendar that is kept."""


class Forecast(BaseModel):
    """The answer, on rain alone."""

    years: int
    """Recorded years that tell."""
    short_by: Quantiles
    """The day by which one of ten, every other, and nine of ten have had a short day."""
    never_short: int
    """Of them, those without a short day within a year."""
    no_rain_days: int
    """Whole days that the water lasts with no rain at all."""


def forecast(document: Property, rain: PreparedRain | None, start: dt.date, level_l: float) -> Forecast:
    """By which day the house is short, with the saving steps as entered and no back-up.

    Parameters
    ----------
    document : Property
    rain : PreparedRain or None
    start : date
        The day of the level; it is lived through itself.
    level_l : float
        Drawable water on its morning: above outlets and reserve. [L]

    Returns
    -------
    Forecast

    Raises
    ------
    InputError
        If there is no record, or a value is out of its range.
    """
    if rain is None:
        raise InputError("rain", "is needed first; bring in a record")
    if not FIRST_YEAR <= start.year <= LAST_START:
        raise InputError("date", f"must lie in the years {FIRST_YEAR} to {LAST_START}, got {start.year}")
    supply = supply_of(document, rain)
    first_short = traces_from(supply, start, level_l).first_short
    return Forecast(
        years=len(trace_begins(supply, start)),
        short_by=quantiles_of(first_short, start),
        never_short=int(np.count_nonzero(first_short == 0)),
        no_rain_days=no_rain_days(document, rain, start, level_l),
    )
