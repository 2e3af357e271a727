"""What an installer does on the four sheets of the supply, in the real interface."""

import json
import re

import pytest
from playwright.sync_api import expect

from tests.serving import Server

pytestmark = pytest.mark.browser


@pytest.fixture
def terrace(open_demo):
    """Number Nine, Lantern Row, at its tanks."""
    page = open_demo("lantern-row")
    page.get_by_role("tab", name="The tanks").click()
    return page


def station(page, name):
    page.get_by_role("navigation", name="Stations").get_by_role("button", name=name).click()


def test_an_overflow_lowered_to_its_neighbours_frees_nothing_and_strands_nothing(terrace):
    drawing = terrace.get_by_role("img", name=re.compile("^Tanks on one datum"))
    expect(drawing).to_contain_text("319 L stranded")
    overflow = terrace.get_by_role("textbox", name="Overflow of Tall tank")
    overflow.fill("1.7")
    overflow.press("Enter")
    expect(drawing).not_to_contain_text("stranded")
    expect(terrace.get_by_text("never fill")).not_to_be_visible()
    overflow.fill("2.5")
    overflow.press("Enter")
    expect(terrace.get_by_role("alert")).to_contain_text("must be at most the height of the tank")


def test_a_tank_is_added_made_round_and_built_later(terrace):
    terrace.get_by_role("button", name="Add a tank").click()
    expect(terrace.get_by_role("textbox", name="Name of Tank 3")).to_be_visible()
    terrace.get_by_role("button", name="Kind of Tank 3").click()
    terrace.get_by_role("menuitemradio", name=re.compile("^round tank")).click()
    expect(terrace.get_by_role("textbox", name="Diameter of Tank 3")).to_be_visible()
    terrace.get_by_role("button", name="When Tank 3 is built").click()
    terrace.get_by_role("menuitemradio", name="in phase 1").click()
    expect(terrace.get_by_role("region", name="Phases")).to_contain_text("phase 1")


def test_the_methods_stand_side_by_side_and_open_their_sums(demo_page):
    page = demo_page
    page.get_by_role("tab", name="Methods of sizing").click()
    table = page.get_by_role("region", name="The methods")
    expect(table).to_contain_text("6 % of the year")
    table.get_by_role("button", name=re.compile("^6 % of the year")).click()
    expect(page.get_by_role("dialog")).to_contain_text("0.06 × the lesser of what a mean year brings and uses")


def test_the_band_is_drawn_while_the_size_is_dragged(demo_page):
    page = demo_page
    page.get_by_role("tab", name="How safe").click()
    page.get_by_role("button", name="Draw the band").click()
    tank = page.get_by_role("textbox", name="Tank size")
    tank.fill("95 m3")
    tank.press("Enter")
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    band = page.get_by_role("region", name="Band of resampled records")
    expect(band).to_contain_text("nine in ten lie between", timeout=20_000)
    expect(band).to_contain_text("The design has changed since")
    page.get_by_role("button", name="Draw the band again").click()
    expect(band).not_to_contain_text("The design has changed since", timeout=20_000)


def test_a_design_of_the_front_is_shown_by_pointing_and_taken_by_a_press(demo_page):
    page = demo_page
    page.get_by_role("tab", name="Design search").click()
    page.get_by_role("button", name="Search", exact=True).click()
    front = page.get_by_role("region", name="Designs on the front")
    expect(front).to_be_visible(timeout=20_000)
    before = page.get_by_test_id("verdict").inner_text()
    cheapest = front.get_by_role("button").first
    cheapest.hover()
    expect(page.get_by_test_id("verdict")).not_to_have_text(before)
    page.get_by_role("heading", name="Cistern", exact=True).hover()
    expect(page.get_by_test_id("verdict")).to_have_text(before)
    best = front.get_by_role("button").last
    best.click()
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    expect(page.get_by_text("Than before:")).to_be_visible()
    expect(page.get_by_role("button", name="Search again")).to_be_visible(timeout=20_000)
    expect(page.get_by_text("The design has changed since")).not_to_be_visible()
    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("verdict")).to_have_text(before)


def test_a_roof_is_dragged_drawn_and_typed(demo_page):
    page = demo_page
    station(page, "Roofs")
    barn = page.get_by_role("button", name=re.compile("^Barn: "))
    box = barn.bounding_box()
    page.mouse.move(box["x"] + 30, box["y"] + 30)
    page.mouse.down()
    page.mouse.move(box["x"] + 90, box["y"] + 50, steps=4)
    page.mouse.up()
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")

    page.get_by_role("button", name="Draw an outline").click()
    field = page.get_by_role("application", name=re.compile("^Setting the corners"))
    place = field.bounding_box()
    for x, y in ((560, 60), (700, 60), (700, 160), (560, 160)):
        page.mouse.click(place["x"] + x, place["y"] + y)
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="Name of Roof 4")).to_be_visible()
    surfaces = page.get_by_role("region", name="Surfaces")
    surfaces.get_by_role("button", name="4 corners").click()
    corners = page.get_by_role("textbox", name="Corners")
    corners.fill("0 0\n10 10\n10 0\n0 10")
    page.get_by_role("button", name="Use these corners").click()
    expect(page.get_by_role("alert")).to_contain_text("its sides cross or touch")
    corners.fill("0 0\n10 0\n10 5\n0 5")
    page.get_by_role("button", name="Use these corners").click()
    expect(page.get_by_role("button", name=re.compile("^Roof 4: 50 m²"))).to_be_visible()


