"""The price book as a table: what it says comes back, and what cannot be read is named by its line."""

import csv
import datetime as dt
import io
import zipfile

import pytest
from openpyxl import load_workbook

from lean_year.core.errors import InputError
from lean_year.formats.price_book import read_price_book, write_price_book, write_price_workbook
from lean_year.formats.read_table import MOST_BYTES
from lean_year.formats.workbooks import MOST_UNPACKED_BYTES, as_bytes, new_workbook
from lean_year.property.price_book import MOST_LINES, BookLine

HEAD = "key,name,unit,length_m,price,currency,supplier,dated\n"
LINES = [
    BookLine(key="drain-pipe-110-mm", name="Drain pipe, 110 mm", unit="length", length_m=6, price=24.5,
             supplier="Quay", dated="2026-08-21", lead_days=14),
    BookLine(key="crushed-stone", name='Stone, "clean"', unit="short ton", price=0, currency="$"),
    BookLine(key="crushed-stone", name="=1+1", unit="t", price=1234.56, supplier="@home"),
]  # fmt: skip


def read(text, currency="€"):
    return read_price_book(text.encode(), currency)


def test_a_book_comes_back_as_it_was():
    again = read(write_price_book(LINES))
    assert again.lines == LINES
    assert (again.problems, again.refused, again.unused) == ([], 0, [])


def test_a_spreadsheet_takes_no_name_for_a_formula():
    cells = [cell for row in csv.reader(io.StringIO(write_price_book(LINES))) for cell in row]
    assert "'=1+1" in cells
    assert "'@home" in cells
    assert not [cell for cell in cells if cell.startswith(("=", "+", "-", "@"))]


@pytest.mark.parametrize(
    ("parted_by", "text", "price"),
    [
        (",", '"1,234.50"', 1234.5),
        (",", '"12,5"', 12.5),
        (",", "12.5", 12.5),
        (",", '"1,200"', 1200),
        (";", "1.234,5", 1234.5),
        (";", "1,200", 1.2),
        (";", "12.5", 12.5),
        ("\t", "1 200", 1200),
    ],
)
def test_a_price_is_read_as_it_is_written_there(parted_by, text, price):
    """A comma is a decimal comma where semicolons part the columns; where commas do, it parts thousands."""
    table = parted_by.join(["key", "unit", "price"]) + "\n" + parted_by.join(["lid-lock", "each", text])
    assert read(table).lines[0].price == price


def test_columns_may_stand_in_any_order_and_others_are_left_alone():
    found = read("Price,Colour,Key,Unit\n3,red,lid-lock,each\n", "£").lines
    assert found == [BookLine(key="lid-lock", name="lid-lock", unit="each", price=3, currency="£")]


@pytest.mark.parametrize(
    ("row", "named"),
    [
        ("lid-lock,,each,,-3,,,", "line 2: price"),
        ("lid-lock,,each,,,,,", "line 2: price"),
        ("lid-lock,,each,,nan,,,", "line 2: price"),
        ("lid-lock,,dozen,,3,,,", "line 2: unit: must be one of"),
        ("Lid lock,,each,,3,,,", "line 2: key"),
        ("lid-lock,,each,,3,euros,,", "line 2: currency"),
        ("lid-lock,,each,,3,,,31/12/2026", "line 2: dated"),
        ("lid-lock,,each,,3,,,2026-13-01", "line 2: dated"),
        ("drain-pipe-110-mm,,length,1000,3,,,", "line 2: length_m"),
    ],
)
def test_a_row_that_cannot_be_read_is_named_and_the_others_are_read(row, named):
    found = read(f"{HEAD}{row}\nvessel,Vessel,each,,215,€,,\n")
    assert found.refused == 1
    assert named in found.problems[0]
    assert [line.key for line in found.lines] == ["vessel"]


