"""The water path on screen: a height is dragged below the inlet, and one press fixes it."""

import re

import pytest
from playwright.sync_api import expect

pytestmark = pytest.mark.browser


def test_an_outlet_below_the_inlet_fails_on_every_view_and_its_fix_clears_it(demo_page):
    page = demo_page
    stations = page.get_by_role("navigation", name="Stations")
    station = stations.get_by_role("button", name="Gutters & pipes")
    station.click()
    sheet = page.get_by_role("main")
    sheet.get_by_role("radio", name="Barn and studio").click()
    screen = sheet.get_by_role("textbox", name="Leaf screen of Barn and studio")
    screen.fill("0.5 m")
    screen.press("Enter")
    expect(sheet).to_contain_text("0.30 m too low")
    expect(station.get_by_role("img", name="fails")).to_be_visible()
    expect(sheet.get_by_role("region", name="Checks on the levels")).to_contain_text(
        "water in joined pipes and tanks stands level"
    )
    sheet.get_by_role("button", name="Set Liner tank 0.80 m lower: dig it in.").first.click()
    expect(page.get_by_test_id("revision")).to_have_text("rev 3")
    page.mouse.move(0, 0)  # what was offered stays where it stood while it is pointed at
    expect(sheet).to_contain_text("0.50 m of drop")
    # Its run begins at +1.25 m, over the screen as it is now.
    sheet.get_by_role("button", name="Begin it at 0.40 m.").first.click()
    expect(station.get_by_role("img", name="fails")).to_have_count(0)


def test_the_section_is_dragged_and_everything_moves_before_it_is_let_go(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Gutters & pipes").click()
    sheet = page.get_by_role("main")
    handle = sheet.get_by_role("slider", name="Floor of Liner tank")
    box = handle.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    expect(sheet).to_contain_text("1.75 m of drop")
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y - 30, steps=6)
    expect(sheet).not_to_contain_text("1.75 m of drop")
    expect(page.get_by_text("rev 1")).to_be_visible()
    page.mouse.up()
    expect(page.get_by_text("rev 2")).to_be_visible()


def test_a_shut_valve_in_the_downpour_test_names_the_tank_that_spills(open_demo):
    page = open_demo("lantern-row")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Gutters & pipes").click()
    sheet = page.get_by_role("main")
    sheet.get_by_role("tab", name="Downpour test").click()
    expect(sheet).to_contain_text("It spills first at the gutter of Back slope")
    sheet.get_by_role("switch", name="the valve between Tall tank and Low tanks 1 is shut").click()
    expect(sheet).to_contain_text("It spills first at Tall tank")
    expect(sheet).to_contain_text(
        "the valve between Tall tank and Low tanks 1 is shut, and the overflow is on the other"
    )


def test_more_first_flush_moves_verdict_chamber_and_curve(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="First flush").click()
    sheet = page.get_by_role("main")
    depth = sheet.get_by_role("textbox", name="First-flush depth")
    depth.fill("2 mm")
    depth.press("Enter")
    expect(sheet).to_contain_text("2.0 mm takes 75 %")
    expect(sheet).to_contain_text("677 L in all, 25.0 % of the dirt left on the roof")
    expect(page.get_by_test_id("verdict")).not_to_contain_text("38 of 40 years")


def test_a_barrel_without_an_overflow_is_given_a_diverter(demo_page):
    page = demo_page
    stations = page.get_by_role("navigation", name="Stations")
    stations.get_by_role("button", name="Overflow").click()
    sheet = page.get_by_role("main")
    sheet.get_by_role("button", name="Kind of overflow: pipe through the wall").click()
    page.get_by_role("menuitemradio", name="no overflow at all").click()
    expect(sheet).to_contain_text("the full tank spills 16.2 L/s over its rim")
    expect(stations.get_by_role("button", name="Overflow")).to_have_accessible_name(re.compile("fails"))
    sheet.get_by_role("button", name="Fit a diverter back down the pipe.").click()
    expect(sheet).to_contain_text("the downpipes take back 58.7 L/s")
    expect(stations.get_by_role("button", name="Overflow")).to_have_accessible_name(re.compile("settled"))


def test_a_tee_set_too_low_is_called_out_on_the_section_and_one_press_lifts_it(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Gutters & pipes").click()
    sheet = page.get_by_role("main")
    tee = sheet.get_by_role("textbox", name="First-flush tee of House")
    tee.fill("0.5")
    tee.press("Enter")
    checks = sheet.get_by_role("region", name="Checks on the levels")
    expect(checks).to_contain_text("at 0.50 m, needs 0.80 m or more: the leg would drain the standing run down to it")
    checks.get_by_role("button", name="Set the tee at 2.45 m.").click()
    expect(checks).not_to_contain_text("needs 0.80 m or more")
    expect(tee).to_have_value("2.45 m")
