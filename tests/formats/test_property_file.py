import json

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.generator import invent_record, record_csv, stations
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
    made = invent_record(stations()[DEMOS[name].station].climate)
    assert record.start == made.start
    assert record.depth_mm.size == 14_610
    for series in ("depth_mm", "tmin_c", "tmax_c"):
        assert getattr(record, series).tolist() == getattr(made, series).tolist()
    assert record_csv(made).startswith("date,rain_mm,tmin_c,tmax_c\n1985-10-01,")


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
        (
            broken(property__cistern__fire_reserve_l=-5),
            "property.cistern.fire_reserve_l: must be at least 0 L, got -5 L",
        ),
        (broken(property__cistern__tanks=[]), "property.cistern.tanks: "),
        (broken(property__colour="red"), "property.colour: is not a known name here"),
        (broken(property__roofs__0__runoff=1.5), r"property.roofs\[0\].runoff: must be at most 1, got 1.5"),
        (broken(property__roofs__0__material="thatch"), "must be one of 'metal'"),
        (broken(property__roofs__1__id="house"), "roofs: must have different ids"),
        (broken(property__household__guests=[0] * 11), "property.household.guests: "),
        (broken(property__version=8), "version: must be at most 7"),
        ("[" * 100_000, "nested too deep|not JSON"),
    ],
)
def test_a_bad_file_names_the_field(text, message):
    with pytest.raises(InputError, match=message):
        parse_property_file(text)
