"""What goes out comes back: documents, records, and rain in any shape of table."""

import datetime as dt

import numpy as np
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from lean_year.core.cistern.lean import SIDES
from lean_year.core.ground.foundation import BASES
from lean_year.core.rain.rainfall import DailyRain
from lean_year.formats.property_file import parse_property_file, rain_from_record, record_from_rain
from lean_year.formats.rain.rain_import import read_rain_file
from lean_year.formats.strict_csv import read_strict_csv
from lean_year.property.audit import Audit, Condition
from lean_year.property.cistern import Cistern, Lean, Tank
from lean_year.property.climate import Climate
from lean_year.property.document import Property, PropertyFile, Rain, Site
from lean_year.property.household import (
    Animals,
    BackUpEntry,
    CheaperWater,
    Household,
    Irrigation,
    PeriodEntry,
    StepEntry,
    UseEntry,
)
from lean_year.property.permits import Permit
from lean_year.property.photos import Arrow, Photo
from lean_year.property.roofs import Drain, Outline, PlanArea, Rectangle, Roof, SnowEntry
from lean_year.property.survey import Seen
from lean_year.property.tank_shapes import Box, LyingCylinder, Pit, Slim, UprightCylinder, Volume
from tests.ground_documents import grounds
from tests.lift_documents import pumps, trains
from tests.records import write_csv
from tests.water_path_documents import downpipe_rows, downpours, flushes, gutters, heights, inlets, levels, overflows

amounts = st.one_of(st.just(0.0), st.floats(0.1, 300).map(lambda mm: round(mm, 1)))
words = st.text(st.characters(exclude_categories=["C", "Z"]), min_size=1, max_size=80)


metres = st.floats(0.2, 12)
share = st.floats(0, 1)
ports = st.none() | st.floats(10, 200)
month = st.lists(st.floats(0, 1e6), min_size=12, max_size=12)
SHAPES = st.one_of(
    st.builds(Volume, volume_l=st.floats(0, 1e6), height_m=st.floats(1, 4)),
    st.builds(UprightCylinder, diameter_m=metres, height_m=st.floats(1, 4)),
    st.builds(
        lambda a, b, h: Slim(length_m=max(a, b), width_m=min(a, b), height_m=h), metres, metres, st.floats(1, 4)
    ),
    st.builds(Box, length_m=metres, width_m=metres, height_m=st.floats(1, 4)),
    st.builds(LyingCylinder, diameter_m=st.floats(1, 4), length_m=metres),
    st.builds(Pit, length_m=metres, width_m=metres, height_m=st.floats(1, 4), void_ratio=st.floats(0.2, 1)),
)
EXTENTS = st.one_of(
    st.builds(PlanArea, area_m2=st.floats(0, 1e6)),
    st.builds(Rectangle, length_m=st.floats(0, 1000), width_m=st.floats(0, 1000), along_slope=st.booleans()),
    st.builds(lambda x, y: Outline(points_m=[[0, 0], [x, 0], [x, y]]), st.floats(0.5, 90), st.floats(0.5, 90)),
)


leans = st.none() | st.builds(
    Lean,
    fall_mm=st.sampled_from([0.0, 30.0, 5_000.0]),
    towards=st.sampled_from(SIDES),
    points_mm=st.none() | st.lists(st.floats(-5_000, 5_000), min_size=4, max_size=4),
    outlet_side=st.sampled_from(SIDES),
)


@st.composite
def households(draw):
    """Any household that can be entered."""
    kinds = st.sampled_from(["house", "garden", "animals", "other"])
    triggers = sorted(draw(st.lists(st.integers(1, 99), max_size=3, unique=True)), reverse=True)
    cut = draw(share)
    return Household(
        residents=draw(st.floats(0, 100)),
        guests=draw(month),
        garden_l_month=draw(month),
        uses=[
            UseEntry(
                id=f"use-{i}",
                name=name,
                kind=draw(kinds),
                fixture=draw(st.sampled_from([None, "toilet", "shower"])),
                from_rain=draw(st.booleans()),
                litres_person_day=draw(st.floats(0, 200)),
            )
            for i, name in enumerate(draw(st.lists(words, max_size=2)))
        ],
        periods=draw(
            st.lists(
                st.builds(
                    PeriodEntry,
                    name=words,
                    first=st.sampled_from(["01-01", "02-29", "11-15"]),
                    last=st.sampled_from(["01-31", "02-28", "12-31"]),
                    people=st.floats(0, 30),
                    replaces=st.booleans(),
                    days=st.sampled_from(["every", "weekdays", "weekends"]),
                ),
                max_size=2,
            )
        ),
        irrigation=Irrigation(
            area_m2=draw(st.sampled_from([0.0, 80.0])),
            et0=draw(st.sampled_from(["entered", "temperatures", "record"])),
            available_water_mm=draw(st.floats(1, 200)),
            allowed_depletion=draw(share),
        ),
        animals=[Animals(id="goats", animal="goat", heads=draw(st.floats(0, 50)))] if draw(st.booleans()) else [],
        steps=[
            StepEntry(name=f"Step {i}", below_share=at / 100, garden_cut=cut, house_cut=cut / 2)
            for i, at in enumerate(triggers)
        ],
        back_up=BackUpEntry(
            kind=draw(st.sampled_from(["none", "mains", "well", "truck"])),
            keep_share=draw(share),
            order_share=draw(share),
            lead_days=draw(st.integers(1, 30)),
        ),
        cheaper=CheaperWater(
            low_use=draw(st.booleans()), dry_toilet=draw(st.booleans()), greywater_share=draw(share)
        ),
    )


