"""What the household asks of the rain supply, day by day."""

from dataclasses import dataclass, field
from typing import cast

import numpy as np
from numpy.typing import NDArray

from lean_year.core.calendar import DAYS_IN_MONTH
from lean_year.core.cistern.operation import Demand
from lean_year.core.household import irrigation
from lean_year.core.household import uses as core
from lean_year.core.household.irrigation import Garden, Watering
from lean_year.core.household.uses import Kind, Quality, Use
from lean_year.core.rain.rainfall import month_of
from lean_year.plan.answer.cache import cached, cached_by_parts
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.document import Property
from lean_year.property.household import Animals, FixtureKey, Household, UseEntry
from lean_year.property.parts import month_and_day, zeros

WATERING = "watering"
# Where there is no record yet, a plain year stands in for its days.
_ANY_YEAR = np.arange(np.datetime64("2025-01-01"), np.datetime64("2026-01-01"))


@dataclass(frozen=True, slots=True)
class UseOfWater:
    """One use through the record."""

    id: str
    name: str
    kind: Kind
    quality: Quality
    from_rain: bool
    then: str | None
    """The supply that is asked for what this one lacks."""
    each_l: float
    """Litres a person and day, or a head and day; 0 where it follows neither."""
    daily_l: NDArray[np.float64]
    mean_l_day: float = field(init=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "mean_l_day", float(self.daily_l.mean()))


@dataclass(frozen=True, slots=True, eq=False)
class HouseholdDemand:
    """All uses through the record, arrays of shape (n_days,). Compared by identity, as it is kept between plans."""

    month: NDArray[np.int64]
    people: NDArray[np.float64]
    uses: tuple[UseOfWater, ...]
    watering: Watering | None
    et0_mm: NDArray[np.float64] | None
    greywater_l: NDArray[np.float64]
    """Greywater that takes the place of rain in the garden. [L]"""

    def of(self, *kinds: Kind) -> NDArray[np.float64]:
        """What the rain supply gives to some kinds of use each day. [L]"""
        total = np.zeros(self.month.size)
        for use in self.uses:
            if use.from_rain and use.kind in kinds:
                total += use.daily_l
        if "garden" in kinds:
            total -= self.greywater_l
        return total

    @property
    def total_l(self) -> NDArray[np.float64]:
        return self.of(*core.KINDS)

    @property
    def elsewhere_l(self) -> NDArray[np.float64]:
        """What other water serves each day. [L]"""
        return sum((use.daily_l for use in self.uses if not use.from_rain), np.zeros(self.month.size))

    def handed_to(self) -> set[str]:
        """The supplies that are asked for what this one lacks."""
        return {use.then for use in self.uses if use.from_rain and use.then is not None}

    def handed_share(self, household: Household, to: str) -> NDArray[np.float64]:
        """What of the demand of each day and saving step another supply is asked for, where this one lacks it;
        shape (n_steps + 1, n_days). [-]"""
        steps = [None, *(step.in_core() for step in household.steps)]
        whole = self.at_steps(household).total_l
        handed = np.zeros_like(whole)
        for row, cut in zip(handed, steps, strict=True):
            for use in self.uses:
                if use.from_rain and use.then == to:
                    row += use.daily_l * (1.0 if cut is None else 1 - cut.cut(use.kind))
        return np.divide(np.minimum(handed, whole), whole, out=np.zeros_like(whole), where=whole > 0)

    def at_steps(self, household: Household) -> Demand:
        """The demand at each saving step, as the replay takes it."""
        return _at_steps(self, tuple(step.in_core() for step in household.steps))


@cached(12)
def _at_steps(uses: HouseholdDemand, steps: tuple[core.SavingStep, ...]) -> Demand:
    kinds = {kind: uses.of(kind) for kind in core.KINDS}
    cuts = [None, *steps]

    def left(*of: Kind) -> NDArray[np.float64]:
        rows = np.zeros((len(cuts), uses.month.size))
        for row, cut in zip(rows, cuts, strict=True):
            for kind in of:
                row += kinds[kind] if cut is None else kinds[kind] * (1 - cut.cut(kind))
        return rows

    return Demand(house_l=left("house", "animals", "other"), garden_l=left("garden"))


def _indoor_uses(household: Household) -> list[tuple[str, Use, str | None, bool]]:
    """Id, use, who is asked second, and whether its drain could water a garden."""
    table, cheaper = core.fixtures(), household.cheaper
    out = []
    for entry in _habit_by_fitting(household) if household.uses is None else household.uses:
        factor = 1.0
        fitting = table[entry.fixture] if entry.fixture is not None else None
        if fitting is not None and cheaper.low_use:
            factor = fitting.low_use_l_person_day / fitting.ordinary_l_person_day
        if cheaper.dry_toilet and entry.fixture == "toilet":
            factor = 0.0
        use = Use(
            entry.name,
            entry.kind,
            entry.quality,
            entry.from_rain,
            entry.litres_person_day * factor,
            tuple(litres * factor for litres in entry.litres_day),
        )
        out.append((entry.id, use, entry.served.then, fitting is not None and fitting.greywater))
    return out


def _habit_by_fitting(household: Household) -> list[UseEntry]:
    """The habit's litres shared out over the usual fittings."""
    table = core.fixtures()
    scale = household.indoor_l_person_day / sum(each.ordinary_l_person_day for each in table.values())
    return [
        UseEntry.model_construct(
            id=key,
            name=each.label,
            fixture=cast(FixtureKey, key),
            kind="house",
            quality=each.quality,
            from_rain=True,
            litres_person_day=each.ordinary_l_person_day * scale,
            litres_day=zeros(),
            served=household.served,
        )
        for key, each in table.items()
    ]


