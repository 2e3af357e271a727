"""Several supplies of one property in a browser: added, fed, served, pumped between, looked at singly, removed."""

import json
import re
import urllib.request

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import PHONE, copied, standing
from tests.browser.targets import too_small
from tests.browser.test_by_touch import LEAST_PX
from tests.browser.test_screens import assert_accessible

pytestmark = pytest.mark.browser


def choose(page, label, option):
    page.get_by_role("button", name=label).click()
    page.get_by_role("menuitemradio", name=option).first.click()


def add(page, name, holds, roof=None):
    page.get_by_role("button", name="Add a supply").click()
    page.get_by_label("What it is called").fill(name)
    page.get_by_label("What its tank holds").fill(holds)
    if roof:
        choose(page, "Roof whose water it takes", roof)
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("link", name=f"Sheets of {name}")).to_be_visible()


@pytest.fixture
def several(page, server):
    """A fresh copy of the demo with a barn's tank that waters the garden, on the page of its supplies."""
    page.goto(f"{copied(server, 'saltmarrow')}/cistern")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Supplies").click()
    expect(page.get_by_test_id("property-verdict")).to_have_text("This property has one supply.")
    add(page, "Barn", "10 kL", "Barn")
    choose(page, "First for Watered ground", "Barn")
    expect(page.get_by_role("button", name="First for Watered ground: Barn")).to_be_visible()
    return page


def test_a_supply_is_added_fed_and_waters_the_garden(several):
    page, state = several, standing(several.url)
    verdict = state["plan"]["together"]["verdict"]
    assert re.fullmatch(r"Years carried: Main supply (all|\d+ of) 40, Barn (all|\d+ of) 40\.", verdict)
    expect(page.get_by_test_id("property-verdict")).to_have_text(verdict)
    feeding = page.get_by_role("region", name="Who feeds whom").get_by_role("img")
    assert "Barn: 154 m² of roof" in feeding.get_attribute("aria-label")
    crew = page.get_by_role("region", name="Built for all supplies").get_by_role("img")
    expect(crew).to_have_attribute("aria-label", re.compile("working days of one crew: Main supply"))
    assert_accessible(page, "supplies")


def test_water_is_pumped_to_the_house_and_what_comes_of_it_is_said(several):
    page, before = several, standing(several.url)["plan"]["together"]["supplies"][0]
    page.get_by_role("button", name="Pump water from one to another").click()
    expect(page.get_by_label("Most in a day, way 1")).to_have_value("5,000 L")
    after = standing(page.url)["plan"]["together"]["supplies"][0]
    assert after["years_carried"] > before["years_carried"]
    assert after["helped_l_day"] > 0
    page.get_by_label("Most in a day, way 1").fill("2,000")
    page.get_by_label("Most in a day, way 1").press("Enter")
    expect(page.get_by_label("Most in a day, way 1")).to_have_value("2,000 L")
    # The other way round, by naming the one that gives as the one that gets.
    choose(page, "Supply that gets it, way 1", "Barn")
    expect(page.get_by_role("button", name="Supply that gives, way 1: Main supply")).to_be_visible()


def test_the_name_at_the_top_chooses_and_every_edit_is_of_the_one_looked_at(several):
    page, main = several, standing(several.url)["document"]["cistern"]
    page.get_by_role("link", name="Sheets of Barn").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("Waters the garden through")
    page.get_by_role("tab", name="The tanks").click()
    volume = page.get_by_label("Volume of Barn, tank", exact=False).first
    volume.fill("14 kL")
    volume.press("Enter")
    expect(page.get_by_test_id("revision")).to_have_text("rev 4")
    state = standing(page.url.replace("@supply-2", ""))
    assert state["document"]["cistern"] == main
    assert state["document"]["supplies"][0]["cistern"]["tanks"][0]["shape"]["volume_l"] == 14_000
    choose(page, "Supply: Barn", "Main supply")
    expect(page.get_by_test_id("verdict")).not_to_contain_text("garden")
    assert "@" not in page.url
    page.keyboard.press("Control+z")
    choose(page, "Supply: Main supply", "Barn")
    expect(page.get_by_label("Volume of Barn, tank", exact=False).first).to_have_value(re.compile("10"))


def test_one_that_is_removed_leaves_roofs_and_uses_to_the_other(several):
    page = several
    barn = page.get_by_role("link", name="Sheets of Barn").get_attribute("href")
    page.get_by_role("button", name="Remove Barn").click()
    expect(page.get_by_test_id("property-verdict")).to_have_text("This property has one supply.")
    document = standing(page.url)["document"]
    assert document["supplies"] == []
    assert document["household"]["irrigation"]["served"] == {"by": "main", "then": None}
    # An address that names it shows what is there.
    page.goto(page.url.split("/p/")[0] + barn)
    expect(page.get_by_test_id("verdict")).to_contain_text("Carries the house")
    expect(page).to_have_url(re.compile(r"/p/[0-9a-f]+/cistern"))


def test_a_change_that_waits_is_kept_though_another_supply_is_looked_at_by_then(several):
    page = several
    page.get_by_role("link", name="Sheets of Barn").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("garden")
    page.route("**/api/properties/*/edits*", lambda route: route.abort())
    page.get_by_label("Short years allowed").fill("6")
    page.keyboard.press("Enter")
    expect(page.get_by_role("status").filter(has_text="1 change is kept here")).to_be_visible()
    page.unroute("**/api/properties/*/edits*")
    choose(page, "Supply: Barn", "Main supply")
    expect(page.get_by_test_id("verdict")).to_contain_text("house")
    address = page.url.split("/p/")[0] + "/api/properties/" + page.url.split("/p/")[1].split("/")[0]

    def allowed():
        with urllib.request.urlopen(f"{address}?supply=supply-2") as answer:
            return json.load(answer)["document"]["cistern"]["short_years_allowed"]

    for _ in range(40):
        if allowed() == 6:
            break
        page.wait_for_timeout(500)
    assert allowed() == 6


def test_on_the_phone_all_of_it_is_in_reach(phone, server):
    page = phone.new_page()
    page.goto(f"{copied(server, 'saltmarrow')}/supplies")
    add(page, "Barn", "10 kL", "Barn")
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    count, small = too_small(page, LEAST_PX)
    assert count > 10
    assert small == []
