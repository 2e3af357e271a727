"""Reports, install and survey sheets: read again by pypdf, which shares nothing with what writes them."""

import io
import re
from pathlib import Path

import pytest
from pypdf import PdfReader

from lean_year.demo.shipped import DEMOS
from lean_year.formats.report.papers import PAPERS
from lean_year.formats.report.typeset import draw_pages, write_pdf
from lean_year.plan.model.holes import holes
from lean_year.property.front import at_front
from lean_year.property.price_book import Firm
from tests.formats.report.papers_of_demos import (
    DATE,
    facts_of,
    facts_of_demo,
    pdf_of,
    pdf_of_demo,
    tags_of,
    words_of,
)
from tests.plan.on_demos import edited, replace
from tests.plan.test_supplies import house_and_shed

SIZES_PT = {"a4": (595.28, 841.89), "letter": (612, 792)}
VIEWS = Path(__file__).parents[3] / "web/src/testing/views"
QUANTITY = re.compile(
    r"−?[€$]\d[\d,]*(?:\.\d+)?\b|−?\d[\d,]*(?:\.\d+)? "
    r"(?:m³|L/s|L a day|L|mm/h|mm|m²|m|kPa|kWh|gal/min|gal a day|gal|ft²|ft|psi|in/h|in|yd³|t|%)(?![\w³²/])"
)
METRIC = re.compile(r"\d (?:m³|L|L/s|m|mm|kPa|m²|km|kg|t|L a day|mm/h)(?![\w³²/])")
US = re.compile(r"\d (?:gal|ft|in|psi|lb|yd³|ft²|gal/min|short tons)(?![\w³²/])")


@pytest.mark.parametrize("paper", SIZES_PT)
@pytest.mark.parametrize("sheet", PAPERS)
@pytest.mark.parametrize("name", DEMOS)
def test_a_sheet_is_tagged_named_of_its_size_and_carries_its_fonts(name, sheet, paper):
    pdf = pdf_of_demo(name, sheet, paper)
    read = PdfReader(io.BytesIO(pdf))
    root = read.trailer["/Root"]
    assert root["/MarkInfo"]["/Marked"]
    assert root["/Lang"].startswith("en")
    assert facts_of_demo(name).document.name in read.metadata.title
    assert b"pdfuaid" in root["/Metadata"].get_object().get_data()
    for page in read.pages:
        assert (page.mediabox.width, page.mediabox.height) == pytest.approx(SIZES_PT[paper], abs=0.5)
        for font in page["/Resources"]["/Font"].values():
            descriptor = font.get_object()["/DescendantFonts"][0].get_object()["/FontDescriptor"]
            assert {"/FontFile2", "/FontFile3"} & set(descriptor)
            assert re.search("AtkinsonHyperlegibleNext|BricolageGrotesque", descriptor["/FontName"])
    tags = tags_of(pdf)
    kinds = [kind for kind, _ in tags]
    assert kinds.count("/H1") == 1
    assert kinds.index("/H1") < kinds.index("/H2")
    pictures = [alt for kind, alt in tags if kind == "/Figure"]
    assert all(alt and len(alt) > 20 for alt in pictures)
    assert "/TH" in kinds
    if sheet == "report":
        assert 6 <= len(read.pages) <= 10
        assert len(pictures) >= 5


@pytest.mark.parametrize("name", DEMOS)
def test_every_quantity_of_a_report_stands_on_a_screen_or_is_worked_out_there(name):
    """The recorded text of every sheet of the interface; a working stands in the note that a figure opens."""
    screens = " ".join(" ".join(each.read_text("utf-8").split()) for each in VIEWS.glob(f"*.{name}.txt"))
    plan = facts_of_demo(name).plan.model_dump_json()
    of_report = set(QUANTITY.findall(words_of(pdf_of_demo(name, "report"))))
    assert len(of_report) > 90

    def shown(quantity: str) -> bool:
        number, _, unit = quantity.partition(" ")
        bare = f"{number.rstrip('0').rstrip('.')} {unit}".replace("−", "-")  # as an entry writes it
        signed = number if number.startswith("−") else f"+{number}"  # heights stand on the section without their unit
        height = unit in ("m", "ft") and signed in screens
        return quantity in screens or quantity in plan or bare in screens or height

    assert [each for each in of_report if not shown(each)] == []


@pytest.mark.parametrize("name", DEMOS)
def test_a_report_says_the_verdict_every_finding_and_every_source(name):
    words = words_of(pdf_of_demo(name, "report")).replace("- ", "-")
    plan = facts_of_demo(name).plan
    assert plan.verdict_parts.answer.replace("- ", "-") in words
    squeezed = re.sub(r"[\s-]", "", words)
    for finding in plan.findings:
        assert re.sub(r"[\s-]", "", finding.text) in squeezed
        assert re.sub(r"[\s-]", "", finding.fix) in squeezed
    for part in plan.parts:
        if part.quantity:
            assert re.sub(r"[\s-]", "", f"{part.name}: {part.sold}") in squeezed
    assert f"{plan.price.currency}{plan.price.total.value:,.0f}" in words


