"""Pictures of each main view, from the demo data, into docs/screenshots/. Run by `make screenshots`."""

import argparse
import sys
import tempfile
import uuid
from dataclasses import dataclass
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

ROOT = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT))
from bench.several import three  # noqa: E402
from tests.serving import CHROMIUM, CHROMIUM_FLAGS, STATIONS, Server, every_view  # noqa: E402

DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
DEMOS = {"saltmarrow": "Saltmarrow", "brindle": "Brindle Landing", "lantern": "Number Nine, Lantern Row"}


@dataclass(frozen=True, slots=True)
class View:
    """A picture: its name, the demo it shows, the page, and the long work to run first."""

    name: str
    demo: str
    page: str
    run: str = ""


VIEWS = (
    View("survey", "lantern", "survey?view=leave", run="Try what is not measured"),
    View("roofs", "saltmarrow", "roofs"),
    View("rain", "saltmarrow", "rain"),
    View("household", "saltmarrow", "household"),
    View("gutters", "saltmarrow", "gutters"),
    View("first-flush", "saltmarrow", "first_flush"),
    View("overflow", "brindle", "overflow"),
    View("treatment", "saltmarrow", "treatment"),
    View("pump", "brindle", "pump"),
    View("ground", "brindle", "ground"),
    View("price", "saltmarrow", "price?view=price"),
    View("report", "saltmarrow", "papers"),
    View("cistern", "saltmarrow", "cistern"),
    View("build", "brindle", "build"),
    View("log", "saltmarrow", "log"),
)


def settle(page: Page) -> None:
    page.wait_for_load_state("networkidle")
    page.evaluate("document.fonts.ready")
    page.wait_for_timeout(250)


def views_asked(asked: argparse.Namespace, page: Page, bases: dict[str, str]) -> list[View]:
    """The views to take: those of the README, or every page of one demo."""
    if asked.demo:
        work = {
            "survey?view=leave": "Try what is not measured",
            "cistern?view=safety": "Draw the band",
            "cistern?view=search": "Search",
        }
        every = [
            View(f"{at.replace('?view=', '-')}-{asked.demo}", asked.demo, at, work.get(at, ""))
            for station in STATIONS
            for at in every_view(page, bases[asked.demo], station)
        ]
    else:
        every = [View("properties", "", ""), *VIEWS]
    wanted = asked.only.split(",") if asked.only else None
    return [view for view in every if not wanted or view.name.removesuffix(f"-{view.demo}") in wanted]


def take(asked: argparse.Namespace) -> None:
    asked.out.mkdir(parents=True, exist_ok=True)
    light = "dark" if asked.dark else "light"
    suffix = ("-phone" if asked.phone else "") + ("-dark" if asked.dark else "")
    with (
        tempfile.TemporaryDirectory() as folder,
        Server(Path(folder), with_demo=True) as server,
        sync_playwright() as p,
    ):
        browser = p.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        page = browser.new_page(viewport=PHONE if asked.phone else DESK, color_scheme=light)  # type: ignore[arg-type]
        page.goto(server.url)
        settle(page)
        bases = {}
        for demo, name in DEMOS.items():
            path = page.get_by_role("link", name=name, exact=True).get_attribute("href")
            assert path is not None
            bases[demo] = server.url + path.rsplit("/", 1)[0]
        for view in views_asked(asked, page, bases):
            page.goto(f"{bases[view.demo]}/{view.page}" if view.demo else server.url)
            settle(page)
            if view.run:
                page.get_by_role("button", name=view.run, exact=True).click()
                page.get_by_role("button", name=f"{view.run} again").wait_for(timeout=30_000)
                settle(page)
            page.screenshot(path=asked.out / f"{view.name}{suffix}.png", full_page=asked.phone)
        if asked.demo is None and (asked.only is None or "supplies" in asked.only.split(",")):
            three_supplies(page, bases["saltmarrow"])
            page.screenshot(path=asked.out / f"supplies{suffix}.png", full_page=asked.phone)
        if asked.only == "alternatives":
            three_alternatives(page, bases["saltmarrow"])
            page.screenshot(path=asked.out / f"alternatives{suffix}.png", full_page=asked.phone)
        browser.close()


def three_supplies(page: Page, base: str) -> None:
    """Saltmarrow with a tank for its barn and one for its goats; last of all, since it is the demo no more then."""
    api = base.replace("/p/", "/api/properties/")
    state = page.request.get(api).json()
    operations = three(state["document"], sharing=True)
    edit = {"base_revision": state["revision"], "edit_id": str(uuid.uuid4()), "label": "Three supplies"}
    answer = page.request.post(f"{api}/edits", data={**edit, "operations": operations}, timeout=60_000)
    assert answer.ok, answer.text()
    page.goto(f"{base}/supplies")
    settle(page)


def three_alternatives(page: Page, base: str) -> None:
    """Saltmarrow, smaller with loads, and wider."""
    page.goto(f"{base}/alternatives")
    page.get_by_role("heading", name="Beside one another").evaluate("heading => heading.scrollIntoView()")
    settle(page)


if __name__ == "__main__":
    parser = argparse.ArgumentParser()
    parser.add_argument("--out", type=Path, default=ROOT / "docs/screenshots")
    parser.add_argument("--dark", action="store_true")
    parser.add_argument("--phone", action="store_true")
    parser.add_argument("--demo", choices=sorted(DEMOS), help="every page of this demo")
    parser.add_argument("--only", help="names of views, commas between")
    take(parser.parse_args())
