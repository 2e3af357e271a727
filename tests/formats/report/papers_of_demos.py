"""Sheets of paper of the demo properties, and what a reader of PDFs gets out of them."""

import datetime as dt
import io
from functools import cache
from typing import Any

from pypdf import PdfReader
from pypdf.generic import DictionaryObject, IndirectObject

from lean_year.demo.shipped import DEMO_FIRM, DEMO_TERMS, demo_prices, demo_rain
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.papers import PAPERS
from lean_year.formats.report.typeset import Paper, write_pdf
from lean_year.plan.model.book_prices import NO_PRICES, book_in
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.document import Property
from lean_year.property.price_book import Firm, PriceBook
from tests.plan.on_demos import Operation, edited

DATE = dt.date(2026, 11, 30)


def facts_of(
    document: Property, rain_of: str | None, *, priced: bool = True, firm: Firm = DEMO_FIRM, date: dt.date = DATE
) -> Facts:
    rain = None if rain_of is None else prepare_rain(demo_rain(rain_of), document.rain.filling)
    book = PriceBook(lines=demo_prices(), terms=DEMO_TERMS)
    planned = plan_property(document, rain, prices=book_in(book, document) if priced else NO_PRICES)
    return Facts(document, planned, rain, date=date, firm=firm)


@cache
def facts_of_demo(name: str) -> Facts:
    return facts_of(edited(name), name)


@cache
def pdf_of_demo(name: str, sheet: str, paper: Paper = "a4") -> bytes:
    facts = facts_of_demo(name)
    return write_pdf(PAPERS[sheet](facts), paper, facts.date)


def pdf_of(name: str, sheet: str, *operations: Operation, paper: Paper = "a4") -> bytes:
    facts = facts_of(edited(name, *operations), name)
    return write_pdf(PAPERS[sheet](facts), paper, facts.date)


def words_of(pdf: bytes) -> str:
    """All its text, lines and pages run together, each gap one space."""
    return " ".join(" ".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages).split())


def tags_of(pdf: bytes) -> list[tuple[str, str | None]]:
    """Every tag in reading order, with its words for who cannot see it."""
    found: list[tuple[str, str | None]] = []

    def walk(node: Any) -> None:
        node = node.get_object() if isinstance(node, IndirectObject) else node
        if isinstance(node, list):
            for each in node:
                walk(each)
        elif isinstance(node, DictionaryObject):
            if "/S" in node:
                found.append((node["/S"], node.get("/Alt")))
            if "/K" in node:
                walk(node["/K"])

    walk(PdfReader(io.BytesIO(pdf)).trailer["/Root"]["/StructTreeRoot"])
    return found
