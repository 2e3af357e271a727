"""The parts, the price, the upkeep and the months of a supply as a workbook, whose totals go on working."""

from collections.abc import Sequence
from typing import TYPE_CHECKING

import numpy as np

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.parts.catalogue import GROUPS, WORKS
from lean_year.core.price.usual import PUMP_MONTHS
from lean_year.core.units import L_PER_US_GALLON, M_PER_MILE, MM_PER_INCH
from lean_year.formats.workbooks import (
    COUNT,
    DEPTH,
    MONEY,
    SHARE,
    Cell,
    Formula,
    Number,
    add_head,
    add_row,
    as_bytes,
    new_workbook,
)
from lean_year.plan.answer.wording import MONTHS
from lean_year.plan.model.book_prices import LABOUR, MACHINE, TRAVEL, BookPrices
from lean_year.plan.model.parts_list import PartLine
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.price.stage import PricePlan
from lean_year.plan.whole import Planned
from lean_year.property.document import Property

if TYPE_CHECKING:
    from openpyxl.worksheet.worksheet import Worksheet


def write_workbook(document: Property, planned: Planned, rain: PreparedRain | None, prices: BookPrices) -> bytes:
    """A workbook of the sheets Parts, Work, Price, Upkeep and Years, and Months where there is rain.

    What is not priced is left empty and adds nothing; the sheet Price counts how many such lines there are.
    """
    price = PRICE.of(planned.plan)
    assert price is not None
    book = new_workbook()
    materials, unpriced = _parts(book.create_sheet("Parts"), price.lines, price.currency)
    hours = _work(book.create_sheet("Work"), price, document.price.hands)
    total = _price(book.create_sheet("Price"), document, price, prices, (materials, unpriced, hours))
    upkeep = _upkeep(book.create_sheet("Upkeep"), price)
    supplied = None
    if rain is not None and planned.replay is not None and rain.counts.any():
        supplied = _months(book.create_sheet("Months"), document, planned.replay, rain)
    _years(book.create_sheet("Years"), document, price, total, upkeep, supplied)
    return as_bytes(book)


def _parts(sheet: "Worksheet", lines: Sequence[PartLine], currency: str) -> tuple[str, str]:
    """Where the sum of the materials stands, and where the number of lines without a price does."""
    add_head(
        sheet,
        "Part",
        "Quantity",
        "Unit",
        "Bought at",
        "Day",
        f"Price of one, {currency}",
        f"Total, {currency}",
        "Why",
        widths=(44, 10, 10, 24, 6, 14, 14, 70),
    )
    wanted = [line for line in lines if line.quantity > 0]
    for row, line in enumerate(wanted, 2):
        each = None if line.unit_price is None else line.unit_price * line.sold_factor
        add_row(
            sheet,
            line.name,
            Number(line.quantity / line.sold_factor),
            line.sold_unit,
            GROUPS[line.group],
            Number(line.day),
            Number(each, MONEY),
            Formula(f'=IF(ISNUMBER(F{row}),B{row}*F{row},"")'),
            "; ".join(dict.fromkeys(why.text for why in line.why)),
        )
    last = max(2, len(wanted) + 1)
    add_row(sheet, "Materials", None, None, None, None, None, Formula(f"=SUM(G2:G{last})"), bold=True)
    add_row(sheet, "Lines without a price", Formula(f"=COUNTA(A2:A{last})-COUNT(F2:F{last})", COUNT))
    at = sheet.max_row
    return f"Parts!G{at - 1}", f"Parts!B{at}"


def _work(sheet: "Worksheet", price: PricePlan, hands: int) -> str:
    """Where the hours of all hands stand."""
    add_head(sheet, "Work", "Hours on the site", "Hands", "Hours of one person", widths=(36, 18, 10, 20))
    for row, work in enumerate(price.works, 2):
        add_row(sheet, WORKS[work.key], Number(work.hours), Number(hands), Formula(f"=B{row}*C{row}", COUNT))
    last = max(2, len(price.works) + 1)
    add_row(sheet, "Together", None, None, Formula(f"=SUM(D2:D{last})", COUNT), bold=True)
    return f"Work!D{sheet.max_row}"


