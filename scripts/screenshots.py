"""Pictures of each main view, from the demo data, into docs/screenshots/. Run by `make screenshots`."""

import argparse
import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

ROOT = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT))
from tests.serving import CHROMIUM, CHROMIUM_FLAGS, Server  # noqa: E402

DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
STATIONS = ("roofs", "rain", "household", "cistern")


def settle(page: Page) -> None:
    page.wait_for_load_state("networkidle")
    page.evaluate("document.fonts.ready")
    page.wait_for_timeout(250)


def take(out: Path, *, light: str, phone: bool, only: str | None) -> None:
    with (
        tempfile.TemporaryDirectory() as folder,
        Server(Path(folder), with_demo=True) as server,
        sync_playwright() as p,
    ):
        browser = p.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        page = browser.new_page(viewport=PHONE if phone else DESK, color_scheme=light)  # type: ignore[arg-type]
        page.goto(server.url)
        settle(page)
        suffix = ("-phone" if phone else "") + ("-dark" if light == "dark" else "")
        views = {"properties": server.url}
        page.get_by_role("link", name="Saltmarrow").click()
        page.wait_for_selector('[data-testid="verdict"]')
        base = page.url.rsplit("/", 1)[0]
        views |= {station: f"{base}/{station}" for station in STATIONS}
        for name, url in views.items():
            if only and name not in only.split(","):
                continue
            page.goto(url)
            settle(page)
            page.screenshot(path=out / f"{name}{suffix}.png", full_page=phone)
        browser.close()


if __name__ == "__main__":
    parser = argparse.ArgumentParser()
    parser.add_argument("--out", type=Path, default=ROOT / "docs/screenshots")
    parser.add_argument("--dark", action="store_true")
    parser.add_argument("--phone", action="store_true")
    parser.add_argument("--only")
    asked = parser.parse_args()
    take(asked.out, light="dark" if asked.dark else "light", phone=asked.phone, only=asked.only)