@pytest.mark.parametrize("sheet", PAPERS)
@pytest.mark.parametrize(("name", "other"), [("brindle-landing", METRIC), ("saltmarrow", US)])
def test_a_sheet_is_written_in_one_system_of_units(name, other, sheet):
    words = words_of(pdf_of_demo(name, sheet)).replace("mJ/cm²", "").replace("10 in", "").replace("20 in", "")
    assert other.findall(words) == []


@pytest.mark.parametrize("sheet", PAPERS)
def test_the_same_sheet_is_the_same_bytes_and_another_day_is_not(sheet):
    facts = facts_of_demo("saltmarrow")
    again = write_pdf(PAPERS[sheet](facts), "a4", facts.date)
    assert again == pdf_of_demo("saltmarrow", sheet)
    later = facts_of(facts.document, "saltmarrow", date=DATE.replace(day=1))
    assert write_pdf(PAPERS[sheet](later), "a4", later.date) != again


def test_cuts_and_holes_of_the_install_sheet_are_those_of_the_list():
    words = words_of(pdf_of_demo("saltmarrow", "install"))
    for line in facts_of_demo("saltmarrow").plan.parts:
        if line.cut is not None and line.quantity:
            assert f"{line.name}: {line.sold}" in words
    # 104 mm of bore in a pipe of 110 mm, and 3 mm for the saw; the overflow 2.30 m over the floor of its tank.
    assert re.search(r"Inlet of House, Liner tank 1 110 mm 113 mm 2\.40 m inlet seal", words)
    assert re.search(r"Overflow, Liner tank 1 200 mm 203 mm 2\.30 m tank connector", words)


@pytest.mark.parametrize("name", DEMOS)
def test_there_is_a_saw_on_the_list_for_every_hole_of_the_install_sheet_and_no_other(name):
    facts = facts_of_demo(name)
    sawn = list(holes(facts.document, facts.plan.gutters.runs, facts.say))
    saws = {line.name for line in facts.plan.parts if line.name.startswith("Hole saw")}
    assert saws == {f"Hole saw, sharp, {facts.say.nominal(hole.saw_mm)}" for hole in sawn}
    for hole in sawn:
        assert hole.height_m >= 0
        assert any(tank.name == hole.tank for tank in facts.document.cistern.built())


NASTY = '#eval("1+1") *bold* _x_ $y$ <lab> @ref [c] \\ "q" {z} </svg><script>alert(1)</script> &amp;'


@pytest.mark.parametrize("sheet", PAPERS)
def test_a_name_is_nothing_but_words(sheet):
    named = [replace("/name", NASTY[:80]), replace("/cistern/tanks/0/name", NASTY[:60])]
    words = words_of(pdf_of("saltmarrow", sheet, *named))
    assert '#eval("1+1") *bold* _x_ $y$ <lab> @ref [c]' in words


@pytest.mark.parametrize("name", ["雨水 の 家", "بيت المطر", "Дом у воды", "a\u202eb\u0000c\u200fd", "🌧 house"])
def test_a_name_in_any_script_is_printed_as_far_as_there_are_letters(name):
    facts = facts_of(edited("saltmarrow").model_copy(update={"name": name}), None)
    pdf = write_pdf(PAPERS["report"](facts), "a4", facts.date)
    assert PdfReader(io.BytesIO(pdf)).trailer["/Root"]["/MarkInfo"]["/Marked"]
    assert "\u202e" not in words_of(pdf)


def test_without_rain_or_prices_a_report_says_so_and_makes_nothing_up():
    facts = facts_of(edited("saltmarrow"), None, priced=False, firm=Firm())
    words = words_of(write_pdf(PAPERS["report"](facts), "a4", facts.date))
    assert "No prices have been entered" in words
    assert "€" not in words
    assert "Water that is drawn" in words
    assert "Tarn" not in words


def test_pages_for_the_screen_are_pictures_of_the_same_number():
    facts = facts_of_demo("lantern-row")
    pages = draw_pages(PAPERS["survey"](facts), "letter", facts.date)
    assert len(pages) == len(PdfReader(io.BytesIO(pdf_of_demo("lantern-row", "survey", "letter"))).pages)
    assert all(page.startswith(b"\x89PNG") for page in pages)


@pytest.mark.parametrize("sheet", PAPERS)
def test_a_sheet_of_one_of_several_supplies_says_which(sheet):
    both = house_and_shed()
    for supply, name in (("main", "Main supply"), ("shed", "Shed")):
        assert name in PAPERS[sheet](facts_of(at_front(both, supply), "saltmarrow")).head
    assert "Main supply" not in PAPERS[sheet](facts_of_demo("saltmarrow")).head
