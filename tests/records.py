"""Rain records for tests: real ones that packages carry, and plain ones made here."""

import datetime as dt
from functools import cache
from importlib.resources import files

import numpy as np
import pandas as pd
from numpy.typing import NDArray
from vega_datasets import data

from lean_year.core.rain.rainfall import DailyRain


@cache
def seattle() -> DailyRain:
    """Seattle, daily rain 2012 to 2015, from the package vega_datasets (NOAA). [mm]"""
    table = data.seattle_weather()
    dates = table["date"].to_numpy().astype("datetime64[D]")
    assert np.all(np.diff(dates) == np.timedelta64(1, "D"))
    return DailyRain(dates[0].astype(object), table["precipitation"].to_numpy(dtype=np.float64))


def _climate(place: str) -> DailyRain:
    table = pd.read_csv(str(files("aquacrop") / f"data/{place}_climate.txt"), sep=r"\s+")
    start = dt.date(int(table["Year"][0]), int(table["Month"][0]), int(table["Day"][0]))
    rain, low, high, et0 = (
        table[name].to_numpy(dtype=np.float64) for name in ("Prcp(mm)", "Tmin(C)", "Tmax(C)", "Et0(mm)")
    )
    return DailyRain(start, rain, tmin_c=low, tmax_c=high, et0_mm=et0)


@cache
def brussels() -> DailyRain:
    """Brussels, 1976 to 2005, from the climate files of the package aquacrop. [mm, deg C]"""
    return _climate("brussels")


@cache
def cordoba() -> DailyRain:
    """Córdoba in Argentina, 1991 to 2021, from the climate files of the package aquacrop: dry winters. [mm, deg C]"""
    return _climate("cordoba")


def brussels_dates() -> NDArray[np.datetime64]:
    """The dates as the file gives them, to hold the daily index against."""
    path = files("aquacrop") / "data/brussels_climate.txt"
    table = pd.read_csv(str(path), sep=r"\s+")
    return pd.to_datetime(table[["Year", "Month", "Day"]]).to_numpy().astype("datetime64[D]")


def write_csv(rain: DailyRain) -> str:
    """A record in the plain form of the command line."""
    rows = (f"{rain.start + dt.timedelta(days=day)},{depth:g}" for day, depth in enumerate(rain.depth_mm))
    return "date,rain_mm\n" + "\n".join(rows) + "\n"