def litres_a_head(entry: Animals) -> float:
    """Water one animal drinks: as entered, else the middle of the usual range. [L/d]"""
    usual = core.animals()[entry.animal]
    return (usual.low_l_day + usual.high_l_day) / 2 if entry.litres_head_day is None else entry.litres_head_day


def temperatures(document: Property, rain: PreparedRain) -> tuple[NDArray[np.float64], NDArray[np.float64]] | None:
    """Lowest and highest of each day: of the record, else of the site's twelve means; None where there are none."""
    if rain.tmin_c is not None and rain.tmax_c is not None:
        return rain.tmin_c, rain.tmax_c
    site = document.site
    if site.tmin_c is not None and site.tmax_c is not None:
        return np.array(site.tmin_c)[rain.month - 1], np.array(site.tmax_c)[rain.month - 1]
    return None


@cached(16)
def _radiation(rain: PreparedRain, latitude_deg: float) -> NDArray[np.float64]:
    day_of_year = (rain.dates - rain.dates.astype("datetime64[Y]")).astype(np.int64) + 1
    return irrigation.extraterrestrial_radiation_mj_m2(latitude_deg=latitude_deg, day_of_year=day_of_year)


@cached_by_parts(8, "household.irrigation", "site")
def et0_mm(document: Property, rain: PreparedRain) -> tuple[NDArray[np.float64], str]:
    """Reference evapotranspiration of each day by the way that was chosen, and the way that was possible."""
    asked = document.household.irrigation
    if asked.et0 == "record" and rain.et0_mm is not None:
        return rain.et0_mm, "record"
    known = temperatures(document, rain)
    if asked.et0 == "temperatures" and known is not None and document.site.latitude_deg is not None:
        radiation = _radiation(rain, document.site.latitude_deg)
        low, high = known
        return irrigation.hargreaves_mm(tmin_c=low, tmax_c=high, radiation_mj_m2=radiation), "temperatures"
    return np.array(asked.et0_mm_day)[rain.month - 1], "entered"


@cached(32)
def _people(
    dates: NDArray[np.datetime64], residents: float, guests: tuple[float, ...], periods: tuple[core.Period, ...]
) -> NDArray[np.float64]:
    return core.people_by_day(dates, residents=residents, guests=np.array(guests), periods=periods)


@cached_by_parts(8, "household.irrigation")
def _watering(
    document: Property, rain: PreparedRain, et0: NDArray[np.float64]
) -> tuple[Watering, NDArray[np.float64]]:
    asked = document.household.irrigation
    garden = Garden(asked.area_m2, asked.available_water_mm, asked.allowed_depletion, asked.efficiency)
    growing = np.array(asked.crop_factor)[rain.month - 1]
    watering = irrigation.water_garden(garden, rain_mm=rain.filled_mm, crop_et_mm=growing * et0)
    # Outside the season nothing is watered, however dry the soil.
    return watering, np.where(growing > 0, watering.given_l, 0.0)


DEMAND_READS = ("site", *(f"household.{name}" for name in Household.model_fields if name not in ("steps", "back_up")))


@cached_by_parts(12, *DEMAND_READS)
def demand_of(document: Property, rain: PreparedRain | None) -> HouseholdDemand:
    """Every use of a document through the record; through a plain year where there is none, without watering."""
    household = document.household
    dates = _ANY_YEAR if rain is None else rain.dates
    month = month_of(dates) if rain is None else rain.month
    people = _people(
        dates,
        household.residents,
        tuple(household.guests),
        tuple(
            core.Period(month_and_day(each.first), month_and_day(each.last), each.people, each.replaces, each.days)
            for each in household.periods
        ),
    )
    uses: list[UseOfWater] = []

    def add(
        key: str, name: str, kind: Kind, quality: Quality, each_l: float, daily_l: NDArray[np.float64],
        *, from_rain: bool, then: str | None,
    ) -> None:  # fmt: skip
        uses.append(UseOfWater(key, name, kind, quality, from_rain, then, each_l, daily_l))

    grey = np.zeros(dates.size)
    for key, use, then, drains_clean in _indoor_uses(household):
        daily = core.use_by_day_l(use, people, month)
        add(key, use.name, use.kind, use.quality, use.litres_person_day, daily, from_rain=use.from_rain, then=then)
        if drains_clean and household.cheaper.greywater_share > 0:
            grey += daily * household.cheaper.greywater_share
    for beasts in household.animals:
        label = core.animals()[beasts.animal].label
        each_l, then = litres_a_head(beasts), beasts.served.then
        daily = np.full(dates.size, beasts.heads * each_l)
        name = f"{label} × {beasts.heads:g}"
        add(beasts.id, name, "animals", "garden", each_l, daily, from_rain=beasts.from_rain, then=then)
    if any(household.garden_l_month):
        daily = (np.array(household.garden_l_month) / DAYS_IN_MONTH)[month - 1]
        then = household.garden_served.then
        add("garden", "Garden, as entered", "garden", "garden", 0.0, daily, from_rain=True, then=then)
    watering = et0 = None
    asked = household.irrigation
    if rain is not None and asked.area_m2 > 0:
        et0, _ = et0_mm(document, rain)
        watering, given = _watering(document, rain, et0)
        then = asked.served.then
        add(WATERING, "Watered garden", "garden", "garden", 0.0, given, from_rain=asked.from_rain, then=then)
    garden_l = sum((u.daily_l for u in uses if u.kind == "garden" and u.from_rain), np.zeros(dates.size))
    return HouseholdDemand(month, people, tuple(uses), watering, et0, np.minimum(grey, garden_l))
