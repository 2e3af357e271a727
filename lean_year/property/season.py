"""When part of a supply is out of use in each year, such as a store that is drained before frost."""

import datetime as dt

from pydantic import model_validator

from lean_year.core.errors import InputError
from lean_year.property.parts import CalendarDay, Part, month_and_day

LEAST_IN_USE_D = 30
_YEAR_D, _NO_LEAP_YEAR = 365, 2023


class OutOfUse(Part):
    """From the first day to the last, both included, also over New Year."""

    first: CalendarDay = "11-01"
    last: CalendarDay = "03-31"

    @property
    def days(self) -> tuple[tuple[int, int], tuple[int, int]]:
        """Month and day of the first and of the last."""
        return month_and_day(self.first), month_and_day(self.last)

    @property
    def days_of_any_year(self) -> tuple[tuple[int, int], tuple[int, int]]:
        """The same in a year that is no leap year."""
        first, last = ((month, min(day, 28) if month == 2 else day) for month, day in self.days)
        return first, last

    @model_validator(mode="after")
    def _leaves_some_of_the_year(self) -> "OutOfUse":
        first, last = (dt.date(_NO_LEAP_YEAR, *each) for each in self.days_of_any_year)
        in_use_d = _YEAR_D - ((last - first).days % _YEAR_D + 1)
        if in_use_d < LEAST_IN_USE_D:
            raise InputError(
                "last", f"must leave at least {LEAST_IN_USE_D} days of the year in use, leaves {max(0, in_use_d)}"
            )
        return self


def usual_winter(latitude_deg: float | None) -> OutOfUse:
    """When a store for a garden is drained where nobody has said it. Basis: estimate."""
    south = latitude_deg is not None and latitude_deg < 0
    return OutOfUse(first="05-01", last="08-31") if south else OutOfUse()
