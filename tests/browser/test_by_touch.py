"""On a phone, by touch: how large the controls are, and the job from nothing, half of it without a connection."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import PHONE, standing
from tests.browser.targets import too_small
from tests.browser.test_screens import assert_accessible
from tests.records import seattle, write_csv
from tests.serving import STATIONS, Server, every_view

pytestmark = pytest.mark.browser

LEAST_PX = 44
DOUBLE_TAP_MS = 600
"""Two taps within this time on one place are a hasty one: the second takes nothing."""


@pytest.fixture
def phone(browser):
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    yield context.new_page()
    context.close()


@pytest.mark.parametrize("station", STATIONS)
def test_every_view_fits_a_phone_and_every_control_a_finger_without_a_violation(phone, looked_at, station):
    """But for heights in the section that lie close to one another: each can be typed below it as well."""
    counted = 0
    for at in every_view(phone, looked_at, station):
        assert phone.evaluate("document.documentElement.scrollWidth") <= PHONE["width"], at
        assert_accessible(phone, f"{at} on a phone")
        count, small = too_small(phone, LEAST_PX)
        counted += count
        assert [each for each in small if "height-handle" not in each] == [], at
    assert counted > (20 if station == "permits" else 30)


@pytest.mark.usefixtures("looked_at")
def test_what_stands_beside_the_properties_fits_a_finger(phone, server):
    for address in (server.url, f"{server.url}/sums", f"{server.url}/nowhere"):
        phone.goto(address)
        expect(phone.get_by_role("heading").first).to_be_visible()
        phone.wait_for_load_state("networkidle")
        assert too_small(phone, LEAST_PX)[1] == [], address
    phone.goto(server.url)
    phone.get_by_role("button", name="New property").tap()
    expect(phone.get_by_role("dialog")).to_be_visible()
    assert too_small(phone, LEAST_PX)[1] == [], "layouts to begin with"
    phone.get_by_role("button", name="Barrel at a downpipe").tap()
    assert too_small(phone, LEAST_PX)[1] == [], "a new property"


def test_the_answer_stays_in_sight_while_a_sheet_is_scrolled(phone, open_demo):
    phone.goto(open_demo("saltmarrow").url)
    answer = phone.get_by_role("navigation", name="Property").get_by_text("38 of 40 years")
    expect(answer).to_be_in_viewport()
    phone.mouse.wheel(0, 900)
    expect(answer).to_be_in_viewport()


def test_a_fix_stands_on_a_line_of_its_own_under_what_it_mends(phone, looked_at):
    """And what it does elsewhere under its own words."""
    phone.goto(f"{looked_at}/pump?view=top-up")
    row = phone.get_by_role("listitem").filter(has_text="lets the pump start up to").first
    expect(row.get_by_role("button")).to_have_count(2)
    left, *fixes = row.evaluate(
        "(row) => [row.children[1], ...row.querySelectorAll('.fix')].map((each) => each.getBoundingClientRect().left)"
    )
    assert fixes == [left, left]
    phone.goto(f"{looked_at}/first_flush")
    fix = phone.get_by_role("button", name="Throw away 1.0 mm.")
    effect = fix.get_by_text("fewer carried")
    expect(effect).to_be_visible()
    assert effect.bounding_box()["x"] == fix.bounding_box()["x"]


def entry(page, path):
    """An entry by where it stands in the document."""
    return page.locator(f"input[data-path='{path}']").first


def enter(page, path, text):
    entry(page, path).tap()
    entry(page, path).fill(text)
    entry(page, path).press("Enter")


def go(page, station):
    page.get_by_role("navigation", name="Property").get_by_role("button").tap()
    page.get_by_role("dialog").get_by_role("button", name=station).tap()
    expect(page.get_by_role("heading", level=1, name=station)).to_be_visible()
    if page.get_by_role("tab").count():
        page.get_by_role("tab").first.tap()


FIRST_HALF = [
    ("Roofs", "/roofs/0/runoff", "0.85", 0.85),
    ("Household", "/household/residents", "4", 4),
    ("Cistern", "/cistern/fire_reserve_l", "2 m3", 2_000),
]
SECOND_HALF = [
    ("Cistern", "/cistern/fire_reserve_l", "3 m3", 3_000),
    ("Gutters & pipes", "/downpipes/0/run/length_m", "9 m", 9),
    ("Overflow", "/overflow/length_m", "5 m", 5),
    ("Pump", "/pump/residual_kpa", "200 kPa", 200),
    ("Ground", "/ground/topsoil_m", "0.2 m", 0.2),
    ("Household", "/household/residents", "3", 3),
    ("Roofs", "/roofs/0/runoff", "0.8", 0.8),
]
STAFF = {
    "Gutter outlet of Main roof": "-1.6", "Leaf screen of A": "-1.2", "Floor of Tank": "1.9",
    "Ground at the house": "1.6",
    "Ground at the tank": "2", "Ground where the overflow ends": "3.5", "Pump": "1.9", "Plant room floor": "1.6",
    "Highest tap": "-0.5", "Lowest tap": "1.2",
}  # fmt: skip
SHEETS = ("Rain", "Roofs", "Gutters & pipes", "First flush", "Cistern", "Overflow", "Pump", "Treatment", "Household",
          "Ground", "Parts & price", "Build")  # fmt: skip


def chosen(page, label, option):
    page.get_by_role("button", name=label).tap()
    page.get_by_role("menuitemradio", name=option).first.tap()


def survey(page):
    go(page, "Gutters & pipes")
    page.get_by_role("button", name="Survey heights").tap()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Height of the instrument").fill("1.5")
    for name, reading in STAFF.items():
        dialog.get_by_label(f"Staff reading at {name}", exact=True).fill(reading)
    dialog.get_by_role("button", name="Save these heights").tap()
    expect(dialog).to_have_count(0)


def take_what_is_offered(page, sheet):
    """Taps the first fix of whatever fails or is a caution, view after view, until none is left."""
    go(page, sheet)
    for view in range(max(1, page.get_by_role("tab").count())):
        if page.get_by_role("tab").count():
            page.get_by_role("tab").nth(view).tap()
        wrong = page.locator("#sheet li").filter(has=page.get_by_role("img", name=re.compile("^(fails|caution)")))
        fix = wrong.get_by_role("button").and_(page.locator(".fix")).first
        for _ in range(20):
            if not fix.is_visible():
                break
            revision = page.get_by_test_id("revision").inner_text()
            fix.tap()
            expect(page.get_by_test_id("revision")).not_to_have_text(revision)
            page.wait_for_timeout(DOUBLE_TAP_MS)


def test_from_nothing_to_a_complete_design_by_touch_half_of_it_without_a_connection(phone, tmp_path):
    (tmp_path / "gauge.csv").write_text(write_csv(seattle()))
    with Server(tmp_path / "data") as server:
        phone.goto(server.url)
        phone.get_by_role("button", name="New property").tap()
        phone.get_by_role("button", name="None of these").tap()
        phone.get_by_label("Name").fill("Fernlea")
        phone.get_by_label("Area seen from above").fill("300 m2")
        phone.get_by_label("How many live there").fill("2")
        phone.get_by_role("button", name="Next: the rain file").tap()
        phone.get_by_role("button", name="Bring in rain").tap()
        phone.get_by_label("Rain file").set_input_files(tmp_path / "gauge.csv")
        phone.get_by_role("button", name="Use this record").tap()
        expect(phone.get_by_test_id("verdict")).to_contain_text("years")

        revision = 2
        for station, path, text, _ in FIRST_HALF:
            go(phone, station)
            enter(phone, path, text)
            revision += 1
            expect(phone.get_by_test_id("revision")).to_have_text(f"rev {revision}")
        go(phone, "Cistern")
        phone.get_by_role("textbox", name="Tank size").fill("90 m3")
        phone.get_by_role("textbox", name="Tank size").press("Enter")
        survey(phone)
        go(phone, "Treatment")
        for kind in ("sediment filter", "UV lamp"):
            chosen(phone, "Add a stage", kind)
        go(phone, "Pump")
        chosen(phone, "How the taps are fed", "pump")
        for sheet in ("Gutters & pipes", "First flush", "Overflow", "Treatment", "Pump", "Gutters & pipes"):
            take_what_is_offered(phone, sheet)
        online = standing(phone.url)
        assert [each["name"] for each in online["plan"]["stations"] if each["status"] == "fails"] == []
        assert "Not to be drunk" not in online["plan"]["verdict"]

        server.kill()
        for waiting, (station, path, text, _) in enumerate(SECOND_HALF, start=1):
            go(phone, station)
            enter(phone, path, text)
            expect(phone.get_by_text("kept here and sent")).to_contain_text(f"{waiting} change")
        for waiting, sheet in enumerate(SHEETS, start=len(SECOND_HALF) + 1):
            go(phone, sheet)
            phone.get_by_role("button", name="Confirm all of them").tap()
            expect(phone.get_by_text("kept here and sent")).to_contain_text(f"{waiting} change")
        # On every sheet what was typed is shown, not what the server has.
        go(phone, "Cistern")
        expect(entry(phone, "/cistern/fire_reserve_l")).to_have_value("3 m³")
        go(phone, "Household")
        expect(entry(phone, "/household/residents")).to_have_value("3")

        server.start()
        revision = online["revision"] + len(SECOND_HALF) + len(SHEETS)
        expect(phone.get_by_test_id("revision")).to_have_text(f"rev {revision}", timeout=60_000)
        after = standing(phone.url)
        for _, path, _, value in SECOND_HALF:
            found = after["document"]
            for step in path.strip("/").split("/"):
                found = found[int(step)] if step.isdigit() else found[step]
            assert found == value, path
        assert {each["name"]: each["assumed"] for each in after["plan"]["stations"] if each["assumed"]} == {}
        assert [each["name"] for each in after["plan"]["stations"] if each["status"] == "fails"] == []
        settled = [each["name"] for each in after["plan"]["stations"] if each["status"] == "settled"]
        assert len(settled) >= 5, settled