def test_a_key_that_stands_twice_names_both_lines():
    found = read(f"{HEAD}vessel,,each,,1,€,,\nvessel,,each,,2,$,,\nvessel,,each,,3,€,,\n")
    assert [(line.currency, line.price) for line in found.lines] == [("€", 1), ("$", 2)]
    assert found.problems == ["line 4: key: stands in line 2 too: vessel"]


def test_a_price_for_another_unit_than_the_part_is_sold_by_is_said():
    found = read(f"{HEAD}drain-pipe-110-mm,Drain pipe,m,,4,€,,\ncrushed-stone,Stone,short ton,,4,€,,\n")
    assert found.unused == ["Drain pipe is sold by the length, and priced by the m"]


@pytest.mark.parametrize(
    ("data", "named"),
    [
        (b"\xff\xfe\x00rubbish\xff", "UTF-8"),
        (b"", "line 1"),
        (b"name,amount\n", "key, unit, price is not there"),
        (b"key,unit,price,key\n", "twice"),
        (b"key,unit,price\n" + b'"' * 400_000, "table"),
        (b"x" * (MOST_BYTES + 1), "16 MB"),
    ],
    ids=["binary", "empty", "columns", "twice", "quotes", "large"],
)
def test_what_is_no_such_table_is_refused(data, named):
    with pytest.raises(InputError, match=named):
        read_price_book(data)


def test_a_book_as_large_as_may_be_is_read_and_a_larger_one_is_not():
    rows = "".join(f"part-{number},,each,,{number % 90},€,,\n" for number in range(MOST_LINES))
    assert len(read(HEAD + rows).lines) == MOST_LINES
    with pytest.raises(InputError, match="at most 100,000 prices"):
        read(f"{HEAD}{rows}one-more,,each,,1,€,,\n")


def test_a_workbook_comes_back_as_it_was():
    again = read_price_book(write_price_workbook(LINES))
    assert again.lines == LINES
    assert (again.problems, again.refused) == ([], 0)


def test_in_a_workbook_no_name_is_a_formula():
    cells = [
        cell for row in load_workbook(io.BytesIO(write_price_workbook(LINES))).active.iter_rows() for cell in row
    ]
    assert "=1+1" in {cell.value for cell in cells}
    assert "f" not in {cell.data_type for cell in cells}


def _packed(size):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("xl/worksheets/sheet1.xml", b" " * size)
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "message"),
    [
        (b"PK\x03\x04 not one", "no workbook"),
        (_packed(10), "no workbook"),
        (_packed(MOST_UNPACKED_BYTES + 1), "when it is unpacked"),
        (write_price_workbook([])[:3000], "no workbook"),
    ],
)
def test_a_broken_workbook_costs_a_sentence(data, message):
    with pytest.raises(InputError, match=message):
        read_price_book(data)


def test_a_day_of_a_workbook_is_a_day_and_a_bad_row_is_named():
    book = new_workbook()
    sheet = book.create_sheet("Any")
    for row in (
        ["key", "unit", "price", "dated"],
        ["vessel", "each", 120, dt.datetime(2026, 3, 1)],
        ["lamp", "each", "x"],
    ):
        sheet.append(row)
    again = read_price_book(as_bytes(book))
    assert [(line.price, line.dated) for line in again.lines] == [(120, "2026-03-01")]
    assert again.problems[0].startswith("line 3: price")


def test_days_until_it_is_there_are_whole_and_a_price_by_volume_is_no_price_for_another_unit():
    head = HEAD.strip() + ",lead_days\n"
    found = read(head + "vessel,,each,,215,€,,,14\ntank-liner-m3,,m3,,95,€,,,\nlid-lock,,each,,14,€,,,2.5\n")
    assert [line.lead_days for line in found.lines] == [14, None]
    assert found.unused == []
    assert found.problems == ["line 4: lead_days: must be a whole number, got 2.5"]
    assert read(head + "tank-liner-m3,Liner,each,,95,€,,,\n").unused == [
        "Liner is sold by the m3, and priced by the each"
    ]
