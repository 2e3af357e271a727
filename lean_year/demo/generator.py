"""A seeded generator of invented daily rain.

Wet and dry days follow a two-state Markov chain and amounts a gamma distribution (Richardson 1981; Katz 1977,
from memory), both moving with the season, with wetter and drier years. For invented climates only.

`python -m lean_year.demo.generator` writes the shipped records anew.
"""

import datetime as dt
from dataclasses import dataclass
from importlib.resources import files
from pathlib import Path

import numpy as np
from numpy.typing import NDArray


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


MERROWICK = Climate(
    seed=17,
    start=dt.date(1985, 10, 1),
    end=dt.date(2025, 9, 30),
    wet_after_dry=(0.29, 0.27, 0.23, 0.18, 0.13, 0.08, 0.04, 0.03, 0.045, 0.25, 0.31, 0.31),
    wet_after_wet=(0.60, 0.58, 0.53, 0.47, 0.41, 0.33, 0.25, 0.22, 0.30, 0.54, 0.61, 0.62),
    mean_wet_day_mm=(6.6, 6.2, 5.6, 5.2, 4.9, 4.6, 4.8, 5.4, 6.4, 8.0, 7.6, 7.0),
    shape=0.72,
    year_variation=0.13,
)
RECORDS = {"saltmarrow": MERROWICK}


def invent_daily_rain_mm(climate: Climate) -> NDArray[np.float64]:
    """Daily rain in steps of 0.1 mm from `start` to `end`, the same for the same seed. [mm]"""
    random = np.random.default_rng(climate.seed)
    days = (climate.end - climate.start).days + 1
    dates = np.datetime64(climate.start, "D") + np.arange(days)
    month = dates.astype("datetime64[M]").astype(np.int64) % 12
    # The wetness of a year turns at the end of summer, and a dry year tends to follow a dry one.
    season = dates.astype("datetime64[M]").astype(np.int64) - 9
    season = season // 12 - season[0] // 12
    year_factor = np.empty(season[-1] + 1)
    carried = 0.0
    for year in range(year_factor.size):
        carried = 0.35 * carried + np.sqrt(1 - 0.35**2) * random.standard_normal()
        year_factor[year] = np.exp(climate.year_variation * carried - climate.year_variation**2 / 2)
    chance, amount = random.random(days), random.gamma(climate.shape, 1 / climate.shape, days)
    rain = np.zeros(days)
    wet = False
    for day in range(days):
        factor = year_factor[season[day]]
        odds = climate.wet_after_wet if wet else climate.wet_after_dry
        wet = bool(chance[day] < min(0.95, odds[month[day]] * factor**0.6))
        if wet:
            rain[day] = max(0.1, climate.mean_wet_day_mm[month[day]] * amount[day] * factor**0.5)
    return np.round(rain, 1)


def record_csv(climate: Climate) -> str:
    """The record as `date,rain_mm` text."""
    rain = invent_daily_rain_mm(climate)
    rows = (f"{climate.start + dt.timedelta(days=day)},{depth:g}" for day, depth in enumerate(rain))
    return "date,rain_mm\n" + "\n".join(rows) + "\n"


if __name__ == "__main__":
    for name, climate in RECORDS.items():
        Path(str(files("lean_year.demo") / f"{name}.csv")).write_text(record_csv(climate), "utf-8")
