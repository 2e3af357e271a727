"""The job as an installer does it, in the real interface."""

import re

import pytest
from playwright.sync_api import expect

from tests.records import seattle, write_csv
from tests.serving import Server

pytestmark = pytest.mark.browser


def seen(page):
    """What the parts of the screen say: they have to move together."""
    return {
        "verdict": page.get_by_test_id("verdict").inner_text(),
        "fall": page.get_by_role("navigation", name="Stations").get_by_role("button", name="Cistern").inner_text(),
        "curve": page.get_by_test_id("handle-reading").text_content(),
        "strip": page.get_by_role("contentinfo").get_by_role("img").first.get_attribute("aria-label"),
        "handle": page.get_by_role("slider", name="Tank size").get_attribute("aria-valuetext"),
        "table": page.get_by_role("region", name="Results").inner_text(),
    }


def drag_tank(page, by_pixels):
    box = page.get_by_role("slider", name="Tank size").bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 6):
        page.mouse.move(x + by_pixels * step / 5, y)
    return lambda: page.mouse.up()


@pytest.fixture
def empty_server(tmp_path):
    with Server(tmp_path) as server:
        yield server


def test_from_four_answers_to_a_sized_cistern(page, empty_server, tmp_path):
    (tmp_path / "gauge.csv").write_text(write_csv(seattle()))
    page.goto(empty_server.url)
    expect(page.get_by_text("No property yet")).to_be_visible()
    page.get_by_role("button", name="New property").click()
    page.get_by_role("button", name="None of these").click()
    page.get_by_role("button", name="Next: the rain file").click()
    expect(page.get_by_text("Give it a name.")).to_be_visible()
    page.get_by_label("Name").fill("Fernlea")
    page.get_by_label("Area seen from above").fill("1,300 ft2")
    page.get_by_label("Covering").select_option("metal")
    page.get_by_label("How many live there").fill("2")
    page.get_by_label("Habit with water").select_option("careful")
    page.get_by_role("button", name="Next: the rain file").click()

    page.get_by_role("button", name="Bring in rain").click()
    page.get_by_label("Rain file").set_input_files(tmp_path / "gauge.csv")
    account = page.get_by_test_id("import-account")
    expect(account).to_contain_text("1,461")
    expect(account).to_contain_text("a lean year that comes once in twenty may not be in them")
    page.get_by_role("button", name="Use this record").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("years")

    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Cistern").click()
    expect(page.get_by_role("slider", name="Tank size")).to_be_visible()
    before = seen(page)
    release = drag_tank(page, 150)
    expect(page.get_by_test_id("verdict")).not_to_have_text(before["verdict"])
    during = seen(page)
    for part in before:
        assert during[part] != before[part], f"{part} did not move while the handle was dragged"
    assert page.get_by_test_id("revision").inner_text() == "rev 2", "dragging is not keeping"
    release()
    expect(page.get_by_test_id("revision")).to_have_text("rev 3")
    expect(page.get_by_text("Than before:")).to_be_visible()
    kept = seen(page)
    assert kept["handle"] == during["handle"]

    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    assert seen(page) == before
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_test_id("revision")).to_have_text("rev 3")
    page.reload()
    expect(page.get_by_test_id("revision")).to_have_text("rev 3")
    assert {part: words for part, words in seen(page).items() if part != "verdict"} == {
        part: words for part, words in kept.items() if part != "verdict"
    }
    assert seen(page)["verdict"] == kept["verdict"]


def test_entries_take_any_unit_and_say_what_they_cannot_take(demo_page):
    page = demo_page
    tank = page.get_by_role("textbox", name="Tank size")
    tank.fill("25,000 gal")
    tank.press("Enter")
    expect(tank).to_have_value("94.64 m³")
    tank.fill("many")
    tank.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("not a quantity")
    expect(tank).to_have_value("many")
    tank.press("Escape")
    expect(tank).to_have_value("94.64 m³")
    tank.fill("3 m3")
    tank.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("must be at most what the tanks hold")
    tank.press("Escape")
    tank.press("ArrowUp")
    expect(tank).to_have_value("96 m³")
    expect(page.get_by_test_id("revision")).to_have_text("rev 3")
    page.get_by_role("radio", name="US customary").click()
    expect(tank).to_have_value("25,361 gal")
    expect(page.get_by_test_id("verdict")).not_to_contain_text("m³")


