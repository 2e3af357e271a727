"""Tabs, people, a killed server, a lost connection: no acknowledged change is lost, none is overwritten unseen."""

import itertools
import json
import os
import random
import time
import urllib.request

import pytest
from playwright.sync_api import TimeoutError as PlaywrightTimeout
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, standing
from tests.serving import Server

pytestmark = pytest.mark.browser


def set_tank(page, litres):
    tank = page.get_by_role("textbox", name="Tank size")
    tank.fill(litres)
    tank.press("Enter")


def tank_and_reserve(state):
    return round(state["plan"]["tank_l"]), state["document"]["cistern"]["fire_reserve_l"]


@pytest.fixture
def elsewhere(browser):
    """Another person's browser."""
    context = browser.new_context(viewport=DESK)
    yield context
    context.close()


def test_the_second_of_two_people_is_told_and_keeps_the_entry_over_a_reload(demo_page, elsewhere):
    first = demo_page
    second = elsewhere.new_page()
    second.goto(first.url)
    expect(second.get_by_test_id("revision")).to_have_text("rev 1")
    set_tank(first, "92 m3")
    expect(first.get_by_test_id("revision")).to_have_text("rev 2")

    second.get_by_role("textbox", name="Fire reserve").fill("5 m3")
    second.get_by_role("textbox", name="Fire reserve").press("Enter")
    dialog = second.get_by_role("alertdialog")
    expect(dialog).to_contain_text("Changed in another window")
    expect(dialog).to_contain_text("Fire reserve 5 m³")
    assert tank_and_reserve(standing(first.url)) == (92_000, 4_000)
    second.reload()
    expect(dialog).to_contain_text("Fire reserve 5 m³")

    second.get_by_role("button", name="Apply my changes on top").click()
    expect(second.get_by_test_id("revision")).to_have_text("rev 3")
    expect(second.get_by_role("textbox", name="Tank size")).to_have_value("92 m³")
    assert tank_and_reserve(standing(first.url)) == (92_000, 5_000)

    first.keyboard.press("Control+z")
    expect(first.get_by_text("Changed in another window, so nothing was undone")).to_be_visible()
    expect(first.get_by_test_id("revision")).to_have_text("rev 3")


def test_the_second_person_may_leave_the_entry(demo_page, elsewhere):
    second = elsewhere.new_page()
    second.goto(demo_page.url)
    expect(second.get_by_test_id("revision")).to_have_text("rev 1")
    set_tank(demo_page, "92 m3")
    expect(demo_page.get_by_test_id("revision")).to_have_text("rev 2")
    set_tank(second, "70 m3")
    second.get_by_role("button", name="Discard my changes").click()
    expect(second.get_by_role("textbox", name="Tank size")).to_have_value("92 m³")


def wait_for_what_shows_typed_edits(page):
    """It is fetched a second after the page, for when the connection is gone."""
    fetched = "performance.getEntriesByType('resource').some(({ name }) => name.includes('withWhatWaits'))"
    for _ in range(200):
        if page.evaluate(fetched):
            return
        page.wait_for_timeout(50)
    raise AssertionError("it was not fetched within ten seconds")


def test_another_tab_of_the_same_browser_follows_and_is_no_conflict(demo_page, context):
    second = context.new_page()
    second.goto(demo_page.url)
    expect(second.get_by_test_id("revision")).to_have_text("rev 1")
    set_tank(demo_page, "92 m3")
    expect(second.get_by_test_id("revision")).to_have_text("rev 2")
    expect(second.get_by_role("textbox", name="Tank size")).to_have_value("92 m³")
    for tab in (demo_page, second):
        wait_for_what_shows_typed_edits(tab)
    context.set_offline(True)
    set_tank(demo_page, "70 m3")
    second.get_by_role("textbox", name="Fire reserve").fill("5 m3")
    second.get_by_role("textbox", name="Fire reserve").press("Enter")
    for tab in (demo_page, second):
        expect(tab.get_by_role("status")).to_contain_text("2 changes are kept here")
    expect(demo_page.get_by_role("textbox", name="Fire reserve")).to_have_value("5 m³")
    demo_page.close()
    context.set_offline(False)
    expect(second.get_by_test_id("revision")).to_have_text("rev 4", timeout=30_000)
    assert tank_and_reserve(standing(second.url)) == (70_000, 5_000)


