"""What an installer does any day: begin in US units, find, take files along, change lists, take it back."""

import re

import pytest
from playwright.sync_api import expect

from lean_year.formats.property_file import parse_property_file
from tests.browser.conftest import standing
from tests.serving import Server

pytestmark = pytest.mark.browser


def document_of(page):
    return standing(page.url)["document"]


def at(page, sheet):
    page.goto(re.sub(r"/p/([^/]+)/.*", rf"/p/\1/{sheet}", page.url))
    expect(page.locator("#sheet h1").first).to_be_visible()


def kept(page, revision):
    expect(page.get_by_test_id("revision")).to_have_text(f"rev {revision}")


def test_leaving_an_entry_keeps_it_and_undo_and_redo_are_there_on_every_sheet(demo_page):
    page = demo_page
    at(page, "household?view=garden")
    people = page.locator("input[data-path='/household/residents']").first
    before = people.input_value()
    people.fill("7")
    page.get_by_role("heading", level=1).click()
    kept(page, 2)
    assert document_of(page)["household"]["residents"] == 7
    page.get_by_role("button", name="Undo").click()
    kept(page, 1)
    expect(people).to_have_value(before)
    page.get_by_role("button", name="Redo").click()
    kept(page, 2)
    expect(people).to_have_value("7")


def test_a_property_begun_in_us_units_is_read_and_written_in_them(page, server):
    page.goto(server.url)
    page.get_by_role("button", name="New property").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("button", name="None of these").click()
    dialog.get_by_role("radio", name="US", exact=True).click()
    dialog.get_by_label("Name").fill("Gallon House")
    dialog.get_by_label("Area seen from above").fill("2000")
    dialog.get_by_label("How many live there").fill("3")
    dialog.get_by_role("button", name="Next: the rain file").click()
    expect(page.get_by_role("button", name="Bring in rain")).to_be_visible()
    document = document_of(page)
    assert document["units"] == "us"
    assert document["roofs"][0]["extent"]["area_m2"] == pytest.approx(2000 * 0.3048**2, rel=1e-6)
    at(page, "cistern")
    size = page.get_by_role("textbox", name="Tank size")
    expect(size).to_have_value(re.compile(r"gal$"))
    size.fill("5000")
    size.press("Enter")
    kept(page, 2)
    (tank,) = document_of(page)["cistern"]["tanks"]
    assert tank["shape"]["volume_l"] == pytest.approx(5000 * 3.785411784, rel=1e-6)


def test_a_property_is_found_in_the_list_taken_along_brought_back_and_removed(page, tmp_path):
    with Server(tmp_path / "data", with_demo=True) as server:
        page.goto(server.url)
        page.get_by_role("link", name="Saltmarrow").click()
        page.get_by_role("button", name="More").click()
        with page.expect_download() as taken:
            page.get_by_role("menuitem", name="Save as a property file").click()
        assert taken.value.suggested_filename == "Saltmarrow.json"
        file = tmp_path / "Saltmarrow.json"
        taken.value.save_as(file)
        taken_along, here = parse_property_file(file.read_text()).property.model_dump(mode="json"), document_of(page)
        assert taken_along | {"rain": None} == here | {"rain": None}
        for _ in range(5):  # past six the list can be searched
            page.goto(server.url)
            page.get_by_label("Property file").set_input_files(file)
            expect(page.get_by_test_id("verdict")).to_contain_text("years")
        page.goto(server.url)
        find = page.get_by_role("searchbox", name="Find a property")
        find.fill("row lantern")
        expect(page.get_by_role("button", name=re.compile("^Remove "))).to_have_count(1)
        page.get_by_role("link", name="Lantern Row").click()
        expect(page.get_by_test_id("verdict")).to_contain_text("years")
        page.go_back()
        expect(find).to_have_value("row lantern")
        page.get_by_role("button", name="Remove Number Nine, Lantern Row").click()
        page.get_by_role("alertdialog").get_by_role("button", name="Remove").click()
        expect(page.get_by_text("No property with")).to_be_visible()
        find.fill("")
        expect(page.get_by_role("button", name=re.compile("^Remove .*Saltmarrow"))).to_have_count(6)


