"""On paper, and where the machine forces its own few colours."""

import datetime as dt

import pytest
from playwright.sync_api import expect

pytestmark = pytest.mark.browser


@pytest.mark.parametrize("station", ["rain", "gutters", "treatment", "ground"])
def test_a_printed_sheet_carries_name_place_revision_and_day_and_is_whole(page, looked_at, station):
    page.goto(f"{looked_at}/{station}")
    page.locator("#sheet h1").first.wait_for()
    page.wait_for_load_state("networkidle")
    page.emulate_media(media="print")
    head = page.locator("#sheet > p").first
    expect(head).to_be_visible()
    today = dt.date.today()
    expect(head).to_contain_text("Saltmarrow, Merrowick, above the cove")
    expect(head).to_contain_text(f"revision 1, {today.day} {today:%b %Y}")
    expect(page.get_by_test_id("verdict")).to_be_visible()
    assert page.locator(".no-print:visible").count() == 0
    assert page.get_by_role("navigation", name="Stations").is_hidden()
    whole = page.evaluate(
        """() => {
          const sheet = document.querySelector('#sheet');
          const foot = sheet.getBoundingClientRect().top + sheet.scrollHeight;
          return getComputedStyle(sheet).overflowY === 'visible' && document.documentElement.scrollHeight > foot - 1;
        }"""
    )
    assert whole, "what lies below the window is on the paper as well"
    assert page.pdf(format="A4", prefer_css_page_size=True).startswith(b"%PDF")


def test_the_ring_of_a_focused_tab_lies_within_its_row(page, looked_at):
    """The row scrolls on a phone, and cuts what lies outside it."""
    page.goto(f"{looked_at}/cistern")
    tab = page.get_by_role("tab").first
    tab.focus()
    page.keyboard.press("ArrowRight")
    focused = page.get_by_role("tab").nth(1)
    expect(focused).to_be_focused()
    ring, offset = (
        focused.evaluate(f"(tab) => parseFloat(getComputedStyle(tab).{name})")
        for name in ("outlineWidth", "outlineOffset")
    )
    assert ring >= 2
    assert ring + offset <= 0


def looks(part):
    return part.evaluate(
        "(each) => { const look = getComputedStyle(each);"
        " return [look.backgroundColor, look.color, look.borderBottomColor, look.borderRightColor].join(' ') }"
    )


def test_what_is_chosen_shows_where_colours_are_forced(page, looked_at):
    page.emulate_media(forced_colors="active")
    page.goto(f"{looked_at}/cistern")
    tabs = page.get_by_role("tab")
    expect(tabs.first).to_have_attribute("data-state", "active")
    assert looks(tabs.first) != looks(tabs.nth(1))
    metric, us = (page.get_by_role("radio", name=name) for name in ("Metric", "US customary, gallons are US gallons"))
    assert looks(metric) != looks(us)
    page.goto(f"{looked_at}/roofs")
    on = page.get_by_role("switch").first
    expect(on).to_be_checked()
    assert looks(on) != looks(page.get_by_role("button", name="Add a roof"))


def test_the_light_is_the_machines_until_somebody_chooses(page, looked_at):
    page.goto(f"{looked_at}/cistern")
    root = page.locator("html")
    for light in ("dark", "light"):
        page.emulate_media(color_scheme=light)
        expect(root).to_have_attribute("data-light", light)
    page.get_by_role("button", name="More").click()
    page.get_by_role("menuitem", name="Dark, for the van at night").click()
    expect(root).to_have_attribute("data-light", "dark")
    page.emulate_media(color_scheme="dark")
    page.emulate_media(color_scheme="light")
    expect(root).to_have_attribute("data-light", "dark")
    page.reload()
    expect(root).to_have_attribute("data-light", "dark")


def test_the_last_line_of_a_window_fades_and_none_is_covered_at_the_sheets_end(page, looked_at):
    page.goto(f"{looked_at}/cistern?view=methods")
    page.locator("#sheet h1").first.wait_for()
    veil = "getComputedStyle(document.querySelector('#sheet'), '::after')"
    assert page.evaluate(f"{veil}.position + ' ' + {veil}.pointerEvents") == "sticky none"
    under = page.evaluate(
        """() => {
          const sheet = document.querySelector('#sheet');
          sheet.scrollTop = sheet.scrollHeight;
          return sheet.getBoundingClientRect().bottom - sheet.lastElementChild.getBoundingClientRect().bottom;
        }"""
    )
    assert under >= 29
