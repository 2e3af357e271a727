"""Any property that can be entered goes onto paper: every sheet, with rain, with little of it, and with none."""

import datetime as dt
import io

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_rain
from lean_year.formats.exports.drawing import write_svg
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.papers import PAPERS
from lean_year.formats.report.quote import QuoteHead, quote_sheet
from lean_year.formats.report.typeset import write_pdf
from lean_year.plan.compared.as_sold import Offered
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.whole import plan_property
from tests.formats.exports.recorded_exports import EXPORTED
from tests.formats.report.papers_of_demos import DATE, facts_of, tags_of
from tests.formats.test_round_trips import documents
from tests.plan.on_demos import edited

YEAR = 365


@pytest.fixture(scope="module")
def rains():
    """None, two weeks, a year and a half, six years with a gap."""
    record = demo_rain("saltmarrow")
    depths = record.depth_mm[: 6 * YEAR].copy()
    depths[700:740] = np.nan
    cut = [DailyRain(record.start, depths[:days]) for days in (14, YEAR + 180, 6 * YEAR)]
    return [None, *(prepare_rain(each, "none") for each in cut)]


@settings(max_examples=25)
@given(documents(), st.integers(0, 3))
def test_every_sheet_of_anything_is_set_and_tagged(rains, document, which):
    rain = rains[which]
    if rain is not None and rain.filling != document.rain.filling:
        document = document.model_copy(update={"rain": document.rain.model_copy(update={"filling": rain.filling})})
    facts = Facts(document, plan_property(document, rain), rain, date=DATE)
    for write in PAPERS.values():
        pdf = write_pdf(write(facts), "letter", DATE)
        assert all(alt for kind, alt in tags_of(pdf) if kind == "/Figure")
    assert write_svg(document)


@pytest.mark.parametrize("name", EXPORTED)
def test_an_awkward_design_is_offered_and_handed_over_whole(name):
    demo, operations = EXPORTED[name]
    facts = facts_of(edited(demo, *operations), demo)
    what = Offered(PRICE.of(facts.plan), facts.plan.verdict)
    head = QuoteHead("7", DATE + dt.timedelta(days=30), "As agreed.")
    offer = write_pdf(quote_sheet([facts], what, head), "a4", DATE)
    assert len(PdfReader(io.BytesIO(offer)).pages) >= 6
    pages = {
        sheet: len(PdfReader(io.BytesIO(write_pdf(write(facts), "a4", DATE))).pages)
        for sheet, write in PAPERS.items()
    }
    assert pages.pop("water_order") == 1, "one page is handed to a driver"
    assert min(pages.values()) >= 2


@pytest.mark.parametrize("name", ["Ĩlha", "튑崟", "\U0001d0eb", "a<b & c"])
def test_a_name_that_the_fonts_do_not_have_is_still_printed(name):
    """In the text and, as the name of a tank, in the pictures."""
    document = edited("saltmarrow", {"op": "replace", "path": "/cistern/tanks/0/name", "value": name})
    pdf = write_pdf(PAPERS["report"](facts_of(document, "saltmarrow")), "letter", DATE)
    assert len(PdfReader(io.BytesIO(pdf)).pages) > 3
