"""Treatment and pump on screen: what one choice moves, in the view where it is made."""

import re

from playwright.sync_api import expect


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
    expect(page.get_by_role("img", name=re.compile("^5 stages take 342 kPa when new"))).to_be_visible()


def test_a_header_tank_is_planned_and_raised_by_its_fix(demo_page):
    page = demo_page
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Pump").click()
    page.get_by_role("button", name="How the house is fed: by a pump").click()
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
    chart = page.get_by_role("img", name=re.compile("^The pump runs at"))
    before = chart.get_attribute("aria-label")
    page.get_by_role("button", name="Paste its table").click()
    box = page.get_by_role("textbox", name="Flow and head, a line each")
    box.fill("Q\tH\n0\t48\n20\t45\n40\n72\t24")
    page.get_by_role("button", name="Read it").click()
    expect(page.get_by_role("alert")).to_contain_text("line 4")
    box.fill("Q\tH\n0\t48\n20\t45\n40\t39,5\n72\t24")
    page.get_by_role("button", name="Read it").click()
    expect(page.get_by_role("cell", name="39.50 m")).to_be_visible()
    page.get_by_role("button", name="Keep these points").click()
    expect(page.get_by_role("textbox", name="Head of point 4")).to_have_value("24 m")
    expect(chart).not_to_have_attribute("aria-label", before)


def test_a_failed_test_opens_its_steps_and_stops_the_drinking(demo_page):
    page = demo_page
    stations = page.get_by_role("navigation", name="Stations")
    stations.get_by_role("button", name="Treatment").click()
    page.get_by_role("tab", name="Water & tests").click()
    page.get_by_role("button", name="E. coli: not tested").click()
    result = page.get_by_role("textbox", name="E. coli")
    expect(result).to_have_value("0")
    result.fill("3")
    result.press("Enter")
    steps = page.get_by_role("region", name="Germs in the water")
    expect(steps).to_contain_text("Boil what is drunk")
    expect(steps).to_contain_text("nobody enters a tank")
    expect(page.get_by_role("main")).to_contain_text("Nobody drinks it meanwhile.")
    page.get_by_role("button", name="E. coli: not tested after all").click()
    expect(steps).to_have_count(0)
