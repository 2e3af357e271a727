"""The build on a phone: a reading out of tolerance stops the next step, without a signal, until it is put right."""

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import standing
from tests.browser.test_without_signal import KEPT

pytestmark = pytest.mark.browser

UNEVEN, LEVEL = [0, 1, 2, 40, 1, 0, 2, 1, 0], [0, 1, 2, 1, 1, 0, 2, 1, 0]


def measure(point, readings):
    """Write readings down, as they stand in the form."""
    point.get_by_role("button", name="Write down").or_(point.get_by_role("button", name="Measure again")).tap()
    form = point.get_by_role("form")
    for field, reading in zip(form.get_by_role("textbox").all(), readings, strict=False):
        field.fill(str(reading))
    return form


def test_a_reading_out_of_tolerance_stops_the_next_step_without_a_signal_and_goes_on_after_it_is_mended(
    phone, own_server
):
    page = phone.new_page()
    page.goto(own_server.url)
    page.get_by_role("link", name="Number Nine").tap()
    expect(page.get_by_test_id("verdict")).to_contain_text("years")
    page.evaluate(KEPT, ["properties", '"property"', '"build"'])
    base = page.url.rsplit("/", 1)[0]
    page.goto(f"{base}/build?view=see")
    point = page.get_by_role("listitem").filter(has_text="what it stands on is level").first
    expect(point).to_contain_text("not measured yet")

    own_server.kill()
    form = measure(point, UNEVEN)
    expect(form.get_by_role("status")).to_contain_text("It does not pass: Highest over lowest 40 mm")
    form.get_by_role("textbox", name="Measured by").fill("Ida")
    form.get_by_role("button", name="Keep it").tap()
    expect(point).to_contain_text("did not pass")
    expect(point).to_contain_text("Scrape the high spots")
    expect(page.get_by_text("1 entry is kept here")).to_be_visible()

    page.get_by_role("tab", name="Days").tap()
    setting = page.get_by_role("listitem", name="Set the tanks")
    expect(setting).to_contain_text("has not passed")
    expect(setting.get_by_role("checkbox")).to_be_disabled()

    page.get_by_role("tab", name="Hold points").tap()
    form = measure(point, LEVEL)
    expect(form.get_by_role("status")).to_contain_text("It passes.")
    form.get_by_role("button", name="Keep it").tap()
    expect(page.get_by_text("2 entries are kept here")).to_be_visible()
    page.get_by_role("tab", name="Days").tap()
    expect(setting).not_to_contain_text("has not passed")
    expect(setting.get_by_role("checkbox")).to_be_enabled()

    own_server.start()
    expect(page.get_by_text("kept here")).to_have_count(0, timeout=30_000)
    plan = standing(page.url)["plan"]
    levels = [each for each in plan["findings"] if each["code"] == "BUILD_HOLD_FAILED"]
    assert levels == []
    page.get_by_role("tab", name="Hold points").tap()
    page.get_by_role("button", name="All,").tap()
    expect(point).to_contain_text("1 earlier entry is kept")
    page.close()


def test_a_task_is_ticked_off_opened_changed_and_one_is_added(open_demo):
    page = open_demo("lantern-row")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Build").click()
    marking = page.get_by_role("listitem", name="Mark out pads, holes and trenches")
    marking.get_by_role("checkbox").click()
    expect(marking.get_by_role("checkbox")).to_be_checked()
    expect(page.get_by_role("main")).to_contain_text("1 done")
    marking.get_by_role("button", name="Mark out").click()
    hours = marking.get_by_role("textbox", name="Hours of Mark out")
    hours.fill("3")
    hours.press("Enter")
    expect(marking).to_contain_text("changed by hand")
    expect(marking).to_contain_text("3.0 h")
    page.get_by_role("button", name="Add a task").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("textbox", name="Name").fill("Take the gate off")
    dialog.get_by_label("For it waits").select_option(label="Set the tanks")
    dialog.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("listitem", name="Take the gate off")).to_contain_text("added by hand")


def test_the_first_day_moves_all_of_it_and_an_overflow_is_taken_in_as_it_was_built(open_demo):
    page = open_demo("saltmarrow")
    page.get_by_role("navigation", name="Stations").get_by_role("button", name="Build").click()
    main = page.get_by_role("main")
    expect(main).to_contain_text("4 Sep 2023")
    first = main.get_by_label("First day on the site")
    first.fill("2023-10-02")
    first.press("Enter")
    expect(main).to_contain_text("from 2 Oct 2023")
    page.get_by_role("tab", name="Hold points").click()
    page.get_by_role("button", name="All,").click()
    heights = main.get_by_role("listitem").filter(has_text="heights of floor, outlet and overflow").first
    heights.get_by_role("button", name="Take into the design: overflow").click()
    expect(page.get_by_role("banner")).to_contain_text("Than before")
