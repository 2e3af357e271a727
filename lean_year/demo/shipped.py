"""The demo properties by name, each with its record."""

from importlib.resources import files
from pathlib import Path

from lean_year.core.errors import InputError
from lean_year.core.rainfall import DailyRain
from lean_year.demo import saltmarrow
from lean_year.formats.property_file import record_from_rain
from lean_year.formats.strict_csv import read_strict_csv
from lean_year.property.document import PropertyFile

DEMOS = ("saltmarrow",)


def demo_rain(name: str) -> DailyRain:
    """The invented record that ships with a demo property."""
    return read_strict_csv(Path(str(files("lean_year.demo") / f"{name}.csv")))


def demo_file(name: str) -> PropertyFile:
    """A demo property as a complete property file.

    Raises
    ------
    InputError
        If no demo has that name.
    """
    if name not in DEMOS:
        raise InputError("name", f"must be one of {', '.join(DEMOS)}, got {name!r}")
    record = record_from_rain(demo_rain(name), name=saltmarrow.RECORD_NAME, note=saltmarrow.RECORD_NOTE)
    return PropertyFile(property=saltmarrow.saltmarrow(), rain_record=record)
