"""Without a connection: a cold start, entries that wait, and an update of the server meanwhile."""

import json
import urllib.request

import pytest
from playwright.sync_api import expect

pytestmark = pytest.mark.browser

KEPT = """async (wanted) => {
    const late = new Promise((_, no) => setTimeout(() => no("no service worker"), 60000));
    await Promise.race([navigator.serviceWorker.ready, late]);
    const until = Date.now() + 60000;
    for (;;) {
        if (Date.now() > until) throw new Error("not kept");
        const there = (await indexedDB.databases()).some(({ name }) => name === "lean-year-answers");
        const names = !there ? [] : await new Promise((done) => {
            const opened = indexedDB.open("lean-year-answers");
            opened.onsuccess = () => {
                const asked = opened.result.transaction("answers").objectStore("answers").getAllKeys();
                asked.onsuccess = () => { opened.result.close(); done(asked.result); };
            };
        });
        if (wanted.every((each) => names.some((name) => name.includes(each)))) return names;
        await new Promise((done) => setTimeout(done, 100));
    }
}"""


def _opened(context, server):
    """A property as it stands once the browser has kept it and the application."""
    page = context.new_page()
    page.goto(server.url)
    page.get_by_role("link", name="Saltmarrow").tap()
    expect(page.get_by_test_id("verdict")).to_contain_text("years")
    page.evaluate(KEPT, ["properties", '"property"', "rain-days"])
    return page.url, page


def test_what_was_open_before_opens_without_a_server_and_entries_wait_for_it(phone, own_server):
    address, page = _opened(phone, own_server)
    verdict = page.get_by_test_id("verdict").inner_text()
    page.close()
    own_server.kill()

    page = phone.new_page()
    page.goto(address)
    expect(page.get_by_test_id("verdict")).to_have_text(verdict)
    status = page.get_by_role("status").filter(has_text="No connection")
    expect(status).to_contain_text("Shown as of")
    for sheet in ("roofs", "gutters", "rain", "household", "treatment", "pump", "ground"):
        page.goto(address.replace("cistern", sheet))
        expect(page.locator("#sheet h1")).to_be_visible()
        expect(status).to_contain_text("Shown as of")
    page.goto(address)
    reserve = page.get_by_role("textbox", name="Fire reserve")
    reserve.fill("5 m3")
    reserve.press("Enter")
    expect(status).to_contain_text("1 change is kept here")
    page.close()

    page = phone.new_page()
    page.goto(address)
    status = page.get_by_role("status").filter(has_text="No connection")
    expect(status).to_contain_text("1 change is kept here")
    expect(page.get_by_role("textbox", name="Fire reserve")).to_have_value("5 m³")
    page.goto(own_server.url)
    expect(page.get_by_role("link", name="Saltmarrow")).to_be_visible()
    expect(page.get_by_text("No connection")).to_be_visible()
    page.goto(address)

    own_server.start()
    expect(page.get_by_test_id("revision")).to_have_text("rev 2", timeout=30_000)
    expect(page.get_by_text("No connection")).to_have_count(0)
    property_id = address.split("/p/")[1].split("/")[0]
    with urllib.request.urlopen(f"{own_server.url}/api/properties/{property_id}") as answer:
        assert json.load(answer)["document"]["cistern"]["fire_reserve_l"] == 5_000


def test_a_property_that_was_never_open_here_says_so(phone, own_server):
    _, page = _opened(phone, own_server)
    own_server.kill()
    page.goto(f"{own_server.url}/p/{'0' * 32}/cistern")
    expect(page.get_by_text("was not opened in this browser before")).to_be_visible()


def test_a_page_of_an_older_version_is_not_answered_and_opens_the_new_one(phone, own_server):
    address, page = _opened(phone, own_server)
    other = {"status": 412, "json": {"errors": [{"field": "interface", "message": "was brought up to date"}]}}
    page.route("**/api/**", lambda route: route.fulfill(**other))
    reserve = page.get_by_role("textbox", name="Fire reserve")
    reserve.fill("6 m3")
    reserve.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("brought up to date on the server")
    page.unroute_all()
    page.get_by_role("button", name="Open the new version").tap()
    expect(page.get_by_test_id("revision")).to_have_text("rev 2", timeout=30_000)
    expect(page.get_by_role("textbox", name="Fire reserve")).to_have_value("6 m³")
    assert page.url == address


def test_it_can_be_installed(own_server):
    with urllib.request.urlopen(f"{own_server.url}/manifest.webmanifest") as answer:
        assert answer.headers["content-type"].startswith("application/manifest+json")
        manifest = json.load(answer)
    assert manifest["display"] == "standalone"
    assert {each["sizes"] for each in manifest["icons"]} == {"192x192", "512x512"}
    for icon in manifest["icons"]:
        with urllib.request.urlopen(own_server.url + icon["src"]) as answer:
            assert answer.read(8) == b"\x89PNG\r\n\x1a\n"
