"""What goes out comes back: documents, records, and rain in any shape of table."""

import datetime as dt

import numpy as np
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from lean_year.core.rainfall import DailyRain
from lean_year.formats.property_file import parse_property_file, rain_from_record, record_from_rain
from lean_year.formats.rain_import import read_daily_rain
from lean_year.formats.strict_csv import read_strict_csv
from lean_year.property.document import (
    Cistern,
    Household,
    PlanArea,
    Property,
    PropertyFile,
    Rain,
    Rectangle,
    Roof,
)
from tests.records import write_csv

amounts = st.one_of(st.just(0.0), st.floats(0.1, 300).map(lambda mm: round(mm, 1)))
words = st.text(st.characters(exclude_categories=["C", "Z"]), min_size=1, max_size=80)


@st.composite
def documents(draw):
    """Any document that can be entered."""
    extents = st.one_of(
        st.builds(PlanArea, area_m2=st.floats(0, 1e6)),
        st.builds(Rectangle, length_m=st.floats(0, 1000), width_m=st.floats(0, 1000), along_slope=st.booleans()),
    )
    names = draw(st.lists(words, max_size=4))
    roofs = [
        Roof(
            id=f"roof-{i}",
            name=name,
            extent=draw(extents),
            pitch_deg=draw(st.floats(0, 89)),
            runoff=draw(st.none() | st.floats(0, 1)),
            on=draw(st.booleans()),
        )
        for i, name in enumerate(names)
    ]
    held = draw(st.floats(0, 1e6))
    month = st.lists(st.floats(0, 1e6), min_size=12, max_size=12)
    return Property(
        name=draw(words),
        units=draw(st.sampled_from(["metric", "us"])),
        roofs=roofs,
        rain=Rain(filling=draw(st.sampled_from(["none", "zero", "other_years"]))),
        household=Household(residents=draw(st.floats(0, 100)), guests=draw(month), garden_l_month=draw(month)),
        cistern=Cistern(
            tank_l=held + draw(st.floats(0, 1e6)), below_outlet_l=held, start_share=draw(st.floats(0, 1))
        ),
    )


@given(documents())
def test_a_document_goes_through_its_file_unchanged(document):
    file = PropertyFile(property=document)
    assert parse_property_file(file.model_dump_json()) == file


@given(st.lists(st.none() | amounts, min_size=1, max_size=60), st.dates(dt.date(1700, 1, 1), dt.date(2100, 1, 1)))
def test_a_record_goes_through_its_file_bit_by_bit(depths, start):
    rain = DailyRain(start, np.array([np.nan if mm is None else mm for mm in depths]))
    again = rain_from_record(record_from_rain(rain, name="Gauge"))
    assert again.start == rain.start
    assert again.depth_mm.tobytes() == rain.depth_mm.tobytes()


@settings(suppress_health_check=[HealthCheck.function_scoped_fixture], max_examples=25)
@given(st.lists(amounts, min_size=1, max_size=50), st.dates(dt.date(1700, 1, 1), dt.date(2100, 1, 1)))
def test_a_plain_file_is_read_as_it_was_written(tmp_path, depths, start):
    rain = DailyRain(start, np.array(depths))
    (tmp_path / "rain.csv").write_text(write_csv(rain))
    again = read_strict_csv(tmp_path / "rain.csv")
    assert (again.start, again.depth_mm.tolist()) == (start, depths)


@st.composite
def tables(draw):
    """A daily record of a rainy place and the text of a table that holds it, gaps left out."""
    start = draw(st.dates(dt.date(1900, 1, 1), dt.date(2020, 1, 1)))
    seed = draw(st.integers(0, 2**16))
    random = np.random.default_rng(seed)
    days = 420
    rain = np.where(random.random(days) < 0.5, random.gamma(0.8, 6, days) + 0.1, 0).round(1)
    gone = random.random(days) < draw(st.sampled_from([0.0, 0.1]))
    gone[[0, -1]] = False
    decimal = draw(st.sampled_from([".", ","]))
    delimiter = draw(st.sampled_from([";", "\t", "|"] if decimal == "," else [",", ";", "\t", "|"]))
    written = draw(st.sampled_from(["%Y-%m-%d", "%Y/%m/%d", "%d.%m.%Y", "%d/%m/%Y", "%m/%d/%Y", "%Y%m%d"]))
    header = draw(st.sampled_from(["date{}rain_mm\n", "Day{}Precipitation (mm)\n", ""]))
    extra = draw(st.booleans())
    rows = []
    for day in range(days):
        if gone[day]:
            continue
        cells = [(start + dt.timedelta(days=day)).strftime(written), str(rain[day]).replace(".", decimal)]
        rows.append(delimiter.join([*cells, "ok"] if extra else cells))
    order = draw(st.permutations(range(3)))
    if order[0] == 2:
        rows.reverse()
    text = header.format(delimiter) + "\n".join(rows) + draw(st.sampled_from(["", "\n", "\n\n"]))
    return start, np.where(gone, np.nan, rain), text


@settings(max_examples=60)
@given(tables())
def test_rain_comes_out_of_a_table_of_any_shape_as_it_went_in(made):
    start, rain, text = made
    read = read_daily_rain(text.encode())
    assert read.rain.start == start
    assert np.array_equal(read.rain.depth_mm, rain, equal_nan=True)
    assert read.unit == "mm"
    assert read.refused_count == 0