@st.composite
def tank_rows(draw):
    """One to three tanks where they stand."""
    rows = []
    for i in range(draw(st.integers(1, 3))):
        shape = draw(SHAPES)
        top = shape.in_core().height_m * draw(st.floats(0.5, 1))
        rows.append(
            Tank(
                id=f"tank-{i}",
                name=draw(words),
                shape=shape,
                count=draw(st.integers(1, 3)),
                floor_m=draw(st.floats(-3, 3)),
                outlet_m=top * draw(share),
                overflow_m=top,
                lean=draw(leans),
                base=draw(st.none() | st.sampled_from(list(BASES))),
                **draw(st.sampled_from(({"let_down": True}, {"valve": "none"}, {}))),
                outlet_port_mm=draw(ports),
                article=draw(words | st.just("")),
                inlet=draw(inlets),
                phase=0 if i == 0 else draw(st.integers(0, 1)),
            )
        )
    return rows


seen = st.builds(
    Seen,
    mark=st.sampled_from(["seen", "left_out", "noted"]),
    value=st.none() | amounts | st.booleans() | words,
    by=words,
    on=st.none() | st.just("2026-11-29"),
    note=words,
)


photos = st.builds(
    Photo,
    of=st.sampled_from(["road/route", "roofs/house/outlet_m"]),
    by=st.just("Ana"),
    on=st.sampled_from([None, "2026-11-29"]),
    arrows=st.lists(
        st.builds(Arrow, from_x=share, from_y=share, to_x=share, to_y=share, words=words.map(lambda text: text[:60])),
        max_size=2,
    ),
)
permits = st.builds(
    Permit,
    status=st.sampled_from(["open", "asked", "granted", "refused", "not_needed"]),
    name=words,
    authority=words,
    reference=words,
    asked_on=st.none() | st.just("2026-03-02"),
    granted_on=st.none() | st.just("2026-04-30"),
    until=st.none() | st.just("2028-04-30"),
    lead_time_days=st.none() | st.integers(0, 3_650),
    note=words,
)


@st.composite
def documents(draw):
    """Any document that can be entered."""
    names = draw(st.lists(words, max_size=4))
    roofs = [
        Roof(
            id=f"roof-{i}",
            name=name,
            material=draw(st.sampled_from(["metal", "asphalt_shingle", "car_park", "mesh_cover", "copper"])),
            extent=draw(EXTENTS),
            pitch_deg=draw(st.floats(0, 89)),
            runoff=draw(st.none() | st.floats(0, 1)),
            on=draw(st.booleans()),
            drains=draw(
                st.sampled_from(
                    [
                        [Drain(group="a")],
                        [Drain(group="b")],
                        [Drain(group="a", share=0.5), Drain(group="b", share=0.5)],
                    ]
                )
            ),
            outlet_m=draw(st.none() | heights),
            gutters=draw(st.lists(gutters(), max_size=3)),
            snow_guards=draw(st.booleans()),
            hazards=draw(st.lists(st.sampled_from(["trees", "lead_paint", "birds"]), unique=True)),
        )
        for i, name in enumerate(names)
    ]
    tanks = draw(tank_rows())
    cold = draw(st.booleans())
    return Property(
        name=draw(words),
        units=draw(st.sampled_from(["metric", "us"])),
        site=Site(latitude_deg=48.0, tmin_c=[-8.0] * 6 + [6.0] * 6, tmax_c=[1.0] * 6 + [18.0] * 6)
        if cold
        else Site(),
        downpipes=draw(downpipe_rows(tanks[-1].id)),
        levels=draw(levels),
        downpour=draw(downpours),
        first_flush=draw(flushes),
        overflow=draw(overflows),
        treatment=draw(trains),
        pump=draw(pumps()),
        ground=draw(grounds),
        roofs=roofs,
        losses=draw(st.sampled_from(["daily", "coefficient", "monthly"])),
        snow=SnowEntry(on=draw(st.booleans())),
        rain=Rain(
            filling=draw(st.sampled_from(["none", "zero", "other_years"])),
            design_intensity_mm_h=draw(st.floats(1e-3, 1_000)),
        ),
        climate=Climate(
            rain=draw(st.sampled_from(["recorded", "tenth_less", "fifth_less"])),
            downpours=draw(st.sampled_from(["entered", "fifth_heavier", "two_fifths_heavier"])),
        ),
        household=draw(households()),
        survey=draw(st.dictionaries(st.sampled_from(["ground/soil", "road/route", "roofs/gone/outlet_m"]), seen)),
        audit=draw(
            st.builds(
                Audit,
                as_found=st.booleans(),
                conditions=st.dictionaries(
                    st.sampled_from(["pump", "tank/main"]),
                    st.builds(Condition, state=st.sampled_from(["sound", "worn", "broken"]), note=words),
                ),
            )
        ),
        photos=draw(st.dictionaries(st.sampled_from(["a", "b-2"]), photos, max_size=2)),
        permits=draw(st.dictionaries(st.sampled_from(["building", "backflow", "own-1"]), permits)),
        cistern=Cistern(
            tanks=tanks,
            layout=draw(st.sampled_from(["linked", "settling_first", "series", "transfer"])),
            start_share=draw(share),
            built_phase=draw(st.integers(0, 1)),
            garden_from_first=draw(st.booleans()),
            rule=draw(st.sampled_from(["yas", "ybs"])),
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
    read = read_rain_file(text.encode())
    assert read.rain.start == start
    assert np.array_equal(read.rain.depth_mm, rain, equal_nan=True)
    assert read.account.unit == "mm"
    assert read.account.refused_count == 0
