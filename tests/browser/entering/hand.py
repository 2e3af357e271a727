"""The hand of an installer at the keyboard and the mouse: what it presses is counted.

A press is a click, or Enter after an entry; what is typed into an entry, and what is picked from a list of the
browser's own, is one press with the click that opened it.
"""

import re
from re import Pattern

from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import standing


def _starting(words: str, then: str = "") -> Pattern[str]:
    """A name that begins with these words; a slash would end the pattern in the browser."""
    return re.compile("^" + re.escape(words).replace("/", r"\/") + then)


class Hand:
    """Works on one page, from the list of properties on."""

    def __init__(self, page: Page, url: str) -> None:
        self.page, self.presses = page, 0
        page.goto(url)

    def begin(
        self,
        layout: str,
        name: str,
        *,
        roof: str,
        rain: str,
        people: str = "",
        habit: str = "",
        us: bool = False,
    ) -> None:
        """A new property with one of the layouts, and the questions that it asks."""
        page = self.page
        self.press(page.get_by_role("button", name="New property"))
        self.press(page.get_by_role("button", name=_starting(layout)))
        self._type(page.get_by_label("Name", exact=True), name)
        if us:
            self.press(page.get_by_role("radio", name="US"))
        self._type(page.get_by_label(re.compile("^Area seen from above")), roof)
        self._pick("Which record", rain)
        if people:
            self._type(page.get_by_label(re.compile("^How many")), people)
        self._pick("Habit with water, indoors", habit)
        self.press(page.get_by_role("button", name=re.compile("^(Show the answer|Next)")))
        expect(page.get_by_test_id("revision")).to_have_text("rev 1")

    def press(self, what: Locator) -> None:
        what.click()
        self.presses += 1

    def _type(self, box: Locator, text: str) -> None:
        self.press(box)
        box.fill(text)

    def _pick(self, label: str, option: str) -> None:
        if option:
            box = self.page.get_by_label(label)
            value = box.locator("option").filter(has_text=_starting(option)).first.get_attribute("value")
            box.select_option(value)
            self.presses += 1

    def go(self, station: str, view: str = "") -> None:
        self.press(
            self.page.get_by_role("navigation", name="Stations").get_by_role("button", name=_starting(station))
        )
        if view:
            self.view(view)

    def view(self, name: str) -> None:
        self.press(self.page.get_by_role("tab", name=name))

    def _kept(self, before: str) -> None:
        expect(self.page.get_by_test_id("revision")).not_to_have_text(before)

    def _rev(self) -> str:
        return self.page.get_by_test_id("revision").inner_text()

    def enter(self, label: str, text: str) -> None:
        """Into an entry by its label; into one that nobody knew yet, by the words that stand there."""
        before = self._rev()
        box = self.page.get_by_role("textbox", name=_starting(label, "(, assumed)?$")).first
        words = self.page.get_by_role("button", name=_starting(label, ":")).first
        expect(box.or_(words).first).to_be_visible()
        if box.is_visible():
            self.press(box)
        else:
            self.press(words)
        box.fill(text)
        box.press("Enter")
        self.presses += 1
        self._kept(before)

    def choose(self, label: str, option: str) -> None:
        before = self._rev()
        self.press(self.page.get_by_role("button", name=_starting(label, "(:|,|$)")).first)
        self.press(self.page.get_by_role("menuitemradio", name=_starting(option)).first)
        self._kept(before)

    def do(self, button: str) -> None:
        """Presses a button that changes the property."""
        before = self._rev()
        self.press(self.page.get_by_role("button", name=_starting(button)).first)
        self._kept(before)

    def open(self, button: str) -> None:
        """Presses a button that changes nothing yet."""
        self.press(self.page.get_by_role("button", name=_starting(button)).first)

    def show(self, name: str) -> None:
        """Turns to one of several tanks or groups of downpipes of a sheet."""
        self.press(self.page.get_by_role("button", name=name, exact=True))

    def paste(self, label: str, text: str) -> None:
        """A row of a table into the first of several cells."""
        cell = self.page.get_by_label(label)
        self.press(cell)
        cell.evaluate(
            """(cell, text) => {
                const data = new DataTransfer();
                data.setData("text", text);
                const how = { clipboardData: data, bubbles: true, cancelable: true };
                cell.dispatchEvent(new ClipboardEvent("paste", how));
            }""",
            text,
        )
        self.presses += 1

    def bring_means(self, name: str, means: str) -> None:
        """Rain made from twelve monthly means, of a property that has none."""
        self.open("Bring in")
        self.view("Twelve means")
        self.paste("Mean rain in Jan", means)
        self._type(self.page.get_by_label("Name of the record"), name)
        before = self._rev()
        self.press(self.page.get_by_role("button", name=re.compile("^(Keep|Use)")))
        self._kept(before)

    @property
    def state(self) -> dict:
        return standing(self.page.url)
