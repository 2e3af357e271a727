"""Report, sheets and quotes in a browser: looked at, saved, made, accepted, on a desk and on a phone."""

import io

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader

from tests.browser.conftest import PHONE
from tests.browser.targets import too_small
from tests.browser.test_by_touch import LEAST_PX
from tests.browser.test_screens import assert_accessible
from tests.serving import Server

pytestmark = pytest.mark.browser


@pytest.fixture(scope="module")
def firm(tmp_path_factory):
    """A server with the demos, their prices and their quotes."""
    with Server(tmp_path_factory.mktemp("firm"), with_demo=True) as server:
        yield server


def address_of(page, firm, name):
    page.goto(firm.url)
    path = page.get_by_role("link", name=name, exact=True).get_attribute("href")
    return f"{firm.url}{path.rsplit('/', 1)[0]}"


def drawn(page, count):
    """Whether the first pages are there as pictures."""
    pictures = page.get_by_role("img")
    expect(pictures).to_have_count(count)
    page.wait_for_function("() => document.querySelector('ol img').naturalWidth > 1000")


def test_the_report_is_reached_from_the_menu_looked_at_and_saved(page, firm):
    page.goto(f"{address_of(page, firm, 'Saltmarrow')}/cistern")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Report and sheets on paper").click()
    expect(page.get_by_text(", 8 pages")).to_be_visible()
    drawn(page, 8)
    assert_accessible(page, "papers")
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save as PDF").click()
    assert saved.value.suggested_filename == "Saltmarrow report.pdf"
    pdf = PdfReader(io.BytesIO(saved.value.path().read_bytes()))
    assert len(pdf.pages) == 8
    page.get_by_role("button", name="Which sheet: Report for the owner").click()
    page.get_by_role("menuitemradio", name="Survey sheet").click()
    expect(page.get_by_role("list", name="Pages: Survey sheet")).to_be_visible()
    drawn(page, page.get_by_role("img").count())


def test_a_quote_is_made_accepted_and_what_differs_becomes_a_change_order(page, firm):
    address = address_of(page, firm, "Number Nine, Lantern Row")
    page.goto(f"{address}/quotes")
    expect(page.get_by_text("Nothing has been offered yet")).to_be_visible()
    page.get_by_role("textbox").fill("As talked about.")
    page.get_by_role("button", name="Make a quote of it").click()
    expect(page.get_by_role("list", name="Pages: quote 3")).to_be_visible()
    drawn(page, page.get_by_role("img").count())
    assert_accessible(page, "quotes")
    page.get_by_role("button", name="Accepted: Quote 3").click()
    expect(page.get_by_text("A is as agreed.")).to_be_visible()
    page.goto(f"{address}/pump?view=power")
    vessel = page.get_by_role("textbox", name="Size of the vessel")
    vessel.fill("100 L")
    vessel.press("Enter")
    expect(page.get_by_text("rev 2")).to_be_visible()
    page.goto(f"{address}/quotes")
    expect(page.get_by_role("rowheader", name="Pump: vessel")).to_be_visible()
    assert_accessible(page, "what differs")
    page.get_by_role("button", name="Make a change order of it").click()
    expect(page.get_by_role("listitem", name="Change order 3/1")).to_contain_text("Open, holds until")


def test_on_a_phone_they_fit_and_every_control_is_for_a_finger(browser, firm):
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    page = context.new_page()
    address = address_of(page, firm, "Brindle Landing")
    for at in ("papers", "quotes", "alternatives"):
        page.goto(f"{address}/{at}")
        expect(page.get_by_role("heading").first).to_be_visible()
        page.wait_for_load_state("networkidle")
        assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"], at
        assert too_small(page, LEAST_PX)[1] == [], at
        assert_accessible(page, f"{at} on a phone")
    page.goto(f"{firm.url}/prices")
    expect(page.get_by_role("searchbox")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"], "prices"
    context.close()