def test_what_was_undone_before_another_change_is_in_the_list_of_revisions(demo_page):
    page = demo_page
    for revision, litres in ((2, "81 m3"), (3, "82 m3")):
        set_tank(page, litres)
        expect(page.get_by_test_id("revision")).to_have_text(f"rev {revision}")
    page.get_by_role("button", name="Undo").click()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_test_id("revision")).to_have_text("rev 1")
    set_tank(page, "60 m3")
    expect(page.get_by_test_id("revision")).to_have_text("rev 4")
    page.get_by_test_id("revision").click()
    undone = page.get_by_role("listitem").filter(has_text="rev 3 Tank size 82 m³")
    undone.get_by_role("textbox").fill("As quoted")
    undone.get_by_role("textbox").press("Enter")
    undone.get_by_role("button", name="Compare with now").click()
    compared = page.get_by_role("region", name="Revision 3 and revision 4")
    expect(compared).to_contain_text("Only on the way to revision 3: Tank size 82 m³; Tank size 81 m³.")
    undone.get_by_role("button", name="Go back to it").click()
    expect(page.get_by_role("listitem").first).to_contain_text("Back to revision 3 (stands now)")
    assert tank_and_reserve(standing(page.url))[0] == 82_000
    page.reload()
    page.get_by_test_id("revision").click()
    expect(undone.get_by_role("textbox")).to_have_value("As quoted")


WALKS = int(os.environ.get("LEAN_YEAR_WALKS", "2"))
STEPS = 14
STORED = """async () => await new Promise((done) => {
    const opened = indexedDB.open("lean-year");
    opened.onsuccess = () => {
        const asked = opened.result.transaction("entries").objectStore("entries").getAll();
        asked.onsuccess = () => { opened.result.close(); done(asked.result.map((entry) => entry.label)); };
    };
})"""


def labels(server, url):
    property_id = url.split("/p/")[1].split("/")[0]
    with urllib.request.urlopen(f"{server.url}/api/properties/{property_id}/revisions?limit=200") as answer:
        return [each["label"] for each in json.load(answer)["revisions"]]


@pytest.mark.parametrize("seed", range(WALKS))
def test_whatever_tabs_and_phones_do_every_entry_is_kept_or_was_shown_as_late(
    demo_page, context, browser, server, seed
):
    """Two tabs of one browser and a phone: offline now and then, tabs closed, pages loaded anew, in any order."""
    chance, url = random.Random(seed), demo_page.url
    phone = browser.new_context(viewport=PHONE)
    places = {"one": context, "other": context, "phone": phone}
    pages = {name: demo_page if name == "one" else place.new_page() for name, place in places.items()}
    for page in pages.values():
        page.goto(url)
        expect(page.get_by_test_id("revision")).to_be_visible()
    offline = {context: False, phone: False}
    typed, left, litres = [], [], itertools.count(601)
    for _ in range(STEPS):
        name = chance.choice(list(pages))
        page, place = pages[name], places[name]
        late = page.get_by_role("alertdialog")
        act = chance.choice(["type", "type", "type", "line", "reload", "anew"])
        if act == "line":
            offline[place] = not offline[place]
            place.set_offline(offline[place])
        elif act == "reload" and not offline[place]:
            page.reload()
            expect(page.get_by_test_id("revision")).to_be_visible()
        elif act == "anew" and not offline[place]:
            page.close()
            pages[name] = place.new_page()
            pages[name].goto(url)
            expect(pages[name].get_by_test_id("revision")).to_be_visible()
        elif act == "type":
            for _ in range(5):
                if late.is_visible():
                    left += choose(page, late, chance)
                label = enter(page, next(litres))
                if label is not None:
                    break
            assert label is not None, page.locator("body").inner_text()
            until(lambda page=page, label=label: label in page.evaluate(STORED) or label in labels(server, url))
            typed.append(label)
    for place in offline:
        place.set_offline(False)
    for _ in range(4):  # putting one person's on top may make another's late
        for page in pages.values():
            page.reload()
            expect(page.get_by_test_id("revision")).to_be_visible()
            until(lambda page=page: page.evaluate(STORED) == [] or page.get_by_role("alertdialog").is_visible())
            if page.get_by_role("alertdialog").is_visible():
                left += choose(page, page.get_by_role("alertdialog"), chance)
    for page in pages.values():
        until(lambda page=page: page.evaluate(STORED) == [])
    phone.close()
    kept = labels(server, url)
    assert len(typed) > 3
    assert [label for label in typed if label not in kept + left] == []
    assert len(kept) == len(set(kept)), "each is kept once"


