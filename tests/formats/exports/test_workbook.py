"""The workbook of a supply: opened and recalculated by another program's library, it comes to what the screen says.

Outside check: `formulas` (PyPI), which parses and works out the formulas of XLSX files, and knows nothing of ours.
"""

import csv
import io

import formulas
import pytest
from openpyxl import load_workbook

from lean_year.demo.shipped import DEMO_TERMS, demo_prices, demo_rain
from lean_year.formats.exports.parts_table import write_parts_csv, write_parts_workbook
from lean_year.formats.exports.workbook import write_workbook
from lean_year.plan.model.book_prices import NO_PRICES, book_in
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.price_book import PriceBook
from tests.plan.on_demos import edited, planned_and_priced, replace

GRANTS = [
    {"id": "g1", "name": "Rain grant", "kind": "grant", "share": 0.2, "of": "materials"},
    {"id": "g2", "name": "Town", "kind": "rebate", "amount": 500.0},
    {"id": "g3", "name": "No tax on labour", "kind": "exemption", "of": "labour"},
]
SEEN = [
    ("saltmarrow", []),
    ("saltmarrow", [replace("/units", "us"), replace("/prices/currency", "$")]),
    ("brindle-landing", []),
    (
        "lantern-row",
        [
            replace("/price/grants", GRANTS),
            replace("/price/other", [{"id": "o1", "name": "=cmd|' /C calc'!A0", "amount": 123.45}]),
            replace("/price/travel_km", 40.0),
            replace("/price/machine_days", 2.0),
            replace("/price/years", 31),
            replace("/price/rounded_to", 250.0),
        ],
    ),
]


def book_of(name, operations, prices=None, rain=True):
    document = edited(name, *operations)
    held = book_in(PriceBook(lines=demo_prices(), terms=DEMO_TERMS), document) if prices is None else prices
    record = prepare_rain(demo_rain(name), "none") if rain else None
    planned = plan_property(document, record, prices=held)
    return planned.plan, write_workbook(document, planned, record, held)


def plan_grants(operations):
    return next((each["value"] for each in operations if each["path"] == "/price/grants"), [])


def worked_out(data, tmp_path):
    """Every cell of the workbook, by sheet and place."""
    path = tmp_path / "book.xlsx"
    path.write_bytes(data)
    cells = {}
    for key, value in formulas.ExcelModel().loads(str(path)).finish().calculate().items():
        sheet, _, place = key.rpartition("]")[2].rpartition("'!")
        if ":" not in place:
            cells[sheet.lower(), place] = value.value[0, 0]
    return cells


def value_beside(cells, data, sheet, name, column):
    """The value in a column of the row that begins with a name."""
    rows = load_workbook(io.BytesIO(data))[sheet].iter_rows()
    row = next(row[0].row for row in rows if row[0].value == name)
    return float(cells[sheet.lower(), f"{column}{row}"])


@pytest.mark.parametrize(("name", "operations"), SEEN)
def test_recalculated_it_comes_to_what_the_screen_says(name, operations, tmp_path):
    plan, data = book_of(name, operations)
    cells = worked_out(data, tmp_path)
    price = plan.price

    def at(sheet, row, column):
        return pytest.approx(value_beside(cells, data, sheet, row, column), rel=1e-9)

    assert sum(line.total or 0 for line in plan.parts) == at("Parts", "Materials", "G")
    assert price.margin.value == at("Price", "Margin", "D")
    assert price.contingency.value == at("Price", "Contingency", "D")
    assert price.tax.value == at("Price", "Tax", "D")
    assert price.total.value == at("Price", "Total", "D")
    assert price.yearly.value == at("Upkeep", "Upkeep in a year", "E")
    assert price.present_cost.value == at("Years", "Together", "C")
    us = "$" in price.currency
    each = value_beside(cells, data, "Years", f"For each {'1,000 gal' if us else 'm³'}", "C")
    assert price.cost_per_m3.value * (3.785411784 if us else 1) == pytest.approx(each, rel=1e-9)
    for entered, granted in zip(plan_grants(operations), price.granted, strict=True):
        assert -granted == at("Price", f"Less: {entered['name']}", "D")
    months = load_workbook(io.BytesIO(data))["Months"]
    assert [row[0].value for row in months.iter_rows(min_row=2)][0::12] == ["Jan", "Year"]


def test_what_is_not_priced_adds_nothing_and_is_counted(tmp_path):
    plan, data = book_of("saltmarrow", [], prices=NO_PRICES, rain=False)
    cells = worked_out(data, tmp_path)
    assert value_beside(cells, data, "Price", "Total", "D") == 0
    unpriced = value_beside(cells, data, "Price", "Lines without a price, which add nothing so far", "B")
    assert unpriced == sum(line.quantity > 0 for line in plan.parts)
    assert "Months" not in load_workbook(io.BytesIO(data)).sheetnames


def test_no_text_of_a_person_is_a_formula():
    _, data = book_of(*SEEN[3])
    cells = [cell for sheet in load_workbook(io.BytesIO(data)) for row in sheet.iter_rows() for cell in row]
    named = [cell for cell in cells if cell.value == "=cmd|' /C calc'!A0"]
    assert [cell.data_type for cell in named] == ["s"]
    assert all(cell.value.startswith("=") for cell in cells if cell.data_type == "f")


def test_a_merchant_is_asked_for_what_is_not_there_yet_and_sees_no_price():
    operations = [
        {"op": "add", "path": "/parts/changed/lid-lock",
         "value": {"name": "Lock", "note": "=1+1", "instead": "-Chain", "paid": 98.76}},
        {"op": "add", "path": "/parts/changed/vessel", "value": {"name": "Vessel", "left_out": True}},
    ]  # fmt: skip
    plan = planned_and_priced("saltmarrow", *operations)
    rows = list(csv.DictReader(io.StringIO(write_parts_csv(plan.parts, "metric"))))
    assert len(rows) == sum(line.quantity > 0 and not line.bought for line in plan.parts)
    assert not {"98.76"} & {cell for row in rows for cell in row.values()}
    assert {row["note"] for row in rows if row["part"] == "'-Chain"} == {"'=1+1"}
    pipe = next(row for row in rows if row["part"] == "Drain pipe, 200 mm")
    assert (pipe["quantity"], pipe["unit"], pipe["pieces"]) == ("2", "length", "3,000 mm; 3,000 mm")
    sheet = load_workbook(io.BytesIO(write_parts_workbook(plan.parts, "metric")))["Parts"]
    in_it = [[cell.value for cell in row] for row in sheet.iter_rows(min_row=2)]
    assert [(row[0], str(row[3])) for row in in_it] == [
        (row["part"].removeprefix("'"), row["in_words"]) for row in rows
    ]
    assert 98.76 not in {value for row in in_it for value in row}
    assert all(cell.data_type != "f" for row in sheet.iter_rows() for cell in row)


def test_a_merchant_in_inches_is_asked_in_inches():
    plan = planned_and_priced("saltmarrow", replace("/units", "us"))
    text = write_parts_csv(plan.parts, "us")
    assert " in" in text
    assert " mm" not in text
