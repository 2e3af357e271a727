"""The log on a phone: a level in two presses and a number, without a signal; the forecast follows after."""

import datetime as dt

import pytest
from playwright.sync_api import expect

from tests.browser.test_without_signal import KEPT

pytestmark = pytest.mark.browser


def test_a_level_takes_two_presses_and_a_number_without_a_signal_and_the_forecast_follows(phone, own_server):
    page = phone.new_page()
    page.goto(own_server.url)
    page.get_by_role("link", name="Saltmarrow").tap()
    expect(page.get_by_test_id("verdict")).to_contain_text("years")
    page.goto(f"{page.url.rsplit('/', 1)[0]}/log")
    log = page.get_by_role("main")
    expect(log).to_contain_text("read on 27 Sep 2026")
    page.evaluate(KEPT, ['"property"', '"log"'])

    own_server.kill()
    page.reload()
    reading = log.get_by_role("textbox", name="Depth of the water")
    expect(reading).to_be_visible()
    reading.tap()
    reading.fill("1.05 m")
    log.get_by_role("button", name="Keep it").tap()
    expect(page.get_by_text("1 entry is kept here")).to_be_visible()

    own_server.start()
    expect(page.get_by_text("kept here")).to_have_count(0, timeout=60_000)
    today = f"{dt.date.today():%-d %b %Y}"
    expect(log).to_contain_text(f"read on {today}", timeout=60_000)
    log.get_by_role("tab", name="How long").tap()
    tomorrow = f"{dt.date.today() + dt.timedelta(days=1):%-d %b %Y}"
    expect(log).to_contain_text(f"on {tomorrow}.")
