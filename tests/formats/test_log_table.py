"""A paper log as a table: columns, units and dates understood, rows refused by their line."""

import contextlib

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.formats.log_table import read_log_table


def read(text, us=False):
    return read_log_table(text.encode(), us=us)


def said(table):
    return [(each.kind, each.on, each.values) for each in table.entries]


def test_a_plain_log_is_read_with_its_units():
    table = read("Date,Time,Level (m),Rain mm,Note,By\n2024-03-01,7:30,1.24,12.5,Windy,Nell\n2024-03-02,,,3,,\n")
    assert said(table) == [
        ("level", "2024-03-01", {"depth_m": 1.24}),
        ("rain", "2024-03-01", {"depth_mm": 12.5}),
        ("rain", "2024-03-02", {"depth_mm": 3.0}),
    ]
    assert (table.entries[0].at, table.entries[0].by, table.entries[0].note) == ("07:30", "Nell", "Windy")
    assert [column.read_as for column in table.columns] == [
        "date",
        "time",
        "depth of the water",
        "rain",
        "note",
        "by",
    ]
    assert table.refused == []


@pytest.mark.parametrize(
    ("head", "cell", "values"),
    [
        ("Tank %", "55", {"share": 0.55}),
        ("Gauge, %", "55%", {"share": 0.55}),
        ("level in", "40", {"depth_m": pytest.approx(1.016)}),
        ("Level (ft)", "4", {"depth_m": pytest.approx(1.2192)}),
        ("dip cm", "124", {"depth_m": pytest.approx(1.24)}),
        ("Down from overflow (m)", "0.4", {"below_m": 0.4}),
        ("Tank L", "41 000", {"volume_l": 41_000.0}),
        ("Tank gal", "100", {"volume_l": pytest.approx(378.5411784)}),
        ("Rain, in", "0.5", {"depth_mm": 12.7}),
        ("Meter m3", "18,4", {"reading_l": pytest.approx(18_400)}),
        ("Load (L)", "6000", {"volume_l": 6_000.0}),
    ],
)
def test_each_column_is_understood_by_its_head(head, cell, values):
    (entry,) = read(f"Day;{head}\n2024-03-01;{cell}\n").entries
    assert entry.values == values


@pytest.mark.parametrize(
    ("dates", "us", "days"),
    [
        (["3/4/2024", "13/4/2024"], True, ["2024-04-03", "2024-04-13"]),
        (["3/4/2024", "4/13/2024"], False, ["2024-03-04", "2024-04-13"]),
        (["3/4/24"], True, ["2024-03-04"]),
        (["3.4.2024"], False, ["2024-04-03"]),
    ],
)
def test_dates_are_read_as_the_whole_file_has_them(dates, us, days):
    table = read("date,rain mm\n" + "".join(f"{date},1\n" for date in dates), us=us)
    assert [entry.on for entry in table.entries] == days


def test_what_names_no_unit_is_in_the_units_of_the_property():
    assert read("date,level,rain\n2024-03-01,4,1\n", us=True).entries[1].values == {"depth_mm": 25.4}
    assert read("date,level,rain\n2024-03-01,4,1\n").entries[1].values == {"depth_mm": 1.0}


def test_rows_that_cannot_be_are_refused_by_their_line_and_the_others_are_read():
    table = read(
        "date,level m\n2024-03-01,1\nsoon,1\n2024-02-30,1\n2024-03-02,full\n2024-03-03,900\n\n2024-03-04,1.1\n"
    )
    assert [entry.on for entry in table.entries] == ["2024-03-01", "2024-03-04"]
    assert [each.line for each in table.refused] == [3, 4, 5, 6]
    assert "number" in table.refused[2].why


def test_the_same_table_makes_the_same_entries_so_that_they_are_kept_once():
    text = "date,level m,note\n2024-03-01,1,\n2024-03-01,1,\n2024-03-02,,Frost\n"
    one, two = read(text), read(text)
    assert one.entries == two.entries
    assert len({entry.id for entry in one.entries}) == 2, "a row that is there twice is one entry"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "empty"),
        ("date,level\n", "row of names"),
        ("level,rain\n1,2\n", "date"),
        ("date,colour\n2024-03-01,blue\n", "levels, rain"),
        ("date,rain\n" + "2024-03-01,1\n" * 20_001, "20,000"),
    ],
)
def test_what_is_no_log_is_refused(text, says):
    with pytest.raises(InputError, match=says):
        read(text)


@given(st.binary(max_size=400))
def test_any_bytes_are_read_or_refused_in_words(data):
    with contextlib.suppress(InputError):
        table = read_log_table(b"date,level m\n" + data, us=False)
        assert len(table.columns) == 2
