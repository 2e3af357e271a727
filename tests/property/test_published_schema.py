"""What is published of the property file: its schema is the program’s; its example follows it and can be planned."""

import json
import subprocess
import sys
from pathlib import Path

import jsonschema_rs
import pytest

from lean_year.demo.shipped import DEMOS, demo_file
from lean_year.formats.property_file import parse_property_file

FOLDER = Path(__file__).parents[2] / "docs/property-file"
SCHEMA = json.loads((FOLDER / "schema.json").read_text("utf-8"))
EXAMPLE = json.loads((FOLDER / "example.json").read_text("utf-8"))


def test_the_published_schema_is_the_programs():
    printed = subprocess.run(
        [sys.executable, "-c", "from lean_year.cli.main import run; run()", "schema"], capture_output=True, check=True
    )
    assert json.loads(printed.stdout) == SCHEMA


def test_the_example_follows_it_and_is_read_and_planned():
    jsonschema_rs.validator_for(SCHEMA).validate(EXAMPLE)
    given = parse_property_file(json.dumps(EXAMPLE))
    assert given.rain_record is not None
    printed = subprocess.run(
        [sys.executable, "-c", "from lean_year.cli.main import run; run()", "plan", str(FOLDER / "example.json")],
        capture_output=True, check=True, text=True,
    )  # fmt: skip
    assert "Cistern" in printed.stdout


@pytest.mark.parametrize("name", DEMOS)
def test_what_is_written_follows_it(name):
    jsonschema_rs.validator_for(SCHEMA).validate(json.loads(demo_file(name).model_dump_json()))


@pytest.mark.parametrize(
    ("place", "value"),
    [(("property", "roofs", 0, "pitch_deg"), 400), (("property", "nonsense"), 1), (("format",), "another")],
)
def test_it_refuses_what_the_program_refuses(place, value):
    wrong = json.loads(json.dumps(EXAMPLE))
    at = wrong
    for step in place[:-1]:
        at = at[step]
    at[place[-1]] = value
    with pytest.raises(jsonschema_rs.ValidationError):
        jsonschema_rs.validator_for(SCHEMA).validate(wrong)
