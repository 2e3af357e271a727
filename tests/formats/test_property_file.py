import json

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.generator import RECORDS, invent_daily_rain_mm, record_csv
from lean_year.demo.shipped import DEMOS, demo_file, demo_rain
from lean_year.formats.property_file import parse_property_file, rain_from_record


def test_the_demo_goes_out_and_comes_back_the_same():
    file = demo_file("saltmarrow")
    again = parse_property_file(file.model_dump_json())
    assert again == file
    assert rain_from_record(again.rain_record).depth_mm.tolist() == demo_rain("saltmarrow").depth_mm.tolist()


@pytest.mark.parametrize("name", DEMOS)
def test_the_shipped_record_is_what_the_generator_invents(name):
    record = demo_rain(name)
    assert record.start == RECORDS[name].start
    assert record.depth_mm.size == 14_610
    assert record.depth_mm.tolist() == invent_daily_rain_mm(RECORDS[name]).tolist()
    assert record_csv(RECORDS[name]).startswith("date,rain_mm\n1985-10-01,")


def broken(**changes):
    raw = json.loads(demo_file("saltmarrow").model_dump_json(exclude={"rain_record"}))
    for path, value in changes.items():
        place = raw
        *steps, last = path.split("__")
        for step in steps:
            place = place[int(step) if step.isdigit() else step]
        place[last] = value
    return json.dumps(raw)


@pytest.mark.parametrize(
    ("text", "message"),
    [
        ("{", "line 1: is not JSON"),
        ('{"a": 1, "a": 2}', "a: is there twice"),
        ('{"a": NaN}', "NaN is not a number"),
        ('{"a": Infinity}', "Infinity is not a number"),
        ("[]", "property"),
        (broken(property__cistern__tank_l=-5), "property.cistern.tank_l: must be at least 0, got -5"),
        (broken(property__cistern__tank_l=1), "property.cistern.tank_l: must be at least what is held back"),
        (broken(property__colour="red"), "property.colour: is not a known name here"),
        (broken(property__roofs__0__runoff=1.5), r"property.roofs\[0\].runoff: must be at most 1, got 1.5"),
        (broken(property__roofs__0__material="thatch"), "must be one of 'metal'"),
        (broken(property__roofs__1__id="house"), "roofs: must have different ids"),
        (broken(property__household__guests=[0] * 11), "property.household.guests: "),
        (broken(property__version=2), "property.version: must be one of 1"),
        ("[" * 100_000, "nested too deep|not JSON"),
    ],
)
def test_a_bad_file_names_the_field(text, message):
    with pytest.raises(InputError, match=message):
        parse_property_file(text)
