"""The survey on a phone: from a design that nobody has looked at to a site that may be left, half of it offline."""

import json
import re
import urllib.request

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import PHONE, standing
from tests.browser.test_by_touch import go
from tests.serving import Server

pytestmark = pytest.mark.browser

SLIM = {"kind": "slim", "length_m": 1.9, "width_m": 0.6, "height_m": 2.1}
DESIGN = [
    {"op": "replace", "path": "/cistern/tanks/0/shape", "value": SLIM},
    {
        "op": "replace",
        "path": "/household/garden_l_month",
        "value": [0, 0, 0, 600, 900, 1200, 1200, 1200, 600, 0, 0, 0],
    },
    {"op": "replace", "path": "/pump/feed", "value": "pump"},
    {"op": "replace", "path": "/downpour/driven_rain", "value": False},
    {"op": "replace", "path": "/downpipes/0/run/length_m", "value": 2.0},
]
"""A slim tank at its downpipe, with a pump for the garden."""
READINGS = {
    "Height of the gutter outlet of Main roof": "2.35 m",
    "Height of the ground at the tank": "-0.05 m",
    "Height of the ground where the overflow comes out": "-0.6 m",
    "Height of the place of the pump": "-0.1 m",
}
LEFT_OUT = "Slope of the ground at the tank"


@pytest.fixture
def phone(browser):
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    yield context.new_page()
    context.close()


def designed(server, page_url):
    """The new property at an address becomes the design of a slim tank."""
    asked = {"edit_id": "d" * 32, "label": "Slim tank", "base_revision": 1, "operations": DESIGN}
    sent = urllib.request.Request(
        f"{server.url}/api/properties/{page_url.split('/p/')[1].split('/')[0]}/edits",
        data=json.dumps(asked).encode(),
        headers={"Content-Type": "application/json", "Origin": server.url},
    )
    urllib.request.urlopen(sent).close()


def missing(page):
    return page.get_by_role("checkbox", checked=False).filter(visible=True)


def answer(page, asks):
    """Enters what is asked for, or leaves it out, or ticks it."""
    row = page.get_by_role("listitem").filter(has=page.get_by_role("checkbox", name=f"Seen: {asks}", exact=True))
    if asks == LEFT_OUT:
        row.get_by_role("button", name=f"Leave out: {asks}").tap()
        return
    if asks in READINGS:
        row.get_by_role("button", name=f"{asks}: not measured").tap()
        row.get_by_role("textbox", name=asks).fill(READINGS[asks])
        row.get_by_role("textbox", name=asks).press("Enter")
    elif asks == "What the ground is":
        row.get_by_role("button", name=re.compile("^What the ground is")).tap()
        page.get_by_role("menuitemradio", name=re.compile("^clay")).tap()
    row.get_by_role("checkbox").tap()
    expect(row.get_by_role("checkbox")).to_be_checked()


def sent_on(page):
    """The survey on the server, once the last change, of which nothing is said while it is on its way, is there."""
    for _ in range(100):
        after = standing(page.url)["plan"]["survey"]
        if after["missing"] == 0:
            break
        page.wait_for_timeout(200)
    return after


def test_from_an_empty_property_to_you_may_leave_half_of_it_offline(phone, tmp_path):
    with Server(tmp_path / "data") as server:
        phone.goto(server.url)
        phone.get_by_role("button", name="New property").tap()
        phone.get_by_role("button", name="None of these").tap()
        phone.get_by_label("Name").fill("Fernlea")
        phone.get_by_label("Area seen from above").fill("40 m2")
        phone.get_by_label("How many live there").fill("0")
        phone.get_by_role("button", name="Next: the rain file").tap()
        expect(phone.get_by_test_id("revision")).to_have_text("rev 1")
        designed(server, phone.url)
        phone.reload()
        go(phone, "Survey")
        asked = [box.get_attribute("aria-label").removeprefix("Seen: ") for box in missing(phone).all()]
        assert len(asked) < 25
        half = len(asked) // 2
        for asks in asked[:half]:
            answer(phone, asks)
        server.kill()
        for asks in asked[half:]:
            answer(phone, asks)
        expect(phone.get_by_text("you may leave")).to_be_visible()
        expect(phone.get_by_text("kept here and sent")).to_be_visible()
        server.start()
        expect(phone.get_by_text("kept here and sent")).to_have_count(0, timeout=60_000)
        expect(phone.get_by_text("being sent")).to_have_count(0, timeout=60_000)
        after = sent_on(phone)
        assert after["missing"] == 0
        states = {item["asks"]: item["state"] for item in after["items"]}
        assert {asks: states[asks] for asks in asked} == {
            asks: "left_out" if asks == LEFT_OUT else "confirmed" for asks in asked
        }
