"""A seeded generator of invented daily weather.

Wet and dry days follow a two-state Markov chain and amounts a gamma distribution (Richardson 1981; Katz 1977,
from memory), both moving with the season, with wetter and drier years. Temperatures follow the season with a day's
memory of the day before. For invented climates only.

`python -m lean_year.demo.write_records` writes the shipped records anew.
"""

import datetime as dt
import tomllib
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Any

import numpy as np
from numpy.typing import NDArray

from lean_year.core.rain.rainfall import DailyRain

_TEMPERATURE_STREAM = 7_919
_MEMORY, _SWING_C = 0.75, 3.2


@dataclass(frozen=True, slots=True)
class Climate:
    """An invented climate. Lists run January first."""

    seed: int
    start: dt.date
    end: dt.date
    wet_after_dry: tuple[float, ...]
    """Chance of rain after a dry day."""
    wet_after_wet: tuple[float, ...]
    """Chance of rain after a wet day."""
    mean_wet_day_mm: tuple[float, ...]
    shape: float
    """Shape of the gamma distribution of wet-day amounts."""
    year_variation: float
    """Coefficient of variation of the factor that makes a year wet or dry."""
    mean_c: tuple[float, ...]
    """Mean temperature of each month."""
    daily_range_c: tuple[float, ...]
    """Mean of highest less lowest in each month."""


@dataclass(frozen=True, slots=True)
class Station:
    """An invented station of the archive."""

    key: str
    name: str
    region: str
    latitude_deg: float
    elevation_m: float
    about: str
    climate: Climate


@cache
def stations() -> dict[str, Station]:
    """The archive, in the order it should be offered."""
    table = tomllib.loads((files("lean_year.demo") / "archive.toml").read_text("utf-8"))
    return {row["key"]: _station(row) for row in table["station"]}


def _station(row: dict[str, Any]) -> Station:
    climate = {
        name: tuple(row[name])
        for name in ("wet_after_dry", "wet_after_wet", "mean_wet_day_mm", "mean_c", "daily_range_c")
    }
    return Station(
        **{name: row[name] for name in ("key", "name", "region", "latitude_deg", "elevation_m", "about")},
        climate=Climate(
            seed=row["seed"],
            start=row["start"],
            end=row["end"],
            shape=row["shape"],
            year_variation=row["year_variation"],
            **climate,
        ),
    )


def _dates(climate: Climate) -> NDArray[np.datetime64]:
    return np.datetime64(climate.start, "D") + np.arange((climate.end - climate.start).days + 1)


def invent_daily_rain_mm(climate: Climate) -> NDArray[np.float64]:
    """Daily rain in steps of 0.1 mm from `start` to `end`, the same for the same seed. [mm]"""
    random = np.random.default_rng(climate.seed)
    dates = _dates(climate)
    month = dates.astype("datetime64[M]").astype(np.int64) % 12
    # The wetness of a year turns at the end of summer, and a dry year tends to follow a dry one.
    season = dates.astype("datetime64[M]").astype(np.int64) - 9
    season = season // 12 - season[0] // 12
    year_factor = np.empty(season[-1] + 1)
    carried = 0.0
    for year in range(year_factor.size):
        carried = 0.35 * carried + np.sqrt(1 - 0.35**2) * random.standard_normal()
        year_factor[year] = np.exp(climate.year_variation * carried - climate.year_variation**2 / 2)
    chance = random.random(dates.size)
    amount = random.gamma(climate.shape, 1 / climate.shape, dates.size)
    rain = np.zeros(dates.size)
    wet = False
    for day in range(dates.size):
        factor = year_factor[season[day]]
        odds = climate.wet_after_wet if wet else climate.wet_after_dry
        wet = bool(chance[day] < min(0.95, odds[month[day]] * factor**0.6))
        if wet:
            rain[day] = max(0.1, climate.mean_wet_day_mm[month[day]] * amount[day] * factor**0.5)
    return np.round(rain, 1)


def invent_temperatures_c(
    climate: Climate, rain_mm: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Lowest and highest of each day in steps of 0.1; a wet day swings less. [deg C]"""
    random = np.random.default_rng((climate.seed, _TEMPERATURE_STREAM))
    dates = _dates(climate)
    day_of_year = (dates - dates.astype("datetime64[Y]")).astype(np.int64)
    middle = np.array([15, 45, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349])

    def seasonal(values: tuple[float, ...]) -> NDArray[np.float64]:
        return np.asarray(np.interp(day_of_year, middle, values, period=365.25))

    noise = np.empty(dates.size)
    carried = 0.0
    for day, shock in enumerate(random.standard_normal(dates.size)):
        carried = _MEMORY * carried + np.sqrt(1 - _MEMORY**2) * shock
        noise[day] = carried
    mean = seasonal(climate.mean_c) + _SWING_C * noise
    half = seasonal(climate.daily_range_c) / 2 * np.where(rain_mm > 0, 0.75, 1.1)
    return np.round(mean - half, 1), np.round(mean + half, 1)


def invent_record(climate: Climate) -> DailyRain:
    """A daily record with temperatures."""
    rain = invent_daily_rain_mm(climate)
    low, high = invent_temperatures_c(climate, rain)
    return DailyRain(climate.start, rain, tmin_c=low, tmax_c=high)


def record_csv(record: DailyRain) -> str:
    """The record as `date,rain_mm,tmin_c,tmax_c` text."""
    assert record.tmin_c is not None
    assert record.tmax_c is not None
    rows = (
        f"{record.start + dt.timedelta(days=day)},{depth:g},{low:g},{high:g}"
        for day, (depth, low, high) in enumerate(zip(record.depth_mm, record.tmin_c, record.tmax_c, strict=True))
    )
    return "date,rain_mm,tmin_c,tmax_c\n" + "\n".join(rows) + "\n"


def read_record_csv(text: str) -> DailyRain:
    """What `record_csv` wrote."""
    lines = text.splitlines()
    values = np.array([line.split(",")[1:] for line in lines[1:]], dtype=np.float64)
    return DailyRain(
        dt.date.fromisoformat(lines[1][:10]),
        values[:, 0].copy(),
        tmin_c=values[:, 1].copy(),
        tmax_c=values[:, 2].copy(),
    )
