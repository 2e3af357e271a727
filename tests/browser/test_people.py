"""People at a firm's server, each in a browser of their own, by an address other than this machine's."""

import re

import pytest
from playwright.sync_api import expect

from lean_year.store import people
from lean_year.store.database import open_database
from tests.browser.conftest import DESK, FIRM_NAME, PHONE
from tests.serving import Server

pytestmark = pytest.mark.browser

PASSWORD = "a river in the hills"


@pytest.fixture
def firm(tmp_path):
    engine = open_database(tmp_path)
    people.add_person(engine, "Ada Finch", "office", PASSWORD)
    people.add_person(engine, "Site Crew", "site", PASSWORD)
    engine.dispose()
    with Server(tmp_path, with_demo=True, options=("--host", "0.0.0.0", "--name", FIRM_NAME)) as server:
        yield f"http://127.0.0.2:{server.port}"


@pytest.fixture
def open_browser(browser):
    contexts = []

    def made(viewport=DESK):
        context = browser.new_context(viewport=viewport)
        contexts.append(context)
        return context.new_page()

    yield made
    for context in contexts:
        context.close()


def sign_in(page, name, password=PASSWORD):
    page.get_by_label("Name").fill(name)
    page.get_by_label("Password").fill(password)
    page.get_by_role("button", name="Sign in").click()


def test_somebody_signs_in_works_signs_out_and_is_let_in_no_more(firm, open_browser):
    page = open_browser()
    page.goto(firm)
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    sign_in(page, "Ada Finch", "not the password")
    expect(page.get_by_role("dialog").get_by_role("alert")).to_have_text("Name or password is wrong.")
    sign_in(page, "Ada Finch")
    page.get_by_role("link", name="Saltmarrow").click()
    page.get_by_role("textbox", name="Fire reserve").fill("5 m3")
    page.get_by_role("textbox", name="Fire reserve").press("Enter")
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    page.get_by_test_id("revision").click()
    expect(page.get_by_role("listitem").filter(has_text="Fire reserve 5 m³")).to_contain_text("Ada Finch,")
    page.keyboard.press("Escape")

    page.get_by_role("button", name="More").click()
    page.get_by_role("menuitem", name="Sign out", exact=True).click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    page.reload()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    expect(page.get_by_test_id("verdict")).to_have_count(0)


def test_signed_out_elsewhere_what_is_typed_waits_for_the_next_sign_in(firm, open_browser):
    page, elsewhere = open_browser(PHONE), open_browser()
    for each in (page, elsewhere):
        each.goto(firm)
        sign_in(each, "Site Crew")
        each.get_by_role("link", name="Saltmarrow").click()
        expect(each.get_by_test_id("verdict")).to_contain_text("years")
    expect(elsewhere.get_by_role("button", name="More")).to_be_visible()
    elsewhere.get_by_role("button", name="More").click()
    expect(elsewhere.get_by_role("menuitem", name="Links for the owner")).to_have_count(0)
    elsewhere.get_by_role("menuitem", name="Sign out everywhere").click()
    expect(elsewhere.get_by_role("heading", name="Sign in")).to_be_visible()
    reserve = page.get_by_role("textbox", name="Fire reserve")
    reserve.fill("5 m3")
    reserve.press("Enter")
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    sign_in(page, "Site Crew")
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    expect(reserve).to_have_value("5 m³")


def test_an_owner_looks_by_a_link_changes_nothing_and_sees_no_more_once_it_is_withdrawn(firm, open_browser):
    office, owner = open_browser(), open_browser(PHONE)
    office.goto(firm)
    sign_in(office, "Ada Finch")
    office.get_by_role("link", name="Saltmarrow").click()
    office.get_by_role("button", name="More").click()
    office.get_by_role("menuitem", name="Links for the owner").click()
    office.get_by_label("For whom").fill("The owners")
    office.get_by_role("button", name="Make a link").click()
    link = office.get_by_label("The link").input_value()
    assert link.startswith(f"{firm}/owner#")

    owner.goto(link)
    expect(owner).to_have_url(re.compile(r"/p/[0-9a-f]{32}/cistern$"))
    expect(owner.get_by_text("to look at, not to change")).to_be_visible()
    reserve = owner.get_by_role("textbox", name="Fire reserve")
    reserve.fill("9 m3")
    reserve.press("Enter")
    expect(owner.get_by_role("alert")).to_contain_text("ask the firm")
    owner.reload()
    expect(owner.get_by_role("textbox", name="Fire reserve")).to_have_value("4 m³")
    owner.goto(firm)
    expect(owner.get_by_role("alert")).to_contain_text("not open to you")

    office.get_by_role("button", name="Withdraw").click()
    expect(office.get_by_text("Nobody has a link.")).to_be_visible()
    owner.goto(link)
    owner.reload()
    expect(owner.get_by_text("This link opens nothing any more")).to_be_visible()


def test_by_a_name_without_tls_where_browsers_offer_less_everything_is_kept_as_well(firm, open_browser):
    """Such a page has no service worker, no locks between tabs and no `randomUUID`."""
    page = open_browser()
    page.goto(firm.replace("127.0.0.2", FIRM_NAME))
    assert page.evaluate("isSecureContext") is False
    sign_in(page, "Ada Finch")
    page.get_by_role("link", name="Saltmarrow").click()
    page.get_by_role("textbox", name="Fire reserve").fill("5 m3")
    page.get_by_role("textbox", name="Fire reserve").press("Enter")
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
