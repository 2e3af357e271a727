"""What the screens say is what the command line says, and everybody can use them."""

import json
import math
import re
from pathlib import Path

import pytest
from playwright.sync_api import expect

from lean_year.cli.main import run
from tests.browser.conftest import PHONE
from tests.plan.on_demos import compared_and_priced
from tests.serving import STATIONS, every_view

pytestmark = pytest.mark.browser
AXE = Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js"


def test_the_screens_and_the_command_line_give_the_same_figures(demo_page, tmp_path, capsys):
    with pytest.raises(SystemExit):
        run(["demo", "saltmarrow", "--out", str(tmp_path / "demo.json")])
    capsys.readouterr()
    no_prices = tmp_path / "prices.csv"
    no_prices.write_text("key,unit,price\n", "utf-8")
    with pytest.raises(SystemExit):
        # A property that was brought in is priced by the firm's own book, which has nothing in it yet.
        run(["plan", str(tmp_path / "demo.json"), "--prices", str(no_prices), "--json"])
    plan = json.loads(capsys.readouterr().out)
    page, figures = demo_page, plan["cistern"]["figures"]
    header = page.get_by_role("banner").inner_text().replace("\n", " ")
    assert plan["verdict"] in re.sub(r"\s+", " ", header)
    results = page.get_by_role("region", name="Results").inner_text()
    assert f"{figures['short_d']['value']:.0f} days" in results
    assert f"{figures['shortfall_l']['value'] / 1000:.1f} m³" in results
    lean = plan["cistern"]["years"][plan["cistern"]["lean_year"]]
    assert lean["label"] in results
    assert f"{lean['inflow_l'] / 1000:.1f} m³" in results
    met = figures["volumetric_reliability"]["value"]
    assert f"{math.floor(met * 1000) / 10:.1f} %" in results  # rounded down, so that 100 % means all of it
    assert f"{plan['cistern']['years_carried']} of 40 years" in page.get_by_test_id("handle-reading").text_content()
    size = figures["smallest_for_aim_l"]["value"]
    assert f"Why {size / 1000:.1f} m³" in page.get_by_role("complementary", name="Why").inner_text()
    stations = page.get_by_role("navigation", name="Stations")
    for station in plan["stations"]:
        expect(stations.get_by_role("button", name=station["name"])).to_contain_text(station["headline"])

    stations.get_by_role("button", name="Rain").click()
    sheet = page.get_by_role("main")
    for key in ("mean_year_mm", "driest_year_mm", "dry_year_1_in_10_mm", "driest_12_months_mm", "wettest_day_mm"):
        expect(sheet).to_contain_text(f"{plan['rain']['figures'][key]['value']:,.0f} mm")
    stations.get_by_role("button", name="Roofs").click()
    without = compared_and_priced("saltmarrow").years_carried_without
    for surface, years_carried in zip(plan["roofs"]["surfaces"], without, strict=True):
        expect(sheet).to_contain_text(f"{surface['figures']['harvest_l_year']['value'] / 1000:.1f} m³ a year")
        expect(sheet).to_contain_text(f"without it {years_carried} years")
    stations.get_by_role("button", name="Household").click()
    for key in ("demand_l_day", "top_month_l_day"):
        expect(sheet).to_contain_text(f"{plan['household']['figures'][key]['value']:.0f} L a day")
    stations.get_by_role("button", name="Gutters & pipes").click()
    expect(sheet).to_contain_text(f"{plan['gutters']['figures']['flow_l_s']['value']:.1f} L/s off the roofs")
    for levels in plan["gutters"]["runs"]:
        sheet.get_by_role("radio", name=levels["name"]).click()
        expect(sheet).to_contain_text(f"{levels['drop_m']:.2f} m of drop")
    sheet.get_by_role("tab", name="Downpour", exact=True).click()
    for place in plan["gutters"]["places"]:
        gate = sheet.get_by_role("button", name=re.compile("^" + re.escape(place["name"]) + ", [\\d.]+ of"))
        expect(gate).to_have_accessible_name(
            re.compile(f"inflow {place['flow_l_s']:.1f} L/s, capacity {place['capacity_l_s']:.1f} L/s")
        )
    stations.get_by_role("button", name="First flush").click()
    flush = plan["first_flush"]["figures"]
    expect(sheet).to_contain_text(f"{flush['volume_l']['value']:.0f} L in all")
    expect(sheet).to_contain_text(f"It costs {flush['lost_l_year']['value'] / 1000:.1f} m³ in a mean year")
    stations.get_by_role("button", name="Overflow").click()
    overflow = plan["overflow"]["figures"]
    expect(sheet).to_contain_text(f"the inflow is at most {overflow['inflow_l_s']['value']:.1f} L/s")
    expect(sheet).to_contain_text(f"the overflow passes {overflow['capacity_l_s']['value']:.1f} L/s")
    expect(sheet).to_contain_text(f"{overflow['spill_l_year']['value'] / 1000:.1f} m³")
    stations.get_by_role("button", name="Treatment").click()
    treatment = plan["treatment"]
    for key in ("clean_kpa", "dirty_kpa"):
        expect(sheet).to_contain_text(f"{treatment['figures'][key]['value']:.0f} kPa")
    for housing in treatment["housings"]:
        row = sheet.get_by_role("row").filter(has=page.get_by_role("rowheader", name=housing["label"]))
        for key in ("tap_clean_kpa", "tap_dirty_kpa"):
            expect(row).to_contain_text(f"{max(0.0, housing[key]):.0f} kPa")
    sheet.get_by_role("tab", name="Disinfection").click()
    expect(sheet).to_contain_text(
        f"At the end of its life it gives {treatment['figures']['dose_mj_cm2']['value']:.0f} mJ/cm²"
    )
    stations.get_by_role("button", name="Pump").click()
    pump = plan["pump"]["figures"]
    for key in ("tap_clean_kpa", "tap_dirty_kpa", "shut_off_kpa"):
        expect(sheet).to_contain_text(f"{pump[key]['value']:.0f} kPa")
    sheet.get_by_role("tab", name="Control & power").click()
    expect(sheet).to_contain_text(f"{pump['vessel_l']['value']:.0f} L")
    expect(sheet).to_contain_text(f"{pump['kwh_year']['value']:.0f} kWh")
    stations.get_by_role("button", name="Ground").click()
    pad = plan["ground"]["pads"][0]
    for key in ("cut_m3", "fill_m3", "topsoil_m3"):
        expect(sheet).to_contain_text(f"{pad['figures'][key]['value']:.{2 if key == 'cut_m3' else 1}f} m³")
    expect(sheet).to_contain_text(f"{pad['figures']['ground_kpa']['value']:.0f} kPa")
    for row in pad["quantities"]:
        expect(sheet).to_contain_text(row["text"])
    sheet.get_by_role("tab", name="Weight & wind").click()
    for key in ("overturning", "sliding"):
        expect(sheet).to_contain_text(f"{pad['figures'][key]['value']:.2f} ×")


