"""Alternatives in a browser: made, changed and compared; removed while open elsewhere; rows that move meanwhile."""

import json
import re
import urllib.request
import uuid

import pytest
from playwright.sync_api import expect

from lean_year.demo.shipped import demo_file
from tests.browser.conftest import DESK, PHONE, copied, standing
from tests.browser.targets import too_small
from tests.browser.test_by_touch import LEAST_PX
from tests.browser.test_screens import assert_accessible

pytestmark = pytest.mark.browser
ROOFS = [roof.id for roof in demo_file("saltmarrow").property.roofs]


def ask(server, method, path, body=None):
    sent = urllib.request.Request(
        f"{server.url}/api/properties/{path}",
        method=method,
        data=None if body is None else json.dumps(body).encode(),
        headers={"Content-Type": "application/json", "Origin": server.url},
    )
    with urllib.request.urlopen(sent) as answer:
        text = answer.read()
    return json.loads(text) if text else None


def edit(server, property_id, *operations):
    base = ask(server, "GET", property_id)["revision"]
    edit = {"base_revision": base, "edit_id": str(uuid.uuid4()), "label": "In the office", "operations": operations}
    return ask(server, "POST", f"{property_id}/edits", edit)


@pytest.fixture
def opened(page, server):
    """A fresh copy of a demo, at a station."""

    def open_at(station):
        address = copied(server, "saltmarrow")
        page.goto(f"{address}/{station}")
        expect(page.get_by_test_id("verdict")).to_contain_text("years")
        return address.split("/p/")[1]

    return open_at


def test_one_is_made_from_the_menu_changed_and_stands_beside_the_first(page, server, opened):
    first = opened("household")
    page.get_by_role("button", name="More", exact=True).click()
    page.get_by_role("menuitem", name="Alternatives").click()
    page.get_by_label("Name of the new alternative").fill("Smaller, trucks")
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_role("link", name="Back to Smaller, trucks")).to_be_visible()
    second = page.url.split("/p/")[1].split("/")[0]
    assert second != first
    edit(server, second, {"op": "resize", "path": "/cistern", "value": 40_000})
    edit(server, second, {"op": "replace", "path": "/household/back_up/kind", "value": "truck"})
    page.reload()
    side = page.get_by_role("region", name="Side by side")
    expect(side.get_by_role("row", name=re.compile("^Years carried"))).to_contain_text("40 of 40")
    said = [ask(server, "GET", each)["plan"] for each in (first, second)]
    row = side.get_by_role("row", name=re.compile("^What the plan says"))
    for plan, cell in zip(said, row.get_by_role("cell").all(), strict=True):
        expect(cell).to_have_text(plan["verdict"])
    values = side.get_by_role("table").nth(1).get_by_role("row").all()[1:]
    assert [each.get_by_role("rowheader").inner_text().split("\n")[-1] for each in values] == [
        "Diameter of tank 1", "Truck of back up", "Kind of back up",
    ]  # fmt: skip
    assert_accessible(page, "alternatives")
    page.get_by_role("link", name="Back to Smaller, trucks").click()
    expect(page.get_by_title("All alternatives")).to_have_text("Smaller, trucks, of 2")


def test_the_page_fits_a_phone_and_every_control_a_finger(browser, server):
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    page = context.new_page()
    address = copied(server, "saltmarrow")
    property_id = address.split("/p/")[1]
    ask(server, "POST", f"{property_id}/alternatives", {"name": "B"})
    page.goto(f"{address}/alternatives")
    expect(page.get_by_text("they are the same design")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    assert too_small(page, LEAST_PX)[1] == []
    assert_accessible(page, "alternatives on a phone")
    context.close()


def test_one_that_is_removed_while_it_is_open_says_so_and_what_was_typed_is_not_lost(page, server, opened):
    first = opened("cistern")
    second = ask(server, "POST", f"{first}/alternatives", {"name": "B"})["id"]
    page.goto(f"{server.url}/p/{second}/cistern")
    entry = page.get_by_role("textbox", name="Fire reserve")
    expect(entry).to_be_visible()
    ask(server, "DELETE", second)
    entry.fill("3 m3")
    entry.press("Enter")
    expect(page.get_by_text("there is no such property", exact=False).first).to_be_visible()
    expect(entry).to_have_value(re.compile("3"))
    page.goto(f"{server.url}/p/{second}/household")
    expect(page.get_by_role("heading", name="There is no such property")).to_be_visible()
    page.goto(f"{server.url}/p/{first}/household")
    expect(page.get_by_test_id("verdict")).to_contain_text("years")


def test_a_reading_that_waited_while_a_roof_was_taken_out_goes_to_its_own_roof(page, server, opened):
    property_id = opened("roofs")
    pitch = page.get_by_role("textbox", name=re.compile("[Pp]itch")).nth(2)
    expect(pitch).to_be_visible()
    before = {roof["id"]: roof["pitch_deg"] for roof in standing(page.url)["document"]["roofs"]}
    page.context.set_offline(True)
    pitch.fill("27")
    pitch.press("Enter")
    expect(page.get_by_text("kept here and sent")).to_be_visible()
    edit(server, property_id, {"op": "remove", "path": "/roofs/0"})
    page.context.set_offline(False)
    expect(page.get_by_role("alertdialog", name="Changed in another window")).to_be_visible(timeout=30_000)
    page.get_by_role("button", name="Apply my changes on top").click()
    expect(page.get_by_text("kept here and sent")).to_have_count(0)
    for _ in range(50):
        after = {roof["id"]: roof["pitch_deg"] for roof in standing(page.url)["document"]["roofs"]}
        if after[ROOFS[2]] == 27:
            break
        page.wait_for_timeout(200)
    assert after == {ROOFS[1]: before[ROOFS[1]], ROOFS[2]: 27}


@pytest.mark.parametrize("size", [DESK, PHONE])
def test_a_supply_as_it_was_found_is_entered_by_anybody_at_either_size(browser, server, size):
    context = browser.new_context(viewport=size, has_touch=size is PHONE, is_mobile=size is PHONE)
    page = context.new_page()
    address = copied(server, "brindle-landing")
    edit(server, address.split("/p/")[1], {"op": "replace", "path": "/audit/as_found", "value": True})
    page.goto(f"{address}/survey?view=found")
    row = page.get_by_role("listitem", name="Overflow", exact=True)
    expect(row).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= size["width"]
    if size is PHONE:
        assert too_small(page, LEAST_PX)[1] == []
    assert_accessible(page, "as found")
    row.get_by_role("button", name=re.compile("^Condition of Overflow")).click()
    page.get_by_role("menuitemradio", name=re.compile("^broken")).click()
    expect(page.get_by_role("list", name="What is wrong").get_by_text("Overflow is broken.")).to_be_visible()
    context.close()
