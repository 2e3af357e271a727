"""The unit of temperatures in a table of days: by choice, by their columns, by what is possible."""

import numpy as np
import pytest

from lean_year.formats.rain.account import Choices
from lean_year.formats.rain.rain_import import read_rain_file

DAYS = 800
AT = np.arange(DAYS)
HIGH_C = 17 - 13 * np.cos(2 * np.pi * AT / 365.25)
"""From 4 to 30 degrees Celsius through the year."""
LOW_C = HIGH_C - 9
TO = {"celsius": lambda c: c, "tenth_celsius": lambda c: c * 10, "fahrenheit": lambda c: c * 1.8 + 32}
RAIN = {"mm": 1.0, "inch": 1 / 25.4, "tenth_mm": 10.0}


def file_of(unit, rain_unit, names=("tmin", "tmax"), slip=None, colder=0.0):
    low, high = (TO[unit](each - colder).round(1) for each in (LOW_C, HIGH_C))
    if slip is not None:
        high[400] = slip
    rain = np.where(AT % 3 == 0, 6.0, 0.0) * RAIN[rain_unit]
    days = np.datetime64("2001-01-01") + AT
    rows = [f"{day},{depth:.3f},{lo},{hi}" for day, depth, lo, hi in zip(days, rain, low, high, strict=True)]
    rain_name = {"mm": "rain_mm", "inch": "rain_in", "tenth_mm": "rain 0.1 mm"}[rain_unit]
    return "\n".join([f"date,{rain_name},{names[0]},{names[1]}", *rows]).encode()


def read(*args, chosen=None, **kwargs):
    return read_rain_file(file_of(*args, **kwargs), Choices(temperature_unit=chosen))


@pytest.mark.parametrize("unit", TO)
@pytest.mark.parametrize("rain_unit", RAIN)
def test_temperatures_are_read_in_what_they_are_whatever_the_rain_is_in(unit, rain_unit):
    found = read(unit, rain_unit)
    assert found.account.unit == rain_unit
    assert found.account.temperature_unit == unit
    assert np.nanmax(np.abs(found.rain.tmax_c - HIGH_C)) < 0.06
    assert np.nanmax(np.abs(found.rain.tmin_c - LOW_C)) < 0.06


@pytest.mark.parametrize(("unit", "rain_unit", "slip"), [("fahrenheit", "inch", 912), ("celsius", "mm", 215)])
def test_one_slip_of_the_pen_changes_no_unit_and_is_left_out(unit, rain_unit, slip):
    found = read(unit, rain_unit, slip=slip)
    assert found.account.temperature_unit == unit
    assert np.isnan(found.rain.tmax_c[400])
    assert np.isnan(found.rain.tmax_c).sum() == 1


@pytest.mark.parametrize(
    ("names", "unit"),
    [
        (("TMIN (°F)", "TMAX (°F)"), "fahrenheit"),
        (("tminf", "tmaxf"), "fahrenheit"),
        (("tmin_c", "tmax_c"), "celsius"),
        (("Tmin deg C", "Tmax deg C"), "celsius"),
    ],
)
def test_what_the_columns_are_called_goes_before_what_is_likely(names, unit):
    """Twenty degrees colder all fit two units: only the name can tell."""
    found = read(unit, "inch" if unit == "celsius" else "mm", names=names, colder=15)
    assert (found.account.temperature_unit, found.account.temperature_reason) == (unit, "as their columns are called")
    assert np.nanmax(np.abs(found.rain.tmax_c - (HIGH_C - 15))) < 0.06


def test_a_person_has_the_last_word():
    found = read("celsius", "mm", names=("tmin_c", "tmax_c"), chosen="fahrenheit")
    assert (found.account.temperature_unit, found.account.temperature_reason) == ("fahrenheit", "as you chose")
    assert found.rain.tmax_c[0] == pytest.approx((round(HIGH_C[0], 1) - 32) / 1.8)


def test_a_frost_of_nine_degrees_is_no_missing_value():
    low = file_of("celsius", "mm").decode().splitlines()
    low[200] = ",".join([*low[200].split(",")[:2], "-9.0", "2.0"])
    found = read_rain_file("\n".join(low).encode(), Choices())
    assert found.rain.tmin_c[199] == -9.0


def test_a_file_without_temperatures_has_no_unit_of_them():
    text = "\n".join(",".join(line.split(",")[:2]) for line in file_of("celsius", "mm").decode().splitlines())
    assert read_rain_file(text.encode(), Choices()).account.temperature_unit is None


def test_why_it_is_that_unit_is_said_as_it_was_found():
    def why(*args, **kwargs):
        return read(*args, **kwargs).account.temperature_reason

    assert why("celsius", "mm") == "which goes with the rain's unit"
    assert why("fahrenheit", "inch") == "which goes with the rain's unit"
    assert why("fahrenheit", "mm") == "which fits their values"
    assert why("celsius", "inch") == "which fits their values"
    assert why("celsius", "mm", names=("tmin (C)", "tmax (C)")) == "as their columns are called"
    assert why("celsius", "mm", chosen="celsius") == "as you chose"