WCAG = {"type": "tag", "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"]}
CONTRAST = {"type": "rule", "values": ["color-contrast"]}


def violations(page, rules):
    asked = {"runOnly": rules, "resultTypes": ["violations"]}
    found = page.evaluate("asked => axe.run(document, asked)", asked)["violations"]
    return [(each["id"], [node["html"][:160] for node in each["nodes"][:3]]) for each in found]


def assert_accessible(page, name):
    """By daylight with every rule; in the dark only colours differ."""
    # As the debugger runs it: the page's own strict policy would refuse a script tag.
    page.evaluate(AXE.read_text("utf-8"))
    page.emulate_media(color_scheme="light")
    expect(page.locator("html")).to_have_attribute("data-light", "light")
    assert violations(page, WCAG) == [], name
    page.emulate_media(color_scheme="dark")
    expect(page.locator("html")).to_have_attribute("data-light", "dark")
    assert violations(page, CONTRAST) == [], f"{name}, dark"


@pytest.mark.parametrize("station", STATIONS)
def test_no_view_has_a_violation_that_axe_finds(page, looked_at, station):
    for at in every_view(page, looked_at, station):
        assert_accessible(page, at)


def test_neither_the_list_nor_a_new_property_has_a_violation(page, looked_at):
    page.goto(looked_at.split("/p/")[0])
    expect(page.get_by_role("link", name="Saltmarrow").first).to_be_visible()
    assert_accessible(page, "the list")
    page.get_by_role("button", name="New property").click()
    assert_accessible(page, "layouts to begin with")
    page.get_by_role("button", name="None of these").click()
    assert_accessible(page, "a new property")


def test_at_the_width_of_a_phone_the_stations_are_a_list_that_opens(page, looked_at):
    page.set_viewport_size(PHONE)
    page.goto(f"{looked_at}/pump")
    page.get_by_role("button", name="Pump").first.click()
    page.get_by_role("dialog").get_by_role("button", name="Rain").click()
    expect(page.get_by_role("heading", name="Rain", exact=True)).to_be_visible()


def test_the_keyboard_alone_reaches_a_kept_change(demo_page):
    page = demo_page
    page.keyboard.press("]")
    expect(page.get_by_role("heading", name="Overflow", exact=True)).to_be_visible()
    page.keyboard.press("[")
    expect(page.get_by_role("heading", name="Cistern", exact=True)).to_be_visible()
    slider = page.get_by_role("slider", name="Tank size")
    slider.focus()
    before = slider.get_attribute("aria-valuetext")
    slider.press("ArrowRight")
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    assert slider.get_attribute("aria-valuetext") != before
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("station above, station below")


def test_the_verdict_is_whole_and_what_is_tried_moves_nothing_under_the_hand(demo_page):
    page = demo_page
    page.set_viewport_size({"width": 1280, "height": 800})
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="First flush").click()
    handle = page.get_by_role("slider", name="First-flush depth")
    expect(handle).to_be_visible()
    words = page.get_by_test_id("verdict").locator("..")

    def cut_px():
        return words.evaluate("(words) => words.scrollHeight - words.clientHeight")

    assert cut_px() <= 1
    box = handle.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 380, y, steps=8)
    expect(words).to_contain_text("Than before")
    assert handle.bounding_box()["y"] == pytest.approx(box["y"], abs=0.5)
    page.mouse.up()
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    expect(page.get_by_test_id("verdict")).to_contain_text("Fails at")
    expect(words).to_contain_text("Than before")
    assert cut_px() <= 1


def test_an_address_at_which_there_is_nothing_says_so(demo_page):
    for address in (demo_page.url.replace("cistern", "cellar"), demo_page.url.split("/p/")[0] + "/nowhere"):
        demo_page.goto(address)
        expect(demo_page.get_by_role("heading", name="There is nothing at this address")).to_be_visible()
        demo_page.get_by_role("link", name="All properties").last.click()
        expect(demo_page.get_by_role("button", name="New property")).to_be_visible()
        demo_page.go_back()
