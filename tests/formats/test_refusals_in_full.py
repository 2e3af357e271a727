"""What is said of a file that cannot be read, whole: the place, what is wrong, and what is allowed."""

import json

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_file
from lean_year.formats.geojson_roofs import read_geojson_roofs
from lean_year.formats.property_file import file_text, parse_property_file, rain_from_record, strict_json
from lean_year.formats.pump_curve import read_pump_curve
from lean_year.formats.rain.monthly_rain import read_monthly
from lean_year.formats.rain.rain_import import archive_account, read_rain_file
from lean_year.formats.rain.swmm_rain import read_swmm_rain
from lean_year.formats.strict_csv import read_strict_csv
from tests.formats.rain.test_rain_import import table
from tests.formats.rain.test_station_files import RAIN, START, dly
from tests.formats.test_geojson_roofs import box, collection, polygon

MB = 1024 * 1024
SQUARE = box(11.0, 47.0)


def rain(text):
    return lambda _: read_rain_file(text if isinstance(text, bytes) else text.encode())


def strict(data):
    def read(folder):
        file = folder / "rain.csv"
        file.write_bytes(data)
        return read_strict_csv(file)

    return read


def geojson(raw, near=None):
    return lambda _: read_geojson_roofs(raw if isinstance(raw, str) else json.dumps(raw), near)


def curve(text, flow="L/s", head="m"):
    return lambda _: read_pump_curve(text, flow_unit=flow, head_unit=head)


def months(text):
    return lambda _: read_monthly(text)


def swmm(*lines):
    return lambda _: read_swmm_rain("\n".join(lines))


def rows_of(*rows):
    return "date,rain_mm\n" + "\n".join(rows)


def property_from(year):
    def read(_):
        raw = json.loads(demo_file("saltmarrow").model_dump_json())
        raw["rain_record"] |= {"start": f"{year}-10-01"}
        return rain_from_record(parse_property_file(json.dumps(raw)).rain_record)

    return read