def enter(page, litres):
    """Types a fire reserve; None where a dialog came up before it was entered."""
    entry = page.get_by_role("textbox", name="Fire reserve")
    try:
        entry.fill(f"{litres} L", timeout=3_000)
        entry.press("Enter", timeout=3_000)
    except PlaywrightTimeout:
        return None
    return f"Fire reserve {litres} L"


def choose(page, dialog, chance):
    """Puts what came late on top, or leaves it; what was left, as it was shown."""
    shown = dialog.get_by_role("listitem").all_inner_texts()
    onto = chance.random() < 0.7
    page.get_by_role("button", name="Apply my changes on top" if onto else "Discard my changes").click()
    expect(dialog).not_to_be_visible()
    return [] if onto else shown


def until(true):
    """Waits for something that no page tells of."""
    deadline = time.monotonic() + 30
    while not true():
        assert time.monotonic() < deadline
        time.sleep(0.05)


def test_a_server_killed_during_edits_loses_no_acknowledged_change(page, tmp_path):
    server = Server(tmp_path, with_demo=True)
    server.start()
    page.goto(server.url)
    page.get_by_role("link", name="Saltmarrow").click()
    expect(page.get_by_test_id("revision")).to_have_text("rev 1")
    for revision, litres in ((2, "81 m3"), (3, "82 m3")):
        set_tank(page, litres)
        expect(page.get_by_test_id("revision")).to_have_text(f"rev {revision}")
    server.kill()
    set_tank(page, "83 m3")
    expect(page.get_by_role("status")).to_contain_text("1 change is kept here")
    page.get_by_role("textbox", name="Fire reserve").fill("6 m3")
    page.get_by_role("textbox", name="Fire reserve").press("Enter")
    expect(page.get_by_role("status")).to_contain_text("2 changes are kept here")
    again = Server(tmp_path, port=server.port)
    with again:
        expect(page.get_by_test_id("revision")).to_have_text("rev 5")
        expect(page.get_by_text("No connection")).not_to_be_visible()
        assert tank_and_reserve(standing(page.url)) == (83_000, 6_000)
        page.reload()
        expect(page.get_by_role("textbox", name="Tank size")).to_have_value("83 m³")
        expect(page.get_by_test_id("revision")).to_have_text("rev 5")


def test_what_waits_when_the_page_closes_is_sent_when_it_opens_again(page, tmp_path, context):
    server = Server(tmp_path, with_demo=True)
    server.start()
    page.goto(server.url)
    page.get_by_role("link", name="Saltmarrow").click()
    expect(page.get_by_test_id("revision")).to_have_text("rev 1")
    expect(page.get_by_role("textbox", name="Tank size")).to_be_visible()
    address = page.url
    server.kill()
    set_tank(page, "83 m3")
    expect(page.get_by_role("status")).to_contain_text("1 change is kept here")
    page.close()
    with Server(tmp_path, port=server.port):
        later = context.new_page()
        later.goto(address)
        expect(later.get_by_test_id("revision")).to_have_text("rev 2")
        expect(later.get_by_role("textbox", name="Tank size")).to_have_value("83 m³")