def test_an_assumed_value_is_confirmed_by_enter(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Roofs").click()
    runoff = page.get_by_role("textbox", name="Runoff coefficient of Barn, assumed")
    runoff.press("Enter")
    expect(page.get_by_role("textbox", name="Runoff coefficient of Barn", exact=True)).to_have_value("0.92")
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")


def test_the_year_picked_is_followed_by_every_part(demo_page):
    page = demo_page
    year = page.get_by_role("slider", name="Year")
    year.focus()
    year.press("Home")
    expect(page.get_by_test_id("strip-year")).to_have_text("1985–86")
    expect(page.get_by_role("region", name="Results")).to_contain_text("1985–86 was lowest on")
    page.get_by_role("button", name="lean year", exact=True).click()
    expect(page.get_by_test_id("strip-year")).to_contain_text("the lean year")


def test_the_rule_is_switched_in_the_sentence(demo_page):
    page = demo_page
    page.get_by_role("button", name="When the day's use is counted").click()
    page.get_by_role("menuitemradio", name="before the spill").click()
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    expect(page.get_by_role("complementary", name="Why")).to_contain_text("Y = min(D, V′ + Q)")


def test_a_roof_is_switched_off_added_and_removed(demo_page):
    page = demo_page
    stations = page.get_by_role("navigation", name="Stations")
    stations.get_by_role("button", name="Roofs").click()
    page.get_by_role("switch", name="Barn in use").click()
    expect(page.get_by_test_id("verdict")).to_contain_text(re.compile(r"Runs dry|through \d+ of 40"))
    expect(stations.get_by_role("button", name="Roofs")).to_contain_text("2 roofs")
    page.get_by_role("button", name="Add a roof").click()
    asked = page.get_by_role("dialog", name="Add a roof")
    asked.get_by_role("textbox", name="Length").fill("9 m")
    asked.get_by_role("button", name="Add it").click()
    expect(asked.get_by_role("alert")).to_contain_text("Write its length and its width")
    asked.get_by_role("textbox", name="Width").fill("4,5")
    asked.get_by_role("button", name="Add it").click()
    expect(stations.get_by_role("button", name="Roofs")).to_contain_text("3 roofs")
    expect(page.get_by_role("button", name=re.compile("Covering of Roof 4: .+, assumed"))).to_be_visible()
    expect(page.get_by_role("textbox", name="Length of Roof 4")).to_have_value("9 m")
    page.get_by_role("button", name="Remove Roof 4").click()
    expect(stations.get_by_role("button", name="Roofs")).to_contain_text("2 roofs")


def test_garden_water_of_a_month_is_changed_where_it_stands(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Household").click()
    july = page.get_by_role("textbox", name="Garden water in Jul")
    july.fill("6 m3")
    july.press("Enter")
    expect(page.get_by_text("Than before:")).to_be_visible()
    expect(july).to_have_value("6 m³")


def test_a_refused_file_leaves_the_property_as_it_was(demo_page, tmp_path):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Rain").click()
    (tmp_path / "notes.csv").write_text("hello;there\n1;2\n")
    page.get_by_role("button", name="Bring in another record").click()
    page.get_by_label("Rain file").set_input_files(tmp_path / "notes.csv")
    expect(page.get_by_role("alert")).to_contain_text("no column of dates found")
    expect(page.get_by_role("button", name="Use this record")).to_be_disabled()
    page.keyboard.press("Escape")
    expect(page.get_by_test_id("revision")).to_have_text("rev 1")


def test_a_picture_of_days_is_read_with_the_keyboard(demo_page):
    page = demo_page
    picture = page.get_by_role("application", name="Store on every recorded day")
    picture.focus()
    for key in ("ArrowRight", "ArrowDown"):
        picture.press(key)
    expect(page.get_by_text(re.compile(r"^2 Oct 1991: .* in the store$")).first).to_be_attached()
    picture.press("Enter")
    expect(page.get_by_test_id("strip-year")).to_have_text("1991–92")