def _price(
    sheet: "Worksheet", document: Property, price: PricePlan, prices: BookPrices, above: tuple[str, str, str]
) -> str:
    """Where the total stands."""
    materials, unpriced, hours = above
    entered, shares = document.price, price.shares
    us = document.units == "us"
    in_km = M_PER_MILE / 1_000 if us else 1.0
    add_head(
        sheet,
        "Price",
        "Quantity or share",
        f"Price of one, {price.currency}",
        f"Amount, {price.currency}",
        widths=(44, 18, 18, 18),
    )
    at: dict[str, int] = {}

    def add(key: str, name: str, quantity: Cell, each: Cell, amount: str, *, bold: bool = False) -> None:
        at[key] = sheet.max_row + 1
        add_row(sheet, name, quantity, each, Formula(amount.replace("#", str(at[key]))), bold=bold)

    def priced(key: str, name: str, quantity: Cell, unit: str, factor: float = 1.0) -> None:
        each = prices.price(key, unit).each
        add(key, name, quantity, Number(None if each is None else each * factor, MONEY), "=B#*C#")

    taxed = Number(shares.tax if shares.tax_included else 0.0, SHARE)
    add("materials", "Materials, the tax that is in their prices taken out", taxed, None, f"={materials}/(1+B#)")
    priced(LABOUR, "Labour, hours of one person", Formula(f"={hours}", COUNT), "h")
    travel = Number(entered.travel_km * price.days / in_km)
    priced(TRAVEL, f"Travel, {'miles' if us else 'km'}", travel, "km", in_km)
    priced(MACHINE, "Machine with its driver, days", Number(entered.machine_days), "day")
    for each in entered.other:
        add(f"other-{each.id}", each.name, None, Number(each.amount, MONEY), "=C#")
    first, last = at["materials"], sheet.max_row
    add("margin", "Margin", Number(shares.margin, SHARE), None, f"=B#*SUM(D{first}:D{last})")
    add("contingency", "Contingency", Number(shares.contingency, SHARE), None, f"=B#*SUM(D{first}:D{at['margin']})")
    before_tax = f"SUM(D{first}:D{at['contingency']})"
    if entered.rounded_to > 0:
        taxed_share = f"(1+B{sheet.max_row + 2})"
        whole = f"{before_tax}*{taxed_share}"
        add(
            "rounding",
            "Rounding, so that the price with its tax is a multiple of",
            None,
            Number(entered.rounded_to, MONEY),
            f"=IF({before_tax}=0,0,MAX(C#,FLOOR({whole}/C#+0.5,1)*C#)/{taxed_share}-{before_tax})",
        )
        before_tax = f"SUM(D{first}:D{at['rounding']})"
    add("tax", "Tax", Number(shares.tax, SHARE), None, f"=B#*{before_tax}")
    base = {"all": before_tax, "materials": f"D{first}", "labour": f"D{at[LABOUR]}"}
    for grant in entered.grants:
        fixed_amount = grant.kind != "exemption" and grant.amount > 0
        share = shares.tax if grant.kind == "exemption" else grant.share
        left = f"SUM(D{first}:D{sheet.max_row})"
        asked = "C#" if fixed_amount else f"B#*{base[grant.of]}"
        add(
            f"grant-{grant.id}",
            f"Less: {grant.name}",
            None if fixed_amount else Number(share, SHARE),
            Number(grant.amount, MONEY) if fixed_amount else None,
            f"=-MIN({asked},{left})",
        )
    add("total", "Total", None, None, f"=SUM(D{first}:D{sheet.max_row})", bold=True)
    add_row(sheet, "Lines without a price, which add nothing so far", Formula(f"={unpriced}", COUNT))
    return f"Price!D{at['total']}"


