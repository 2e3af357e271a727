"""Treatment, pump and ground on screen: what one choice moves, in the view where it is made."""

import re

import pytest
from playwright.sync_api import expect

pytestmark = pytest.mark.browser


def test_the_small_cartridge_shows_the_shower_the_pump_and_the_months_in_one_view(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Treatment").click()
    table = page.get_by_role("region", name="The train in other housings")
    rows = {
        size: table.get_by_role("row").filter(has=page.get_by_role("rowheader", name=size))
        for size in ("2.5 × 10 in", "4.5 × 20 in")
    }
    small, large = (rows[size].inner_text() for size in rows)
    tap = [int(re.findall(r"(\d+) kPa", text)[0]) for text in (small, large)]
    flow = [float(re.search(r"([\d.]+) to", text)[1]) for text in (small, large)]
    months = [float(re.findall(r"[\d.]+", text.removesuffix("Take").strip().removesuffix("✓"))[-1])
              for text in (small, large)]  # fmt: skip
    assert tap[0] < tap[1] - 100
    assert flow[0] < flow[1]
    assert months[0] < months[1] / 5
    pump = page.get_by_role("navigation", name="Stations").get_by_role("button", name="Pump")
    before = pump.inner_text()
    rows["2.5 × 10 in"].get_by_role("button").click()
    expect(rows["2.5 × 10 in"].get_by_role("img", name="chosen")).to_be_visible()
    expect(pump).not_to_have_text(before)
    expect(pump).to_contain_text("0 kPa")
    expect(page.get_by_role("img", name=re.compile("^5 stages take 344 kPa when new"))).to_be_visible()


def test_a_header_tank_is_planned_and_raised_by_its_fix(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Pump").click()
    page.get_by_role("button", name="How the taps are fed: by a pump").click()
    page.get_by_role("menuitemradio", name=re.compile("^from a raised header tank")).click()
    words = page.get_by_role("region", name="The header tank")
    expect(words).to_contain_text("The pump fills it in")
    fix = page.get_by_role("button", name=re.compile(r"^Set its outlet at [\d.]+ m"))
    fix.click()
    expect(fix).to_have_count(0)
    page.get_by_role("tab", name="Pipes & suction").click()
    expect(page.get_by_role("img", name=re.compile("^header’s outlet"))).to_be_visible()


def test_a_curve_is_pasted_from_a_sheet_and_moves_the_operating_point(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Pump").click()
    chart = page.get_by_role("img", name=re.compile("^At the wanted pressure"))
    before = chart.get_attribute("aria-label")
    page.get_by_role("button", name="Paste its table").click()
    box = page.get_by_role("textbox", name="Flow and head, a line each")
    box.fill("Q\tH\n0\t48\n20\t45\n40\n72\t24")
    page.get_by_role("button", name="Read it").click()
    expect(page.get_by_role("alert")).to_contain_text("line 4")
    box.fill("Q\tH\n0\t48\n20\t45\n40\t39,5\n72\t24")
    page.get_by_role("button", name="Read it").click()
    expect(page.get_by_role("cell", name="39.50 m")).to_be_visible()
    page.get_by_role("button", name="Save these points").click()
    expect(page.get_by_role("textbox", name="Head of point 4")).to_have_value("24 m")
    expect(chart).not_to_have_attribute("aria-label", before)


def test_a_failed_test_opens_its_steps_and_stops_the_drinking(demo_page):
    page = demo_page
    stations = page.get_by_role("navigation", name="Stations")
    stations.get_by_role("button", name="Treatment").click()
    page.get_by_role("tab", name="Water & tests").click()
    page.get_by_role("button", name="E. coli: not tested").click()
    result = page.get_by_role("textbox", name="E. coli")
    expect(result).to_have_value("")
    result.fill("3")
    result.press("Enter")
    steps = page.get_by_role("region", name="Germs in the water")
    expect(steps).to_contain_text("Boil what is drunk")
    expect(steps).to_contain_text("nobody enters a tank")
    expect(page.get_by_role("main")).to_contain_text("Nobody drinks it meanwhile.")
    page.get_by_role("button", name="E. coli: not tested after all").click()
    expect(steps).to_have_count(0)


def test_the_pad_is_moved_with_the_keys_and_cut_findings_and_gutter_drop_follow(demo_page):
    page = demo_page
    stations = page.get_by_role("navigation", name="Stations")
    gutters, ground = (stations.get_by_role("button", name=name) for name in ("Gutters & pipes", "Ground"))
    ground.click()
    slope = page.get_by_role("textbox", name="Slope of the ground")
    slope.fill("15")
    slope.press("Enter")
    fix = page.get_by_role("button", name=re.compile("^Set it all in cut, floor at"))
    expect(fix).to_be_visible()
    drop = gutters.inner_text()
    section = page.get_by_role("group", name=re.compile("^Liner tank: floor −?-?1.60 m"))
    expect(section).to_be_visible()
    handle = page.get_by_role("slider", name="Floor of Liner tank")
    handle.focus()
    for _ in range(14):
        handle.press("ArrowDown")
    expect(handle).to_have_attribute("aria-valuenow", "-2.3")
    expect(fix).to_have_count(0)
    expect(page.get_by_role("main")).to_contain_text("All of it stands in cut.")
    expect(gutters).not_to_have_text(drop)


def test_a_buried_tank_shows_what_floats_and_its_drawings_are_there(open_demo):
    page = open_demo("brindle-landing")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Ground").click()
    for name in ("DXF", "SVG"):
        with page.expect_download() as download:
            page.get_by_role("link", name=name).click()
        assert download.value.suggested_filename == f"Brindle Landing drawing.{name.lower()}"
    page.get_by_role("tab", name="Dig & float").click()
    stages = page.get_by_role("region", name="Floating, stage by stage").get_by_role("listitem")
    expect(stages).to_have_count(4)
    expect(stages.nth(0)).to_contain_text("keep the hole pumped dry")
    collar = page.get_by_role("textbox", name="Collar, under water")
    collar.fill("0")
    collar.press("Enter")
    expect(stages.nth(3)).to_contain_text("Keep")


def test_a_quick_sum_is_worked_out_without_a_property(page, server):
    page.goto(f"{server.url}/")
    page.get_by_role("link", name="Quick sums").click()
    page.get_by_role("button", name="Water lost to a lean").click()
    page.get_by_role("textbox", name=re.compile("^Diameter")).fill("2.5")
    page.get_by_role("textbox", name=re.compile("^Drop")).fill("2 in")
    expect(page.get_by_role("region", name="Water lost to a lean")).to_contain_text("125 L")
