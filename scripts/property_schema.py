"""Write what docs/property-file publishes: the JSON Schema of the property file, and a small example that follows it.

Run by `make schema`; a test holds both to the program.
"""

import datetime as dt
import json
from pathlib import Path

import numpy as np

from lean_year.core.rain.rainfall import DailyRain
from lean_year.formats.property_file import record_from_rain
from lean_year.property.document import PropertyFile
from lean_year.property.start import new_property

RAIN_MM = [0.0, 4.2, 11.6, 0.4, 0.0, 0.0, 0.0, 7.8, 19.0, 2.2, 0.0, 0.0, 1.4, 0.0]
FOLDER = Path(__file__).parent.parent / "docs/property-file"


def schema() -> str:
    """As `lean-year schema` prints it."""
    return json.dumps(PropertyFile.model_json_schema(), indent=1) + "\n"


def example() -> str:
    """An invented hut of two people with what a new property begins with, and two weeks of rain."""
    document = new_property(name="The hut above the weir", roof_area_m2=60, people=2)
    rain = DailyRain(start=dt.date(2025, 10, 1), depth_mm=np.array(RAIN_MM))
    record = record_from_rain(rain, name="Two weeks, invented", note="Not an observation of any real place.")
    return PropertyFile(property=document, rain_record=record).model_dump_json(indent=1, exclude_none=True) + "\n"


if __name__ == "__main__":
    FOLDER.mkdir(exist_ok=True)
    (FOLDER / "schema.json").write_text(schema(), "utf-8")
    (FOLDER / "example.json").write_text(example(), "utf-8")
