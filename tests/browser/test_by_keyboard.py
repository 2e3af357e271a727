"""The job by keyboard alone, and what is read out on the way: nothing here uses a pointer or looks at pixels."""

import pytest
from playwright.sync_api import expect

pytestmark = pytest.mark.browser

FOCUSED = """() => {
    const at = document.activeElement;
    if (!at || at.getAttribute("role") === "tabpanel") return "";
    const labels = [...(at.labels ?? [])].map((label) => label.textContent).join(" ");
    return at.getAttribute("aria-label") || labels || at.textContent;
}"""


def tab_to(page, name, *, most=150):
    """Goes on with Tab until something of that name has the focus."""
    seen = []
    for _ in range(most):
        page.keyboard.press("Tab")
        now = (page.evaluate(FOCUSED) or "").strip()
        if name in now:
            return
        seen.append(now[:40])
    raise AssertionError(f"{name} was not reached: {seen}")


def fill(page, label, text):
    tab_to(page, label)
    page.keyboard.type(text)


def test_from_four_answers_to_a_sized_cistern_by_keyboard_alone(page, server):
    page.goto(server.url)
    expect(page.get_by_role("button", name="New property")).to_be_visible()
    tab_to(page, "New property")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog")).to_be_visible()
    tab_to(page, "None of these")
    page.keyboard.press("Enter")
    page.keyboard.press("Shift+Tab")  # from wherever the dialog begins, round to its end
    fill(page, "Name", "Keyboard House")
    fill(page, "Area seen from above", "1,300 ft2")
    fill(page, "How many live there", "2")
    tab_to(page, "Next: the rain file")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Bring in rain")).to_be_visible()
    tab_to(page, "Bring in rain")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog")).to_be_visible()
    tab_to(page, "A file")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("Enter")
    expect(page.get_by_role("radiogroup", name="Stations")).to_be_visible()
    tab_to(page, "Merrowick Quay")
    page.keyboard.press("Space")
    expect(page.get_by_test_id("import-account")).to_be_visible()
    tab_to(page, "Use this record")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("verdict")).to_contain_text("years", timeout=20_000)

    page.keyboard.press("Control+k")
    expect(page.get_by_role("combobox")).to_be_focused()
    page.keyboard.type("cistern stat")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", level=1, name="Cistern")).to_be_visible()
    before = page.get_by_test_id("verdict").inner_text()
    page.keyboard.press("Control+k")
    expect(page.get_by_role("combobox")).to_be_focused()
    page.keyboard.type("tank size")
    page.keyboard.press("Enter")
    expect(page.get_by_role("textbox", name="Tank size")).to_be_focused()
    page.keyboard.type("40 m3")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("verdict")).not_to_have_text(before)


def test_going_to_a_place_by_a_few_letters_of_it(demo_page):
    page = demo_page
    page.keyboard.press("Control+k")
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("combobox")).to_be_focused()
    page.keyboard.type("first")
    expect(dialog.get_by_role("option").first).to_contain_text("First flush")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", level=1, name="First flush")).to_be_visible()
    page.keyboard.press("Control+k")
    expect(page.get_by_role("combobox")).to_be_focused()
    page.keyboard.type("nothing is called this")
    expect(dialog.get_by_role("status")).to_have_text("Nothing here is called that.")
    page.keyboard.press("Escape")
    expect(dialog).to_have_count(0)


def test_the_keys_of_the_stations_are_on_every_keyboard(demo_page):
    demo_page.keyboard.press("Alt+PageDown")
    expect(demo_page.get_by_role("heading", level=1, name="Overflow")).to_be_visible()
    demo_page.keyboard.press("Alt+PageUp")
    expect(demo_page.get_by_role("heading", level=1, name="Cistern")).to_be_visible()


def test_the_focus_comes_back_to_what_opened_a_dialog(demo_page):
    page = demo_page
    for opener, item in (
        (page.get_by_test_id("revision"), None),
        (page.get_by_role("button", name="More"), "Keys"),
        (page.get_by_role("button", name="More"), "Name and place"),
        (page.get_by_role("button", name="More"), "Words of the trade"),
    ):
        opener.focus()
        page.keyboard.press("Enter")
        if item:
            page.get_by_role("menuitem", name=item).focus()
            page.keyboard.press("Enter")
        expect(page.get_by_role("dialog")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(opener).to_be_focused()


def test_a_fix_that_was_made_hands_the_focus_on_to_what_comes_next(open_demo):
    page = open_demo("saltmarrow")
    page.goto(page.url.replace("/cistern", "/pump"))
    first = page.get_by_role("button", name="Fit 347 L")
    first.focus()
    page.keyboard.press("Enter")
    expect(first).to_have_count(0)
    expect(page.get_by_test_id("revision")).to_have_text("rev 2")
    here = page.evaluate("() => [document.activeElement.tagName, document.activeElement.textContent]")
    assert here[0] == "LI", here
    assert here[1].startswith("When the power goes"), here


def test_the_main_job_is_read_out(demo_page):
    """What a screen reader finds: landmarks, headings, names with their values, and the answer as it changes."""
    page = demo_page
    expect(page.get_by_role("heading", level=1, name="Cistern")).to_be_visible()
    tree = page.locator("body").aria_snapshot()
    for wanted in (
        'navigation "Stations"',
        "main",
        'heading "Cistern" [level=1]',
        'textbox "Tank size"',
        'slider "Tank size"',
        "tablist",
        'button "Undo"',
    ):
        assert wanted in tree, wanted
    verdict = page.get_by_test_id("verdict")
    assert page.evaluate("() => document.querySelector('[data-testid=verdict]').closest('[aria-live]') !== null")
    page.get_by_role("textbox", name="Tank size").focus()
    page.keyboard.type("60 m3")
    page.keyboard.press("Enter")
    expect(verdict).not_to_contain_text("38 of 40")
    page.get_by_role("textbox", name="Tank size").focus()
    page.keyboard.type("wide")
    page.keyboard.press("Enter")
    said = page.get_by_role("alert").filter(has_text="not a quantity")
    expect(said).to_be_visible()
    describes = page.get_by_role("textbox", name="Tank size").get_attribute("aria-describedby")
    assert describes == said.get_attribute("id")