YEARS = "\n".join(f"{year}," + ",".join(["40"] * 12) for year in range(1990, 2002))
TALL = [f"{1990 + month // 12}-{month % 12 + 1:02d},40" for month in range(150)]
REFUSED = {
    # Rain of any layout.
    "nothing": (rain(b""), "file: is empty"),
    "too much": (rain(b"1" * (16 * MB + 1)), "file: may have at most 16 MB"),
    "a picture": (rain(b"\x89PNG\0\0"), "file: is not a text file; save the table as CSV first"),
    "half a mark": (rain(b"\xff\xfe\x00"), "file: begins like UTF-16 text but is not"),
    "blank": (rain("\n\n"), "file: is empty"),
    "one column": (
        rain("here\nare\nwords\n"),
        "line 1: no delimiter found; a comma, semicolon, tab, bar or space must part the columns: 'here'",
    ),
    "words": (
        rain("a,b\nc,d\n"),
        "line 1: no column of dates found; use dates like 2024-01-31 or 31/01/2024, or columns year, month, day",
    ),
    "many lines": (rain("1\n" * 500_001), "file: has 500,001 lines; a table of rain may have at most 500,000"),
    "long lines": (
        rain("date,rain\n" + "2001-01-01," + "1" * 4_000),
        "file: has a line of more than 4,000 characters; a table has a row on each line",
    ),
    "many cells": (
        rain(("2001-01-01" + ",1" * 900 + "\n") * 4_500),
        "file: has 4,050,000 cells; a table of rain may have at most 4,000,000",
    ),
    "two orders of dates": (
        rain(rows_of("13/02/2001,1", "02/13/2001,1", *(f"01/{day:02d}/2001,0" for day in range(1, 13)))),
        "dates: are in two orders: line 2 has the day first, line 3 the month first; "
        "fix the file or choose one order",
    ),
    "a short record": (
        rain(rows_of(*(f"2001-01-{day:02d},1" for day in range(1, 31)))),
        "file: holds 30 days; a record needs at least a year",
    ),
    "a long record": (
        rain(rows_of("1600-01-01,1", *(f"2199-01-{day:02d},1" for day in range(1, 31)))),
        "dates: run from 1600-01-01 to 2199-01-30; a record may span at most 200,000 days",
    ),
    "no rain in it": (rain(table(lambda date, _: f"{date},")), "file: has dates but no rain"),
    # The plain file of the command line.
    "another header": (strict(b"day,mm\n2001-01-01,1\n"), "rain line 1: must be date,rain_mm"),
    "no days": (strict(b"date,rain_mm\n"), "rain line 2: the file has no days"),
    "no row": (
        strict(b"date,rain_mm\n2001-01-01;1\n"),
        "rain line 2: must be a date and a depth like 2024-01-31,4.2, got '2001-01-01;1'",
    ),
    "no such day": (strict(b"date,rain_mm\n2001-02-30,1\n"), "rain line 2: 2001-02-30 is not a date"),
    "another age": (
        strict(b"date,rain_mm\n1599-01-01,1\n"),
        "rain line 2: the year must be from 1600 to 2200, got 1599-01-01",
    ),
    "a day left out": (
        strict(b"date,rain_mm\n2001-01-01,1\n2001-01-03,1\n"),
        "rain line 3: 2001-01-03 comes after a gap; 2001-01-02 was expected",
    ),
    "no depth": (
        strict(b"date,rain_mm\n2001-01-01,wet\n"),
        "rain line 2: rain_mm must be a number from 0 to 1,825, got 'wet'",
    ),
    "a flood": (strict(b"date,rain_mm\n2001-01-01,1826\n"), "rain line 2: rain_mm must be from 0 to 1,825, got 1826"),
    # An engine's rain file.
    "no line of it": (
        swmm("G1 2001 01 01 0 0"),
        "line 1: must be station, year, month, day, hour, minute, depth, got 'G1 2001 01 01 0 0'",
    ),
    "two gauges": (swmm("G1 2001 1 1 0 0 1", "G2 2001 1 1 0 0 1"), "line 2: begins a second station, G2, after G1"),
    "no such hour": (swmm("G1 2001 1 1 25 0 1"), "line 1: has no such day or time: 'G1 2001 1 1 25 0 1'"),
    "no such age": (swmm("G1 1500 1 1 0 0 1"), "line 1: the year must be from 1600 to 2200, got 1500"),
    "less than none": (swmm("G1 2001 1 1 0 0 -1"), "line 1: rain cannot be negative: -1"),
    "only words": (swmm("; nothing"), "file: has no line with rain"),
    "ages of it": (
        swmm("G1 1600 1 1 0 0 1", "G1 2200 1 1 0 0 1"),
        "dates: span 219,147 days; a record may span at most 200,000",
    ),
    # A station's fixed width.
    "no month": (rain(dly().replace("200301PRCP", "200313PRCP", 1)), "line 1: has no month of the calendar: 2003-13"),
    "snow alone": (
        rain(dly().replace("PRCP", "SNWD")),
        "file: has no rain (element PRCP) for XX000012345",
    ),
    # Totals by the month.
    "a year twice": (months(f"{YEARS}\n1990,{','.join(['1'] * 12)}"), "file: has a year twice"),
    "a month twice": (months("\n".join([*TALL, "1990-02,7"])), "line 151: 1990-02 is there twice"),
    "a month of words": (months(YEARS.replace("1991,40", "1991,some")), "line 2: not a number: 'some'"),
    "a month below none": (months(YEARS.replace("1991,40", "1991,-4")), "line 2: rain cannot be negative: -4"),
    # Outlines.
    "no JSON": (geojson("{"), "file: is not GeoJSON that can be read"),
    "no object": (geojson([]), "file: must be a GeoJSON object"),
    "no feature": (
        geojson({"type": "FeatureCollection", "features": []}),
        "file.features: must list at least one feature",
    ),
    "a line": (geojson({"type": "LineString"}), "file: must be a Polygon, got 'LineString'; roofs are areas"),
    "no rings": (geojson({"type": "Polygon", "coordinates": 3}), "file.coordinates: must hold rings of positions"),
    "a courtyard": (
        geojson({"type": "Polygon", "coordinates": [[*SQUARE, SQUARE[0]], [*SQUARE, SQUARE[0]]]}),
        "file: has a hole; draw the roof round it as two outlines, or give its plan area as a number",
    ),
    "two corners": (
        geojson({"type": "Polygon", "coordinates": [[SQUARE[0], SQUARE[1], SQUARE[0]]]}),
        "outline 1: must have at least four positions, the last as the first",
    ),
    "words for corners": (
        geojson({"type": "Polygon", "coordinates": [["a", "b", "c", "a"]]}),
        "outline 1: must hold positions [longitude, latitude]",
    ),
    "left open": (
        geojson({"type": "Polygon", "coordinates": [[*SQUARE, [11.5, 47.5]]]}),
        "outline 1: must end where it begins",
    ),
    "round": (
        geojson(polygon(*([11 + at / 1e6, 47 + at * at / 1e9] for at in range(201)))),
        "outline 1: may have at most 200 corners, got 201; draw it with fewer",
    ),
    "a town": (geojson(collection(*[polygon(*SQUARE)] * 41)), "file: may hold at most 40 outlines, got 41"),
    "far apart": (
        geojson(collection(polygon(*SQUARE), polygon(*box(12.0, 47.0)))),
        "file: its outlines lie 76 km apart; are they of one property?",
    ),
    "in metres": (
        geojson(polygon(*box(4_400_000, 47.0))),
        "file: has a longitude beyond 180 degrees; the coordinates must be degrees, not metres",
    ),
    "latitude first": (
        geojson(polygon(*box(100.0, 120.0))),
        "file: positions are [longitude, latitude]; these look as if they had the latitude first",
    ),
    "latitude first, by where the property lies": (
        geojson(polygon(*box(47.0, 11.0)), 47.2),
        "file: positions are [longitude, latitude]; these look as if they had the latitude first",
    ),
    # A pump's points.
    "one number": (curve("1 2\n3\n"), "line 2: must be a flow and a head, two numbers, got '3'"),
    "below zero": (curve("1 2\n3 -1\n"), "line 2: must not be below zero, got '3 -1'"),
    "many points": (curve("\n".join(f"{i} {90 - i}" for i in range(31))), "text: must have at most 30 points"),
    "a book": (curve("1" * 20_001), "text: must have at most 20,000 characters, got 20,001"),
    # A property's file.
    "a large property": (lambda _: file_text(b" " * (16 * MB + 1)), "file: may have at most 16 MB"),
    "not in UTF-8": (lambda _: file_text(b"\xff"), "file: is not a text file in UTF-8"),
    "a key twice": (lambda _: strict_json('{"a": 1, "a": 2}'), "a: is there twice in the same object"),
    "not a number": (lambda _: strict_json("[NaN]"), "file: NaN is not a number that can be used"),
    "broken off": (
        lambda _: strict_json('{"a": '),
        "line 1: is not JSON at column 7: Expecting value",
    ),
    "deep": (
        lambda _: strict_json("[" * 100_000),
        "file: is nested too deep or holds a number too long to read",
    ),
    "a record of another age": (
        property_from(1590),
        "rain_record.start: the record must lie in the years 1600 to 2200, begins 1590-10-01",
    ),
}


