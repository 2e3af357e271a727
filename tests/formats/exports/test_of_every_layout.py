"""Every layout with which a property can begin is handed over whole: on paper, as a drawing, as a workbook."""

import datetime as dt
from typing import get_args

import pytest

from lean_year.demo.shipped import demo_rain
from lean_year.formats.exports.drawing import LOOK, write_dxf, write_svg
from lean_year.formats.exports.workbook import write_workbook
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.papers import PAPERS
from lean_year.formats.report.typeset import write_pdf
from lean_year.plan.model.book_prices import NO_PRICES
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.ground.section import Kind
from lean_year.plan.whole import plan_property
from lean_year.property.layouts import STARTING_POINTS
from tests.property.test_starting_points import begun

DATE = dt.date(2026, 9, 1)


@pytest.fixture(scope="module")
def rain():
    return prepare_rain(demo_rain("saltmarrow"), "none")


@pytest.mark.parametrize("point", STARTING_POINTS, ids=lambda each: each.key)
def test_it_is_set_on_paper_and_drawn(point, rain):
    document = begun(point)
    planned = plan_property(document, rain)
    facts = Facts(document, planned, rain, date=DATE)
    for write in PAPERS.values():
        assert write_pdf(write(facts), "a4", DATE).startswith(b"%PDF")
    assert write_svg(document)
    assert write_dxf(document)
    assert write_workbook(document, planned, rain, NO_PRICES).startswith(b"PK")


def test_every_line_of_a_section_has_a_look():
    assert set(get_args(Kind)) <= set(LOOK)