def _upkeep(sheet: "Worksheet", price: PricePlan) -> tuple[str, str]:
    """Where the upkeep of a year stands, and where what is replaced does."""
    add_head(
        sheet,
        "What",
        "How much",
        "Every, months",
        f"Each time, {price.currency}",
        f"In a year, {price.currency}",
        "Replaces what was built",
        "Why",
        widths=(40, 16, 14, 16, 16, 22, 60),
    )
    for row, line in enumerate(price.upkeep, 2):
        add_row(
            sheet,
            line.name,
            line.sold,
            Number(line.every_months),
            Number(line.each_time, MONEY),
            Formula(f'=IF(ISNUMBER(D{row}),D{row}*12/C{row},"")'),
            "yes" if line.replaces else "no",
            line.why,
        )
    last = max(2, len(price.upkeep) + 1)
    add_row(sheet, "Upkeep in a year", None, None, None, Formula(f'=SUMIF(F2:F{last},"no",E2:E{last})'), bold=True)
    add_row(sheet, "Replaced each time", None, None, Formula(f'=SUMIF(F2:F{last},"yes",D2:D{last})'), bold=True)
    at = sheet.max_row
    return f"Upkeep!E{at - 1}", f"Upkeep!D{at}"


def _months(sheet: "Worksheet", document: Property, run: OperatedReplay, rain: PreparedRain) -> str:
    """The mean of the counted years by month; where what the house gets in a year stands."""
    us = document.units == "us"
    volume, name = (1_000 * L_PER_US_GALLON, "1,000 gal") if us else (1_000.0, "m³")
    depth, short = (MM_PER_INCH, "in") if us else (1.0, "mm")
    bought = run.topped_up_l + run.trucked_l
    columns = {
        f"Rain, {short}": (rain.filled_mm, depth, DEPTH),
        f"Into the tanks, {name}": (run.inflow_l, volume, COUNT),
        f"Wanted, {name}": (run.demand_l, volume, COUNT),
        f"Supplied by rain, {name}": (run.supplied_l - bought, volume, COUNT),
        f"Bought or topped up, {name}": (bought, volume, COUNT),
        f"Overflowed, {name}": (run.spilled_l, volume, COUNT),
    }
    years = int(rain.counts.sum())
    sums = [
        (np.bincount(rain.month, daily * rain.counted_days, minlength=13)[1:] / years / unit, form)
        for daily, unit, form in columns.values()
    ]
    add_head(sheet, f"Mean of {years} years", *columns, widths=(20,) + (18,) * len(columns))
    for month, month_name in enumerate(MONTHS):
        add_row(sheet, month_name, *(Number(float(values[month]), form) for values, form in sums))
    add_row(sheet, "Year", *(Formula(f"=SUM({x}2:{x}13)", COUNT) for x in "BCDEFG"), bold=True)
    return f"(Months!E{sheet.max_row}+Months!F{sheet.max_row})"


def _years(
    sheet: "Worksheet",
    document: Property,
    price: PricePlan,
    total: str,
    upkeep: tuple[str, str],
    supplied: str | None,
) -> None:
    """What it costs over the years, in money of today, and for each volume that is supplied."""
    yearly, replaced = upkeep
    name = "1,000 gal" if document.units == "us" else "m³"
    add_head(
        sheet,
        "Year",
        f"Paid, {price.currency}",
        f"In money of today, {price.currency}",
        f"Supplied, {name}",
        "The same, discounted",
        widths=(30, 16, 24, 24, 22),
    )
    add_row(sheet, "Discount rate", Number(price.shares.discount_rate, SHARE))
    add_row(sheet, Number(0), Formula(f"=MAX(0,{total})"), Formula("=B3"), Number(0), Number(0))
    every = int(PUMP_MONTHS // 12)
    for year in range(1, price.shares.years + 1):
        row = year + 3
        again = f"+{replaced}" if year % every == 0 and year < price.shares.years else ""
        add_row(
            sheet,
            Number(year),
            Formula(f"={yearly}{again}"),
            Formula(f"=B{row}/(1+$B$2)^A{row}"),
            Formula(f"={supplied or 0}", COUNT),
            Formula(f"=D{row}/(1+$B$2)^A{row}", COUNT),
        )
    last = price.shares.years + 3
    add_row(
        sheet,
        "Together",
        Formula(f"=SUM(B3:B{last})"),
        Formula(f"=SUM(C3:C{last})"),
        Formula(f"=SUM(D3:D{last})", COUNT),
        Formula(f"=SUM(E3:E{last})", COUNT),
        bold=True,
    )
    if supplied is not None:
        at = last + 1
        add_row(sheet, f"For each {name}", None, Formula(f'=IF(E{at}>0,C{at}/E{at},"")'), bold=True)