@pytest.mark.parametrize("what", REFUSED)
def test_a_file_that_cannot_be_read_is_refused_in_these_words(what, tmp_path):
    read, words = REFUSED[what]
    with pytest.raises(InputError) as refused:
        read(tmp_path)
    assert str(refused.value) == words


def test_a_plain_file_over_the_limit_is_refused_with_it(tmp_path):
    with pytest.raises(InputError) as refused:
        strict(b"1" * (16 * MB + 1))(tmp_path)
    assert str(refused.value) == f"rain: the file may have at most 16 MB: {tmp_path / 'rain.csv'}"


@pytest.mark.parametrize("cells", [3, 16 * MB])
def test_what_is_as_large_as_it_may_be_is_read(cells):
    assert file_text(b" " * cells) == " " * cells


def test_blank_lines_and_other_elements_within_a_station_s_file_are_passed_over():
    lines = dly().splitlines()
    snow = [line.replace("PRCP", "SNWD") for line in lines if "PRCP" in line]
    mixed = [*snow[:3], lines[0], "", "   ", *snow[3:], *lines[1:]]
    assert read_rain_file("\n".join(mixed).encode()).rain.depth_mm == pytest.approx(RAIN)


def test_the_archive_is_accounted_for_in_its_own_unit():
    said = archive_account(DailyRain(START, RAIN), "Hill").account
    assert (said.layout, said.station, said.unit, said.unit_reason) == (
        "archive", "Hill", "mm", "the archive is in millimetres",
    )  # fmt: skip
    assert (said.rows, said.weather) == (RAIN.size, [])
    with_weather = archive_account(DailyRain(START, RAIN, RAIN - 5, RAIN + 5), "Hill").account
    assert with_weather.weather == ["lowest and highest temperature"]
    assert np.isclose(said.mean_year_mm, RAIN.sum() / 2, rtol=0.01)
