"""Who uses how much, when, for what, and what is given up first."""

from dataclasses import dataclass
from functools import cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from lean_year.core.calendar import in_season
from lean_year.core.errors import InputError, require_number
from lean_year.core.tables import table
from lean_year.core.units import L_PER_US_GALLON

Quality = Literal["garden", "indoor", "drinking"]
"""What a use asks of the water: garden, non-drinking indoors, drinking."""
Kind = Literal["house", "garden", "animals", "other"]
"""What a saving step can cut apart from the rest."""
Days = Literal["every", "weekdays", "weekends"]
KINDS: tuple[Kind, ...] = ("house", "garden", "animals", "other")

HABITS_L_PERSON_DAY: dict[str, float] = table("uses")["habits_l_person_day"]
"""Indoor use by habit, L per person and day. Basis: common practice, no source."""
MEASURED_US_L_PERSON_DAY = 58.6 * L_PER_US_GALLON
"""Measured indoor mean, L per person and day. Basis: from memory (Residential End Uses of Water v2, 2016)."""
GREYWATER_SHARE = 0.7
"""Of the greywater made, what a garden takes where it is offered. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class Fixture:
    """A usual use indoors, L per person and day, as found and with low-use fittings."""

    key: str
    label: str
    ordinary_l_person_day: float
    low_use_l_person_day: float
    quality: Quality
    greywater: bool
    """Whether its drain could water a garden."""


@dataclass(frozen=True, slots=True)
class Animal:
    """A kind of animal and what one drinks, L per day. Basis: common practice."""

    key: str
    label: str
    low_l_day: float
    high_l_day: float


@cache
def fixtures() -> dict[str, Fixture]:
    """Usual uses indoors, in the order they should be offered. Basis: estimate."""
    return {row["key"]: Fixture(**row) for row in table("uses")["fixture"]}


@cache
def animals() -> dict[str, Animal]:
    """Animals and what they drink. Basis: common practice."""
    return {row["key"]: Animal(**row) for row in table("uses")["animal"]}


@dataclass(frozen=True, slots=True)
class Use:
    """One use of water."""

    name: str
    kind: Kind
    quality: Quality
    from_rain: bool
    """Whether the rain supply serves it."""
    litres_person_day: float = 0.0
    litres_day: tuple[float, ...] = (0.0,) * 12
    """Further use that does not follow people, by calendar month, January first. [L/d]"""

    def __post_init__(self) -> None:
        require_number(f"{self.name}: litres_person_day", self.litres_person_day, low=0, high=2_000)
        if len(self.litres_day) != 12:
            raise InputError(f"{self.name}: litres_day", "needs twelve values, January first")
        for litres in self.litres_day:
            require_number(f"{self.name}: litres_day", litres, low=0, high=1e8)


@dataclass(frozen=True, slots=True)
class Period:
    """People present between two days of the year, both included; it may run over New Year."""

    first: tuple[int, int]
    """Month and day."""
    last: tuple[int, int]
    people: float
    replaces: bool
    """True: that many are there instead of the residents and guests; False: besides them."""
    days: Days = "every"


def people_by_day(
    dates: NDArray[np.datetime64],
    *,
    residents: float,
    guests: NDArray[np.float64],
    periods: tuple[Period, ...] = (),
) -> NDArray[np.float64]:
    """How many people use water on each day.

    Parameters
    ----------
    dates : ndarray of datetime64[D], shape (n_days,)
        The days.
    residents : float
        People living there all year, 0 to 10,000. [-]
    guests : ndarray, shape (12,)
        Mean number of further people in each month, January first. [-]
    periods : tuple of Period
        Holidays away, terms, weekends. Of several that replace, the later in the list holds.

    Returns
    -------
    ndarray, shape (n_days,)
        [-]

    Raises
    ------
    InputError
        If a value is out of its range or `guests` has not twelve values.

    Examples
    --------
    >>> winter = np.arange(np.datetime64("2025-01-31"), np.datetime64("2025-02-02"))
    >>> people_by_day(winter, residents=3, guests=np.array([0.0, 1.5, *[0.0] * 10])).tolist()
    [3.0, 4.5]
    """
    require_number("residents", residents, low=0, high=10_000)
    guests = np.asarray(guests, dtype=np.float64)
    if guests.shape != (12,):
        raise InputError("guests", "needs twelve values, January first")
    if not np.all(np.isfinite(guests)) or guests.min() < 0:
        raise InputError("guests", "every month must be a number of at least 0")
    month = dates.astype("datetime64[M]").astype(np.int64) % 12 + 1
    people = residents + guests[month - 1]
    if not periods:
        return people
    weekend = (dates.astype("datetime64[D]").astype(np.int64) + 3) % 7 >= 5  # 1 January 1970 was a Thursday
    added = np.zeros_like(people)
    for period in periods:
        require_number("people", period.people, low=0, high=100_000)
        inside = in_season(dates, period.first, period.last)
        if period.days != "every":
            inside &= weekend if period.days == "weekends" else ~weekend
        if period.replaces:
            people = np.where(inside, period.people, people)
        else:
            added += np.where(inside, period.people, 0.0)
    return people + added


def use_by_day_l(use: Use, people: NDArray[np.float64], month: NDArray[np.int64]) -> NDArray[np.float64]:
    """Water one use takes each day: `people x litres a person + litres of the month`.

    Parameters
    ----------
    use : Use
        The use.
    people : ndarray, shape (n_days,)
        From `people_by_day`. [-]
    month : ndarray, shape (n_days,)
        Calendar month, 1 to 12.

    Returns
    -------
    ndarray, shape (n_days,)
        [L]

    Examples
    --------
    >>> shower = Use("Shower", "house", "drinking", True, 25.0, (0.0,) * 12)
    >>> use_by_day_l(shower, np.array([2.0, 3.0]), np.array([1, 1])).tolist()
    [50.0, 75.0]
    """
    daily = np.asarray(people * use.litres_person_day)
    if any(use.litres_day):
        daily += np.array((0.0, *use.litres_day))[month]
    return daily


@dataclass(frozen=True, slots=True)
class SavingStep:
    """What is given up while the store is below a share of its live volume. Cuts are shares, 0 to 1."""

    below_share: float
    house_cut: float = 0.0
    garden_cut: float = 0.0
    animals_cut: float = 0.0
    other_cut: float = 0.0

    def cut(self, kind: Kind) -> float:
        """Share of one kind of use that the step gives up."""
        cuts = {
            "house": self.house_cut, "garden": self.garden_cut, "animals": self.animals_cut, "other": self.other_cut
        }  # fmt: skip
        return cuts[kind]


def check_steps(steps: tuple[SavingStep, ...]) -> None:
    """Refuse saving steps whose triggers cross, or of which a later one gives up less.

    Parameters
    ----------
    steps : tuple of SavingStep
        In the order they come on as the store falls.

    Raises
    ------
    InputError
        Naming the step and what is allowed.
    """
    for number, step in enumerate(steps):
        require_number(f"steps[{number}].below_share", step.below_share, low=0, high=1)
        for kind in KINDS:
            require_number(f"steps[{number}].{kind}_cut", step.cut(kind), low=0, high=1)
        if not number:
            continue
        before = steps[number - 1]
        if step.below_share >= before.below_share:
            raise InputError(
                f"steps[{number}].below_share",
                f"must be below {before.below_share * 100:g} %, the trigger of the step before it, "
                f"got {step.below_share * 100:g} %; the triggers cross",
            )
        for kind in KINDS:
            if step.cut(kind) < before.cut(kind):
                raise InputError(
                    f"steps[{number}].{kind}_cut",
                    f"must be at least {before.cut(kind) * 100:g} %, as in the step before it, "
                    f"got {step.cut(kind) * 100:g} %",
                )