def test_outlines_come_in_from_geojson_and_a_hole_is_refused(demo_page, tmp_path):
    page = demo_page
    station(page, "Roofs")
    ring = [[-6.3, 49.4], [-6.2998, 49.4], [-6.2998, 49.4001], [-6.3, 49.4001], [-6.3, 49.4]]
    (tmp_path / "roofs.geojson").write_text(
        json.dumps({
            "type": "FeatureCollection",
            "features": [{"type": "Feature", "properties": {"name": "Net loft"},
                          "geometry": {"type": "Polygon", "coordinates": [ring]}}],
        })
    )  # fmt: skip
    (tmp_path / "hole.geojson").write_text(json.dumps({"type": "Polygon", "coordinates": [ring, ring]}))
    page.get_by_label("GeoJSON file").set_input_files(tmp_path / "hole.geojson")
    expect(page.get_by_role("alert")).to_contain_text("has a hole")
    page.get_by_role("button", name="Cancel").click()
    page.get_by_label("GeoJSON file").set_input_files(tmp_path / "roofs.geojson")
    expect(page.get_by_role("dialog")).to_contain_text("Net loft")
    page.get_by_role("button", name="Add to the plan").click()
    expect(page.get_by_role("textbox", name="Name of Net loft")).to_be_visible()


def test_a_station_is_picked_and_twelve_means_are_a_band(demo_page):
    page = demo_page
    station(page, "Rain")
    page.get_by_role("button", name="Bring in another record").click()
    page.get_by_role("tab", name="The station archive").click()
    page.get_by_role("radio", name=re.compile("Merrowick Beacon")).click()
    expect(page.get_by_test_id("import-account")).to_contain_text("From the archive")
    page.get_by_role("button", name="Use this record").click()
    expect(page.get_by_role("main")).to_contain_text("Merrowick Beacon, invented")
    page.get_by_role("button", name="Bring in another record").click()
    page.get_by_role("tab", name="Twelve means").click()
    for month, mean in zip(
        ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"),
        (90, 75, 70, 50, 35, 20, 8, 10, 40, 95, 110, 105),
        strict=True,
    ):
        page.get_by_role("textbox", name=f"Mean rain in {month}").fill(str(mean))
    expect(page.get_by_test_id("import-account")).to_contain_text("Means hide the lean years")
    page.get_by_role("button", name="Use this record").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("The rain was made from twelve means.")


def test_steps_and_back_up_change_the_answer_at_once(demo_page):
    page = demo_page
    station(page, "Household")
    page.get_by_role("tab", name="When it is short").click()
    page.get_by_role("button", name="Add a step").click()
    expect(page.get_by_role("textbox", name="Trigger of Step 3")).to_have_value("10 %")
    trigger = page.get_by_role("textbox", name="Trigger of Garden dry")
    trigger.fill("50")
    trigger.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("must be from 10 % to 35 %")
    trigger.fill("35")
    trigger.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("cross")  # the server's, of two triggers at one level
    trigger.press("Escape")
    page.get_by_role("button", name="Back-up").click()
    page.get_by_role("menuitemradio", name=re.compile("^the mains")).click()
    expect(page.get_by_test_id("verdict")).to_contain_text("all 40 years")
    expect(page.get_by_role("main")).to_contain_text("air gap")


def test_the_three_demos_are_loaded_open_from_the_list_and_every_sheet_of_each_stands(page, tmp_path):
    with Server(tmp_path) as server:
        for name, unit in (("Saltmarrow", "m³"), ("Brindle Landing", "gal"), ("Number Nine, Lantern Row", "m³")):
            page.goto(server.url)
            page.get_by_role("button", name=f"Load the demo, {name}").click()
            expect(page.get_by_test_id("verdict")).to_contain_text("years")
            page.goto(server.url)
            page.get_by_role("link", name=name, exact=True).click()
            expect(page.get_by_test_id("verdict")).to_contain_text("years")
            for sheet in ("Rain", "Roofs", "Gutters & pipes", "First flush", "Overflow", "Household", "Cistern"):
                station(page, sheet)
                expect(page.get_by_role("heading", name=sheet, exact=True)).to_be_visible()
            expect(page.get_by_role("region", name="Results")).to_contain_text(unit)
