"""Two windows, a killed server, a lost connection: no acknowledged change is lost, none is overwritten unseen."""

import json
import urllib.request

import pytest
from playwright.sync_api import expect

from tests.serving import Server

pytestmark = pytest.mark.browser


def set_tank(page, litres):
    tank = page.get_by_role("textbox", name="Tank size")
    tank.fill(litres)
    tank.press("Enter")


def standing(server, url):
    property_id = url.split("/p/")[1].split("/")[0]
    with urllib.request.urlopen(f"{server.url}/api/properties/{property_id}") as answer:
        return json.load(answer)


def tank_and_reserve(state):
    return round(state["plan"]["tank_l"]), state["document"]["cistern"]["fire_reserve_l"]


def test_the_second_of_two_windows_is_told_and_keeps_its_entry(demo_page, context, server):
    first = demo_page
    second = context.new_page()
    second.goto(first.url)
    expect(second.get_by_test_id("revision")).to_have_text("rev 1")
    set_tank(first, "92 m3")
    expect(first.get_by_test_id("revision")).to_have_text("rev 2")

    second.get_by_role("textbox", name="Fire reserve").fill("5 m3")
    second.get_by_role("textbox", name="Fire reserve").press("Enter")
    dialog = second.get_by_role("alertdialog")
    expect(dialog).to_contain_text("Changed in another window")
    expect(dialog).to_contain_text("Fire reserve 5 m³")
    assert tank_and_reserve(standing(server, first.url)) == (92_000, 4_000)

    second.get_by_role("button", name="Apply my changes on top").click()
    expect(second.get_by_test_id("revision")).to_have_text("rev 3")
    expect(second.get_by_role("textbox", name="Tank size")).to_have_value("92 m³")
    assert tank_and_reserve(standing(server, first.url)) == (92_000, 5_000)

    first.keyboard.press("Control+z")
    expect(first.get_by_text("Changed in another window, so nothing was undone")).to_be_visible()
    expect(first.get_by_test_id("revision")).to_have_text("rev 3")


def test_the_second_window_may_leave_its_entry(demo_page, context):
    second = context.new_page()
    second.goto(demo_page.url)
    expect(second.get_by_test_id("revision")).to_have_text("rev 1")
    set_tank(demo_page, "92 m3")
    expect(demo_page.get_by_test_id("revision")).to_have_text("rev 2")
    set_tank(second, "70 m3")
    second.get_by_role("button", name="Discard my changes").click()
    expect(second.get_by_role("textbox", name="Tank size")).to_have_value("92 m³")


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
        assert tank_and_reserve(standing(again, page.url)) == (83_000, 6_000)
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