def test_the_models_of_both_sides_are_taken_along(demo_page):
    page = demo_page
    for sheet, ending, holds in (
        ("gutters", " rain side.inp", "[RAINGAGES]"),
        ("pump", " pressure side.inp", "[PUMPS]"),
    ):
        at(page, sheet)
        with page.expect_download() as taken:
            page.locator(f"a[href$='{'model' if sheet == 'gutters' else 'pressure'}.inp']").first.click()
        assert taken.value.suggested_filename == f"Saltmarrow{ending}"
        assert holds in taken.value.path().read_text()


def test_uses_are_listed_one_by_one_and_one_is_changed(demo_page):
    page = demo_page
    at(page, "household?view=uses")
    page.get_by_role("button", name=re.compile("one by one")).click()
    kept(page, 2)
    before = document_of(page)["household"]["uses"]
    assert len(before) >= 4
    page.get_by_role("button", name="Add a use").click()
    kept(page, 3)
    added = page.get_by_role("textbox", name=re.compile("Another use a day besides"))
    expect(added).to_have_accessible_name(re.compile("assumed"))
    added.fill("35 L")
    added.press("Enter")
    kept(page, 4)
    use = document_of(page)["household"]["uses"][-1]
    assert use["litres_day"] == [35] * 12
    page.get_by_role("button", name="Remove Another use").click()
    kept(page, 5)
    assert document_of(page)["household"]["uses"] == before


def test_a_period_of_the_year_is_added_to_the_calendar(demo_page):
    page = demo_page
    at(page, "household?view=garden")
    had = len(document_of(page)["household"]["periods"])
    page.get_by_role("button", name="Add a period").click()
    kept(page, 2)
    name = f"Period {had + 1}"
    people = page.get_by_role("textbox", name=f"People in {name}")
    people.fill("9")
    people.press("Enter")
    kept(page, 3)
    document = document_of(page)
    row = f"/household/periods/{had}"
    assert document["household"]["periods"][had]["people"] == 9
    assert f"{row}/people" not in document["assumed"]
    assert f"{row}/first" in document["assumed"]


def test_a_stage_is_added_and_moved_with_what_is_assumed_of_it(demo_page):
    page = demo_page
    at(page, "treatment")
    stages = document_of(page)["treatment"]["stages"]
    page.get_by_role("button", name="Add a stage").click()
    page.get_by_role("menuitemradio", name=re.compile("carbon")).first.click()
    kept(page, 2)
    last = len(stages)
    assumed = [each for each in document_of(page)["assumed"] if each.startswith(f"/treatment/stages/{last}/")]
    assert assumed
    page.get_by_role("button", name=f"Move stage {last + 1} up").click()
    kept(page, 3)
    document = document_of(page)
    assert [each["kind"] for each in document["treatment"]["stages"]] == [
        *(each["kind"] for each in stages[:-1]), "carbon", stages[-1]["kind"],
    ]  # fmt: skip
    moved = [each.replace(f"/stages/{last}/", f"/stages/{last - 1}/") for each in assumed]
    assert set(moved) <= set(document["assumed"])


def test_staff_readings_wait_in_the_survey_over_a_reload_and_become_heights(demo_page):
    page = demo_page
    at(page, "gutters")
    page.get_by_role("button", name="Survey heights").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Height of the instrument").fill("1.5 m")
    page.keyboard.press("Enter")
    outlet = dialog.get_by_label(re.compile("Staff reading at Gutter outlet")).first
    expect(outlet).to_be_focused()
    page.keyboard.type("1.62 m")
    dialog.get_by_role("button", name=re.compile("Staff upside down at Gutter outlet")).first.click()
    expect(outlet).to_have_value("-1.62 m")
    page.reload()
    page.get_by_role("button", name="Survey heights").click()
    expect(outlet).to_have_value("-1.62 m")
    dialog.get_by_role("button", name="Save these heights").click()
    kept(page, 2)
    assert document_of(page)["roofs"][0]["outlet_m"] == pytest.approx(3.12)
    page.get_by_role("button", name="Survey heights").click()
    expect(outlet).to_have_value("")
