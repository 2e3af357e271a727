"""Write what docs/property-file publishes: the JSON Schema of the property file, and a small example that follows it;
and docs/examples, each starting point as a property file.

Run by `make schema`; a test holds both to the program.
"""

import datetime as dt
import json
from pathlib import Path

import numpy as np

from lean_year.core.rain.rainfall import DailyRain
from lean_year.formats.property_file import record_from_rain
from lean_year.property.document import PropertyFile
from lean_year.property.layouts import STARTING_POINTS, StartingPoint
from lean_year.property.start import new_property
from lean_year.property.starting_points import begun_from

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


EXAMPLES = Path(__file__).parent.parent / "docs/examples"
ROOF_AREA_M2 = {
    "barrel": 30, "slim": 60, "buried": 120, "pit": 150, "house-bank": 280, "ring": 600, "precast": 240,
    "school": 900, "roof-tank": 140, "mortar": 400,
}  # fmt: skip


def example_of(point: StartingPoint) -> str:
    """A starting point as a property begins with it, for as many people as it is usual for."""
    area = ROOF_AREA_M2[point.key]
    document = begun_from(point.key, name=point.name, roof_area_m2=area, people=point.usual_people)
    return PropertyFile(property=document).model_dump_json(indent=1, exclude_none=True) + "\n"


if __name__ == "__main__":
    FOLDER.mkdir(exist_ok=True)
    EXAMPLES.mkdir(exist_ok=True)
    for each in STARTING_POINTS:
        (EXAMPLES / f"{each.key}.json").write_text(example_of(each), "utf-8")
    (FOLDER / "schema.json").write_text(schema(), "utf-8")
    (FOLDER / "example.json").write_text(example(), "utf-8")
